#include "app/widgets/photo_strip.h"

#include <QDialog>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QKeyEvent>
#include <QMimeData>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/document/photo_shelf.h"
#include "app/present/words.h"
#include "app/widgets/flow_layout.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/plan/entries.h"

namespace usherwright::app {
namespace {

constexpr QSize thumbSize{96, 72}, largeSize{900, 640};

QString captionOf(const Photo& p) {
  const QString what = text(!p.note.empty() ? p.note : !p.step.empty() ? p.step : !p.part.empty() ? p.part : p.file);
  return p.when.empty() ? what : text(p.when) + QStringLiteral(", ") + what;
}

}  // namespace

PhotoStrip::PhotoStrip(Kit kit, std::function<bool(const Photo&)> shows, std::function<Photo()> begun)
    : kit_(kit), shows_(std::move(shows)), begun_(std::move(begun)) {
  setAcceptDrops(true);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(4);
  row_ = new FlowLayout(nullptr, 6);
  add_ = new QPushButton(QStringLiteral("Add a photo …"));
  add_->setToolTip(QStringLiteral("or drop it here. Only its picture is kept, beside the plan: not where it was taken, nor with what"));
  connect(add_, &QPushButton::clicked, this, [this] {
    const QString file = QFileDialog::getOpenFileName(this, QStringLiteral("A photo"), {},
                                                      QStringLiteral("Pictures (*.jpg *.jpeg *.png *.webp *.bmp *.gif *.tif *.tiff)"));
    if (!file.isEmpty()) takeIn(file);
  });
  row_->addWidget(add_);
  column->addLayout(row_);
  problem_ = wrapped("problem");
  problem_->setObjectName(QStringLiteral("photo-problem"));
  problem_->hide();
  column->addWidget(problem_);
}

QString PhotoStrip::takeIn(const QString& file) {
  const QString day = text(formatDate(today()));
  Photo photo = begun_();
  const auto name = kit_.photos.take(file, text(photo.step.empty() ? photo.part : photo.step), day);
  QString said;
  if (name) {
    photo.file = *name;
    photo.when = day.toStdString();
    // A photo shows what is there, whatever way forward is open.
    Plan next = kit_.document.root();
    next.photos.edit().push_back(std::move(photo));
    kit_.document.commitRoot(next, QStringLiteral("a photo"));
  } else {
    said = text(name.error().sentence());
  }
  problem_->setText(said);
  problem_->setVisible(!said.isEmpty());
  return said;
}

void PhotoStrip::refresh() {
  for (QWidget* w : thumbs_) {
    row_->removeWidget(w);
    w->deleteLater();
  }
  thumbs_.clear();
  const auto& photos = kit_.document.root().photos;
  for (std::size_t i = 0; i < photos.size(); ++i) {
    if (!shows_(photos[i])) continue;
    auto* thumb = new QToolButton;
    const QImage small = kit_.photos.show(photos[i].file, thumbSize);
    const QString caption = captionOf(photos[i]);
    if (small.isNull()) {
      thumb->setText(onButton(QStringLiteral("not there:\n%1").arg(text(photos[i].file).left(12) + QStringLiteral("…"))));
    } else {
      thumb->setIcon(QPixmap::fromImage(small));
      thumb->setIconSize(thumbSize);
    }
    thumb->setAccessibleName(
        QStringLiteral("photo %1%2").arg(caption, small.isNull() ? QStringLiteral(", its file is not there") : QString()));
    thumb->setToolTip(caption + QStringLiteral(" (Enter opens it, Delete takes it out)"));
    thumb->setProperty("photo", static_cast<int>(i));
    thumb->setFocusPolicy(Qt::StrongFocus);
    thumb->installEventFilter(this);
    connect(thumb, &QToolButton::clicked, this, [this, i] { open(static_cast<int>(i)); });
    row_->addWidget(thumb);
    thumbs_.push_back(thumb);
  }
}

void PhotoStrip::open(int photo) {
  Q_EMIT chosen(photo);
  const Photo& p = kit_.document.root().photos[static_cast<std::size_t>(photo)];
  const QImage large = kit_.photos.show(p.file, largeSize);
  if (large.isNull()) {
    problem_->setText(QStringLiteral("%1: found no picture of that name beside the plan, expected it in %2.")
                          .arg(text(p.file), QStringLiteral("the folder “….photos”")));
    return problem_->show();
  }
  auto* dialog = new QDialog(this);
  dialog->setAttribute(Qt::WA_DeleteOnClose);
  dialog->setObjectName(QStringLiteral("photo-large"));
  dialog->setWindowTitle(captionOf(p));
  auto* column = new QVBoxLayout(dialog);
  auto* picture = new PlainLabel;
  picture->setPixmap(QPixmap::fromImage(large));
  picture->setAccessibleName(QStringLiteral("photo ") + captionOf(p));
  column->addWidget(picture);
  auto* words = wrapped("soft");
  words->setText(captionOf(p));
  column->addWidget(words);
  dialog->show();
}

void PhotoStrip::drop(int photo) {
  kit_.document.commitRoot(without(kit_.document.root(), "/photos", static_cast<std::size_t>(photo)), QStringLiteral("a photo taken out"));
}

bool PhotoStrip::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() != QEvent::KeyPress) return QWidget::eventFilter(watched, event);
  const int key = static_cast<QKeyEvent*>(event)->key();
  const int photo = watched->property("photo").toInt();
  if (key == Qt::Key_Delete) {
    drop(photo);
    return true;
  }
  if (key == Qt::Key_Return || key == Qt::Key_Enter) {
    open(photo);
    return true;
  }
  return QWidget::eventFilter(watched, event);
}

void PhotoStrip::dragEnterEvent(QDragEnterEvent* event) {
  if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void PhotoStrip::dropEvent(QDropEvent* event) {
  for (const QUrl& url : event->mimeData()->urls())
    if (url.isLocalFile() && !takeIn(url.toLocalFile()).isEmpty()) return;
}

}  // namespace usherwright::app
