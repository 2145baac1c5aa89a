// The open plan as the window sees it: one value, its assessment, and the steps that can be undone.
// Files are the file session's business.
#pragma once

#include <QObject>
#include <QString>
#include <future>
#include <memory>
#include <vector>

#include "core/assess/assessment.h"
#include "core/drawing/subject.h"
#include "core/sheets/way.h"

namespace usherwright::app {

/// What openWay() takes to show a kept pack by itself, alone on the bike.
std::string wayOfKept(const std::string& id);

class Document : public QObject {
  Q_OBJECT

 public:
  explicit Document(QObject* parent = nullptr);

  /// What one works on: today's plan, or the way forward that is open.
  const Plan& plan() const { return *steps_[at_].plan; }
  /// Shared and immutable: safe to hand to another thread.
  std::shared_ptr<const Plan> snapshot() const { return steps_[at_].plan; }
  /// What is saved: today's plan with its ways forward.
  const Plan& root() const { return *steps_[at_].root; }
  std::shared_ptr<const Plan> rootSnapshot() const { return steps_[at_].root; }
  /// The way forward that is open, or the kept pack ("kept: old"); empty: today's plan.
  const std::string& openWay() const { return steps_[at_].way; }
  /// Whether a finding has a cure is not known yet: findings() tells.
  const Assessment& assessment() const { return assessment_; }
  /// With the cures that help: they are carried out beside what is done on changed(), and waited for here.
  const std::vector<Finding>& findings();
  /// What brings the verdict closer, in order.
  const std::vector<WayStep>& way() const { return way_; }
  UnitSystem units() const { return units_; }
  drawing::Subject subject() const { return {plan(), assessment_, units_}; }

  /// Replaces everything, history too: another plan was opened or begun.
  void begin(Plan plan);

  /// The only way to change the plan. Empty `words` are made from what changed. Steps with the same non-empty
  /// `merge` in a row become one. A refused edit changes nothing and is reported by refused(). True if it was taken.
  bool commit(const Expected<Plan>& next, const QString& words = {}, const QString& merge = {});
  /// The same for what is above all ways: they come, go, are adopted, get another name.
  bool commitRoot(const Expected<Plan>& next, const QString& words);
  /// Opens a way forward, or today's plan again: no edit, nothing to undo. One that is not there is today's.
  void openWay(const std::string& id);
  /// The next step begins anew even if it has the key of the last one.
  void endMerge() { mergeable_ = false; }

  bool canUndo() const { return at_ > 0; }
  bool canRedo() const { return at_ + 1 < steps_.size(); }
  QString undoWords() const;
  QString redoWords() const;
  void undo();
  void redo();
  void setUnits(UnitSystem units);

 Q_SIGNALS:
  /// Plan, assessment or units are new.
  void changed();
  /// After changed(): for what shows findings().
  void judged();
  void refused(const QString& sentence);

 private:
  struct Step {
    std::shared_ptr<const Plan> root;
    std::shared_ptr<const Plan> plan;  ///< the same, or that of the way that is open
    std::string way = {};              ///< open now, or when it was left
    std::string madeIn = {};           ///< open when the edit was made
    QString words = {};
    QString merge = {};
  };
  /// The present step from now on, behind the last one or in its place; false if no file could hold it.
  bool take(Step step, bool joins);
  void moveTo(std::size_t at, const std::string& way);
  static void open(Step& step, const std::string& way);
  enum class After { Edit, Another };
  /// Taking up the runs of the plan before, or those of none.
  void assessNow(After after = After::Edit);
  void tell();
  Given given() const;

  std::vector<Step> steps_;
  std::size_t at_ = 0;
  bool mergeable_ = false;
  Assessment assessment_;
  std::vector<WayStep> way_;
  std::future<std::vector<Finding>> cures_;  ///< behind what they read, so that they are waited for first
  UnitSystem units_ = UnitSystem::Metric;
};

}  // namespace usherwright::app
