// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/resistance.h"

#include "core/calibrate/calibrate.h"
#include "core/linear/factors.h"
#include "core/linear/products.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kLeastFallMPerS = 4., kLeastS = 5.;
constexpr double kBrakedMPerS2 = 1.2;       ///< sooner than air and tyres slow a machine by themselves, beyond the fit
constexpr double kUnknownSlope = 0.003;     ///< a road that looks level; standard deviation
constexpr double kBeginsWithinShare = 0.25; ///< of the record: there a coast-down is quickest
constexpr double kEndsMPerS = 1.5;          ///< below this a receiver's speed is noise, and tyres stick

/// Rows from the highest speed until it stands or a brake bites.
std::size_t lastFreeRow(const RoadRun& run) {
    std::size_t last = run.topRow;
    const double within = 1.; // seconds over which a brake shows
    for (std::size_t i = run.topRow + 1; i < run.timeS.size() && run.speedMPerS[i] > kEndsMPerS; ++i) {
        const auto before = static_cast<std::size_t>(
            std::lower_bound(run.timeS.begin(), run.timeS.end(), run.timeS[i] - within) - run.timeS.begin());
        if (run.timeS[i] - run.timeS[before] > 0.6 * within &&
            (run.speedMPerS[before] - run.speedMPerS[i]) / (run.timeS[i] - run.timeS[before]) >
                kBrakedMPerS2 + 0.0015 * run.speedMPerS[i] * run.speedMPerS[i]) {
            return before;
        }
        last = i;
    }
    return last;
}

} // namespace

double RoadResistance::sdNewtonAt(double v) const {
    const double square = v * v;
    return std::sqrt(std::max(0., covariance[0] + 2. * square * covariance[1] + square * square * covariance[2]));
}

RoadResistance usualResistance(double massKg, double airKgM3, const Ranged& dragAreaM2, const Ranged& rolling) {
    constexpr double kSdsAcross = 4.; // between the ends of a range
    RoadResistance out;
    out.constantN = massKg * kStandardGravity * rolling.value;
    out.squareKgPerM = 0.5 * airKgM3 * dragAreaM2.value;
    out.covariance[0] = std::pow(massKg * kStandardGravity * (rolling.high - rolling.low) / kSdsAcross, 2);
    out.covariance[2] = std::pow(0.5 * airKgM3 * (dragAreaM2.high - dragAreaM2.low) / kSdsAcross, 2);
    return out;
}

Message coastDownReason() {
    return {"road.coast-down"};
}

bool isCoastDown(const RoadRun& run) {
    if (run.launch || run.timeS.size() < 10)
        return false;
    const double lasts = run.timeS.back() - run.timeS.front();
    return run.timeS[run.topRow] - run.timeS.front() < kBeginsWithinShare * lasts && fitCoastDown(run).ok();
}

Result<CoastDownFit> fitCoastDown(const RoadRun& run) {
    const std::size_t first = run.topRow, last = lastFreeRow(run), count = last - first + 1;
    const double fell = run.speedMPerS[first] - run.speedMPerS[last], lasts = run.timeS[last] - run.timeS[first];
    if (count < 8 || lasts < kLeastS || fell < kLeastFallMPerS)
        return Error{Message{"error.coast-short", {Number{lasts, 1}, Number{fell, 1}}}};
    Eigen::MatrixXd terms(static_cast<Eigen::Index>(count), 3);
    Eigen::VectorXd speeds(static_cast<Eigen::Index>(count));
    double squares = 0.; // integral of v^2, by the trapezium with its end correction for a bend
    for (std::size_t k = 0; k < count; ++k) {
        const std::size_t i = first + k;
        if (k > 0) {
            const double a = run.speedMPerS[i - 1], b = run.speedMPerS[i], dt = run.timeS[i] - run.timeS[i - 1];
            squares += dt * (a * a + a * b + b * b) / 3.; // exact for a speed that falls straight between samples
        }
        const auto row = static_cast<Eigen::Index>(k);
        terms.row(row) << 1., -(run.timeS[i] - run.timeS[first]), -squares;
        speeds(row) = run.speedMPerS[i];
    }
    const PivotedQr solver(terms);
    if (solver.rank() < static_cast<int>(terms.cols()))
        return Error{Message{"error.coast-split"}};
    const Eigen::VectorXd found = solver.solve(speeds);
    const double left = (speeds - product(terms, found)).squaredNorm() / (static_cast<double>(count) - 3.);
    const Eigen::MatrixXd covariance = left * inverse(crossProduct(terms, terms));
    CoastDownFit out;
    out.constantMPerS2 = found(1);
    out.squarePerM = found(2);
    out.covariance = {covariance(1, 1), covariance(1, 2), covariance(2, 2)};
    out.fromMPerS = run.speedMPerS[first];
    out.toMPerS = run.speedMPerS[last];
    out.lastsS = lasts;
    out.direction = run.header.text(header_key::direction);
    return out;
}

Result<RoadResistance> measuredResistance(const std::vector<CoastDownFit>& fits, double massKg, double slowingKg) {
    if (fits.empty())
        return Error{Message{"error.no-coast-down"}};
    // Each way by itself, then the mean of the ways: three out and one back are no mean of four.
    Eigen::Vector2d mean = Eigen::Vector2d::Zero();
    Eigen::Matrix2d covariance = Eigen::Matrix2d::Zero();
    int ways = 0;
    bool out = false, back = false;
    for (const char* way : {"out", "back", ""}) {
        std::vector<Eigen::Vector2d> own;
        Eigen::Matrix2d within = Eigen::Matrix2d::Zero();
        for (const CoastDownFit& fit : fits)
            if (fit.direction == way) {
                own.emplace_back(fit.constantMPerS2, fit.squarePerM);
                Eigen::Matrix2d its;
                its << fit.covariance[0], fit.covariance[1], fit.covariance[1], fit.covariance[2];
                within += its;
            }
        if (own.empty())
            continue;
        const auto n = static_cast<double>(own.size());
        Eigen::Vector2d its = Eigen::Vector2d::Zero();
        for (const Eigen::Vector2d& one : own)
            its += one / n;
        Eigen::Matrix2d between = Eigen::Matrix2d::Zero();
        for (const Eigen::Vector2d& one : own)
            between += (one - its) * (one - its).transpose();
        mean += its;
        // What repeats of one way differ in counts where it is more than their own noise.
        covariance += within / (n * n);
        if (n > 1. && between.trace() / (n - 1.) > within.trace() / n)
            covariance += between / (n * (n - 1.));
        ++ways;
        out = out || way == std::string_view("out");
        back = back || way == std::string_view("back");
    }
    mean /= ways;
    covariance /= ways * ways;
    RoadResistance known;
    known.coastDowns = static_cast<int>(fits.size());
    known.bothWays = out && back;
    known.constantN = slowingKg * mean(0);
    known.squareKgPerM = slowingKg * mean(1);
    const double kg2 = slowingKg * slowingKg;
    known.covariance = {kg2 * covariance(0, 0), kg2 * covariance(0, 1), kg2 * covariance(1, 1)};
    if (!known.bothWays)
        known.covariance[0] += std::pow(massKg * kStandardGravity * kUnknownSlope, 2);
    return known;
}

} // namespace jr
