// A scrolled column of entries under headings.
#pragma once

#include <QScrollArea>
#include <QStringList>
#include <QVBoxLayout>

#include "app/widgets/entry.h"

namespace usherwright::app {

struct EntrySection {
  QString title;
  QStringList pointers;
  friend bool operator==(const EntrySection&, const EntrySection&) = default;
};

class EntryPanel : public QScrollArea {
  Q_OBJECT

 public:
  explicit EntryPanel(Kit kit, QWidget* parent = nullptr);

  /// Rebuilds the rows only if the sections differ, then refreshes every row.
  void show(const std::vector<EntrySection>& sections);
  /// Puts the keyboard into the row of a field; false if it is not here.
  bool focusField(const QString& pointer);

 private:
  void finishEdit();

  Kit kit_;
  QWidget* inner_;
  QVBoxLayout* rows_;
  std::vector<EntrySection> sections_;
  std::vector<Entry*> entries_;
  int shown_ = 0;  ///< how often, to notice that an edit on the way out showed the panel anew
};

}  // namespace usherwright::app
