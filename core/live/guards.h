// SPDX-License-Identifier: GPL-3.0-or-later
// Watches for what hurts engines and people while a pull runs: each trip is one banner, one sound, one release of the
// brake.
#pragma once

#include "core/words/message.h"

#include <string>
#include <vector>

namespace jr {

enum class GuardKind { Lean, NotFiring, Exhaust, Coolant, Overspeed, RollerSpeed };
std::string_view guardText(GuardKind kind); ///< "lean"

/// Limits of this machine on this bench. Common practice, no source; the engine maker's and the bench maker's limits
/// come first.
struct GuardLimits {
    double leanAfr = 16.; ///< petrol scale, under load
    double notFiringAfr = 20.;
    double exhaustC = 820.;
    double coolantC = 115.;
    double overspeedRpm = 0.;   ///< 0: not watched
    double rollerRadS = 0.;     ///< 0: not watched
    double loadThrottle = 0.8;  ///< mixture is judged from this throttle up
    double mixtureHoldS = 0.25; ///< a mixture must stay out this long: shorter is the sensor
    double settleS = 0.6;       ///< and not in the first moments of full throttle
};

struct GuardTrip {
    GuardKind kind;
    int cylinder = 0;              ///< from 1; 0 where it is not about one cylinder
    double value = 0., limit = 0.; ///< AFR, degC, rpm or rad/s
    double timeS = 0.;
};

/// One line for people and for the pull's header: "cylinder 2 lean: 16.8:1 past 16.0:1".
Message guardMessage(const GuardTrip& trip);

struct GuardSample {
    double timeS = 0., engineRpm = 0., rollerRadS = 0.;
    double throttle = 1.; ///< 0…1; 1 where none is recorded
    bool pulling = false;
    std::vector<double> afr; ///< per cylinder, petrol scale; NaN where unknown
    std::vector<double> egtC;
    double coolantC = 0.; ///< NaN where unknown
};

class Guards {
public:
    explicit Guards(GuardLimits limits = {}) : m_limits(limits) {}
    void setLimits(const GuardLimits& limits) { m_limits = limits; }
    const GuardLimits& limits() const { return m_limits; }
    /// New trips of this sample; each guard (per cylinder) trips once a pull.
    std::vector<GuardTrip> feed(const GuardSample& sample);

private:
    bool once(GuardKind kind, std::size_t cylinder);

    GuardLimits m_limits;
    bool m_wasPulling = false;
    double m_loadedSinceS = 0.;
    bool m_loaded = false;
    std::vector<double> m_leanSinceS, m_deadSinceS; // NaN: not out
    std::vector<std::pair<GuardKind, std::size_t>> m_tripped;
};

} // namespace jr
