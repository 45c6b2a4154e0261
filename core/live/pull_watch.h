// SPDX-License-Identifier: GPL-3.0-or-later
// Follows a bench sample by sample and says what is going on: warming up, ready, rolling on, pulling, coasting, done.
//
// A pull is found by rule (the start and end speed of the procedure), by a mark channel, or by a person's key. Times
// are the bench's own, so a replayed capture gives the same pulls.
#pragma once

#include "core/pull/procedure.h"
#include <deque>
#include <limits>
#include <optional>
#include <string_view>

namespace jr {

enum class BenchState { WarmUp, Ready, RollOn, Pulling, Coasting, Done };
std::string_view benchStateText(BenchState state); ///< "roll-on"

/// What the watch needs of a sample; NaN where a channel is not there.
struct WatchSample {
    double timeS = 0.;
    double shaftRadS = 0.; ///< roller or brake
    double engineRpm = 0.;
    double throttle = std::numeric_limits<double>::quiet_NaN(); ///< 0…1
    double mark = std::numeric_limits<double>::quiet_NaN();     ///< above 0.5: this is a pull
    double coolantC = std::numeric_limits<double>::quiet_NaN();
};

/// Something that has just ended.
struct WatchEvent {
    enum class Kind { PullEnded, CoastEnded, NotAPull } kind;
    double fromS, toS;    ///< of the pull or of the free deceleration
    std::string_view why; ///< for NotAPull; else why it ended before its time, empty when it did not
};

class PullWatch {
public:
    explicit PullWatch(Procedure procedure = {}) : m_procedure(procedure) {}

    void setProcedure(const Procedure& procedure) { m_procedure = procedure; }
    const Procedure& procedure() const { return m_procedure; }
    /// Whether what runs free after a pull is a coast-down worth following to its end: a roller's is, an engine that
    /// falls to its idle is not.
    void setFollowsCoast(bool follows) { m_followsCoast = follows; }
    std::optional<WatchEvent> feed(const WatchSample& sample);
    void beginByHand() { m_handBegin = true; }
    void endByHand() { m_handEnd = true; } ///< of a pull, or of following a coast-down
    /// The stream broke off: whatever was going on is over.
    void reset();

    BenchState state() const { return m_state; }
    double sinceS() const { return m_sinceS; }               ///< bench time at which this state began
    double accelerationRadS2() const { return m_slope; }     ///< over the last third of a second
    double windowRadS() const;                               ///< mean shaft speed over the same time
    double coastFromRadS() const { return m_coastFromRadS; } ///< while coasting
    std::optional<double> pullBeganS() const { return m_pulling ? std::optional(m_pullFromS) : std::nullopt; }

private:
    void enter(BenchState state, double timeS);
    void follow(const WatchSample& s);
    bool pullBegins(const WatchSample& s) const;
    bool pullEnds(const WatchSample& s);

    Procedure m_procedure;
    BenchState m_state = BenchState::WarmUp;
    double m_sinceS = 0.;
    bool m_pulling = false, m_handBegin = false, m_handEnd = false, m_any = false;
    double m_pullFromS = 0., m_lowRpm = 0., m_highRpm = 0., m_fallingSinceS = 0.;
    bool m_followsCoast = true;
    double m_fellFromS = 0., m_fellFromRadS = 0.; ///< a while ago, to see whether it still falls
    double m_coastFromS = 0., m_coastFromRadS = 0., m_coastSlope = 0.;
    // Slope from the means of the two halves of a sliding window.
    std::deque<std::pair<double, double>> m_old, m_new;
    double m_oldT = 0., m_oldW = 0., m_newT = 0., m_newW = 0., m_slope = 0.;
};

} // namespace jr
