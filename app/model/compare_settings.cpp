// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/compare_settings.h"

#include <algorithm>

namespace jr::app {
namespace {
/// A band of fewer steps has too few places of the grid to be judged; a slip of the hand draws one.
constexpr double kNarrowestBandSteps = 4.;
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

void CompareSettings::setAxis(std::optional<CurveAxis> axis) {
    const std::string text(axis ? axisText(*axis) : "");
    if (text == m_now.axis)
        return;
    m_now.axis = text;
    emit changed();
}

/// What was set on the other axis says nothing here.
void CompareSettings::countPlacesHere() {
    if (placesCount())
        return;
    m_now.placesAxis = axisText(m_inForce);
    m_now.from = m_now.to = std::nullopt;
    m_now.detail = 0.;
}

void CompareSettings::setBand(std::optional<double> from, std::optional<double> to) {
    if (from == this->from() && to == this->to())
        return;
    if (from && to && *to - *from < kNarrowestBandSteps * usualStep(m_inForce))
        return;
    countPlacesHere();
    m_now.from = from;
    m_now.to = to;
    emit changed();
}

void CompareSettings::setDetail(double detail) {
    if (detail == this->detail())
        return;
    countPlacesHere();
    m_now.detail = detail;
    emit changed();
}

} // namespace jr::app
