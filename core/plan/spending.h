// SPDX-License-Identifier: GPL-3.0-or-later
// Looking while a test goes on: how much of the error each planned look may spend, so that all looks together keep the
// promise of one.
#pragma once

#include <vector>

namespace jr {

/// Two-sided chance of a false call spent by the share `fraction` (0…1) of the planned information: either side its
/// half, 2 - 2 Phi(z_{1-alpha/4} / sqrt(fraction)). Like O'Brien and Fleming's: early looks spend next to nothing.
/// Source: Lan and DeMets 1983.
double errorSpent(double fraction, double alpha);

/// Looks made one after the other. A copy is a test that goes on another way.
class SpendingLooks {
public:
    explicit SpendingLooks(double alpha) : m_alpha(alpha) {}
    /// The two-sided level to judge the next look at, at a share of the information above the last one's and at most 1.
    /// By recursive integration over what goes on (Armitage, McPherson and Rowe 1969).
    double next(double fraction);

private:
    double m_alpha, m_spent = 0., m_last = 0.;
    /// What goes on after the last look: values of the score on an even grid, and how dense they lie; empty at first.
    std::vector<double> m_at, m_density;
    double m_step = 0.;
};

} // namespace jr
