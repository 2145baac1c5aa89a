// What a person can do, step by step, in the real window: from the demo's one Stop to a saved plan.
#include <QAbstractButton>
#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QMenu>
#include <QPlainTextEdit>
#include <catch2/catch.hpp>

#include "app/shell/finding_card.h"
#include "app/window_test.h"
#include "core/drawing/channel/channel.h"
#include "core/drawing/charging/charging_drawings.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"

using namespace driving;

TEST_CASE("the demo opens with its narrows, one Stop, and a one-click cure that can be undone") {
  Bench b;
  CHECK(b.now().count(Severity::Stop) == 1);
  b.key(Qt::Key_5, Qt::ControlModifier);
  CHECK(b.window().station() == Station::Joining);
  CHECK(b.drawing(QStringLiteral("the channel"))->accessibleDescription().contains(QStringLiteral("narrows: BMS of stock, 25 A, +9 %")));
  CHECK(b.drawing(QStringLiteral("basins")) != nullptr);
  b.clickButton(QStringLiteral("Same size, 80 V"));
  CHECK(b.now().count(Severity::Stop) == 0);
  CHECK(b.document().undoWords() == QStringLiteral("fuse DC voltage of fuse of deck 32 V → 80 V"));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.now().count(Severity::Stop) == 1);
  b.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
  CHECK(b.now().count(Severity::Stop) == 0);
}

TEST_CASE("a label value is corrected, and channel, findings, bottom line and undo follow") {
  Bench b;
  b.enter(QStringLiteral("controller limit"), QStringLiteral("28±1A"));
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(28));
  CHECK(b.finding(QStringLiteral("JOIN-03")) != nullptr);
  CHECK(b.finding(QStringLiteral("JOIN-04")) != nullptr);
  b.settle();
  CHECK(b.drawing(QStringLiteral("the channel"))->accessibleDescription().contains(QStringLiteral("Peak 29 A")));
  CHECK(b.window().findings()->headline().endsWith(QStringLiteral("of 9")));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(22));
  CHECK(b.finding(QStringLiteral("JOIN-03")) == nullptr);
}

TEST_CASE("a pack's S, P, cell and charge are changed, and the drawings follow") {
  Bench b;
  b.enter(QStringLiteral("P (in parallel) of deck"), QStringLiteral("7"));
  CHECK(b.document().plan().packs[1].parallel == 7);
  CHECK(b.window().station() == Station::Pack);
  CHECK(b.drawing(QStringLiteral("the block of cells"))->accessibleDescription().contains(QStringLiteral("91 cells")));
  b.enter(QStringLiteral("S (in series) of deck"), QStringLiteral("14"));
  CHECK(b.finding(QStringLiteral("PACK-01")) != nullptr);  // the BMS is for 13
  CHECK(b.finding(QStringLiteral("CHG-01")) == nullptr);
  b.key(Qt::Key_Z, Qt::ControlModifier);
  const double before = b.now().figures.range.likely.value();
  b.enter(QStringLiteral("charge of deck"), QStringLiteral("40 %"));
  CHECK(b.document().plan().packs[1].soc == StateOfCharge(0.4));
  b.choose(QStringLiteral("cell of deck"), QStringLiteral("Heron 29, made-up"));
  CHECK(b.document().plan().packs[1].cell == "heron-29");
  CHECK(b.now().figures.range.likely.value() != before);
  CHECK(b.finding(QStringLiteral("PACK-06")) == nullptr);  // no untested cells are left
}

TEST_CASE("S and P change with the arrow keys and by dragging an edge, each as one step to undo") {
  Bench b;
  b.key(Qt::Key_3, Qt::ControlModifier);
  DrawingView* block = b.drawing(QStringLiteral("the block of cells"));
  block->setFocus();
  for (int i = 0; i < 3; ++i) b.key(Qt::Key_Up);
  CHECK(b.document().plan().packs[0].parallel == 7);
  CHECK(b.document().undoWords() == QStringLiteral("P (in parallel) of stock 4 → 7"));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().packs[0].parallel == 4);
  // The right edge, a little to the right: two more groups.
  QPoint handle;
  const drawing::Drawing drawn = drawing::packBlock(b.document().subject(), 0, {double(block->width()), double(block->height())});
  for (const drawing::Shape& s : drawn.shapes)
    if (s.part == "handle/series" && s.kind == drawing::ShapeKind::Rectangle)
      handle = QPoint(int((s.points[0].x + s.points[1].x) / 2), int((s.points[0].y + s.points[1].y) / 2));
  QTest::mousePress(block, Qt::LeftButton, Qt::NoModifier, handle);
  for (int i = 1; i <= 5; ++i) QTest::mouseMove(block, handle + QPoint(10 * i, 0));
  QTest::mouseRelease(block, Qt::LeftButton, Qt::NoModifier, handle + QPoint(50, 0));
  b.settle();
  CHECK(b.document().plan().packs[0].series == 15);
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().packs[0].series == 13);
}

TEST_CASE("the joining method is one click, and what it forbids is found") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  const QString ride = b.drawing(QStringLiteral("the ride"))->accessibleDescription();
  b.clickButton(QStringLiteral("Hard parallel"));
  CHECK(b.document().plan().joining.method == Method::Direct);
  REQUIRE(b.finding(QStringLiteral("JOIN-02")));
  CHECK(b.finding(QStringLiteral("JOIN-02"))->sentence.find("2.08 V apart") != std::string::npos);
  b.settle();
  CHECK(b.drawing(QStringLiteral("the ride"))->accessibleDescription() != ride);
  b.clickButton(QStringLiteral("One at a time"));
  CHECK(b.document().plan().joining.method == Method::Selector);
  CHECK(b.document().undoWords().startsWith(QStringLiteral("how the packs meet")));
}

TEST_CASE("the lead size and the charger are changed, and their verdicts follow") {
  Bench b;
  b.enter(QStringLiteral("lead size of lead of deck"), QStringLiteral("20awg"));
  REQUIRE(b.finding(QStringLiteral("WIRE-05")));
  CHECK(b.finding(QStringLiteral("WIRE-05"))->sentence.find("outlasts the lead of deck") != std::string::npos);
  b.key(Qt::Key_Z, Qt::ControlModifier);
  b.enter(QStringLiteral("charger output of deck charger"), QStringLiteral("58.8"));
  REQUIRE(b.finding(QStringLiteral("CHG-01")));
  CHECK(b.window().station() == Station::Charging);
  b.window().stationView(Station::Charging)->showPage(QStringLiteral("Matrix"));
  b.settle();
  CHECK(b.drawing(QStringLiteral("charger and pack verdicts"))
            ->accessibleDescription()
            .contains(QStringLiteral("deck charger with deck: never")));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  // A pair is put to use with the mouse.
  DrawingView* matrix = b.drawing(QStringLiteral("charger and pack verdicts"));
  const drawing::Drawing drawn = drawing::chargerMatrix(b.document().subject(), {double(matrix->width()), double(matrix->height())});
  for (const drawing::Shape& s : drawn.shapes)
    if (s.part == "pair/1/0") b.click(matrix, QPoint(int(s.points[0].x) + 60, int(s.points[0].y) + 20));
  CHECK(b.document().plan().chargers[1].forPacks.size() == 2);
  CHECK(b.finding(QStringLiteral("CHG-04")) != nullptr);  // 4 A into a 2 A barrel port
}

TEST_CASE("the range follows the load, in kilometres and in miles") {
  Bench b;
  b.key(Qt::Key_8, Qt::ControlModifier);
  const double before = b.now().figures.range.likely.value();
  b.enter(QStringLiteral("load"), QStringLiteral("0"));
  CHECK(b.now().figures.range.likely.value() > before * 1.1);
  b.key(Qt::Key_M, Qt::ControlModifier | Qt::ShiftModifier);
  b.settle();
  CHECK(b.drawing(QStringLiteral("the way as it is ridden"))->accessibleDescription().contains(QStringLiteral("mi")));
  b.enter(QStringLiteral("distance"), QStringLiteral("30"));
  CHECK(b.document().plan().routes[0].length.value() == Approx(48.28).margin(0.01));
}

TEST_CASE("wrong values are refused beside the field; the plan keeps the good one; Escape brings it back") {
  Bench b;
  const Plan before = b.document().plan();
  for (const char* wrong : {"abc", "-3A", "1e9V", "54,6,1", "1,200", "12awg", "NaN", "1e999"}) {
    auto* line = qobject_cast<QLineEdit*>(b.goTo(QStringLiteral("takes at most")));
    REQUIRE(line);
    b.type(QString::fromLatin1(wrong));
    b.key(Qt::Key_Return);
    INFO(wrong);
    CHECK(b.document().plan() == before);
    CHECK(line->property("bad").toBool());
    CHECK(line->text() == QString::fromLatin1(wrong));  // nothing typed is lost
    auto* entry = qobject_cast<Entry*>(line->parentWidget());
    REQUIRE(entry);
    CHECK(entry->problem().startsWith(QStringLiteral("takes at most: found \"")));
    CHECK(entry->problem().contains(QStringLiteral("expected")));
    b.key(Qt::Key_Escape);
    CHECK(line->text() == QStringLiteral("60"));
    CHECK_FALSE(line->property("bad").toBool());
  }
  for (const char* good : {"54,6", "54.6V", "54,6 V", " 54.6v "}) {
    b.enter(QStringLiteral("takes at most"), QString::fromLatin1(good));
    INFO(good);
    CHECK(b.document().plan().bike.controller.inputMaximum->value() == Approx(54.6));
  }
  b.enter(QStringLiteral("takes at most"), QString());
  CHECK_FALSE(b.document().plan().bike.controller.inputMaximum.has_value());
  b.enter(QStringLiteral("S (in series) of stock"), QString());  // not known any more: by label, else by what is around
  CHECK_FALSE(b.document().plan().packs[0].series);
  b.enter(QStringLiteral("links of stock"), QString());
  CHECK(b.document().plan().packs[0].links == MilliOhm(12));
}

TEST_CASE("a label is pasted, and what it says is entered as read from a label") {
  Bench b;
  b.key(Qt::Key_1, Qt::ControlModifier);
  auto* typed = b.window().findChild<QPlainTextEdit*>(QStringLiteral("label-text"));
  QApplication::clipboard()->setText(QStringLiteral("48V 28±1A\nL.V. 41±1V"));
  typed->setFocus();
  b.key(Qt::Key_V, Qt::ControlModifier);
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(28));
  CHECK(b.document().plan().bike.controller.cutoff == Volt(41));
  CHECK(provenanceOf(b.document().plan(), "/bike/controller/cutoff_V") == Provenance::Label);
  b.key(Qt::Key_Z, Qt::ControlModifier);  // in the text, undo is the text's own
  typed->clearFocus();
  b.key(Qt::Key_1, Qt::ControlModifier);
}

TEST_CASE("F8 walks through the findings, F2 shows the working, F1 helps, Escape puts them away") {
  Bench b;
  b.key(Qt::Key_6, Qt::ControlModifier);
  b.key(Qt::Key_F8);
  auto* card = qobject_cast<FindingCard*>(QApplication::focusWidget());
  REQUIRE(card);
  CHECK(card->isOpen());
  CHECK(card->finding().id == "WIRE-04");
  b.key(Qt::Key_F2);
  CHECK(b.window().sheet()->body().contains(QStringLiteral("U_DC ≥ S · U_charge")));
  b.key(Qt::Key_Escape);
  CHECK(b.window().sheet()->body().isEmpty());
  b.key(Qt::Key_F8);
  card = qobject_cast<FindingCard*>(QApplication::focusWidget());
  REQUIRE(card);
  CHECK(card->finding().id == "WIRE-07");
  b.key(Qt::Key_F8, Qt::ShiftModifier);
  CHECK(qobject_cast<FindingCard*>(QApplication::focusWidget())->finding().id == "WIRE-04");
  b.key(Qt::Key_F1);
  CHECK(b.window().sheet()->body().contains(QStringLiteral("Live ends shows which bare contacts can short")));
  CHECK(b.window().sheet()->body().contains(QStringLiteral("isolate and hand in")));
}

TEST_CASE("a Mind is accepted with a reason, and the acceptance can be taken back") {
  Bench b;
  b.key(Qt::Key_3, Qt::ControlModifier);
  b.key(Qt::Key_F8);
  auto* card = qobject_cast<FindingCard*>(QApplication::focusWidget());
  REQUIRE(card->finding().severity == Severity::Mind);
  const std::string key = card->finding().key();
  auto* reason = card->findChild<QLineEdit*>();
  REQUIRE(reason);
  reason->setFocus();
  b.key(Qt::Key_Return);  // no reason: refused, and said
  CHECK(b.document().plan().accepted.empty());
  CHECK(b.window().bottomLine()->said().contains(QStringLiteral("why this is acceptable")));
  b.type(QStringLiteral("tested last autumn"));
  b.key(Qt::Key_Return);
  REQUIRE(b.document().plan().accepted.contains(key));
  CHECK(b.document().plan().accepted.at(key).reason == "tested last autumn");
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().accepted.empty());
}

TEST_CASE("F4 says where a value comes from, and the finding about it goes") {
  Bench b;
  b.document().commit(withProvenance(b.document().plan(), "/joining/part/voltage_V", Provenance::Claim));
  REQUIRE(b.finding(QStringLiteral("BIKE-08")));
  b.goTo(QStringLiteral("joiner voltage"));
  // The menu runs its own loop: a timer presses the key that a person would.
  QTimer::singleShot(100, [] {
    auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
    if (menu) QTest::keyClick(menu, Qt::Key_M);
  });
  b.key(Qt::Key_F4);
  CHECK(provenanceOf(b.document().plan(), "/joining/part/voltage_V") == Provenance::Measured);
  CHECK(b.finding(QStringLiteral("BIKE-08")) == nullptr);
}

TEST_CASE("the ride is scrubbed with the mouse and with keys, and played") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  DrawingView* ride = b.drawing(QStringLiteral("the ride"));
  const auto clock = [&] {
    for (QLabel* l : b.window().findChildren<QLabel*>())
      if (l->isVisible() && l->text().startsWith(QStringLiteral("Basins after"))) return l->text();
    return QString();
  };
  CHECK(clock() == QStringLiteral("Basins after 0 min"));
  ride->setFocus();
  for (int i = 0; i < 3; ++i) b.key(Qt::Key_Right);
  CHECK(clock() == QStringLiteral("Basins after 3 min"));
  b.key(Qt::Key_Right, Qt::ShiftModifier);
  CHECK(clock() == QStringLiteral("Basins after 13 min"));
  QTest::mousePress(ride, Qt::LeftButton, Qt::NoModifier, QPoint(ride->width() / 2, 80));
  QTest::mouseRelease(ride, Qt::LeftButton, Qt::NoModifier, QPoint(ride->width() / 2, 80));
  b.settle();
  CHECK(clock().contains(QStringLiteral("1 h")));
  b.key(Qt::Key_End);
  CHECK(clock() == QStringLiteral("Basins after 3 h 16 min"));
  b.key(Qt::Key_Home);
  b.clickButton(QStringLiteral("play"));
  CHECK(QTest::qWaitFor([&] { return clock() != QStringLiteral("Basins after 0 min"); }, 10000));
  b.clickButton(QStringLiteral("hold"));
}

TEST_CASE("go-to finds a finding by its words and the channel leads to its fields") {
  Bench b;
  b.key(Qt::Key_1, Qt::ControlModifier);
  b.goTo(QStringLiteral("rated 32 V DC"));
  auto* card = qobject_cast<FindingCard*>(QApplication::focusWidget());
  REQUIRE(card);
  CHECK(card->finding().id == "WIRE-04");
  DrawingView* channel = b.drawing(QStringLiteral("the channel"));
  const drawing::Drawing drawn = drawing::channel(b.document().subject(), {double(channel->width()), double(channel->height())});
  for (const drawing::Shape& s : drawn.shapes)
    if (s.part == "second/fuse")
      b.click(channel, QPoint(int((s.points[0].x + s.points[1].x) / 2), int((s.points[0].y + s.points[1].y) / 2)));
  CHECK(b.window().station() == Station::Wiring);
  REQUIRE(QApplication::focusWidget());
  CHECK(QApplication::focusWidget()->property(pointerProperty).toString() == QStringLiteral("/packs/1/fuse/rating_A"));
}

TEST_CASE("an empty plan says what to bring, and a pack begins it") {
  Bench b(Bench::Open::Nothing);
  b.key(Qt::Key_3, Qt::ControlModifier);
  b.clickButton(QStringLiteral("Add the stock pack"));
  REQUIRE(b.document().plan().packs.size() == 1);
  CHECK(b.drawing(QStringLiteral("the block of cells")) != nullptr);
  b.clickButton(QStringLiteral("+ add"));
  CHECK(b.document().plan().packs.size() == 2);
  b.clickButton(QStringLiteral("remove"));
  CHECK(b.document().plan().packs.size() == 1);
  b.key(Qt::Key_7, Qt::ControlModifier);
  b.clickButton(QStringLiteral("Add a charger"));
  CHECK(b.document().plan().chargers.size() == 1);
  b.key(Qt::Key_8, Qt::ControlModifier);
  b.clickButton(QStringLiteral("Add a usual round"));
  CHECK(b.document().plan().routes.size() == 1);
}

TEST_CASE("night, folding and every station paint without complaint at the smallest size") {
  Bench b;
  b.window().resize(1100, 700);
  b.key(Qt::Key_N, Qt::ControlModifier | Qt::ShiftModifier);
  CHECK(b.window().look().theme() == Theme::Night);
  for (int digit : {Qt::Key_1, Qt::Key_3, Qt::Key_5, Qt::Key_7, Qt::Key_8}) {
    b.key(digit, Qt::ControlModifier);
    const QImage picture = b.window().grab().toImage();
    CHECK(picture.width() >= 1100);
    // Dark on the whole, whatever word stands there.
    const QImage patch = picture.copy(picture.width() / 2 - 60, picture.height() - 90, 120, 60)
                             .scaled(1, 1, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
    CHECK(patch.pixelColor(0, 0).lightness() < 100);
  }
  b.key(Qt::Key_B, Qt::ControlModifier);
  CHECK(b.window().findings()->isCollapsed());
}
