// SPDX-License-Identifier: GPL-3.0-or-later
// Correction standards: what a result is multiplied by to stand for the reference air.
// A new standard is one entry in the table of standards.cpp (docs/how-to-add.md).
#pragma once

#include "core/air/air.h"
#include "core/words/message.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

struct Standard {
    std::string_view id;    ///< as written in files and on the command line
    std::string_view label; ///< as shown to people
    std::string_view referenceAir;
    std::string_view source;
    double (*factor)(const Air&);
    // Where the standard says it may be used; infinite where it says nothing.
    double minFactor, maxFactor;
    double minTempC, maxTempC;
};

/// All standards, "none" first.
const std::vector<Standard>& allStandards();

/// nullptr when the id is not known.
const Standard* findStandard(std::string_view id);

/// What to be told about using this standard in this air: "large-correction", "outside-validity".
std::vector<Caution> airCautions(const Standard& standard, const Air& air);

/// What to be told about the air itself: humidity above 100 %, a pressure no bench stands in, air hotter than an engine
/// bay.
std::vector<Caution> airCautions(const Air& air);

/// A pressure that does not fit the height of the bench above the sea (checkPressure): one that looks like a weather
/// report's, reduced to sea level, is told with what the barometer at the bench would read.
std::vector<Caution> pressureCautions(double pressurePa, double altitudeM);

/// Whether numbers can be computed at all: finite, temperature -60…80 degC, pressure 300…1200 hPa, humidity 0…1, and
/// the vapour not outweighing the air. Returns the reason when not.
std::optional<Message> airProblem(const Air& air);

} // namespace jr
