// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/look_station.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

TraceChart::TraceChart(const Theme& theme, const JobModel& model, QWidget* parent)
    : RpmChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Power of this pull: raw points, fitted curve, flagged stretches"));
    showRpmTicks(false);
}

void TraceChart::draw(int index) {
    clearDrawing();
    setNote({});
    const PullCurve* curve = m_model.answers().curve(index);
    if (!curve) {
        replot(rpQueuedReplot);
        return;
    }
    const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(index)];
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& u = m_model.units();
    const double factor = curve->factor.value_or(1.);
    double top = 0.;
    for (double w : curve->powerW)
        top = std::max(top, u.powerOf(w));
    double low = pull.fit->lowRpm, high = pull.fit->highRpm;
    const std::vector<RawPoint> raw = rawPoints(*pull.fit, 0.05);
    for (const RawPoint& r : raw) {
        low = std::min(low, r.rpm);
        high = std::max(high, r.rpm);
    }

    // Flagged stretches: a hatched column with its name, behind everything.
    int row = 0;
    for (const Flag& flag : pull.fit->flags()) {
        if (!std::isfinite(flag.fromRpm) || !flagExcludes(flag.kind))
            continue;
        auto* column = new QCPItemRect(this);
        column->topLeft->setTypeY(QCPItemPosition::ptAxisRectRatio);
        column->bottomRight->setTypeY(QCPItemPosition::ptAxisRectRatio);
        // A narrow flag still has to be seen.
        const double widen = std::max(0., 0.006 * (high - low) - 0.5 * (flag.toRpm - flag.fromRpm));
        column->topLeft->setCoords(flag.fromRpm - widen, 0.);
        column->bottomRight->setCoords(flag.toRpm + widen, 1.);
        column->setPen(QPen(flag.overruled ? t.line : t.amber, 1, Qt::DotLine));
        column->setBrush(flag.overruled ? QBrush(Qt::NoBrush) : QBrush(t.amberSoft));
        const QString name =
            QString::fromUtf8(flagText(flag.kind).data()) + (flag.overruled ? tr(" (counted)") : QString());
        auto* label = new QCPItemText(this);
        label->position->setTypeY(QCPItemPosition::ptAxisRectRatio);
        const bool rightHalf = flag.fromRpm > 0.5 * (low + high);
        label->position->setCoords(rightHalf ? flag.fromRpm - widen : flag.toRpm + widen, 0.05 + 0.07 * row++);
        label->setPositionAlignment((rightHalf ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignTop);
        label->setText(name);
        label->setColor(t.amber);
        label->setFont(Theme::font(Size::Small, true));
        label->setPadding(QMargins(4, 0, 4, 0));
    }
    QCPGraph* points = addGraph();
    QCPGraph* unused = addGraph();
    QVector<double> x1, y1, x2, y2;
    for (const RawPoint& r : raw) {
        (r.fitted ? x1 : x2).append(r.rpm);
        (r.fitted ? y1 : y2).append(u.powerOf(factor * r.powerW));
    }
    points->setData(x1, y1);
    unused->setData(x2, y2);
    for (QCPGraph* g : {points, unused}) {
        g->setLineStyle(QCPGraph::lsNone);
        g->setScatterStyle(QCPScatterStyle(g == points ? QCPScatterStyle::ssDisc : QCPScatterStyle::ssCross,
                                           QPen(g == points ? t.muted : t.amber, 1), Qt::NoBrush, g == points ? 3 : 5));
    }
    const SetupRecord* setup = m_model.job().setup(pull.record.setupId);
    const int mark = setup ? setup->mark : 0;
    QCPGraph* line = addGraph();
    QCPGraph* uncounted = addGraph();
    QVector<double> x, counted, rest;
    for (std::size_t i = 0; i < curve->rpm.size(); ++i) {
        x.append(curve->rpm[i]);
        counted.append(curve->counted[i] ? u.powerOf(curve->powerW[i]) : qQNaN());
        const bool edge = (i > 0 && !curve->counted[i - 1]) || (i + 1 < curve->rpm.size() && !curve->counted[i + 1]);
        rest.append(!curve->counted[i] || edge ? u.powerOf(curve->powerW[i]) : qQNaN());
    }
    line->setData(x, counted, true);
    line->setAntialiased(true);
    line->setPen(QPen(t.marks[mark % 8], 2.4));
    uncounted->setData(x, rest, true);
    uncounted->setPen(QPen(t.amber, 1.5, Qt::DotLine));
    if (curve->peakPower)
        addLabel(curve->peakPower->rpm, u.powerOf(curve->peakPower->value),
                 tr("%1 at %2 rpm")
                     .arg(u.powerText(curve->peakPower->value),
                          QLocale().toString(10. * std::round(curve->peakPower->rpm / 10.), 'f', 0)),
                 t.ink, Qt::AlignHCenter | Qt::AlignBottom);
    setRpmRange(std::floor(low / 100.) * 100., std::ceil(high / 100.) * 100.);
    setValueLabel(tr("power [%1]").arg(u.powerSymbol()));
    setNaturalRange(0., 1.2 * top);
    setNote(tr("%1%2 · detail %3 rpm · points: raw, line: what is counted")
                .arg(QString::fromUtf8(m_model.answers().standard().label.data()),
                     curve->factor ? QStringLiteral(" × ") + QLocale().toString(*curve->factor, 'f', 3)
                                   : tr(" (not applied)"),
                     QLocale().toString(curve->detailRpm, 'f', 0)));
    replot(rpQueuedReplot);
}

MixtureChart::MixtureChart(const Theme& theme, const JobModel& model, QWidget* parent)
    : RpmChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Mixture of this pull over engine speed"));
    setValueLabel(tr("mixture [:1]"));
}

bool MixtureChart::draw(int index) {
    clearDrawing();
    const PullCurve* curve = m_model.answers().curve(index);
    if (!curve || curve->afr.empty())
        return false;
    const Tokens& t = m_theme.tokens();
    const PullFit& fit = *m_model.pulls()[static_cast<std::size_t>(index)].fit;
    QVector<double> x, y, rawX, rawY;
    double low = 1e9, high = -1e9;
    for (std::size_t i = 0; i < curve->rpm.size(); ++i)
        if (std::isfinite(curve->afr[i])) {
            x.append(curve->rpm[i]);
            y.append(curve->afr[i]);
            low = std::min(low, curve->afr[i]);
            high = std::max(high, curve->afr[i]);
        }
    for (std::size_t i = fit.ready.from; i < fit.ready.to && i < fit.afr.size(); i += 4)
        if (std::isfinite(fit.afr[i])) {
            rawX.append(fit.ready.rpm[i]);
            rawY.append(fit.afr[i]);
        }
    QCPGraph* raw = addGraph();
    raw->setLineStyle(QCPGraph::lsNone);
    raw->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, QPen(t.muted, 1), Qt::NoBrush, 2));
    raw->setData(rawX, rawY);
    QCPGraph* line = addGraph();
    line->setPen(QPen(t.accent, 1.8));
    line->setData(x, y, true);
    // A mixture has no zero worth showing: the window is fixed and wide, so that small swings stay small.
    setNaturalRange(std::min(10., low - 1.), std::max(16., high + 1.));
    replot(rpQueuedReplot);
    return true;
}

} // namespace jr::app
