// Texts for the window.
#include "app/present/words.h"

#include <cmath>
#include <map>

#include "core/assess/rules/rule.h"
#include "core/plan/fields.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

struct Seen {
  const FieldSpec* spec;
  FieldValue value;
};

std::map<std::string, Seen> allFields(const Plan& plan) {
  std::map<std::string, Seen> out;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
    out.emplace(pointer, Seen{&spec, value});
  });
  return out;
}

QString structureWords(const Plan& before, const Plan& after) {
  if (after.packs.size() > before.packs.size()) return QStringLiteral("add %1").arg(text(shownName(after.packs.back())));
  if (after.packs.size() < before.packs.size()) {
    for (const Pack& p : before.packs)
      if (!after.findPack(p.id)) return QStringLiteral("remove %1").arg(text(shownName(p)));
  }
  if (after.chargers.size() > before.chargers.size()) return QStringLiteral("add a charger");
  if (after.chargers.size() < before.chargers.size()) return QStringLiteral("remove a charger");
  if (after.routes.size() != before.routes.size()) return QStringLiteral("change the routes");
  if (after.accepted != before.accepted)
    return after.accepted.size() < before.accepted.size() ? QStringLiteral("take an acceptance back") : QStringLiteral("accept a finding");
  if (after.provenance != before.provenance) return QStringLiteral("say where a value comes from");
  for (std::size_t i = 0; i < after.chargers.size(); ++i)
    if (after.chargers[i].forPacks != before.chargers[i].forPacks)
      return QStringLiteral("assign %1").arg(text(shownName(after.chargers[i])));
  return QStringLiteral("edit");
}

/// The tokens of "/packs/1/fuse/rating_A".
QStringList tokensOf(const QString& pointer) { return pointer.split(QLatin1Char('/'), Qt::SkipEmptyParts); }

QString runWords(const Plan& plan, const Run& run) {
  if (run.to == "controller") return QStringLiteral("main lead");
  const Pack* pack = plan.findPack(run.from);
  return QStringLiteral("lead of %1").arg(pack ? text(shownName(*pack)) : text(run.from));
}

}  // namespace

QString ownerWords(const Plan& plan, const QString& pointer) {
  const QStringList t = tokensOf(pointer);
  if (t.isEmpty()) return {};
  const std::size_t index = t.size() > 1 ? t[1].toULongLong() : 0;
  if (t.size() > 2 && t[1] == QLatin1String("accessories")) {
    const std::size_t at = t[2].toULongLong();
    return at < plan.bike.accessories.size() ? text(plan.bike.accessories[at].name) : QString();
  }
  if (t[0] == QLatin1String("routes") && index < plan.routes.size())
    return plan.routes.size() > 1 ? text(plan.routes[index].id) : QString();
  if (t[0] == QLatin1String("bike")) return t.size() > 2 && t[1] == QLatin1String("controller") ? QStringLiteral("controller") : QString();
  if (t[0] == QLatin1String("packs") && index < plan.packs.size()) {
    const QString name = text(shownName(plan.packs[index]));
    if (t.size() > 3 && t[2] == QLatin1String("fuse")) return QStringLiteral("fuse of %1").arg(name);
    if (t.size() > 3 && t[2] == QLatin1String("charge_fuse")) return QStringLiteral("charge fuse of %1").arg(name);
    return name;
  }
  if (t[0] == QLatin1String("cells") && t.size() > 1) {
    const Cell* cell = plan.findCell(t[1].toStdString());
    return cell ? text(shownName(*cell)) : t[1];
  }
  if (t[0] == QLatin1String("wiring") && t.size() > 2) {
    const std::size_t run = t[2].toULongLong();
    if (run < plan.wiring.runs.size()) return runWords(plan, plan.wiring.runs[run]);
  }
  if (t[0] == QLatin1String("chargers") && index < plan.chargers.size()) return text(shownName(plan.chargers[index]));
  return {};
}

QString fieldWords(const Plan& plan, const QString& pointer) {
  const auto ref = findField(plan, pointer.toStdString());
  if (!ref) return pointer;
  const QString label = text(ref->spec->label);
  const QString owner = ownerWords(plan, pointer);
  return owner.isEmpty() || label.startsWith(owner) ? label : label + QStringLiteral(" of ") + owner;
}

QString changeWords(const Plan& before, const Plan& after, UnitSystem units) {
  const auto old = allFields(before);
  const auto now = allFields(after);
  if (old.size() != now.size()) return structureWords(before, after);
  QString first;
  int count = 0;
  for (const auto& [pointer, seen] : now) {
    const auto was = old.find(pointer);
    if (was == old.end()) return structureWords(before, after);
    if (was->second.value == seen.value) continue;
    if (++count > 1) continue;
    const QString owner = ownerWords(after, text(pointer));
    first = text(seen.spec->label) + (owner.isEmpty() ? QString() : QStringLiteral(" of ") + owner) + QLatin1Char(' ') +
            text(shownValue(*was->second.spec, was->second.value, units)) + QStringLiteral(" → ") +
            text(shownValue(*seen.spec, seen.value, units));
  }
  if (count == 0) return structureWords(before, after);
  return count == 1 ? first : QStringLiteral("%1 and %2 more").arg(first, QString::number(count - 1));
}

QString entryText(const Plan& plan, const QString& pointer, UnitSystem units) {
  const auto ref = findField(plan, pointer.toStdString());
  if (!ref) return {};
  if (std::holds_alternative<std::monostate>(ref->value)) return {};
  if (!std::holds_alternative<double>(ref->value)) return text(shownValue(*ref->spec, ref->value, units));
  QString out = text(formatForEntry(std::get<double>(ref->value), ref->spec->kind, units));
  if (ref->spec->toleranceKey.empty()) return out;
  const QString sibling = pointer.left(pointer.lastIndexOf(QLatin1Char('/')) + 1) + text(ref->spec->toleranceKey);
  const auto tolerance = findField(plan, sibling.toStdString());
  if (tolerance && std::holds_alternative<double>(tolerance->value))
    out += QStringLiteral(" ± ") + text(formatForEntry(std::get<double>(tolerance->value), tolerance->spec->kind, units));
  return out;
}

QString rangeWords(const Assessment& assessment, UnitSystem units) {
  const RangeFigures& r = assessment.figures.range;
  if (!r.known) return {};
  const double scale = shownUnit(Kind::Distance, units).scale;
  return QStringLiteral("%1 %2 likely (%3 to %4)")
      .arg(text(formatNumber(r.likely.value() / scale, 2)), text(shownUnit(Kind::Distance, units).symbol),
           text(formatNumber(r.cautious.value() / scale, 2)), text(formatNumber(r.hopeful.value() / scale, 2)));
}

QString verdictWords(const Assessment& assessment) {
  QStringList parts;
  for (Severity s : {Severity::Stop, Severity::Mind, Severity::Note})
    if (const int n = assessment.count(s)) parts << QStringLiteral("%1 %2").arg(n).arg(text(severityWord(s)));
  return parts.isEmpty() ? QStringLiteral("clear as far as judged") : parts.join(QStringLiteral(", "));
}

QString notJudgedWords() {
  QStringList families;
  for (const std::string& family : rules::notJudgedYet()) families << text(family.substr(0, family.find(" (")));
  return QStringLiteral("Not judged yet: ") + families.join(QStringLiteral("; ")) + QStringLiteral(".");
}

QString candidateWords(const LabelCandidate& c) {
  const QString value = text(formatNumber(c.value, 4));
  const auto upTo = [&](const QString& unit) {
    if (!c.tolerance) return value + unit;
    return QStringLiteral("%1%2, up to %3%2").arg(value, unit, text(formatNumber(c.value + *c.tolerance, 4)));
  };
  switch (c.meaning) {
    case LabelMeaning::CurrentLimit: return QStringLiteral("limit ") + upTo(QStringLiteral(" A"));
    case LabelMeaning::Cutoff:
      return c.tolerance ? QStringLiteral("cut-off %1 … %2 V")
                               .arg(text(formatNumber(c.value - *c.tolerance, 4)), text(formatNumber(c.value + *c.tolerance, 4)))
                         : QStringLiteral("cut-off %1 V").arg(value);
    case LabelMeaning::InputMaximum: return QStringLiteral("takes up to %1 V").arg(value);
    case LabelMeaning::NameplateVoltage: return QStringLiteral("“%1 V” – which pack?").arg(value);
    case LabelMeaning::ChargerVoltage: return QStringLiteral("charger gives %1 V").arg(value);
    case LabelMeaning::ChargerCurrent: return QStringLiteral("charger gives %1 A").arg(value);
    case LabelMeaning::MainsVoltage: return QStringLiteral("mains, up to %1 V").arg(value);
    case LabelMeaning::MainsCurrent: return QStringLiteral("mains, %1 A").arg(value);
    case LabelMeaning::Capacity: return QStringLiteral("capacity %1 Ah").arg(value);
    case LabelMeaning::Energy: return QStringLiteral("energy %1 Wh").arg(value);
    case LabelMeaning::Power: return QStringLiteral("power %1 W").arg(value);
    case LabelMeaning::Layout: return QStringLiteral("%1S%2P").arg(value, text(formatNumber(c.tolerance.value_or(1), 3)));
    case LabelMeaning::ChargeVoltage: return QStringLiteral("charged to %1 V").arg(value);
    case LabelMeaning::ChargeCurrent: return QStringLiteral("charge limit %1 A").arg(value);
    case LabelMeaning::ContinuousCurrent: return QStringLiteral("for long ") + upTo(QStringLiteral(" A"));
    case LabelMeaning::ShortCurrent: return QStringLiteral("short-time %1 A").arg(value);
    case LabelMeaning::BalanceCurrent: return QStringLiteral("balances with %1 mA").arg(text(formatNumber(1000 * c.value, 4)));
    case LabelMeaning::Resistance: return QStringLiteral("resistance %1 mΩ").arg(value);
    case LabelMeaning::SeriesCount: return QStringLiteral("%1 in series").arg(value);
    case LabelMeaning::CellSize: return QStringLiteral("cell size %1").arg(text(formatNumber(c.value, 6)));
    case LabelMeaning::ChemistryName:
      return text(factsOf(static_cast<Chemistry>(static_cast<int>(c.value))).name) + QStringLiteral(" cells");
  }
  return {};
}

QString durationWords(Second time) {
  const int minutes = static_cast<int>(std::lround(time.value() / 60));
  if (minutes < 60) return QStringLiteral("%1 min").arg(minutes);
  return QStringLiteral("%1 h %2 min").arg(minutes / 60).arg(minutes % 60, 2, 10, QLatin1Char('0'));
}

}  // namespace usherwright::app
