// SPDX-License-Identifier: GPL-3.0-or-later
// All a page about cams shows, worked out from the two lobes and where they are set: the events at the lift they are
// stated at, overlap and separation, the lift at top centre, the room between valve and piston after a change.
//
// What a cam's card or the machine's sheet says (duration, lift) holds at the lash it was said with; another lash
// lowers the lobe that follows from it (core/figure/cam/lift_curve.h). The room was measured with the cam as it was: at
// the centre, the lash and with the lobe it had then.
#pragma once

#include "core/figure/cam/cam_timing.h"
#include "core/figure/cam/valve_room.h"
#include "core/figure/ranged.h"

namespace jr {

/// One cam as it is set. Degrees of the crank, metres at the valve.
struct LobeSetting {
    double centreDeg = 0.;   ///< after top centre; the exhaust's is negative
    double durationDeg = 0.; ///< at `statedAtM` with a lash of `statedLashM`
    double highestM = 0.;    ///< with that lash
    double statedAtM = 0.;   ///< off the seat; at most nine tenths of the highest lift are taken
    double statedLashM = 0.;
    double lashM = 0.; ///< as it is set now
};
LiftCurve liftCurveOf(const LobeSetting& lobe);

struct CamAnswer {
    LiftCurve intake, exhaust;
    CamEvents events; ///< at the stated lift, with the lash as it is set now
    CamFigures figures;
    double intakeAtTopM = 0., exhaustAtTopM = 0.; ///< lift at top centre
};
/// Errors: an event outside what camFigures takes, so also a valve that no longer gets to the stated lift.
Result<CamAnswer> camAnswer(const LobeSetting& intake, const LobeSetting& exhaust);

/// The room now, after one measured `then`; `valveDeg` is the angle between valve and cylinder, 0…45.
Ranged roomAfter(const Crank& crank, const LobeSetting& now, const LobeSetting& then, const Ranged& measuredM,
                 const Ranged& valveDeg);

} // namespace jr
