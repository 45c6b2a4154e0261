// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/machine.h"

#include <algorithm>
#include <cmath>

namespace standin {
namespace {

constexpr double kRadPerRpm = 3.14159265358979323846 / 30.;

Machine larkspur() {
    Machine m;
    m.word = "larkspur";
    m.name = "Larkspur 410";
    m.engine.reachRpm = 8200.;
    m.parts.limiterRpm = 9700.;
    m.parts.compression = 10.8;
    m.driveline = 0.88;
    m.offers = {{"short-stack", "Fit the short stack (180 mm)", {{"runner_mm", 180.}}},
                {"long-stack", "Fit the long stack (250 mm)", {{"runner_mm", 250.}}},
                {"open-filter", "Fit the open filter", {{"filter_flow", 1.6}}},
                {"paper-filter", "Fit the paper filter", {{"filter_flow", 1.}}},
                {"sport-cam", "Fit the sport cam (262°)", {{"cam_deg", 262.}}},
                {"stock-cam", "Fit the stock cam (246°)", {{"cam_deg", 246.}}}};
    return m;
}

Machine ostra() {
    Machine m;
    m.word = "ostra";
    m.name = "Ostra 600";
    m.engine = {2, 2, 597., 260., 22., 0.56, 8200., {0.15, -0.15}};
    m.parts.pipeLengthMm = 985.;
    m.parts.mainJet = 260.;
    m.parts.timingDeg = 22.;
    m.parts.compression = 12.;
    m.parts.limiterRpm = 9300.;
    m.bench = BenchKind::EngineBrake;
    m.startRpm = 5000.;
    m.endRpm = 9000.;
    m.tankMl = 8000.;
    m.coolantIdleC = 54.;
    m.coolantWorkingC = 72.;
    m.engine.warmC = 52.;
    m.offers = {{"stock-pipe", "Fit the stock pipe (985 mm)", {{"pipe_mm", 985.}}},
                {"short-pipe", "Fit the short pipe (955 mm)", {{"pipe_mm", 955.}}},
                {"soft-reeds", "Fit soft reeds", {{"reed", 0.2}}},
                {"stiff-reeds", "Fit stiff reeds", {{"reed", 0.9}}},
                {"lean-jets", "Fit jets 245", {{"jet", 245.}}},
                {"stock-jets", "Fit jets 260", {{"jet", 260.}}}};
    return m;
}

Machine quill() {
    Machine m;
    m.word = "quill";
    m.name = "Quill 125";
    m.engine = {2, 1, 124., 98., 20., 0.5, 7500., {0.}};
    m.parts.pipeLengthMm = 1010.;
    m.parts.exhaustDeg = 178.;
    m.parts.mainJet = 98.;
    m.parts.timingDeg = 20.;
    m.parts.compression = 11.;
    m.parts.limiterRpm = 0.;
    m.driveline = 0.78;
    m.inertiaKgM2 = 4.2;
    m.radiusM = 0.19;
    m.dragNm = {2.4, 0.009, 2.1e-5};
    m.cvt = true;
    m.lowRatio = 14.;
    m.highRatio = 5.6;
    m.eddyBrake = true;
    m.startRpm = 4800.;
    m.endRpm = 8600.;
    m.tankMl = 900.;
    m.coolantIdleC = 66.;
    m.coolantWorkingC = 84.;
    m.engine.warmC = 60.;
    m.offers = {{"weights-16", "Fit 16 g flyweights", {{"flyweight_g", 16.}}},
                {"weights-14", "Fit 14 g flyweights", {{"flyweight_g", 14.}}},
                {"long-pipe", "Fit the stock pipe (1010 mm)", {{"pipe_mm", 1010.}}},
                {"short-pipe", "Fit the short pipe (960 mm)", {{"pipe_mm", 960.}}}};
    return m;
}

} // namespace

double Machine::engineRpm(double rollerRadS) const {
    const double shaft = rollerRadS / kRadPerRpm;
    if (!cvt)
        return shaft * enginePerRoller;
    // Flyweights shift where their pull balances the spring: speed goes with one over the root of their mass.
    const double shift = shiftRpm * std::sqrt(16. / std::max(parts.flyweightG, 1.));
    const double begins = shift / lowRatio, ends = (shift + creepRpm) / highRatio;
    if (shaft <= begins)
        return shaft * lowRatio;
    if (shaft >= ends)
        return shaft * highRatio;
    return shift + creepRpm * (shaft - begins) / (ends - begins);
}

double Machine::powerW(const Weather& weather, double rpm) const {
    return engineAt(engine, parts, weather, {}, rpm).torqueNm * rpm * kRadPerRpm * driveline;
}

const std::vector<Machine>& machines() {
    static const std::vector<Machine> all = {larkspur(), ostra(), quill()};
    return all;
}

const Machine* findMachine(const std::string& word) {
    const auto& all = machines();
    const auto it = std::find_if(all.begin(), all.end(), [&](const Machine& m) { return m.word == word; });
    return it == all.end() ? nullptr : &*it;
}

} // namespace standin
