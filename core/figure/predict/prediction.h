// SPDX-License-Identifier: GPL-3.0-or-later
// A prediction that was pinned before the pull, and how it came out: the calculator's range beside what the pulls of
// its setup measured.
#pragma once

#include "core/figure/ranged.h"
#include "core/judge/difference.h"
#include "core/study/setup_facts.h"
#include "core/words/message.h"

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace jr {

/// What a page can foretell and pulls can measure.
enum class PredictedQuantity {
    PeakSpeed, ///< engine speed of the highest power, rpm
    HeldSpeed, ///< at which a belt holds the engine, rpm
    Mixture,   ///< mean of the band, AFR
    PeakPower, ///< W
    MarkTime,  ///< of runs on the road at a mark, s
};
std::string_view predictedQuantityId(PredictedQuantity quantity); ///< "peak-speed", as kept
std::optional<PredictedQuantity> parsePredictedQuantity(std::string_view id);
std::string_view predictedQuantityUnit(PredictedQuantity quantity); ///< "rpm", "AFR", "W", "s"
int predictedQuantityDecimals(PredictedQuantity quantity);

struct Prediction {
    std::string id;
    std::string page;    ///< that made it: "pipe"
    std::string setupId; ///< it was pinned as
    PredictedQuantity quantity = PredictedQuantity::PeakSpeed;
    Ranged predicted;
    std::string constant;    ///< what the page may learn from it: "wave speed", "exponent"; empty: nothing
    double perConstant = 0.; ///< measured times this is the constant that would have been right
    std::string madeAt;      ///< ISO 8601
    std::string mark;        ///< of a time: over what, as core/road/marks.h reads it

    bool operator==(const Prediction&) const = default;
};

enum class GradeVerdict {
    Waiting, ///< no pull of it counts yet
    Inside,  ///< what was measured lies in the range
    Outside, ///< all of its margin lies beyond the range
    Edge,    ///< its middle lies beyond, its margin reaches in; or no margin is known
};

struct Grade {
    GradeVerdict verdict = GradeVerdict::Waiting;
    std::optional<Estimate> measured;
    int pulls = 0;
    bool byRuns = false; ///< those are runs on the road, where pulls are what usually tells it
    std::optional<double> impliedConstant;
};
Grade gradeOf(const Prediction& prediction, const SetupFacts& facts);
/// "8420 rpm predicted (8150 to 8700); 3 pulls show 8510 rpm, give or take 60: inside."
Message gradeMessage(const Prediction& prediction, const Grade& grade);

/// A constant of this machine's own from graded pulls: their mean and the range in which the next one is expected (95
/// %, Student's t, its own scatter and the mean's). Nothing below three, for two points always agree with something.
struct OwnConstant {
    Ranged value;
    int graded = 0;
};
inline constexpr std::size_t kGradesForOwnConstant = 3;
std::optional<OwnConstant> ownConstant(const std::vector<double>& implied);

} // namespace jr
