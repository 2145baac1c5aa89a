// Labels in the window as a person meets them: pasted, damaged, several at once, stuck on a part that the text does not name.
#include <QComboBox>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <catch2/catch.hpp>

#include "app/window_test.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace driving;

namespace {

QPlainTextEdit* paste(Bench& b, const char* text) {
  b.key(Qt::Key_1, Qt::ControlModifier);
  auto* typed = b.window().findChild<QPlainTextEdit*>(QStringLiteral("label-text"));
  REQUIRE(typed);
  typed->setFocus();
  typed->setPlainText(QString::fromUtf8(text));
  b.settle();
  return typed;
}

QString shown(Bench& b) {
  QString out;
  for (const QLabel* l : b.window().findChildren<QLabel*>())
    if (l->isVisible()) out += l->text() + QLatin1Char('\n');
  return out;
}

}  // namespace

TEST_CASE("damaged print is asked about and never entered; mended by hand it is") {
  Bench b(Bench::Open::Nothing);
  auto* typed = paste(b, "CONTROLLER 48V 2OA L.V. 41V KX-3617B");
  CHECK(shown(b).contains(QStringLiteral("current limit 20 A   ‹2OA›  –  ask: the print is damaged")));
  CHECK(shown(b).contains(QStringLiteral("Settled by a second look at the print")));
  CHECK(shown(b).contains(QStringLiteral("Not read: ‹KX-3617B›")));
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan().bike.controller.cutoff == Volt(41));
  CHECK_FALSE(b.document().plan().bike.controller.currentLimit);
  typed->setPlainText(QStringLiteral("CONTROLLER 48V 20A L.V. 41V KX-3617B"));
  typed->setFocus();
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(20));
  // The piece of print stays with the value.
  CHECK(b.document().plan().provenance.at("/bike/controller/current_max_A").note == "20A");
  CHECK(provenanceOf(b.document().plan(), "/bike/controller/current_max_A") == Provenance::Label);
}

TEST_CASE("several labels at once go each to its own part, and what is likely waits for one key") {
  Bench b;
  paste(b, "Akku 36 V 10,4 Ah 374 Wh 18A\n\nCharger 42V 1.5A");
  CHECK(shown(b).contains(QStringLiteral("On the pack stock:")));
  CHECK(shown(b).contains(QStringLiteral("On a further charger:")));  // those of the plan have their labels
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan().packs[0].labelEnergy == WattHour(374));
  CHECK(b.document().plan().chargers[0] == plans::demo().chargers[0]);
  CHECK(b.document().plan().chargers.back().current == Ampere(1.5));
  CHECK(b.document().plan().packs[0].bms.continuous == Ampere(25));  // 18 A without a word: not yet
  b.key(Qt::Key_Space);                                              // the first likely value has the focus
  CHECK(b.document().plan().packs[0].bms.continuous == Ampere(18));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().packs[0].bms.continuous == Ampere(25));
}

TEST_CASE("a text that does not say what it is stuck on is not entered until the person says it") {
  Bench b;
  paste(b, "48V 20A");
  CHECK(shown(b).contains(QStringLiteral("On what? The text does not say")));
  b.key(Qt::Key_Return, Qt::ControlModifier);
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(22));
  QComboBox* places = nullptr;
  for (QComboBox* c : b.window().findChildren<QComboBox*>())
    if (c->accessibleName() == QStringLiteral("what the label is stuck on")) places = c;
  REQUIRE(places);
  CHECK(places->currentText() == QStringLiteral("not known yet"));
  places->setCurrentIndex(places->findText(QStringLiteral("the controller")));
  Q_EMIT places->activated(places->currentIndex());
  b.settle();
  b.clickButton(QStringLiteral("Enter the 2 sure values  Ctrl+Enter"));
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(20));
}

TEST_CASE("a part that the plan does not have yet comes with its label") {
  Bench b(Bench::Open::Nothing);
  paste(b, "charger output 54.6V 2A");
  CHECK(shown(b).contains(QStringLiteral("On a new charger:")));
  CHECK(b.document().plan().chargers.empty());
  b.key(Qt::Key_Return, Qt::ControlModifier);
  REQUIRE(b.document().plan().chargers.size() == 1);
  CHECK(b.document().plan().chargers[0].output == Volt(54.6));
  CHECK(b.document().plan().chargers[0].forPacks.empty());  // there is no pack that it could serve
}
