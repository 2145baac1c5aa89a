// Labels from a seed.
#include "support/label_maker.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/quantity/units.h"

namespace usherwright::labels {
namespace {

using M = LabelMeaning;
using S = LabelSubject;

enum Language { En, De, Fr, Es, It, Pl, Nl, Zh, languages };

/// A way to print one value in one language; "#" is the figure.
struct Form {
  S subject;
  M meaning;
  int language;
  const char* text;
};

const std::vector<Form>& forms() {
  static const std::vector<Form> all{
      {S::Controller, M::NameplateVoltage, En, "#"},
      {S::Controller, M::NameplateVoltage, En, "Rated voltage: #"},
      {S::Controller, M::NameplateVoltage, En, "DC #"},
      {S::Controller, M::NameplateVoltage, De, "Nennspannung #"},
      {S::Controller, M::NameplateVoltage, Fr, "Tension nominale : #"},
      {S::Controller, M::NameplateVoltage, Es, "Tensión nominal #"},
      {S::Controller, M::NameplateVoltage, It, "Tensione nominale #"},
      {S::Controller, M::NameplateVoltage, Pl, "Napięcie znamionowe #"},
      {S::Controller, M::NameplateVoltage, Nl, "Nominale spanning #"},
      {S::Controller, M::NameplateVoltage, Zh, "额定电压#"},
      {S::Controller, M::CurrentLimit, En, "Max. current #"},
      {S::Controller, M::CurrentLimit, En, "Imax #"},
      {S::Controller, M::CurrentLimit, En, "Battery current: # max"},
      {S::Controller, M::CurrentLimit, De, "max. Batteriestrom #"},
      {S::Controller, M::CurrentLimit, Fr, "Courant batterie max #"},
      {S::Controller, M::CurrentLimit, Es, "Corriente máxima: #"},
      {S::Controller, M::CurrentLimit, It, "Corrente max #"},
      {S::Controller, M::CurrentLimit, Pl, "Prąd maks. #"},
      {S::Controller, M::CurrentLimit, Nl, "Maximale stroom #"},
      {S::Controller, M::CurrentLimit, Zh, "限流#"},
      {S::Controller, M::ContinuousCurrent, En, "Rated current #"},
      {S::Controller, M::ContinuousCurrent, De, "Nennstrom #"},
      {S::Controller, M::ContinuousCurrent, Fr, "Courant continu #"},
      {S::Controller, M::ContinuousCurrent, Es, "Corriente nominal #"},
      {S::Controller, M::ContinuousCurrent, It, "Corrente continua #"},
      {S::Controller, M::ContinuousCurrent, Pl, "Prąd ciągły #"},
      {S::Controller, M::ContinuousCurrent, Nl, "Continu stroom #"},
      {S::Controller, M::ContinuousCurrent, Zh, "额定电流#"},
      {S::Controller, M::Cutoff, En, "L.V. #"},
      {S::Controller, M::Cutoff, En, "Low voltage protection: #"},
      {S::Controller, M::Cutoff, En, "Under-voltage #"},
      {S::Controller, M::Cutoff, De, "Unterspannungsschutz #"},
      {S::Controller, M::Cutoff, Fr, "Coupure basse tension #"},
      {S::Controller, M::Cutoff, Es, "Corte por baja tensión #"},
      {S::Controller, M::Cutoff, It, "Sottotensione #"},
      {S::Controller, M::Cutoff, Pl, "Próg odcięcia #"},
      {S::Controller, M::Cutoff, Nl, "Onderspanning #"},
      {S::Controller, M::Cutoff, Zh, "欠压#"},
      {S::Controller, M::PhaseCurrent, En, "Phase current #"},
      {S::Controller, M::PhaseCurrent, De, "Phasenstrom #"},
      {S::Controller, M::PhaseCurrent, Fr, "Courant de phase #"},
      {S::Controller, M::PhaseCurrent, Es, "Corriente de fase #"},
      {S::Controller, M::PhaseCurrent, It, "Corrente di fase #"},
      {S::Controller, M::PhaseCurrent, Pl, "Prąd fazowy #"},
      {S::Controller, M::PhaseCurrent, Nl, "Fasestroom #"},
      {S::Controller, M::PhaseCurrent, Zh, "相电流#"},
      {S::Controller, M::Power, languages, "#"},
      {S::Pack, M::NameplateVoltage, languages, "#"},
      {S::Pack, M::Capacity, languages, "#"},
      {S::Pack, M::Energy, languages, "#"},
      {S::Pack, M::ChargeVoltage, En, "Charge voltage: #"},
      {S::Pack, M::ChargeVoltage, En, "Full: #"},
      {S::Pack, M::ChargeVoltage, De, "Ladeschlussspannung #"},
      {S::Pack, M::ChargeVoltage, Fr, "Tension de charge #"},
      {S::Pack, M::ChargeVoltage, Es, "Tensión de carga: #"},
      {S::Pack, M::ChargeVoltage, It, "Tensione di carica #"},
      {S::Pack, M::ChargeVoltage, Pl, "Napięcie ładowania #"},
      {S::Pack, M::ChargeVoltage, Nl, "Laadspanning #"},
      {S::Pack, M::ChargeVoltage, Zh, "充电电压#"},
      {S::Pack, M::ChargeCurrent, En, "Max. charge current #"},
      {S::Pack, M::ChargeCurrent, De, "max. Ladestrom #"},
      {S::Pack, M::ChargeCurrent, Fr, "Courant de charge #"},
      {S::Pack, M::ChargeCurrent, Es, "Corriente de carga #"},
      {S::Pack, M::ChargeCurrent, It, "Corrente di carica max #"},
      {S::Pack, M::ChargeCurrent, Pl, "Prąd ładowania #"},
      {S::Pack, M::ChargeCurrent, Nl, "Laadstroom max #"},
      {S::Pack, M::ChargeCurrent, Zh, "充电电流#"},
      {S::Pack, M::ContinuousCurrent, En, "Continuous discharge current: #"},
      {S::Pack, M::ContinuousCurrent, De, "Dauerentladestrom #"},
      {S::Pack, M::ContinuousCurrent, Fr, "Décharge continue #"},
      {S::Pack, M::ContinuousCurrent, Es, "Corriente de descarga continua #"},
      {S::Pack, M::ContinuousCurrent, It, "Corrente di scarica continua #"},
      {S::Pack, M::ContinuousCurrent, Pl, "Prąd ciągły rozładowania #"},
      {S::Pack, M::ContinuousCurrent, Nl, "Continu ontlaadstroom #"},
      {S::Pack, M::ContinuousCurrent, Zh, "持续放电电流#"},
      {S::Pack, M::ShortCurrent, En, "Peak discharge current #"},
      {S::Pack, M::ShortCurrent, De, "Spitzenstrom #"},
      {S::Pack, M::ShortCurrent, Fr, "Décharge en pointe #"},
      {S::Pack, M::ShortCurrent, Es, "Pico de descarga #"},
      {S::Pack, M::ShortCurrent, It, "Corrente di picco #"},
      {S::Pack, M::ShortCurrent, Pl, "Prąd szczytowy #"},
      {S::Pack, M::ShortCurrent, Nl, "Piekstroom #"},
      {S::Pack, M::ShortCurrent, Zh, "峰值放电电流#"},
      {S::Charger, M::MainsVoltage, En, "INPUT: #~"},
      {S::Charger, M::MainsVoltage, En, "AC INPUT #"},
      {S::Charger, M::MainsVoltage, De, "Eingang: # ~"},
      {S::Charger, M::MainsVoltage, Fr, "Entrée : #~"},
      {S::Charger, M::MainsVoltage, Es, "ENTRADA: # CA"},
      {S::Charger, M::MainsVoltage, It, "Ingresso #~"},
      {S::Charger, M::MainsVoltage, Pl, "Wejście: #~"},
      {S::Charger, M::MainsVoltage, Nl, "Ingang #~"},
      {S::Charger, M::MainsVoltage, Zh, "输入#~"},
      {S::Charger, M::ChargerVoltage, En, "OUTPUT: #"},
      {S::Charger, M::ChargerVoltage, En, "DC OUTPUT #⎓"},
      {S::Charger, M::ChargerVoltage, De, "Ausgang: # DC"},
      {S::Charger, M::ChargerVoltage, Fr, "Sortie : #"},
      {S::Charger, M::ChargerVoltage, Es, "SALIDA: #"},
      {S::Charger, M::ChargerVoltage, It, "Uscita #"},
      {S::Charger, M::ChargerVoltage, Pl, "Wyjście: #"},
      {S::Charger, M::ChargerVoltage, Nl, "Uitgang #"},
      {S::Charger, M::ChargerVoltage, Zh, "输出#"},
      {S::Cell, M::NameplateVoltage, En, "Nominal voltage #"},
      {S::Cell, M::NameplateVoltage, languages, "#"},
      {S::Cell, M::Capacity, languages, "#"},
      {S::Cell, M::ChargeVoltage, En, "Charge voltage #"},
      {S::Cell, M::ChargeVoltage, De, "Ladeschlussspannung #"},
      {S::Cell, M::ChargeVoltage, Zh, "充电上限#"},
      {S::Cell, M::Cutoff, En, "Discharge cut-off #"},
      {S::Cell, M::Cutoff, De, "Entladeschlussspannung #"},
      {S::Cell, M::Cutoff, Zh, "放电截止#"},
      {S::Cell, M::ContinuousCurrent, En, "Max. continuous discharge #"},
      {S::Cell, M::ContinuousCurrent, De, "Dauerentladestrom #"},
      {S::Cell, M::ContinuousCurrent, Zh, "持续放电#"},
      {S::Board, M::NameplateVoltage, languages, "#"},
      {S::Board, M::ContinuousCurrent, En, "Continuous discharge: #"},
      {S::Board, M::ContinuousCurrent, De, "Dauerstrom #"},
      {S::Board, M::ContinuousCurrent, Es, "Corriente continua #"},
      {S::Board, M::ContinuousCurrent, Pl, "Prąd ciągły #"},
      {S::Board, M::ContinuousCurrent, Zh, "持续放电#"},
      {S::Board, M::ChargeCurrent, En, "Charge current #"},
      {S::Board, M::ChargeCurrent, De, "Ladestrom #"},
      {S::Board, M::ChargeCurrent, Es, "Corriente de carga #"},
      {S::Board, M::ChargeCurrent, Pl, "Ładowanie #"},
      {S::Board, M::ChargeCurrent, Zh, "充电#"},
      {S::Board, M::BalanceCurrent, En, "Balance current #"},
      {S::Board, M::BalanceCurrent, De, "Balancerstrom #"},
      {S::Board, M::BalanceCurrent, Es, "Equilibrado #"},
      {S::Board, M::BalanceCurrent, Pl, "Balansowanie #"},
      {S::Board, M::BalanceCurrent, Zh, "均衡#"},
      {S::Board, M::HighCut, En, "Over-charge protection #"},
      {S::Board, M::HighCut, De, "Überladeschutz #"},
      {S::Board, M::HighCut, Es, "Sobrecarga #"},
      {S::Board, M::HighCut, Pl, "Przeładowanie #"},
      {S::Board, M::HighCut, Zh, "过充#"},
      {S::Board, M::LowCut, En, "Over-discharge protection #"},
      {S::Board, M::LowCut, De, "Tiefentladeschutz #"},
      {S::Board, M::LowCut, Es, "Sobredescarga #"},
      {S::Board, M::LowCut, Pl, "Nadmierne rozładowanie #"},
      {S::Board, M::LowCut, Zh, "过放#"},
  };
  return all;
}

struct Heads {
  S subject;
  std::array<const char*, languages> words;
};
const std::array<Heads, 5> heads{
    {{S::Controller,
      {"Motor controller", "Motorsteuergerät", "Contrôleur moteur", "Controlador", "Centralina", "Sterownik silnika", "Motorregelaar",
       "控制器"}},
     {S::Pack,
      {"Rechargeable battery", "Akku", "Batterie rechargeable", "Batería recargable", "Batteria ricaricabile", "Bateria", "Oplaadbare accu",
       "锂电池"}},
     {S::Charger,
      {"Battery charger", "Ladegerät", "Chargeur de batterie", "Cargador", "Caricabatterie", "Ładowarka", "Acculader", "充电器"}},
     {S::Cell, {"Li-ion cell", "Zelle", "Cellule", "Celda", "Cella", "Ogniwo", "Cel", "电芯"}},
     {S::Board, {"BMS", "BMS Schutzplatine", "BMS", "BMS", "BMS", "BMS", "BMS", "保护板"}}}};

constexpr const char* noise[]{"CE",          "Made in EU",     "S/N 2210-0348", "IP65",
                              "LOT 48V2210", "Model KX-3617B", "2024-05-17",    "www.example.invalid/?v=48",
                              "RoHS",        "QC PASS 07"};

}  // namespace

std::string Maker::number(double value) {
  std::string out = formatNumber(value, 6);
  if (chance(0.15) && out.find('.') == std::string::npos && value < 100) out += ".0";
  if (numbers_ == 1) std::replace(out.begin(), out.end(), '.', ',');
  return out;
}

std::string Maker::figure(double value, const char* unit) { return number(value) + (spacing_ == 1 ? " " : "") + unit; }

std::string Maker::phrase(S subject, M meaning, const std::string& figure) {
  std::vector<const char*> fitting, english;
  for (const Form& f : forms()) {
    if (f.subject != subject || f.meaning != meaning) continue;
    if (f.language == language_ || f.language == languages) fitting.push_back(f.text);
    if (f.language == En) english.push_back(f.text);
  }
  const auto& all = fitting.empty() ? english : fitting;
  std::string out = all[pick(all.size())];
  return out.replace(out.find('#'), 1, figure);
}

void Maker::add(Made& m, std::vector<std::string>& parts, M meaning, double value, const char* unit, Known<double> tolerance,
                std::vector<M> also) {
  std::string text = figure(value, unit);
  if (tolerance) {
    static constexpr const char* forms[]{"±", " ± ", "+/-", "(±"};
    const std::string form = forms[tolerance_];
    if (form == "(±") text += "(±" + number(*tolerance) + ")";
    else text = number(value) + form + number(*tolerance) + (spacing_ == 1 ? " " : "") + unit;
  }
  parts.push_back(phrase(m.subject, meaning, text));
  also.push_back(meaning);
  m.truths.push_back({std::move(also), value, std::nullopt, tolerance});
}

void Maker::controller(Made& m, std::vector<std::string>& parts) {
  static constexpr std::array classes{24.0, 36.0, 48.0, 52.0, 72.0};
  const double volts = classes[pick(classes.size())];
  const double amps = static_cast<double>(10 + pick(41));
  add(m, parts, M::NameplateVoltage, volts, "V");
  const bool toleranced = chance(0.5);
  add(m, parts, M::CurrentLimit, amps, "A", toleranced ? Known<double>(1.0) : std::nullopt);
  add(m, parts, M::Cutoff, std::round(volts * 0.85 * 2) / 2, "V", toleranced ? Known<double>(0.5) : std::nullopt);
  if (chance(0.4)) add(m, parts, M::Power, 50.0 * static_cast<double>(5 + pick(30)), "W");
  if (chance(0.3)) add(m, parts, M::ContinuousCurrent, std::floor(amps / 2), "A");
  if (chance(0.3)) add(m, parts, M::PhaseCurrent, amps * 2.5, "A");
}

void Maker::pack(Made& m, std::vector<std::string>& parts) {
  static constexpr std::array series{7, 10, 13, 14, 20};
  static constexpr std::array classes{24.0, 36.0, 48.0, 52.0, 72.0};
  const std::size_t k = pick(series.size());
  const double hours = static_cast<double>(8 + pick(25)) + (chance(0.5) ? 0.5 : 0.0);
  add(m, parts, M::NameplateVoltage, classes[k], "V");
  if (chance(0.3)) {
    add(m, parts, M::Capacity, hours, "Ah");
  } else {
    add(m, parts, M::Capacity, hours, "Ah");
    add(m, parts, M::Energy, std::round(classes[k] * hours), "Wh");
  }
  if (chance(0.4)) {
    const auto p = static_cast<int>(2 + pick(6));
    parts.push_back(std::to_string(series[k]) + "S" + (chance(0.5) ? "" : " ") + std::to_string(p) + "P");
    m.truths.push_back({{M::SeriesCount}, static_cast<double>(series[k]), {}, {}});
    m.truths.push_back({{M::ParallelCount}, static_cast<double>(p), {}, {}});
  }
  if (chance(0.6)) add(m, parts, M::ChargeVoltage, 4.2 * series[k], "V");
  if (chance(0.5)) add(m, parts, M::ChargeCurrent, static_cast<double>(2 + pick(7)), "A");
  const auto steady = static_cast<double>(10 + pick(40));
  if (chance(0.6)) add(m, parts, M::ContinuousCurrent, steady, "A");
  if (chance(0.4)) add(m, parts, M::ShortCurrent, steady * 2, "A");
}

void Maker::charger(Made& m, std::vector<std::string>& parts) {
  static constexpr std::array full{29.4, 42.0, 54.6, 58.8, 84.0};
  const bool range = chance(0.6);
  const std::string mains = range ? "100-240" + std::string(spacing_ == 1 ? " V" : "V") : figure(230, "V");
  std::string input = phrase(S::Charger, M::MainsVoltage, mains);
  if (chance(0.7)) input += chance(0.5) ? " 50/60Hz" : " 50-60 Hz";
  const double taken = 0.5 * static_cast<double>(1 + pick(6));
  if (chance(0.6)) {
    input += " " + figure(taken, "A");
    m.truths.push_back({{M::MainsCurrent}, taken, {}, {}});
  }
  m.truths.push_back({{M::MainsVoltage}, range ? 240.0 : 230.0, range ? Known<double>(100.0) : std::nullopt, {}});
  const double volts = full[pick(full.size())];
  const double amps = 0.5 * static_cast<double>(3 + pick(18));
  const std::string output = phrase(S::Charger, M::ChargerVoltage, figure(volts, "V")) +
                             (chance(0.5)   ? " "
                              : chance(0.5) ? " / "
                                            : ", ") +
                             figure(amps, "A");
  m.truths.push_back({{M::ChargerVoltage}, volts, {}, {}});
  m.truths.push_back({{M::ChargerCurrent}, amps, {}, {}});
  parts.push_back(input);
  parts.push_back(output);
  for (double hertz : {50.0, 60.0}) m.truths.push_back({{M::Frequency}, hertz, {}, {}});
  m.truths.push_back({{M::Frequency}, 60, 50, {}});
}

void Maker::cell(Made& m, std::vector<std::string>& parts) {
  static constexpr const char* names[]{"INR18650", "21700", "ICR18650-26", "INR21/71", "INR19/66"};
  parts.emplace_back(among(names));
  add(m, parts, M::NameplateVoltage, chance(0.5) ? 3.6 : 3.7, "V");
  const double milli = 50.0 * static_cast<double>(40 + pick(60));
  parts.push_back(phrase(S::Cell, M::Capacity, figure(milli, "mAh")));
  m.truths.push_back({{M::Capacity}, milli / 1000, {}, {}});
  if (chance(0.5)) add(m, parts, M::ChargeVoltage, 4.2, "V");
  if (chance(0.5)) add(m, parts, M::Cutoff, 2.5, "V");
  if (chance(0.5)) add(m, parts, M::ContinuousCurrent, static_cast<double>(5 + pick(30)), "A");
}

void Maker::board(Made& m, std::vector<std::string>& parts) {
  static constexpr std::array series{7, 10, 13, 14, 20};
  static constexpr std::array classes{24.0, 36.0, 48.0, 52.0, 72.0};
  const std::size_t k = pick(series.size());
  parts.push_back(std::to_string(series[k]) + (language_ == Zh && chance(0.5) ? "串" : "S"));
  m.truths.push_back({{M::SeriesCount}, static_cast<double>(series[k]), {}, {}});
  if (chance(0.6)) add(m, parts, M::NameplateVoltage, classes[k], "V");
  add(m, parts, M::ContinuousCurrent, 5.0 * static_cast<double>(3 + pick(18)), "A");
  if (chance(0.5)) add(m, parts, M::ChargeCurrent, static_cast<double>(5 + pick(10)), "A");
  if (chance(0.5)) {
    const auto milli = static_cast<double>(30 + pick(120));
    parts.push_back(phrase(S::Board, M::BalanceCurrent, figure(milli, "mA")));
    m.truths.push_back({{M::BalanceCurrent}, milli / 1000, {}, {}});
  }
  if (chance(0.5)) add(m, parts, M::HighCut, 4.25, "V", chance(0.5) ? Known<double>(0.05) : std::nullopt);
  if (chance(0.5)) add(m, parts, M::LowCut, 2.8, "V", chance(0.5) ? Known<double>(0.1) : std::nullopt);
}

void Maker::others(Made& m, std::vector<std::string>& parts) {
  const auto put = [&](const std::string& text, std::vector<M> meanings, double value, Known<double> low = std::nullopt) {
    parts.push_back(text);
    m.truths.push_back({std::move(meanings), value, low, {}});
  };
  static constexpr const char* fuses[]{"Fuse", "Sicherung", "Fusible", "Bezpiecznik", "保险丝"};
  static constexpr const char* joiners[]{"Battery combiner", "Akku-Weiche", "Coupleur de batteries", "Sumator baterii", "双电池并联器"};
  static constexpr const char* converters[]{"DC-DC converter", "Spannungswandler", "Convertisseur", "Convertidor", "Przetwornica"};
  static constexpr const char* lamps[]{"Headlight", "Scheinwerfer", "Phare", "Hupe", "喇叭"};
  static constexpr std::array<std::array<const char*, 2>, 4> sides{
      {{"Input ", "Output "}, {"Eingang: ", "Ausgang: "}, {"Entrée ", "Sortie "}, {"Entrada ", "Salida "}}};
  switch (pick(5)) {
    case 0:
      m.subject = S::Fuse;
      parts.emplace_back(among(fuses));
      break;
    case 1: {
      m.subject = S::Joiner;
      parts.emplace_back(among(joiners));
      const double amps = 5.0 * static_cast<double>(3 + pick(8));
      put((chance(0.5) ? "2 x " : "max ") + figure(amps, "A"), {M::JoinerCurrent}, amps);
      put("max. " + figure(63, "V"), {M::JoinerVoltage}, 63);
      return;
    }
    case 2: {
      m.subject = S::Converter;
      parts.emplace_back(among(converters));
      const auto& side = sides[pick(sides.size())];
      put(side[0] + std::string(spacing_ == 1 ? "30-72 V" : "30-72V"), {M::ConverterInput}, 72, 30);
      const auto amps = static_cast<double>(3 + pick(15));
      put(side[1] + figure(12, "V") + (chance(0.5) ? " " : ", ") + figure(amps, "A"), {M::ConverterOutput}, 12);
      m.truths.push_back({{M::ConverterCurrent}, amps, {}, {}});
      return;
    }
    case 3: {
      m.subject = S::Accessory;
      parts.emplace_back(among(lamps));
      put(spacing_ == 1 ? "12-80 V" : "12-80V", {M::AccessoryMaximum}, 80, 12);
      const auto watts = static_cast<double>(2 + pick(10));
      put(figure(watts, "W"), {M::Power}, watts);
      return;
    }
    default: {
      m.subject = S::Capacitor;
      put(spacing_ == 1 ? "63 V" : "63V", {M::CapacitorVoltage}, 63);
      const double farads = 10.0 * static_cast<double>(10 + pick(90));
      put(figure(farads, "µF"), {M::Capacitance}, farads);
      put("105°C", {M::Temperature}, 105);
      return;
    }
  }
  const double amps = 5.0 * static_cast<double>(2 + pick(10));
  put(figure(amps, "A"), {M::FuseRating}, amps);
  static constexpr std::array volts{58.0, 80.0, 125.0, 500.0, 1000.0};
  const double v = volts[pick(volts.size())];
  put(figure(v, "V") + (chance(0.5) ? "DC" : "⎓"), {M::FuseVoltage}, v);
  const auto kilo = static_cast<double>(1 + pick(30));
  if (chance(0.6)) put(figure(kilo, "kA"), {M::BreakingCapacity}, kilo * 1000);
}

std::string Maker::joined(std::vector<std::string> parts) {
  static constexpr const char* marks[]{"\n", "\n", "  ", ", ", "; ", " / ", " | ", " "};
  const char* usual = marks[pick(8)];
  std::string out;
  for (std::size_t i = 0; i < parts.size(); ++i) {
    if (i > 0) out += chance(0.8) ? usual : "\n";
    out += parts[i];
  }
  return out;
}

Made Maker::make() {
  Made m;
  language_ = static_cast<int>(pick(languages));
  spacing_ = static_cast<int>(pick(2));
  numbers_ = language_ == En || language_ == Zh ? 0 : static_cast<int>(pick(2));
  tolerance_ = static_cast<int>(pick(4));
  std::vector<std::string> parts;
  const std::size_t kind = pick(6);
  if (kind < 5) {
    m.subject = heads[kind].subject;
    parts.emplace_back(heads[kind].words[static_cast<std::size_t>(language_)]);
  }
  switch (kind) {
    case 0: controller(m, parts); break;
    case 1: pack(m, parts); break;
    case 2: charger(m, parts); break;
    case 3: cell(m, parts); break;
    case 4: board(m, parts); break;
    default: others(m, parts); break;
  }
  // The order of the values is the printer's; what the thing is stands first, or last.
  if (parts.size() > 3 && kind != 2 && kind != 5) std::shuffle(parts.begin() + 1, parts.end(), random_);
  std::string text = joined(parts);
  if (chance(0.4)) text += "\n" + std::string(among(noise));
  if (chance(0.2)) text = std::string(among(noise)) + "\n" + text;
  m.text = text;
  return m;
}

std::string Maker::damaged(const std::string& text) {
  std::string out = text;
  for (std::size_t tries = 1 + pick(3); tries > 0; --tries) {
    const std::size_t at = pick(out.size());
    switch (pick(5)) {
      case 0: {  // a letter for a figure
        static constexpr std::string_view figures = "0158", letters = "OlSB";
        for (std::size_t i = 0; i < out.size(); ++i) {
          const std::size_t k = (at + i) % out.size();
          const auto look = figures.find(out[k]);
          if (look == std::string_view::npos) continue;
          out[k] = letters[look];
          break;
        }
        break;
      }
      case 1:  // a lost space
        if (const auto space = out.find(' ', at); space != std::string::npos) out.erase(space, 1);
        break;
      case 2:  // a stray mark
        if ((static_cast<unsigned char>(out[at]) & 0xC0U) != 0x80U) out.insert(at, 1, std::string_view("'-|")[pick(3)]);
        break;
      case 3: {  // a blank within a figure: before its point, behind it, or in its place
        const auto isDigit = [&](std::size_t i) { return out[i] >= '0' && out[i] <= '9'; };
        for (std::size_t i = 0; i < out.size(); ++i) {
          const std::size_t k = (at + i) % out.size();
          if (k == 0 || k + 1 >= out.size() || (out[k] != '.' && out[k] != ',') || !isDigit(k - 1) || !isDigit(k + 1)) continue;
          if (const std::size_t how = pick(3); how < 2) out.insert(k + how, 1, chance(0.7) ? ' ' : '\n');
          else out[k] = ' ';
          break;
        }
        break;
      }
      default:  // a doubled space
        if (const auto space = out.find(' ', at); space != std::string::npos) out.insert(space, 1, ' ');
        break;
    }
  }
  return out;
}

std::string Maker::respaced(const std::string& text) {
  std::string out;
  const std::size_t letterCase = pick(3);
  for (char c : text) {
    if (c == ' ' && chance(0.3)) out += chance(0.5) ? "\n" : "  ";
    else if (c == '\n' && chance(0.3)) out += "  ";
    else if (letterCase == 1 && c >= 'a' && c <= 'z') out += static_cast<char>(c - 'a' + 'A');
    else if (letterCase == 2 && c >= 'A' && c <= 'Z') out += static_cast<char>(c - 'A' + 'a');
    else out += c;
  }
  return out;
}

}  // namespace usherwright::labels
