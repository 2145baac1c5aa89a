// First hours, from an empty plan to a verdict: the labels of a bike, pasted, and as few other actions as there can be.
#include <QPlainTextEdit>
#include <catch2/catch.hpp>
#include <cstdio>
#include <set>

#include "app/stations/bike/start_cards.h"
#include "app/window_test.h"
#include "core/plan/makeup.h"

using namespace driving;
using Catch::Matchers::StartsWith;

namespace {

enum class Hand { Keys, Mouse };

/// A person before an empty plan. Counts what he does besides typing labels.
class Person {
 public:
  explicit Person(Hand hand) : bench_(Bench::Open::Nothing), hand_(hand) {}
  Bench& bench() { return bench_; }
  int actions() const { return actions_; }

  void press(int key, Qt::KeyboardModifiers modifiers = Qt::NoModifier) {
    ++actions_;
    bench_.key(key, modifiers);
  }
  /// The card of a job, counted from the left.
  void chooseJob(int card) {
    if (hand_ == Hand::Keys) {
      press(Qt::Key_F7);  // the first step of the way is the job
      for (int i = 0; i < card; ++i) press(Qt::Key_Tab);
      press(Qt::Key_Space);
    } else {
      ++actions_;
      bench_.click(bench_.window().findChildren<JobCard*>()[card]);
    }
  }
  void pasteLabels(const QString& print) {
    auto* text = bench_.window().findChild<QPlainTextEdit*>(QStringLiteral("label-text"));
    REQUIRE(text);
    if (hand_ == Hand::Keys) press(Qt::Key_F7);  // the controller's label: the keyboard is in the text of the labels
    else ++actions_, bench_.click(text->viewport());
    REQUIRE(text->hasFocus());
    text->insertPlainText(print);  // pasted
    Bench::settle();
  }
  void enterSure() {
    if (hand_ == Hand::Keys) return press(Qt::Key_Return, Qt::ControlModifier);
    for (QPushButton* b : bench_.window().findChildren<QPushButton*>())
      if (b->isVisible() && b->text().startsWith(QStringLiteral("Enter the "))) {
        ++actions_;
        return bench_.click(b);
      }
    FAIL("no button enters what is sure");
  }

 private:
  Bench bench_;
  Hand hand_;
  int actions_ = 0;
};

/// Everything that BIKE-08 names stands on the way, and no Stop comes of it.
void checkHonest(Bench& b) {
  std::set<std::string> onTheWay;
  for (const WayStep& s : b.document().way()) onTheWay.insert(s.fields.begin(), s.fields.end());
  for (const Finding& f : b.now().findings) {
    if (f.id != "BIKE-08") continue;
    for (const std::string& pointer : f.fields) CHECK(onTheWay.contains(pointer));
  }
  for (std::size_t k = 0; k < b.document().plan().packs.size(); ++k) {
    CHECK(onTheWay.contains("/packs/" + std::to_string(k) + "/series"));
    if (isLithium(b.now().figures.packs[k].model.chemistry)) CHECK(onTheWay.contains("/packs/" + std::to_string(k) + "/bms/port"));
  }
  CHECK(b.now().count(Severity::Stop) == 0);
  CHECK_THAT(b.window().verdict()->sentence().toStdString(), StartsWith("Not proven: "));
}

struct Wanted {
  int series;
  double charge, energy, full;  ///< by hand: Ah of the label; series × nominal × Ah; series × charge volts
};
struct FirstHour {
  const char* name;
  int card;
  QString print;
  std::vector<Wanted> packs;
  double peak;                                   ///< limit + tolerance of the controller
  std::vector<std::vector<std::string>> serves;  ///< packs of each charger
};

const std::vector<FirstHour>& hours() {
  static const std::vector<FirstHour> all{
      {"a small folding bike whose factory pack is tiny",
       0,
       QStringLiteral(
           "Controller 24V 12±1A L.V. 20±1V\n\nLi-ion battery 24V 5.2Ah 125Wh\n\nLi-ion battery pack 24V 10.4Ah\n\nDischarge balancer  "
           "max 60V  20A per input\n\nCharger OUTPUT 29.4V 2A"),
       {{7, 5.2, 131.04, 29.4}, {7, 10.4, 262.08, 29.4}},
       13,
       {{"stock", "second"}}},
      {"a step-through that needs a reserve",
       0,
       // In another order, the charger first.
       QStringLiteral(
           "CHARGER OUTPUT 42.0V 2.0A\n\nLi-ion battery pack\n36V 7.8Ah 281Wh\n\n36V 17±1A\nL.V. 31±1V\n\nLi-ion battery pack 36V 11.6Ah "
           "418Wh"),
       {{10, 7.8, 280.8, 42}, {10, 11.6, 417.6, 42}},
       18,
       {{"stock", "second"}}},
      {"a high-power bike with twin packs",
       0,
       QStringLiteral(
           "Brushless controller 52V 40±2A L.V. 42V\n\n52V 14Ah Li-ion battery\n\n52V 14Ah Li-ion battery\n\nCHARGER OUTPUT DC 58.8V 5A\n\n"
           "Discharge balancer  max 80V  60A per input"),
       {{14, 14, 705.6, 58.8}, {14, 14, 705.6, 58.8}},
       42,
       {{"stock", "second"}}},
      {"an old bike with lead, to be replaced",
       1,
       QStringLiteral("36V 15±1A\nL.V. 31±1V\n\nLead-acid battery 36V 12Ah\n\nAC charger out 44.1V 1.8A lead acid"),
       {{18, 12, 432, 43.56}},
       16,
       {{"stock"}}},
      {"a pack that shall become half and lighter",
       1,
       QStringLiteral("48V 22±1A\nL.V. 40±1V\n\nLi-ion battery pack 48V 20Ah\n\nCHARGER OUTPUT 54.6V 4A"),
       {{13, 20, 936, 54.6}},
       23,
       {{"stock"}}}};
  return all;
}

}  // namespace

TEST_CASE("five first hours: from an empty plan and the labels to a verdict, with keys alone and with the mouse") {
  for (const FirstHour& hour : hours())
    for (const Hand hand : {Hand::Keys, Hand::Mouse}) {
      INFO(hour.name << (hand == Hand::Keys ? ", keys" : ", mouse"));
      Person person(hand);
      Bench& b = person.bench();
      CHECK(b.window().verdict()->sentence() == QStringLiteral("Nothing is known yet"));
      person.chooseJob(hour.card);
      person.pasteLabels(hour.print);
      person.enterSure();
      const Plan& plan = b.document().plan();
      REQUIRE(plan.packs.size() == hour.packs.size());
      CHECK(b.now().figures.demand.peak->value() == Approx(hour.peak));
      for (std::size_t k = 0; k < plan.packs.size(); ++k) {
        const PackModel& m = b.now().figures.packs[k].model;
        CHECK(isBox(plan.packs[k]));
        CHECK(m.series == hour.packs[k].series);
        CHECK(m.rated.value() == Approx(hour.packs[k].charge));
        CHECK(m.label.value() == Approx(hour.packs[k].energy));
        CHECK(m.full.value() == Approx(hour.packs[k].full));
      }
      REQUIRE(plan.chargers.size() == hour.serves.size());
      for (std::size_t j = 0; j < plan.chargers.size(); ++j) CHECK(plan.chargers[j].forPacks == hour.serves[j]);
      for (const ChargeFigures& pair : b.now().figures.charging)
        if (pair.assigned && pair.outputKnown && plan.packs.size() == 2) CHECK(pair.verdict == ChargeVerdict::Right);
      checkHonest(b);
      CHECK(person.actions() <= 12);
      std::printf("%s, %s: %d actions to “%s”\n", hour.name, hand == Hand::Keys ? "keys" : "mouse", person.actions(),
                  b.window().verdict()->sentence().toUtf8().constData());
    }
}

TEST_CASE("F7 goes along the way, Alt+Left comes back, and what is entered there moves the way on") {
  Person person(Hand::Keys);
  Bench& b = person.bench();
  person.chooseJob(0);
  person.pasteLabels(hours()[1].print);
  person.enterSure();
  REQUIRE(nextOf(b.document().way())->id == "pack/stock/layout");
  b.key(Qt::Key_F7);
  CHECK(b.window().station() == Station::Pack);
  CHECK(QApplication::focusWidget()->property(pointerProperty).toString() == QStringLiteral("/packs/0/series"));
  b.key(Qt::Key_Left, Qt::AltModifier);
  CHECK(b.window().station() == Station::Bike);
  // The list: the keyboard is on what comes next; Enter goes there, Esc closes.
  b.key(Qt::Key_F7, Qt::ShiftModifier);
  CHECK(b.window().wayList()->isVisible());
  b.key(Qt::Key_Escape);
  CHECK_FALSE(b.window().wayList()->isVisible());
  b.key(Qt::Key_F7, Qt::ShiftModifier);
  b.key(Qt::Key_Return);
  CHECK(b.window().station() == Station::Pack);
  // One key writes down what is assumed; it stays an assumption, and the way says so.
  b.clickButton(QStringLiteral("It is 10S nmc, assumed"));
  CHECK(b.document().plan().packs[0].series == 10);
  CHECK(provenanceOf(b.document().plan(), "/packs/0/series") == Provenance::Assumed);
  CHECK(nextOf(b.document().way())->id == "pack/stock/layout");
  // Read on a meter, it is settled.
  b.key(Qt::Key_1, Qt::ControlModifier);
  for (QLineEdit* line : b.window().findChildren<QLineEdit*>())
    if (line->isVisible() && line->accessibleName() == QStringLiteral("charger, nothing connected")) {
      line->setFocus();
      b.type(QStringLiteral("42.0"));
    }
  b.clickButton(QStringLiteral("Take 10S nmc"));
  CHECK(provenanceOf(b.document().plan(), "/packs/0/series") == Provenance::Measured);
  CHECK(nextOf(b.document().way())->id != "pack/stock/layout");
}

TEST_CASE("a label can be put on a further pack or a new charger by choice, and entering it again adds nothing") {
  Person person(Hand::Mouse);
  Bench& b = person.bench();
  person.pasteLabels(QStringLiteral("36V 10Ah"));
  auto* places = b.window().findChild<QComboBox*>(QStringLiteral("label-place"));
  REQUIRE(places);
  REQUIRE(places->findText(QStringLiteral("a new pack")) >= 0);
  places->setCurrentIndex(places->findText(QStringLiteral("a new pack")));
  Q_EMIT places->activated(places->currentIndex());
  person.enterSure();
  REQUIRE(b.document().plan().packs.size() == 1);
  const Plan once = b.document().plan();
  auto* text = b.window().findChild<QPlainTextEdit*>(QStringLiteral("label-text"));
  text->setFocus();
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan() == once);
  CHECK(places->findText(QStringLiteral("a further pack")) >= 0);
  CHECK(places->findText(QStringLiteral("a new charger")) >= 0);
  b.document().undo();
  CHECK(b.document().plan().packs.empty());
}
