#include "core/pull/ready_pull.h"

#include "core/pull/find_flags.h"
#include "core/pull/local_line.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <limits>

namespace jr {
namespace {

constexpr double kNaN = std::numeric_limits<double>::quiet_NaN();
constexpr double kRoughHalfWidthS =
    0.05; // window of the rough torque: longer than an encoder's jitter, shorter than a cut

std::string counted(std::size_t n, const char* one, const char* many) {
    return std::to_string(n) + " " + (n == 1 ? one : many);
}

bool usable(double value, ChannelId id) {
    const ChannelInfo& info = channelInfo(id);
    return std::isfinite(value) && value >= info.lowest && value <= info.highest;
}

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

std::vector<double> gathered(const ReadyPull& pull, const Channel& channel, double factor = 1.) {
    std::vector<double> out;
    out.reserve(pull.row.size());
    for (std::size_t row : pull.row)
        out.push_back(channel.values[row] * factor);
    return out;
}

/// Marks missed and double beats: samples far from the median of their neighbours.
void maskJumps(const ReadyPull& pull, const std::vector<double>& value, ChannelId id, double share, double floorValue,
               std::vector<char>& good) {
    // Seven samples either side, but never more than a tenth of a second: a missed beat is short.
    const std::size_t n = value.size();
    const double step = n > 1 ? (pull.timeS.back() - pull.timeS.front()) / static_cast<double>(n - 1) : 1.;
    const int half = std::clamp(static_cast<int>(0.1 / std::max(step, 1e-6)), 2, 7);
    std::vector<char> in(n);
    for (std::size_t i = 0; i < n; ++i)
        in[i] = usable(value[i], id);
    // Medians of whole blocks are quick; only a sample well off all blocks near it is held against its own neighbours.
    const std::size_t block = 2 * static_cast<std::size_t>(half) + 1;
    std::vector<double> blocks, some;
    for (std::size_t from = 0; from < n; from += block) {
        some.clear();
        for (std::size_t i = from; i < std::min(n, from + block); ++i)
            if (in[i])
                some.push_back(value[i]);
        const auto middle = some.begin() + static_cast<long>(some.size() / 2);
        std::nth_element(some.begin(), middle, some.end());
        blocks.push_back(some.empty() ? kNaN : *middle);
    }
    const auto nearBlock = [&](std::size_t i) {
        const std::size_t k = i / block;
        for (std::size_t j = k > 0 ? k - 1 : 0; j <= std::min(k + 1, blocks.size() - 1); ++j)
            if (std::abs(value[i] - blocks[j]) <= 0.5 * std::max(share * std::abs(blocks[j]), floorValue))
                return true;
        return false;
    };
    for (std::size_t i = 0; i < n; ++i) {
        if (in[i] && nearBlock(i))
            continue;
        const double middle = windowMedian(value, in, i, half);
        if (!in[i] || std::abs(value[i] - middle) > std::max(share * std::abs(middle), floorValue))
            good[i] = 0;
    }
}

/// One dropout flag per run of masked samples (runs closer than 0.1 s together are one), and per hole in time.
void flagDropouts(ReadyPull& pull, const std::vector<char>& good, const char* what, const ReadyOptions& options) {
    for (std::size_t i = pull.from; i < pull.to;) {
        if (good[i]) {
            ++i;
            continue;
        }
        std::size_t end = i + 1, bad = 1;
        for (std::size_t j = i + 1; j < pull.to && pull.timeS[j] - pull.timeS[end - 1] < 0.1; ++j)
            if (!good[j]) {
                end = j + 1;
                ++bad;
            }
        addFlag(pull, options, FlagKind::Dropout, i, end,
                std::string(what) + " missed " + counted(bad, "beat", "beats"));
        i = end;
    }
}

void flagHoles(ReadyPull& pull, const ReadyOptions& options) {
    std::vector<double> steps;
    for (std::size_t i = 1; i < pull.size(); ++i)
        steps.push_back(pull.timeS[i] - pull.timeS[i - 1]);
    const double usual = median(steps);
    for (std::size_t i = std::max<std::size_t>(pull.from, 1); i < pull.to; ++i) {
        const double hole = steps[i - 1];
        if (hole > options.flags.gapFactor * usual && hole > options.flags.gapMinS) {
            char text[80];
            std::snprintf(text, sizeof text, "nothing recorded for %.2f s", hole);
            addFlag(pull, options, FlagKind::Dropout, i - 1, i + 1, text);
        }
    }
}

/// Engine per shaft as a straight line in shaft speed (tyres grow), trimmed against slip; decides geared or CVT.
void findRatio(ReadyPull& pull, const std::vector<double>& engine, const std::vector<char>& engineGood,
               const FlagOptions& o) {
    std::vector<double> ratios;
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (engineGood[i] && pull.good[i] && pull.shaftSmooth[i] > 0.)
            ratios.push_back(engine[i] / pull.shaftSmooth[i]);
    const double middle = median(ratios);
    std::size_t near = 0;
    for (double r : ratios)
        near += std::abs(r / middle - 1.) < o.slipRatio;
    pull.geared = static_cast<double>(near) >= o.gearedShare * static_cast<double>(ratios.size());
    pull.ratioAtZero = middle;
    pull.ratioPerRadS = 0.;
    if (!pull.geared)
        return;
    double s0 = 0., sx = 0., sy = 0., sxx = 0., sxy = 0.;
    for (std::size_t i = pull.from; i < pull.to; ++i) {
        if (!engineGood[i] || !pull.good[i] || pull.shaftSmooth[i] <= 0.)
            continue;
        const double r = engine[i] / pull.shaftSmooth[i];
        if (std::abs(r / middle - 1.) > 0.5 * o.slipRatio)
            continue;
        const double x = pull.shaftSmooth[i];
        s0 += 1.;
        sx += x;
        sy += r;
        sxx += x * x;
        sxy += x * r;
    }
    const double spread = sxx / s0 - sx / s0 * sx / s0;
    if (s0 < 20. || spread <= 0.)
        return;
    const double slope = (sxy / s0 - sx / s0 * sy / s0) / spread;
    // A line is only worth having when it changes the engine speed by more than the tachometer's own error.
    const double reach = std::abs(slope) * (pull.shaftSmooth[pull.to - 1] - pull.shaftSmooth[pull.from]);
    if (reach > 0.003 * middle) {
        pull.ratioPerRadS = slope;
        pull.ratioAtZero = sy / s0 - slope * sx / s0;
    } else {
        pull.ratioAtZero = sy / s0;
    }
}

/// Roller: from where it begins to gather speed in earnest to its highest speed.
void findRollerStretch(ReadyPull& pull) {
    const std::size_t n = pull.size();
    std::size_t top = 0;
    for (std::size_t i = 0; i < n; ++i)
        if (pull.shaftSmooth[i] > pull.shaftSmooth[top])
            top = i;
    // Under a brake the roller gathers speed slowly at full power: there the torque tells, not the acceleration.
    const std::vector<double>& effort = pull.loadNm.empty() ? pull.slopeRadS2 : pull.torqueRough;
    std::vector<double> climbs(effort.begin(), effort.begin() + static_cast<long>(top) + 1);
    const double brisk = quantile(climbs, 0.75);
    // Walk down from the middle of the climb, so that steady running or braking before the pull is left off.
    std::size_t start = top;
    const double halfway = 0.5 * (pull.shaftSmooth[top] + pull.shaftSmooth.front());
    while (start > 0 && (pull.shaftSmooth[start] > halfway || effort[start] > 0.12 * brisk))
        --start;
    if (start > 0)
        ++start;
    pull.from = start;
    pull.to = top + 1;
}

/// Where a throttle was recorded, the pull is what was run with it open: the roll-on before and the shutting after are
/// not. "Open" is nearly the most this pull ever had, so that a throttle sensor that never reads its full travel does
/// no harm.
void keepOpenThrottle(ReadyPull& pull, const Trace& trace) {
    const Channel* channel = trace.find(ChannelId::Throttle);
    if (!channel || pull.to < pull.from + 8)
        return;
    std::vector<double> throttle = gathered(pull, *channel), inside;
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (std::isfinite(throttle[i]))
            inside.push_back(throttle[i]);
    if (2 * inside.size() < pull.to - pull.from)
        return;
    const double open = 0.93 * quantile(inside, 0.9);
    if (open < 0.45)
        return;
    const auto isOpen = [&](std::size_t i) { return !std::isfinite(throttle[i]) || throttle[i] >= open; };
    // The longest open stretch; a moment's flicker of the sensor does not end it.
    std::size_t best = 0, bestFrom = pull.from, bestTo = pull.to;
    for (std::size_t i = pull.from; i < pull.to;) {
        if (!isOpen(i)) {
            ++i;
            continue;
        }
        std::size_t end = i;
        for (std::size_t j = i; j < pull.to && pull.timeS[j] - pull.timeS[end] < 0.1; ++j)
            if (isOpen(j))
                end = j;
        if (end + 1 - i > best) {
            best = end + 1 - i;
            bestFrom = i;
            bestTo = end + 1;
        }
        i = end + 1;
    }
    // The first tenth of a second open still fills the intake.
    while (bestFrom + 8 < bestTo && bestFrom > pull.from && pull.timeS[bestFrom] - pull.timeS[bestTo - best] < 0.1)
        ++bestFrom;
    pull.from = bestFrom;
    pull.to = bestTo;
    // A limiter holds the speed below its highest while the throttle stays open.
    pull.openTo = bestTo;
    while (pull.openTo < pull.size() && isOpen(pull.openTo))
        ++pull.openTo;
}

/// Brake: wherever there was load; a lead-in or run-out without load is left off.
void findBrakeStretch(ReadyPull& pull) {
    const double full = quantile(pull.torqueRough, 0.9);
    std::size_t from = 0, to = pull.size();
    while (from < to && !(pull.torqueRough[from] > 0.15 * full))
        ++from;
    while (to > from && !(pull.torqueRough[to - 1] > 0.15 * full))
        --to;
    pull.from = from;
    pull.to = to;
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
    std::vector<char> scaleGood(n, 1);
    if (h.kind == PullKind::Brake) {
        if (Result<Done> load = readLoad(trace, pull); !load)
            return load.error();
        const double full = quantile(pull.loadNm, 0.95);
        maskJumps(pull, pull.loadNm, ChannelId::BrakeTorque, options.flags.scaleJump,
                  0.5 * options.flags.scaleJump * std::abs(full), scaleGood);
    }
    const auto goodCount = static_cast<std::size_t>(std::count(pull.good.begin(), pull.good.end(), 1));
    if (goodCount < 12)
        return Error{"only " + counted(goodCount, "row", "rows") + " with a usable speed: too few for a curve"};

    // Slow loggers get a window of a few samples.
    const double step = (pull.timeS.back() - pull.timeS.front()) / static_cast<double>(n - 1);
    const double brakeWiden = h.kind == PullKind::Brake ? 2. : 1.;
    const double half = std::max(kRoughHalfWidthS * brakeWiden, 2.2 * step);
    LocalLine line = localLine(pull.timeS, pull.shaftRadS, pull.good, half);
    pull.shaftSmooth = std::move(line.value);
    pull.slopeRadS2 = std::move(line.slope);
    pull.torqueRough.resize(n);
    if (h.kind == PullKind::Roller) {
        // A roller with a brake: what the brake took belongs to the pull as well.
        if (const Channel* brake = trace.find(ChannelId::BrakeTorque)) {
            std::vector<double> load = gathered(pull, *brake);
            for (double& v : load)
                v = std::isfinite(v) ? v : 0.;
            pull.loadNm = localLine(pull.timeS, load, {}, half).value;
        }
        for (std::size_t i = 0; i < n; ++i)
            pull.torqueRough[i] = *h.rollerInertiaKgM2 * pull.slopeRadS2[i] +
                                  rollerDragNm(h.rollerLossNm, pull.shaftSmooth[i]) +
                                  (pull.loadNm.empty() ? 0. : pull.loadNm[i]);
        findRollerStretch(pull);
    } else {
        const LocalLine load = localLine(pull.timeS, pull.loadNm, scaleGood, half);
        const LocalLine slow2 = localLine(pull.timeS, pull.shaftRadS, pull.good, std::max(0.2, 4. * step));
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
    if (h.kind == PullKind::Brake)
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
