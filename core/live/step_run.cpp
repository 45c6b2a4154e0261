// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/live/step_run.h"

#include <cmath>

namespace jr {

std::optional<double> StepRun::begin(double timeS) {
    m_at = 0;
    m_askedS = timeS;
    m_inside = m_settled = false;
    return m_o.stepsRpm.empty() ? std::nullopt : std::optional(m_o.stepsRpm.front());
}

std::optional<double> StepRun::feed(double timeS, double rpm) {
    if (finished())
        return std::nullopt;
    const bool inside = std::abs(rpm - m_o.stepsRpm[m_at]) <= m_o.withinRpm;
    if (inside && !m_inside)
        m_insideS = timeS;
    m_inside = inside;
    m_settled = inside && timeS - m_insideS >= m_o.settleS;
    const bool measured = inside && timeS - m_insideS >= m_o.settleS + m_o.dwellS;
    const bool tooLong = timeS - m_askedS > m_o.patienceS;
    if (!measured && !tooLong)
        return std::nullopt;
    if (!measured)
        m_givenUp.push_back(m_o.stepsRpm[m_at]);
    ++m_at;
    m_askedS = timeS;
    m_inside = m_settled = false;
    return finished() ? std::nullopt : std::optional(m_o.stepsRpm[m_at]);
}

} // namespace jr
