// The table of exports.
#include "core/io/exports.h"
#include "core/io/log_csv.h"
#include "core/sheets/storage_card.h"

#include <algorithm>
#include <array>

#include "core/drawing/charging/charging_drawings.h"
#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/list/svg.h"
#include "core/drawing/log/log_drawings.h"
#include "core/drawing/wiring/harness_board.h"
#include "core/drawing/wiring/harness_drawings.h"
#include "core/fit/net.h"
#include "core/io/calendar.h"
#include "core/io/clock.h"
#include "core/io/fit_prints.h"
#include "core/io/plan_json.h"
#include "core/io/spice.h"
#include "core/io/table_csv.h"
#include "core/plan/share.h"
#include "core/report/bill.h"
#include "core/report/report.h"
#include "core/sheets/arrival_letter.h"
#include "core/sheets/pull.h"
#include "core/sheets/recycling_note.h"
#include "core/sheets/run_sheet.h"
#include "core/sheets/sale_sheet.h"

namespace usherwright {
namespace {

Expected<const DischargeRun*> rideOf(const Assessment& a) {
  const auto& ride = a.figures.ride;
  if (!ride || ride->end <= Second(0)) return unexpected("the ride", "none", "a plan with a pack and something to draw");
  return &*ride;
}

Expected<std::string> writeTable(const Plan&, const Assessment& a) {
  const auto ride = rideOf(a);
  if (!ride) return tl::unexpected(ride.error());
  std::vector<std::string> ids;
  for (const Source& s : (*ride)->input().sources) ids.push_back(s.id);
  return tableCsv((*ride)->table(Second(1)), ids);
}

Expected<std::string> writeNetlist(const Plan&, const Assessment& a) {
  const auto ride = rideOf(a);
  if (!ride) return tl::unexpected(ride.error());
  return spiceExport(**ride);
}

Expected<std::string> writePullSheet(const Plan& plan, const Assessment& a) {
  const auto rows = pullSheet(plan, a.figures, shippedCatalogue());
  if (rows.empty()) return unexpected("the harness", "none", "a plan with a pack");
  return pullSheetCsv(rows);
}

Expected<std::string> writeShopping(const Plan& plan, const Assessment& a) {
  const auto rows = shoppingList(plan, a.figures, shippedCatalogue());
  if (rows.empty()) return unexpected("the harness", "none", "a plan with a pack");
  return shoppingCsv(rows, plan.currency);
}

Expected<std::string> writeAdapters(const Plan&, const Assessment&) { return adaptersCsv(shippedCatalogue().adapters, shippedCatalogue()); }

template <drawing::Drawing (*draw)(const drawing::Subject&)>
Expected<std::string> writeSvg(const Plan& plan, const Assessment& a) {
  if (plan.packs.empty()) return unexpected("the harness", "none", "a plan with a pack");
  return drawing::toSvg(draw({plan, a, UnitSystem::Metric}));
}

Expected<std::string> writeTonight(const Plan& plan, const Assessment& a) {
  const Tonight tonight = tonightOf(plan, a, NightGoal::Soonest);
  if (tonight.steps.empty())
    return unexpected("tonight", tonight.trouble.empty() ? "nothing to charge" : tonight.trouble, "a pack to charge");
  const std::string day = formatDate(today());
  return calendarOf(plan, tonight, today(), day.substr(0, 4) + day.substr(5, 2) + day.substr(8, 2) + "T000000Z");
}

drawing::Drawing wallChart(const drawing::Subject& subject) {
  return drawing::chargerMatrix(subject, {900, drawing::matrixHeight(subject.plan)});
}

drawing::Drawing laidOutForPrint(const drawing::Subject& subject) {
  return drawing::harnessLaidOut(subject, {1100, std::max(300.0, drawing::harnessHeight(subject.plan))});
}

/// The first pack with a kept layout of cells that stand inside.
Expected<std::size_t> laidOutPack(const Assessment& a) {
  for (std::size_t k = 0; k < a.figures.packs.size(); ++k)
    if (const FitFigures* f = a.figures.packs[k].fit.get(); f && !f->layout.empty()) return k;
  return unexpected("the layout", "none", "a pack whose layout of cells was kept at station Fit");
}

Expected<std::string> writeCells(const Plan& plan, const Assessment& a, drawing::CellFace face) {
  const auto k = laidOutPack(a);
  if (!k) return tl::unexpected(k.error());
  return drawing::toSvg(drawing::cellTemplate({plan, a}, *k, face));
}
Expected<std::string> writeCellsNear(const Plan& plan, const Assessment& a) { return writeCells(plan, a, drawing::CellFace::Near); }
Expected<std::string> writeCellsFar(const Plan& plan, const Assessment& a) { return writeCells(plan, a, drawing::CellFace::Far); }

Expected<std::string> writeBench(const Plan& plan, const Assessment& a, drawing::CellFace face) {
  const auto k = laidOutPack(a);
  if (!k) return tl::unexpected(k.error());
  return drawing::toSvg(drawing::benchMap({plan, a}, *k, face));
}
Expected<std::string> writeBenchNear(const Plan& plan, const Assessment& a) { return writeBench(plan, a, drawing::CellFace::Near); }
Expected<std::string> writeBenchFar(const Plan& plan, const Assessment& a) { return writeBench(plan, a, drawing::CellFace::Far); }

Expected<std::string> writeDummy(const Plan& plan, const Assessment& a) {
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    if (const FitFigures* f = a.figures.packs[k].fit.get(); f && hasBlock(*f)) return drawing::toSvg(drawing::dummyNet({plan, a}, k));
  return unexpected("the dummy", "neither a kept layout nor a measured case", "one of them, in a room at station Fit");
}

Expected<std::string> writeStrips(const Plan&, const Assessment& a) {
  const auto k = laidOutPack(a);
  if (!k) return tl::unexpected(k.error());
  return stripsDxf(*a.figures.packs[*k].fit);
}

Expected<std::string> writeRunSheet(const Plan& plan, const Assessment& a) {
  if (plan.packs.empty()) return unexpected("the order of work", "none", "a plan with a pack");
  return runSheet(plan, a);
}

Expected<std::string> writeShare(const Plan& plan, const Assessment&) { return writePlan(shared(plan, {})); }

Expected<std::string> writeSaleSheet(const Plan& plan, const Assessment& a) {
  if (plan.packs.empty()) return unexpected("the packs", "none", "a plan with a pack");
  return saleSheet(plan, a, today());
}

Expected<std::string> writeBill(const Plan& plan, const Assessment& a) {
  if (plan.packs.empty()) return unexpected("the packs", "none", "a plan with a pack");
  return billOf(plan, a);
}

Expected<std::string> writeHandover(const Plan& plan, const Assessment& a) {
  if (plan.packs.empty()) return unexpected("the packs", "none", "a plan with a pack");
  return handoverOf(plan, a, today());
}

Expected<std::string> writeHealth(const Plan& plan, const Assessment& a) {
  if (plan.packs.empty()) return unexpected("the packs", "none", "a plan with a pack");
  return drawing::toSvg(drawing::healthSheet(plan, a.figures, today()));
}

Expected<std::string> writeArrivals(const Plan& plan, const Assessment& a) {
  if (plan.build.arrivals.empty()) return unexpected("what arrived", "nothing noted", "an arrival, at station Build");
  return arrivalLetters(plan, a);
}

Expected<std::string> writeRecycling(const Plan& plan, const Assessment& a) {
  if (plan.packs.empty()) return unexpected("the packs", "none", "a plan with a pack");
  return recyclingNote(plan, a);
}

Expected<std::string> writeReport(const Plan& plan, const Assessment& a) {
  return reportHtml(plan, a, {UnitSystem::Metric, today(), false, {}});
}

Expected<std::string> writeLog(const Plan& plan, const Assessment&) { return logCsv(plan); }

Expected<std::string> writeStorageCards(const Plan& plan, const Assessment& a) {
  if (plan.packs.empty()) return unexpected("the packs", "none", "a plan with a pack");
  return storageCards(plan, a, today());
}

Expected<std::string> writeHolder(const Plan&, const Assessment& a) {
  const auto k = laidOutPack(a);
  if (!k) return tl::unexpected(k.error());
  const FitFigures& f = *a.figures.packs[*k].fit;
  if (!f.room.cell.round) return unexpected("the cells", "flat ones", "round cells: plates hold flat ones");
  return holderStl(f, holderHeight, holderClearance);
}

}  // namespace

std::span<const Export> exports() {
  static constexpr std::array rows{
      Export{"report", "The report", "everything on one page to print: verdict, findings, figures, drawings, the order of work, as HTML",
             ".html", Exported::Plan, writeReport},
      Export{"share", "A copy to share", "the plan without private things, notes, labels' own texts and tracks", ".uwplan", Exported::Plan,
             writeShare},
      Export{"table", "The ride as a table", "the simulated ride, a row every second, as CSV", ".csv", Exported::Ride, writeTable},
      Export{"netlist", "The circuit as a netlist", "the joined packs for a SPICE program; refused for packs that take turns", ".cir",
             Exported::Ride, writeNetlist},
      Export{"pull", "The pull sheet", "every conductor: size, cut, strips, terminals, label, as CSV", ".csv", Exported::Harness,
             writePullSheet},
      Export{"shopping", "The shopping list", "what the harness takes, what is there, what would do as well, as CSV", ".csv",
             Exported::Harness, writeShopping},
      Export{"laid-out", "The harness, laid out", "from the packs to the controller, as SVG", ".svg", Exported::Harness,
             writeSvg<laidOutForPrint>},
      Export{"on-the-bike", "The harness on the bike", "along the tubes in millimetres, as SVG", ".svg", Exported::Harness,
             writeSvg<drawing::harnessOnBike>},
      Export{"board", "The harness board 1:1", "lay the leads on it: true lengths in millimetres, as SVG", ".svg", Exported::Harness,
             writeSvg<drawing::harnessBoard>},
      Export{"run-sheet", "The run sheet", "the order of work with boxes, windows, and what another reading means, as text", ".txt",
             Exported::Build, writeRunSheet},
      Export{"log", "The log as a table", "rides, charges, readings, tests and what happened, a row each, as CSV", ".csv", Exported::Log,
             writeLog},
      Export{"health", "The packs over time", "charge of each pack over time with its band and what happened, as SVG", ".svg",
             Exported::Log, writeHealth},
      Export{"sale-sheet", "The sale sheet", "what was tested and when, what happened, what nobody knows, as text", ".txt", Exported::Log,
             writeSaleSheet},
      Export{"bill", "The bill", "quotes and what the harness still takes, against the budget, as text", ".txt", Exported::Build,
             writeBill},
      Export{"handover", "Handover to the owner",
             "chargers, fuses, every reading with its window, what was passed over, what falls due, as text", ".txt", Exported::Build,
             writeHandover},
      Export{"arrival-letters", "Letters about what arrived", "what came hurt, wrong or without something, to its seller, as text", ".txt",
             Exported::Build, writeArrivals},
      Export{"recycling", "Handing packs in", "what is done before a pack is handed in, whom to ask, a line for the receipt, as text",
             ".txt", Exported::Log, writeRecycling},
      Export{"storage-cards", "Storage cards", "how full, which volts, what to unplug, when to look again, as text", ".txt", Exported::Log,
             writeStorageCards},
      Export{"tonight", "Tonight as a calendar", "when to plug and unplug, and the holds that are due, as a calendar file", ".ics",
             Exported::Charging, writeTonight},
      Export{"wall-chart", "The wall chart of chargers", "which charger for which pack, to hang above the socket, as SVG", ".svg",
             Exported::Charging, writeSvg<wallChart>},
      Export{"tags", "Tags of chargers and ports 1:1", "to be cut out and tied on, in millimetres, as SVG", ".svg", Exported::Charging,
             writeSvg<drawing::chargerTags>},
      Export{"cells", "The cells 1:1, near face",
             "every cell with group and pole, of the first pack with a kept layout, in millimetres, as SVG", ".svg", Exported::Fit,
             writeCellsNear},
      Export{"cells-far", "The cells 1:1, far face", "the same, mirrored as it lies when the block is turned over", ".svg", Exported::Fit,
             writeCellsFar},
      Export{"welds", "Welds and balance leads, near face",
             "every plate, two spots a cell to tick, and where each balance lead goes, as SVG", ".svg", Exported::Fit, writeBenchNear},
      Export{"welds-far", "Welds and balance leads, far face", "the same, mirrored", ".svg", Exported::Fit, writeBenchFar},
      Export{"dummy", "A dummy of cardboard 1:1", "the net of the first pack with wrap, strips and lead, in millimetres, as SVG", ".svg",
             Exported::Fit, writeDummy},
      Export{"strips", "The strips of both faces", "to be cut, with the cells under them, in millimetres, as DXF", ".dxf", Exported::Fit,
             writeStrips},
      Export{"holder", "A holder for the cells", "10 mm high, holes 0.3 mm wider than a cell, to be printed, as STL", ".stl", Exported::Fit,
             writeHolder},
      Export{"adapters", "The list of adapters", "those of the catalogue, as CSV", ".csv", Exported::Harness, writeAdapters}};
  return rows;
}

const Export* findExport(std::string_view name) {
  const auto rows = exports();
  const auto at = std::find_if(rows.begin(), rows.end(), [&](const Export& row) { return row.name == name; });
  return at == rows.end() ? nullptr : &*at;
}

}  // namespace usherwright
