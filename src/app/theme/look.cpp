// Colours of the tokens, and fonts.
#include "app/theme/look.h"

#include <QFontDatabase>
#include <QRegularExpression>
#include <algorithm>
#include <cmath>

#include "core/drawing/list/svg.h"

/// The resources live in a static library, which a linker would drop; not inside a namespace, as Qt asks.
static void keepResources() { Q_INIT_RESOURCE(resources); }

namespace usherwright::app {
namespace {

using drawing::Face;
using drawing::Ink;

constexpr double leastScale = 0.8, mostScale = 2;

/// "14px" and its like, larger or smaller; lines of 1 or 2 px stay as thin as they are.
QString scaledSheet(const QString& sheet, double scale) {
  if (scale == 1) return sheet;
  static const QRegularExpression pixels(QStringLiteral("(\\d+)px"));
  QString out;
  qsizetype from = 0;
  for (auto it = pixels.globalMatch(sheet); it.hasNext();) {
    const auto match = it.next();
    const int px = match.captured(1).toInt();
    out += sheet.mid(from, match.capturedStart() - from);
    out += QStringLiteral("%1px").arg(px <= 2 ? px : std::lround(px * scale));
    from = match.capturedEnd();
  }
  return out + sheet.mid(from);
}

}  // namespace

Look::Look(QObject* parent) : QObject(parent) {}

void Look::loadFonts() {
  keepResources();
  for (const char* file : {"Cabin-Regular", "Cabin-Medium", "Cabin-SemiBold", "B612-Bold"})
    QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/%1.otf").arg(QLatin1String(file)));
}

void Look::setTheme(Theme theme) {
  if (theme == theme_) return;
  theme_ = theme;
  Q_EMIT changed();
}

void Look::setScale(double scale) {
  const double step = std::round(std::clamp(scale, leastScale, mostScale) * 10) / 10;
  if (step == scale_) return;
  scale_ = step;
  Q_EMIT scaleChanged();
  Q_EMIT changed();
}

int Look::px(int at100) const { return static_cast<int>(std::lround(at100 * scale_)); }

QColor Look::colour(Ink ink) const {
  if (ink == Ink::None) return Qt::transparent;
  const std::string_view token = theme_ == Theme::Paper ? drawing::paperColour(ink) : drawing::nightColour(ink);
  return QColor(QLatin1String(token.data(), static_cast<qsizetype>(token.size())));
}

QFont Look::font(Face face) const {
  const bool mono = face == Face::Figure || face == Face::SmallFigure || face == Face::BigFigure;
  // Digits of equal width, and a decimal point that takes no cell of its own. Bold only: where the monospaced face is
  // installed, it answers to the name of the regular one.
  QFont f(mono ? QStringLiteral("B612") : QStringLiteral("Cabin"));
  if (mono) f.setWeight(QFont::Bold);
  switch (face) {
    case Face::Label: f.setPixelSize(14); break;
    case Face::Small: f.setPixelSize(13); break;
    case Face::Title:
      f.setPixelSize(16);
      f.setWeight(QFont::DemiBold);
      break;
    case Face::Figure: f.setPixelSize(13); break;
    case Face::SmallFigure: f.setPixelSize(11); break;
    case Face::BigFigure: f.setPixelSize(18); break;
  }
  return f;
}

QString Look::styleSheet() const {
  QString sheet = QStringLiteral(R"(
* { font-family: Cabin; font-size: 14px; color: @ink; }
QMainWindow, QWidget#desk, QScrollArea#bench, QWidget#bench { background: @paper; border: none; }
QStackedWidget { background: transparent; }
QSplitter#aside { background: @card; border-left: 1px solid @bankline; }
QSplitter::handle { background: @bankline; }
QToolTip { background: @card; color: @ink; border: 1px solid @bankline; padding: 4px; }
QLineEdit, QPlainTextEdit, QComboBox { background: @card; border: 1px solid @bankline; border-radius: 3px; padding: 2px 6px; selection-background-color: @deep; selection-color: @ondeep; }
QLineEdit:focus, QPlainTextEdit:focus, QComboBox:focus { border: 2px solid @deep; padding: 1px 5px; }
QLineEdit[bad="true"] { border: 2px solid @stop; padding: 1px 5px; }
QComboBox QAbstractItemView { background: @card; color: @ink; selection-background-color: @shoal; selection-color: @ink; border: 1px solid @bankline; outline: none; }
QPushButton, QToolButton { background: @card; border: 1px solid @bankline; border-radius: 3px; padding: 4px 12px; }
QPushButton:hover, QToolButton:hover { background: @shoal; }
QPushButton:focus, QToolButton:focus { border: 2px solid @deep; padding: 3px 11px; }
QPushButton:checked { background: @shoal; border: 2px solid @deep; padding: 3px 11px; }
QPushButton[page="true"] { padding: 4px 9px; }
QPushButton[page="true"]:focus, QPushButton[page="true"]:checked { padding: 3px 8px; }
QPushButton:disabled { color: @soft; }
QPushButton[flat="true"] { background: transparent; border: none; padding: 1px 2px; color: @deep; text-decoration: underline; text-align: left; }
QPushButton[flat="true"]:focus { border: 2px solid @deep; padding: 0px 1px; }
QPushButton[role="group"] { background: transparent; border: none; padding: 8px 0px 2px 8px; font-size: 16px; font-weight: 600; color: @ink; text-align: left; text-decoration: none; }
QPushButton[role="group"]:focus { border: none; border-bottom: 2px solid @deep; padding: 8px 0px 0px 8px; }
QDialog { background: @paper; }
QFileDialog QToolButton { padding: 2px; }
QMenu { background: @card; border: 1px solid @bankline; padding: 4px; }
QMenu::item { padding: 5px 22px; }
QMenu::item:selected { background: @shoal; color: @ink; }
QMenu::item:disabled { color: @soft; }
QMenu::separator { height: 1px; background: @bankline; margin: 4px 8px; }
QListWidget { background: @card; border: 1px solid @bankline; outline: none; }
QListWidget::item { padding: 4px 6px; }
QListWidget::item:selected { background: @shoal; color: @ink; }
QScrollBar:vertical { background: transparent; width: 10px; margin: 0; }
QScrollBar::handle:vertical { background: @bankline; border-radius: 4px; min-height: 30px; }
QScrollBar:horizontal { background: transparent; height: 10px; margin: 0; }
QScrollBar::handle:horizontal { background: @bankline; border-radius: 4px; min-width: 30px; }
QCheckBox::indicator { width: 11px; height: 11px; border: 1px solid @soft; background: @card; }
QCheckBox::indicator:checked { background: @deep; border: 1px solid @deep; }
QScrollBar::add-line, QScrollBar::sub-line, QScrollBar::add-page, QScrollBar::sub-page { background: none; height: 0; width: 0; }
QLabel[role="soft"] { color: @soft; }
QLabel[role="title"] { font-size: 16px; font-weight: 600; }
QLabel[role="problem"] { color: @stop; font-size: 13px; }
QLineEdit[role="figure"] { font-family: "B612"; font-size: 13px; font-weight: bold; }
QWidget#top QLabel { color: @onhead; background: transparent; border: none; }
QWidget#top QLabel#title { font-weight: 600; font-size: 15px; }
QWidget#top QLabel#state { color: @softonhead; }
QWidget#top QToolButton { color: @onhead; background: transparent; border: 1px solid transparent; padding: 3px 10px; }
QWidget#top QToolButton:hover { border: 1px solid @softonhead; }
QWidget#top QToolButton:focus { border: 2px solid @onhead; padding: 2px 9px; }
QToolButton[role="small"] { padding: 1px 8px; }
QLabel[role="figure"] { font-family: "B612"; font-weight: bold; font-size: 13px; }
QComboBox::drop-down { subcontrol-origin: padding; subcontrol-position: center right; border-left: 1px solid @bankline; width: 22px; }
QComboBox::down-arrow { image: url(:/marks/down-@themename.png); width: 9px; height: 6px; }
)");
  sheet.replace(QStringLiteral("@softonhead"), QStringLiteral("#D5E5E6"));
  sheet.replace(QStringLiteral("@onhead"), QStringLiteral("#FBF8F0"));
  struct Name {
    const char* word;
    Ink ink;
  };
  // Longer names first: "@ondeep" before "@deep" is safe, "@bankline" must precede "@bank".
  for (const Name& n :
       {Name{"@bankline", Ink::BankLine}, Name{"@ondeep", Ink::OnDeep}, Name{"@paper", Ink::Paper}, Name{"@card", Ink::Card},
        Name{"@ink", Ink::Ink}, Name{"@soft", Ink::Soft}, Name{"@deep", Ink::Deep}, Name{"@shoal", Ink::Shoal}, Name{"@stop", Ink::Stop}})
    sheet.replace(QLatin1String(n.word), colour(n.ink).name());
  sheet.replace(QStringLiteral("@themename"), theme_ == Theme::Paper ? QStringLiteral("paper") : QStringLiteral("night"));
  return scaledSheet(sheet, scale_);
}

}  // namespace usherwright::app
