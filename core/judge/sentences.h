// SPDX-License-Identifier: GPL-3.0-or-later
// A comparison in plain words: a careful, short account with rounded numbers and margins. The same text stands in the
// window, on the sheet and on the command line. Numbers are rounded to what their margin supports.
#pragma once

#include "core/judge/comparison.h"
#include "core/words/wording.h"

#include <string>
#include <vector>

namespace jr {

struct Account {
    std::string headline;               ///< the one thing to say
    std::vector<std::string> stretches; ///< one sentence a stretch, in order of engine speed
    std::vector<std::string> details;   ///< band mean, crossovers, peaks, how it was done
};

Account describe(const Comparison& comparison, const Wording& wording = {});

} // namespace jr
