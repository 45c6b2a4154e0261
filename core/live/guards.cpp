// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/live/guards.h"
#include "core/nan.h"

#include <algorithm>
#include <cmath>

namespace jr {
std::string_view guardText(GuardKind kind) {
    switch (kind) {
    case GuardKind::Lean:
        return "lean";
    case GuardKind::NotFiring:
        return "not-firing";
    case GuardKind::Exhaust:
        return "exhaust";
    case GuardKind::Coolant:
        return "coolant";
    case GuardKind::Overspeed:
        return "overspeed";
    case GuardKind::RollerSpeed:
        return "roller-speed";
    }
    return "";
}

Message guardMessage(const GuardTrip& t) {
    const std::string cylinder = std::to_string(t.cylinder);
    switch (t.kind) {
    case GuardKind::Lean:
        return {"guard.lean", {cylinder, Number{t.value, 1}, Number{t.limit, 1}}};
    case GuardKind::NotFiring:
        return {"guard.not-firing", {cylinder, Number{t.value, 1}}};
    case GuardKind::Exhaust:
        return {"guard.exhaust",
                {cylinder, Measure{t.value, Measured::Temperature}, Measure{t.limit, Measured::Temperature}}};
    case GuardKind::Coolant:
        return {"guard.coolant", {Measure{t.value, Measured::Temperature}, Measure{t.limit, Measured::Temperature}}};
    case GuardKind::Overspeed:
        return {"guard.overspeed", {Number{t.value}, Number{t.limit}}};
    case GuardKind::RollerSpeed:
        return {"guard.roller-speed", {Number{t.value}, Number{t.limit}}};
    }
    return {};
}

bool Guards::once(GuardKind kind, std::size_t cylinder) {
    const std::pair key{kind, cylinder};
    if (std::find(m_tripped.begin(), m_tripped.end(), key) != m_tripped.end())
        return false;
    m_tripped.push_back(key);
    return true;
}

std::vector<GuardTrip> Guards::feed(const GuardSample& s) {
    std::vector<GuardTrip> out;
    if (s.pulling && !m_wasPulling)
        m_tripped.clear();
    m_wasPulling = s.pulling;
    const bool loaded = s.pulling && s.throttle >= m_limits.loadThrottle;
    if (loaded && !m_loaded)
        m_loadedSinceS = s.timeS;
    m_loaded = loaded;
    m_leanSinceS.resize(s.afr.size(), kNaN);
    m_deadSinceS.resize(s.afr.size(), kNaN);
    for (std::size_t c = 0; c < s.afr.size(); ++c) {
        const bool judged = loaded && s.timeS - m_loadedSinceS >= m_limits.settleS;
        const auto held = [&](double& since, bool outside) {
            if (!outside || !judged) {
                since = kNaN;
                return false;
            }
            if (std::isnan(since))
                since = s.timeS;
            return s.timeS - since >= m_limits.mixtureHoldS;
        };
        const bool dead = s.afr[c] > m_limits.notFiringAfr;
        const int cylinder = static_cast<int>(c) + 1;
        if (held(m_deadSinceS[c], dead) && once(GuardKind::NotFiring, c))
            out.push_back({GuardKind::NotFiring, cylinder, s.afr[c], m_limits.notFiringAfr, s.timeS});
        if (held(m_leanSinceS[c], !dead && s.afr[c] > m_limits.leanAfr) && once(GuardKind::Lean, c))
            out.push_back({GuardKind::Lean, cylinder, s.afr[c], m_limits.leanAfr, s.timeS});
    }
    for (std::size_t c = 0; c < s.egtC.size(); ++c)
        if (s.egtC[c] > m_limits.exhaustC && once(GuardKind::Exhaust, c))
            out.push_back({GuardKind::Exhaust, static_cast<int>(c) + 1, s.egtC[c], m_limits.exhaustC, s.timeS});
    if (s.coolantC > m_limits.coolantC && once(GuardKind::Coolant, 0))
        out.push_back({GuardKind::Coolant, 0, s.coolantC, m_limits.coolantC, s.timeS});
    if (m_limits.overspeedRpm > 0. && s.engineRpm > m_limits.overspeedRpm && once(GuardKind::Overspeed, 0))
        out.push_back({GuardKind::Overspeed, 0, s.engineRpm, m_limits.overspeedRpm, s.timeS});
    if (m_limits.rollerRadS > 0. && s.rollerRadS > m_limits.rollerRadS && once(GuardKind::RollerSpeed, 0))
        out.push_back({GuardKind::RollerSpeed, 0, s.rollerRadS, m_limits.rollerRadS, s.timeS});
    return out;
}

} // namespace jr
