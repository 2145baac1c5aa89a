// One field of the plan as a row: label, editor, unit, source. Everything about it comes from the field table.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QWidget>

#include "app/widgets/kit.h"
#include "app/widgets/provenance_mark.h"
#include "core/plan/fields.h"

namespace usherwright::app {

class Entry : public QWidget {
  Q_OBJECT

 public:
  Entry(Kit kit, QString pointer, QWidget* parent = nullptr);

  /// Whether the way to a verdict asks for it.
  enum class Asked : std::uint8_t { No, OnTheWay, Next };
  void setAsked(Asked asked);
  Asked asked() const { return asked_; }
  bool hasKeyboard() const;

  QString pointer() const { return pointer_; }
  /// Of the field that "22±1" also sets; empty if there is none.
  QString tolerancePointer() const;
  /// Shows the value of the document, unless something refused still stands in the editor.
  void refresh();
  /// Puts the keyboard into the editor.
  void focusEditor();
  /// The sentence under the row; empty if the last entry was good.
  QString problem() const { return problem_->text(); }

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;
  void paintEvent(QPaintEvent*) override;

 private:
  void buildLine();
  void buildChoice();
  void fillChoices();
  void take(const QString& typed);
  void step(double amount);
  void complain(const QString& sentence);

  Kit kit_;
  QString pointer_;
  const FieldSpec* spec_;
  QLabel* label_;
  QLineEdit* line_ = nullptr;
  QComboBox* choice_ = nullptr;
  QLabel* unit_;
  ProvenanceMark* mark_;
  QLabel* problem_;
  Asked asked_ = Asked::No;
};

}  // namespace usherwright::app
