// Texts for the window.
#include "app/present/words.h"

#include <algorithm>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/plan/entries.h"
#include "core/plan/fields.h"
#include "core/plan/kept.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

QString structureWords(const Plan& before, const Plan& after) {
  if (after.packs.size() > before.packs.size()) return QStringLiteral("add %1").arg(text(shownName(after.packs.back())));
  if (after.packs.size() < before.packs.size()) {
    for (const Pack& p : before.packs)
      if (!after.findPack(p.id)) return QStringLiteral("remove %1").arg(text(shownName(p)));
  }
  const auto were = listSizes(before);
  for (const auto& [list, size] : listSizes(after)) {
    const auto was = std::find_if(were.begin(), were.end(), [&list = list](const auto& l) { return l.first == list; });
    if (was == were.end() || was->second == size) continue;
    const QString word = text(entryWord(list));
    const bool vowel = QStringLiteral("aeiou").contains(word.front());
    return QStringLiteral("%1 %2 %3")
        .arg(size > was->second ? QStringLiteral("add") : QStringLiteral("remove"), vowel ? QStringLiteral("an") : QStringLiteral("a"),
             word);
  }
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
  if (t.size() > 3 && t[2] == QLatin1String("stops")) return QStringLiteral("stop %1").arg(t[3].toInt() + 1);
  if (t[0] == QLatin1String("kept") && index < plan.kept.size()) return text(keptName(plan.kept[index]));
  if (t[0] == QLatin1String("photos") && index < plan.photos.size()) return text(plan.photos[index].file);
  if (t[0] == QLatin1String("routes") && index < plan.routes.size())
    return plan.routes.size() > 1 ? text(plan.routes[index].id) : QString();
  if (t[0] == QLatin1String("options") && index < plan.options.size()) return text(plan.options[index].id);
  if (t[0] == QLatin1String("private") && index < plan.privateThings.size()) return QStringLiteral("private thing %1").arg(index + 1);
  if (t[0] == QLatin1String("warranties") && index < plan.warranties.size()) return text(plan.warranties[index].part);
  if (t[0] == QLatin1String("build") && t.size() > 3) {
    const std::size_t at = t[2].toULongLong();
    const BuildWork& b = plan.build;
    if (t[1] == QLatin1String("arrivals") && at < b.arrivals.size()) return text(b.arrivals[at].part);
    if (t[1] == QLatin1String("handwork") && at < b.handwork.size()) return text(b.handwork[at].what);
    if (t[1] == QLatin1String("fasteners") && at < b.fasteners.size()) return text(b.fasteners[at].place);
  }
  if (t[0] == QLatin1String("claims") && index < plan.claims.size()) return QStringLiteral("claim %1").arg(index + 1);
  if (t[0] == QLatin1String("undertaking") && t.size() > 3) {
    const std::size_t quote = t[2].toULongLong();
    return quote < plan.undertaking.quotes.size() ? text(plan.undertaking.quotes[quote].id) : QString();
  }
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
  QString first;
  int count = 0;
  const bool alike =
      forEachChange(before, after, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& was, const FieldValue& is) {
        if (++count > 1) return;
        const QString owner = ownerWords(after, text(pointer));
        first = text(spec.label) + (owner.isEmpty() ? QString() : QStringLiteral(" of ") + owner) + QLatin1Char(' ') +
                text(shownValue(spec, was, units)) + QStringLiteral(" → ") + text(shownValue(spec, is, units));
      });
  if (!alike || count == 0) return structureWords(before, after);
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

QString labelValueWords(const LabelValue& v) {
  if (v.meaning == LabelMeaning::Port) return v.value > 0 ? QStringLiteral("separate port") : QStringLiteral("common port");
  if (v.meaning == LabelMeaning::ChemistryName)
    return text(factsOf(static_cast<Chemistry>(static_cast<int>(v.value))).name) + QStringLiteral(" cells");
  const bool milliampere = v.meaning == LabelMeaning::BalanceCurrent;
  const auto shown = [&](double x) { return text(formatNumber(milliampere ? 1000 * x : x, 5)); };
  const QString unit = milliampere ? QStringLiteral("mA") : text(std::string(labelMeaningUnit(v.meaning)));
  QString figure = v.low ? QStringLiteral("%1 … %2").arg(shown(*v.low), shown(v.value)) : shown(v.value);
  // The worst that a tolerance leaves: the most amperes, and both ends of a cut-off.
  if (v.tolerance && unit == QStringLiteral("A"))
    figure = QStringLiteral("%1 A, up to %2").arg(shown(v.value), shown(v.value + *v.tolerance));
  else if (v.tolerance) figure = QStringLiteral("%1 … %2").arg(shown(v.value - *v.tolerance), shown(v.value + *v.tolerance));
  const QString all = unit.isEmpty() ? figure : figure + QLatin1Char(' ') + unit;
  return text(std::string(labelMeaningWords(v.meaning))) + QLatin1Char(' ') + all;
}

QString durationWords(Second time) {
  const int minutes = static_cast<int>(std::lround(time.value() / 60));
  if (minutes < 60) return QStringLiteral("%1 min").arg(minutes);
  return QStringLiteral("%1 h %2 min").arg(minutes / 60).arg(minutes % 60, 2, 10, QLatin1Char('0'));
}

}  // namespace usherwright::app
