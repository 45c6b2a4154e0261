// SPDX-License-Identifier: GPL-3.0-or-later
// Where curves must be seen more finely than their detail on the whole.
//
// One detail for a whole curve is a compromise: a two-stroke's rise or a narrow dip asks for less smoothing than the
// plain belly beside it. The detail is halved where pulls show that it hides something: the curve at half the detail,
// set against that at the whole, differs by the same amount in pull after pull of a setup. What a pull errs as a whole
// cancels in that difference, so it is told far more sharply than power itself; what it errs by chance is its scatter
// from pull to pull. (In the spirit of Lepski's rule, 1991: the largest smoothing that data do not contradict; value
// from memory.) docs/judging.md, "Detail".
#pragma once

#include "core/pull/pull_fit.h"

#include <functional>
#include <string>
#include <utility>
#include <vector>

namespace jr {

struct FinerDetail {
    std::vector<double> place;    ///< on the axis, rising; empty: nowhere finer
    std::vector<double> halvings; ///< of the detail there, straight lines between; none outside
    /// Stretches whose features are narrower than even the finest detail shows, as far as pulls can tell.
    std::vector<std::pair<double, double>> hidden;

    /// What the margins of a setup's pulls carry for the choice of halvings, as a share of their power along `grid`:
    /// what one more would show, too little to be told from chance for sure, drawn towards nothing by what chance alone
    /// makes of it; or what those made show, as far as chance could still have made that.
    struct Unseen {
        std::string setup; ///< as the pulls' headers name it
        std::vector<double> share;
        bool operator==(const Unseen&) const = default;
    };
    std::vector<double> grid;
    std::vector<Unseen> unseen;
    double unseenOf(const std::string& setup, double at) const;

    bool operator==(const FinerDetail&) const = default;
    double halvingsAt(double at) const;
    double mostHalvings() const;
    /// Stretches seen at half the detail or finer.
    std::vector<std::pair<double, double>> stretches() const;
};

/// What curves are seen at: their detail on the whole, in the axis' unit, and where that is halved. One value, so that
/// nobody takes the one along without the other.
struct Detail {
    double whole = 0.; ///< 0: not chosen yet
    FinerDetail finer{};

    Detail() = default;
    Detail(double everywhere) : whole(everywhere) {} ///< nowhere finer
    Detail(double onTheWhole, FinerDetail where) : whole(onTheWhole), finer(std::move(where)) {}
    bool operator==(const Detail&) const = default;
    bool chosen() const { return whole > 0.; }
    double at(double place) const;
    double finest() const; ///< anywhere
};

/// What the data of these setups make likely, all of them seen alike: likelyDetail, halved where finerDetail says.
Detail likelyDetailOf(const std::vector<std::vector<const PullFit*>>& sets, CurveAxis axis);

/// What these setups' pulls together ask for, the same for all of them; `detail` is theirs on the whole. Pulls without
/// a fit along the axis ask for nothing.
FinerDetail finerDetail(const std::vector<std::vector<const PullFit*>>& sets, CurveAxis axis, double detail);

class PullAxis;
/// Coefficients of a pull's curve seen like that. `at(detailRpm)` gives those of one detail all along the fit's axis.
std::vector<double> coefficientsAlong(const PenalisedFit& fit, const PullAxis& axis, double fitDetailRpm,
                                      const FinerDetail& finer, const std::function<std::vector<double>(double)>& at);

} // namespace jr
