#include "core/judge/curve_store.h"

#include <algorithm>
#include <cmath>

namespace jr {

std::vector<double> smoothingBend(const PullFit& pull, const std::vector<double>& rpm, double detailRpm) {
    std::vector<double> out(rpm.size(), 0.);
    if (!pull.fit || !pull.ready.geared)
        return out;
    const double detail = std::max(detailRpm, pull.fit->finestDetailRpm());
    const Eigen::VectorXd spline = pull.fit->coefficients(detail, true);
    const Eigen::VectorXd again = pull.fit->smoothedAgain(spline, detail, true);
    for (std::size_t g = 0; g < rpm.size(); ++g) {
        const double value = pull.fit->value(spline, rpm[g]);
        out[g] = (pull.fit->value(again, rpm[g]) - value) / std::max(std::abs(value), 1e-9);
    }
    return out;
}

Result<std::shared_ptr<const PullCurve>> CurveStore::curve(const PullFit& pull, const CurveOptions& o) {
    auto& known = m_curves[{&pull, o.standard, o.gridRpm, o.detailRpm, o.noise}];
    if (!known) {
        Result<PullCurve> made = curveOf(pull, o);
        if (!made)
            return made.error();
        known = std::make_shared<const PullCurve>(std::move(made).value());
    }
    return known;
}

const std::vector<double>& CurveStore::bend(const PullFit& pull, const PullCurve& curve, double gridRpm) {
    auto& known = m_bends[{&pull, gridRpm, curve.detailRpm}];
    if (known.size() != curve.rpm.size())
        known = smoothingBend(pull, curve.rpm, curve.detailRpm);
    return known;
}

} // namespace jr
