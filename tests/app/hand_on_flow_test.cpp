// Station Log, page Hand on, by keys: what is private is kept, and a copy to share is written without it.
#include <QCheckBox>
#include <QPlainTextEdit>

#include "app/by_name.h"
#include "app/stations/log/hand_on_page.h"
#include "core/io/plan_json.h"
#include "support/plans.h"

using namespace driving;

namespace {

std::string bytes(const QString& path) {
  QFile file(path);
  REQUIRE(file.open(QIODevice::ReadOnly));
  return file.readAll().toStdString();
}

}  // namespace

TEST_CASE("C-129 C-126 by keys: a key's number is kept, stays out of a copy unless it is ticked, and the sheet is for the next owner") {
  Bench b;
  b.window().session().begin(plans::sound());
  b.key(Qt::Key_0, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Log)->showPage(QStringLiteral("Hand on")));
  Bench::settle();
  CHECK(named<QPlainTextEdit>(b, "sale sheet")->toPlainText().contains(QStringLiteral("SALE SHEET, 2026-11-28")));
  auto* what = named<QLineEdit>(b, "private thing to keep");
  what->setFocus();
  b.key(Qt::Key_Return);
  CHECK(named<QLabel>(b, "hand-on-problem")->text().contains(QStringLiteral("expected what it is and its words")));
  b.type(QStringLiteral("number of the key"));
  b.key(Qt::Key_Tab);
  b.type(QStringLiteral("K <b>2741</b>"));
  b.key(Qt::Key_Return);
  Bench::settle();
  REQUIRE(b.document().plan().privateThings.size() == 1);
  CHECK(named<QLabel>(b, "private-things")->text().contains(QStringLiteral("K <b>2741</b>")));
  auto* page = b.window().findChild<HandOnPage*>();
  REQUIRE(page);
  const QString path = b.file(QStringLiteral("copy.uwplan"));
  CHECK(page->writeCopy(path).startsWith(QStringLiteral("Saved")));
  CHECK(bytes(path).find("2741") == std::string::npos);
  CHECK(readPlan(bytes(path)));
  for (auto* box : b.window().findChildren<QCheckBox*>())
    if (box->isVisible() && box->text() == QStringLiteral("private things")) b.click(box);
  CHECK(page->writeCopy(path).startsWith(QStringLiteral("Saved")));
  CHECK(bytes(path).find("2741") != std::string::npos);
  CHECK(page->writeCopy(QStringLiteral("/no/such/folder/x.uwplan")).contains(QStringLiteral("cannot be written")));
  // The entry beside is the same thing.
  b.enter(QStringLiteral("private words of private thing 1"), QStringLiteral("K 99"));
  CHECK(b.document().plan().privateThings[0].value == "K 99");
  b.clickButton(QStringLiteral("Drop the last"));
  CHECK(b.document().plan().privateThings.empty());
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().privateThings.size() == 1);
}
