// SPDX-License-Identifier: GPL-3.0-or-later
// Where a pull stands at a place of an axis: the bridge between what a curve is drawn over and what the pull's fit runs
// over (engine speed on a geared machine; on a belt the shaft's speed times its middle ratio).
#pragma once

#include "core/pull/pull_fit.h"
#include "core/units/curve_axis.h"

#include <optional>
#include <span>
#include <utility>

namespace jr {

/// Metres of road a radian of the pull's shaft; nothing where no road speed belongs to it.
std::optional<double> roadPerShaft(const PullFit& pull);

/// The axis these pulls are judged over, all alike: the one asked for, else road speed where one of them runs on a belt
/// and each knows its road speed, else engine speed. Errors: road speed asked for and a pull that has none.
Result<CurveAxis> axisForAll(std::span<const PullFit* const> pulls, std::optional<CurveAxis> asked);

/// For a pull with a fit, over an axis it has.
class PullAxis {
public:
    PullAxis(const PullFit& pull, CurveAxis axis);

    double shaftAt(double place) const;  ///< rad/s
    double fitAt(double place) const;    ///< place on the fit's own axis, rpm
    double placeOfFit(double rpm) const; ///< the other way
    double placeOfSample(std::size_t i) const;
    /// What a flagged stretch covers; NaN where it has no place (a clock, the whole pull).
    std::pair<double, double> placesOf(const Flag& flag) const;
    /// Fit axis per place, in the middle of the pull: turns a detail from one to the other.
    double fitPerPlace() const { return m_fitPerPlace; }

private:
    const ReadyPull& m_ready;
    CurveAxis m_axis;
    double m_roadPerShaft = 0.; ///< m a rad
    double m_fitPerPlace = 1.;
};

} // namespace jr
