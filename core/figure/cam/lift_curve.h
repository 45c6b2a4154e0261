// SPDX-License-Identifier: GPL-3.0-or-later
// A lift curve drawn from what people know of a cam: its highest lift, its duration, and the lift that was stated at.
//
//     h(a) = H (1 - (a / A)^2)^2, |a| < A       a  degrees of crank from the lobe's centre
//                                               A  half the duration on the base circle
//                                               H  the lobe's height: highest lift at the valve and the lash
//
// The valve follows the lobe once the lash is taken up: its lift is h(a) - d, and it is seated where h < d. More lash
// lowers all of it by as much and does not narrow the lobe.
//
// It is smooth at both ends as real flanks are, but no real cam: it says where the curve runs to a tenth of its lift or
// so. Lift at top centre and clearances from it are estimates; a measured curve or a measured clearance goes before it.
// Source: our own choice of polynomial.
#pragma once

namespace jr {

class LiftCurve {
public:
    /// `durationDeg` between the two points at which the valve stands `statedAtM` off its seat; 0: at the seat.
    /// `statedAtM` below `highestM`; both with a lash of `lashM`, 0 and up.
    LiftCurve(double centreDeg, double durationDeg, double highestM, double statedAtM, double lashM = 0.);

    double centreDeg() const { return m_centreDeg; }
    double highestM() const { return m_lobeM - m_lashM; }
    double seatDurationDeg() const { return durationAtDeg(0.); }
    double liftM(double crankDeg) const; ///< degrees from the same zero as the centre
    /// Duration at a lift off the seat; 0 where it never gets there.
    double durationAtDeg(double liftM) const;
    /// The same lobe with so much more lash: lift lost everywhere. Less when negative, down to none: a lash below that
    /// holds the valve off its seat and is no setting of a cam.
    LiftCurve withMoreLash(double moreM) const;

private:
    double m_centreDeg, m_lobeM, m_lashM, m_halfDeg;
};

/// Area between two lift curves where both are open: the least of the two lifts over the angles, m degrees.
double sharedLiftMDeg(const LiftCurve& a, const LiftCurve& b);

} // namespace jr
