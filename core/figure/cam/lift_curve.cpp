// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/cam/lift_curve.h"

#include <algorithm>
#include <cassert>
#include <cmath>

namespace jr {
namespace {

/// Where (1 - u^2)^2 is `share`, 0…1.
double placeOfShare(double share) {
    return std::sqrt(1. - std::sqrt(share));
}

} // namespace

LiftCurve::LiftCurve(double centreDeg, double durationDeg, double highestM, double statedAtM)
    : m_centreDeg(centreDeg), m_highestM(highestM), m_halfDeg(0.) {
    assert(statedAtM >= 0. && statedAtM < highestM);
    m_halfDeg = 0.5 * durationDeg / placeOfShare(statedAtM / highestM);
}

double LiftCurve::liftM(double crankDeg) const {
    const double u = (crankDeg - m_centreDeg) / m_halfDeg, left = 1. - u * u;
    return left > 0. ? m_highestM * left * left : 0.;
}

double LiftCurve::durationAtDeg(double liftM) const {
    return liftM < m_highestM ? 2. * m_halfDeg * placeOfShare(std::max(0., liftM) / m_highestM) : 0.;
}

LiftCurve LiftCurve::withMoreLash(double moreM) const {
    LiftCurve out = *this;
    out.m_highestM = m_highestM - moreM;
    // The flank that stood `moreM` off the seat is the seat now. With less lash it is the other way round, so that
    // taking it off again gives the first curve back.
    out.m_halfDeg = moreM >= 0. ? 0.5 * durationAtDeg(moreM) : m_halfDeg / placeOfShare(-moreM / out.m_highestM);
    return out;
}

double sharedLiftMDeg(const LiftCurve& a, const LiftCurve& b) {
    const double from = std::max(a.centreDeg() - 0.5 * a.seatDurationDeg(), b.centreDeg() - 0.5 * b.seatDurationDeg()),
                 to = std::min(a.centreDeg() + 0.5 * a.seatDurationDeg(), b.centreDeg() + 0.5 * b.seatDurationDeg());
    constexpr int kSteps = 400;
    double sum = 0.;
    for (int i = 0; i < kSteps && to > from; ++i) {
        const double at = from + (i + 0.5) / kSteps * (to - from);
        sum += std::min(a.liftM(at), b.liftM(at)) * (to - from) / kSteps;
    }
    return sum;
}

} // namespace jr
