// The tree that a screen reader walks: every control and every drawn part has a role and a name, and what holds a value says it.
#include <QAccessible>
#include <QLineEdit>
#include <functional>

#include "app/by_name.h"
#include "support/plans.h"

using namespace driving;

namespace {

void walk(QAccessibleInterface* node, const std::function<void(QAccessibleInterface*)>& visit) {
  if (!node || !node->isValid() || node->state().invisible) return;
  visit(node);
  for (int i = 0; i < node->childCount(); ++i) walk(node->child(i), visit);
}

std::string placeOf(QAccessibleInterface* node) {
  std::string out;
  for (int depth = 0; node && depth < 4; node = node->parent(), ++depth)
    out += node->text(QAccessible::Name).left(40).toStdString() + " (" +
           (node->object() ? node->object()->metaObject()->className() : "part") + ") < ";
  return out;
}

}  // namespace

TEST_CASE("a screen reader meets a name and a role on everything that is worked with, and the value of every entry") {
  Bench b;
  std::size_t controls = 0, parts = 0, entries = 0;
  forEachPage(b, [&](const std::string& where) {
    walk(QAccessible::queryAccessibleInterface(&b.window()), [&](QAccessibleInterface* node) {
      const bool part = node->object() == nullptr;  // of a drawing, a list or a table
      const bool worked = node->state().focusable || node->role() == QAccessible::PushButton || node->role() == QAccessible::EditableText;
      if (!part && !worked) return;
      INFO(where << ": " << placeOf(node));
      CHECK(node->role() != QAccessible::NoRole);
      const QString name = node->text(QAccessible::Name);
      if (part) {
        ++parts;
        CHECK((!name.isEmpty() || !node->text(QAccessible::Value).isEmpty() || !node->text(QAccessible::Description).isEmpty()));
        return;
      }
      ++controls;
      CHECK_FALSE(name.isEmpty());
      if (auto* line = qobject_cast<QLineEdit*>(node->object()); line && !line->text().isEmpty()) {
        ++entries;
        CHECK(node->text(QAccessible::Value) == line->text());
      }
    });
  });
  CHECK(controls > 500);
  CHECK(parts > 300);
  CHECK(entries > 100);
}
