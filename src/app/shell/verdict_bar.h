// The verdict in one sentence, always at the same place, and beside it the one next thing that brings it closer.
#pragma once

#include <QPushButton>
#include <QWidget>

#include "app/widgets/kit.h"

namespace usherwright::app {

class VerdictBar : public QWidget {
  Q_OBJECT

 public:
  explicit VerdictBar(Kit kit, QWidget* parent = nullptr);
  QString sentence() const { return verdict_; }
  QString next() const { return next_; }

 Q_SIGNALS:
  void nextRequested();

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override;
  bool event(QEvent*) override;

 private:
  void refresh();
  void fit();
  QFont sentenceFont() const;

  Kit kit_;
  VerdictKind kind_ = VerdictKind::Nothing;
  QString verdict_, next_;
  QPushButton* go_;
};

}  // namespace usherwright::app
