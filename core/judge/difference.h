// SPDX-License-Identifier: GPL-3.0-or-later
// A difference between two setups along the rev range with its margin, kept once: as the natural logarithm of the
// ratio of their powers, which is what the model estimates (pull_model.h). Watts, newton-metres and per cent are made
// of it where somebody reads them:
//
//     per cent   100 (e^d - 1)          watts   P_base (e^d - 1)          newton-metres   watts / omega
//
// with d the log ratio (no unit), P_base the mean base curve in W and omega the engine speed in rad/s. The same for
// both ends of the margin, so that all three always tell of one band.
#pragma once

#include <cmath>
#include <cstddef>
#include <vector>

namespace jr {

/// A value and the ends of its margin, in one unit; the ends are NaN when scatter is not known.
struct Estimate {
    double mid, low, high;

    double half() const { return 0.5 * (high - low); }
    Estimate times(double factor) const { return {factor * mid, factor * low, factor * high}; } ///< factor > 0
};

/// ln(changed / base) at each place of a grid.
class LogRatioBand {
public:
    /// One more place of the grid; `half` NaN when scatter is not known.
    void add(double logRatio, double half) {
        m_logRatio.push_back(logRatio);
        m_half.push_back(half);
    }
    std::size_t size() const { return m_logRatio.size(); }
    Estimate log(std::size_t i) const { return {m_logRatio[i], m_logRatio[i] - m_half[i], m_logRatio[i] + m_half[i]}; }
    /// As a share of the base: e^d - 1.
    Estimate share(std::size_t i) const {
        const Estimate d = log(i);
        return {std::expm1(d.mid), std::expm1(d.low), std::expm1(d.high)};
    }

    bool operator==(const LogRatioBand&) const = default;

private:
    std::vector<double> m_logRatio, m_half;
};

} // namespace jr
