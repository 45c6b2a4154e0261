#include "core/judge/curve_store.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <thread>

namespace jr {

std::vector<double> smoothingBend(const PullFit& pull, const std::vector<double>& rpm, double detailRpm) {
    std::vector<double> out(rpm.size(), 0.);
    if (!pull.fit || !pull.ready.geared)
        return out;
    const double detail = std::max(detailRpm, pull.fit->finestDetailRpm());
    const std::vector<double> spline = pull.fit->coefficients(detail, true);
    const std::vector<double> again = pull.fit->smoothedAgain(spline, detail, true);
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

void CurveStore::prepare(std::span<const PullFit* const> pulls, const CurveOptions& o) {
    struct Work {
        const PullFit* pull;
        std::shared_ptr<const PullCurve> curve;
        std::vector<double> bend;
    };
    std::vector<Work> missing;
    for (const PullFit* p : pulls)
        if (!m_curves.contains({p, o.standard, o.gridRpm, o.detailRpm, o.noise}))
            missing.push_back({p, nullptr, {}});
    constexpr std::size_t kWorthAThread = 8; // below this many curves a thread costs more than it saves
    if (missing.size() < 2 * kWorthAThread)
        return;
    std::atomic<std::size_t> next{0};
    const auto work = [&] {
        for (std::size_t i = next++; i < missing.size(); i = next++) {
            Work& w = missing[i];
            if (Result<PullCurve> made = curveOf(*w.pull, o)) {
                w.curve = std::make_shared<const PullCurve>(std::move(made).value());
                w.bend = smoothingBend(*w.pull, w.curve->rpm, w.curve->detailRpm);
            }
        }
    };
    const std::size_t threads =
        std::clamp<std::size_t>(std::thread::hardware_concurrency(), 1, missing.size() / kWorthAThread);
    {
        std::vector<std::jthread> others(threads - 1);
        for (std::jthread& t : others)
            t = std::jthread(work);
        work();
    }
    for (Work& w : missing)
        if (w.curve) {
            m_bends[{w.pull, o.gridRpm, w.curve->detailRpm}] = std::move(w.bend);
            m_curves[{w.pull, o.standard, o.gridRpm, o.detailRpm, o.noise}] = std::move(w.curve);
        }
}

const std::vector<double>& CurveStore::bend(const PullFit& pull, const PullCurve& curve, double gridRpm) {
    auto& known = m_bends[{&pull, gridRpm, curve.detailRpm}];
    if (known.size() != curve.rpm.size())
        known = smoothingBend(pull, curve.rpm, curve.detailRpm);
    return known;
}

} // namespace jr
