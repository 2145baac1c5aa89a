// The one table of actions: name, words, keys, handler. Menus, shortcuts, go-to and the manual are fed by it.
#pragma once

#include <QString>
#include <QStringList>
#include <functional>
#include <vector>

namespace usherwright::app {

struct ActionRow {
  QString name;   ///< stable, "undo"
  QString words;  ///< as shown, "Undo"
  QString keys;   ///< portable text, "Ctrl+Z"; empty if none
  QString group;  ///< menu group
  std::function<void()> run;
  std::function<QString()> wordsNow;  ///< words that depend on the moment; empty function: `words`
  std::function<bool()> isPossible;   ///< empty function: always
};

class ActionTable {
 public:
  void add(ActionRow row) { rows_.push_back(std::move(row)); }
  const std::vector<ActionRow>& rows() const { return rows_; }
  const ActionRow* find(const QString& name) const;
  static QString wordsOf(const ActionRow& row) { return row.wordsNow ? row.wordsNow() : row.words; }
  static bool isPossible(const ActionRow& row) { return !row.isPossible || row.isPossible(); }

 private:
  std::vector<ActionRow> rows_;
};

}  // namespace usherwright::app
