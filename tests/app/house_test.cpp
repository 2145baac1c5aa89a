// What carries the stations: a rail for ten of them, pages that are made when they are seen, work beside the window.
#include <QElapsedTimer>
#include <QLabel>
#include <QMenu>
#include <QTest>
#include <QTimer>
#include <atomic>
#include <catch2/catch.hpp>
#include <thread>

#include "app/document/photo_shelf.h"
#include "app/jobs/job.h"
#include "app/shell/rail.h"
#include "app/widgets/plain.h"
#include "app/window_test.h"

using namespace driving;

namespace {

/// Work that goes on until it is told to stop, and says how often it was asked.
struct Patient {
  std::atomic<int> asked = 0;
  std::atomic<bool> ended = false;
};

}  // namespace

TEST_CASE("ten stations stand on the rail of the smallest window, none over another") {
  Bench b;
  std::vector<StationRow> rows;
  while (rows.size() < 10)
    for (const StationRow& row : stationTable())
      if (rows.size() < 10) rows.push_back(row);
  for (std::size_t i = 0; i < rows.size(); ++i) rows[i].station = static_cast<Station>(i);
  JobBoard jobs;
  Desk desk;
  PhotoShelf photos([] { return QString(); });
  Rail rail(Kit{b.document(), b.window().look(), desk, jobs, photos}, rows);
  rail.resize(108, 604);
  rail.show();
  Bench::settle();
  int bottom = 0;
  for (RailButton* button : rail.findChildren<RailButton*>()) {
    CHECK(button->y() >= bottom);
    CHECK(button->height() >= 54);
    bottom = button->y() + button->height();
  }
  CHECK(bottom <= 604);
  CHECK(bottom > 560);
}

TEST_CASE("a page is made when it is first seen") {
  Bench b;
  const auto made = [&] { return b.window().findChildren<StationPage*>().size(); };
  CHECK(made() == 1);
  b.key(Qt::Key_3, Qt::ControlModifier);
  CHECK(made() == 2);
  b.key(Qt::Key_1, Qt::ControlModifier);
  b.key(Qt::Key_3, Qt::ControlModifier);
  CHECK(made() == 2);
  b.key(Qt::Key_F3);
  CHECK(made() == 3);
}

TEST_CASE("work for an outdated plan is told to stop, its result is dropped, and nobody waits for it") {
  Bench b;
  JobBoard jobs;
  Desk desk;
  PhotoShelf photos([] { return QString(); });
  const auto patient = std::make_shared<Patient>();
  QElapsedTimer clock;
  {
    Job<int> job(Kit{b.document(), b.window().look(), desk, jobs, photos}, QStringLiteral("a long sum"), nullptr);
    const auto forever = [patient](const Plan&, JobHandle<int>& handle) {
      while (handle.goOn(0.5)) {
        ++patient->asked;
        std::this_thread::sleep_for(std::chrono::milliseconds(400));
      }
      patient->ended = true;
      return 1;
    };
    REQUIRE(job.begin(forever));
    CHECK_FALSE(job.begin(forever));
    CHECK(jobs.running() == &job);
    REQUIRE(within(15000, [&] { return patient->asked > 0; }));
    b.enter(QStringLiteral("budget"), QStringLiteral("400"));
    clock.start();
    REQUIRE(job.begin([](const Plan&, JobHandle<int>&) { return 2; }));
    CHECK(clock.elapsed() < 250);  // a step of the old run takes 400
    REQUIRE(within(15000, [&] { return job.ready() != nullptr; }));
    CHECK(*job.ready() == 2);
    CHECK(jobs.running() == nullptr);
    CHECK(within(15000, [&] { return patient->ended.load(); }));
    QTest::qWait(30);
    CHECK(*job.ready() == 2);
    patient->ended = false;
    job.forget();
    REQUIRE(job.begin(forever));
    clock.restart();
  }
  CHECK(clock.elapsed() < 250);
  CHECK(within(15000, [&] { return patient->ended.load(); }));
}

TEST_CASE("work that was stopped keeps what it has found so far; parts of it come while it goes on") {
  Bench b;
  JobBoard jobs;
  Desk desk;
  PhotoShelf photos([] { return QString(); });
  Job<int> job(Kit{b.document(), b.window().look(), desk, jobs, photos}, QStringLiteral("a long sum"), nullptr);
  REQUIRE(job.begin([](const Plan&, JobHandle<int>& handle) {
    int n = 0;
    for (; handle.goOn(n / 1000.0); ++n) {
      handle.show([&] { return n; });
      std::this_thread::sleep_for(std::chrono::milliseconds(10));
    }
    return -n;
  }));
  CHECK(within(15000, [&] { return job.sofar() && *job.sofar() > 0; }));
  CHECK(job.ready() == nullptr);
  CHECK_FALSE(job.isCutShort());
  job.cancel();
  CHECK(within(5000, [&] { return job.ready() != nullptr; }));
  REQUIRE(job.ready());
  CHECK(*job.ready() < 0);
  CHECK(job.isCutShort());
}

TEST_CASE("work that takes longer than one notices is named at the bottom, and can be stopped there") {
  Bench b;
  auto* words = b.window().findChild<QLabel*>(QStringLiteral("job"));
  REQUIRE(words);
  CHECK_FALSE(words->isVisible());
  Desk desk;
  PhotoShelf photos([] { return QString(); });
  Job<int> job(Kit{b.document(), b.window().look(), desk, b.window().jobs(), photos}, QStringLiteral("a long sum"), nullptr);
  REQUIRE(job.begin([](const Plan&, JobHandle<int>& handle) {
    while (handle.goOn(0.4)) std::this_thread::sleep_for(std::chrono::milliseconds(5));
    return 0;
  }));
  CHECK_FALSE(words->isVisible());
  REQUIRE(within(15000, [&] { return words->isVisible(); }));
  CHECK(words->text() == QStringLiteral("a long sum: 40 %"));
  QPushButton* stop = nullptr;
  for (auto* button : b.window().bottomLine()->findChildren<QPushButton*>())
    if (button->isVisible() && button->text() == QLatin1String("Stop")) stop = button;
  REQUIRE(stop);
  b.click(stop);
  CHECK(within(15000, [&] { return !words->isVisible(); }));
  CHECK_FALSE(stop->isVisible());
  CHECK(job.isCutShort());
}

TEST_CASE("every action is in the menu, in a group of its own, and each group fits the smallest window") {
  Bench b;
  b.window().resize(1100, 700);
  std::set<QString> offered;
  int highest = 0;
  QTimer::singleShot(0, [&] {
    auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
    if (!menu) return;
    highest = menu->sizeHint().height();
    for (QAction* action : menu->actions()) {
      if (!action->menu()) {
        offered.insert(action->text().section(QLatin1Char('\t'), 0, 0));
        continue;
      }
      highest = std::max(highest, action->menu()->sizeHint().height());
      for (QAction* inner : action->menu()->actions()) offered.insert(inner->text().section(QLatin1Char('\t'), 0, 0));
    }
    menu->close();
  });
  b.key(Qt::Key_F10);
  CHECK(highest > 0);
  CHECK(highest < 700 - 34);
  for (const ActionRow& row : b.window().actions().rows()) {
    INFO(row.name.toStdString());
    CHECK(offered.contains(onButton(ActionTable::wordsOf(row))));
  }
}
