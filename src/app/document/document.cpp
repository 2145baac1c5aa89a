// Commit, undo, redo.
#include "app/document/document.h"

#include "app/present/words.h"
#include "core/io/clock.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"

namespace usherwright::app {
namespace {

constexpr std::size_t mostSteps = 500;

}  // namespace

Document::Document(QObject* parent) : QObject(parent) { begin(Plan{}); }

void Document::begin(Plan plan) {
  steps_.clear();
  steps_.push_back({std::make_shared<const Plan>(std::move(plan)), {}, {}});
  at_ = 0;
  mergeable_ = false;
  assessment_ = {};
  assessNow();
}

bool Document::commit(const Expected<Plan>& next, const QString& words, const QString& merge) {
  Expected<void> sound;
  if (next) sound = crossChecked(*next, &plan());
  if (next && sound) sound = fitsAFile(*next);
  if (!next || !sound) {
    Q_EMIT refused(QString::fromStdString((next ? sound.error() : next.error()).sentence()));
    return false;
  }
  if (*next == plan()) return true;
  const bool joins = mergeable_ && !merge.isEmpty() && at_ > 0 && at_ + 1 == steps_.size() && steps_[at_].merge == merge;
  steps_.resize(at_ + 1);
  const Plan& before = joins ? *steps_[at_ - 1].plan : plan();
  Step step{std::make_shared<const Plan>(*next), words.isEmpty() ? changeWords(before, *next, units_) : words, merge};
  if (joins) steps_[at_] = std::move(step);
  else steps_.push_back(std::move(step));
  if (steps_.size() > mostSteps) steps_.erase(steps_.begin());
  mergeable_ = true;
  at_ = steps_.size() - 1;
  assessNow();
  return true;
}

QString Document::undoWords() const { return canUndo() ? steps_[at_].words : QString(); }
QString Document::redoWords() const { return canRedo() ? steps_[at_ + 1].words : QString(); }

void Document::undo() {
  if (canUndo()) moveTo(at_ - 1);
}

void Document::redo() {
  if (canRedo()) moveTo(at_ + 1);
}

void Document::moveTo(std::size_t at) {
  at_ = at;
  mergeable_ = false;
  assessNow();
}

void Document::setUnits(UnitSystem units) {
  if (units == units_) return;
  units_ = units;
  Q_EMIT changed();
}

void Document::assessNow() {
  assessment_ = assess(plan(), {shippedCatalogue(), today()}, &assessment_);
  way_ = wayOf(plan(), assessment_);
  Q_EMIT changed();
}

}  // namespace usherwright::app
