// SPDX-License-Identifier: GPL-3.0-or-later
// Hold-at-steps on a brake: which speed is asked for now, and when it has settled long enough to go on.
#pragma once

#include <optional>
#include <vector>

namespace jr {

struct StepRunOptions {
    std::vector<double> stepsRpm;
    double withinRpm = 40.; ///< settled is within this of the step
    double settleS = 1.;    ///< for this long
    double dwellS = 2.;     ///< then held for this long to be measured
    double patienceS = 15.; ///< a step that does not settle is given up after this long
};

class StepRun {
public:
    explicit StepRun(StepRunOptions options) : m_o(std::move(options)) {}

    /// The first speed to ask for; nullopt when there are no steps.
    std::optional<double> begin(double timeS);
    /// The next speed to ask for, when it is time; nullopt otherwise. `finished()` after the last.
    std::optional<double> feed(double timeS, double rpm);
    bool finished() const { return m_at >= m_o.stepsRpm.size(); }
    std::size_t index() const { return m_at; }
    std::size_t count() const { return m_o.stepsRpm.size(); }
    bool settled() const { return m_settled; }
    const std::vector<double>& givenUp() const { return m_givenUp; } ///< steps that never settled

private:
    StepRunOptions m_o;
    std::size_t m_at = 0;
    double m_askedS = 0., m_insideS = 0.;
    bool m_inside = false, m_settled = false;
    std::vector<double> m_givenUp;
};

} // namespace jr
