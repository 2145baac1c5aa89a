// Rows of the field table: Joining, JoinPart, ConverterPart.
#include "core/plan/field_access.h"
#include "core/plan/usual.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Joining*) {
  static const Rows rows{
      row<&Joining::method>("method", "how the packs meet", Kind::Choice, inJoining),
      row<&Joining::policy>("policy", "who goes first", Kind::Choice, inJoining),
      row<&Joining::mark>("mark_soc", "change at", Kind::Fraction, inJoining, {0, 0.95}),
      row<&Joining::precharge>("precharge_ohm", "precharge", Kind::PlainResistance, inWiring, {0.1, 100000}),
      row<&Joining::loadMode>("load_mode", "the ride is", Kind::Choice, inJoining),
      whenEmpty(row<&Joining::loadPower>("load_power_W", "power drawn", Kind::Power, inJoining, {0, 50000},
                                         "watt meter over a usual ride; empty: from the route"),
                "route"),
      whenEmpty(row<&Joining::loadCurrent>("load_current_A", "current drawn", Kind::Current, inJoining, {0, 1000},
                                           "clamp meter over a usual ride"),
                "route"),
      whenEmpty(row<&Joining::limitWhileApart>("limit_while_apart_A", "limit while apart", Kind::Current, inJoining, {0.5, 300}), "none"),
      row<&Joining::switchedInputs>("switched_inputs", "switch per pack", Kind::Flag, inJoining, {0, 0},
                                    "rated for the ride's current, DC"),
      row<&Joining::looseEndsCapped>("loose_ends_capped", "ends are capped", Kind::Flag, inJoining),
      row<&Joining::alwaysTogether>("always_together", "never apart", Kind::Flag, inJoining, {0, 0},
                                    "never unplugged, never charged apart"),
      row<&Joining::endsCheckedBy>("ends_checked_by", "ends checked by", Kind::Text, inJoining, {0, 0},
                                   "who capped them, or keeps the packs together"),
      row<&Joining::endsCheckedOn>("ends_checked_on", "ends checked on", Kind::Text, inJoining, {0, 0}, "the day, as 2026-05-31"),
      row<&Joining::twoMeters>("two_meters", "two meters", Kind::Flag, inJoining, {0, 0},
                               "the packs were read by two meters, or on two days"),
      row<&Joining::outputPlug>("output_plug", "plug after joint", Kind::ConnectorId, inWiring)};
  return rows;
}

FieldRows rowsOf(const JoinPart*) {
  static const Rows rows{
      row<&JoinPart::input>("input_A", "joiner, per input", Kind::Current, inJoining, {0.5, 1000}, "printed on the joiner"),
      row<&JoinPart::total>("total_A", "joiner, total", Kind::Current, inJoining, {0.5, 1000}, "printed on the joiner"),
      row<&JoinPart::inputs>("inputs", "joiner's inputs", Kind::Count, inJoining, {1, 20}, "count them"),
      row<&JoinPart::voltage>("voltage_V", "joiner voltage", Kind::Voltage, inJoining, {5, 1000}, "printed on the joiner"),
      whenEmpty(row<&JoinPart::forwardDrop>("forward_V", "forward drop", Kind::Voltage, inJoining, {0, 3}), "method"),
      whenEmpty(row<&JoinPart::onResistance>("on_mohm", "joiner resistance", Kind::Resistance, inJoining, {0, 500}), "method"),
      row<&JoinPart::standby>("standby_mA", "joiner standby", Kind::SmallCurrent, inJoining, {0, 1000}),
      row<&JoinPart::closedBox>("closed_box", "in a closed box", Kind::Flag, inJoining),
      row<&JoinPart::heatSink>("heat_sink_K_per_W", "heat-sink K/W", Kind::Plain, inJoining, {0.05, 100}, "data sheet of the heat-sink"),
      row<&JoinPart::breakBeforeMake>("break_before_make", "breaks first", Kind::Flag, inJoining, {0, 0}, "data sheet of the switch"),
      row<&JoinPart::breaksLoad>("breaks_load", "breaks the load", Kind::Flag, inJoining, {0, 0}, "rated DC volts and amperes to break")};
  return rows;
}

FieldRows rowsOf(const ConverterPart*) {
  static const Rows rows{
      refersTo(Refers::Pack, row<&ConverterPart::source>("source", "pack behind it", Kind::Text, inJoining, {0, 0},
                                                         "id of the pack; empty: the last one")),
      row<&ConverterPart::second>("second_joint", "the others by", Kind::Choice, inJoining),
      row<&ConverterPart::set>("set_V", "converter set to", Kind::Voltage, inJoining, {5, 500}, "no-load output on a meter"),
      row<&ConverterPart::fallback>("fallback_V", "falls back to", Kind::Voltage, inJoining, {5, 500},
                                    "its output when the setting is lost: manual, or the trimmer at its stop"),
      row<&ConverterPart::output>("output_A", "converter output", Kind::Current, inJoining, {0.1, 500}, "printed on the converter"),
      row<&ConverterPart::power>("power_W", "converter power", Kind::Power, inJoining, {1, 20000}, "printed on the converter"),
      whenEmpty(row<&ConverterPart::efficiency>("efficiency", "efficiency", Kind::Fraction, inJoining, {0.5, 1}, "data sheet"),
                usual::converter),
      whenEmpty(row<&ConverterPart::standby>("standby_mA", "standby", Kind::SmallCurrent, inJoining, {0, 2000}, "meter in its input lead"),
                usual::converterStandby),
      row<&ConverterPart::inputLow>("input_low_V", "input from", Kind::Voltage, inJoining, {1, 500}, "printed on the converter"),
      row<&ConverterPart::inputHigh>("input_high_V", "input up to", Kind::Voltage, inJoining, {1, 1000}, "printed on the converter"),
      whenEmpty(row<&ConverterPart::ownCut>("own_cut_V", "its own low cut", Kind::Voltage, inJoining, {1, 500}, "setting of the converter"),
                "cells")};
  return rows;
}

}  // namespace usherwright
