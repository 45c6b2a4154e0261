// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/stop_key.h"

#include "app/model/bench_model.h"

#include <QCoreApplication>
#include <QKeyEvent>

namespace jr::app {

StopKey::StopKey(BenchModel& bench, QObject* parent) : QObject(parent), m_bench(bench) {
    QCoreApplication::instance()->installEventFilter(this);
    // A dialog of the desktop's is another program's window, and its keys never come here: with a bench at hand the
    // questions are this program's own.
    const auto ownDialogs = [&bench] {
        QCoreApplication::setAttribute(Qt::AA_DontUseNativeDialogs, bench.link().wanted());
    };
    connect(&bench.link(), &BenchConnection::linkChanged, this, ownDialogs);
    ownDialogs();
}

bool StopKey::eventFilter(QObject* watched, QEvent* event) {
    // Once a stroke, as it comes to the window and before any widget has it. Pull's own shortcut has taken its own
    // by then. A key that is held down is one press.
    if (event->type() == QEvent::KeyPress && watched->isWindowType() &&
        static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape && !static_cast<QKeyEvent*>(event)->isAutoRepeat() &&
        m_bench.pullInHand()) {
        m_bench.link().stop();
        emit stopped();
    }
    return false; // what stands open goes too, as it would
}

} // namespace jr::app
