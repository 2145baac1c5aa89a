// Pages of station Options that show ways forward.
#include "app/stations/options/options_pages.h"

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/plan/entries.h"
#include "core/plan/options.h"

namespace usherwright::app {
namespace {

QString nameOf(const std::string& id) { return text(wayName(id)); }

QComboBox* box(const QString& name, int width) {
  auto* out = new QComboBox;
  out->setAccessibleName(name);
  out->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  out->setMinimumContentsLength(width);
  return out;
}

}  // namespace

// ---- the figures that the pages share ----

WayBook::WayBook(Kit kit, QObject* parent)
    : QObject(parent), kit_(kit), work_(kit, QStringLiteral("the ways forward"), this), ways_(std::make_shared<const WaysForward>()) {
  connect(&work_, &JobBase::finished, this, [this] {
    if (!work_.ready()) return;
    ways_ = std::make_shared<const WaysForward>(*work_.ready());
    of_ = working_;
    if (!ways_->find(chosen_)) chosen_.clear();
    const auto& all = ways_->all();
    if (!std::exchange(begun_, true) && all.size() > 1) chosen_ = all[1].id;  // the first way: today's plan is known
    Q_EMIT changed();
    refresh();
  });
}

void WayBook::refresh() {
  const auto root = kit_.document.rootSnapshot();
  if (of_ == root || (work_.isRunning() && working_ == root)) return;
  working_ = root;
  work_.forget();
  work_.begin([root, was = ways_](const Plan&, Job<WaysForward>::Handle&) {
    return WaysForward(*root, {shippedCatalogue(), today()}, was.get());
  });
}

void WayBook::choose(const std::string& id) {
  if (id == chosen_) return;
  chosen_ = id;
  Q_EMIT changed();
}

drawing::WaysShown WayBook::shown() const {
  return {*ways_, of_ ? *of_ : kit_.document.root(), chosen_, kit_.document.openWay(), kit_.document.units()};
}

// ---- ways ----

WaysPage::WaysPage(Kit kit, WayBook& book) : StationPage(kit), book_(book) {
  auto* column = pageColumn(this);
  column->setSpacing(6);
  column->addWidget(stationHeading(QStringLiteral("Ways forward"),
                                   QStringLiteral("each a whole plan of its own; size: kg · pale: another one is no worse in anything")));
  column->addLayout(buildAxes());
  picture_ = new DrawingView(kit_, QStringLiteral("ways by two figures"));
  picture_->setGround([this](drawing::Size size) {
    return drawing::waysPicture(book_.shown(), static_cast<drawing::WayAxis>(x_->currentIndex()),
                                static_cast<drawing::WayAxis>(y_->currentIndex()), size);
  });
  column->addWidget(picture_, 1);
  cards_ = new DrawingView(kit_, QStringLiteral("cards of the ways"));
  cards_->setGround([this](drawing::Size size) { return drawing::wayCards(book_.shown(), size); });
  column->addWidget(clearScroll(cards_), 1);
  problem_ = wrapped("problem");
  column->addWidget(problem_);
  column->addLayout(buildButtons());
  const auto choose = [this](const QString& part) {
    if (part.startsWith(QLatin1String("way/"))) book_.choose(part.mid(4).toStdString());
  };
  connect(picture_, &DrawingView::partClicked, this, choose);
  connect(cards_, &DrawingView::partClicked, this, choose);
  connect(&book_, &WayBook::changed, this, &WaysPage::show);
}

QHBoxLayout* WaysPage::buildAxes() {
  auto* row = new QHBoxLayout;
  row->setSpacing(8);
  const auto axis = [&](const QString& caption, drawing::WayAxis chosen) {
    auto* words = new PlainLabel(caption);
    words->setProperty("role", "soft");
    row->addWidget(words);
    auto* out = box(caption, 12);
    for (int i = 0; i < 6; ++i) out->addItem(text(drawing::wayAxisName(static_cast<drawing::WayAxis>(i))));
    out->setCurrentIndex(static_cast<int>(chosen));
    connect(out, &QComboBox::activated, this, [this] { picture_->rebuild(); });
    row->addWidget(out);
    return out;
  };
  x_ = axis(QStringLiteral("to the right"), drawing::WayAxis::Money);
  y_ = axis(QStringLiteral("upwards"), drawing::WayAxis::Range);
  row->addStretch(1);
  return row;
}

QHBoxLayout* WaysPage::buildButtons() {
  auto* row = new QHBoxLayout;
  row->setSpacing(8);
  name_ = new QLineEdit;
  name_->setAccessibleName(QStringLiteral("name of a new way forward"));
  name_->setPlaceholderText(QStringLiteral("name of a new way"));
  name_->setMaximumWidth(200);
  connect(name_, &QLineEdit::returnPressed, this, &WaysPage::begin);
  row->addWidget(name_);
  auto* begin = new QPushButton(QStringLiteral("Begin it from here"));
  begin->setToolTip(QStringLiteral("a way that begins as the plan that is open (Ctrl+D)"));
  connect(begin, &QPushButton::clicked, this, &WaysPage::begin);
  row->addWidget(begin);
  row->addStretch(1);
  open_ = new QPushButton;
  connect(open_, &QPushButton::clicked, this, [this] { kit_.document.openWay(book_.chosen()); });
  row->addWidget(open_);
  adopt_ = new QPushButton(QStringLiteral("Adopt it"));
  adopt_->setToolTip(QStringLiteral("it becomes today's plan; what was today's stays as a way"));
  connect(adopt_, &QPushButton::clicked, this, &WaysPage::adopt);
  row->addWidget(adopt_);
  takeAway_ = new QPushButton(QStringLiteral("Take it away"));
  connect(takeAway_, &QPushButton::clicked, this, [this] {
    const Plan& root = kit_.document.root();
    for (std::size_t i = 0; i < root.options.size(); ++i)
      if (root.options[i].id == book_.chosen()) {
        kit_.document.commitRoot(without(root, "/options", i), QStringLiteral("way forward taken away"));
        return;
      }
  });
  row->addWidget(takeAway_);
  return row;
}

void WaysPage::begin() {
  const std::string name = name_->text().toStdString();
  const std::size_t place = kit_.document.root().options.size();
  if (!kit_.document.commitRoot(withOption(kit_.document.root(), name, kit_.document.plan()), QStringLiteral("a way forward"))) return;
  name_->clear();
  book_.choose(kit_.document.root().options[place].id);
}

void WaysPage::adopt() {
  const std::string id = book_.chosen();
  if (id.empty()) return;
  if (kit_.document.commitRoot(withAdopted(kit_.document.root(), id), QStringLiteral("adopt %1").arg(text(id)))) {
    kit_.document.openWay({});
    book_.choose({});
  }
}

void WaysPage::show() {
  const std::string& chosen = book_.chosen();
  const bool isOpen = kit_.document.openWay() == chosen;
  open_->setText(onButton(isOpen ? QStringLiteral("%1 is open").arg(nameOf(chosen)) : QStringLiteral("Open %1").arg(nameOf(chosen))));
  open_->setEnabled(!isOpen);
  adopt_->setEnabled(!chosen.empty());
  takeAway_->setEnabled(!chosen.empty());
  const bool alone = kit_.document.root().options.empty();
  problem_->setText(
      alone ? QStringLiteral(
                  "Only today's plan yet. Give a way a name and begin it: another pack, another joint, other cells; it is edited at every "
                  "station while it is open, and today's plan stays as it is.")
            : QString());
  problem_->setVisible(alone);
  Scaling::setHeights(cards_, kit_.look, static_cast<int>(drawing::wayCardsHeight(book_.shown(), cards_->area().width)), QWIDGETSIZE_MAX);
  picture_->rebuild();
  cards_->rebuild();
}

void WaysPage::refresh() {
  book_.refresh();
  show();
}

// ---- side by side ----

SideBySidePage::SideBySidePage(Kit kit, WayBook& book) : StationPage(kit), book_(book) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Two ways side by side"), QStringLiteral("what differs, and what follows from it")));
  auto* row = new QHBoxLayout;
  row->setSpacing(8);
  here_ = box(QStringLiteral("the one way"), 18);
  there_ = box(QStringLiteral("the other way"), 18);
  for (QComboBox* b : {here_, there_}) {
    row->addWidget(b);
    connect(b, &QComboBox::activated, this, &SideBySidePage::show);
  }
  row->addStretch(1);
  column->addLayout(row);
  sheet_ = new DrawingView(kit_, QStringLiteral("two ways side by side"));
  sheet_->setGround([this](drawing::Size size) { return drawing::sideBySide(differences_, consequences_, size); });
  column->addWidget(clearScroll(sheet_), 1);
  connect(sheet_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("difference/")) && kit_.document.openWay() == wayAt(there_))
      Q_EMIT kit_.desk.fieldRequested(part.mid(11));
  });
  connect(&book_, &WayBook::changed, this, &SideBySidePage::refresh);
}

std::string SideBySidePage::wayAt(const QComboBox* b) const {
  const int i = b->currentIndex();
  const auto& options = kit_.document.root().options;
  return i <= 0 || static_cast<std::size_t>(i) > options.size() ? std::string() : options[static_cast<std::size_t>(i) - 1].id;
}

void SideBySidePage::fill(QComboBox* b, int fallback) {
  const auto& options = kit_.document.root().options;
  QStringList names{nameOf({})};
  for (const Option& o : options) names << nameOf(o.id);
  QStringList now;
  for (int i = 0; i < b->count(); ++i) now << b->itemText(i);
  if (now == names) return;
  const int was = b->count() == 0 ? fallback : b->currentIndex();
  b->clear();
  b->addItems(names);
  b->setCurrentIndex(std::clamp(was, 0, b->count() - 1));
}

const Plan& SideBySidePage::planOf(const std::string& id) const {
  const Option* option = findOption(kit_.document.root(), id);
  return option ? *option->plan : kit_.document.root();
}

void SideBySidePage::show() {
  const std::string here = wayAt(here_), there = wayAt(there_);
  differences_ = differences(planOf(here), planOf(there), kit_.document.units());
  consequences_.clear();
  const WayFigures *a = book_.ways().find(here), *b = book_.ways().find(there);
  if (a && b) consequences_ = consequences(*a, *b, kit_.document.units(), kit_.document.root().currency);
  Scaling::setHeights(sheet_, kit_.look, static_cast<int>(drawing::sideBySideHeight(differences_, consequences_)), QWIDGETSIZE_MAX);
  sheet_->rebuild();
}

void SideBySidePage::refresh() {
  book_.refresh();
  const auto& options = kit_.document.root().options;
  int chosen = options.empty() ? 0 : 1;
  for (std::size_t i = 0; i < options.size(); ++i)
    if (options[i].id == book_.chosen()) chosen = static_cast<int>(i) + 1;
  fill(here_, 0);
  fill(there_, chosen);
  show();
}

// ---- money ----

MoneyPage::MoneyPage(Kit kit, WayBook& book) : StationPage(kit), book_(book) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("What it costs"),
                                   QStringLiteral("quotes first; what has none counts with its own price; tax and shipping on top")));
  sheet_ = new DrawingView(kit_, QStringLiteral("the price of a way"));
  sheet_->setGround([this](drawing::Size size) { return drawing::moneySheet(book_.shown(), size); });
  column->addWidget(clearScroll(sheet_), 1);
  auto* row = new QHBoxLayout;
  add_ = new QPushButton(QStringLiteral("+ a quote"));
  connect(add_, &QPushButton::clicked, this, [this] {
    const Plan& plan = kit_.document.plan();
    const std::size_t count = plan.undertaking.quotes.size();
    if (kit_.document.commit(withNew(plan, "/undertaking/quotes")))
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/undertaking/quotes/%1/id").arg(count), Keyboard::Follows);
  });
  row->addWidget(add_);
  hint_ = new PlainLabel;
  hint_->setProperty("role", "soft");
  row->addWidget(hint_, 1);
  column->addLayout(row);
  connect(sheet_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("way/"))) book_.choose(part.mid(4).toStdString());
  });
  connect(&book_, &WayBook::changed, this, &MoneyPage::show);
}

void MoneyPage::show() {
  const bool isOpen = kit_.document.openWay() == book_.chosen();
  add_->setEnabled(isOpen);
  hint_->setText(isOpen ? QStringLiteral("its quotes stand among the entries beside")
                        : QStringLiteral("open %1 to enter quotes for it").arg(nameOf(book_.chosen())));
  Scaling::setHeights(sheet_, kit_.look, static_cast<int>(drawing::moneySheetHeight(book_.shown())), QWIDGETSIZE_MAX);
  sheet_->rebuild();
}

void MoneyPage::refresh() {
  book_.refresh();
  show();
}

}  // namespace usherwright::app
