// SPDX-License-Identifier: GPL-3.0-or-later
// The work order (P30): who brings the machine, what they want and complain of, whether it is fit to run before
// anything is charged, the parts kit ticked in line by line, hours and money quoted and used, and what each person
// guesses before the pull (P33).
//
// Lines of the fitness check: common practice, no source.
#pragma once

#include "core/machine/machine_sheet.h"
#include "core/words/message.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

enum class Fit { NotLooked, Good, Wrong };

/// One thing looked at before the machine goes onto the bench.
struct FitLine {
    std::string key, words;
    Fit fit = Fit::NotLooked;
    std::string what;      ///< what is wrong; its photos are attached to "fit:KEY"
    std::string who, when; ///< of the last change
    bool operator==(const FitLine&) const = default;
};

enum class KitState { Awaited, Here, Missing, Substituted };

/// One line of a parts kit.
struct KitLine {
    std::string part;
    KitState state = KitState::Awaited;
    std::string instead; ///< what came in its stead
    bool operator==(const KitLine&) const = default;
};

/// What somebody expects the change to be worth, written before it is known; shown to nobody before the verdict.
struct Guess {
    std::string who;
    double gainPct = 0.; ///< of the changed setup over the base, mean of the band
    std::string made;    ///< ISO date and time
    bool operator==(const Guess&) const = default;
};

/// What is to be looked at again after the work: belt width, shims, bolts, a plug.
struct LookAgain {
    std::string what;
    std::optional<double> afterKm, afterHours; ///< counted from what was run at this visit; neither: at the next one
    bool operator==(const LookAgain&) const = default;
};

/// What it was worth once the guesses were opened.
struct GuessOutcome {
    double gainPct = 0., lowPct = 0., highPct = 0.; ///< with its margin
    std::string opened;                             ///< ISO date and time
    bool operator==(const GuessOutcome&) const = default;
};

struct WorkOrder {
    std::string customer, wants, complains;
    std::optional<double> distanceKm, hoursRun;
    std::vector<FitLine> fit; ///< in the order they are looked at
    std::string kitName;
    std::vector<KitLine> kit;
    std::optional<double> quotedHours, quotedPrice, usedHours, usedPrice;
    std::vector<Guess> guesses;          ///< sealed until there is an outcome
    std::optional<GuessOutcome> outcome; ///< none is taken any more after it
    std::vector<LookAgain> lookAgain;
    std::string handedOver; ///< ISO date; empty while the job is open

    bool operator==(const WorkOrder&) const = default;
};

/// Starts, moves by itself, no leaks, chain or belt, tyres, brakes, warning lights, debris in oil or filter: those that
/// the kind of machine has.
std::vector<FitLine> usualFitLines(MachineKind machine);
/// Those of the kind, as far as `looked` goes; what was looked at and the kind has not stands behind them: the kind of
/// machine may be written down after the first look.
std::vector<FitLine> fitLinesOf(MachineKind machine, const std::vector<FitLine>& looked);

struct FitState {
    int looked = 0, all = 0;
    std::vector<std::string> wrong; ///< words of the lines where something is wrong
    /// Every line was looked at and none is wrong.
    bool fit() const { return looked == all && wrong.empty(); }
};
FitState fitState(const WorkOrder& order);

/// What a customer must read of the order, one sentence each: what was wrong when the machine came, parts missing, and
/// that the kit's own figures do not hold where a part was substituted.
std::vector<Caution> orderCautions(const WorkOrder& order);

/// What an earlier visit asks to be looked at now: due when so much was run since, or when that is not known.
struct DueLook {
    LookAgain look;
    bool due = false;
    std::optional<double> leftKm, leftHours; ///< until it is due, where it can be reckoned
};
std::vector<DueLook> dueLooks(const WorkOrder& earlier, std::optional<double> kmNow, std::optional<double> hoursNow);
/// "belt width, after 3000 km".
Message lookMessage(const LookAgain& look);

/// Hours or money used against what was quoted: nothing when either is not written.
std::optional<Message> quoteMessage(const WorkOrder& order);

/// Inside the margin of what came out, its ends counted.
bool hit(const Guess& guess, const GuessOutcome& outcome);

/// How one person guessed so far, over all jobs whose guesses were opened.
struct GuessRecord {
    std::string who;
    int guesses = 0, hits = 0;
    double meanMissPct = 0.; ///< of the distances from what came out, in points of per cent
};
/// Those who guessed most often first.
std::vector<GuessRecord> guessRecords(const std::vector<WorkOrder>& orders);

} // namespace jr
