// The harness of station Wiring: laid out from the packs to the controller, and along the tubes of the bike.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// Left to right, a row for each pack: fuse, plug by its contacts, lead, joint, controller. Copper as wide as it is, warmth
/// between the conductors. Parts are those of the harness: "stock/fuse", "stock/plug", "stock/lead", "joint/lead", …
Drawing harnessLaidOut(const Subject& subject, Size size);
/// Pixels that its rows need at least.
double harnessHeight(const Plan& plan);

/// A world in millimetres: the bike from the side, packs at their places, leads along the tubes, a loop of slack at the fold.
/// The same parts.
Drawing harnessOnBike(const Subject& subject);

/// A row for each lead that is cut: both ends of its travel, what it needs to spare there and what is loose, the tightest bend.
/// Parts: the leads.
Drawing slackSheet(const Subject& subject, Size size);
double slackHeight(const Plan& plan);

}  // namespace usherwright::drawing
