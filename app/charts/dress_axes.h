// SPDX-License-Identifier: GPL-3.0-or-later
// Axes of every chart in our dress.
#pragma once

#include "app/theme/theme.h"

#include <qcustomplot.h>

namespace jr::app {

inline void dressAxes(QCustomPlot& chart, const Tokens& t) {
    chart.setBackground(t.panel);
    chart.axisRect()->setBackground(t.raised);
    for (QCPAxis* axis : {chart.xAxis, chart.yAxis}) {
        axis->setBasePen(QPen(t.line));
        axis->setTickPen(QPen(t.line));
        axis->setSubTickPen(Qt::NoPen);
        axis->setTickLabelColor(t.muted);
        axis->setLabelColor(t.muted);
        axis->setTickLabelFont(Theme::font(Size::Small));
        axis->setLabelFont(Theme::font(Size::Small));
        axis->grid()->setPen(QPen(t.line, 1, Qt::DotLine));
        axis->grid()->setZeroLinePen(QPen(t.muted, 1));
    }
}

} // namespace jr::app
