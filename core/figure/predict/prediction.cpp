// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/predict/prediction.h"

#include "core/statistics/distributions.h"

#include <array>
#include <cmath>

namespace jr {
namespace {

struct QuantityRow {
    PredictedQuantity quantity;
    std::string_view id, unit;
    int decimals;
    std::optional<Estimate> SetupFacts::*measured;
};

constexpr std::array<QuantityRow, 5> kQuantities{{
    {PredictedQuantity::PeakSpeed, "peak-speed", "rpm", 0, &SetupFacts::peakRpm},
    {PredictedQuantity::HeldSpeed, "held-speed", "rpm", 0, &SetupFacts::heldRpm},
    {PredictedQuantity::Mixture, "mixture", "AFR", 2, &SetupFacts::meanAfr},
    {PredictedQuantity::PeakPower, "peak-power", "W", 0, &SetupFacts::peakW},
    {PredictedQuantity::MarkTime, "mark-time", "s", 2, nullptr}, // one of many: by the prediction's mark
}};

const QuantityRow& rowOf(PredictedQuantity quantity) {
    return kQuantities[static_cast<std::size_t>(quantity)];
}

/// A figure in the reader's unit where it has one to choose.
Argument shown(const QuantityRow& row, double value, double margin) {
    return row.quantity == PredictedQuantity::PeakPower ? Argument(Power{value, margin})
                                                        : Argument(Number{value, row.decimals});
}

} // namespace

std::string_view predictedQuantityId(PredictedQuantity quantity) {
    return rowOf(quantity).id;
}

std::optional<PredictedQuantity> parsePredictedQuantity(std::string_view id) {
    for (const QuantityRow& row : kQuantities)
        if (row.id == id)
            return row.quantity;
    return std::nullopt;
}

std::string_view predictedQuantityUnit(PredictedQuantity quantity) {
    return rowOf(quantity).unit;
}

int predictedQuantityDecimals(PredictedQuantity quantity) {
    return rowOf(quantity).decimals;
}

Grade gradeOf(const Prediction& prediction, const SetupFacts& facts) {
    Grade out;
    if (prediction.quantity == PredictedQuantity::MarkTime) {
        if (const auto found = facts.markTimesS.find(prediction.mark); found != facts.markTimesS.end()) {
            out.pulls = found->second.runs;
            out.measured = found->second.meanS;
        }
    } else {
        out.byRuns = prediction.quantity == PredictedQuantity::HeldSpeed && facts.heldRuns > 0;
        out.pulls = out.byRuns ? facts.heldRuns : facts.pulls;
        out.measured = facts.*rowOf(prediction.quantity).measured;
    }
    if (!out.measured)
        return out;
    const Estimate& m = *out.measured;
    const Ranged& p = prediction.predicted;
    const bool margin = std::isfinite(m.low) && std::isfinite(m.high);
    if (m.mid >= p.low && m.mid <= p.high)
        out.verdict = GradeVerdict::Inside;
    else
        out.verdict = margin && (m.high < p.low || m.low > p.high) ? GradeVerdict::Outside : GradeVerdict::Edge;
    if (!prediction.constant.empty())
        out.impliedConstant = m.mid * prediction.perConstant;
    return out;
}

Message gradeMessage(const Prediction& prediction, const Grade& grade) {
    const QuantityRow& row = rowOf(prediction.quantity);
    const Ranged& p = prediction.predicted;
    const double half = 0.5 * (p.high - p.low);
    const bool power = row.quantity == PredictedQuantity::PeakPower;
    const std::string unit = power ? "" : " " + std::string(row.unit);
    std::vector<Argument> facts{Count{grade.pulls}, shown(row, p.value, half), shown(row, p.low, half),
                                shown(row, p.high, half), unit};
    const bool runs = row.quantity == PredictedQuantity::MarkTime;
    if (!grade.measured)
        return {runs ? "figure.grade-not-run" : "figure.grade-waiting", facts};
    const Estimate& m = *grade.measured;
    const bool margin = std::isfinite(m.low);
    facts.push_back(shown(row, m.mid, margin ? m.half() : half));
    if (margin)
        facts.push_back(shown(row, m.half(), m.half()));
    if (runs) {
        facts.emplace_back(prediction.mark);
        if (!margin)
            facts.insert(facts.end() - 1, Number{0., row.decimals}); // the sentences count on a margin's place
        return {grade.verdict == GradeVerdict::Inside    ? "figure.grade-run-inside"
                : grade.verdict == GradeVerdict::Outside ? "figure.grade-run-outside"
                                                         : "figure.grade-run-edge",
                facts};
    }
    if (grade.byRuns) {
        if (!margin)
            facts.emplace_back(Number{0., row.decimals});
        return {grade.verdict == GradeVerdict::Inside    ? "figure.grade-ridden-inside"
                : grade.verdict == GradeVerdict::Outside ? "figure.grade-ridden-outside"
                                                         : "figure.grade-ridden-edge",
                facts};
    }
    switch (grade.verdict) {
    case GradeVerdict::Inside:
        return {margin ? "figure.grade-inside" : "figure.grade-inside-bare", facts};
    case GradeVerdict::Outside:
        return {"figure.grade-outside", facts};
    case GradeVerdict::Edge:
    case GradeVerdict::Waiting:
        break;
    }
    return {margin ? "figure.grade-edge" : "figure.grade-edge-bare", facts};
}

std::optional<OwnConstant> ownConstant(const std::vector<double>& implied) {
    const std::size_t n = implied.size();
    if (n < kGradesForOwnConstant)
        return std::nullopt;
    const double count = static_cast<double>(n);
    double mean = 0., square = 0.;
    for (double c : implied)
        mean += c / count;
    for (double c : implied)
        square += (c - mean) * (c - mean);
    const double freedom = count - 1., confident = 0.975;
    const double half = studentQuantileAt(freedom, confident) * std::sqrt(square / freedom * (1. + 1. / count));
    return OwnConstant{{mean, mean - half, mean + half}, static_cast<int>(n)};
}

} // namespace jr
