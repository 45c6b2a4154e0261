// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/simulation/promises.h"

#include "core/judge/bench_history.h"
#include "core/judge/comparison.h"
#include "core/judge/range_model.h"
#include "standin/simulated_bench.h"
#include "tests/support/simulated_trace.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <mutex>
#include <thread>

namespace promises {
namespace {

standin::EngineTruth baseEngine(const Scenario& s) {
    standin::EngineTruth e;
    if (s.twoStroke) {
        e.torqueNm = 18.;
        e.torquePeakRpm = 8200.;
        e.fallLow = 0.03;
        e.fallHigh = 0.35;
        e.pipeRiseShare = 1.;
        e.pipeRiseRpm = 7000.;
        e.pipeRiseWidthRpm = s.riseWidthRpm;
    } else {
        e.bumps = {{0.05, 4300., 350.}, {-0.04, 7200., 500.}};
    }
    return e;
}

standin::EngineTruth changedEngine(const Scenario& s) {
    standin::EngineTruth e = baseEngine(s);
    e.pipeRiseRpm -= s.shiftRpm;
    constexpr double kHalfDepth = 2.3548; // full width at half depth of a bell, in standard deviations
    if (s.dipShare > 0.)
        e.bumps.push_back({-s.dipShare, s.twoStroke ? 8600. : 6100., s.dipWidthRpm / kHalfDepth});
    return e;
}

/// Gain over the upper half, with flanks a few hundred rpm wide.
double gainAt(const Scenario& s, double rpm, double middle) {
    return s.gainShare / (1. + std::exp(-(rpm - middle) / 120.));
}

struct One {
    bool covered = true, coveredElsewhere = true, falseCall = false, found = false;
    double shareFound = 0., rms = 0., worst = 0., used = 1., half = 0., detail = 0., hatched = 0.;
    bool oddNamed = false, cautioned = false;
};

/// What a pull of a real day reads beside its engine: a level and a shape along the range.
class Day {
public:
    Day(const Scenario& s, standin::Dice& dice) : m_s(s), m_dice(dice) {}

    void night() { m_setup = 0; }
    /// Level of the next pull, as a share.
    double next(char setup, double workedHours, std::size_t pull, std::size_t pulls) {
        if (setup != m_setup)
            m_fitting = m_s.fittingShare * m_dice.normal();
        m_setup = setup;
        m_walk += m_s.walkShare * m_dice.normal();
        const double minutes = 60. * workedHours;
        const double tank = static_cast<double>(pull + 1) / static_cast<double>(pulls);
        double level =
            m_fitting + m_walk + m_s.warmUpShare * (1. - std::exp(-minutes / 20.)) - m_s.tankShare * std::pow(tank, 4);
        if (m_s.oddShare != 0. && pull + 3 == pulls)
            level += m_s.oddShare;
        return level;
    }
    /// Applied to the engine's torque as bumps: what of this pull's scatter lies along the range.
    void bend(standin::EngineTruth& engine, double start, double end) {
        const double range = end - start, middle = 0.5 * (start + end);
        if (m_s.regionShare > 0.)
            engine.bumps.push_back({m_s.regionShare * m_dice.normal(), start + 0.7 * range, range / 12.});
        if (m_s.riseWanderRpm > 0.)
            engine.pipeRiseRpm += m_s.riseWanderRpm * m_dice.normal();
        if (m_s.tiltShare > 0.)
            engine.tilts.push_back({m_s.tiltShare * m_dice.normal(), middle, end});
        if (m_s.growShare > 0.)
            engine.tilts.push_back({m_s.growShare * m_dice.normal(), start, end});
    }

private:
    const Scenario& m_s;
    standin::Dice& m_dice;
    char m_setup = 0;
    double m_fitting = 0., m_walk = 0.;
};

/// A sitting or more at the bench.
struct Worked {
    std::vector<jr::PullFit> fits;
    std::vector<int> sides;
    double start = 0., end = 0., meanLevel = 0.;

    double middle() const { return 0.5 * (start + end); }
    std::vector<const jr::PullFit*> side(int which) const {
        std::vector<const jr::PullFit*> out;
        for (std::size_t i = 0; i < fits.size(); ++i)
            if (sides[i] == which)
                out.push_back(&fits[i]);
        return out;
    }
};

Worked workedThrough(const Scenario& s, const std::string& order, unsigned seed) {
    Worked out;
    out.start = s.twoStroke ? 5500. : 3000.;
    out.end = s.twoStroke ? 10500. : 9000.;
    standin::Dice dice(seed * 7919ull + 13);
    standin::BenchSetting bench;
    bench.sampleHz = s.sampleHz;
    // The truth that a test with drift or several evenings stands for is that of the mean of its pulls.
    double evening = s.sittingShare * dice.normal(), hoursAt = 0., worked = 0.;
    Day day(s, dice);
    const auto pulls = order.size() - static_cast<std::size_t>(std::count(order.begin(), order.end(), '|'));
    std::size_t pull = 0;
    for (std::size_t i = 0; i < order.size(); ++i) {
        if (order[i] == '|') {
            evening = s.sittingShare * dice.normal();
            hoursAt += 24.;
            worked = 0.;
            day.night();
            continue;
        }
        const bool changed = order[i] == 'B';
        standin::EngineTruth engine = changed ? changedEngine(s) : baseEngine(s);
        if (changed && s.gainShare != 0.)
            // A logistic step in torque is one more "pipe rise" for an engine that has none.
            engine.pipeRiseShare = s.gainShare, engine.pipeRiseRpm = out.middle(), engine.pipeRiseWidthRpm = 120.;
        standin::PullSetting p;
        p.startRpm = out.start;
        p.endRpm = out.end;
        p.edgeJitterShare = s.edgeJitterShare;
        p.whiteShare = s.whiteShare;
        p.wanderShare = s.wanderShare;
        const double level = evening + s.driftPerHour * worked;
        out.meanLevel += level / static_cast<double>(pulls);
        const double scatter = changed && s.changedOffset >= 0. ? s.changedOffset : s.offsetShare;
        p.offsetShare = scatter * dice.normal() + level + day.next(order[i], worked, pull++, pulls);
        day.bend(engine, out.start, out.end);
        p.airTempC = 22. + 0.5 * dice.normal();
        p.seed = seed * 1000ull + i;
        jr::Trace trace = testsupport::traceOf(standin::rollerPull(engine, bench, p), jr::PullKind::Roller);
        trace.header.startedEpochS = 1.7e9 + (hoursAt + worked) * 3600.;
        worked += 9. / 60.;
        trace.header.setup = changed ? "changed" : "base";
        jr::Result<jr::PullFit> fit = jr::fitPull(trace);
        if (!fit)
            continue;
        out.fits.push_back(std::move(fit).value());
        out.sides.push_back(changed);
    }
    return out;
}

/// What earlier days in the same world tell, as the program notes it.
jr::BenchKnowledge learnt(const Scenario& s, unsigned seed) {
    std::vector<jr::BenchKnowledge> jobs;
    for (int k = 0; k < s.learntFrom; ++k) {
        const Worked earlier = workedThrough(s, "AABBAABB", 1000000u * static_cast<unsigned>(k + 1) + seed);
        if (const auto model = jr::rangeModel({earlier.side(0), earlier.side(1)}, jr::CompareOptions{}))
            jobs.push_back(jr::scatterTold(*model));
    }
    return jr::pooledHistory(jobs);
}

/// Eight degrees' worth: as far off as a figure from so few is.
jr::KnownSpread knownTo(double sd, standin::Dice& dice) {
    double squares = 0.;
    for (int i = 0; i < static_cast<int>(jr::kMostKnownFreedom); ++i) {
        const double z = dice.normal();
        squares += z * z;
    }
    return {sd * std::sqrt(squares / jr::kMostKnownFreedom), jr::kMostKnownFreedom};
}

One tryOnce(const Scenario& s, unsigned seed) {
    const Worked today = workedThrough(s, s.order, seed);
    const std::vector<jr::PullFit>& fits = today.fits;
    const std::vector<int>& sides = today.sides;
    const double start = today.start, end = today.end, middle = today.middle(), meanLevel = today.meanLevel;
    jr::CompareOptions compareOptions;
    if (s.history) {
        standin::Dice dice(seed * 104729ull + 5);
        compareOptions.known.pull = knownTo(s.offsetShare, dice);
        compareOptions.known.fitting = knownTo(std::max(s.fittingShare, 0.0005), dice);
        compareOptions.known.fromHistory = true;
    }
    if (s.learntFrom > 0)
        compareOptions.known = learnt(s, seed);
    if (s.typedPct > 0.)
        compareOptions.known = jr::typedRepeatability(s.typedPct);
    const jr::Result<jr::Comparison> result = jr::compare(today.side(0), today.side(1), compareOptions);
    One one;
    if (!result) {
        one.covered = one.coveredElsewhere = false;
        return one;
    }
    const jr::Comparison& c = *result;
    standin::EngineTruth a = baseEngine(s), b = changedEngine(s);
    const auto truthB = [&](double rpm) { return b.powerAt(rpm) * (1. + gainAt(s, rpm, middle)); };
    double truly = 0., both = 0.;
    for (std::size_t i = 0; i < c.place.size(); ++i) {
        const double difference = (truthB(c.place[i]) - a.powerAt(c.place[i])) * (1. + meanLevel);
        const bool inside = difference >= c.watt(i).low && difference <= c.watt(i).high;
        one.covered = one.covered && inside;
        const bool hatched = std::any_of(c.narrow.begin(), c.narrow.end(), [&](const auto& stretch) {
            return c.place[i] >= stretch.first - 1e-6 && c.place[i] <= stretch.second + 1e-6;
        });
        one.coveredElsewhere = one.coveredElsewhere && (inside || hatched);
        one.hatched += hatched / static_cast<double>(c.place.size());
        one.half += 0.5 * (c.pct(i).high - c.pct(i).low) / static_cast<double>(c.place.size());
        const bool gains = gainAt(s, c.place[i], middle) > 0.5 * s.gainShare && s.gainShare > 0.;
        truly += gains;
        for (const jr::Call& call : c.calls) {
            if (call.kind == jr::CallKind::Gain || call.kind == jr::CallKind::Loss)
                one.falseCall = true;
            if (gains && call.kind == jr::CallKind::Gain && c.place[i] >= call.from && c.place[i] <= call.to)
                both += 1.;
        }
    }
    one.shareFound = truly > 0. ? both / truly : 0.;
    one.found = one.shareFound >= 0.1;
    const std::size_t odd = fits.size() - 3;
    one.oddNamed = c.oddPulls.size() == 1 && c.oddPulls[0].fit == &fits[odd];
    for (const jr::Caution& caution : c.cautions)
        one.cautioned = one.cautioned || caution.kind == "fitted-once" || caution.kind == "days-differ" ||
                        caution.kind == "curved-drift";
    one.detail = c.detail.whole;
    jr::CurveOptions options;
    options.detail = c.detail;
    for (std::size_t k = 0; k < fits.size(); ++k) {
        if (s.offsetShare != 0. || s.wanderShare != 0.)
            break;
        const jr::Result<jr::PullCurve> curve = jr::curveOf(fits[k], options);
        double sum = 0., peak = 0.;
        for (std::size_t i = 0; i < curve->place.size(); ++i) {
            const double truth = sides[k] ? truthB(curve->place[i]) : a.powerAt(curve->place[i]);
            peak = std::max(peak, truth);
            sum += (curve->powerW[i] - truth) * (curve->powerW[i] - truth);
        }
        const double rms = std::sqrt(sum / static_cast<double>(curve->place.size())) / peak;
        one.rms += rms / static_cast<double>(fits.size());
        one.worst = std::max(one.worst, rms);
        one.used = std::min(one.used, (curve->usedTo - curve->usedFrom) / (end - start));
    }
    return one;
}

Scenario& added(std::vector<Scenario>& list, std::string name, std::string order) {
    list.emplace_back();
    list.back().name = std::move(name);
    list.back().order = std::move(order);
    return list.back();
}

} // namespace

const std::vector<Scenario>& scenarios() {
    static const std::vector<Scenario> list = [] {
        std::vector<Scenario> v;
        const auto add = [&](std::string name, std::string order) -> Scenario& {
            return added(v, std::move(name), std::move(order));
        };
        add("3+3, no drift", "ABBABA").gainShare = 0.02;
        add("4+4, no drift", "ABBABAAB").gainShare = 0.02;
        Scenario& abba = add("ABBA ABBA, 1 %/h drift", "ABBAABBA");
        abba.gainShare = 0.02;
        abba.driftPerHour = 0.01;
        Scenario& shortAbba = add("ABBA once, 1 %/h drift", "ABBA");
        shortAbba.gainShare = 0.02;
        shortAbba.driftPerHour = 0.01;
        Scenario& blocks = add("AAABBB, no drift", "AAABBB");
        blocks.gainShare = 0.02;
        Scenario& evenings = add("two evenings 2 % apart, ABBA each, 1 %/h drift", "ABBA|ABBA");
        evenings.gainShare = 0.02;
        evenings.driftPerHour = 0.01;
        evenings.sittingShare = 0.02;
        Scenario& uneven = add("equal setups, two uneven evenings 2 % apart", "AAAB|ABBB");
        uneven.sittingShare = 0.02;
        add("equal setups, 3+3", "ABBABA");
        add("equal setups, 4+4 with drift", "ABBAABBA").driftPerHour = 0.01;
        Scenario& quiet = add("equal setups, shape errors only", "ABBAABBA");
        quiet.offsetShare = 0.0005;
        quiet.wanderShare = 0.004;
        Scenario& loud = add("3+3, whole-pull scatter only", "ABBABA");
        loud.offsetShare = 0.01;
        loud.wanderShare = 0.;
        Scenario& shift = add("two-stroke rise 100 rpm earlier, 4+4", "ABBAABBA");
        shift.twoStroke = true;
        shift.shiftRpm = 100.;
        Scenario& shiftQuiet = add("two-stroke rise 100 rpm earlier, 4+4, quiet bench", "ABBAABBA");
        shiftQuiet.twoStroke = true;
        shiftQuiet.shiftRpm = 100.;
        shiftQuiet.offsetShare = 0.001;
        shiftQuiet.wanderShare = 0.;
        Scenario& shiftWhite = add("two-stroke rise 100 rpm earlier, 3+3, white noise", "ABBABA");
        shiftWhite.twoStroke = true;
        shiftWhite.shiftRpm = 100.;
        shiftWhite.edgeJitterShare = 0.;
        shiftWhite.whiteShare = 0.0005;
        const auto still = [&](std::string name, bool two, double edge, double white, double hz) {
            Scenario& s = add(std::move(name), "ABBA");
            s.twoStroke = two;
            s.offsetShare = s.wanderShare = 0.;
            s.edgeJitterShare = edge;
            s.whiteShare = white;
            s.sampleHz = hz;
        };
        still("power error, four-stroke, edge jitter 0.08 %, 200 Hz", false, 0.0008, 0.00015, 200.);
        still("power error, two-stroke, edge jitter 0.1 %, 200 Hz", true, 0.001, 0.00015, 200.);
        still("power error, two-stroke, edge jitter 0.1 %, 1 kHz", true, 0.001, 0.00015, 1000.);
        still("power error, four-stroke, white 0.05 %, 200 Hz", false, 0., 0.0005, 200.);
        still("power error, two-stroke, white 0.05 %, 200 Hz", true, 0., 0.0005, 200.);
        return v;
    }();
    return list;
}

const std::vector<Scenario>& realDays() {
    static const std::vector<Scenario> list = [] {
        std::vector<Scenario> v;
        const auto add = [&](std::string name, std::string order) -> Scenario& {
            return added(v, std::move(name), std::move(order));
        };
        add("base Monday, change Tuesday, base Wednesday, days 1 % apart", "AAA|BBB|AAA").sittingShare = 0.01;
        for (const char* order : {"AAABBBAAA", "AABBAABB"})
            add(std::string("each fitting moves by 0.5 %, ") + order, order).fittingShare = 0.005;
        add("each fitting moves by 0.5 %, AAABBB: as fitted this once", "AAABBB").fittingShare = 0.005;
        Scenario& known = add("each fitting moves by 0.5 %, AAABBB, history", "AAABBB");
        known.fittingShare = 0.005;
        known.history = true;
        add("scatter tilts", "ABBAABBA").tiltShare = 0.006;
        add("scatter grows with speed", "ABBAABBA").growShare = 0.012;
        add("scatter sits in one region", "ABBAABBA").regionShare = 0.012;
        for (double rpm : {15., 30.}) {
            Scenario& rise =
                add("a rise that wanders by " + std::to_string(static_cast<int>(rpm)) + " rpm", "ABBAABBA");
            rise.twoStroke = true;
            rise.riseWanderRpm = rpm;
        }
        for (const char* order : {"ABBAABBA", "AABAAABA"}) {
            Scenario& restless = add(std::string("one setup restless, one quiet, ") + order, order);
            restless.offsetShare = 0.003;
            restless.changedOffset = 0.012;
        }
        add("warm-up 2 % in 20 min, AAABBBAAA", "AAABBBAAA").warmUpShare = 0.02;
        add("power falls as the tank runs low, AAABBBAAA", "AAABBBAAA").tankShare = 0.015;
        add("drift is a random walk, AAABBBAAA", "AAABBBAAA").walkShare = 0.003;
        Scenario& odd = add("one odd pull in eight", "ABBAABBA");
        odd.oddShare = -0.04;
        odd.gainShare = 0.02;
        Scenario& plain = add("plain day with history, ABBAABBA", "ABBAABBA");
        plain.gainShare = 0.02;
        plain.history = true;
        Scenario& quiet = add("equal setups with history, ABBAABBA", "ABBAABBA");
        quiet.history = true;
        // Learnt, not given: earlier days in the same world tell what is known.
        for (const char* order : {"AB", "ABBA"}) {
            Scenario& learnt = add(std::string("learnt from two earlier days, ") + order, order);
            learnt.fittingShare = 0.003;
            learnt.learntFrom = 2;
        }
        Scenario& shaped = add("learnt from two earlier days, AB, errors of shape", "AB");
        shaped.wanderShare = 0.004;
        shaped.learntFrom = 2;
        Scenario& typed = add("0.5 % typed, 1.5 % true, ABBB", "ABBB");
        typed.offsetShare = 0.015;
        typed.typedPct = 0.5;
        typed.promised = 0.80;
        return v;
    }();
    return list;
}

const std::vector<Scenario>& narrowFeatures() {
    static const std::vector<Scenario> list = [] {
        std::vector<Scenario> v;
        const auto twoStroke = [&](std::string name, double width, double offset) -> Scenario& {
            Scenario& s = added(v, std::move(name), "ABBAABBA");
            s.twoStroke = true;
            s.shiftRpm = 100.;
            s.riseWidthRpm = width;
            s.offsetShare = offset;
            s.wanderShare = offset > 0.001 ? 0.001 : 0.;
            return s;
        };
        twoStroke("rise 80 rpm wide moved by 100 rpm, quiet bench", 80., 0.001);
        twoStroke("rise 60 rpm wide moved by 100 rpm, quiet bench", 60., 0.001).promised = 0.90;
        twoStroke("rise 80 rpm wide moved by 100 rpm", 80., 0.005);
        Scenario& slow = twoStroke("rise 110 rpm wide moved by 100 rpm, 60 Hz logger", 110., 0.001);
        slow.sampleHz = 60.;
        slow.promised = 0.90;
        for (double width : {150., 200., 250., 350.}) {
            Scenario& s = added(v, "a dip of 5 % " + std::to_string(static_cast<int>(width)) + " rpm wide", "ABBAABBA");
            s.dipShare = 0.05;
            s.dipWidthRpm = width;
            s.promised = 0.90;
        }
        Scenario& s = added(v, "a dip of 5 % 250 rpm wide, quiet bench", "ABBAABBA");
        s.dipShare = 0.05;
        s.dipWidthRpm = 250.;
        s.offsetShare = 0.001;
        s.wanderShare = 0.;
        s.promised = 0.90;
        return v;
    }();
    return list;
}

Outcome run(const Scenario& scenario, int seeds, unsigned firstSeed) {
    std::atomic<int> next{0};
    std::mutex lock;
    std::vector<One> all(static_cast<std::size_t>(seeds));
    const auto work = [&] {
        for (int i = next++; i < seeds; i = next++)
            all[static_cast<std::size_t>(i)] = tryOnce(scenario, firstSeed + static_cast<unsigned>(i));
    };
    std::thread helper(work);
    work();
    helper.join();
    Outcome out;
    out.tests = seeds;
    for (const One& one : all) {
        out.coverage += one.covered / static_cast<double>(seeds);
        out.coverageElsewhere += one.coveredElsewhere / static_cast<double>(seeds);
        out.hatched += one.hatched / seeds;
        out.falseCalls += one.falseCall / static_cast<double>(seeds);
        out.found += one.found / static_cast<double>(seeds);
        out.shareFound += one.shareFound / seeds;
        out.powerRmsPct += 100. * one.rms / seeds;
        out.powerRmsWorstPct = std::max(out.powerRmsWorstPct, 100. * one.worst);
        out.usedShare = std::min(out.usedShare, one.used);
        out.halfWidthPct += one.half / seeds;
        out.detail += one.detail / seeds;
        out.oddNamed += one.oddNamed / static_cast<double>(seeds);
        out.cautioned += one.cautioned / static_cast<double>(seeds);
    }
    return out;
}

} // namespace promises
