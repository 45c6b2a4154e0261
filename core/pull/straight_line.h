// SPDX-License-Identifier: GPL-3.0-or-later
// A straight line through points by ordinary least squares, gathered one point at a time:
//
//     y = ybar + slope (x - xbar),   slope = sum (x - xbar)(y - ybar) / sum (x - xbar)^2
//
// x and y in any units. Source: any text on linear regression.
#pragma once

namespace jr {

class StraightLine {
public:
    void add(double x, double y) {
        m_count += 1.;
        m_x += x;
        m_y += y;
        m_xx += x * x;
        m_xy += x * y;
    }
    double count() const { return m_count; }
    double meanX() const { return m_x / m_count; }
    double meanY() const { return m_y / m_count; }
    /// Mean square of x about its mean; 0 or rounding when all x are one.
    double spread() const { return m_xx / m_count - meanX() * meanX(); }
    /// Only where `spread` is above zero.
    double slope() const { return (m_xy / m_count - meanX() * meanY()) / spread(); }

private:
    double m_count = 0., m_x = 0., m_y = 0., m_xx = 0., m_xy = 0.;
};

} // namespace jr
