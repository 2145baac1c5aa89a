// A file that the window writes out: whole or not at all, and said in a sentence.
#pragma once

#include <QFileInfo>
#include <QSaveFile>
#include <string_view>

namespace usherwright::app {

/// "Saved as x.csv.", or why it cannot be written; then what stood there before stands.
inline QString writtenFile(const QString& path, std::string_view bytes) {
  QSaveFile file(path);
  if (!file.open(QIODevice::WriteOnly) || file.write(bytes.data(), static_cast<qint64>(bytes.size())) < 0 || !file.commit())
    return QStringLiteral("%1 cannot be written: %2.").arg(path, file.errorString());
  return QStringLiteral("Saved as %1.").arg(QFileInfo(path).fileName());
}

}  // namespace usherwright::app
