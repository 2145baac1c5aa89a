// The report on paper: the HTML of the core laid out on A4, its drawings painted.
#pragma once

#include <QString>

#include "app/theme/look.h"
#include "core/assess/assessment.h"

namespace usherwright::app {

/// ".html": one file with inline SVG; anything else: PDF. A sentence if it cannot be written, else empty. `notes`: with free notes.
QString writeReport(const Plan& plan, const Assessment& assessment, UnitSystem units, bool notes, const QString& path);

}  // namespace usherwright::app
