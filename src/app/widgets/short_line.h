// A line for one figure or one word among others in a row.
#pragma once

#include <QLineEdit>

namespace usherwright::app {

/// `name`: for those who cannot see it; `hint`: what it takes, while it is empty; `width` in pixels.
inline QLineEdit* shortLine(const char* name, const char* hint, int width) {
  auto* out = new QLineEdit;
  out->setAccessibleName(QLatin1String(name));
  out->setPlaceholderText(QString::fromUtf8(hint));
  out->setFixedWidth(width);
  return out;
}

}  // namespace usherwright::app
