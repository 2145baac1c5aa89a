// Colours of the tokens, and fonts.
#include "app/theme/look.h"

#include <QFontDatabase>

#include "core/drawing/svg.h"

/// The resources live in a static library, which a linker would drop; not inside a namespace, as Qt asks.
static void keepResources() { Q_INIT_RESOURCE(resources); }

namespace usherwright::app {
namespace {

using drawing::Face;
using drawing::Ink;

}  // namespace

Look::Look(QObject* parent) : QObject(parent) {}

void Look::loadFonts() {
  keepResources();
  for (const char* file : {"Cabin-Regular", "Cabin-Medium", "Cabin-SemiBold", "B612Mono-Regular", "B612Mono-Bold"})
    QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/%1.otf").arg(QLatin1String(file)));
}

void Look::setTheme(Theme theme) {
  if (theme == theme_) return;
  theme_ = theme;
  Q_EMIT changed();
}

QColor Look::colour(Ink ink) const {
  if (ink == Ink::None) return Qt::transparent;
  const std::string_view token = theme_ == Theme::Paper ? drawing::paperColour(ink) : drawing::nightColour(ink);
  return QColor(QLatin1String(token.data(), static_cast<qsizetype>(token.size())));
}

QFont Look::font(Face face) const {
  const bool mono = face == Face::Figure || face == Face::SmallFigure || face == Face::BigFigure;
  QFont f(mono ? QStringLiteral("B612 Mono") : QStringLiteral("Cabin"));
  switch (face) {
    case Face::Label: f.setPixelSize(14); break;
    case Face::Small: f.setPixelSize(13); break;
    case Face::Title:
      f.setPixelSize(16);
      f.setWeight(QFont::DemiBold);
      break;
    case Face::Figure:
      f.setPixelSize(13);
      f.setWeight(QFont::Bold);
      break;
    case Face::SmallFigure: f.setPixelSize(12); break;
    case Face::BigFigure:
      f.setPixelSize(18);
      f.setWeight(QFont::Bold);
      break;
  }
  return f;
}

QString Look::styleSheet() const {
  QString sheet = QStringLiteral(R"(
* { font-family: Cabin; font-size: 14px; color: @ink; }
QMainWindow, QWidget#desk { background: @paper; border: none; }
QStackedWidget { background: transparent; }
QSplitter#aside { background: @card; border-left: 1px solid @bankline; }
QSplitter::handle { background: @bankline; }
QToolTip { background: @card; color: @ink; border: 1px solid @bankline; padding: 4px; }
QLineEdit, QPlainTextEdit, QComboBox { background: @card; border: 1px solid @bankline; border-radius: 3px; padding: 2px 6px; selection-background-color: @deep; selection-color: @ondeep; }
QLineEdit:focus, QPlainTextEdit:focus, QComboBox:focus { border: 2px solid @deep; padding: 1px 5px; }
QLineEdit[bad="true"] { border: 2px solid @stop; padding: 1px 5px; }
QComboBox::drop-down { border: none; width: 18px; }
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
QScrollBar::add-line, QScrollBar::sub-line, QScrollBar::add-page, QScrollBar::sub-page { background: none; height: 0; }
QLabel[role="soft"] { color: @soft; }
QLabel[role="title"] { font-size: 16px; font-weight: 600; }
QLabel[role="problem"] { color: @stop; font-size: 13px; }
QLabel[role="figure"] { font-family: "B612 Mono"; font-size: 13px; }
)");
  struct Name {
    const char* word;
    Ink ink;
  };
  // Longer names first: "@ondeep" before "@deep" is safe, "@bankline" must precede "@bank".
  for (const Name& n :
       {Name{"@bankline", Ink::BankLine}, Name{"@ondeep", Ink::OnDeep}, Name{"@paper", Ink::Paper}, Name{"@card", Ink::Card},
        Name{"@ink", Ink::Ink}, Name{"@soft", Ink::Soft}, Name{"@deep", Ink::Deep}, Name{"@shoal", Ink::Shoal}, Name{"@stop", Ink::Stop}})
    sheet.replace(QLatin1String(n.word), colour(n.ink).name());
  return sheet;
}

}  // namespace usherwright::app
