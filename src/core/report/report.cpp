// Sections of the report, in the order in which they are read.
#include "core/report/report.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/work_order.h"
#include "core/assess/workings.h"
#include "core/drawing/bike/bike_drawings.h"
#include "core/drawing/channel/channel.h"
#include "core/drawing/charging/charging_drawings.h"
#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/joining/joining_drawings.h"
#include "core/drawing/list/svg.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/drawing/range/range_drawings.h"
#include "core/drawing/wiring/harness_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/report/html.h"
#include "core/sheets/pull.h"
#include "core/sheets/questions.h"
#include "core/sheets/standing.h"
#include "core/sheets/way.h"

namespace usherwright {
namespace {

constexpr double wide = 900;  // px of a drawing across the page

void replaceAll(std::string& in, std::string_view what, std::string_view by) {
  for (std::size_t at = 0; (at = in.find(what, at)) != std::string::npos; at += by.size()) in.replace(at, what.size(), by);
}

/// As it stands in a page: without a header of its own, and with ids that the page has once.
std::string inlineSvg(const drawing::Drawing& d, int number) {
  std::string svg = drawing::toSvg(d);
  if (const auto begin = svg.find("<svg"); begin != std::string::npos) svg.erase(0, begin);
  for (std::size_t at = 0; (at = svg.find("<g id=\"", at)) != std::string::npos; ++at)
    svg.erase(at + 2, svg.find('"', at + 7) + 1 - (at + 2));
  const std::string own = fmt::format("f{}-hatch", number);
  replaceAll(svg, "url(#hatch", "url(#" + own);
  replaceAll(svg, "<pattern id=\"hatch", "<pattern id=\"" + own);
  return svg;
}

class Report {
 public:
  Report(const Plan& plan, const Assessment& a, const ReportWish& wish) : plan_(plan), a_(a), wish_(wish), subject_{plan, a, wish.units} {}

  std::string make() {
    cover();
    if (!plan_.packs.empty()) {
      parts();
      findings();
      ride();
      harness();
      layout();
      charging();
      range();
      work();
      shopping();
      workings();
    } else {
      findings();
    }
    cautions();
    return page_.page(plan_.title.empty() ? "A plan" : plan_.title, static_cast<bool>(wish_.figure));
  }

 private:
  std::string shown(double value, Kind kind, int digits = 3) const { return formatQuantity(value, kind, wish_.units, digits); }
  void draw(const drawing::Drawing& d, std::string_view caption) {
    if (d.shapes.empty()) return;
    page_.figure(wish_.figure ? wish_.figure(d) : inlineSvg(d, ++figures_), caption);
  }

  /// Ended as one.
  static std::string sentence(const std::string& words) { return words.empty() || words.back() == '.' ? words : words + "."; }

  void cover() {
    page_.heading(1, plan_.title.empty() ? "A plan" : plan_.title);
    page_.paragraph("Usherwright, " + formatDate(wish_.day) +
                        ". Figures are worked out from what was entered; where it came from is said in the appendix.",
                    "soft");
    const Verdict verdict = verdictOf(plan_, a_);
    page_.paragraph(verdict.sentence, verdict.kind == VerdictKind::Stop ? "stop" : verdict.kind == VerdictKind::Unproven ? "mind" : "");
    page_.paragraph(
        fmt::format("{} Stop, {} Mind, {} Note.", a_.count(Severity::Stop), a_.count(Severity::Mind), a_.count(Severity::Note)));
    const std::vector<WayStep> way = wayOf(plan_, a_);
    if (const WayStep* next = nextOf(way)) page_.paragraph(fmt::format("Next: {} {}", sentence(next->words), sentence(next->why)));
    page_.openBlock("caution");
    page_.paragraph(
        "Lithium batteries burn. Local electrical and traffic rules, warranties and qualified people stand above this report; above 60 V "
        "direct voltage only a competent person works on it. "
        "What is not known is not safe: it is listed, and stays a question until somebody has read or measured it.");
    page_.closeBlock();
    if (!plan_.packs.empty())
      draw(drawing::channel(subject_, {wide, 150}),
           "From each pack to the motor: ratings as banks, what flows as water, the narrows pinched.");
  }

  void parts() {
    page_.heading(2, "Bike and packs");
    std::vector<std::vector<std::string>> rows;
    for (const StandingPart& part : standingOf(plan_, a_)) {
      if (std::any_of(plan_.packs.begin(), plan_.packs.end(), [&](const Pack& p) { return part.name == shownName(p); })) continue;
      for (const StandingField& f : part.fields) rows.push_back({part.name, f.words});
    }
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      const Passport passport = passportOf(plan_, a_, k);
      page_.heading(3, passport.title);
      std::vector<std::vector<std::string>> lines;
      for (const PassportLine& l : passport.lines) lines.push_back({l.name, l.value});
      page_.table({"", ""}, lines);
      page_.list(passport.cautions);
    }
    if (!plan_.kept.empty()) {
      page_.heading(3, "Put aside");
      std::vector<std::vector<std::string>> kept;
      for (const drawing::ItemCard& card : drawing::keptCards(plan_))
        kept.push_back({card.title, fmt::format("{}; {}", card.verdict, fmt::join(card.lines, "; "))});
      page_.table({"pack", "kept as"}, kept);
    }
    page_.heading(3, "Everything else that was entered, and what is not known");
    page_.table({"part", "value, and where it comes from"}, rows);
    const auto questions = questionsFor(plan_, a_);
    if (!questions.empty()) {
      page_.heading(3, "Questions that are open");
      std::vector<std::vector<std::string>> asked;
      asked.reserve(questions.size());
      for (const Question& q : questions) asked.push_back({q.about, q.words, q.why});
      page_.table({"about", "question", "why"}, asked);
    }
  }

  void findings() {
    page_.heading(2, "Findings");
    if (a_.findings.empty()) page_.paragraph("None.");
    for (const Finding& f : a_.findings) {
      page_.openBlock("finding");
      page_.heading(3, fmt::format("{} · {}", severityWord(f.severity), f.id));
      page_.paragraph(f.sentence, f.severity == Severity::Stop ? "stop" : f.severity == Severity::Mind ? "mind" : "");
      page_.paragraph("Why: " + f.why);
      page_.paragraph("Do: " + f.what);
      if (f.acceptedBecause) page_.paragraph("Accepted: " + *f.acceptedBecause, "soft");
      if (f.lapsed) page_.paragraph("Was accepted, and is open again: " + *f.lapsed, "soft");
      page_.closeBlock();
    }
  }

  void ride() {
    if (!a_.figures.ride) return;
    page_.heading(2, "The joined ride");
    draw(drawing::rideChart(subject_, {wide, 420}),
         "Amperes of each pack over the ride, and what the gauge shows against what is left, from the present charges.");
  }

  void harness() {
    page_.heading(2, "The harness");
    draw(drawing::harnessLaidOut(subject_, {wide, std::max(260.0, drawing::harnessHeight(plan_))}),
         "Laid out from the packs to the controller.");
    std::vector<std::vector<std::string>> rows;
    for (const PullRow& r : pullSheet(plan_, a_.figures, shippedCatalogue()))
      rows.push_back({r.name + (r.assumed ? " (assumed)" : ""), r.size, r.terminalFrom, r.terminalTo, r.label});
    page_.table({"conductor", "size", "from", "to", "label at both ends"}, rows);
  }

  void layout() {
    bool headed = false;
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      const FitFigures* f = a_.figures.packs[k].fit.get();
      if (!f || f->layout.empty()) continue;
      if (!headed) page_.heading(2, "Cells in their room");
      headed = true;
      draw(drawing::fitCells({f->room, f->layout}),
           a_.figures.packs[k].model.name + ", near face, not at true size: station Fit prints that.");
    }
  }

  void charging() {
    if (plan_.chargers.empty()) return;
    page_.heading(2, "Charging");
    draw(drawing::chargerMatrix(subject_, {wide, drawing::matrixHeight(plan_)}), "Every charger against every pack.");
  }

  void range() {
    if (!a_.figures.range.known) return;
    const RangeFigures& r = a_.figures.range;
    page_.heading(2, "Range");
    page_.paragraph(fmt::format("{} likely, {} when one is careful, {} at best; the first ride takes {}.",
                                shown(r.likely.value(), Kind::Distance, 2), shown(r.cautious.value(), Kind::Distance, 2),
                                shown(r.hopeful.value(), Kind::Distance, 2),
                                shown(r.route.energy.value() * r.learned.factor, Kind::Energy)));
    draw(drawing::rangeBand(subject_, {wide, 260}), "The band, all together and each pack alone, against the first ride.");
    const auto rungs = ladderOf(plan_, a_.figures);
    if (!rungs.empty())
      draw(drawing::ladderSheet(rungs, {wide, 44.0 * static_cast<double>(rungs.size() + 1) + 20}),
           "From the labels to the road, every allowance once.");
  }

  void work() {
    const auto order = orderOfWork(plan_, a_.figures);
    if (order.empty()) return;
    page_.heading(2, "The order of work");
    page_.paragraph("In an order that fails safe. A gate passes before what it protects; a reading outside is a Stop.", "soft");
    std::vector<std::vector<std::string>> rows;
    for (const WorkStep& s : order) {
      const StepJudged j = judgedOf(plan_, s);
      std::string window;
      if (s.gate && s.gate->known)
        window = s.gate->isOpenEnded()
                     ? fmt::format("over {} {}", formatNumber(s.gate->low, 4), s.gate->unit)
                     : fmt::format("{} … {} {}", formatNumber(s.gate->low, 4), formatNumber(s.gate->high, 4), s.gate->unit);
      else if (s.gate) window = "not known yet";
      std::string note = j.words;
      if (wish_.notes && j.record && !plan_.build.done[*j.record].note.empty())
        note += (note.empty() ? "" : "; ") + plan_.build.done[*j.record].note;
      rows.push_back(
          {j.standing == StepStanding::Passed ? "[x]" : "[  ]", s.title, s.gate ? s.gate->quantity : std::string(), window, note});
    }
    page_.table({"", "step", "reading", "window", "noted"}, rows);
  }

  void shopping() {
    const auto rows = shoppingList(plan_, a_.figures, shippedCatalogue());
    if (rows.empty()) return;
    page_.heading(2, "To buy for the harness");
    std::vector<std::vector<std::string>> lines;
    lines.reserve(rows.size());
    for (const BuyRow& r : rows) lines.push_back({r.what, formatNumber(r.quantity), r.unit, r.there ? "at hand" : "", r.instead});
    page_.table({"what", "#quantity", "unit", "", "would do as well"}, lines);
  }

  void working(const Working& w) {
    page_.openBlock("finding");
    page_.heading(3, w.title);
    page_.paragraph(w.formula);
    std::vector<std::vector<std::string>> rows;
    for (const WorkingInput& i : w.inputs) rows.push_back({i.symbol, i.words, i.value, i.source});
    page_.table({"", "", "#value", "from"}, rows);
    page_.paragraph(w.result + ". " + w.method + ".", "soft");
    page_.closeBlock();
  }

  void workings() {
    page_.heading(2, "Appendix: how the figures came about");
    std::vector<std::string> ids{"peak", "sustained", "narrows", "usable", "per-km", "route-energy", "range", "gauge", "window"};
    for (std::size_t k = 0; k < plan_.packs.size(); ++k)
      for (const char* what : {"full", "label", "rated", "resistance", "peak", "sag", "short", "mass"})
        ids.push_back(fmt::format("pack/{}/{}", k, what));
    for (const LeadFigures& l : a_.figures.wiring.leads)
      ids.push_back("lead/" + a_.figures.wiring.harness.leads[static_cast<std::size_t>(&l - a_.figures.wiring.leads.data())].id);
    for (const std::string& id : ids)
      if (const auto w = workingOf(plan_, a_, id)) working(*w);
  }

  void cautions() {
    page_.heading(2, "Cautions");
    page_.list(
        {"Nothing is plugged while a Stop is open. Two packs meet only inside the window that station Joining names, both read by one "
         "meter, rested.",
         "Charge attended, on stone, away from the way out, under a smoke alarm; never below 0 °C.",
         "A pack that fell, got wet, is swollen, smells or got hot stays outside and out of use until a competent person has examined it.",
         "A fire of lithium cells is cooled with much water from a distance; everybody leaves first, and the fire brigade is called."});
  }

  const Plan& plan_;
  const Assessment& a_;
  const ReportWish& wish_;
  drawing::Subject subject_;
  Html page_;
  int figures_ = 0;
};

}  // namespace

std::string reportHtml(const Plan& plan, const Assessment& assessment, const ReportWish& wish) {
  return Report(plan, assessment, wish).make();
}

}  // namespace usherwright
