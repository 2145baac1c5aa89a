// Station Wiring.
#include "app/stations/wiring/wiring_station.h"

#include <algorithm>

#include "app/present/words.h"
#include "app/stations/wiring/wiring_pages.h"
#include "app/stations/wiring/work_pages.h"
#include "core/plan/edit.h"
#include "core/plan/names.h"

namespace usherwright::app {

WiringStation::WiringStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  whileEmpty(QStringLiteral("Nothing to wire yet"),
             QStringLiteral("Bring a pack and its place on the bike: the leads follow from them, as long as the tubes are."),
             QStringLiteral("Add a pack"), [this] { kit_.document.commit(withNewPack(kit_.document.plan())); });
  addPage(QStringLiteral("Laid out"), [this] { return new LaidOutPage(kit_); });
  addPage(QStringLiteral("On the bike"), [this] { return new OnBikePage(kit_); });
  addPage(QStringLiteral("Slack"), [this] { return new SlackPage(kit_); });
  addPage(QStringLiteral("Ends"), [this] { return new EndsPage(kit_); });
  addPage(QStringLiteral("Sizes"), [this] { return new SizesPage(kit_); });
  addPage(QStringLiteral("Short here"), [this] { return new ShortPage(kit_); });
  addPage(QStringLiteral("Switch on"), [this] { return new SwitchOnPage(kit_); });
  addPage(QStringLiteral("Live ends"), [this] { return new LiveEndsPage(kit_); });
  addPage(QStringLiteral("Cut and buy"), [this] { return new BuyPage(kit_); });
}

namespace {

/// The lead of a branch and its own fuse.
QStringList branchKeys(const QString& at) {
  QStringList out{at + QStringLiteral("lead_size")};
  for (const char* key : {"present", "rating_A", "kind", "dc_V", "breaking_A", "distance_mm"})
    out << at + QStringLiteral("fuse/") + QLatin1String(key);
  return out;
}

}  // namespace

std::vector<EntrySection> WiringStation::sections() const {
  const Plan& plan = kit_.document.plan();
  std::vector<EntrySection> out;
  const auto runKeys = [&](QStringList& list, const Run* run) {
    for (std::size_t r = 0; r < plan.wiring.runs.size(); ++r)
      if (&plan.wiring.runs[r] == run)
        for (const char* key : {"size", "held", "length_plus_m", "length_minus_m", "insulation", "bundle", "closed", "touchable", "fixing",
                                "splice", "strain_relief", "spray", "moves", "loop_radius_mm", "travel_deg", "axis_distance_mm",
                                "free_length_mm", "pull_out_mm", "slack_mm"})
          list << QStringLiteral("/wiring/runs/%1/%2").arg(r).arg(QLatin1String(key));
  };
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const Pack& p = plan.packs[k];
    const QString at = QStringLiteral("/packs/%1/").arg(k);
    QStringList list;
    runKeys(list, plan.leadOf(p.id));
    const QString name = text(shownName(p));
    if (!list.isEmpty()) out.push_back({QStringLiteral("Lead: %1").arg(name), list});
    list.clear();
    list << at + QStringLiteral("plug") << at + QStringLiteral("plug_live_side") << at + QStringLiteral("parted_by")
         << at + QStringLiteral("fuse/present");
    if (countsAsFitted(p.fuse))
      for (const char* key :
           {"fuse/rating_A", "fuse/kind", "fuse/dc_V", "fuse/breaking_A", "fuse/carry", "fuse/distance_mm", "fuse/built_in"})
        list << at + QLatin1String(key);
    out.push_back({QStringLiteral("Plug and fuse: %1").arg(name), list});
    list.clear();
    list << at + QStringLiteral("bike_plug");
    for (const char* side : {"own_half", "bike_half"})
      for (const char* key : {"plus_contact", "minus_contact", "shell", "plus_at", "key"})
        list << at + QStringLiteral("%1/%2").arg(QLatin1String(side), QLatin1String(key));
    out.push_back({QStringLiteral("Halves of the plug: %1").arg(name), list});
  }
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    out.push_back(
        {QStringLiteral("Charge lead: %1").arg(text(shownName(plan.packs[k]))), branchKeys(QStringLiteral("/packs/%1/charge_").arg(k))});
  for (std::size_t i = 0; i < plan.bike.accessories.size(); ++i) {
    const QString at = QStringLiteral("/bike/accessories/%1/").arg(i);
    const std::string& name = plan.bike.accessories[i].name;
    out.push_back({QStringLiteral("Lead: %1").arg(name.empty() ? QStringLiteral("accessory %1").arg(i + 1) : text(name)),
                   QStringList{at + QStringLiteral("tap")} + branchKeys(at)});
  }
  QStringList main;
  runKeys(main, plan.mainRun());
  main << QStringLiteral("/joining/output_plug") << QStringLiteral("/joining/precharge_ohm");
  for (const char* key : {"kind", "dc_V", "continuous_A", "contact_mohm", "closes_last", "breaks_running_current"})
    main << QStringLiteral("/wiring/main_switch/%1").arg(QLatin1String(key));
  out.push_back({QStringLiteral("Main lead"), main});
  // Whatever else is drawn: runs between packs, or from what is not there.
  for (std::size_t r = 0; r < plan.wiring.runs.size(); ++r) {
    const Run& run = plan.wiring.runs[r];
    const bool shown = &run == plan.mainRun() ||
                       std::any_of(plan.packs.begin(), plan.packs.end(), [&](const Pack& p) { return plan.leadOf(p.id) == &run; });
    if (shown) continue;
    QStringList list;
    for (const char* key : {"from", "to", "from_pole", "to_pole", "size"})
      list << QStringLiteral("/wiring/runs/%1/%2").arg(r).arg(QLatin1String(key));
    out.push_back({QStringLiteral("Run: %1").arg(text(run.id)), list});
  }
  return out;
}

}  // namespace usherwright::app
