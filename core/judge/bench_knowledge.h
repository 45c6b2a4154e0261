// SPDX-License-Identifier: GPL-3.0-or-later
// What is known of a bench before a test: how it repeats from pull to pull, from fitting to fitting and from day to
// day, each with the degrees of freedom it is worth. From earlier jobs or typed; never invented.
#pragma once

#include <optional>
#include <string>

namespace jr {

/// A standard deviation known from elsewhere and the degrees of freedom it is worth.
struct KnownSpread {
    double sd = 0.;
    double freedom = 0.;
    bool operator==(const KnownSpread&) const = default;
};

/// In shares of the power.
struct BenchKnowledge {
    std::optional<KnownSpread> pull, fitting, day;
    /// Of a pull's errors along the range beside its error as a whole: its tilt (from the middle, at mean square 1),
    /// and what is left.
    std::optional<KnownSpread> tilt, shape;
    bool fromHistory = false; ///< else typed
    std::string whose{};      ///< history: the machine or kind of machine it is of, in words from outside
    int jobs = 0;             ///< history: of so many
    bool operator==(const BenchKnowledge&) const = default;
    bool any() const { return pull || fitting || day || tilt || shape; }
};

/// No history is worth more than this, and a typed figure just so much: scatter changes with straps, tyre and season.
/// Common practice, no source.
inline constexpr double kMostKnownFreedom = 8.;

inline BenchKnowledge typedRepeatability(std::optional<double> pct, double freedom = kMostKnownFreedom) {
    BenchKnowledge out;
    if (pct)
        out.pull = KnownSpread{*pct / 100., freedom};
    return out;
}

} // namespace jr
