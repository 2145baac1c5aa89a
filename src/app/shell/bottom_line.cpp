// The bottom line.
#include "app/shell/bottom_line.h"

#include <QHBoxLayout>
#include <QPainter>

#include "app/jobs/job.h"
#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "core/plan/evidence.h"

namespace usherwright::app {
namespace {

/// What has room, cut behind a whole word.
QString endingAtWord(const QFontMetrics& metrics, const QString& words, int room) {
  const QString cut = metrics.elidedText(words, Qt::ElideRight, room);
  if (cut == words) return words;
  const auto space = cut.lastIndexOf(QLatin1Char(' '));
  return space > 0 ? cut.left(space) + QStringLiteral(" …") : cut;
}

}  // namespace

BottomLine::BottomLine(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit) {
  setFixedHeight(30);
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(14, 0, 14, 0);
  row->setSpacing(18);
  const auto label = [&](int stretch = 0) {
    auto* l = new PlainLabel;
    row->addWidget(l, stretch);
    return l;
  };
  units_ = new QPushButton;
  units_->setFlat(true);
  units_->setToolTip(QStringLiteral("Metric or imperial (Ctrl+Shift+M)"));
  connect(units_, &QPushButton::clicked, this,
          [this] { kit_.document.setUnits(kit_.document.units() == UnitSystem::Metric ? UnitSystem::Imperial : UnitSystem::Metric); });
  row->addWidget(units_);
  file_ = label();
  file_->setProperty("role", "soft");
  trouble_ = label();
  trouble_->setProperty("role", "problem");
  trouble_->hide();
  assumed_ = label();
  verdict_ = label();
  range_ = label();
  said_ = label(1);
  said_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
  said_->setProperty("role", "problem");
  said_->setMinimumWidth(20);
  said_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  undo_ = label();
  undo_->setProperty("role", "soft");
  undo_->setMaximumWidth(340);
  job_ = label();
  job_->setProperty("role", "soft");
  job_->setObjectName(QStringLiteral("job"));
  stopJob_ = new QPushButton(QStringLiteral("Stop"));
  stopJob_->setFlat(true);
  stopJob_->setToolTip(QStringLiteral("Ends this work; what it has found so far stays"));
  connect(stopJob_, &QPushButton::clicked, this, [this] {
    if (JobBase* job = kit_.jobs.running()) job->cancel();
  });
  row->addWidget(stopJob_);
  job_->hide();
  stopJob_->hide();
  patience_.setSingleShot(true);
  patience_.setInterval(400);
  connect(&patience_, &QTimer::timeout, this, &BottomLine::showJob);
  connect(&kit_.jobs, &JobBoard::changed, this, &BottomLine::showJob);
  quiet_.setSingleShot(true);
  quiet_.setInterval(8000);
  said_->installEventFilter(this);
  connect(&quiet_, &QTimer::timeout, this, [this] {
    whole_.clear();
    said_->clear();
    refresh();
  });
  connect(&kit_.document, &Document::changed, this, &BottomLine::refresh);
  connect(&kit_.document, &Document::refused, this, &BottomLine::say);
  connect(&kit_.look, &Look::changed, this, qOverload<>(&QWidget::update));
  refresh();
}

void BottomLine::showFile(const QString& words) { file_->setText(words); }

void BottomLine::setTrouble(const QString& words, const QString& why) {
  trouble_->setText(words);
  trouble_->setToolTip(why);
  trouble_->setVisible(!words.isEmpty());
}

void BottomLine::tell(const QString& words) {
  if (whole_.isEmpty() || said_->property("role") == QLatin1String("soft")) show(words, "soft");
}

void BottomLine::say(const QString& sentence) { show(sentence, "problem"); }

void BottomLine::show(const QString& sentence, const char* role) {
  if (said_->property("role") != QLatin1String(role)) {
    said_->setProperty("role", QLatin1String(role));
    style()->unpolish(said_);
    style()->polish(said_);
  }
  whole_ = sentence;
  said_->setToolTip(sentence);
  fitSaid();
  undo_->clear();
  quiet_.start();
}

void BottomLine::fitSaid() { said_->setText(endingAtWord(said_->fontMetrics(), whole_, said_->width())); }

bool BottomLine::eventFilter(QObject* watched, QEvent* e) {
  if (watched == said_ && e->type() == QEvent::Resize) fitSaid();
  return QWidget::eventFilter(watched, e);
}

void BottomLine::showJob() {
  const JobBase* job = kit_.jobs.running();
  if (!job) patience_.stop();
  else if (!job_->isVisible() && !patience_.isActive() && sender() != &patience_) return patience_.start();
  const bool shown = job && !patience_.isActive();
  job_->setVisible(shown);
  stopJob_->setVisible(shown);
  if (shown) job_->setText(QStringLiteral("%1: %2 %").arg(job->name()).arg(std::lround(job->share() * 100)));
}

void BottomLine::refresh() {
  const Assessment& a = kit_.document.assessment();
  units_->setText(kit_.document.units() == UnitSystem::Metric ? QStringLiteral("metric") : QStringLiteral("imperial"));
  const int n = assumedValues(kit_.document.plan());
  assumed_->setText(n == 0   ? QStringLiteral("nothing assumed")
                    : n == 1 ? QStringLiteral("1 assumed value")
                             : QStringLiteral("%1 assumed values").arg(n));
  verdict_->setText(verdictWords(a));
  range_->setText(rangeWords(a, kit_.document.units()));
  if (!whole_.isEmpty()) return;
  const QString words = kit_.document.canUndo() ? QStringLiteral("undo: %1").arg(kit_.document.undoWords()) : QString();
  undo_->setToolTip(words);
  undo_->setText(endingAtWord(undo_->fontMetrics(), words, kit_.look.px(330)));
}

void BottomLine::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.fillRect(rect(), kit_.look.colour(drawing::Ink::Card));
  painter.fillRect(QRect(0, 0, width(), 1), kit_.look.colour(drawing::Ink::BankLine));
}

}  // namespace usherwright::app
