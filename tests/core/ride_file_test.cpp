// Rides as loggers write them: made in many forms from a truth, read back; what contradicts itself is not taken.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "core/io/ride_columns.h"
#include "core/io/ride_file.h"
#include "support/hostile.h"
#include "support/random.h"

using namespace usherwright;
using support::Seeded;

namespace {

struct Truth {
  std::vector<double> volts, amperes, speed;  // each second
  double wh = 0, ah = 0, km = 0, minutes = 0;
};

Truth ridden(Seeded& random, int seconds) {
  Truth out;
  double volts = 53.5, amperes = 0, speed = 0;
  for (int t = 0; t < seconds; ++t) {
    const bool stands = t % 400 > 340;
    if (t % 20 == 0) amperes = stands ? 0.1 : static_cast<double>(random.below(200)) / 10;
    speed = stands ? 0 : 12 + static_cast<double>(random.below(100)) / 10;
    volts -= amperes * 5e-5;
    out.volts.push_back(volts - 0.12 * amperes);
    out.amperes.push_back(amperes);
    out.speed.push_back(speed);
  }
  for (int t = 1; t < seconds; ++t) {
    const auto at = static_cast<std::size_t>(t);
    out.wh += (out.volts[at] * out.amperes[at] + out.volts[at - 1] * out.amperes[at - 1]) / 2 / 3600;
    out.ah += (out.amperes[at] + out.amperes[at - 1]) / 2 / 3600;
    out.km += (out.speed[at] + out.speed[at - 1]) / 2 / 3600;
    if (out.speed[at] > 1) out.minutes += 1.0 / 60;
  }
  return out;
}

struct Form {
  char between = ',';
  bool decimalComma = false, milli = false, negative = false, extra = false, quoted = false, bom = false, crlf = false;
  int clock = 0;  // 0 seconds, 1 a moment, 2 hours:minutes:seconds, 3 ms since 1970
  int every = 1, broken = 0;
};

std::string number(double value, int digits, const Form& form) {
  std::string out = fmt::format("{:.{}f}", value, digits);
  if (form.decimalComma) std::replace(out.begin(), out.end(), '.', ',');
  return out;
}

std::string written(const Truth& truth, const Form& form) {
  const std::string end = form.crlf ? "\r\n" : "\n", b(1, form.between);
  const auto name = [&](const std::string& n) { return form.quoted ? "\"" + n + "\"" : n; };
  std::string out = form.bom ? "\xEF\xBB\xBF" : "";
  out += name(form.clock == 0 ? "time_s" : "Time") + b + name(form.milli ? "Battery Voltage (mV)" : "voltage_V") + b +
         name(form.milli ? "Current [mA]" : "Current (A)") + b + name("Speed (km/h)") + (form.extra ? b + name("Motor temperature") : "") +
         end;
  for (std::size_t t = 0; t < truth.volts.size(); t += static_cast<std::size_t>(form.every)) {
    const int s = static_cast<int>(t) + 7;
    switch (form.clock) {
      case 0: out += fmt::format("{}", s); break;
      case 1: out += fmt::format("2026-05-31T23:{:02}:{:02}Z", 10 + s / 60, s % 60); break;
      case 2: out += fmt::format("{}:{:02}:{:02}", (23 + (s + 3000) / 3600) % 24, (s + 3000) / 60 % 60, (s + 3000) % 60); break;
      default: out += fmt::format("{}", 1780000000000LL + s * 1000LL);
    }
    const double unit = form.milli ? 1000 : 1, sign = form.negative ? -1 : 1;
    const bool broken = form.broken > 0 && t % 97 == 5 && static_cast<int>(t / 97) < form.broken;
    out += b + (broken ? std::string("--") : number(truth.volts[t] * unit, form.milli ? 0 : 3, form)) + b +
           number(sign * truth.amperes[t] * unit, form.milli ? 0 : 3, form) + b + number(truth.speed[t], 1, form) +
           (form.extra ? b + "31" : "") + end;
  }
  return out;
}

Expected<RideFile> table(const std::string& text) { return readRideFile(text); }

bool says(const RideFile& file, const char* words) {
  return std::any_of(file.said.begin(), file.said.end(), [&](const std::string& s) { return s.find(words) != std::string::npos; });
}

}  // namespace

TEST_CASE("C-098: a logger's table in any form gives the Wh, Ah, km and minutes of the ride that it was made of") {
  Seeded random(5);
  for (int i = 0; i < 200; ++i) {
    const Truth truth = ridden(random, 1200 + static_cast<int>(random.below(900)));
    Form form;
    form.between = ";,\t"[random.below(3)];
    form.decimalComma = form.between != ',' && random.below(2) == 1;
    form.milli = random.below(2) == 1;
    form.negative = random.below(3) == 0;
    form.extra = random.below(2) == 1;
    form.quoted = random.below(2) == 1;
    form.bom = random.below(4) == 0;
    form.crlf = random.below(2) == 1;
    form.clock = static_cast<int>(random.below(4));
    form.every = 1 + static_cast<int>(random.below(3));
    form.broken = static_cast<int>(random.below(4));
    const std::string text = written(truth, form);
    const auto read = table(text);
    CAPTURE(i, form.between, form.clock, form.every, form.broken, text.substr(0, 200));
    REQUIRE(read);
    const Ride& r = read->ride;
    REQUIRE(r.energy);
    REQUIRE(r.charge);
    REQUIRE(r.length);
    REQUIRE(r.time);
    CHECK(r.energy->value() == Approx(truth.wh).epsilon(0.03));
    CHECK(r.charge->value() == Approx(truth.ah).epsilon(0.03));
    CHECK(r.length->value() == Approx(truth.km).epsilon(0.03));
    CHECK(r.time->value() == Approx(truth.minutes).epsilon(0.03));
    CHECK(says(*read, "below zero") == form.negative);
    CHECK(says(*read, "could not be read") == (text.find("--") != std::string::npos));
    CHECK(says(*read, "Motor temperature") == form.extra);
    if (form.clock == 1) CHECK(r.when == "2026-05-31");
  }
}

TEST_CASE("C-098: what is not the packs' use is not taken, and what contradicts itself neither") {
  const auto rows = [](const std::string& cells, int count = 20) {
    std::string out;
    for (int t = 0; t < count; ++t) out += fmt::format("{},{}\n", t * 10, cells);
    return out;
  };
  SECTION("a rider's watts") {
    const auto read = table("time,rider power (W),speed\n" + rows("180,20"));
    REQUIRE(read);
    CHECK_FALSE(read->ride.energy);
    CHECK(says(*read, "no use of the packs"));
    CHECK(read->ride.length);
  }
  SECTION("watts of whom is not said") {
    const auto read = table("time,power,speed\n" + rows("180,20"));
    REQUIRE(read);
    CHECK_FALSE(read->ride.energy);
    CHECK(says(*read, "Whose watts"));
  }
  SECTION("the battery's watts, by name") {
    const auto read = table("time,battery power,speed\n" + rows("180,20"));
    REQUIRE(read);
    CHECK(read->ride.energy->value() == Approx(180 * 190 / 3600.0));
  }
  SECTION("watts against volts × amperes") {
    const auto read = table("time,volts,amps,watts,speed\n" + rows("50,10,700,20"));
    REQUIRE(read);
    CHECK_FALSE(read->ride.energy);
    CHECK(read->ride.charge);
    CHECK(says(*read, "contradict"));
    CHECK(table("time,volts,amps,watts,speed\n" + rows("50,10,520,20"))->ride.energy->value() == Approx(500 * 190 / 3600.0));
  }
  SECTION("a hole in the amperes") {
    std::string text = "time,volts,amps,km\n" + rows("50,10,20");
    text += "400,50,10,21\n410,50,10,21\n";
    const auto read = table(text);
    REQUIRE(read);
    CHECK_FALSE(read->ride.energy);
    CHECK(says(*read, "missing"));
  }
  SECTION("a cell's volts, a motor's amperes and a maximum are none of the pack's") {
    for (const char* name : {"cell voltage min", "motor current", "max power", "phase current (A)", "total distance", "battery temp"})
      CHECK(meaningOfColumn(name).what == RideColumn::Unknown);
  }
  SECTION("counters, with regen, and one that was set to zero on the way") {
    CHECK(table("used Wh,odometer km\n100,2000\n230,2010.5\n228,2012\n")->ride.energy->value() == Approx(128));
    CHECK(table("used Wh,odometer km\n100,2000\n230,2010.5\n228,2012\n")->ride.length->value() == Approx(12));
    CHECK(table("Ah left,km\n10,0\n6.5,18\n")->ride.charge->value() == Approx(3.5));
    const auto reset = table("used Wh,odometer km\n100,2000\n230,2010.5\n0,2011\n120,2020\n");
    REQUIRE(reset);
    CHECK_FALSE(reset->ride.energy);
  }
}

TEST_CASE("C-098: what cannot be a ride is refused in a sentence with its line") {
  const auto problem = [](const std::string& text) {
    const auto read = table(text);
    return read ? std::string() : read.error().sentence();
  };
  CHECK(problem("").find("column names") != std::string::npos);
  CHECK(problem("hello\nworld\n").find("line 1") == 0);
  CHECK(problem("time,volts\n").find("expected") != std::string::npos);
  CHECK(problem("time,volts\n0,50\n").find("one row") != std::string::npos);
  CHECK(problem("time,volts\n0,50\n1,50\n").find("expected a distance, or what left the packs") != std::string::npos);
  CHECK(problem("time,volts,amps\n0,50,1\nx,50,1\n2,50,1\n").find("line 3") == 0);
  CHECK(problem("time,volts,amps\n9,50,1\n8,50,1\n7,50,1\n").find("line 3") == 0);  // time that runs back
  CHECK(problem("<gpx><trk/></gpx>").find("no point") != std::string::npos);
  CHECK(problem("<!DOCTYPE x><gpx/>").find("document type") != std::string::npos);
}

TEST_CASE("C-098: volts and amperes in the extensions of a track") {
  std::string gpx = "<gpx xmlns:b=\"urn:x\"><trk><trkseg>";
  for (int i = 0; i <= 120; ++i)
    gpx += fmt::format(
        "<trkpt lat=\"{:.6f}\" lon=\"0\"><ele>{}</ele><time>2026-05-31T10:{:02}:{:02}Z</time><extensions><b:battery><b:voltage>50.0"
        "</b:voltage><b:current>8.0</b:current></b:battery><power>210</power></extensions></trkpt>",
        i * 50.0 / 111195, 20 + i * 0.5, i * 10 / 60, i * 10 % 60);
  gpx += "</trkseg></trk></gpx>";
  const auto read = table(gpx);
  REQUIRE(read);
  const Ride& r = read->ride;
  CHECK(r.when == "2026-05-31");
  CHECK(r.length->value() == Approx(6.0).epsilon(0.02));
  CHECK(r.climb->value() == Approx(60).epsilon(0.1));
  CHECK(r.charge->value() == Approx(8.0 * 1200 / 3600));
  // 400 W by volts and amperes against 210 W that are somebody's: they contradict each other, so neither is taken.
  CHECK_FALSE(r.energy);
  std::string without = gpx;
  for (std::size_t at; (at = without.find("<power>210</power>")) != std::string::npos;) without.erase(at, 18);
  CHECK(table(without)->ride.energy->value() == Approx(400.0 * 1200 / 3600));
}

TEST_CASE("C-098: bytes that are no ride are read in bounded time, and never as a figure that is none") {
  for (const std::string& text : support::hostileTexts(400, 3)) {
    const auto read = table("time,volts,amps,speed\n0,50,1,20\n1," + text + ",1,20\n2,50,1,20\n" + text);
    if (!read) continue;
    if (read->ride.energy) CHECK(std::isfinite(read->ride.energy->value()));
    if (read->ride.length) CHECK(read->ride.length->value() < 2000);
  }
  Seeded random(9);
  for (int i = 0; i < 300; ++i) {
    std::string text = "time,volts,amps,speed\n";
    for (std::size_t n = random.below(400); n > 0; --n) text += "0123456789.,-+eE:;\n\tTZ\"nai"[random.below(26)];
    const auto read = table(text);
    if (read && read->ride.energy) CHECK(std::isfinite(read->ride.energy->value()));
  }
}
