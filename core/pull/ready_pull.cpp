// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/ready_pull.h"

#include "core/nan.h"
#include "core/pull/false_runs.h"
#include "core/pull/find_flags.h"
#include "core/pull/find_stretch.h"
#include "core/pull/local_line.h"
#include "core/pull/missed_beats.h"
#include "core/pull/pull_method.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <cstdio>
#include <limits>

namespace jr {
namespace {

/// Half the window of the rough torque: longer than an encoder's jitter, shorter than a limiter's cut.
constexpr double kRoughHalfWidthS = 0.05;
/// Slow loggers get a window of a few samples.
constexpr double kRoughHalfSamples = 2.2;
/// Below so many samples there is no curve: a fit wants more of them than it has parameters.
constexpr std::size_t kFewestSamples = 12;
/// A stretch of fewer samples is no run.
constexpr std::size_t kFewestInStretch = 8;
/// Idle speed and below carries no power; jumps are judged against this share of the top speed there.
constexpr double kSlowShare = 0.05;
/// "Top" is the level all but this share of samples stay below, so that one false reading is none.
constexpr double kTopQuantile = 0.95, kVeryTopQuantile = 0.995;

/// Keeps rows whose time moves forward; says how many did not.
void orderTime(ReadyPull& pull, const Channel& time, const ReadyOptions& options) {
    double last = -std::numeric_limits<double>::infinity();
    std::size_t leftOut = 0;
    double firstBad = kNaN, lastBad = kNaN;
    for (std::size_t i = 0; i < time.values.size(); ++i) {
        const double t = time.values[i];
        if (std::isfinite(t) && t > last) {
            pull.row.push_back(i);
            pull.timeS.push_back(t);
            last = t;
        } else {
            ++leftOut;
            if (std::isnan(firstBad))
                firstBad = last;
            lastBad = last;
        }
    }
    if (leftOut > 0) {
        Flag flag{FlagKind::Clock};
        flag.fromS = firstBad;
        flag.toS = lastBad;
        if (!std::isfinite(flag.fromS))
            flag.fromS = flag.toS = kNaN;
        flag.message = {"flag.clock", {Count{static_cast<long>(leftOut)}}};
        for (const FlagOverrule& o : options.overrules)
            flag.overruled = flag.overruled || o.kind == FlagKind::Clock;
        pull.flags.push_back(flag);
    }
}

/// A pull on its way through the stages below.
struct Preparation {
    const Trace& trace;
    const ReadyOptions& options;
    const ShaftMethod& method;
    ReadyPull pull{};
    TimeWindows windows{};
    double slow = 0.;                      ///< rad/s of the shaft: below it a jump is judged by this
    std::vector<char> loadGood, tachoGood; ///< samples believed
    std::vector<double> engine{};          ///< engine speed as recorded, rad/s; empty without a usable tachometer

    FalseRunOptions falseRuns() const {
        FalseRunOptions runs;
        runs.share = options.flags.tachoJump;
        runs.floorValue = slow;
        return runs;
    }
    Error tooFew(std::size_t count, std::string_view code) const {
        return Error{Message{code, {Count{static_cast<long>(count)}}}};
    }

    Result<Done> putInOrder();
    Result<Done> takeShaft();
    Result<Done> takeLoad();
    void maskLoad(const std::vector<double>& load);
    void smooth();
    Result<Done> findStretch();
    Result<Done> findEngineSpeed();
    Result<Done> flagAndChoose();
    void flagRatio();
};

/// Stage 1: rows whose time moves forward.
Result<Done> Preparation::putInOrder() {
    const Channel* time = trace.find(ChannelId::Time);
    if (!time)
        return Error{Message{"error.no-time-column"}};
    orderTime(pull, *time, options);
    if (pull.size() < kFewestSamples)
        return tooFew(pull.size(), "error.few-times");
    return method.check(trace.header);
}

/// Stage 2: the shaft's speed, and which of its samples are believed.
Result<Done> Preparation::takeShaft() {
    Result<std::vector<double>> shaft = method.shaftSpeed(trace, pull);
    if (!shaft)
        return shaft.error();
    pull.shaftRadS = std::move(shaft).value();
    pull.good.assign(pull.size(), 1);
    slow = kSlowShare * options.flags.tachoJump * quantile(pull.shaftRadS, kTopQuantile);
    maskJumps(pull, pull.shaftRadS, method.shaftChannel(), options.flags.tachoJump, slow, pull.good);
    maskFalseRuns(pull, pull.shaftRadS, falseRuns(), pull.good);
    return Done{};
}

/// A load may truly come on in one step, and a limiter throws it off near the top: only a run that comes back, below
/// the limiter's neighbourhood, is the scale's own fault.
void Preparation::maskLoad(const std::vector<double>& load) {
    const FlagOptions& o = options.flags;
    const double full = std::abs(quantile(load, kTopQuantile));
    maskJumps(pull, load, ChannelId::BrakeTorque, o.scaleJump, 0.5 * o.scaleJump * full, loadGood);
    FalseRunOptions runs;
    runs.share = o.scaleRun;
    runs.floorValue = o.scaleRun * full;
    runs.ends = false;
    const double top = quantile(pull.shaftRadS, kVeryTopQuantile);
    runs.spareFrom = 0;
    while (runs.spareFrom < pull.size() && pull.shaftRadS[runs.spareFrom] < (1. - o.limiterNear) * top)
        ++runs.spareFrom;
    maskFalseRuns(pull, load, runs, loadGood);
}

/// Stage 3: what was taken from the shaft.
Result<Done> Preparation::takeLoad() {
    Result<std::vector<double>> load = method.load(trace, pull);
    if (!load)
        return load.error();
    loadGood.assign(pull.size(), 1);
    pull.loadNm = std::move(load).value();
    if (!pull.loadNm.empty())
        maskLoad(pull.loadNm);
    const auto good = static_cast<std::size_t>(std::count(pull.good.begin(), pull.good.end(), 1));
    return good < kFewestSamples ? Result<Done>(tooFew(good, "error.few-speeds")) : Result<Done>(Done{});
}

/// Stage 4: everything rough, through a short sliding line.
void Preparation::smooth() {
    windows.stepS = (pull.timeS.back() - pull.timeS.front()) / static_cast<double>(pull.size() - 1);
    windows.roughHalfS = std::max(kRoughHalfWidthS * method.roughWindow(), kRoughHalfSamples * windows.stepS);
    LocalLine line = localLine(pull.timeS, pull.shaftRadS, pull.good, windows.roughHalfS);
    bridgeGaps(line, pull.timeS, pull.good, windows.roughHalfS);
    pull.shaftSmooth = std::move(line.value);
    pull.slopeRadS2 = std::move(line.slope);
    pull.torqueRough.assign(pull.size(), kNaN); // whoever leaves one unwritten is caught below
    method.roughTorque(pull, trace.header, loadGood, windows);
}

/// Stage 5: which part of the record is the run.
Result<Done> Preparation::findStretch() {
    method.findStretch(pull, options.stretch);
    if (pull.to < pull.from + kFewestInStretch)
        return Error{Message{method.noStretch()}};
    pull.openTo = pull.size();
    keepOpenThrottle(pull, trace, options.stretch);
    return Done{};
}

/// Stage 6: engine speed, from its own channel where there is one, through the ratio on a geared machine.
Result<Done> Preparation::findEngineSpeed() {
    const std::size_t n = pull.size();
    const Channel* tacho = trace.find(ChannelId::EngineSpeed);
    tachoGood.assign(n, 1);
    if (tacho && method.ownTachometer()) {
        engine = gathered(pull, *tacho);
        maskJumps(pull, engine, ChannelId::EngineSpeed, options.flags.tachoJump, slow, tachoGood);
        maskFalseRuns(pull, engine, falseRuns(), tachoGood);
        std::size_t believable = 0;
        for (std::size_t i = pull.from; i < pull.to; ++i)
            believable += tachoGood[i] && engine[i] > 0.;
        if (2 * believable < pull.to - pull.from)
            engine.clear();
    }
    if (!engine.empty()) {
        findRatio(pull, engine, tachoGood, options.flags);
        for (std::size_t i = 0; i < n; ++i)
            pull.engineRaw.push_back(tachoGood[i] ? rpmFromRadPerS(engine[i]) : kNaN);
    } else if (const auto ratio = method.engineRatio(trace.header)) {
        pull.ratioAtZero = *ratio;
    } else {
        return Error{Message{tacho ? "error.tachometer-unusable" : "error.no-engine-speed"}};
    }
    pull.rpm.assign(n, kNaN);
    if (pull.geared) {
        for (std::size_t i = 0; i < n; ++i)
            pull.rpm[i] = rpmFromRadPerS(pull.shaftSmooth[i] * pull.ratio(pull.shaftSmooth[i]));
    } else {
        const LocalLine own = localLine(pull.timeS, engine, tachoGood, 2. * windows.roughHalfS);
        for (std::size_t i = 0; i < n; ++i)
            pull.rpm[i] = rpmFromRadPerS(own.value[i]);
    }
    return Done{};
}

/// What the header says of the ratio against what the channels say.
void Preparation::flagRatio() {
    const auto written = method.engineRatio(trace.header);
    const double measured = pull.ratio(pull.shaftSmooth[pull.to - 1]);
    if (!written || std::abs(*written / measured - 1.) <= options.flags.ratioDisagrees)
        return;
    Flag flag{FlagKind::Inconsistent};
    flag.fromS = pull.timeS[pull.from];
    flag.toS = pull.timeS[pull.to - 1];
    flag.message = {"flag.ratio", {Number{*written, 3}, Number{measured, 3}}};
    pull.flags.push_back(flag);
}

/// Stage 7: what is not the engine, and which samples the curve is made of.
Result<Done> Preparation::flagAndChoose() {
    findLimiter(pull, trace.header, options);
    findLoadSpike(pull, options);
    pull.fitted.assign(pull.size(), 0);
    for (std::size_t i = pull.from; i < pull.to; ++i)
        pull.fitted[i] = pull.good[i] && loadGood[i];
    flagDropouts(pull, pull.good, std::string(method.shaftSensor()), options);
    if (!pull.loadNm.empty())
        flagDropouts(pull, loadGood, "scale", options);
    if (!engine.empty())
        flagDropouts(pull, tachoGood, "tachometer", options);
    flagHoles(pull, options);
    if (!engine.empty() && pull.geared) {
        findSlip(pull, options);
        flagRatio();
    }
    findMixtureFlags(pull, trace, options);
    findWholePullFlags(pull, trace, options);
    assert(std::none_of(pull.rpm.begin(), pull.rpm.end(), [](double v) { return std::isnan(v); }));
    assert(std::none_of(pull.torqueRough.begin(), pull.torqueRough.end(), [](double v) { return std::isnan(v); }));
    const auto fitted = static_cast<std::size_t>(std::count(pull.fitted.begin(), pull.fitted.end(), 1));
    return fitted < kFewestSamples ? Result<Done>(tooFew(fitted, "error.few-usable")) : Result<Done>(Done{});
}

} // namespace

Flag addFlag(ReadyPull& pull, const ReadyOptions& options, FlagKind kind, std::size_t from, std::size_t to,
             Message message) {
    Flag flag{kind};
    flag.fromS = pull.timeS[from];
    flag.toS = pull.timeS[to - 1];
    flag.fromRpm = flag.toRpm = pull.rpm.empty() ? kNaN : pull.rpm[from];
    for (std::size_t i = from; i < to && !pull.rpm.empty(); ++i) {
        flag.fromRpm = std::min(flag.fromRpm, pull.rpm[i]);
        flag.toRpm = std::max(flag.toRpm, pull.rpm[i]);
    }
    flag.fromShaftRadS = flag.toShaftRadS = pull.shaftSmooth[from];
    for (std::size_t i = from; i < to; ++i) {
        flag.fromShaftRadS = std::min(flag.fromShaftRadS, pull.shaftSmooth[i]);
        flag.toShaftRadS = std::max(flag.toShaftRadS, pull.shaftSmooth[i]);
    }
    flag.message = std::move(message);
    const double slack = options.flags.overruleS;
    for (const FlagOverrule& o : options.overrules)
        if (o.kind == kind && (std::isnan(o.atS) || (o.atS >= flag.fromS - slack && o.atS <= flag.toS + slack)))
            flag.overruled = true;
    pull.flags.push_back(flag);
    return flag;
}

Result<ReadyPull> readyPull(const Trace& trace, const ReadyOptions& options) {
    const ShaftMethod* method = shaftMethodOf(trace.header.kind);
    if (!method)
        return Error{Message{"error.curve-no-record"}};
    Preparation p{trace, options, *method, {}, {}, 0., {}, {}, {}};
    p.pull.kind = trace.header.kind;
    for (const auto stage : {&Preparation::putInOrder, &Preparation::takeShaft, &Preparation::takeLoad})
        if (Result<Done> done = (p.*stage)(); !done)
            return done.error();
    p.smooth();
    for (const auto stage : {&Preparation::findStretch, &Preparation::findEngineSpeed, &Preparation::flagAndChoose})
        if (Result<Done> done = (p.*stage)(); !done)
            return done.error();
    return std::move(p.pull);
}

} // namespace jr
