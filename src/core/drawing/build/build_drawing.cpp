#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/build/build_drawings.h"
#include "core/drawing/list/item_cards.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double rowHeight = 30, lineHeight = 20, headHeight = 34, gateHeight = 92, readingHigh = 24, side = 12;

std::string_view wordOf(StepStanding s) {
  switch (s) {
    case StepStanding::Open: return "open";
    case StepStanding::Passed: return "passed";
    case StepStanding::CannotTell: return "cannot tell";
    case StepStanding::Failed: return "stop";
  }
  return "";
}

CardMark markOf(StepStanding s) {
  return s == StepStanding::Passed       ? CardMark::Good
         : s == StepStanding::Failed     ? CardMark::Bad
         : s == StepStanding::CannotTell ? CardMark::Doubt
                                         : CardMark::Open;
}

/// Words in lines of a width, as many as it takes.
std::vector<std::string> wrappedTo(const std::string& words, Face face, double width) { return inLines(words, face, width, 40); }

/// Where the sheet's lines go; drawn when there is a pen.
class Sheet {
 public:
  Sheet(Pen* pen, double width) : pen_(pen), width_(width) {}
  double y = 0;

  void heading(const std::string& words) {
    y += 5;
    if (pen_) pen_->text({side, y + 15}, words, Face::Label, Ink::Deep);
    y += 22;
  }
  void lines(const std::string& words, Ink ink, double indent = 0, const std::string& bullet = "") {
    for (const std::string& line : wrappedTo(words, Face::Label, width_ - 2 * side - indent)) {
      if (pen_) pen_->text({side + indent, y + 15}, line, Face::Label, ink);
      if (pen_ && !bullet.empty() && first_) pen_->text({side, y + 15}, bullet, Face::Label, ink);
      first_ = false;
      y += lineHeight;
    }
    first_ = true;
  }
  Pen* pen() const { return pen_; }
  double width() const { return width_; }

 private:
  Pen* pen_;
  double width_;
  bool first_ = true;
};

/// The window on a scale that reaches over it by half on both sides.
void gateScale(Pen& pen, const Gate& gate, const StepJudged& judged, std::optional<double> reading, double y, double width) {
  const double span = std::max(gate.high - gate.low, 1e-6);
  double from = gate.low - span / 2, to = std::min(gate.high, gate.low + 1e4) + span / 2;
  if (gate.isOpenEnded()) to = 10;  // ohms without an upper end
  if (reading) {
    from = std::min(from, *reading - span / 8);
    if (!gate.isOpenEnded()) to = std::max(to, *reading + span / 8);
  }
  const double left = side + 8, right = width - side - 8;
  const auto x = [&](double v) { return left + (right - left) * std::clamp((v - from) / (to - from), 0.0, 1.0); };
  pen.rectangle({left, y + 30}, {right, y + 48}, Ink::Paper, Ink::BankLine);
  Shape& window = pen.rectangle({x(gate.low), y + 30}, {x(gate.high), y + 48}, Ink::Shoal, Ink::Deep);
  window.part = "gate/window";
  window.tip =
      fmt::format("passes between {} and {} {}: {}", formatNumber(gate.low, 4), formatNumber(gate.high, 4), gate.unit, gate.because);
  pen.text({x(gate.low), y + 66}, formatNumber(gate.low, 4), Face::SmallFigure, Ink::Ink, Anchor::Middle);
  if (!gate.isOpenEnded())
    pen.text({x(gate.high), y + 66}, formatNumber(gate.high, 4) + " " + gate.unit, Face::SmallFigure, Ink::Ink, Anchor::Middle);
  else pen.text({right, y + 66}, gate.unit + " and more", Face::SmallFigure, Ink::Ink, Anchor::End);
  if (!reading) return;
  const Ink ink = judged.standing == StepStanding::Passed ? Ink::Deep : judged.standing == StepStanding::Failed ? Ink::Stop : Ink::Mind;
  const double at = x(*reading);
  pen.polygon({{at - 7, y + 16}, {at + 7, y + 16}, {at, y + 29}}, ink);
  const std::string figure = fmt::format("{} {}", formatNumber(*reading, 4), gate.unit);
  const double half = textWidth(figure, Face::SmallFigure) / 2;
  pen.text({std::clamp(at, left + half, right - half), y + 12}, figure, Face::SmallFigure, ink, Anchor::Middle);
}

void otherwiseRows(Sheet& sheet, const Gate& gate) {
  const double figures = 124, means = figures + (sheet.width() - figures) * 0.5;
  for (const Otherwise& o : gate.otherwise) {
    const auto said = wrappedTo(o.means, Face::Label, means - figures - 16);
    const auto then = wrappedTo(o.then, Face::Small, sheet.width() - means - side);
    const double height = lineHeight * static_cast<double>(std::max({said.size(), then.size(), std::size_t(1)})) + 6;
    if (Pen* pen = sheet.pen()) {
      const std::string range = o.range(gate.unit);
      pen->line({{side, sheet.y}, {sheet.width() - side, sheet.y}}, Ink::BankLine);
      pen->text({figures - 8, sheet.y + 17}, range, Face::SmallFigure, Ink::Ink, Anchor::End);
      for (std::size_t i = 0; i < said.size(); ++i)
        pen->text({figures, sheet.y + 17 + lineHeight * static_cast<double>(i)}, said[i], Face::Label, Ink::Ink);
      for (std::size_t i = 0; i < then.size(); ++i)
        pen->text({means, sheet.y + 17 + lineHeight * static_cast<double>(i)}, then[i], Face::Small, Ink::Soft);
    }
    sheet.y += height;
  }
}

void lay(Sheet& sheet, const WorkStep& step, const StepJudged& judged, std::optional<double> reading, const BenchParts& parts) {
  if (Pen* pen = sheet.pen())
    pen->text({side, sheet.y + 22}, elided(step.title, Face::Title, sheet.width() - 2 * side), Face::Title, Ink::Ink);
  sheet.y += headHeight;
  sheet.lines("Why: " + step.why, Ink::Soft);
  if (hasBenchPicture(parts, step)) {
    const double high = benchPictureHeight(parts, step);
    if (Pen* pen = sheet.pen()) benchPicture(*pen, parts, step, {{side, sheet.y + 8}, {sheet.width() - side, sheet.y + 8 + high}});
    sheet.y += high + 6;
  }
  if (!step.mustBe.empty()) {
    sheet.heading("Must be so now");
    std::string all;
    for (const std::string& so : step.mustBe) all += (all.empty() ? "" : "; ") + so;
    sheet.lines(all + ".", Ink::Ink, 16, "–");
  }
  sheet.heading("Do");
  for (const std::string& how : step.how) sheet.lines(how, Ink::Ink, 16, "–");
  if (!step.gate) return;
  sheet.heading("The window, worked out before you measure");
  if (!step.gate->known) {
    sheet.lines(step.gate->because, Ink::Mind);
    return;
  }
  const double lift = reading ? 0 : readingHigh;  // no mark above the scale yet
  if (Pen* pen = sheet.pen()) gateScale(*pen, *step.gate, judged, reading, sheet.y - lift, sheet.width());
  sheet.y += gateHeight - 18 - lift;
  sheet.lines(judged.words.empty() ? step.gate->because : judged.words, judged.standing == StepStanding::Failed ? Ink::Stop : Ink::Soft);
  if (judged.likely) sheet.lines(fmt::format("Most likely: {}. Then: {}.", judged.likely->means, judged.likely->then), Ink::Ink);
  sheet.heading(judged.record ? "Had it been otherwise" : "If it is otherwise");
  otherwiseRows(sheet, *step.gate);
}

}  // namespace

double workListHeight(const std::vector<WorkStep>& order) {
  return 8 + rowHeight * static_cast<double>(std::max<std::size_t>(1, order.size()));
}

Drawing workList(const std::vector<WorkStep>& order, const std::vector<StepJudged>& judged, const std::string& chosen, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  double y = 4;
  for (std::size_t i = 0; i < order.size(); ++i) {
    const WorkStep& step = order[i];
    const bool here = step.id == chosen;
    Shape& row =
        pen.rectangle({2, y}, {size.width - 2, y + rowHeight - 4}, here ? Ink::Shoal : Ink::Card, here ? Ink::Deep : Ink::BankLine, 3);
    row.part = "step/" + step.id;
    row.tip = fmt::format("{}: {}", step.title, wordOf(judged[i].standing));
    d.description += row.tip + ". ";
    cardMark(pen, {16, y + rowHeight / 2 - 2}, markOf(judged[i].standing));
    pen.text({30, y + 18}, elided(step.name, Face::Small, size.width - 40), Face::Small, Ink::Ink);
    y += rowHeight;
  }
  return d;
}

double workStepHeight(const WorkStep& step, const BenchParts& parts, double width) {
  Sheet sheet(nullptr, width);
  StepJudged longest;
  longest.words = std::string(120, 'n');
  longest.likely = Otherwise{0, 0, std::string(90, 'n'), std::string(60, 'n')};
  lay(sheet, step, longest, step.gate ? std::optional<double>(step.gate->low) : std::nullopt, parts);
  return sheet.y + 3 * lineHeight;
}

Drawing workStepSheet(const WorkStep& step, const StepJudged& judged, std::optional<double> reading, const BenchParts& parts, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  Sheet sheet(&pen, size.width);
  lay(sheet, step, judged, reading, parts);
  d.description = fmt::format("{}: {}. {}", step.title, wordOf(judged.standing), judged.words);
  for (const Shape* shape : d.parts())
    if (shape->part.starts_with("bench/")) d.description += " " + shape->tip + ".";
  return d;
}

Drawing buildGlance(const Subject& subject, Size size) {
  const std::vector<WorkStep> order = orderOfWork(subject.plan, subject.assessment.figures);
  std::vector<StepJudged> judged;
  judged.reserve(order.size());
  for (const WorkStep& step : order) judged.push_back(judgedOf(subject.plan, step));
  return workList(order, judged, "", size);
}

}  // namespace usherwright::drawing
