// SPDX-License-Identifier: GPL-3.0-or-later
// Results that are no pulls: what people read off again and again, as seconds of a cut, litres, degrees of flow, a dial
// or a grade. Each reading counts as one pull and is judged by the same model of pulls, fittings and days.
#pragma once

#include "core/judge/comparison.h"
#include "core/judge/value.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

/// Which way is better.
enum class Better { Higher, Lower, Neither };
std::string_view betterText(Better better); ///< "higher", "lower", "none"
std::optional<Better> parseBetter(std::string_view text);

/// No reading is larger; squares of what is are still numbers.
inline constexpr double kLargestResult = 1e12;

struct Reading {
    int number = 0; ///< in the order they were made
    double value = 0.;
    std::string note{};
    std::optional<double> atEpochS{}; ///< when, where it was noted
    bool operator==(const Reading&) const = default;
};

/// Readings of one setup in one go.
struct ReadingSheet {
    std::string quantity, unit; ///< "seconds of a cut", "s": words from outside
    Better better = Better::Neither;
    std::string setup;
    std::optional<double> startedEpochS;
    std::optional<int> fitting; ///< as written; nothing: found from the order
    std::vector<Reading> readings;
    std::string id{}; ///< of its file; empty where it has none
};

struct DistinctSheets {
    std::vector<std::vector<ReadingSheet>> groups;
    int repeated = 0; ///< how many were left out
};
/// Each sheet once: with one id, or without ids alike to the last reading, two are the same. Errors as findRepeats.
Result<DistinctSheets> distinctSheets(const std::vector<std::vector<ReadingSheet>>& groups);
/// The caution that says so: "counted-once".
Caution sheetsCountedOnce(int repeated);

/// One observation a reading, group by group. Where each has a time of its own they stand in time; else where all
/// numbers differ they tell the order across sheets, so that drift
/// can be told as it can of pulls; else the sheets' own times do, or nothing. Errors: a group without a reading, sheets
/// of different quantities or units, or that disagree on what is better.
Result<std::vector<Observation>> observationsOf(const std::vector<std::vector<ReadingSheet>>& groups);

struct ValueOptions {
    double worthPct = 1.; ///< of the base's mean: what would matter
    double confidence = 0.95;
    BenchKnowledge known;
};

/// Two setups by what was read of them. The difference is changed less base, in the unit that was read.
struct ValueComparison {
    struct Side {
        std::string setup;
        int readings = 0;
        double mean = 0.;
        std::optional<double> low, high; ///< of the mean, by itself
    };
    std::string quantity, unit;
    Better better = Better::Neither;
    Side base, with;
    double difference = 0.;
    std::optional<double> low, high;
    std::optional<double> pct; ///< of the base's mean, where that is not nothing
    double confidence = 0.95, worthPct = 1.;
    CallKind call = CallKind::Open; ///< gain: better (more, where neither way is better)
    bool belowWorth = false;
    std::optional<double> readingSd, fittingSd; ///< in the unit
    double freedom = 0.;                        ///< of the difference
    std::vector<Caution> cautions;
};

/// Each sheet counts once. Errors as observationsOf and distinctSheets.
Result<ValueComparison> compareValues(const std::vector<ReadingSheet>& base, const std::vector<ReadingSheet>& with,
                                      const ValueOptions& options);

/// The same for sheets that are known to be different ones.
Result<ValueComparison> compareDistinctValues(const std::vector<ReadingSheet>& base,
                                              const std::vector<ReadingSheet>& with, const ValueOptions& options);

/// The result in a sentence.
Message verdictOf(const ValueComparison& comparison);

} // namespace jr
