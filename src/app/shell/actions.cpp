// Look-up in the table of actions.
#include "app/shell/actions.h"

#include <algorithm>

namespace usherwright::app {

const ActionRow* ActionTable::find(const QString& name) const {
  const auto found = std::find_if(rows_.begin(), rows_.end(), [&](const ActionRow& r) { return r.name == name; });
  return found == rows_.end() ? nullptr : &*found;
}

}  // namespace usherwright::app
