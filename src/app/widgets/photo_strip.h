// Photographs of one thing in a row: shown small, opened large, added by a file that is chosen or dropped.
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QWidget>
#include <functional>

#include "app/widgets/kit.h"

namespace usherwright::app {

class FlowLayout;

class PhotoStrip : public QWidget {
  Q_OBJECT

 public:
  /// `shows`: which of the plan's photos belong here. `begun`: a photo of this thing, its file and day still empty.
  PhotoStrip(Kit kit, std::function<bool(const Photo&)> shows, std::function<Photo()> begun);
  void refresh();
  /// Takes a file in; the sentence says why not, empty if it was taken.
  QString takeIn(const QString& file);

 Q_SIGNALS:
  /// A photo was opened: its place in the plan's list.
  void chosen(int photo);

 protected:
  void dragEnterEvent(QDragEnterEvent*) override;
  void dropEvent(QDropEvent*) override;
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void open(int photo);
  void drop(int photo);

  Kit kit_;
  std::function<bool(const Photo&)> shows_;
  std::function<Photo()> begun_;
  FlowLayout* row_;
  QPushButton* add_;
  QLabel* problem_;
  std::vector<QWidget*> thumbs_;
};

}  // namespace usherwright::app
