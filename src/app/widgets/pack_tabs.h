// The names of the packs in a row; one is chosen. For stations that show one pack at a time.
#pragma once

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QWidget>
#include <functional>

#include "app/widgets/kit.h"

namespace usherwright::app {

/// The pack that a station shows.
using CurrentPack = std::function<std::size_t()>;

class PackTabs : public QWidget {
  Q_OBJECT

 public:
  explicit PackTabs(Kit kit, QWidget* parent = nullptr);
  /// The packs of now, and which one is chosen.
  void refresh(std::size_t current);

 Q_SIGNALS:
  void chosen(std::size_t pack);

 private:
  Kit kit_;
  QHBoxLayout* row_;
  QButtonGroup* tabs_;
  QStringList shown_;
};

}  // namespace usherwright::app
