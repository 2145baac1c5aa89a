// A scrolled column of entries under headings that fold. What the way asks for is marked; a filter shows nothing else.
#pragma once

#include <QCheckBox>
#include <QPushButton>
#include <QScrollArea>
#include <QStringList>
#include <QVBoxLayout>
#include <initializer_list>
#include <set>

#include "app/widgets/entry.h"

namespace usherwright::app {

struct EntrySection {
  QString title;
  QStringList pointers;
  friend bool operator==(const EntrySection&, const EntrySection&) = default;
};

/// Pointers of several fields of one owner.
QStringList fieldsUnder(const QString& prefix, std::initializer_list<const char*> keys);

class EntryPanel : public QScrollArea {
  Q_OBJECT

 public:
  explicit EntryPanel(Kit kit, QWidget* parent = nullptr);

  /// Rebuilds the rows only if the sections differ, then refreshes every row.
  void show(const std::vector<EntrySection>& sections);
  /// Puts the keyboard into the row of a field; false if it is not here.
  bool focusField(const QString& pointer);
  /// The group of a field moves to the top, unfolded; a field that is not here changes nothing.
  void bringFirst(const QString& pointer);

 protected:
  void resizeEvent(QResizeEvent*) override;

 private:
  /// One heading with its rows.
  struct Group {
    QPushButton* head;
    QString title;
    std::vector<Entry*> entries;
  };
  void finishEdit();
  void build();
  void markAsked();
  void arrange();
  void putFirst();

  Kit kit_;
  QWidget* inner_;
  QVBoxLayout* rows_;
  std::vector<EntrySection> sections_;
  QCheckBox* missingOnly_;
  std::vector<Group> groups_;
  std::vector<Entry*> entries_;
  std::set<QString> folded_;  ///< titles
  QString first_;             ///< pointer whose group stands at the top
  int shown_ = 0;             ///< how often, to notice that an edit on the way out showed the panel anew
};

}  // namespace usherwright::app
