// SPDX-License-Identifier: GPL-3.0-or-later
// Stop or go on: whether what was measured so far decides the question, and if not, which next step most cheaply may.
//
// Looks are planned: after each pull that makes both setups equally often run. They share the error (spending.h), so
// that stopping at a look that decides keeps the promise however often one looks; between looks nothing is decided.
//
// What further pulls would bring is worked out from the variances found: with their covariance V and the terms X of the
// longer test the difference would have variance s_n^2 = c' (X' V^-1 X)^-1 c. Seen from now the estimate then moves by
// a normal of variance s^2 - s_n^2, and the chance of each call follows (predictive probability; Spiegelhalter,
// Freedman and Blackburn 1986).
#pragma once

#include "core/judge/comparison.h"
#include "core/judge/value.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace jr {

struct OutlookOptions {
    double worthPct = 1., confidence = 0.95;
    BenchKnowledge known;
    std::array<std::string, 2> names{"A", "B"}; ///< of base and changed
    int plannedPulls = 0;                       ///< of both setups together; 0: usual
    double pullMinutes = 6., swapMinutes = 20.;
    int mostPulls = 16; ///< further ones that are thought of
};

/// Chances of what a test would say.
struct CallChances {
    double gain = 0., loss = 0., same = 0.;
    double decided() const { return gain + loss + same; }
    double open() const { return 1. - decided(); }
};

/// Something that could be done next: pulls of each setup in turn (0 base, 1 changed).
struct NextStep {
    std::vector<int> pulls;
    int swaps = 0;
    double minutes = 0.;
    CallChances chances; ///< once it is done
};

/// One planned look.
struct Look {
    int pulls = 0;
    double level = 0.; ///< confidence it is judged at
    Estimate meanPct;  ///< at that confidence
    CallKind call = CallKind::Open;
    CallKind alone = CallKind::Open; ///< what it would say were it the only look
};

struct Outlook {
    enum class State {
        NotYet,   ///< a setup not run yet, or nothing known of the scatter
        Decided,  ///< at a planned look, or at one before
        GoOn,     ///< `next` is likely to decide it
        Unlikely, ///< nothing thought of is likely to; `next` brings most for its time
    } state = State::NotYet;
    std::vector<Look> looks; ///< made so far, up to the one that decided
    bool atLook = false;     ///< the last pull completes one
    std::optional<NextStep> next;
    Message words;
};

/// `observations`: value of each pull (W, or what was read) in order of time, group 0 base and 1 changed.
Outlook outlook(const std::vector<Observation>& observations, const OutlookOptions& options);

} // namespace jr
