// SPDX-License-Identifier: GPL-3.0-or-later
// The shapes a sweep may have, each fitted to the means of its points by generalised least squares: flat, a parabola,
// two straight sides, a hill.
#pragma once

#include "core/dense.h"
#include "core/judge/sweep.h"

#include <array>
#include <vector>

namespace jr {

/// A fitted shape: value at any x inside the range tried.
struct FittedShape {
    SweepShape kind = SweepShape::Flat;
    double knot = 0.;
    // flat: v; parabola: 1, x, x^2 about the middle; two sides: v, slope below, slope above; hill: the same with
    // squares
    std::array<double, 3> b{};
    double middle = 0.;
    double squares = 0.; ///< weighted squares left over

    double at(double x) const;
};

/// Points in rising order and their means.
struct SweepPoints {
    std::vector<double> x, y;
    double low() const { return x.front(); }
    double high() const { return x.back(); }
};

/// Every shape the points allow, worked out once: what changes from resampling to resampling are the means alone.
/// `whiten` times the means makes them err alike and apart, each as one observation does.
class SweepShapes {
public:
    SweepShapes(const SweepPoints& points, const DenseMatrix& whiten);
    ~SweepShapes();
    /// The best of a kind for these means.
    FittedShape fitted(SweepShape kind, const std::vector<double>& means) const;

private:
    struct Candidate;
    bool m_few;
    std::vector<Candidate> m_candidates;
};

/// Where a shape is highest within the range.
double summit(const FittedShape& shape, const SweepPoints& points);

} // namespace jr
