// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/fit_chart.h"

#include "app/charts/dress_axes.h"

namespace jr::app {

FitChart::FitChart(const Theme& theme, QWidget* parent) : QCustomPlot(parent), m_theme(theme) {
    setAccessibleName(tr("What was measured for the calibration, and the line through it"));
    setMinimumHeight(150);
    dress();
    connect(&theme, &Theme::changed, this, &FitChart::dress);
}

void FitChart::dress() {
    const Tokens& t = m_theme.tokens();
    dressAxes(*this, t);
    for (int i = 0; i < graphCount(); ++i)
        graph(i)->setPen(QPen(i == 0   ? t.muted
                              : i == 1 ? t.accent
                                       : t.loss,
                              i == 0 ? 1 : 2, i == 2 ? Qt::DashLine : Qt::SolidLine));
    replot(rpQueuedReplot);
}

void FitChart::show(const QString& xLabel, const QString& yLabel, const QVector<double>& x, const QVector<double>& y,
                    const QVector<double>& lineX, const QVector<double>& lineY, const QVector<double>& secondX,
                    const QVector<double>& secondY) {
    clearPlottables();
    xAxis->setLabel(xLabel);
    yAxis->setLabel(yLabel);
    addGraph();
    graph(0)->setLineStyle(QCPGraph::lsNone);
    graph(0)->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, x.size() > 60 ? 2. : 7.));
    graph(0)->setData(x, y);
    addGraph();
    graph(1)->setData(lineX, lineY);
    if (!secondX.isEmpty()) {
        addGraph();
        graph(2)->setData(secondX, secondY);
    }
    rescaleAxes();
    // From zero where that is near, so that a slope is not made a cliff; far from it the data would be a hair in a
    // corner, and the axis says that it does not start there.
    constexpr double kNear = 1.5; // of the data's own span
    for (QCPAxis* axis : {xAxis, yAxis}) {
        QCPRange r = axis->range();
        const double away = r.lower > 0. ? r.lower : r.upper < 0. ? -r.upper : 0.;
        if (away > kNear * r.size())
            axis->setLabel(tr("%1, not from zero").arg(axis->label()));
        else if (r.lower > 0.)
            r.lower = 0.;
        else if (r.upper < 0.)
            r.upper = 0.;
        axis->setRange(QCPRange(r.lower - 0.04 * r.size(), r.upper + 0.06 * r.size()));
    }
    dress();
}

} // namespace jr::app
