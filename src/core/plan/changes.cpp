// What differs between two plans: one walk over both in step.
#include <fmt/format.h>

#include "core/plan/fields.h"
#include "core/plan/structure.h"

namespace usherwright {
namespace {

using Visit = std::function<void(const std::string&, const FieldSpec&, const FieldValue&, const FieldValue&)>;

/// The children of an object in the order in which they are visited.
struct Children {
  std::vector<const void*> all;
  template <class T>
  void object(std::string_view, const T& child) {
    all.push_back(&child);
  }
  template <class T>
  void list(std::string_view, const std::vector<T>& items) {
    all.push_back(&items);
  }
  template <class T>
  void records(std::string_view, const Records<T>& items) {
    all.push_back(&items);
  }
  template <class T>
  void keyed(std::string_view, const std::vector<T>& items) {
    all.push_back(&items);
  }
  void volts(std::string_view, const std::vector<Volt>&) { all.push_back(nullptr); }
  void words(std::string_view, const std::vector<std::string>&) { all.push_back(nullptr); }
  void curve(std::string_view, const std::vector<CurvePoint>&) { all.push_back(nullptr); }
  void ride(std::string_view, const Shared<std::vector<RidePoint>>&) { all.push_back(nullptr); }
  void track(std::string_view, const Shared<std::vector<TrackPoint>>&) { all.push_back(nullptr); }
  void branch(std::string_view, const Shared<Plan>&) { all.push_back(nullptr); }
};

/// Visits the children of the later plan; the next of `before` is the same child of the earlier one.
struct InStep {
  std::string path;
  const Visit& visit;
  Children before;
  std::size_t next = 0;
  bool alike = true;

  template <class Owner>
  bool compare(const std::string& at, const Owner& was, const Owner& is) const {
    if (was == is) return true;
    for (const FieldSpec& spec : fieldsOf<Owner>())
      if (FieldValue a = spec.get(&was), b = spec.get(&is); a != b) visit(at + "/" + std::string(spec.key), spec, a, b);
    InStep inner{at, visit, {}};
    visitChildren(was, inner.before);
    visitChildren(is, inner);
    return inner.alike;
  }
  template <class T>
  const T& was() {
    return *static_cast<const T*>(before.all[next++]);
  }
  template <class T>
  void object(std::string_view key, const T& child) {
    alike = compare(fmt::format("{}/{}", path, key), was<T>(), child) && alike;
  }
  template <class T>
  void rows(std::string_view key, const std::vector<T>& old, const std::vector<T>& items) {
    if (old.size() != items.size()) {
      alike = false;
      return;
    }
    for (std::size_t i = 0; i < items.size(); ++i) alike = compare(fmt::format("{}/{}/{}", path, key, i), old[i], items[i]) && alike;
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    rows(key, was<std::vector<T>>(), items);
  }
  template <class T>
  void records(std::string_view key, const Records<T>& items) {
    const auto& old = was<Records<T>>();
    if (!old.isShared(items)) rows(key, old.all(), items.all());
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    const auto& old = was<std::vector<T>>();
    bool same = old.size() == items.size();
    for (std::size_t i = 0; same && i < items.size(); ++i) same = old[i].id == items[i].id;
    alike = alike && same;
    for (std::size_t i = 0; same && i < items.size(); ++i)
      alike = compare(fmt::format("{}/{}/{}", path, key, items[i].id), old[i], items[i]) && alike;
  }
  void volts(std::string_view, const std::vector<Volt>&) { ++next; }
  void words(std::string_view, const std::vector<std::string>&) { ++next; }
  void curve(std::string_view, const std::vector<CurvePoint>&) { ++next; }
  void ride(std::string_view, const Shared<std::vector<RidePoint>>&) { ++next; }
  void track(std::string_view, const Shared<std::vector<TrackPoint>>&) { ++next; }
  void branch(std::string_view, const Shared<Plan>&) { ++next; }
};

}  // namespace

bool forEachChange(const Plan& before, const Plan& after, const Visit& visit) { return InStep{"", visit, {}}.compare("", before, after); }

}  // namespace usherwright
