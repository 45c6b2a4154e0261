#include "core/pull/fit_rows.h"

#include <Eigen/Core>

#include <cmath>

namespace jr {

Result<std::shared_ptr<const PenalisedFit>> fitBrake(const ReadyPull& pull, const PullHeader& header,
                                                     const std::vector<double>& x, double low, double high) {
    const SplineBasis basis(low, high, knotSpacing(high - low));
    const std::vector<SampleBlock> blocks = cutBlocks(pull);
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
    return PenalisedFit::make(design, observed, 0, basis, high - low);
}

} // namespace jr
