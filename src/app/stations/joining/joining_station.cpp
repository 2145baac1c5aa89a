// Station Joining.
#include "app/stations/joining/joining_station.h"

#include "app/present/words.h"
#include "app/stations/joining/flow_page.h"
#include "app/stations/joining/joining_pages.h"
#include "app/stations/joining/study_pages.h"
#include "core/plan/edit.h"
#include "core/plan/names.h"

namespace usherwright::app {

JoiningStation::JoiningStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  whileEmpty(QStringLiteral("Nothing to join yet"),
             QStringLiteral("Bring two packs: for each its series count, its Ah and its rested voltage."), QStringLiteral("Add a pack"),
             [this] { kit_.document.commit(withNewPack(kit_.document.plan())); });
  addPage(QStringLiteral("Flow"), [this] { return new FlowPage(kit_); });
  addPage(QStringLiteral("Methods"), [this] { return new MethodsPage(kit_); });
  addPage(QStringLiteral("Pairs"), [this] { return new PairsPage(kit_); });
  addPage(QStringLiteral("Connect"), [this] { return new MeetingPage(kit_); });
  addPage(QStringLiteral("Alone"), [this] { return new SubsetsPage(kit_); });
  addPage(QStringLiteral("Turns"), [this] { return new TurnsPage(kit_); });
  addPage(QStringLiteral("Gauge"), [this] { return new GaugePage(kit_); });
  addPage(QStringLiteral("Proof"), [this] { return new ProofPage(kit_); });
  addPage(QStringLiteral("Spread"), [this] { return new SpreadPage(kit_); });
}

QString JoiningStation::pageOf(const QString& pointer) const {
  const bool card = pointer == QLatin1String("/joining/method") || pointer == QLatin1String("/joining/policy");
  return card ? QStringLiteral("Flow") : QString();
}

std::vector<EntrySection> JoiningStation::sections() const {
  const Plan& plan = kit_.document.plan();
  const QString joining = QStringLiteral("/joining/");
  std::vector<EntrySection> out;
  QStringList ride{joining + QStringLiteral("load_mode")};
  if (plan.joining.loadMode == LoadMode::Power) ride << joining + QStringLiteral("load_power_W");
  if (plan.joining.loadMode == LoadMode::Current) ride << joining + QStringLiteral("load_current_A");
  ride << QStringLiteral("/bike/controller/regen_current_A");
  out.push_back({QStringLiteral("The ride draws"), ride});
  if (plan.packs.size() > 1) {
    QStringList joint;
    if (plan.joining.method == Method::Converter)
      for (const char* key : {"source", "set_V", "output_A", "power_W", "efficiency", "standby_mA", "input_low_V", "input_high_V",
                              "fallback_V", "own_cut_V", "second_joint"})
        joint << joining + QStringLiteral("converter/") + QLatin1String(key);
    if (plan.joining.method != Method::Direct)
      for (const char* key : {"part/input_A", "part/total_A", "part/inputs", "part/voltage_V", "part/forward_V", "part/on_mohm",
                              "part/standby_mA", "part/closed_box"})
        joint << joining + QLatin1String(key);
    if (plan.joining.method == Method::Schottky) joint << joining + QStringLiteral("part/heat_sink_K_per_W");
    if (plan.joining.method == Method::Selector)
      joint << joining + QStringLiteral("part/break_before_make") << joining + QStringLiteral("part/breaks_load");
    else joint << joining + QStringLiteral("switched_inputs");
    if (plan.joining.method == Method::Direct)
      for (const char* key : {"loose_ends_capped", "always_together", "ends_checked_by", "ends_checked_on"})
        joint << joining + QLatin1String(key);
    if (plan.joining.method == Method::Selector || plan.joining.switchedInputs) joint << joining + QStringLiteral("mark_soc");
    joint << joining + QStringLiteral("limit_while_apart_A") << joining + QStringLiteral("two_meters");
    out.push_back({QStringLiteral("The joint"), joint});
  }
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    out.push_back({QStringLiteral("Now: %1").arg(text(shownName(plan.packs[k]))), {QStringLiteral("/packs/%1/soc").arg(k)}});
  out.push_back({QStringLiteral("The gauge"), {QStringLiteral("/bike/gauge/kind"), QStringLiteral("/bike/gauge/bars")}});
  return out;
}

}  // namespace usherwright::app
