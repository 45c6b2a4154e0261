// SPDX-License-Identifier: GPL-3.0-or-later
// What guards a machine by its kind and by its sheet: a two-stroke's exhaust and coolant are not a four-stroke's, a
// sled on a water tower runs cold on purpose, and what the engine maker allows comes before what is usual.
//
// Usual limits: common practice, no source; values from memory. Two-stroke: exhaust warned of near 680 °C, coolant near
// 90 °C; four-stroke: 820 °C and 115 °C.
#pragma once

#include "core/live/guards.h"
#include "core/machine/machine_sheet.h"
#include "core/pull/procedure.h"

namespace jr {

/// Whether it is a two-stroke: by its kind, or by what only a two-stroke has on its sheet (a scooter), else by
/// `strokes` as the bench says.
bool isTwoStroke(const MachineSheet& sheet, int strokes);

/// Usual for its kind, each replaced by what its sheet says. Engine speed: the least of "never above", 6 % past the
/// limiter (which holds its own speed), and the speed at which the mean piston speed written as its limit is reached,
/// n = v / (2 s); 0 where none is written.
GuardLimits machineLimits(const MachineSheet& sheet, int strokes);

/// The stricter of two sets; 0 is a limit that is not watched.
GuardLimits stricter(const GuardLimits& a, const GuardLimits& b);

/// The coolant window in which pulls of such a machine are made; the rest of the procedure stays.
Procedure withMachineWindow(Procedure procedure, const MachineSheet& sheet, int strokes);

} // namespace jr
