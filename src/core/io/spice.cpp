// SPICE netlist of a joined discharge: charge is a voltage on a capacitor of 3600·Q farads, v1 a voltage to ground.
#include "core/io/spice.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr double leak = 1e-9;  // S, keeps a shut joint solvable

/// A text as a comment: on one line, and in quotes, for a backslash at the end would take the next line in.
std::string remark(const std::string& text) { return "\"" + withoutStrays(text, Breaks::No) + "\""; }

std::string curveTable(const Source& s) {
  std::string out;
  for (const CurvePoint& p : s.curve.points())
    out += fmt::format("{}{:.6f},{:.9g}", out.empty() ? "" : ",", p.soc.value(), p.voltage.value() * s.series);
  return out;
}

std::string source(std::size_t k, const Source& s, const Joint& joint) {
  std::string out = fmt::format("* pack {}: {}\n", k, remark(s.id));
  out += fmt::format("Cq{0} q{0} 0 {1:.9g}\nBq{0} q{0} 0 i=i(Vs{0})\n.ic v(q{0})={2:.9g}\n", k, 3600 * s.capacity.value(), s.start.value());
  const bool slow = s.slow.value() > 0;
  if (slow)
    out += fmt::format("Cw{0} w{0} 0 {1:.9g}\nRw{0} w{0} 0 {2:.9g}\nBw{0} 0 w{0} i=i(Vs{0})\n.ic v(w{0})=0\n", k, s.slowCapacitance.value(),
                       s.slow.value());
  out += fmt::format("Be{0} e{0} 0 v=pwl(v(q{0}),{1}){2}\n", k, curveTable(s), slow ? fmt::format("-v(w{})", k) : "");
  out += fmt::format("Rs{0} e{0} b{0} {1:.9g}\nVs{0} b{0} c{0} 0\n", k, (s.cells + s.path).value());
  const double r = std::max(joint.onResistance.value(), 1e-6);
  if (!joint.oneWay) return out + fmt::format("Rd{0} c{0} bus {1:.9g}\n", k, r);
  return out + fmt::format("Bd{0} c{0} bus i=(v(c{0})-v(bus)>{1:.9g} ? (v(c{0})-v(bus)-{1:.9g})/{2:.9g} : 0)+(v(c{0})-v(bus))*{3}\n", k,
                           joint.forwardDrop.value(), r, leak);
}

/// A source behind a converter: what comes out, held by voltage, current or power, and what goes in for it.
std::string fedSource(std::size_t k, const Source& s, const Converter& c) {
  std::string out = source(k, s, Joint{});
  out.resize(out.rfind("Bd"));  // the joint's place is the converter's
  out += fmt::format("Bout{0} 0 bus i=max(0,min(min(({1:.9g}-v(bus))/0.02,{2:.9g}),{3:.9g}/max(v(bus),1)))\n", k, c.set.value(),
                     std::min(c.outputLimit.value(), 1e6), std::min(c.powerLimit.value(), 1e9));
  out += fmt::format(
      "Bin{0} c{0} 0 i=max(0,min(min(({1:.9g}-v(bus))/0.02,{2:.9g}),{3:.9g}/max(v(bus),1)))*v(bus)/({4:.9g}*max(v(c{0}),1))+{5:.9g}\n", k,
      c.set.value(), std::min(c.outputLimit.value(), 1e6), std::min(c.powerLimit.value(), 1e9), c.efficiency, c.standby.value());
  return out;
}

/// The watts of a profile as a voltage at node `pw`.
std::string profileSource(const DischargeInput& in) {
  std::string out = "Vpw pw 0 pwl(";
  Second from;
  for (const PowerStep& p : in.profile) {
    out += fmt::format("{:.6f} {:.6g} {:.6f} {:.6g} ", from.value(), p.power.value(), std::max(from.value(), p.until.value() - 1e-3),
                       p.power.value());
    from = p.until;
  }
  return out + ")\n";
}

double highestRest(const DischargeInput& in) {
  double highest = 0;
  for (const Source& s : in.sources) highest = std::max(highest, (s.curve.at(s.start) * s.series).value());
  return highest;
}

}  // namespace

std::string spiceNetlist(const DischargeInput& in, const SpiceOptions& options) {
  std::string out = "* joined packs on one bus\n";
  for (std::size_t k = 0; k < in.sources.size(); ++k)
    out += in.converter && in.converter->source == k ? fedSource(k, in.sources[k], *in.converter) : source(k, in.sources[k], in.joint);
  out += fmt::format("Rm bus ctl {:.9g}\n", std::max(in.common.value(), 1e-9));
  if (!in.profile.empty())
    out += profileSource(in) + fmt::format("Bload ctl 0 i=min(v(pw)/max(v(ctl),1),{:.9g})\n", std::min(in.load.limit.value(), 1e6));
  else if (in.load.constantPower)
    out += fmt::format("Bload ctl 0 i=min({:.9g}/max(v(ctl),1),{:.9g})\n", in.load.power.value(), std::min(in.load.limit.value(), 1e6));
  else out += fmt::format("Iload ctl 0 {:.9g}\n", std::min(in.load.current, in.load.limit).value());
  out += fmt::format(".nodeset v(bus)={0:.6g} v(ctl)={0:.6g}\n", highestRest(in) * 0.97);
  std::string columns = "v(bus)";
  for (std::size_t k = 0; k < in.sources.size(); ++k) columns += fmt::format(" vs{0}#branch v(q{0})", k);
  out += fmt::format(
      ".options reltol=1e-5 abstol=1e-7 method=gear\n.tran {0} {1} 0 {0}\n.control\nset wr_singlescale\nset wr_vecnames\nrun\nlinearize\n"
      "wrdata {3} {2}\nquit\n.endc\n.end\n",
      options.step.value(), options.until.value(), columns, options.table);
  return out;
}

Expected<std::string> spiceExport(const DischargeRun& run) {
  if (run.input().joint.turns != Turns::Together)
    return unexpected("/joining/policy", "packs that take turns", "packs that are joined all the time: a netlist has no switches in time");
  Second until = run.end;
  for (const SourceResult& r : run.sources)
    if (r.left) until = std::min(until, *r.left * 0.999);
  return spiceNetlist(run.input(), {until, Second(1), "ride.txt"});
}

std::string chargeNetlist(const ChargeInput& in, const SpiceOptions& options) {
  std::string curve;
  for (const CurvePoint& p : in.curve.points()) curve += fmt::format(", {:.9g}, {:.9g}", p.soc.value(), in.series * p.voltage.value());
  // 0.1 mΩ behind the supply: it holds its volts within a millivolt.
  return fmt::format(
      "charge\nBc 0 out I = min({:.9g}, max(0, ({:.9g} - V(out)) / 1e-4))\nVm out a 0\nRl a b {:.9g}\nRs b c {:.9g}\nCs b c {:.9g} ic=0\n"
      "Be c 0 V = pwl(V(q){})\nBq 0 q I = I(Vm) / {:.9g}\nCq q 0 1 ic={:.9g}\nRq q 0 1e15\n.options reltol=1e-5 abstol=1e-7 method=gear\n"
      ".tran {:.9g} {:.9g} 0 {:.9g} uic\n.control\nset wr_singlescale\nrun\nlinearize\nwrdata {} i(Vm) v(q)\nquit 0\n.endc\n.end\n",
      in.current.value(), in.set.value(), (in.cells + in.path).value(), in.slow.value(), in.slowCapacitance.value(), curve,
      3600 * in.capacity.value(), in.start.value(), options.step.value(), options.until.value(), options.step.value(), options.table);
}

}  // namespace usherwright
