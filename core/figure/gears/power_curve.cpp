// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/gears/power_curve.h"

#include <algorithm>
#include <cmath>

namespace jr {

Result<PowerCurve> checkedPowerCurve(PowerCurve curve) {
    const std::size_t n = curve.rpm.size();
    if (n < 2 || curve.powerW.size() != n)
        return Error(Message{"error.calc-curve-points",
                             {Number{static_cast<double>(n)}, Number{static_cast<double>(curve.powerW.size())}}});
    for (std::size_t i = 0; i < n; ++i) {
        if (!std::isfinite(curve.rpm[i]) || !std::isfinite(curve.powerW[i]) || curve.rpm[i] <= 0.)
            return Error(Message{"error.calc-curve-number", {Number{static_cast<double>(i + 1)}}});
        if (i > 0 && curve.rpm[i] <= curve.rpm[i - 1])
            return Error(Message{"error.calc-curve-rising", {Number{curve.rpm[i]}, Number{curve.rpm[i - 1]}}});
    }
    if (curve.lowW.size() != n || curve.highW.size() != n)
        curve.lowW = curve.highW = curve.powerW;
    return curve;
}

PowerAt powerAt(const PowerCurve& curve, double rpm) {
    const auto& x = curve.rpm;
    const std::size_t last = x.size() - 1;
    const auto margins = [&](std::size_t i) { return i < curve.lowW.size() && i < curve.highW.size(); };
    if (rpm < x.front()) {
        const double share = std::max(0., rpm / x.front());
        const auto low = margins(0) ? curve.lowW.front() : curve.powerW.front(),
                   high = margins(0) ? curve.highW.front() : curve.powerW.front();
        return {curve.powerW.front() * share, low * share, high * share, true};
    }
    if (rpm > x[last]) {
        const std::size_t from = last - std::max<std::size_t>(1, last / 4);
        const double slope = (curve.powerW[last] - curve.powerW[from]) / (x[last] - x[from]);
        const double on = slope * (rpm - x[last]);
        const double watt = std::max(0., curve.powerW[last] + on);
        const double low = margins(last) ? curve.lowW[last] : curve.powerW[last],
                     high = margins(last) ? curve.highW[last] : curve.powerW[last];
        return {watt, std::max(0., low + on - std::abs(on)), std::max(0., high + on + std::abs(on)), true};
    }
    const std::size_t k = std::clamp<std::size_t>(
        static_cast<std::size_t>(std::upper_bound(x.begin(), x.end(), rpm) - x.begin()), 1, last);
    const double share = (rpm - x[k - 1]) / (x[k] - x[k - 1]);
    const auto between = [&](const std::vector<double>& y) { return y[k - 1] + share * (y[k] - y[k - 1]); };
    PowerAt out{between(curve.powerW), 0., 0., false};
    out.lowW = margins(k) ? between(curve.lowW) : out.watt;
    out.highW = margins(k) ? between(curve.highW) : out.watt;
    return out;
}

} // namespace jr
