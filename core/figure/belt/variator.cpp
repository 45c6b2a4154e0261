// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/belt/variator.h"

#include "core/units/units.h"

#include <cmath>

namespace jr {
namespace {

double beltAroundM(double driveM, double drivenM, double centresM) {
    const double tilt = std::asin(std::fmin(1., std::fmax(-1., (driveM - drivenM) / centresM)));
    return 2. * centresM * std::cos(tilt) + driveM * (kPi + 2. * tilt) + drivenM * (kPi - 2. * tilt);
}

} // namespace

double radiusMovedM(double widthM, double faceDeg) {
    return widthM / (2. * std::tan(faceDeg * kPi / 180.));
}

double drivenRadiusM(const VariatorEnds& ends, double driveRadiusM) {
    double low = 1e-3, high = ends.centresM; // the belt gets longer with the driven radius throughout
    constexpr int kHalvings = 60;
    for (int i = 0; i < kHalvings; ++i) {
        const double middle = 0.5 * (low + high);
        (beltAroundM(driveRadiusM, middle, ends.centresM) < ends.beltM ? low : high) = middle;
    }
    return 0.5 * (low + high);
}

double beltRatio(const VariatorEnds& ends, double driveRadiusM) {
    return drivenRadiusM(ends, driveRadiusM) / driveRadiusM;
}

VariatorEnds wornAndShimmed(const VariatorEnds& ends, double wornM, double shimM, double faceDeg) {
    VariatorEnds out = ends;
    const double worn = radiusMovedM(wornM, faceDeg), shimmed = radiusMovedM(shimM, faceDeg);
    out.driveLowM -= worn + shimmed;
    out.driveHighM -= worn;
    return out;
}

} // namespace jr
