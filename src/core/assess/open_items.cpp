// Arrivals, joints and the tray.
#include "core/assess/open_items.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/work_gates.h"
#include "core/plan/names.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

bool isCharger(const Plan& plan, const Arrival& arrival) {
  return std::any_of(plan.chargers.begin(), plan.chargers.end(), [&](const Charger& c) { return isCalled(arrival.part, c); });
}

/// Volts at the plug against what this pack can have; nothing wrong within.
void judgeVolts(const Plan& plan, const Figures& figures, const Arrival& arrival, std::size_t pack, ArrivalJudged& out) {
  if (!arrival.volts) {
    out.unknown.emplace_back("plug_V");
    return;
  }
  const Gate gate = WorkGates(plan, figures).volts(pack);
  const double volts = arrival.volts->value();
  const StepJudged judgement = judged(gate, volts, doubtOf(plan, gate, volts));
  if (judgement.standing == StepStanding::Passed) return;
  out.wrong.push_back(fmt::format("reads {} V at its plug; {} to {} V is right", formatNumber(volts, 4), formatNumber(gate.low, 4),
                                  formatNumber(gate.high, 4)));
}

}  // namespace

std::optional<std::size_t> packOf(const Plan& plan, const Arrival& arrival) {
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    if (isCalled(arrival.part, plan.packs[k])) return k;
  return std::nullopt;
}

ArrivalJudged arrivalJudged(const Plan& plan, const Figures& figures, const Arrival& arrival) {
  ArrivalJudged out;
  const auto pack = packOf(plan, arrival);
  const bool lithium = pack && isLithium(figures.packs[*pack].model.chemistry);
  bool hurt = false, small = false;
  if (!arrival.condition || arrival.condition == Condition::Unknown) out.unknown.emplace_back("condition");
  else if (arrival.condition != Condition::Sound) {
    hurt = true;
    out.wrong.push_back(fmt::format("came {}", wordOf(*arrival.condition)));
  }
  const auto flag = [&](Known<bool> value, const char* key, const std::string& words, bool isSmall) {
    if (!value) out.unknown.emplace_back(key);
    else if (!*value) {
      out.wrong.push_back(words);
      small = small || isSmall;
    }
  };
  flag(arrival.labelAgrees, "label_agrees", "its label does not say what was ordered", false);
  const std::string missing = trimmed(arrival.missing);
  flag(arrival.complete, "complete", missing.empty() ? "not all of it came" : "is missing: " + missing, true);
  if (pack) {
    flag(arrival.rightWayUp, "right_way_up", "its cradle or plate sits the wrong way round", true);
    judgeVolts(plan, figures, arrival, *pack, out);
  }
  if (pack || isCharger(plan, arrival)) flag(arrival.wakes, "wakes", "its button or lamp does nothing", false);
  const std::size_t smallOnes = static_cast<std::size_t>((arrival.complete == false) + (pack && arrival.rightWayUp == false));
  if (hurt && lithium) out.verdict = ArrivalVerdict::Quarantine;
  else if (out.wrong.size() > smallOnes) out.verdict = ArrivalVerdict::Claim;
  else if (!out.unknown.empty()) out.verdict = ArrivalVerdict::LookOn;
  else out.verdict = small ? ArrivalVerdict::Mend : ArrivalVerdict::Accept;
  return out;
}

std::string_view verdictWords(ArrivalVerdict verdict) {
  switch (verdict) {
    case ArrivalVerdict::Accept: return "accept it";
    case ArrivalVerdict::Mend: return "mend it, or ask for what is missing";
    case ArrivalVerdict::Claim: return "photograph it and claim: it is not built in";
    case ArrivalVerdict::Quarantine: return "outside, away from what burns: never charged, never into the post";
    default: return "look on: nothing is known before every side was looked at";
  }
}

std::vector<std::string_view> guardsOf(const Handwork& work) {
  std::vector<std::string_view> out{"kind", "charger_off", "rings_off"};
  const bool unknown = !work.kind;
  const bool joins = unknown || *work.kind <= HandKind::Bolted;
  // Cells stay where strips are welded onto them; everything else that is hot, dusty or opens a pack is done without them.
  const bool hot = unknown || *work.kind == HandKind::Soldered || *work.kind >= HandKind::Drilled;
  if (hot) out.emplace_back("cells_out");
  if (joins || work.kind == HandKind::Opened) out.emplace_back("one_pole");
  return out;
}

std::string_view tightnessWords(Known<ScrewInto> into) {
  if (!into) return "how tight follows from what it is screwed into";
  switch (*into) {
    case ScrewInto::MetalThread: return "firm, with a drop of thread lock; a line of paint across";
    case ScrewInto::RivetNut: return "firm and no more: a rivet nut turns in its hole";
    case ScrewInto::Insert: return "until it stops, by three fingers: plastic creeps";
    case ScrewInto::BarePlastic: return "until it stops, by two fingers; start it in its old thread";
    default: return "until it stops, by hand";
  }
}

std::vector<OpenItem> inTheTray(const Plan& plan) {
  std::vector<OpenItem> out;
  const auto& tray = plan.build.fasteners;
  for (std::size_t i = 0; i < tray.size(); ++i) {
    const Fastener& f = tray[i];
    if (f.out && f.back && *f.back == *f.out) continue;
    const std::string what = fmt::format("{}{}{}", f.place, f.what.empty() ? "" : ", ", f.what);
    const bool counted = f.out.has_value();
    out.push_back({!counted  ? fmt::format("{}: nobody counted how many came out", what)
                   : !f.back ? fmt::format("{}: {} came out, nobody noted how many are back", what, *f.out)
                             : fmt::format("{}: {} came out, {} are back", what, *f.out, *f.back),
                   fmt::format("/build/fasteners/{}/{}", i, counted ? "back" : "out")});
  }
  return out;
}

std::vector<OpenItem> openItems(const Plan& plan, const Figures& figures) {
  std::vector<OpenItem> out;
  for (std::size_t i = 0; i < plan.build.arrivals.size(); ++i) {
    const Arrival& a = plan.build.arrivals[i];
    const ArrivalJudged judgement = arrivalJudged(plan, figures, a);
    if (judgement.verdict == ArrivalVerdict::Accept) continue;
    const bool open = judgement.verdict == ArrivalVerdict::LookOn;
    out.push_back(
        {fmt::format("{}: {}", a.part, open ? std::string("not looked at all over") : fmt::format("{}", fmt::join(judgement.wrong, ", "))),
         fmt::format("/build/arrivals/{}/{}", i, open ? judgement.unknown.front() : std::string("condition"))});
  }
  for (std::size_t i = 0; i < plan.build.handwork.size(); ++i) {
    const Handwork& h = plan.build.handwork[i];
    if (h.kind && *h.kind > HandKind::Bolted) continue;
    const auto add = [&](const char* key, const std::string& words) {
      out.push_back({fmt::format("{}: {}", h.what, words), fmt::format("/build/handwork/{}/{}", i, key)});
    };
    if (!h.testPiece) add("test_piece", "nobody noted a test piece");
    else if (h.testPiece == TestPiece::Slipped) add("test_piece", "its test piece slipped: the joint is made again");
    else if (h.testPiece == TestPiece::NotMade) add("test_piece", "no test piece was made");
    if (h.sealed == false) add("sealed", "the joint is not sealed");
  }
  const std::vector<OpenItem> tray = inTheTray(plan);
  out.insert(out.end(), tray.begin(), tray.end());
  return out;
}

}  // namespace usherwright
