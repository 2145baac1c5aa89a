#include "app/stations/range/learn_page.h"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>

#include <algorithm>

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/drawing/range/range_drawings.h"
#include "core/io/clock.h"
#include "core/io/ride_file.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/lists.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::app {

LearnPage::LearnPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("What rides teach"),
                                   QStringLiteral("what this rider on this bike uses, against the model; five make the band narrow")));
  chart_ = new DrawingView(kit_, QStringLiteral("rides that were done"));
  chart_->setGround([this](drawing::Size size) { return drawing::ridesChart(kit_.document.subject(), size); });
  column->addWidget(chart_, 1);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("learned"));
  column->addWidget(words_);
  auto* row = new QHBoxLayout;
  row->setSpacing(8);
  when_ = shortLine("ridden on", "date", 110);
  when_->setText(text(formatDate(today())));
  km_ = shortLine("distance ridden", "km", 80);
  climb_ = shortLine("climb of the ride", "climb, m", 90);
  used_ = shortLine("Wh or Ah used", "Wh, or 8 Ah", 110);
  minutes_ = shortLine("minutes that it moved", "min", 70);
  for (QLineEdit* e : {when_, km_, climb_, used_, minutes_}) {
    row->addWidget(e);
    connect(e, &QLineEdit::returnPressed, this, &LearnPage::keep);
  }
  row->addStretch(1);
  column->addLayout(row);
  auto* buttons = new QHBoxLayout;
  auto* keepIt = new QPushButton(QStringLiteral("Note this ride"));
  connect(keepIt, &QPushButton::clicked, this, &LearnPage::keep);
  buttons->addWidget(keepIt);
  auto* file = new QPushButton(QStringLiteral("From a file …"));
  file->setToolTip(QStringLiteral("a GPX track, or a table of time, volts, amperes and speed: it fills the line above"));
  connect(file, &QPushButton::clicked, this, [this] {
    const QString path =
        QFileDialog::getOpenFileName(this, QStringLiteral("A ride"), {}, QStringLiteral("Rides (*.gpx *.csv *.txt *.tsv)"));
    if (!path.isEmpty()) takeFile(path);
  });
  buttons->addWidget(file);
  drop_ = new QPushButton(QStringLiteral("Drop the last"));
  connect(drop_, &QPushButton::clicked, this, [this] {
    const Plan& plan = kit_.document.plan();
    if (!plan.rides.empty()) kit_.document.commit(without(plan, "/rides", plan.rides.size() - 1), QStringLiteral("ride dropped"));
  });
  buttons->addWidget(drop_);
  buttons->addStretch(1);
  column->addLayout(buttons);
  problem_ = wrapped("problem");
  problem_->setObjectName(QStringLiteral("ride-problem"));
  column->addWidget(problem_);
  column->addLayout(buildPackLine());
}

QLayout* LearnPage::buildPackLine() {
  auto* row = new QHBoxLayout;
  ofPack_ = wrapped("soft");
  ofPack_->setObjectName(QStringLiteral("ride-of-pack"));
  row->addWidget(ofPack_, 1);
  carried_ = new QComboBox;
  carried_->setAccessibleName(QStringLiteral("pack that carried it alone"));
  connect(carried_, &QComboBox::activated, this, &LearnPage::tellOfPack);
  row->addWidget(carried_);
  const auto button = [&](const char* words, void (LearnPage::*take)()) {
    auto* b = new QPushButton(QLatin1String(words));
    connect(b, &QPushButton::clicked, this, take);
    row->addWidget(b);
    return b;
  };
  takeResistance_ = button("Take the resistance", &LearnPage::takeResistance);
  takeCharge_ = button("Take the health", &LearnPage::takeHealth);
  for (QWidget* w : std::initializer_list<QWidget*>{ofPack_, carried_, takeResistance_, takeCharge_}) w->hide();
  return row;
}

std::optional<std::size_t> LearnPage::carriedBy() const {
  const std::size_t packs = kit_.document.plan().packs.size();
  if (power_.empty() || packs == 0) return std::nullopt;
  if (packs == 1) return 0;
  const int at = carried_->currentIndex();
  return at > 0 && static_cast<std::size_t>(at) <= packs ? std::optional(static_cast<std::size_t>(at - 1)) : std::nullopt;
}

/// What the volts and amperes of the file say of the pack; which one is asked where there are several.
void LearnPage::tellOfPack() {
  const Plan& plan = kit_.document.plan();
  const bool any = !power_.empty() && !plan.packs.empty();
  const auto pack = carriedBy();
  ofPack_->setVisible(any);
  carried_->setVisible(any && plan.packs.size() > 1);
  learned_ = pack ? learnedOf(kit_.document.assessment().figures.packs[*pack].model, power_) : LearnedOfPack{};
  takeResistance_->setVisible(any && learned_.resistance.figure.has_value());
  takeCharge_->setVisible(any && learned_.charge.figure.has_value());
  if (!any) return;
  if (!pack) return ofPack_->setText(QStringLiteral("Which pack carried it alone? Joined ones cannot be told apart by one current."));
  const auto words = [](const char* name, const LearnedFigure& f, const char* unit) {
    if (!f.figure) return text(f.why);
    return QStringLiteral("%1 %2 %3 (%4 to %5)")
        .arg(QLatin1String(name), text(formatNumber(f.figure->likely)), QString::fromUtf8(unit), text(formatNumber(f.figure->low)),
             text(formatNumber(f.figure->high)));
  };
  ofPack_->setText(QStringLiteral("%1: %2; %3.")
                       .arg(text(shownName(plan.packs[*pack])), words("resistance", learned_.resistance, "mΩ"),
                            words("charge from full to empty", learned_.charge, "Ah")));
}

void LearnPage::takeMeasured(const char* key, double value, const QString& what) {
  const auto pack = carriedBy();
  if (!pack) return;
  const std::string pointer = "/packs/" + std::to_string(*pack) + "/" + key;
  Expected<Plan> next = withField(kit_.document.plan(), pointer, FieldValue{value});
  if (!next) return problem_->setText(text(next.error().sentence()));
  ProvenanceEntry& entry = next->provenance[pointer];
  entry = {};
  entry.from = Provenance::Measured;
  entry.note = "from a ride's volts and amperes, " + formatDate(today());
  kit_.document.commit(next, what);
}

void LearnPage::takeResistance() {
  if (learned_.resistance.figure)
    takeMeasured("measured_resistance_mohm", learned_.resistance.figure->likely, QStringLiteral("resistance from a ride"));
}

void LearnPage::takeHealth() {
  const auto pack = carriedBy();
  if (!pack || !learned_.charge.figure) return;
  const double rated = kit_.document.assessment().figures.packs[*pack].model.rated.value();
  takeMeasured("soh", std::clamp(std::round(1000 * learned_.charge.figure->likely / rated) / 1000, 0.01, 1.0),
               QStringLiteral("health from a ride"));
}

void LearnPage::takeFile(const QString& path) {
  for (QLineEdit* e : {km_, climb_, used_, minutes_}) e->clear();
  fromFile_ = {};
  power_.clear();
  tellOfPack();
  const QString name = QFileInfo(path).fileName();
  QFile file(path);
  if (!file.open(QIODevice::ReadOnly)) return problem_->setText(QStringLiteral("%1 cannot be read: %2.").arg(name, file.errorString()));
  const auto read = readRideFile(file.read(static_cast<qint64>(mostRideBytes) + 1).toStdString());
  if (!read) return problem_->setText(name + QLatin1String(", ") + text(read.error().sentence()));
  const Ride& r = read->ride;
  const auto put = [this](QLineEdit* into, const auto& value, Kind kind) {
    if (value) into->setText(text(formatQuantity(value->value(), kind, kit_.document.units(), 4)));
  };
  if (!r.when.empty()) when_->setText(text(r.when));
  put(km_, r.length, Kind::Distance);
  put(climb_, r.climb, Kind::Climb);
  put(minutes_, r.time, Kind::Minutes);
  if (r.energy) put(used_, r.energy, Kind::Energy);
  else put(used_, r.charge, Kind::Charge);
  QStringList said{QStringLiteral("%1 is read into the line above: look at it, then note it.").arg(name)};
  for (const std::string& s : read->said) said << text(s);
  problem_->setText(said.join(QLatin1Char(' ')));
  fromFile_ = r;
  power_ = read->power;
  tellOfPack();
}

/// Every entry as its field takes it; nothing is kept of a ride that one of them refuses.
void LearnPage::keep() {
  Expected<Plan> next = withNew(kit_.document.plan(), "/rides");
  const std::string at = "/rides/" + std::to_string(kit_.document.plan().rides.size()) + "/";
  const UnitSystem units = kit_.document.units();
  const auto enter = [&](const char* key, const QLineEdit* from) {
    if (next && !from->text().trimmed().isEmpty())
      next = withEntry(*next, {at + key, from->text().toStdString(), units, Provenance::Measured});
  };
  if (!parseDate(when_->text().trimmed().toStdString()))
    return problem_->setText(QStringLiteral("ridden on: found “%1”, expected a day as 2026-05-31.").arg(when_->text()));
  if (km_->text().trimmed().isEmpty()) return problem_->setText(QStringLiteral("distance ridden: found nothing, expected km of the ride."));
  if (used_->text().trimmed().isEmpty())
    return problem_->setText(QStringLiteral("Wh or Ah used: found nothing, expected what left the packs."));
  enter("when", when_);
  enter("km", km_);
  enter("climb_m", climb_);
  enter(used_->text().contains(QLatin1String("ah"), Qt::CaseInsensitive) ? "Ah" : "Wh", used_);
  enter("min", minutes_);
  if (!next) return problem_->setText(text(next.error().sentence()));
  // What the line has no room for.
  next->rides.edit().back().voltsLeft = fromFile_.voltsLeft;
  next->rides.edit().back().air = fromFile_.air;
  problem_->clear();
  if (!kit_.document.commit(next, QStringLiteral("a ride"))) return;
  fromFile_ = {};
  for (QLineEdit* e : {km_, climb_, used_, minutes_}) e->clear();
}

void LearnPage::refresh() {
  const Learned& l = kit_.document.assessment().figures.range.learned;
  if (l.rides.empty()) words_->setText(QStringLiteral("Nothing is learned yet: the model's Wh per km count, with ± 15 %."));
  else
    words_->setText(QStringLiteral("%1 rides: this rider uses %2 times what the model says; the band is ± %3 %%4.")
                        .arg(l.rides.size())
                        .arg(text(formatNumber(l.factor, 3)), text(formatNumber(l.halfWidth * 100, 2)),
                             l.enough() ? QString() : QStringLiteral(" until there are five")));
  drop_->setEnabled(!kit_.document.plan().rides.empty());
  QStringList packs{QStringLiteral("carried by …")};
  for (const Pack& p : kit_.document.plan().packs) packs << text(shownName(p));
  const int chosen = carried_->currentIndex();
  carried_->clear();
  carried_->addItems(packs);
  carried_->setCurrentIndex(chosen > 0 && chosen < packs.size() ? chosen : 0);
  tellOfPack();
  chart_->rebuild();
}

}  // namespace usherwright::app
