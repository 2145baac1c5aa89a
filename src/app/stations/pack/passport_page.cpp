// Page Passport: on screen, as SVG, as PDF.
#include <QFileDialog>
#include <QPainter>
#include <QPdfWriter>
#include <QSaveFile>

#include "app/present/words.h"
#include "app/stations/pack/pack_pages.h"
#include "app/theme/paint_drawing.h"
#include "app/widgets/plain.h"
#include "core/drawing/list/svg.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/sheets/questions.h"

namespace usherwright::app {
namespace {

constexpr drawing::Size labelSize{440, 420};
constexpr double millimetresWide = 105;  // A6 across

}  // namespace

PassportPage::PassportPage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(8);
  auto* head = new QHBoxLayout;
  head->addWidget(stationHeading(QStringLiteral("Pack passport"), QStringLiteral("print it, stick it on the pack")), 1);
  for (const auto& [words, filter, ending] :
       {std::tuple{"Save as SVG …", "SVG drawings (*.svg)", ".svg"}, std::tuple{"Save as PDF …", "PDF files (*.pdf)", ".pdf"}}) {
    auto* button = new QPushButton(QString::fromUtf8(words));
    connect(button, &QPushButton::clicked, this, [this, filter = QString::fromLatin1(filter), ending = QString::fromLatin1(ending)] {
      QString path = QFileDialog::getSaveFileName(this, QStringLiteral("Save the passport"), QStringLiteral("passport") + ending, filter);
      if (path.isEmpty()) return;
      if (!path.endsWith(ending, Qt::CaseInsensitive)) path += ending;
      words_->setText(saveTo(path));
    });
    head->addWidget(button);
  }
  column->addLayout(head);
  label_ = new DrawingView(kit_, QStringLiteral("pack passport"));
  label_->setGround([this](drawing::Size size) {
    const Plan& plan = kit_.document.plan();
    if (current_() >= plan.packs.size()) return drawing::Drawing{size.width, size.height, {}, {}};
    const drawing::Size fitted{std::min(size.width, 620.0), std::min(size.height, 430.0)};
    return drawing::passportLabel(passportOf(plan, kit_.document.assessment(), current_()), fitted);
  });
  column->addWidget(label_, 1);
  words_ = new PlainLabel;
  words_->setProperty("role", "soft");
  words_->setWordWrap(true);
  column->addWidget(words_);
}

void PassportPage::refresh() { label_->rebuild(); }

QString PassportPage::saveTo(const QString& path) {
  const Plan& plan = kit_.document.plan();
  if (current_() >= plan.packs.size()) return QStringLiteral("There is no pack to write a passport for.");
  const drawing::Drawing label = drawing::passportLabel(passportOf(plan, kit_.document.assessment(), current_()), labelSize);
  QSaveFile file(path);
  if (!file.open(QIODevice::WriteOnly)) return QStringLiteral("%1 cannot be written: %2.").arg(path, file.errorString());
  if (path.endsWith(QLatin1String(".svg"), Qt::CaseInsensitive)) {
    const std::string svg = drawing::toSvg(label);
    file.write(svg.data(), static_cast<qint64>(svg.size()));
  } else {
    QPdfWriter pdf(&file);
    pdf.setTitle(QStringLiteral("Pack passport"));
    pdf.setPageSize(QPageSize(QSizeF(millimetresWide, millimetresWide * labelSize.height / labelSize.width), QPageSize::Millimeter));
    pdf.setPageMargins(QMarginsF(0, 0, 0, 0));
    QPainter painter(&pdf);
    painter.scale(pdf.width() / labelSize.width, pdf.height() / labelSize.height);
    Look paper;  // printed on paper whatever the window looks like
    paintDrawing(painter, label, paper);
  }
  if (!file.commit()) return QStringLiteral("%1 cannot be written: %2.").arg(path, file.errorString());
  return QStringLiteral("Saved as %1.").arg(path);
}

}  // namespace usherwright::app
