// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/gears/shift_point.h"

#include "core/figure/domain.h"

#include <algorithm>

namespace jr {

Result<ShiftPoint> bestShift(const PowerCurve& curve, const ShiftInputs& in) {
    if (auto error = outOfDomain({{"ratio_from", in.ratioFrom, 0.1, 100.}, {"ratio_to", in.ratioTo, 0.1, 100.}}))
        return *error;
    if (in.ratioTo >= in.ratioFrom)
        return Error(Message{"error.calc-ratios", {Number{in.ratioTo, 3}, Number{in.ratioFrom, 3}}});
    const double first = curve.rpm.front(), last = std::min(curve.rpm.back(), in.limiterRpm);
    if (auto error = outOfDomain({{"limiter_rpm", in.limiterRpm, first, 30000.}}))
        return *error;
    const double falls = in.ratioTo / in.ratioFrom;
    // Power in this gear less power in the next, at one road speed. Below the first point nothing is known of the next
    // gear, so it is not said to pull harder.
    const auto ahead = [&](double rpm) {
        const double after = rpm * falls;
        return after < first ? 1. : powerAt(curve, rpm).watt - powerAt(curve, after).watt;
    };
    // Straight between these: the points themselves, and where the next gear passes one.
    std::vector<double> corners{first, last};
    for (double rpm : curve.rpm)
        for (double at : {rpm, rpm / falls})
            if (at > first && at < last)
                corners.push_back(at);
    std::sort(corners.begin(), corners.end());
    if (ahead(last) >= 0.)
        return ShiftPoint{last, last * falls, ShiftDecider::Limiter};
    for (std::size_t i = corners.size() - 1; i > 0; --i) {
        const double low = corners[i - 1], high = corners[i], atLow = ahead(low), atHigh = ahead(high);
        if (atLow >= 0. && atHigh < 0.) {
            const bool unknownBelow = low * falls < first; // the next gear comes into the curve inside this stretch
            const double at = unknownBelow ? high : low + (high - low) * atLow / (atLow - atHigh);
            return ShiftPoint{at, at * falls, ShiftDecider::Crossing};
        }
    }
    return ShiftPoint{first, first * falls, ShiftDecider::Crossing};
}

} // namespace jr
