// SPDX-License-Identifier: GPL-3.0-or-later
// What is read at one speed of the two curves, and what people quote of them.
#include "app/judge/difference_page.h"

#include "app/widgets/chart_words.h"
#include "app/widgets/method_link.h"
#include "app/words/words.h"
#include "core/judge/gain_kinds.h"
#include "core/judge/sound.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

void DifferencePage::setCursor(double place) {
    m_cursor = place;
    for (RangeChart* chart : charts())
        chart->setCursor(place);
    showCursor(place);
}

/// What people quote of two curves, each under its own name (P8), and the sound where it was recorded (P29).
void DifferencePage::showQuoted(double place) {
    const auto& comparison = m_model.answers().comparison();
    if (!comparison || !m_quoted)
        return;
    const Wording wording = m_model.units().wording();
    Markup quoted;
    for (const QuotedGain& g : quotedGains(*comparison, place, wording)) {
        // Where a gain has no margin of its own it is rounded as the band's mean is.
        const BandMean& mean = comparison->bandMean;
        const double margin = g.lowW ? 0.5 * (*g.highW - *g.lowW) : mean.lowW ? 0.5 * (*mean.highW - *mean.lowW) : 0.;
        quoted += Markup(QStringLiteral("\n")) +
                  Markup::bold(QString::fromStdString(withUnit(g.gainW, margin, wording.power, wording, true))) +
                  Markup(QStringLiteral(" (%1 %) %2")
                             .arg(QString::fromStdString(plainNumber(g.gainPct, 1, wording, true)),
                                  QString::fromStdString(g.label)));
        if (!g.caution.empty())
            quoted += Markup::italic(QLatin1Char(' ') + QString::fromStdString(g.caution));
    }
    m_quoted->set(Markup(tr("Gains as people quote them:")) + methodWord(QStringLiteral("Gains people quote")) +
                  quoted);
    const double spot = std::isfinite(place)         ? place
                        : comparison->base.peakPower ? comparison->base.peakPower->place
                                                     : comparison->place.front();
    // Sound is heard at an engine speed.
    const std::vector<double>& places = comparison->place;
    const auto nearest =
        static_cast<std::size_t>(std::lower_bound(places.begin(), places.end(), spot) - places.begin());
    const double at = comparison->base.engineRpm[std::min(nearest, places.size() - 1)];
    std::vector<Observation> levels;
    for (bool base : {true, false})
        for (int i : m_model.sidePulls(base)) {
            const LoadedPull& p = m_model.pulls()[static_cast<std::size_t>(i)];
            if (const auto level = soundAt(*p.trace, p.fit->ready, at))
                levels.push_back({base ? 0 : 1, *level, p.record.startedEpochS});
        }
    const auto sound = soundDifference(levels, at);
    m_sound->setVisible(sound.ok());
    if (sound)
        m_sound->set(QString::fromStdString(said(sound->message, wording)));
}

void DifferencePage::showCursor(double place) {
    showQuoted(place);
    const auto& comparison = m_model.answers().comparison();
    const QString hint = tr("Point at a speed, or use the arrow keys on a chart, to read both curves there.");
    if (!comparison || !std::isfinite(place)) {
        m_readout->set(hint);
        m_readout->setProperty("muted", true);
        m_readout->setStyleSheet({});
        return;
    }
    const Comparison& c = *comparison;
    const auto nearest = std::min_element(
        c.place.begin(), c.place.end(), [&](double a, double b) { return std::abs(a - place) < std::abs(b - place); });
    if (std::abs(*nearest - place) > 1.2 * c.gridStep) {
        m_readout->set(
            tr("%1: not every pull has data here that counts.").arg(m_model.units().placeText(place, c.axis)));
        return;
    }
    const auto i = static_cast<std::size_t>(nearest - c.place.begin());
    const DisplayUnits& u = m_model.units();
    const Wording w = u.wording();
    const double margin = 0.5 * (c.watt(i).high - c.watt(i).low);
    const QString difference =
        QString::fromStdString(withUnit(c.watt(i).mid, c.margins ? margin : 0., u.power, w, true));
    const QString give = c.margins
                             ? QStringLiteral(" ± ") + QString::fromStdString(withUnit(margin, margin, u.power, w))
                             : tr(" (no margin known)");
    const auto side = [&](const std::string& setup, const Side& s) {
        // On a belt the engine's speed is no longer the axis, and is what one looks for.
        const QString engine = c.axis == CurveAxis::EngineSpeed
                                   ? QString()
                                   : QStringLiteral(" · ") + u.placeText(s.engineRpm[i], CurveAxis::EngineSpeed);
        return Markup(QStringLiteral("%1 %2 · %3%4")
                          .arg(Theme::mark(setupMarkOf(m_model, setup)).letter, u.powerText(s.powerW[i]),
                               u.torqueText(s.torqueNm[i]), engine));
    };
    Markup words = Markup::bold(u.placeText(c.place[i], c.axis)) + Markup::gap() +
                   side(m_model.compare().now().baseSetup, c.base) + Markup::gap() +
                   side(m_model.compare().now().withSetup, c.with) + Markup::gap() + Markup::bold(difference + give) +
                   Markup(QStringLiteral(" (%1 %)").arg(QString::fromStdString(plainNumber(c.pct(i).mid, 1, w, true))));
    if (std::isfinite(c.base.afr[i]) && std::isfinite(c.with.afr[i]))
        words += Markup::gap() + Markup(tr("mixture %1, %2:1")
                                            .arg(QString::fromStdString(plainNumber(c.base.afr[i], 1, w)),
                                                 QString::fromStdString(plainNumber(c.with.afr[i], 1, w))));
    m_readout->set(words);
}

} // namespace jr::app
