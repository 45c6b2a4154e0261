// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/readings.h"

#include "core/judge/repeats.h"

#include "core/judge/pull_scatter.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace jr {
namespace {

constexpr double kStepS = 60.; ///< readings are told apart in time by this; only their order matters
constexpr double kDayS = 86400.;

/// Decimals that show a value to about a hundredth of what it may be off by.
int readingDecimals(double value, double margin) {
    const double fine = margin > 0. ? margin : std::abs(value) / 100.;
    return fine > 0. ? std::clamp(1 - static_cast<int>(std::floor(std::log10(fine))), 0, 6) : 1;
}

} // namespace

std::string_view betterText(Better better) {
    return better == Better::Higher ? "higher" : better == Better::Lower ? "lower" : "none";
}

std::optional<Better> parseBetter(std::string_view text) {
    for (Better b : {Better::Higher, Better::Lower, Better::Neither})
        if (text == betterText(b))
            return b;
    return std::nullopt;
}

Caution sheetsCountedOnce(int repeated) {
    return {"counted-once", {"readings.counted-once", {Count{repeated}}}};
}

Result<DistinctSheets> distinctSheets(const std::vector<std::vector<ReadingSheet>>& groups) {
    std::vector<std::size_t> sizes;
    for (const auto& group : groups)
        sizes.push_back(group.size());
    const auto at = [&](const InSet& one) -> const ReadingSheet& { return groups[one.set][one.place]; };
    const auto sameReadings = [](const ReadingSheet& a, const ReadingSheet& b) {
        return a.quantity == b.quantity && a.unit == b.unit && a.startedEpochS == b.startedEpochS &&
               a.readings == b.readings;
    };
    const Result<Repeats> found = findRepeats(
        sizes,
        [&](const InSet& one, const InSet& other) {
            const ReadingSheet &a = at(one), &b = at(other);
            if (!a.id.empty() && !b.id.empty())
                return a.id != b.id ? Sameness::Different : sameReadings(a, b) ? Sameness::Same : Sameness::Contradicts;
            return a.setup == b.setup && a.fitting == b.fitting && sameReadings(a, b) ? Sameness::Same
                                                                                      : Sameness::Different;
        },
        [&](const InSet& one) { return at(one).id; });
    if (!found)
        return found.error();
    DistinctSheets out;
    out.repeated = found->repeated;
    for (std::size_t set = 0; set < groups.size(); ++set) {
        out.groups.emplace_back();
        for (const std::size_t place : found->once[set])
            out.groups.back().push_back(groups[set][place]);
    }
    return out;
}

Result<std::vector<Observation>> observationsOf(const std::vector<std::vector<ReadingSheet>>& groups) {
    std::vector<const ReadingSheet*> all;
    std::vector<int> groupOf;
    for (std::size_t g = 0; g < groups.size(); ++g) {
        std::size_t readings = 0;
        for (const ReadingSheet& sheet : groups[g]) {
            all.push_back(&sheet);
            groupOf.push_back(static_cast<int>(g));
            readings += sheet.readings.size();
        }
        if (readings == 0)
            return Error{Message{groups.size() == 2 ? "error.side-no-reading" : "error.setup-no-reading"}};
    }
    // The model works on all of them together, in the cube of their number; nobody reads off more by hand.
    constexpr std::size_t kMostReadings = 1000;
    std::size_t together = 0;
    for (const ReadingSheet* sheet : all)
        together += sheet->readings.size();
    if (together > kMostReadings)
        return Error{Message{"error.too-many-readings", {std::to_string(together), std::to_string(kMostReadings)}}};
    std::set<int> numbers;
    std::size_t count = 0;
    bool timed = true;
    bool each = true; // reading has its own time
    for (const ReadingSheet* sheet : all) {
        if (sheet->quantity != all[0]->quantity || sheet->unit != all[0]->unit)
            return Error{
                Message{"error.readings-differ",
                        {all[0]->quantity + " [" + all[0]->unit + "]", sheet->quantity + " [" + sheet->unit + "]"}}};
        if (sheet->better != all[0]->better)
            return Error{Message{"error.readings-better"}};
        timed = timed && sheet->startedEpochS;
        for (const Reading& r : sheet->readings) {
            numbers.insert(r.number);
            each = each && r.atEpochS;
            ++count;
        }
    }
    const bool ordered = numbers.size() == count;
    // The day a sheet is of: its own start, or where the numbers tell the order the first start of that day.
    const auto startOf = [&](const ReadingSheet& sheet) {
        double start = *sheet.startedEpochS;
        if (ordered)
            for (const ReadingSheet* other : all)
                if (std::floor(*other->startedEpochS / kDayS) == std::floor(*sheet.startedEpochS / kDayS))
                    start = std::min(start, *other->startedEpochS);
        return start;
    };
    std::set<double> starts;
    for (const ReadingSheet* sheet : all)
        if (timed)
            starts.insert(*sheet->startedEpochS);
    std::vector<Observation> out;
    bool fittings = true;
    for (std::size_t s = 0; s < all.size(); ++s) {
        const ReadingSheet& sheet = *all[s];
        fittings = fittings && sheet.fitting;
        for (std::size_t i = 0; i < sheet.readings.size(); ++i) {
            const Reading& r = sheet.readings[i];
            Observation o{groupOf[s], r.value, std::nullopt};
            if (each)
                o.startedS = r.atEpochS;
            else if (timed && (ordered || starts.size() == all.size()))
                o.startedS =
                    startOf(sheet) + kStepS * (ordered ? static_cast<double>(r.number) : static_cast<double>(i));
            else if (ordered)
                o.startedS = kStepS * static_cast<double>(r.number);
            o.fitting = sheet.fitting;
            out.push_back(o);
        }
    }
    if (!fittings)
        for (Observation& o : out)
            o.fitting.reset();
    return out;
}

Result<ValueComparison> compareValues(const std::vector<ReadingSheet>& base, const std::vector<ReadingSheet>& with,
                                      const ValueOptions& options) {
    const Result<DistinctSheets> distinct = distinctSheets({base, with});
    if (!distinct)
        return distinct.error();
    const Result<ValueComparison> compared = compareDistinctValues(distinct->groups[0], distinct->groups[1], options);
    if (!compared || distinct->repeated == 0)
        return compared;
    ValueComparison out = *compared;
    out.cautions.push_back(sheetsCountedOnce(distinct->repeated));
    return out;
}

Result<ValueComparison> compareDistinctValues(const std::vector<ReadingSheet>& base,
                                              const std::vector<ReadingSheet>& with, const ValueOptions& options) {
    const Result<std::vector<Observation>> observations = observationsOf({base, with});
    if (!observations)
        return observations.error();
    const ReadingSheet& first = base.front();
    ValueComparison out;
    out.quantity = first.quantity;
    out.unit = first.unit;
    out.better = first.better;
    out.base.setup = first.setup;
    out.with.setup = with.front().setup;
    out.confidence = options.confidence;
    out.worthPct = options.worthPct;
    for (const Observation& o : *observations)
        ++(o.group == 0 ? out.base : out.with).readings;
    // A single reading on a side shows nothing of its own scatter, and the other side's is not taken for it.
    const bool single = out.base.readings == 1 || out.with.readings == 1;
    GroupFit fit = fitGroups(*observations, 2, options.known);
    if (single && !options.known.pull) {
        fit.known = false;
        fit.scatter.reset();
    }
    out.base.mean = fit.mean[0];
    out.with.mean = fit.mean[1];
    out.difference = fit.mean[1] - fit.mean[0];
    if (fit.mean[0] != 0.)
        out.pct = 100. * out.difference / std::abs(fit.mean[0]);
    for (int side = 0; side < 2; ++side) {
        ValueComparison::Side& s = side == 0 ? out.base : out.with;
        if (const auto half = fit.halfWidth(fit.weight[static_cast<std::size_t>(side)], options.confidence)) {
            s.low = s.mean - *half;
            s.high = s.mean + *half;
        }
    }
    const std::vector<double> weights = fit.difference(0, 1);
    if (const auto half = fit.halfWidth(weights, options.confidence)) {
        out.low = out.difference - *half;
        out.high = out.difference + *half;
        const double worth = options.worthPct / 100. * std::abs(fit.mean[0]);
        const double sign = out.better == Better::Lower ? -1. : 1.;
        const double low = sign > 0. ? *out.low : -*out.high, high = sign > 0. ? *out.high : -*out.low;
        const bool within = low > -worth && high < worth;
        out.call = low > 0. ? CallKind::Gain : high < 0. ? CallKind::Loss : within ? CallKind::Same : CallKind::Open;
        out.belowWorth = within && out.call != CallKind::Same;
        out.readingSd = fit.scatter->pullSd();
        if (fit.scatter->fittings() == PartState::Told || fit.scatter->fittings() == PartState::Known)
            out.fittingSd = fit.scatter->fittingSd();
        Eigen::VectorXd w =
            Eigen::Map<const Eigen::VectorXd>(weights.data(), static_cast<Eigen::Index>(weights.size()));
        out.freedom = fit.scatter->spreadOf(w).freedom;
        if (fit.scatter->fittedOnce(w))
            out.cautions.push_back({"fitted-once", {"sides.fitted-once"}});
    }
    const std::vector<Caution> own = groupCautions(fit, *observations, 2, true);
    out.cautions.insert(out.cautions.begin(), own.begin(), own.end());
    return out;
}

Message verdictOf(const ValueComparison& c) {
    const double margin = c.high ? 0.5 * (*c.high - *c.low) : 0.;
    const int decimals = readingDecimals(c.difference, margin);
    const Number difference{c.difference, decimals, true}, give{margin, decimals};
    const Number pct{c.pct.value_or(0.), 1, true};
    if (!c.low)
        return {"values.no-margin", {c.with.setup, c.quantity, Number{c.difference, decimals, true}, c.unit, pct}};
    switch (c.call) {
    case CallKind::Same:
        return {"values.same",
                {c.with.setup, c.base.setup, c.quantity, Number{c.worthPct, 1}, difference, give, c.unit}};
    case CallKind::Open:
        return {"values.open", {c.with.setup, c.base.setup, c.quantity, difference, give, c.unit}};
    case CallKind::Gain:
    case CallKind::Loss:
        break;
    }
    const bool gain = c.call == CallKind::Gain;
    const std::string_view code = c.better == Better::Neither ? (gain ? "values.more" : "values.less")
                                  : gain                      ? "values.better"
                                                              : "values.worse";
    return {code, {c.with.setup, c.base.setup, c.quantity, difference, give, c.unit, pct}};
}

} // namespace jr
