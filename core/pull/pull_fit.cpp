#include "core/pull/pull_fit.h"

#include "core/live/procedure_check.h"
#include "core/pull/local_line.h"
#include "core/pull/noise.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <limits>
#include <numeric>

namespace jr {
namespace {

constexpr double kNaN = std::numeric_limits<double>::quiet_NaN();
constexpr std::size_t kBlocks = 360; // enough that a block is far narrower than any detail; few enough to be quick

/// Knot spacing: fine enough for the finest detail worth asking for, the same for pulls of about the same range.
double knotSpacing(double rangeRpm) {
    for (double h : {10., 20., 25., 40., 50., 75., 100., 150., 200.})
        if (rangeRpm / h <= 115.)
            return h;
    return rangeRpm / 115.;
}

struct Block {
    std::size_t from, to; // samples
    std::size_t count;    // fitted samples among them
    bool joined;          // follows the block before without a hole
};

/// Cuts the fitted samples into blocks of about equal count that never reach across a hole.
std::vector<Block> cutBlocks(const ReadyPull& pull) {
    const auto total = static_cast<std::size_t>(std::count(pull.fitted.begin(), pull.fitted.end(), 1));
    const std::size_t size = std::max<std::size_t>(1, (total + kBlocks - 1) / kBlocks);
    std::vector<Block> blocks;
    bool joined = false;
    for (std::size_t i = pull.from; i < pull.to;) {
        if (!pull.fitted[i]) {
            joined = false;
            ++i;
            continue;
        }
        std::size_t end = i;
        while (end < pull.to && pull.fitted[end] && end - i < size)
            ++end;
        blocks.push_back({i, end, end - i, joined});
        joined = true;
        i = end;
    }
    return blocks;
}

/// Axis of the fit: engine speed on a geared machine; on a CVT the shaft's speed scaled by the middle ratio.
std::vector<double> fitAxis(const ReadyPull& pull) {
    if (pull.geared)
        return pull.rpm;
    std::vector<double> x(pull.size());
    for (std::size_t i = 0; i < x.size(); ++i)
        x[i] = rpmFromRadPerS(pull.shaftSmooth[i] * pull.ratioAtZero);
    return x;
}

/// Divides rows by their noise: lower bidiagonal Cholesky factor of a tridiagonal covariance, solved forwards.
void whiten(Eigen::MatrixXd& design, Eigen::VectorXd& observed, const std::vector<double>& diagonal,
            const std::vector<double>& below) {
    double pivot = std::sqrt(diagonal[0]);
    design.row(0) /= pivot;
    observed[0] /= pivot;
    for (Eigen::Index j = 1; j < design.rows(); ++j) {
        const auto k = static_cast<std::size_t>(j);
        const double left = below[k] / pivot;
        pivot = std::sqrt(std::max(diagonal[k] - left * left, 1e-6 * diagonal[k]));
        design.row(j) = (design.row(j) - left * design.row(j - 1)) / pivot;
        observed[j] = (observed[j] - left * observed[j - 1]) / pivot;
    }
}

std::shared_ptr<const PenalisedFit> fitRoller(const ReadyPull& pull, const PullHeader& header,
                                              const std::vector<double>& x, double low, double high) {
    const double inertia = *header.rollerInertiaKgM2;
    const SplineBasis basis(low, high, knotSpacing(high - low));
    const std::vector<Block> blocks = cutBlocks(pull);
    const auto free = static_cast<Eigen::Index>(1 + pull.breaks.size());
    // Row-major: whitening works row by row.
    Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, Eigen::RowMajor> rows =
        Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(blocks.size()), free + basis.size());
    Eigen::VectorXd observed = Eigen::VectorXd::Zero(rows.rows());

    Eigen::VectorXd reach = Eigen::VectorXd::Zero(basis.size()); // integral of each basis function so far, over I
    double dragGone = 0.;                                        // speed lost to drag so far
    std::size_t done = pull.from;
    const auto advance = [&](std::size_t to) {
        for (; done < to; ++done) {
            const double dt = pull.timeS[done + 1] - pull.timeS[done];
            const double x0 = x[done], x1 = x[done + 1];
            const int parts =
                std::clamp(static_cast<int>(std::ceil(std::abs(x1 - x0) / (0.5 * basis.spacing()))), 1, 200);
            for (int p = 0; p < parts; ++p) {
                const BasisAt b = basis.at(x0 + (x1 - x0) * (p + 0.5) / parts);
                for (int k = 0; k < 4; ++k)
                    reach[b.first + k] += b.value[k] * dt / parts / inertia;
            }
            const double w = 0.5 * (pull.shaftSmooth[done] + pull.shaftSmooth[done + 1]);
            dragGone += rollerDragNm(header.rollerLossNm, w) * dt / inertia;
            if (!pull.loadNm.empty())
                dragGone += 0.5 * (pull.loadNm[done] + pull.loadNm[done + 1]) * dt / inertia;
        }
    };
    std::vector<double> speeds;
    std::vector<double> diagonal(blocks.size()), below(blocks.size(), 0.), middle(blocks.size());
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (pull.fitted[i])
            speeds.push_back(pull.shaftRadS[i]);
    const SpeedNoise noise = estimateSpeedNoise(speeds);
    for (std::size_t j = 0; j < blocks.size(); ++j) {
        const Block& block = blocks[j];
        const auto r = static_cast<Eigen::Index>(j);
        const double share = 1. / static_cast<double>(block.count);
        for (std::size_t i = block.from; i < block.to; ++i) {
            advance(i);
            rows.row(r).tail(basis.size()) += share * reach.transpose();
            observed[r] += share * (pull.shaftRadS[i] + dragGone);
            middle[j] += share * pull.shaftSmooth[i];
            rows(r, 0) += share;
            for (std::size_t k = 0; k < pull.breaks.size(); ++k)
                if (i >= pull.breaks[k])
                    rows(r, static_cast<Eigen::Index>(k) + 1) += share;
        }
        diagonal[j] = middle[j] * middle[j] * share * (noise.whiteVariance + 2. * noise.edgeVariance * share);
        if (block.joined)
            below[j] =
                -middle[j] * middle[j - 1] * noise.edgeVariance * share / static_cast<double>(blocks[j - 1].count);
    }
    Eigen::MatrixXd design = rows;
    whiten(design, observed, diagonal, below);
    return std::make_shared<PenalisedFit>(
        PenalisedFit::make(std::move(design), observed, static_cast<int>(free), basis, high - low));
}

std::shared_ptr<const PenalisedFit> fitBrake(const ReadyPull& pull, const PullHeader& header,
                                             const std::vector<double>& x, double low, double high) {
    const SplineBasis basis(low, high, knotSpacing(high - low));
    const std::vector<Block> blocks = cutBlocks(pull);
    Eigen::MatrixXd design = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(blocks.size()), basis.size());
    Eigen::VectorXd observed = Eigen::VectorXd::Zero(design.rows());
    for (std::size_t j = 0; j < blocks.size(); ++j) {
        const auto r = static_cast<Eigen::Index>(j);
        // The mean of n samples has n times the weight: rows are scaled by sqrt(n).
        const double share = 1. / std::sqrt(static_cast<double>(blocks[j].count));
        for (std::size_t i = blocks[j].from; i < blocks[j].to; ++i) {
            const BasisAt b = basis.at(x[i]);
            for (int k = 0; k < 4; ++k)
                design(r, b.first + k) += share * b.value[k];
            observed[r] += share * (pull.loadNm[i] + header.brakeInertiaKgM2 * pull.slopeRadS2[i]);
        }
    }
    return std::make_shared<PenalisedFit>(PenalisedFit::make(std::move(design), observed, 0, basis, high - low));
}

/// Kind curve: numbers worked out elsewhere, in order of engine speed, checked against each other.
Result<PullFit> givenCurve(const Trace& trace, const ReadyOptions& options) {
    PullFit out;
    out.header = trace.header;
    out.ready.kind = PullKind::Curve;
    const Channel* speed = trace.find(ChannelId::EngineSpeed);
    const Channel* power = trace.find(ChannelId::Power);
    const Channel* torque = trace.find(ChannelId::Torque);
    if (!speed)
        return Error{"a curve needs an engine_speed column"};
    if (!power && !torque)
        return Error{"a curve needs a power or a torque column"};
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < trace.rows(); ++i) {
        const bool any = (power && std::isfinite(power->values[i])) || (torque && std::isfinite(torque->values[i]));
        if (any && std::isfinite(speed->values[i]) && speed->values[i] > 0.)
            order.push_back(i);
    }
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return speed->values[a] < speed->values[b]; });
    double firstOff = kNaN, lastOff = kNaN, worst = 0.;
    for (std::size_t i : order) {
        const double w = speed->values[i];
        const double rpm = rpmFromRadPerS(w);
        if (!out.givenRpm.empty() && rpm - out.givenRpm.back() < 1e-6)
            continue;
        double p = power ? power->values[i] : kNaN;
        double t = torque ? torque->values[i] : kNaN;
        if (std::isfinite(p) && std::isfinite(t)) {
            const double off = std::abs(t * w - p) / std::max(std::abs(p), 1e-9);
            if (off > options.flags.inconsistentShare) {
                firstOff = std::isnan(firstOff) ? rpm : firstOff;
                lastOff = rpm;
                worst = std::max(worst, off);
            }
        } else if (std::isfinite(p)) {
            t = p / w;
        } else {
            p = t * w;
        }
        out.givenRpm.push_back(rpm);
        out.givenPowerW.push_back(p);
        out.givenTorqueNm.push_back(t);
    }
    if (out.givenRpm.size() < 2)
        return Error{"fewer than two usable points: too few for a curve"};
    if (std::isfinite(firstOff)) {
        Flag flag{FlagKind::Inconsistent};
        flag.fromRpm = firstOff;
        flag.toRpm = lastOff;
        char text[120];
        std::snprintf(text, sizeof text, "power and torque disagree with engine speed by up to %.1f %%", 100. * worst);
        flag.text = text;
        for (const FlagOverrule& o : options.overrules)
            flag.overruled = flag.overruled || o.kind == FlagKind::Inconsistent;
        out.ready.flags.push_back(flag);
    }
    out.lowRpm = out.givenRpm.front();
    out.highRpm = out.givenRpm.back();
    if (out.highRpm - out.lowRpm < options.flags.shortRpm) {
        Flag flag{FlagKind::Short};
        flag.fromRpm = out.lowRpm;
        flag.toRpm = out.highRpm;
        flag.text = "a short curve";
        out.ready.flags.push_back(flag);
    }
    return out;
}

} // namespace

Result<PullFit> fitPull(const Trace& trace, const ReadyOptions& options) {
    if (trace.header.kind == PullKind::Curve)
        return givenCurve(trace, options);
    Result<ReadyPull> ready = readyPull(trace, options);
    if (!ready)
        return ready.error();
    PullFit out;
    out.header = trace.header;
    out.ready = std::move(ready).value();
    out.departures = departuresOf(trace, out.ready);
    const ReadyPull& pull = out.ready;
    const std::vector<double> x = fitAxis(pull);
    double low = std::numeric_limits<double>::infinity(), high = -low;
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (pull.fitted[i]) {
            low = std::min(low, x[i]);
            high = std::max(high, x[i]);
        }
    if (!(high - low > 20.))
        return Error{"engine speed hardly changes: there is no curve in this trace"};
    out.lowRpm = low;
    out.highRpm = high;
    out.fit = pull.kind == PullKind::Roller ? fitRoller(pull, trace.header, x, low, high)
                                            : fitBrake(pull, trace.header, x, low, high);

    std::vector<std::pair<const Channel*, double>> mixture;
    for (const Channel* c : trace.findAll(ChannelId::Afr))
        mixture.emplace_back(c, 1.);
    if (mixture.empty())
        for (const Channel* c : trace.findAll(ChannelId::Lambda))
            mixture.emplace_back(c, trace.header.stoich);
    if (!mixture.empty()) {
        out.afr.assign(pull.size(), kNaN);
        for (std::size_t i = 0; i < pull.size(); ++i) {
            double sum = 0., n = 0.;
            for (const auto& [channel, scale] : mixture)
                if (const double v = channel->values[pull.row[i]] * scale; std::isfinite(v)) {
                    sum += v;
                    n += 1.;
                }
            if (n > 0.)
                out.afr[i] = sum / n;
        }
        std::vector<std::pair<double, double>> bySpeed;
        for (std::size_t i = pull.from; i < pull.to; ++i)
            bySpeed.emplace_back(pull.rpm[i], out.afr[i]);
        out.afrBySpeed = SpeedMeans(std::move(bySpeed));
    }
    return out;
}

double likelyDetailRpm(std::span<const PullFit* const> all) {
    static constexpr double kLadder[] = {30.,  40.,  50.,  60.,  70.,  80.,   90.,   100.,  110., 120., 130.,
                                         140., 150., 160., 180., 200., 220.,  250.,  280.,  320., 360., 400.,
                                         450., 500., 600., 700., 800., 1000., 1300., 1600., 2000.};
    // Two dozen pulls say what a hundred would, in a quarter of the time: evenly picked, always the same ones.
    constexpr std::size_t kEnough = 24;
    std::vector<const PullFit*> picked;
    for (std::size_t i = 0; i < std::min(all.size(), kEnough); ++i)
        picked.push_back(all[all.size() <= kEnough ? i : i * all.size() / kEnough]);
    const std::span<const PullFit* const> pulls(picked);
    double best = 0., bestDeviance = std::numeric_limits<double>::infinity();
    double finest = 0., coarsest = std::numeric_limits<double>::infinity();
    bool any = false;
    for (const PullFit* pull : pulls)
        if (pull->fit) {
            any = true;
            finest = std::max(finest, pull->fit->finestDetailRpm());
            coarsest = std::min(coarsest, pull->fit->coarsestDetailRpm());
        }
    if (!any)
        return 0.;
    int worse = 0;
    for (double detail : kLadder) {
        if (detail < finest * 1.02 && best == 0. && detail != kLadder[std::size(kLadder) - 1])
            if (detail * 1.2 < finest)
                continue;
        if (detail > coarsest && best > 0.)
            break;
        double deviance = 0.;
        for (const PullFit* pull : pulls)
            if (pull->fit)
                deviance += pull->fit->deviance(detail);
        if (deviance < bestDeviance) {
            bestDeviance = deviance;
            best = detail;
            worse = 0;
        } else if (++worse >= 4) {
            break;
        }
    }
    return best;
}

std::vector<RawPoint> rawPoints(const PullFit& pull, double everyS) {
    std::vector<RawPoint> out;
    const ReadyPull& r = pull.ready;
    double next = -std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < r.size(); ++i) {
        if (r.timeS[i] < next)
            continue;
        next = r.timeS[i] + everyS;
        out.push_back({r.timeS[i], r.rpm[i], r.torqueRough[i] * r.shaftSmooth[i], r.fitted[i] != 0});
    }
    for (std::size_t i = 0; i < pull.givenRpm.size(); ++i)
        out.push_back({kNaN, pull.givenRpm[i], pull.givenPowerW[i], true});
    return out;
}

} // namespace jr
