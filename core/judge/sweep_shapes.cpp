// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/sweep_shapes.h"

#include "core/linear/factors.h"
#include "core/linear/products.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {

double FittedShape::at(double x) const {
    if (kind == SweepShape::Flat)
        return b[0];
    if (kind == SweepShape::Parabola)
        return b[0] + b[1] * (x - middle) + b[2] * (x - middle) * (x - middle);
    const double below = std::min(0., x - knot), above = std::max(0., x - knot);
    return kind == SweepShape::Hill ? b[0] + b[1] * below * below + b[2] * above * above
                                    : b[0] + b[1] * below + b[2] * above;
}

struct SweepShapes::Candidate {
    FittedShape shape;
    Eigen::MatrixXd solve, left; ///< parameters, and whitened residuals, of the means
};

SweepShapes::~SweepShapes() = default;

SweepShapes::SweepShapes(const SweepPoints& d, const DenseMatrix& whiten) : m_few(d.x.size() < 4) {
    const auto add = [&](const FittedShape& shape, const Eigen::MatrixXd& design) {
        const Eigen::MatrixXd whitened = product(whiten, design);
        Candidate c{shape, PivotedQr(whitened).solve(whiten), {}};
        c.left = whiten - product(whitened, c.solve);
        m_candidates.push_back(std::move(c));
    };
    const auto n = static_cast<Eigen::Index>(d.x.size());
    add({SweepShape::Flat}, Eigen::MatrixXd::Ones(n, 1));
    FittedShape parabola{SweepShape::Parabola};
    parabola.middle = 0.5 * (d.low() + d.high());
    Eigen::MatrixXd a(n, 3);
    for (Eigen::Index i = 0; i < n; ++i) {
        const double u = d.x[static_cast<std::size_t>(i)] - parabola.middle;
        a.row(i) << 1., u, u * u;
    }
    add(parabola, a);
    // With three points every knot fits equally: the point that measured best is the only one that was seen to be
    // best.
    std::vector<double> knots = d.x;
    if (!m_few) {
        knots.clear();
        for (int i = 0; i <= 120; ++i)
            knots.push_back(d.low() + (d.high() - d.low()) * (0.02 + 0.96 * i / 120.));
    }
    for (SweepShape kind : {SweepShape::TwoSides, SweepShape::Hill})
        for (double knot : knots) {
            for (Eigen::Index i = 0; i < n; ++i) {
                const double u = d.x[static_cast<std::size_t>(i)] - knot;
                const double below = std::min(0., u), above = std::max(0., u);
                if (kind == SweepShape::Hill)
                    a.row(i) << 1., below * below, above * above;
                else
                    a.row(i) << 1., below, above;
            }
            add({kind, knot}, a);
        }
}

FittedShape SweepShapes::fitted(SweepShape kind, const std::vector<double>& means) const {
    const Eigen::Map<const Eigen::VectorXd> y(means.data(), static_cast<Eigen::Index>(means.size()));
    const auto top = static_cast<std::size_t>(std::max_element(means.begin(), means.end()) - means.begin());
    const Candidate* best = nullptr;
    double squares = std::numeric_limits<double>::infinity();
    std::size_t nth = 0;
    for (const Candidate& c : m_candidates) {
        if (c.shape.kind != kind)
            continue;
        const bool knotted = kind == SweepShape::TwoSides || kind == SweepShape::Hill;
        if (m_few && knotted && nth++ != top)
            continue;
        if (const double here = (c.left * y).squaredNorm(); here < squares * (1. - 1e-9) || !best) {
            squares = here;
            best = &c;
        }
    }
    FittedShape out = best->shape;
    const Eigen::VectorXd parameters = best->solve * y;
    std::copy(parameters.begin(), parameters.end(), out.b.begin());
    out.squares = squares;
    return out;
}

double summit(const FittedShape& s, const SweepPoints& d) {
    double best = d.low();
    if (s.kind == SweepShape::Parabola && s.b[2] < 0.)
        return std::clamp(s.middle - 0.5 * s.b[1] / s.b[2], d.low(), d.high());
    const bool knotted = s.kind == SweepShape::TwoSides || s.kind == SweepShape::Hill;
    for (double x : {d.low(), d.high(), knotted ? s.knot : d.low()})
        if (s.at(x) > s.at(best) + 1e-12 * std::abs(s.at(best)))
            best = x;
    return best;
}

} // namespace jr
