// A commissioning in the real window by the instrument alone: at the bench in the program, and at usherwright-bench over a pseudo-terminal.
#include <QProcess>
#include <QPushButton>
#include <QTest>

#include "app/by_name.h"
#include "app/stations/build/instruments_page.h"
#include "core/assess/work_order.h"
#include "core/instrument/recording.h"
#include "core/plan/entries.h"
#include "support/plans.h"
#include "support/reference_case.h"

using namespace driving;

namespace {

void toPage(Bench& b, const char* name) {
  b.key(Qt::Key_9, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Build)->showPage(QLatin1String(name)));
  Bench::settle();
}

QPushButton* button(Bench& b, const char* words) {
  for (auto* p : b.window().findChildren<QPushButton*>())
    if (p->isVisible() && p->text() == QLatin1String(words)) return p;
  FAIL("no button " << words);
  return nullptr;
}

std::vector<WorkStep> order(Bench& b) { return orderOfWork(b.document().plan(), b.now().figures); }

/// The step whose gate stopped, or that the line could not read; nothing if every gate passed. Steps without a gate are clicked done.
std::string commission(Bench& b) {
  for (std::size_t guard = 0; guard < 80; ++guard) {
    const auto steps = order(b);
    const auto open = std::find_if(steps.begin(), steps.end(),
                                   [&](const WorkStep& s) { return judgedOf(b.document().plan(), s).standing != StepStanding::Passed; });
    if (open == steps.end()) return {};
    Q_EMIT b.drawing(QStringLiteral("steps of the work"))->partClicked(QStringLiteral("step/") + QString::fromStdString(open->id));
    Bench::settle();
    if (!open->gate) {
      b.clickButton(QStringLiteral("Done"));
      Bench::settle();
      continue;
    }
    auto* from = button(b, "From the instrument");
    const bool stands = within(9000, [&] { return from->isEnabled(); });
    if (!stands) return open->id;
    b.click(from);
    b.clickButton(QStringLiteral("Take the reading"));
    Bench::settle();
    if (judgedOf(b.document().plan(), *open).standing != StepStanding::Passed) return open->id;
  }
  return "never ends";
}

/// Beside the gate that is chosen, as soon as the line has been so for long enough.
bool saysOfTheLine(Bench& b, const char* word) {
  return within(9000, [&] { return named<QLabel>(b, "instrument-reads")->text().contains(QLatin1String(word)); });
}

/// The demo with its Stop mended, as a file of its own.
QString planFile(Bench& b) {
  b.window().session().begin(plans::sound());
  const QString path = b.file(QStringLiteral("bench.uwplan"));
  REQUIRE(b.saveAs(path) == FileSession::Outcome::Saved);
  return path;
}

/// On a pseudo-terminal; where the machine has none, on a local socket.
struct PlayedBench {
  PlayedBench(Bench& b, const QString& plan, const QStringList& more) {
    const auto start = [&](const QStringList& wire) {
      process.start(QString::fromUtf8(USHERWRIGHT_PLAYER), QStringList{plan, QStringLiteral("--fast"), QStringLiteral("20")} + wire + more);
      REQUIRE(process.waitForStarted());
      within(5000, [&] { return process.canReadLine() || process.waitForReadyRead(10) || process.state() == QProcess::NotRunning; });
      line = QString::fromUtf8(process.readLine()).trimmed();
    };
    start({QStringLiteral("--pty")});
    if (line.isEmpty()) {
      process.kill();
      process.waitForFinished();
      start({QStringLiteral("--socket"), b.file(QStringLiteral("bench%1").arg(++count))});
    }
    REQUIRE_FALSE(line.isEmpty());
  }
  ~PlayedBench() {
    process.terminate();
    process.waitForFinished(2000);
  }
  QProcess process;
  QString line;
  static inline int count = 0;
};

void openLine(Bench& b, const QString& line) {
  toPage(b, "Instruments");
  fill(b, "device or socket", line);
  b.clickButton(QStringLiteral("Open"));
  CHECK(within(3000, [&] { return named<QLabel>(b, "instrument-state")->text().contains(QStringLiteral("practice bench")); }));
  toPage(b, "The work");
}

}  // namespace

TEST_CASE("C-075 C-091: a whole commissioning over a pseudo-terminal passes every gate by the instrument alone") {
  Bench b;
  const QString plan = planFile(b);
  PlayedBench bench(b, plan, {});
  openLine(b, bench.line);
  CHECK(commission(b).empty());
  CHECK(b.document().plan().build.done.size() >= order(b).size());
}

TEST_CASE("C-076: five faults over a pseudo-terminal, each stopped by the gate that shows it") {
  for (const auto& [fault, step] :
       std::vector<std::pair<const char*, const char*>>{{"swapped-plug@second", "volts/second"},
                                                        {"input-dead@stock", "alone/stock"},
                                                        {"input-shorted@second", "reverse/stock"},
                                                        {"harness-short", "harness"},
                                                        {"charger-too-high@charger-deck", "charger/charger-deck/second"}}) {
    Bench b;
    const QString plan = planFile(b);
    PlayedBench bench(b, plan, {QStringLiteral("--fault"), QLatin1String(fault)});
    openLine(b, bench.line);
    CAPTURE(fault);
    CHECK(commission(b) == step);
  }
}

TEST_CASE("C-091: a line that falls silent or is disturbed fills no gate, what is no line is refused, and a record stands") {
  Bench b;
  const QString plan = planFile(b);
  {
    PlayedBench bench(b, plan, {QStringLiteral("--fault"), QStringLiteral("meter-garbage")});
    openLine(b, bench.line);
    CHECK_FALSE(commission(b).empty());
    CHECK(saysOfTheLine(b, "disturbed"));
    toPage(b, "Instruments");
    auto* page = b.window().findChild<InstrumentsPage*>();
    REQUIRE(page);
    auto* link = b.window().findChild<InstrumentLink*>();
    REQUIRE(link);
    const QString record = b.file(QStringLiteral("record.csv"));
    CHECK(link->record(record).isEmpty());
    CHECK_FALSE(link->record(record).isEmpty());  // never over another one
    const QString second = b.file(QStringLiteral("second.csv"));
    CHECK(link->record(second).isEmpty());
    QTest::qWait(400);
    QFile file(second);
    REQUIRE(file.open(QIODevice::ReadOnly));
    const auto rows = readRecord(file.readAll().toStdString());
    REQUIRE(rows);
    CHECK(rows->size() > 3);
    b.clickButton(QStringLiteral("Stop the record"));
    b.clickButton(QStringLiteral("Close"));
  }
  for (const auto& [path, wanted] : std::vector<std::pair<QString, const char*>>{{plan, "found a file or a folder"},
                                                                                 {QStringLiteral("/dev/null"), "no serial line"},
                                                                                 {QStringLiteral("/dev/zero"), "no serial line"},
                                                                                 {QStringLiteral("/no/such/device"), "expected a device"},
                                                                                 {QString(), "expected a device"}}) {
    fill(b, "device or socket", path);
    b.clickButton(QStringLiteral("Open"));
    CAPTURE(path.toStdString());
    CHECK(named<QLabel>(b, "instrument-state")->text().contains(QLatin1String(wanted)));
  }
  PlayedBench silent(b, plan, {QStringLiteral("--fault"), QStringLiteral("meter-silent")});
  openLine(b, silent.line);
  CHECK_FALSE(commission(b).empty());
  CHECK(saysOfTheLine(b, "silent"));
}

TEST_CASE("A practice in the program: the plan is kept, a copy is commissioned, and at the end it is told what was hidden") {
  Bench b;
  b.window().session().begin(plans::sound());
  const std::string title = b.document().plan().title;
  toPage(b, "Instruments");
  CHECK_FALSE(button(b, "What was hidden?")->isEnabled());
  // A bench whose one fault shows at a plug: found by trying their numbers, as the seed draws them.
  auto* seed = named<QLineEdit>(b, "bench number");
  seed->setText(QStringLiteral("twelve"));
  b.clickButton(QStringLiteral("Begin a practice"));
  CHECK(named<QLabel>(b, "hidden-faults")->text().contains(QStringLiteral("expected a whole number")));
  const auto figures = b.now().figures;
  Plan copy = b.document().plan();
  copy.title = "Practice: " + title;
  copy.build = {};
  for (int n = 1; n < 400; ++n) {
    const auto drawn = drawnFaults(copy, figures, 1, static_cast<unsigned>(n));
    if (drawn[0] != HiddenFault{BenchFault::SwappedPlug, 0}) continue;
    seed->setText(QString::number(n));
    break;
  }
  b.clickButton(QStringLiteral("Begin a practice"));
  Bench::settle();
  REQUIRE(b.document().plan().title == copy.title);
  toPage(b, "The work");
  // By hand to the first volts, then by the instrument.
  Q_EMIT b.drawing(QStringLiteral("steps of the work"))->partClicked(QStringLiteral("step/volts/stock"));
  auto* from = button(b, "From the instrument");
  REQUIRE(within(5000, [&] { return from->isEnabled(); }));
  b.click(from);
  CHECK(named<QLineEdit>(b, "gate reading")->text().startsWith(QLatin1Char('-')));
  b.clickButton(QStringLiteral("Take the reading"));
  Bench::settle();
  toPage(b, "Instruments");
  b.clickButton(QStringLiteral("What was hidden?"));
  CHECK(named<QLabel>(b, "hidden-faults")->text().contains(QStringLiteral("wrong way round, stock: found at")));
  // Another plan ends it: its readings are of no other bench.
  b.window().session().begin(plans::sound());
  toPage(b, "Instruments");
  CHECK_FALSE(button(b, "What was hidden?")->isEnabled());
  CHECK(named<QLabel>(b, "instrument-state")->text().contains(QStringLiteral("No instrument")));
}
