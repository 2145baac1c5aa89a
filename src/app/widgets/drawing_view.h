// Shows a drawing: a cached ground and, over it, a layer that moves. Parts can be hovered, clicked, dragged,
// and walked through with the arrow keys. In a drawing in millimetres one looks closer with the wheel or + and −, moves with
// a drag or Shift and the arrows, and sees the whole with 0.
#pragma once

#include <QPixmap>
#include <QWidget>
#include <array>
#include <functional>

#include "app/widgets/kit.h"
#include "core/drawing/list/camera.h"

namespace usherwright::app {

class DrawingView : public QWidget {
  Q_OBJECT

 public:
  using Builder = std::function<drawing::Drawing(drawing::Size)>;

  DrawingView(Kit kit, const QString& name, QWidget* parent = nullptr);

  void setGround(Builder builder);
  void setOverlay(Builder builder);
  /// Draws the ground anew at the next paint.
  void rebuild();
  /// Draws only the moving layer anew.
  void rebuildOverlay();
  /// The part under keyboard focus or the one last clicked; empty if none.
  QString currentPart() const { return current_; }
  /// Puts the focus on a part, for those who cannot see it; none of this name changes nothing.
  void setCurrentPart(const QString& part);
  /// To the next part, or to the one before.
  void step(int by) { select(by); }
  /// As a click on it.
  void activate(const QString& part) { Q_EMIT partClicked(part); }
  QSize minimumSizeHint() const override { return {120, 60}; }
  /// The size that drawings are made for: pixels at 100 %. Positions of parts and signals are in the same.
  drawing::Size area() const { return {width() / kit_.look.scale(), height() / kit_.look.scale()}; }
  /// What was painted last: the ground, and the layer that moves over it.
  std::array<const drawing::Drawing*, 2> shown() const { return {&ground_, &overlay_}; }
  /// Every part once, in the order of drawing.
  const std::vector<const drawing::Shape*>& parts();
  /// Where a shape lies, in pixels of the screen within this widget.
  QRect placeOf(const drawing::Shape& shape) const;

  /// Of a drawing in millimetres: sees the whole; closer (factor > 1) or further about a place.
  void fit();
  void zoom(double factor, QPointF about);
  bool isWorld() const { return world_.unit == drawing::Unit::Millimetre; }
  const drawing::Camera& camera() const { return camera_; }
  /// Millimetres of the world at a place of a signal.
  drawing::Point inWorld(QPointF position) const;

 Q_SIGNALS:
  void partClicked(const QString& part);
  /// While a part is dragged, and once more with `finished` when it is let go. Position in the drawing.
  void partDragged(const QString& part, QPointF position, bool finished);
  /// Press or drag on no part.
  void groundDragged(QPointF position);
  /// An arrow key that the view itself has no use for.
  void arrowPressed(int key, Qt::KeyboardModifiers modifiers);

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override;
  void mousePressEvent(QMouseEvent*) override;
  void mouseMoveEvent(QMouseEvent*) override;
  void mouseReleaseEvent(QMouseEvent*) override;
  void wheelEvent(QWheelEvent*) override;
  void keyPressEvent(QKeyEvent*) override;
  bool event(QEvent*) override;

 private:
  const drawing::Shape* shapeAt(QPointF position) const;
  void select(int step);
  void scrollTo(QPoint place) const;
  QPointF inDrawing(QPointF inWidget) const { return inWidget / kit_.look.scale(); }
  void renderGround();
  void lookFrom(const drawing::Camera& camera);
  void bringIntoSight(const std::string& part);
  bool worldKey(const QKeyEvent& e);
  /// Builds ground and moving layer if they are not those of now.
  void bringUpToDate();

  Kit kit_;
  Builder groundBuilder_, overlayBuilder_;
  drawing::Drawing ground_, overlay_;  ///< as seen, in pixels
  drawing::Drawing world_;             ///< as built, if it is in millimetres
  drawing::Camera camera_;
  bool fits_ = true;  ///< the camera follows the size
  std::vector<const drawing::Shape*> parts_;
  QPixmap pixmap_;
  bool groundStale_ = true, overlayStale_ = true, seenStale_ = true;
  QString current_, pressed_;
  QPointF lastPlace_;
  bool dragging_ = false;
};

}  // namespace usherwright::app
