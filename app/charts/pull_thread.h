// SPDX-License-Identifier: GPL-3.0-or-later
// A single pull behind the mean of its setup: a pale thread of the setup's colour.
#pragma once

#include "app/charts/range_chart.h"

namespace jr::app {

inline void addThread(RangeChart& chart, const QColor& ofSetup, const QVector<double>& places,
                      const QVector<double>& values) {
    constexpr double kPale = 0.38;
    QColor pale = ofSetup;
    pale.setAlphaF(kPale);
    QCPGraph* thread = chart.addGraph();
    thread->setPen(QPen(pale, 1)); // a wider one is drawn many times as slowly
    thread->setData(places, values, true);
}

} // namespace jr::app
