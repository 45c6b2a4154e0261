#include "core/pull/fit_rows.h"
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

Result<std::shared_ptr<const PenalisedFit>> fitRoller(const ReadyPull& pull, const PullHeader& header,
                                                      const std::vector<double>& x, double low, double high) {
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
    const SpeedNoise noise = estimateSpeedNoise(speeds);
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
