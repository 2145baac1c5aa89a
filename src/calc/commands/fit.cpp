// Rooms and layouts: does it go in, how do the cells stand, what do the strips carry. Text and JSON; a plan with layouts kept.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/fit/hold.h"
#include "core/quantity/units.h"

namespace usherwright::calc {
namespace {

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

/// The kept layout, else the one that a search finds.
struct Shown {
  CellLayout layout;
  bool kept = false;
  std::string why;
};
Shown shownOf(const FitFigures& f) {
  if (!f.layout.empty()) return {f.layout, true, {}};
  Outcome<CellLayout> found = layOut(f.room, layoutRequest(f));
  return {std::move(found.result), false, std::move(found.why)};
}

std::string boxWords(const FitFigures& f) {
  if (!f.boxed) return "a closed box whose sides are not measured";
  const BoxInRoom& b = *f.boxed;
  if (!b.goesIn) return fmt::format("does not go in: {} mm too large all around", n(b.tooLarge.value()));
  std::string out = fmt::format("goes in with {} mm all around and {} mm on either face, turned by {}°", n(b.clearance.value()),
                                n(b.clearanceAcross.value()), n(b.turn));
  const LargestBox most = largestBox(f.room);
  out += fmt::format("\n  largest box here {} × {} × {} mm", n(most.along), n(most.up), n(most.through));
  if (!f.way) return out + "\n  way in: not known where the room is open";
  const std::string_view side = wordOf(f.way->by);
  if (!f.way->open) return out + fmt::format("\n  no way in found from the {}", side);
  return out + (f.way->by == OpenSide::Across ? std::string("\n  way in: straight across")
                                              : fmt::format("\n  way in: from the {}, tilted by up to {}°, {} things off first", side,
                                                            n(f.way->tilt), f.way->off.size()));
}

std::string holdWords(const Pack& pack, const PackFigures& figures) {
  const HoldFigures h = holdFigures(pack, *figures.fit, figures.model.mass);
  std::string out = h.held && h.shaken ? fmt::format("held by {} N, pulls {} N", n(*h.held), n(*h.shaken))
                                       : std::string("held: screws and straps not known");
  if (h.ofBefore) out += fmt::format("; screws {} % of the maker's section", n(*h.ofBefore * 100));
  if (h.warmer) out += fmt::format("; {} W in the closed room make {} K", n(h.heat.value()), n(h.warmer->value()));
  if (h.growthNeeded) out += fmt::format("; the stack grows by {} mm", n(h.growthNeeded->value()));
  return out;
}

std::string cellWords(const FitFigures& f) {
  std::string out = f.places >= f.needed ? fmt::format("room for {} cells, {} needed", f.places, f.needed)
                                         : fmt::format("{} of {} cells go in", f.places, f.needed);
  if (f.tooSmall) out += fmt::format("; the room is {} mm too small all around", n(f.tooSmall->value()));
  const Shown s = shownOf(f);
  if (s.layout.empty()) return out + "\n  " + (s.why.empty() ? std::string("no layout") : s.why);
  const LayoutScores& score = s.layout.scores;
  out += fmt::format("\n  {} layout: fronts of {} or more, leads {} mm inside, neighbours at most {} groups apart",
                     s.kept ? "kept" : "found", score.weakestFront, n(score.leads), score.apart);
  if (f.strips)
    out += fmt::format("\n  strips: hottest {} A/mm² of {}, shares {} to {} %, {} W, {} mΩ more", n(f.strips->hottest), n(f.longLimit),
                       n(f.strips->shareLeast * 100), n(f.strips->shareMost * 100), n(f.strips->heat.value()),
                       n(MilliOhm(f.strips->added).value()));
  return out;
}

std::string fitText(const Plan& plan, const Assessment& a) {
  std::string out = plan.title + "\n\n";
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const PackFigures& p = a.figures.packs[k];
    out += p.model.name + ": ";
    const FitFigures* f = p.fit.get();
    if (!f) {
      out += "no room is known\n";
      continue;
    }
    std::string missing;
    for (const std::string& m : f->room.missing) missing += (missing.empty() ? "" : ", ") + m;
    if (!missing.empty()) out += "not known yet: " + missing;
    else if (!f->room.why.empty()) out += f->room.why;
    else out += f->from.box ? boxWords(*f) : cellWords(*f);
    out += "\n  " + holdWords(plan.packs[k], p) + "\n";
  }
  return out;
}

Json layoutJson(const CellLayout& layout) {
  Json cells = Json::array();
  for (std::size_t i = 0; i < layout.sites.size(); ++i)
    cells.push_back(
        {{"x_mm", layout.sites[i].at.x}, {"y_mm", layout.sites[i].at.y}, {"layer", layout.sites[i].layer}, {"group", layout.group[i]}});
  return {{"weakest_front", layout.scores.weakestFront},
          {"leads_mm", layout.scores.leads},
          {"groups_apart", layout.scores.apart},
          {"cells", cells}};
}

std::string fitJson(const Plan& plan, const Assessment& a) {
  Json out{{"title", plan.title}, {"packs", Json::array()}};
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    Json row{{"pack", plan.packs[k].id}};
    const FitFigures* f = a.figures.packs[k].fit.get();
    row["room"] = f != nullptr;
    if (f) row["not_known"] = f->room.missing;
    if (f && f->room.known() && f->boxed) {
      row["goes_in"] = f->boxed->goesIn;
      row["clearance_mm"] = f->boxed->clearance.value();
      row["turn_deg"] = f->boxed->turn;
      const LargestBox most = largestBox(f->room);
      row["largest_box_mm"] = {most.along, most.up, most.through};
      row["way_in"] =
          f->way ? Json{{"found", f->way->open}, {"from", wordOf(f->way->by)}, {"tilt_deg", f->way->tilt}, {"off_first", f->way->off}}
                 : Json(nullptr);
    }
    if (f && f->room.known() && !f->from.box) {
      row["cells_needed"] = f->needed;
      row["cells_go_in"] = f->places;
      row["too_small_mm"] = orNull(f->tooSmall);
      const Shown s = shownOf(*f);
      row["kept"] = s.kept;
      row["layout"] = s.layout.empty() ? Json(nullptr) : layoutJson(s.layout);
      if (f->strips)
        row["strips"] = {{"hottest_A_per_mm2", f->strips->hottest}, {"limit_A_per_mm2", f->longLimit},
                         {"share_least", f->strips->shareLeast},    {"share_most", f->strips->shareMost},
                         {"heat_W", f->strips->heat.value()},       {"added_ohm", f->strips->added.value()}};
      if (const auto saved = bestDoubled(*f))
        row["strips"]["one_more_saves"] = {
            {"cells", {f->strips->segments[saved->segment].a + 1, f->strips->segments[saved->segment].b + 1}},
            {"heat_W", saved->after.value()}};
    }
    if (f) {
      const HoldFigures h = holdFigures(plan.packs[k], *f, a.figures.packs[k].model.mass);
      row["hold"] = {{"held_N", orNull(h.held)}, {"pulls_N", orNull(h.shaken)},  {"of_makers_section", orNull(h.ofBefore)},
                     {"heat_W", h.heat.value()}, {"warmer_K", orNull(h.warmer)}, {"stack_grows_mm", orNull(h.growthNeeded)}};
    }
    out["packs"].push_back(std::move(row));
  }
  return printed(out);
}

}  // namespace

Command fitCommand() { return {"fit", "rooms, layouts of cells, strips", fitText, fitJson}; }

Expected<Plan> withLayouts(const Plan& plan, const Assessment& a) {
  Plan next = plan;
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const FitFigures* f = a.figures.packs[k].fit.get();
    if (!f || !f->room.known() || f->from.box || !f->layout.empty()) continue;
    const Outcome<CellLayout> found = layOut(f->room, layoutRequest(*f));
    if (found.result.empty()) return unexpected(fmt::format("/packs/{}/fit", k), found.why, "a room that holds the cells");
    next = withLayout(next, k, found.result);
  }
  return next;
}

}  // namespace usherwright::calc
