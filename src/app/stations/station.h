// What every station is: a page of the window that shows one part of the plan. A station knows the document and the
// desk, never the shell and never another station.
#pragma once

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStackedLayout>
#include <QVBoxLayout>
#include <QWidget>

#include "app/theme/scaling.h"
#include "app/widgets/drawing_view.h"
#include "app/widgets/entry_panel.h"
#include "app/widgets/figure.h"
#include "app/widgets/kit.h"

namespace usherwright::app {

/// A heading with a soft hint beside it.
QWidget* stationHeading(const QString& title, const QString& hint = {});

class StationView : public QWidget {
  Q_OBJECT

 public:
  explicit StationView(Kit kit, QWidget* parent = nullptr);
  /// Puts the keyboard into a field of this station: its entry, or what stands for it among the drawings (the chosen card of
  /// a method, the box of a job). False if it has no such field here.
  virtual bool reveal(const QString& pointer);
  /// The station's entries; the shell shows them beside the drawings, under the findings.
  EntryPanel* entries() const { return entries_; }
  /// Turns to one of its pages by name; false if it has none of that name.
  virtual bool showPage(const QString&) { return false; }
  /// Their names; none of a station with one page.
  virtual QStringList pageNames() const { return {}; }
  /// The working that F2 opens when nothing in particular has the keyboard.
  virtual QString mainWorking() const { return {}; }

 protected:
  /// Shows the document as it is now. Called when it changed, or when the station is shown after a change.
  virtual void refresh() = 0;
  void showEvent(QShowEvent*) override;

  Kit kit_;
  EntryPanel* entries_;

 private:
  bool stale_ = true;
};

/// The column that fills a page of a station with several.
QVBoxLayout* pageColumn(QWidget* page);

/// The same, in an area that scrolls when the page is higher than its room.
QVBoxLayout* scrolledColumn(QWidget* page);

/// One page of a station with several: refreshed when it is turned to, and when the plan changes while it is seen.
class StationPage : public QWidget {
  Q_OBJECT

 public:
  explicit StationPage(Kit kit) : kit_(kit) {}
  virtual void refresh() = 0;

 protected:
  Kit kit_;
};

/// What a station without data shows: what to bring, and the demo.
class EmptyState : public QWidget {
  Q_OBJECT

 public:
  EmptyState(Kit kit, const QString& title, const QString& bring, QWidget* parent = nullptr);
  /// The button that begins the work here.
  QPushButton* beginButton(const QString& words);

 private:
  QHBoxLayout* buttons_;
};

/// The frame and ground of a card, as its state has it.
void paintCard(ScaledPainter& painter, const QAbstractButton& card, const Look& look);

/// A card that can be chosen: a title and a few lines.
class CardButton : public QAbstractButton {
  Q_OBJECT

 public:
  CardButton(Kit kit, const QString& title, QWidget* parent = nullptr);
  struct Line {
    QString words;
    drawing::Ink ink = drawing::Ink::Soft;
    friend bool operator==(const Line&, const Line&) = default;
  };
  void setLines(const std::vector<Line>& lines);
  QSize sizeHint() const override { return {kit_.look.px(150), kit_.look.px(26 + 17 * static_cast<int>(lines_.size()))}; }
  QSize minimumSizeHint() const override { return {kit_.look.px(90), kit_.look.px(26)}; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Kit kit_;
  std::vector<Line> lines_;
};

}  // namespace usherwright::app
