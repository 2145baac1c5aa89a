#include "app/stations/pack/aside_page.h"

#include "app/present/words.h"
#include "app/widgets/flow_layout.h"
#include "app/widgets/plain.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/io/clock.h"
#include "core/plan/kept.h"
#include "core/plan/names.h"

namespace usherwright::app {

AsidePage::AsidePage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Put aside"), QStringLiteral("packs that you own and that are not on the bike")));
  auto* row = new FlowLayout;
  aside_ = wrapped();
  aside_->setMinimumHeight(QPushButton(QStringLiteral("x")).sizeHint().height());
  row->addWidget(aside_);
  for (const PackUse use : {PackUse::Spare, PackUse::Retired, PackUse::Quarantined}) {
    auto* button = new QPushButton(use == PackUse::Spare     ? QStringLiteral("as a spare")
                                   : use == PackUse::Retired ? QStringLiteral("as retired")
                                                             : QStringLiteral("in quarantine"));
    button->setAccessibleName(QStringLiteral("put it aside ") + button->text());
    connect(button, &QPushButton::clicked, this, [this, use] { putAside(use); });
    row->addWidget(button);
  }
  column->addLayout(row);
  auto* back = new FlowLayout;
  chosen_ = new QComboBox;
  chosen_->setAccessibleName(QStringLiteral("kept pack"));
  back->addWidget(chosen_);
  const auto action = [&](const char* words, const char* tip, auto handler) {
    auto* button = new QPushButton(QString::fromUtf8(words));
    button->setToolTip(QString::fromUtf8(tip));
    connect(button, &QPushButton::clicked, this, handler);
    back->addWidget(button);
    ofChosen_.push_back(button);
    return button;
  };
  action("Bring it onto the bike", "with its leads, its chargers and its log", [this] { bringBack(); });
  alone_ = action("Show it by itself", "every station shows this pack alone; “Back to today's plan” ends it", [this] {
    kit_.document.openWay(wayOfKept(kit_.document.plan().kept[static_cast<std::size_t>(chosen_->currentIndex())].id));
  });
  ofChosen_.push_back(chosen_);
  connect(chosen_, &QComboBox::currentIndexChanged, this, &AsidePage::showChosen);
  column->addLayout(back);
  problem_ = wrapped("problem");
  problem_->setObjectName(QStringLiteral("kept-problem"));
  problem_->hide();
  column->addWidget(problem_);
  cards_ = new CardList(
      kit_, QStringLiteral("/kept"), QStringLiteral("id"), "pack that lies somewhere", "the old one, the spare",
      QStringLiteral("Keep its name"),
      "Nothing is kept. Put the pack of the bike aside with all that is known of it, or note one that lies somewhere: its plug, its "
      "chargers and its age go on counting in this household.");
  column->addWidget(cards_, 1);
}

void AsidePage::putAside(PackUse use) {
  const Plan& plan = kit_.document.plan();
  problem_->hide();
  if (plan.packs.size() < 2) {
    problem_->setText(QStringLiteral(
        "It is the only pack on the bike: add the one that comes in its place first. A hurt one is barred by its log already."));
    return problem_->show();
  }
  const QString name = text(shownName(plan.packs[current_()]));
  kit_.document.commit(withPutAside(plan, current_(), use, formatDate(today())), QStringLiteral("%1 put aside").arg(name));
}

void AsidePage::bringBack() {
  const Plan& plan = kit_.document.plan();
  const auto index = static_cast<std::size_t>(chosen_->currentIndex());
  const Expected<Plan> next = withBroughtBack(plan, index);
  problem_->setVisible(!next);
  if (!next) return problem_->setText(text(next.error().sentence()));
  kit_.document.commit(next, QStringLiteral("%1 onto the bike").arg(text(keptName(plan.kept[index]))));
}

/// Of one of which nothing but its name is known there is nothing to show: it comes onto the bike to have its label read.
void AsidePage::showChosen() {
  const auto& kept = kit_.document.plan().kept;
  const auto at = static_cast<std::size_t>(std::max(0, chosen_->currentIndex()));
  alone_->setEnabled(at < kept.size() && !kept[at].plan->packs.empty());
}

void AsidePage::refresh() {
  const Plan& plan = kit_.document.plan();
  aside_->setText(
      QStringLiteral("Put %1 aside:").arg(current_() < plan.packs.size() ? text(shownName(plan.packs[current_()])) : QString()));
  const int was = chosen_->currentIndex();
  chosen_->clear();
  for (const KeptPack& k : plan.kept) chosen_->addItem(text(keptName(k)));
  chosen_->setCurrentIndex(std::clamp(was, 0, std::max(0, static_cast<int>(plan.kept.size()) - 1)));
  for (QWidget* w : ofChosen_) w->setVisible(!plan.kept.empty());
  showChosen();
  cards_->show(drawing::keptCards(plan, today()));
}

}  // namespace usherwright::app
