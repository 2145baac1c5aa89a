// Every choice of a plan, with the words that stand for it in files and entries, in the order of its values.
#pragma once

#include <array>
#include <cstdint>
#include <span>
#include <string_view>

#include "core/parts/chemistry.h"
#include "core/parts/plug_words.h"

namespace usherwright {

inline constexpr std::array<std::string_view, 6> chemistryWords{"nmc", "lipo", "lmo", "lfp", "lead", "nimh"};
constexpr std::span<const std::string_view> choiceWords(Chemistry) { return chemistryWords; }

enum class Drive : std::uint8_t { Hub, Mid };
inline constexpr std::array<std::string_view, 2> driveWords{"hub", "mid"};
constexpr std::span<const std::string_view> choiceWords(Drive) { return driveWords; }

enum class Tap : std::uint8_t { Controller, Bus, Pack, SomeGroups, BeforeBms };
inline constexpr std::array<std::string_view, 5> tapWords{"controller", "bus", "pack", "some-groups", "before-bms"};
constexpr std::span<const std::string_view> choiceWords(Tap) { return tapWords; }

enum class FrameKind : std::uint8_t { Diamond, StepThrough, Cargo, FullSuspension, TrikeFront, TrikeRear, Folding };
inline constexpr std::array<std::string_view, 7> frameWords{
    "diamond", "step-through", "cargo", "full-suspension", "trike-two-in-front", "trike-two-behind", "folding"};
constexpr std::span<const std::string_view> choiceWords(FrameKind) { return frameWords; }

enum class Trust : std::uint8_t { Named, Anonymous, Surplus };
inline constexpr std::array<std::string_view, 3> trustWords{"named", "anonymous", "surplus"};
constexpr std::span<const std::string_view> choiceWords(Trust) { return trustWords; }

enum class Condition : std::uint8_t { Sound, Dented, Swollen, Wet, Nicked, Smelling, Hot, Flooded, Fallen, InFire, Recalled, Unknown };
inline constexpr std::array<std::string_view, 12> conditionWords{"sound", "dented",  "swollen", "wet",     "nicked",   "smelling",
                                                                 "hot",   "flooded", "fallen",  "in-fire", "recalled", "history-unknown"};
constexpr std::span<const std::string_view> choiceWords(Condition) { return conditionWords; }

enum class Assembly : std::uint8_t { Loose, Joined };
inline constexpr std::array<std::string_view, 2> assemblyWords{"loose", "joined"};
constexpr std::span<const std::string_view> choiceWords(Assembly) { return assemblyWords; }

enum class AcceptedOn : std::uint8_t { GroupLadder, TotalVolts };
inline constexpr std::array<std::string_view, 2> acceptedOnWords{"group-ladder", "total-volts"};
constexpr std::span<const std::string_view> choiceWords(AcceptedOn) { return acceptedOnWords; }

enum class MatchedBy : std::uint8_t { Capacity, Resistance, Voltage };
inline constexpr std::array<std::string_view, 3> matchedByWords{"capacity", "resistance", "voltage"};
constexpr std::span<const std::string_view> choiceWords(MatchedBy) { return matchedByWords; }

enum class ReadingOf : std::uint8_t { Groups, LooseCells };
inline constexpr std::array<std::string_view, 2> readingOfWords{"groups", "loose-cells"};
constexpr std::span<const std::string_view> choiceWords(ReadingOf) { return readingOfWords; }

enum class Origin : std::uint8_t { Stock, Bought, Built };
inline constexpr std::array<std::string_view, 3> originWords{"stock", "bought", "built"};
constexpr std::span<const std::string_view> choiceWords(Origin) { return originWords; }

enum class BmsPort : std::uint8_t { Common, Separate };
inline constexpr std::array<std::string_view, 2> portWords{"common", "separate"};
constexpr std::span<const std::string_view> choiceWords(BmsPort) { return portWords; }

enum class LiveSide : std::uint8_t { Sockets, Pins, Shrouded };
inline constexpr std::array<std::string_view, 3> liveSideWords{"sockets", "pins", "shrouded"};
constexpr std::span<const std::string_view> choiceWords(LiveSide) { return liveSideWords; }

/// Which place of the body carries plus: the one with the mark (+, red, the rounded side), or the other one.
enum class PlusAt : std::uint8_t { Marked, Other };
inline constexpr std::array<std::string_view, 2> plusAtWords{"marked", "other"};
constexpr std::span<const std::string_view> choiceWords(PlusAt) { return plusAtWords; }

/// Key and notch as they came, or cut by somebody so that only their own halves meet.
enum class KeyForm : std::uint8_t { Usual, Own };
inline constexpr std::array<std::string_view, 2> keyFormWords{"usual", "own"};
constexpr std::span<const std::string_view> choiceWords(KeyForm) { return keyFormWords; }

/// What keeps the contacts of a charge port from being touched while nothing is plugged in.
enum class PortContacts : std::uint8_t { Capped, Shrouded, DeadUntilPlugged, Bare };
inline constexpr std::array<std::string_view, 4> portContactWords{"capped", "shrouded", "dead-until-plugged", "bare"};
constexpr std::span<const std::string_view> choiceWords(PortContacts) { return portContactWords; }

/// How a balance lead begins at the cells.
enum class BalanceLeads : std::uint8_t { Fused, Sleeved, Bare };
inline constexpr std::array<std::string_view, 3> balanceLeadWords{"fused", "sleeved", "bare"};
constexpr std::span<const std::string_view> choiceWords(BalanceLeads) { return balanceLeadWords; }

/// What parts a pack from everything, by hand and within reach.
enum class PartedBy : std::uint8_t { Plug, Isolator, OnePoleSwitch, Nothing };
inline constexpr std::array<std::string_view, 4> partedByWords{"plug", "isolator-both-poles", "one-pole-switch", "nothing"};
constexpr std::span<const std::string_view> choiceWords(PartedBy) { return partedByWords; }

/// What holds a plug or a crimp while it shakes.
enum class Fixing : std::uint8_t { Locked, Tied, Taped, Loose };
inline constexpr std::array<std::string_view, 4> fixingWords{"locked", "tied", "taped", "loose"};
constexpr std::span<const std::string_view> choiceWords(Fixing) { return fixingWords; }

enum class Splice : std::uint8_t { None, SealedButt, SolderedAndSleeved, BareButt, Twisted, ScrewTerminal };
inline constexpr std::array<std::string_view, 6> spliceWords{"none",      "sealed-butt", "soldered-and-sleeved",
                                                             "bare-butt", "twisted",     "screw-terminal"};
constexpr std::span<const std::string_view> choiceWords(Splice) { return spliceWords; }

/// Where water comes to a plug, and what is done about it.
enum class Spray : std::uint8_t { Dry, DripLoop, Capped, Open };
inline constexpr std::array<std::string_view, 4> sprayWords{"dry", "drip-loop", "capped", "open"};
constexpr std::span<const std::string_view> choiceWords(Spray) { return sprayWords; }

enum class Method : std::uint8_t { Combiner, Direct, Schottky, Selector, Converter };
inline constexpr std::array<std::string_view, 5> methodWords{"combiner", "direct", "schottky", "selector", "converter"};
constexpr std::span<const std::string_view> choiceWords(Method) { return methodWords; }

/// How the packs beside a converter meet its bus.
enum class SecondJoint : std::uint8_t { Combiner, Direct, Schottky };
inline constexpr std::array<std::string_view, 3> secondJointWords{"combiner", "direct", "schottky"};
constexpr std::span<const std::string_view> choiceWords(SecondJoint) { return secondJointWords; }

enum class Policy : std::uint8_t { Together, SmallFirst, StockFirst, Manual };
inline constexpr std::array<std::string_view, 4> policyWords{"together", "small-first", "stock-first", "manual"};
constexpr std::span<const std::string_view> choiceWords(Policy) { return policyWords; }

enum class LoadMode : std::uint8_t { Power, Current, Hilly, Profile };
inline constexpr std::array<std::string_view, 4> loadWords{"power", "current", "hilly", "profile"};
constexpr std::span<const std::string_view> choiceWords(LoadMode) { return loadWords; }

enum class GaugeKind : std::uint8_t { Percent, Bars };
inline constexpr std::array<std::string_view, 2> gaugeWords{"percent", "bars"};
constexpr std::span<const std::string_view> choiceWords(GaugeKind) { return gaugeWords; }

enum class Insulation : std::uint8_t { Silicone, Pvc, Xlpe };
inline constexpr std::array<std::string_view, 3> insulationWords{"silicone", "pvc", "xlpe"};
constexpr std::span<const std::string_view> choiceWords(Insulation) { return insulationWords; }

enum class Selector : std::uint8_t { None, V115, V230 };
inline constexpr std::array<std::string_view, 3> selectorWords{"none", "115", "230"};
constexpr std::span<const std::string_view> choiceWords(Selector) { return selectorWords; }

enum class Polarity : std::uint8_t { CentrePlus, CentreMinus, Pin1Plus, Pin1Minus };
inline constexpr std::array<std::string_view, 4> polarityWords{"centre-plus", "centre-minus", "pin1-plus", "pin1-minus"};
constexpr std::span<const std::string_view> choiceWords(Polarity) { return polarityWords; }

/// Whether anybody has opened a charger or sets its volts by hand.
enum class ChargerSetting : std::uint8_t { AsMade, Programmable, Altered };
inline constexpr std::array<std::string_view, 3> chargerSettingWords{"as-made", "programmable", "altered-inside"};
constexpr std::span<const std::string_view> choiceWords(ChargerSetting) { return chargerSettingWords; }

/// What tells a charger that the charge is over.
enum class EndsBy : std::uint8_t { Taper, VoltageDip, Temperature, Timer, Nothing };
inline constexpr std::array<std::string_view, 5> endsByWords{"taper", "voltage-dip", "temperature", "timer", "nothing"};
constexpr std::span<const std::string_view> choiceWords(EndsBy) { return endsByWords; }

/// When a board evens out its groups.
enum class Balances : std::uint8_t { NearFull, Always, Never };
inline constexpr std::array<std::string_view, 3> balancesWords{"near-full", "always", "never"};
constexpr std::span<const std::string_view> choiceWords(Balances) { return balancesWords; }

/// Where the mains side of a charger is fed from.
enum class Supply : std::uint8_t { Mains, Vehicle, Portable };
inline constexpr std::array<std::string_view, 3> supplyWords{"mains", "vehicle", "portable"};
constexpr std::span<const std::string_view> choiceWords(Supply) { return supplyWords; }

/// Who is there while it charges.
enum class Attendance : std::uint8_t { BesideIt, InTheHouse, Asleep, Nobody };
inline constexpr std::array<std::string_view, 4> attendanceWords{"beside-it", "in-the-house", "asleep", "nobody"};
constexpr std::span<const std::string_view> choiceWords(Attendance) { return attendanceWords; }

/// When a charged pack is unplugged.
enum class Unplugged : std::uint8_t { WhenDone, ByTimer, BeforeUse, Never };
inline constexpr std::array<std::string_view, 4> unpluggedWords{"when-done", "by-timer", "before-use", "never"};
constexpr std::span<const std::string_view> choiceWords(Unplugged) { return unpluggedWords; }

enum class ChargeRoom : std::uint8_t { Outdoors, Shed, Garage, Passage, Living };
inline constexpr std::array<std::string_view, 5> chargeRoomWords{"outdoors", "shed", "garage", "passage", "living-room"};
constexpr std::span<const std::string_view> choiceWords(ChargeRoom) { return chargeRoomWords; }

/// What a pack stands on while it charges.
enum class ChargeGround : std::uint8_t { Stone, Metal, Wood, Cloth };
inline constexpr std::array<std::string_view, 4> chargeGroundWords{"stone", "metal", "wood", "cloth"};
constexpr std::span<const std::string_view> choiceWords(ChargeGround) { return chargeGroundWords; }

/// What somebody who is there may do: watch, plug and unplug, or both.
enum class Presence : std::uint8_t { Both, Watching, Hands };
inline constexpr std::array<std::string_view, 3> presenceWords{"both", "watching", "hands"};
constexpr std::span<const std::string_view> choiceWords(Presence) { return presenceWords; }

/// The room for a pack. Rack, deck and bag are boxes with neighbours of their own.
enum class RoomKind : std::uint8_t { Box, Tube, Triangle, Rack, Deck, Bag, Outline };
inline constexpr std::array<std::string_view, 7> roomWords{"box", "tube", "triangle", "rack", "deck", "bag", "outline"};
constexpr std::span<const std::string_view> choiceWords(RoomKind) { return roomWords; }

/// What stands in a room: it stays, it moves past, it must stay within reach, it is the board; a strap over it, what makes heat,
/// bare metal or a sharp edge, a hole for a screw.
enum class ThingKind : std::uint8_t { Fixed, Moving, Reach, Board, Strap, Heat, Bare, Hole };
inline constexpr std::array<std::string_view, 8> thingWords{"fixed", "moving",     "within-reach", "board",
                                                            "strap", "heat-maker", "bare-metal",   "screw-hole"};
constexpr std::span<const std::string_view> choiceWords(ThingKind) { return thingWords; }

/// The side by which a room is open: across the bike, or one in its side view.
enum class OpenSide : std::uint8_t { Across, Front, Back, Top, Bottom };
inline constexpr std::array<std::string_view, 5> openSideWords{"across", "front", "back", "top", "bottom"};
constexpr std::span<const std::string_view> choiceWords(OpenSide) { return openSideWords; }

enum class LeadExit : std::uint8_t { Front, Back, Top, Bottom };
inline constexpr std::array<std::string_view, 4> leadExitWords{"front", "back", "top", "bottom"};
constexpr std::span<const std::string_view> choiceWords(LeadExit) { return leadExitWords; }

/// Where the cells' axes point: across the bike, along it, or up.
enum class Stance : std::uint8_t { Across, Along, Up };
inline constexpr std::array<std::string_view, 3> stanceWords{"across", "along", "up"};
constexpr std::span<const std::string_view> choiceWords(Stance) { return stanceWords; }

enum class CellGrid : std::uint8_t { Square, Hexagonal };
inline constexpr std::array<std::string_view, 2> cellGridWords{"square", "hexagonal"};
constexpr std::span<const std::string_view> choiceWords(CellGrid) { return cellGridWords; }

enum class StripMaterial : std::uint8_t { Nickel, PlatedSteel, Copper, Aluminium };
inline constexpr std::array<std::string_view, 4> stripMaterialWords{"nickel", "nickel-plated-steel", "copper", "aluminium"};
constexpr std::span<const std::string_view> choiceWords(StripMaterial) { return stripMaterialWords; }

/// What joins strips and cells.
enum class Linking : std::uint8_t { Welded, Bolted, Soldered };
inline constexpr std::array<std::string_view, 3> linkingWords{"welded", "bolted", "soldered"};
constexpr std::span<const std::string_view> choiceWords(Linking) { return linkingWords; }

/// What carries a pack.
enum class Carrier : std::uint8_t { FrameTubes, Rack, SeatPost, Fork, Deck, Bag };
inline constexpr std::array<std::string_view, 6> carrierWords{"frame-tubes", "rack", "seat-post", "fork", "deck", "bag"};
constexpr std::span<const std::string_view> choiceWords(Carrier) { return carrierWords; }

enum class ScrewSize : std::uint8_t { M3, M4, M5, M6, M8 };
inline constexpr std::array<std::string_view, 5> screwSizeWords{"M3", "M4", "M5", "M6", "M8"};
constexpr std::span<const std::string_view> choiceWords(ScrewSize) { return screwSizeWords; }

enum class ScrewInto : std::uint8_t { MetalThread, RivetNut, Insert, BarePlastic, Wood };
inline constexpr std::array<std::string_view, 5> screwIntoWords{"metal-thread", "rivet-nut", "heat-set-insert", "bare-plastic", "wood"};
constexpr std::span<const std::string_view> choiceWords(ScrewInto) { return screwIntoWords; }

enum class CaseMaterial : std::uint8_t { Fabric, Pla, Petg, Abs, Nylon, Polycarbonate, Moulded, Wood, Aluminium, Steel };
inline constexpr std::array<std::string_view, 10> caseMaterialWords{"fabric",        "printed-pla",   "printed-petg",    "printed-abs",
                                                                    "printed-nylon", "polycarbonate", "moulded-plastic", "wood",
                                                                    "aluminium",     "steel"};
constexpr std::span<const std::string_view> choiceWords(CaseMaterial) { return caseMaterialWords; }

/// Which pole of a pack an end of a run is on.
enum class Pole : std::uint8_t { Plus, Minus };
inline constexpr std::array<std::string_view, 2> poleWords{"plus", "minus"};
constexpr std::span<const std::string_view> choiceWords(Pole) { return poleWords; }

/// Where a charger is plugged in: the pack's charge port, its discharge plug, or the common bus behind the joint.
enum class ChargePlace : std::uint8_t { Port, Discharge, Bus };
inline constexpr std::array<std::string_view, 3> placeWords{"port", "discharge", "bus"};
constexpr std::span<const std::string_view> choiceWords(ChargePlace) { return placeWords; }

enum class Surface : std::uint8_t { Road, Gravel, Soft };
inline constexpr std::array<std::string_view, 3> surfaceWords{"road", "gravel", "soft"};
constexpr std::span<const std::string_view> choiceWords(Surface) { return surfaceWords; }

/// What kind of way forward an option is.
enum class WayForward : std::uint8_t { SecondPack, BiggerPack, Both, LighterPack, HigherClass, FromCells, KeepAndSwap, CareOnly };
inline constexpr std::array<std::string_view, 8> wayForwardWords{"second-pack",  "bigger-pack", "both",          "lighter-pack",
                                                                 "higher-class", "from-cells",  "keep-and-swap", "care-only"};
constexpr std::span<const std::string_view> choiceWords(WayForward) { return wayForwardWords; }

/// What a quote is for.
enum class Wanted : std::uint8_t { Cells, Pack, Board, Charger, Kit, Mount, Adapters, Tools, Work, Other };
inline constexpr std::array<std::string_view, 10> wantedWords{"cells", "pack",     "board", "charger", "kit",
                                                              "mount", "adapters", "tools", "work",    "other"};
constexpr std::span<const std::string_view> choiceWords(Wanted) { return wantedWords; }

/// Where what was quoted stands.
enum class Stock : std::uint8_t { InHand, Ordered, Offered, Asked, Gone };
inline constexpr std::array<std::string_view, 5> stockWords{"in-hand", "ordered", "offered", "asked", "gone"};
constexpr std::span<const std::string_view> choiceWords(Stock) { return stockWords; }

/// The hardest thing that somebody has to do by hand.
enum class Skill : std::uint8_t { PlugsIn, Screws, Crimps, Solders, WeldsCells, OpensPacks };
inline constexpr std::array<std::string_view, 6> skillWords{"plugs-in", "screws", "crimps", "solders", "welds-cells", "opens-packs"};
constexpr std::span<const std::string_view> choiceWords(Skill) { return skillWords; }

/// What becomes of the pack that is no longer ridden.
enum class OldPack : std::uint8_t { Stays, Sold, Spare, Paired, Recycled };
inline constexpr std::array<std::string_view, 5> oldPackWords{"stays", "sold", "spare", "paired", "recycled"};
constexpr std::span<const std::string_view> choiceWords(OldPack) { return oldPackWords; }

/// What a pack is kept for that is not on the bike.
enum class PackUse : std::uint8_t { Spare, Retired, Quarantined };
inline constexpr std::array<std::string_view, 3> packUseWords{"spare", "retired", "quarantined"};
constexpr std::span<const std::string_view> choiceWords(PackUse) { return packUseWords; }

/// What happened, for the log. The order groups care (Tightened … ReverseTested) and accidents (Fell … Hot): log_book.h.
enum class LogEvent : std::uint8_t {
  Note,
  Tightened,
  ContactsCleaned,
  Washed,
  SealsChecked,
  HeldFull,
  ReverseTested,
  Fell,
  Wet,
  Shorted,
  Swollen,
  Smelling,
  Hot,
  FuseOpened,
  WarmOnOneSide,
  Stored,
  PartChanged
};
inline constexpr std::array<std::string_view, 17> logEventWords{
    "note",    "tightened", "contacts-cleaned", "washed", "seals-checked", "held-full",        "reverse-tested", "fell",        "wet",
    "shorted", "swollen",   "smelling",         "hot",    "fuse-opened",   "warm-on-one-side", "stored",         "part-changed"};
constexpr std::span<const std::string_view> choiceWords(LogEvent) { return logEventWords; }

/// Work by hand. The order groups what makes a joint (Crimped … Bolted).
enum class HandKind : std::uint8_t { Crimped, Soldered, Welded, Bolted, Drilled, Ground, Opened };
inline constexpr std::array<std::string_view, 7> handKindWords{"crimped", "soldered", "welded", "bolted", "drilled", "ground", "opened"};
constexpr std::span<const std::string_view> choiceWords(HandKind) { return handKindWords; }

/// What became of a joint made alike, pulled and cut open.
enum class TestPiece : std::uint8_t { Held, Slipped, NotMade };
inline constexpr std::array<std::string_view, 3> testPieceWords{"held", "slipped", "not-made"};
constexpr std::span<const std::string_view> choiceWords(TestPiece) { return testPieceWords; }

/// The words of an enumeration.
template <class E>
constexpr std::span<const std::string_view> wordsOf() {
  return choiceWords(E{});
}

}  // namespace usherwright
