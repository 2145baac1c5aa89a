// The wire that a practice bench speaks on: its standard input and output, a pseudo-terminal, or a local socket. No network.
#pragma once

#include <string>
#include <string_view>

#include "core/quantity/problem.h"

namespace usherwright::practice {

class Wire {
 public:
  static Wire standard() { return Wire(0, 1, -1, {}); }
  /// Prints nothing; name() is what the other side opens.
  static Expected<Wire> pseudoTerminal();
  /// Readable by its owner only. Errors: a path that is taken, too long, or in a folder that is none.
  static Expected<Wire> localSocket(const std::string& path);
  Wire(Wire&& other) noexcept;
  Wire(const Wire&) = delete;
  Wire& operator=(const Wire&) = delete;
  Wire& operator=(Wire&&) = delete;
  ~Wire();

  const std::string& name() const { return name_; }
  /// Waits so long for words from the other side, and gives what has come. False once the other side is gone for good.
  bool listen(int milliseconds, std::string& into);
  /// Whole or not at all; nobody there is no error.
  void say(std::string_view bytes);
  bool isConnected() const { return out_ >= 0; }

 private:
  Wire(int in, int out, int server, std::string name) : in_(in), out_(out), server_(server), name_(std::move(name)) {}
  int in_, out_, server_;
  std::string name_;
  std::string made_;  ///< a socket's path, taken away at the end
};

}  // namespace usherwright::practice
