// The look: colour tokens of paper and night, the two typefaces, and the style of ordinary widgets.
#pragma once

#include <QColor>
#include <QFont>
#include <QObject>
#include <QString>

#include "core/drawing/list/display_list.h"

namespace usherwright::app {

enum class Theme : std::uint8_t { Paper, Night };

class Look : public QObject {
  Q_OBJECT

 public:
  explicit Look(QObject* parent = nullptr);

  Theme theme() const { return theme_; }
  void setTheme(Theme theme);
  QColor colour(drawing::Ink ink) const;
  /// In pixels at 100 %, for painters that scale by themselves.
  QFont font(drawing::Face face) const;
  /// 1 is 100 %; steps of 10 % from 80 to 200 %.
  double scale() const { return scale_; }
  void setScale(double scale);
  /// Pixels at 100 % as pixels on the screen.
  int px(int at100) const;
  /// For the whole application; read again after changed().
  QString styleSheet() const;

  /// Loads the embedded typefaces; once per process, before any window.
  static void loadFonts();

 Q_SIGNALS:
  void changed();
  /// Before changed().
  void scaleChanged();

 private:
  double scale_ = 1;
  Theme theme_ = Theme::Paper;
};

}  // namespace usherwright::app
