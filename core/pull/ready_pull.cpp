#include "core/pull/ready_pull.h"

#include "core/pull/false_runs.h"
#include "core/pull/find_flags.h"
#include "core/pull/find_stretch.h"
#include "core/pull/local_line.h"
#include "core/pull/missed_beats.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <limits>

namespace jr {
namespace {

constexpr double kNaN = std::numeric_limits<double>::quiet_NaN();
constexpr double kRoughHalfWidthS =
    0.05; // window of the rough torque: longer than an encoder's jitter, shorter than a cut

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
        flag.text = counted(leftOut, "row", "rows") + " left out: time stood still or ran backwards";
        for (const FlagOverrule& o : options.overrules)
            flag.overruled = flag.overruled || o.kind == FlagKind::Clock;
        pull.flags.push_back(flag);
    }
}

Result<std::vector<double>> shaftSpeed(const Trace& trace, const ReadyPull& pull) {
    const PullHeader& h = trace.header;
    if (h.kind == PullKind::Roller) {
        if (const Channel* roller = trace.find(ChannelId::RollerSpeed))
            return gathered(pull, *roller);
        if (const Channel* road = trace.find(ChannelId::VehicleSpeed)) {
            if (!h.rollerRadiusM || !(*h.rollerRadiusM > 0.))
                return Error{"vehicle_speed needs roller_radius_m to become roller speed"};
            return gathered(pull, *road, 1. / *h.rollerRadiusM);
        }
        return Error{"a roller pull needs a roller_speed column, or vehicle_speed with roller_radius_m"};
    }
    if (const Channel* brake = trace.find(ChannelId::BrakeSpeed))
        return gathered(pull, *brake);
    if (const Channel* engine = trace.find(ChannelId::EngineSpeed))
        return gathered(pull, *engine, 1. / h.enginePerBrake);
    return Error{"a brake pull needs an engine_speed or brake_speed column"};
}

Result<Done> readLoad(const Trace& trace, ReadyPull& pull) {
    if (const Channel* torque = trace.find(ChannelId::BrakeTorque)) {
        pull.loadNm = gathered(pull, *torque);
        return Done{};
    }
    const Channel* force = trace.find(ChannelId::LoadForce);
    if (!force)
        return Error{"a brake pull needs a load_force or brake_torque column"};
    if (!trace.header.brakeArmM || !(*trace.header.brakeArmM > 0.))
        return Error{"load_force needs brake_arm_m to become torque"};
    pull.loadNm = gathered(pull, *force, *trace.header.brakeArmM);
    return Done{};
}

} // namespace

Flag addFlag(ReadyPull& pull, const ReadyOptions& options, FlagKind kind, std::size_t from, std::size_t to,
             std::string text) {
    Flag flag{kind};
    flag.fromS = pull.timeS[from];
    flag.toS = pull.timeS[to - 1];
    flag.fromRpm = flag.toRpm = pull.rpm.empty() ? kNaN : pull.rpm[from];
    for (std::size_t i = from; i < to && !pull.rpm.empty(); ++i) {
        flag.fromRpm = std::min(flag.fromRpm, pull.rpm[i]);
        flag.toRpm = std::max(flag.toRpm, pull.rpm[i]);
    }
    flag.text = std::move(text);
    for (const FlagOverrule& o : options.overrules)
        if (o.kind == kind && (std::isnan(o.atS) || (o.atS >= flag.fromS - 0.05 && o.atS <= flag.toS + 0.05)))
            flag.overruled = true;
    pull.flags.push_back(flag);
    return flag;
}

Result<ReadyPull> readyPull(const Trace& trace, const ReadyOptions& options) {
    const PullHeader& h = trace.header;
    ReadyPull pull;
    pull.kind = h.kind;
    const Channel* time = trace.find(ChannelId::Time);
    if (!time)
        return Error{"there is no time column"};
    orderTime(pull, *time, options);
    if (pull.size() < 12)
        return Error{"only " + counted(pull.size(), "row", "rows") + " with a usable time: too few for a curve"};
    if (h.kind == PullKind::Roller && (!h.rollerInertiaKgM2 || !(*h.rollerInertiaKgM2 > 0.)))
        return Error{"a roller pull needs roller_inertia_kg_m2"};

    Result<std::vector<double>> shaft = shaftSpeed(trace, pull);
    if (!shaft)
        return shaft.error();
    pull.shaftRadS = std::move(shaft).value();
    const std::size_t n = pull.size();
    pull.good.assign(n, 1);
    const ChannelId shaftId = h.kind == PullKind::Roller ? ChannelId::RollerSpeed : ChannelId::BrakeSpeed;
    // Idle speed and below carries no power; jumps are judged against a twentieth of the top speed there.
    const double slow = 0.05 * options.flags.tachoJump * quantile(pull.shaftRadS, 0.95);
    maskJumps(pull, pull.shaftRadS, shaftId, options.flags.tachoJump, slow, pull.good);
    FalseRunOptions runs;
    runs.share = options.flags.tachoJump;
    runs.floorValue = slow;
    maskFalseRuns(pull, pull.shaftRadS, runs, pull.good);
    std::vector<char> scaleGood(n, 1);
    // A load may truly come on in one step, and a limiter throws it off near the top: only a run that comes back, below
    // the limiter's neighbourhood, is the scale's own fault.
    const auto maskLoad = [&](const std::vector<double>& load) {
        const double full = std::abs(quantile(load, 0.95));
        maskJumps(pull, load, ChannelId::BrakeTorque, options.flags.scaleJump, 0.5 * options.flags.scaleJump * full,
                  scaleGood);
        FalseRunOptions loadRuns;
        loadRuns.share = options.flags.scaleRun;
        loadRuns.floorValue = options.flags.scaleRun * full;
        loadRuns.ends = false;
        const double top = quantile(pull.shaftRadS, 0.995);
        loadRuns.spareFrom = 0;
        while (loadRuns.spareFrom < n && pull.shaftRadS[loadRuns.spareFrom] < (1. - options.flags.limiterNear) * top)
            ++loadRuns.spareFrom;
        maskFalseRuns(pull, load, loadRuns, scaleGood);
    };
    if (h.kind == PullKind::Brake) {
        if (Result<Done> load = readLoad(trace, pull); !load)
            return load.error();
        maskLoad(pull.loadNm);
    }
    const auto goodCount = static_cast<std::size_t>(std::count(pull.good.begin(), pull.good.end(), 1));
    if (goodCount < 12)
        return Error{"only " + counted(goodCount, "row", "rows") + " with a usable speed: too few for a curve"};

    // Slow loggers get a window of a few samples.
    const double step = (pull.timeS.back() - pull.timeS.front()) / static_cast<double>(n - 1);
    const double brakeWiden = h.kind == PullKind::Brake ? 2. : 1.;
    const double half = std::max(kRoughHalfWidthS * brakeWiden, 2.2 * step);
    LocalLine line = localLine(pull.timeS, pull.shaftRadS, pull.good, half);
    bridgeGaps(line, pull.timeS, pull.good, half);
    pull.shaftSmooth = std::move(line.value);
    pull.slopeRadS2 = std::move(line.slope);
    pull.torqueRough.resize(n);
    if (h.kind == PullKind::Roller) {
        // A roller with a brake: what the brake took belongs to the pull as well.
        if (const Channel* brake = trace.find(ChannelId::BrakeTorque)) {
            std::vector<double> load = gathered(pull, *brake);
            for (double& v : load)
                v = std::isfinite(v) ? v : 0.;
            maskLoad(load);
            LocalLine smooth = localLine(pull.timeS, load, scaleGood, half);
            bridgeGaps(smooth, pull.timeS, scaleGood, half);
            pull.loadNm = std::move(smooth.value);
        }
        for (std::size_t i = 0; i < n; ++i)
            pull.torqueRough[i] = *h.rollerInertiaKgM2 * pull.slopeRadS2[i] +
                                  rollerDragNm(h.rollerLossNm, pull.shaftSmooth[i]) +
                                  (pull.loadNm.empty() ? 0. : pull.loadNm[i]);
        findRollerStretch(pull);
    } else {
        LocalLine load = localLine(pull.timeS, pull.loadNm, scaleGood, half);
        bridgeGaps(load, pull.timeS, scaleGood, half);
        LocalLine slow2 = localLine(pull.timeS, pull.shaftRadS, pull.good, std::max(0.2, 4. * step));
        bridgeGaps(slow2, pull.timeS, pull.good, half);
        pull.slopeRadS2 =
            slow2.slope; // the inertia term is small; a wide window keeps the tachometer's noise out of it
        for (std::size_t i = 0; i < n; ++i)
            pull.torqueRough[i] = load.value[i] + h.brakeInertiaKgM2 * pull.slopeRadS2[i];
        findBrakeStretch(pull);
    }
    if (pull.to < pull.from + 8)
        return Error{h.kind == PullKind::Roller ? "the roller never gathers speed: there is no pull in this trace"
                                                : "the brake is never loaded: there is no pull in this trace"};

    pull.openTo = n;
    keepOpenThrottle(pull, trace);

    // Engine speed: from its own channel where there is one, through the ratio on a geared machine.
    const Channel* tacho = trace.find(ChannelId::EngineSpeed);
    std::vector<char> tachoGood(n, 1);
    std::vector<double> engine;
    if (tacho && h.kind == PullKind::Roller) {
        engine = gathered(pull, *tacho);
        maskJumps(pull, engine, ChannelId::EngineSpeed, options.flags.tachoJump, slow, tachoGood);
        maskFalseRuns(pull, engine, runs, tachoGood);
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
    } else if (h.kind == PullKind::Brake) {
        pull.ratioAtZero = h.enginePerBrake;
    } else if (h.enginePerRoller && *h.enginePerRoller > 0.) {
        pull.ratioAtZero = *h.enginePerRoller;
    } else {
        return Error{tacho ? "the engine_speed column has too few usable values and engine_per_roller is not given"
                           : "a roller pull needs an engine_speed column or engine_per_roller"};
    }
    pull.rpm.resize(n);
    if (pull.geared) {
        for (std::size_t i = 0; i < n; ++i)
            pull.rpm[i] = rpmFromRadPerS(pull.shaftSmooth[i] * pull.ratio(pull.shaftSmooth[i]));
    } else {
        const LocalLine own = localLine(pull.timeS, engine, tachoGood, 2. * half);
        for (std::size_t i = 0; i < n; ++i)
            pull.rpm[i] = rpmFromRadPerS(own.value[i]);
    }

    findLimiter(pull, h, options);
    findLoadSpike(pull, options);
    pull.fitted.assign(n, 0);
    for (std::size_t i = pull.from; i < pull.to; ++i)
        pull.fitted[i] = pull.good[i] && scaleGood[i];
    flagDropouts(pull, pull.good, h.kind == PullKind::Roller ? "roller pickup" : "tachometer", options);
    if (!pull.loadNm.empty())
        flagDropouts(pull, scaleGood, "scale", options);
    if (!engine.empty())
        flagDropouts(pull, tachoGood, "tachometer", options);
    flagHoles(pull, options);
    if (!engine.empty() && pull.geared) {
        findSlip(pull, options);
        if (h.enginePerRoller && std::abs(*h.enginePerRoller / pull.ratio(pull.shaftSmooth[pull.to - 1]) - 1.) >
                                     options.flags.ratioDisagrees) {
            Flag flag{FlagKind::Inconsistent};
            flag.fromS = pull.timeS[pull.from];
            flag.toS = pull.timeS[pull.to - 1];
            char text[160];
            std::snprintf(text, sizeof text,
                          "engine_per_roller is written as %.3f but the channels say %.3f; the channels are used",
                          *h.enginePerRoller, pull.ratio(pull.shaftSmooth[pull.to - 1]));
            flag.text = text;
            pull.flags.push_back(flag);
        }
    }
    findMixtureFlags(pull, trace, options);
    findWholePullFlags(pull, trace, options);
    const auto fittedCount = static_cast<std::size_t>(std::count(pull.fitted.begin(), pull.fitted.end(), 1));
    if (fittedCount < 12)
        return Error{"only " + counted(fittedCount, "row", "rows") + " of the pull are usable: too few for a curve"};
    return pull;
}

} // namespace jr
