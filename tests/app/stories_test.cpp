// Five whole jobs, one of each shape: from an empty plan over the stations to the report on paper, with keys alone and with the mouse. Each
// ends with figures that a careful person gets by hand.
#include <QComboBox>
#include <QFileDialog>
#include <QPlainTextEdit>
#include <QProcess>
#include <QTimer>
#include <cmath>
#include <functional>

#include "app/by_name.h"
#include "app/shell/rail.h"
#include "app/stations/bike/start_cards.h"
#include "app/widgets/entry.h"
#include "app/widgets/entry_panel.h"
#include "core/assess/figures.h"
#include "core/log/health.h"
#include "core/plan/edit.h"
#include "core/plan/fields.h"

using namespace driving;

namespace {

enum class Hand { Keys, Mouse };

/// A field by its words in go-to, and by its pointer.
struct Step {
  const char *words, *pointer, *value;
};

struct Story {
  const char* name;
  int card;                          ///< of the start page, from the left
  const char* labels;                ///< an empty line between two
  std::vector<const char*> buttons;  ///< of station Pack, before the values
  std::vector<Step> steps;
  std::vector<const char*> lines;  ///< of the log
  std::function<void(Bench&)> byHand;
};

class Person {
 public:
  explicit Person(Hand hand) : b_(Bench::Open::Nothing), hand_(hand) {}
  Bench& bench() { return b_; }

  void job(int card) {
    if (hand_ == Hand::Mouse) return b_.click(b_.window().findChildren<JobCard*>()[card]);
    b_.key(Qt::Key_F7);
    for (int i = 0; i < card; ++i) b_.key(Qt::Key_Tab);
    b_.key(Qt::Key_Space);
  }
  void labels(const QString& print) {
    turnTo(Station::Bike);
    auto* text = b_.window().findChild<QPlainTextEdit*>(QStringLiteral("label-text"));
    REQUIRE(text);
    if (hand_ == Hand::Mouse) b_.click(text->viewport());
    else text->setFocus();
    text->insertPlainText(print);
    Bench::settle();
    if (hand_ == Hand::Keys) return b_.key(Qt::Key_Return, Qt::ControlModifier);
    for (QPushButton* button : b_.window().findChildren<QPushButton*>())
      if (button->isVisible() && button->text().startsWith(QStringLiteral("Enter the "))) return b_.click(button);
    FAIL("no button enters what is sure");
  }
  void turnTo(Station station) {
    if (hand_ == Hand::Keys) {
      const int digit = static_cast<int>(station) + 1;
      return b_.key(Qt::Key_0 + digit % 10, Qt::ControlModifier);
    }
    const auto buttons = b_.window().findChildren<RailButton*>();
    b_.click(buttons[static_cast<int>(station)]);
  }
  void press(const char* words) {
    if (hand_ == Hand::Mouse) return b_.clickButton(QLatin1String(words));
    for (QPushButton* button : b_.window().findChildren<QPushButton*>())
      if (button->isVisible() && button->text() == QLatin1String(words)) {
        button->setFocus();
        return b_.key(Qt::Key_Space);
      }
    FAIL("no button says " << words);
  }
  void enter(const Step& step) {
    INFO(step.pointer << " = " << step.value);
    const QString value = QString::fromUtf8(step.value);
    QWidget* field = hand_ == Hand::Keys ? b_.goTo(QString::fromUtf8(step.words)) : pointedAt(step.pointer);
    REQUIRE(field);
    if (auto* box = qobject_cast<QComboBox*>(field)) {
      const int at = box->findText(value);
      REQUIRE(at >= 0);
      box->setFocus();
      for (int tries = 0; box->currentIndex() != at && tries < 60; ++tries) b_.key(box->currentIndex() < at ? Qt::Key_Down : Qt::Key_Up);
      CHECK(box->currentIndex() == at);
      return;
    }
    REQUIRE(qobject_cast<QLineEdit*>(field));
    CHECK(QApplication::focusWidget()->property(pointerProperty).toString() == QLatin1String(step.pointer));
    b_.type(value);
    b_.key(Qt::Key_Return);
    const auto now = findField(b_.document().plan(), step.pointer);
    REQUIRE(now);
    CHECK_FALSE(std::holds_alternative<std::monostate>(now->value));
  }
  void note(const QString& line) {
    turnTo(Station::Log);
    b_.window().stationView(Station::Log)->showPage(QStringLiteral("Journal"));
    auto* edit = named<QLineEdit>(b_, "line of the log");
    if (hand_ == Hand::Mouse) b_.click(edit);
    else edit->setFocus();
    b_.type(line);
    b_.key(Qt::Key_Return);
    Bench::settle();
  }
  /// The report as a person gets it: the action, a name in the dialog, and the file read by another program.
  QString report() {
    const QString path = b_.file(QStringLiteral("report.pdf"));
    QTimer::singleShot(300, &b_.window(), [path] {
      auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
      REQUIRE(dialog);
      auto* line = dialog->findChild<QLineEdit*>();
      line->setText(path);
      QTest::keyClick(line, Qt::Key_Return);
    });
    b_.key(Qt::Key_P, Qt::ControlModifier);
    QProcess reader;
    reader.start(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), path, QStringLiteral("-")});
    REQUIRE(reader.waitForFinished(20000));
    return QString::fromUtf8(reader.readAllStandardOutput()).simplified();
  }

 private:
  /// By the rail, the panel of entries, and a click into it.
  QWidget* pointedAt(const char* pointer) {
    const auto ref = findField(b_.document().plan(), pointer);
    REQUIRE(ref);
    turnTo(ref->spec->station);
    b_.window().stationView(ref->spec->station)->reveal(QString::fromUtf8(pointer));
    Bench::settle();
    for (Entry* entry : b_.window().findChildren<Entry*>()) {
      if (entry->pointer() != QLatin1String(pointer) || !entry->isVisible()) continue;
      for (QWidget* w = entry->parentWidget(); w; w = w->parentWidget())
        if (auto* panel = qobject_cast<EntryPanel*>(w)) panel->ensureWidgetVisible(entry);
      Bench::settle();
      if (auto* box = entry->findChild<QComboBox*>()) return box;
      auto* line = entry->findChild<QLineEdit*>();
      b_.click(line);
      return line;
    }
    FAIL("no entry is seen for " << pointer);
    return nullptr;
  }

  Bench b_;
  Hand hand_;
};

const PackModel& model(Bench& b, std::size_t k) { return b.now().figures.packs.at(k).model; }

const ChargeFigures& pairOf(Bench& b, std::size_t charger, std::size_t pack) {
  for (const ChargeFigures& f : b.now().figures.charging)
    if (f.charger == charger && f.pack == pack) return f;
  throw std::logic_error("no such pair");
}

const std::vector<Story>& stories() {
  static const std::vector<Story> all{
      {"quarry-town folder: a second pack beside the first",
       0,
       "36V 17±1A\nL.V. 31±1V\n\nLi-ion battery pack\n36V 7.8Ah 281Wh\n\nLi-ion battery pack 36V 11.6Ah 418Wh\n\nCHARGER OUTPUT 42.0V 2.0A",
       {},
       {{"S (in series) of stock", "/packs/0/series", "10"},
        {"S (in series) of second", "/packs/1/series", "10"},
        {"charge of stock", "/packs/0/soc", "40"},
        {"charge of second", "/packs/1/soc", "90"},
        {"meter accuracy", "/meter_accuracy", "0.5"}},
       {},
       [](Bench& b) {
         CHECK(b.now().figures.demand.peak->value() == Approx(18));                      // 17 + 1
         CHECK(model(b, 0).full.value() == Approx(42));                                  // 10 × 4.2
         CHECK(model(b, 0).label.value() + model(b, 1).label.value() == Approx(698.4));  // 36 × 19.4
         CHECK(pairOf(b, 0, 0).verdict == ChargeVerdict::Right);
         REQUIRE(pairOf(b, 0, 0).run);
         CHECK(pairOf(b, 0, 0).run->benchRule.value() == Approx(0.6 * model(b, 0).capacity.value() / 2));  // Ah missing ÷ A
         CHECK(b.finding(QStringLiteral("BIKE-08")));  // much is still assumed, and said
       }},
      {"ferry-path cargo bike: another class instead",
       1,
       "36V 15±1A\nL.V. 31±1V max 42V\n\nLi-ion battery 48V 12Ah 576Wh\n\nCHARGER OUTPUT 54.6V 3A",
       {},
       {{"S (in series) of stock", "/packs/0/series", "13"}},
       {},
       [](Bench& b) {
         CHECK(model(b, 0).full.value() == Approx(54.6));
         CHECK(b.now().hasStop());  // 54.6 V on a controller for 36 V
         CHECK(b.finding(QStringLiteral("BIKE-01")));
       }},
      {"moor tractor: a pack from cells",
       2,
       "48V 22±1A\nL.V. 40±1V\n\nCHARGER OUTPUT 54.6V 4A",
       {"Add the stock pack", "Somebody saw a cell"},
       {{"S (in series)", "/packs/0/series", "13"},
        {"P (in parallel)", "/packs/0/parallel", "4"},
        {"cell capacity", "/cells/cell-of-stock/capacity_Ah", "3.5 Ah"},
        {"cell continuous", "/cells/cell-of-stock/continuous_A", "8 A"},
        {"cell resistance", "/cells/cell-of-stock/resistance_mohm", "20 mΩ"}},
       {},
       [](Bench& b) {
         const PackModel& m = model(b, 0);
         CHECK(m.series * m.parallel == 52);
         CHECK(m.rated.value() == Approx(14));                           // 4 × 3.5
         CHECK(m.label.value() == Approx(13 * 3.6 * 14));                // 655 Wh
         CHECK(m.cells.value() == Approx(13 * 0.020 / 4).epsilon(0.3));  // 65 mΩ at 25 °C, more in the cold
         CHECK(b.finding(QStringLiteral("PACK-06")));                    // nobody has tested such a cell
         CHECK(b.now().figures.demand.peak->value() == Approx(23));
       }},
      {"allotment barrow: which charger",
       3,
       "48V 18±1A\nL.V. 40±1V\n\nLi-ion battery pack 48V 10Ah 480Wh\n\nCHARGER OUTPUT 54.6V 2A\n\nCHARGER OUTPUT 58.8V 2A\n\nCHARGER "
       "OUTPUT 42.0V 2A",
       {},
       {{"S (in series) of stock", "/packs/0/series", "13"}},
       {},
       [](Bench& b) {
         REQUIRE(b.document().plan().chargers.size() == 3);
         CHECK(pairOf(b, 0, 0).verdict == ChargeVerdict::Right);
         CHECK(pairOf(b, 1, 0).verdict == ChargeVerdict::Stop);   // 58.8 ÷ 13 = 4.52 V a cell
         CHECK(pairOf(b, 2, 0).verdict != ChargeVerdict::Right);  // 42 ÷ 13 = 3.23 V a cell
       }},
      {"library trike: care, a test, handed on",
       4,
       "48V 20±1A\nL.V. 40±1V\n\nLi-ion battery pack 48V 20Ah 960Wh\n\nCHARGER OUTPUT 54.6V 4A",
       {},
       {{"S (in series) of stock", "/packs/0/series", "13"}},
       {"ride 12 km", "capacity test stock 16 Ah", "retightened mount"},
       [](Bench& b) {
         const Plan& plan = b.document().plan();
         REQUIRE(plan.packs[0].capacityTests.size() == 1);
         CHECK(plan.packs[0].capacityTests[0].putBack->value() == Approx(16));
         CHECK(plan.rides.size() == 1);
         CHECK(plan.log.size() == 1);
         // 16 Ah put back of 20 on the label, 1 % lost on the way in.
         const PackHealth health = healthOf(model(b, 0), plan.packs[0], 0, *parseDate("2026-11-28"));
         REQUIRE_FALSE(health.points.empty());
         CHECK(health.points.back().charge.value() == Approx(0.99 * 16));
       }}};
  return all;
}

}  // namespace

TEST_CASE("five jobs from an empty plan to the report on paper, with keys alone and with the mouse") {
  for (const Story& story : stories())
    for (const Hand hand : {Hand::Keys, Hand::Mouse}) {
      INFO(story.name << (hand == Hand::Keys ? ", keys" : ", mouse"));
      Person person(hand);
      Bench& b = person.bench();
      person.job(story.card);
      person.labels(QString::fromUtf8(story.labels));
      if (!story.buttons.empty()) person.turnTo(Station::Pack);
      for (const char* button : story.buttons) person.press(button);
      for (const Step& step : story.steps) person.enter(step);
      for (const char* line : story.lines) person.note(QString::fromUtf8(line));
      story.byHand(b);
      const QString printed = person.report();
      INFO(printed.left(600).toStdString());
      CHECK(printed.contains(b.window().verdict()->sentence().simplified().left(40)));
      CHECK(printed.contains(QStringLiteral("Lithium batteries burn")));
      for (const Finding& f : b.now().findings)
        if (f.severity == Severity::Stop) CHECK(printed.contains(QString::fromStdString(f.sentence).simplified().left(24)));
    }
}
