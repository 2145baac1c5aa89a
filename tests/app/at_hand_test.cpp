// What is at hand where one works: entries of a part that was chosen, help, figures that show their working.
#include <QApplication>
#include <QFile>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTest>
#include <catch2/catch.hpp>
#include <map>

#include "app/shell/help.h"
#include "app/widgets/entry.h"
#include "app/widgets/sentence_label.h"
#include "app/window_test.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace driving;

namespace {

/// The entries at the right, from the top.
QStringList topEntries(Bench& b) {
  std::vector<const Entry*> all;
  for (const Entry* e : b.window().stationView(b.window().station())->entries()->findChildren<Entry*>())
    if (e->isVisible()) all.push_back(e);
  std::sort(all.begin(), all.end(), [](const Entry* x, const Entry* y) { return x->y() < y->y(); });
  QStringList out;
  for (const Entry* e : all) out << e->pointer();
  return out;
}

QPoint middleOf(const DrawingView& view, const QString& part) {
  for (const drawing::Drawing* d : view.shown())
    for (const drawing::Shape& s : d->shapes) {
      if (s.part != part.toStdString() || s.points.empty()) continue;
      double x = 0, y = 0;
      for (drawing::Point p : s.points) {
        x += p.x;
        y += p.y;
      }
      const auto n = static_cast<double>(s.points.size());
      return QPointF(x / n, y / n).toPoint();
    }
  return {};
}

void clickPart(Bench& b, const QString& view, const QString& part) {
  DrawingView* drawing = b.drawing(view);
  REQUIRE(drawing);
  const QPoint at = middleOf(*drawing, part);
  INFO(part.toStdString());
  REQUIRE_FALSE(at.isNull());
  b.click(drawing, at);
  Bench::settle();
}

}  // namespace

TEST_CASE("a part chosen in a drawing brings its few entries to the top") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  clickPart(b, QStringLiteral("basins"), QStringLiteral("pack/second"));
  CHECK(topEntries(b).value(0) == QStringLiteral("/packs/1/soc"));
  CHECK(QApplication::focusWidget()->property(pointerProperty).toString() == QStringLiteral("/packs/1/soc"));
  clickPart(b, QStringLiteral("basins"), QStringLiteral("pack/stock"));
  CHECK(topEntries(b).value(0) == QStringLiteral("/packs/0/soc"));
  clickPart(b, QStringLiteral("the channel"), QStringLiteral("controller"));
  CHECK(topEntries(b).value(0).startsWith(QStringLiteral("/bike/controller/")));
  b.key(Qt::Key_3, Qt::ControlModifier);
  clickPart(b, QStringLiteral("voltage ladder"), QStringLiteral("field//bike/controller/input_max_V"));
  CHECK(b.window().station() == Station::Bike);
  CHECK(topEntries(b).value(0).startsWith(QStringLiteral("/bike/controller/")));
  // In Places a pack is chosen without losing the keyboard, so that the next click or key gives it a place.
  b.window().stationView(Station::Bike)->showPage(QStringLiteral("Places"));
  Bench::settle();
  clickPart(b, QStringLiteral("the bike from the side"), QStringLiteral("pack/second"));
  CHECK(topEntries(b).contains(QStringLiteral("/packs/1/mount")));
  CHECK(topEntries(b).value(0) == QStringLiteral("/bike/frame"));
  CHECK(QApplication::focusWidget() == b.drawing(QStringLiteral("the bike from the side")));
}

TEST_CASE("what a finding or the way asks for comes first among the entries") {
  Bench b;
  b.key(Qt::Key_6, Qt::ControlModifier);
  b.key(Qt::Key_F8);
  Bench::settle();
  b.clickButton(QStringLiteral("go to the field"));
  const QString asked = QApplication::focusWidget()->property(pointerProperty).toString();
  CHECK(asked == QStringLiteral("/packs/1/fuse/dc_V"));
  CHECK(topEntries(b).mid(0, 16).contains(asked));
  CHECK(topEntries(b).value(0) == QStringLiteral("/packs/1/plug"));  // the first of its group
  Plan plan = plans::sound();
  plan.provenance["/packs/0/fuse/rating_A"].from = Provenance::Assumed;
  b.window().session().begin(plan);
  b.key(Qt::Key_F7);
  Bench::settle();
  REQUIRE(QApplication::focusWidget());
  const QString next = QApplication::focusWidget()->property(pointerProperty).toString();
  CHECK(next == QStringLiteral("/packs/0/fuse/rating_A"));
  CHECK(topEntries(b).value(0) == QStringLiteral("/packs/0/plug"));
}

TEST_CASE("F1 of every station: the question it answers, five lines, a picture, the cautions") {
  Bench b;
  for (const StationRow& row : stationTable()) {
    b.window().goToStation(row.station);
    b.key(Qt::Key_F1);
    Bench::settle();
    INFO(stationName(row.station));
    const QStringList lines = b.window().sheet()->body().split(QLatin1Char('\n'));
    CHECK(lines.indexOf(QString()) == 5);
    CHECK(lines.contains(QStringLiteral("Cautions")));
    // The manual follows, and has a word on every page of the station.
    const QString manual = b.window().sheet()->body().section(QStringLiteral("\nThe manual\n"), 1);
    CHECK(manual.size() > 400);
    CHECK_FALSE(manual.contains(QStringLiteral("**")));
    for (const QString& page : b.window().stationView(row.station)->pageNames()) {
      INFO(page.toStdString());
      CHECK(manual.contains(QStringLiteral("\n") + page));
    }
    auto* picture = b.window().sheet()->findChild<DrawingView*>();
    REQUIRE(picture);
    CHECK(picture->isVisible());
    picture->grab();
    CHECK(picture->shown()[0]->shapes.size() > 5);
    b.key(Qt::Key_Escape);
  }
  // The rest of the manual: what is everywhere, and every job.
  b.goTo(QStringLiteral("The manual"));
  for (const char* words : {"The channel", "A second pack beside the first", "Another pack instead", "A pack from cells",
                            "The right charger", "Care, storage, handing on"})
    CHECK(b.window().sheet()->body().contains(QLatin1String(words)));
  CHECK_FALSE(b.window().sheet()->body().contains(QStringLiteral(".md")));
  b.key(Qt::Key_Escape);
  // A working has no picture.
  b.key(Qt::Key_8, Qt::ControlModifier);
  b.key(Qt::Key_F2);
  CHECK_FALSE(b.window().sheet()->findChild<DrawingView*>()->isVisible());
}

TEST_CASE("what a station answers is said once, on a plan that holds something, and never over a refusal") {
  Bench b(Bench::Open::Nothing);
  b.key(Qt::Key_3, Qt::ControlModifier);
  CHECK(b.window().bottomLine()->said().isEmpty());
  b.window().openDemo();
  b.key(Qt::Key_7, Qt::ControlModifier);
  CHECK(b.window().bottomLine()->said().startsWith(QStringLiteral("Which charger")));
  b.document().commit(withField(b.document().plan(), "/packs/0/soc", FieldValue{7.0}));
  const QString refusal = b.window().bottomLine()->said();
  CHECK(refusal.contains(QStringLiteral("expected")));
  b.key(Qt::Key_8, Qt::ControlModifier);
  CHECK(b.window().bottomLine()->said() == refusal);
}

TEST_CASE("a figure in a finding opens its working by a click; beside it the click opens the card") {
  CHECK(SentenceLabel::figuresOf(QStringLiteral("13S4P of 2.5 Ah at 54.6 V, 9 % of 3 packs")).size() == 4);
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  Bench::settle();
  SentenceLabel* label = nullptr;
  for (auto* l : b.window().findings()->findChildren<SentenceLabel*>())
    if (l->isVisible() && l->text().startsWith(QStringLiteral("The fuse of deck is rated 32 V"))) label = l;
  REQUIRE(label);
  const int before = label->fontMetrics().horizontalAdvance(QStringLiteral("The fuse of deck is rated 3"));
  b.click(label, QPoint(before, 8));
  CHECK(b.window().sheet()->body().contains(QStringLiteral("32")));
  b.key(Qt::Key_Escape);
  b.click(label, QPoint(4, 8));
  Bench::settle();
  CHECK(b.window().sheet()->body().isEmpty());
  CHECK(b.shownWords().contains(QStringLiteral("Do: ")));
}

TEST_CASE("an empty plan offers the plans that were open last; one that is gone is not offered") {
  Bench b;
  const auto offered = [&] {
    QStringList out;
    for (auto* button : b.window().findChildren<QPushButton*>())
      if (button->isVisible() && button->accessibleName().startsWith(QStringLiteral("open /"))) out << button->text();
    return out;
  };
  const QString first = b.file(QStringLiteral("ferry & path.uwplan")), second = b.file(QStringLiteral("barrow.uwplan"));
  REQUIRE(b.saveAs(first) == FileSession::Outcome::Saved);
  REQUIRE(b.saveAs(second) == FileSession::Outcome::Saved);
  b.restart();
  b.key(Qt::Key_N, Qt::ControlModifier);
  Bench::settle();
  CHECK(offered() == QStringList{QStringLiteral("barrow"), QStringLiteral("ferry && path")});
  REQUIRE(QFile::remove(second));
  for (auto* button : b.window().findChildren<QPushButton*>())
    if (button->isVisible() && button->text() == QStringLiteral("ferry && path")) {
      b.click(button);
      break;
    }
  CHECK(b.window().session().path() == first);
  CHECK(b.document().plan().packs.size() == 2);
  b.key(Qt::Key_N, Qt::ControlModifier);
  Bench::settle();
  CHECK(offered() == QStringList{QStringLiteral("ferry && path")});
}

TEST_CASE("the ruler follows the label of a pack that is not entered yet") {
  Bench b(Bench::Open::Nothing);
  b.key(Qt::Key_1, Qt::ControlModifier);
  auto* box = b.window().findChild<QPlainTextEdit*>(QStringLiteral("label-text"));
  REQUIRE(box);
  box->setPlainText(QStringLiteral("Li-ion Battery Pack\n36V 7.8Ah 281Wh"));
  Bench::settle();
  CHECK(b.shownWords().contains(QStringLiteral("Printed: 36 V.")));
  CHECK(b.document().plan().packs.empty());
}

TEST_CASE("every field of the table is reached by go-to in some station") {
  Bench b;
  std::map<std::string, bool> reached;  // by the field's place in any list
  for (const char* method : {"combiner", "direct", "schottky", "selector", "converter"}) {
    Plan plan = withNewPack(plans::with(plans::demo(), "/joining/method", method));
    plan = plans::with(plan, "/joining/load_mode", std::string_view(method) == "direct" ? "current" : "power");
    plan = plans::with(plan, "/packs/2/series", "20");
    Run run;
    run.id = "between";
    run.from = "stock";
    run.to = "second";
    plan.wiring.runs.push_back(run);
    b.window().session().begin(plan);
    Bench::settle();
    forEachField(b.document().plan(), [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
      if (spec.key == "id" && spec.station != Station::Range) return;  // what the file calls a part; people call it by its name
      std::string name;
      for (char c : pointer)
        if (c < '0' || c > '9') name += c;
      bool& there = reached[name];
      for (const StationRow& row : stationTable()) {
        if (there) return;
        b.window().goToStation(row.station);
        there = b.window().stationView(row.station)->reveal(QString::fromStdString(pointer));
      }
    });
  }
  std::string missing;
  for (const auto& [name, there] : reached)
    if (!there) missing += name + "\n";
  CHECK(missing == "");
}
