// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/find_flags.h"

#include "core/pull/local_line.h"
#include "core/pull/straight_line.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {
namespace {

constexpr double kUpperQuartile = 0.75;
constexpr double kMadOfNormal = 0.6745; // median absolute deviation of a normal variable of unit variance

} // namespace

void findLimiter(ReadyPull& pull, const PullHeader& header, const ReadyOptions& options) {
    const FlagOptions& o = options.flags;
    const std::size_t n = pull.openTo; // past a shut throttle there is no limiter to find
    double top = 0.;
    for (std::size_t i = pull.from; i < n; ++i)
        top = std::max(top, pull.rpm[i]);
    const double near = (1. - o.limiterNear) * top;

    // First moment near the top where torque falls away within a quarter second: by a good share of what it was, of
    // what is usual in this pull, and clear of how much the rough torque jumps about by itself.
    std::size_t contact = n;
    std::vector<double> usualTorque, jumps;
    for (std::size_t i = pull.from, lag = pull.from; i < pull.to; ++i) {
        while (pull.timeS[lag] < pull.timeS[i] - o.limiterFallS)
            ++lag;
        usualTorque.push_back(pull.torqueRough[i]);
        jumps.push_back(std::abs(pull.torqueRough[i] - pull.torqueRough[lag]));
    }
    const double least = std::max(o.limiterUsual * quantile(usualTorque, kUpperQuartile),
                                  o.limiterNoises * median(jumps) / kMadOfNormal);
    std::size_t lag = pull.from;
    for (std::size_t i = pull.from; i < n; ++i) {
        while (pull.timeS[lag] < pull.timeS[i] - o.limiterFallS)
            ++lag;
        // The last moments of a record are seen from one side only, where the rough torque jumps about most.
        if (pull.rpm[i] < near || pull.timeS[i] - pull.timeS[pull.from] < o.limiterSettleS ||
            pull.timeS[n - 1] - pull.timeS[i] < o.limiterEndS)
            continue;
        const double before = pull.torqueRough[lag];
        if (before > 0. && pull.torqueRough[i] < (1. - o.limiterDrop) * before &&
            before - pull.torqueRough[i] > least) {
            contact = i;
            break;
        }
    }
    const bool known = header.limiterRpm && *header.limiterRpm > 0.;
    if (contact == n && known) {
        // The record may stop at the very first cut: no fall seen yet, but the limiter's speed was reached.
        for (std::size_t i = pull.from; i < pull.to; ++i)
            if (pull.rpm[i] >= o.limiterReached * *header.limiterRpm) {
                contact = i;
                break;
            }
    }
    if (contact == n)
        return;

    // Step back over the window through which the fall was seen, and to where the torque first left its line.
    std::size_t cut = contact;
    while (cut > pull.from + options.stretch.fewest && pull.timeS[contact] - pull.timeS[cut] < o.limiterMarginS)
        --cut;

    // Was it a limiter, or the throttle being shut? A limiter lets go again, or is written down.
    std::size_t end = contact;
    bool recovers = false;
    double low = pull.rpm[contact];
    std::size_t last = contact;
    for (std::size_t i = contact; i < n && pull.rpm[i] > near; ++i) {
        low = std::min(low, pull.rpm[i]);
        if (pull.rpm[i] > low + o.limiterRecovers * top)
            recovers = true;
        last = i;
    }
    end = last + 1;
    const bool atKnown = known && pull.rpm[contact] > o.limiterBelow * *header.limiterRpm &&
                         pull.rpm[contact] < o.limiterAbove * *header.limiterRpm;
    const double stay = pull.timeS[last] - pull.timeS[contact];
    if (atKnown || (recovers && stay >= o.limiterStayS)) {
        const Flag flag = addFlag(pull, options, FlagKind::Limiter, cut, end, {"flag.limiter"});
        if (flag.overruled)
            return;
    }
    pull.to = std::min(pull.to, std::max(cut, pull.from + options.stretch.fewest));
}

void findLoadSpike(ReadyPull& pull, const ReadyOptions& options) {
    const FlagOptions& o = options.flags;
    const double start = pull.timeS[pull.from];
    const double length = pull.timeS[pull.to - 1] - start;
    // The spike must lie this early; the line it is held against comes from what follows for as long again and more.
    const double early = std::min(o.spikeWithinS, o.spikeWithin * length);
    const double late = std::min(o.spikeAfter * early, o.spikeAfterMost * length);
    std::size_t earlyEnd = pull.from, lateEnd = pull.from;
    for (std::size_t i = pull.from; i < pull.to; ++i) {
        if (pull.timeS[i] < start + early)
            earlyEnd = i + 1;
        if (pull.timeS[i] < start + late)
            lateEnd = i + 1;
    }
    if (earlyEnd < pull.from + o.spikeFewest || lateEnd < earlyEnd + 2 * o.spikeFewest)
        return;
    // A straight line through the torque that follows, against speed, and its own scatter. The engine's torque:
    // on a belt the shaft's falls all through the pull, as the ratio does.
    const auto torque = [&](std::size_t i) {
        return pull.geared ? pull.torqueRough[i]
                           : pull.torqueRough[i] * pull.shaftSmooth[i] / radPerSFromRpm(std::max(pull.rpm[i], 1.));
    };
    StraightLine after;
    for (std::size_t i = earlyEnd; i < lateEnd; ++i)
        after.add(pull.fitPlace(i), torque(i));
    constexpr double kOneRpm2 = 1.; // a narrower spread has no slope worth the name
    const double slope = after.spread() > kOneRpm2 ? after.slope() : 0.;
    double scatter = 0.;
    double highest = 0.;
    for (std::size_t i = earlyEnd; i < lateEnd; ++i) {
        const double off = torque(i) - (after.meanY() + slope * (pull.fitPlace(i) - after.meanX()));
        scatter += off * off;
        highest = std::max(highest, torque(i));
    }
    scatter = std::sqrt(scatter / after.count());
    std::size_t spikeEnd = pull.from, hits = 0;
    for (std::size_t i = pull.from; i < earlyEnd; ++i) {
        // No steeper than the line allows downwards: a torque that truly falls from the start is no spike.
        const double line = std::max(after.meanY() + slope * (pull.fitPlace(i) - after.meanX()), after.meanY());
        const double limit = line + std::max(o.spikeShare * std::abs(line), o.spikeNoises * scatter);
        if (torque(i) > limit) {
            ++hits;
            spikeEnd = i + 1;
        }
    }
    if (hits < o.spikeFewest || pull.timeS[spikeEnd - 1] - start < o.spikeMinS)
        return;
    // Past the last high sample, until torque is back within half the margin of the line.
    while (spikeEnd < earlyEnd) {
        const double line = std::max(after.meanY() + slope * (pull.fitPlace(spikeEnd) - after.meanX()), after.meanY());
        if (torque(spikeEnd) < line + o.spikeEnds * o.spikeShare * std::abs(line) + scatter)
            break;
        ++spikeEnd;
    }
    const Flag flag = addFlag(pull, options, FlagKind::LoadSpike, pull.from, spikeEnd, {"flag.load-spike"});
    if (!flag.overruled)
        pull.from = std::min(spikeEnd, pull.to - options.stretch.fewest);
}

void findSlip(ReadyPull& pull, const ReadyOptions& options) {
    const FlagOptions& o = options.flags;
    // Tachometer noise is per sample; a sliding line over the raw ratio decides, not single samples.
    std::vector<double> ratio(pull.size());
    bool strays = false; // where no single sample does, no line through them can
    for (std::size_t i = 0; i < pull.size(); ++i) {
        // Where the roller itself was not read there is no ratio.
        ratio[i] = pull.good[i] ? radPerSFromRpm(pull.engineRaw[i]) / std::max(pull.shaftSmooth[i], 1e-6)
                                : std::numeric_limits<double>::quiet_NaN();
        if (i >= pull.from && i < pull.to && std::isfinite(ratio[i]))
            strays =
                strays || std::abs(ratio[i] / pull.ratio(pull.shaftSmooth[i]) - 1.) > o.slipSuspected * o.slipRatio;
    }
    if (!strays)
        return;
    const double step = (pull.timeS.back() - pull.timeS.front()) / static_cast<double>(pull.size() - 1);
    const std::vector<double> smooth =
        localLine(pull.timeS, ratio, {}, std::max(o.slipSmoothS, o.slipSmoothSteps * step)).value;
    for (std::size_t i = pull.from; i < pull.to;) {
        const auto off = [&](std::size_t j) { return std::abs(smooth[j] / pull.ratio(pull.shaftSmooth[j]) - 1.); };
        if (off(i) <= o.slipRatio) {
            ++i;
            continue;
        }
        std::size_t end = i;
        while (end < pull.to && off(end) > o.slipEnds * o.slipRatio)
            ++end;
        std::size_t begin = i;
        while (begin > pull.from && off(begin - 1) > o.slipEnds * o.slipRatio)
            --begin;
        if (end > begin && pull.timeS[end - 1] - pull.timeS[begin] >= o.slipMinS) {
            const Flag flag = addFlag(pull, options, FlagKind::Slip, begin, end, {"flag.slip"});
            if (!flag.overruled) {
                for (std::size_t j = begin; j < end; ++j)
                    pull.fitted[j] = 0;
                if (end < pull.to)
                    pull.breaks.push_back(end);
            }
        }
        i = std::max(end, i + 1);
    }
}

} // namespace jr
