// Read from /proc.
#include "app/shell/process_facts.h"

#include <QFile>

#include <unistd.h>

namespace usherwright::app {

double sinceProcessStart() {
  QFile stat(QStringLiteral("/proc/self/stat"));
  QFile up(QStringLiteral("/proc/uptime"));
  if (!stat.open(QIODevice::ReadOnly) || !up.open(QIODevice::ReadOnly)) return 0;
  const QByteArray line = stat.readAll();
  const double ticks = line.mid(line.lastIndexOf(')') + 2).split(' ').value(19).toDouble();
  const double uptime = up.readAll().split(' ').value(0).toDouble();
  return 1000 * (uptime - ticks / static_cast<double>(sysconf(_SC_CLK_TCK)));
}

double residentMegabytes() {
  QFile status(QStringLiteral("/proc/self/statm"));
  if (!status.open(QIODevice::ReadOnly)) return 0;
  return status.readAll().split(' ').value(1).toDouble() * static_cast<double>(sysconf(_SC_PAGESIZE)) / 1e6;
}

}  // namespace usherwright::app
