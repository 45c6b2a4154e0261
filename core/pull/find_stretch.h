// SPDX-License-Identifier: GPL-3.0-or-later
// Which part of a record is the pull itself, and how its engine speed follows from the shaft's.
#pragma once

#include "core/pull/ready_pull.h"

namespace jr {

/// A channel at the ready pull's samples, times a factor.
std::vector<double> gathered(const ReadyPull& pull, const Channel& channel, double factor = 1.);

/// Engine per shaft as a straight line in shaft speed (tyres grow), trimmed against slip; decides geared or CVT.
void findRatio(ReadyPull& pull, const std::vector<double>& engine, const std::vector<char>& engineGood,
               const FlagOptions& options);

/// Where a throttle was recorded, the pull is what was run with it open: the roll-on before and the shutting after are
/// not. "Open" is nearly the most this pull ever had, so that a throttle sensor that never reads its full travel does
/// no harm.
void keepOpenThrottle(ReadyPull& pull, const Trace& trace, const StretchOptions& options);

} // namespace jr
