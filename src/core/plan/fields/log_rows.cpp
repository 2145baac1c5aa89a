// Fields of what happened, as it was noted.
#include "core/plan/field_access.h"
#include "core/plan/log_book.h"

namespace usherwright {

using namespace table;

FieldRows rowsOf(const LogEntry*) {
  static const Rows rows{
      row<&LogEntry::when>("when", "happened on", Kind::Text, inLog, {0, 0}, "year-month-day"),
      row<&LogEntry::what>("what", "what happened", Kind::Choice, inLog),
      refersTo(Refers::OwnPack, whenEmpty(row<&LogEntry::pack>("pack", "pack concerned", Kind::Text, inLog, {0, 0},
                                                               "its id; empty: the bike, and of an accident every pack"),
                                          "all")),
      row<&LogEntry::charge>("soc", "stored at", Kind::Fraction, inLog, {0, 1}, "rested voltage, read on a meter"),
      row<&LogEntry::temperature>("place_C", "place's air", Kind::Temperature, inLog, {-60, 90}, "a thermometer where it is stored"),
      row<&LogEntry::releasedBy>("released_by", "released by", Kind::Text, inLog, {0, 0},
                                 "the competent person who examined the pack, and how; nobody else can"),
      row<&LogEntry::note>("note", "log note", Kind::Text, inLog)};
  return rows;
}

}  // namespace usherwright
