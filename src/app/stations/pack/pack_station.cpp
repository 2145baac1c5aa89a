// Station Pack.
#include "app/stations/pack/pack_station.h"

#include "app/present/words.h"
#include "app/stations/pack/aside_page.h"
#include "app/stations/pack/pack_pages.h"
#include "app/widgets/plain.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/kept.h"

namespace usherwright::app {

PackStation::PackStation(Kit kit, QWidget* parent) : PagedStation(kit, parent), tabs_(new PackTabs(kit)) {
  whileEmpty(
      QStringLiteral("No pack yet"),
      QStringLiteral("Bring the label of the stock pack, or its rested voltage and its Ah.\nCells, BMS and charge follow from there."),
      QStringLiteral("Add the stock pack"), [this] { kit_.document.commit(withNewPack(kit_.document.plan())); });
  auto* row = new QHBoxLayout;
  row->setSpacing(6);
  row->addWidget(tabs_);
  const auto action = [&](const QString& words, auto handler) {
    auto* button = new QPushButton(words);
    connect(button, &QPushButton::clicked, this, handler);
    row->addWidget(button);
    return button;
  };
  const auto add = [this](const Expected<Plan>& next) {
    const std::size_t at = kit_.document.plan().packs.size();
    if (kit_.document.commit(next)) choose(at);
  };
  action(QStringLiteral("+ add"), [this, add] { add(withNewPack(kit_.document.plan())); })->setToolTip(QStringLiteral("Add a pack"));
  action(QStringLiteral("copy"), [this, add] {
    add(withDuplicatePack(kit_.document.plan(), current_));
  })->setToolTip(QStringLiteral("Copy this pack"));
  action(QStringLiteral("remove"), [this] {
    kit_.document.commit(without(kit_.document.plan(), "/packs", current_));
  })->setToolTip(QStringLiteral("Remove this pack (undo brings it back)"));
  row->addStretch(1);
  above()->addLayout(row);
  connect(tabs_, &PackTabs::chosen, this, &PackStation::choose);
  const CurrentPack current = [this] { return current_; };
  const auto shelf = std::make_shared<SessionShelf>();
  addPage(QStringLiteral("Block"), [=, this] { return new BlockPage(kit_, current); });
  addPage(QStringLiteral("Find"), [=, this] { return new FindPage(kit_, current, shelf); });
  addPage(QStringLiteral("Groups"), [=, this] { return new GroupsPage(kit_, current); });
  addPage(QStringLiteral("Health"), [=, this] { return new HealthPage(kit_, current); });
  addPage(QStringLiteral("BMS"), [=, this] { return new BoardPage(kit_, current, shelf); });
  addPage(QStringLiteral("Passport"), [=, this] { return new PassportPage(kit_, current); });
  addPage(QStringLiteral("Put aside"), [=, this] { return new AsidePage(kit_, current); });
}

void PackStation::choose(std::size_t pack) {
  current_ = pack;
  refresh();
}

bool PackStation::reveal(const QString& pointer) {
  const Plan& plan = kit_.document.plan();
  if (pointer.startsWith(QLatin1String("/packs/"))) {
    const std::size_t k = pointer.section(QLatin1Char('/'), 2, 2).toULongLong();
    if (k < plan.packs.size()) choose(k);
  }
  if (pointer.startsWith(QLatin1String("/cells/"))) {
    const std::string id = pointer.section(QLatin1Char('/'), 2, 2).toStdString();
    for (std::size_t k = 0; k < plan.packs.size(); ++k)
      if (plan.packs[k].cell == id) {
        choose(k);
        break;
      }
  }
  return PagedStation::reveal(pointer);
}

namespace {

std::vector<EntrySection> boxSections(const QString& pack) {
  return {{QStringLiteral("As printed on it"), fieldsUnder(pack, {"label_V", "label_Ah", "label_Wh", "series", "chemistry",
                                                                  "bms/continuous_A", "bms/charge_A", "fuse/rating_A"})},
          {QStringLiteral("Pack"), fieldsUnder(pack, {"name", "origin", "soc", "soh", "temperature_C", "measured_resistance_mohm",
                                                      "condition", "read_full_V", "mass_kg", "price", "cell"})},
          {QStringLiteral("Its case"), fieldsUnder(pack, {"box_length_mm", "box_width_mm", "box_height_mm", "bought", "first_charge",
                                                          "fittings", "links_mohm", "tails_mohm"})}};
}

std::vector<EntrySection> blockSections(const QString& pack, const QString& cell) {
  return {
      {QStringLiteral("Pack"),
       fieldsUnder(pack, {"name", "origin", "cell", "series", "parallel", "soc", "soh", "temperature_C", "measured_resistance_mohm",
                          "links_mohm", "tails_mohm", "mass_kg", "price", "condition"})},
      {QStringLiteral("Its cells"), fieldsUnder(cell, {"name", "chemistry", "form", "capacity_Ah", "resistance_mohm", "rc/resistance_mohm",
                                                       "rc/capacitance_F", "continuous_A", "peak_A", "peak_s", "charge_A", "mass_g",
                                                       "price", "trust", "data_sheet", "date_code", "verified"})},
      {QStringLiteral("Limits of its own, if its data sheet states others"),
       fieldsUnder(cell, {"charge_V", "nominal_V", "minimum_V", "absolute_minimum_V", "charge_from_C", "charge_to_C", "discharge_from_C",
                          "discharge_to_C"})},
      {QStringLiteral("As printed on it"), fieldsUnder(pack, {"label_V", "label_Ah", "label_Wh", "read_full_V", "bought", "first_charge",
                                                              "fittings", "box_length_mm", "box_width_mm", "box_height_mm"})}};
}

}  // namespace

std::vector<EntrySection> PackStation::sections() const {
  const QString pack = QStringLiteral("/packs/%1/").arg(current_);
  const Pack& p = kit_.document.plan().packs[current_];
  std::vector<EntrySection> out = isBox(p) ? boxSections(pack) : blockSections(pack, QStringLiteral("/cells/%1/").arg(text(p.cell)));
  if (kit_.document.assessment().figures.packs[current_].model.full > Volt(60))
    out.push_back({QStringLiteral("Above 60 V"), fieldsUnder(pack, {"competence"})});
  out.push_back(
      {QStringLiteral("How it was built"), fieldsUnder(pack, {"mixed_cells", "matched_by", "assembly", "accepted_on", "balance_leads"})});
  QStringList bms = fieldsUnder(pack, {"bms/present"});
  if (countsAsFitted(p.bms))
    bms += fieldsUnder(
        pack, {"bms/name", "bms/series", "bms/chemistry", "bms/continuous_A", "bms/peak_A", "bms/peak_s", "bms/charge_A",
               "bms/cell_cutoff_V", "bms/balance_mA", "bms/resistance_mohm", "bms/port", "bms/senses_all_groups", "bms/cell_full_V",
               "bms/charge_trip_A", "bms/trip_A", "bms/reconnects", "bms/charge_from_C", "bms/charge_to_C", "bms/discharge_to_C"});
  out.push_back({QStringLiteral("BMS"), bms});
  if (!p.readings.empty())
    out.push_back({QStringLiteral("The last reading"), fieldsUnder(pack + QStringLiteral("readings/%1/").arg(p.readings.size() - 1),
                                                                   {"when", "pack_V", "rested_min", "meter_accuracy", "meter_digit_V"})});
  for (std::size_t i = 0; i < kit_.document.plan().kept.size(); ++i)
    out.push_back({QStringLiteral("Kept: %1").arg(text(keptName(kit_.document.plan().kept[i]))),
                   fieldsUnder(QStringLiteral("/kept/%1/").arg(i), {"id", "use", "since", "place", "note"})});
  return out;
}

void PackStation::prepare() {
  current_ = std::min(current_, kit_.document.plan().packs.size() - 1);
  tabs_->refresh(current_);
}

}  // namespace usherwright::app
