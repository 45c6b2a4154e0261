// SPDX-License-Identifier: GPL-3.0-or-later
// Cubic B-splines on evenly spaced knots, placed at whole multiples of the spacing so that every pull of a
// comparison stands on the same knots.
#pragma once

#include <algorithm>
#include <cmath>

namespace jr {

/// Values of the four basis functions that are not zero at `x`: those numbered first … first+3.
struct BasisAt {
    int first;
    double value[4];
};

class SplineBasis {
public:
    SplineBasis() = default;
    /// Covers [low, high] with knots every `spacing` (same unit).
    SplineBasis(double low, double high, double spacing)
        : m_spacing(spacing), m_perSpacing(1. / spacing), m_origin(std::floor(low / spacing)),
          m_intervals(std::max(1, static_cast<int>(std::ceil(high / spacing) - std::floor(low / spacing)))) {}

    int size() const { return m_intervals + 3; }
    double spacing() const { return m_spacing; }
    double low() const { return m_origin * m_spacing; }
    double high() const { return (m_origin + m_intervals) * m_spacing; }

    /// Where the basis function numbered `j` is highest.
    double centre(int j) const { return low() + (j - 1) * m_spacing; }

    /// `x` outside the range is moved to its edge: nothing is extrapolated.
    BasisAt at(double x) const {
        const double u = std::clamp(x * m_perSpacing - m_origin, 0., static_cast<double>(m_intervals));
        const int cell = std::min(static_cast<int>(u), m_intervals - 1);
        const double s = u - cell;
        const double r = 1. - s;
        return {cell,
                {r * r * r / 6., (3. * s * s * s - 6. * s * s + 4.) / 6., (3. * r * r * r - 6. * r * r + 4.) / 6.,
                 s * s * s / 6.}};
    }

private:
    double m_spacing = 1., m_perSpacing = 1.;
    double m_origin = 0.;
    int m_intervals = 1;
};

} // namespace jr
