// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/speed_map.h"

#include "app/charts/pull_thread.h"
#include "app/widgets/chart_words.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

SpeedMap::SpeedMap(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Engine speed of both setups over road speed"));
    yAxis->ticker()->setTickStepStrategy(QCPAxisTicker::tssReadability);
    yAxis->ticker()->setTickCount(3);
}

bool SpeedMap::ofABelt(const JobModel& model) {
    const auto& comparison = model.answers().comparison();
    if (!comparison || comparison->axis != CurveAxis::RoadSpeed)
        return false;
    for (bool base : {true, false})
        for (int i : model.sidePulls(base))
            if (const auto& fit = model.pulls()[static_cast<std::size_t>(i)].fit; fit && !fit->ready.geared)
                return true;
    return false;
}

void SpeedMap::draw() {
    clearDrawing();
    if (!ofABelt(m_model)) {
        replot(rpQueuedReplot);
        return;
    }
    const Comparison& c = *m_model.answers().comparison();
    const DisplayUnits& u = m_model.units();
    setAxis(c.axis, u.wording());
    if (c.held) {
        QColor soft = m_theme.tokens().muted;
        soft.setAlphaF(0.14);
        constexpr double kAbove = 1e6; // above any engine: the stretch is marked from floor to ceiling
        addBand({c.held->from, c.held->to}, {0., 0.}, {kAbove, kAbove}, soft);
    }
    double low = 1e9, high = 0.;
    const auto widen = [&](double rpm) {
        if (std::isfinite(rpm)) {
            low = std::min(low, rpm);
            high = std::max(high, rpm);
        }
    };
    for (bool base : {true, false}) {
        const int mark =
            setupMarkOf(m_model, base ? m_model.compare().now().baseSetup : m_model.compare().now().withSetup);
        const QColor color = m_theme.tokens().marks[mark % 8];
        for (int i : m_model.sidePulls(base))
            if (const PullCurve* curve = m_model.answers().curve(i)) {
                QVector<double> x, y;
                for (std::size_t k = 0; k < curve->place.size(); ++k) {
                    x.append(curve->place[k]);
                    y.append(curve->engineRpmAt(k));
                    widen(y.back());
                }
                addThread(*this, color, x, y);
            }
        const Side& side = base ? c.base : c.with;
        QCPGraph* line = addGraph();
        line->setPen(m_theme.markPen(mark, 2.2));
        line->setAntialiased(true);
        const LineWithHoles shown = withHoles(c.place, c.gridStep, [&](std::size_t i) { return side.engineRpm[i]; });
        line->setData(shown.keys, shown.values, true);
        if (c.held) {
            // The faster side is named above, the slower below, so that no name stands between the two.
            const double own = base ? c.held->baseRpm : c.held->withRpm,
                         other = base ? c.held->withRpm : c.held->baseRpm;
            const bool above = own > other || (own == other && base);
            addLabel(0.5 * (c.held->from + c.held->to), own,
                     QStringLiteral("%1 %2 %3")
                         .arg(Theme::mark(mark).letter, QString::fromStdString(side.setup),
                              u.placeText(own, CurveAxis::EngineSpeed)),
                     color, Qt::AlignHCenter | (above ? Qt::AlignBottom : Qt::AlignTop));
        }
    }
    setValueLabel(tr("engine [rpm]"));
    const double spread = std::max(high - low, 100.); // room for the names above and below the lines
    setNaturalRange(std::max(0., low - 0.1 * spread), high + 0.7 * spread);
    setNote(c.held ? tr("grey: the belt shifts and holds the engine · not from zero") : tr("not from zero"));
    replot(rpQueuedReplot);
}

} // namespace jr::app
