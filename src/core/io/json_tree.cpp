// The tree is built from the parser's events: objects are appended to, so that the time is that of the text and its keys.
#include "core/io/json_tree.h"

#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "core/io/plan_json.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr std::size_t mostValues = 1'500'000;  // a list of nothing but brackets needs ten times its size in memory

/// Refuses before the parser would build a deep or huge tree; knows only strings and brackets.
void refuseHugeOrDeep(std::string_view text) {
  if (text.size() > maximumPlanBytes)
    refuse("file", fmt::format("{} MB", text.size() >> 20), fmt::format("a plan of at most {} MB", maximumPlanBytes >> 20));
  int depth = 0;
  bool inString = false;
  for (std::size_t i = 0; i < text.size(); ++i) {
    const char c = text[i];
    if (inString) {
      if (c == '\\') ++i;
      else if (c == '"') inString = false;
    } else if (c == '"') {
      inString = true;
    } else if (c == '{' || c == '[') {
      if (++depth > maximumPlanDepth)
        refuse(fmt::format("byte {}", i), fmt::format("brackets nested more than {} deep", maximumPlanDepth), "a plan");
    } else if (c == '}' || c == ']') {
      --depth;
    }
  }
}

class Builder : public nlohmann::json_sax<Json> {
 public:
  explicit Builder(std::string_view text) : text_(text) {}
  Json take() { return std::move(root_); }

  bool null() override { return put(nullptr), true; }
  bool boolean(bool value) override { return put(value), true; }
  bool number_integer(number_integer_t value) override { return put(value), true; }
  bool number_unsigned(number_unsigned_t value) override { return put(value), true; }
  bool number_float(number_float_t value, const string_t&) override { return put(value), true; }
  bool string(string_t& value) override { return put(std::move(value)), true; }
  bool binary(binary_t&) override { return false; }
  bool start_object(std::size_t) override { return open(Json::object()), keys_.emplace_back(), true; }
  bool start_array(std::size_t) override { return open(Json::array()), true; }
  bool end_array() override { return open_.pop_back(), true; }
  bool end_object() override { return open_.pop_back(), keys_.pop_back(), true; }
  bool key(string_t& value) override {
    if (!keys_.back().insert(value).second) refuse("file", "the key " + inQuotes(value) + " twice in one object", "each key once");
    key_ = std::move(value);
    return true;
  }
  bool parse_error(std::size_t byte, const std::string&, const nlohmann::detail::exception& error) override {
    if (error.id >= 400) refuse("file", "a number that no part could have", "ordinary numbers");  // 1e999
    const std::size_t end = std::min(byte, text_.size());
    const auto line = 1 + std::count(text_.begin(), text_.begin() + static_cast<std::ptrdiff_t>(end), '\n');
    refuse(fmt::format("line {}", line), byte >= text_.size() ? "the end of the text" : "something that is not JSON", "a whole JSON text");
  }

 private:
  Json* put(Json value) {
    if (++values_ > mostValues) refuse("file", fmt::format("more than {} values", mostValues), "a plan");
    if (open_.empty()) {
      root_ = std::move(value);
      return &root_;
    }
    Json& parent = *open_.back();
    if (parent.is_array()) {
      parent.push_back(std::move(value));
      return &parent.back();
    }
    append(parent, std::move(key_), std::move(value));
    return &parent.get_ref<Json::object_t&>().back().second;
  }
  void open(Json value) {
    Json* made = put(std::move(value));
    open_.push_back(made);
  }

  std::string_view text_;
  Json root_;
  std::string key_;
  std::vector<Json*> open_;  ///< a parent does not grow while its child is open
  std::vector<std::set<std::string>> keys_;
  std::size_t values_ = 0;
};

}  // namespace

void refuse(std::string place, std::string found, std::string expected) {
  throw Refused{{place.empty() ? "/" : std::move(place), std::move(found), std::move(expected)}};
}

std::string described(const Json& j) {
  switch (j.type()) {
    case Json::value_t::null: return "null";
    case Json::value_t::object: return "an object";
    case Json::value_t::array: return "a list";
    case Json::value_t::string: return inQuotes(j.get_ref<const std::string&>());
    case Json::value_t::boolean: return j.get<bool>() ? "true" : "false";
    default: return formatNumber(j.get<double>(), 12);
  }
}

Json parsedJson(std::string_view text) {
  refuseHugeOrDeep(text);
  if (text.find_first_not_of(" \t\r\n") == std::string_view::npos) refuse("file", "nothing", "a plan");
  Builder builder(text);
  Json::sax_parse(text.begin(), text.end(), &builder);
  return builder.take();
}

std::string dumped(const Json& json, int indent) { return json.dump(indent, ' ', false, Json::error_handler_t::replace); }

}  // namespace usherwright
