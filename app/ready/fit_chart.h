// SPDX-License-Identifier: GPL-3.0-or-later
// A small chart of a calibration: what was measured as points, what was fitted as a line.
#pragma once

#include "app/theme/theme.h"

#include <qcustomplot.h>

namespace jr::app {

class FitChart : public QCustomPlot {
    Q_OBJECT
public:
    FitChart(const Theme& theme, QWidget* parent = nullptr);
    void show(const QString& xLabel, const QString& yLabel, const QVector<double>& x, const QVector<double>& y,
              const QVector<double>& lineX, const QVector<double>& lineY, const QVector<double>& secondX = {},
              const QVector<double>& secondY = {});

private:
    void dress();
    const Theme& m_theme;
};

} // namespace jr::app
