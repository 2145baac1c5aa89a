// What divides a text into clauses, and what words can speak of. Private to the label reader.
#pragma once

#include "core/label/items.h"

namespace usherwright::label {

inline constexpr Senses extremes{Sense::Max, Sense::Min, Sense::Nominal, Sense::Peak, Sense::Continuous, Sense::Absolute};
inline constexpr Senses headings{Sense::Input, Sense::Output, Sense::Mains,   Sense::Charge, Sense::Discharge,
                                 Sense::Regen, Sense::Phase,  Sense::Signal,  Sense::Usb,    Sense::Float,
                                 Sense::Bulk,  Sense::Fuse,   Sense::Charger, Sense::Board,  Sense::Balance};
inline constexpr Senses sided{Sense::Input, Sense::Output, Sense::Mains};
/// What speaks of another thing than the heading before it.
inline constexpr Senses independent{Sense::Capacity, Sense::Energy,  Sense::Low,   Sense::Over,      Sense::Cut,  Sense::Balance,
                                    Sense::Nominal,  Sense::Release, Sense::Power, Sense::Trip,      Sense::Full, Sense::Empty,
                                    Sense::Only,     Sense::NoLoad,  Sense::Peak,  Sense::Continuous};
/// Words that leave room for a heading on the line above.
inline constexpr Senses quiet{Sense::Dc, Sense::Ac, Sense::Voltage, Sense::Current, Sense::Known, Sense::Max};
/// The names of things, which say nothing of the number behind them.
inline constexpr Senses things{Sense::Dc,        Sense::Ac,        Sense::Known,   Sense::Battery, Sense::Lithium, Sense::Controller,
                               Sense::Pack,      Sense::Cell,      Sense::Board,   Sense::Motor,   Sense::Joiner,  Sense::Converter,
                               Sense::Accessory, Sense::Capacitor, Sense::Charger, Sense::Fuse,    Sense::Port,    Sense::Common,
                               Sense::Separate,  Sense::Serial,    Sense::Model,   Sense::Series,  Sense::Parallel};

constexpr bool within(const Senses& some, const Senses& all) { return some.both(all) == some; }
/// A mark that ends a clause: a line's end, a comma, a stroke, a bracket.
bool breaks(const Item& i);
/// Whether a word can speak of a number with this unit.
bool fits(const Senses& s, PrintedUnit unit);

}  // namespace usherwright::label
