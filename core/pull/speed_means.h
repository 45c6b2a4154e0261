// SPDX-License-Identifier: GPL-3.0-or-later
// A sampled quantity in order of engine speed with running sums, so that its mean over any stretch costs two searches.
#pragma once

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>
#include <vector>

namespace jr {

class SpeedMeans {
public:
    SpeedMeans() = default;
    /// Points of (engine speed, value) in any order; NaN values are left out.
    explicit SpeedMeans(std::vector<std::pair<double, double>> points) {
        std::erase_if(points, [](const auto& p) { return !std::isfinite(p.second); });
        order(points);
        m_rpm.reserve(points.size());
        m_sums.assign(1, 0.);
        m_sums.reserve(points.size() + 1);
        for (const auto& [rpm, value] : points) {
            m_rpm.push_back(rpm);
            m_sums.push_back(m_sums.back() + value);
        }
    }

    bool empty() const { return m_rpm.empty(); }
    /// NaN where there is no sample.
    double mean(double fromRpm, double toRpm) const {
        const auto from =
            static_cast<std::size_t>(std::lower_bound(m_rpm.begin(), m_rpm.end(), fromRpm) - m_rpm.begin());
        const auto to = static_cast<std::size_t>(std::upper_bound(m_rpm.begin(), m_rpm.end(), toRpm) - m_rpm.begin());
        return to > from ? (m_sums[to] - m_sums[from]) / static_cast<double>(to - from)
                         : std::numeric_limits<double>::quiet_NaN();
    }

private:
    /// A pull comes nearly in order; where it does, going through it once is enough.
    static void order(std::vector<std::pair<double, double>>& points) {
        std::size_t moves = 0;
        for (std::size_t i = 1; i < points.size(); ++i)
            for (std::size_t j = i; j > 0 && points[j] < points[j - 1]; --j) {
                std::swap(points[j], points[j - 1]);
                if (++moves > 8 * points.size())
                    return std::sort(points.begin(), points.end());
            }
    }
    std::vector<double> m_rpm, m_sums;
};

} // namespace jr
