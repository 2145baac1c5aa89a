// Photographs beside the plan: taken in without what a camera writes about the place and the hand that held it, shown small.
#pragma once

#include <QCache>
#include <QImage>
#include <QString>
#include <functional>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright::app {

/// "trike.uwplan" has its photos in "trike.photos".
QString photoFolderOf(const QString& planFile);

/// Copies what the plan names from one plan's folder to another's, where it is not there yet. A sentence for each that could not be.
std::vector<std::string> copyPhotos(const Plan& plan, const QString& fromPlanFile, const QString& toPlanFile);

class PhotoShelf {
 public:
  static constexpr int longestSide = 2000;               ///< pixels of what is kept
  static constexpr qint64 mostBytes = 80 * 1024 * 1024;  ///< of a file that is taken in
  static constexpr double mostPixels = 2.5e8;

  /// `planFile`: where the open plan lives; empty while it has no file.
  explicit PhotoShelf(std::function<QString()> planFile) : planFile_(std::move(planFile)) {}
  bool hasFolder() const { return !planFile_().isEmpty(); }

  /// Takes a picture in: turned upright, at most `longestSide`, its pixels and nothing else. The name that it has from now on; `what`
  /// and the day begin it. Errors: no file of a plan yet, no picture, too large, a folder that cannot be written.
  Expected<std::string> take(const QString& file, const QString& what, const QString& day);
  /// No larger than `size`; null where the file is gone, is no picture, or the name is none.
  QImage show(const std::string& name, QSize size) const;

 private:
  std::function<QString()> planFile_;
  mutable QCache<QString, QImage> small_{64};
};

}  // namespace usherwright::app
