// Pseudo-terminals and sockets of POSIX.
#include "practice/wire.h"

#include <fcntl.h>
#include <poll.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/un.h>
#include <termios.h>
#include <unistd.h>

#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <utility>

namespace usherwright::practice {
namespace {

tl::unexpected<Problem> failed(const std::string& place) { return unexpected(place, std::strerror(errno), "a line that can be opened"); }

}  // namespace

Wire::Wire(Wire&& other) noexcept
    : in_(std::exchange(other.in_, -1)),
      out_(std::exchange(other.out_, -1)),
      server_(std::exchange(other.server_, -1)),
      name_(std::move(other.name_)),
      made_(std::exchange(other.made_, {})) {}

Wire::~Wire() {
  if (in_ > 1) close(in_);
  if (server_ >= 0) close(server_);
  if (!made_.empty()) unlink(made_.c_str());
}

Expected<Wire> Wire::pseudoTerminal() {
  const int master = posix_openpt(O_RDWR | O_NOCTTY | O_CLOEXEC);
  if (master < 0) return failed("a pseudo-terminal");
  char name[128] = {};
  if (grantpt(master) != 0 || unlockpt(master) != 0 || ptsname_r(master, name, sizeof name) != 0) {
    close(master);
    return failed("a pseudo-terminal");
  }
  termios raw{};
  if (tcgetattr(master, &raw) == 0) {
    cfmakeraw(&raw);
    tcsetattr(master, TCSANOW, &raw);
  }
  return Wire(master, master, -1, name);
}

Expected<Wire> Wire::localSocket(const std::string& path) {
  sockaddr_un address{};
  if (path.empty() || path.size() >= sizeof address.sun_path)
    return unexpected(path, std::to_string(path.size()) + " bytes", "a path of at most " + std::to_string(sizeof address.sun_path - 1));
  address.sun_family = AF_UNIX;
  std::memcpy(address.sun_path, path.c_str(), path.size());
  const int server = socket(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0);
  const mode_t before = umask(0177);
  const bool bound = server >= 0 && bind(server, reinterpret_cast<sockaddr*>(&address), sizeof address) == 0;
  umask(before);
  if (!bound || ::listen(server, 1) != 0) {
    auto problem = failed(path);
    if (server >= 0) close(server);
    return problem;
  }
  Wire out(-1, -1, server, path);
  out.made_ = path;
  return out;
}

bool Wire::listen(int milliseconds, std::string& into) {
  pollfd waits{in_ >= 0 ? in_ : server_, POLLIN, 0};
  const int ready = poll(&waits, 1, milliseconds);
  if (ready <= 0) return true;
  if (in_ < 0) {  // somebody comes
    in_ = out_ = accept4(server_, nullptr, nullptr, SOCK_CLOEXEC);
    return true;
  }
  char bytes[4096];
  const ssize_t got = read(in_, bytes, sizeof bytes);
  if (got > 0) {
    into.append(bytes, static_cast<std::size_t>(got));
    return true;
  }
  if (server_ >= 0) {  // and goes: the next one may come
    close(in_);
    in_ = out_ = -1;
    return true;
  }
  if (got < 0 && errno == EIO && !name_.empty()) {  // nobody has the terminal open yet
    usleep(static_cast<useconds_t>(milliseconds) * 1000);
    return true;
  }
  return false;
}

void Wire::say(std::string_view bytes) {
  while (out_ >= 0 && !bytes.empty()) {
    pollfd waits{out_, POLLOUT, 0};
    if (poll(&waits, 1, 0) <= 0 || !(waits.revents & POLLOUT)) return;  // nobody reads: a real meter does not wait either
    const ssize_t went = write(out_, bytes.data(), bytes.size());
    if (went <= 0) return;
    bytes.remove_prefix(static_cast<std::size_t>(went));
  }
}

}  // namespace usherwright::practice
