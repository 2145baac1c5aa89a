// Names of packs in a row.
#include "app/widgets/pack_tabs.h"

#include <QPushButton>

#include "app/present/words.h"
#include "app/widgets/plain.h"

namespace usherwright::app {

PackTabs::PackTabs(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit), row_(new QHBoxLayout(this)), tabs_(new QButtonGroup(this)) {
  row_->setContentsMargins(0, 0, 0, 0);
  row_->setSpacing(6);
  connect(tabs_, &QButtonGroup::idClicked, this, [this](int id) { Q_EMIT chosen(static_cast<std::size_t>(id)); });
}

void PackTabs::refresh(std::size_t current) {
  QStringList names;
  for (const PackFigures& p : kit_.document.assessment().figures.packs)
    names << QStringLiteral("%1  %2").arg(text(p.model.name), text(layoutWords(p.model)));
  if (names != shown_) {
    shown_ = names;
    while (QLayoutItem* item = row_->takeAt(0)) {
      if (auto* b = qobject_cast<QAbstractButton*>(item->widget())) {
        tabs_->removeButton(b);
        b->hide();
        b->deleteLater();
      }
      delete item;
    }
    for (int k = 0; k < names.size(); ++k) {
      auto* tab = new QPushButton(onButton(fontMetrics().elidedText(names[k], Qt::ElideMiddle, 190)));
      tab->setToolTip(names[k]);
      tab->setCheckable(true);
      tabs_->addButton(tab, k);
      row_->addWidget(tab);
    }
  }
  if (QAbstractButton* b = tabs_->button(static_cast<int>(current))) b->setChecked(true);
}

}  // namespace usherwright::app
