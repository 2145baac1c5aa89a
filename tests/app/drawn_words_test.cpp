// The words in the drawings, measured with the fonts they are painted in: none lies over another, none leaves its drawing.
#include <QFontMetricsF>
#include <catch2/catch.hpp>

#include "app/shell/station_table.h"
#include "app/widgets/drawing_view.h"
#include "app/widgets/pages.h"
#include "app/window_test.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/plans.h"

using namespace driving;

namespace {

constexpr double hair = 2.0;  // pixels that letters may come nearer than they should

struct Words {
  QString text;
  QRectF box;
};

/// The letters of a text without the room above and below them.
Words placed(const drawing::Shape& s, const Look& look) {
  const QFont font = look.font(s.face);
  const QFontMetricsF metrics(font);
  const QString words = QString::fromStdString(s.text);
  const double width = metrics.horizontalAdvance(words), height = font.pixelSize() * 0.72;
  double left = s.points[0].x;
  if (s.anchor == drawing::Anchor::Middle) left -= width / 2;
  if (s.anchor == drawing::Anchor::End) left -= width;
  return {words, QRectF(left, s.points[0].y - height, width, height)};
}

/// A level stretch of a line that runs through letters which no plate lifts off it.
bool runsThrough(const drawing::Shape& line, const QRectF& letters) {
  if (line.kind != drawing::ShapeKind::Polyline || line.pattern == drawing::Pattern::Dotted || line.stroke == drawing::Ink::None)
    return false;
  const QRectF inner = letters.adjusted(hair, hair, -hair, -hair);
  for (std::size_t i = 1; i < line.points.size(); ++i) {
    const auto &a = line.points[i - 1], &b = line.points[i];
    if (std::abs(a.y - b.y) > 0.5 || std::abs(a.x - b.x) < 12) continue;
    if (a.y > inner.top() && a.y < inner.bottom() && std::max(a.x, b.x) > inner.left() && std::min(a.x, b.x) < inner.right()) return true;
  }
  return false;
}

bool isPlate(const drawing::Shape& s, const QRectF& letters) {
  if (s.kind == drawing::ShapeKind::Circle && s.fill != drawing::Ink::None)
    return QRectF(s.points[0].x - s.radius, s.points[0].y - s.radius, 2 * s.radius, 2 * s.radius).contains(letters);
  return s.kind == drawing::ShapeKind::Rectangle && s.fill != drawing::Ink::None &&
         QRectF(QPointF(s.points[0].x, s.points[0].y), QPointF(s.points[1].x, s.points[1].y)).normalized().contains(letters);
}

/// Words that a level line crosses.
QStringList crossed(const drawing::Drawing& d, const Look& look) {
  QStringList out;
  for (std::size_t i = 0; i < d.shapes.size(); ++i) {
    if (d.shapes[i].kind != drawing::ShapeKind::Text || d.shapes[i].text.empty()) continue;
    const Words words = placed(d.shapes[i], look);
    std::size_t plate = 0;
    for (std::size_t k = 0; k < i; ++k)
      if (isPlate(d.shapes[k], words.box)) plate = k;
    for (std::size_t k = plate; k < d.shapes.size(); ++k)
      if (runsThrough(d.shapes[k], words.box)) out << QStringLiteral("a line runs through \"%1\"").arg(words.text);
  }
  return out;
}

QStringList faults(const DrawingView& view, const Look& look) {
  QStringList out;
  for (const drawing::Drawing* d : view.shown()) out << crossed(*d, look);
  std::vector<Words> words;
  for (const drawing::Drawing* d : view.shown())
    for (const drawing::Shape& s : d->shapes)
      if (s.kind == drawing::ShapeKind::Text && !s.text.empty()) words.push_back(placed(s, look));
  for (std::size_t i = 0; i < words.size(); ++i) {
    const QRectF& a = words[i].box;
    if (a.left() < -hair || a.right() > view.width() + hair || a.top() < -hair || a.bottom() > view.height() + hair)
      out << QStringLiteral("\"%1\" leaves its drawing").arg(words[i].text);
    for (std::size_t k = i + 1; k < words.size(); ++k) {
      const QRectF both = a & words[k].box;
      if (both.width() > hair && both.height() > hair) out << QStringLiteral("\"%1\" over \"%2\"").arg(words[i].text, words[k].text);
    }
  }
  return out;
}

/// Widgets beside each other that lie over each other: a page that is higher than its room.
void siblingsOver(const QWidget& parent, QStringList& out) {
  QList<QWidget*> shown;
  for (QWidget* w : parent.findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly))
    if (w->isVisible() && !w->isWindow() && !w->size().isEmpty()) shown.push_back(w);
  for (qsizetype i = 0; i < shown.size(); ++i) {
    siblingsOver(*shown[i], out);
    for (qsizetype k = i + 1; k < shown.size(); ++k) {
      const QRect both = shown[i]->geometry() & shown[k]->geometry();
      if (both.width() > 2 && both.height() > 2)
        out << QStringLiteral("%1 \"%2\" over %3 \"%4\"")
                   .arg(QLatin1String(shown[i]->metaObject()->className()), shown[i]->accessibleName(),
                        QLatin1String(shown[k]->metaObject()->className()), shown[k]->accessibleName());
    }
  }
}

void lookAtEveryDrawing(Bench& b, const std::string& what) {
  for (const StationRow& row : stationTable()) {
    b.window().goToStation(row.station);
    Bench::settle();
    QWidget* station = b.window().stationView(row.station);
    auto* pages = station->findChild<Pages*>();
    for (int i = 0; i < (pages ? pages->count() : 1); ++i) {
      if (pages) pages->choose(i);
      b.waitForStudies();
      Bench::settle();
      QStringList over;
      siblingsOver(*station, over);
      INFO(what << ", " << stationName(row.station) << " page " << i + 1);
      CHECK(over.join(QStringLiteral("; ")).toStdString() == "");
      for (DrawingView* view : b.window().findChildren<DrawingView*>()) {
        if (!view->isVisible()) continue;
        view->grab();
        INFO(what << ", " << stationName(row.station) << " page " << i + 1 << ": " << view->accessibleName().toStdString());
        const QStringList found = faults(*view, b.window().look());
        CHECK(found.join(QStringLiteral("; ")).toStdString() == "");
      }
    }
    if (pages) pages->choose(0);
  }
}

Plan fourPacks() {
  Plan plan = *withDuplicatePack(plans::demo(), 1);
  plan = *withDuplicatePack(plan, 0);
  plan.packs[2].name = "the spare pack from the reading-room trailer";
  plan.packs[3].series = 14;
  return plan;
}

Plan nearlyEmpty() {
  Plan plan = plans::demo();
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    plan = *withField(plan, "/packs/" + std::to_string(k) + "/soc", FieldValue{0.01 + 0.08 * static_cast<double>(k)});
  return plan;
}

}  // namespace

TEST_CASE("no word of a drawing lies over another or leaves it, on every page") {
  const auto [what, plan] =
      GENERATE(table<std::string, Plan>({{"the demo", plans::demo()},
                                         {"one pack", *without(plans::demo(), "/packs", 1)},
                                         {"four packs, long names", fourPacks()},
                                         {"four packs by plain plugs", plans::with(fourPacks(), "/joining/method", "direct")},
                                         {"nearly empty", nearlyEmpty()},
                                         {"barrow", plans::example("allotment-barrow")},
                                         {"tractor", plans::example("moor-tractor")},
                                         {"folder", plans::example("quarry-town-folder")}}));
  const QSize size = GENERATE(QSize(1280, 800), QSize(1100, 700), QSize(1900, 1040));
  Bench b;
  b.window().resize(size);
  b.window().session().begin(plan);
  lookAtEveryDrawing(b, what + " at " + std::to_string(size.width()));
}

TEST_CASE("the same in miles and pounds, for every way to join") {
  const char* method = GENERATE("direct", "schottky", "selector", "converter");
  Bench b;
  b.document().setUnits(UnitSystem::Imperial);
  b.document().commit(withField(b.document().plan(), "/joining/method", FieldValue{std::string(method)}));
  lookAtEveryDrawing(b, method);
}
