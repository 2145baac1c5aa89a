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
#include "core/label/places.h"

namespace usherwright::app {

class LabelReaderBox : public QWidget {
  Q_OBJECT

 public:
  explicit LabelReaderBox(Kit kit, QWidget* parent = nullptr);
  /// Parts may have come or gone.
  void refresh();
  void takeKeyboard() { typed_->setFocus(Qt::OtherFocusReason); }

  /// On an empty sheet there is room for more lines.
  void setRoomy(bool roomy);
  /// The volts that a label in the text gives a pack, before they are entered.
  Known<Volt> printedVolts(std::size_t pack) const;

 Q_SIGNALS:
  void labelsRead();

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  /// One of the labels in the text, with the part that it is stuck on.
  struct Label {
    std::string text;
    std::pair<std::string, int> key;  ///< the text, and how many alike stand before it
    LabelReading reading;
    Known<LabelPlace> place;  ///< a part that the plan does not have yet comes with it; empty: nobody knows
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
  void placeLabels();
  bool isThere(const LabelPlace& place) const;
  static Expected<Plan> withPart(const Expected<Plan>& plan, const Label& label);
  static Expected<Plan> withChargersPut(Expected<Plan> plan, std::size_t from);
  void keepPlaces();
  void enter(const LabelValue& value, const Label& label);
  void enterSure();
  void focusNextLikely();
  std::size_t labelAtCursor() const;

  Kit kit_;
  QPlainTextEdit* typed_;
  QComboBox* places_;
  QPushButton* enterSure_;
  QWidget* answers_;
  QVBoxLayout* rows_;
  QLabel* words_;
  std::vector<LabelPlace> known_;
  std::map<std::pair<std::string, int>, LabelPlace> chosen_;  ///< what a person said of a label, or where it was entered
  Plan ready_;                                                ///< the plan with the parts that the labels would bring
  std::vector<Label> labels_;
};

}  // namespace usherwright::app
