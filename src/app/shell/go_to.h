// Go to anything by typing: stations, fields, findings, actions.
#pragma once

#include <QFrame>
#include <QLineEdit>
#include <QListWidget>
#include <functional>
#include <vector>

#include "app/shell/actions.h"
#include "app/widgets/kit.h"

namespace usherwright::app {

class GoTo : public QFrame {
  Q_OBJECT

 public:
  /// `pages`: every page of every station, by the names that its station shows.
  using PageList = std::function<std::vector<std::pair<Station, QString>>()>;
  GoTo(Kit kit, const ActionTable& actions, PageList pages, QWidget* parent);
  void begin();

 Q_SIGNALS:
  void findingChosen(const QString& key);

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  struct Target {
    QString words, kind;
    std::function<void()> go;
  };
  void collect();
  void filter();
  void choose();

  Kit kit_;
  const ActionTable& actions_;
  PageList pages_;
  QLineEdit* typed_;
  QListWidget* list_;
  std::vector<Target> targets_;
  std::vector<std::size_t> matches_;
};

}  // namespace usherwright::app
