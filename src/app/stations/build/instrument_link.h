// Station Build: the line to an instrument, or the bench that one practises at.
#pragma once

#include <QElapsedTimer>
#include <QFile>
#include <QSocketNotifier>
#include <QTimer>
#include <memory>

#include "app/widgets/kit.h"
#include "core/instrument/stream.h"
#include "core/practice/bench_world.h"

namespace usherwright::app {

class InstrumentLink : public QObject {
  Q_OBJECT

 public:
  explicit InstrumentLink(QObject* parent);
  ~InstrumentLink() override;

  /// A serial device, a pseudo-terminal or a local socket. A sentence if it cannot be.
  QString open(const QString& path);
  void close();
  bool isOpen() const { return fd_ >= 0 || practice_; }
  QString name() const { return name_; }

  /// A bench in the program itself: the plan without what was read elsewhere, with faults drawn by the seed. Begins when the plan is
  /// seen at the window.
  Plan preparePractice(const Plan& plan, const Catalogue& catalogue, std::size_t faults, unsigned seed);
  /// The plan that the window shows now: a prepared practice begins with its own, and ends with another.
  void see(const Plan& plan);
  bool isPractice() const { return practice_ != nullptr; }
  /// What was hidden, against what was noted; nothing without a practice.
  std::optional<Debrief> debrief(const Plan& noted) const;

  /// Where the probes are: the step that is chosen.
  void setAt(const std::string& step);
  const std::string& at() const { return at_; }
  const InstrumentStream& stream() const { return stream_; }
  /// Why no reading counts, in a sentence; empty if all is well.
  QString trouble() const;
  std::optional<Settled> settled(std::string_view unit) const;

  /// Appends what comes to a table; a sentence if it cannot be.
  QString record(const QString& path);
  void stopRecording() { file_.close(); }
  bool isRecording() const { return file_.isOpen(); }

 Q_SIGNALS:
  void changed();

 private:
  struct Practice {
    Plan plan;
    Figures figures;
    std::vector<HiddenFault> faults;
    unsigned seed = 0;
    std::unique_ptr<BenchWorld> world;
    std::vector<WorkStep> order;
    double t = 0;
  };
  void take(std::string_view bytes);
  void say(const InstrumentCommand& command);
  void tick();

  int fd_ = -1;
  QString name_;
  std::unique_ptr<QSocketNotifier> ready_;
  std::unique_ptr<Practice> practice_, prepared_;
  InstrumentStream stream_;
  std::size_t garbageSeen_ = 0;
  double garbageAt_ = -1e9;
  std::string at_;
  QTimer tick_;
  QElapsedTimer clock_;
  QFile file_;
  QString recordTrouble_;
};

}  // namespace usherwright::app
