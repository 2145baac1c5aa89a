// SPICE netlist of a joined discharge: charge is a voltage on a capacitor of 3600·Q farads.
#include "core/io/spice.h"

#include <fmt/format.h>

namespace usherwright {
namespace {

std::string curveTable(const Source& s) {
  std::string out;
  for (const CurvePoint& p : s.curve.points())
    out += fmt::format("{}{:.6f},{:.9g}", out.empty() ? "" : ",", p.soc.value(), p.voltage.value() * s.series);
  return out;
}

std::string source(std::size_t k, const Source& s, const Joint& joint) {
  // The soc node integrates −I; Vs senses the current of the pack.
  std::string out = fmt::format("* pack {}: {}\n", k, s.id);
  out += fmt::format("Cq{0} q{0} 0 {1:.9g} ic={2:.9g}\nBq{0} q{0} 0 i=i(Vs{0})\n", k, 3600 * s.capacity.value(), s.start.value());
  out += fmt::format("Be{0} e{0} 0 v=pwl(v(q{0}),{1})\n", k, curveTable(s));
  if (s.slow.value() > 0)
    out += fmt::format("Rp{0} e{0} a{0} {1:.9g}\nCp{0} e{0} a{0} {2:.9g} ic=0\n", k, s.slow.value(), s.slowCapacitance.value());
  else out += fmt::format("Vz{0} e{0} a{0} 0\n", k);
  out += fmt::format("R0{0} a{0} b{0} {1:.9g}\nVs{0} b{0} c{0} 0\n", k, (s.cells + s.path).value());
  const double r = joint.onResistance.value();
  if (joint.oneWay)
    out += fmt::format("Bd{0} c{0} bus i=(v(c{0})-v(bus)>{1:.9g} ? (v(c{0})-v(bus)-{1:.9g})/{2:.9g} : 0)\n", k, joint.forwardDrop.value(),
                       std::max(r, 1e-6));
  else out += fmt::format("Rd{0} c{0} bus {1:.9g}\n", k, std::max(r, 1e-6));
  return out;
}

}  // namespace

std::string spiceNetlist(const DischargeInput& in, const SpiceOptions& options) {
  std::string out = "* joined packs on one bus\n";
  for (std::size_t k = 0; k < in.sources.size(); ++k) out += source(k, in.sources[k], in.joint);
  out += fmt::format("Rm bus ctl {:.9g}\n", std::max(in.common.value(), 1e-9));
  if (in.load.constantPower)
    out += fmt::format("Bload ctl 0 i=min({:.9g}/max(v(ctl),1),{:.9g})\n", in.load.power.value(), std::min(in.load.limit.value(), 1e6));
  else out += fmt::format("Iload ctl 0 {:.9g}\n", in.load.current.value());
  std::string columns = "v(bus)";
  for (std::size_t k = 0; k < in.sources.size(); ++k) columns += fmt::format(" i(Vs{0}) v(q{0})", k);
  out += fmt::format(
      ".options reltol=1e-5 abstol=1e-7 method=gear\n.tran {0} {1} 0 {0} uic\n.control\nset wr_singlescale\nset "
      "wr_vecnames\nrun\nlinearize {2}\nwrdata {3} {2}\nquit\n.endc\n.end\n",
      options.step.value(), options.until.value(), columns, options.table);
  return out;
}

}  // namespace usherwright
