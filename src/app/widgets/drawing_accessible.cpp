// Accessible children of drawings.
#include "app/widgets/drawing_accessible.h"

#include <QAccessible>
#include <QAccessibleWidget>
#include <QPointer>
#include <map>

#include "app/widgets/drawing_view.h"

namespace usherwright::app {
namespace {

/// A part; it is told by its name, since a drawing is built anew at every edit.
class PartInterface : public QAccessibleInterface, public QAccessibleActionInterface {
 public:
  PartInterface(DrawingView* view, std::string part) : view_(view), part_(std::move(part)) {}

  bool isValid() const override { return view_ && shape(); }
  QObject* object() const override { return nullptr; }
  QAccessibleInterface* childAt(int, int) const override { return nullptr; }
  QAccessibleInterface* parent() const override { return QAccessible::queryAccessibleInterface(view_); }
  QAccessibleInterface* child(int) const override { return nullptr; }
  int childCount() const override { return 0; }
  int indexOfChild(const QAccessibleInterface*) const override { return -1; }
  QString text(QAccessible::Text kind) const override {
    const drawing::Shape* s = view_ ? shape() : nullptr;
    if (!s || kind != QAccessible::Name) return {};
    return QString::fromStdString(s->tip.empty() ? s->part : s->tip);
  }
  void setText(QAccessible::Text, const QString&) override {}
  QRect rect() const override {
    const drawing::Shape* s = view_ ? shape() : nullptr;
    return s ? view_->placeOf(*s).translated(view_->mapToGlobal(QPoint())) : QRect();
  }
  QAccessible::Role role() const override { return QAccessible::Graphic; }
  QAccessible::State state() const override {
    QAccessible::State out;
    out.focusable = true;
    out.focused = view_ && view_->hasFocus() && view_->currentPart().toStdString() == part_;
    return out;
  }
  void* interface_cast(QAccessible::InterfaceType type) override {
    return type == QAccessible::ActionInterface ? static_cast<QAccessibleActionInterface*>(this) : nullptr;
  }
  QStringList actionNames() const override { return {pressAction(), setFocusAction()}; }
  void doAction(const QString& name) override {
    if (!isValid()) return;
    const QString part = QString::fromStdString(part_);
    view_->setCurrentPart(part);
    if (name == pressAction()) view_->activate(part);
  }
  QStringList keyBindingsForAction(const QString&) const override { return {}; }

 private:
  const drawing::Shape* shape() const {
    for (const drawing::Shape* s : view_->parts())
      if (s->part == part_) return s;
    return nullptr;
  }
  QPointer<DrawingView> view_;
  std::string part_;
};

class DrawingInterface : public QAccessibleWidget {
 public:
  explicit DrawingInterface(DrawingView* view) : QAccessibleWidget(view, QAccessible::Graphic), view_(view) {}
  ~DrawingInterface() override {
    for (const auto& [part, id] : ids_) QAccessible::deleteAccessibleInterface(id);
  }
  int childCount() const override { return static_cast<int>(view_->parts().size()); }
  QAccessibleInterface* child(int index) const override {
    const auto& parts = view_->parts();
    if (index < 0 || index >= static_cast<int>(parts.size())) return nullptr;
    const std::string& part = parts[static_cast<std::size_t>(index)]->part;
    const auto [at, fresh] = ids_.try_emplace(part, QAccessible::Id{});
    if (fresh) at->second = QAccessible::registerAccessibleInterface(new PartInterface(view_, part));
    return QAccessible::accessibleInterface(at->second);
  }
  int indexOfChild(const QAccessibleInterface* child) const override {
    for (int i = 0; i < childCount(); ++i)
      if (this->child(i) == child) return i;
    return -1;
  }
  QAccessibleInterface* childAt(int x, int y) const override {
    for (int i = childCount() - 1; i >= 0; --i)
      if (QAccessibleInterface* part = child(i); part->rect().contains(x, y)) return part;
    return nullptr;
  }

 private:
  DrawingView* view_;
  mutable std::map<std::string, QAccessible::Id> ids_;
};

QAccessibleInterface* made(const QString&, QObject* object) {
  auto* view = qobject_cast<DrawingView*>(object);
  return view ? new DrawingInterface(view) : nullptr;
}

}  // namespace

void announceParts() {
  static const bool installed = [] {
    QAccessible::installFactory(&made);
    return true;
  }();
  static_cast<void>(installed);
}

}  // namespace usherwright::app
