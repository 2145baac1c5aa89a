// Station Range: a track becomes the route, one step of undo; a broken one says why, and nothing is lost.
#include <QTemporaryDir>
#include <catch2/catch.hpp>

#include "app/stations/range/range_pages.h"
#include "app/window_test.h"
#include "core/plan/lists.h"
#include "support/plans.h"
#include "support/reference_case.h"

using namespace driving;

TEST_CASE("C-111: a track from a file gives the route its length and its climb, as measured; broken files leave the plan as it was") {
  Bench b;
  b.key(Qt::Key_8, Qt::ControlModifier);
  REQUIRE(b.window().station() == Station::Range);
  auto* page = b.window().findChild<WayPage*>();
  REQUIRE(page);
  const Route before = b.document().plan().routes.front();
  const QString said = page->takeTrack(QString::fromStdString(reference::sourcePath("tests/data/tracks/two-hills.gpx")));
  CHECK(said.startsWith(QStringLiteral("4.0")));
  CHECK(said.contains(QStringLiteral("of climb")));
  CHECK(b.document().plan().routes.front().length.value() == Approx(4.05).margin(0.05));
  CHECK(b.document().plan().routes.front().climb->value() == Approx(60).margin(3));
  b.document().undo();
  CHECK(b.document().plan().routes.front() == before);
  QTemporaryDir dir;
  for (const auto& [text, wanted] : {std::pair{"<gpx>", "GPX file"},
                                     {"", "GPX file"},
                                     {"<html/>", "html"},
                                     {"<gpx><trk><trkseg><trkpt lat=\"1\" lon=\"999\"/></trkseg></trk></gpx>", "lon"}}) {
    QFile file(dir.filePath(QStringLiteral("t.gpx")));
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write(text);
    file.close();
    CHECK(page->takeTrack(file.fileName()).contains(QLatin1String(wanted)));
    CHECK(b.document().plan().routes.front() == before);
  }
  CHECK(page->takeTrack(dir.filePath(QStringLiteral("none.gpx"))).contains(QStringLiteral("cannot be read")));
}

TEST_CASE("C-019: any ride of the plan is shown as it is ridden and a track goes to the one that is shown") {
  Bench b;
  Plan plan = withAnotherRoute(plans::demo());
  plan.routes[1].length = Kilometre(12);
  plan.routes[1].climb = Metre(20);
  b.window().session().begin(plan);
  b.key(Qt::Key_8, Qt::ControlModifier);
  auto* page = b.window().findChild<WayPage*>();
  REQUIRE(page);
  const auto shown = [&] {
    for (auto* box : b.window().findChildren<QComboBox*>())
      if (box->isVisible() && box->accessibleName() == QStringLiteral("ride that is shown")) return box;
    return static_cast<QComboBox*>(nullptr);
  };
  REQUIRE(shown());
  const QString first = b.drawing(QStringLiteral("the way as it is ridden"))->accessibleDescription();
  shown()->setFocus();
  b.key(Qt::Key_Down);
  Bench::settle();
  CHECK(b.drawing(QStringLiteral("the way as it is ridden"))->accessibleDescription() != first);
  page->takeTrack(QString::fromStdString(reference::sourcePath("tests/data/tracks/two-hills.gpx")));
  CHECK(b.document().plan().routes[0] == plan.routes[0]);
  CHECK(b.document().plan().routes[1].length.value() == Approx(4.05).margin(0.05));
  CHECK(b.document().plan().provenance.contains("/routes/0/km"));
  Bench::settle();
  REQUIRE(shown());
  CHECK(shown()->currentIndex() == 1);
}
