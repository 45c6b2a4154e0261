// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/fuel_tank.h"

#include "core/machine/fuel.h"

#include <numeric>

namespace jr::app {

void FuelTank::setSizeMl(double ml) {
    if (ml == m_sizeMl)
        return;
    m_sizeMl = ml;
    emit changed();
}

std::optional<double> FuelTank::contentMl() const {
    const std::optional<double> start = m_startMl                 ? m_startMl
                                        : m_full && m_sizeMl > 0. ? std::optional(m_sizeMl)
                                                                  : std::nullopt;
    return start ? std::optional(std::max(0., *start - m_usedMl)) : std::nullopt;
}

void FuelTank::setContentMl(double ml) {
    m_startMl = ml;
    m_full = false;
    m_usedMl = 0.;
    m_pulls = 0;
    emit changed();
}

void FuelTank::filled() {
    m_startMl.reset();
    m_full = true;
    m_usedMl = 0.;
    m_pulls = 0;
    emit changed();
}

void FuelTank::forget() {
    m_startMl.reset();
    m_full = false;
    m_usedMl = 0.;
    m_pulls = 0;
    m_meteredMl = m_meteredReckonedMl = 0.;
    m_perPullMl.clear();
    emit changed();
}

double FuelTank::reckoningFactor() const {
    return m_meteredReckonedMl > 0. ? m_meteredMl / m_meteredReckonedMl : 1.;
}

void FuelTank::burn(double reckonedMl, std::optional<double> measuredMl) {
    if (measuredMl) {
        m_meteredMl += *measuredMl;
        m_meteredReckonedMl += reckonedMl;
    }
    const double ml = measuredMl.value_or(reckonedMl * reckoningFactor());
    m_usedMl += ml;
    m_perPullMl.push_back(ml);
    ++m_pulls;
    emit changed();
}

std::optional<int> FuelTank::pullsLeft() const {
    const std::optional<double> content = contentMl();
    if (!content || m_perPullMl.empty())
        return std::nullopt;
    const double mean =
        std::accumulate(m_perPullMl.begin(), m_perPullMl.end(), 0.) / static_cast<double>(m_perPullMl.size());
    // The reserve is a share of the tank; of what was in it when the tank's size is not known.
    const double size = m_sizeMl > 0. ? m_sizeMl : m_startMl.value_or(0.);
    return jr::pullsLeft(size, size - *content, mean);
}

} // namespace jr::app
