// The report as the window writes it: PDF read by another program, HTML, and what cannot be written.
#include <QProcess>

#include "app/by_name.h"
#include "app/present/words.h"
#include "app/shell/report_print.h"
#include "core/sheets/way.h"
#include "support/plans.h"

using namespace driving;

namespace {

QString wordsOf(const QString& pdf) {
  QProcess reader;
  reader.start(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), pdf, QStringLiteral("-")});
  REQUIRE(reader.waitForFinished(20000));
  return QString::fromUtf8(reader.readAllStandardOutput()).simplified();
}

}  // namespace

TEST_CASE("the report as PDF says what the window says, for every example, without and with packs") {
  Bench b(Bench::Open::Nothing);
  for (const char* name : {"ferry-path-library-trike", "moor-tractor", ""}) {
    const Plan plan = *name ? plans::example(name) : Plan{};
    const Assessment a = plans::assessed(plan);
    const QString pdf = b.file(QStringLiteral("report.pdf"));
    CHECK(writeReport(plan, a, UnitSystem::Metric, false, pdf).isEmpty());
    const QString words = wordsOf(pdf);
    CAPTURE(name, words.left(400).toStdString());
    CHECK(words.contains(text(verdictOf(plan, a).sentence).simplified().left(60)));
    CHECK(words.contains(QStringLiteral("Lithium batteries burn")));
    for (const Finding& f : a.findings) CHECK(words.contains(text(f.sentence).simplified().left(24)));
  }
}

TEST_CASE("a report that cannot be written is told, and nothing is left behind") {
  Bench b(Bench::Open::Nothing);
  const Plan plan = plans::demo();
  const Assessment a = plans::assessed(plan);
  CHECK(writeReport(plan, a, UnitSystem::Metric, false, QStringLiteral("/no/such/folder/r.pdf"))
            .contains(QStringLiteral("cannot be written")));
  const QString html = b.file(QStringLiteral("r.html"));
  CHECK(writeReport(plan, a, UnitSystem::Imperial, false, html).isEmpty());
  QFile file(html);
  REQUIRE(file.open(QIODevice::ReadOnly));
  CHECK(file.readAll().contains("<svg"));
}
