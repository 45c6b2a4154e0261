// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/curve.h"

#include "core/nan.h"
#include "core/pull/pull_axis.h"
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

/// Whether nothing flagged lies at this place.
bool countedAt(const PullFit& pull, const PullAxis& axis, double place) {
    return std::none_of(pull.flags().begin(), pull.flags().end(), [&](const Flag& flag) {
        const auto [from, to] = axis.placesOf(flag);
        return !flag.overruled && flagExcludes(flag.kind) && place >= from && place <= to;
    });
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

void findPeaks(PullCurve& curve, const auto& powerAt, const auto& engineAt, const auto& counted) {
    for (std::size_t i = 0; i < curve.place.size(); ++i) {
        if (!curve.counted[i])
            continue;
        if (!curve.peakPower || curve.powerW[i] > curve.peakPower->value)
            curve.peakPower = Peak{curve.powerW[i], curve.place[i]};
        if (!curve.peakTorque || curve.torqueNm[i] > curve.peakTorque->value)
            curve.peakTorque = Peak{curve.torqueNm[i], curve.place[i]};
    }
    // Between grid points, so that a coarse grid does not cost peak power.
    const auto refine = [&](std::optional<Peak>& peak, bool torque) {
        if (!peak || curve.place.size() < 2)
            return;
        const double step = curve.gridStep;
        const Peak coarse = *peak;
        for (double x = coarse.place - step; x <= coarse.place + step; x += step / 16.) {
            if (x < curve.place.front() || x > curve.place.back() || !counted(x))
                continue;
            const double power = powerAt(x);
            const double value = torque ? power / radPerSFromRpm(engineAt(x)) : power;
            if (value > peak->value)
                peak = Peak{value, x};
        }
    };
    refine(curve.peakPower, false);
    refine(curve.peakTorque, true);
}

/// Root mean square of a spline's coefficients about each, `reach` to either side.
std::vector<double> sizeAbout(const std::vector<double>& spline, std::size_t reach) {
    std::vector<double> sum(spline.size() + 1, 0.), out;
    for (std::size_t j = 0; j < spline.size(); ++j)
        sum[j + 1] = sum[j] + spline[j] * spline[j];
    for (std::size_t j = 0; j < spline.size(); ++j) {
        const std::size_t from = j > reach ? j - reach : 0, to = std::min(spline.size(), j + reach + 1);
        out.push_back(std::sqrt((sum[to] - sum[from]) / static_cast<double>(to - from)));
    }
    return out;
}

/// (1 - S)^2 f + (1 - S)^4 f + …: what twiced smoothing S takes from a curve f, of which only Sf is known. Three terms
/// are worked out; the rest is taken to go on falling as the third does against the second about each place (Aitken
/// 1926).
std::vector<double> smoothedAway(const PullFit& pull, const std::vector<double>& spline, const PullCurve& curve,
                                 const PullAxis& axis, double fitDetailRpm, const FinerDetail& finer) {
    const auto taken = [&](const std::vector<double>& from) {
        std::vector<double> out = coefficientsAlong(*pull.fit, axis, fitDetailRpm, finer, [&](double detailRpm) {
            return pull.fit->smoothedAgain(from, detailRpm, true);
        });
        for (std::size_t j = 0; j < out.size(); ++j)
            out[j] = from[j] - out[j];
        return out;
    };
    std::vector<double> lost = taken(spline);
    const std::vector<double> second = taken(lost), third = taken(second);
    constexpr double kSlowest = 0.75; // a series that falls more slowly is not one to be summed from three terms
    const auto reach = static_cast<std::size_t>(0.5 * fitDetailRpm / pull.fit->basis().spacing()) + 1;
    const std::vector<double> size = sizeAbout(second, reach), next = sizeAbout(third, reach);
    for (std::size_t j = 0; j < lost.size(); ++j)
        lost[j] += second[j] + third[j] / (1. - std::min(next[j] / std::max(size[j], 1e-300), kSlowest));
    std::vector<double> out;
    for (double place : curve.place) {
        const double x = axis.fitAt(place);
        out.push_back(pull.fit->value(lost, x) / std::max(std::abs(pull.fit->value(spline, x)), 1e-9));
    }
    return out;
}

Result<PullCurve> givenCurveOf(const PullFit& pull, const CurveOptions& options) {
    PullCurve out;
    const PullAxis axis(pull, CurveAxis::EngineSpeed);
    const auto counted = [&](double x) { return countedAt(pull, axis, x); };
    out.gridStep = options.gridStep;
    out.place = gridWithin(pull.lowRpm, pull.highRpm, options.gridStep);
    if (out.place.empty())
        return Error{Message{"error.grid-outside-curve"}};
    for (double x : out.place) {
        out.powerW.push_back(between(pull.givenRpm, pull.givenPowerW, x));
        out.torqueNm.push_back(between(pull.givenRpm, pull.givenTorqueNm, x));
        out.counted.push_back(counted(x));
        out.noise.push_back(0.);
    }
    out.smoothedAway.assign(out.place.size(), 0.);
    out.usedFrom = pull.lowRpm;
    out.usedTo = pull.highRpm;
    // The given points themselves are the finest truth there is about a given curve: peaks are taken from them.
    for (std::size_t i = 0; i < pull.givenRpm.size(); ++i) {
        if (!counted(pull.givenRpm[i]))
            continue;
        if (!out.peakPower || pull.givenPowerW[i] > out.peakPower->value)
            out.peakPower = Peak{pull.givenPowerW[i], pull.givenRpm[i]};
        if (!out.peakTorque || pull.givenTorqueNm[i] > out.peakTorque->value)
            out.peakTorque = Peak{pull.givenTorqueNm[i], pull.givenRpm[i]};
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

long PullCurve::at(double wantedPlace) const {
    const auto found = std::lower_bound(place.begin(), place.end(), wantedPlace - 1e-6);
    return found != place.end() && std::abs(*found - wantedPlace) < 1e-6 ? found - place.begin() : -1;
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
            return unknown({"standard.no-way", {Term{std::string(applied->label)}, Term{std::string(standard.label)}}});
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
    if (const auto altitude = header.number(header_key::altitudeM))
        for (const Caution& c : pressureCautions(known->pressurePa, *altitude))
            cautions.push_back(c);
    return standard.factor(*known);
}

namespace {

/// Samples of the pull itself as (place, value).
SpeedMeans alongAxis(const PullFit& pull, const PullAxis& axis, const std::vector<double>& value) {
    std::vector<std::pair<double, double>> points;
    const ReadyPull& ready = pull.ready;
    for (std::size_t i = ready.from; i < ready.to; ++i)
        points.emplace_back(axis.placeOfSample(i), value[i]);
    return SpeedMeans(std::move(points));
}

/// Where the fit itself runs along the axis: a geared machine over either, a belt over road speed.
Result<PullCurve> curveAlongFit(const PullFit& pull, const CurveOptions& options, PullCurve out) {
    const PullAxis axis(pull, options.axis);
    const double fitDetailRpm = std::max(options.detail.whole * axis.fitPerPlace(), pull.fit->finestDetailRpm());
    out.detail = fitDetailRpm / axis.fitPerPlace();
    out.finest =
        std::max(Detail(out.detail, options.detail.finer).finest(), pull.fit->finestDetailRpm() / axis.fitPerPlace());
    const std::vector<double> spline =
        coefficientsAlong(*pull.fit, axis, fitDetailRpm, options.detail.finer,
                          [&](double detailRpm) { return pull.fit->coefficients(detailRpm, true); });
    // Half a detail at each end (never more than 4 % of the range) is not held by data on both sides.
    constexpr double kMostTrim = 0.04;
    const double low = axis.placeOfFit(pull.lowRpm), high = axis.placeOfFit(pull.highRpm);
    const double trim = std::min(0.5 * out.detail, kMostTrim * (high - low));
    out.usedFrom = low + trim;
    out.usedTo = high - trim;
    out.place = gridWithin(out.usedFrom, out.usedTo, options.gridStep);
    if (out.place.empty())
        return Error{Message{"error.grid-outside-pull"}};
    std::vector<double> fitPlaces;
    for (double x : out.place)
        fitPlaces.push_back(axis.fitAt(x));
    if (options.axis == CurveAxis::RoadSpeed) {
        const SpeedMeans engine = alongAxis(pull, axis, pull.ready.rpm);
        for (std::size_t i = 0; i < out.place.size(); ++i) {
            const double half = 0.5 * options.gridStep; // it is smooth already (ready_pull.h)
            const double mean = engine.mean(out.place[i] - half, out.place[i] + half);
            out.engineRpm.push_back(pull.ready.geared ? fitPlaces[i] : mean);
        }
        // A slow logger may leave no sample in a window: its neighbours stand for it.
        for (std::size_t i = 1; i < out.engineRpm.size(); ++i)
            if (!std::isfinite(out.engineRpm[i]))
                out.engineRpm[i] = out.engineRpm[i - 1];
        for (std::size_t i = out.engineRpm.size() - 1; i-- > 0;)
            if (!std::isfinite(out.engineRpm[i]))
                out.engineRpm[i] = out.engineRpm[i + 1];
    }
    const auto powerAt = [&](double x) { return pull.fit->value(spline, axis.fitAt(x)) * axis.shaftAt(x); };
    const auto engineAt = [&](double x) {
        return options.axis == CurveAxis::EngineSpeed ? x : between(out.place, out.engineRpm, x);
    };
    const auto counted = [&](double x) { return countedAt(pull, axis, x); };
    out.noise.assign(out.place.size(), 0.);
    if (options.noise)
        out.noise = pull.fit->standardErrors(fitPlaces, fitDetailRpm, true);
    for (std::size_t i = 0; i < out.place.size(); ++i) {
        const double x = out.place[i];
        out.powerW.push_back(powerAt(x));
        out.torqueNm.push_back(out.powerW.back() / radPerSFromRpm(out.engineRpmAt(i)));
        out.counted.push_back(counted(x));
        // Noise of a slope grows with the power 3/2 of how much more finely it is seen.
        const double finer = std::exp2(1.5 * options.detail.finer.halvingsAt(x));
        out.noise[i] *= finer * axis.shaftAt(x) / std::max(std::abs(out.powerW.back()), 1e-9);
    }
    out.smoothedAway = smoothedAway(pull, spline, out, axis, fitDetailRpm, options.detail.finer);
    // What the setup's pulls together would show at half the detail, where that is more.
    for (std::size_t i = 0; i < out.place.size(); ++i) {
        const double unseen = options.detail.finer.unseenOf(pull.header.setup, out.place[i]);
        if (std::abs(unseen) > std::abs(out.smoothedAway[i]))
            out.smoothedAway[i] = unseen;
    }
    findPeaks(out, powerAt, engineAt, counted);
    return out;
}

/// A belt over engine speed: the fit runs over shaft speed, and what belongs to an engine speed is the mean of its
/// samples.
Result<PullCurve> beltOverEngineSpeed(const PullFit& pull, const CurveOptions& options, PullCurve out) {
    const PullAxis axis(pull, options.axis);
    const ReadyPull& ready = pull.ready;
    out.detail = out.finest = std::max(options.detail.whole, pull.fit->finestDetailRpm());
    const std::vector<double> spline = pull.fit->coefficients(out.detail, true);
    std::vector<double> power(ready.size(), kNaN);
    double low = std::numeric_limits<double>::infinity(), high = -low;
    for (std::size_t i = ready.from; i < ready.to; ++i) {
        power[i] =
            pull.fit->value(spline, rpmFromRadPerS(ready.shaftSmooth[i] * ready.ratioAtZero)) * ready.shaftSmooth[i];
        low = std::min(low, ready.rpm[i]);
        high = std::max(high, ready.rpm[i]);
    }
    const std::vector<double> grid = gridWithin(low, high, options.gridStep);
    constexpr double kLeastHalfRpm = 25.;
    const std::vector<double> means =
        overSpeed(alongAxis(pull, axis, power), grid, std::max(0.5 * options.gridStep, kLeastHalfRpm));
    for (std::size_t i = 0; i < grid.size(); ++i) {
        if (!std::isfinite(means[i]))
            continue;
        out.place.push_back(grid[i]);
        out.powerW.push_back(means[i]);
        out.torqueNm.push_back(means[i] / radPerSFromRpm(grid[i]));
        out.counted.push_back(countedAt(pull, axis, grid[i]));
        out.noise.push_back(0.);
    }
    if (out.place.empty())
        return Error{Message{"error.grid-outside-pull"}};
    out.smoothedAway.assign(out.place.size(), 0.);
    out.usedFrom = low;
    out.usedTo = high;
    findPeaks(
        out, [&](double x) { return between(out.place, out.powerW, x); }, [](double x) { return x; },
        [&](double x) { return countedAt(pull, axis, x); });
    return out;
}

} // namespace

CurveOptions usualCurveOptions(const PullFit& pull) {
    const PullFit* one[] = {&pull};
    CurveOptions out;
    out.axis = *axisForAll(one, std::nullopt);
    out.gridStep = usualStep(out.axis);
    out.detail = std::max(likelyDetail(one, out.axis), 0.02 * out.gridStep); // a given curve makes none likely
    return out;
}

namespace {

/// As the pull was measured; for a curve that was worked out elsewhere, as it came.
Result<PullCurve> measuredCurveOf(const PullFit& pull, const CurveOptions& options) {
    if (options.axis == CurveAxis::RoadSpeed && (!pull.fit || !roadPerShaft(pull)))
        return Error{Message{"error.no-road-speed"}};
    if (!pull.fit)
        return givenCurveOf(pull, options);
    PullCurve begun;
    begun.axis = options.axis;
    begun.gridStep = options.gridStep;
    const bool alongFit = pull.ready.geared || options.axis == CurveAxis::RoadSpeed;
    Result<PullCurve> out = alongFit ? curveAlongFit(pull, options, std::move(begun))
                                     : beltOverEngineSpeed(pull, options, std::move(begun));
    if (out && !pull.afr.empty()) {
        PullCurve& c = out.value();
        const double half = std::max(0.5 * options.gridStep, 0.5 * c.detail);
        const bool known = options.axis == CurveAxis::EngineSpeed;
        c.afr = known ? overSpeed(pull.afrBySpeed, c.place, half)
                      : overSpeed(alongAxis(pull, PullAxis(pull, options.axis), pull.afr), c.place, half);
    }
    return out;
}

} // namespace

PullCurve underStandard(const PullFit& pull, std::shared_ptr<const PullCurve> measured, const Standard& standard) {
    PullCurve out = *measured;
    out.factor = correctionFactor(pull.header, standard, out.cautions);
    const double f = out.factor.value_or(1.);
    for (double& w : out.powerW)
        w *= f;
    for (double& nm : out.torqueNm)
        nm *= f;
    for (std::optional<Peak>* peak : {&out.peakPower, &out.peakTorque})
        if (*peak)
            (*peak)->value *= f;
    out.measured = std::move(measured);
    return out;
}

Result<PullCurve> curveOf(const PullFit& pull, const CurveOptions& options) {
    Result<PullCurve> measured = measuredCurveOf(pull, options);
    if (!measured)
        return measured;
    return underStandard(pull, std::make_shared<const PullCurve>(std::move(measured).value()), *options.standard);
}

} // namespace jr
