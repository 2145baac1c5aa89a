// Texts and pictures that the shell shows on its own: help, keys, about with the cautions.
#pragma once

#include <QString>

#include "app/shell/actions.h"
#include "app/shell/station_table.h"

namespace usherwright::app {

/// The built-in demo.
Plan demoPlan();
/// What F1 shows beside the words of a station: its drawing, of the demo.
drawing::Drawing helpPicture(const StationRow& station, drawing::Size size);

/// A page of the manual ("bike", "job-add", "README") as plain words, without its title; empty if there is none.
QString manualWords(const QString& page);
/// The whole of it that is about no single station: what is everywhere, then the five jobs.
QString manualOfJobs();

QString aboutText();
QString keysText(const ActionTable& actions);
QString cautionsText();
/// The manual page of the window, for man(1).
QString manualText(const ActionTable& actions);

}  // namespace usherwright::app
