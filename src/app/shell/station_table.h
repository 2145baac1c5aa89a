// The stations that are built, one row each. Deleting a station's folder and its row leaves an application that builds.
#pragma once

#include <QPainterPath>
#include <span>

#include "app/stations/station.h"
#include "core/plan/fields.h"

namespace usherwright::app {

struct StationRow {
  Station station;
  int digit;  ///< Ctrl+digit; 0 is the tenth
  StationView* (*make)(Kit kit, QWidget* parent);
  void (*glyph)(QPainterPath& strokes);  ///< a few strokes in a box of 22 × 18: our own mark, beside the word, never instead of it
  const char* answers;                   ///< the question it answers, in one line
  const char* help;                      ///< F1 on this station, five lines
  drawing::Drawing (*picture)(const drawing::Subject& demo, drawing::Size size);  ///< beside them
};

/// In working order.
std::span<const StationRow> stationTable();

}  // namespace usherwright::app
