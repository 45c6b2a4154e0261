// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/pull_axis.h"

#include "core/pull/pull_method.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// Shaft speed in rad/s at an engine speed on a geared machine, whose ratio is a line: w (a w + b) = engine.
double shaftAtEngine(const ReadyPull& pull, double engineRadS) {
    constexpr double kNoSlope = 1e-12;
    if (std::abs(pull.ratioPerRadS) < kNoSlope)
        return engineRadS / pull.ratioAtZero;
    const double a = pull.ratioPerRadS, b = pull.ratioAtZero;
    return (-b + std::sqrt(std::max(b * b + 4. * a * engineRadS, 0.))) / (2. * a);
}

/// What the fit runs over, rpm, at a shaft speed. A belt has no ratio line: ratioPerRadS is 0 there.
double fitAtShaft(const ReadyPull& pull, double shaftRadS) {
    return rpmFromRadPerS(shaftRadS * pull.ratio(shaftRadS));
}

} // namespace

std::optional<double> roadPerShaft(const PullFit& pull) {
    return methodOf(pull.header.kind).roadPerShaft(pull.header);
}

Result<CurveAxis> axisForAll(std::span<const PullFit* const> pulls, std::optional<CurveAxis> asked) {
    const bool road = std::all_of(pulls.begin(), pulls.end(), [](const PullFit* p) { return roadPerShaft(*p); });
    if (asked == CurveAxis::RoadSpeed && !road)
        return Error{Message{"error.no-road-speed"}};
    if (asked)
        return *asked;
    const bool belt = std::any_of(pulls.begin(), pulls.end(), [](const PullFit* p) { return !p->ready.geared; });
    return belt && road ? CurveAxis::RoadSpeed : CurveAxis::EngineSpeed;
}

PullAxis::PullAxis(const PullFit& pull, CurveAxis axis) : m_ready(pull.ready), m_axis(axis) {
    if (axis == CurveAxis::EngineSpeed)
        return;
    m_roadPerShaft = roadPerShaft(pull).value_or(0.);
    const double low = placeOfFit(pull.lowRpm), high = placeOfFit(pull.highRpm);
    m_fitPerPlace = (pull.highRpm - pull.lowRpm) / (high - low);
}

double PullAxis::shaftAt(double place) const {
    return m_axis == CurveAxis::RoadSpeed ? place / m_roadPerShaft : shaftAtEngine(m_ready, radPerSFromRpm(place));
}

double PullAxis::fitAt(double place) const {
    return m_axis == CurveAxis::RoadSpeed ? fitAtShaft(m_ready, shaftAt(place)) : place;
}

double PullAxis::placeOfSample(std::size_t i) const {
    return m_axis == CurveAxis::RoadSpeed ? m_ready.shaftSmooth[i] * m_roadPerShaft : m_ready.rpm[i];
}

std::pair<double, double> PullAxis::placesOf(const Flag& flag) const {
    return m_axis == CurveAxis::RoadSpeed
               ? std::pair(flag.fromShaftRadS * m_roadPerShaft, flag.toShaftRadS * m_roadPerShaft)
               : std::pair(flag.fromRpm, flag.toRpm);
}

double PullAxis::placeOfFit(double rpm) const {
    return m_axis == CurveAxis::RoadSpeed ? shaftAtEngine(m_ready, radPerSFromRpm(rpm)) * m_roadPerShaft : rpm;
}

} // namespace jr
