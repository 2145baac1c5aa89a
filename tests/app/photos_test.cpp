// Photos: only their pixels are kept, beside the plan; what is not there is said; a share holds none.
#include <QApplication>
#include <QDialog>
#include <QDir>
#include <QFile>
#include <QImage>
#include <QPointer>
#include <QTemporaryDir>
#include <QToolButton>

#include "app/by_name.h"
#include "app/document/photo_shelf.h"
#include "app/widgets/photo_strip.h"
#include "app/window_test.h"
#include "core/plan/share.h"
#include "support/plans.h"

using namespace driving;

namespace {

QByteArray bytesOf(const QString& path) {
  QFile f(path);
  REQUIRE(f.open(QIODevice::ReadOnly));
  return f.readAll();
}

/// A JPEG, 60 × 40, red on its left, that says it lies on its side and where it was taken.
QString photoFile(const QTemporaryDir& dir) {
  QImage image(60, 40, QImage::Format_RGB32);
  image.fill(Qt::blue);
  for (int y = 0; y < 40; ++y)
    for (int x = 0; x < 20; ++x) image.setPixel(x, y, qRgb(255, 0, 0));
  const QString path = dir.filePath(QStringLiteral("IMG 0001.JPG"));
  REQUIRE(image.save(path, "jpeg", 95));
  QByteArray bytes = bytesOf(path);
  // Exif, little endian, one entry: orientation 6 (turn it to the right by 90°); behind it words that name a place.
  QByteArray exif("Exif\0\0II*\0\x08\0\0\0\x01\0\x12\x01\x03\0\x01\0\0\0\x06\0\0\0\0\0\0\0", 32);
  exif += "GPSLatitude 52.4711 in front of our door";
  QByteArray segment("\xFF\xE1");
  segment += static_cast<char>((exif.size() + 2) >> 8);
  segment += static_cast<char>((exif.size() + 2) & 0xFF);
  bytes.insert(2, segment + exif);
  QFile out(path);
  REQUIRE(out.open(QIODevice::WriteOnly));
  out.write(bytes);
  return path;
}

}  // namespace

TEST_CASE("a photo is kept upright and small, and nothing of it but its pixels") {
  QTemporaryDir dir;
  const QString source = photoFile(dir), plan = dir.filePath(QStringLiteral("my trike.uwplan"));
  REQUIRE(bytesOf(source).contains("our door"));
  PhotoShelf shelf([&] { return plan; });
  const auto name = shelf.take(source, QStringLiteral("volts/deck: “Öse”"), QStringLiteral("2026-12-01"));
  REQUIRE(name);
  CHECK(*name == "2026-12-01-volts-deck-se.jpg");
  const QString kept = dir.filePath(QStringLiteral("my trike.photos/")) + QString::fromStdString(*name);
  CHECK_FALSE(bytesOf(kept).contains("our door"));
  CHECK_FALSE(bytesOf(kept).contains("Exif"));
  const QImage image(kept);
  CHECK(image.size() == QSize(40, 60));
  CHECK(qRed(image.pixel(20, 5)) > 200);  // what was left is up
  CHECK(qBlue(image.pixel(20, 50)) > 200);
  CHECK(*shelf.take(source, QStringLiteral("volts/deck: “Öse”"), QStringLiteral("2026-12-01")) == "2026-12-01-volts-deck-se-2.jpg");
  CHECK(shelf.show(*name, {20, 20}).height() == 20);
}

TEST_CASE("a photo from a large sensor is kept at two thousand pixels, and words within a picture are left behind") {
  QTemporaryDir dir;
  QImage large(4000, 3000, QImage::Format_RGB32);
  large.fill(Qt::green);
  large.setText(QStringLiteral("Comment"), QStringLiteral("taken by the river"));
  const QString source = dir.filePath(QStringLiteral("large.png"));
  REQUIRE(large.save(source));
  PhotoShelf shelf([&] { return dir.filePath(QStringLiteral("p.uwplan")); });
  const auto name = shelf.take(source, QStringLiteral("mount"), QStringLiteral("2026-12-01"));
  REQUIRE(name);
  const QString kept = dir.filePath(QStringLiteral("p.photos/")) + QString::fromStdString(*name);
  CHECK(QImage(kept).size() == QSize(2000, 1500));
  CHECK_FALSE(bytesOf(kept).contains("river"));
}

TEST_CASE("what is no photo, or has no place to go, is refused in a sentence") {
  QTemporaryDir dir;
  const QString source = photoFile(dir);
  PhotoShelf unsaved([] { return QString(); });
  CHECK(unsaved.take(source, {}, {}).error().sentence().find("saved plan") != std::string::npos);
  PhotoShelf shelf([&] { return dir.filePath(QStringLiteral("p.uwplan")); });
  CHECK_FALSE(shelf.take(dir.filePath(QStringLiteral("nowhere.jpg")), {}, {}));
  QFile words(dir.filePath(QStringLiteral("words.jpg")));
  REQUIRE(words.open(QIODevice::WriteOnly));
  words.write("no picture");
  words.close();
  CHECK_FALSE(shelf.take(words.fileName(), {}, {}));
  QByteArray half = bytesOf(source);
  QFile cut(dir.filePath(QStringLiteral("cut.jpg")));
  REQUIRE(cut.open(QIODevice::WriteOnly));
  cut.write(half.left(40));
  cut.close();
  CHECK_FALSE(shelf.take(cut.fileName(), {}, {}));
  CHECK_FALSE(QDir(dir.filePath(QStringLiteral("p.photos"))).exists());
  // A name from a plan is never a way out of the folder.
  REQUIRE(QImage(source).save(dir.filePath(QStringLiteral("beside.jpg"))));
  QDir(dir.path()).mkdir(QStringLiteral("p.photos"));
  CHECK(shelf.show("../beside.jpg", {50, 50}).isNull());
  REQUIRE(QFile::link(dir.filePath(QStringLiteral("beside.jpg")), dir.filePath(QStringLiteral("p.photos/link.jpg"))));
  CHECK(shelf.show("link.jpg", {50, 50}).isNull());
  CHECK(shelf.show("none.jpg", {50, 50}).isNull());
}

TEST_CASE("C-011 a step of the work takes a photo, shows it, and lets it go; the file under another name takes it along") {
  QTemporaryDir dir;
  Bench b;
  b.window().session().begin(plans::sound());
  page(b, Qt::Key_9, "The work");
  PhotoStrip* strip = nullptr;
  for (PhotoStrip* s : b.window().findChildren<PhotoStrip*>())
    if (s->isVisible()) strip = s;
  REQUIRE(strip);
  const QString source = photoFile(dir);
  CHECK(strip->takeIn(source).contains(QStringLiteral("saved plan")));
  REQUIRE(b.saveAs(b.file(QStringLiteral("a.uwplan"))) == FileSession::Outcome::Saved);
  REQUIRE(strip->takeIn(source).isEmpty());
  REQUIRE(b.document().plan().photos.size() == 1);
  const Photo photo = b.document().plan().photos[0];
  CHECK_FALSE(photo.step.empty());
  CHECK(photo.when == "2026-11-28");
  auto* thumb = strip->findChild<QToolButton*>();
  REQUIRE(thumb);
  CHECK_FALSE(thumb->icon().isNull());
  Bench::settle();
  thumb->setFocus();
  b.key(Qt::Key_Return);
  QPointer<QDialog> large = strip->findChild<QDialog*>(QStringLiteral("photo-large"));
  REQUIRE(large);
  QTest::keyClick(large, Qt::Key_Escape);
  b.window().activateWindow();
  Bench::settle();
  CHECK(shared(b.document().root(), {true, true, true}).photos.empty());

  REQUIRE(b.saveAs(b.file(QStringLiteral("b.uwplan"))) == FileSession::Outcome::Saved);
  CHECK(QFile::exists(b.file(QStringLiteral("b.photos/")) + QString::fromStdString(photo.file)));

  // The log has it too, and its words are edited beside it.
  page(b, Qt::Key_0, "Photos");
  for (PhotoStrip* s : b.window().findChildren<PhotoStrip*>())
    if (s->isVisible()) QTest::mouseClick(s->findChild<QToolButton*>(), Qt::LeftButton);
  Bench::settle();
  if (QWidget* shown = QApplication::activeWindow(); shown != &b.window()) shown->close();
  b.window().activateWindow();
  Bench::settle();
  QLineEdit* note = nullptr;
  for (QWidget* w : b.window().findChildren<QWidget*>())
    if (w->isVisible() && w->property(pointerProperty).toString() == QStringLiteral("/photos/0/note"))
      note = qobject_cast<QLineEdit*>(w) ? qobject_cast<QLineEdit*>(w) : w->findChild<QLineEdit*>();
  REQUIRE(note);
  note->setFocus();
  QTest::keyClicks(note, QStringLiteral("red is on the left"));
  QTest::keyClick(note, Qt::Key_Return);
  Bench::settle();
  CHECK(b.document().plan().photos[0].note == "red is on the left");

  page(b, Qt::Key_9, "The work");
  thumb = strip->findChild<QToolButton*>();
  REQUIRE(thumb);
  Bench::settle();
  thumb->setFocus();
  b.key(Qt::Key_Delete);
  CHECK(b.document().plan().photos.empty());
  b.document().undo();
  CHECK(b.document().plan().photos.size() == 1);
}
