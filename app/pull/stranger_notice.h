// SPDX-License-Identifier: GPL-3.0-or-later
// The bench that is called is not the one, or has not the machine, that this job was pulled on: said before the first
// pull, with three ways on. Until one is taken, pulls are kept and set aside.
#pragma once

#include "app/model/bench_model.h"

#include <QFrame>

class QLabel;

namespace jr::app {

class StrangerNotice : public QFrame {
    Q_OBJECT
public:
    explicit StrangerNotice(BenchModel& bench, QWidget* parent = nullptr);
    /// Looks again whether there is something to say; hidden otherwise.
    void refresh();
    QString words() const; ///< empty while there is nothing to say

signals:
    void anotherJobWanted();

private:
    BenchModel& m_bench;
    QLabel* m_words;
};

} // namespace jr::app
