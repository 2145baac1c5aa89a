// The bench: events through Qt's own queue, to the widget that a person would reach.
#include "app/window_test.h"

#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <catch2/catch.hpp>

namespace driving {

Bench::Bench(Open open) : window_(std::make_unique<MainWindow>(folder_.filePath(QStringLiteral("journals")))) {
  if (open == Open::Demo) window_->openDemo();
  bringUp();
}

/// Shown and active. A bare X server has no window manager to give the keyboard away, so the application takes it.
void Bench::bringUp() {
  window_->show();
  window_->activateWindow();
  REQUIRE(QTest::qWaitForWindowExposed(window_.get()));
  QApplication::setActiveWindow(window_.get());
  REQUIRE(QTest::qWaitForWindowActive(window_.get(), 15000));
  settle();
}

void Bench::restart() {
  window_.reset();
  window_ = std::make_unique<MainWindow>(journals());
  bringUp();
}

void Bench::settle() {
  for (int i = 0; i < 4; ++i) QCoreApplication::processEvents();
}

void Bench::key(int k, Qt::KeyboardModifiers modifiers) {
  QWidget* target = QApplication::focusWidget() ? QApplication::focusWidget() : window_.get();
  QTest::keyClick(target, static_cast<Qt::Key>(k), modifiers);
  settle();
}

void Bench::type(const QString& text) {
  QWidget* target = QApplication::focusWidget();
  REQUIRE(target);
  if (auto* line = qobject_cast<QLineEdit*>(target)) {
    line->selectAll();
    // Signs outside the keyboard, such as ±, come from an input method; the rest are key strokes.
    for (QChar c : text) {
      if (c.unicode() < 128) QTest::keyClick(line, c.toLatin1());
      else line->insert(c);
    }
    if (text.isEmpty()) QTest::keyClick(line, Qt::Key_Backspace);
    line->setModified(true);
  } else {
    QTest::keyClicks(target, text);
  }
  settle();
}

QWidget* Bench::goTo(const QString& words) {
  key(Qt::Key_G, Qt::ControlModifier);
  type(words);
  key(Qt::Key_Return);
  return QApplication::focusWidget();
}

void Bench::enter(const QString& words, const QString& value) {
  QWidget* field = goTo(words);
  INFO(words.toStdString() << " " << value.toStdString());
  REQUIRE(qobject_cast<QLineEdit*>(field));
  type(value);
  key(Qt::Key_Return);
}

void Bench::choose(const QString& words, const QString& choice) {
  auto* box = qobject_cast<QComboBox*>(goTo(words));
  INFO(words.toStdString());
  REQUIRE(box);
  const int at = box->findText(choice);
  REQUIRE(at >= 0);
  while (box->currentIndex() != at) {
    const int before = box->currentIndex();
    key(before < at ? Qt::Key_Down : Qt::Key_Up);
    REQUIRE(box->currentIndex() != before);
  }
}

void Bench::click(QWidget* widget, QPoint at) {
  REQUIRE(widget);
  QTest::mouseClick(widget, Qt::LeftButton, Qt::NoModifier, at.isNull() ? widget->rect().center() : at);
  settle();
}

void Bench::clickButton(const QString& text) {
  for (QAbstractButton* b : window_->findChildren<QAbstractButton*>())
    if (b->isVisible() && b->text() == text) return click(b);
  FAIL("no button says " << text.toStdString());
}

DrawingView* Bench::drawing(const QString& name) {
  for (DrawingView* v : window_->findChildren<DrawingView*>())
    if (v->isVisible() && v->accessibleName() == name) return v;
  FAIL("no drawing is called " << name.toStdString());
  return nullptr;
}

const Finding* Bench::finding(const QString& id) {
  for (const Finding& f : now().findings)
    if (QString::fromStdString(f.id) == id) return &f;
  return nullptr;
}

QString Bench::shownWords() {
  QString all;
  for (QLabel* l : window_->findChildren<QLabel*>())
    if (l->isVisible()) all += l->text() + QLatin1Char('\n');
  return all;
}

void Bench::waitForStudies() {
  for (int i = 0; i < 9000; ++i) {
    settle();
    if (!window_->jobs().running()) return;
    QTest::qWait(10);
  }
  FAIL("a study never ends");
}

void Bench::waitForSave() {
  REQUIRE(QTest::qWaitFor([this] { return !window_->session().isSaving(); }, 20000));
  settle();
}

FileSession::Outcome Bench::save() {
  std::optional<FileSession::Outcome> out;
  window_->session().save(FileSession::Force::No, [&](FileSession::Outcome outcome) { out = outcome; });
  REQUIRE(QTest::qWaitFor([&] { return out.has_value(); }, 20000));
  return *out;
}

FileSession::Outcome Bench::saveAs(const QString& path) {
  std::optional<FileSession::Outcome> out;
  window_->session().saveAs(path, [&](FileSession::Outcome outcome) { out = outcome; });
  REQUIRE(QTest::qWaitFor([&] { return out.has_value(); }, 20000));
  return *out;
}

}  // namespace driving
