// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/pull_fit.h"

#include "core/nan.h"
#include "core/pull/probe_delay.h"
#include "core/pull/procedure_check.h"
#include "core/pull/pull_axis.h"
#include "core/pull/pull_method.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {
namespace {

std::vector<double> fitAxis(const ReadyPull& pull) {
    std::vector<double> x(pull.size());
    for (std::size_t i = 0; i < x.size(); ++i)
        x[i] = pull.fitPlace(i);
    return x;
}

/// A detail in the axis' unit as the pull's own fit counts it, rpm.
double fitDetailRpm(const PullFit& pull, CurveAxis axis, double detail) {
    return detail * PullAxis(pull, axis).fitPerPlace();
}

} // namespace

Result<PullFit> fitPull(const Trace& trace, const ReadyOptions& options) {
    return methodOf(trace.header.kind).fit(trace, options);
}

Result<PullFit> ShaftMethod::fit(const Trace& trace, const ReadyOptions& options) const {
    Result<ReadyPull> ready = readyPull(trace, options);
    if (!ready)
        return ready.error();
    PullFit out;
    out.header = trace.header;
    out.ready = std::move(ready).value();
    out.departures = departuresOf(trace, out.ready);
    const ReadyPull& pull = out.ready;
    const std::vector<double> x = fitAxis(pull);
    double low = std::numeric_limits<double>::infinity(), high = -low;
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (pull.fitted[i]) {
            low = std::min(low, x[i]);
            high = std::max(high, x[i]);
        }
    if (!(high - low > 20.))
        return Error{Message{"error.engine-speed-hardly"}};
    out.lowRpm = low;
    out.highRpm = high;
    Result<std::shared_ptr<const PenalisedFit>> fit = fitRows(pull, trace.header, x, low, high);
    if (!fit)
        return fit.error();
    out.fit = std::move(fit).value();
    // What only the stages before the fit read is not kept with every pull.
    out.ready.slopeRadS2 = {};
    out.ready.engineRaw = {};

    std::vector<std::pair<const Channel*, double>> mixture;
    for (const Channel* c : trace.findAll(ChannelId::Afr))
        mixture.emplace_back(c, 1.);
    if (mixture.empty())
        for (const Channel* c : trace.findAll(ChannelId::Lambda))
            mixture.emplace_back(c, trace.header.stoich);
    if (!mixture.empty()) {
        out.afr.assign(pull.size(), kNaN);
        ProbeDelay probe(pull, trace.header.number(header_key::afrDelayS).value_or(0.));
        for (std::size_t i = 0; i < pull.size(); ++i) {
            double sum = 0., n = 0.;
            const std::optional<std::size_t> row = probe.rowOf(i);
            for (const auto& [channel, scale] : mixture)
                if (const double v = row ? channel->values[*row] * scale : kNaN; std::isfinite(v)) {
                    sum += v;
                    n += 1.;
                }
            if (n > 0.)
                out.afr[i] = sum / n;
        }
        std::vector<std::pair<double, double>> bySpeed;
        for (std::size_t i = pull.from; i < pull.to; ++i)
            bySpeed.emplace_back(pull.rpm[i], out.afr[i]);
        out.afrBySpeed = SpeedMeans(std::move(bySpeed));
    }
    return out;
}

double likelyDetail(std::span<const PullFit* const> all, CurveAxis axis) {
    static constexpr double kLadderRpm[] = {30.,  40.,  50.,  60.,  70.,  80.,   90.,   100.,  110., 120., 130.,
                                            140., 150., 160., 180., 200., 220.,  250.,  280.,  320., 360., 400.,
                                            450., 500., 600., 700., 800., 1000., 1300., 1600., 2000.};
    // A metre a second of road is some hundred revolutions a minute of an engine on a belt.
    const double unit = axis == CurveAxis::EngineSpeed ? 1. : 0.01;
    // Two dozen pulls say what a hundred would, in a quarter of the time: evenly picked, always the same ones.
    constexpr std::size_t kEnough = 24;
    std::vector<const PullFit*> pulls;
    for (std::size_t i = 0; i < std::min(all.size(), kEnough); ++i)
        if (const PullFit* pull = all[all.size() <= kEnough ? i : i * all.size() / kEnough]; pull->fit)
            pulls.push_back(pull);
    if (pulls.empty())
        return 0.;
    double finest = 0., coarsest = std::numeric_limits<double>::infinity();
    for (const PullFit* pull : pulls) {
        const double perPlace = fitDetailRpm(*pull, axis, 1.);
        finest = std::max(finest, pull->fit->finestDetailRpm() / perPlace);
        coarsest = std::min(coarsest, pull->fit->coarsestDetailRpm() / perPlace);
    }
    double best = 0., bestDeviance = std::numeric_limits<double>::infinity();
    int worse = 0;
    for (const double rung : kLadderRpm) {
        const double detail = rung * unit;
        if (detail < finest * 1.02 && best == 0. && rung != kLadderRpm[std::size(kLadderRpm) - 1])
            if (detail * 1.2 < finest)
                continue;
        if (detail > coarsest && best > 0.)
            break;
        double deviance = 0.;
        for (const PullFit* pull : pulls)
            deviance += pull->fit->deviance(fitDetailRpm(*pull, axis, detail));
        if (deviance < bestDeviance) {
            bestDeviance = deviance;
            best = detail;
            worse = 0;
        } else if (++worse >= 4) {
            break;
        }
    }
    return best;
}

std::vector<RawPoint> rawPoints(const PullFit& pull, CurveAxis axis, double everyS) {
    std::vector<RawPoint> out;
    const PullAxis along(pull, axis);
    const ReadyPull& r = pull.ready;
    double next = -std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < r.size(); ++i) {
        if (r.timeS[i] < next)
            continue;
        next = r.timeS[i] + everyS;
        out.push_back({r.timeS[i], along.placeOfSample(i), r.torqueRough[i] * r.shaftSmooth[i], r.fitted[i] != 0});
    }
    for (std::size_t i = 0; i < pull.givenRpm.size(); ++i)
        out.push_back({kNaN, pull.givenRpm[i], pull.givenPowerW[i], true});
    return out;
}

} // namespace jr
