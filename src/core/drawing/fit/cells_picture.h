// Cells as they are drawn on every sheet of station Fit: on the room, with groups and poles, seen from either face.
#pragma once

#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/fit/fit_parts.h"

namespace usherwright::drawing {

std::string_view faceWords(CellFace face);

class CellsPicture {
 public:
  CellsPicture(const FitRoom& room, const CellLayout& layout, CellFace face);

  Point at(const Site& site) const;
  /// The room, layer beside layer.
  void ground();
  /// What holds a group together.
  void bonds();
  void outlineOf(std::size_t i, Ink fill, Ink stroke);
  /// Plus: a filled dot in copper; minus: a bar. Told apart without colour. Of each group one cell, that nearest to its middle, has
  /// its number.
  void poles(bool overStrips = false);
  /// What is one plate on this face: the plus of a group with the minus of the next, and what is printed on it.
  void plates();
  /// The number of every cell, as it is kept.
  void numbers();
  /// Which plates of this face have which balance lead, at their cell nearest to where the lead leaves.
  void balanceLeads(LeadExit exit);
  /// A ring around cells that stay when a layout is looked for anew, or that a lead is taken from.
  void ringed(std::size_t i, Ink ink, const std::string& words);

  /// Above the room, at its right end: the names of layers stand at the left.
  void corner(std::string words, Ink ink);
  bool isPlus(std::size_t i) const { return plusNear(layout_.group[i]) == isNear(); }
  bool isNear() const { return face_ == CellFace::Near; }
  Drawing done() { return std::move(d_); }
  Pen& pen() { return pen_; }
  void describe(std::string words) { d_.description = std::move(words); }

 private:
  std::vector<std::size_t> numbered() const;

  const FitRoom& room_;
  const CellLayout& layout_;
  CellFace face_;
  Extent extent_;
  Drawing d_;
  Pen pen_;
  int layers_ = 1;
};

}  // namespace usherwright::drawing
