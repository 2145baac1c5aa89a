// The picture of cells.
#include "core/drawing/fit/cells_picture.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

namespace usherwright::drawing {
namespace {

constexpr double layerApart = 40;  // mm, beside each other on the paper

}  // namespace

std::string_view faceWords(CellFace face) { return face == CellFace::Near ? "near face" : "far face, mirrored"; }

CellsPicture::CellsPicture(const FitRoom& room, const CellLayout& layout, CellFace face)
    : room_(room), layout_(layout), face_(face), extent_(extentOf(room.inside)), d_(worldOf({})), pen_(d_) {
  for (const Site& s : layout.sites) layers_ = std::max(layers_, s.layer + 1);
  const double wide = extent_.width() + layerApart, left = face == CellFace::Far ? -extent_.high.x : extent_.low.x;
  d_.world = {{left - 12, -extent_.high.y - 26}, {left + wide * layers_ - layerApart + 12, -extent_.low.y + 12}};
}

Point CellsPicture::at(const Site& s) const {
  const double x = face_ == CellFace::Far ? -s.at.x : s.at.x;
  return {x + s.layer * (extent_.width() + layerApart), -s.at.y};
}

void CellsPicture::ground() {
  for (int layer = 0; layer < layers_; ++layer) {
    const double by = layer * (extent_.width() + layerApart);
    const auto shifted = [&](const Ring& ring) {
      Ring r = ring;
      for (Spot& p : r) p.x += face_ == CellFace::Far ? -by : by;
      return r;
    };
    for (const Ring& ring : room_.inside)
      pen_.polygon(onPaper(shifted(ring), face_ == CellFace::Far), area(ring) > 0 ? Ink::Card : Ink::Bank, Ink::BankLine).steady = true;
    for (const Ring& ring : room_.usable) closedLine(pen_, shifted(ring), Ink::BankLine, 1, Pattern::Dashed, face_ == CellFace::Far);
    if (layers_ > 1) pen_.text({d_.world.low.x + 12 + by, -extent_.high.y - 8}, fmt::format("layer {}", layer + 1), Face::Small, Ink::Soft);
  }
}

void CellsPicture::bonds() {
  const auto beside = neighbours(room_, layout_.sites);
  const double width = 0.55 * std::min(room_.cell.width, room_.cell.height);
  for (std::size_t i = 0; i < beside.size(); ++i)
    for (const std::size_t j : beside[i]) {
      if (j < i || layout_.group[i] != layout_.group[j] || layout_.sites[i].layer != layout_.sites[j].layer) continue;
      pen_.line({at(layout_.sites[i]), at(layout_.sites[j])}, plusNear(layout_.group[i]) ? Ink::Shoal : Ink::Bank, width);
    }
}

void CellsPicture::outlineOf(std::size_t i, Ink fill, Ink stroke) {
  Shape& s = cellOutline(pen_, room_.cell, at(layout_.sites[i]), fill, stroke);
  s.part = fmt::format("cell/{}", i);
  s.tip = fmt::format("group {}, {} towards you", layout_.group[i], isPlus(i) ? "plus" : "minus");
}

void CellsPicture::poles(bool overStrips) {
  const std::vector<std::size_t> named = numbered();
  const double h = std::min(room_.cell.width, room_.cell.height), r = 0.16 * h;
  for (std::size_t i = 0; i < layout_.sites.size(); ++i) {
    Point p = at(layout_.sites[i]);
    if (std::find(named.begin(), named.end(), i) != named.end()) {
      if (overStrips) pen_.circle({p.x, p.y - 0.14 * h}, 0.27 * h, Ink::Card, Ink::BankLine);
      pen_.text({p.x, p.y}, std::to_string(layout_.group[i]), Face::SmallFigure, Ink::Ink, Anchor::Middle);
      p.y += 0.24 * h;
    }
    if (isPlus(i)) pen_.circle(p, r, Ink::Copper);
    else pen_.rectangle({p.x - r, p.y - r / 3}, {p.x + r, p.y + r / 3}, Ink::Ink);
  }
}

void CellsPicture::corner(std::string words, Ink ink) {
  pen_.text({d_.world.high.x - 12, -extent_.high.y - 8}, std::move(words), Face::Small, ink, Anchor::End);
}

std::vector<std::size_t> CellsPicture::numbered() const {
  std::map<int, std::vector<std::size_t>> of;
  for (std::size_t i = 0; i < layout_.group.size(); ++i) of[layout_.group[i]].push_back(i);
  std::vector<std::size_t> out;
  for (const auto& [group, cells] : of) {
    Point middle;
    for (const std::size_t i : cells) {
      middle.x += at(layout_.sites[i]).x / static_cast<double>(cells.size());
      middle.y += at(layout_.sites[i]).y / static_cast<double>(cells.size());
    }
    out.push_back(*std::min_element(cells.begin(), cells.end(), [&](std::size_t a, std::size_t b) {
      const Point p = at(layout_.sites[a]), q = at(layout_.sites[b]);
      return std::hypot(p.x - middle.x, p.y - middle.y) < std::hypot(q.x - middle.x, q.y - middle.y);
    }));
  }
  return out;
}

void CellsPicture::plates() {
  const auto beside = neighbours(room_, layout_.sites);
  const double width = 0.45 * std::min(room_.cell.width, room_.cell.height);
  for (std::size_t i = 0; i < beside.size(); ++i)
    for (const std::size_t j : beside[i]) {
      const int plate = plateAt(layout_.group[i], isNear());
      if (j < i || plate != plateAt(layout_.group[j], isNear()) || layout_.sites[i].layer != layout_.sites[j].layer) continue;
      Shape& s = pen_.line({at(layout_.sites[i]), at(layout_.sites[j])}, plate % 4 < 2 ? Ink::Shoal : Ink::Bank, width);
      s.part = fmt::format("plate/{}", plate);
      s.tip = fmt::format("plus of group {} with minus of group {}", plate, plate + 1);
    }
}

void CellsPicture::numbers() {
  const double h = std::min(room_.cell.width, room_.cell.height), r = 0.1 * h;
  for (std::size_t i = 0; i < layout_.sites.size(); ++i) {
    const Point p = at(layout_.sites[i]);
    pen_.text({p.x, p.y}, fmt::format("{}{}", isPlus(i) ? "+" : "−", layout_.group[i]), Face::SmallFigure, Ink::Ink, Anchor::Middle);
    // Two spots of the weld, to be ticked.
    for (const double side : {-1.6, 1.6}) pen_.circle({p.x + side * r, p.y + 0.26 * h}, r * 0.7, Ink::Card, Ink::Ink);
  }
}

void CellsPicture::balanceLeads(LeadExit exit) {
  const Extent extent = extentOf(layout_.sites, room_);
  std::map<int, std::size_t> nearest;
  for (std::size_t i = 0; i < layout_.sites.size(); ++i) {
    const int plate = plateAt(layout_.group[i], isNear());
    const auto found = nearest.find(plate);
    if (found == nearest.end() ||
        exitDistance(extent, layout_.sites[i].at, exit) < exitDistance(extent, layout_.sites[found->second].at, exit))
      nearest[plate] = i;
  }
  const double r = 0.3 * std::min(room_.cell.width, room_.cell.height);
  for (const auto& [plate, i] : nearest) {
    const Point p = at(layout_.sites[i]);
    Shape& s = pen_.rectangle({p.x - r, p.y - 1.5 * r}, {p.x + r, p.y - 0.6 * r}, Ink::Card, Ink::Copper);
    s.part = fmt::format("balance/{}", plate);
    s.tip = fmt::format("balance lead {}", plate);
    pen_.text({p.x, p.y - 0.8 * r}, fmt::format("B{}", plate), Face::SmallFigure, Ink::Ink, Anchor::Middle);
  }
}

void CellsPicture::ringed(std::size_t i, Ink ink, const std::string& words) {
  Shape& s = pen_.circle(at(layout_.sites[i]), 0.42 * std::min(room_.cell.width, room_.cell.height), Ink::None, ink);
  s.width = 0.1 * std::min(room_.cell.width, room_.cell.height);
  s.pattern = Pattern::Dashed;
  s.part = fmt::format("cell/{}", i);
  s.tip = words;
}

}  // namespace usherwright::drawing
