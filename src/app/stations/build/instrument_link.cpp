// Bytes of a device or a bench, ten times a second.
#include "app/stations/build/instrument_link.h"

#include <fcntl.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/un.h>
#include <termios.h>
#include <unistd.h>

#include <cerrno>
#include <cstring>

#include "app/present/words.h"
#include "core/assess/figures.h"
#include "core/instrument/recording.h"

namespace usherwright::app {
namespace {

constexpr int tickMs = 100;
constexpr double garbageCounts = 5;  // s after a disturbed line no reading counts

QString refusal(const QString& path) {
  return QStringLiteral("%1: found %2, expected a device or a local socket.").arg(path, QString::fromLocal8Bit(std::strerror(errno)));
}

int socketAt(const QByteArray& path) {
  sockaddr_un address{};
  if (static_cast<std::size_t>(path.size()) >= sizeof address.sun_path) {
    errno = ENAMETOOLONG;
    return -1;
  }
  address.sun_family = AF_UNIX;
  std::memcpy(address.sun_path, path.constData(), static_cast<std::size_t>(path.size()));
  const int fd = socket(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC | SOCK_NONBLOCK, 0);
  if (fd >= 0 && connect(fd, reinterpret_cast<sockaddr*>(&address), sizeof address) == 0) return fd;
  const int why = errno;
  if (fd >= 0) ::close(fd);
  errno = why;
  return -1;
}

int deviceAt(const QByteArray& path) {
  const int fd = ::open(path.constData(), O_RDWR | O_NOCTTY | O_NONBLOCK | O_CLOEXEC);
  termios raw{};
  if (fd >= 0 && tcgetattr(fd, &raw) == 0) {
    cfmakeraw(&raw);
    cfsetspeed(&raw, B115200);
    tcsetattr(fd, TCSANOW, &raw);
  }
  return fd;
}

}  // namespace

InstrumentLink::InstrumentLink(QObject* parent) : QObject(parent) {
  tick_.setInterval(tickMs);
  connect(&tick_, &QTimer::timeout, this, &InstrumentLink::tick);
  clock_.start();
}

InstrumentLink::~InstrumentLink() { close(); }

QString InstrumentLink::open(const QString& path) {
  close();
  const QByteArray file = QFile::encodeName(path);
  struct stat what {};
  if (::stat(file.constData(), &what) != 0) return refusal(path);
  if (!S_ISSOCK(what.st_mode) && !S_ISCHR(what.st_mode))
    return QStringLiteral("%1: found a file or a folder, expected a device or a local socket.").arg(path);
  fd_ = S_ISSOCK(what.st_mode) ? socketAt(file) : deviceAt(file);
  if (fd_ < 0) return refusal(path);
  if (S_ISCHR(what.st_mode) && isatty(fd_) == 0) {
    close();
    return QStringLiteral("%1: found a device that is no serial line, expected one.").arg(path);
  }
  name_ = path;
  ready_ = std::make_unique<QSocketNotifier>(fd_, QSocketNotifier::Read);
  connect(ready_.get(), &QSocketNotifier::activated, this, [this] {
    char bytes[8192];
    const ssize_t got = ::read(fd_, bytes, sizeof bytes);
    if (got > 0) return take({bytes, static_cast<std::size_t>(got)});
    if (got == 0 || (errno != EAGAIN && errno != EINTR)) {
      ready_->setEnabled(false);  // it went away: silence is told, and it can be opened again
      Q_EMIT changed();
    }
  });
  tick_.start();
  say({InstrumentCommand::What::Start, {}});
  if (!at_.empty()) say({InstrumentCommand::What::Set, at_});
  Q_EMIT changed();
  return {};
}

void InstrumentLink::close() {
  ready_.reset();
  if (fd_ >= 0) ::close(fd_);
  fd_ = -1;
  practice_.reset();
  name_.clear();
  stream_ = {};
  garbageSeen_ = 0;
  garbageAt_ = -1e9;
  tick_.stop();
  Q_EMIT changed();
}

Plan InstrumentLink::preparePractice(const Plan& plan, const Catalogue& catalogue, std::size_t faults, unsigned seed) {
  prepared_ = std::make_unique<Practice>();
  prepared_->plan = plan;
  prepared_->plan.build = {};
  if (!plan.title.starts_with("Practice: ")) prepared_->plan.title = "Practice: " + plan.title;
  prepared_->figures = figuresOf(prepared_->plan, catalogue, nullptr);
  prepared_->faults = drawnFaults(prepared_->plan, prepared_->figures, faults, seed);
  prepared_->seed = seed;
  return prepared_->plan;
}

void InstrumentLink::see(const Plan& plan) {
  if (prepared_ && plan == prepared_->plan) {
    close();
    practice_ = std::move(prepared_);
    practice_->world = std::make_unique<BenchWorld>(practice_->plan, practice_->figures, practice_->faults, practice_->seed);
    practice_->order = orderAndLooks(practice_->plan, practice_->figures);
    name_ = QStringLiteral("practice bench");
    tick_.start();
    Q_EMIT changed();
  } else if (practice_ && (plan.title != practice_->plan.title || plan.packs.size() != practice_->plan.packs.size())) {
    close();
  }
}

std::optional<Debrief> InstrumentLink::debrief(const Plan& noted) const {
  if (!practice_) return std::nullopt;
  Plan plan = practice_->plan;
  plan.build = noted.build;
  return debriefOf(plan, practice_->figures, practice_->faults, practice_->seed);
}

void InstrumentLink::setAt(const std::string& step) {
  if (step == at_) return;
  at_ = step;
  stream_.forget();
  if (fd_ >= 0) say({InstrumentCommand::What::Set, step});
}

void InstrumentLink::say(const InstrumentCommand& command) {
  const std::string line = lineOf(command);
  if (::write(fd_, line.data(), line.size()) < 0) return;  // one that only speaks is none the worse
}

void InstrumentLink::take(std::string_view bytes) {
  const double now = static_cast<double>(clock_.elapsed()) / 1000;
  stream_.take(bytes, now);
  if (stream_.garbage() != garbageSeen_) garbageAt_ = now;
  garbageSeen_ = stream_.garbage();
  const auto fresh = stream_.fresh();
  if (!file_.isOpen()) return;
  for (const InstrumentReading& r : fresh) {
    const std::string row = recordRow(r);
    if (file_.write(row.data(), static_cast<qint64>(row.size())) != static_cast<qint64>(row.size()) || !file_.flush()) {
      recordTrouble_ = QStringLiteral("The record cannot be written: %1.").arg(file_.errorString());
      file_.close();
      return;
    }
  }
}

void InstrumentLink::tick() {
  if (practice_) {
    practice_->t += tickMs / 1000.0;
    const auto step = std::find_if(practice_->order.begin(), practice_->order.end(), [this](const WorkStep& s) { return s.id == at_; });
    take(practice_->world->bytes(step == practice_->order.end() ? WorkStep{} : *step, practice_->t));
  }
  Q_EMIT changed();
}

QString InstrumentLink::trouble() const {
  const double now = static_cast<double>(clock_.elapsed()) / 1000;
  if (!recordTrouble_.isEmpty()) return recordTrouble_;
  if (!isOpen()) return {};
  if (stream_.isSilent(now)) return QStringLiteral("The line is silent: no reading counts until it speaks again.");
  if (now - garbageAt_ < garbageCounts)
    return QStringLiteral("The line is disturbed, %1 lines were none: no reading counts. %2")
        .arg(stream_.garbage())
        .arg(text(stream_.problem()));
  return {};
}

std::optional<Settled> InstrumentLink::settled(std::string_view unit) const {
  return isOpen() && trouble().isEmpty() ? settledIn(stream_.recent(), unit) : std::nullopt;
}

QString InstrumentLink::record(const QString& path) {
  file_.close();
  recordTrouble_.clear();
  file_.setFileName(path);
  if (!file_.open(QIODevice::WriteOnly | QIODevice::NewOnly))
    return QStringLiteral("%1: found %2, expected a new file that can be written.").arg(path, file_.errorString());
  const std::string header = recordHeader();
  file_.write(header.data(), static_cast<qint64>(header.size()));
  file_.flush();
  return {};
}

}  // namespace usherwright::app
