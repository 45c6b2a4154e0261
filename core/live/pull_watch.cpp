// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/live/pull_watch.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace jr {
namespace {

constexpr double kHalfWindowS = 0.16;
// A roller runs free for minutes: followed until it all but stands, where bearings stick and no drag follows its law.
constexpr double kStandsShare = 0.05;
constexpr double kLongestCoastS = 1800.;                 // a speed that never falls is no coast-down
constexpr double kIdleShare = 0.35, kLongestIdleS = 20.; // an engine coming down to its idle
// A roller that falls by less than this in a while is held up by something: no roller's bearings are that good.
constexpr double kFallsWithinS = 3., kFallsByShare = 0.003;
constexpr std::size_t kMostInWindow = 20'000; // a clock that hardly moves must not fill the memory

} // namespace

std::string_view benchStateText(BenchState state) {
    switch (state) {
    case BenchState::WarmUp:
        return "warm-up";
    case BenchState::Ready:
        return "ready";
    case BenchState::RollOn:
        return "roll-on";
    case BenchState::Pulling:
        return "pulling";
    case BenchState::Coasting:
        return "coasting";
    case BenchState::Done:
        return "done";
    }
    return "";
}

void PullWatch::reset() {
    const Procedure keep = m_procedure;
    const bool follows = m_followsCoast;
    *this = PullWatch(keep);
    m_followsCoast = follows;
}

void PullWatch::enter(BenchState state, double timeS) {
    if (state == m_state)
        return;
    m_state = state;
    m_sinceS = timeS;
}

void PullWatch::follow(const WatchSample& s) {
    // A clock that jumps makes the old samples worthless.
    if (!m_new.empty() && (s.timeS < m_new.back().first || s.timeS > m_new.back().first + 2.)) {
        m_old.clear();
        m_new.clear();
        m_oldT = m_oldW = m_newT = m_newW = m_slope = 0.;
    }
    m_new.emplace_back(s.timeS, s.shaftRadS);
    m_newT += s.timeS;
    m_newW += s.shaftRadS;
    while (!m_new.empty() && (m_new.front().first < s.timeS - kHalfWindowS || m_new.size() > kMostInWindow)) {
        m_old.push_back(m_new.front());
        m_oldT += m_new.front().first;
        m_oldW += m_new.front().second;
        m_newT -= m_new.front().first;
        m_newW -= m_new.front().second;
        m_new.pop_front();
    }
    while (!m_old.empty() && (m_old.front().first < s.timeS - 2. * kHalfWindowS || m_old.size() > kMostInWindow)) {
        m_oldT -= m_old.front().first;
        m_oldW -= m_old.front().second;
        m_old.pop_front();
    }
    if (m_old.empty() || m_new.empty())
        return;
    const double a = static_cast<double>(m_old.size()), b = static_cast<double>(m_new.size());
    const double dt = m_newT / b - m_oldT / a;
    if (dt > 1e-4)
        m_slope = (m_newW / b - m_oldW / a) / dt;
}

double PullWatch::windowRadS() const {
    const double n = static_cast<double>(m_old.size() + m_new.size());
    return n > 0. ? (m_oldW + m_newW) / n : 0.;
}

bool PullWatch::pullBegins(const WatchSample& s) const {
    if (m_handBegin || s.mark > 0.5)
        return true;
    if (m_procedure.byHand || std::isfinite(s.mark))
        return false;
    // With a throttle the pull is full throttle from about the start speed; without one, speed gathered past it.
    if (std::isfinite(s.throttle))
        return s.throttle >= m_procedure.openThrottle && s.engineRpm >= 0.85 * m_procedure.startRpm;
    return s.engineRpm >= m_procedure.startRpm && s.engineRpm < 0.6 * (m_procedure.startRpm + m_procedure.endRpm) &&
           m_slope > 0.02 * std::max(s.shaftRadS, 1.);
}

bool PullWatch::pullEnds(const WatchSample& s) {
    if (m_handEnd || (std::isfinite(s.mark) && s.mark <= 0.5 && !m_handBegin))
        return true;
    if (s.timeS - m_pullFromS > m_procedure.longestPullS)
        return true;
    if (m_procedure.byHand)
        return false;
    // Throttle shut, or (where there is none) speed lost: for a twentieth and for a quarter second.
    const bool shut = std::isfinite(s.throttle) ? s.throttle < 0.5 * m_procedure.openThrottle
                                                : m_slope < -0.01 * std::max(s.shaftRadS, 1.);
    if (!shut)
        m_fallingSinceS = s.timeS;
    return s.timeS - m_fallingSinceS >= (std::isfinite(s.throttle) ? 0.05 : 0.25);
}

std::optional<WatchEvent> PullWatch::feed(const WatchSample& s) {
    follow(s);
    if (!m_any) {
        m_any = true;
        m_sinceS = s.timeS;
    }
    std::optional<WatchEvent> event;
    if (m_pulling) {
        m_lowRpm = std::min(m_lowRpm, s.engineRpm);
        m_highRpm = std::max(m_highRpm, s.engineRpm);
        if (pullEnds(s)) {
            m_pulling = false;
            m_handBegin = m_handEnd = false;
            const bool tooShort = s.timeS - m_pullFromS < m_procedure.leastPullS;
            const bool tooNarrow = m_highRpm - m_lowRpm < m_procedure.leastRangeRpm;
            event = WatchEvent{tooShort || tooNarrow ? WatchEvent::Kind::NotAPull : WatchEvent::Kind::PullEnded,
                               m_pullFromS, s.timeS,
                               tooShort    ? "too short for a pull"
                               : tooNarrow ? "the engine speed hardly changed"
                                           : ""};
            enter(BenchState::Coasting, s.timeS);
            m_coastFromS = s.timeS;
            m_coastFromRadS = s.shaftRadS;
            m_fellFromS = s.timeS;
            m_fellFromRadS = s.shaftRadS;
        }
        return event;
    }
    const bool endedByHand = std::exchange(m_handEnd, false);
    if (m_state == BenchState::Coasting) {
        // Free running slows the same way all along; a hand on the brake shows as a sudden steepening.
        const double lasted = s.timeS - m_coastFromS;
        if (lasted > 1. && lasted < 1.6)
            m_coastSlope = m_slope;
        const bool braked = lasted >= 1.6 && m_slope < 2.2 * m_coastSlope - 0.5;
        bool heldUp = false;
        if (s.timeS - m_fellFromS > kFallsWithinS) {
            heldUp = s.shaftRadS > (1. - kFallsByShare) * m_fellFromRadS;
            m_fellFromS = s.timeS;
            m_fellFromRadS = s.shaftRadS;
        }
        const bool over = endedByHand || heldUp || lasted > (m_followsCoast ? kLongestCoastS : kLongestIdleS) ||
                          s.shaftRadS < (m_followsCoast ? kStandsShare : kIdleShare) * m_coastFromRadS ||
                          (std::isfinite(s.throttle) && s.throttle > 0.15) || m_handBegin || braked ||
                          (lasted > 0.5 && m_slope > 0.02 * std::max(s.shaftRadS, 1.));
        if (!over)
            return event;
        // The first moments still hold the clutch and the throttle plate.
        event = WatchEvent{WatchEvent::Kind::CoastEnded, m_coastFromS + 0.8,
                           braked ? s.timeS - 3. * kHalfWindowS : s.timeS, ""};
        enter(BenchState::Done, s.timeS);
    }
    if (pullBegins(s)) {
        m_pulling = true;
        m_pullFromS = m_fallingSinceS = s.timeS;
        m_lowRpm = m_highRpm = s.engineRpm;
        enter(BenchState::Pulling, s.timeS);
        return event;
    }
    const bool gathering =
        (std::isfinite(s.throttle) && s.throttle > 0.15) || m_slope > 0.05 * std::max(s.shaftRadS, 1.);
    if (gathering)
        enter(BenchState::RollOn, s.timeS);
    else if (m_state == BenchState::Done && s.timeS - m_sinceS < 2.5)
        return event; // let the word stand long enough to be read
    else if (s.coolantC < m_procedure.coolantFromC)
        enter(BenchState::WarmUp, s.timeS);
    else
        enter(BenchState::Ready, s.timeS);
    return event;
}

} // namespace jr
