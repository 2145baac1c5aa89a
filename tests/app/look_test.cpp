// What can be checked of the look without an eye: contrast, clipped words, names for screen readers, keyboard reach.
#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <QPointer>
#include <QPushButton>
#include <QScrollArea>
#include <catch2/catch.hpp>
#include <cmath>
#include <functional>
#include <set>

#include "app/by_name.h"
#include "app/shell/finding_card.h"
#include "app/widgets/drawing_view.h"
#include "app/widgets/flow_layout.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace driving;
using drawing::Ink;

namespace {

double luminance(const QColor& c) {
  const auto linear = [](double v) { return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
  return 0.2126 * linear(c.redF()) + 0.7152 * linear(c.greenF()) + 0.0722 * linear(c.blueF());
}

double contrast(const QColor& a, const QColor& b) {
  const double x = luminance(a), y = luminance(b);
  return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
}

/// As somebody sees it whose eyes lack one kind of cone: Machado, Oliveira and Fernandes 2009, severity 1, on linear light.
QColor seen(const QColor& c, const std::array<double, 9>& m) {
  const auto linear = [](double v) { return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
  const auto coded = [](double v) { return v <= 0.0031308 ? v * 12.92 : 1.055 * std::pow(v, 1 / 2.4) - 0.055; };
  const double r = linear(c.redF()), g = linear(c.greenF()), b = linear(c.blueF());
  const auto row = [&](std::size_t i) { return coded(std::clamp(m[i] * r + m[i + 1] * g + m[i + 2] * b, 0.0, 1.0)); };
  return QColor::fromRgbF(static_cast<float>(row(0)), static_cast<float>(row(3)), static_cast<float>(row(6)));
}
constexpr std::array<std::pair<const char*, std::array<double, 9>>, 4> eyes{
    {{"as it is", {1, 0, 0, 0, 1, 0, 0, 0, 1}},
     {"without red cones", {0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998}},
     {"without green cones", {0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.011820, 0.042940, 0.968881}},
     {"without blue cones", {1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.303900}}}};

/// A plan that strains the layout: three packs, long names, a long title.
Plan strained() {
  Plan plan = *withDuplicatePack(plans::demo(), 1);
  plan.packs[2].name = "the spare pack from the reading-room trailer";
  plan.chargers[0].name = "the small charger that came with the trike";
  plan.title = "Ferry-path library trike with the trailer of the reading room and every spare pack";
  return plan;
}

bool isInScrolledContents(const QWidget* w) {
  for (; w; w = w->parentWidget())
    if (qobject_cast<const QScrollArea*>(w->parentWidget() ? w->parentWidget()->parentWidget() : nullptr)) return true;
  return false;
}

/// Labels and buttons whose words do not fit, unless they are cut with an ellipsis and say the rest in a tooltip.
QStringList clipped(MainWindow& window) {
  QStringList out;
  for (QWidget* w : window.findChildren<QWidget*>()) {
    if (!w->isVisible()) continue;
    QString words;
    if (auto* label = qobject_cast<QLabel*>(w); label && !label->wordWrap()) words = label->text();
    if (auto* button = qobject_cast<QPushButton*>(w)) words = button->text();
    if (auto* label = qobject_cast<QLabel*>(w); label && label->wordWrap() && label->heightForWidth(label->width()) > label->height() + 1)
      out << QStringLiteral("%1 (%2 high of %3)").arg(label->text()).arg(label->height()).arg(label->heightForWidth(label->width()));
    if (words.isEmpty() || words.contains(QStringLiteral("…"))) continue;
    const int need = w->fontMetrics().horizontalAdvance(words);
    const bool squeezed = qobject_cast<QPushButton*>(w) && w->sizeHint().width() > w->width() + 1;
    if (need > w->width() + 1 || squeezed) out << QStringLiteral("%1 (%2 of %3)").arg(words).arg(w->width()).arg(need);
    if (!isInScrolledContents(w) && w->mapTo(&window, QPoint(w->width(), 0)).x() > window.width() + 1)
      out << words + QStringLiteral(" off the window");
  }
  return out;
}

/// Every label and button says a fifth more, as in a language of longer words, while this lives.
class Longer {
 public:
  explicit Longer(MainWindow& window) {
    for (QLabel* label : window.findChildren<QLabel*>())
      if (label->isVisible() && !label->text().isEmpty() && !isCutToItsRoom(label)) labels_.emplace_back(label, label->text());
    for (QPushButton* button : window.findChildren<QPushButton*>())
      if (button->isVisible() && !button->text().isEmpty() && !isCutToItsRoom(button)) buttons_.emplace_back(button, button->text());
    for (const auto& [label, words] : labels_) label->setText(more(words));
    for (const auto& [button, words] : buttons_) button->setText(more(words));
  }
  ~Longer() {
    for (const auto& [label, words] : labels_)
      if (label) label->setText(words);
    for (const auto& [button, words] : buttons_)
      if (button) button->setText(words);
  }
  Longer(const Longer&) = delete;
  Longer& operator=(const Longer&) = delete;

 private:
  /// These bars cut what they are given to the room there is, with an ellipsis.
  static bool isCutToItsRoom(const QWidget* w) {
    for (const char* bar : {"TopBar", "VerdictBar", "BottomLine"})
      if (QLatin1String(w->parentWidget()->metaObject()->className()).endsWith(QLatin1String(bar))) return true;
    return false;
  }
  static QString more(const QString& words) {
    // Figures, signs and units stay what they are: "km/h".
    const auto letters = std::count_if(words.begin(), words.end(), [](QChar c) { return c.isLetter(); });
    return letters < 4 || words.contains(QLatin1Char('/')) ? words : words + QString((letters + 4) / 5, QLatin1Char('e'));
  }
  std::vector<std::pair<QPointer<QLabel>, QString>> labels_;
  std::vector<std::pair<QPointer<QPushButton>, QString>> buttons_;
};

}  // namespace

TEST_CASE("text stands out from its ground by 4.5 or more, in both themes and to the three usual kinds of colour blindness") {
  struct Pair {
    Ink text, ground;
  };
  constexpr Pair pairs[] = {{Ink::Ink, Ink::Paper},   {Ink::Ink, Ink::Card},    {Ink::Ink, Ink::Shoal},   {Ink::Ink, Ink::Bank},
                            {Ink::Soft, Ink::Paper},  {Ink::Soft, Ink::Card},   {Ink::Stop, Ink::Paper},  {Ink::Stop, Ink::Card},
                            {Ink::Mind, Ink::Paper},  {Ink::Mind, Ink::Card},   {Ink::Note, Ink::Paper},  {Ink::Note, Ink::Card},
                            {Ink::Deep, Ink::Paper},  {Ink::Deep, Ink::Card},   {Ink::Deep, Ink::Shoal},  {Ink::Copper, Ink::Paper},
                            {Ink::Copper, Ink::Card}, {Ink::OnDeep, Ink::Deep}, {Ink::OnDeep, Ink::Water}};
  Look look;
  for (Theme theme : {Theme::Paper, Theme::Night}) {
    look.setTheme(theme);
    for (const Pair& p : pairs)
      for (const auto& [name, eye] : eyes) {
        INFO("theme " << int(theme) << ", " << look.colour(p.text).name().toStdString() << " on "
                      << look.colour(p.ground).name().toStdString() << ", " << name);
        CHECK(contrast(seen(look.colour(p.text), eye), seen(look.colour(p.ground), eye)) >= 4.5);
      }
  }
}

TEST_CASE("no word is clipped at the smallest size or the usual one, with long names and in both unit systems") {
  for (const QSize size : {QSize(1100, 700), QSize(1280, 800)}) {
    for (UnitSystem units : {UnitSystem::Metric, UnitSystem::Imperial}) {
      Bench b(Bench::Open::Nothing);
      b.window().resize(size);
      b.window().session().begin(strained());
      b.document().setUnits(units);
      forEachPage(b, [&](const std::string& where) {
        INFO(where << " at " << size.width());
        for (const QString& words : clipped(b.window())) FAIL_CHECK(words.toStdString());
      });
    }
  }
}

TEST_CASE("words a fifth longer than the English ones break no page") {
  for (const QSize size : {QSize(1100, 700), QSize(1280, 800)}) {
    Bench b;
    b.window().resize(size);
    forEachPage(b, [&](const std::string& where) {
      INFO(where << " at " << size.width());
      const Longer longer(b.window());
      Bench::settle();
      for (const QString& words : clipped(b.window())) FAIL_CHECK(words.toStdString());
    });
  }
}

TEST_CASE("everything that takes the keyboard has a name for screen readers") {
  Bench b;
  forEachPage(b, [&](const std::string& where) {
    for (QWidget* w : b.window().findChildren<QWidget*>()) {
      if (!w->isVisible() || !(w->focusPolicy() & Qt::TabFocus)) continue;
      auto* button = qobject_cast<QAbstractButton*>(w);
      INFO(where << ": " << w->metaObject()->className());
      CHECK((!w->accessibleName().isEmpty() || (button && !button->text().isEmpty())));
    }
  });
}

TEST_CASE("Tab reaches every entry, drawing and card of a station") {
  Bench b;
  forEachPage(b, [&](const std::string& where) {
    std::set<QWidget*> wanted, reached;
    for (QWidget* w : b.window().findChildren<QWidget*>())
      if (w->isVisible() && w->isEnabled() &&
          (qobject_cast<DrawingView*>(w) || qobject_cast<QComboBox*>(w) || qobject_cast<FindingCard*>(w) ||
           (qobject_cast<QLineEdit*>(w) && !qobject_cast<QComboBox*>(w->parentWidget()))))
        wanted.insert(w);
    for (int i = 0; i < 400 && reached.size() < wanted.size(); ++i) {
      b.key(Qt::Key_Tab);
      QWidget* now = QApplication::focusWidget();
      REQUIRE(now);
      if (wanted.contains(now)) reached.insert(now);
    }
    INFO(where);
    for (QWidget* w : wanted) {
      INFO(w->metaObject()->className() << " " << w->accessibleName().toStdString());
      CHECK(reached.contains(w));
    }
  });
}

TEST_CASE("the parts of a drawing are walked with the arrow keys, and Enter goes there") {
  Bench b;
  DrawingView* channel = b.drawing(QStringLiteral("the channel"));
  channel->setFocus();
  QStringList seen;
  for (int i = 0; i < 4; ++i) {
    b.key(Qt::Key_Right);
    seen << channel->currentPart();
  }
  CHECK(seen.size() == 4);
  CHECK(std::set<QString>(seen.begin(), seen.end()).size() == 4);
  while (channel->currentPart() != QStringLiteral("stock/bms")) b.key(Qt::Key_Right);
  b.key(Qt::Key_F2);
  CHECK(b.window().sheet()->body().contains(QStringLiteral("headroom = rating / I_peak − 1")));
  b.key(Qt::Key_Escape);
  channel->setFocus();
  b.key(Qt::Key_Return);
  CHECK(b.window().station() == Station::Pack);
  REQUIRE(QApplication::focusWidget());
  CHECK(QApplication::focusWidget()->property(pointerProperty).toString() == QStringLiteral("/packs/0/bms/continuous_A"));
}

TEST_CASE("a number steps with the arrow keys as one undo, and typing begins another") {
  Bench b;
  b.goTo(QStringLiteral("load"));
  for (int i = 0; i < 3; ++i) b.key(Qt::Key_Up);
  CHECK(b.document().plan().bike.load == Kilogram(63));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().bike.load == Kilogram(60));
  b.enter(QStringLiteral("load"), QStringLiteral("41"));
  b.key(Qt::Key_Down);
  CHECK(b.document().plan().bike.load == Kilogram(40));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().bike.load == Kilogram(41));
}

TEST_CASE("a connector that this catalogue does not have is shown and kept") {
  Bench b(Bench::Open::Nothing);
  Plan plan = plans::demo();
  plan.packs[0].plug = "home-made-40";
  b.window().session().begin(plan);
  auto* box = qobject_cast<QComboBox*>(b.goTo(QStringLiteral("plug of stock")));
  REQUIRE(box);
  CHECK(box->currentText() == QStringLiteral("home-made-40"));
  b.key(Qt::Key_3, Qt::ControlModifier);
  CHECK(b.document().plan().packs[0].plug == "home-made-40");
}

TEST_CASE("the menu offers every action with its words, and undo with what it would undo") {
  Bench b;
  std::set<QString> keys, names;
  for (const ActionRow& row : b.window().actions().rows()) {
    CHECK_FALSE(row.words.isEmpty());
    CHECK(names.insert(row.name).second);
    if (!row.keys.isEmpty()) CHECK(keys.insert(row.keys).second);
  }
  for (const char* key : {"F1", "F2", "F4", "F8", "Shift+F8", "Ctrl+1", "Ctrl+3", "Ctrl+5", "Ctrl+7", "Ctrl+8", "Ctrl+G", "Ctrl+Z",
                          "Ctrl+Shift+Z", "Ctrl+S", "Ctrl+O", "Ctrl+N"})
    CHECK(keys.contains(QLatin1String(key)));
  const ActionRow* undo = b.window().actions().find(QStringLiteral("undo"));
  CHECK_FALSE(ActionTable::isPossible(*undo));
  b.enter(QStringLiteral("budget"), QStringLiteral("400"));
  CHECK(ActionTable::wordsOf(*undo) == QStringLiteral("Undo: budget 380 → 400"));
}

TEST_CASE("findings of this station come first, then the rest with their station") {
  Bench b;
  b.key(Qt::Key_7, Qt::ControlModifier);
  CHECK(b.window().findings()->headline() == QStringLiteral("0 of 8"));
  b.key(Qt::Key_6, Qt::ControlModifier);
  CHECK(b.window().findings()->headline() == QStringLiteral("3 of 8"));
  std::vector<std::string> order;
  for (FindingCard* card : b.window().findChildren<FindingCard*>())
    if (card->isVisible()) order.push_back(card->finding().id);
  REQUIRE(order.size() == 9);
  CHECK(order[0] == "WIRE-04");
  CHECK(order[1] == "WIRE-07");
  CHECK(order[2] == "WIRE-16");
  b.window().findings()->openFinding(QStringLiteral("PACK-06@second"));
  for (FindingCard* card : b.window().findChildren<FindingCard*>()) CHECK(card->isOpen() == (card->finding().id == "PACK-06"));
}

TEST_CASE("a finding shows its shape, with and without the keyboard on it") {
  Bench b;
  b.key(Qt::Key_6, Qt::ControlModifier);
  FindingCard* stop = nullptr;
  for (FindingCard* card : b.window().findChildren<FindingCard*>())
    if (card->isVisible() && card->finding().severity == Severity::Stop) stop = card;
  REQUIRE(stop);
  const auto shapeIsThere = [&] { return stop->grab().toImage().pixelColor(16, 16) == b.window().look().colour(Ink::Stop); };
  CHECK(shapeIsThere());
  b.key(Qt::Key_F8);
  CHECK(stop->hasFocus());
  CHECK(shapeIsThere());
}

TEST_CASE("rows wrap like words and take the height they need") {
  QWidget box;
  auto* flow = new FlowLayout(&box, 6);
  for (int i = 0; i < 6; ++i) {
    auto* b = new QPushButton(QStringLiteral("button"));
    b->setFixedSize(100, 30);
    flow->addWidget(b);
  }
  CHECK(flow->heightForWidth(1000) == 30);
  CHECK(flow->heightForWidth(320) == 66);
  CHECK(flow->heightForWidth(100) == 6 * 30 + 5 * 6);
}

TEST_CASE("a drawing that keeps its picture shows what it would paint anew") {
  Bench b;
  b.window().openDemo();
  const std::pair<Station, std::vector<std::pair<const char*, double>>> stations[] = {
      {Station::Pack, {{"/packs/1/fuse/dc_V", 80}, {"/packs/0/soc", 0.6}, {"/packs/1/series", 14}, {"/packs/1/parallel", 3}}},
      {Station::Range, {{"/packs/1/fuse/dc_V", 58}, {"/bike/load_kg", 80}, {"/packs/0/soc", 0.4}}},
      {Station::Joining, {{"/packs/1/fuse/dc_V", 32}, {"/packs/1/series", 13}, {"/bike/controller/current_max_A", 24}}}};
  int edited = 0, looked = 0;
  for (const auto& [station, edits] : stations) {
    b.window().goToStation(station);
    Bench::settle();
    for (const auto& [pointer, value] : edits) {
      b.window().document().commit(withField(b.window().document().plan(), pointer, FieldValue{value}));
      Bench::settle();
      std::vector<std::pair<DrawingView*, QImage>> shown;
      for (auto* v : b.window().findChildren<DrawingView*>())
        if (v->isVisible() && v->width() > 0) shown.emplace_back(v, v->grab().toImage());
      Q_EMIT b.window().look().changed();
      Bench::settle();
      for (const auto& [view, before] : shown) {
        INFO(view->accessibleName().toStdString() << " after " << pointer);
        CHECK(view->grab().toImage() == before);
        ++looked;
      }
    }
    edited += static_cast<int>(edits.size());
  }
  CHECK(looked > 2 * edited);
}
