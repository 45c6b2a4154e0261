// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/engine_model.h"

#include <algorithm>
#include <cmath>

namespace standin {
namespace {

constexpr double kPi = 3.14159265358979323846;

double bell(double x, double middle, double width) {
    const double z = (x - middle) / width;
    return std::exp(-0.5 * z * z);
}

double step(double x, double middle, double width) {
    return 1. / (1. + std::exp(-(x - middle) / width));
}

/// Four-stroke: a hill of the cam, ripples of the runner's waves, the filter's loss growing with the square of the
/// flow.
double volumetricEfficiency(const EngineKind& kind, const Parts& p, double rpm) {
    // A longer cam moves the hill up and narrows it at the bottom.
    const double longer = p.camDurationDeg - 246.;
    const double middle = kind.reachRpm - 1600. + 15. * longer;
    const double below = std::max(0., middle - rpm) / 4200., above = std::max(0., rpm - middle) / 4600.;
    double ve = 0.93 * (1. + 0.0004 * longer) / (1. + (0.42 + 0.003 * longer) * below * below + 0.95 * above * above);
    // Waves in the runner: quarter-wave frequency a/4L, helpful at the orders where it comes back as the valve closes.
    const double frequency = 343. / (4. * (p.runnerMm + 150.) / 1000.);
    const struct { double order, share; } kWaves[] = {{3., 0.055}, {4., 0.042}, {5., 0.026}};
    for (const auto& wave : kWaves) {
        const double tuned = 120. * frequency / wave.order;
        ve *= 1. + wave.share * bell(rpm, tuned, 0.075 * tuned) -
              0.4 * wave.share * bell(rpm, 1.17 * tuned, 0.06 * tuned);
    }
    const double flow = rpm / 10000. / std::max(p.filterFlow, 0.1);
    return ve * (1. - 0.012 * flow * flow);
}

/// Two-stroke: crankcase pumping, and the pipe that comes in and goes out around its tuned speed.
double deliveryRatio(const Parts& p, double rpm) {
    // Exhaust duration times wave speed over twelve lengths, textbook wave speed 518 m/s (value from memory).
    const double tuned = p.exhaustDeg * 518. / (12. * p.pipeLengthMm / 1000.);
    const double pumping = 0.52 / (1. + std::pow((rpm - 0.8 * tuned) / (0.75 * tuned), 2));
    const double onPipe = step(rpm, 0.86 * tuned, 0.022 * tuned) * (1. - step(rpm, 1.09 * tuned, 0.03 * tuned));
    const double offPipe = bell(rpm, 0.74 * tuned, 0.06 * tuned);
    const double reed = 1. + 0.03 * (p.reedStiffness - 0.5) * std::clamp((rpm - 0.9 * tuned) / (0.15 * tuned), -1., 1.);
    const double flow = rpm / 10000. / std::max(p.filterFlow, 0.1);
    return (pumping + 0.36 * onPipe - 0.05 * offPipe) * reed * (1. - 0.01 * flow * flow);
}

/// What a mixture is worth: flat for a few tenths round 12.8, falling both ways, nothing past twenty.
double mixtureWorth(double afr) {
    const double off = afr - 12.8;
    double worth = 1. - 0.0085 * off * off;
    if (afr > 15.)
        worth -= 0.05 * (afr - 15.);
    return afr > 20. ? 0. : std::clamp(worth, 0., 1.);
}

} // namespace

double Weather::vapourHpa() const {
    return humidityPct / 100. * 6.1121 * std::exp((18.678 - tempC / 234.5) * tempC / (257.14 + tempC));
}

double Weather::airShare() const {
    return dryHpa() / 990. * 298.15 / (tempC + 273.15);
}

double standardFactor(const std::string& standard, const Weather& w) {
    const double t = w.tempC;
    if (standard == "none")
        return 1.;
    if (standard == "sae-j1349")
        return 1.18 * 990. / w.dryHpa() * std::sqrt((t + 273.) / 298.) - 0.18;
    if (standard == "std-j607")
        return 1013.25 / w.dryHpa() * std::sqrt((t + 273.15) / 288.71);
    if (standard == "din-70020")
        return 1013. / w.pressureHpa * std::sqrt((t + 273.) / 293.);
    if (standard == "iso-1585")
        return std::pow(990. / w.dryHpa(), 1.2) * std::pow((t + 273.) / 298., 0.6);
    return -1.;
}

const std::vector<std::pair<std::string, double Parts::*>>& partNames() {
    static const std::vector<std::pair<std::string, double Parts::*>> names = {
        {"runner_mm", &Parts::runnerMm},
        {"filter_flow", &Parts::filterFlow},
        {"cam_deg", &Parts::camDurationDeg},
        {"pipe_mm", &Parts::pipeLengthMm},
        {"exhaust_deg", &Parts::exhaustDeg},
        {"reed", &Parts::reedStiffness},
        {"jet", &Parts::mainJet},
        {"timing_deg", &Parts::timingDeg},
        {"compression", &Parts::compression},
        {"limiter_rpm", &Parts::limiterRpm},
        {"flyweight_g", &Parts::flyweightG},
    };
    return names;
}

bool setPart(Parts& parts, const std::string& name, double value) {
    for (const auto& [known, member] : partNames())
        if (known == name) {
            parts.*member = value;
            return true;
        }
    return false;
}

EngineState engineAt(const EngineKind& kind, const Parts& parts, const Weather& weather, const Condition& condition,
                     double rpm) {
    EngineState out;
    const double volume = kind.displacementCc * 1e-6;
    const double cyclesPerS = rpm / 60. / (kind.strokes == 4 ? 2. : 1.);
    // Part throttle strangles the air; heat soak thins it.
    const double open = 0.12 + 0.88 * condition.throttle;
    const double soak = (weather.tempC + 273.15) / (weather.tempC + condition.soakC + 273.15);
    out.delivery = (kind.strokes == 4 ? volumetricEfficiency(kind, parts, rpm) : deliveryRatio(parts, rpm)) * open;
    const double density = 1.157 * weather.airShare(); // dry air at 25 °C and 990 hPa: 1.157 kg/m3
    out.airKgS = out.delivery * soak * density * volume * cyclesPerS;
    out.manifoldHpa =
        weather.pressureHpa * (0.35 + 0.65 * condition.throttle) * (1. - 0.01 / std::max(parts.filterFlow, 0.1));

    // A carburettor's fuel goes with jet area and the root of density, so the mixture goes with the root of density.
    const double sweep = kind.strokes == 4 ? 0.25 * std::sin(rpm / 1700.) : 0.35 * std::sin(rpm / 1500.);
    const double mean = 12.9 * std::pow(kind.idealJet / parts.mainJet, 2) * std::sqrt(weather.airShare()) + sweep;
    const double starved = condition.fuelShare < 1. ? 1. / std::max(condition.fuelShare, 0.4) : 1.;
    double worth = 0.;
    for (int c = 0; c < kind.cylinders; ++c) {
        double afr = mean + kind.cylinderTrim[static_cast<std::size_t>(c) % kind.cylinderTrim.size()];
        afr = afr * starved + (c == 0 ? condition.leanFault : 0.);
        const double one = mixtureWorth(afr);
        worth += one / kind.cylinders;
        out.afr.push_back(afr);
        // A two-stroke's fresh charge is lost into its pipe and cools it.
        const double base = kind.strokes == 2 ? 440. : 520.;
        out.egtC.push_back((one > 0. ? base + 26. * (afr - 11.) - 9. * std::max(0., afr - 14.) * (afr - 14.) : 300.) *
                               (0.5 + 0.5 * condition.throttle) +
                           0.012 * rpm);
        out.fuelKgS += out.airKgS / kind.cylinders / afr;
    }
    // Later sparks suit higher speed a little less: the best advance falls by a degree a thousand above eight thousand.
    const double best = kind.bestTimingDeg - std::max(0., (rpm - 8000.) / 1000.);
    const double off = parts.timingDeg - best;
    const double spark = 1. - 0.00042 * off * off;
    const double otto = 1. - std::pow(parts.compression, -0.4);
    const double work =
        out.airKgS / std::max(cyclesPerS, 1e-9) * (43.0e6 / 14.7) * kind.efficiency * otto * worth * spark;
    // Friction as mean pressure, growing with speed; cold oil drags more.
    const double k = rpm / 1000.;
    const double cold = 1. + 0.3 * std::clamp((kind.warmC - condition.coolantC) / 60., 0., 1.);
    const double friction =
        (kind.strokes == 4 ? 55e3 + 11e3 * k + 1.5e3 * k * k : 35e3 + 6e3 * k + 0.8e3 * k * k) * cold;
    out.torqueNm = (work - friction * volume) / (kind.strokes == 4 ? 4. * kPi : 2. * kPi);
    return out;
}

} // namespace standin
