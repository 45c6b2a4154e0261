// SPDX-License-Identifier: GPL-3.0-or-later
// Loudness at one engine speed (P29): where it matters for the rules or the neighbours, what a change did to it.
#pragma once

#include "core/judge/value.h"
#include "core/pull/ready_pull.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace jr {

/// Mean level of a pull within `halfWidthRpm` of an engine speed, dB; nothing where no sound was recorded there. Levels
/// are averaged as energies.
std::optional<double> soundAt(const Trace& trace, const ReadyPull& pull, double rpm, double halfWidthRpm = 100.);

struct SoundDifference {
    double baseDb = 0., withDb = 0.;
    std::optional<double> low, high; ///< of with less base
    Message message;                 ///< "Sound at 6000 rpm: 94.1 dB before, 92.3 dB after (-2.4 to -1.2)."
};

/// `levels` grouped 0 base, 1 with. Only figures from one place and one microphone may be set against one another.
/// Errors: a side without sound.
Result<SoundDifference> soundDifference(const std::vector<Observation>& levels, double rpm, double confidence = 0.95);

} // namespace jr
