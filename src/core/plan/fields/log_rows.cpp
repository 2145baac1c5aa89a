// Fields of what happened, as it was noted.
#include "core/plan/field_access.h"
#include "core/plan/kept_pack.h"
#include "core/plan/log_book.h"
#include "core/plan/photo.h"
#include "core/plan/private_thing.h"
#include "core/plan/warranty.h"

namespace usherwright {

using namespace table;

FieldRows rowsOf(const LogEntry*) {
  static const Rows rows{
      row<&LogEntry::when>("when", "happened on", Kind::Text, inLog, {0, 0}, "year-month-day"),
      required(row<&LogEntry::what>("what", "what happened", Kind::Choice, inLog)),
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

FieldRows rowsOf(const PrivateThing*) {
  static const Rows rows{
      row<&PrivateThing::what>("what", "private thing", Kind::Text, inLog, {0, 0}, "a key, a frame, a remote: what its number is of"),
      row<&PrivateThing::value>("value", "private words", Kind::Text, inLog, {0, 0}, "as it is stamped or written"),
      refersTo(Refers::Pack,
               whenEmpty(row<&PrivateThing::pack>("pack", "pack of the thing", Kind::Text, inLog, {0, 0}, "the pack that it is of"),
                         "the bike"))};
  return rows;
}

FieldRows rowsOf(const Warranty*) {
  static const Rows rows{
      required(row<&Warranty::part>("part", "answered for", Kind::Text, inLog, {0, 0}, "id or name of the pack, the charger, the joiner")),
      row<&Warranty::from>("since", "answered from", Kind::Text, inLog, {0, 0}, "the receipt: year-month-day"),
      row<&Warranty::months>("months", "months answered", Kind::Count, inLog, {1, 240}, "the receipt, the card, the seller's conditions"),
      row<&Warranty::cycles>("cycles", "cycles answered", Kind::Count, inLog, {1, 10000}, "the card, the seller's conditions"),
      row<&Warranty::voids>("voids", "what ends it", Kind::Text, inLog, {0, 0}, "the card: opened, another charger, washed with a jet"),
      row<&Warranty::receipt>("receipt", "receipt lies at", Kind::Text, inLog)};
  return rows;
}

FieldRows rowsOf(const Photo*) {
  static const Rows rows{
      required(row<&Photo::file>("file", "photo file", Kind::Text, inLog, {0, 0}, "its name in the folder beside the plan")),
      row<&Photo::when>("when", "taken on", Kind::Text, inLog, {0, 0}, "year-month-day"),
      row<&Photo::step>("step", "step shown", Kind::Text, inLog, {0, 0}, "a step of the order of work"),
      row<&Photo::part>("part", "part shown", Kind::Text, inLog, {0, 0}, "id or name of a pack, a charger, another part"),
      row<&Photo::note>("note", "photo note", Kind::Text, inLog)};
  return rows;
}

FieldRows rowsOf(const KeptPack*) {
  static const Rows rows{required(row<&KeptPack::id>("id", "kept pack", Kind::Text, inPack)),
                         row<&KeptPack::use>("use", "kept as", Kind::Choice, inPack),
                         row<&KeptPack::since>("since", "kept since", Kind::Text, inPack, {0, 0}, "year-month-day"),
                         row<&KeptPack::place>("place", "lies at", Kind::Text, inPack, {0, 0},
                                               "cool and dry, on something that does not burn; a hurt one outside"),
                         row<&KeptPack::note>("note", "note on kept one", Kind::Text, inPack)};
  return rows;
}

}  // namespace usherwright
