// The label reader: type or paste what is printed on one or more parts. What is sure is entered by one key, what is likely
// when confirmed, what has to be asked says what would settle it, what was not understood is shown.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>
#include <QWidget>
#include <map>

#include "app/widgets/flow_layout.h"
#include "app/widgets/kit.h"
#include "core/label/targets.h"

namespace usherwright::app {

class LabelReaderBox : public QWidget {
  Q_OBJECT

 public:
  explicit LabelReaderBox(Kit kit, QWidget* parent = nullptr);
  /// Parts may have come or gone.
  void refresh();

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  /// One of the labels in the text, with the part that it is stuck on.
  struct Label {
    std::string text;
    LabelReading reading;
    Known<LabelPlace> place;  ///< empty: the plan has no such part yet
  };

  void buildText(QHBoxLayout* row);
  void buildAnswers(QHBoxLayout* row);
  void choosePlace();
  void read();
  void show();
  void showPlace();
  QString doubtsInWords() const;
  void showLabel(const Label& label, bool several);
  void addValue(QWidget* chips, const Label& label, const LabelValue& value);
  void enter(const LabelValue& value, const LabelPlace& place);
  void enterSure();
  void focusNextLikely();
  std::size_t labelAtCursor() const;
  Known<LabelPlace> placeFor(Known<LabelSubject> subject) const;
  QString placeWords(const LabelPlace& place) const;

  Kit kit_;
  QPlainTextEdit* typed_;
  QComboBox* places_;
  QPushButton* enterSure_;
  QWidget* answers_;
  QVBoxLayout* rows_;
  QLabel* words_;
  std::vector<LabelPlace> known_;
  std::map<std::string, LabelPlace> chosen_;  ///< by the label's text, what a person said
  std::vector<Label> labels_;
};

}  // namespace usherwright::app
