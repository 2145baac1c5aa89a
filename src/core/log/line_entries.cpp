// The entry that the figures of a typed line make.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/label/glyphs.h"
#include "core/log/line_reader.h"
#include "core/plan/kept.h"
#include "core/plan/makeup.h"
#include "core/plan/names.h"
#include "core/quantity/text.h"

namespace usherwright::logline {
namespace {

using Of = Figure::Of;

/// What a figure of a field is likely to be; outside it is asked about, unless a "!" says that it is so.
constexpr Likely likelyRide{0.2, 400}, likelyClimb{1, 9000}, likelyEnergy{2, 6000}, likelyMinutes{1, 1500}, likelyAir{-30, 45},
    likelyLoad{0.5, 300}, likelyVolts{10, 120}, likelyCell{1.5, 4.6}, likelyRest{0, 100000}, likelyResistance{5, 2000};
constexpr double mostOfRated = 1.3;  // more Ah than this do not go into a pack
constexpr Likely likelyUse{3, 60};   // Wh per km

auto of(Of what) {
  return [what](const Figure& f) { return f.of == what; };
}

}  // namespace

// ---- figures ----

/// The one figure for a field; asks where there are two, or where it is unlikely. Its piece is understood as `means`.
std::optional<double> LineReader::take(const std::function<bool(const Figure&)>& wanted, Likely likely, std::string_view name, Kind shown,
                                       double more) {
  std::optional<double> out;
  for (std::size_t i = 0; i < figures_.size(); ++i) {
    Figure& f = figures_[i];
    if (taken_[i] || !wanted(f)) continue;
    taken_[i] = true;
    if (f.first > 0 && pieces_[f.first - 1].sense == Sense::At) pieces_[f.first - 1].used = true;
    settle(f, likely);
    if (out) {
      ask(f, fmt::format("a second {}. One line for each.", name));
      continue;
    }
    out = f.value * more;
    if (!f.so && (f.value < likely.low || f.value > likely.high))
      ask(f, fmt::format("an unlikely {}: a digit too many, or missing? Write “!” behind it if it is so.", name));
    understood(f.first, f.last, fmt::format("{} {}", name, formatQuantity(*out, shown, UnitSystem::Metric, 4)));
  }
  return out;
}

/// "1.234" is read as the one of its two meanings that is likely; as none if both are.
void LineReader::settle(Figure& f, Likely likely) {
  if (!f.printed.grouped) return;
  const double sign = f.value < 0 ? -1 : 1;
  const double thousands = sign * f.printed.value * f.scale;
  const auto fits = [&](double v) { return v >= likely.low && v <= likely.high; };
  if (fits(thousands) && fits(f.value)) ask(f, "thousands, or decimals? Write it without the mark, or with fewer decimals.");
  else if (fits(thousands)) f.value = thousands;
}

std::string LineReader::nameOf(std::size_t pack) const {
  return isKept(pack) ? keptName(plan_.kept[pack - plan_.packs.size()]) : shownName(plan_.packs[pack]);
}

std::optional<std::size_t> LineReader::onePack(std::string_view what) {
  if (named_.size() == 1 && isKept(named_.front())) {
    out_.asks.push_back(
        fmt::format("{} is put aside: show it by itself (Pack, Put aside), and write the line there.", nameOf(named_.front())));
    return std::nullopt;
  }
  if (named_.size() == 1) return named_.front();
  if (named_.empty() && plan_.packs.size() == 1) return 0;
  if (plan_.packs.empty()) out_.asks.push_back("The plan has no pack yet.");
  else if (named_.empty()) out_.asks.push_back(fmt::format("Which pack? Write its name: {}.", packNames()));
  else out_.asks.push_back(fmt::format("One line for each pack: a {} belongs to one.", what));
  return std::nullopt;
}
std::string LineReader::packNames() const {
  std::string names;
  for (std::size_t k = 0; k < plan_.packs.size() + plan_.kept.size(); ++k) names += (names.empty() ? "" : ", ") + nameOf(k);
  return names;
}
AmpereHour LineReader::ratedOf(std::size_t pack) const {
  const Makeup makeup = makeupOf(plan_, plan_.packs[pack]);
  return makeup.cell.capacity * static_cast<double>(makeup.parallel);
}

// ---- entries ----

void LineReader::entry() {
  taken_.assign(figures_.size(), false);
  switch (kind_) {
    case Sense::None: return;
    case Sense::Ride: return ride();
    case Sense::Charge: return charge();
    case Sense::Cells: return cells();
    case Sense::CapacityTest: return capacityTest();
    default: return event();
  }
}

void LineReader::ride() {
  Ride r;
  r.when = formatDate(day_);
  if (const auto v = take(of(Of::Distance), likelyRide, "distance", Kind::Distance)) r.length = Kilometre(*v);
  else out_.asks.push_back("How far? Write the distance with its unit, as 21.4 km.");
  const auto climbs = [](const Figure& f) {
    return f.of == Of::Height && (f.unit == "hm" || f.after == Sense::Climb || f.precededBy(Sense::Climb));
  };
  if (const auto v = take(climbs, likelyClimb, "climb", Kind::Climb)) r.climb = Metre(*v);
  if (const auto v = take(of(Of::Energy), likelyEnergy, "energy used", Kind::Energy)) r.energy = WattHour(*v);
  AmpereHour all;
  for (std::size_t k = 0; k < plan_.packs.size(); ++k) all = all + ratedOf(k);
  const Likely likelyCharge{0.05, plan_.packs.empty() ? 100 : mostOfRated * all.value()};
  if (const auto v = take(of(Of::Charge), likelyCharge, "charge used", Kind::Charge)) r.charge = AmpereHour(*v);
  if (const auto v = take(of(Of::Time), likelyMinutes, "time", Kind::Minutes)) r.time = Minute(*v);
  if (const auto v = take(of(Of::Temperature), likelyAir, "air", Kind::Temperature)) r.air = Celsius(*v);
  const bool imperial = units_ == UnitSystem::Imperial;
  const auto bareLoad = [](const Figure& f) { return f.of == Of::Bare && f.precededBy(Sense::Load); };
  const auto massed = [](const Figure& f) { return f.of == Of::Mass && (f.precededBy(Sense::Load) || f.after == Sense::Load); };
  if (const auto v = take(massed, likelyLoad, "load", Kind::Mass)) r.load = Kilogram(*v);
  else if (const auto w = take(bareLoad, likelyLoad, "load", Kind::Mass, imperial ? 0.45359237 : 1)) r.load = Kilogram(*w);
  const auto left = [](const Figure& f) { return (f.after == Sense::Left || f.precededBy(Sense::Left)) && !f.precededBy(Sense::Used); };
  const double bars = plan_.bike.gauge.bars ? *plan_.bike.gauge.bars : 10;
  if (const auto v = take([&](const Figure& f) { return f.of == Of::Bars && left(f); }, {0, bars}, "bars left", Kind::Count))
    r.barsLeft = static_cast<int>(std::lround(std::clamp(*v, 0.0, 1000.0)));
  if (const auto v = take([&](const Figure& f) { return f.of == Of::Voltage && left(f); }, likelyVolts, "volts at the end", Kind::Voltage))
    r.voltsLeft = Volt(*v);
  askLoose(Of::Bars, "left at the end, or used? Write “2 bars left”.");
  askLoose(Of::Voltage, "at the end? Write “51.2 V left”.");
  askLoose(Of::Height, "a climb? Write “290 m climb”.");
  checkUse(r);
  out_.entry = std::move(r);
}

/// What a ride used for its length: a digit lost in either shows here.
void LineReader::checkUse(const Ride& r) {
  if (!r.length || !r.energy || !out_.asks.empty()) return;
  const double use = r.energy->value() / r.length->value();
  const bool so = std::any_of(figures_.begin(), figures_.end(), [](const Figure& f) { return f.so; });
  if (!so && (use < likelyUse.low || use > likelyUse.high))
    out_.asks.push_back(fmt::format("{} Wh in {} km are {} Wh/km: is one of them short of a digit? Write “!” behind it if it is so.",
                                    formatNumber(r.energy->value()), formatNumber(r.length->value()), formatNumber(use)));
}

void LineReader::askLoose(Of what, std::string_view question) {
  for (std::size_t i = 0; i < figures_.size(); ++i)
    if (!taken_[i] && figures_[i].of == what) {
      taken_[i] = true;
      ask(figures_[i], question);
    }
}

void LineReader::charge() {
  const auto pack = onePack("charge");
  if (!pack) return;
  LoggedCharge c{*pack, {}};
  c.record.when = formatDate(day_);
  shares(c.record);
  const double most = mostOfRated * ratedOf(*pack).value();
  if (const auto v = take(of(Of::Charge), {0.02, most}, "put in", Kind::Charge)) c.record.putBack = AmpereHour(*v);
  if (const auto v =
          take([](const Figure& f) { return f.of == Of::Time && !f.precededBy(Sense::Rested); }, likelyMinutes, "took", Kind::Minutes))
    c.record.took = Minute(*v);
  for (std::size_t i = 0; i < pieces_.size(); ++i)
    if (!pieces_[i].used && pieces_[i].sense == Sense::Full) {
      pieces_[i].used = true;
      if (c.record.to) out_.asks.push_back(fmt::format("Full, or to {}?", formatQuantity(c.record.to->value(), Kind::Fraction)));
      c.record.to = StateOfCharge(1);
      understood(i, i, "to 100 %");
    }
  if (!c.record.putBack && c.record.took && !c.record.from)
    out_.asks.push_back("From what charge? Write “from 40 %”, or the Ah that went in.");
  if (!c.record.putBack && !c.record.took) out_.asks.push_back("How much? Write the Ah of the charger, or how long it took.");
  if (c.record.from && c.record.to && *c.record.to <= *c.record.from) out_.asks.push_back("It ends below where it began.");
  out_.entry = std::move(c);
}

/// "from 40 to 80 %", "40 - 80 %", "to 80 %".
void LineReader::shares(ChargeRecord& record) {
  std::vector<std::size_t> at;
  for (std::size_t i = 0; i < figures_.size(); ++i) {
    const bool next = i + 1 < figures_.size() && figures_[i + 1].of == Of::Share;
    const bool joined =
        figures_[i].of == Of::Bare && next && (figures_[i + 1].precededBy(Sense::To) || joins(figures_[i], figures_[i + 1]));
    if (figures_[i].of == Of::Share || joined) at.push_back(i);
  }
  for (const std::size_t i : at) {
    Figure& f = figures_[i];
    taken_[i] = true;
    if (i > 0 && joins(figures_[i - 1], f)) pieces_[f.first - 1].used = true;
    const double share = f.of == Of::Bare ? f.value / 100 : f.value;
    const bool first = at.size() == 2 && i == at.front();
    const bool to = f.before.empty() ? false : f.before.front() == Sense::To;
    const bool from = f.before.empty() ? false : f.before.front() == Sense::From;
    const bool begins = from || (first && !to && (figures_[at.back()].precededBy(Sense::To) || joins(f, figures_[at.back()])));
    const bool ends = to || (at.size() == 2 && !first && joins(figures_[at.front()], f));
    if (share < 0 || share > 1) ask(f, "a charge lies between 0 and 100 %.");
    else if (begins && !ends && !record.from) record.from = StateOfCharge(share);
    else if (ends && !begins && !record.to) record.to = StateOfCharge(share);
    else {
      ask(f, "where it began, or where it ended? Write “from 40 to 80 %”.");
      continue;
    }
    understood(f.first, f.last, fmt::format("{} {}", begins ? "from" : "to", formatQuantity(share, Kind::Fraction)));
  }
}
/// A dash or an arrow between two figures.
bool LineReader::joins(const Figure& a, const Figure& b) const {
  return b.first == a.last + 2 && (pieces_[a.last + 1].sign(U'-') || pieces_[a.last + 1].sign(label::arrowSign));
}

void LineReader::cells() {
  const auto pack = onePack("check");
  if (!pack) return;
  LoggedReading r{*pack, {}};
  r.reading.when = formatDate(day_);
  const auto rest = [](const Figure& f) { return f.of == Of::Time; };
  if (const auto v = take(rest, likelyRest, "rested", Kind::Minutes)) r.reading.rested = Minute(*v);
  std::vector<std::size_t> volts;
  for (std::size_t i = 0; i < figures_.size(); ++i)
    if (!taken_[i] && (figures_[i].of == Of::Bare || figures_[i].of == Of::Voltage)) volts.push_back(i);
  for (const std::size_t i : volts) {
    Figure& f = figures_[i];
    taken_[i] = true;
    // Bare whole figures above 1000 are millivolts.
    if (f.of == Of::Bare && f.printed.good && f.value > 1000) f.value *= 0.001;
    if (!f.so && (f.value < likelyCell.low || f.value > likelyCell.high))
      ask(f, "no likely volts of a group: a digit too many, or missing? Write “!” behind it if it was read so.");
    else if (f.value < 0 || f.value > 10) ask(f, "no volts of one group.");
    r.reading.groups.push_back(Volt(f.value));
  }
  const Makeup makeup = makeupOf(plan_, plan_.packs[*pack]);
  if (volts.empty()) out_.asks.push_back("The volts of every group, in their order: 3.91 3.92 3.90 …");
  else {
    if (r.reading.groups.size() != static_cast<std::size_t>(makeup.series))
      out_.asks.push_back(fmt::format("{} volts for {} groups in series{}: one is missing, or the pack is another.",
                                      r.reading.groups.size(), makeup.series,
                                      makeup.layout.seriesBecause.empty() ? "" : " (" + makeup.layout.seriesBecause + ")"));
    const auto [low, high] = std::minmax_element(r.reading.groups.begin(), r.reading.groups.end());
    understood(
        figures_[volts.front()].first, figures_[volts.back()].last,
        fmt::format("{} groups, {} to {} V", r.reading.groups.size(), formatNumber(low->value(), 4), formatNumber(high->value(), 4)));
  }
  out_.entry = std::move(r);
}

void LineReader::capacityTest() {
  const auto pack = onePack("capacity test");
  if (!pack) return;
  LoggedTest t{*pack, {}};
  t.test.when = formatDate(day_);
  const double most = mostOfRated * ratedOf(*pack).value();
  if (const auto v = take(of(Of::Charge), {0.2, most}, "put back", Kind::Charge)) t.test.putBack = AmpereHour(*v);
  else out_.asks.push_back("How much went in, from empty to full? Write the Ah of the charger.");
  if (const auto v = take(of(Of::Resistance), likelyResistance, "resistance", Kind::Resistance)) t.test.resistance = MilliOhm(*v);
  out_.entry = std::move(t);
}

void LineReader::event() {
  LogEntry e;
  e.when = formatDate(day_);
  e.what = eventOf(kind_);
  if (named_.size() > 1) out_.asks.push_back("One line for each pack.");
  const bool alone = plan_.packs.size() == 1 && plan_.kept.empty();
  if (!named_.empty())
    e.pack = isKept(named_.front()) ? plan_.kept[named_.front() - plan_.packs.size()].id : plan_.packs[named_.front()].id;
  else if (alone && !isCare(e.what)) e.pack = plan_.packs.front().id;
  if (named_.empty() && !plan_.packs.empty() && !alone &&
      (isAccident(e.what) || e.what == LogEvent::Stored || e.what == LogEvent::HeldFull))
    out_.asks.push_back(fmt::format("Which pack? Write its name: {}.", packNames()));
  if (e.what == LogEvent::Stored) {
    if (const auto v = take(of(Of::Share), {0, 1}, "stored at", Kind::Fraction)) {
      if (*v < 0 || *v > 1) out_.asks.push_back("A charge lies between 0 and 100 %.");
      e.charge = StateOfCharge(std::clamp(*v, 0.0, 1.0));
    }
    if (const auto v = take(of(Of::Temperature), likelyAir, "air there", Kind::Temperature)) e.temperature = Celsius(*v);
  }
  // What was felt or turned is told in words: its figures belong to them.
  for (std::size_t i = 0; i < figures_.size(); ++i)
    if (!taken_[i]) keepInNote(i);
  out_.entry = std::move(e);
}

}  // namespace usherwright::logline
