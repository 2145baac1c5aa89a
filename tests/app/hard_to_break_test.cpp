// What no person does on purpose: keys and clicks at random, bad text in every entry, edits while a finding is open.
#include <QApplication>
#include <QComboBox>
#include <QPushButton>
#include <QTest>
#include <QTimer>
#include <catch2/catch.hpp>
#include <random>
#include <set>

#include "app/shell/finding_card.h"
#include "app/shell/findings_panel.h"
#include "app/shell/station_table.h"
#include "app/widgets/entry.h"
#include "app/widgets/pages.h"
#include "app/window_test.h"
#include "core/io/clock.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace driving;

namespace {

/// Dialogs that a random click opens are closed again, so that none waits for an answer.
class DialogsClosed {
 public:
  DialogsClosed() {
    QObject::connect(&timer_, &QTimer::timeout, [] {
      if (QWidget* modal = QApplication::activeModalWidget()) modal->close();
      if (QWidget* popup = QApplication::activePopupWidget()) popup->close();
    });
    timer_.start(20);
  }

 private:
  QTimer timer_;
};

bool opensFiles(const QWidget* w) {
  const auto* button = qobject_cast<const QPushButton*>(w);
  if (!button) return false;
  const QString words = button->text().toLower();
  for (const char* word : {"\u2026", "save", "open", "list", "svg", "pdf", "copy the"})
    if (words.contains(QString::fromUtf8(word))) return true;
  return false;
}

/// Whatever can be reached by hand and opens no file dialog.
QWidget* anyOf(MainWindow& window, std::mt19937& random) {
  std::vector<QWidget*> all;
  for (QWidget* w : window.findChildren<QWidget*>())
    if (w->isVisible() && w->isEnabled() && w->focusPolicy() != Qt::NoFocus && !opensFiles(w)) all.push_back(w);
  return all.empty() ? nullptr : all[std::uniform_int_distribution<std::size_t>(0, all.size() - 1)(random)];
}

void randomAction(Bench& b, std::mt19937& random) {
  static constexpr Qt::Key keys[] = {Qt::Key_Tab,    Qt::Key_Backtab, Qt::Key_Up,     Qt::Key_Down,   Qt::Key_Left, Qt::Key_Right,
                                     Qt::Key_Return, Qt::Key_Space,   Qt::Key_Escape, Qt::Key_Home,   Qt::Key_End,  Qt::Key_PageUp,
                                     Qt::Key_F8,     Qt::Key_F2,      Qt::Key_F4,     Qt::Key_Delete, Qt::Key_F3};
  static constexpr const char* texts[] = {"12",     "54.6 V", "0",   "-5",  "1e9", "12awg",  "abc",
                                          "22 ± 1", "40 %",   "3 h", ",,,", "\"",  "9999999"};
  const auto pick = [&](std::size_t n) { return std::uniform_int_distribution<std::size_t>(0, n - 1)(random); };
  switch (pick(11)) {
    case 0: b.key(Qt::Key_1 + static_cast<int>(pick(8)), Qt::ControlModifier); break;
    case 1:
      if (QWidget* w = anyOf(b.window(), random)) {
        const QPoint at(static_cast<int>(pick(static_cast<std::size_t>(std::max(1, w->width())))),
                        static_cast<int>(pick(static_cast<std::size_t>(std::max(1, w->height())))));
        QTest::mouseClick(w, Qt::LeftButton, {}, at);
      }
      break;
    case 2:
      if (QWidget* w = anyOf(b.window(), random)) w->setFocus();
      break;
    case 3:
    case 4: {
      std::vector<QLineEdit*> lines;
      for (Entry* e : b.window().findChildren<Entry*>())
        if (auto* line = e->findChild<QLineEdit*>(); line && line->isVisible()) lines.push_back(line);
      if (lines.empty()) break;
      QLineEdit* line = lines[pick(lines.size())];
      line->setFocus();
      line->selectAll();
      QTest::keyClicks(line, QString::fromUtf8(texts[pick(std::size(texts))]));
      QTest::keyClick(line, Qt::Key_Return);
      break;
    }
    case 5:
      if (QApplication::focusWidget()) {
        QTest::keyClicks(QApplication::focusWidget(), QString::fromUtf8(texts[pick(std::size(texts))]));
        b.key(Qt::Key_Return);
      }
      break;
    case 6: b.key(Qt::Key_Z, pick(3) ? Qt::ControlModifier : Qt::ControlModifier | Qt::ShiftModifier); break;
    case 7:
      if (auto* pages = b.window().findChild<Pages*>(); pages && pages->isVisible())
        pages->choose(static_cast<int>(pick(10)) % pages->count());
      break;
    default: b.key(keys[pick(std::size(keys))]); break;
  }
  Bench::settle();
}

std::vector<std::string> keysOf(const Assessment& a) {
  std::vector<std::string> out;
  for (const Finding& f : a.findings) out.push_back(f.key() + ": " + f.sentence);
  return out;
}

}  // namespace

TEST_CASE("keys and clicks at random: the window lives, the plan stays sound, and undo leads back") {
  const int seed = GENERATE(1, 2, 3, 4, 5, 6);
  std::mt19937 random(static_cast<unsigned>(seed));
  DialogsClosed closed;
  Bench b;
  if (seed % 2 == 0) b.window().session().begin(*withDuplicatePack(plans::demo(), 1));
  const Plan start = b.document().plan();
  for (int i = 0; i < 300; ++i) randomAction(b, random);
  const Plan& now = b.document().plan();
  INFO("seed " << seed);
  CHECK(crossChecked(now));
  const auto again = readPlan(writePlan(now));
  INFO((again ? std::string() : again.error().sentence()));
  REQUIRE(again);
  std::string changed;
  forEachChange(now, *again,
                [&](const std::string& pointer, const FieldSpec&, const FieldValue&, const FieldValue&) { changed += pointer + " "; });
  INFO("changed on the way through the file: " << changed);
  CHECK(*again == now);
  // What the window shows, though worked out step by step, is what the plan says afresh.
  CHECK(keysOf(b.now()) == keysOf(assess(now, {shippedCatalogue(), today()})));
  while (b.document().canUndo()) b.document().undo();
  // Go-to offers a new plan too, and a click may have answered that the old one can go.
  if (b.document().plan().title == start.title) CHECK(b.document().plan() == start);
  while (b.document().canRedo()) b.document().redo();
  CHECK(crossChecked(b.document().plan()));
}

TEST_CASE("text that waits in an entry is taken when its row goes away, and the rows of the new plan stand") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  b.goTo(QStringLiteral("joiner, per input"));
  auto* line = qobject_cast<QLineEdit*>(QApplication::focusWidget());
  REQUIRE(line);
  line->selectAll();
  QTest::keyClicks(line, QStringLiteral("25 A"));  // no Enter
  b.document().commit(withField(b.document().plan(), "/joining/method", FieldValue{std::string("selector")}));
  Bench::settle();
  QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
  CHECK(b.document().plan().joining.method == Method::Selector);
  CHECK(b.document().plan().joining.part.input == Ampere(25));
  std::set<QString> shown;
  for (Entry* e : b.window().stationView(Station::Joining)->window()->findChildren<Entry*>()) {
    e->refresh();
    if (e->isVisible()) CHECK(shown.insert(e->pointer()).second);  // every field once
  }
  CHECK(shown.contains(QStringLiteral("/joining/part/breaks_load")));
  while (b.document().canUndo()) b.document().undo();
  CHECK(b.document().plan().joining.part.input == Ampere(30));
}

TEST_CASE("every entry shows what it would take: Enter on it changes nothing, in both unit systems") {
  const UnitSystem units = GENERATE(UnitSystem::Metric, UnitSystem::Imperial);
  Bench b;
  b.document().setUnits(units);
  const Plan before = b.document().plan();
  int entered = 0;
  for (const StationRow& row : stationTable()) {
    b.window().goToStation(row.station);
    Bench::settle();
    for (Entry* e : b.window().stationView(row.station)->window()->findChildren<Entry*>()) {
      auto* line = e->findChild<QLineEdit*>();
      if (!e->isVisible() || !line) continue;
      line->setFocus();
      const QString shown = line->text();
      QTest::keyClick(line, Qt::Key_End);
      line->setModified(true);
      QTest::keyClick(line, Qt::Key_Return);
      INFO(e->pointer().toStdString() << " shows \"" << shown.toStdString() << "\"");
      CHECK(e->problem().toStdString() == "");
      CHECK(b.document().plan() == before);
      ++entered;
    }
  }
  CHECK(entered > 60);
}

TEST_CASE("nonsense in every entry is refused beside it, with what was found, and Escape brings the value back") {
  Bench b;
  const Plan before = b.document().plan();
  int refused = 0;
  for (const StationRow& row : stationTable()) {
    b.window().goToStation(row.station);
    Bench::settle();
    for (Entry* e : b.window().findChildren<Entry*>()) {
      auto* line = e->findChild<QLineEdit*>();
      if (!e->isVisible() || !line) continue;
      const auto ref = findField(before, e->pointer().toStdString());
      if (!ref || !isNumeric(ref->spec->kind)) continue;
      line->setFocus();
      const QString shown = line->text();
      line->selectAll();
      QTest::keyClicks(line, QStringLiteral("12 bananas"));
      QTest::keyClick(line, Qt::Key_Return);
      INFO(e->pointer().toStdString());
      CHECK(e->problem().contains(QStringLiteral("bananas")));
      CHECK(b.document().plan() == before);
      QTest::keyClick(line, Qt::Key_Escape);
      CHECK(line->text() == shown);
      CHECK(e->problem().isEmpty());
      ++refused;
    }
  }
  CHECK(refused > 60);
}

TEST_CASE("an open finding stays open while its figures change, its links stay its own, and it closes when it is another") {
  Bench b;
  b.key(Qt::Key_6, Qt::ControlModifier);
  b.key(Qt::Key_F8);
  auto* card = qobject_cast<FindingCard*>(QApplication::focusWidget());
  REQUIRE(card);
  REQUIRE(card->finding().id == "WIRE-04");
  CHECK(card->isOpen());
  const auto words = [&] {
    QString all;
    for (QLabel* l : card->findChildren<QLabel*>())
      if (!l->isHidden()) all += l->text() + QLatin1Char('\n');
    return all;
  };
  CHECK(words().contains(QStringLiteral("rated 32 V DC")));
  b.document().commit(withField(b.document().plan(), "/packs/1/fuse/dc_V", FieldValue{40.0}));
  Bench::settle();
  CHECK(card->isOpen());
  CHECK(words().contains(QStringLiteral("rated 40 V DC")));
  CHECK_FALSE(words().contains(QStringLiteral("rated 32 V DC")));
  // The link of the refilled card still cures this very fuse.
  QPushButton* link = nullptr;
  for (QPushButton* p : card->findChildren<QPushButton*>())
    if (!p->isHidden() && p->text().startsWith(QStringLiteral("Same size"))) link = p;
  REQUIRE(link);
  QTest::mouseClick(link, Qt::LeftButton);
  Bench::settle();
  CHECK(*b.document().plan().packs[1].fuse.dcVoltage > Volt(54.6));
  for (FindingCard* c : b.window().findChildren<FindingCard*>())
    if (c->isVisible()) CHECK(c->finding().id != "WIRE-04");
  b.document().undo();
  Bench::settle();
  CHECK(b.finding(QStringLiteral("WIRE-04")));
  b.window().look().setTheme(Theme::Night);
  Bench::settle();
  CHECK(b.finding(QStringLiteral("WIRE-04")));
}
