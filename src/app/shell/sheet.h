// A card over the window for a text that is read and put away: a working, help, about. Escape closes it.
#pragma once

#include <QFrame>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPointer>

#include "app/widgets/drawing_view.h"

namespace usherwright::app {

class Sheet : public QFrame {
  Q_OBJECT

 public:
  explicit Sheet(Kit kit, QWidget* parent);
  /// A picture stands above the words.
  void show(const QString& title, const QString& body, DrawingView::Builder picture = {});
  QString body() const { return isHidden() ? QString() : body_->toPlainText(); }
  /// Back to its corner after the window changed size.
  void place();

 protected:
  void keyPressEvent(QKeyEvent*) override;

 private:
  void close();
  void restyle();
  Kit kit_;
  QLabel* title_;
  DrawingView* picture_;
  QPlainTextEdit* body_;
  QPointer<QWidget> before_;  ///< had the keyboard before the sheet opened
};

}  // namespace usherwright::app
