// SPDX-License-Identifier: GPL-3.0-or-later
// What was measured beside the power, of both sides: one number a pull in the judge's own model, and the means along
// the range with a margin for each speed by itself.
#include "core/judge/band.h"
#include "core/nan.h"
#include "core/study/study_answers.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace jr {
namespace {

struct Read {
    std::size_t pull;          ///< of the study
    std::vector<double> along; ///< at the places
};

double finiteMean(const std::vector<double>& values, const std::vector<char>& use) {
    double sum = 0., n = 0.;
    for (std::size_t i = 0; i < values.size(); ++i)
        if (use[i]) {
            sum += values[i];
            n += 1.;
        }
    return n > 0. ? sum / n : kNaN;
}

/// Mean of the pulls that know it, place by place.
std::vector<double> meanAlong(const std::vector<Read>& reads, std::size_t places) {
    std::vector<double> out(places, kNaN);
    for (std::size_t i = 0; i < places; ++i) {
        double sum = 0., n = 0.;
        for (const Read& r : reads)
            if (std::isfinite(r.along[i])) {
                sum += r.along[i];
                n += 1.;
            }
        if (n > 0.)
            out[i] = sum / n;
    }
    return out;
}

/// Of the difference of two means at one speed: the pulls' scatter about their own side's mean, pooled (Student). Drift
/// is not taken out, so it is scatter here.
std::vector<double> halfAlong(const std::vector<Read>& base, const std::vector<Read>& with, const GaugeCompared& means,
                              double confidence) {
    std::vector<double> out(means.base.size(), kNaN);
    for (std::size_t i = 0; i < out.size(); ++i) {
        double squares = 0., counts[2] = {0., 0.};
        int side = 0;
        for (const auto* reads : {&base, &with}) {
            for (const Read& r : *reads)
                if (const double v = r.along[i]; std::isfinite(v)) {
                    const double off = v - (side == 0 ? means.base : means.with)[i];
                    squares += off * off;
                    counts[side] += 1.;
                }
            ++side;
        }
        const double freedom = counts[0] + counts[1] - 2.;
        if (counts[0] < 1. || counts[1] < 1. || freedom < 1.)
            continue;
        const double sd = std::sqrt(squares / freedom * (1. / counts[0] + 1. / counts[1]));
        out[i] = studentQuantile(confidence, freedom) * sd;
    }
    return out;
}

/// One number a pull over the places all know, in the judge's model: drift and fittings as with the power.
void compareMeans(GaugeCompared& g, const std::vector<Read>& base, const std::vector<Read>& with,
                  const std::vector<StudyPull>& pulls, const std::vector<int>& fittings, double confidence) {
    g.baseMean = g.withMean = kNaN;
    g.difference = {kNaN, kNaN, kNaN};
    std::vector<char> common(g.base.size(), 1);
    for (const auto* reads : {&base, &with})
        for (const Read& r : *reads)
            for (std::size_t i = 0; i < common.size(); ++i)
                common[i] = common[i] && std::isfinite(r.along[i]);
    std::vector<Observation> values;
    int side = 0;
    for (const auto* reads : {&base, &with}) {
        for (const Read& r : *reads) {
            const double mean = finiteMean(r.along, common);
            if (!std::isfinite(mean))
                return;
            const int fitting = fittings[r.pull];
            values.push_back({side, mean, pulls[r.pull].fit->header.startedEpochS,
                              fitting >= 0 ? std::optional(fitting) : std::nullopt});
        }
        ++side;
    }
    if (base.empty() || with.empty())
        return;
    const GroupFit fit = fitGroups(values, 2);
    g.baseMean = fit.mean[0];
    g.withMean = fit.mean[1];
    const double difference = g.withMean - g.baseMean;
    const auto half = fit.halfWidth(fit.difference(0, 1), confidence);
    g.difference = {difference, half ? difference - *half : kNaN, half ? difference + *half : kNaN};
}

/// How fast the hottest exhaust of these pulls still rose over the last second and a half at full load.
EndOfPull endOf(const std::vector<StudyPull>& pulls, const std::vector<std::size_t>& which) {
    constexpr double kLastS = 1.5;
    EndOfPull out;
    for (std::size_t p : which) {
        const ReadyPull& ready = pulls[p].fit->ready;
        if (!pulls[p].trace || ready.to < ready.from + 3)
            continue;
        const double endS = ready.timeS[ready.to - 1];
        out.lastsS = std::max(out.lastsS, endS - ready.timeS[ready.from]);
        for (const Channel* c : pulls[p].trace->findAll(ChannelId::Egt)) {
            double n = 0., st = 0., sv = 0., stt = 0., stv = 0.;
            for (std::size_t i = ready.from; i < ready.to; ++i) {
                const double t = ready.timeS[i] - endS, v = c->values[ready.row[i]];
                if (t < -kLastS || !std::isfinite(v))
                    continue;
                n += 1.;
                st += t;
                sv += v;
                stt += t * t;
                stv += t * v;
            }
            const double spread = n * stt - st * st;
            if (n >= 3. && spread > 0.)
                out.exhaustRisingCS = std::max(out.exhaustRisingCS.value_or(-INFINITY), (n * stv - st * sv) / spread);
        }
    }
    return out;
}

} // namespace

std::vector<Study::PullGauge> Study::gaugesOfPull(std::size_t index) const {
    std::vector<PullGauge> out;
    const StudyPull& pull = m->pulls[index];
    const auto seen = curve(index);
    if (!seen || !pull.trace)
        return out;
    const GaugeFacts facts = gaugeFactsOf(pull.fit->header, m->settings.gaugeFacts);
    const double window = std::max(seen->detail, m->gridStep);
    for (const Gauge& gauge : gaugesOf(*pull.trace, *pull.fit, facts))
        out.push_back({gauge, gaugeAlong(gauge, *pull.trace, *pull.fit, *seen, facts, seen->place, window)});
    return out;
}

const Result<GaugesAnswer>& Study::gauges() const {
    return gaugesBetween(m->settings.baseSetup, m->settings.withSetup);
}

const Result<GaugesAnswer>& Study::gaugesBetween(const std::string& base, const std::string& with) const {
    return m->gauges.get({base, with}, [&]() -> Result<GaugesAnswer> {
        const Result<Comparison>& compared = comparisonOf(base, with, m->settings.from, m->settings.to);
        if (!compared)
            return compared.error();
        GaugesAnswer out;
        out.axis = compared->axis;
        out.place = compared->place;
        out.gridStep = compared->gridStep;
        const std::vector<std::size_t> sides[2] = {countingPulls(base), countingPulls(with)};
        std::set<Gauge> known;
        bool sized = false, brake = false;
        for (const auto& side : sides)
            for (std::size_t p : side) {
                const StudyPull& pull = m->pulls[p];
                const GaugeFacts facts = gaugeFactsOf(pull.fit->header, m->settings.gaugeFacts);
                sized = sized || facts.engine.displacementM3 > 0.;
                brake = brake || pull.fit->header.kind == PullKind::Brake;
                if (pull.trace)
                    for (const Gauge& g : gaugesOf(*pull.trace, *pull.fit, facts))
                        known.insert(g);
            }
        for (const Gauge& gauge : known) {
            if (m->abandoned)
                break;
            std::vector<Read> reads[2];
            for (int side = 0; side < 2; ++side)
                for (std::size_t p : sides[side]) {
                    const StudyPull& pull = m->pulls[p];
                    const auto seen = curve(p);
                    const GaugeFacts facts = gaugeFactsOf(pull.fit->header, m->settings.gaugeFacts);
                    if (!pull.trace || !seen || !pull.fit->fit)
                        continue;
                    const std::vector<Gauge> own = gaugesOf(*pull.trace, *pull.fit, facts);
                    if (std::find(own.begin(), own.end(), gauge) != own.end())
                        reads[side].push_back({p, gaugeAlong(gauge, *pull.trace, *pull.fit, *seen, facts, out.place,
                                                             compared->detail.whole)});
                }
            GaugeCompared g;
            g.gauge = gauge;
            g.basePulls = static_cast<int>(reads[0].size());
            g.withPulls = static_cast<int>(reads[1].size());
            g.base = meanAlong(reads[0], out.place.size());
            g.with = meanAlong(reads[1], out.place.size());
            g.half = halfAlong(reads[0], reads[1], g, m->settings.confidence);
            compareMeans(g, reads[0], reads[1], m->pulls, fittings(), m->settings.confidence);
            out.gauges.push_back(std::move(g));
        }
        const std::string names[2] = {m->setupName(base), m->setupName(with)};
        out.account = gaugeAccount(out.gauges, out.place, out.gridStep, out.axis, names);
        out.hold = holdAccount(out.gauges, out.place, out.axis, names[1], endOf(m->pulls, sides[1]));
        if (brake && !sized)
            out.missing.push_back({"gauges.no-size"});
        // Of the power that was measured, wherever that was: hub is not crank, and unknown is not crank.
        const bool perPower = std::any_of(out.gauges.begin(), out.gauges.end(), [](const GaugeCompared& g) {
            return g.gauge.kind == GaugeKind::Consumption || g.gauge.kind == GaugeKind::MeanPressure;
        });
        if (const MeasuredAt at = m->pulls[sides[1].front()].fit->header.measuredAt;
            perPower && at != MeasuredAt::Crank)
            out.missing.push_back(at == MeasuredAt::Unknown
                                      ? Message{"gauges.place-unknown"}
                                      : Message{"gauges.not-crank", {Term{std::string(measuredAtText(at))}}});
        return out;
    });
}

} // namespace jr
