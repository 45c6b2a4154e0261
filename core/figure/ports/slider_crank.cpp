// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/ports/slider_crank.h"

#include "core/figure/domain.h"
#include "core/units/units.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kRadPerDeg = kPi / 180.;

} // namespace

Result<Crank> checkedCrank(double strokeM, double rodM) {
    if (auto error = outOfDomain({{"stroke_mm", strokeM * 1000., 15., 130.}, {"rod_mm", rodM * 1000., 20., 300.}}))
        return *error;
    // A rod hardly longer than the throw would stand nearly across the cylinder; none is below 1.2 throws.
    constexpr double kLeastRodPerThrow = 1.2;
    if (auto error = outOfDomain({{"rod_mm", rodM * 1000., kLeastRodPerThrow * 500. * strokeM, 300.}}))
        return *error;
    return Crank{strokeM, rodM};
}

double pistonDownM(const Crank& crank, double crankDeg) {
    const double r = crank.throwM(), l = crank.rodM, a = crankDeg * kRadPerDeg;
    const double across = r * std::sin(a);
    return r * (1. - std::cos(a)) + l - std::sqrt(l * l - across * across);
}

double pistonRateMPerRad(const Crank& crank, double crankDeg) {
    const double r = crank.throwM(), l = crank.rodM, a = crankDeg * kRadPerDeg;
    const double across = r * std::sin(a), along = std::sqrt(l * l - across * across);
    return r * std::sin(a) * (1. + r * std::cos(a) / along);
}

double pistonBendMPerRad2(const Crank& crank, double crankDeg) {
    const double r = crank.throwM(), l = crank.rodM, a = crankDeg * kRadPerDeg;
    const double across = r * std::sin(a), along = std::sqrt(l * l - across * across);
    const double slope = across * r * std::cos(a); // minus the derivative of along, times along
    return r * std::cos(a) + (r * r * std::cos(2. * a)) / along + slope * slope / (along * along * along);
}

double crankDegAtDown(const Crank& crank, double downM) {
    const double r = crank.throwM(), l = crank.rodM;
    const double apart = r + l - std::clamp(downM, 0., crank.strokeM); // crank's centre to the pin
    const double cosine = (r * r + apart * apart - l * l) / (2. * r * apart);
    return std::acos(std::clamp(cosine, -1., 1.)) / kRadPerDeg;
}

} // namespace jr
