// The strip at the top: what is open, whether it is saved, go-to, and the menu of all actions.
#pragma once

#include <QLabel>
#include <QToolButton>
#include <QWidget>

#include "app/shell/actions.h"
#include "app/widgets/kit.h"

namespace usherwright::app {

class TopBar : public QWidget {
  Q_OBJECT

 public:
  TopBar(Kit kit, const ActionTable& actions, QWidget* parent = nullptr);
  void show(const QString& title, const QString& state);
  void openMenu();

 Q_SIGNALS:
  void goToRequested();

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override;

 private:
  void fitTitle();
  Kit kit_;
  const ActionTable& actions_;
  QLabel *title_, *state_;
  QToolButton *goTo_, *menu_;
  QString whole_;
};

}  // namespace usherwright::app
