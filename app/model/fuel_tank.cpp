// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/fuel_tank.h"

#include "core/plan/fuel.h"

#include <numeric>

namespace jr::app {

void FuelTank::setSizeMl(double ml) {
    m_sizeMl = ml;
    emit changed();
}

void FuelTank::filled() {
    m_usedMl = 0.;
    m_pulls = 0;
    emit changed();
}

void FuelTank::burn(double ml) {
    m_usedMl += ml;
    m_perPullMl.push_back(ml);
    ++m_pulls;
    emit changed();
}

std::optional<int> FuelTank::pullsLeft() const {
    if (m_sizeMl <= 0. || m_perPullMl.empty())
        return std::nullopt;
    const double mean =
        std::accumulate(m_perPullMl.begin(), m_perPullMl.end(), 0.) / static_cast<double>(m_perPullMl.size());
    return jr::pullsLeft(m_sizeMl, m_usedMl, mean);
}

} // namespace jr::app
