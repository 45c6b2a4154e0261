// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cam/ends_of_range.h"

#include "core/nan.h"
#include "core/study/study.h"

namespace jr {
namespace {

Estimate shareOf(const BandMean& mean) {
    constexpr double kPct = 100.;
    const double base = mean.baseW;
    return {mean.pct, mean.lowW ? kPct * *mean.lowW / base : kNaN, mean.highW ? kPct * *mean.highW / base : kNaN};
}

} // namespace

std::optional<EndsOfRange> endsOfRange(const Study& study, const std::string& base, const std::string& with) {
    if (study.axis() != CurveAxis::EngineSpeed)
        return std::nullopt;
    const Result<Comparison>& whole = study.comparisonOf(base, with, std::nullopt, std::nullopt);
    if (!whole || whole->place.size() < 2)
        return std::nullopt;
    EndsOfRange out;
    out.splitRpm = whole->place[whole->place.size() / 2];
    const Result<Comparison>& bottom = study.comparisonOf(base, with, std::nullopt, out.splitRpm);
    const Result<Comparison>& top = study.comparisonOf(base, with, out.splitRpm, std::nullopt);
    if (!bottom || !top)
        return std::nullopt;
    out.bottomPct = shareOf(bottom->bandMean);
    out.topPct = shareOf(top->bandMean);
    return out;
}

} // namespace jr
