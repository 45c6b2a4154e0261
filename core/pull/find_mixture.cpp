// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/find_flags.h"

#include "core/pull/local_line.h"
#include "core/pull/straight_line.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace jr {
namespace {

struct CylinderMixture {
    int number;
    std::vector<double> afr; // petrol AFR equivalent, sample by sample of the ready pull
};

/// Every cylinder's mixture on the petrol scale, so that one threshold serves all fuels.
std::vector<CylinderMixture> mixtures(const ReadyPull& pull, const Trace& trace) {
    constexpr double kPetrol = 14.7;
    std::vector<CylinderMixture> out;
    for (const Channel& channel : trace.channels) {
        double scale = 0.;
        if (channel.name.id == ChannelId::Afr)
            scale = kPetrol / trace.header.stoich;
        else if (channel.name.id == ChannelId::Lambda)
            scale = kPetrol;
        else
            continue;
        CylinderMixture one{channel.name.number, {}};
        one.afr.reserve(pull.size());
        for (std::size_t row : pull.row)
            one.afr.push_back(channel.values[row] * scale);
        out.push_back(std::move(one));
    }
    return out;
}

/// Runs of samples in [from, to) for which `is` holds (gaps under `mixtureGapS` bridged), at least `mixtureMinS` long.
template <class Is, class Found>
void eachRun(const ReadyPull& pull, const FlagOptions& o, Is is, Found found) {
    for (std::size_t i = pull.from; i < pull.to;) {
        if (!is(i)) {
            ++i;
            continue;
        }
        std::size_t last = i;
        for (std::size_t j = i + 1; j < pull.to && pull.timeS[j] - pull.timeS[last] < o.mixtureGapS; ++j)
            if (is(j))
                last = j;
        // A slow logger's single sample still stands for the step around it.
        const double before = i > 0 ? 0.5 * (pull.timeS[i] - pull.timeS[i - 1]) : 0.;
        const double after = last + 1 < pull.size() ? 0.5 * (pull.timeS[last + 1] - pull.timeS[last]) : 0.;
        if (pull.timeS[last] - pull.timeS[i] + before + after >= o.mixtureMinS)
            found(i, last + 1);
        i = last + 1;
    }
}

} // namespace

void findMixtureFlags(ReadyPull& pull, const Trace& trace, const ReadyOptions& options) {
    const FlagOptions& o = options.flags;
    std::vector<double> throttle;
    if (const Channel* channel = trace.find(ChannelId::Throttle))
        for (std::size_t row : pull.row)
            throttle.push_back(channel->values[row]);
    const auto loaded = [&](std::size_t i) {
        return throttle.empty() || !std::isfinite(throttle[i]) || throttle[i] >= o.loadThrottle;
    };
    for (const CylinderMixture& cylinder : mixtures(pull, trace)) {
        const std::vector<double>& afr = cylinder.afr;
        const auto said = [&](std::string_view code, double afrThere) {
            return Message{code, {std::to_string(cylinder.number), Number{afrThere, 1}}};
        };
        const auto worst = [&](std::size_t from, std::size_t to, bool high) {
            double w = afr[from];
            for (std::size_t i = from; i < to; ++i)
                if (std::isfinite(afr[i]))
                    w = high ? std::max(w, afr[i]) : std::min(w, afr[i]);
            return w;
        };
        std::vector<std::pair<std::size_t, std::size_t>> dead;
        eachRun(
            pull, o, [&](std::size_t i) { return afr[i] > o.notFiringAfr && loaded(i); },
            [&](std::size_t from, std::size_t to) {
                addFlag(pull, options, FlagKind::NotFiring, from, to, said("flag.not-firing", worst(from, to, true)));
                dead.emplace_back(from, to);
            });
        const auto isDead = [&](std::size_t i) {
            return std::any_of(dead.begin(), dead.end(), [&](const auto& d) { return i >= d.first && i < d.second; });
        };
        eachRun(
            pull, o, [&](std::size_t i) { return afr[i] > o.leanAfr && loaded(i) && !isDead(i); },
            [&](std::size_t from, std::size_t to) {
                addFlag(pull, options, FlagKind::Lean, from, to, said("flag.lean", worst(from, to, true)));
            });
        eachRun(
            pull, o, [&](std::size_t i) { return afr[i] < o.richAfr; },
            [&](std::size_t from, std::size_t to) {
                addFlag(pull, options, FlagKind::Rich, from, to, said("flag.rich", worst(from, to, false)));
            });

        // Fuel running out: the mixture climbs in the last part and does not come back, while torque sags below its
        // line.
        std::vector<double> settled;
        for (std::size_t i = pull.from + (pull.to - pull.from) / 5; i < pull.from + 3 * (pull.to - pull.from) / 5; ++i)
            settled.push_back(afr[i]);
        const double usual = median(settled);
        if (!std::isfinite(usual))
            continue;
        // Nearly every pull ends as rich as it was, and no line through such samples climbs.
        bool climbs = false;
        for (std::size_t i = pull.to; i-- > pull.from && pull.timeS[pull.to - 1] - pull.timeS[i] <= o.starvedMinS;)
            climbs = climbs || !(afr[i] <= usual + o.starvedNearly * o.starvedAfrRise);
        if (!climbs)
            continue;
        const LocalLine smooth = localLine(pull.timeS, afr, {}, o.starvedSmoothS);
        std::size_t begin = pull.to;
        while (begin > pull.from && smooth.value[begin - 1] > usual + o.starvedAfrRise)
            --begin;
        if (begin == pull.to || pull.timeS[pull.to - 1] - pull.timeS[begin] < o.starvedMinS ||
            begin < pull.from + o.starvedBefore)
            continue;
        // Torque's own line from the half second before the climb.
        StraightLine before;
        for (std::size_t i = begin; i-- > pull.from && pull.timeS[begin] - pull.timeS[i] < o.starvedLineFromS;) {
            if (pull.timeS[begin] - pull.timeS[i] < o.starvedLineToS)
                continue;
            before.add(pull.timeS[i] - pull.timeS[begin], pull.torqueRough[i]);
        }
        if (before.count() <= 2. || before.spread() <= 0.)
            continue;
        std::vector<double> shares;
        for (std::size_t i = begin + (pull.to - begin) / 2; i < pull.to; ++i) {
            const double line = before.meanY() + before.slope() * (pull.timeS[i] - pull.timeS[begin] - before.meanX());
            shares.push_back(pull.torqueRough[i] / std::max(line, 1e-6));
        }
        if (median(shares) < 1. - o.starvedTorqueFall) {
            addFlag(pull, options, FlagKind::FuelStarved, begin, pull.to,
                    said("flag.fuel-starved", worst(begin, pull.to, true)));
        }
    }
}

void findWholePullFlags(ReadyPull& pull, const Trace& trace, const ReadyOptions& options) {
    const FlagOptions& o = options.flags;
    const auto whole = [&](FlagKind kind, Message message) {
        addFlag(pull, options, kind, pull.from, pull.to, std::move(message));
    };
    double slowest = pull.rpm[pull.from], fastest = slowest;
    for (std::size_t i = pull.from; i < pull.to; ++i) {
        slowest = std::min(slowest, pull.fitPlace(i));
        fastest = std::max(fastest, pull.fitPlace(i));
    }
    const double seconds = pull.timeS[pull.to - 1] - pull.timeS[pull.from];
    if (fastest - slowest < o.shortRpm || seconds < o.shortS) {
        whole(FlagKind::Short, {"flag.short", {Number{fastest - slowest}, Number{seconds, 1}}});
    }
    // Coolant where there is any, else the head.
    const Channel* heat = trace.find(ChannelId::Coolant);
    const bool head = !heat;
    if (head)
        heat = trace.find(ChannelId::Cht);
    if (!heat)
        return;
    std::vector<double> values;
    for (std::size_t i = pull.from; i < pull.to; ++i)
        values.push_back(heat->values[pull.row[i]]);
    const double start =
        median({values.begin(), values.begin() + static_cast<long>(std::max<std::size_t>(values.size() / 10, 1))});
    const double high = quantile(values, o.hottestShare);
    if (start < o.coldC) {
        whole(FlagKind::Cold, {head ? "flag.cold-head" : "flag.cold", {Measure{start, Measured::Temperature}}});
    }
    // Air-cooled heads run far hotter than coolant; their limit is the maker's, not ours.
    if (!head && high > o.hotC) {
        whole(FlagKind::Hot, {"flag.hot", {Measure{high, Measured::Temperature}}});
    }
}

} // namespace jr
