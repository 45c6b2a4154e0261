// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/comparison.h"
#include "core/pull/grid_holes.h"

#include <cmath>

namespace jr {
namespace {

struct Run {
    CallKind kind;
    std::size_t from, to; // [from, to)
};

CallKind callAt(const Comparison& c, std::size_t i) {
    if (!std::isfinite(c.pct(i).low) || !std::isfinite(c.pct(i).high))
        return CallKind::Open;
    if (c.pct(i).low > 0.)
        return CallKind::Gain;
    if (c.pct(i).high < 0.)
        return CallKind::Loss;
    return c.pct(i).low > -c.worthPct && c.pct(i).high < c.worthPct ? CallKind::Same : CallKind::Open;
}

bool insideWorth(const Comparison& c, const Run& run) {
    for (std::size_t i = run.from; i < run.to; ++i)
        if (!(c.pct(i).low > -c.worthPct && c.pct(i).high < c.worthPct))
            return false;
    return true;
}

/// Shorter than what can be seen there.
bool isShort(const Comparison& c, const Run& run) {
    constexpr double kFewestSteps = 3.;
    const double from = c.place[run.from], to = c.place[run.to - 1];
    return to - from < std::max(kFewestSteps * c.gridStep, c.detail.at(0.5 * (from + to)));
}

/// A short stretch may only ever lose its claim, never gain one: it becomes "cannot tell", or "same" where its own band
/// lies inside worth. Only a short "cannot tell" between two stretches of one call, whose estimate agrees with them and
/// whose band hardly crosses the line, joins them.
void mergeShort(const Comparison& c, std::vector<Run>& runs) {
    const auto joinEqual = [&] {
        std::vector<Run> out;
        for (const Run& run : runs)
            if (!out.empty() && out.back().kind == run.kind && !holeBefore(c.place, c.gridStep, run.from))
                out.back().to = run.to;
            else
                out.push_back(run);
        runs = std::move(out);
    };
    for (std::size_t k = 1; k + 1 < runs.size(); ++k) {
        Run& run = runs[k];
        const CallKind around = runs[k - 1].kind;
        if (run.kind != CallKind::Open || around != runs[k + 1].kind || !isShort(c, run) ||
            (around != CallKind::Gain && around != CallKind::Loss) || holeBefore(c.place, c.gridStep, run.from) ||
            holeBefore(c.place, c.gridStep, run.to))
            continue; // across a hole nothing is known, so nothing joins
        bool joins = true;
        for (std::size_t i = run.from; i < run.to; ++i) {
            const double half = 0.5 * (c.pct(i).high - c.pct(i).low);
            const double over = around == CallKind::Gain ? -c.pct(i).low : c.pct(i).high;
            joins = joins && over < 0.2 * half;
        }
        if (joins)
            run.kind = around;
    }
    joinEqual();
    if (runs.size() < 2)
        return;
    for (Run& run : runs)
        if (isShort(c, run) && run.kind != CallKind::Open)
            run.kind = run.kind != CallKind::Same && insideWorth(c, run) ? CallKind::Same : CallKind::Open;
    joinEqual();
}

} // namespace

std::string_view callText(CallKind kind) {
    switch (kind) {
    case CallKind::Gain:
        return "gain";
    case CallKind::Loss:
        return "loss";
    case CallKind::Same:
        return "same";
    case CallKind::Open:
        return "open";
    }
    return "";
}

std::vector<Call> callStretches(const Comparison& c) {
    std::vector<Run> runs;
    for (std::size_t i = 0; i < c.place.size(); ++i) {
        const CallKind kind = callAt(c, i);
        if (runs.empty() || runs.back().kind != kind || holeBefore(c.place, c.gridStep, i))
            runs.push_back({kind, i, i + 1});
        else
            runs.back().to = i + 1;
    }
    mergeShort(c, runs);
    std::vector<Call> out;
    for (const Run& run : runs) {
        Call call{run.kind, c.place[run.from], c.place[run.to - 1], 0., 0., 0., c.place[run.from]};
        double base = 0.;
        for (std::size_t i = run.from; i < run.to; ++i) {
            call.meanW += c.watt(i).mid;
            base += c.base.powerW[i];
            if (std::abs(c.watt(i).mid) > std::abs(call.maxW)) {
                call.maxW = c.watt(i).mid;
                call.maxPlace = c.place[i];
            }
        }
        call.meanPct = 100. * call.meanW / base;
        call.meanW /= static_cast<double>(run.to - run.from);
        call.belowWorth = (run.kind == CallKind::Gain || run.kind == CallKind::Loss) && insideWorth(c, run);
        out.push_back(call);
    }
    return out;
}

} // namespace jr
