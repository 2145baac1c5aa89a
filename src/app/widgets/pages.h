// Several pages of one station under a row of names; one is shown at a time.
#pragma once

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QStackedWidget>
#include <QWidget>

namespace usherwright::app {

class Pages : public QWidget {
  Q_OBJECT

 public:
  explicit Pages(QWidget* parent = nullptr);
  void add(const QString& name, QWidget* page);
  void choose(int page);
  /// By name; false if there is none.
  bool choose(const QString& name);
  int count() const { return stack_->count(); }
  int current() const { return stack_->currentIndex(); }
  QWidget* currentPage() const { return stack_->currentWidget(); }

 Q_SIGNALS:
  void chosen(int page);

 private:
  QButtonGroup* group_;
  QHBoxLayout* row_;
  QStackedWidget* stack_;
};

}  // namespace usherwright::app
