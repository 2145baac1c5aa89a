// The line that instruments speak: read, refused, cut anywhere, recorded, and never taken for a figure that it is not.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "core/instrument/recording.h"
#include "core/instrument/stream.h"
#include "support/hostile.h"
#include "support/random.h"

using namespace usherwright;
using support::Seeded;

namespace {

InstrumentReading randomReading(Seeded& random, double t) {
  InstrumentReading r;
  r.kind = static_cast<InstrumentKind>(random.below(3));
  r.t = t;
  const auto figure = [&](double span) { return (static_cast<double>(random.below(200001)) - 100000) / 100000 * span; };
  if (random.below(2)) r.volts = figure(90);
  if (random.below(2)) r.amperes = figure(60);
  if (random.below(4) == 0) r.ohms = std::abs(figure(1e6));
  for (std::size_t n = random.below(15); n > 0; --n) r.groups.push_back(3 + figure(1));
  for (std::size_t n = random.below(4); n > 0; --n) r.temperatures.push_back(20 + figure(30));
  if (random.below(3) == 0) r.state = std::vector<std::string>{"rest", "open", "a, \"word\"", "=1+1", "é漢"}[random.below(5)];
  return r;
}

bool isSame(const InstrumentReading& a, const InstrumentReading& b) {
  return a.kind == b.kind && std::abs(a.t - b.t) < 1e-3 && a.volts == b.volts && a.amperes == b.amperes && a.ohms == b.ohms &&
         a.groups == b.groups && a.temperatures == b.temperatures && a.state == b.state;
}

std::string problemOf(const std::string& line) {
  const auto read = parseInstrumentLine(line);
  return read ? std::string() : read.error().sentence();
}

InstrumentReading volts(double t, double v) {
  InstrumentReading r;
  r.t = t;
  r.volts = v;
  return r;
}

}  // namespace

TEST_CASE("C-091: what an instrument says is read back as it was said, and a command too") {
  Seeded random(2);
  for (int i = 0; i < 500; ++i) {
    const InstrumentReading said = randomReading(random, i * 0.1);
    const std::string line = lineOf(said);
    REQUIRE(line.back() == '\n');
    const auto read = parseInstrumentLine(std::string_view(line).substr(0, line.size() - 1));
    CAPTURE(line);
    REQUIRE(read);
    CHECK(isSame(std::get<InstrumentReading>(*read), said));
  }
  const auto hello = parseInstrumentLine(lineOf(InstrumentHello{InstrumentKind::Bms, "bench board"}));
  REQUIRE(hello);
  CHECK(std::get<InstrumentHello>(*hello).name == "bench board");
  const auto set = parseInstrumentCommand(lineOf(InstrumentCommand{InstrumentCommand::What::Set, "volts/deck"}));
  REQUIRE(set);
  CHECK(set->at == "volts/deck");
  CHECK(parseInstrumentCommand(lineOf(InstrumentCommand{InstrumentCommand::What::Stop, ""}))->what == InstrumentCommand::What::Stop);
  CHECK_FALSE(parseInstrumentCommand("{\"command\":\"set\"}"));
  CHECK_FALSE(parseInstrumentCommand("{\"command\":\"burn\"}"));
}

TEST_CASE("C-091: what no instrument of an e-bike reads is refused with place, found and expected") {
  CHECK(problemOf("{\"t\":1,\"kind\":\"meter\",\"pack_V\":53700}").find("pack_V: found 53700, expected -1000 to 1000") == 0);
  CHECK(problemOf("{\"t\":1,\"kind\":\"meter\",\"pack_V\":\"53.7\"}").find("expected a number") != std::string::npos);
  CHECK(problemOf("{\"t\":1,\"kind\":\"scale\"}").find("meter, bms or charger") != std::string::npos);
  CHECK(problemOf("{\"kind\":\"meter\",\"pack_V\":5}").find("t: found nothing") == 0);
  CHECK(problemOf("{\"t\":1,\"kind\":\"bms\",\"group_V\":[3.7,9.1]}").find("group_V 2") == 0);
  CHECK(problemOf("{\"t\":-1,\"kind\":\"meter\"}").find("t: found -1") == 0);
  CHECK(problemOf("{\"hello\":\"usherwright-instrument\",\"version\":2,\"kind\":\"meter\"}").find("version") == 0);
  for (const char* line :
       {"", "[]", "5", "null", "{", "{\"t\":1e999,\"kind\":\"meter\"}", "{\"t\":{\"a\":[[[[1]]]]},\"kind\":\"meter\"}", "\xff\xfe"}) {
    CAPTURE(line);
    CHECK_FALSE(parseInstrumentLine(line));
  }
  CHECK_FALSE(parseInstrumentLine(std::string(mostLineBytes + 1, ' ')));
  // Near the limits, from both sides.
  CHECK(problemOf("{\"t\":1,\"kind\":\"meter\",\"pack_V\":1000}").empty());
  CHECK_FALSE(problemOf("{\"t\":1,\"kind\":\"meter\",\"pack_V\":1000.1}").empty());
}

TEST_CASE("C-091: 100 000 lines with bytes changed are read as what is within bounds, or refused") {
  Seeded random(7);
  std::size_t read = 0;
  for (int i = 0; i < 100000; ++i) {
    std::string line = lineOf(randomReading(random, static_cast<double>(i)));
    for (std::size_t n = random.below(4); n > 0 && !line.empty(); --n) {
      const std::size_t at = random.below(line.size());
      switch (random.below(3)) {
        case 0: line[at] = static_cast<char>(random.below(256)); break;
        case 1: line.erase(at, 1 + random.below(4)); break;
        default: line.insert(at, 1, "0123456789eE.-,:[]{}\""[random.below(21)]);
      }
    }
    const auto parsed = parseInstrumentLine(line);
    if (!parsed || !std::holds_alternative<InstrumentReading>(*parsed)) continue;
    ++read;
    const auto& r = std::get<InstrumentReading>(*parsed);
    bool within =
        std::isfinite(r.t) && r.t >= 0 && (!r.volts || std::abs(*r.volts) <= 1000) && (!r.amperes || std::abs(*r.amperes) <= 1000);
    for (const double g : r.groups) within = within && std::abs(g) <= 6;
    if (!within) FAIL(line);
  }
  CHECK(read > 20000);
}

TEST_CASE("C-091: a stream is the same wherever its bytes are cut, garbage is counted, and a line without an end ends it for nobody") {
  Seeded random(3);
  for (int round = 0; round < 60; ++round) {
    std::string all = lineOf(InstrumentHello{InstrumentKind::Meter, "m"});
    std::size_t lines = 0, garbage = 0;
    for (int i = 0; i < 30; ++i) {
      if (random.below(5) == 0) {
        all += random.below(2) ? "garbage\r\n" : "{\"t\":}\n";
        ++garbage;
      }
      all += lineOf(randomReading(random, i * 0.1));
      ++lines;
    }
    InstrumentStream whole, cut;
    whole.take(all, 0);
    for (std::size_t at = 0; at < all.size();) {
      const std::size_t n = std::min(all.size() - at, 1 + random.below(40));
      cut.take(std::string_view(all).substr(at, n), 0);
      at += n;
    }
    CHECK(whole.fresh().size() == lines);
    CHECK(cut.fresh().size() == lines);
    CHECK(whole.garbage() == garbage);
    CHECK(cut.garbage() == garbage);
    CHECK(whole.recent().size() == cut.recent().size());
  }
  InstrumentStream stream;
  for (int i = 0; i < 100; ++i) stream.take(std::string(1000, 'x'), i);
  CHECK(stream.garbage() == 1);
  CHECK_FALSE(stream.problem().empty());
  stream.take("\n" + lineOf(volts(1, 50)), 100);
  CHECK(stream.recent().size() == 1);
  CHECK(stream.problem().empty());
  for (const std::string& text : support::hostileTexts(500, 5)) stream.take(text, 101);
  stream.take("\n" + lineOf(volts(2, 50)), 102);
  CHECK(stream.recent().back().t == 2);
}

TEST_CASE("C-091: silence is noticed, garbage breaks no silence, and an instrument that begins anew forgets what it read") {
  InstrumentStream stream;
  CHECK(stream.isSilent(0));
  stream.take(lineOf(volts(0, 50)), 10);
  CHECK_FALSE(stream.isSilent(12.9));
  CHECK(stream.isSilent(13.1));
  stream.take("no line of the protocol\n", 13.2);
  CHECK(stream.isSilent(13.3));
  stream.take(lineOf(volts(1, 50)), 14);
  CHECK_FALSE(stream.isSilent(14.1));
  stream.take(lineOf(volts(0.5, 51)), 15);  // its clock is back: another beginning
  CHECK(stream.recent().size() == 1);
  for (int i = 0; i < 2000; ++i) stream.take(lineOf(volts(1 + i * 0.1, 50)), 16);
  CHECK(stream.recent().back().t - stream.recent().front().t <= InstrumentStream::kept);
}

TEST_CASE("C-078: a figure counts once it stands still, and never from before the last second") {
  std::deque<InstrumentReading> recent;
  CHECK_FALSE(settledIn(recent, "V"));
  for (int i = 0; i < 4; ++i) recent.push_back(volts(i * 0.1, 53.7));
  CHECK_FALSE(settledIn(recent, "V")->stands);  // too few
  for (int i = 4; i < 10; ++i) recent.push_back(volts(i * 0.1, 53.7 + 0.01 * (i % 2)));
  const auto stands = settledIn(recent, "V");
  REQUIRE(stands);
  CHECK(stands->stands);
  CHECK(stands->value == Approx(53.705).margin(0.006));
  CHECK_FALSE(settledIn(recent, "kΩ"));  // it reads volts, no ohms
  for (int i = 10; i < 14; ++i) recent.push_back(volts(i * 0.1, 20));
  CHECK_FALSE(settledIn(recent, "V")->stands);  // the probe has moved
  for (int i = 14; i < 26; ++i) recent.push_back(volts(i * 0.1, 20));
  CHECK(settledIn(recent, "V")->value == Approx(20));
  InstrumentReading board;
  board.groups = {3.91, 3.93, 3.905};
  CHECK(*figureIn(board, "mV") == Approx(25));
  InstrumentReading open;
  open.state = "open";
  CHECK(*figureIn(open, "kΩ") == Approx(1000));
  InstrumentReading nothing;
  CHECK_FALSE(figureIn(nothing, "kΩ"));  // a meter that says nothing is not open
  InstrumentReading warm;
  warm.temperatures = {41, 19};
  CHECK(*figureIn(warm, "K") == Approx(22));
}

TEST_CASE("C-091: a record that is cut off at any byte gives every row that was whole") {
  Seeded random(11);
  std::string record = recordHeader();
  std::vector<InstrumentReading> said;
  std::vector<std::size_t> ends;
  for (int i = 0; i < 40; ++i) {
    said.push_back(randomReading(random, i * 0.1));
    record += recordRow(said.back());
    ends.push_back(record.size());
  }
  for (std::size_t cut = 0; cut <= record.size(); ++cut) {
    const auto read = readRecord(std::string_view(record).substr(0, cut));
    CAPTURE(cut);
    REQUIRE(read);
    const auto whole = static_cast<std::size_t>(std::count_if(ends.begin(), ends.end(), [&](std::size_t e) { return e <= cut; }));
    REQUIRE(read->size() == whole);
    if (whole > 0) CHECK(isSame(read->back(), said[whole - 1]));
  }
  CHECK_FALSE(readRecord("a,b\n1,2\n"));
  CHECK_FALSE(readRecord(recordHeader() + "x,meter,,,,,,\n"));
}
