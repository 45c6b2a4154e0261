// SPDX-License-Identifier: GPL-3.0-or-later
// While a bench pulls, Escape is STOP wherever one is: on another station, in a text field, over a question that stands
// open. Nothing of the window may come between a hand and the stop.
#pragma once

#include <QObject>

namespace jr::app {

class BenchModel;

class StopKey : public QObject {
    Q_OBJECT
public:
    /// Hears the keys of the whole program, and keeps the desktop's dialogs away while there is a bench.
    StopKey(BenchModel& bench, QObject* parent);
    bool eventFilter(QObject* watched, QEvent* event) override;

signals:
    /// It was asked for; how far it came is on Pull.
    void stopped();

private:
    BenchModel& m_bench;
};

} // namespace jr::app
