// Station Options.
#include "app/stations/options/options_station.h"

#include "app/present/words.h"
#include "app/stations/options/options_pages.h"

namespace usherwright::app {

OptionsStation::OptionsStation(Kit kit, QWidget* parent) : PagedStation(kit, parent), book_(new WayBook(kit, this)) {
  whileEmpty(QStringLiteral("Nothing to go forward from"),
             QStringLiteral("A way forward begins as today's plan. Enter the packs that are there first, at station Bike."),
             QStringLiteral("To the labels"), [this] { Q_EMIT kit_.desk.pageRequested(Station::Bike, QStringLiteral("Labels")); });
  addPage(QStringLiteral("Ways"), [this] { return new WaysPage(kit_, *book_); });
  addPage(QStringLiteral("Side by side"), [this] { return new SideBySidePage(kit_, *book_); });
  addPage(QStringLiteral("Money"), [this] { return new MoneyPage(kit_, *book_); });
  addPage(QStringLiteral("Suggest"), [this] { return new SuggestPage(kit_); });
  addPage(QStringLiteral("Mend"), [this] { return new MendPage(kit_); });
  connect(book_, &WayBook::changed, this, [this] {
    if (isVisible()) entries_->show(sections());
  });
}

bool OptionsStation::isEmpty() const { return kit_.document.plan().packs.empty() && kit_.document.root().options.empty(); }

bool OptionsStation::reveal(const QString& pointer) {
  const QStringList at = pointer.split(QLatin1Char('/'));
  const auto& options = kit_.document.plan().options;
  if (at.value(1) == QLatin1String("options") && at.value(2).toUInt() < options.size()) book_->choose(options[at.value(2).toUInt()].id);
  return PagedStation::reveal(pointer);
}

std::vector<EntrySection> OptionsStation::sections() const {
  const Plan& plan = kit_.document.plan();
  std::vector<EntrySection> out;
  out.push_back({QStringLiteral("Goal and money"),
                 {QStringLiteral("/need/goal_Wh"), QStringLiteral("/budget"), QStringLiteral("/tax"), QStringLiteral("/shipping")}});
  for (std::size_t i = 0; i < plan.options.size(); ++i)
    if (plan.options[i].id == book_->chosen())
      out.push_back({QStringLiteral("This way"), fieldsUnder(QStringLiteral("/options/%1/").arg(i), {"id", "kind", "note"})});
  for (std::size_t i = 0; i < plan.undertaking.quotes.size(); ++i)
    out.push_back({text(plan.undertaking.quotes[i].id),
                   fieldsUnder(QStringLiteral("/undertaking/quotes/%1/").arg(i),
                               {"id", "kind", "price", "count", "taxed", "outside", "stock", "seller", "alternate"})});
  const QString open = text(wayName(kit_.document.openWay()));
  out.push_back(
      {QStringLiteral("The work of %1").arg(open),
       fieldsUnder(QStringLiteral("/undertaking/"), {"hours", "skill", "tools", "cuts", "drills", "undone", "old_pack", "resale"})});
  return out;
}

}  // namespace usherwright::app
