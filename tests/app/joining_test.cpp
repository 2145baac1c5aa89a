// Station Joining driven as a person does: from two readings to a verdict, a method by key, a log to a verdict, wrong values too.
#include <QFile>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <catch2/catch.hpp>

#include "app/stations/joining/flow_page.h"
#include "core/plan/edit.h"
#include "window_test.h"

using namespace usherwright;
using namespace usherwright::app;
using driving::Bench;

namespace {

StationView* joining(Bench& b) { return b.window().stationView(Station::Joining); }

void page(Bench& b, const char* name) {
  b.window().goToStation(Station::Joining);
  REQUIRE(joining(b)->showPage(QString::fromLatin1(name)));
  b.settle();
}

QLineEdit* lineNamed(Bench& b, const QString& name) {
  for (QLineEdit* e : joining(b)->findChildren<QLineEdit*>())
    if (e->accessibleName() == name) return e;
  FAIL("no line " << name.toStdString());
  return nullptr;
}

DrawingView* viewNamed(Bench& b, const QString& name) {
  for (DrawingView* v : b.window().findChildren<DrawingView*>())
    if (v->accessibleName() == name) return v;
  FAIL("no drawing " << name.toStdString());
  return nullptr;
}

QString words(Bench& b, const char* object) {
  auto* label = b.window().findChild<QLabel*>(QString::fromLatin1(object));
  REQUIRE(label);
  return label->text();
}

void type(QLineEdit* line, const char* typed) {
  line->setFocus();
  line->selectAll();
  QTest::keyClicks(line, QString::fromUtf8(typed));
}

void choosePart(Bench& b, const QString& view, const QString& part) {
  DrawingView* v = viewNamed(b, view);
  v->setFocus();
  for (int i = 0; i < 40 && v->currentPart() != part; ++i) QTest::keyClick(v, Qt::Key_Down);
  REQUIRE(v->currentPart() == part);
  QTest::keyClick(v, Qt::Key_Return);
  b.settle();
}

bool waitFor(Bench& b, const std::function<bool()>& holds) {
  for (int i = 0; i < 600 && !holds(); ++i) {
    QTest::qWait(20);
    b.settle();
  }
  return holds();
}

}  // namespace

TEST_CASE("C-052 C-074: two readings are typed and judged; a wrong one is named and changes nothing") {
  Bench b;
  page(b, "Connect");
  CHECK(words(b, "meeting-verdict") == QStringLiteral("Not measured yet"));
  type(lineNamed(b, QStringLiteral("rested volts of stock")), "abc");
  type(lineNamed(b, QStringLiteral("minutes that stock rested")), "60");
  type(lineNamed(b, QStringLiteral("rested volts of deck")), "50,1");
  QLineEdit* last = lineNamed(b, QStringLiteral("minutes that deck rested"));
  type(last, "60");
  const Plan before = b.document().plan();
  QTest::keyClick(last, Qt::Key_Return);
  CHECK(b.document().plan() == before);
  CHECK(b.shownWords().contains(QStringLiteral("volts of stock: found")));
  type(lineNamed(b, QStringLiteral("rested volts of stock")), "50.0");
  QTest::keyClick(last, Qt::Key_Return);
  b.settle();
  CHECK(words(b, "meeting-verdict") == QStringLiteral("Safe now"));
  type(lineNamed(b, QStringLiteral("rested volts of stock")), "46.0");
  QTest::keyClick(last, Qt::Key_Return);
  b.settle();
  CHECK(words(b, "meeting-verdict") == QStringLiteral("Stop"));
  CHECK(b.shownWords().contains(QStringLiteral("Charge stock to")));
  type(last, "5");
  QTest::keyClick(last, Qt::Key_Return);
  b.settle();
  CHECK(words(b, "meeting-verdict") == QStringLiteral("Let both rest 30 min"));
}

TEST_CASE("C-050 C-065 C-066: a method is taken from the table by key and undone") {
  Bench b;
  page(b, "Methods");
  REQUIRE(waitFor(b, [&] { return b.shownWords().contains(QStringLiteral("by simulation")); }));
  choosePart(b, QStringLiteral("methods compared"), QStringLiteral("method/4"));
  CHECK(b.document().plan().joining.method == Method::Converter);
  b.document().undo();
  CHECK(b.document().plan().joining.method == Method::Combiner);
}

TEST_CASE("C-051: a pair is chosen by key and explained, before and joined; an edit judges it anew") {
  Bench b;
  page(b, "Pairs");
  REQUIRE(waitFor(b, [&] { return words(b, "pair-words").startsWith(QStringLiteral("Choose a pair")); }));
  choosePart(b, QStringLiteral("pairs of parts"), QStringLiteral("pair/1/0"));
  CHECK(words(b, "pair-words").startsWith(QStringLiteral("deck and stock\nBy a plain plug: never. JOIN-02: ")));
  CHECK(words(b, "pair-words").endsWith(QStringLiteral("Joined: goes.")));
  choosePart(b, QStringLiteral("pairs of parts"), QStringLiteral("pair/5/0"));
  CHECK(words(b, "pair-words").contains(QStringLiteral("CHG-04: deck charger pushes 4 A through the barrel port of stock")));
  b.document().commit(withField(b.document().plan(), "/chargers/1/output_A", FieldValue{2.0}));
  REQUIRE(waitFor(b, [&] { return words(b, "pair-words").startsWith(QStringLiteral("Choose a pair")); }));
  choosePart(b, QStringLiteral("pairs of parts"), QStringLiteral("pair/5/0"));
  CHECK_FALSE(words(b, "pair-words").contains(QStringLiteral("the port of stock")));
}

TEST_CASE("C-053 C-055: the worst subset is named, and an edit names it anew") {
  Bench b;
  page(b, "Alone");
  REQUIRE(waitFor(b, [&] { return words(b, "worst-subset").startsWith(QStringLiteral("The worst case is")); }));
  CHECK(words(b, "worst-subset").contains(QStringLiteral("deck alone: WIRE-04")));
  b.document().commit(withField(b.document().plan(), "/packs/1/fuse/dc_V", FieldValue{80.0}));
  REQUIRE(waitFor(b, [&] { return words(b, "worst-subset").contains(QStringLiteral("stock alone")); }));
}

TEST_CASE("C-069 C-092 C-114: steps of the gauge: rising volts are taken, others are refused with a sentence") {
  Bench b;
  page(b, "Gauge");
  QLineEdit* steps = lineNamed(b, QStringLiteral("steps of the gauge in volts"));
  type(steps, "42 45 44");
  QTest::keyClick(steps, Qt::Key_Return);
  CHECK(b.shownWords().contains(QStringLiteral("steps of the gauge: found \"44\"")));
  CHECK(b.document().plan().bike.gauge.steps.empty());
  type(steps, "42 45 48 51");
  QTest::keyClick(steps, Qt::Key_Return);
  b.settle();
  CHECK(b.document().plan().bike.gauge.steps.size() == 4);
  CHECK(b.shownWords().contains(QStringLiteral("Together they hold 88 %")));
  CHECK(b.shownWords().contains(QStringLiteral("Wheel raised and clear, no load: stock")));
}

TEST_CASE("C-067 C-113: who cuts off first, which pack goes first, and where to turn round") {
  Bench b;
  b.enter(QStringLiteral("reserve"), QStringLiteral("6 km"));
  page(b, "Turns");
  CHECK(b.shownWords().contains(QStringLiteral("stock: the controller acts first; its BMS at 36.4 V of the pack")));
  CHECK(words(b, "turn-round").contains(QStringLiteral("turn round after")));
  CHECK(words(b, "turn-round").contains(QStringLiteral("6 km kept")));
  REQUIRE(waitFor(b, [&] { return b.shownWords().contains(QStringLiteral("by turns one pack does")); }));
}

TEST_CASE("C-054 C-094: a pasted log is judged; a broken row is named") {
  Bench b;
  page(b, "Proof");
  auto* log = joining(b)->findChild<QPlainTextEdit*>();
  REQUIRE(log);
  log->setPlainText(QStringLiteral("Ah,V\n0,54\n0.1,x\n"));
  CHECK(words(b, "sharing-verdict").startsWith(QStringLiteral("line 3, column V: found \"x\"")));
  const Figures& f = b.document().assessment().figures;
  QString text = QStringLiteral("time_s,Ah,V,A\n");
  for (int i = 0; i < 150; ++i) {
    const Row row = f.ride->at(f.ride->end * (i / 170.0));
    double drawn = 0;
    for (std::size_t k = 0; k < 2; ++k) drawn += (f.packs[k].model.soc - row.soc[k]).value() * f.packs[k].model.capacity.value();
    text += QStringLiteral("%1,%2,%3,%4\n")
                .arg(row.time.value())
                .arg(drawn, 0, 'f', 5)
                .arg(row.controller.value() + 0.05 * (i % 3 - 1))
                .arg(row.load.value());
  }
  log->setPlainText(text);
  CHECK(words(b, "sharing-verdict").startsWith(QStringLiteral("Shares")));
  CHECK(b.shownWords().contains(QStringLiteral("Clamp meter around each lead")));
  CHECK(b.shownWords().contains(QStringLiteral("Controller's limit: no")));
}

TEST_CASE("the spread runs, and says when it is done") {
  Bench b;
  page(b, "Spread");
  REQUIRE(waitFor(b, [&] { return words(b, "spread-progress").startsWith(QStringLiteral("1000 rides")); }));
}

TEST_CASE("C-064: a parted plug shows its live end, by key and by click") {
  Bench b;
  b.window().goToStation(Station::Wiring);
  REQUIRE(b.window().stationView(Station::Wiring)->showPage(QStringLiteral("Live ends")));
  CHECK(words(b, "live-ends").startsWith(QStringLiteral("Everything is plugged in")));
  choosePart(b, QStringLiteral("map of live ends"), QStringLiteral("plug/1"));
  CHECK(words(b, "live-ends").contains(QStringLiteral("LEAKAGE ONLY: joint's half for deck")));
  b.document().commit(withField(b.document().plan(), "/joining/method", FieldValue{std::string("direct")}));
  b.settle();
  CHECK(words(b, "live-ends").contains(QStringLiteral("LIVE, BARE: joint's half for deck")));
}

TEST_CASE("a ride comes from a list and goes out as a table and a netlist") {
  Bench b;
  QTemporaryDir folder;
  b.window().goToStation(Station::Joining);
  auto* station = b.window().findChild<FlowPage*>();
  REQUIRE(station);
  const auto save = [&](const char* name, const QString& path) { return b.window().files()->writeExport(*findExport(name), path); };
  const QString list = folder.filePath(QStringLiteral("ride.csv"));
  const auto write = [&](const char* text) {
    QFile file(list);
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write(text);
  };
  write("s,W\n0,200\n60,abc\n");
  CHECK(station->takeRide(list) == QStringLiteral("ride.csv, line 3: found \"60,abc\", expected two numbers: seconds, watts."));
  CHECK(b.document().plan().joining.profile->empty());
  write("s,W\n0,200\n600,450\n900,0\n1200,0\n");
  CHECK(station->takeRide(list).startsWith(QStringLiteral("A ride of 4 rows")));
  CHECK(b.document().assessment().figures.ride->cause == EndCause::RideOver);
  const QString table = folder.filePath(QStringLiteral("out.csv")), netlist = folder.filePath(QStringLiteral("out.cir"));
  CHECK(save("table", table) == QStringLiteral("Saved as out.csv."));
  CHECK(save("netlist", netlist) == QStringLiteral("Saved as out.cir."));
  CHECK(save("table", QStringLiteral("/no/such/place/x.csv")).contains(QStringLiteral("cannot be written")));
  QFile file(table);
  REQUIRE(file.open(QIODevice::ReadOnly));
  CHECK(file.readLine() == "time_s,bus_V,load_A,stock_A,stock_soc,second_A,second_soc\n");
  b.document().commit(withField(b.document().plan(), "/joining/method", FieldValue{std::string("selector")}));
  CHECK(save("netlist", netlist).startsWith(QStringLiteral("/joining/policy: found packs that take turns")));
  CHECK(save("table", table) == QStringLiteral("Saved as out.csv."));
}
