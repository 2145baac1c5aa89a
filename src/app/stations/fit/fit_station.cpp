// Station Fit.
#include "app/stations/fit/fit_station.h"

#include <algorithm>

#include "app/present/words.h"
#include "app/stations/fit/fit_pages.h"
#include "core/plan/edit.h"

namespace usherwright::app {

FitStation::FitStation(Kit kit, QWidget* parent) : PagedStation(kit, parent), tabs_(new PackTabs(kit)) {
  whileEmpty(
      QStringLiteral("No pack yet"),
      QStringLiteral("Bring a tape measure, a calliper, and the cells or the case.\nThe room is measured first; then it is laid out."),
      QStringLiteral("Add a pack"), [this] { kit_.document.commit(withNewPack(kit_.document.plan())); });
  auto* row = new QHBoxLayout;
  row->addWidget(tabs_);
  row->addStretch(1);
  above()->addLayout(row);
  const CurrentPack current = [this] { return current_; };
  addPage(QStringLiteral("Room"), [=, this] { return new RoomPage(kit_, current); });
  addPage(QStringLiteral("Layout"), [=, this] { return new LayoutPage(kit_, current); });
  addPage(QStringLiteral("Strips"), [=, this] { return new StripsPage(kit_, current); });
  addPage(QStringLiteral("Clearance"), [=, this] { return new ClearancePage(kit_, current); });
  addPage(QStringLiteral("Hold"), [=, this] { return new HoldPage(kit_, current); });
  addPage(QStringLiteral("Print 1:1"), [=, this] { return new PrintPage(kit_, current); });
  connect(tabs_, &PackTabs::chosen, this, &FitStation::choose);
}

void FitStation::choose(std::size_t pack) {
  current_ = pack;
  refresh();
}

bool FitStation::reveal(const QString& pointer) {
  if (pointer.startsWith(QLatin1String("/packs/"))) {
    const std::size_t k = pointer.section(QLatin1Char('/'), 2, 2).toULongLong();
    if (pointer.section(QLatin1Char('/'), 4, 4) == QLatin1String("places")) place_ = pointer.section(QLatin1Char('/'), 5, 5).toULongLong();
    if (k < kit_.document.plan().packs.size()) choose(k);
  }
  return PagedStation::reveal(pointer);
}

namespace {

/// The lengths that a kind of room is described by, and those that it is not.
std::pair<QStringList, QStringList> roomFields(const QString& fit, const Fit& f) {
  const QStringList box = fieldsUnder(fit, {"length_mm", "height_mm"}),
                    sides = fieldsUnder(fit, {"top_mm", "down_mm", "seat_mm", "corner_mm"});
  QStringList corners;
  for (std::size_t i = 0; i < f.outline.size(); ++i) corners += fieldsUnder(fit + QStringLiteral("outline/%1/").arg(i), {"x_mm", "y_mm"});
  QStringList here = fieldsUnder(fit, {"room"}), other;
  const RoomKind kind = f.room.value_or(RoomKind::Box);
  here += kind == RoomKind::Triangle ? sides : kind == RoomKind::Outline ? corners : box;
  here += fieldsUnder(fit, {"depth_mm", "open_side", "mouth_mm", "mouth_from_mm"});
  if (kind == RoomKind::Triangle || kind == RoomKind::Outline) other += box;
  if (kind != RoomKind::Triangle) other += sides;
  if (kind != RoomKind::Outline) other += corners;
  return {here, other};
}

void holdSections(const QString& hold, std::vector<EntrySection>& out) {
  out.push_back(
      {QStringLiteral("Carried"), fieldsUnder(hold, {"carrier", "carrier_limit_kg", "centre_up_mm", "centre_along_mm", "ridden_on"})});
  out.push_back({QStringLiteral("Screws and straps"),
                 fieldsUnder(hold, {"screws", "screw_size", "screw_into", "screws_before", "screw_size_before", "straps", "strap_width_mm",
                                    "tightened_on", "holes_apart_mm", "slots_from_mm", "slots_to_mm", "head_mm", "slide_mm", "bump_mm",
                                    "spacer_mm"})});
  out.push_back({QStringLiteral("Its case"),
                 fieldsUnder(hold, {"case_of", "case_clamped", "case_warmest_C", "flame_rated", "kept_indoors", "vent", "hard_faces"})});
  out.push_back({QStringLiteral("Flat cells"), fieldsUnder(hold, {"plates", "pressure_kpa", "growth_mm", "point_load"})});
  out.push_back({QStringLiteral("Bare parts"), fieldsUnder(hold, {"bare_over_mm", "bare_through_mm", "bare_V"})});
}

QStringList sectionsOf(const QString& page) {
  if (page == QLatin1String("Layout")) return {QStringLiteral("Around the cells")};
  if (page == QLatin1String("Strips")) return {QStringLiteral("Strips")};
  if (page == QLatin1String("Clearance")) return {QStringLiteral("Sides of the case")};
  if (page == QLatin1String("Hold"))
    return {QStringLiteral("Carried"), QStringLiteral("Screws and straps"), QStringLiteral("Its case"), QStringLiteral("Flat cells"),
            QStringLiteral("Bare parts")};
  return {};
}

}  // namespace

std::vector<EntrySection> FitStation::sections() const {
  const QString pack = QStringLiteral("/packs/%1/").arg(current_), fit = pack + QStringLiteral("fit/");
  const Pack& p = kit_.document.plan().packs[current_];
  const auto [here, other] = roomFields(fit, p.fit);
  std::vector<EntrySection> out{{QStringLiteral("Room"), here}};
  for (std::size_t i = 0; i < p.fit.things.size(); ++i)
    out.push_back({p.fit.things[i].name.empty() ? QStringLiteral("In the way") : text(p.fit.things[i].name),
                   fieldsUnder(fit + QStringLiteral("things/%1/").arg(i),
                               {"name", "kind", "x_mm", "y_mm", "width_mm", "height_mm", "heat_W", "covered", "comes_off"})});
  if (isCase(p))
    out.push_back({QStringLiteral("Sides of the case"), fieldsUnder(pack, {"box_length_mm", "box_width_mm", "box_height_mm"}) +
                                                            fieldsUnder(fit, {"box_x_mm", "box_y_mm", "box_turn_deg"})});
  out.push_back(
      {QStringLiteral("Around the cells"), fieldsUnder(fit, {"wall_mm", "wrap_mm", "foam_mm", "gap_mm", "strips_mm", "stance", "grid",
                                                             "layers", "lead_exit", "seed", "locked_groups", "locked_cells", "bed_mm"})});
  out.push_back({QStringLiteral("Strips"), fieldsUnder(fit, {"strip_material", "strip_width_mm", "strip_thickness_mm", "strip_layers",
                                                             "linking", "rings", "barrier", "minus_taken_at", "plus_taken_at"})});
  holdSections(pack + QStringLiteral("hold/"), out);
  if (place_ < p.fit.places.size())
    out.push_back({QStringLiteral("Kept cell %1").arg(place_ + 1),
                   fieldsUnder(fit + QStringLiteral("places/%1/").arg(place_), {"x_mm", "y_mm", "layer", "group"})});
  // What the page is about stands first.
  const QStringList first = sectionsOf(pageName());
  std::stable_partition(out.begin(), out.end(), [&](const EntrySection& s) { return first.contains(s.title); });
  out.push_back({QStringLiteral("Of another kind of room"), other});
  return out;
}

void FitStation::prepare() {
  current_ = std::min(current_, kit_.document.plan().packs.size() - 1);
  tabs_->refresh(current_);
}

}  // namespace usherwright::app
