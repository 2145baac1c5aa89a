// What every widget of the window is handed: the document, the look, the desk on which requests are laid, and the board of
// what is being worked out.
#pragma once

#include <QObject>
#include <QString>
#include <QStringList>

#include "app/document/document.h"
#include "app/theme/look.h"

namespace usherwright::app {

class JobBoard;
class PhotoShelf;

enum class Keyboard : std::uint8_t { Follows, Stays };

/// Requests from widgets to the shell. A station never knows the shell.
class Desk : public QObject {
  Q_OBJECT

 public:
  using QObject::QObject;

  /// Files of plans that were open last, for the start page.
  QStringList recent() const { return recent_; }
  void setRecent(const QStringList& files) {
    if (files == recent_) return;
    recent_ = files;
    Q_EMIT recentChanged();
  }

 Q_SIGNALS:
  void recentChanged();
  void openRequested(const QString& file);
  /// Show how a figure came about ("peak", "pack/0/full", "element/stock/bms", "field//bike/cda_m2").
  void workingRequested(const QString& id);
  /// Go to the field with this JSON pointer, at its station.
  void fieldRequested(const QString& pointer);
  /// A part of a drawing was chosen: its entries come first beside the drawing. The field takes the keyboard, or it stays.
  void partRequested(const QString& pointer, usherwright::app::Keyboard keyboard);
  /// Offer the sources of a value beside a widget.
  void provenanceRequested(const QString& pointer);
  /// Turn to a page of a station.
  void pageRequested(usherwright::Station station, const QString& page);
  void demoRequested();
  /// Open this plan as a new one, once the one that is open is safe.
  void planRequested(const usherwright::Plan& plan);
  /// Write the plan out in a form of the table of exports.
  void exportRequested(const QString& name);

 private:
  QStringList recent_;
};

struct Kit {
  Document& document;
  Look& look;
  Desk& desk;
  JobBoard& jobs;
  PhotoShelf& photos;
};

/// Dynamic property of a widget that shows a computed figure: the id of its working.
inline constexpr const char* workingProperty = "working";
/// Dynamic property of a widget that edits a field: its JSON pointer.
inline constexpr const char* pointerProperty = "pointer";

}  // namespace usherwright::app
