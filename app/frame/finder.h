// SPDX-License-Identifier: GPL-3.0-or-later
// One line that finds any place of the window: a station, a page, a button, a chapter of the manual, by what somebody
// types. Enter leads there and shows the key for the next time; nothing is pressed for them.
#pragma once

#include "app/frame/main_window.h"

#include <QDialog>

#include <functional>

class QLineEdit;
class QListWidget;

namespace jr::app {

struct Findable {
    QString words, where, key; ///< "Try a restore", "Jobs", "Ctrl+0"
    std::function<void()> go;
};

/// All that can be found now.
std::vector<Findable> findables(MainWindow& window);
/// Those that have every word typed in them, the ones that begin with it first.
std::vector<const Findable*> found(const std::vector<Findable>& all, const QString& typed);

class Finder : public QDialog {
    Q_OBJECT
public:
    explicit Finder(MainWindow& window);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void narrow();
    void go();

    std::vector<Findable> m_all;
    std::vector<const Findable*> m_shown;
    QLineEdit* m_line;
    QListWidget* m_list;
};

} // namespace jr::app
