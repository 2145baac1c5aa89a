// What the pages say, without a window: word for word for every judged plan, and the few sentences that must be right by hand.
#include <catch2/catch.hpp>

#include "app/present/bench_words.h"
#include "app/present/fit_words.h"
#include "app/present/joining_words.h"
#include "app/present/need_words.h"
#include "app/present/words.h"
#include "core/plan/edit.h"
#include "support/golden.h"
#include "support/plans.h"

using namespace usherwright;
using namespace usherwright::app;

namespace {

QString saidOf(const Plan& plan) {
  const Assessment a = plans::assessed(plan);
  const Figures& f = a.figures;
  QStringList out{stationsWords(plan), needSentence(f), classesWords(f), powerWords(plan, f, UnitSystem::Metric),
                  powerWords(plan, f, UnitSystem::Imperial)};
  const MeetingFigures meeting = meetingOf(plan, f);
  out << meetingVerdict(meeting, f) << meetingWords(meeting, f) << chargePathWords(plan, f) << methodsNote(plan, f) << turnWords(plan, f)
      << lowCutWords(f) << subsetWords(eachAlone(plan, shippedCatalogue()));
  for (std::uint32_t plugged = 0; plugged < (1u << plan.packs.size()); ++plugged)
    for (const bool output : {false, true}) out << liveEndWords(plan, f, {plugged, output});
  const PairTable pairs = pairsOf(plan, shippedCatalogue());
  for (std::size_t r = 0; r < pairs.rows.size(); ++r)
    for (std::size_t k = 0; k < pairs.packs.size(); ++k)
      if (pairs.rows[r].cells[k].applies) out << pairWords(pairs, r, k);
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const PackModel& m = f.packs[k].model;
    out << groupsExpected(m, false) << testRows(plan.packs[k]) << app::supplyWords(Watt(200), plan.packs[k], m)
        << cellTrustWords(plan.packs[k], f.packs[k].makeup);
    const FitFigures* fit = f.packs[k].fit.get();
    out << app::roomWords(fit) << stripWords(fit) << boxWords(plan.packs[k], fit);
    if (fit && !fit->layout.empty()) out << app::layoutWords(fit->layout, *fit);
  }
  return out.join(QLatin1Char('\n'));
}

}  // namespace

TEST_CASE("what the pages say of the examples and of the judged plans is what they said") {
  std::string all;
  for (const auto& [name, plan] : golden::plans()) all += "-- " + name + "\n" + saidOf(plan).toStdString() + "\n";
  golden::compare("pages.txt", all);
}

TEST_CASE("a supply is set to what its watts give and the pack takes, and a board that is not fitted takes nothing away") {
  Plan plan = plans::demo();
  plan.packs[0].bms.charge = Ampere(3);
  const auto said = [&] { return app::supplyWords(Watt(500), plan.packs[0], plans::assessed(plan).figures.packs[0].model); };
  const double full = plans::assessed(plan).figures.packs[0].model.full.value();
  CHECK(said() == QStringLiteral("500 W at %1 V: at most %2 A; the pack takes 3 A, so set 3 A to charge.")
                      .arg(text(formatNumber(full)), text(formatNumber(500 / full))));
  plan.packs[0].bms.present = false;
  CHECK_FALSE(said().contains(QStringLiteral("takes 3 A")));
}

TEST_CASE("one reading too few is said beside the verdict of the others") {
  const PackModel m = plans::assessed(plans::demo()).figures.packs[0].model;
  const std::vector<Volt> twelve(static_cast<std::size_t>(m.series - 1), Volt(3.9));
  const GroupCheck check = *checkGroups({twelve, m.curve, m.capacity, {}, false});
  CHECK(groupsVerdict(check, twelve.size(), m, false)
            .endsWith(QStringLiteral("%1 readings for %2 groups: one is missing or double.").arg(m.series - 1).arg(m.series)));
  CHECK_FALSE(groupsVerdict(check, twelve.size() + 1, m, false).contains(QStringLiteral("missing or double")));
  CHECK_FALSE(groupsVerdict(check, twelve.size(), m, true).contains(QStringLiteral("missing or double")));
}

TEST_CASE("a verdict on a logged ride says how sure it is, never quite, or what is missing") {
  SharingVerdict v;
  v.verdict = Sharing::Shares;
  v.confidence = 1.0;
  CHECK(sharingWords(v).endsWith(QStringLiteral(", 99.9 % sure.")));
  v.verdict = Sharing::CannotTell;
  v.because = "too few rows";
  v.more = AmpereHour(2.5);
  CHECK(sharingWords(v).endsWith(QStringLiteral(": too few rows; about 2.5 Ah more would tell.")));
  CHECK(noSharingWords(false, 1) == QStringLiteral("One pack: nothing to share"));
}
