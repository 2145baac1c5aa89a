// Station Range, page Claims, by keys and mouse: what a seller says is typed, judged, shown among the findings, and dropped.
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTest>
#include <catch2/catch.hpp>

#include "app/by_name.h"

using namespace driving;

namespace {

/// The demo, of which nothing is claimed yet.
void beginUnclaimed(Bench& b) {
  usherwright::Plan plan = b.document().plan();
  plan.claims.clear();
  b.window().session().begin(plan);
}

bool says(Bench& b, const char* id) {
  const auto& all = b.document().assessment().findings;
  return std::any_of(all.begin(), all.end(), [&](const usherwright::Finding& f) { return f.id == id; });
}

}  // namespace

TEST_CASE("C-021 by keys: a claim is typed, its figures are judged, nonsense is said to hold none, and it can be dropped") {
  Bench b;
  beginUnclaimed(b);
  b.key(Qt::Key_8, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Range)->showPage(QStringLiteral("Claims")));
  Bench::settle();
  QLineEdit* words = named<QLineEdit>(b, "what is claimed");
  words->setFocus();
  b.key(Qt::Key_Return);
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("claim-problem"))->text().contains(QStringLiteral("expected words such as")));
  b.type(QStringLiteral("up to 400 km on one charge"));
  b.key(Qt::Key_Tab);
  b.type(QStringLiteral("a listing"));
  b.key(Qt::Key_Return);
  Bench::settle();
  REQUIRE(b.document().plan().claims.size() == 1);
  CHECK(b.document().plan().claims[0].by == "a listing");
  CHECK(says(b, "RANGE-05"));
  CHECK(b.drawing(QStringLiteral("claims beside the range"))->accessibleDescription().contains(QStringLiteral("implausible")));
  CHECK(words->text().isEmpty());
  words->setFocus();
  b.type(QStringLiteral("the best <b>battery</b> & ever"));
  b.key(Qt::Key_Return);
  Bench::settle();
  REQUIRE(b.document().plan().claims.size() == 2);
  CHECK(b.drawing(QStringLiteral("claims beside the range"))
            ->accessibleDescription()
            .contains(QStringLiteral("<b>battery</b> & ever”. No range")));
  // The entry beside is the same claim: changed there it is judged anew.
  b.enter(QStringLiteral("words claimed of claim 1"), QStringLiteral("up to 40 km"));
  CHECK_FALSE(says(b, "RANGE-05"));
  for (int i = 0; i < 3; ++i) b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().claims.empty());
}

TEST_CASE("C-021 by mouse: a claim is chosen on the sheet and dropped by its button") {
  Bench b;
  beginUnclaimed(b);
  b.window().goToStation(Station::Range);
  REQUIRE(b.window().stationView(Station::Range)->showPage(QStringLiteral("Claims")));
  for (const char* words : {"8 hours", "2000 cycles"}) {
    named<QLineEdit>(b, "what is claimed")->setText(QLatin1String(words));
    for (QPushButton* add : b.window().findChildren<QPushButton*>())
      if (add->isVisible() && add->text() == QStringLiteral("Hold it against the plan")) QTest::mouseClick(add, Qt::LeftButton);
    Bench::settle();
  }
  REQUIRE(b.document().plan().claims.size() == 2);
  DrawingView* sheet = b.drawing(QStringLiteral("claims beside the range"));
  for (const drawing::Shape* s : sheet->parts())
    if (s->part == "claim/0") QTest::mouseClick(sheet, Qt::LeftButton, Qt::NoModifier, sheet->placeOf(*s).center());
  Bench::settle();
  for (QPushButton* drop : b.window().findChildren<QPushButton*>())
    if (drop->isVisible() && drop->text() == QStringLiteral("Drop claim 1")) QTest::mouseClick(drop, Qt::LeftButton);
  Bench::settle();
  REQUIRE(b.document().plan().claims.size() == 1);
  CHECK(b.document().plan().claims[0].words == "2000 cycles");
}
