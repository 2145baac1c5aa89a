// The netlist of the harness.
#include "core/io/harness_spice.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/figure_parts.h"
#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

constexpr double least = 1e-9;  // Ω: no resistor of a netlist is nothing

class Deck {
 public:
  Deck(const Plan& plan, const Figures& f, const Catalogue& catalogue, const HarnessDeck& deck)
      : plan_(plan), f_(f), catalogue_(catalogue), deck_(deck) {}

  std::string write() {
    out_ = "* harness, plus and minus conductors\n.model oneway d(n=0.001 is=1e-9)\n";
    for (std::size_t k = 0; k < plan_.packs.size(); ++k)
      if (!deck_.alone || *deck_.alone == k) pack(k);
    const Ohm plug = plugResistance(catalogue_, plan_.joining.outputPlug), adapters = adaptersResistance(plan_.mainRun(), catalogue_);
    resistor("mainplug", "joint", "outp", (plug + adapters + Ohm(plan_.wiring.mainSwitch.resistance.value_or(MilliOhm(0)))).value());
    lead("joint/lead", "main", "outp", "0", "ctlp", "ctlm");
    if (deck_.alone) out_ += fmt::format("Iload ctlp ctlm {:.9g}\n", f_.wiring.of("joint/lead")->peak->value());
    else out_ += "Rload ctlp ctlm 1e9\n";
    out_ += ".options reltol=1e-6 gmin=1e-15\n.control\nop\nprint";
    for (std::size_t k = 0; k < plan_.packs.size(); ++k)
      if (!deck_.alone || *deck_.alone == k) out_ += fmt::format(" i(vp{})", k);
    if (deck_.alone) out_ += fmt::format(" v(fused{0})-v(tail{0})-v(ctlp)+v(ctlm)", *deck_.alone);
    return std::move(out_) + "\nquit\n.endc\n.end\n";
  }

 private:
  void resistor(const std::string& name, const std::string& a, const std::string& b, double ohm) {
    out_ += fmt::format("R{} {} {} {:.9g}\n", name, a, b, std::max(ohm, least));
  }

  void pack(std::size_t k) {
    const ShortSource& s = f_.packs[k].shortSource;
    out_ += fmt::format("Vp{0} emf{0} tail{0} {1:.9g}\n", k, s.full.value());
    resistor(fmt::format("cells{}", k), fmt::format("emf{}", k), fmt::format("cell{}", k), (s.cells + s.path).value());
    resistor(fmt::format("fuse{}", k), fmt::format("cell{}", k), fmt::format("fused{}", k), fuseResistance(plan_.packs[k].fuse).value());
    const double contact = plugResistance(catalogue_, plan_.packs[k].plug).value() / 2;
    const double adapters = adaptersResistance(plan_.leadOf(plan_.packs[k].id), catalogue_).value() / 2;
    const bool nicked = deck_.nick == plan_.packs[k].id + "/lead";
    // Adapters lie behind the lead: a nick in it does not see them.
    resistor(fmt::format("plugp{}", k), fmt::format("fused{}", k), fmt::format("ap{}", k), contact + (nicked ? 0 : adapters));
    resistor(fmt::format("plugm{}", k), fmt::format("tail{}", k), fmt::format("am{}", k), contact + (nicked ? 0 : adapters));
    lead(plan_.packs[k].id + "/lead", fmt::format("lead{}", k), fmt::format("ap{}", k), fmt::format("am{}", k), fmt::format("bp{}", k),
         "0");
    joint(k);
  }

  void joint(std::size_t k) {
    const std::string from = fmt::format("bp{}", k), mid = fmt::format("jd{}", k), after = fmt::format("jv{}", k);
    if (f_.joint.oneWay) out_ += fmt::format("D{} {} {} oneway\n", k, from, mid);
    else resistor(fmt::format("jd{}", k), from, mid, least);
    out_ += fmt::format("Vf{} {} {} {:.9g}\n", k, mid, after, f_.joint.forwardDrop.value());
    resistor(fmt::format("joint{}", k), after, "joint", f_.joint.onResistance.value());
  }

  /// Both conductors in two halves; a nick bridges their middles.
  void lead(const std::string& id, const std::string& name, const std::string& fromPlus, const std::string& fromMinus,
            const std::string& toPlus, const std::string& toMinus) {
    const HarnessLead& l = *f_.wiring.harness.lead(id);
    const LeadFigures& figures = *f_.wiring.of(id);
    const double loop = deck_.alone ? (*figures.drop / *figures.peak).value() : runResistance(l.run, Celsius(20)).value();
    const double plus = l.run.lengthPlus->value(), share = plus / (plus + l.run.lengthMinus->value());
    const std::string middlePlus = name + "mp", middleMinus = name + "mm";
    resistor(name + "p1", fromPlus, middlePlus, loop * share / 2);
    resistor(name + "p2", middlePlus, toPlus, loop * share / 2);
    resistor(name + "m1", fromMinus, middleMinus, loop * (1 - share) / 2);
    resistor(name + "m2", middleMinus, toMinus, loop * (1 - share) / 2);
    if (deck_.nick == id) resistor("nick", middlePlus, middleMinus, 1e-7);
  }

  const Plan& plan_;
  const Figures& f_;
  const Catalogue& catalogue_;
  const HarnessDeck& deck_;
  std::string out_;
};

}  // namespace

std::string harnessNetlist(const Plan& plan, const Figures& figures, const Catalogue& catalogue, const HarnessDeck& deck) {
  return Deck(plan, figures, catalogue, deck).write();
}

}  // namespace usherwright
