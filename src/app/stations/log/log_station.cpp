// Station Log.
#include "app/stations/log/log_station.h"

#include "app/present/words.h"
#include "app/stations/log/hand_on_page.h"
#include "app/stations/log/lived_page.h"
#include "app/stations/log/photos_page.h"
#include "app/stations/log/warranty_page.h"
#include "core/plan/names.h"

namespace usherwright::app {

LogStation::LogStation(Kit kit, QWidget* parent) : PagedStation(kit, parent) {
  whileEmpty(QStringLiteral("Nothing to log yet"),
             QStringLiteral("The log is about a bike and its packs: enter them first, at station Bike. Then a line a day is enough."),
             QStringLiteral("To the labels"), [this] { Q_EMIT kit_.desk.pageRequested(Station::Bike, QStringLiteral("Labels")); });
  const auto begun = std::make_shared<QString>();
  addPage(QStringLiteral("Journal"), [this, begun] { return new JournalPage(kit_, begun); });
  addPage(QStringLiteral("How it is"), [this] { return new PackLifePage(kit_); });
  addPage(QStringLiteral("Use and years"), [this] { return new LivedPage(kit_); });
  addPage(QStringLiteral("Due"), [this, begun] { return new DuePage(kit_, begun); });
  addPage(QStringLiteral("What is wrong?"), [this] { return new WrongPage(kit_); });
  addPage(QStringLiteral("After an accident"), [this] { return new AccidentPage(kit_); });
  addPage(QStringLiteral("Photos"), [this] {
    return new PhotosPage(kit_, [this](int photo) {
      photo_ = photo;
      refresh();
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/photos/%1/note").arg(photo), Keyboard::Stays);
    });
  });
  addPage(QStringLiteral("Warranty"), [this] { return new WarrantyPage(kit_); });
  addPage(QStringLiteral("Hand on"), [this] { return new HandOnPage(kit_); });
}

bool LogStation::isEmpty() const { return kit_.document.plan().packs.empty(); }

/// The entries of the log, newest first; rides, charges and readings have theirs where they are used.
std::vector<EntrySection> LogStation::sections() const {
  constexpr std::size_t most = 30;
  const auto& log = kit_.document.plan().log;
  std::vector<EntrySection> out;
  for (std::size_t i = log.size(); i-- > 0 && log.size() - i <= most;) {
    const std::string word(wordOf(log[i].what));
    std::vector<const char*> keys{"when", "what", "pack", "note"};
    if (log[i].what == LogEvent::Stored) keys.insert(keys.end(), {"soc", "place_C"});
    if (isAccident(log[i].what)) keys.push_back("released_by");
    EntrySection section{text(word + (log[i].when.empty() ? "" : " " + log[i].when)), {}};
    for (const char* key : keys) section.pointers << QStringLiteral("/log/%1/%2").arg(i).arg(QLatin1String(key));
    out.push_back(std::move(section));
  }
  // The one that was opened; there may be hundreds.
  if (photo_ >= 0 && static_cast<std::size_t>(photo_) < kit_.document.plan().photos.size())
    out.push_back(
        {QStringLiteral("The photo"), fieldsUnder(QStringLiteral("/photos/%1/").arg(photo_), {"file", "when", "step", "part", "note"})});
  for (std::size_t i = 0; i < kit_.document.plan().privateThings.size(); ++i)
    out.push_back(
        {QStringLiteral("private thing %1").arg(i + 1), fieldsUnder(QStringLiteral("/private/%1/").arg(i), {"what", "value", "pack"})});
  for (std::size_t i = 0; i < kit_.document.plan().warranties.size(); ++i)
    out.push_back({text(kit_.document.plan().warranties[i].part),
                   fieldsUnder(QStringLiteral("/warranties/%1/").arg(i), {"part", "since", "months", "cycles", "voids", "receipt"})});
  return out;
}

bool LogStation::reveal(const QString& pointer) {
  if (pointer.startsWith(QLatin1String("/photos/"))) photo_ = pointer.section(QLatin1Char('/'), 2, 2).toInt();
  return PagedStation::reveal(pointer);
}

}  // namespace usherwright::app
