// Station Build.
#include "app/stations/build/build_station.h"

#include "app/present/words.h"
#include "app/stations/build/build_pages.h"
#include "app/stations/build/instrument_link.h"
#include "app/stations/build/instruments_page.h"
#include "app/stations/build/parts_pages.h"

namespace usherwright::app {

BuildStation::BuildStation(Kit kit, QWidget* parent) : PagedStation(kit, parent), link_(new InstrumentLink(this)) {
  whileEmpty(
      QStringLiteral("Nothing to build yet"),
      QStringLiteral(
          "The order of work follows from the packs, how they are joined, and the chargers. Enter the packs first, at station Bike."),
      QStringLiteral("To the labels"), [this] { Q_EMIT kit_.desk.pageRequested(Station::Bike, QStringLiteral("Labels")); });
  addPage(QStringLiteral("The work"), [this] { return new WorkPage(kit_, *link_); });
  addPage(QStringLiteral("What came"), [this] { return new ArrivalsPage(kit_); });
  addPage(QStringLiteral("Hands and screws"), [this] { return new HandsPage(kit_); });
  addPage(QStringLiteral("Instruments"), [this] { return new InstrumentsPage(kit_, *link_); });
  addPage(QStringLiteral("Run sheet"), [this] { return new RunSheetPage(kit_); });
}

bool BuildStation::isEmpty() const { return kit_.document.plan().packs.empty(); }

/// A practice begins with its plan and ends with another.
void BuildStation::prepare() { link_->see(kit_.document.plan()); }

/// The notes, newest first.
std::vector<EntrySection> BuildStation::sections() const {
  constexpr std::size_t most = 30;
  const auto& done = kit_.document.plan().build.done;
  std::vector<EntrySection> out;
  const BuildWork& b = kit_.document.plan().build;
  out.push_back({QStringLiteral("The meter"), {QStringLiteral("/meter_accuracy"), QStringLiteral("/meter_digit_V")}});
  out.push_back({QStringLiteral("At the work"), {QStringLiteral("/build/in_company"), QStringLiteral("/build/covered")}});
  const auto each = [&](const char* list, std::size_t count, const auto& nameOf, std::initializer_list<const char*> keys) {
    for (std::size_t i = 0; i < count; ++i)
      out.push_back({text(nameOf(i)), fieldsUnder(QStringLiteral("/build/%1/%2/").arg(QLatin1String(list)).arg(i), keys)});
  };
  each("arrivals", b.arrivals.size(), [&](std::size_t i) { return b.arrivals[i].part; },
       {"part", "when", "condition", "label_agrees", "complete", "missing", "right_way_up", "wakes", "plug_V", "note"});
  each("handwork", b.handwork.size(), [&](std::size_t i) { return b.handwork[i].what; },
       {"what", "kind", "when", "pack", "cells_out", "charger_off", "rings_off", "one_pole", "test_piece", "sealed", "note"});
  each("fasteners", b.fasteners.size(), [&](std::size_t i) { return b.fasteners[i].place; },
       {"place", "what", "out", "back", "into", "note"});
  for (std::size_t i = done.size(); i-- > 0 && out.size() < most;)
    out.push_back({text(done[i].step), fieldsUnder(QStringLiteral("/build/done/%1/").arg(i), {"step", "when", "reading", "note"})});
  return out;
}

}  // namespace usherwright::app
