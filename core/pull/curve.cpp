// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/curve.h"

#include "core/nan.h"
#include "core/pull/pull_method.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <limits>

namespace jr {
namespace {

/// Linear between given points; x inside their range.
double between(const std::vector<double>& xs, const std::vector<double>& ys, double x) {
    const auto upper = std::upper_bound(xs.begin(), xs.end(), x);
    if (upper == xs.begin())
        return ys.front();
    if (upper == xs.end())
        return ys.back();
    const auto i = static_cast<std::size_t>(upper - xs.begin());
    const double share = (x - xs[i - 1]) / (xs[i] - xs[i - 1]);
    return ys[i - 1] + share * (ys[i] - ys[i - 1]);
}

bool countedAt(const PullFit& pull, double rpm) {
    return std::none_of(pull.flags().begin(), pull.flags().end(), [&](const Flag& flag) {
        return !flag.overruled && flagExcludes(flag.kind) && rpm >= flag.fromRpm && rpm <= flag.toRpm;
    });
}

/// Shaft speed in rad/s at an engine speed on a geared machine: w (a + b w) = engine.
double shaftAt(const ReadyPull& pull, double rpm) {
    const double engine = radPerSFromRpm(rpm);
    if (std::abs(pull.ratioPerRadS) < 1e-12)
        return engine / pull.ratioAtZero;
    const double a = pull.ratioPerRadS, b = pull.ratioAtZero;
    return (-b + std::sqrt(std::max(b * b + 4. * a * engine, 0.))) / (2. * a);
}

/// Means within half a width of each engine speed; NaN without a sample.
std::vector<double> overSpeed(const SpeedMeans& values, const std::vector<double>& grid, double halfWidth) {
    std::vector<double> out;
    for (double x : grid)
        out.push_back(values.mean(x - halfWidth, x + halfWidth));
    return out;
}

std::vector<double> gridWithin(double low, double high, double step) {
    std::vector<double> out;
    const double first = std::ceil(low / step - 1e-9);
    const double last = std::floor(high / step + 1e-9);
    for (double k = first; k <= last && out.size() < 200000; k += 1.)
        out.push_back(k * step);
    return out;
}

void findPeaks(PullCurve& curve, const auto& powerAt, const PullFit& pull) {
    for (std::size_t i = 0; i < curve.rpm.size(); ++i) {
        if (!curve.counted[i])
            continue;
        if (!curve.peakPower || curve.powerW[i] > curve.peakPower->value)
            curve.peakPower = Peak{curve.powerW[i], curve.rpm[i]};
        if (!curve.peakTorque || curve.torqueNm[i] > curve.peakTorque->value)
            curve.peakTorque = Peak{curve.torqueNm[i], curve.rpm[i]};
    }
    // Between grid points, so that a coarse grid does not cost peak power.
    const auto refine = [&](std::optional<Peak>& peak, bool torque) {
        if (!peak || curve.rpm.size() < 2)
            return;
        const double step = curve.gridRpm;
        const Peak coarse = *peak;
        for (double x = coarse.rpm - step; x <= coarse.rpm + step; x += step / 16.) {
            if (x < curve.rpm.front() || x > curve.rpm.back() || !countedAt(pull, x))
                continue;
            const double power = powerAt(x);
            const double value = torque ? power / radPerSFromRpm(x) : power;
            if (value > peak->value)
                peak = Peak{value, x};
        }
    };
    refine(curve.peakPower, false);
    refine(curve.peakTorque, true);
}

std::vector<double> smoothingBend(const PullFit& pull, const std::vector<double>& spline, const PullCurve& curve) {
    std::vector<double> out;
    const std::vector<double> again = pull.fit->smoothedAgain(spline, curve.detailRpm, true);
    for (double rpm : curve.rpm) {
        const double value = pull.fit->value(spline, rpm);
        out.push_back((pull.fit->value(again, rpm) - value) / std::max(std::abs(value), 1e-9));
    }
    return out;
}

Result<PullCurve> givenCurveOf(const PullFit& pull, const CurveOptions& options) {
    PullCurve out;
    out.gridRpm = options.gridRpm;
    out.factor = correctionFactor(pull.header, *options.standard, out.cautions);
    const double f = out.factor.value_or(1.);
    out.rpm = gridWithin(pull.lowRpm, pull.highRpm, options.gridRpm);
    if (out.rpm.empty())
        return Error{Message{"error.grid-outside-curve"}};
    for (double x : out.rpm) {
        out.powerW.push_back(f * between(pull.givenRpm, pull.givenPowerW, x));
        out.torqueNm.push_back(f * between(pull.givenRpm, pull.givenTorqueNm, x));
        out.counted.push_back(countedAt(pull, x));
        out.noise.push_back(0.);
    }
    out.bend.assign(out.rpm.size(), 0.);
    out.usedFromRpm = pull.lowRpm;
    out.usedToRpm = pull.highRpm;
    // The given points themselves are the finest truth there is about a given curve: peaks are taken from them.
    for (std::size_t i = 0; i < pull.givenRpm.size(); ++i) {
        if (!countedAt(pull, pull.givenRpm[i]))
            continue;
        if (!out.peakPower || f * pull.givenPowerW[i] > out.peakPower->value)
            out.peakPower = Peak{f * pull.givenPowerW[i], pull.givenRpm[i]};
        if (!out.peakTorque || f * pull.givenTorqueNm[i] > out.peakTorque->value)
            out.peakTorque = Peak{f * pull.givenTorqueNm[i], pull.givenRpm[i]};
    }
    return out;
}

/// What an impossible air means for the figures.
Message asMeasured(const Message& problem) {
    if (problem.code == "air.wrong-temperature")
        return {"air.as-measured-temperature", problem.arguments};
    if (problem.code == "air.wrong-pressure")
        return {"air.as-measured-pressure", problem.arguments};
    if (problem.code == "air.wrong-humidity")
        return {"air.as-measured-humidity", problem.arguments};
    return {"air.as-measured-vapour"};
}

} // namespace

long PullCurve::at(double wantedRpm) const {
    const auto found = std::lower_bound(rpm.begin(), rpm.end(), wantedRpm - 1e-6);
    return found != rpm.end() && std::abs(*found - wantedRpm) < 1e-6 ? found - rpm.begin() : -1;
}

std::optional<double> correctionFactor(const PullHeader& header, const Standard& standard,
                                       std::vector<Caution>& cautions) {
    const std::optional<Air> air = header.air();
    if (air)
        if (const auto problem = airProblem(*air)) {
            cautions.push_back({"air-implausible", asMeasured(*problem)});
            return std::nullopt;
        }
    const auto needAir = [&]() -> std::optional<Air> {
        if (!air)
            cautions.push_back({"air-missing", {"air.missing"}});
        return air;
    };
    if (!methodOf(header.kind).measured()) {
        const auto unknown = [&](Message message) {
            cautions.push_back({"standard-unknown", std::move(message)});
            return std::nullopt;
        };
        if (!header.corrected)
            return unknown({"standard.unknown"});
        const Standard* applied = findStandard(*header.corrected);
        if (!applied)
            return unknown({"standard.foreign", {*header.corrected}});
        if (applied->id == standard.id)
            return 1.;
        if (!air)
            return unknown({"standard.no-way", {std::string(applied->label), std::string(standard.label)}});
        return standard.factor(*air) / applied->factor(*air);
    }
    if (standard.id == "none")
        return 1.;
    const std::optional<Air> known = needAir();
    if (!known)
        return std::nullopt;
    for (const Caution& c : airCautions(standard, *known))
        cautions.push_back({"large-correction", c.message});
    for (const Caution& c : airCautions(*known))
        cautions.push_back(c);
    return standard.factor(*known);
}

Result<PullCurve> curveOf(const PullFit& pull, const CurveOptions& options) {
    if (!pull.fit)
        return givenCurveOf(pull, options);
    PullCurve out;
    out.gridRpm = options.gridRpm;
    out.detailRpm = std::max(options.detailRpm, pull.fit->finestDetailRpm());
    out.factor = correctionFactor(pull.header, *options.standard, out.cautions);
    const double f = out.factor.value_or(1.);
    const std::vector<double> spline = pull.fit->coefficients(out.detailRpm, true);
    const ReadyPull& ready = pull.ready;

    if (ready.geared) {
        // Half a detail at each end (never more than 4 % of the range) is not held by data on both sides.
        const double range = pull.highRpm - pull.lowRpm;
        const double trim = std::min(0.5 * out.detailRpm, 0.04 * range);
        out.usedFromRpm = pull.lowRpm + trim;
        out.usedToRpm = pull.highRpm - trim;
        const auto powerAt = [&](double x) { return f * pull.fit->value(spline, x) * shaftAt(ready, x); };
        out.rpm = gridWithin(out.usedFromRpm, out.usedToRpm, options.gridRpm);
        if (out.rpm.empty())
            return Error{Message{"error.grid-outside-pull"}};
        out.noise.assign(out.rpm.size(), 0.);
        if (options.noise)
            out.noise = pull.fit->standardErrors(out.rpm, out.detailRpm, true);
        for (std::size_t i = 0; i < out.rpm.size(); ++i) {
            const double x = out.rpm[i];
            out.powerW.push_back(powerAt(x));
            out.torqueNm.push_back(out.powerW.back() / radPerSFromRpm(x));
            out.counted.push_back(countedAt(pull, x));
            out.noise[i] *= f * shaftAt(ready, x) / std::max(std::abs(out.powerW.back()), 1e-9);
        }
        out.bend = smoothingBend(pull, spline, out);
        findPeaks(out, powerAt, pull);
    } else {
        // CVT: the fit runs over shaft speed; what belongs to an engine speed is the mean of its samples.
        std::vector<std::pair<double, double>> power;
        double low = std::numeric_limits<double>::infinity(), high = -low;
        for (std::size_t i = ready.from; i < ready.to; ++i) {
            const double axis = rpmFromRadPerS(ready.shaftSmooth[i] * ready.ratioAtZero);
            power.emplace_back(ready.rpm[i], f * pull.fit->value(spline, axis) * ready.shaftSmooth[i]);
            low = std::min(low, ready.rpm[i]);
            high = std::max(high, ready.rpm[i]);
        }
        const std::vector<double> grid = gridWithin(low, high, options.gridRpm);
        const std::vector<double> means =
            overSpeed(SpeedMeans(std::move(power)), grid, std::max(0.5 * options.gridRpm, 25.));
        for (std::size_t i = 0; i < grid.size(); ++i) {
            if (!std::isfinite(means[i]))
                continue;
            out.rpm.push_back(grid[i]);
            out.powerW.push_back(means[i]);
            out.torqueNm.push_back(means[i] / radPerSFromRpm(grid[i]));
            out.counted.push_back(countedAt(pull, grid[i]));
            out.noise.push_back(0.);
        }
        if (out.rpm.empty())
            return Error{Message{"error.grid-outside-pull"}};
        out.bend.assign(out.rpm.size(), 0.);
        out.usedFromRpm = low;
        out.usedToRpm = high;
        findPeaks(
            out, [&](double x) { return between(out.rpm, out.powerW, x); }, pull);
    }
    if (!pull.afr.empty())
        out.afr = overSpeed(pull.afrBySpeed, out.rpm, std::max(0.5 * options.gridRpm, 0.5 * out.detailRpm));
    return out;
}

} // namespace jr
