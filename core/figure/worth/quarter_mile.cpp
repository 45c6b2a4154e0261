// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/worth/quarter_mile.h"

#include "core/figure/domain.h"
#include "core/units/units.h"

#include <cmath>

namespace jr {

Result<QuarterMile> quarterMile(double massKg, double powerW) {
    if (auto error = outOfDomain({{"mass_kg", massKg, 20., 5000.}, {"power_w", powerW, 500., 1e6}}))
        return *error;
    constexpr double kTime = 5.825, kSpeedMph = 234., kKgPerLb = 0.45359237, kMPerSPerMph = 0.44704;
    const double poundsPerHp = massKg / kKgPerLb / (powerW / kWattPerHp);
    return QuarterMile{kTime * std::cbrt(poundsPerHp), kSpeedMph / std::cbrt(poundsPerHp) * kMPerSPerMph};
}

} // namespace jr
