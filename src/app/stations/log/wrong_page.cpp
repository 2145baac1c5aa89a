// Station Log: what is wrong with a pack.
#include <QGridLayout>
#include <algorithm>

#include "app/present/words.h"
#include "app/stations/log/log_pages.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/studies/charging_studies.h"
#include "core/studies/what_is_wrong.h"

namespace usherwright::app {

WrongPage::WrongPage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(
      stationHeading(QStringLiteral("What is wrong?"), QStringLiteral("enter what was read, in any order; nothing of it is kept")), 1);
  packs_ = packChooser("pack that something is wrong with");
  connect(packs_, &QComboBox::activated, this, [this] { show(); });
  head->addWidget(packs_);
  column->addLayout(head);
  auto* grid = new QGridLayout;
  grid->setHorizontalSpacing(10);
  for (std::size_t s = 0; s < signCount; ++s) {
    const Sign sign = static_cast<Sign>(s);
    const int row = static_cast<int>(s / 2), at = static_cast<int>(s % 2) * 3;
    names_[s] = new PlainLabel(text(std::string(signWords(sign))));
    names_[s]->setToolTip(text(std::string(signHow(sign))));
    grid->addWidget(names_[s], row, at);
    const std::string name(signWords(sign));
    if (signUnit(sign).empty()) {
      looks_[s] = new QComboBox;
      looks_[s]->setAccessibleName(text(name));
      for (const char* word : {"not looked", "yes", "no"}) looks_[s]->addItem(QLatin1String(word));
      connect(looks_[s], &QComboBox::currentIndexChanged, this, &WrongPage::show);
      grid->addWidget(looks_[s], row, at + 1);
    } else {
      readings_[s] = shortLine(name.c_str(), "", 90);
      connect(readings_[s], &QLineEdit::textChanged, this, &WrongPage::show);
      grid->addWidget(readings_[s], row, at + 1);
      grid->addWidget(new PlainLabel(text(std::string(signUnit(sign)))), row, at + 2);
    }
  }
  grid->setColumnStretch(6, 1);
  column->addLayout(grid);
  problem_ = wrapped("problem");
  problem_->setObjectName(QStringLiteral("wrong-problem"));
  column->addWidget(problem_);
  next_ = wrapped();
  next_->setObjectName(QStringLiteral("wrong-next"));
  column->addWidget(next_);
  bars_ = new DrawingView(kit_, QStringLiteral("what may be wrong"));
  bars_->setMinimumHeight(kit_.look.px(190));
  bars_->setGround([this](drawing::Size size) { return drawing::faultBars(ranking_, size); });
  column->addWidget(bars_, 1);
  cure_ = wrapped();
  cure_->setObjectName(QStringLiteral("wrong-cure"));
  column->addWidget(cure_);
}

void WrongPage::refresh() {
  fillWithPacks(packs_, kit_.document.plan());
  show();
}

void WrongPage::show() {
  const auto k = static_cast<std::size_t>(std::max(0, packs_->currentIndex()));
  if (k >= kit_.document.plan().packs.size()) return;
  Signs signs;
  QString problem;
  for (std::size_t s = 0; s < signCount; ++s) {
    if (looks_[s] && looks_[s]->currentIndex() > 0) signs[s] = looks_[s]->currentIndex() == 1 ? 1.0 : 0.0;
    if (!readings_[s] || readings_[s]->text().trimmed().isEmpty()) continue;
    const auto value = parseNumber(readings_[s]->text().toStdString());
    if (value) signs[s] = *value;
    else if (problem.isEmpty())
      problem = QStringLiteral("%1: found “%2”, expected a number in %3.")
                    .arg(text(std::string(signWords(static_cast<Sign>(s)))), readings_[s]->text(),
                         text(std::string(signUnit(static_cast<Sign>(s)))));
  }
  problem_->setText(problem);
  problem_->setVisible(!problem.isEmpty());
  if (const Finding* end = outOfUse(kit_.document.assessment(), kit_.document.plan().packs[k].id)) {
    ranking_ = {};
    next_->setText(text(end->sentence));
    cure_->setText(text(end->what));
    bars_->rebuild();
    return;
  }
  const FaultSetup setup = faultSetupOf(kit_.document.assessment(), k);
  ranking_ = rankFaults(setup, signs);
  next_->setText(ranking_.next ? QStringLiteral("Read next: %1 – %2. The load is %3 A.")
                                     .arg(text(std::string(signWords(*ranking_.next))), text(std::string(signHow(*ranking_.next))),
                                          text(formatNumber(setup.load.value(), 3)))
                               : QStringLiteral("Nothing more of these would tell much."));
  for (std::size_t s = 0; s < signCount; ++s) {
    QFont font = names_[s]->font();
    font.setBold(ranking_.next == static_cast<Sign>(s));
    names_[s]->setFont(font);
  }
  const bool any = std::any_of(signs.begin(), signs.end(), [](const auto& s) { return s.has_value(); });
  cure_->setText(
      any ? QStringLiteral("If it is the first: %1 Where cells may be hurt, or the pack has to be opened: somebody who is competent.")
                .arg(text(std::string(faultCure(ranking_.faults.front().fault))))
          : QStringLiteral("Nothing was read yet: the bars say how often each is met."));
  bars_->rebuild();
}

}  // namespace usherwright::app
