// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/study/setup_facts.h"

#include "core/judge/held_speed.h"
#include "core/mixture/mixture_finding.h"
#include "core/nan.h"
#include "core/statistics/distributions.h"
#include "core/study/study.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace jr {
namespace {

/// One reading a pull, and when.
using Readings = std::vector<Observation>;

std::optional<Estimate> meanOf(const Readings& readings, double confidence) {
    if (readings.empty())
        return std::nullopt;
    const GroupFit fit = fitGroups(readings, 1);
    const double mean = fit.mean.front();
    const auto half = fit.halfWidth(fit.weight.front(), confidence);
    return Estimate{mean, half ? mean - *half : kNaN, half ? mean + *half : kNaN};
}

/// Share by which the level of the mean curve may be out; NaN where nothing tells.
double levelShare(const Study& study, const std::vector<std::size_t>& counting) {
    Readings levels;
    for (std::size_t i : counting)
        if (const double w = study.bandMeansW()[i]; w > 0.)
            levels.push_back({0, w, study.pulls()[i].fit->header.startedEpochS, {}});
    if (levels.empty())
        return kNaN;
    const GroupFit fit = fitGroups(levels, 1, study.settings().known, ValueScale::Logarithm);
    return fit.halfWidth(fit.weight.front(), study.settings().confidence).value_or(kNaN);
}

/// What pulls differ in along the range beside their levels, as the half-width of their mean; 0 for a single one.
double shapeShare(const std::vector<std::vector<double>>& powers, double confidence) {
    const std::size_t pulls = powers.size(), points = powers.front().size();
    if (pulls < 2)
        return 0.;
    std::vector<std::vector<double>> logs(pulls, std::vector<double>(points));
    for (std::size_t p = 0; p < pulls; ++p) {
        double level = 0.;
        for (std::size_t k = 0; k < points; ++k) {
            logs[p][k] = std::log(std::max(1., powers[p][k]));
            level += logs[p][k] / static_cast<double>(points);
        }
        for (double& v : logs[p])
            v -= level;
    }
    double sum = 0.;
    for (std::size_t k = 0; k < points; ++k) {
        double mean = 0.;
        for (std::size_t p = 0; p < pulls; ++p)
            mean += logs[p][k] / static_cast<double>(pulls);
        for (std::size_t p = 0; p < pulls; ++p)
            sum += (logs[p][k] - mean) * (logs[p][k] - mean);
    }
    const double freedom = static_cast<double>(pulls) - 1.;
    const double sd = std::sqrt(sum / (freedom * static_cast<double>(points)));
    // Neighbouring points repeat each other, so one pull's curve counts as a few readings of its shape.
    constexpr double kShapesAPull = 4.;
    return studentQuantileAt(kShapesAPull * freedom, 0.5 + 0.5 * confidence) * sd /
           std::sqrt(static_cast<double>(pulls));
}

void addCurve(const Study& study, const std::vector<std::size_t>& counting, SetupFacts& out) {
    std::map<double, std::vector<double>> at;
    std::vector<std::shared_ptr<const PullCurve>> curves;
    for (std::size_t i : counting)
        if (const auto c = study.curve(i); c && c->axis == CurveAxis::EngineSpeed)
            curves.push_back(c);
    for (const auto& c : curves)
        for (std::size_t k = 0; k < c->place.size(); ++k)
            if (c->counted[k] && c->powerW[k] > 0.)
                at[c->place[k]].push_back(c->powerW[k]);
    std::erase_if(at, [&](const auto& one) { return one.second.size() < curves.size(); });
    if (curves.empty() || at.size() < 2)
        return;
    std::vector<std::vector<double>> powers(curves.size());
    for (const auto& [rpm, watts] : at) {
        double sum = 0.;
        for (std::size_t p = 0; p < watts.size(); ++p) {
            sum += watts[p];
            powers[p].push_back(watts[p]);
        }
        out.rpm.push_back(rpm);
        out.powerW.push_back(sum / static_cast<double>(watts.size()));
    }
    const double share = std::hypot(levelShare(study, counting), shapeShare(powers, study.settings().confidence));
    if (!std::isfinite(share))
        return; // no margin is known: low and high stay empty
    for (double w : out.powerW) {
        out.lowW.push_back(w * std::exp(-share));
        out.highW.push_back(w * std::exp(share));
    }
}

/// Hottest of the probes at full load, mean over the ready part.
std::optional<double> hottestExhaustC(const StudyPull& pull) {
    if (!pull.trace || !pull.fit)
        return std::nullopt;
    const ReadyPull& ready = pull.fit->ready;
    std::optional<double> hottest;
    for (const Channel& channel : pull.trace->channels) {
        if (channel.name.id != ChannelId::Egt)
            continue;
        double sum = 0., count = 0.;
        for (std::size_t i = ready.from; i < ready.to; ++i)
            if (const double c = channel.values[ready.row[i]]; std::isfinite(c)) {
                sum += c;
                count += 1.;
            }
        if (count > 0.)
            hottest = std::max(hottest.value_or(-1e9), sum / count);
    }
    return hottest;
}

std::optional<double> meanOfKnown(const std::vector<std::optional<double>>& values) {
    double sum = 0., count = 0.;
    for (const auto& v : values)
        if (v) {
            sum += *v;
            count += 1.;
        }
    return count > 0. ? std::optional(sum / count) : std::nullopt;
}

void addAir(const Study& study, const std::vector<std::size_t>& counting, SetupFacts& out) {
    std::vector<std::optional<double>> density, temp, pressure, humidity;
    for (std::size_t i : counting)
        if (const auto air = study.pulls()[i].fit->header.air()) {
            density.push_back(densityKgM3(*air));
            temp.push_back(air->tempC);
            pressure.push_back(air->pressurePa);
            humidity.push_back(air->humidity);
        }
    out.airKgM3 = meanOfKnown(density);
    out.airC = meanOfKnown(temp);
    out.airPa = meanOfKnown(pressure);
    out.humidity = meanOfKnown(humidity);
}

void addMixture(const Study& study, const std::vector<std::size_t>& counting, SetupFacts& out) {
    std::map<double, std::pair<double, double>> at; // by place: sum and how many
    Readings means;
    for (std::size_t i : counting) {
        const auto c = study.curve(i);
        if (!c || c->afr.empty())
            continue;
        double sum = 0., count = 0.;
        for (std::size_t k = 0; k < c->place.size(); ++k)
            if (c->counted[k] && std::isfinite(c->afr[k])) {
                sum += c->afr[k];
                count += 1.;
                auto& [total, many] = at[c->engineRpmAt(k)];
                total += c->afr[k];
                many += 1.;
            }
        if (count > 0.)
            means.push_back({0, sum / count, study.pulls()[i].fit->header.startedEpochS, {}});
    }
    out.meanAfr = meanOf(means, study.settings().confidence);
    if (study.axis() == CurveAxis::EngineSpeed)
        for (const auto& [rpm, sum] : at) {
            out.afrRpm.push_back(rpm);
            out.afr.push_back(sum.first / sum.second);
        }
}

/// Mean of each probe at full load, over the pulls that have all of them.
std::vector<double> cylinderMeans(const Study& study, const std::vector<std::size_t>& counting, bool twoStroke) {
    const MixtureAnswer& mixture = study.mixture(usualTarget(twoStroke ? 2 : 4));
    std::vector<double> sums;
    double pulls = 0.;
    for (std::size_t i : counting) {
        const auto& found = mixture.found[i];
        if (!found || found->cylinderAfr.size() < 2 || (!sums.empty() && sums.size() != found->cylinderAfr.size()))
            continue;
        sums.resize(found->cylinderAfr.size());
        for (std::size_t c = 0; c < sums.size(); ++c)
            sums[c] += found->cylinderAfr[c];
        pulls += 1.;
    }
    for (double& sum : sums)
        sum /= pulls;
    return sums;
}

/// Mixture by eighths of the throttle over whole records, roll-on and over-run as well: there the lower circuits speak.
std::vector<double> mixtureAtThrottle(const Study& study, const std::vector<std::size_t>& counting) {
    constexpr std::size_t kEighths = 8;
    constexpr double kLeastSamples = 10., kLeanest = 20.; // above it nothing burns
    std::vector<double> sums(kEighths), counts(kEighths);
    bool any = false;
    for (std::size_t i : counting) {
        const Trace* trace = study.pulls()[i].trace.get();
        const Channel* throttle = trace ? trace->find(ChannelId::Throttle) : nullptr;
        if (!throttle)
            continue;
        for (const Channel& probe : trace->channels) {
            if (probe.name.id != ChannelId::Afr)
                continue;
            any = true;
            for (std::size_t k = 0; k < probe.values.size() && k < throttle->values.size(); ++k) {
                const double open = throttle->values[k], afr = probe.values[k];
                if (!(open >= 0. && open <= 1.) || !(afr > 0. && afr < kLeanest))
                    continue;
                const auto bin = std::min<std::size_t>(static_cast<std::size_t>(open * kEighths), kEighths - 1);
                sums[bin] += afr;
                counts[bin] += 1.;
            }
        }
    }
    if (!any)
        return {};
    for (std::size_t b = 0; b < kEighths; ++b)
        sums[b] = counts[b] >= kLeastSamples ? sums[b] / counts[b] : kNaN;
    return sums;
}

/// Engine speed along the road, where all pulls are.
std::vector<double> meanRoadRpm(const Study& study, const std::vector<std::size_t>& counting) {
    std::map<double, std::pair<double, std::size_t>> at;
    std::size_t pulls = 0;
    for (std::size_t i : counting)
        if (const auto c = study.curve(i); c && c->axis == CurveAxis::RoadSpeed) {
            ++pulls;
            for (std::size_t k = 0; k < c->place.size(); ++k)
                if (std::isfinite(c->engineRpm[k])) {
                    at[c->place[k]].first += c->engineRpm[k];
                    ++at[c->place[k]].second;
                }
        }
    std::vector<double> out;
    for (const auto& [place, sum] : at)
        if (sum.second == pulls)
            out.push_back(sum.first / static_cast<double>(pulls));
    return out;
}

} // namespace

SetupFacts setupFacts(const Study& study, const std::string& setupId) {
    SetupFacts out;
    out.setupId = setupId;
    const std::vector<std::size_t> counting = study.countingPulls(setupId);
    if (counting.empty())
        return out;
    out.pulls = static_cast<int>(counting.size());
    out.measuredAt = study.pulls()[counting.front()].fit->header.measuredAt;
    const double confidence = study.settings().confidence;
    Readings places, held;
    std::vector<std::optional<double>> exhausts, limiters;
    for (std::size_t i : counting) {
        const StudyPull& pull = study.pulls()[i];
        if (pull.fit->header.measuredAt != out.measuredAt)
            out.measuredAt = MeasuredAt::Unknown;
        out.twoStroke = out.twoStroke || pull.fit->header.strokes == 2;
        limiters.push_back(pull.fit->header.limiterRpm);
        exhausts.push_back(hottestExhaustC(pull));
        const auto c = study.curve(i);
        if (!c)
            continue;
        if (c->axis == CurveAxis::EngineSpeed && c->peakPower)
            places.push_back({0, c->peakPower->place, pull.fit->header.startedEpochS, {}});
        if (c->axis == CurveAxis::RoadSpeed) {
            if (const auto stretch = heldStretch(c->place, c->gridStep, c->engineRpm))
                held.push_back({0, stretch->meanRpm, pull.fit->header.startedEpochS, {}});
            if (c->peakPower) // engine speed of the peak, where the belt let it be seen
                for (std::size_t k = 0; k < c->place.size(); ++k)
                    if (c->place[k] == c->peakPower->place)
                        places.push_back({0, c->engineRpm[k], pull.fit->header.startedEpochS, {}});
        }
    }
    out.peakRpm = meanOf(places, confidence);
    out.heldRpm = meanOf(held, confidence);
    out.peakW = study.setupPeak(setupId);
    out.exhaustC = meanOfKnown(exhausts);
    out.limiterRpm = meanOfKnown(limiters);
    addCurve(study, counting, out);
    addAir(study, counting, out);
    addMixture(study, counting, out);
    out.cylinderAfr = cylinderMeans(study, counting, out.twoStroke);
    out.afrAtThrottle = mixtureAtThrottle(study, counting);
    out.roadRpm = meanRoadRpm(study, counting);
    return out;
}

} // namespace jr
