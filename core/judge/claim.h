// SPDX-License-Identifier: GPL-3.0-or-later
// A claim chalked up before the test, and what the test says of it: held, failed, or undecided, with the numbers it
// follows from.
#pragma once

#include "core/judge/comparison.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

/// On the mean of the band, or anywhere in it: two different claims. Of the amount behind each kind the unit follows.
enum class ClaimKind {
    GainsAtLeast,         ///< %, on the mean
    CostsNothing,         ///< %, on the mean
    GainsSomewhere,       ///< %
    CostsNothingAnywhere, ///< %
    GainsWatts,           ///< W, on the mean
    GainsTorque,          ///< N m, somewhere
    GainsAt,              ///< %, at one speed
    NothingChanges,       ///< %, either way, anywhere
    PeakGains,            ///< %, peak against peak, each where it is
    PeakMoves,            ///< rpm upwards (below nothing: downwards), of the peak
    MixtureStays,         ///< AFR, either way, each cylinder
    SpreadWithin,         ///< AFR between the cylinders, of the changed setup
    ExhaustWithin,        ///< deg C hotter, each cylinder
    ReadingBetter,        ///< in the unit of what is read, by at least: a time, litres, a grade
};
enum class ClaimUnit { Percent, Watt, NewtonMetre, Rpm, Afr, DegC, AsRead };
const std::vector<ClaimKind>& claimKinds();
ClaimUnit claimUnit(ClaimKind kind);
enum class Verdict { Held, Failed, Undecided };
// Their names in files and in the archive: "gains", "costs-nothing", "gains-somewhere", "costs-nothing-anywhere",
// "gains-watts", "gains-torque", "gains-at", "nothing-changes", "peak-gains", "peak-moves", "mixture-stays",
// "spread-within", "exhaust-within", "reading-better:" with the name of what is read; "held", "failed", "undecided".
// What is none of them reads as the first kind, and as undecided.
std::string_view claimKindText(ClaimKind kind);
ClaimKind claimKindOf(std::string_view text);
std::string_view verdictText(Verdict verdict);
Verdict verdictOf(std::string_view text);

struct Claim {
    ClaimKind kind = ClaimKind::GainsAtLeast;
    double amount = 1.;     ///< the gain claimed, or the loss that would still be nothing, in the kind's unit
    std::string quantity{}; ///< ReadingBetter: what is read
};
/// As kept: the kind's name, with what is read behind it.
std::string claimName(const Claim& claim);
Claim claimNamed(std::string_view name, double amount);

struct Judgement {
    Verdict verdict = Verdict::Undecided;
    Message reason; ///< the numbers it follows from
};

/// From the band mean of a comparison already worked out over the claim's band. Gains at least p: held when the whole
/// margin lies at or above p (above nothing for p = 0), failed when it lies below. Costs nothing: held when the whole
/// margin lies within ±p, failed when it lies beyond. No margin: undecided. Gains at least p somewhere, costs no more
/// than p anywhere: the same of the place that says most, by the band that holds for the whole curve at once. Where
/// more than one thing differs the credit is shared, and without a return to the base drift is unchecked: then it is at
/// most undecided, and the reason says what would settle it.
/// The kinds of the curve alone: up to NothingChanges. `at`: the speed of GainsAt.
Judgement judgeClaim(const Claim& claim, const Comparison& comparison, std::optional<double> at = {});
struct ValueComparison;
/// Of a claim about what was read off beside the pulls: held when the whole margin is at least that much better.
/// `independentChanges`: things the two differ in; with more than one the credit is shared.
Judgement judgeClaimOfReadings(const Claim& claim, const ValueComparison& readings, int independentChanges);
/// Of a claim about one number with its margin (NaN ends: none known). Exactly one side's cautions hold it too.
Judgement judgeClaimOfNumber(const Claim& claim, const Estimate& number, int cylinder, const Comparison& comparison);

} // namespace jr
