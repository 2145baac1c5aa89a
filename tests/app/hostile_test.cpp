// A plan from a stranger is a plan: no text of it is taken for markup, an image, a link or a control character, anywhere.
#include <QAbstractItemView>
#include <QApplication>
#include <QComboBox>
#include <QHelpEvent>
#include <QLabel>
#include <QTextEdit>
#include <QToolTip>
#include <QXmlStreamReader>
#include <catch2/catch.hpp>

#include "app/shell/station_table.h"
#include "app/widgets/pages.h"
#include "app/widgets/plain.h"
#include "app/window_test.h"
#include "core/drawing/list/svg.h"
#include "core/drawing/subject.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/quantity/text.h"
#include "support/hostile.h"
#include "support/plans.h"

using namespace driving;

namespace {

const std::string image = "<img src=\"/dev/zero\">";

/// Every text of a plan is an image that would be read without end.
Plan allHostile(const std::string& text) {
  Plan plan = plans::demo();
  std::vector<std::string> pointers;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
    if (spec.kind == Kind::Text && spec.key != "from" && spec.key != "to" && spec.key != "source" && spec.key != "form" &&
        spec.key != "when")
      pointers.push_back(pointer);
  });
  int count = 0;
  for (const std::string& pointer : pointers) {
    const bool id = pointer.ends_with("/id");
    const auto next = withField(plan, pointer, FieldValue{id ? text + std::to_string(++count) : text});
    if (next) plan = *next;
  }
  plan.provenance["/bike/controller/current_max_A"].also.push_back({FieldValue{20.0}, Provenance::Claim, text});
  for (const Finding& f : plans::assessed(plan).findings)
    if (f.severity == Severity::Mind) plan.accepted[f.key()] = {text, f.headline};
  return plan;
}

void walkWidgets(Bench& b) {
  for (QWidget* w : b.window().findChildren<QWidget*>()) {
    if (const auto* label = qobject_cast<QLabel*>(w); label && w->inherits("QTipLabel")) {
      CHECK_FALSE(label->text().contains(QStringLiteral("<img")));
    } else if (label) {
      INFO(label->text().toStdString());
      CHECK(label->textFormat() == Qt::PlainText);
      CHECK_FALSE(label->openExternalLinks());
    }
    if (const auto* edit = qobject_cast<QTextEdit*>(w)) CHECK_FALSE(edit->acceptRichText());
    if (w->toolTip().isEmpty() || !w->isVisible()) continue;
    QHelpEvent help(QEvent::ToolTip, w->rect().center(), w->mapToGlobal(w->rect().center()));
    QApplication::sendEvent(w, &help);
    INFO(w->toolTip().toStdString());
    CHECK_FALSE(QToolTip::text().contains(QStringLiteral("<img")));
    QToolTip::hideText();
  }
}

}  // namespace

TEST_CASE("on every page of every station, with a plan whose every text is an image, all words are plain") {
  Bench b(Bench::Open::Nothing);
  b.window().session().begin(allHostile(image));
  CHECK(b.document().plan().title == image);
  int pages = 0;
  for (const StationRow& row : stationTable()) {
    b.window().goToStation(row.station);
    b.settle();
    walkWidgets(b);
    ++pages;
    for (Pages* sheets : b.window().stationView(row.station)->findChildren<Pages*>())
      for (int page = 0; page < sheets->count(); ++page) {
        sheets->choose(page);
        b.settle();
        walkWidgets(b);
        ++pages;
      }
  }
  CHECK(pages > 25);
  // Cards, the sheet of workings, the notice bar.
  b.key(Qt::Key_F8);
  b.key(Qt::Key_F2);
  b.window().notices()->announce(QStringLiteral("test"), QString::fromStdString(image), {{QStringLiteral("ok"), {}}});
  b.settle();
  walkWidgets(b);
}

TEST_CASE("tips of drawings, and of entries in lists, are escaped too") {
  Bench b;
  showTip(b.window().mapToGlobal(QPoint(50, 50)), QString::fromStdString(image), &b.window());
  CHECK(QToolTip::text().contains(QStringLiteral("&lt;img")));
  QToolTip::hideText();
  QComboBox box;
  box.addItem(QStringLiteral("one"));
  box.setItemData(0, QString::fromStdString(image), Qt::ToolTipRole);
  box.showPopup();
  QWidget* viewport = box.view()->viewport();
  const QPoint at = box.view()->visualRect(box.model()->index(0, 0)).center();
  QHelpEvent help(QEvent::ToolTip, at, viewport->mapToGlobal(at));
  QApplication::sendEvent(viewport, &help);
  CHECK_FALSE(QToolTip::text().contains(QStringLiteral("<img")));
  box.hidePopup();
}

TEST_CASE("an ampersand in a name is shown as one") {
  CHECK(onButton(QStringLiteral("A&B")) == QStringLiteral("A&&B"));
  Bench b;
  REQUIRE(b.document().commit(withField(b.document().plan(), "/packs/0/name", FieldValue{std::string("salt & pepper")})));
  b.key(Qt::Key_3, Qt::ControlModifier);
  b.clickButton(QStringLiteral("salt && pepper  13S4P"));
}

TEST_CASE("drawings with hostile words are XML, and the words come back") {
  int tried = 0;
  for (const std::string& text : support::hostileTexts(2000)) {
    drawing::Drawing d;
    d.width = d.height = 10;
    d.description = text;
    drawing::Shape& shape = drawing::Pen(d).rectangle({0, 0}, {5, 5}, drawing::Ink::Ink);
    shape.tip = text;
    drawing::Pen(d).text({1, 1}, text);
    QXmlStreamReader xml(QByteArray::fromStdString(toSvg(d)));
    std::vector<std::string> words;
    while (!xml.atEnd()) {
      xml.readNext();
      if (xml.isStartElement() && (xml.name() == u"desc" || xml.name() == u"title" || xml.name() == u"text"))
        words.push_back(xml.readElementText().toStdString());
    }
    INFO(forTerminal(text) << ": " << xml.errorString().toStdString());
    REQUIRE_FALSE(xml.hasError());
    if (strayIn(text, Breaks::Allowed) || text.find('\r') != std::string::npos) continue;
    ++tried;
    const std::vector<std::string> all(words.size(), text);
    CHECK(words == all);
  }
  CHECK(tried > 300);
}
