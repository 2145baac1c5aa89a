// Driving the real window with keys and the mouse, as a person would.
#pragma once

#include <QElapsedTimer>
#include <QLineEdit>
#include <QTemporaryDir>
#include <QtTest/QTest>
#include <memory>

#include "app/shell/main_window.h"

namespace driving {

using namespace usherwright;
using namespace usherwright::app;

/// Waits until something holds: a slow machine is no fault of what is tested.
template <class Condition>
bool within(int milliseconds, const Condition& holds) {
  QElapsedTimer clock;
  clock.start();
  while (!holds() && clock.elapsed() < milliseconds) QTest::qWait(2);
  return holds();
}

/// A window with the demo open, shown and active; its files and journals live in a folder that goes away.
class Bench {
 public:
  enum class Open { Demo, Nothing };
  explicit Bench(Open open = Open::Demo);

  MainWindow& window() { return *window_; }
  Document& document() { return window_->document(); }
  const Assessment& now() { return window_->document().assessment(); }
  QString file(const QString& name) const { return folder_.filePath(name); }
  QString journals() const { return folder_.filePath(QStringLiteral("journals")); }
  /// A second life after the first: closes the window without asking and opens another one.
  void restart();

  /// Keys to whatever has the keyboard.
  void key(int k, Qt::KeyboardModifiers modifiers = Qt::NoModifier);
  void type(const QString& text);
  /// Ctrl+G, the words, Enter: puts the keyboard into a field, as a person does who knows its name.
  QWidget* goTo(const QString& words);
  /// Goes to a field, types, and presses Enter.
  void enter(const QString& words, const QString& value);
  /// A choice in the field's list, by its text.
  void choose(const QString& words, const QString& choice);
  void click(QWidget* widget, QPoint at = {});
  void clickButton(const QString& text);

  DrawingView* drawing(const QString& name);
  /// The finding that begins with this id; null if it is not shown.
  const Finding* finding(const QString& id);
  static void settle();
  /// The words of every label that is seen.
  QString shownWords();
  /// Waits until no job runs; the test fails if one never ends.
  void waitForStudies();
  /// Saves and waits until it is done.
  FileSession::Outcome save();
  FileSession::Outcome saveAs(const QString& path);
  void waitForSave();

 private:
  void bringUp();
  QTemporaryDir folder_;
  std::unique_ptr<MainWindow> window_;
};

}  // namespace driving
