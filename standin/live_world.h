// SPDX-License-Identifier: GPL-3.0-or-later
// The simulated bench as it lives: a rider, an engine, a roller or a brake, heat, fuel and weather, stepped through
// time. It hands out what the pickups would have read, errors and all.
#pragma once

#include "standin/machine.h"
#include "standin/simulated_bench.h" // Dice

#include <optional>

namespace standin {

/// Faults and errors, each on its own knob. Shares are of the signal.
struct Knobs {
    double edgeJitter = 0.0008, white = 0.00015, tacho = 0.002, scale = 0.005;
    double pullOffset = 0.003; ///< a pull as a whole: straps, tyre, the day
    double driftPerHour = 0.;  ///< of power
    double limiterBlips = 0.;  ///< chance that the rider runs into the limiter
    double slip = 0.;          ///< chance a pull that the tyre slips once
    double dropout = 0.;       ///< chance a second that the tachometer misses a beat
    double loadSpike = 0.;     ///< height of the spike as the load comes on
    double leanFault = 0.;     ///< AFR added to cylinder 1
    double scaleOffsetN = 0.;  ///< what the load cell shows with nothing on it
    double tyreKpa = 240.;   ///< cold; 240 is as it should be: less lets the tyre down, which drags and gears otherwise
    double fuelMl = -1.;     ///< in the tank at the start; below 0: full
    double coastS = 12.;     ///< the rider lets the roller run out so long before he brakes it; 0: until it stands
    double warmStartC = 78.; ///< coolant at the start; 20 for a cold engine
    // What the bench can do when it is asked to stop.
    bool countsOrders = true; ///< it wants a number before every order
    bool canCut = true;       ///< it has a relay in the ignition
    double cutAfterS = 0.05;  ///< from the order to an engine that is no longer fed
    bool answersCut = true;   ///< and whether it says so
    double unloadS = 0.3;     ///< a load comes off over so long
    double reactionS = 0.7;   ///< of the rider, to an engine that runs away or falls silent
};

enum class Rider { Idle, Settling, FullThrottle, Coasting };

/// One reading of everything, in the order of `LiveWorld::channels()`; nullopt where a pickup has nothing to say.
struct Reading {
    double timeS = 0.;
    std::vector<std::optional<double>> values;
};

struct ChannelText {
    std::string name, unit;
};

class LiveWorld {
public:
    LiveWorld(Machine machine, Weather weather, Knobs knobs, double rateHz, int channels, std::uint64_t seed);

    const std::vector<ChannelText>& channels() const { return m_channels; }
    /// Header keys of a pull file that describe this bench.
    std::vector<std::pair<std::string, std::string>> facts() const;
    const Machine& machine() const { return m_machine; }
    const Weather& weather() const { return m_weather; }
    const Knobs& knobs() const { return m_knobs; }

    Reading step(); ///< one sample later
    double timeS() const { return m_timeS; }

    // What may be asked of the rider and of the bench.
    void pull();
    void refuel() { m_fuelMl = m_machine.tankMl; }
    bool fit(const std::string& offer);
    void holdRpm(double rpm);
    void sweepRpm(double from, double to, double perS);
    void releaseBrake(); ///< the load begins to come off; the throttle is the rider's own
    bool cut();          ///< the relay opens a moment later; false when this bench has none
    bool fed() const { return m_timeS < m_cutAtS; }
    bool loadOff() const { return m_task == Task::None && m_brakeNm <= 0.01; }
    bool zeroScale(); ///< false while the brake is loaded
    double fuelMl() const { return m_fuelMl; }
    Rider rider() const { return m_rider; }
    int pulls() const { return m_pulls; }

private:
    double slipNow() const;
    void letLoadOff();
    bool riderReacts(double rpm, double dt);
    void shutThrottle();
    double powerScale() const;
    bool hasRunOut() const; ///< the rider has let it run free for long enough
    void moveRoller(double dt);
    void moveBrake(double dt);
    void heatAndFuel(double dt, const EngineState& engine);
    Reading read(const EngineState& engine, double rpm);

    Machine m_machine;
    Weather m_weather;
    Knobs m_knobs;
    std::uint64_t m_seed;
    int m_pullNumber = 0;
    Dice m_dice;
    double m_stepS;
    std::vector<ChannelText> m_channels;

    double m_timeS = 0.;
    double m_shaftRadS = 0.; // roller, or brake shaft
    double m_throttle = 0.03;
    Rider m_rider = Rider::Idle;
    double m_sinceS = 0.; // in this state of the rider
    double m_offset = 0.; // this pull's own
    double m_slipAtS = -1.;
    bool m_intoLimiter = false;
    double m_cutUntilS = -1., m_limiterSinceS = -1.;
    double m_coolantC, m_soakC = 0., m_fuelMl;
    double m_saidEnginePerRoller; ///< what the bench says of itself, whatever the tyre does
    std::array<double, 3> m_saidDragNm;
    double m_brakeNm = 0.; // eddy brake at the roller, or load on the engine brake
    // What the brake's controller is asked to do.
    enum class Task { None, Hold, Sweep } m_task = Task::None;
    double m_targetRpm = 0., m_sweepTo = 0., m_sweepPerS = 0., m_integral = 0.;
    double m_cutAtS = 1e18;                           // from then on the engine is not fed
    bool m_released = false;                          // since the last target or pull
    double m_unloadFromNm = 0., m_unloadSinceS = -1.; // a load coming off; since when, or none
    double m_amissS = 0.;                             // for how long the rider has seen that something is wrong
    double m_lastEdge = 0.;
    int m_pulls = 0;
    EngineState m_engine;
};

} // namespace standin
