// What is not known is named until it is entered; what is accepted is accepted for what it was, in the real window.
#include <catch2/catch.hpp>

#include "app/shell/finding_card.h"
#include "app/shell/findings_panel.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/plan/edit.h"
#include "window_test.h"

using namespace usherwright;
using namespace usherwright::app;
using driving::Bench;

namespace {

QLineEdit* reasonField(Bench& b) {
  for (QLineEdit* line : b.window().findChildren<QLineEdit*>())
    if (line->isVisible() && line->accessibleName() == QStringLiteral("reason for accepting")) return line;
  return nullptr;
}

void accept(Bench& b, const QString& key, const QString& reason) {
  b.window().findings()->openFinding(key);
  Bench::settle();
  QLineEdit* field = reasonField(b);
  REQUIRE(field);
  field->setFocus();
  b.type(reason);
  b.key(Qt::Key_Return);
  Bench::settle();
}

}  // namespace

TEST_CASE("a port that nobody looked at is named until somebody enters what it is") {
  Bench b;
  CHECK(b.finding(QStringLiteral("BIKE-08")) == nullptr);
  b.choose(QStringLiteral("BMS port of deck"), QStringLiteral("not known yet"));
  const Finding* unproven = b.finding(QStringLiteral("BIKE-08"));
  REQUIRE(unproven);
  CHECK(unproven->sentence == "Unproven: BMS port (not known yet, common assumed) of deck.");
  b.choose(QStringLiteral("BMS port of deck"), QStringLiteral("common"));
  CHECK(b.finding(QStringLiteral("BIKE-08")) == nullptr);
  // And wrong for how the packs are joined, it stops.
  b.choose(QStringLiteral("BMS port of deck"), QStringLiteral("separate"));
  b.key(Qt::Key_5, Qt::ControlModifier);
  b.clickButton(QStringLiteral("Hard parallel"));
  REQUIRE(b.finding(QStringLiteral("JOIN-19")));
  CHECK(b.finding(QStringLiteral("JOIN-19"))->severity == Severity::Stop);
}

TEST_CASE("an acceptance needs words, carries its day, and lapses when the matter gets worse") {
  Bench b;
  const QString key = QStringLiteral("PACK-06@second");
  accept(b, key, QStringLiteral(" . "));
  CHECK(b.document().plan().accepted.empty());
  accept(b, key, QStringLiteral("a sample is on the bench"));
  REQUIRE(b.finding(QStringLiteral("PACK-06"))->acceptedBecause == "a sample is on the bench");
  CHECK(b.document().plan().accepted.at("PACK-06@second").when == formatDate(today()));
  b.document().commit(withField(b.document().plan(), "/cells/tern-33/trust", FieldValue{std::string("surplus")}));
  Bench::settle();
  const Finding* worse = b.finding(QStringLiteral("PACK-06"));
  CHECK_FALSE(worse->acceptedBecause);
  CHECK(worse->lapsed == "a sample is on the bench");
  b.window().findings()->openFinding(key);
  Bench::settle();
  CHECK(b.shownWords().contains(QStringLiteral("Was accepted: a sample is on the bench")));
}

TEST_CASE("the one cure that is offered for the demo's Stop leaves none behind") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  REQUIRE(b.now().hasStop());
  b.clickButton(QStringLiteral("Same size, 80 V"));
  CHECK_FALSE(b.now().hasStop());
  CHECK(provenanceOf(b.document().plan(), "/packs/1/fuse/dc_V") == Provenance::Catalogue);
  CHECK(b.finding(QStringLiteral("BIKE-08")) == nullptr);
}

TEST_CASE("the findings say what nobody judges yet, with a plan and without") {
  for (const Bench::Open open : {Bench::Open::Demo, Bench::Open::Nothing}) {
    Bench b(open);
    CHECK(b.shownWords().contains(QStringLiteral("Not judged yet: ")));
  }
}
