// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/import/import_picture.h"

#include "app/model/display_units.h"
#include "app/widgets/chart_words.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

ImportPicture::ImportPicture(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("What this file becomes"));
}

void ImportPicture::showItem(const ImportItem* item) {
    clearDrawing();
    setNote({});
    setVisible(item && item->trace); // of a file that cannot be read there is nothing to show
    if (item && item->fit)
        drawCurve(*item);
    else if (item && item->trace)
        drawSpeeds(*item->trace);
    replot(rpQueuedReplot);
}

void ImportPicture::drawCurve(const ImportItem& item) {
    if (!item.curve)
        return;
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& u = m_model.units();
    const PullCurve& curve = *item.curve;
    QCPGraph* raw = addGraph();
    raw->setLineStyle(QCPGraph::lsNone);
    raw->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, QPen(t.muted, 1), Qt::NoBrush, 2));
    QVector<double> x, y;
    for (const RawPoint& r : item.points) {
        x.append(r.place);
        y.append(u.powerOf(r.powerW * curve.factor.value_or(1.)));
    }
    raw->setData(x, y);
    QCPGraph* line = addGraph();
    line->setPen(QPen(t.accent, 2.2));
    const LineWithHoles power =
        withHoles(curve.place, curve.gridStep, [&](std::size_t i) { return u.powerOf(curve.powerW[i]); });
    double top = 0.;
    for (double w : curve.powerW)
        top = std::max(top, u.powerOf(w));
    line->setData(power.keys, power.values, true);
    setAxis(curve.axis, u.wording());
    const double margin = 0.02 * (curve.usedTo - curve.usedFrom);
    setPlaceRange(curve.usedFrom - margin, curve.usedTo + margin);
    setNaturalRange(0., 1.2 * top);
    setValueLabel(tr("power [%1]").arg(u.powerSymbol()));
    showPlaceTicks(true);
    setNote(tr("what it becomes · %1")
                .arg(curve.factor ? DisplayUnits::word(m_model.answers().standard().label)
                                  : tr("air unknown: as measured")));
}

void ImportPicture::drawSpeeds(const Trace& trace) {
    const Tokens& t = m_theme.tokens();
    const Channel* time = trace.find(ChannelId::Time);
    double top = 1.;
    int color = 0;
    for (const Channel& channel : trace.channels) {
        if (!time || (channel.name.id != ChannelId::EngineSpeed && channel.name.id != ChannelId::RollerSpeed &&
                      channel.name.id != ChannelId::VehicleSpeed && channel.name.id != ChannelId::BrakeSpeed))
            continue;
        QCPGraph* line = addGraph();
        line->setPen(QPen(t.marks[color++ % 8], 1));
        QVector<double> y;
        constexpr double kKmhPerMS = 3.6;
        const bool road = channel.name.id == ChannelId::VehicleSpeed; // the one that does not turn
        for (double v : channel.values) {
            y.append(road ? kKmhPerMS * v : rpmFromRadPerS(v));
            if (std::isfinite(y.back()))
                top = std::max(top, y.back());
        }
        line->setData(QVector<double>(time->values.begin(), time->values.end()), y, true);
    }
    if (time && !time->values.empty())
        setPlaceRange(time->values.front(), time->values.back());
    setAxis(CurveAxis::EngineSpeed, m_model.units().wording()); // seconds: numbers as they are
    xAxis->setLabel(tr("time [s]"));
    xAxis->setTickLabels(true);
    setNaturalRange(0., 1.1 * top);
    setValueLabel(tr("speeds [rpm], road [km/h]"));
}

} // namespace jr::app
