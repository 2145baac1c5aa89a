// Lists of parts as CSV, checked column by column against the field table.
#include "core/plan/shelf.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <functional>
#include <set>

#include "core/plan/edit.h"
#include "core/plan/fields.h"
#include "core/plan/makeup.h"
#include "core/plan/shelf_data.h"
#include "core/quantity/csv.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr std::size_t longestList = 5000;

std::string place(std::size_t row, std::string_view column) { return fmt::format("line {}, column {}", row + 2, column); }

/// "capacity (mAh)": the field's key or label, in any case, and the unit that its column is in.
struct ColumnName {
  std::string name;
  std::string unit;
};
ColumnName columnNamed(const std::string& header) {
  const auto open = header.find('('), close = header.find(')');
  if (open == std::string::npos || close == std::string::npos || close < open) return {trimmed(header), {}};
  return {trimmed(header.substr(0, open)), trimmed(header.substr(open + 1, close - open - 1))};
}

/// Labels begin with what they belong to, "cell capacity"; in a list of cells nobody writes it.
bool isNamed(const FieldSpec& spec, const std::string& name) {
  const auto alike = [](std::string_view a, std::string_view b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                      [](unsigned char x, unsigned char y) { return std::tolower(x) == std::tolower(y); });
  };
  std::string_view label = spec.label;
  if (name == spec.key || alike(label, name)) return true;
  for (std::string_view owner : {"cell ", "BMS "})
    if (label.starts_with(owner) && alike(label.substr(owner.size()), name)) return true;
  return false;
}

/// Sets the field `key` of an owner from a CSV text; false if the owner has no such field.
template <class Owner>
Expected<bool> setFromText(Owner& owner, const std::string& header, const std::string& text) {
  const ColumnName column = columnNamed(header);
  for (const FieldSpec& spec : fieldsOf<Owner>()) {
    if (!isNamed(spec, column.name)) continue;
    if (trimmed(text).empty() && !spec.required) return true;
    const bool plain = !column.unit.empty() && trimmed(text).find_first_not_of("0123456789.,") == std::string::npos;
    const auto value = parseEntry(spec, plain ? text + " " + column.unit : text, UnitSystem::Metric);
    if (!value) return tl::unexpected(value.error());
    spec.set(&owner, *value);
    return true;
  }
  return false;
}

/// Walks a list line by line. `set` puts one text into one item and says whether it knows the column.
template <class Item>
Expected<std::vector<Item>> readList(std::string_view csv,
                                     const std::function<Expected<bool>(Item&, const std::string&, const std::string&)>& set) {
  const auto table = readCsv(csv);
  if (!table) return tl::unexpected(table.error());
  if (table->column("id") < 0) return unexpected("line 1", "no column id", "a column id among the names of the columns");
  if (table->rows.size() > longestList)
    return unexpected("list", fmt::format("{} lines", table->rows.size()), fmt::format("at most {}", longestList));
  std::vector<Item> items;
  std::set<std::string> seen;
  for (std::size_t r = 0; r < table->rows.size(); ++r) {
    Item item;
    for (std::size_t c = 0; c < table->columns.size(); ++c) {
      const std::string& column = table->columns[c];
      const std::string& text = table->rows[r][c];
      const auto known = set(item, column, text);
      if (!known) return unexpected(place(r, column), known.error().found, known.error().expected);
      if (!*known) return unexpected(fmt::format("line 1, column {}", c + 1), inQuotes(column), "a column this list knows");
    }
    if (const auto stray = strayIn(item.id, Breaks::No)) return unexpected(place(r, "id"), *stray, "an id in one line");
    if (item.id.empty() || item.id.find('/') != std::string::npos)
      return unexpected(place(r, "id"), inQuotes(item.id), "an id without a slash");
    if (!seen.insert(item.id).second) return unexpected(place(r, "id"), inQuotes(item.id) + " a second time", "ids that differ");
    items.push_back(std::move(item));
  }
  return items;
}

Expected<bool> setCell(Cell& cell, const std::string& column, const std::string& text) {
  if (column == "id") {
    cell.id = trimmed(text);
    return true;
  }
  if (column.starts_with("slow_")) return setFromText(cell.rc, column.substr(5), text);
  return setFromText(cell, column, text);
}

Expected<bool> setSeries(int& target, const std::string& text) {
  const auto number = parseNumber(text);
  if (!number) return tl::unexpected(number.error());
  if (*number < 1 || *number > 200 || *number != static_cast<int>(*number))
    return unexpected("", "\"" + text + "\"", "a whole number from 1 to 200");
  target = static_cast<int>(*number);
  return true;
}

Expected<bool> setChemistries(std::vector<Chemistry>& target, const std::string& text) {
  std::size_t from = 0;
  while (from < text.size()) {
    const std::size_t end = std::min(text.find(' ', from), text.size());
    const std::string word = text.substr(from, end - from);
    from = end + 1;
    if (word.empty()) continue;
    const auto words = wordsOf<Chemistry>();
    const auto found = std::find(words.begin(), words.end(), word);
    if (found == words.end()) return unexpected("", inQuotes(word), "nmc, lipo, lmo, lfp, lead or nimh, with spaces between");
    target.push_back(static_cast<Chemistry>(found - words.begin()));
  }
  if (target.empty()) return unexpected("", "nothing", "at least one chemistry");
  return true;
}

Expected<bool> setBoard(ShelfBms& board, const std::string& column, const std::string& text) {
  if (column == "id") {
    board.id = trimmed(text);
    return true;
  }
  if (column == "series_from") return setSeries(board.seriesFrom, text);
  if (column == "series_to") return setSeries(board.seriesTo, text);
  if (column == "chemistries") return setChemistries(board.chemistries, text);
  if (column == "price") {
    if (trimmed(text).empty()) return true;
    const auto price = parseNumber(text);
    if (!price || *price < 0) return unexpected("", inQuotes(text), "a price");
    board.price = Money(*price);
    return true;
  }
  return setFromText(board.bms, column, text);
}

std::string csvValue(const FieldValue& value) {
  if (std::holds_alternative<std::monostate>(value)) return "";
  if (std::holds_alternative<bool>(value)) return std::get<bool>(value) ? "yes" : "no";
  if (std::holds_alternative<double>(value)) return formatNumber(std::get<double>(value), 12);
  return csvText(std::get<std::string>(value));
}

template <class T>
T sound(Expected<T> list) {
  ensure(list.has_value(), "a shipped list cannot be read");
  return std::move(*list);
}

}  // namespace

bool ShelfBms::fits(int series, Chemistry chemistry) const {
  return series >= seriesFrom && series <= seriesTo &&
         std::any_of(chemistries.begin(), chemistries.end(), [&](Chemistry made) { return isSameChargeClass(made, chemistry); });
}

const Shelf& shippedShelf() {
  static const Shelf shelf{sound(readCellList(shipped::cells)), sound(readBoardList(shipped::boards))};
  return shelf;
}

Expected<std::vector<Cell>> readCellList(std::string_view csv) { return readList<Cell>(csv, setCell); }
Expected<std::vector<ShelfBms>> readBoardList(std::string_view csv) { return readList<ShelfBms>(csv, setBoard); }

std::string writeCellList(const std::vector<Cell>& cells) {
  std::string out = "id";
  for (const FieldSpec& spec : fieldsOf<Cell>()) out += "," + std::string(spec.key);
  for (const FieldSpec& spec : fieldsOf<CellRc>()) out += ",slow_" + std::string(spec.key);
  out += "\n";
  for (const Cell& cell : cells) {
    out += csvText(cell.id);
    for (const FieldSpec& spec : fieldsOf<Cell>()) out += "," + csvValue(spec.get(&cell));
    for (const FieldSpec& spec : fieldsOf<CellRc>()) out += "," + csvValue(spec.get(&cell.rc));
    out += "\n";
  }
  return out;
}

std::string_view testsBeforeUse(Trust trust) {
  switch (trust) {
    case Trust::Named: return "volts of every cell on arrival; capacity and resistance of one cell of each batch";
    case Trust::Anonymous:
      return "volts of every cell on arrival; capacity and resistance of at least one in ten; mass against the data sheet of its size; "
             "warmth at the "
             "planned current";
    case Trust::Surplus:
      return "every cell: wrap and case looked at, volts, capacity, resistance, then a week's rest and volts again; reject what is out of "
             "line";
  }
  return "";
}

WithCell withShelfCell(const Plan& plan, const Cell& cell) {
  Plan next = plan;
  Cell copy = cell;
  copy.verified = false;
  // What is known of cells of this name that are there already, measured or tested, is theirs: new ones begin anew.
  for (int n = 2;; ++n) {
    const Cell* same = next.findCell(copy.id);
    if (!same) break;
    if (*same == copy) return {std::move(next), copy.id};
    copy.id = fmt::format("{}-{}", cell.id, n);
  }
  next.cells.push_back(copy);
  const Provenance from = cell.trust == Trust::Named ? Provenance::Catalogue : Provenance::Claim;
  for (const FieldSpec& spec : fieldsOf<Cell>()) {
    if (!isNumeric(spec.kind) || std::holds_alternative<std::monostate>(spec.get(&copy))) continue;
    next.provenance["/cells/" + copy.id + "/" + std::string(spec.key)].from = from;
  }
  return {std::move(next), copy.id};
}

Expected<Plan> withShelfBms(const Plan& plan, std::size_t pack, const ShelfBms& board) {
  if (pack >= plan.packs.size()) return unexpected(fmt::format("/packs/{}", pack), "no such pack", "the number of a pack of the plan");
  const Makeup made = makeupOf(plan, plan.packs[pack]);
  const int series = made.series;
  if (!board.fits(series, chemistryOf(made.cell)))
    return unexpected("BMS", fmt::format("{}, for {} to {} in series", board.bms.name, board.seriesFrom, board.seriesTo),
                      fmt::format("one for {}S {}", series, factsOf(made.cell).name));
  Plan next = plan;
  Bms& bms = next.packs[pack].bms;
  bms = board.bms;
  bms.present = true;
  bms.series = series;
  bms.chemistry = chemistryOf(made.cell);
  bms.sensesAllGroups = true;
  for (const FieldSpec& spec : fieldsOf<Bms>()) {
    const std::string pointer = fmt::format("/packs/{}/bms/{}", pack, spec.key);
    next.provenance.erase(pointer);
    if (isNumeric(spec.kind) && !std::holds_alternative<std::monostate>(spec.get(&bms)))
      next.provenance[pointer].from = Provenance::Catalogue;
  }
  return next;
}

}  // namespace usherwright
