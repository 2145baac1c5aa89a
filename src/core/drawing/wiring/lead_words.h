// What is said of a lead in both drawings of the harness, and how its warmth is drawn.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// "1.1 m  AWG 12"; a length along the drawing is "about".
std::string sizeWords(const Subject& subject, const HarnessLead& lead);
/// "41 °C · 0.44 V": the sheath for long, the drop at the peak; "current not known yet".
std::string warmWords(const LeadFigures& figures);
/// All of it in a sentence, for hovering and for those who cannot see it.
std::string leadWords(const Subject& subject, const HarnessLead& lead);

/// From the hottest usual air, 35 °C, to what may be touched, 60 °C, and as far again.
double warmthOf(Celsius sheath);
/// Told by its pattern too: solid while it may be touched, dashed from 50 °C, dotted above 60.
Pattern warmthPattern(Celsius sheath);

}  // namespace usherwright::drawing
