// The shipped tables, read from their text once.
#include "core/parts/catalogue.h"

#include <algorithm>
#include <sstream>

#include "core/parts/catalogue_data.h"
#include "core/parts/part_rows.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

/// What ships is sound; anything else is a bug of this build.
CsvTable shippedTable(std::string_view text) {
  auto table = readCsv(text);
  ensure(table.has_value(), "a shipped table cannot be read");
  return std::move(*table);
}

/// "10 15 20".
std::vector<double> numbersOf(const std::string& text, char between) {
  std::vector<double> out;
  std::istringstream words(text);
  for (std::string word; std::getline(words, word, between);) {
    const auto value = parseNumber(word);
    ensure(value.has_value(), "a list of numbers of a shipped table cannot be read");
    out.push_back(*value);
  }
  return out;
}

/// "1.35:600 2:5".
std::vector<MeltingPoint> curveOf(const std::string& text) {
  std::vector<MeltingPoint> out;
  std::istringstream words(text);
  for (std::string word; words >> word;) {
    const std::vector<double> pair = numbersOf(word, ':');
    ensure(pair.size() == 2, "a point of a shipped curve is no pair");
    out.push_back({pair[0], Second(pair[1])});
  }
  return out;
}

ConnectorClass connectorOf(const PartRow& row) {
  ConnectorClass c;
  c.id = row.text("id");
  c.name = row.text("name");
  c.family = row.text("family");
  c.continuous = Ampere(row.number("continuous_A"));
  c.tenSeconds = Ampere(row.number("ten_seconds_A"));
  c.perContact = MilliOhm(row.number("contact_mohm"));
  c.smallestWire = row.text("smallest_wire");
  c.largestWire = row.text("largest_wire");
  c.forCharging = row.yes("for_charging");
  c.antiSpark = row.yes("anti_spark");
  c.shrouded = row.yes("shrouded");
  c.genderless = row.yes("genderless");
  c.polesInBody = static_cast<int>(row.number("poles_in_body"));
  c.shells = row.yes("shells");
  c.keyed = row.yes("keyed");
  c.locking = row.yes("locking");
  c.cycles = static_cast<int>(row.number("cycles"));
  c.price = Money(row.number("price"));
  return c;
}

FuseType fuseOf(const PartRow& row) {
  FuseType f;
  f.kind = row.choice<FuseKind>("kind");
  f.name = row.text("name");
  f.voltage = Volt(row.number("dc_V"));
  f.breaking = Ampere(row.number("breaking_A"));
  f.carry = row.number("carry");
  for (const double rating : numbersOf(row.text("ratings_A"), ' ')) f.ratings.emplace_back(rating);
  f.curve = curveOf(row.text("curve"));
  f.source = row.text("source");
  f.price = Money(row.number("price"));
  return f;
}

SwitchType switchOf(const PartRow& row) {
  return {row.text("id"),
          row.text("name"),
          row.choice<SwitchKind>("kind"),
          Volt(row.number("dc_V")),
          Ampere(row.number("continuous_A")),
          Ampere(row.number("breaks_A")),
          MilliOhm(row.number("contact_mohm")),
          row.yes("closes_softly"),
          Money(row.number("price"))};
}

WireOffer wireOf(const PartRow& row) {
  return {row.text("size"), Money(row.number("price_per_m")), Millimetre(row.number("sleeve_mm")), row.text("boot")};
}

template <class Of>
void forEachRow(std::string_view text, Of of) {
  const CsvTable table = shippedTable(text);
  for (std::size_t i = 0; i < table.rows.size(); ++i) of(PartRow(table, i));
}

Catalogue build() {
  Catalogue c;
  forEachRow(shipped::connectors, [&](const PartRow& row) { c.connectors.push_back(connectorOf(row)); });
  forEachRow(shipped::fuses, [&](const PartRow& row) { c.fuseRatings.emplace_back(row.number("rating_A")); });
  forEachRow(shipped::fuse_families, [&](const PartRow& row) { c.fuses.push_back(fuseOf(row)); });
  forEachRow(shipped::switches, [&](const PartRow& row) { c.switches.push_back(switchOf(row)); });
  forEachRow(shipped::wires, [&](const PartRow& row) { c.wires.push_back(wireOf(row)); });
  auto adapters = readAdapters(shipped::adapters, c);
  ensure(adapters.has_value(), "the shipped adapters cannot be read");
  c.adapters = std::move(*adapters);
  return c;
}

template <class Part>
const Part* named(const std::vector<Part>& parts, std::string_view id) {
  const auto found = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == id; });
  return found == parts.end() ? nullptr : &*found;
}

}  // namespace

const ConnectorClass* Catalogue::connector(std::string_view id) const { return named(connectors, id); }
const Adapter* Catalogue::adapter(std::string_view id) const { return named(adapters, id); }

const WireOffer* Catalogue::wire(std::string_view size) const {
  const auto found = std::find_if(wires.begin(), wires.end(), [&](const WireOffer& w) { return w.size == size; });
  return found == wires.end() ? nullptr : &*found;
}

const Catalogue& shippedCatalogue() {
  static const Catalogue catalogue = build();
  return catalogue;
}

}  // namespace usherwright
