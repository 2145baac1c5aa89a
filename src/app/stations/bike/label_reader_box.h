// The label reader: type or paste what is printed, say what it is stuck on, take the candidates.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QPlainTextEdit>
#include <QWidget>

#include "app/widgets/flow_layout.h"
#include "app/widgets/kit.h"
#include "core/plan/label_reader.h"

namespace usherwright::app {

class LabelReaderBox : public QWidget {
  Q_OBJECT

 public:
  explicit LabelReaderBox(Kit kit, QWidget* parent = nullptr);
  /// Packs and chargers may have come or gone.
  void refresh();

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void read();
  void followText();
  void accept(const LabelCandidate& candidate);
  void acceptAll();
  void explain(const LabelCandidate& candidate);
  LabelPlace place() const;

  Kit kit_;
  QPlainTextEdit* typed_;
  QComboBox* places_;
  bool chosenByHand_ = false;
  QWidget* cards_;
  FlowLayout* flow_;
  QLabel* words_;
  std::vector<LabelPlace> known_;
  std::vector<LabelCandidate> candidates_;
};

}  // namespace usherwright::app
