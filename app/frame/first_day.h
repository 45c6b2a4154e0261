// SPDX-License-Identifier: GPL-3.0-or-later
// A first day, guided: one step at a time above the stations, each ticked by itself when it is done. It presses
// nothing; "Show me" leads to the place. On the simulated bench it takes ten minutes.
#pragma once

#include "app/frame/main_window.h"

#include <QFrame>

class QLabel;
class QPushButton;

namespace jr::app {

class FirstDay : public QFrame {
    Q_OBJECT
public:
    explicit FirstDay(MainWindow& window);
    void begin();
    void leave();
    int step() const { return m_step; } ///< from 0
    int steps() const { return static_cast<int>(m_steps.size()); }

private:
    struct Step {
        QString words;
        std::function<bool()> done;
        std::function<void()> show;
    };
    void look();

    MainWindow& m_window;
    std::vector<Step> m_steps;
    int m_step = 0;
    QLabel* m_words;
    QPushButton* m_show;
};

} // namespace jr::app
