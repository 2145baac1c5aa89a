// The charging run, piece by piece of the rest curve.
#include "core/charging/charge_run.h"

#include <algorithm>
#include <cmath>

#include "core/quantity/problem.h"
#include "core/quantity/root.h"

namespace usherwright {
namespace {

constexpr double longest = 400 * 3600.0;  // s: no charge is waited for longer
constexpr double tiny = 1e-12;
constexpr int rowsOfTaper = 24;  // of one piece: straight lines between them are the curve within 0.1 % of the charge
constexpr int stepsOfPower = 16;
constexpr double exact = 1e-7;  // of a piece's time
constexpr double apart = 1e-6;  // s, between two rows

/// I(t) = a·e^(λ1·t) + b·e^(λ2·t), and its integral: the taper of one piece of the rest curve. With u for the voltage of the
/// slow part: R·I = U_set − S·U(s) − u, so R·I' = −(β/Q + 1/C)·I + u/(r·C) and u' = I/C − u/(r·C).
struct Taper {
  double a = 0, b = 0, l1 = 0, l2 = 0;

  double current(double t) const { return a * std::exp(l1 * t) + b * std::exp(l2 * t); }
  static double grown(double l, double t) { return l == 0 ? t : std::expm1(l * t) / l; }
  double charge(double t) const { return a * grown(l1, t) + b * grown(l2, t); }  // A·s
  /// Where the current is lowest inside (0, t), if it turns there.
  std::optional<double> turn(double t) const {
    const double x = a * l1, y = -b * l2;
    if (l1 == l2 || x == 0 || y / x <= 0) return std::nullopt;
    const double at = std::log(y / x) / (l1 - l2);
    if (at > 0 && at < t) return at;
    return std::nullopt;
  }
};

class Charging {
 public:
  Charging(const ChargeInput& in, ChargeRows rows)
      : in_(in), rows_(rows), s_(in.start.value()), perAmpereSecond_(in.accepted / (3600 * in.capacity.value())) {
    run_.from = in;
    const double last = std::min(1.0, in.target.value());
    run_.benchRule = Hour(std::max(0.0, last - s_) * in.capacity.value() / in.current.value());
    r_ = in.slow.value();
    c_ = in.slowCapacitance.value();
    loop_ = (in.cells + in.path).value();
    if (r_ <= 0 || c_ <= 0) {
      loop_ += std::max(0.0, r_);
      r_ = 0;
    }
    loop_ = std::max(loop_, 1e-6);
  }

  ChargeRun run() {
    const double goal = std::min(1.0, in_.target.value());
    const double ampere = giving();
    keep(ampere);
    bool done = s_ >= goal - tiny;
    if (done) run_.cause = s_ >= 1 - tiny ? ChargeEnd::Full : ChargeEnd::Target;
    while (!done) {
      const Piece piece = pieceAt(goal);
      done = held_ ? taper(piece) : push(piece);
      if (!done && s_ >= goal - tiny) {
        run_.cause = goal >= 1 - tiny ? ChargeEnd::Full : ChargeEnd::Target;
        done = true;
      }
      if (!done && t_ >= longest) {
        run_.cause = ChargeEnd::TooLong;
        done = true;
      }
    }
    run_.full = s_ >= 1 - tiny;
    run_.end = Second(t_);
    run_.socAtEnd = StateOfCharge(std::min(s_, 1.0));
    run_.intoPack = Joule(joule_);
    run_.heat = Joule(joule_ - stored_);
    run_.mains = run_.intoPack / in_.efficiency;
    return std::move(run_);
  }

 private:
  /// A stretch of charge on which the rest voltage rises evenly.
  struct Piece {
    double to = 1;     ///< charge at its end
    double rest = 0;   ///< volts of the pack where it stands now
    double slope = 0;  ///< volts of the pack per share of its charge
  };

  Piece pieceAt(double goal) const {
    // The piece that the charge is about to enter, not the one that it has just left.
    const int i = in_.curve.piece(std::min(s_ + 1e-9, 1.0));
    const CurvePoint& a = in_.curve.points()[static_cast<std::size_t>(i)];
    const CurvePoint& b = in_.curve.points()[static_cast<std::size_t>(i) + 1];
    Piece p;
    const double slope = (b.voltage - a.voltage).value() / (b.soc - a.soc).value();
    p.to = std::min(goal, b.soc.value());
    p.rest = in_.series * (a.voltage.value() + slope * (s_ - a.soc.value()));
    p.slope = in_.series * slope;
    return p;
  }

  double giving() const {
    if (!in_.power) return in_.current.value();
    const double e = in_.series * in_.curve.at(StateOfCharge(std::min(s_, 1.0))).value() + u_;
    const double most = 2 * in_.power->value() / (e + std::sqrt(e * e + 4 * in_.power->value() * loop_));
    return std::min(in_.current.value(), most);
  }

  void keep(double ampere) {
    if (rows_ != ChargeRows::Rows) return;
    const ChargePoint point{Second(t_), StateOfCharge(std::min(s_, 1.0)), Ampere(ampere)};
    if (!run_.points.empty() && t_ - run_.points.back().time.value() < apart) run_.points.back() = point;
    else run_.points.push_back(point);
  }

  /// Constant current to the end of the piece, or until the terminals stand at the set voltage. Never the end by itself.
  bool push(const Piece& whole) {
    Piece piece = whole;
    // At constant power the current falls as the volts rise: short stretches of it are constant.
    if (in_.power) piece.to = std::min(whole.to, s_ + 1.0 / stepsOfPower / 4);
    const double i = giving(), rate = i * perAmpereSecond_;
    const double settled = i * r_, tau = r_ * c_, gap = u_ - settled;
    const auto slow = [&](double t) { return r_ > 0 ? settled + gap * std::exp(-t / tau) : 0.0; };
    const auto over = [&](double t) { return piece.rest + piece.slope * rate * t + slow(t) + i * loop_ - in_.set.value(); };
    double t = std::min((piece.to - s_) / rate, longest - t_);
    bool reached = false;
    if (in_.tapers && over(0) >= 0) {
      t = 0;
      reached = true;
    } else if (const double atEnd = in_.tapers ? over(t) : -1; atEnd >= 0) {
      reached = true;
      t = narrowed(over, {0, t, over(0), atEnd}, std::max(t * exact, 1e-9)).high;
    }
    const double slowCharge = r_ > 0 ? settled * t + gap * tau * -std::expm1(-t / tau) : 0.0;  // V·s of the slow part
    const double restCharge = (piece.rest + 0.5 * piece.slope * rate * t) * t;
    joule_ += i * (restCharge + slowCharge + i * loop_ * t);
    stored_ += in_.accepted * i * restCharge;
    u_ = slow(t);
    s_ += rate * t;
    if (!reached && t_ + t < longest) s_ = std::max(s_, piece.to);
    t_ += t;
    if (t > 0) keep(i);
    if (reached) {
      held_ = true;
      run_.constantVoltageFrom = Second(t_);
    }
    return false;
  }

  Taper taperOf(const Piece& piece) const {
    const double i = (in_.set.value() - piece.rest - u_) / loop_;
    Taper out;
    const double drop = piece.slope * perAmpereSecond_;  // V/s per A
    if (r_ <= 0) {
      out.a = i;
      out.l1 = -drop / loop_;
      return out;
    }
    const double p = (drop + 1 / c_) / loop_, q = 1 / (r_ * c_ * loop_);
    const double c = 1 / c_, d = 1 / (r_ * c_);
    const double mean = -(p + d) / 2, half = std::sqrt((p - d) * (p - d) / 4 + q * c);
    out.l1 = mean + half;
    out.l2 = mean - half;
    const double slope = -p * i + q * u_;  // I' now
    out.b = (slope - out.l1 * i) / (out.l2 - out.l1);
    out.a = i - out.b;
    return out;
  }

  /// Constant voltage to the end of the piece; true where the charge ends at the stop current.
  bool taper(const Piece& piece) {
    const Taper f = taperOf(piece);
    const double stop = in_.stop.value();
    if (f.current(0) <= stop) {
      run_.cause = ChargeEnd::StopCurrent;
      return true;
    }
    const double needed = (piece.to - s_) / perAmpereSecond_, room = longest - t_;
    // First where the current falls to the stop; until then it is above it, and the charge rises steadily.
    const auto under = [&](double x) { return stop - f.current(x); };
    double t = std::min(room, needed / f.current(0));
    bool ends = false;
    while (true) {
      const std::optional<double> turn = f.turn(t);
      const double low = turn && f.current(*turn) < f.current(t) ? *turn : t;
      ends = under(low) >= 0;
      if (ends) t = narrowed(under, {0, low, under(0), under(low)}, std::max(low * exact, 1e-9)).high;
      if (ends || t >= room || f.charge(t) > needed) break;
      t = std::min(room, t * 2);
    }
    const double surplus = f.charge(t) - needed;
    const bool whole = surplus > 0;
    if (whole) {
      ends = false;
      const auto beyond = [&](double x) { return f.charge(x) - needed; };
      t = narrowed(beyond, {0, t, -needed, surplus}, std::max(t * exact, 1e-9)).high;
    }
    step(piece, f, t);
    if (ends) run_.cause = ChargeEnd::StopCurrent;
    else if (whole) s_ = std::max(s_, piece.to);
    return ends;
  }

  void step(const Piece& piece, const Taper& f, double t) {
    const double begun = t_, charged = s_;
    if (rows_ == ChargeRows::Rows)
      for (int k = 1; k < rowsOfTaper; ++k) {
        const double x = t * k / rowsOfTaper;
        t_ = begun + x;
        s_ = charged + perAmpereSecond_ * f.charge(x);
        keep(f.current(x));
      }
    const double moved = f.charge(t), share = perAmpereSecond_ * moved;
    t_ = begun + t;
    s_ = charged + share;
    u_ = r_ > 0 ? in_.set.value() - (piece.rest + piece.slope * share) - f.current(t) * loop_ : 0.0;
    joule_ += in_.set.value() * moved;
    stored_ += in_.accepted * (piece.rest + 0.5 * piece.slope * share) * moved;
    keep(f.current(t));
  }

  const ChargeInput& in_;
  ChargeRows rows_;
  ChargeRun run_;
  double s_, perAmpereSecond_;
  double u_ = 0, t_ = 0, joule_ = 0, stored_ = 0;  ///< slow part, V; time, s; J at the terminals, J in the cells
  double r_ = 0, c_ = 0, loop_ = 0;
  bool held_ = false;
};

}  // namespace

std::optional<Second> ChargeRun::timeTo(StateOfCharge soc) const {
  for (std::size_t i = 0; i < points.size(); ++i) {
    if (points[i].soc < soc) continue;
    if (i == 0) return Second(0);
    const ChargePoint& a = points[i - 1];
    const ChargePoint& b = points[i];
    return a.time + (b.time - a.time) * ((soc - a.soc) / (b.soc - a.soc));
  }
  return std::nullopt;
}

StateOfCharge ChargeRun::socAt(Second time) const {
  for (std::size_t i = 1; i < points.size(); ++i) {
    if (points[i].time < time) continue;
    const ChargePoint& a = points[i - 1];
    const ChargePoint& b = points[i];
    const double share = b.time > a.time ? std::clamp((time - a.time) / (b.time - a.time), 0.0, 1.0) : 1.0;
    return a.soc + (b.soc - a.soc) * share;
  }
  return socAtEnd;
}

ChargeRun charge(const ChargeInput& input, ChargeRows rows) {
  ensure(input.capacity > AmpereHour(0) && input.current > Ampere(0), "charging without capacity or current");
  return Charging(input, rows).run();
}

}  // namespace usherwright
