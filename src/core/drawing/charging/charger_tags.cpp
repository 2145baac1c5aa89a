// Tags for chargers and charge ports, and the chart for the wall above the socket: to be printed at true size.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double edge = 12, tagWide = 88, tagHigh = 52, apart = 6, proving = 50;  // mm, on A4
constexpr double pageWide = 210;

std::string n(double v, int digits = 4) { return formatNumber(v, digits); }

class Tags {
 public:
  explicit Tags(const Subject& s) : s_(s), d_(worldOf({{0, 0}, {pageWide, 60}})), pen_(d_) {}

  Drawing draw() {
    pen_.line({{edge, 20}, {edge + proving, 20}}, Ink::Ink, 0.6).part = "proving-bar";
    for (const double x : {edge, edge + proving}) pen_.line({{x, 17}, {x, 23}}, Ink::Ink, 0.6);
    pen_.text({edge + proving + 4, 22}, "50 mm: measure it", Face::Small, Ink::Soft);
    pen_.text({edge, 12}, s_.plan.title + ": chargers and ports", Face::Title);
    for (std::size_t c = 0; c < s_.plan.chargers.size(); ++c) charger(c);
    for (std::size_t k = 0; k < s_.plan.packs.size(); ++k) port(k);
    const std::size_t rows = (count_ + 1) / 2;
    const double high = 30 + (tagHigh + apart) * static_cast<double>(rows) + edge;
    d_.world = {{0, 0}, {pageWide, std::max(60.0, high)}};
    return std::move(d_);
  }

 private:
  Point next(const std::string& part) {
    const std::size_t row = count_ / 2;
    const Point at{edge + static_cast<double>(count_ % 2) * (tagWide + apart), 30 + static_cast<double>(row) * (tagHigh + apart)};
    ++count_;
    pen_.rectangle(at, {at.x + tagWide, at.y + tagHigh}, Ink::None, Ink::Ink, 3).part = part;
    pen_.circle({at.x + 7, at.y + 7}, 2.5, Ink::None, Ink::Ink);  // for the string
    return at;
  }

  void line(Point at, double y, const std::string& words, Face face, Ink ink = Ink::Ink) {
    pen_.text({at.x + 5, at.y + y}, words, face, ink);
    d_.description += words + ". ";
  }

  void charger(std::size_t c) {
    const Charger& charger = s_.plan.chargers[c];
    const Point at = next("tag/charger/" + charger.id);
    pen_.text({at.x + 14, at.y + 9}, shownName(charger), Face::Title);
    d_.description += shownName(charger) + ": ";
    line(at, 20,
         fmt::format("{} V   {} A", charger.output ? n(charger.output->value()) : "not known",
                     charger.current ? n(charger.current->value(), 3) : "?"),
         Face::BigFigure);
    std::string into, never;
    for (const ChargeFigures& pair : s_.assessment.figures.charging) {
      if (pair.charger != c) continue;
      const std::string name = s_.assessment.figures.packs[pair.pack].model.name;
      const bool stopped = chargingStop(s_.plan, s_.assessment, c, pair.pack) != nullptr ||
                           (pair.outputKnown && pair.verdict == ChargeVerdict::Stop) || (pair.currentKnown && !pair.currentOk);
      if (stopped) never += (never.empty() ? "" : ", ") + name;
      else if (pair.assigned && pair.known) into += (into.empty() ? "" : ", ") + name;
    }
    line(at, 29, into.empty() ? "into nothing yet" : "only into: " + into, Face::Label);
    line(at, 37, never.empty() ? "judged for this household only" : "never into: " + never, Face::Label,
         never.empty() ? Ink::Soft : Ink::Stop);
    line(at, 45,
         fmt::format(
             "plug {}{}", charger.plug.empty() ? "not known" : charger.plug,
             charger.polarity ? ", " + std::string(wordsOf<Polarity>()[static_cast<std::size_t>(*charger.polarity)]) : ", poles not known"),
         Face::Small, Ink::Soft);
  }

  void port(std::size_t k) {
    const Pack& p = s_.plan.packs[k];
    const PackModel& m = s_.assessment.figures.packs[k].model;
    const Point at = next("tag/port/" + p.id);
    pen_.text({at.x + 14, at.y + 9}, m.name + ", charge port", Face::Title);
    d_.description += m.name + ", charge port: ";
    line(at, 20, fmt::format("full {} V", n(m.full.value())), Face::BigFigure);
    line(at, 29, fmt::format("{} {}; not below {} °C", layoutWords(m), m.facts.name, n(m.facts.chargeFrom.value(), 3)), Face::Label);
    Known<Ampere> limit;
    for (const ChargeFigures& pair : s_.assessment.figures.charging)
      if (pair.pack == k && pair.limit) limit = pair.limit->limit;
    line(at, 37, limit ? fmt::format("at most {} A", n(limit->value(), 3)) : "highest current not known", Face::Label);
    line(at, 45,
         fmt::format(
             "port {}{}", p.chargePort.empty() ? "not known" : p.chargePort,
             p.chargePolarity ? ", " + std::string(wordsOf<Polarity>()[static_cast<std::size_t>(*p.chargePolarity)]) : ", poles not known"),
         Face::Small, Ink::Soft);
  }

  const Subject& s_;
  Drawing d_;
  Pen pen_;
  std::size_t count_ = 0;
};

}  // namespace

Drawing chargerTags(const Subject& subject) { return Tags(subject).draw(); }

}  // namespace usherwright::drawing
