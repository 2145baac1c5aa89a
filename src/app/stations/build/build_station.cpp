// Station Build.
#include "app/stations/build/build_station.h"

#include "app/present/words.h"
#include "app/stations/build/build_pages.h"

namespace usherwright::app {

BuildStation::BuildStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  whileEmpty(
      QStringLiteral("Nothing to build yet"),
      QStringLiteral(
          "The order of work follows from the packs, how they are joined, and the chargers. Enter the packs first, at station Bike."),
      QStringLiteral("To the labels"), [this] { Q_EMIT kit_.desk.pageRequested(Station::Bike, QStringLiteral("Labels")); });
  addPage(QStringLiteral("The work"), [this] { return new WorkPage(kit_); });
  addPage(QStringLiteral("Run sheet"), [this] { return new RunSheetPage(kit_); });
}

bool BuildStation::isEmpty() const { return kit_.document.plan().packs.empty(); }

/// The notes, newest first.
std::vector<EntrySection> BuildStation::sections() const {
  constexpr std::size_t most = 30;
  const auto& done = kit_.document.plan().build.done;
  std::vector<EntrySection> out;
  out.push_back({QStringLiteral("The meter"), {QStringLiteral("/meter_accuracy"), QStringLiteral("/meter_digit_V")}});
  for (std::size_t i = done.size(); i-- > 0 && out.size() < most;)
    out.push_back({text(done[i].step), fieldsUnder(QStringLiteral("/build/done/%1/").arg(i), {"step", "when", "reading", "note"})});
  return out;
}

}  // namespace usherwright::app
