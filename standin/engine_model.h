// SPDX-License-Identifier: GPL-3.0-or-later
// An engine simple enough to explain: how much air it gets, what mixture that makes, what torque is left after
// friction. docs/standin.md says each formula in words. Every part is a number here, so that every swap can be played.
#pragma once

#include <string>
#include <utility>
#include <vector>

namespace standin {

struct Weather {
    double tempC = 22.;
    double pressureHpa = 1000.;
    double humidityPct = 45.;

    double vapourHpa() const; ///< Buck (1996), value from memory
    double dryHpa() const { return pressureHpa - vapourHpa(); }
    /// Dry air per volume against 25 °C and 990 hPa dry.
    double airShare() const;
};

/// What a result is multiplied by under a standard: this side's own copy of the formulae. Negative for an unknown name.
double standardFactor(const std::string& standard, const Weather& weather);

/// Everything that may be swapped. A key that an engine does not have (a pipe on a four-stroke) does nothing there.
struct Parts {
    double runnerMm = 180.; ///< intake stack and port, from the valve or reed
    double filterFlow = 1.; ///< 1: costs nothing worth seeing; 0.5: half the area
    double camDurationDeg = 246.;
    double pipeLengthMm = 980.; ///< piston face to end of reflection
    double exhaustDeg = 188.;   ///< port open, two-stroke
    double reedStiffness = 0.5; ///< 0 soft … 1 stiff
    double mainJet = 150.;      ///< bore in 1/100 mm
    double timingDeg = 30.;     ///< ignition before top centre
    double compression = 10.;
    double limiterRpm = 9600.;
    double flyweightG = 16.; ///< mean of the set
};

/// Sets one part by its name ("runner_mm"); false when there is no such part.
bool setPart(Parts& parts, const std::string& name, double value);
const std::vector<std::pair<std::string, double Parts::*>>& partNames();

struct EngineKind {
    int strokes = 4, cylinders = 1;
    double displacementCc = 410.;
    double idealJet = 150.; ///< the jet that makes 12.9:1 with the standard parts
    double bestTimingDeg = 30.;
    double efficiency = 0.62;             ///< share of the ideal Otto cycle
    double reachRpm = 8000.;              ///< where the standard breathing is best (four-stroke)
    std::vector<double> cylinderTrim{0.}; ///< mixture of each cylinder against the mean, in AFR
    double warmC = 80.;                   ///< coolant from which its oil drags no more than it must
};

/// Health of the moment: what heat, an empty tank or a fault does to it.
struct Condition {
    double coolantC = 85.;
    double soakC = 0.; ///< intake warmer than the air outside
    double throttle = 1.;
    double fuelShare = 1.; ///< 1: tank feeds well; towards 0 it runs dry
    double leanFault = 0.; ///< added to cylinder 1, in AFR
};

struct EngineState {
    double torqueNm = 0.; ///< at the crank
    double airKgS = 0., fuelKgS = 0.;
    double delivery = 0.; ///< volumetric efficiency or delivery ratio against the outside air
    double manifoldHpa = 0.;
    std::vector<double> afr, egtC;
};

EngineState engineAt(const EngineKind& kind, const Parts& parts, const Weather& weather, const Condition& condition,
                     double rpm);

} // namespace standin
