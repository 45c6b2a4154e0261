// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/live/run_watch.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace jr {
namespace {

// A word stands so long that a rider who comes back can hear it said.
constexpr double kDoneForS = 2.5;

} // namespace

void RunWatch::reset() {
    *this = RunWatch(m_options);
}

void RunWatch::enter(BenchState state, double timeS) {
    if (state == m_state)
        return;
    m_state = state;
    m_sinceS = timeS;
}

bool RunWatch::ends(double timeS, double speed) {
    if (std::exchange(m_handEnd, false) || timeS - m_fromS > m_options.longestS)
        return true;
    if (!std::isfinite(speed))
        return timeS - m_lastS > m_options.lostForS;
    const bool slow = speed < m_options.slowedShare * m_topMPerS;
    if (!slow)
        m_slowSinceS.reset();
    else if (!m_slowSinceS)
        m_slowSinceS = timeS;
    return (slow && timeS - *m_slowSinceS >= m_options.slowedForS) ||
           (speed < m_options.standsMPerS && m_topMPerS > m_options.beginsMPerS && timeS - m_fromS > 1.);
}

WatchEvent RunWatch::ended(double timeS) {
    m_running = false;
    const bool walked = m_topMPerS < m_options.leastMPerS, brief = timeS - m_fromS < m_options.leastRunS;
    const bool lost = timeS - m_lastS > m_options.lostForS;
    return {walked || brief ? WatchEvent::Kind::NotAPull : WatchEvent::Kind::PullEnded, m_fromS, timeS,
            walked  ? "it was only rolled about"
            : brief ? "too short for a run"
            : lost  ? "the fix stayed away"
                    : ""};
}

std::optional<WatchEvent> RunWatch::feed(double timeS, double speed) {
    if (!m_any) {
        m_any = true;
        m_sinceS = m_lastS = timeS;
    }
    const bool told = std::isfinite(speed);
    std::optional<WatchEvent> event;
    if (m_running) {
        if (told) {
            m_metres += 0.5 * (speed + m_lastMPerS) * (timeS - m_lastS);
            m_topMPerS = std::max(m_topMPerS, speed);
        }
        if (ends(timeS, speed)) {
            event = ended(timeS);
            m_stoodSinceS.reset();
            enter(BenchState::Coasting, timeS);
        }
    } else if (!told) {
        if (timeS - m_lastS > m_options.lostForS) { // nobody knows whether it still stands
            m_stoodSinceS.reset();
            enter(BenchState::WarmUp, timeS);
        }
    } else if (speed < m_options.standsMPerS) {
        if (!m_stoodSinceS)
            m_stoodSinceS = timeS;
        if (m_state == BenchState::Coasting)
            enter(BenchState::Done, timeS);
        const bool wordStands = m_state == BenchState::Done && timeS - m_sinceS < kDoneForS;
        if (!wordStands && timeS - *m_stoodSinceS >= m_options.standsForS)
            enter(BenchState::Ready, timeS);
    } else if (speed >= m_options.beginsMPerS) {
        if (m_state == BenchState::Ready) {
            m_running = true;
            m_handEnd = false;
            m_fromS = m_lastS; // the last fix at rest
            m_topMPerS = speed;
            m_metres = 0.5 * (speed + m_lastMPerS) * (timeS - m_lastS);
            m_slowSinceS.reset();
            enter(BenchState::Pulling, timeS);
        } else if (m_state != BenchState::Coasting) {
            m_stoodSinceS.reset();
            enter(BenchState::WarmUp, timeS);
        } else {
            m_stoodSinceS.reset();
        }
    }
    if (told) {
        m_lastS = timeS;
        m_lastMPerS = speed;
    }
    return event;
}

} // namespace jr
