// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo_job/demo_day.h"

#include <cmath>
#include <cstdio>

namespace demo {

double truthW(const DayOfPulls& day, const std::string& setup, double rpm) {
    for (const DaySetup& s : day.setups)
        if (s.name == setup)
            return s.engine.powerAt(rpm);
    return 0.;
}

std::vector<std::string> pullFiles(const DayOfPulls& day) {
    std::vector<std::string> out;
    standin::Dice dice(day.seed);
    int minute = 0;
    double fitted = 0., today = 0.;
    for (std::size_t i = 0; i < day.order.size(); ++i) {
        const DaySetup& setup = day.setups[static_cast<std::size_t>(day.order[i])];
        const bool night = day.nightBefore > 0 && i == day.nightBefore;
        const bool fittedAnew = i == 0 || night || day.order[i] != day.order[i - 1];
        if (night)
            minute = 0;
        else if (i > 0)
            minute += fittedAnew ? 22 : 6;
        if (day.dayShare > 0. && (i == 0 || night))
            today = day.dayShare * dice.normal();
        if (day.fittingShare > 0. && fittedAnew)
            fitted = day.fittingShare * dice.normal();
        standin::PullSetting s = day.pull;
        s.starvedFromRpm = setup.starvedFromRpm;
        s.offsetShare = today + fitted + day.scatterShare * dice.normal() + day.driftSharePerHour * minute / 60.;
        s.airTempC += 2.1 * minute / 240. + 0.1 * dice.normal();
        s.airPressureHpa -= 0.8 * minute / 240.;
        s.coolantC += 0.6 * dice.normal();
        s.seed = day.seed * 1000 + i;
        standin::BeltDrive belt = setup.belt;
        belt.offsetShare = s.offsetShare;
        belt.airTempC = s.airTempC;
        belt.airPressureHpa = s.airPressureHpa;
        belt.humidityPct = s.humidityPct;
        standin::Recording r = day.belt    ? standin::beltPull(belt, s.seed)
                               : day.brake ? standin::brakePull(setup.engine, day.benchSetting, s)
                                           : standin::rollerPull(setup.engine, day.benchSetting, s);
        char id[64], started[64];
        std::snprintf(id, sizeof id, "%s%012zu", day.idPrefix.c_str(), i + 1);
        const int at = 9 * 60 + 10 + minute;
        std::snprintf(started, sizeof started, "%sT%02d:%02d:%02d+02:00",
                      (day.nightBefore > 0 && i >= day.nightBefore ? day.nextDay : day.day).c_str(), at / 60, at % 60,
                      static_cast<int>(11 + 13 * i) % 60);
        std::vector<std::pair<std::string, std::string>> keys = {{"id", id},
                                                                 {"job", day.job},
                                                                 {"machine", day.machine},
                                                                 {"setup", setup.name},
                                                                 {"kind", day.brake ? "brake" : "roller"},
                                                                 {"measured_at", !day.measuredAt.empty()
                                                                                     ? day.measuredAt
                                                                                 : day.brake ? "crank"
                                                                                             : "wheel"},
                                                                 {"started", started}};
        keys.insert(keys.end(), r.keys.begin(), r.keys.end());
        keys.insert(keys.end(), day.keys.begin(), day.keys.end());
        keys.emplace_back("bench", day.bench);
        r.keys = keys;
        out.push_back(r.text());
    }
    return out;
}

DayOfPulls larkspurLadder() {
    DayOfPulls d;
    d.job = "Larkspur ladder";
    d.machine = "Larkspur 410";
    d.bench = "Long roller";
    d.day = "2026-05-09";
    d.idPrefix = "4a1c0de0-0000-4411-8000-";
    d.seed = 411;
    d.benchSetting.rollerInertiaKgM2 = 11.4;
    d.benchSetting.rollerRadiusM = 0.2286;
    d.benchSetting.rollerLossNm = {6.2, 0.021, 6.4e-5};
    d.benchSetting.enginePerRoller = 4.46;
    d.pull.startRpm = 3000.;
    d.pull.endRpm = 9150.;
    d.pull.airTempC = 19.5;
    d.pull.airPressureHpa = 991.2;
    d.pull.humidityPct = 52.;
    d.pull.wanderShare = 0.0012;
    d.keys = {
        {"strokes", "4"}, {"limiter_rpm", "9250"}, {"stoich", "14.7"}, {"tyre_pressure_kpa", "240"}, {"gear", "4th"}};
    standin::EngineTruth e;
    e.torqueNm = 35.;
    e.torquePeakRpm = 6100.;
    e.fallLow = 0.12;
    e.fallHigh = 0.13;
    e.bumps = {{0.015, 5000., 520.}, {0.045, 7700., 600.}};
    d.setups.push_back({"stock", "", {}, e});
    e.bumps = {{0.055, 5000., 520.}, {0.015, 7700., 600.}};
    d.setups.push_back({"long stack", "stock", {{"intake stack", "60 mm", "120 mm", 0.11, 0.16, 38., 0.4}}, e});
    e.bumps.push_back({0.022, 7900., 1100.});
    d.setups.push_back({"lid off", "long stack", {{"filter lid", "on", "off", 0.24, 0., 0., 0.1}}, e});
    // What a cam that fills the top costs at the bottom (P19).
    e.bumps.push_back({0.055, 8300., 1000.});
    e.bumps.push_back({-0.035, 3900., 800.});
    d.setups.push_back({"hot cam", "lid off", {{"camshaft", "stock", "long duration", 0.52, 0.50, 310., 3.5}}, e});
    d.order = {0, 0, 0, 1, 1, 1, 2, 2, 2, 3, 3, 3, 0};
    return d;
}

DayOfPulls larkspurEvenings() {
    DayOfPulls d = larkspurLadder();
    d.job = "Stack on two evenings";
    d.day = "2026-05-28";
    d.nextDay = "2026-05-29";
    d.idPrefix = "4a1c0de0-0000-4412-8000-";
    d.seed = 412;
    d.setups.resize(2);
    d.fittingShare = 0.003;
    d.dayShare = 0.01;
    d.order = {0, 0, 1, 1, 0, 1, 1, 0};
    d.nightBefore = 4;
    return d;
}

DayOfPulls ostraDay() {
    DayOfPulls d;
    d.job = "Reeds and pipe";
    d.machine = "Ostra 600";
    d.bench = "Ostra engine brake";
    d.brake = true;
    d.day = "2026-05-16";
    d.idPrefix = "0517a600-0000-4600-8000-";
    d.seed = 600;
    d.benchSetting.brakeArmM = 0.32;
    d.benchSetting.brakeInertiaKgM2 = 0.06;
    d.benchSetting.sampleHz = 100.;
    d.pull.startRpm = 5200.;
    d.pull.endRpm = 8900.;
    d.pull.brakeSweepRpmPerS = 450.;
    d.pull.airTempC = 14.;
    d.pull.airPressureHpa = 1006.;
    d.pull.humidityPct = 61.;
    d.pull.wanderShare = 0.001;
    d.pull.afr = 12.3;
    d.pull.coolantC = 52.;
    d.pull.gauges = true;
    d.pull.probeDelayS = 0.25;
    d.keys = {{"strokes", "2"}, {"stoich", "14.7"}, {"displacement_cc", "594"}, {"cylinders", "2"}};
    // Reeds fill the middle; the pipe lifts the top and costs below; together they are a little less than the sum.
    const auto engine = [](bool reeds, bool pipe, double advanceDeg) {
        standin::EngineTruth e;
        e.torqueNm = 102.;
        e.torquePeakRpm = 7700.;
        e.fallLow = 0.30;
        e.fallHigh = 0.42;
        if (reeds)
            e.bumps.push_back({0.030, 6900., 800.});
        if (pipe) {
            e.bumps.push_back({0.065, 8200., 550.});
            e.bumps.push_back({-0.028, 6200., 600.});
        }
        if (reeds && pipe)
            e.bumps.push_back({-0.014, 7900., 700.});
        // Lopsided: too much advance costs far more than too little (P13).
        const double off = advanceDeg - 18.6;
        e.torqueNm *= 1. - (off < 0. ? 0.0016 : 0.0065) * off * off;
        return e;
    };
    const DaySetup::Change reed{"reeds", "stock", "carbon", 0.09, 0.07, 95., 0.5};
    const DaySetup::Change pipe{"pipe", "stock", "tuned", 4.6, 3.4, 420., 0.8};
    d.setups.push_back({"stock", "", {}, engine(false, false, 18.)});
    d.setups.push_back({"carbon reeds", "stock", {reed}, engine(true, false, 18.)});
    d.setups.push_back({"tuned pipe", "stock", {pipe}, engine(false, true, 18.)});
    d.setups.push_back({"reeds and pipe", "stock", {reed, pipe}, engine(true, true, 18.)});
    // What the tuned pipe asks for at the top the second carburettor does not give.
    for (std::size_t piped : {2U, 3U})
        d.setups[piped].starvedFromRpm = 7500.;
    for (int advance : {14, 16, 20, 22})
        d.setups.push_back({"advance " + std::to_string(advance) + "°",
                            "reeds and pipe",
                            {{"ignition advance", "18°", std::to_string(advance) + "°"}},
                            engine(true, true, advance)});
    // Every cell three times, there and back; then the timing, two of each, with the 18° it came from again.
    d.order = {0, 1, 2, 3, 3, 2, 1, 0, 0, 1, 2, 3, 4, 5, 6, 7, 3, 7, 6, 5, 4, 3};
    return d;
}

DayOfPulls tansyDay() {
    DayOfPulls d;
    d.job = "Filter at the hub";
    d.machine = "Tansy 700";
    d.bench = "Hub brake";
    d.brake = true;
    d.measuredAt = "hub";
    d.day = "2026-06-06";
    d.idPrefix = "7a457700-0000-4700-8000-";
    d.seed = 700;
    d.benchSetting.brakeArmM = 0.4;
    d.benchSetting.brakeInertiaKgM2 = 0.9;
    d.benchSetting.enginePerBrake = 5.21;
    d.benchSetting.sampleHz = 100.;
    d.pull.startRpm = 3200.;
    d.pull.endRpm = 9000.;
    d.pull.brakeSweepRpmPerS = 550.;
    d.pull.airTempC = 24.;
    d.pull.airPressureHpa = 1002.;
    d.pull.humidityPct = 50.;
    d.pull.wanderShare = 0.001;
    d.pull.afr = 13.0;
    d.keys = {{"strokes", "4"}, {"stoich", "14.7"}, {"displacement_cc", "689"}, {"cylinders", "2"}, {"gear", "4th"}};
    standin::EngineTruth e;
    e.torqueNm = 62.;
    e.torquePeakRpm = 6600.;
    e.fallLow = 0.16;
    e.fallHigh = 0.22;
    d.setups.push_back({"stock filter", "", {}, e});
    e.bumps = {{0.018, 7900., 900.}, {-0.008, 4200., 700.}};
    d.setups.push_back(
        {"open filter", "stock filter", {{"air filter", "paper", "open foam", 0.31, 0.19, 64., 0.3}}, e});
    d.order = {0, 0, 1, 1, 0, 0, 1, 1, 0, 1, 1, 0};
    return d;
}

DayOfPulls quillDay() {
    DayOfPulls d;
    d.job = "Weights on the belt";
    d.machine = "Quill 125";
    d.bench = "Long roller";
    d.belt = true;
    d.day = "2026-05-23";
    d.idPrefix = "90111125-0000-4125-8000-";
    d.seed = 125;
    d.pull.airTempC = 21.;
    d.pull.airPressureHpa = 998.;
    d.pull.humidityPct = 47.;
    d.keys = {{"strokes", "2"}, {"stoich", "14.7"}, {"tyre_pressure_kpa", "190"}};
    // Lighter weights shift later: the engine turns faster at every road speed, and is best in between.
    for (int grams : {16, 15, 14, 13}) {
        standin::BeltDrive belt;
        belt.shiftRpm = 6900. * std::sqrt(16. / grams);
        const std::string to = std::to_string(grams) + " g";
        std::vector<DaySetup::Change> changes;
        if (grams != 16)
            changes.push_back({"flyweights", "16 g", to, 0.096, 0.006 * grams, 22., 0.4});
        d.setups.push_back({"weights " + to, grams == 16 ? "" : "weights 16 g", changes, {}, belt});
    }
    d.order = {0, 1, 2, 3, 3, 2, 1, 0, 0, 1, 2, 3};
    return d;
}

} // namespace demo
