// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/compare_settings.h"

#include <algorithm>

namespace jr::app {
namespace {
/// A band narrower than this has too few places of the grid to be judged; a slip of the hand draws one.
constexpr double kNarrowestBandRpm = 200.;
} // namespace

const Standard& CompareSettings::standardAsked() const {
    const Standard* s = findStandard(m_now.standard);
    return s ? *s : *findStandard("sae-j1349");
}

void CompareSettings::chooseSides(const std::function<bool(const std::string&)>& isThere,
                                  const std::vector<std::string>& setupOfEachPull) {
    if (!isThere(m_now.baseSetup) && !setupOfEachPull.empty())
        m_now.baseSetup = setupOfEachPull.front();
    if (!isThere(m_now.withSetup) || m_now.withSetup == m_now.baseSetup) {
        const auto other = std::find_if(setupOfEachPull.begin(), setupOfEachPull.end(),
                                        [&](const std::string& setup) { return setup != m_now.baseSetup; });
        m_now.withSetup = other == setupOfEachPull.end() ? std::string() : *other;
    }
}

void CompareSettings::setBaseSetup(const std::string& id) {
    if (id == m_now.baseSetup)
        return;
    if (id == m_now.withSetup)
        m_now.withSetup = m_now.baseSetup;
    m_now.baseSetup = id;
    emit changed();
}

void CompareSettings::setWithSetup(const std::string& id) {
    if (id == m_now.withSetup)
        return;
    if (id == m_now.baseSetup)
        m_now.baseSetup = m_now.withSetup;
    m_now.withSetup = id;
    emit changed();
}

void CompareSettings::setStandard(const std::string& id) {
    if (id == m_now.standard || !findStandard(id))
        return;
    m_now.standard = id;
    emit changed();
}

void CompareSettings::setWorthPct(double worth) {
    if (worth == m_now.worthPct || !(worth > 0.))
        return;
    m_now.worthPct = worth;
    emit changed();
}

void CompareSettings::setBand(std::optional<double> fromRpm, std::optional<double> toRpm) {
    if (fromRpm == m_now.fromRpm && toRpm == m_now.toRpm)
        return;
    if (fromRpm && toRpm && *toRpm - *fromRpm < kNarrowestBandRpm)
        return;
    m_now.fromRpm = fromRpm;
    m_now.toRpm = toRpm;
    emit changed();
}

void CompareSettings::setDetailRpm(double detail) {
    if (detail == m_now.detailRpm)
        return;
    m_now.detailRpm = detail;
    emit changed();
}

void CompareSettings::setRepeatabilityPct(std::optional<double> pct) {
    if (pct == m_repeatabilityPct)
        return;
    m_repeatabilityPct = pct;
    emit changed();
}

} // namespace jr::app
