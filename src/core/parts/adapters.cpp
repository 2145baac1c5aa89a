// Lists of adapters as text, in and out.
#include <fmt/format.h>

#include <set>

#include "core/parts/catalogue.h"
#include "core/parts/part_rows.h"
#include "core/parts/wire.h"

namespace usherwright {
namespace {

inline constexpr std::array<std::string_view, 3> wiringWords{"straight", "crossed", "series"};

AdapterEnd endOf(const PartRow& row, const std::string& side, const Catalogue& catalogue) {
  AdapterEnd end;
  end.connector = row.text(side);
  const ConnectorClass* c = catalogue.connector(end.connector);
  if (!c) row.refuse(side, "a connector of the catalogue");
  end.marked = row.choice<Contact>(side + "_marked");
  end.other = row.choice<Contact>(side + "_other");
  for (const auto& [contact, column] : {std::pair{end.marked, side + "_marked"}, std::pair{end.other, side + "_other"}})
    if ((contact == Contact::Genderless) != c->genderless)
      row.refuse(column, c->genderless ? "genderless, as that connector is" : "pins or sockets");
  if (c->shells) end.shell = row.choice<Shell>(side + "_shell");
  else if (!row.text(side + "_shell").empty()) row.refuse(side + "_shell", "nothing: that connector has no shells");
  return end;
}

Adapter adapterOf(const PartRow& row, const Catalogue& catalogue) {
  Adapter out;
  out.id = row.text("id");
  if (out.id.empty()) row.refuse("id", "an id");
  out.name = row.text("name");
  out.a = endOf(row, "a", catalogue);
  out.b = endOf(row, "b", catalogue);
  const auto& wiring = row.text("wiring");
  const auto found = std::find(wiringWords.begin(), wiringWords.end(), wiring);
  if (found == wiringWords.end()) row.refuse("wiring", "straight, crossed or series");
  out.wiring = static_cast<AdapterWiring>(found - wiringWords.begin());
  const auto size = parseWireSize(row.text("size"));
  if (!size) row.refuse("size", "a wire size such as 12awg or 4mm2");
  out.size = size->text;
  out.length = Metre(row.number("length_m"));
  if (out.length > Metre(20)) row.refuse("length_m", "at most 20 m");
  out.price = Money(row.number("price"));
  return out;
}

std::string endCsv(const AdapterEnd& end, bool shells) {
  return fmt::format("{},{},{},{}", csvText(end.connector), wordOf(end.marked), wordOf(end.other), shells ? wordOf(end.shell) : "");
}

}  // namespace

Expected<std::vector<Adapter>> readAdapters(std::string_view text, const Catalogue& catalogue) {
  constexpr std::size_t most = 5000;
  const auto table = readCsv(text);
  if (!table) return tl::unexpected(table.error());
  if (table->rows.size() > most) return unexpected("file", fmt::format("{} adapters", table->rows.size()), fmt::format("at most {}", most));
  std::vector<Adapter> out;
  std::set<std::string> ids;
  try {
    for (std::size_t i = 0; i < table->rows.size(); ++i) {
      const PartRow row(*table, i);
      out.push_back(adapterOf(row, catalogue));
      if (!ids.insert(out.back().id).second) row.refuse("id", "each id once");
    }
  } catch (const BadPart& bad) { return tl::unexpected(bad.problem); }
  return out;
}

std::string adaptersCsv(const std::vector<Adapter>& adapters, const Catalogue& catalogue) {
  std::string out = "id,name,a,a_marked,a_other,a_shell,b,b_marked,b_other,b_shell,wiring,size,length_m,price\n";
  for (const Adapter& x : adapters) {
    const auto shells = [&](const AdapterEnd& end) {
      const ConnectorClass* c = catalogue.connector(end.connector);
      return c && c->shells;
    };
    out += fmt::format("{},{},{},{},{},{},{},{}\n", csvText(x.id), csvText(x.name), endCsv(x.a, shells(x.a)), endCsv(x.b, shells(x.b)),
                       wiringWords[static_cast<std::size_t>(x.wiring)], x.size, formatNumber(x.length.value(), 6),
                       formatNumber(x.price.value(), 9));
  }
  return out;
}

}  // namespace usherwright
