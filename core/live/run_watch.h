// SPDX-License-Identifier: GPL-3.0-or-later
// Follows a machine on the road by its receiver's speeds, fix by fix, and says when a run from a standstill begins and
// ends, so that nobody has to touch or look at anything while riding. Times are the receiver's own: a capture played
// again gives the same runs.
//
// A run begins when a machine that stood goes faster than noise explains; it ends when it has clearly slowed from its
// highest speed, stands again, or its fix stays away. What never became quick was only rolled about.
#pragma once

#include "core/live/pull_watch.h"

#include <optional>

namespace jr {

/// Common practice, no source.
struct RunWatchOptions {
    double standsMPerS = 0.6;  ///< below this it stands…
    double standsForS = 2.;    ///< …and after so long a run may begin: the start needs a stretch of rest before it
    double beginsMPerS = 1.2;  ///< above this it moves: no receiver's noise at rest
    double slowedShare = 0.85; ///< of its highest speed…
    double slowedForS = 0.6;   ///< …for so long: it is over, and no shift of a gear
    double lostForS = 5.;      ///< without a fix
    double leastMPerS = 6.;    ///< a machine pushed or walked is no run
    double leastRunS = 2.;
    double longestS = 180.;
};

class RunWatch {
public:
    explicit RunWatch(RunWatchOptions options = {}) : m_options(options) {}

    /// A fix; NaN where it tells no speed. Times rise.
    std::optional<WatchEvent> feed(double timeS, double speedMPerS);
    void endByHand() { m_handEnd = true; }
    /// The stream broke off, or its clock jumped: whatever was going on is over.
    void reset();

    /// WarmUp: it moves, or has not stood long enough. Ready, Pulling, Coasting while it slows, Done when it stands.
    BenchState state() const { return m_state; }
    double sinceS() const { return m_sinceS; }
    std::optional<double> runBeganS() const { return m_running ? std::optional(m_fromS) : std::nullopt; }
    bool worthKeeping() const { return m_topMPerS >= m_options.leastMPerS; } ///< it became quick
    double runM() const { return m_metres; }                                 ///< of the run in hand, or the last one
    double topMPerS() const { return m_topMPerS; }                           ///< of the same

private:
    void enter(BenchState state, double timeS);
    bool ends(double timeS, double speedMPerS);
    WatchEvent ended(double timeS);

    RunWatchOptions m_options;
    BenchState m_state = BenchState::WarmUp;
    double m_sinceS = 0.;
    bool m_any = false, m_running = false, m_handEnd = false;
    double m_fromS = 0., m_topMPerS = 0., m_metres = 0.;
    std::optional<double> m_stoodSinceS, m_slowSinceS;
    double m_lastS = 0., m_lastMPerS = 0.; ///< of the last fix that told a speed
};

} // namespace jr
