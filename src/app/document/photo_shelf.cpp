#include "app/document/photo_shelf.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QImageReader>
#include <QImageWriter>
#include <QPainter>
#include <QSaveFile>

namespace usherwright::app {
namespace {

constexpr int quality = 85;

QString slugOf(const QString& words) {
  QString out;
  for (const QChar c : words.toLower()) {
    const bool plain = (c >= QLatin1Char('a') && c <= QLatin1Char('z')) || c.isDigit();
    if (plain && c.unicode() < 128) out += c;
    else if (!out.isEmpty() && !out.endsWith(QLatin1Char('-'))) out += QLatin1Char('-');
  }
  while (out.endsWith(QLatin1Char('-'))) out.chop(1);
  return out.left(40);
}

/// A plain file that is really there: no link, no pipe, no folder.
bool isPlainFile(const QString& path) {
  const QFileInfo file(path);
  return file.isFile() && !file.isSymLink();
}

/// Only the pixels: words that stood in the file, its place and its camera are left behind.
QImage pixelsOf(const QImage& image) {
  QImage plain(image.size(), QImage::Format_RGB32);
  plain.fill(Qt::white);
  QPainter(&plain).drawImage(0, 0, image);
  return plain;
}

tl::unexpected<Problem> refused(const QString& place, const QString& found, const char* expected) {
  return unexpected(place.toStdString(), found.toStdString(), expected);
}

}  // namespace

QString photoFolderOf(const QString& planFile) {
  const QFileInfo file(planFile);
  return file.path() + QLatin1Char('/') + file.completeBaseName() + QStringLiteral(".photos");
}

std::vector<std::string> copyPhotos(const Plan& plan, const QString& fromPlanFile, const QString& toPlanFile) {
  std::vector<std::string> said;
  const QString from = photoFolderOf(fromPlanFile), to = photoFolderOf(toPlanFile);
  if (from == to) return said;
  for (const Photo& p : plan.photos.all()) {
    if (!isPhotoName(p.file)) continue;
    const QString name = QLatin1Char('/') + QString::fromStdString(p.file);
    if (!isPlainFile(from + name) || QFileInfo::exists(to + name)) continue;
    if (!QDir().mkpath(to) || !QFile::copy(from + name, to + name))
      said.push_back("The photo " + p.file + " could not be copied to the folder beside the new file.");
  }
  return said;
}

Expected<std::string> PhotoShelf::take(const QString& file, const QString& what, const QString& day) {
  const QString shown = QFileInfo(file).fileName();
  if (!hasFolder()) return refused(shown, QStringLiteral("a plan that is not saved yet"), "a saved plan: its photos lie beside it");
  if (!QFileInfo(file).isFile()) return refused(shown, QStringLiteral("no file"), "a picture");
  if (QFileInfo(file).size() > mostBytes)
    return refused(shown, QStringLiteral("%1 MB").arg(QFileInfo(file).size() / 1048576), "a picture of at most 80 MB");
  QImageReader reader(file);
  reader.setDecideFormatFromContent(true);
  reader.setAutoTransform(true);
  const QSize size = reader.size();
  if (!size.isValid()) return refused(shown, QStringLiteral("no picture that can be read"), "a JPEG, PNG or another usual picture");
  if (double(size.width()) * size.height() > mostPixels)
    return refused(shown, QStringLiteral("%1 × %2 pixels").arg(size.width()).arg(size.height()), "at most 250 million pixels");
  if (std::max(size.width(), size.height()) > longestSide) reader.setScaledSize(size.scaled(longestSide, longestSide, Qt::KeepAspectRatio));
  const QImage image = reader.read();
  if (image.isNull()) return refused(shown, QStringLiteral("a picture that breaks off"), "a whole picture");

  const QString folder = photoFolderOf(planFile_());
  if (!QDir().mkpath(folder)) return refused(folder, QStringLiteral("no folder"), "a folder that can be written");
  const QString stem = slugOf(day + QLatin1Char(' ') + what);
  QString name = stem + QStringLiteral(".jpg");
  for (int n = 2; QFileInfo::exists(folder + QLatin1Char('/') + name); ++n) name = QStringLiteral("%1-%2.jpg").arg(stem).arg(n);
  QSaveFile out(folder + QLatin1Char('/') + name);
  QImageWriter writer(&out, "jpeg");
  writer.setQuality(quality);
  if (!out.open(QIODevice::WriteOnly) || !writer.write(pixelsOf(image)) || !out.commit())
    return refused(folder, out.errorString(), "a folder that can be written");
  return name.toStdString();
}

QImage PhotoShelf::show(const std::string& name, QSize size) const {
  if (!hasFolder() || !isPhotoName(name)) return {};
  const QString path = photoFolderOf(planFile_()) + QLatin1Char('/') + QString::fromStdString(name);
  const QString key = QStringLiteral("%1@%2x%3").arg(path).arg(size.width()).arg(size.height());
  if (const QImage* known = small_.object(key)) return *known;
  if (!isPlainFile(path) || QFileInfo(path).size() > mostBytes) return {};
  QImageReader reader(path);
  reader.setDecideFormatFromContent(true);
  const QSize whole = reader.size();
  if (!whole.isValid() || double(whole.width()) * whole.height() > mostPixels) return {};
  if (whole.width() > size.width() || whole.height() > size.height()) reader.setScaledSize(whole.scaled(size, Qt::KeepAspectRatio));
  const QImage image = reader.read();
  if (!image.isNull()) small_.insert(key, new QImage(image));
  return image;
}

}  // namespace usherwright::app
