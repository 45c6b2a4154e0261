#include "core/judge/comparison.h"

#include "core/judge/comparison_cautions.h"
#include "core/judge/pull_model.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

namespace jr {
namespace {

constexpr double kNaN = std::numeric_limits<double>::quiet_NaN();

/// How much of the found smoothing bias widens the band. Bias and noise seldom conspire at the very point that decides,
/// so the whole of it covers too much; this share was set on simulated benches (docs/judging.md).
constexpr double kBiasShare = 0.3;

/// Every pull's log power on the common grid, and where it may be believed.
struct Sheet {
    std::vector<double> rpm;
    Eigen::MatrixXd logPower; // pulls x grid; NaN where a pull is silent or flagged
    Eigen::MatrixXd noise;    // share
};

/// Points inside every pull's range where enough pulls of each side may be counted.
Sheet commonSheet(const std::vector<PullCurve>& curves, std::size_t baseCount, const CompareOptions& options) {
    Sheet sheet;
    double from = options.fromRpm.value_or(0.), to = options.toRpm.value_or(1e9);
    for (const PullCurve& c : curves) {
        from = std::max(from, c.rpm.front());
        to = std::min(to, c.rpm.back());
    }
    const auto value = [&](const PullCurve& c, double rpm) {
        const long i = c.at(rpm);
        if (i < 0 || !c.counted[static_cast<std::size_t>(i)] || !(c.powerW[static_cast<std::size_t>(i)] > 0.))
            return kNaN;
        return std::log(c.powerW[static_cast<std::size_t>(i)]);
    };
    // Half a side, and never fewer than two where there are two.
    const auto enough = [](std::size_t have, std::size_t all) {
        return have >= std::min<std::size_t>(all, std::max<std::size_t>(2, (all + 1) / 2));
    };
    std::vector<std::vector<double>> columns;
    for (double rpm : curves.front().rpm) {
        if (rpm < from - 1e-6 || rpm > to + 1e-6)
            continue;
        std::vector<double> column;
        std::size_t have[2] = {0, 0};
        for (std::size_t i = 0; i < curves.size(); ++i) {
            column.push_back(value(curves[i], rpm));
            have[i < baseCount ? 0 : 1] += std::isfinite(column.back());
        }
        if (!enough(have[0], baseCount) || !enough(have[1], curves.size() - baseCount))
            continue;
        sheet.rpm.push_back(rpm);
        columns.push_back(std::move(column));
    }
    sheet.logPower.resize(static_cast<Eigen::Index>(curves.size()), static_cast<Eigen::Index>(columns.size()));
    sheet.noise.resizeLike(sheet.logPower);
    for (std::size_t g = 0; g < columns.size(); ++g)
        for (std::size_t i = 0; i < curves.size(); ++i) {
            const auto r = static_cast<Eigen::Index>(i), k = static_cast<Eigen::Index>(g);
            sheet.logPower(r, k) = columns[g][i];
            const long at = curves[i].at(sheet.rpm[g]);
            sheet.noise(r, k) = at < 0 ? 0. : curves[i].noise[static_cast<std::size_t>(at)];
        }
    return sheet;
}

/// Fills a pull's missing points with what the model expects of it (its setup there, its own level), and returns for
/// each grid point by how much the variance of the difference grows for the pulls that are really there.
std::vector<double> fillMissing(Eigen::MatrixXd& y, const SittingPlan& plan) {
    std::vector<double> growth(static_cast<std::size_t>(y.cols()), 1.);
    const Eigen::Index n = y.rows();
    {
        const Eigen::MatrixXd known = y;
        for (Eigen::Index g = 0; g < y.cols(); ++g) {
            double count[2] = {0., 0.}, all[2] = {0., 0.};
            for (Eigen::Index i = 0; i < n; ++i) {
                all[plan.setup[static_cast<std::size_t>(i)]] += 1.;
                count[plan.setup[static_cast<std::size_t>(i)]] += std::isfinite(known(i, g));
            }
            for (Eigen::Index i = 0; i < n; ++i) {
                if (std::isfinite(known(i, g)))
                    continue;
                const int setup = plan.setup[static_cast<std::size_t>(i)];
                double level = 0., points = 0., here = 0.;
                for (Eigen::Index k = 0; k < n; ++k) {
                    if (plan.setup[static_cast<std::size_t>(k)] != setup || !std::isfinite(known(k, g)))
                        continue;
                    here += known(k, g) / count[setup];
                    for (Eigen::Index j = 0; j < y.cols(); ++j)
                        if (std::isfinite(known(k, j)) && std::isfinite(known(i, j))) {
                            level += known(i, j) - known(k, j);
                            points += 1.;
                        }
                }
                y(i, g) = here + (points > 0. ? level / points : 0.);
                growth[static_cast<std::size_t>(g)] = (1. / count[0] + 1. / count[1]) / (1. / all[0] + 1. / all[1]);
            }
        }
    }
    return growth;
}

std::string setupName(const std::vector<const PullFit*>& pulls) {
    std::vector<std::string> names;
    for (const PullFit* p : pulls)
        if (std::find(names.begin(), names.end(), p->header.setup) == names.end())
            names.push_back(p->header.setup);
    std::string out;
    for (const std::string& name : names)
        out += (out.empty() ? "" : " + ") + name;
    return out;
}

void findPeaks(Side& side, const std::vector<double>& rpm) {
    for (std::size_t i = 0; i < rpm.size(); ++i) {
        if (!side.peakPower || side.powerW[i] > side.peakPower->value)
            side.peakPower = Peak{side.powerW[i], rpm[i]};
        if (!side.peakTorque || side.torqueNm[i] > side.peakTorque->value)
            side.peakTorque = Peak{side.torqueNm[i], rpm[i]};
    }
}

/// How much smoothing alone bends the difference at each point (share): the fitted curves smoothed once more. Widens
/// the band where a steep rise moves, which is just what porting and pipes do.
std::vector<double> smoothingBias(const std::vector<const PullFit*>& pulls, std::size_t baseCount,
                                  const std::vector<double>& rpm, double detailRpm) {
    std::vector<double> sides[2];
    for (int s = 0; s < 2; ++s) {
        sides[s].assign(rpm.size(), 0.);
        double traces = 0.;
        for (std::size_t i = s == 0 ? 0 : baseCount; i < (s == 0 ? baseCount : pulls.size()); ++i) {
            const PullFit& pull = *pulls[i];
            if (!pull.fit || !pull.ready.geared)
                continue;
            const double detail = std::max(detailRpm, pull.fit->finestDetailRpm());
            const Eigen::VectorXd spline = pull.fit->coefficients(detail, true);
            const Eigen::VectorXd again = pull.fit->smoothedAgain(spline, detail, true);
            for (std::size_t g = 0; g < rpm.size(); ++g) {
                const double value = pull.fit->value(spline, rpm[g]);
                sides[s][g] += (pull.fit->value(again, rpm[g]) - value) / std::max(std::abs(value), 1e-9);
            }
            traces += 1.;
        }
        for (double& v : sides[s])
            v /= std::max(traces, 1.);
    }
    std::vector<double> out(rpm.size());
    for (std::size_t g = 0; g < rpm.size(); ++g)
        out[g] = sides[1][g] - sides[0][g];
    return out;
}

std::vector<Crossover> findCrossovers(const Comparison& c) {
    std::vector<Crossover> out;
    const Call* last = nullptr;
    for (const Call& call : c.calls) {
        if (call.kind != CallKind::Gain && call.kind != CallKind::Loss)
            continue;
        if (last && last->kind != call.kind) {
            for (std::size_t i = 1; i < c.rpm.size(); ++i) {
                if (c.rpm[i - 1] < last->toRpm - 1e-6 || c.rpm[i] > call.fromRpm + 1e-6)
                    continue;
                const double a = c.differenceW[i - 1], b = c.differenceW[i];
                if ((a > 0.) != (b > 0.)) {
                    out.push_back({c.rpm[i - 1] + (c.rpm[i] - c.rpm[i - 1]) * a / (a - b), last->toRpm, call.fromRpm});
                    break;
                }
            }
        }
        last = &call;
    }
    return out;
}

} // namespace

Result<Comparison> compare(const std::vector<const PullFit*>& base, const std::vector<const PullFit*>& with,
                           const CompareOptions& options) {
    if (base.empty() || with.empty())
        return Error{"both sides need at least one pull"};
    std::vector<const PullFit*> pulls = base;
    pulls.insert(pulls.end(), with.begin(), with.end());

    Comparison out;
    out.confidence = options.confidence;
    out.worthPct = options.worthPct;
    out.standard = options.standard;
    out.detailRpm = options.detailRpm > 0. ? options.detailRpm : likelyDetailRpm(pulls);
    // One standard for both sides or none at all: a pull without air pulls the whole comparison back to "as measured".
    for (const PullFit* p : pulls)
        if (p->header.kind != PullKind::Curve) {
            std::vector<Caution> ignored;
            if (!correctionFactor(p->header, *options.standard, ignored))
                out.standard = findStandard("none");
        }
    // The pulls' own noise is only needed where their scatter cannot be seen.
    const bool single = base.size() == 1 || with.size() == 1;
    const CurveOptions curveOptions{options.gridRpm, out.detailRpm, out.standard, single};
    std::vector<PullCurve> curves;
    for (const PullFit* p : pulls) {
        Result<PullCurve> curve = curveOf(*p, curveOptions);
        if (!curve)
            return curve.error();
        curves.push_back(std::move(curve).value());
    }
    Sheet sheet = commonSheet(curves, base.size(), options);
    if (sheet.rpm.size() < 3)
        return Error{"the two sides have no rev range in common to compare"};
    out.rpm = sheet.rpm;
    const std::size_t g = out.rpm.size();

    SittingPlan plan;
    for (std::size_t i = 0; i < pulls.size(); ++i) {
        plan.setup.push_back(i < base.size() ? 0 : 1);
        plan.startedS.push_back(pulls[i]->header.startedEpochS);
    }
    Eigen::MatrixXd y = sheet.logPower;
    const std::vector<double> growth = fillMissing(y, plan);

    // Drift goes in when the order can tell it and pulls are left over to show scatter (or the scatter is borrowed).
    out.drift.checked = orderTellsDrift(plan);
    const bool borrow = single && options.repeatabilityPct;
    PullModel model = pullModel(plan, out.drift.checked);
    if (model.drift) {
        const Eigen::VectorXd perHour = (model.weights.row(2) * y).transpose();
        out.drift.pctPerHour = 100. * std::expm1(perHour.mean());
        out.drift.removed = model.freedom > 0 || borrow;
        if (!out.drift.removed)
            model = pullModel(plan, false);
    }

    const Eigen::VectorXd contrast = model.contrast(0, 1);
    const Eigen::MatrixXd sides = model.weights.topRows(2) * y;
    out.base.powerW.resize(g);
    out.with.powerW.resize(g);
    for (std::size_t j = 0; j < g; ++j) {
        out.base.powerW[j] = std::exp(sides(0, static_cast<Eigen::Index>(j)));
        out.with.powerW[j] = std::exp(sides(1, static_cast<Eigen::Index>(j)));
    }
    for (Side* side : {&out.base, &out.with}) {
        const bool isBase = side == &out.base;
        side->setup = setupName(isBase ? base : with);
        side->pulls = static_cast<int>(isBase ? base.size() : with.size());
        for (std::size_t j = 0; j < g; ++j)
            side->torqueNm.push_back(side->powerW[j] / radPerSFromRpm(out.rpm[j]));
        findPeaks(*side, out.rpm);
        double factors = 0.;
        std::vector<double> afrSum(g, 0.), afrCount(g, 0.);
        for (std::size_t i = isBase ? 0 : base.size(); i < (isBase ? base.size() : pulls.size()); ++i) {
            factors += curves[i].factor.value_or(1.) / side->pulls;
            for (std::size_t j = 0; j < g && !curves[i].afr.empty(); ++j)
                if (const double v = curves[i].afr[static_cast<std::size_t>(curves[i].at(out.rpm[j]))];
                    std::isfinite(v)) {
                    afrSum[j] += v;
                    afrCount[j] += 1.;
                }
        }
        side->meanFactor = factors;
        for (std::size_t j = 0; j < g; ++j)
            side->afr.push_back(afrCount[j] > 0. ? afrSum[j] / afrCount[j] : kNaN);
    }

    // Scatter: from the pulls themselves; borrowed when a side has one pull; else unknown.
    std::optional<Scatter> scatter;
    const bool ownScatter = !single && model.freedom > 0;
    const double noiseShape = sheet.noise.size() > 0 ? std::sqrt(sheet.noise.array().square().mean()) : 0.;
    if (ownScatter) {
        scatter =
            scatterOf(model.residual * y, out.rpm, model.freedom, out.detailRpm > 0. ? out.detailRpm : options.gridRpm);
    } else if (borrow) {
        Scatter s;
        s.whole = *options.repeatabilityPct / 100.;
        s.wholeFreedom = std::numeric_limits<double>::infinity();
        for (std::size_t j = 0; j < g; ++j)
            s.shape.push_back(std::max(std::sqrt(sheet.noise.col(static_cast<Eigen::Index>(j)).array().square().mean()),
                                       std::max(0.5 * noiseShape, 1e-8)));
        s.shapeFreedom = std::numeric_limits<double>::infinity();
        s.correlationRpm = std::max(0.4 * out.detailRpm, options.gridRpm);
        scatter = s;
        out.repeatabilityBorrowed = true;
    }
    out.margins = scatter.has_value();

    std::vector<double> half(g, kNaN);
    const std::vector<double> bias = smoothingBias(pulls, base.size(), out.rpm, out.detailRpm);
    if (scatter) {
        const BandOptions bandOptions{options.confidence};
        half = bandHalfWidth(*scatter, out.rpm, bandOptions);
        for (Side* side : {&out.base, &out.with}) {
            const double c = model.weights.row(side == &out.base ? 0 : 1).norm();
            for (std::size_t j = 0; j < g; ++j) {
                side->lowW.push_back(side->powerW[j] * std::exp(-c * half[j]));
                side->highW.push_back(side->powerW[j] * std::exp(c * half[j]));
            }
        }
    } else {
        for (Side* side : {&out.base, &out.with})
            side->lowW = side->highW = half;
    }
    const double c = contrast.norm();
    for (std::size_t j = 0; j < g; ++j) {
        const double d = contrast.dot(y.col(static_cast<Eigen::Index>(j)));
        const double h = c * std::sqrt(growth[j]) * half[j] + kBiasShare * std::abs(bias[j]);
        const double b = out.base.powerW[j], w = radPerSFromRpm(out.rpm[j]);
        const auto put = [&](double log, std::vector<double>& pct, std::vector<double>& watt, std::vector<double>& nm) {
            pct.push_back(100. * std::expm1(log));
            watt.push_back(b * std::expm1(log));
            nm.push_back(b * std::expm1(log) / w);
        };
        put(d, out.differencePct, out.differenceW, out.differenceNm);
        put(d - h, out.lowPct, out.lowW, out.lowNm);
        put(d + h, out.highPct, out.highW, out.highNm);
    }
    out.calls = callStretches(out, std::max(3. * options.gridRpm, out.detailRpm));
    out.crossovers = findCrossovers(out);

    // Band mean: one number a pull, so an ordinary Student interval.
    Eigen::VectorXd logMean(static_cast<Eigen::Index>(pulls.size()));
    for (Eigen::Index i = 0; i < logMean.size(); ++i) {
        const double mean = y.row(i).array().exp().mean();
        logMean[i] = std::log(mean);
        out.pullBandMeanW.push_back(mean);
    }
    BandMean& bandMean = out.bandMean;
    bandMean.fromRpm = out.rpm.front();
    bandMean.toRpm = out.rpm.back();
    const Eigen::VectorXd levels = model.weights.topRows(2) * logMean;
    bandMean.baseW = std::exp(levels[0]);
    const double d = levels[1] - levels[0];
    bandMean.differenceW = bandMean.baseW * std::expm1(d);
    bandMean.pct = 100. * std::expm1(d);
    if (scatter) {
        const double spread =
            ownScatter ? (model.residual * logMean).norm() / std::sqrt(model.freedom) : scatter->whole;
        const double h = studentQuantile(options.confidence, scatter->wholeFreedom) * c * spread;
        bandMean.lowW = bandMean.baseW * std::expm1(d - h);
        bandMean.highW = bandMean.baseW * std::expm1(d + h);
        out.repeatabilityPct = 100. * spread;
    }
    out.cautions = comparisonCautions(out, pulls, curves, base.size(), options);
    return out;
}

} // namespace jr
