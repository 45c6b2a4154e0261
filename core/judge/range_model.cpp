// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/range_model.h"

#include "core/judge/fittings.h"
#include "core/judge/sittings.h"
#include "core/linear/products.h"
#include "core/nan.h"
#include "core/pull/pull_axis.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <limits>

namespace jr {
namespace {

/// Every pull's log power on the common grid, and where it may be believed.
struct Sheet {
    std::vector<double> place;
    Eigen::MatrixXd logPower; // pulls x grid; NaN where a pull is silent or flagged
    Eigen::MatrixXd noise;    // share
    Eigen::MatrixXd present;  // sets x grid
};

/// Points inside every pull's range where enough pulls of each set may be counted.
Sheet commonSheet(const std::vector<CurvedPull>& pulls, const std::vector<int>& setOf,
                  const std::vector<std::size_t>& sizes, const CompareOptions& options) {
    Sheet sheet;
    double from = options.from.value_or(0.), to = options.to.value_or(1e9);
    for (const CurvedPull& pull : pulls) {
        from = std::max(from, pull.curve->place.front());
        to = std::min(to, pull.curve->place.back());
    }
    const auto value = [&](const PullCurve& c, double rpm) {
        const long i = c.at(rpm);
        if (i < 0 || !c.counted[static_cast<std::size_t>(i)] || !(c.powerW[static_cast<std::size_t>(i)] > 0.))
            return kNaN;
        return std::log(c.powerW[static_cast<std::size_t>(i)]);
    };
    // Half a set, and never fewer than two where there are two.
    const auto enough = [](std::size_t have, std::size_t all) {
        return have >= std::min<std::size_t>(all, std::max<std::size_t>(2, (all + 1) / 2));
    };
    std::vector<std::vector<double>> columns, counts;
    for (double rpm : pulls.front().curve->place) {
        if (rpm < from - 1e-6 || rpm > to + 1e-6)
            continue;
        std::vector<double> column, count(sizes.size(), 0.);
        for (std::size_t i = 0; i < pulls.size(); ++i) {
            column.push_back(value(*pulls[i].curve, rpm));
            count[static_cast<std::size_t>(setOf[i])] += std::isfinite(column.back());
        }
        bool all = true;
        for (std::size_t s = 0; s < sizes.size(); ++s)
            all = all && enough(static_cast<std::size_t>(count[s]), sizes[s]);
        if (!all)
            continue;
        sheet.place.push_back(rpm);
        columns.push_back(std::move(column));
        counts.push_back(std::move(count));
    }
    sheet.logPower.resize(static_cast<Eigen::Index>(pulls.size()), static_cast<Eigen::Index>(columns.size()));
    sheet.noise.resizeLike(sheet.logPower);
    sheet.present.resize(static_cast<Eigen::Index>(sizes.size()), static_cast<Eigen::Index>(columns.size()));
    for (std::size_t g = 0; g < columns.size(); ++g) {
        const auto k = static_cast<Eigen::Index>(g);
        for (std::size_t i = 0; i < pulls.size(); ++i) {
            const auto r = static_cast<Eigen::Index>(i);
            sheet.logPower(r, k) = columns[g][i];
            const long at = pulls[i].curve->at(sheet.place[g]);
            sheet.noise(r, k) = at < 0 ? 0. : pulls[i].curve->noise[static_cast<std::size_t>(at)];
        }
        for (std::size_t s = 0; s < sizes.size(); ++s)
            sheet.present(static_cast<Eigen::Index>(s), k) = counts[g][s];
    }
    return sheet;
}

/// Fills a pull's missing points with what the model expects of it: its set there, and its own level.
void fillMissing(Eigen::MatrixXd& y, const std::vector<int>& setOf, const Eigen::MatrixXd& present) {
    const Eigen::MatrixXd known = y;
    const Eigen::Index n = y.rows();
    for (Eigen::Index g = 0; g < y.cols(); ++g)
        for (Eigen::Index i = 0; i < n; ++i) {
            if (std::isfinite(known(i, g)))
                continue;
            const int set = setOf[static_cast<std::size_t>(i)];
            double level = 0., points = 0., here = 0.;
            for (Eigen::Index k = 0; k < n; ++k) {
                if (setOf[static_cast<std::size_t>(k)] != set || !std::isfinite(known(k, g)))
                    continue;
                here += known(k, g) / present(set, g);
                for (Eigen::Index j = 0; j < y.cols(); ++j)
                    if (std::isfinite(known(k, j)) && std::isfinite(known(i, j))) {
                        level += known(i, j) - known(k, j);
                        points += 1.;
                    }
            }
            y(i, g) = here + (points > 0. ? level / points : 0.);
        }
}

/// What the pulls' own headers say of fittings.
std::vector<std::optional<int>> writtenFittings(const std::vector<CurvedPull>& pulls) {
    std::vector<std::optional<int>> out;
    for (const CurvedPull& p : pulls) {
        const auto number = p.fit->header.number(header_key::fitting);
        out.push_back(number ? std::optional(static_cast<int>(*number)) : std::nullopt);
    }
    return out;
}

/// Shape errors of a single pull nobody has seen repeat: as its bench's history says, else half its error as a
/// whole (common practice, no source), or its own noise where that is more; worth a few degrees of freedom.
Scatter supposedShape(const Eigen::MatrixXd& noise, double pullSd, const RangeModel& m, const BenchKnowledge& bench) {
    const std::optional<KnownSpread>& known = bench.shape;
    constexpr double kShapeOfWhole = 0.5, kSupposedFreedom = 8., kLengthOfDetail = 0.4;
    Scatter out;
    out.whole = pullSd;
    out.wholeFreedom = kSupposedFreedom;
    out.shapeFreedom = known ? known->freedom : kSupposedFreedom;
    out.correlationLength = std::max(kLengthOfDetail * m.detail.whole, m.gridStep);
    if (bench.tilt && m.place.size() > 2) {
        ScatterMode tilt;
        tilt.along = tiltAlong(m.place);
        tilt.sd = bench.tilt->sd;
        tilt.freedom = bench.tilt->freedom;
        out.modes.push_back(std::move(tilt));
    }
    for (std::size_t j = 0; j < m.place.size(); ++j)
        out.shape.push_back(std::max(std::sqrt(noise.col(static_cast<Eigen::Index>(j)).array().square().mean()),
                                     known ? known->sd : kShapeOfWhole * pullSd));
    return out;
}

/// Fills `along`: one scatter for all pulls, or two where a setup scatters by itself.
void scatterAlong(RangeModel& m, const Eigen::MatrixXd& noise, const std::vector<double>& present,
                  const BenchKnowledge& known) {
    const SittingPlan& plan = m.plan;
    const auto n = static_cast<Eigen::Index>(plan.setup.size());
    const double detail = m.detail.chosen() ? m.detail.whole : m.gridStep;
    // The mean curve's slope, for a rise that wanders.
    const Eigen::RowVectorXd mean =
        crossProduct(m.logPower, Eigen::VectorXd(m.model.weights.topRows(plan.setups).colwise().mean().transpose()));
    std::vector<double> slope(m.place.size(), 0.);
    for (std::size_t j = 1; j + 1 < slope.size(); ++j)
        slope[j] = (mean[static_cast<Eigen::Index>(j + 1)] - mean[static_cast<Eigen::Index>(j - 1)]) /
                   (m.place[j + 1] - m.place[j - 1]);
    if (slope.size() > 2) {
        slope.front() = slope[1];
        slope.back() = slope[slope.size() - 2];
    }
    std::vector<Eigen::VectorXd> groups{Eigen::VectorXd::Ones(n)};
    if (const auto own = m.scatter->unequalSetup()) {
        groups.push_back(Eigen::VectorXd::Zero(n));
        for (Eigen::Index i = 0; i < n; ++i)
            if (plan.setup[static_cast<std::size_t>(i)] == *own) {
                groups[0][i] = 0.;
                groups[1][i] = 1.;
            }
    }
    ScatterOptions options;
    options.tilt = known.tilt;
    options.shape = known.shape;
    for (const Eigen::VectorXd& pulls : groups) {
        const Eigen::MatrixXd residual = pulls.asDiagonal() * m.model.residual;
        const double freedom = residual.squaredNorm(); // of a projection: its trace
        constexpr double kAnyTrace = 0.5;              // below it is rounding
        m.along.push_back({pulls, freedom > kAnyTrace ? jr::scatterOf(product(residual, m.logPower), m.place, freedom,
                                                                      detail, slope, present, options)
                                                      : supposedShape(noise, m.scatter->pullSd(), m, known)});
    }
}

} // namespace

Scatter RangeModel::scatterOf(const Eigen::VectorXd& weights) const {
    const Spread level = scatter->spreadOf(weights);
    if (along.size() == 1)
        return along[0].scatter.times(weights.squaredNorm(), level.sd, level.freedom);
    // Two kinds of pulls: variances add, each with its own freedom (Satterthwaite 1946).
    Scatter out = along[0].scatter.times(1., level.sd, level.freedom);
    std::vector<double> shares;
    for (const Along& a : along)
        shares.push_back(a.pulls.cwiseProduct(weights).squaredNorm());
    const auto freedomOf = [&](const std::vector<double>& variances, const std::vector<double>& freedoms) {
        double sum = 0., squares = 0.;
        for (std::size_t k = 0; k < variances.size(); ++k) {
            sum += variances[k];
            squares += variances[k] * variances[k] / freedoms[k];
        }
        return squares > 0. ? sum * sum / squares : freedoms[0];
    };
    double all = 0.;
    std::vector<double> variances, freedoms;
    for (std::size_t k = 0; k < along.size(); ++k) {
        variances.push_back(0.);
        freedoms.push_back(along[k].scatter.shapeFreedom);
        for (double s : along[k].scatter.shape)
            variances.back() += shares[k] * s * s;
        all += variances.back();
    }
    out.shapeFreedom = freedomOf(variances, freedoms);
    for (std::size_t j = 0; j < out.shape.size(); ++j) {
        double variance = 0.;
        for (std::size_t k = 0; k < along.size(); ++k)
            variance += shares[k] * std::pow(along[k].scatter.shape[j], 2);
        out.shape[j] = std::sqrt(variance);
    }
    for (std::size_t mode = 0; mode < out.modes.size(); ++mode) {
        variances.assign(along.size(), 0.);
        freedoms.assign(along.size(), 1.);
        double together = 0.;
        for (std::size_t k = 0; k < along.size(); ++k) {
            if (mode >= along[k].scatter.modes.size())
                continue;
            const ScatterMode& own = along[k].scatter.modes[mode];
            variances[k] = shares[k] * own.sd * own.sd;
            freedoms[k] = own.freedom;
            together += variances[k] * own.withWhole;
        }
        const double sum = variances[0] + variances[1];
        out.modes[mode].sd = std::sqrt(sum);
        out.modes[mode].freedom = freedomOf(variances, freedoms);
        out.modes[mode].withWhole = sum > 0. ? together / sum : 0.;
    }
    return out;
}

std::size_t RangeModel::firstOf(std::size_t set) const {
    std::size_t first = 0;
    for (std::size_t s = 0; s < set; ++s)
        first += sizes[s];
    return first;
}

std::vector<double> RangeModel::meanW(std::size_t set) const {
    const Eigen::VectorXd log =
        crossProduct(logPower, Eigen::VectorXd(model.weights.row(static_cast<Eigen::Index>(set)).transpose()));
    std::vector<double> out;
    for (Eigen::Index g = 0; g < log.size(); ++g)
        out.push_back(std::exp(log[g]));
    return out;
}

Eigen::VectorXd RangeModel::weightsOf(const Eigen::VectorXd& sets) const {
    return crossProduct(model.weights.topRows(sets.size()), sets);
}

std::vector<double> RangeModel::smoothingBias(const Eigen::VectorXd& weights) const {
    const Eigen::RowVectorXd bias = crossProduct(smoothedAway, weights).cwiseAbs();
    return {bias.begin(), bias.end()};
}

double RangeModel::growth(const Eigen::VectorXd& sets, std::size_t gridPoint) const {
    double here = 0., all = 0.;
    for (Eigen::Index s = 0; s < sets.size(); ++s) {
        here += sets[s] * sets[s] / present(s, static_cast<Eigen::Index>(gridPoint));
        all += sets[s] * sets[s] / static_cast<double>(sizes[static_cast<std::size_t>(s)]);
    }
    return all > 0. ? here / all : 1.;
}

Result<std::vector<std::vector<CurvedPull>>> curvedSets(const std::vector<std::vector<const PullFit*>>& sets,
                                                        CompareOptions& options) {
    std::vector<const PullFit*> all;
    bool anySingle = false;
    for (const auto& set : sets) {
        all.insert(all.end(), set.begin(), set.end());
        anySingle = anySingle || set.size() == 1;
    }
    options.wantedStandard = options.standard;
    options.standard = standardForAll(all, options.standard);
    const Result<CurveAxis> axis = axisForAll(all, options.axis);
    if (!axis)
        return axis.error();
    options.axis = *axis;
    if (!(options.gridStep > 0.))
        options.gridStep = usualStep(*axis);
    if (!options.detail.chosen())
        options.detail = likelyDetailOf(sets, *axis);
    // The pulls' own noise is only needed where their scatter cannot be seen.
    const std::vector<CurveResult> curves =
        curvesOf(all, {*axis, options.gridStep, options.detail, options.standard, anySingle});
    std::vector<std::vector<CurvedPull>> out;
    std::size_t next = 0;
    for (const auto& set : sets) {
        out.emplace_back();
        for (const PullFit* pull : set) {
            const CurveResult& curve = curves[next++];
            if (!curve)
                return curve.error();
            out.back().push_back({pull, *curve});
        }
    }
    return out;
}

Result<RangeModel> rangeModel(const std::vector<std::vector<const PullFit*>>& sets, const CompareOptions& given) {
    CompareOptions options = given;
    const auto curved = curvedSets(sets, options);
    if (!curved)
        return curved.error();
    return rangeModel(*curved, options);
}

Result<RangeModel> rangeModel(const std::vector<std::vector<CurvedPull>>& sets, const CompareOptions& options) {
    RangeModel out;
    SittingPlan& plan = out.plan;
    plan.setups = static_cast<int>(sets.size());
    bool fittings = true;
    bool single = sets.size() == 2; // two sides, one of them with a single pull: scatter is not taken from the other
    bool anySingle = false;
    for (std::size_t s = 0; s < sets.size(); ++s) {
        if (sets[s].empty())
            return Error{Message{sets.size() == 2 ? "error.side-empty" : "error.setup-empty"}};
        out.sizes.push_back(sets[s].size());
        anySingle = anySingle || sets[s].size() == 1;
        for (const CurvedPull& p : sets[s]) {
            out.pulls.push_back(p);
            plan.setup.push_back(static_cast<int>(s));
            plan.startedS.push_back(p.fit->header.startedEpochS);
            plan.fitting.push_back(p.fitting.value_or(-1));
            fittings = fittings && p.fitting;
        }
    }
    single = single && anySingle;
    if (!fittings)
        plan.fitting = fittingsOf(plan.setup, sittingsOf(plan.startedS), plan.startedS, writtenFittings(out.pulls));
    const PullCurve& any = *sets.front().front().curve; // one axis and one grid for all
    out.axis = any.axis;
    out.gridStep = any.gridStep;
    out.detail = options.detail;
    out.standard = options.standard;
    Sheet sheet = commonSheet(out.pulls, plan.setup, out.sizes, options);
    if (sheet.place.size() < 3)
        return Error{Message{sets.size() == 2 ? "error.sides-no-range" : "error.setups-no-range"}};
    out.place = std::move(sheet.place);
    out.smoothedAway = Eigen::MatrixXd::Zero(sheet.logPower.rows(), sheet.logPower.cols());
    for (Eigen::Index i = 0; i < out.smoothedAway.rows(); ++i)
        for (Eigen::Index g = 0; g < out.smoothedAway.cols(); ++g) {
            const PullCurve& curve = *out.pulls[static_cast<std::size_t>(i)].curve;
            if (const long at = curve.at(out.place[static_cast<std::size_t>(g)]); at >= 0)
                out.smoothedAway(i, g) = curve.smoothedAway[static_cast<std::size_t>(at)];
        }
    out.present = std::move(sheet.present);
    out.logPower = std::move(sheet.logPower);
    std::vector<double> present; // share of the pulls that really count at each place
    for (Eigen::Index g = 0; g < out.present.cols(); ++g)
        present.push_back(out.present.col(g).sum() / static_cast<double>(out.pulls.size()));
    fillMissing(out.logPower, plan.setup, out.present);
    assert(out.logPower.allFinite() && out.present.allFinite()); // every place was written

    // Drift goes in when the order can tell it and pulls are left over to show scatter (or it is known).
    out.drift.checked = orderTellsDrift(plan);
    out.model = pullModel(plan, out.drift.checked);
    if (out.model.drift) {
        const Eigen::VectorXd perHour =
            crossProduct(out.logPower, Eigen::VectorXd(out.model.weights.row(plan.setups).transpose()));
        out.drift.pctPerHour = 100. * std::expm1(perHour.mean());
        out.drift.removed = out.model.freedom > 0 || options.known.pull;
        if (!out.drift.removed)
            out.model = pullModel(plan, false);
    }
    out.plain = out.model;
    // A single pull on one of two sides shows nothing of its own scatter, and the other side's is not taken for it.
    if (single && !options.known.pull)
        return out;
    const Eigen::VectorXd level = out.logPower.rowwise().mean();
    out.scatter = PullScatter::make(out.model, plan, level, options.known);
    if (!out.scatter)
        return out;
    out.ownScatter = out.model.freedom > 0;
    out.model = weighted(std::move(out.model), out.scatter->mixed(), plan.setups);
    scatterAlong(out, sheet.noise, present, options.known);
    return out;
}

std::vector<double> pullMeansW(const RangeModel& model) {
    std::vector<double> out;
    for (Eigen::Index i = 0; i < model.logPower.rows(); ++i)
        out.push_back(model.logPower.row(i).array().exp().mean());
    return out;
}

double outsiderMeanW(const RangeModel& model, const PullCurve& curve, std::optional<std::size_t> set) {
    // Its level against its own set, from where it may be counted; the set's mean curve stands for the rest.
    double level = 0., points = 0., sum = 0.;
    const std::vector<double> own = set ? model.meanW(*set) : std::vector<double>(model.place.size(), kNaN);
    for (std::size_t g = 0; g < model.place.size(); ++g) {
        const long at = curve.at(model.place[g]);
        const auto i = static_cast<std::size_t>(std::max(at, 0L));
        if (at < 0 || !curve.counted[i] || !(curve.powerW[i] > 0.))
            continue;
        sum += curve.powerW[i];
        level += std::log(curve.powerW[i]) - std::log(own[g]);
        points += 1.;
    }
    const double all = static_cast<double>(model.place.size());
    if (points == all)
        return sum / all;
    if (!set || points < 0.5 * all) // less than half of it says little about the rest
        return kNaN;
    double mean = 0.;
    for (double w : own)
        mean += w / all;
    return mean * std::exp(level / points);
}

Result<double> weightedMeanW(const RangeModel& model, std::size_t pull, const UseWeights& weights) {
    if (weights.points.empty())
        return Error{Message{"error.no-use"}};
    double sum = 0., have = 0., all = 0.;
    const double step = model.gridStep;
    std::size_t g = 0;
    for (double rpm = std::ceil(weights.points.front().first / step) * step; rpm <= weights.points.back().first;
         rpm += step) {
        const double w = weights.at(rpm);
        all += w;
        while (g < model.place.size() && model.place[g] < rpm - 1e-6)
            ++g;
        if (g < model.place.size() && model.place[g] < rpm + 1e-6) {
            sum += w * std::exp(model.logPower(static_cast<Eigen::Index>(pull), static_cast<Eigen::Index>(g)));
            have += w;
        }
    }
    if (!(all > 0.))
        return Error{Message{"error.no-use"}};
    if (have < 0.9 * all)
        return Error{Message{"error.use-not-reached"}};
    return sum / have;
}

} // namespace jr
