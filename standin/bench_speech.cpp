// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/bench_speech.h"

#include <cmath>
#include <cstdint>
#include <cstdio>
#include <sstream>

namespace standin {
namespace {

unsigned crc8(const std::string& text) {
    unsigned crc = 0;
    for (unsigned char c : text) {
        crc ^= c;
        for (int bit = 0; bit < 8; ++bit)
            crc = crc & 0x80 ? ((crc << 1) ^ 0x07) & 0xFF : (crc << 1) & 0xFF;
    }
    return crc;
}

std::string nmea(const std::string& body) {
    unsigned sum = 0;
    for (unsigned char c : body)
        sum ^= c;
    char tail[8];
    std::snprintf(tail, sizeof tail, "*%02X\r\n", sum);
    return "$" + body + tail;
}

} // namespace

std::string spoken(const std::string& text) {
    char tail[8];
    std::snprintf(tail, sizeof tail, "*%02X\n", crc8(text));
    return text + tail;
}

std::vector<std::string> introduction(const LiveWorld& world) {
    std::vector<std::string> out{"hello bench-lines 1 simulated bench with a " + world.machine().name};
    for (const auto& [key, value] : world.facts())
        out.push_back("fact " + key + " " + value);
    int n = 0;
    for (const ChannelText& c : world.channels())
        out.push_back("channel " + std::to_string(n++) + " " + c.name + " " + c.unit);
    out.emplace_back("offer pull Rider: roll on and pull");
    out.emplace_back("offer refuel Fill the tank");
    for (const Offer& o : world.machine().offers)
        out.push_back("offer " + o.word + " " + o.label);
    out.emplace_back("begin");
    return out;
}

std::string sampleLine(std::uint32_t count, const Reading& reading) {
    std::string line = "s " + std::to_string(count);
    char cell[32];
    std::snprintf(cell, sizeof cell, " %.6f", reading.timeS);
    line += cell;
    for (const auto& v : reading.values) {
        if (v) {
            std::snprintf(cell, sizeof cell, " %.6g", *v);
            line += cell;
        } else {
            line += " -";
        }
    }
    return spoken(line);
}

std::string weatherSentence(const Weather& w) {
    char body[160];
    std::snprintf(body, sizeof body, "WIMDA,%.4f,I,%.4f,B,%.1f,C,,C,%.1f,,,C,,T,,M,,N,,M", w.pressureHpa / 33.8639,
                  w.pressureHpa / 1000., w.tempC, w.humidityPct);
    return nmea(body);
}

std::string speedSentence(double metresPerS, double timeS) {
    const long t = static_cast<long>(timeS);
    char body[160];
    std::snprintf(body, sizeof body, "GPRMC,%02ld%02ld%05.2f,A,4807.038,N,01131.000,E,%.3f,084.4,020526,,,A",
                  10 + t / 3600 % 12, t / 60 % 60, static_cast<double>(t % 60) + (timeS - std::floor(timeS)),
                  metresPerS * 3600. / 1852.);
    return nmea(body);
}

Heard hear(const std::string& line, LiveWorld& world) {
    Heard out;
    const std::size_t star = line.rfind('*');
    if (star == std::string::npos)
        return out;
    const std::string text = line.substr(0, star);
    if (spoken(text) != line.substr(0, star + 3) + "\n") {
        out.answer = "refused ? the checksum is wrong";
        return out;
    }
    std::istringstream words(text);
    std::string verb, first;
    words >> verb;
    if (verb.size() > 1 && verb[0] == '#') { // an order that carries a number is answered with it
        out.number = verb + " ";
        words >> verb;
    }
    const auto done = [&] { out.answer = "done " + text; };
    const auto refused = [&](const char* why) { out.answer = "refused " + text + " : " + why; };
    if (verb == "hello") {
        out.introduce = true;
    } else if (verb == "start") {
        out.start = true;
        done();
    } else if (verb == "stop") {
        out.stop = true;
        done();
    } else if (verb == "release") {
        world.releaseBrake();
        out.release = true;
    } else if (verb == "cut") {
        out.cut = world.cut();
        if (!out.cut)
            refused("this bench has no relay in the ignition");
    } else if (verb == "zero") {
        world.zeroScale() ? done() : refused("the brake is loaded");
    } else if (verb == "target") {
        double a = 0., b = 0., c = 0.;
        words >> first;
        if (first == "hold" && words >> a && a > 0.) {
            world.holdRpm(a);
            done();
        } else if (first == "sweep" && words >> a >> b >> c && a > 0. && b > a && c > 0.) {
            world.sweepRpm(a, b, c);
            done();
        } else {
            refused("say: target hold RPM, or target sweep FROM TO RPM_PER_S");
        }
    } else if (verb == "do") {
        words >> first;
        if (first == "pull") {
            world.pull();
            done();
        } else if (first == "refuel") {
            world.refuel();
            done();
        } else if (world.fit(first)) {
            done();
        } else {
            refused(world.rider() == Rider::Idle ? "there is no such offer" : "not while it runs");
        }
    } else {
        refused("that is not a command");
    }
    return out;
}

std::vector<std::string> LateAnswers::due(const LiveWorld& world) {
    std::vector<std::string> out;
    if (m_cut && !world.fed()) {
        if (world.knobs().answersCut)
            out.push_back("done " + *m_cut + "cut");
        m_cut.reset();
    }
    if (m_release && world.loadOff()) {
        out.push_back("done " + *m_release + "release");
        m_release.reset();
    }
    return out;
}

} // namespace standin
