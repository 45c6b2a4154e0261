// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/restated_air.h"

#include <cmath>

namespace jr {

MarkTime restated(const MarkTime& asRun, const Mark& mark, double factor) {
    const double cubeRoot = std::cbrt(factor), time = mark.isDistance() ? 1. / cubeRoot : 1. / factor;
    MarkTime out = asRun;
    out.timeS *= time;
    out.uncertaintyS *= time;
    if (mark.isDistance()) // between speeds the speed is the mark's own
        out.speedMPerS *= cubeRoot;
    return out;
}

} // namespace jr
