// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/curves_chart.h"

#include "app/charts/pull_thread.h"
#include "app/widgets/chart_words.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

CurvesChart::CurvesChart(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Power or torque of both setups over engine speed"));
}

void CurvesChart::setShown(Quantity quantity, School school) {
    m_quantity = quantity;
    m_school = school;
    resetZoom();
    draw();
}

/// The side's line by the school in force: its mean as judged, or, for show, the median or the best pull at each speed.
std::vector<double> CurvesChart::lineOf(const std::vector<double>& meanW, const std::vector<int>& pulls) const {
    if (m_school == School::Average)
        return meanW;
    const std::vector<double>& place = m_model.answers().comparison()->place;
    std::vector<double> out;
    for (std::size_t i = 0; i < place.size(); ++i) {
        std::vector<double> here;
        for (int p : pulls)
            if (const PullCurve* curve = m_model.answers().curve(p))
                if (const long at = curve->at(place[i]); at >= 0 && curve->counted[static_cast<std::size_t>(at)])
                    here.push_back(curve->powerW[static_cast<std::size_t>(at)]);
        std::sort(here.begin(), here.end());
        const std::size_t n = here.size();
        out.push_back(n == 0                       ? meanW[i]
                      : m_school == School::BestOf ? here.back()
                      : n % 2                      ? here[n / 2]
                                                   : 0.5 * (here[n / 2 - 1] + here[n / 2]));
    }
    return out;
}

void CurvesChart::draw() {
    clearDrawing();
    const auto& comparison = m_model.answers().comparison();
    if (!comparison) {
        replot(rpQueuedReplot);
        return;
    }
    const Comparison& c = *comparison;
    const DisplayUnits& u = m_model.units();
    double top = 0.;
    const bool torque = m_quantity == Quantity::Torque;
    const auto value = [&](double powerW, double engineRpm) {
        return torque ? u.torqueOf(powerW / radPerSFromRpm(engineRpm)) : u.powerOf(powerW);
    };
    setAxis(c.axis, u.wording());
    struct Drawn {
        const Side& side;
        std::string setupId;
        bool base;
    };
    std::vector<std::pair<double, double>> ends;
    for (const Drawn& d : {Drawn{c.base, m_model.compare().now().baseSetup, true},
                           Drawn{c.with, m_model.compare().now().withSetup, false}}) {
        const int mark = setupMarkOf(m_model, d.setupId);
        const QColor color = m_theme.tokens().marks[mark % 8];
        for (int i : m_model.sidePulls(d.base))
            if (const PullCurve* curve = m_model.answers().curve(i)) {
                QVector<double> x, y;
                for (std::size_t k = 0; k < curve->place.size(); ++k) {
                    x.append(curve->place[k]);
                    y.append(curve->counted[k] ? value(curve->powerW[k], curve->engineRpmAt(k)) : qQNaN());
                }
                addThread(*this, color, x, y);
            }
        if (c.margins && m_school == School::Average) {
            const LineWithHoles low = withHoles(
                c.place, c.gridStep, [&](std::size_t i) { return value(d.side.lowW(i), d.side.engineRpm[i]); });
            const LineWithHoles high = withHoles(
                c.place, c.gridStep, [&](std::size_t i) { return value(d.side.highW(i), d.side.engineRpm[i]); });
            QCPGraph* under = addGraph();
            QCPGraph* over = addGraph();
            QColor soft = color;
            soft.setAlphaF(0.13);
            under->setPen(Qt::NoPen);
            over->setPen(Qt::NoPen);
            under->setData(low.keys, low.values, true);
            over->setData(high.keys, high.values, true);
            over->setBrush(soft);
            over->setChannelFillGraph(under);
        }
        QCPGraph* line = addGraph();
        line->setPen(m_theme.markPen(mark, 2.2));
        line->setAntialiased(true);
        const std::vector<double> powerW = lineOf(d.side.powerW, m_model.sidePulls(d.base));
        const LineWithHoles shown =
            withHoles(c.place, c.gridStep, [&](std::size_t i) { return value(powerW[i], d.side.engineRpm[i]); });
        line->setData(shown.keys, shown.values, true);
        for (double v : shown.values)
            if (std::isfinite(v))
                top = std::max(top, v);
        const auto& peak = torque ? d.side.peakTorque : d.side.peakPower;
        if (peak) {
            const double v = torque ? u.torqueOf(peak->value) : u.powerOf(peak->value);
            const QString text = QStringLiteral("%1 %2  %3 %4 @ %5")
                                     .arg(Theme::mark(mark).letter, QString::fromStdString(d.side.setup),
                                          QLocale().toString(v, 'f', 1), torque ? u.torqueSymbol() : u.powerSymbol(),
                                          u.placeText(peak->place, c.axis, c.axis == CurveAxis::RoadSpeed));
            addLabel(peak->place, v, text, color,
                     d.base ? Qt::AlignHCenter | Qt::AlignBottom : Qt::AlignHCenter | Qt::AlignTop);
        }
    }
    setValueLabel(torque ? tr("torque [%1]").arg(u.torqueSymbol()) : tr("power [%1]").arg(u.powerSymbol()));
    setNaturalRange(0., 1.34 * top); // room for labels and switches above flat curves, however low the chart
    setNote((m_school == School::Average  ? QString()
             : m_school == School::Median ? tr("median of the pulls, for show; calls use the average · ")
                                          : tr("best of the pulls, for show; calls use the average · ")) +
            comparisonNote(m_model));
    replot(rpQueuedReplot);
}

} // namespace jr::app
