// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/factorial.h"

#include "core/linear/factors.h"

#include <Eigen/Core>

#include <algorithm>
#include <bit>

namespace jr {
namespace {

std::string termName(const std::vector<std::string>& factors, unsigned mask) {
    std::string out;
    for (std::size_t f = 0; f < factors.size(); ++f)
        if (mask >> f & 1u)
            out += (out.empty() ? "" : "*") + factors[f];
    return out;
}

} // namespace

Result<CrossDesign> crossDesign(const std::vector<std::string>& factors, const std::vector<Cell>& cells) {
    const std::size_t n = factors.size();
    if (n < 2 || n > 4)
        return Error{Message{"error.factors-number"}};
    CrossDesign out;
    out.levels.resize(n);
    for (const Cell& cell : cells) {
        if (cell.levels.size() != n)
            return Error{Message{"error.cell-levels", {std::to_string(n)}}};
        unsigned bits = 0;
        for (std::size_t f = 0; f < n; ++f) {
            auto& [low, high] = out.levels[f];
            const std::string& level = cell.levels[f];
            if (low.empty())
                low = level;
            else if (level != low && high.empty())
                high = level;
            if (level == high && level != low)
                bits |= 1u << f;
            else if (level != low)
                return Error{Message{"error.three-levels", {factors[f], Names{{low, high, level}}}}};
        }
        if (std::find(out.code.begin(), out.code.end(), bits) != out.code.end())
            return Error{Message{"error.cell-twice"}};
        out.code.push_back(bits);
    }
    for (std::size_t f = 0; f < n; ++f)
        if (out.levels[f].second.empty())
            return Error{Message{"error.one-level", {factors[f]}}};

    // Terms in order of size, main effects first; one is kept when the cells can tell it from those before.
    std::vector<unsigned> terms;
    for (unsigned mask = 1; mask < 1u << n; ++mask)
        terms.push_back(mask);
    std::stable_sort(terms.begin(), terms.end(),
                     [](unsigned a, unsigned b) { return std::popcount(a) < std::popcount(b); });
    const auto rows = static_cast<Eigen::Index>(cells.size());
    Eigen::MatrixXd x(rows, 1);
    x.setOnes();
    for (unsigned mask : terms) {
        Eigen::MatrixXd wider(rows, x.cols() + 1);
        wider.leftCols(x.cols()) = x;
        for (Eigen::Index r = 0; r < rows; ++r) {
            // The product of the factors' -1 and +1: an even number of lows is high.
            const int lows = std::popcount(mask) - std::popcount(mask & out.code[static_cast<std::size_t>(r)]);
            wider(r, x.cols()) = lows % 2 == 0 ? 1. : -1.;
        }
        if (PivotedQr(wider).rank() == wider.cols()) {
            x = std::move(wider);
            out.terms.push_back(termName(factors, mask));
        } else {
            out.notSeparable.push_back(termName(factors, mask));
        }
    }
    const Eigen::MatrixXd solve = PivotedQr(x).solve(Eigen::MatrixXd(Eigen::MatrixXd::Identity(rows, rows)));
    for (Eigen::Index term = 1; term < solve.rows(); ++term) { // row 0 is the mean of all
        const Eigen::RowVectorXd effect = 2. * solve.row(term);
        out.effectOfCells.emplace_back(effect.data(), effect.data() + effect.size());
    }
    return out;
}

Result<Factorial> factorial(const std::vector<std::string>& factors, const std::vector<Cell>& cells,
                            const std::vector<Observation>& observations, const BenchKnowledge& known,
                            double confidence) {
    const Result<CrossDesign> design = crossDesign(factors, cells);
    if (!design)
        return design.error();
    const std::size_t n = factors.size();
    const std::vector<unsigned>& code = design->code;
    Factorial out;
    out.levels = design->levels;
    out.notSeparable = design->notSeparable;
    std::vector<int> count(cells.size(), 0);
    for (const Observation& o : observations)
        ++count[static_cast<std::size_t>(o.group)];
    if (std::find(count.begin(), count.end(), 0) != count.end())
        return Error{Message{"error.cell-no-value"}};
    out.fit = fitGroups(observations, static_cast<int>(cells.size()), known);
    // Effects as weighted sums of cell means, so that margins follow from the pulls' own weights.
    std::vector<std::vector<double>> sums;
    for (std::size_t k = 0; k < design->terms.size(); ++k) {
        sums.emplace_back(observations.size(), 0.);
        for (std::size_t c = 0; c < cells.size(); ++c)
            for (std::size_t i = 0; i < observations.size(); ++i)
                sums.back()[i] += design->effectOfCells[k][c] * out.fit.weight[c][i];
    }
    const double together = out.fit.jointly(sums, confidence);
    for (std::size_t k = 0; k < design->terms.size(); ++k) {
        FactorialEffect e;
        e.term = design->terms[k];
        for (std::size_t c = 0; c < cells.size(); ++c)
            e.effect += design->effectOfCells[k][c] * out.fit.mean[c];
        if (const auto half = out.fit.halfWidth(sums[k], together)) {
            e.low = e.effect - *half;
            e.high = e.effect + *half;
            const double alone = *out.fit.halfWidth(sums[k], confidence);
            e.lowAlone = e.effect - alone;
            e.highAlone = e.effect + alone;
        }
        out.effects.push_back(std::move(e));
    }
    const auto cellMean = [&](unsigned bits) -> std::optional<double> {
        const auto at = std::find(code.begin(), code.end(), bits);
        return at == code.end() ? std::nullopt
                                : std::optional(out.fit.mean[static_cast<std::size_t>(at - code.begin())]);
    };
    const auto base = cellMean(0);
    const auto all = cellMean((1u << n) - 1u);
    if (base && all)
        out.together = *all - *base;
    out.sum = 0.;
    for (std::size_t f = 0; f < n; ++f) {
        const auto one = cellMean(1u << f);
        out.alone.emplace_back(factors[f], base && one ? std::optional(*one - *base) : std::nullopt);
        if (out.sum && out.alone.back().second)
            *out.sum += *out.alone.back().second;
        else
            out.sum.reset();
    }
    return out;
}

} // namespace jr
