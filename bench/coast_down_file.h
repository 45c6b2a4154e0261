// SPDX-License-Identifier: GPL-3.0-or-later
// A coast-down as a file: the form of a pull file with time and roller_speed, so that anybody can look at it.
#pragma once

#include "core/calibrate/calibrate.h"
#include "core/pull/trace.h"

namespace jr {

Trace coastDownTrace(const PullHeader& bench, const CoastDown& run);

/// The free deceleration in a trace: from its fastest moment to its end. Errors: no time, no roller speed.
Result<CoastDown> coastDownOf(const Trace& trace);

} // namespace jr
