// Several pages of one station under a row of names; one is shown at a time, and made when it is first shown.
#pragma once

#include <QButtonGroup>
#include <QStackedWidget>
#include <QWidget>
#include <functional>
#include <vector>

#include "app/widgets/flow_layout.h"

namespace usherwright::app {

class Pages : public QWidget {
  Q_OBJECT

 public:
  using Make = std::function<QWidget*()>;
  explicit Pages(QWidget* parent = nullptr);
  /// The row of names shows as soon as there are two.
  void add(const QString& name, Make make);
  void choose(int page);
  /// By name; false if there is none.
  bool choose(const QString& name);
  QStringList names() const { return names_; }
  int count() const { return static_cast<int>(pages_.size()); }
  int current() const { return current_; }
  /// Null while it was never shown.
  QWidget* page(int at) const { return pages_[static_cast<std::size_t>(at)].widget; }
  /// Made by now, if it was not.
  QWidget* currentPage();

 Q_SIGNALS:
  void chosen(int page);

 private:
  struct Page {
    Make make;
    QWidget* widget = nullptr;
  };
  QButtonGroup* group_;
  FlowLayout* row_;  ///< as many rows as the names take
  QStackedWidget* stack_;
  std::vector<Page> pages_;
  QStringList names_;
  int current_ = 0;
};

}  // namespace usherwright::app
