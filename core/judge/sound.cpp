// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/sound.h"

#include <cmath>
#include <cstdio>

namespace jr {

std::optional<double> soundAt(const Trace& trace, const ReadyPull& pull, double rpm, double halfWidthRpm) {
    const Channel* level = trace.find(ChannelId::SoundLevel);
    if (!level)
        return std::nullopt;
    double energy = 0., n = 0.;
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (const double db = level->values[pull.row[i]];
            std::abs(pull.rpm[i] - rpm) <= halfWidthRpm && std::isfinite(db)) {
            energy += std::pow(10., 0.1 * db);
            n += 1.;
        }
    return n > 0. ? std::optional(10. * std::log10(energy / n)) : std::nullopt;
}

Result<SoundDifference> soundDifference(const std::vector<Observation>& levels, double rpm, double confidence) {
    int count[2] = {0, 0};
    for (const Observation& o : levels)
        ++count[o.group];
    if (count[0] == 0 || count[1] == 0)
        return Error{Message{"error.sound-missing"}};
    const GroupFit fit = fitGroups(levels, 2, {});
    SoundDifference out;
    out.baseDb = fit.mean[0];
    out.withDb = fit.mean[1];
    const double d = out.withDb - out.baseDb;
    const std::vector<Argument> figures{Number{rpm}, Number{out.baseDb, 1}, Number{out.withDb, 1}, Number{d, 1, true}};
    out.message = {"sound.no-margin", figures};
    if (const auto half = fit.halfWidth(fit.difference(0, 1), confidence)) {
        out.low = d - *half;
        out.high = d + *half;
        out.message = {"sound.difference", figures};
        out.message.arguments.push_back(Number{*out.low, 1, true});
        out.message.arguments.push_back(Number{*out.high, 1, true});
    }
    return out;
}

} // namespace jr
