// The frame of a station: an empty state, pages that are made when they are first shown, the entries beside them, and the way
// from a field to where it is edited. A station fills it in.
#pragma once

#include "app/stations/station.h"
#include "app/widgets/pages.h"

namespace usherwright::app {

class PagedStation : public StationView {
  Q_OBJECT

 public:
  bool reveal(const QString& pointer) override;
  bool showPage(const QString& name) override { return pages_->choose(name); }
  QStringList pageNames() const override { return pages_->names(); }

 protected:
  PagedStation(Kit kit, QWidget* parent);
  /// Shown while isEmpty(): what to bring, and the button that begins.
  void whileEmpty(const QString& title, const QString& bring, const QString& begin, std::function<void()> onBegin);
  void addPage(const QString& name, std::function<StationPage*()> make);
  /// Room above the pages: the names of packs.
  QVBoxLayout* above() { return above_; }
  /// Made by now, if it was not.
  StationPage* page() { return static_cast<StationPage*>(pages_->currentPage()); }
  QString pageName() const { return pages_->names().value(pages_->current()); }

  virtual bool isEmpty() const { return false; }
  /// The groups of entries beside the pages.
  virtual std::vector<EntrySection> sections() const = 0;
  /// The page where a field has a card or a box instead of an entry; nothing if it has none.
  virtual QString pageOf(const QString&) const { return {}; }
  /// What has to be right before entries and page are shown.
  virtual void prepare() {}
  void refresh() override;

 private:
  QStackedLayout* states_;
  QWidget* filled_;
  QVBoxLayout* above_;
  Pages* pages_;
};

}  // namespace usherwright::app
