// SPDX-License-Identifier: GPL-3.0-or-later
// What the next part will show, foretold from what the pulls of the one before showed: a change from a measured figure
// is surer than any figure from a handbook.
#pragma once

#include "core/figure/ranged.h"
#include "core/judge/difference.h"

#include <optional>

namespace jr {

/// Wave speed that a pipe's own pulls tell: 12 n L / D, from the mean speed of their peaks. Its range: the margin of
/// that mean (2 % where one pull has none), and 1.5 % for where along the baffle the wave turns and for a peak that is
/// not quite where the wave is right. m/s.
Ranged waveSpeedOfPulls(const Estimate& peakRpm, double exhaustDurationDeg, double reflectionM);

/// Engine speed of the peak after a runner was changed from one length to another (valve to mouth), from its peak
/// before. The resonator moves it with the root of 1/L; where the cam decides the peak it stays; in the wave school the
/// order it was on moves with 1/L, and once another order comes nearer to where the engine breathes, the peak hops onto
/// that. Which order it was on nobody has measured, so third to fifth are tried: the range holds all of it, and 1.5 %
/// beside for the top of a flat curve. What is most likely is the middle of the range.
Ranged peakAfterRunner(const Estimate& peakRpm, double lengthBeforeM, double lengthAfterM);

/// Engine speed of the peak after the exhaust's duration was changed under the same pipe: the pipe suits the longer
/// opening at a speed higher in proportion; half to all of that is seen (common practice, no source), and 1 % beside.
Ranged peakAfterExhaustDuration(double peakRpm, double durationBeforeDeg, double durationAfterDeg);

/// After the intake closes so many degrees later: 10 to 35 rpm a degree, 22 most likely (common practice, no source),
/// and 1 % beside.
Ranged peakAfterLaterIntake(double peakRpm, double laterDeg);

/// Peak power after the compression was changed: the air cycle's efficiency 1 - R^(1 - 1.3) (any text on engines), of
/// whose gain 0.4 to 1.1 is seen, and the margin of the power before (1 % where it has none). W.
Ranged peakAfterCompression(const Estimate& peakW, double ratioBefore, double ratioAfter);

/// A mixture with what a probe and its day are out by: 0.15 either side (common practice, no source).
Ranged mixtureAsRead(const Ranged& afr);

/// Where a belt holds the engine with other weights: n (m1/m2)^e, with half a per cent for belt and heat.
Ranged heldAfterWeights(const Ranged& heldRpm, double weightBeforeKg, double weightAfterKg, const Ranged& exponent);

/// Seconds over a stretch of road after gearing or weight was changed: what was timed before and the change that the
/// model of the run makes, of which 0.7 to 1.3 is seen (drag, grip and who rides; common practice, no source), and half
/// a per cent beside. Where nothing was timed, the model's own seconds, a tenth either side for a handbook's drag and
/// loss.
/// `loss`: this machine's own, from its graded runs: seconds run over the model's (driveline, tyre, wind); it takes the
/// place of that tenth.
Ranged timeAfterChange(const std::optional<Estimate>& timedS, double modelBeforeS, double modelAfterS,
                       const std::optional<Ranged>& loss = {});

} // namespace jr
