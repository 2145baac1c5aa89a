// Grabs the main views of the window, from the demo data, into a folder: the pictures in docs/screenshots.
//   app_screenshots FOLDER [ONLY …]
// ONLY is a name of the list below, or any page: "Options/Mend", behind it "@small", "@wide", "@night", "@large", "@FILE.uwplan".
#include <QApplication>
#include <QDir>
#include <QFile>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPlainTextEdit>
#include <QStyleFactory>
#include <QTemporaryDir>
#include <QThread>
#include <cstdio>
#include <functional>

#include "app/shell/main_window.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/evidence.h"
#include "core/plan/lists.h"

using namespace usherwright;
using namespace usherwright::app;

namespace {

void settle() {
  for (int i = 0; i < 8; ++i) QCoreApplication::processEvents();
}

Plan example(const char* name) {
  QFile file(QStringLiteral(":/examples/%1.uwplan").arg(QLatin1String(name)));
  ensure(file.open(QIODevice::ReadOnly), "examples are built in");
  auto plan = readPlan(file.readAll().toStdString());
  ensure(plan.has_value(), "examples are sound plans");
  return *plan;
}

/// The demo with a third pack, whose name is long.
Plan threePacks() {
  Plan plan = *withDuplicatePack(example("ferry-path-library-trike"), 1);
  plan.packs[2].name = "the spare pack from the reading-room trailer";
  return plan;
}

/// Turns to a page of Joining and waits for its study.
/// Home at half charge, up to 80 and to 100 %, groups read.
Plan evening() {
  Plan plan = example("ferry-path-library-trike");
  plan.packs[0].soc = StateOfCharge(0.42);
  plan.packs[1].soc = StateOfCharge(0.55);
  plan.packs[0].ceiling = StateOfCharge(0.8);
  plan.packs[0].balanceEvery = Coefficient(20);
  plan.packs[1].temperature = Celsius(41);
  std::vector<Volt> groups(13, Volt(4.152));
  groups[4] = Volt(4.118);
  groups[9] = Volt(4.16);
  plan.packs[1].readings.edit().push_back({"2026-10-30", ReadingOf::Groups, {}, Minute(60), groups, {}});
  return plan;
}

/// A third charger for another bike, its plug that of the deck's.
Plan household() {
  Plan plan = evening();
  Charger other = plan.chargers[1];
  other.id = "charger-folder";
  other.name = "pocket charger of the folding bike";
  other.output = Volt(42);
  other.current = Ampere(2);
  other.mass = Kilogram(0.4);
  other.forPacks.clear();
  plan.chargers.push_back(other);
  plan.chargers[0].mass = Kilogram(0.6);
  plan.chargers[1].mass = Kilogram(1.1);
  return plan;
}

/// A charger that says 48 V, and a reading.
Plan doubtful() {
  Plan plan = evening();
  plan.chargers[0].output = Volt(48);
  plan.chargers[0].chemistry.reset();
  return plan;
}

void chargingPage(MainWindow& w, const Plan& plan, const char* page) {
  w.session().begin(plan);
  w.goToStation(Station::Charging);
  w.stationView(Station::Charging)->showPage(QString::fromLatin1(page));
}

void joiningPage(MainWindow& w, const char* page) {
  w.stationView(Station::Joining)->showPage(QString::fromLatin1(page));
  for (int i = 0; i < 40; ++i) {
    QThread::msleep(25);
    settle();
  }
}

/// The same for a plan.
void wiringPage(MainWindow& w, const char* page) {
  w.goToStation(Station::Wiring);
  w.stationView(Station::Wiring)->showPage(QLatin1String(page));
}

/// The demo's built pack, its layout found and kept.
void fitPage(MainWindow& w, const char* page, int pack = 1) {
  w.openDemo();
  w.goToStation(Station::Fit);
  w.stationView(Station::Fit)->reveal(QStringLiteral("/packs/%1/fit/room").arg(pack));
  w.stationView(Station::Fit)->showPage(QLatin1String(page));
  for (int i = 0; i < 40; ++i) {
    QThread::msleep(25);
    settle();
  }
}

void joiningPage(MainWindow& w, const Plan& plan, const char* page) {
  w.session().begin(plan);
  w.goToStation(Station::Joining);
  joiningPage(w, page);
}

/// What a first hour begins with: four labels, an empty line between them.
const QString fourLabels = QStringLiteral(
    "36V 17±1A\nL.V. 31±1V\n\nLi-ion battery pack\n36V 7.8Ah 281Wh\n\nLi-ion battery pack 36V 11.6Ah 418Wh max 20A\n\nCHARGER OUTPUT "
    "42.0V 2.0A");

/// An empty plan with the job “add a pack”, and those labels pasted.
void firstHour(MainWindow& w, bool entered) {
  w.session().begin(Plan{});
  w.document().commit(withField(w.document().plan(), "/need/add", FieldValue{true}));
  auto* typed = w.findChild<QPlainTextEdit*>(QStringLiteral("label-text"));
  typed->setPlainText(fourLabels);
  QKeyEvent key(QEvent::KeyPress, Qt::Key_Return, Qt::ControlModifier);
  if (entered) QApplication::sendEvent(typed, &key);
}

struct Shot {
  const char* name;
  std::function<void(MainWindow&)> arrange;
};

const std::vector<Shot>& shots() {
  static const std::vector<Shot> all{
      {"bike",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Bike);
         w.findChild<QPlainTextEdit*>(QStringLiteral("label-text"))->setPlainText(QStringLiteral("48V 22±1A\nL.V. 40±1V  Vin max 60V"));
       }},
      {"bike-labels",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Bike);
         w.findChild<QPlainTextEdit*>(QStringLiteral("label-text"))
             ->setPlainText(QStringLiteral(
                 "Akku 36 V 10,4 Ah 374 Wh 18A\nLadeschlussspannung 42 V\nS/N 36V10S2210\n\nCHARGER OUTPUT 546V l.5A KX-3617"));
       }},
      {"bike-places",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Bike);
         w.stationView(Station::Bike)->showPage(QStringLiteral("Places"));
       }},
      {"bike-need",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Bike);
         w.stationView(Station::Bike)->showPage(QStringLiteral("Need"));
       }},
      {"bike-evidence",
       [](MainWindow& w) {
         w.openDemo();
         w.document().commit(withEvidence(w.document().plan(), "/bike/controller/current_max_A", FieldValue{25.0}, Provenance::Claim));
         w.goToStation(Station::Bike);
         w.stationView(Station::Bike)->showPage(QStringLiteral("Evidence"));
         for (QLineEdit* line : w.stationView(Station::Bike)->findChildren<QLineEdit*>())
           if (line->accessibleName() == QStringLiteral("claim")) line->setText(QStringLiteral("up to 120 km, 1500 W, 2000 cycles"));
       }},
      {"bike-measure",
       [](MainWindow& w) {
         w.openDemo();
         w.actions().find(QStringLiteral("measure"))->run();
         for (int i = 0; i < 200; ++i) {
           QThread::msleep(10);
           settle();
         }
       }},
      {"pack-find",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->showPage(QStringLiteral("Find"));
       }},
      {"pack-groups",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->showPage(QStringLiteral("Groups"));
         for (QPlainTextEdit* e : w.stationView(Station::Pack)->findChildren<QPlainTextEdit*>())
           e->setPlainText(QStringLiteral("3.742 3.741 3.743 3.742 3.702 3.740 3.742 3.744 3.741 3.742 3.743 3.741 3.742"));
       }},
      {"find-night",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         w.session().begin(example("moor-tractor"));
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->showPage(QStringLiteral("Find"));
       }},
      {"places-night",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         Plan plan = *withDuplicatePack(example("quarry-town-folder"), 0);
         plan.packs[1].name = "the spare pack from the reading-room trailer";
         plan.bike.frame = FrameKind::FullSuspension;
         plan.packs[1].mount = "triangle";
         w.session().begin(plan);
         w.goToStation(Station::Bike);
         w.stationView(Station::Bike)->showPage(QStringLiteral("Places"));
       }},
      {"label-settled",
       [](MainWindow& w) {
         Plan plan = example("ferry-path-library-trike");
         plan.packs[0].labelVoltage = Volt(48);
         w.session().begin(plan);
         w.goToStation(Station::Bike);
         for (QLineEdit* line : w.stationView(Station::Bike)->findChildren<QLineEdit*>()) {
           if (line->accessibleName() == QStringLiteral("full and rested")) line->setText(QStringLiteral("54.5"));
           if (line->accessibleName() == QStringLiteral("rested now")) line->setText(QStringLiteral("50.1"));
         }
         w.stationView(Station::Bike)->showPage(QStringLiteral("Labels"));
       }},
      {"pack-health",
       [](MainWindow& w) {
         w.openDemo();
         Plan plan = w.document().plan();
         plan = *withCapacityTest(plan, 0, {"2026-08-30", AmpereHour(11.4), MilliOhm(118), {}});
         plan = *withCapacityTest(plan, 0, {"2026-10-11", AmpereHour(8.8), MilliOhm(155), {}});
         w.document().commit(plan);
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->showPage(QStringLiteral("Health"));
       }},
      {"pack-bms",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->showPage(QStringLiteral("BMS"));
       }},
      {"pack-passport",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->showPage(QStringLiteral("Passport"));
       }},
      {"pack",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->reveal(QStringLiteral("/packs/1/name"));
         w.setFocus();
       }},
      {"fit-room", [](MainWindow& w) { fitPage(w, "Room"); }},
      {"fit-layout", [](MainWindow& w) { fitPage(w, "Layout"); }},
      {"fit-strips", [](MainWindow& w) { fitPage(w, "Strips"); }},
      {"small-fit",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         Plan plan = example("ferry-path-library-trike");
         plan.packs[0].name = "the first pack, built anew in the triangle of the frame";
         plan.packs[0].origin = Origin::Built;
         Fit& fit = plan.packs[0].fit;
         fit.room = RoomKind::Triangle;
         fit.top = Millimetre(430);
         fit.down = Millimetre(490);
         fit.seat = Millimetre(320);
         fit.depth = Millimetre(86);
         fit.leadExit = LeadExit::Bottom;
         fit.things.push_back({"bottle boss", ThingKind::Fixed, Millimetre(60), Millimetre(60), Millimetre(14), Millimetre(14)});
         w.session().begin(plan);
         w.goToStation(Station::Fit);
         w.stationView(Station::Fit)->showPage(QStringLiteral("Layout"));
         for (int i = 0; i < 100; ++i) {
           QThread::msleep(25);
           settle();
         }
       }},
      {"small-fit-room",
       [](MainWindow& w) {
         w.resize(1100, 700);
         Plan plan = example("ferry-path-library-trike");
         w.session().begin(plan);
         w.goToStation(Station::Fit);
         w.stationView(Station::Fit)->reveal(QStringLiteral("/packs/0/fit/room"));
         w.stationView(Station::Fit)->showPage(QStringLiteral("Room"));
       }},
      {"fit-clearance", [](MainWindow& w) { fitPage(w, "Clearance", 0); }},
      {"fit-hold", [](MainWindow& w) { fitPage(w, "Hold"); }},
      {"small-fit-hold",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         Plan plan = example("ferry-path-library-trike");
         Pack& pack = plan.packs[1];
         pack.hold.screwInto = ScrewInto::BarePlastic;
         pack.hold.caseOf = CaseMaterial::Pla;
         pack.hold.bareThrough = Millimetre(0.5);
         pack.hold.vent = false;
         pack.fit.things.push_back(
             {"diode on its plate", ThingKind::Heat, Millimetre(40), Millimetre(120), Millimetre(40), Millimetre(20), Watt(24)});
         pack.fit.things.push_back({"bolt of the stand", ThingKind::Bare, Millimetre(150), Millimetre(6), Millimetre(10), Millimetre(8)});
         pack.fit.things.push_back({"strap", ThingKind::Strap, Millimetre(290), Millimetre(75), Millimetre(25), Millimetre(160)});
         pack.fit.things.push_back({"charge port", ThingKind::Reach, Millimetre(290), Millimetre(140), Millimetre(16), Millimetre(16)});
         w.session().begin(plan);
         w.goToStation(Station::Fit);
         w.stationView(Station::Fit)->reveal(QStringLiteral("/packs/1/fit/room"));
         w.stationView(Station::Fit)->showPage(QStringLiteral("Hold"));
       }},
      {"small-fit-clearance",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.session().begin(example("allotment-barrow"));
         w.goToStation(Station::Fit);
         w.stationView(Station::Fit)->reveal(QStringLiteral("/packs/1/fit/room"));
         w.stationView(Station::Fit)->showPage(QStringLiteral("Clearance"));
       }},
      {"fit-print", [](MainWindow& w) { fitPage(w, "Print 1:1"); }},
      {"joining",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         settle();
         for (int i = 0; i < 41; ++i)
           for (DrawingView* v : w.stationView(Station::Joining)->findChildren<DrawingView*>())
             if (v->accessibleName() == QStringLiteral("the ride")) Q_EMIT v->arrowPressed(Qt::Key_Right, Qt::NoModifier);
       }},
      {"joining-methods",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         joiningPage(w, "Methods");
       }},
      {"joining-pairs",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         joiningPage(w, "Pairs");
         for (DrawingView* v : w.stationView(Station::Joining)->findChildren<DrawingView*>())
           if (v->accessibleName() == QStringLiteral("pairs of parts")) Q_EMIT v->partClicked(QStringLiteral("pair/5/0"));
       }},
      {"three-pairs",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         Plan plan = threePacks();
         plan.packs[2].series = 14;
         joiningPage(w, plan, "Pairs");
       }},
      {"joining-connect",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         Plan plan = *withField(w.document().plan(), "/joining/method", FieldValue{std::string("direct")});
         for (std::size_t k = 0; k < 2; ++k)
           plan = *withReading(plan, k, Reading{"2026-10-04", ReadingOf::Groups, Volt(k ? 53.1 : 49.6), Minute(60), {}, {}});
         w.document().commit(plan, QStringLiteral("readings"));
         joiningPage(w, "Connect");
       }},
      {"joining-alone",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         joiningPage(w, "Alone");
       }},
      {"three-turns",
       [](MainWindow& w) {
         w.resize(1100, 700);
         Plan plan = threePacks();
         plan.joining.switchedInputs = true;
         joiningPage(w, plan, "Turns");
       }},
      {"joining-gauge",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         joiningPage(w, "Gauge");
       }},
      {"joining-proof",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         const auto& f = w.document().assessment().figures;
         QString log = QStringLiteral("time_s,Ah,V,A\n");
         for (int i = 0; i < 200; ++i) {
           const Row row = f.ride->at(f.ride->end * (i / 220.0));
           double drawn = 0;
           for (std::size_t k = 0; k < 2; ++k) drawn += (f.packs[k].model.soc - row.soc[k]).value() * f.packs[k].model.capacity.value();
           log += QStringLiteral("%1,%2,%3,%4\n")
                      .arg(row.time.value(), 0, 'f', 0)
                      .arg(drawn, 0, 'f', 4)
                      .arg(row.controller.value() + 0.08 * ((i * 37 % 11) - 5) / 5, 0, 'f', 2)
                      .arg(row.load.value(), 0, 'f', 2);
         }
         joiningPage(w, "Proof");
         w.stationView(Station::Joining)->findChild<QPlainTextEdit*>()->setPlainText(log);
       }},
      {"joining-spread",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         joiningPage(w, "Spread");
       }},
      {"wiring-live",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "Live ends");
         for (DrawingView* v : w.stationView(Station::Wiring)->findChildren<DrawingView*>())
           if (v->accessibleName() == QStringLiteral("map of live ends")) Q_EMIT v->partClicked(QStringLiteral("plug/1"));
       }},
      {"night-live",
       [](MainWindow& w) {
         w.openDemo();
         w.resize(1100, 700);
         Plan plan = *withField(w.document().plan(), "/joining/method", FieldValue{std::string("direct")});
         w.document().commit(plan, QStringLiteral("direct"));
         w.look().setTheme(Theme::Night);
         wiringPage(w, "Live ends");
         for (DrawingView* v : w.stationView(Station::Wiring)->findChildren<DrawingView*>())
           if (v->accessibleName() == QStringLiteral("map of live ends")) {
             Q_EMIT v->partClicked(QStringLiteral("plug/1"));
             Q_EMIT v->partClicked(QStringLiteral("plug/output"));
           }
       }},
      {"wiring",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "Laid out");
       }},
      {"wiring-ends",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "Ends");
         settle();
         for (QPushButton* b : w.findChildren<QPushButton*>())
           if (b->accessibleName() == QLatin1String("ends of deck")) return b->click();
       }},
      {"wiring-ends-night",
       [](MainWindow& w) {
         w.openDemo();
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         Plan plan = example("ferry-path-library-trike");
         plan.packs[0].bikePlug = "bullet-4.5";
         plan.packs[0].bikeHalf = {};
         w.document().commit(plan);
         wiringPage(w, "Ends");
       }},
      {"wiring-sizes",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "Sizes");
       }},
      {"wiring-short",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "Short here");
         for (DrawingView* v : w.findChildren<DrawingView*>())
           if (v->isVisible() && v->accessibleName() == QLatin1String("where the lead is nicked"))
             v->activate(QStringLiteral("second/lead"));
       }},
      {"wiring-switch-on",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "Switch on");
       }},
      {"wiring-buy",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "Cut and buy");
       }},
      {"wiring-bike",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "On the bike");
       }},
      {"wiring-bike-close",
       [](MainWindow& w) {
         w.openDemo();
         wiringPage(w, "On the bike");
         for (DrawingView* v : w.stationView(Station::Wiring)->findChildren<DrawingView*>())
           if (v->accessibleName() == QStringLiteral("harness on the bike")) v->zoom(3, {v->area().width * 0.45, v->area().height * 0.6});
       }},
      {"wiring-four-night",
       [](MainWindow& w) {
         w.resize(1100, 700);
         Plan plan = threePacks();
         plan = *withDuplicatePack(plan, 0);
         plan.packs[2].plug.clear();
         plan.packs[3].fuse = {};
         w.session().begin(plan);
         w.look().setTheme(Theme::Night);
         wiringPage(w, "Laid out");
       }},
      {"wiring-folder",
       [](MainWindow& w) {
         w.session().begin(example("quarry-town-folder"));
         wiringPage(w, "On the bike");
       }},
      {"wiring-slack",
       [](MainWindow& w) {
         Plan plan = example("quarry-town-folder");
         plan.wiring.runs[1].slack = Millimetre(90);
         w.session().begin(plan);
         wiringPage(w, "Slack");
       }},
      {"wiring-slack-night",
       [](MainWindow& w) {
         w.resize(1100, 700);
         Plan plan = threePacks();
         plan.wiring.runs[1].moves = true;
         plan.wiring.runs[1].pullOut = Millimetre(250);
         plan.wiring.runs[1].freeLength = Millimetre(300);
         w.session().begin(plan);
         w.look().setTheme(Theme::Night);
         wiringPage(w, "Slack");
       }},
      {"wiring-branches-night",
       [](MainWindow& w) {
         w.resize(1100, 700);
         Plan plan = threePacks();
         for (const Tap tap : {Tap::Bus, Tap::BeforeBms, Tap::Controller}) {
           Accessory lamp;
           lamp.name = "lamp on a very long stem";
           lamp.tap = tap;
           plan.bike.accessories.push_back(lamp);
         }
         plan.wiring.mainSwitch.kind = SwitchKind::Switch;
         plan.wiring.runs[1].adapters.resize(3, plan.wiring.runs[1].adapters.empty() ? "" : plan.wiring.runs[1].adapters[0]);
         w.session().begin(plan);
         w.look().setTheme(Theme::Night);
         wiringPage(w, "Laid out");
       }},
      {"three-methods",
       [](MainWindow& w) {
         w.resize(1100, 700);
         Plan plan = threePacks();
         joiningPage(w, plan, "Methods");
       }},
      {"three-alone",
       [](MainWindow& w) {
         w.resize(1100, 700);
         Plan plan = threePacks();
         plan.joining.switchedInputs = true;
         joiningPage(w, plan, "Alone");
       }},
      {"hilly",
       [](MainWindow& w) {
         w.openDemo();
         w.document().commit(withField(w.document().plan(), "/joining/load_mode", FieldValue{std::string("hilly")}));
         w.goToStation(Station::Joining);
       }},
      {"charging",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Charging);
       }},
      {"charging-evening", [](MainWindow& w) { chargingPage(w, evening(), "Tonight"); }},
      {"charging-matrix", [](MainWindow& w) { chargingPage(w, household(), "Matrix"); }},
      {"charging-settle", [](MainWindow& w) { chargingPage(w, doubtful(), "Settle"); }},
      {"charging-ceiling", [](MainWindow& w) { chargingPage(w, evening(), "Ceiling"); }},
      {"charging-balance-night",
       [](MainWindow& w) {
         w.look().setTheme(Theme::Night);
         chargingPage(w, evening(), "Balance");
       }},
      {"charging-kept",
       [](MainWindow& w) {
         Plan plan = evening();
         plan.packs[0].charges.edit().push_back(
             {"2026-11-12", "charger-stock", StateOfCharge(0.03), {}, Minute(338), AmpereHour(10.3), {}});
         plan.packs[0].charges.edit().push_back(
             {"2026-11-20", "charger-stock", StateOfCharge(0.4), StateOfCharge(0.8), Minute(170), AmpereHour(4.9), {}});
         plan.chargers[0].lights = {{"red, steady", "charging", {}}, {"green", "done, or nothing plugged in", {}}};
         chargingPage(w, plan, "Kept");
       }},
      {"charging-way-in",
       [](MainWindow& w) { chargingPage(w, *withField(evening(), "/joining/method", FieldValue{std::string("direct")}), "Way in"); }},
      {"charging-way-night",
       [](MainWindow& w) {
         w.look().setTheme(Theme::Night);
         chargingPage(w, household(), "On the way");
       }},
      {"options",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Options);
       }},
      {"range",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Range);
       }},
      {"build",
       [](MainWindow& w) {
         Plan plan = *withField(example("ferry-path-library-trike"), "/packs/1/fuse/dc_V", FieldValue{80.0});
         for (const char* step : {"parts", "tools", "dry", "joints"}) plan = *withStepDone(plan, {step, "2026-10-21", {}, {}, {}});
         for (const auto& [step, reading] : {std::pair{"volts/stock", 52.1}, {"leak/stock", 0.1}, {"ladder/second", 8.0}})
           plan = *withStepDone(plan, {step, "2026-10-21", Coefficient(reading), {}, {}});
         w.session().begin(plan);
         w.goToStation(Station::Build);
       }},
      {"log",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Log);
         w.stationView(Station::Log)->showPage(QStringLiteral("How it is"));
       }},
      {"joining-night",
       [](MainWindow& w) {
         w.openDemo();
         w.look().setTheme(Theme::Night);
         w.goToStation(Station::Joining);
         w.findings()->step(1);
       }},
      {"working",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         w.actions().find(QStringLiteral("working"))->run();
       }},
      {"stop-28A",
       [](MainWindow& w) {
         w.openDemo();
         w.document().commit(withEntry(w.document().plan(), {"/bike/controller/current_max_A", "28±1A", UnitSystem::Metric, std::nullopt}));
         w.goToStation(Station::Joining);
         w.findings()->step(1);
       }},
      {"empty",
       [](MainWindow& w) {
         w.session().begin(Plan{});
         w.goToStation(Station::Pack);
       }},
      {"go-to",
       [](MainWindow& w) {
         w.openDemo();
         w.actions().find(QStringLiteral("go-to"))->run();
       }},
      {"barrow-joining",
       [](MainWindow& w) {
         w.session().begin(example("allotment-barrow"));
         w.goToStation(Station::Joining);
       }},
      {"tractor-pack",
       [](MainWindow& w) {
         w.session().begin(example("moor-tractor"));
         w.goToStation(Station::Pack);
       }},
      {"folder-bike",
       [](MainWindow& w) {
         w.session().begin(example("quarry-town-folder"));
         w.goToStation(Station::Bike);
       }},
      {"three-small",
       [](MainWindow& w) {
         w.resize(1100, 700);
         Plan plan = threePacks();
         plan.title = "Ferry-path library trike with the trailer of the reading room and every spare pack";
         w.session().begin(plan);
         w.goToStation(Station::Joining);
       }},
      {"start", [](MainWindow& w) { firstHour(w, false); }},
      {"start-empty", [](MainWindow& w) { w.session().begin(Plan{}); }},
      {"small-start",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         firstHour(w, false);
       }},
      {"labels-entered", [](MainWindow& w) { firstHour(w, true); }},
      {"pack-box",
       [](MainWindow& w) {
         firstHour(w, true);
         w.goToStation(Station::Pack);
       }},
      {"small-box",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         firstHour(w, true);
         w.document().commit(
             withField(w.document().plan(), "/packs/1/name", FieldValue{std::string("the bag pack from the reading-room trailer")}));
         w.document().commit(withField(w.document().plan(), "/packs/1/series", FieldValue{20.0}));
         w.goToStation(Station::Pack);
       }},
      {"trike-front",
       [](MainWindow& w) {
         w.look().setTheme(Theme::Night);
         Plan plan = example("ferry-path-library-trike");
         plan.bike.frame = FrameKind::TrikeFront;
         w.session().begin(plan);
         w.goToStation(Station::Bike);
         w.stationView(Station::Bike)->showPage(QStringLiteral("Places"));
       }},
      {"folder-places",
       [](MainWindow& w) {
         w.session().begin(example("quarry-town-folder"));
         w.goToStation(Station::Bike);
         w.stationView(Station::Bike)->showPage(QStringLiteral("Places"));
       }},
      {"help",
       [](MainWindow& w) {
         w.openDemo();
         w.goToStation(Station::Joining);
         settle();
         w.actions().find(QStringLiteral("help"))->run();
       }},
      {"small-evidence",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.look().setTheme(Theme::Night);
         firstHour(w, true);
         w.stationView(Station::Bike)->showPage(QStringLiteral("Evidence"));
       }},
      {"label-first",
       [](MainWindow& w) {
         w.session().begin(Plan{});
         w.goToStation(Station::Bike);
         w.findChild<QPlainTextEdit*>(QStringLiteral("label-text"))->setPlainText(QStringLiteral("Li-ion Battery Pack\n36V 7.8Ah 281Wh"));
       }},
      {"box-groups",
       [](MainWindow& w) {
         firstHour(w, true);
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->showPage(QStringLiteral("Groups"));
       }},
      {"box-health",
       [](MainWindow& w) {
         w.resize(1100, 700);
         firstHour(w, true);
         w.goToStation(Station::Pack);
         w.stationView(Station::Pack)->showPage(QStringLiteral("Health"));
       }},
      {"three-connect",
       [](MainWindow& w) {
         w.look().setScale(1.5);
         w.resize(1600, 1000);
         Plan plan = threePacks();
         joiningPage(w, *withField(plan, "/joining/method", FieldValue{std::string("direct")}), "Connect");
       }},
      {"larger",
       [](MainWindow& w) {
         w.openDemo();
         w.look().setScale(1.4);
       }},
      {"twice",
       [](MainWindow& w) {
         w.look().setScale(2);
         w.openDemo();
         w.goToStation(Station::Pack);
         w.resize(1920, 1080);
       }},
      {"smaller",
       [](MainWindow& w) {
         w.look().setTheme(Theme::Night);
         w.openDemo();
         w.goToStation(Station::Joining);
         w.look().setScale(0.8);
       }},
      {"way",
       [](MainWindow& w) {
         firstHour(w, true);
         w.goToStation(Station::Joining);
         w.actions().find(QStringLiteral("way"))->run();
       }},
      {"three-pack",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.document().setUnits(UnitSystem::Imperial);
         Plan plan = threePacks();
         w.session().begin(plan);
         w.goToStation(Station::Pack);
       }},
      {"small-bike",
       [](MainWindow& w) {
         w.resize(1100, 700);
         w.openDemo();
         w.look().setTheme(Theme::Night);
         w.goToStation(Station::Bike);
         w.findChild<QPlainTextEdit*>(QStringLiteral("label-text"))
             ->setPlainText(QStringLiteral("CONTROLLER 48V 2OA\nUnter-Spannung 41V Rated 12A max 25A phase 60A\nKX-4820 S/N 2210"));
       }},
      {"small-charging", [](MainWindow& w) {
         w.resize(1100, 700);
         w.session().begin(*withDuplicatePack(example("ferry-path-library-trike"), 1));
         w.look().setTheme(Theme::Night);
         w.goToStation(Station::Charging);
       }}};
  return all;
}

/// "Fit/Hold@small@night" as a picture of that page.
void arrangePage(MainWindow& w, const QString& wanted) {
  const QStringList parts = wanted.split(QLatin1Char('@'));
  const QString station = parts[0].section(QLatin1Char('/'), 0, 0);
  w.openDemo();
  for (const QString& how : parts.mid(1)) {
    if (how == QLatin1String("small")) w.resize(1100, 700);
    if (how == QLatin1String("wide")) w.resize(1920, 1080);
    if (how == QLatin1String("large")) w.look().setScale(1.5);
    if (how == QLatin1String("night")) w.look().setTheme(Theme::Night);
    if (QFile file(how); how.endsWith(QLatin1String(".uwplan")) && file.open(QIODevice::ReadOnly))
      if (const auto plan = readPlan(file.readAll().toStdString())) w.session().begin(*plan);
  }
  for (int s = 0; s < 10; ++s)
    if (QString::fromUtf8(stationName(static_cast<Station>(s)).data()) == station) {
      w.goToStation(static_cast<Station>(s));
      w.stationView(static_cast<Station>(s))->showPage(parts[0].section(QLatin1Char('/'), 1));
    }
}

QString fileNameOf(const QString& wanted) {
  QString name =
      wanted.section(QLatin1Char('@'), 0, 0) + wanted.section(QLatin1Char('@'), 1).section(QLatin1Char('/'), -1).prepend(QLatin1Char('-'));
  return name.replace(QLatin1Char('/'), QLatin1Char('-')).replace(QLatin1Char(' '), QLatin1Char('-')).toLower();
}

bool take(const QString& path, const std::function<void(MainWindow&)>& arrange) {
  QTemporaryDir journals;
  MainWindow window(journals.path());
  window.show();
  window.activateWindow();
  settle();
  arrange(window);
  settle();
  while (window.jobs().running()) {
    QThread::msleep(5);
    settle();
  }
  const bool written = window.grab().save(path);
  if (!written) std::fprintf(stderr, "cannot write %s\n", qPrintable(path));
  window.session().begin(Plan{});
  return written;
}

}  // namespace

int main(int argc, char** argv) {
  QApplication application(argc, argv);
  QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
  Look::loadFonts();
  if (argc < 2) {
    std::fputs("usage: app_screenshots FOLDER [ONLY …]\n", stderr);
    return 64;
  }
  const QDir folder(QString::fromLocal8Bit(argv[1]));
  bool all = true;
  for (const Shot& shot : shots()) {
    bool wanted = argc == 2;
    for (int i = 2; i < argc; ++i) wanted = wanted || qstrcmp(argv[i], shot.name) == 0;
    if (wanted) all = take(folder.filePath(QStringLiteral("%1.png").arg(QLatin1String(shot.name))), shot.arrange) && all;
  }
  for (int i = 2; i < argc; ++i)
    if (const QString page = QString::fromLocal8Bit(argv[i]); page.contains(QLatin1Char('/')))
      all = take(folder.filePath(fileNameOf(page) + QStringLiteral(".png")), [&](MainWindow& w) { arrangePage(w, page); }) && all;
  return all ? 0 : 1;
}
