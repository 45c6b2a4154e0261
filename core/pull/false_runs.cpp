// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/false_runs.h"

#include "core/pull/local_line.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kSlewOverS = 0.05; // the usual rate of change is looked at over so long, past single samples' noise
constexpr std::size_t kMostPieces = 400; // more steps than that are noise, and not this fault
constexpr std::size_t kLevelOf = 5;      // samples at a piece's end that say where it stood

struct Piece {
    std::size_t from, to;  ///< of the believed samples, [from, to)
    double fromS, toS;     ///< time of its first and last sample
    double begins, leaves; ///< level at its two ends
};

/// How fast the reading usually changes: three quarters of the record change no faster.
double usualSlew(const ReadyPull& pull, const std::vector<double>& value, const std::vector<std::size_t>& at) {
    std::vector<double> rates;
    for (std::size_t a = 0, b = 0; b < at.size(); ++b) {
        while (pull.timeS[at[b]] - pull.timeS[at[a]] > kSlewOverS && a + 1 < b)
            ++a;
        const double dt = pull.timeS[at[b]] - pull.timeS[at[a]];
        if (dt > 0.)
            rates.push_back(std::abs(value[at[b]] - value[at[a]]) / dt);
    }
    return rates.empty() ? 0. : quantile(rates, 0.75);
}

} // namespace

void maskFalseRuns(const ReadyPull& pull, const std::vector<double>& value, const FalseRunOptions& o,
                   std::vector<char>& good) {
    std::vector<std::size_t> at; // believed samples
    for (std::size_t i = 0; i < value.size(); ++i)
        if (good[i] && std::isfinite(value[i]))
            at.push_back(i);
    // Most records have no such step at all.
    bool any = false;
    for (std::size_t k = 1; k < at.size() && !any; ++k) {
        const double a = value[at[k - 1]], b = value[at[k]];
        any = std::abs(b - a) > std::max(o.share * std::max(std::abs(a), std::abs(b)), o.floorValue);
    }
    if (at.size() < 3 || !any)
        return;
    const double slew = o.slewFactor * usualSlew(pull, value, at);
    const auto reach = [&](double a, double b, double seconds) { // the most it may change from a to b in this time
        return std::max(o.share * std::max(std::abs(a), std::abs(b)), o.floorValue) + slew * seconds;
    };
    const auto level = [&](std::size_t from, std::size_t to) {
        std::vector<double> some;
        for (std::size_t k = from; k < to; ++k)
            some.push_back(value[at[k]]);
        return median(some);
    };
    std::vector<Piece> pieces;
    for (std::size_t k = 0, from = 0; k < at.size(); ++k) {
        const bool last = k + 1 == at.size();
        const bool step = !last && std::abs(value[at[k + 1]] - value[at[k]]) >
                                       reach(value[at[k]], value[at[k + 1]], pull.timeS[at[k + 1]] - pull.timeS[at[k]]);
        if (!last && !step)
            continue;
        const std::size_t to = k + 1, some = std::min(kLevelOf, to - from);
        pieces.push_back(
            {from, to, pull.timeS[at[from]], pull.timeS[at[k]], level(from, from + some), level(to - some, to)});
        from = to;
    }
    if (pieces.size() < 2 || pieces.size() > kMostPieces)
        return;
    // The longest chain, by believed samples.
    const std::size_t n = pieces.size();
    std::vector<std::size_t> length(n), before(n, n);
    for (std::size_t k = 0; k < n; ++k) {
        length[k] = pieces[k].to - pieces[k].from;
        for (std::size_t j = 0; j < k; ++j) {
            const std::size_t with = length[j] + pieces[k].to - pieces[k].from;
            if (with > length[k] && std::abs(pieces[k].begins - pieces[j].leaves) <=
                                        reach(pieces[j].leaves, pieces[k].begins, pieces[k].fromS - pieces[j].toS)) {
                length[k] = with;
                before[k] = j;
            }
        }
    }
    std::vector<char> believed(n, 0);
    std::size_t first = n,
                last = static_cast<std::size_t>(std::max_element(length.begin(), length.end()) - length.begin());
    for (std::size_t k = last; k < n; k = before[k]) {
        believed[k] = 1;
        first = k;
    }
    for (std::size_t k = 0; k < n; ++k) {
        if (believed[k] || (!o.ends && (k < first || k > last)) || at[pieces[k].from] >= o.spareFrom)
            continue;
        for (std::size_t i = pieces[k].from; i < pieces[k].to; ++i)
            good[at[i]] = 0;
    }
}

} // namespace jr
