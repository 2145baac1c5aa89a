// A sentence whose figures are underlined: a click on one asks for its working.
#pragma once

#include <QTextLayout>

#include "app/theme/look.h"
#include "app/widgets/plain.h"

namespace usherwright::app {

class SentenceLabel : public PlainLabel {
  Q_OBJECT

 public:
  explicit SentenceLabel(const Look& look, QWidget* parent = nullptr);

  struct Span {
    int from = 0, length = 0;
  };
  /// The figures of a text with their units: "32 V", "9 %"; not what belongs to a name ("13S4P").
  static QList<Span> figuresOf(const QString& words);

 Q_SIGNALS:
  void figureClicked();

 protected:
  void paintEvent(QPaintEvent*) override;
  void mousePressEvent(QMouseEvent*) override;
  void mouseMoveEvent(QMouseEvent*) override;

 private:
  /// Broken into lines as the label is wide.
  void layOut(QTextLayout& layout) const;
  bool isFigureAt(QPointF place) const;
  const Look& look_;
};

}  // namespace usherwright::app
