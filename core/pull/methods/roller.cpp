// SPDX-License-Identifier: GPL-3.0-or-later
// Speed over time on a drum of known inertia. The unknown is torque over engine speed: the speed at time t is the speed
// at the start plus the integral of (T(x(s)) - drag)/I, which is linear in the spline coefficients of T (pull_fit.h).
#include "core/pull/methods/roller.h"

#include "core/pull/find_stretch.h"
#include "core/pull/fit_rows.h"
#include "core/pull/local_line.h"
#include "core/pull/noise.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

// Whitening works row by row.
using RowMajor = Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, Eigen::RowMajor>;

/// Divides rows by their noise: lower bidiagonal Cholesky factor of a tridiagonal covariance, solved forwards.
void whiten(RowMajor& design, Eigen::VectorXd& observed, const std::vector<double>& diagonal,
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

} // namespace

Result<Done> RollerMethod::check(const PullHeader& header) const {
    if (!header.rollerInertiaKgM2 || !(*header.rollerInertiaKgM2 > 0.))
        return Error{Message{"error.roller-needs-inertia"}};
    return Done{};
}

Result<std::vector<double>> RollerMethod::shaftSpeed(const Trace& trace, const ReadyPull& pull) const {
    if (const Channel* roller = trace.find(ChannelId::RollerSpeed))
        return gathered(pull, *roller);
    if (const Channel* road = trace.find(ChannelId::VehicleSpeed)) {
        if (!trace.header.rollerRadiusM || !(*trace.header.rollerRadiusM > 0.))
            return Error{Message{"error.road-speed-needs-radius"}};
        return gathered(pull, *road, 1. / *trace.header.rollerRadiusM);
    }
    return Error{Message{"error.roller-needs-speed"}};
}

/// The surface of the roller is the road.
std::optional<double> RollerMethod::roadPerShaft(const PullHeader& header) const {
    return header.rollerRadiusM && *header.rollerRadiusM > 0. ? header.rollerRadiusM : std::nullopt;
}

ChannelId RollerMethod::shaftChannel() const {
    return ChannelId::RollerSpeed;
}

std::string_view RollerMethod::shaftSensor() const {
    return "roller pickup";
}

double RollerMethod::roughWindow() const {
    return 1.;
}

/// A roller with a brake: what the brake took belongs to the pull as well; where it is silent it took nothing.
Result<std::vector<double>> RollerMethod::load(const Trace& trace, const ReadyPull& pull) const {
    const Channel* brake = trace.find(ChannelId::BrakeTorque);
    if (!brake)
        return std::vector<double>{};
    std::vector<double> load = gathered(pull, *brake);
    for (double& v : load)
        v = std::isfinite(v) ? v : 0.;
    return load;
}

void RollerMethod::roughTorque(ReadyPull& pull, const PullHeader& header, const std::vector<char>& loadGood,
                               const TimeWindows& windows) const {
    if (!pull.loadNm.empty()) {
        LocalLine smooth = localLine(pull.timeS, pull.loadNm, loadGood, windows.roughHalfS);
        bridgeGaps(smooth, pull.timeS, loadGood, windows.roughHalfS);
        pull.loadNm = std::move(smooth.value);
    }
    for (std::size_t i = 0; i < pull.size(); ++i)
        pull.torqueRough[i] = *header.rollerInertiaKgM2 * pull.slopeRadS2[i] +
                              rollerDragNm(header.rollerLossNm, pull.shaftSmooth[i]) +
                              (pull.loadNm.empty() ? 0. : pull.loadNm[i]);
}

/// From where it begins to gather speed in earnest to its highest speed.
void RollerMethod::findStretch(ReadyPull& pull, const StretchOptions& options) const {
    const std::size_t n = pull.size();
    std::size_t top = 0;
    for (std::size_t i = 0; i < n; ++i)
        if (pull.shaftSmooth[i] > pull.shaftSmooth[top])
            top = i;
    // Under a brake the roller gathers speed slowly at full power: there the torque tells, not the acceleration.
    const std::vector<double>& effort = pull.loadNm.empty() ? pull.slopeRadS2 : pull.torqueRough;
    std::vector<double> climbs(effort.begin(), effort.begin() + static_cast<long>(top) + 1);
    const double brisk = quantile(climbs, options.rollerBrisk);
    // Walk down from the middle of the climb, so that steady running or braking before the pull is left off.
    std::size_t start = top;
    const double halfway = 0.5 * (pull.shaftSmooth[top] + pull.shaftSmooth.front());
    while (start > 0 && (pull.shaftSmooth[start] > halfway || effort[start] > options.rollerDriven * brisk))
        --start;
    if (start > 0)
        ++start;
    pull.from = start;
    pull.to = top + 1;
}

std::string_view RollerMethod::noStretch() const {
    return "error.roller-never-gathers";
}

bool RollerMethod::ownTachometer() const {
    return true;
}

std::optional<double> RollerMethod::engineRatio(const PullHeader& header) const {
    return header.enginePerRoller && *header.enginePerRoller > 0. ? header.enginePerRoller : std::nullopt;
}

Result<std::shared_ptr<const PenalisedFit>> RollerMethod::fitRows(const ReadyPull& pull, const PullHeader& header,
                                                                  const std::vector<double>& x, double low,
                                                                  double high) const {
    const double perInertia = 1. / *header.rollerInertiaKgM2;
    const SplineBasis basis(low, high, knotSpacing(high - low));
    const std::vector<SampleBlock> blocks = cutBlocks(pull);
    const auto free = static_cast<Eigen::Index>(1 + pull.breaks.size());
    RowMajor rows = RowMajor::Zero(static_cast<Eigen::Index>(blocks.size()), free + basis.size());
    Eigen::VectorXd observed = Eigen::VectorXd::Zero(rows.rows());

    Eigen::VectorXd reach = Eigen::VectorXd::Zero(basis.size()); // integral of each basis function so far, over I
    // What came to `reach` inside a block, times the samples of the block that had gone by: the mean over the block is
    // the reach at its end less this, so that whole rows are written once a block and not once a sample.
    Eigen::VectorXd late = reach;
    double gone = 0.;
    double dragGone = 0.; // speed lost to drag so far
    std::size_t done = pull.from;
    const auto advance = [&](std::size_t to) {
        for (; done < to; ++done) {
            const double dt = pull.timeS[done + 1] - pull.timeS[done];
            const double x0 = x[done], x1 = x[done + 1];
            // A slow logger crosses many knots between two samples, a quick one none.
            const int parts =
                std::abs(x1 - x0) <= 0.5 * basis.spacing()
                    ? 1
                    : std::min(static_cast<int>(std::ceil(std::abs(x1 - x0) / (0.5 * basis.spacing()))), 200);
            const double part = dt / parts * perInertia;
            for (int p = 0; p < parts; ++p) {
                const BasisAt b = basis.at(x0 + (x1 - x0) * (p + 0.5) / parts);
                for (int k = 0; k < 4; ++k) {
                    const double more = b.value[k] * part;
                    reach[b.first + k] += more;
                    late[b.first + k] += gone * more;
                }
            }
            const double w = 0.5 * (pull.shaftSmooth[done] + pull.shaftSmooth[done + 1]);
            dragGone += rollerDragNm(header.rollerLossNm, w) * dt * perInertia;
            if (!pull.loadNm.empty())
                dragGone += 0.5 * (pull.loadNm[done] + pull.loadNm[done + 1]) * dt * perInertia;
        }
    };
    std::vector<double> speeds;
    std::vector<double> diagonal(blocks.size()), below(blocks.size(), 0.), middle(blocks.size());
    for (std::size_t i = pull.from; i < pull.to; ++i)
        if (pull.fitted[i])
            speeds.push_back(pull.shaftRadS[i]);
    const double sampleS = (pull.timeS[pull.to - 1] - pull.timeS[pull.from]) / static_cast<double>(pull.to - pull.from);
    const SpeedNoise noise = estimateSpeedNoise(speeds, sampleS);
    for (std::size_t j = 0; j < blocks.size(); ++j) {
        const SampleBlock& block = blocks[j];
        const auto r = static_cast<Eigen::Index>(j);
        const double share = 1. / static_cast<double>(block.count);
        gone = 0.;
        advance(block.from);
        late.setZero();
        for (std::size_t i = block.from; i < block.to; ++i) {
            advance(i);
            gone += 1.;
            observed[r] += share * (pull.shaftRadS[i] + dragGone);
            middle[j] += share * pull.shaftSmooth[i];
            rows(r, 0) += share;
            for (std::size_t k = 0; k < pull.breaks.size(); ++k)
                if (i >= pull.breaks[k])
                    rows(r, static_cast<Eigen::Index>(k) + 1) += share;
        }
        rows.row(r).tail(basis.size()) = (reach - share * late).transpose();
        diagonal[j] = middle[j] * middle[j] * share * (noise.whiteVariance + 2. * noise.edgeVariance * share);
        if (block.joined)
            below[j] =
                -middle[j] * middle[j - 1] * noise.edgeVariance * share / static_cast<double>(blocks[j - 1].count);
    }
    whiten(rows, observed, diagonal, below);
    return PenalisedFit::make(rows, observed, static_cast<int>(free), basis, high - low);
}

} // namespace jr
