// Type or paste what is printed on a part; accept what it means.
#pragma once

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

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void read();
  void accept(const LabelCandidate& candidate);
  void acceptAll();
  void explain(const LabelCandidate& candidate);

  Kit kit_;
  QPlainTextEdit* typed_;
  QWidget* cards_;
  FlowLayout* flow_;
  QLabel* words_;
  std::vector<LabelCandidate> candidates_;
};

}  // namespace usherwright::app
