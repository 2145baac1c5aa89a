// Commit, undo, redo.
#include "app/document/document.h"

#include "app/present/words.h"
#include "core/io/clock.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/kept.h"
#include "core/plan/options.h"

namespace usherwright::app {
namespace {

constexpr std::size_t mostSteps = 500;

Expected<void> checked(const Expected<Plan>& next, const Plan& sound) {
  if (!next) return tl::unexpected(next.error());
  return crossChecked(*next, &sound);
}

constexpr std::string_view keptPrefix = "kept: ";

/// The kept pack that a way shows; nothing for a way forward.
std::optional<std::string> keptOfWay(const Plan& root, const std::string& way) {
  if (findOption(root, way) || !way.starts_with(keptPrefix)) return std::nullopt;
  std::string id = way.substr(keptPrefix.size());
  if (!findKept(root, id)) return std::nullopt;
  return id;
}

/// True, and said, where something cannot be.
bool isRefused(Document& document, const Expected<void>& can) {
  if (!can) Q_EMIT document.refused(QString::fromStdString(can.error().sentence()));
  return !can;
}

}  // namespace

std::string wayOfKept(const std::string& id) { return std::string(keptPrefix) + id; }

Document::Document(QObject* parent) : QObject(parent) { begin(Plan{}); }

void Document::begin(Plan plan) {
  steps_.clear();
  const auto root = std::make_shared<const Plan>(std::move(plan));
  steps_.push_back({root, root});
  at_ = 0;
  mergeable_ = false;
  assessNow(After::Another);
}

bool Document::commit(const Expected<Plan>& next, const QString& words, const QString& merge) {
  if (isRefused(*this, checked(next, plan()))) return false;
  if (*next == plan()) return true;
  const bool joins = mergeable_ && !merge.isEmpty() && at_ > 0 && at_ + 1 == steps_.size() && steps_[at_].merge == merge;
  const Plan& before = joins ? *steps_[at_ - 1].plan : plan();
  Step step{
      nullptr, std::make_shared<const Plan>(*next), openWay(), openWay(), words.isEmpty() ? changeWords(before, *next, units_) : words,
      merge};
  step.root = step.plan;
  if (!step.way.empty()) {
    const std::optional<std::string> kept = keptOfWay(this->root(), step.way);
    const Expected<Plan> root = kept ? withKeptPlan(this->root(), *kept, *next) : withOptionPlan(this->root(), step.way, *next);
    if (!root) {
      Q_EMIT refused(QString::fromStdString(root.error().sentence()));
      return false;
    }
    step.root = std::make_shared<const Plan>(*root);
    // One and the same plan, in the root and beside it; a kept pack may have another id now.
    const bool renamed = kept && next->packs.size() == 1;
    open(step, renamed ? wayOfKept(next->packs.front().id) : openWay());
  }
  return take(std::move(step), joins);
}

bool Document::commitRoot(const Expected<Plan>& next, const QString& words) {
  if (isRefused(*this, checked(next, root()))) return false;
  if (*next == root()) return true;
  Step step{std::make_shared<const Plan>(*next), nullptr, {}, openWay(), words, {}};
  open(step, openWay());
  return take(std::move(step), false);
}

bool Document::take(Step step, bool joins) {
  if (isRefused(*this, fitsAFile(*step.root))) return false;
  steps_.resize(at_ + 1);
  if (joins) steps_[at_] = std::move(step);
  else steps_.push_back(std::move(step));
  if (steps_.size() > mostSteps) steps_.erase(steps_.begin());
  mergeable_ = true;
  at_ = steps_.size() - 1;
  assessNow();
  return true;
}

void Document::open(Step& step, const std::string& way) {
  const Option* option = findOption(*step.root, way);
  step.way = option ? way : std::string();
  step.plan = option ? option->plan.pointer() : step.root;
  if (const auto kept = keptOfWay(*step.root, way)) {
    step.way = way;
    step.plan = findKept(*step.root, *kept)->plan.pointer();
  }
  if (!step.plan) step.plan = std::make_shared<const Plan>();  // an option that was never filled
}

void Document::openWay(const std::string& id) {
  if (id == openWay()) return;
  open(steps_[at_], id);
  mergeable_ = false;
  assessNow(After::Another);
}

QString Document::undoWords() const { return canUndo() ? steps_[at_].words : QString(); }
QString Document::redoWords() const { return canRedo() ? steps_[at_ + 1].words : QString(); }

void Document::undo() {
  if (canUndo()) moveTo(at_ - 1, steps_[at_].madeIn);
}

void Document::redo() {
  if (canRedo()) moveTo(at_ + 1, steps_[at_ + 1].madeIn);
}

void Document::moveTo(std::size_t at, const std::string& way) {
  at_ = at;
  open(steps_[at_], std::string(way));  // what is undone or done again is seen
  mergeable_ = false;
  assessNow();
}

void Document::setUnits(UnitSystem units) {
  if (units == units_) return;
  units_ = units;
  tell();
}

Given Document::given() const {
  const Given given{shippedCatalogue(), today()};
  return openWay().empty() ? given : given.comingFrom(root());
}

const std::vector<Finding>& Document::findings() {
  if (cures_.valid()) assessment_.findings = cures_.get();
  return assessment_.findings;
}

void Document::assessNow(After after) {
  cures_ = {};  // those of the plan before; waits for them
  if (after == After::Another) assessment_ = {};
  assessment_ = assess(plan(), given(), &assessment_, Parts::runs());
  way_ = wayOf(plan(), assessment_);
  cures_ = std::async(std::launch::async,
                      [this, plan = snapshot(), root = rootSnapshot(), given = given()] { return withCures(*plan, given, assessment_); });
  tell();
}

void Document::tell() {
  Q_EMIT changed();
  Q_EMIT judged();
}

}  // namespace usherwright::app
