// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/cross_page.h"

#include "app/model/display_units.h"
#include "app/words/words.h"
#include "app/widgets/chart_words.h"

#include <QPainter>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {

TogetherBars::TogetherBars(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setMinimumHeight(170);
    setAccessibleName(tr("What each part is worth alone, together, and their sum"));
}

void TogetherBars::setCross(const std::optional<Factorial>& cross, double marginW) {
    m_cross = cross;
    m_marginW = marginW;
    update();
}

void TogetherBars::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    if (!m_cross)
        return;
    struct Bar {
        QString name;
        std::optional<double> w;
        bool hollow;
    };
    std::vector<Bar> bars;
    for (const auto& [factor, w] : m_cross->alone)
        bars.push_back({tr("%1 alone").arg(QString::fromStdString(factor)), w, false});
    bars.push_back({tr("added up"), m_cross->sum, true});
    bars.push_back({tr("really together"), m_cross->together, false});
    double reach = 1e-9;
    for (const Bar& b : bars)
        reach = std::max(reach, std::abs(b.w.value_or(0.)) + m_marginW);
    const double nameWide = 160., row = (height() - 12.) / static_cast<double>(bars.size());
    const bool negative = std::any_of(bars.begin(), bars.end(), [](const Bar& b) { return b.w.value_or(0.) < 0.; });
    const double left = nameWide + (negative ? 0.3 * (width() - nameWide - 130.) : 0.);
    const double scale = (width() - left - 130.) / reach;
    const DisplayUnits& u = m_model.units();
    const Wording w = u.wording();
    for (std::size_t i = 0; i < bars.size(); ++i) {
        const Bar& b = bars[i];
        const double y = 6. + row * static_cast<double>(i);
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Body, b.name == tr("really together")));
        p.drawText(QRectF(8, y, nameWide - 14, row), Qt::AlignVCenter | Qt::AlignRight,
                   p.fontMetrics().elidedText(b.name, Qt::ElideRight, static_cast<int>(nameWide) - 20));
        if (!b.w) {
            p.setPen(t.muted);
            p.drawText(QRectF(left + 6, y, width() - left, row), Qt::AlignVCenter, tr("not pulled"));
            continue;
        }
        const QColor color = *b.w >= 0. ? t.gain : t.loss;
        const QRectF box(left + std::min(0., *b.w * scale), y + 0.22 * row, std::abs(*b.w) * scale, 0.56 * row);
        p.setPen(QPen(color, 1.5, b.hollow ? Qt::DashLine : Qt::SolidLine));
        p.setBrush(b.hollow ? Qt::NoBrush : QBrush(*b.w >= 0. ? t.gainSoft : t.lossSoft));
        p.drawRect(box);
        if (m_marginW > 0. && !b.hollow) {
            p.setPen(QPen(t.ink, 2));
            const double end = left + *b.w * scale, mid = y + 0.5 * row;
            p.drawLine(QPointF(end - m_marginW * scale, mid), QPointF(end + m_marginW * scale, mid));
        }
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Body, true));
        p.drawText(QRectF(std::max(box.right(), left + (*b.w + (b.hollow ? 0. : m_marginW)) * scale) + 8, y, 120, row),
                   Qt::AlignVCenter, QString::fromStdString(withUnit(*b.w, m_marginW, u.power, w, true)));
    }
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(left, 4), QPointF(left, height() - 4));
}

CrossPage::CrossPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Steps, combinations, sweeps"), parent) {
    addMetric();
    m_bars = new TogetherBars(theme, model);
    drawings()->addWidget(m_bars, 2);
    m_chart = new RangeChart(theme);
    m_chart->setAccessibleName(tr("Each effect over engine speed with its band"));
    drawings()->addWidget(m_chart, 4);
}

void CrossPage::drawEffects() {
    m_chart->clearDrawing();
    if (m_effects.place.empty()) {
        m_chart->replot();
        return;
    }
    const Tokens& t = m_theme.tokens();
    double reach = 0.5;
    const auto& place = m_effects.place;
    m_chart->setAxis(m_model.answers().axis(), m_model.units().wording());
    int k = 0;
    for (const EffectCurve& e : m_effects.effects) {
        const QColor color = t.marks[(k + 1) % 8];
        const auto along = [&](double Estimate::*figure) {
            return withHoles(place, m_effects.gridStep, [&](std::size_t i) { return e.pct(i).*figure; });
        };
        const LineWithHoles low = along(&Estimate::low), mid = along(&Estimate::mid), high = along(&Estimate::high);
        if (std::isfinite(e.pct(0).low)) {
            QColor soft = color;
            soft.setAlphaF(0.14);
            QCPGraph* under = m_chart->addGraph();
            QCPGraph* over = m_chart->addGraph();
            under->setPen(Qt::NoPen);
            over->setPen(Qt::NoPen);
            under->setData(low.keys, low.values, true);
            over->setData(high.keys, high.values, true);
            over->setBrush(soft);
            over->setChannelFillGraph(under);
        }
        QCPGraph* line = m_chart->addGraph();
        line->setPen(m_theme.markPen(k + 1, 2.2));
        line->setAntialiased(true);
        line->setData(mid.keys, mid.values, true);
        std::size_t most = 0;
        for (std::size_t i = 0; i < place.size(); ++i) {
            const Estimate pct = e.pct(i);
            if (std::abs(pct.mid) > std::abs(e.pct(most).mid))
                most = i;
            reach = std::max(reach, std::isfinite(pct.high) ? std::max(std::abs(pct.low), std::abs(pct.high))
                                                            : std::abs(pct.mid));
        }
        m_chart->addLabel(place[most], e.pct(most).mid,
                          QString::fromStdString(e.term).replace(QLatin1Char('*'), QStringLiteral(" × ")), color,
                          Qt::AlignHCenter | (e.pct(most).mid >= 0. ? Qt::AlignBottom : Qt::AlignTop));
        ++k;
    }
    QCPGraph* zero = m_chart->addGraph();
    zero->setPen(QPen(t.ink, 1));
    zero->setData(QVector<double>{place.front(), place.back()}, QVector<double>{0., 0.}, true);
    m_chart->setPlaceRange(place.front(), place.back());
    m_chart->setValueLabel(tr("effect [%]"));
    m_chart->setNaturalRange(-1.12 * reach, 1.12 * reach);
    m_chart->setNote(tr("%1 · each band holds for its whole curve")
                         .arg(DisplayUnits::word(m_model.answers().standard().label)));
    m_chart->replot(QCustomPlot::rpQueuedReplot);
}

StudyDesk::Work CrossPage::work() {
    return [this, metric = metric()](const StudyPtr& study) -> StudyDesk::Draw {
        if (!study->foundCross())
            return [this] {
                showNone(
                    tr("No cross among these setups."),
                    tr("A cross needs two parts at two levels each, and at least one setup with both changed: pull "
                       "each part alone and both together, and write on Ask what each setup changes."));
            };
        const Result<CrossAnswer>& answer = study->cross(metric);
        return [this, study, &answer] {
            if (answer)
                show(*answer);
            else
                showNone(tr("This cross cannot be worked out."), errorWords(answer.error()));
        };
    };
}

void CrossPage::showNone(const QString& head, const QString& words) {
    m_cross.reset();
    m_effects = {};
    m_bars->setCross({}, 0.);
    drawEffects();
    headline(head);
    say(words, "muted");
}

void CrossPage::show(const CrossAnswer& answer) {
    const FoundCross& found = answer.found;
    m_cross = answer.factorial;
    m_effects = answer.along ? *answer.along : EffectsAlongRange{};
    double margin = 0.;
    if (found.cells.size() > 1)
        if (const auto half = m_cross->fit.halfWidth(m_cross->fit.difference(0, 1), 0.95))
            margin = *half;
    m_bars->setCross(m_cross, margin);
    drawEffects();

    if (m_cross->together)
        headline(margin > 0. ? tr("Together they are worth %1 ± %2")
                                   .arg(power(*m_cross->together, margin, true), power(margin, margin))
                             : tr("Together they are worth %1").arg(power(*m_cross->together, margin, true)));
    else
        headline(tr("Not every cell was pulled"));
    say(tr("Read as %1, against %2.").arg(metricWords(), setupName(found.setupIds.front())), "muted");
    for (const auto& [factor, alone] : m_cross->alone) {
        std::size_t f = 0;
        while (found.factors[f] != factor)
            ++f;
        const QString name = tr("%1 (%2 to %3)")
                                 .arg(QString::fromStdString(factor), QString::fromStdString(m_cross->levels[f].first),
                                      QString::fromStdString(m_cross->levels[f].second));
        say(alone ? tr("%1 alone: %2, give or take %3.").arg(name, power(*alone, margin, true), power(margin, margin))
                  : tr("%1 was not pulled alone.").arg(name));
    }
    if (m_cross->together && m_cross->sum) {
        const double less = *m_cross->together - *m_cross->sum;
        for (const FactorialEffect& e : m_cross->effects)
            if (e.term.find('*') != std::string::npos && m_cross->alone.size() == 2) {
                // Together less the sum is twice the interaction of two factors.
                const bool clear = e.low && (*e.low > 0. || *e.high < 0.);
                const double half = e.low ? (*e.high - *e.low) : 0.;
                say(!clear ? tr("Added up they would be %1; together they are %2. The %3 between is no more than this "
                                "test's scatter (give or take %4).")
                                 .arg(power(*m_cross->sum, margin, true), power(*m_cross->together, margin, true),
                                      power(less, half, true), power(half, half))
                    : less < 0. ? tr("They do not add up: together they are %1 less than their sum, give or take %2.")
                                      .arg(power(-less, half), power(half, half))
                                : tr("They help each other: together they are %1 more than their sum, give or take %2.")
                                      .arg(power(less, half), power(half, half)));
            }
    }
    QStringList effects;
    for (const FactorialEffect& e : m_cross->effects) {
        const double half = e.low ? 0.5 * (*e.high - *e.low) : 0.;
        effects << tr("%1: %2 ± %3")
                       .arg(QString::fromStdString(e.term).replace(QLatin1Char('*'), QStringLiteral(" × ")),
                            power(e.effect, half, true), power(half, half));
    }
    say(tr("Effects, high against low over all cells, their margins holding together:") + QLatin1Char('\n') +
        effects.join(QLatin1Char('\n')));
    for (const std::string& term : m_cross->notSeparable)
        say(tr("%1 cannot be told apart from the others with the cells pulled.")
                .arg(QString::fromStdString(term).replace(QLatin1Char('*'), QStringLiteral(" × "))),
            "caution");
    sayCautions(answer.cautions);
}

} // namespace jr::app
