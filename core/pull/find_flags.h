// SPDX-License-Identifier: GPL-3.0-or-later
// The rules that find what is not the engine. Each takes the pull so far and adds its flags; thresholds are in
// FlagOptions.
#pragma once

#include "core/pull/ready_pull.h"

namespace jr {

/// The first contact with the limiter (or the shut throttle at the end): ends the pull there, flags what a limiter did.
void findLimiter(ReadyPull& pull, const PullHeader& header, const ReadyOptions& options);

/// Torque high above what follows in the first moments: the load being put on, not the engine.
void findLoadSpike(ReadyPull& pull, const ReadyOptions& options);

/// Engine per roller leaving its own line on a geared machine.
void findSlip(ReadyPull& pull, const ReadyOptions& options);

/// Lean, rich, not firing, fuel running out: from every cylinder's mixture.
void findMixtureFlags(ReadyPull& pull, const Trace& trace, const ReadyOptions& options);

/// Cold, hot, short: about the whole pull.
void findWholePullFlags(ReadyPull& pull, const Trace& trace, const ReadyOptions& options);

/// Puts a flag on the samples [from, to), with their times and engine speeds; honours overrules.
/// Returns the flag as stored.
Flag addFlag(ReadyPull& pull, const ReadyOptions& options, FlagKind kind, std::size_t from, std::size_t to,
             Message message);

} // namespace jr
