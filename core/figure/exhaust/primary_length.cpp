// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/exhaust/primary_length.h"

#include "core/figure/domain.h"

namespace jr {

Result<Ranged> primaryLengthM(const PrimaryInputs& in) {
    if (auto error = outOfDomain({{"evo_deg_bbdc", in.exhaustOpensDegBbdc, 0., 120.},
                                  {"rpm", in.engineRpm, 500., 25000.},
                                  {"wave_speed_m_s", in.soundSpeedMPerS.low, 300., 800.},
                                  {"wave_speed_m_s", in.soundSpeedMPerS.high, 300., 800.},
                                  {"order", in.order, 1., 5.}}))
        return *error;
    constexpr double kBottomToTopDeg = 180., kDegSecondsPerTurnBothWays = 12.;
    const double openDeg = in.exhaustOpensDegBbdc + kBottomToTopDeg;
    return rangeThrough([&](double c) { return openDeg * c / (kDegSecondsPerTurnBothWays * in.engineRpm * in.order); },
                        in.soundSpeedMPerS);
}

} // namespace jr
