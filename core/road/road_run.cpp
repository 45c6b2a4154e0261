// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/road_run.h"

#include "core/road/resistance.h"

#include "core/nan.h"
#include "core/pull/local_line.h"
#include "core/road/distance.h"
#include "core/road/slope.h"
#include "core/units/units.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr std::size_t kFewestRows = 6;

/// The rows that can be used, and holes among them.
struct Rows {
    std::vector<std::size_t> row;
    long backwards = 0;
    double firstBackS = kNaN, lastBackS = kNaN;
};

Rows usableRows(const Channel& time, const Channel& speed) {
    Rows out;
    double last = -std::numeric_limits<double>::infinity();
    const ChannelInfo& info = channelInfo(ChannelId::VehicleSpeed);
    for (std::size_t i = 0; i < time.values.size(); ++i) {
        const double t = time.values[i], v = speed.values[i];
        if (std::isfinite(t) && t <= last) {
            ++out.backwards;
            out.firstBackS = std::isnan(out.firstBackS) ? last : out.firstBackS;
            out.lastBackS = last;
        }
        if (!std::isfinite(t) || t <= last || !std::isfinite(v) || v < info.lowest || v > info.highest)
            continue;
        out.row.push_back(i);
        last = t;
    }
    return out;
}

std::vector<double> picked(const Trace& trace, ChannelId id, const Rows& rows, double factor = 1.) {
    std::vector<double> out;
    const std::vector<const Channel*> all = trace.findAll(id);
    if (all.empty())
        return out;
    bool any = false;
    for (std::size_t row : rows.row) {
        // Several probes: their mean.
        double sum = 0.;
        int count = 0;
        for (const Channel* c : all)
            if (std::isfinite(c->values[row])) {
                sum += c->values[row] * factor;
                ++count;
            }
        out.push_back(count > 0 ? sum / count : kNaN);
        any = any || count > 0;
    }
    return any ? out : std::vector<double>{};
}

Flag flagged(FlagKind kind, double fromS, double toS, Message message) {
    Flag out{kind};
    out.fromS = fromS;
    out.toS = toS;
    out.message = std::move(message);
    return out;
}

/// A run on its way through what may have spoilt it.
struct Account {
    const Trace& trace;
    const RoadOptions& o;
    RoadRun run{};
    double beginS = 0., endS = 0.; ///< of what is timed

    void leaveOut(Message why) {
        if (!run.leftOut)
            run.leftOut = std::move(why);
    }
    void clock(const Rows& rows);
    void fix();
    void throttleLifted();
    void launchSlip();
    void coldAndShort();
};

void Account::clock(const Rows& rows) {
    if (rows.backwards > 0) {
        run.flags.push_back(
            flagged(FlagKind::Clock, rows.firstBackS, rows.lastBackS, {"flag.clock", {Count{rows.backwards}}}));
        if (rows.lastBackS > beginS && rows.firstBackS < endS)
            leaveOut({"road.clock"});
    }
}

/// Where its receiver saw too few satellites, or none.
void Account::fix() {
    for (std::size_t i = 1; i < run.timeS.size(); ++i) {
        const double hole = run.timeS[i] - run.timeS[i - 1];
        if (hole < o.lostS || hole < o.lostSteps / run.rateHz)
            continue;
        run.flags.push_back(
            flagged(FlagKind::FixLost, run.timeS[i - 1], run.timeS[i], {"flag.fix-lost", {Number{hole, 1}}}));
        if (run.timeS[i] > beginS && run.timeS[i - 1] < endS)
            leaveOut({"road.fix-lost", {Number{hole, 1}}});
    }
    const Channel *satellites = trace.find(ChannelId::Satellites), *hdop = trace.find(ChannelId::Hdop),
                  *time = trace.find(ChannelId::Time);
    if (!satellites && !hdop)
        return;
    double fromS = kNaN, least = kNaN, most = kNaN, poorInRunS = 0.;
    const auto end = [&](double toS) {
        if (std::isfinite(fromS) && toS - fromS > 0.)
            run.flags.push_back(flagged(FlagKind::FixPoor, fromS, toS,
                                        std::isfinite(least)
                                            ? Message{"flag.fix-few", {Number{least, 0}, Number{toS - fromS, 1}}}
                                            : Message{"flag.fix-poor", {Number{most, 1}, Number{toS - fromS, 1}}}));
        fromS = least = most = kNaN;
    };
    double last = kNaN;
    for (std::size_t i = 0; i < time->values.size(); ++i) {
        const double t = time->values[i];
        if (!std::isfinite(t))
            continue;
        const bool few = satellites && satellites->values[i] < o.fewSatellites;
        const bool poor = hdop && hdop->values[i] > o.poorHdop;
        if (few || poor) {
            fromS = std::isnan(fromS) ? t : fromS;
            if (few)
                least = std::isnan(least) ? satellites->values[i] : std::min(least, satellites->values[i]);
            if (poor)
                most = std::isnan(most) ? hdop->values[i] : std::max(most, hdop->values[i]);
            if (std::isfinite(last) && t > beginS && last < endS)
                poorInRunS += std::max(0., std::min(t, endS) - std::max(last, beginS));
        } else {
            end(t);
        }
        last = t;
    }
    end(last);
    if (poorInRunS >= o.poorS)
        leaveOut({"road.fix-poor", {Number{poorInRunS, 1}}});
}

void Account::throttleLifted() {
    constexpr double kClearOfStartS = 0.8;
    const double fromS = beginS + (run.launch ? kClearOfStartS : 0.);
    if (!run.throttle.empty()) {
        double most = 0.;
        for (double x : run.throttle)
            most = std::isfinite(x) ? std::max(most, x) : most;
        double shutS = kNaN;
        for (std::size_t i = 0; i <= run.topRow; ++i) {
            const bool shut = run.timeS[i] > fromS && run.throttle[i] < o.openThrottle * most;
            if (shut && std::isnan(shutS))
                shutS = run.timeS[i];
            if (!shut && std::isfinite(shutS)) {
                if (run.timeS[i] - shutS >= o.liftedS)
                    run.flags.push_back(flagged(FlagKind::ThrottleLifted, shutS, run.timeS[i],
                                                {"flag.throttle-lifted", {Number{run.timeS[i] - shutS, 1}}}));
                shutS = kNaN;
            }
        }
        return;
    }
    // No throttle: speed that was lost and gained back on the way up.
    std::size_t best = 0;
    double lowest = 0.;
    for (std::size_t i = 1; i <= run.topRow; ++i) {
        if (run.speedMPerS[i] < run.speedMPerS[best]) {
            lowest = std::max(lowest, run.speedMPerS[best] - run.speedMPerS[i]);
            continue;
        }
        const double awayS = run.timeS[i] - run.timeS[best];
        if (run.timeS[best] > fromS && lowest > std::max(o.liftedMPerS, 6. * run.noiseMPerS) && awayS > o.liftedS)
            run.flags.push_back(flagged(FlagKind::ThrottleLifted, run.timeS[best], run.timeS[i],
                                        {"flag.speed-lost", {Measure{lowest, Measured::RoadSpeed}, Number{awayS, 1}}}));
        best = i;
        lowest = 0.;
    }
}

/// Engine turns for the road may only fall while it starts: where they rise again, tyre or clutch let go.
void Account::launchSlip() {
    if (run.engineRpm.empty() || !run.launch)
        return;
    constexpr double kFromMPerS = 2., kHalfS = 0.15;
    constexpr int kInARow = 2; // a single sample may be the tachometer's
    const LocalLine road = localLine(run.timeS, run.speedMPerS, std::vector<char>{}, kHalfS);
    double least = std::numeric_limits<double>::infinity(), slipsS = kNaN, endsS = kNaN, most = 0.;
    int above = 0;
    for (std::size_t i = 0; i <= run.topRow; ++i) {
        if (run.timeS[i] < run.launch->startS || road.value[i] < kFromMPerS || !std::isfinite(run.engineRpm[i]))
            continue;
        if (run.timeS[i] > run.launch->startS + o.slipWithinS)
            break;
        const double ratio = run.engineRpm[i] / road.value[i];
        least = std::min(least, ratio);
        above = ratio > (1. + o.slipShare) * least ? above + 1 : 0;
        if (above < kInARow)
            continue;
        slipsS = std::isnan(slipsS) ? run.timeS[i - 1] : slipsS;
        endsS = run.timeS[i];
        most = std::max(most, ratio / least - 1.);
    }
    constexpr double kPct = 100.;
    if (std::isfinite(slipsS))
        run.flags.push_back(
            flagged(FlagKind::LaunchSlip, slipsS, endsS, {"flag.launch-slip", {Number{kPct * most, 0}}}));
}

void Account::coldAndShort() {
    if (const Channel* coolant = trace.find(ChannelId::Coolant)) {
        double sum = 0.;
        int count = 0;
        for (double c : coolant->values)
            if (std::isfinite(c)) {
                sum += c;
                ++count;
            }
        if (count > 0 && sum / count < o.coldC)
            run.flags.push_back(flagged(FlagKind::Cold, beginS, endS,
                                        {"flag.road-cold", {Measure{sum / count, Measured::Temperature}}}));
    }
    if (isCoastDown(run)) {
        leaveOut(coastDownReason());
    } else if (endS - beginS < o.shortS) {
        run.flags.push_back(flagged(FlagKind::Short, beginS, endS, {"flag.road-short", {Number{endS - beginS, 1}}}));
        leaveOut({"road.short", {Number{endS - beginS, 1}}});
    } else if (!run.header.text(header_key::cutShort).empty()) {
        run.flags.push_back(flagged(FlagKind::Short, endS, run.timeS.back(), {"flag.road-cut-short"}));
    }
}

void launchAndDistance(RoadRun& run, const LaunchOptions& options) {
    run.distanceM.clear();
    run.launch = findLaunch(run.timeS, run.speedMPerS, run.noiseMPerS, options);
    if (!run.launch)
        return;
    run.distanceM.assign(run.timeS.size(), kNaN);
    double metres = 0.;
    for (const LaunchCase& one : run.launch->cases)
        metres += one.weight * one.joinM;
    run.distanceM[run.launch->joinRow] = metres;
    for (std::size_t i = run.launch->joinRow + 1; i < run.timeS.size(); ++i)
        run.distanceM[i] = metres += metresWithin(run.timeS, run.speedMPerS, i, 1.);
}

} // namespace

RoadRun withSpeedsScaled(RoadRun run, double factor, const LaunchOptions& options) {
    for (double& speed : run.speedMPerS)
        speed *= factor;
    run.noiseMPerS *= factor;
    launchAndDistance(run, options);
    return run;
}

Result<RoadRun> roadRun(const Trace& trace, const RoadOptions& options) {
    const Channel *time = trace.find(ChannelId::Time), *speed = trace.find(ChannelId::VehicleSpeed);
    if (!time)
        return Error{Message{"error.no-time-column"}};
    if (!speed)
        return Error{Message{"error.road-needs-speed"}};
    const Rows rows = usableRows(*time, *speed);
    if (rows.row.size() < kFewestRows)
        return Error{Message{"error.few-times", {Count{static_cast<long>(rows.row.size())}}}};
    Account account{trace, options};
    RoadRun& run = account.run;
    run.header = trace.header;
    for (std::size_t row : rows.row) {
        run.timeS.push_back(time->values[row]);
        run.speedMPerS.push_back(speed->values[row]);
    }
    run.engineRpm = picked(trace, ChannelId::EngineSpeed, rows, 1. / kRadPerSecPerRpm);
    run.throttle = picked(trace, ChannelId::Throttle, rows);
    run.afr = picked(trace, ChannelId::Afr, rows);
    run.altitudeM = picked(trace, ChannelId::Altitude, rows);
    run.latitudeRad = picked(trace, ChannelId::Latitude, rows);
    run.longitudeRad = picked(trace, ChannelId::Longitude, rows);
    std::vector<double> steps;
    for (std::size_t i = 1; i < run.timeS.size(); ++i)
        steps.push_back(run.timeS[i] - run.timeS[i - 1]);
    run.rateHz = 1. / median(std::move(steps));
    run.noiseMPerS = speedNoiseMPerS(run.timeS, run.speedMPerS);
    run.topRow = static_cast<std::size_t>(std::max_element(run.speedMPerS.begin(), run.speedMPerS.end()) -
                                          run.speedMPerS.begin());
    launchAndDistance(run, options.launch);
    account.beginS = run.launch ? run.launch->startS : run.timeS.front();
    account.endS = run.timeS[run.topRow];
    account.clock(rows);
    account.fix();
    findSlope(run, options.slopePct);
    account.throttleLifted();
    account.launchSlip();
    account.coldAndShort();
    if (options.keep)
        run.leftOut.reset();
    return std::move(run);
}

} // namespace jr
