// The rows of the rules of charging.
#include "support/rule_cases.h"

namespace plans {

namespace {

const std::string small = "/chargers/0/", strong = "/chargers/1/", stock = "/packs/0/", deck = "/packs/1/", how = "/charging/";

/// Both packs joined hard, both chargers on their bus; the stock pack's board as given.
Typed onTheBus(const char* limit) {
  return {{"/joining/method", "direct"},
          {small + "place", "bus"},
          {strong + "place", "bus"},
          {stock + "bms/charge_A", limit},
          {deck + "bms/charge_A", "10"}};
}

/// The stock pack's cells of another kind, charged for that.
Typed cellsOf(const char* chemistry, Typed more) {
  Typed out{{"/cells/heron-29/chemistry", chemistry}, {small + "chemistry", chemistry}};
  out.insert(out.end(), more.begin(), more.end());
  return out;
}

/// A charge on record, 50 to 80 %: what it took, or what went in.
RuleCase charged(const char* outcome, const char* key, const char* value) {
  RuleCase row{"CHG-25", outcome, outcome == std::string("quiet") ? "" : "stock", {{stock + "charges/0/" + key, value}}};
  row.charged = true;
  return row;
}

RuleCase oneAtATime() {
  RuleCase row{"CHG-22", "Note", "second", {{how + "one_at_a_time", "yes"}}};
  row.bothChargers = true;
  return row;
}

}  // namespace

std::vector<RuleCase> chargingCases() {
  return {{"CHG-01", "Stop", "charger-deck/second", {{"/chargers/1/output_V", "58.8"}}},
          {"CHG-01", "Stop", "charger-deck/second", {{"/chargers/1/reading_V", "55.5"}}},
          {"CHG-01", "quiet", "", {{"/chargers/1/reading_V", "0"}}},
          {"CHG-03", "Stop", "charger-stock/stock", {{"/chargers/0/output_A", "2.5"}}},
          {"CHG-03", "Stop", "charger-deck/second", {{"/packs/1/bms/charge_A", "3"}}},
          {"CHG-03", "quiet", "", {}},
          {"CHG-05", "Mind", "charger-stock/stock", {{"/chargers/0/output_V", "48"}}},
          {"CHG-05", "Mind", "charger-stock/stock", {{"/chargers/0/reading_V", "54.9"}}},
          {"CHG-05", "quiet", "", {{"/chargers/0/output_V", "48"}, {"/chargers/0/reading_V", "54.5"}}},
          {"CHG-05", "quiet", "", {{"/chargers/0/reading_V", "54.7"}}},
          {"CHG-01", "Stop", "charger-deck/second", {{"/chargers/1/output_V", "58.8"}, {"/chargers/1/output_A", ""}}},
          {"CHG-01", "Stop", "charger-deck/second", {{"/chargers/1/output_V", ""}, {"/chargers/1/reading_V", "55.5"}}},
          {"CHG-02", "Mind", "charger-deck/second", {{"/chargers/1/output_V", "53.2"}}},
          {"CHG-02", "quiet", "", {{"/chargers/1/output_V", "53.4"}}},
          {"CHG-02", "Mind", "charger-deck/second", {{"/chargers/1/output_V", "1"}}},
          {"CHG-05", "Mind", "charger-deck/second", {{"/chargers/1/output_V", ""}, {"/chargers/1/reading_V", "54.9"}}},
          {"CHG-17", "Mind", "charger-deck/second", {{"/packs/1/charge_temperature_C", "9"}}},
          {"CHG-17", "quiet", "", {{"/packs/1/charge_temperature_C", "10"}}},
          {"CHG-17", "quiet", "", {{"/packs/1/charge_temperature_C", "9"}, {"/chargers/1/output_A", "3.3"}}},
          {"CHG-17", "Mind", "charger-deck/second", {{"/packs/1/charge_temperature_C", "4"}, {"/chargers/1/output_A", "1.66"}}},
          {"CHG-06", "Stop", "second", {{"/packs/1/charge_temperature_C", "-1"}}},
          {"CHG-06", "quiet", "", {{"/packs/1/charge_temperature_C", "0"}}},
          {"CHG-16", "Stop", "charger-deck/second", {{"/packs/1/bms/port", "separate"}, {"/chargers/1/place", "discharge"}}},
          {"CHG-16", "quiet", "", {{"/packs/1/bms/port", "separate"}, {"/chargers/1/place", "port"}}},
          {"CHG-21", "Stop", "charger-deck/second", {{"/chargers/1/chemistry", "lead"}}},
          {"CHG-21", "quiet", "", {{"/chargers/1/chemistry", "lmo"}}},
          {"CHG-22", "Stop", "second", {}, "", "", true},
          {"CHG-22", "quiet", "", {{"/chargers/0/output_A", "1"}}, "", "", true},
          {"CHG-23", "Mind", "charger-stock", {{"/chargers/0/reading_V", "52.5"}}},
          {"CHG-23", "quiet", "", {{"/chargers/0/reading_V", "52.8"}}},
          {"CHG-18", "Stop", "charger-stock/stock", {{"/chargers/0/polarity", "centre-minus"}}},
          {"CHG-18", "quiet", "", {{"/chargers/0/polarity", "centre-minus"}, {"/chargers/0/plug", "barrel-5.5-2.5"}}},
          {"CHG-04", "Stop", "charger-stock/stock", {{small + "output_A", "3"}}},
          {"CHG-04", "Stop", "charger-stock/stock", {{small + "output_A", "3"}, {stock + "port_A", "2.9"}}},
          {"CHG-04", "Mind", "charger-stock/stock", {{small + "output_A", "3"}, {stock + "port_A", "3"}}},
          {"CHG-04", "Mind", "charger-stock/stock", {{small + "output_A", "3"}, {small + "supplied", "yes"}}},
          {"CHG-04", "Stop", "charger-stock/stock", {{small + "output_A", "3"}, {stock + "charge_port", ""}}},
          {"CHG-04", "quiet", "", {{small + "output_A", "2.9"}}},
          {"CHG-03",
           "quiet",
           "",
           {{small + "output_A", "3"},
            {stock + "port_A", "3"},
            {stock + "charge_lead_size", "1.5mm2"},
            {stock + "charge_fuse/rating_A", "10"}}},
          {"CHG-07", "Mind", "charger-stock", {{small + "selector", "230"}}},
          {"CHG-07", "Mind", "charger-stock", {{small + "selector", "230"}, {small + "selector_checked", "no"}}},
          {"CHG-07", "quiet", "", {{small + "selector", "230"}, {small + "selector_checked", "yes"}}},
          {"CHG-08", "Stop", "stock", onTheBus("5.9")},
          {"CHG-08", "quiet", "", onTheBus("6")},
          {"CHG-09", "Mind", "stock", {{how + "unplugged", "never"}}},
          {"CHG-09", "Mind", "stock", {{how + "unplugged", "before-use"}}},
          {"CHG-09", "Mind", "stock", {{how + "unplugged", "before-use"}, {small + "output_V", ""}, {how + "begins_min", "23:00"}}},
          {"CHG-09", "quiet", "", {{how + "unplugged", "before-use"}, {how + "begins_min", "22:00"}}},
          {"CHG-09", "quiet", "", {{how + "unplugged", "never"}, {stock + "ceiling", "90 %"}, {deck + "ceiling", "90 %"}}},
          {"CHG-10", "Note", "stock", {{stock + "cycles_since_held", "21"}}},
          {"CHG-10", "quiet", "", {{stock + "cycles_since_held", "20"}}},
          {"CHG-10", "quiet", "", {{stock + "cycles_since_held", "21"}, {stock + "bms/balances", "never"}}},
          {"CHG-11", "Mind", "place", {{how + "attendance", "asleep"}}},
          {"CHG-11", "Mind", "place", {{how + "attendance", "nobody"}, {how + "ground", "cloth"}}},
          {"CHG-11", "Mind", "place", {{how + "ground", "wood"}, {how + "alarm", "no"}}},
          {"CHG-11", "Mind", "place", {{how + "way_out", "yes"}}},
          {"CHG-11", "Mind", "place", {{how + "near_fuel", "yes"}}},
          {"CHG-11", "quiet", "", {{how + "attendance", "beside-it"}, {how + "ground", "metal"}}},
          {"CHG-12", "Stop", "charger-stock", {{small + "selector", "115"}}},
          {"CHG-12", "Stop", "charger-stock", {{small + "mains_to_V", "127"}}},
          {"CHG-12", "Note", "charger-stock", {{small + "selector", "230"}, {how + "mains_V", "120"}}},
          {"CHG-12", "Note", "charger-stock", {{small + "mains_from_V", "200"}, {how + "mains_V", "120"}}},
          {"CHG-12", "quiet", "", {{small + "selector", "230"}}},
          {"CHG-12", "quiet", "", {{how + "mains_V", "120"}}},
          {"CHG-12", "quiet", "", {{small + "mains_from_V", "200"}, {how + "mains_V", "185"}}},
          {"CHG-12", "quiet", "", {{small + "mains_to_V", "210"}}},
          {"CHG-13", "Mind", "stock", {{stock + "ceiling", "80 %"}}},
          {"CHG-13", "Mind", "stock", {{stock + "ceiling", "80 %"}, {stock + "bms/balances", ""}}},
          {"CHG-13", "Mind", "stock", {{stock + "ceiling", "80 %"}, {stock + "balance_every", "21"}}},
          {"CHG-13", "quiet", "", {{stock + "ceiling", "80 %"}, {stock + "balance_every", "20"}}},
          {"CHG-13", "quiet", "", {{stock + "ceiling", "80 %"}, {stock + "bms/balances", "always"}}},
          {"CHG-13", "quiet", "", {{stock + "ceiling", "95 %"}}},
          {"CHG-14", "Mind", "supply", {{how + "supply_W", "370"}}},
          {"CHG-14", "Mind", "supply", {{how + "supply", "portable"}, {how + "supply_Wh", "100"}}},
          {"CHG-14", "Mind", "supply", {{how + "supply", "vehicle"}, {how + "supply_W", "240"}, {how + "one_at_a_time", "yes"}}},
          {"CHG-14", "quiet", "", {{how + "supply", "vehicle"}, {how + "supply_W", "250"}, {how + "one_at_a_time", "yes"}}},
          {"CHG-14", "quiet", "", {{how + "supply_W", "375"}, {how + "supply_Wh", "600"}}},
          {"CHG-15", "Mind", "charger-stock", {{small + "setting", "programmable"}}},
          {"CHG-15", "Mind", "charger-stock", {{small + "setting", "altered-inside"}}},
          {"CHG-15", "quiet", "", {}},
          {"CHG-19", "Mind", "charger-stock", {{how + "controller_on", "yes"}}},
          {"CHG-19", "Mind", "charger-deck", {{strong + "place", "bus"}}},
          {"CHG-19", "Mind", "charger-deck", {{strong + "place", "bus"}, {how + "controller_on", "yes"}}},
          {"CHG-19", "Stop", "charger-deck", {{strong + "place", "bus"}, {how + "controller_on", "yes"}, {strong + "output_diode", "no"}}},
          {"CHG-19", "quiet", "", {}},
          {"CHG-20", "Mind", "charger-stock/stock", cellsOf("lead", {{how + "room", "living-room"}})},
          {"CHG-20", "Mind", "charger-stock/stock", cellsOf("lead", {{how + "room", "shed"}, {how + "closed_box", "yes"}})},
          {"CHG-20", "Mind", "charger-stock/stock", cellsOf("lead", {{how + "room", "shed"}, {stock + "charge_temperature_C", "31"}})},
          {"CHG-20", "quiet", "", cellsOf("lead", {{how + "room", "shed"}, {stock + "charge_temperature_C", "30"}})},
          {"CHG-20", "quiet", "",
           cellsOf("lead", {{how + "room", "shed"}, {stock + "charge_temperature_C", "31"}, {small + "compensated", "yes"}})},
          {"CHG-20", "quiet", "", {{how + "room", "living-room"}}},
          {"CHG-20", "Mind", "charger-stock/stock/float", cellsOf("lead", {{how + "room", "shed"}, {small + "float_V", "30.0"}})},
          {"CHG-20", "quiet", "", cellsOf("lead", {{how + "room", "shed"}, {small + "float_V", "29.9"}})},
          {"CHG-20", "quiet", "", {{small + "float_V", "54.6"}}},
          {"CHG-21", "Stop", "charger-stock/stock", cellsOf("nimh", {{small + "ends_by", "taper"}})},
          {"CHG-21", "quiet", "", cellsOf("nimh", {{small + "ends_by", "voltage-dip"}})},
          oneAtATime(),
          {"CHG-24", "Mind", "second", {{deck + "first_ladder", "no"}}},
          {"CHG-24", "Mind", "second", {{how + "attendance", "asleep"}}},
          {"CHG-24", "quiet", "", {{deck + "first_ladder", "no"}, {deck + "first_charge", "2026-10-01"}}},
          {"CHG-24", "quiet", "", {{deck + "first_ladder", ""}}},
          charged("Mind", "took_min", "160"),
          charged("quiet", "took_min", "120"),
          charged("Mind", "put_back_Ah", "4"),
          charged("quiet", "put_back_Ah", "3.3")};
}

}  // namespace plans
