#include "app/stations/log/photos_page.h"

#include "app/present/words.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/plan/names.h"

namespace usherwright::app {

PhotosPage::PhotosPage(Kit kit, std::function<void(int)> onChosen) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Photos"), QStringLiteral("how it was before, and after; where a screw came from")));
  auto* row = new QHBoxLayout;
  shown_ = new QComboBox;
  shown_->setAccessibleName(QStringLiteral("photos that are shown"));
  connect(shown_, &QComboBox::activated, this, [this] { photos_->refresh(); });
  row->addWidget(shown_);
  part_ = new QComboBox;
  part_->setEditable(true);
  part_->setInsertPolicy(QComboBox::NoInsert);
  part_->setAccessibleName(QStringLiteral("what the next photo shows"));
  part_->lineEdit()->setAccessibleName(part_->accessibleName());
  part_->lineEdit()->setPlaceholderText(QStringLiteral("what the next one shows"));
  part_->setMinimumWidth(200);
  row->addWidget(part_);
  row->addStretch(1);
  column->addLayout(row);
  photos_ = new PhotoStrip(
      kit_,
      [this](const Photo& p) {
        const int at = shown_->currentIndex();
        return at <= 0 || p.part == shown_->itemData(at).toString().toStdString();
      },
      [this] {
        Photo photo;
        photo.part = part_->currentText().trimmed().toStdString();
        return photo;
      });
  connect(photos_, &PhotoStrip::chosen, this, [onChosen](int photo) { onChosen(photo); });
  photoScroll_ = clearScroll(photos_);
  column->addWidget(photoScroll_, 4);
  empty_ = wrapped();
  empty_->setText(QStringLiteral(
      "No photo yet. What helps later: the label of every part, both halves of each plug, each place before a screw came out of it, the "
      "tray, "
      "the bike from both sides before anything was off. A step of the work takes its own, in Build. The plan has to be saved first."));
  column->addWidget(empty_);
  column->addStretch(1);
  auto* words = wrapped("soft");
  words->setText(
      QStringLiteral("Their files lie beside the plan, without where and with what they were taken; nothing that is shared holds them."));
  column->addWidget(words);
}

void PhotosPage::refresh() {
  const Plan& plan = kit_.document.root();
  const QString was = shown_->currentData().toString(), typed = part_->currentText();
  QStringList parts, named;
  for (const Pack& p : plan.packs) named << text(shownName(p));
  for (const Charger& c : plan.chargers) named << text(shownName(c));
  for (const Photo& p : plan.photos.all())
    if (!p.part.empty() && !parts.contains(text(p.part))) parts << text(p.part);
  shown_->clear();
  shown_->addItem(QStringLiteral("all of them"));
  for (const QString& p : parts) shown_->addItem(p, p);
  shown_->setCurrentIndex(std::max(0, shown_->findData(was)));
  part_->clear();
  part_->addItems(named);
  part_->setEditText(typed);
  photos_->refresh();
  empty_->setVisible(plan.photos.empty());
  photoScroll_->setMaximumHeight(plan.photos.empty() ? 60 : QWIDGETSIZE_MAX);
}

}  // namespace usherwright::app
