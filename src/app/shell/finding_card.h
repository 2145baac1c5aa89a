// One finding: shape, sentence, quick fix; opened: why, do, accept with a reason.
#pragma once

#include <QFrame>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>
#include <functional>
#include <vector>

#include "app/widgets/kit.h"

namespace usherwright::app {

class FindingCard : public QFrame {
  Q_OBJECT

 public:
  explicit FindingCard(Kit kit, QWidget* parent = nullptr);

  /// Shows this finding; `elsewhere` names its station in front.
  void show(const Finding& finding, bool elsewhere);
  const Finding& finding() const { return finding_; }
  bool isOpen() const { return open_; }
  void setOpen(bool open);

 Q_SIGNALS:
  void opened();

 protected:
  void paintEvent(QPaintEvent*) override;
  void mousePressEvent(QMouseEvent*) override;
  void keyPressEvent(QKeyEvent*) override;
  void focusInEvent(QFocusEvent*) override { update(); }
  void focusOutEvent(QFocusEvent*) override { update(); }

 private:
  void rebuild();
  void dropFrom(std::size_t place);
  template <class Widget>
  Widget* reused(const char* role);
  QLabel* addText(const QString& words, const char* role = "");
  void addSentence(const QString& words);
  void addLink(const QString& words, std::function<void()> run);
  void addAcceptance();

  struct Row {
    QWidget* widget;
    QByteArray role;
    std::function<void()> run;  ///< of a link
  };

  Kit kit_;
  Finding finding_;
  bool elsewhere_ = false;
  bool open_ = false;
  QVBoxLayout* column_;
  std::vector<Row> rows_;
  std::size_t next_ = 0;  ///< while the rows are filled
};

}  // namespace usherwright::app
