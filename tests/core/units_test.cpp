// What a person may type, and what is refused with which sentence.
#include <catch2/catch.hpp>
#include <cmath>

#include <rapidcheck/catch.h>
#include "core/parts/wire.h"
#include "core/quantity/csv.h"
#include "core/quantity/quantity.h"
#include "core/quantity/units.h"

using namespace usherwright;

namespace {

template <class A, class B>
concept Addable = requires(A a, B b) {
  a + b;
};
template <class A, class B>
concept Comparable = requires(A a, B b) {
  a < b;
};

}  // namespace

// Different dimensions do not mix; different sizes of one dimension do.
static_assert(!Addable<Volt, Ampere>);
static_assert(!Addable<WattHour, Watt>);
static_assert(!Addable<StateOfCharge, Efficiency>);
static_assert(!Addable<Celsius, Kelvins>);
static_assert(!Comparable<AmpereHour, WattHour>);
static_assert(std::is_convertible_v<MilliOhm, Ohm> && !std::is_convertible_v<Volt, Ohm>);
static_assert(!Addable<Volt, double>);

TEST_CASE("good voltages are read in every usual form") {
  const std::string typed = GENERATE("54,6", "54.6V", "54,6 V", " 54.6v ", "54.6\xC2\xA0V", "+54.6", "54600 mV", "0,0546 kV", "54.6 VDC");
  INFO(typed);
  const auto value = parseQuantity(typed, Kind::Voltage);
  REQUIRE(value);
  CHECK(*value == Approx(54.6));
}

TEST_CASE("good quantities are read in their own units") {
  struct Row {
    const char* typed;
    Kind kind;
    double value;
  };
  const Row r = GENERATE(Row{"14.5Ah", Kind::Charge, 14.5}, Row{"14,5 Ah", Kind::Charge, 14.5}, Row{"2900 mAh", Kind::Charge, 2.9},
                         Row{"14.5AH", Kind::Charge, 14.5}, Row{"1.2k", Kind::PlainResistance, 1200}, Row{"28 mΩ", Kind::Resistance, 28},
                         Row{"0.028 ohm", Kind::Resistance, 28}, Row{"3/8 in", Kind::SmallLength, 9.525}, Row{"2 ft", Kind::Length, 0.6096},
                         Row{"80 %", Kind::Fraction, 0.8}, Row{"80", Kind::Fraction, 0.8}, Row{"0.8", Kind::Fraction, 0.8},
                         Row{"-5", Kind::Temperature, -5}, Row{"41 °F", Kind::Temperature, 5}, Row{"680µF", Kind::MicroCapacitance, 680},
                         Row{"10 mph", Kind::Speed, 16.09344}, Row{"0.5 kW", Kind::Power, 500}, Row{"150 lb", Kind::Mass, 68.0388555});
  INFO(r.typed);
  const auto value = parseQuantity(r.typed, r.kind);
  REQUIRE(value);
  CHECK(*value == Approx(r.value).epsilon(1e-9));
}

TEST_CASE("bad quantities say what was found and what is wanted") {
  struct Row {
    const char* typed;
    Kind kind;
    const char* sentence;
  };
  const Row r =
      GENERATE(Row{"abc", Kind::Voltage, "found \"abc\", expected a number in V."},
               Row{"54,6,1", Kind::Voltage, "found \"54,6,1\", expected one decimal sign at most."},
               Row{"1,200", Kind::Voltage, "found \"1,200\", expected either 1200 (thousand) or 1.200 (decimal): please type one of them."},
               Row{"12awg", Kind::Voltage, "found \"12awg\" (a wire size), expected a number in V."},
               Row{"22 A", Kind::Voltage, "found \"22 A\" (a current), expected a number in V."},
               Row{"500 Wh", Kind::Power, "found \"500 Wh\" (an energy), expected a number in W."},
               Row{"NaN", Kind::Voltage, "found \"NaN\", expected a number in V."},
               Row{"inf", Kind::Current, "found \"inf\", expected a number in A."},
               Row{"1e999", Kind::Voltage, "found \"1e999\", expected a number that a part could have."},
               Row{"", Kind::Voltage, "found nothing, expected a number in V."});
  INFO(r.typed);
  const auto value = parseQuantity(r.typed, r.kind);
  REQUIRE_FALSE(value);
  CHECK(value.error().sentence() == r.sentence);
}

TEST_CASE("a tolerance may be typed with the value") {
  for (const char* typed : {"22±1A", "22 ± 1 A", "22A±1A", "22+/-1", "22+-1 A"}) {
    INFO(typed);
    const auto both = parseToleranced(typed, Kind::Current);
    REQUIRE(both);
    CHECK(both->value == Approx(22));
    CHECK(both->tolerance == Approx(1));
  }
  CHECK(parseToleranced("22", Kind::Current)->tolerance < 0);
  CHECK_FALSE(parseToleranced("±1A", Kind::Current));
  CHECK_FALSE(parseToleranced("22±-1A", Kind::Current));
  CHECK_FALSE(parseToleranced("22±", Kind::Current));
}

TEST_CASE("what an entry shows can be typed again without loss") {
  rc::prop("metric", [](int raw) {
    const double value = raw / 1000.0;
    for (Kind kind : {Kind::Voltage, Kind::Resistance, Kind::Mass, Kind::Temperature, Kind::Distance}) {
      const auto again = parseQuantity(formatForEntry(value, kind, UnitSystem::Metric), kind, UnitSystem::Metric);
      RC_ASSERT(again.has_value());
      RC_ASSERT(std::abs(*again - value) <= 1e-9 * std::max(1.0, std::abs(value)));
    }
  });
  rc::prop("imperial, to six digits", [](int raw) {
    const double value = raw / 1000.0;
    for (Kind kind : {Kind::Mass, Kind::Distance, Kind::Speed, Kind::Length}) {
      const auto again = parseQuantity(formatForEntry(value, kind, UnitSystem::Imperial), kind, UnitSystem::Imperial);
      RC_ASSERT(again.has_value());
      RC_ASSERT(std::abs(*again - value) <= 2e-5 * std::max(1.0, std::abs(value)));
    }
  });
}

TEST_CASE("random text is read or refused, never more") {
  rc::prop("total", [](const std::string& text) {
    for (Kind kind : {Kind::Voltage, Kind::Fraction, Kind::Length}) {
      const auto value = parseQuantity(text, kind);
      if (value) RC_ASSERT(std::isfinite(*value));
      else RC_ASSERT(!value.error().sentence().empty());
    }
    const auto wire = parseWireSize(text);
    if (wire) RC_ASSERT(wire->area.value() > 0);
  });
}

TEST_CASE("numbers are written as the trade writes them") {
  CHECK(formatNumber(54.6) == "54.6");
  CHECK(formatNumber(46.8) == "46.8");
  CHECK(formatNumber(30) == "30");
  CHECK(formatNumber(0.03) == "0.03");
  CHECK(formatNumber(1045.3) == "1045");
  CHECK(formatNumber(-0.0001, 1) == "-0.0001");
  CHECK(formatNumber(0) == "0");
  CHECK(formatNumber(std::nan("")) == "–");
  CHECK(formatQuantity(0.78, Kind::Fraction) == "78 %");
  CHECK(formatQuantity(10, Kind::Distance, UnitSystem::Imperial) == "6.21 mi");
}

TEST_CASE("wire sizes are typed as they are printed") {
  for (const char* typed : {"12awg", "AWG 12", "12 AWG", "awg12", "12 ga"}) {
    INFO(typed);
    REQUIRE(parseWireSize(typed));
    CHECK(parseWireSize(typed)->text == "12awg");
  }
  for (const char* typed : {"2.5mm²", "2,5 mm2", "2.5 sqmm"}) {
    INFO(typed);
    REQUIRE(parseWireSize(typed));
    CHECK(parseWireSize(typed)->shown() == "2.5 mm²");
  }
  for (const char* typed : {"", "12", "12.5awg", "99awg", "0mm2", "-2.5mm2", "12 V"}) {
    INFO(typed);
    CHECK_FALSE(parseWireSize(typed));
  }
}

TEST_CASE("comma-separated text is read whole or refused with its line") {
  const auto table = readCsv("id,name\r\na,\"one, two\"\n\nb,\"say \"\"no\"\"\"\n");
  REQUIRE(table);
  REQUIRE(table->rows.size() == 2);
  CHECK(table->rows[0][1] == "one, two");
  CHECK(table->rows[1][1] == "say \"no\"");
  CHECK(table->column("name") == 1);
  CHECK(table->column("mass") == -1);
  CHECK(readCsv("").error().sentence() == "line 1: found nothing, expected a line of column names.");
  CHECK(readCsv("a,b\n1,2\n3\n").error().sentence() == "line 3: found 1 fields, expected 2 fields.");
  CHECK(readCsv("a\n\"open\n").error().sentence() == "line 2: found a quote that is never closed, expected a closing quote.");
}

TEST_CASE("thousands that could be decimals are asked about, and units are read in words") {
  const auto sentence = [](const char* text, Kind kind) { return parseQuantity(text, kind).error().sentence(); };
  CHECK(sentence("2.300 mAh", Kind::Charge).find("either 2300 mAh (thousand) or 2.300 with other decimals") != std::string::npos);
  CHECK_FALSE(parseQuantity("1.150 Wh", Kind::Energy));
  CHECK(*parseQuantity("2300 mAh", Kind::Charge) == Approx(2.3));
  CHECK(*parseQuantity("2.30 Ah", Kind::Charge) == Approx(2.3));
  CHECK(*parseQuantity("20 Ampere", Kind::Current) == Approx(20));
  CHECK(*parseQuantity("48伏", Kind::Voltage) == Approx(48));
}
