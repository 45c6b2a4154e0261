// SPDX-License-Identifier: GPL-3.0-or-later
// The gains people quote of two curves, each with its name, so that they cannot be taken for one another (P8).
#pragma once

#include "core/judge/comparison.h"
#include "core/judge/sentences.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

enum class GainKind { BandMean, AtSpeed, PeakToPeak, BiggestAnywhere };

struct QuotedGain {
    GainKind kind;
    double gainW = 0., gainPct = 0.;
    std::optional<double> lowW, highW;     ///< nothing where scatter is unknown, and for peaks, which are not one speed
    double basePlace = 0., withPlace = 0.; ///< where each side was read; the same but for peaks
    std::string label;                     ///< "mean of the band 4000 to 6500 rpm"
    std::string caution;                   ///< "the two peaks stand 450 rpm apart: this is no gain at any speed"
};

/// All of them; `at`: a place of the axis; NaN leaves out the gain there.
std::vector<QuotedGain> quotedGains(const Comparison& comparison, double at, const Wording& wording = {});

} // namespace jr
