// Station Range: a track becomes the route, one step of undo; a broken one says why, and nothing is lost.
#include <QTemporaryDir>
#include <catch2/catch.hpp>

#include "app/stations/range/range_pages.h"
#include "app/window_test.h"
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
