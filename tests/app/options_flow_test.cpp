// Station Options by keys and mouse: a way is begun, edited while it is open, compared, adopted; a Stop is mended; a ride is noted.
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTest>
#include <catch2/catch.hpp>

#include "app/window_test.h"
#include "core/plan/edit.h"
#include "core/plan/options.h"
#include "support/plans.h"

using namespace driving;

namespace {

void turnTo(Bench& b, const char* page) {
  b.key(Qt::Key_2, Qt::ControlModifier);
  REQUIRE(b.window().station() == Station::Options);
  REQUIRE(b.window().stationView(Station::Options)->showPage(QLatin1String(page)));
  Bench::settle();
  b.waitForStudies();
}

void click(DrawingView* view, const QString& part) {
  for (const drawing::Shape* s : view->parts())
    if (QString::fromStdString(s->part) == part) {
      QTest::mouseClick(view, Qt::LeftButton, Qt::NoModifier, view->placeOf(*s).center());
      return Bench::settle();
    }
  FAIL("no part " << part.toStdString());
}

QPushButton* button(Bench& b, const QString& words) {
  for (QPushButton* x : b.window().findChildren<QPushButton*>())
    if (x->isVisible() && x->text().startsWith(words)) return x;
  FAIL("no button " << words.toStdString());
  return nullptr;
}

}  // namespace

TEST_CASE("C-015: Ctrl+D begins a way from the plan that is open; what is edited is its own, and undo takes it back") {
  Bench b;
  const std::size_t before = b.document().root().options.size();
  b.key(Qt::Key_D, Qt::ControlModifier);
  REQUIRE(b.document().root().options.size() == before + 1);
  CHECK(b.document().openWay() == "way");
  CHECK(b.window().station() == Station::Options);
  b.enter(QStringLiteral("P (in parallel) of deck"), QStringLiteral("6"));
  CHECK(b.document().plan().packs[1].parallel == 6);
  CHECK(b.document().root().packs[1].parallel == 5);
  CHECK(findOption(b.document().root(), "way")->plan->packs[1].parallel == 6);
  b.document().openWay(std::string());
  CHECK(b.document().plan().packs[1].parallel == 5);
  // Undo shows what it undoes.
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().openWay() == "way");
  CHECK(b.document().plan().packs[1].parallel == 5);
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().root().options.size() == before);
  CHECK(b.document().openWay().empty());
  b.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
  b.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
  CHECK(b.document().openWay() == "way");
  CHECK(b.document().plan().packs[1].parallel == 6);
}

TEST_CASE("C-015 C-017 C-018: a way is chosen by its card, opened, given a quote, adopted, and what was stays a way") {
  Bench b;
  turnTo(b, "Ways");
  click(b.drawing(QStringLiteral("cards of the ways")), QStringLiteral("way/bigger deck pack"));
  QTest::mouseClick(button(b, QStringLiteral("Open bigger deck pack")), Qt::LeftButton);
  Bench::settle();
  CHECK(b.document().openWay() == "bigger deck pack");
  CHECK(b.document().plan().packs[1].parallel == 7);
  turnTo(b, "Money");
  const std::size_t quotes = b.document().plan().undertaking.quotes.size();
  QTest::mouseClick(button(b, QStringLiteral("+ a quote")), Qt::LeftButton);
  Bench::settle();
  REQUIRE(b.document().plan().undertaking.quotes.size() == quotes + 1);
  CHECK(b.document().root().undertaking.quotes.empty());
  b.enter(QStringLiteral("price of one of ") + QString::fromStdString(b.document().plan().undertaking.quotes.back().id),
          QStringLiteral("19.50"));
  CHECK(b.document().plan().undertaking.quotes.back().price == Money(19.5));
  turnTo(b, "Ways");
  QTest::mouseClick(button(b, QStringLiteral("Adopt it")), Qt::LeftButton);
  Bench::settle();
  CHECK(b.document().openWay().empty());
  CHECK(b.document().root().packs[1].parallel == 7);
  CHECK(findOption(b.document().root(), "as it was"));
  CHECK_FALSE(findOption(b.document().root(), "bigger deck pack"));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().root().packs[1].parallel == 5);
}

TEST_CASE("C-019: two ways side by side name every difference, and what follows") {
  Bench b;
  turnTo(b, "Side by side");
  auto* there = b.window().findChild<QComboBox*>(QString());
  for (QComboBox* box : b.window().findChildren<QComboBox*>())
    if (box->accessibleName() == QLatin1String("the other way")) there = box;
  REQUIRE(there);
  there->setFocus();
  QTest::keyClick(there, Qt::Key_Down);
  QTest::keyClick(there, Qt::Key_Return);
  b.waitForStudies();
  DrawingView* sheet = b.drawing(QStringLiteral("two ways side by side"));
  REQUIRE(sheet);
  const QString said = QString::fromStdString(sheet->shown()[0]->description);
  CHECK(said.contains(QStringLiteral("P (in parallel): 5 here, 7 there")));
  CHECK(said.contains(QStringLiteral("label of all packs")));
}

TEST_CASE("the demo's Stop is mended by one button, as one step that undo takes back, and may be kept as a way instead") {
  Bench b;
  REQUIRE(b.document().assessment().hasStop());
  turnTo(b, "Mend");
  DrawingView* sheet = b.drawing(QStringLiteral("changes that leave no Stop"));
  click(sheet, QStringLiteral("set/1"));
  QTest::mouseClick(button(b, QStringLiteral("Keep it as a way")), Qt::LeftButton);
  Bench::settle();
  CHECK(b.document().assessment().hasStop());
  const std::size_t ways = b.document().root().options.size();
  b.waitForStudies();
  click(sheet, QStringLiteral("set/0"));
  QTest::mouseClick(button(b, QStringLiteral("Do it")), Qt::LeftButton);
  b.waitForStudies();
  CHECK_FALSE(b.document().assessment().hasStop());
  CHECK(b.document().root().options.size() == ways);
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("mend-words"))->text().contains(QStringLiteral("nothing to mend")));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().assessment().hasStop());
}

TEST_CASE("a goal is typed, the shelf is asked, and what it has is kept as a way without a Stop") {
  Bench b;
  const std::size_t ways = b.document().root().options.size();
  turnTo(b, "Suggest");
  auto* words = b.window().findChild<QLabel*>(QStringLiteral("suggest-words"));
  CHECK(words->text().contains(QStringLiteral("No goal is entered")));
  // More than can be: what stands against it is told, and nothing can be kept.
  b.enter(QStringLiteral("goal in Wh"), QStringLiteral("99000"));
  turnTo(b, "Suggest");
  CHECK(words->text().startsWith(QStringLiteral("99000 Wh is impossible")));
  b.enter(QStringLiteral("goal in Wh"), QStringLiteral("1900"));
  turnTo(b, "Suggest");
  CHECK(words->text().contains(QStringLiteral("combinations were tried")));
  CHECK_FALSE(words->text().contains(QStringLiteral("impossible")));
  click(b.drawing(QStringLiteral("packs that reach the goal")), QStringLiteral("offer/1"));
  QTest::mouseClick(button(b, QStringLiteral("Keep it as a way")), Qt::LeftButton);
  Bench::settle();
  REQUIRE(b.document().root().options.size() == ways + 1);
  const Plan kept = *b.document().root().options.back().plan;
  const Assessment judged = plans::assessed(kept);
  CHECK_FALSE(judged.hasStop());
  double label = 0;
  for (const PackFigures& p : judged.figures.packs) label += p.model.label.value();
  CHECK(label >= 1900);
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().root().options.size() == ways);
}

TEST_CASE("C-098: rides are noted with their Ah or Wh, wrong ones say why, and the band becomes the rider's own") {
  Bench b;
  b.document().commit(plans::withoutLog(b.document().plan()));
  b.key(Qt::Key_8, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Range)->showPage(QStringLiteral("Learn")));
  Bench::settle();
  const auto line = [&](const char* name) {
    for (QLineEdit* e : b.window().findChildren<QLineEdit*>())
      if (e->isVisible() && e->accessibleName() == QLatin1String(name)) return e;
    FAIL("no line " << name);
    return static_cast<QLineEdit*>(nullptr);
  };
  const auto note = [&](const char* km, const char* used) {
    line("distance ridden")->setText(QLatin1String(km));
    line("Wh or Ah used")->setText(QLatin1String(used));
    QTest::keyClick(line("Wh or Ah used"), Qt::Key_Return);
    Bench::settle();
  };
  const QLabel* problem = b.window().findChild<QLabel*>(QStringLiteral("ride-problem"));
  for (const auto& [km, used] : {std::pair{"", "100"}, {"20", ""}, {"twenty", "100"}, {"20", "-5"}, {"1e9", "100"}}) {
    note(km, used);
    CHECK_FALSE(problem->text().isEmpty());
    CHECK(b.document().plan().rides.empty());
  }
  const Kilometre before = b.document().assessment().figures.range.likely;
  for (const char* used : {"200", "205", "4.2 Ah", "198", "202"}) note("20", used);
  CHECK(problem->text().isEmpty());
  REQUIRE(b.document().plan().rides.size() == 5);
  CHECK(b.document().plan().rides.all()[2].charge == AmpereHour(4.2));
  const Learned& l = b.document().assessment().figures.range.learned;
  CHECK(l.enough());
  CHECK(b.document().assessment().figures.range.likely.value() == Approx(before.value() / l.factor).epsilon(1e-6));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().rides.size() == 4);
}

TEST_CASE("C-113: the way is ridden by keys, place by place, and tells what is left in each pack") {
  Bench b;
  b.key(Qt::Key_8, Qt::ControlModifier);
  Bench::settle();
  DrawingView* profile = b.drawing(QStringLiteral("the way as it is ridden"));
  REQUIRE(profile);
  const QLabel* here = b.window().findChild<QLabel*>(QStringLiteral("way-here"));
  const QString start = here->text();
  CHECK(start.contains(QStringLiteral("stock")));
  CHECK(start.contains(QStringLiteral("deck")));
  QTest::mouseClick(profile, Qt::LeftButton, Qt::NoModifier, QPoint(profile->width() / 2, profile->height() - 60));
  Bench::settle();
  const QString middle = here->text();
  CHECK(middle != start);
  profile->setFocus();
  for (int i = 0; i < 3; ++i) QTest::keyClick(profile, Qt::Key_Right);
  CHECK(here->text() != middle);
}
