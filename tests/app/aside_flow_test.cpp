// Packs put aside and brought back, and stops on the way, by keys and mouse.
#include <QComboBox>
#include <QLabel>
#include <QPushButton>

#include "app/by_name.h"
#include "core/plan/kept.h"
#include "support/plans.h"

using namespace driving;

TEST_CASE("C-024 by keys: the old pack is kept as a spare, shown by itself, edited there, and brought back") {
  Bench b;
  b.window().session().begin(plans::sound());
  page(b, Qt::Key_3, "Put aside");
  b.click(named<QPushButton>(b, "put it aside as a spare"));
  REQUIRE(b.document().plan().packs.size() == 1);
  REQUIRE(b.document().plan().kept.size() == 1);
  const std::string id = b.document().plan().kept[0].id;
  CHECK(b.document().plan().kept[0].since == "2026-11-28");
  b.enter(QStringLiteral("lies at"), QStringLiteral("shelf in the shed"));
  CHECK(b.document().plan().kept[0].place == "shelf in the shed");
  // The only pack stays on the bike.
  b.click(named<QPushButton>(b, "put it aside as retired"));
  CHECK(named<QLabel>(b, "kept-problem")->text().contains(QStringLiteral("only pack")));
  CHECK(b.document().plan().packs.size() == 1);

  b.clickButton(QStringLiteral("Show it by itself"));
  CHECK(b.document().openWay() == "kept: " + id);
  REQUIRE(b.document().plan().packs.size() == 1);
  CHECK(b.document().plan().packs[0].id == id);
  b.enter(QStringLiteral("charge of"), QStringLiteral("55 %"));
  CHECK(b.document().root().kept[0].plan->packs[0].soc == StateOfCharge(0.55));
  CHECK(b.document().root().packs[0].id != id);
  b.document().openWay({});

  page(b, Qt::Key_3, "Put aside");
  b.choose(QStringLiteral("kept as"), QStringLiteral("quarantined"));
  CHECK(b.finding(QStringLiteral("LOG-06")));
  b.clickButton(QStringLiteral("Bring it onto the bike"));
  CHECK(named<QLabel>(b, "kept-problem")->text().contains(QStringLiteral("competent")));
  b.choose(QStringLiteral("kept as"), QStringLiteral("spare"));
  b.clickButton(QStringLiteral("Bring it onto the bike"));
  REQUIRE(b.document().plan().packs.size() == 2);
  CHECK(b.document().plan().packs[1].soc == StateOfCharge(0.55));
  CHECK(b.document().plan().kept.empty());
}

TEST_CASE("of a pack that lies somewhere nothing but its name is kept, until its label is read on the bike") {
  Bench b;
  b.window().session().begin(plans::sound());
  page(b, Qt::Key_3, "Put aside");
  auto* name = named<QLineEdit>(b, "pack that lies somewhere");
  b.click(name);
  b.type(QStringLiteral("shed"));
  b.key(Qt::Key_Return);
  Bench::settle();
  REQUIRE(b.document().plan().kept.size() == 1);
  CHECK(b.document().plan().kept[0].id == "shed");
  for (QPushButton* button : b.window().findChildren<QPushButton*>())
    if (button->isVisible() && button->text() == QStringLiteral("Show it by itself")) CHECK_FALSE(button->isEnabled());
  b.clickButton(QStringLiteral("Bring it onto the bike"));
  REQUIRE(b.document().plan().packs.size() == 3);
  CHECK(b.document().plan().packs[2].id == "shed");
}

TEST_CASE("C-104 by keys: a stop on the way asks where, how long and with what, and only then puts something in") {
  Bench b;
  Plan plan = plans::sound();
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    plan = plans::with(plan, "/packs/" + std::to_string(k) + "/charge_temperature_C", "20");
  b.window().session().begin(plan);
  page(b, Qt::Key_8, "The way");
  b.clickButton(QStringLiteral("+ a stop to charge"));
  REQUIRE(b.document().plan().routes[0].stops.size() == 1);
  CHECK(named<QLabel>(b, "way-stops")->text().contains(QStringLiteral("not known yet")));
  b.enter(QStringLiteral("stop after"), QStringLiteral("10 km"));
  b.enter(QStringLiteral("stop lasts"), QStringLiteral("45"));
  b.enter(QStringLiteral("charger carried"), QStringLiteral("nobody's"));
  CHECK(b.document().plan().routes[0].stops[0].charger.empty());
  std::string charger;
  for (const Charger& c : plan.chargers)
    if (serves(c, "second")) charger = c.id;
  b.enter(QStringLiteral("charger carried"), QString::fromStdString(charger));
  CHECK(named<QLabel>(b, "way-stops")->text().contains(QStringLiteral("→")));
  b.clickButton(QStringLiteral("− last stop"));
  CHECK(b.document().plan().routes[0].stops.empty());
}
