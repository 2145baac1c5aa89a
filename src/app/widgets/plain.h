// Texts of a plan are text: labels and tips that never take them for markup, an image or a link.
#pragma once

#include <QLabel>
#include <vector>

namespace usherwright::app {

/// The only label of this application. scripts/check_layers.py refuses a bare QLabel.
class PlainLabel : public QLabel {
  Q_OBJECT

 public:
  explicit PlainLabel(const QString& words = {}, QWidget* parent = nullptr) : QLabel(parent) {
    setTextFormat(Qt::PlainText);
    setText(words);
  }
  /// As a label's, each width laid out once for the words, font and margins that it has: layouts ask for the same few over and over.
  int heightForWidth(int width) const override;

 protected:
  bool event(QEvent* e) override;

 private:
  struct Height {
    int width, height;
  };
  mutable QString measured_;
  mutable std::vector<Height> heights_;
};

/// Words for a button, a tab or a menu, where & would underline the letter after it.
QString onButton(QString words);

/// Shows a tip at a place of the screen.
void showTip(QPoint place, const QString& words, QWidget* widget);

/// Shows the tips of all widgets, entries of lists included, by showTip(). One for the application.
class PlainTips : public QObject {
  Q_OBJECT

 public:
  using QObject::QObject;
  bool eventFilter(QObject* watched, QEvent* event) override;
};

/// A label of several lines.
inline QLabel* wrapped(const char* role = nullptr) {
  auto* label = new PlainLabel;
  label->setWordWrap(true);
  if (role) label->setProperty("role", role);
  return label;
}

}  // namespace usherwright::app
