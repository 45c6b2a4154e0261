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

LiftCurve::LiftCurve(double centreDeg, double durationDeg, double highestM, double statedAtM, double lashM)
    : m_centreDeg(centreDeg), m_lobeM(highestM + lashM), m_lashM(lashM), m_halfDeg(0.) {
    assert(statedAtM >= 0. && statedAtM < highestM && lashM >= 0.);
    m_halfDeg = 0.5 * durationDeg / placeOfShare((statedAtM + lashM) / m_lobeM);
}

double LiftCurve::liftM(double crankDeg) const {
    const double u = (crankDeg - m_centreDeg) / m_halfDeg, left = 1. - u * u;
    return left > 0. ? std::max(0., m_lobeM * left * left - m_lashM) : 0.;
}

double LiftCurve::durationAtDeg(double liftM) const {
    const double onTheLobeM = std::max(0., liftM) + m_lashM;
    return onTheLobeM < m_lobeM ? 2. * m_halfDeg * placeOfShare(onTheLobeM / m_lobeM) : 0.;
}

LiftCurve LiftCurve::withMoreLash(double moreM) const {
    LiftCurve out = *this;
    out.m_lashM = std::clamp(m_lashM + moreM, 0., m_lobeM);
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
