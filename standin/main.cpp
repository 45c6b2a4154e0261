// SPDX-License-Identifier: GPL-3.0-or-later
// jolly-ram-standin: a bench that never existed, to try everything on.
#include "standin/bench_speech.h"
#include "standin/line_port.h"
#include "standin/road_live.h"
#include "standin/road_log.h"

#include <CLI/CLI.hpp>

#include <chrono>
#include <cmath>
#include <cstdio>
#include <poll.h>
#include <unistd.h>

using namespace standin;

namespace {

struct Options {
    std::string machine = "larkspur", truth;
    std::uint16_t port = 0;
    bool pty = false, nmea = true, speedOverGround = false, leaveWithInput = false;
    double rate = 200., speed = 1.;
    int channels = 0, autoPulls = 0;
    std::uint64_t seed = 1;
    std::vector<std::string> parts, fits;
    Weather weather;
    Knobs knobs;
    std::string road; ///< a ride as a log, and leave: pull or nmea; live: a receiver that speaks
    RoadSetting ride;
    ReceiverTrouble trouble;
    double garbage = 0., lose = 0., corrupt = 0., hangUpAfterS = 0.;
};

int printTruth(const Machine& m, const Weather& weather, const std::string& standard) {
    const double factor = standardFactor(standard, weather);
    if (factor < 0.) {
        std::fprintf(stderr, "%s is no standard: none, sae-j1349, std-j607, din-70020, iso-1585\n", standard.c_str());
        return 2;
    }
    std::printf("# machine: %s\n# corrected: %s\n# measured_at: %s\nengine_speed [rpm],power [W],torque [Nm]\n",
                m.name.c_str(), standard.c_str(), m.bench == BenchKind::Roller ? "wheel" : "crank");
    for (double rpm = m.startRpm; rpm <= m.endRpm + 1e-6; rpm += 25.) {
        const double power = factor * m.powerW(weather, rpm);
        std::printf("%.0f,%.3f,%.4f\n", rpm, power, power / (rpm * 3.14159265358979323846 / 30.));
    }
    return 0;
}

RoadSetting settingOf(const Options& o, const RoadMachine& machine) {
    RoadSetting setting = o.ride;
    setting.seed = o.seed;
    constexpr double kHeldByAHandN = 1100.; // a clutch that is fed by hand lets more through than a scooter's
    if (!machine.gears.empty())
        setting.mostThrustN = kHeldByAHandN;
    return setting;
}

/// One ride on the road as a log on standard output, its truth on standard error.
int printRide(const Machine& m, const Options& o) {
    const RoadMachine machine = onTheRoad(m, o.weather);
    const RoadSetting setting = settingOf(o, machine);
    RoadRide ride = rideRoad(machine, setting);
    std::vector<std::pair<std::string, std::string>> keys = {{"kind", "road"}, {"machine", m.name}};
    keys.insert(keys.end(), ride.recording.keys.begin(), ride.recording.keys.end());
    ride.recording.keys = keys;
    constexpr int kDigits = 7; // of a degree: a centimetre
    std::fputs((o.road == "nmea" ? nmeaOf(ride) : ride.recording.text(kDigits)).c_str(), stdout);
    std::fputs(truthOf(ride).c_str(), stderr);
    return 0;
}

/// Puts the stand-in's own faults of the line into what it says: garbage between lines, lost and damaged samples.
std::string troubled(std::string line, const Options& o, Dice& dice) {
    if (dice.uniform() < o.lose)
        return {};
    if (dice.uniform() < o.corrupt && line.size() > 6)
        line[3 + static_cast<std::size_t>(dice.uniform() * static_cast<double>(line.size() - 6))] ^= 0x15;
    if (dice.uniform() < o.garbage)
        line += "\x01\xFF%%@@ half a li\n";
    return line;
}

/// The program that started this one is gone, however it ended: its end of our standard input has closed.
bool inputEnded() {
    pollfd input{STDIN_FILENO, POLLIN, 0};
    if (::poll(&input, 1, 0) <= 0)
        return false;
    char bytes[256];
    return ::read(STDIN_FILENO, bytes, sizeof bytes) == 0;
}

void introduce(LinePort& port, const LiveWorld& world, const Options& o) {
    for (const std::string& line : introduction(world)) {
        if (line == "begin" && o.speedOverGround)
            port.say(spoken("fact satellite_speed yes"));
        port.say(spoken(line));
    }
}

/// A receiver that rides along: speaks unasked from the first caller on, its truths on standard error.
int serveReceiver(const Options& o, const Machine& m) {
    LinePort port = o.pty ? LinePort::openPty() : LinePort::listenOn(o.port);
    std::printf("%s\n", port.address().c_str());
    std::fflush(stdout);
    const RoadMachine machine = onTheRoad(m, o.weather);
    RoadReceiver receiver(machine, settingOf(o, machine), o.trouble, o.autoPulls);
    Dice dice(o.seed * 77 + 5);
    std::vector<std::string> lines;
    double timeS = -1.; // switched on with the first caller
    auto last = std::chrono::steady_clock::now();
    for (;;) {
        lines.clear();
        port.listen(2, lines);
        if (timeS < 0. && port.heard())
            timeS = 0.;
        if (o.leaveWithInput && inputEnded())
            return 0;
        const auto now = std::chrono::steady_clock::now();
        const double real = std::chrono::duration<double>(now - last).count();
        last = now;
        if (timeS < 0.)
            continue;
        timeS += std::min(real, 0.25) * o.speed;
        const std::string heard = receiver.heardBy(timeS);
        if (!heard.empty())
            port.say(o.lose + o.corrupt + o.garbage > 0. ? troubled(heard, o, dice) : heard);
        std::fputs(receiver.takeTruths().c_str(), stderr);
    }
}

int serve(const Options& o, Machine machine) {
    LinePort port = o.pty ? LinePort::openPty() : LinePort::listenOn(o.port);
    std::printf("%s\n", port.address().c_str());
    std::fflush(stdout);
    LiveWorld world(std::move(machine), o.weather, o.knobs, o.rate, o.channels, o.seed);
    Dice dice(o.seed * 77 + 5);
    bool streaming = false;
    std::uint32_t count = 0;
    int autoLeft = o.autoPulls;
    double nextWeather = 0., connectedAt = -1.;
    const auto begun = std::chrono::steady_clock::now();
    double lastReal = 0., owed = 0.;
    std::vector<std::string> lines;
    LateAnswers late;
    for (;;) {
        lines.clear();
        const int wait = streaming && o.speed > 3. ? 0 : 2;
        if (port.listen(wait, lines)) {
            introduce(port, world, o);
            streaming = false;
            connectedAt = world.timeS();
        }
        for (const std::string& line : lines) {
            const Heard heard = hear(line, world);
            if (heard.introduce)
                introduce(port, world, o);
            if (heard.start)
                streaming = true;
            if (heard.stop)
                streaming = false;
            if (!heard.answer.empty())
                port.say(spoken(heard.answer));
            late.heard(heard);
        }
        for (const std::string& answer : late.due(world))
            port.say(spoken(answer));
        if (o.leaveWithInput && inputEnded())
            return 0;
        const double real = std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
        // Time owed since the last round, never more than a quarter second of real time at once.
        owed += std::min(real - lastReal, 0.25) * o.speed;
        lastReal = real;
        std::string batch;
        for (; owed >= 1. / o.rate; owed -= 1. / o.rate) {
            if (streaming && autoLeft > 0 && world.rider() == Rider::Idle && world.timeS() > 1.5) {
                world.pull();
                --autoLeft;
            }
            const Reading reading = world.step();
            ++count;
            if (!streaming)
                continue;
            batch += troubled(sampleLine(count, reading), o, dice);
            if (o.nmea && world.timeS() >= nextWeather) {
                batch += weatherSentence(world.weather());
                if (o.speedOverGround)
                    batch += speedSentence(*reading.values[0] * world.machine().radiusM, world.timeS());
                nextWeather = world.timeS() + (o.speedOverGround ? 0.1 : 1.); // satellites speak ten times a second
            }
        }
        port.say(batch);
        if (o.hangUpAfterS > 0. && port.connected() && connectedAt >= 0. &&
            world.timeS() - connectedAt > o.hangUpAfterS) {
            port.hangUp();
            streaming = false;
            connectedAt = -1.;
        }
    }
}

} // namespace

int main(int argc, char** argv) {
    CLI::App app{"A simulated bench with a rider, to try Jolly Ram on. Prints its address, then speaks "
                 "docs/bench-lines.md there."};
    app.set_version_flag("--version", "jolly-ram-standin " JR_VERSION);
    Options o;
    std::vector<std::string> words;
    for (const Machine& m : machines())
        words.push_back(m.word);
    app.add_option("--machine", o.machine, "Which invented machine is strapped down")
        ->check(CLI::IsMember(words))
        ->capture_default_str();
    app.add_option("--port", o.port, "TCP port on the loopback; 0 takes a free one")->capture_default_str();
    app.add_flag("--pty", o.pty, "Speak on a pseudo terminal instead, as a serial bench would");
    app.add_option("--rate", o.rate, "Samples a second")->check(CLI::Range(10., 1000.))->capture_default_str();
    app.add_option("--channels", o.channels, "At least so many channels (more thermocouples)")
        ->check(CLI::Range(0, 64));
    app.add_option("--speed", o.speed, "Times real time")->check(CLI::Range(0.05, 200.))->capture_default_str();
    app.add_option("--seed", o.seed, "The same seed, the same day")->capture_default_str();
    app.add_option("--auto", o.autoPulls, "The rider makes so many pulls by himself");
    app.add_option("--part", o.parts, "NAME=VALUE, e.g. runner_mm=250 (see docs/standin.md)");
    app.add_option("--fit", o.fits, "Begin with this offer fitted, e.g. long-stack");
    app.add_option("--print-truth", o.truth, "Print the true curve under this standard in the day's air, and leave");
    app.add_option(
           "--road", o.road,
           "Ride the machine on a road, the truth on standard error: pull or nmea prints the receiver's log and "
           "leaves; live speaks as the receiver would (--auto rides, else on and on)")
        ->check(CLI::IsMember({"pull", "nmea", "live"}));
    app.add_option("--in-ride", o.trouble.inRide, "Of a live receiver: the ride in which things go wrong")
        ->check(CLI::PositiveNumber)
        ->capture_default_str();
    app.add_option("--reset-at", o.trouble.resetAtS, "The receiver starts anew, s");
    app.add_option("--clock-jump-at", o.trouble.jumpAtS, "Its clock jumps by an hour, s");
    app.add_option("--torn-at", o.trouble.tornAtS, "A line is torn, s");
    app.add_option("--receiver-hz", o.ride.rateHz, "Fixes a second")
        ->check(CLI::Range(0.5, 50.))
        ->capture_default_str();
    app.add_option("--receiver-noise", o.ride.speedNoiseMPerS, "Noise of its speeds, m/s")
        ->check(CLI::Range(0., 2.))
        ->capture_default_str();
    app.add_option("--latency", o.ride.latencyS, "It tells so late, s")
        ->check(CLI::Range(0., 2.))
        ->capture_default_str();
    app.add_option("--clutch-s", o.ride.clutchS, "The clutch comes home over this, s")
        ->check(CLI::Range(0.01, 3.))
        ->capture_default_str();
    app.add_option("--slope-pct", o.ride.slopePct, "Slope of the road, uphill positive")->check(CLI::Range(-20., 20.));
    app.add_option("--wind", o.ride.windMPerS, "Wind towards the rider, m/s")->check(CLI::Range(-20., 20.));
    app.add_option("--gusts", o.ride.gustMPerS, "Gusts, standard deviation, m/s")->check(CLI::Range(0., 10.));
    app.add_option("--poor-fix-at", o.ride.poorFromS, "Few satellites from here on for two seconds, s");
    app.add_option("--lost-fix-at", o.ride.lostAtS, "No fix from here on for a second and a half, s");
    app.add_option("--lost-fix-for", o.ride.lostForS, "…and for so long, s")
        ->check(CLI::Range(0.1, 60.))
        ->capture_default_str();
    app.add_option_function<double>(
           "--coast-from", [&o](const double& kmh) { o.ride.coastFromMPerS = kmh / kKmhPerMPerS; },
           "No run but a coast-down from this speed, km/h, until it all but stands")
        ->check(CLI::Range(10., 300.));
    app.add_option("--lift-at-m", o.ride.liftAtM, "The rider shuts the throttle for a moment there, m");
    app.add_option("--temp-c", o.weather.tempC, "Air, °C")->capture_default_str();
    app.add_option("--pressure-hpa", o.weather.pressureHpa, "Station pressure, hPa")->capture_default_str();
    app.add_option("--humidity", o.weather.humidityPct, "Humidity, %")->capture_default_str();
    app.add_flag("!--no-weather", o.nmea, "No weather station");
    app.add_flag("--ground-speed", o.speedOverGround, "Satellite speed sentences as well");
    app.add_option("--pull-offset", o.knobs.pullOffset, "Scatter of whole pulls, share")->capture_default_str();
    app.add_option("--edge-jitter", o.knobs.edgeJitter, "Encoder edge jitter, share of a sample")
        ->capture_default_str();
    app.add_option("--white", o.knobs.white, "White speed noise, share")->capture_default_str();
    app.add_option("--tacho", o.knobs.tacho, "Tachometer noise, share")->capture_default_str();
    app.add_option("--scale-noise", o.knobs.scale, "Load cell noise, share of full load")->capture_default_str();
    app.add_option("--drift", o.knobs.driftPerHour, "Drift of power an hour, share");
    app.add_option("--limiter-blips", o.knobs.limiterBlips, "Chance that a pull runs into the limiter");
    app.add_option("--slip", o.knobs.slip, "Chance that the tyre slips once in a pull");
    app.add_option("--dropouts", o.knobs.dropout, "Missed tachometer beats a second");
    app.add_option("--load-spike", o.knobs.loadSpike, "Spike as the brake's load comes on, share");
    app.add_option("--lean-fault", o.knobs.leanFault, "AFR added to cylinder 1");
    app.add_option("--tyre-kpa", o.knobs.tyreKpa, "Tyre pressure, cold; 240 is right, less lets it down")
        ->check(CLI::Range(60., 400.))
        ->capture_default_str();
    app.add_option("--coast-s", o.knobs.coastS, "The rider lets the roller run free so long, s; 0: until it stands")
        ->check(CLI::Range(0., 3600.))
        ->capture_default_str();
    app.add_option("--fuel-ml", o.knobs.fuelMl, "In the tank at the start; not given: full");
    app.add_option("--scale-offset", o.knobs.scaleOffsetN, "What the load cell shows with nothing on it, N");
    app.add_option("--coolant-c", o.knobs.warmStartC, "Coolant at the start, °C")->capture_default_str();
    app.add_flag("!--unnumbered", o.knobs.countsOrders, "The bench takes its orders without a number");
    app.add_flag("!--cannot-cut", o.knobs.canCut, "The bench has no way to stop the engine");
    app.add_option("--cut-after", o.knobs.cutAfterS, "The engine stops being fed so long after the order, s")
        ->check(CLI::Range(0., 60.))
        ->capture_default_str();
    app.add_flag("!--mute-cut", o.knobs.answersCut, "It cuts, but never says so");
    app.add_option("--unload", o.knobs.unloadS, "A load that is let go of comes off over so long, s")
        ->check(CLI::Range(0., 60.))
        ->capture_default_str();
    app.add_option("--reaction", o.knobs.reactionS,
                   "The rider shuts the throttle so long after something went wrong, s")
        ->check(CLI::Range(0., 60.))
        ->capture_default_str();
    app.add_flag("--leave-with-input", o.leaveWithInput,
                 "End when standard input is closed, as it is when the program that started this ends");
    app.add_option("--lose", o.lose, "Share of samples lost on the line");
    app.add_option("--corrupt", o.corrupt, "Share of samples damaged on the line");
    app.add_option("--garbage", o.garbage, "Share of samples followed by garbage");
    app.add_option("--hang-up-after", o.hangUpAfterS, "Hang up so many seconds after each call");
    CLI11_PARSE(app, argc, argv);

    Machine machine = *findMachine(o.machine);
    for (const std::string& part : o.parts) {
        const std::size_t equals = part.find('=');
        if (equals == std::string::npos ||
            !setPart(machine.parts, part.substr(0, equals), std::atof(part.c_str() + equals + 1))) {
            std::fprintf(stderr, "--part %s: no such part. Parts:", part.c_str());
            for (const auto& [name, member] : partNames())
                std::fprintf(stderr, " %s", name.c_str());
            std::fprintf(stderr, "\n");
            return 2;
        }
    }
    for (const std::string& word : o.fits) {
        bool found = false;
        for (const Offer& offer : machine.offers)
            if (offer.word == word) {
                found = true;
                for (const auto& [name, value] : offer.parts)
                    setPart(machine.parts, name, value);
            }
        if (!found) {
            std::fprintf(stderr, "--fit %s: %s has no such offer\n", word.c_str(), machine.name.c_str());
            return 2;
        }
    }
    if (!o.truth.empty())
        return printTruth(machine, o.weather, o.truth);
    if (!o.road.empty() && o.road != "live")
        return printRide(machine, o);
    try {
        if (o.road == "live")
            return serveReceiver(o, machine);
        return serve(o, std::move(machine));
    } catch (const std::exception& problem) {
        std::fprintf(stderr, "%s\n", problem.what());
        return 3;
    }
}
