// Words and warmth of leads.
#include "core/drawing/wiring/lead_words.h"

#include <fmt/format.h>

#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double coolest = 35, touchable = 60, warm = 50;  // °C

std::string lengthOf(const Subject& s, const HarnessLead& l) {
  const Metre plus = l.run.lengthPlus.value_or(Metre(0)), minus = l.run.lengthMinus.value_or(Metre(0));
  return (l.drawn ? "about " : "") + formatQuantity(std::max(plus, minus).value(), Kind::Length, s.units, 2);
}

std::string shownSize(const HarnessLead& l) {
  const auto size = parseWireSize(l.run.size);
  return size ? size->shown() : l.run.size;
}

}  // namespace

std::string sizeWords(const Subject& s, const HarnessLead& l) {
  return fmt::format("{}  {}{}", lengthOf(s, l), shownSize(l), l.planned < 0 ? "?" : "");
}

std::string warmWords(const LeadFigures& f) {
  if (!f.peak && !f.sustained) return "current not known yet";
  std::string out = f.sheathSustained ? formatNumber(f.sheathSustained->value(), 2) + " °C" : std::string();
  if (f.drop) out += fmt::format("{}{} V", out.empty() ? "" : " · ", formatNumber(f.drop->value(), 2));
  return out;
}

std::string leadWords(const Subject& s, const HarnessLead& l) {
  const LeadFigures& f = *s.assessment.figures.wiring.of(l.id);
  std::string out = l.name + ": ";
  if (l.isRun()) out += fmt::format("{}, {}{}", lengthOf(s, l), shownSize(l), l.planned < 0 ? " (assumed)" : "");
  else out += l.run.size.empty() ? "size not known yet" : shownSize(l);
  const std::size_t adapters = l.run.adapters.size();
  if (adapters > 0) out += fmt::format(", with {} adapter{}", adapters, adapters > 1 ? "s" : "");
  if (f.rating) out += fmt::format(", carries {} A", formatNumber(f.rating->value()));
  if (f.peak) out += fmt::format(", {} A at peak", formatNumber(f.peak->value()));
  if (f.conductorAtPeak) out += fmt::format(": copper {} °C", formatNumber(f.conductorAtPeak->value(), 2));
  if (f.sheathSustained)
    out += fmt::format(", {} A for long: {} °C outside", formatNumber(f.sustained->value()), formatNumber(f.sheathSustained->value(), 2));
  if (f.drop) out += fmt::format(", drops {} V at peak", formatNumber(f.drop->value(), 2));
  return out;
}

double warmthOf(Celsius sheath) { return (sheath.value() - coolest) / (2 * (touchable - coolest)); }

Pattern warmthPattern(Celsius sheath) {
  return sheath.value() > touchable ? Pattern::Dotted : sheath.value() > warm ? Pattern::Dashed : Pattern::Solid;
}

}  // namespace usherwright::drawing
