// Sentences and short texts for the window, made from plans and assessments. No widgets.
#pragma once

#include <QString>
#include <QStringList>

#include "core/assess/assessment.h"
#include "core/label/label.h"

namespace usherwright::app {

inline QString text(const std::string& s) { return QString::fromStdString(s); }
inline QString text(std::string_view s) { return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size())); }

/// What an edit did: "limit of the controller 22 A → 28 A". Several changes are counted.
QString changeWords(const Plan& before, const Plan& after, UnitSystem units);

/// Whose field it is: "deck", "fuse of deck", "controller", "small charger"; empty for the plan itself.
QString ownerWords(const Plan& plan, const QString& pointer);

/// "limit of the controller": a field with its owner, who is not named twice.
QString fieldWords(const Plan& plan, const QString& pointer);

/// A value with its unit, as shown in an entry: "22 ± 1" for a toleranced one.
QString entryText(const Plan& plan, const QString& pointer, UnitSystem units);

/// "79 km (67 to 91)"; empty if not known.
QString rangeWords(const Assessment& assessment, UnitSystem units);
/// "1 Stop, 2 Mind, 1 Note", "clear".
QString verdictWords(const Assessment& assessment);
/// What no rule looks at yet: said beside the findings, so that silence there is not read as clear.
QString notJudgedWords();

/// One value of the label reader in a few words: "limit 22 A, up to 23 A".
QString labelValueWords(const LabelValue& value);

inline QString volts(Volt v, int digits = 3) { return text(formatNumber(v.value(), digits)) + QStringLiteral(" V"); }
inline QString amps(Ampere a) { return text(formatNumber(a.value(), 2)) + QStringLiteral(" A"); }
/// "13 min", "2 h 05 min".
QString durationWords(Second time);

}  // namespace usherwright::app
