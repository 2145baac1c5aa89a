// Places of labels in words.
#include "app/present/label_places.h"

#include <algorithm>

#include "app/present/words.h"
#include "core/plan/names.h"
#include "core/plan/sizes.h"

namespace usherwright::app {
namespace {

constexpr std::size_t mostFurther = 2;

/// A part that comes with its label: "a new charger", "a further pack", "a further pack (2)".
QString furtherWords(const QString& kind, std::size_t there, std::size_t index) {
  const QString words = (there == 0 && index == 0 ? QStringLiteral("a new ") : QStringLiteral("a further ")) + kind;
  return index == there ? words : QStringLiteral("%1 (%2)").arg(words).arg(index - there + 1);
}

}  // namespace

std::vector<LabelPlace> placesOf(const Plan& plan) {
  std::vector<LabelPlace> out{{LabelSubject::Controller, 0}, {LabelSubject::Capacitor, 0}, {LabelSubject::Motor, 0}};
  for (std::size_t k = 0; k < std::min(plan.packs.size() + mostFurther, mostPacks); ++k)
    for (LabelSubject s : {LabelSubject::Pack, LabelSubject::Board, LabelSubject::Cell, LabelSubject::Fuse})
      if (k < plan.packs.size() || s == LabelSubject::Pack) out.push_back({s, k});
  out.push_back({LabelSubject::Joiner, 0});
  out.push_back({LabelSubject::Converter, 0});
  for (std::size_t j = 0; j < plan.chargers.size() + mostFurther; ++j) out.push_back({LabelSubject::Charger, j});
  for (std::size_t j = 0; j < plan.bike.accessories.size(); ++j) out.push_back({LabelSubject::Accessory, j});
  return out;
}

QString placeWords(const Plan& plan, const LabelPlace& place) {
  const QString kind = text(labelSubjectWords(place.subject));
  const bool toCome = place.index >= plan.packs.size();
  const QString pack = toCome ? QStringLiteral("the new pack") : text(shownName(plan.packs[place.index]));
  switch (place.subject) {
    case LabelSubject::Pack:
      return toCome ? furtherWords(QStringLiteral("pack"), plan.packs.size(), place.index) : QStringLiteral("the pack %1").arg(pack);
    case LabelSubject::Board: return QStringLiteral("the BMS of %1").arg(pack);
    case LabelSubject::Cell: return QStringLiteral("a cell of %1").arg(pack);
    case LabelSubject::Fuse: return QStringLiteral("the fuse of %1").arg(pack);
    case LabelSubject::Charger:
      return place.index >= plan.chargers.size() ? furtherWords(QStringLiteral("charger"), plan.chargers.size(), place.index)
                                                 : text(shownName(plan.chargers[place.index]));
    case LabelSubject::Accessory: {
      const std::string& name = plan.bike.accessories[place.index].name;
      return name.empty() ? QStringLiteral("accessory %1").arg(place.index + 1) : text(name);
    }
    case LabelSubject::Capacitor: return QStringLiteral("a capacitor of the controller");
    case LabelSubject::Controller:
    case LabelSubject::Motor:
    case LabelSubject::Joiner:
    case LabelSubject::Converter: break;
  }
  return QStringLiteral("the ") + kind;
}

bool isToCome(const Plan& plan, const LabelPlace& place) {
  if (place.subject == LabelSubject::Charger) return place.index >= plan.chargers.size();
  return place.subject == LabelSubject::Pack && place.index >= plan.packs.size();
}

}  // namespace usherwright::app
