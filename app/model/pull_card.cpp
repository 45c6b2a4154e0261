// SPDX-License-Identifier: GPL-3.0-or-later
// The card of a pull: what it made, how it sits among its own, what was flagged; and what a person does with it.
#include "app/model/bench_model.h"

#include <cmath>

namespace jr::app {
namespace {

/// Mean of a few figures; there is at least one.
double meanOf(const std::vector<double>& values) {
    double sum = 0.;
    for (double v : values)
        sum += v / static_cast<double>(values.size());
    return sum;
}

} // namespace

std::vector<int> BenchModel::ownPulls() const {
    std::vector<int> out;
    const auto& pulls = m_job.pulls();
    for (int i = 0; i < static_cast<int>(pulls.size()); ++i) {
        const LoadedPull& p = pulls[static_cast<std::size_t>(i)];
        const SetupRecord* setup = m_job.job().setup(p.record.setupId);
        if (setup && setup->name == m_sitting.setup().toStdString() && !p.record.aside && p.fit)
            out.push_back(i);
    }
    return out;
}

PullCard BenchModel::cardFor(int index, const CaughtPull& caught) const {
    PullCard card;
    card.fuelMl = caught.fuelMl;
    for (const GuardTrip& trip : caught.trips)
        card.trips << QString::fromStdString(jr::said(guardMessage(trip), m_job.units().wording()));
    if (index < 0)
        return card;
    const LoadedPull& pull = m_job.pulls()[static_cast<std::size_t>(index)];
    card.pullId = pull.record.id;
    card.problem = pull.problem;
    if (pull.fit)
        for (const Flag& flag : pull.fit->flags())
            card.flags << QString::fromStdString(jr::said(flag.message, m_job.units().wording()));
    if (const PullCurve* curve = m_job.answers().curve(index))
        card.peak = curve->peakPower;
    card.bandMeanW = m_job.answers().bandMeansW()[static_cast<std::size_t>(index)];
    // Among its own: the other counted pulls of its setup.
    std::vector<double> own;
    for (int i = 0; i < static_cast<int>(m_job.pulls().size()); ++i) {
        const LoadedPull& p = m_job.pulls()[static_cast<std::size_t>(i)];
        if (p.record.setupId != pull.record.setupId || p.record.aside)
            continue;
        ++card.nth;
        if (i != index && std::isfinite(m_job.answers().bandMeansW()[static_cast<std::size_t>(i)]))
            own.push_back(m_job.answers().bandMeansW()[static_cast<std::size_t>(i)]);
    }
    card.others = static_cast<int>(own.size());
    if (!own.empty()) {
        const double mean = meanOf(own);
        card.againstOwnPct = 100. * (card.bandMeanW / mean - 1.);
        for (double w : own)
            card.ownSpreadPct = std::max(card.ownSpreadPct, 100. * std::abs(w / mean - 1.));
        // Twice as far out as any of its own, and by more than a per cent: worth a second look, no more.
        card.odd = card.others >= 2 && std::abs(card.againstOwnPct) > std::max(1., 2. * card.ownSpreadPct);
    }
    if (const auto air = pull.trace->header.air())
        card.air = m_job.units().airLine(air->tempC, air->pressurePa, air->humidity);
    EngineSize engine;
    engine.strokes = pull.trace->header.strokes.value_or(4);
    constexpr double kM3PerCm3 = 1e-6;
    engine.displacementM3 = pull.trace->header.number(header_key::displacementCm3).value_or(0.) * kM3PerCm3;
    if (pull.trace->header.kind == PullKind::Brake)
        card.steady = steadyRun(caught.trace, engine);
    return card;
}

void BenchModel::dismissCard() {
    m_card.reset();
    emit cardReady();
}

void BenchModel::setAside(const std::string& pullId, const QString& why) {
    const int index = m_job.indexOf(pullId);
    if (index < 0)
        return;
    m_job.setAside(index, true, why);
    if (m_card && m_card->pullId == pullId)
        dismissCard();
}

} // namespace jr::app
