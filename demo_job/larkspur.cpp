// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo_job/larkspur.h"

#include <cmath>
#include <cstdio>

namespace demo {
namespace {

standin::EngineTruth engine(bool longStack) {
    standin::EngineTruth e;
    e.torqueNm = 35.;
    e.torquePeakRpm = 6100.;
    e.fallLow = 0.12;
    e.fallHigh = 0.13;
    // A stack tunes where its wave comes back in time: the long one lower, the short one higher.
    if (longStack)
        e.bumps = {{0.055, 5000., 520.}, {0.015, 7700., 600.}};
    else
        e.bumps = {{0.015, 5000., 520.}, {0.045, 7700., 600.}};
    return e;
}

standin::BenchSetting bench() {
    standin::BenchSetting b;
    b.rollerInertiaKgM2 = 11.4;
    b.rollerRadiusM = 0.2286;
    b.rollerLossNm = {6.2, 0.021, 6.4e-5};
    b.enginePerRoller = 4.46;
    return b;
}

standin::Recording record(bool longStack, const standin::PullSetting& setting) {
    return standin::rollerPull(engine(longStack), bench(), setting);
}

std::string grouped(double value, int decimals, char mark) {
    char buffer[64];
    std::snprintf(buffer, sizeof buffer, "%.*f", decimals, value);
    for (char* c = buffer; *c; ++c)
        if (*c == '.')
            *c = mark;
    return buffer;
}

std::string utf16(const std::string& ascii) {
    std::string out = "\xFF\xFE";
    for (char c : ascii) {
        out += c;
        out += '\0';
    }
    return out;
}

} // namespace

double larkspurTruthW(bool longStack, double rpm) {
    return engine(longStack).powerAt(rpm);
}

std::vector<DemoPull> larkspurDay() {
    const std::string order = "ABBAABBA";
    std::vector<DemoPull> out;
    standin::Dice dice(410);
    for (std::size_t i = 0; i < order.size(); ++i) {
        DemoPull p;
        p.longStack = order[i] == 'B';
        p.setup = p.longStack ? "long stack" : "short stack";
        // Pulls six minutes apart, eighteen where the stack was changed.
        static constexpr int kMinute[] = {0, 18, 24, 42, 48, 66, 72, 90};
        const int minute = 14 + kMinute[i];
        char started[40];
        std::snprintf(started, sizeof started, "2026-05-02T%02d:%02d:%02d+02:00", 10 + minute / 60, minute % 60,
                      static_cast<int>(5 + 7 * i) % 60);
        p.startedIso = started;
        standin::PullSetting s;
        s.startRpm = 3000.;
        s.endRpm = 9150.;
        p.trueOffsetShare = 0.0045 * dice.normal() - 0.008 * kMinute[i] / 60.;
        s.offsetShare = p.trueOffsetShare;
        s.wanderShare = 0.0012;
        s.airTempC = 20.8 + 0.9 * kMinute[i] / 90. + 0.1 * dice.normal();
        s.airPressureHpa = 987.4 - 0.3 * kMinute[i] / 90.;
        s.humidityPct = 48. - 2. * kMinute[i] / 90.;
        s.afr = p.longStack ? 13.05 : 12.95;
        s.seed = 41000 + i;
        if (i == 3)
            s.limiterRpm = 9250.;
        if (i == 5) {
            s.slipAtS = 2.6;
            s.slipForS = 0.5;
            s.slipShare = 0.09;
            p.asideWhy = "the tyre slipped on the roller";
        }
        standin::Recording r = record(p.longStack, s);
        char id[64];
        std::snprintf(id, sizeof id, "4a1c0de0-0000-4410-8000-%012zu", i + 1);
        std::vector<std::pair<std::string, std::string>> keys = {
            {"id", id},         {"job", "Stack length"},  {"machine", "Larkspur 410"}, {"setup", p.setup},
            {"kind", "roller"}, {"measured_at", "wheel"}, {"started", p.startedIso},   {"bench", "Long roller"}};
        keys.insert(keys.end(), r.keys.begin(), r.keys.end());
        keys.emplace_back("strokes", "4");
        if (i != 3)
            keys.emplace_back("limiter_rpm", "9250");
        keys.emplace_back("stoich", "14.7");
        r.keys = keys;
        p.text = r.text();
        p.name = std::to_string(i + 1) + (p.longStack ? "-long-stack" : "-short-stack") + ".pull.csv";
        out.push_back(std::move(p));
    }
    return out;
}

std::vector<std::pair<std::string, std::string>> foreignLogs() {
    std::vector<std::pair<std::string, std::string>> out;
    standin::PullSetting s;
    s.startRpm = 3000.;
    s.endRpm = 9250.;
    s.seed = 41901;
    s.airTempC = 21.6;
    s.airPressureHpa = 987.1;
    s.humidityPct = 47.;
    {
        // Semicolons, decimal commas, Latin-1 umlauts, a preamble, clock time, a broken row and a repeated time.
        const standin::Recording r = record(true, s);
        std::string text = "Pr\xFC"
                           "fstandsprotokoll\r\nFahrzeug;Larkspur 410\r\n\r\nUhrzeit;Rolle [1/min];Motordrehzahl "
                           "[1/min];Lambda;K\xFChlwasser [\xB0"
                           "C]\r\n";
        for (std::size_t i = 0; i < r.rows.size(); ++i) {
            const auto& row = r.rows[i];
            const long ms = std::lround((row[0] + 12.4) * 1000.);
            if (i == 200)
                text += "10:31:xx;--;--;;\r\n";
            char clock[48];
            std::snprintf(clock, sizeof clock, "10:31:%02ld,%03ld", ms / 1000, ms % 1000);
            text += std::string(clock) + ";" + grouped(row[1] * 30. / 3.14159265358979, 2, ',') + ";" +
                    grouped(row[2], 0, ',') + ";" + grouped(row[3] / 14.7, 3, ',') + ";" + grouped(row[4], 1, ',') +
                    "\r\n";
        }
        out.emplace_back("bench-protocol.txt", text);
    }
    {
        // UTF-16 with a unit row, milliseconds, miles an hour, an unknown column and a blank line.
        s.seed = 41902;
        const standin::Recording r = record(true, s);
        std::string text = "Time,Wheel Speed,RPM,Spark Adv,AFR\nms,mph,rpm,deg,\n";
        for (std::size_t i = 0; i < r.rows.size(); ++i) {
            const auto& row = r.rows[i];
            if (i == 50)
                text += "\n";
            text += grouped(row[0] * 1000., 0, '.') + "," + grouped(row[1] * 0.2286 / 0.44704, 3, '.') + "," +
                    grouped(row[2], 0, '.') + ",31.5," + grouped(row[3], 2, '.') + "\n";
        }
        out.emplace_back("track-logger.csv", utf16(text));
    }
    return out;
}

} // namespace demo
