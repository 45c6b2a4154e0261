#include "app/judge/gain_ribbon.h"

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

/// Splits at holes in the grid so that no line or band crosses one.
QVector<double> withHoles(const std::vector<double>& rpm, const std::vector<double>& value, auto toUnit,
                          QVector<double>& keys) {
    QVector<double> out;
    keys.clear();
    const double step = rpm.size() > 1 ? rpm[1] - rpm[0] : 50.;
    for (std::size_t i = 0; i < rpm.size(); ++i) {
        if (i > 0 && rpm[i] - rpm[i - 1] > 1.5 * step) {
            keys.append(0.5 * (rpm[i] + rpm[i - 1]));
            out.append(qQNaN());
        }
        keys.append(rpm[i]);
        out.append(toUnit(value[i]));
    }
    return out;
}

} // namespace

QString setupNameOf(const JobModel& model, const std::string& id) {
    const SetupRecord* s = model.job().setup(id);
    return s ? QString::fromStdString(s->name) : QString();
}

int setupMarkOf(const JobModel& model, const std::string& id) {
    const SetupRecord* s = model.job().setup(id);
    return s ? s->mark : 0;
}

QString airText(const JobModel& model) {
    double temp = 0., pressure = 0., humidity = 0.;
    int n = 0;
    for (bool base : {true, false})
        for (int i : model.sidePulls(base))
            if (const auto air = model.pulls()[static_cast<std::size_t>(i)].trace->header.air()) {
                temp += air->tempC;
                pressure += air->pressurePa / 100.;
                humidity += air->humidity * 100.;
                ++n;
            }
    if (n == 0)
        return {};
    const QLocale l;
    return QObject::tr("%1 °C · %2 hPa · %3 % humid")
        .arg(l.toString(temp / n, 'f', 1), l.toString(pressure / n, 'f', 0), l.toString(humidity / n, 'f', 0));
}

QString comparisonNote(const JobModel& model) {
    if (!model.comparison())
        return {};
    const Comparison& c = *model.comparison();
    QString note = QObject::tr("%1 · detail %2 rpm · %3 + %4 pulls")
                       .arg(QString::fromUtf8(c.standard->label.data()), QLocale().toString(c.detailRpm, 'f', 0),
                            QString::number(c.base.pulls), QString::number(c.with.pulls));
    const QString air = airText(model);
    return air.isEmpty() ? note : note + QStringLiteral(" · ") + air;
}

GainRibbon::GainRibbon(const Theme& theme, const JobModel& model, QWidget* parent)
    : RpmChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Gain over engine speed with its margin"));
    showRpmTicks(false);
}

void GainRibbon::draw() {
    clearDrawing();
    const auto& comparison = m_model.comparison();
    if (!comparison) {
        replot(rpQueuedReplot);
        return;
    }
    const Comparison& c = *comparison;
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& u = m_model.units();
    const auto power = [&](double w) { return u.powerOf(w); };
    QVector<double> keys;
    double reach = 0.;
    for (std::size_t i = 0; i < c.rpm.size(); ++i)
        for (double w : {c.differenceW[i], c.margins ? c.lowW[i] : 0., c.margins ? c.highW[i] : 0.})
            reach = std::max(reach, std::abs(power(w)));

    // Worth: the corridor inside which a difference would not matter.
    for (double sign : {-1., 1.}) {
        QCPGraph* worth = addGraph();
        worth->setPen(QPen(t.muted, 1, Qt::DashLine));
        QVector<double> y;
        for (double w : c.base.powerW)
            y.append(sign * power(w) * c.worthPct / 100.);
        worth->setData(QVector<double>(c.rpm.begin(), c.rpm.end()), y, true);
        reach = std::max(reach, 1.15 * *std::max_element(y.begin(), y.end()));
    }
    // The band, coloured by what it says: each call its own piece, so that shape and colour agree with the strip below.
    if (c.margins)
        for (const Call& call : c.calls) {
            QVector<double> x, low, high;
            for (std::size_t i = 0; i < c.rpm.size(); ++i)
                // One step beyond, so that pieces meet.
                if (c.rpm[i] >= call.fromRpm - 51. && c.rpm[i] <= call.toRpm + 1.) {
                    x.append(c.rpm[i]);
                    low.append(power(c.lowW[i]));
                    high.append(power(c.highW[i]));
                }
            QCPGraph* under = addGraph();
            QCPGraph* over = addGraph();
            under->setData(x, low, true);
            over->setData(x, high, true);
            const QColor edge = call.kind == CallKind::Gain   ? t.gain
                                : call.kind == CallKind::Loss ? t.loss
                                : call.kind == CallKind::Same ? t.same
                                                              : t.open;
            const QColor fill = call.kind == CallKind::Gain   ? t.gainSoft
                                : call.kind == CallKind::Loss ? t.lossSoft
                                                              : t.sameSoft;
            under->setPen(QPen(edge, 1));
            over->setPen(QPen(edge, 1));
            over->setBrush(call.kind == CallKind::Open ? Theme::hatch(t.line) : QBrush(fill));
            over->setChannelFillGraph(under);
        }
    QCPGraph* zero = addGraph();
    zero->setPen(QPen(t.ink, 1));
    zero->setData(QVector<double>{c.rpm.front(), c.rpm.back()}, QVector<double>{0., 0.}, true);
    QCPGraph* line = addGraph();
    QPen pen(t.ink);
    pen.setWidthF(2.4);
    line->setPen(pen);
    const QVector<double> y = withHoles(c.rpm, c.differenceW, power, keys);
    line->setData(keys, y, true);
    line->setAntialiased(true);

    for (const Call& call : c.calls)
        if (call.kind == CallKind::Gain || call.kind == CallKind::Loss) {
            const double margin = 0.2 * std::abs(call.maxW);
            const Wording w = u.wording();
            addLabel(call.maxRpm, power(call.maxW),
                     QString::fromStdString(withUnit(call.maxW, margin, u.power, w, true)),
                     call.kind == CallKind::Gain ? t.gain : t.loss,
                     Qt::AlignHCenter | (call.kind == CallKind::Gain ? Qt::AlignBottom : Qt::AlignTop));
        }
    setValueLabel(tr("gain [%1]").arg(u.powerSymbol()));
    setNaturalRange(-1.12 * reach, 1.12 * reach);
    setNote(tr("%1 minus %2 · band: %3 % for the whole curve · dashed: worth %4 %")
                .arg(QString::fromStdString(c.with.setup), QString::fromStdString(c.base.setup),
                     QLocale().toString(100. * c.confidence, 'f', 0), QLocale().toString(c.worthPct)));
    replot(rpQueuedReplot);
}

CurvesChart::CurvesChart(const Theme& theme, const JobModel& model, QWidget* parent)
    : RpmChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Power or torque of both setups over engine speed"));
}

void CurvesChart::setQuantity(bool torque) {
    m_torque = torque;
    resetZoom();
    draw();
}

void CurvesChart::draw() {
    clearDrawing();
    const auto& comparison = m_model.comparison();
    if (!comparison) {
        replot(rpQueuedReplot);
        return;
    }
    const Comparison& c = *comparison;
    const DisplayUnits& u = m_model.units();
    double top = 0.;
    const auto value = [&](double powerW, double rpm) {
        return m_torque ? u.torqueOf(powerW / radPerSFromRpm(rpm)) : u.powerOf(powerW);
    };
    struct Drawn {
        const Side& side;
        std::string setupId;
        bool base;
    };
    std::vector<std::pair<double, double>> ends;
    for (const Drawn& d :
         {Drawn{c.base, m_model.settings().baseSetup, true}, Drawn{c.with, m_model.settings().withSetup, false}}) {
        const int mark = setupMarkOf(m_model, d.setupId);
        const QColor color = m_theme.tokens().marks[mark % 8];
        // Threads: 1 px pens, they are many points.
        for (int i : m_model.sidePulls(d.base))
            if (const PullCurve* curve = m_model.curve(i)) {
                QCPGraph* thread = addGraph();
                QColor pale = color;
                pale.setAlphaF(0.38);
                thread->setPen(QPen(pale, 1));
                QVector<double> x, y;
                for (std::size_t k = 0; k < curve->rpm.size(); ++k) {
                    x.append(curve->rpm[k]);
                    y.append(curve->counted[k] ? value(curve->powerW[k], curve->rpm[k]) : qQNaN());
                }
                thread->setData(x, y, true);
            }
        QVector<double> x(c.rpm.begin(), c.rpm.end()), low, high;
        if (c.margins) {
            for (std::size_t i = 0; i < c.rpm.size(); ++i) {
                low.append(value(d.side.lowW[i], c.rpm[i]));
                high.append(value(d.side.highW[i], c.rpm[i]));
            }
            QCPGraph* under = addGraph();
            QCPGraph* over = addGraph();
            QColor soft = color;
            soft.setAlphaF(0.13);
            under->setPen(Qt::NoPen);
            over->setPen(Qt::NoPen);
            under->setData(x, low, true);
            over->setData(x, high, true);
            over->setBrush(soft);
            over->setChannelFillGraph(under);
        }
        QCPGraph* line = addGraph();
        line->setPen(m_theme.markPen(mark, 2.2));
        line->setAntialiased(true);
        QVector<double> keys;
        const QVector<double> y = withHoles(
            c.rpm, d.side.powerW, [](double v) { return v; }, keys);
        QVector<double> shown;
        for (qsizetype i = 0; i < y.size(); ++i)
            shown.append(std::isfinite(y[i]) ? value(y[i], keys[i]) : qQNaN());
        line->setData(keys, shown, true);
        for (double v : shown)
            if (std::isfinite(v))
                top = std::max(top, v);
        const auto& peak = m_torque ? d.side.peakTorque : d.side.peakPower;
        if (peak) {
            const double v = m_torque ? u.torqueOf(peak->value) : u.powerOf(peak->value);
            const QString text =
                QStringLiteral("%1 %2  %3 %4 @ %5")
                    .arg(Theme::mark(mark).letter, QString::fromStdString(d.side.setup), QLocale().toString(v, 'f', 1),
                         m_torque ? u.torqueSymbol() : u.powerSymbol(), QLocale().toString(peak->rpm, 'f', 0));
            addLabel(peak->rpm, v, text, color,
                     d.base ? Qt::AlignHCenter | Qt::AlignBottom : Qt::AlignHCenter | Qt::AlignTop);
        }
    }
    setValueLabel(m_torque ? tr("torque [%1]").arg(u.torqueSymbol()) : tr("power [%1]").arg(u.powerSymbol()));
    setNaturalRange(0., 1.16 * top);
    setNote(comparisonNote(m_model));
    replot(rpQueuedReplot);
}

} // namespace jr::app
