// SPDX-License-Identifier: GPL-3.0-or-later
// A machine and its rider on a road that never existed: full throttle from a standstill, on a belt or through gears,
// against drag, tyres, slope and gusts; what a satellite receiver and a tachometer would have written down of it,
// errors and all; and the truth beside. Newton along the road in steps of two milliseconds; docs/standin.md says each
// formula in words.
#pragma once

#include "standin/simulated_bench.h"

#include <functional>

namespace standin {

struct RoadMachine {
    std::function<double(double rpm)> powerW; ///< at the wheel, in the day's air
    double machineKg = 104., riderKg = 78., fuelKg = 4.;
    double turningKg = 6.; ///< what wheels and engine add, as a mass at the tyre
    double wheelRadiusM = 0.24;
    double dragAreaM2 = 0.52, rolling = 0.018;
    // A belt between two ratios of engine to wheel…
    double lowRatio = 16.5, highRatio = 6.2;
    double shiftRpm = 7000., creepRpm = 90.; ///< held so closely through the shift
    double engageRpm = 4200.;                ///< the clutch takes hold
    // …or gears: engine turns for one of the wheel, first gear first; empty: the belt.
    std::vector<double> gears;
    double gearShiftRpm = 9000., gearShiftS = 0.2;

    double engineRpm(double speedMPerS) const; ///< on the belt, clutch home
};

struct RoadSetting {
    double slopePct = 0., windMPerS = 0.; ///< towards the rider positive
    double gustMPerS = 0., gustLastsS = 4.;
    double airKgM3 = 1.19;
    double waitS = 4.;                    ///< stands before it goes
    double clutchS = 0.4;                 ///< the thrust comes on over this…
    bool clutchStraight = false;          ///< …evenly, or slowly at first and at last
    double mostThrustN = 520.;            ///< what tyre and clutch let through
    double spinsForS = 0.;                ///< the tyre spins so long as the clutch comes home, with half the thrust
    double liftAtM = -1., liftForS = 0.8; ///< the rider shuts the throttle there; below 0: never
    double coastFromMPerS = 0.;           ///< above 0 a coast-down from there, clutch out, until it all but stands
    double untilM = 430., mostS = 60.;    ///< then he coasts for two seconds
    double offsetShare = 0.;              ///< this run's own ratio of power to the truth
    // Receiver.
    double rateHz = 10., speedNoiseMPerS = 0.02; ///< what a good receiver of its kind tells of itself
    double latencyS = 0.08;
    double positionNoiseM = 1.2, altitudeNoiseM = 0.4;
    int satellites = 11;
    double hdop = 0.8;
    double poorFromS = -1., poorForS = 2.; ///< few satellites for a while
    double lostAtS = -1., lostForS = 1.5;  ///< no fix at all
    double tachoShare = 0.004;
    bool throttleRecorded = false, dial = false; ///< dial: speed from the wheel, reading high
    double dialShare = 0.06;
    double afr = 12.6;
    std::uint64_t seed = 1;
};

/// What really happened, in the machine's own time. `timeS` counts from the record's first sample.
struct RoadTruth {
    double startS = 0.;                                 ///< when it began to move
    std::vector<double> timeS, metres, speedMPerS, rpm; ///< every other millisecond from the start
    /// Seconds from the start; negative where it was not reached.
    double timeAtM(double metres) const;
    double timeAtSpeed(double mPerS) const;
};

// Where the road lies: open sea, so that it is nowhere.
inline constexpr double kRoadLatitudeDeg = 44., kLongitudeDeg = -30., kMetresPerDegree = 111195., kRoadAltitudeM = 120.;
inline double latitudeOfDeg(double northM) {
    return kRoadLatitudeDeg + northM / kMetresPerDegree;
}
inline double northOfM(double latitudeDeg) {
    return (latitudeDeg - kRoadLatitudeDeg) * kMetresPerDegree;
}
inline constexpr double kKmhPerMPerS = 3.6;

struct RoadRide {
    Recording recording; ///< rows: time, vehicle_speed, engine_speed, latitude … as `columns` say
    RoadTruth truth;
};
RoadRide rideRoad(const RoadMachine& machine, const RoadSetting& setting);

} // namespace standin
