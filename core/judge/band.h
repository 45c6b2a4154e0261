// SPDX-License-Identifier: GPL-3.0-or-later
// The margin of a difference curve: a band that covers the whole true curve at the stated confidence.
//
// A pull errs in three ways: as a whole (straps, tyre, the day: one number per pull, known only with as many degrees of
// freedom as there are spare pulls); in modes it shares along the range (a tilt; a steep rise that comes a little
// earlier or later); and in shape (many nearly independent stretches, each of a size of its own, and the band must hold
// at all of them together). The half-width of a weighted sum of pulls is
//
//     h(r) = k sqrt( v_whole(r) + (q s_shape(r))^2 ),   v_whole(r) = (t s)^2 + sum_m (t_m s_m m(r))^2 + 2 t t_1 rho s
//     s_1 m_1(r)
//
// with t the Student quantiles of their freedom, q the quantile of the largest |shape error| over the range in units
// of what it is found to be, and k near 1, exact when one part alone is there; q and k come from a simulation with a
// fixed seed that goes through the same estimation. docs/judging.md derives it and shows what coverage it reaches.
#pragma once

#include "core/dense.h"
#include "core/judge/bench_knowledge.h"

#include <memory>
#include <vector>

namespace jr {

/// A way all along the range in which each pull may err by an amount of its own.
struct ScatterMode {
    std::vector<double> along; ///< one per grid point, mean square 1
    double sd = 0.;            ///< of that amount
    double freedom = 0.;
    double withWhole = 0.; ///< correlation with the error as a whole
};

/// Scatter of pulls about their model, or of a weighted sum of them. All in shares (log power).
struct Scatter {
    double whole = 0.;        ///< standard deviation as a whole
    double wholeFreedom = 0.; ///< infinite when it is simply known
    std::vector<ScatterMode> modes;
    std::vector<double> shape;     ///< standard deviation along the range, one per grid point
    double shapeFreedom = 0.;      ///< of each of them
    double cellLength = 0.;        ///< stretches this long have sizes found apart; 0: one size for all
    double correlationLength = 0.; ///< length over which shape errors look alike

    /// Of a sum of pulls with these squared weights, `level` its error as a whole.
    Scatter times(double squaredWeights, double levelSd, double levelFreedom) const;
};

struct ScatterOptions {
    /// Local sizes are found in a window of half a detail, or this share of the range where that is more.
    double windowShare = 0.03;
    double trendShare = 0.12; ///< of the range: local sizes are drawn towards a trend this wide
    double tiltDefaultFreedom =
        2.; ///< a tilt from one or two spare pulls is held against what shape errors make of one
    std::optional<KnownSpread> tilt, shape; ///< from the bench's history, counted beside what these pulls show
    double steep = 2.5;                     ///< a rise so many times as steep as the whole is may wander along the axis
};

/// From residuals (pulls x grid points, of a model with `freedom` spare pulls). `detail` bounds the correlation length
/// from below. `slope`: of the mean curve's logarithm along the grid, for a rise that wanders; may be empty. `present`:
/// share of the pulls that really count at each point; empty: all. Local sizes are drawn towards their trend as far as
/// chance alone explains how they differ (moderated variances; Smyth 2004). Needs freedom > 0.
Scatter scatterOf(const DenseMatrix& residuals, const std::vector<double>& place, double freedom, double detail,
                  const std::vector<double>& slope = {}, const std::vector<double>& present = {},
                  const ScatterOptions& options = {});

/// A straight tilt along the range, of mean 0 and mean square 1. Needs two places.
std::vector<double> tiltAlong(const std::vector<double>& place);

struct BandOptions {
    double confidence = 0.95;
    int draws = 0; ///< 0: enough for the confidence
    unsigned seed = 20260502;
};

/// Simulated once for a shape along a grid; every sum of pulls is then a quick question.
class Band {
public:
    Band(const Scatter& scatter, std::vector<double> place, const BandOptions& options = {});
    ~Band();
    Band(Band&&) noexcept;
    Band& operator=(Band&&) noexcept;

    /// Half-width at each grid point of a sum whose scatter has the same shape but for its size.
    std::vector<double> halfWidth(const Scatter& scatter) const;

private:
    struct Draws;
    std::unique_ptr<Draws> m;
};

/// The same for one scatter alone.
std::vector<double> bandHalfWidth(const Scatter& scatter, const std::vector<double>& place,
                                  const BandOptions& options = {});

/// Two-sided Student quantile; freedom may be infinite.
double studentQuantile(double confidence, double freedom);

/// The confidence each of several sums must be held at, so that all hold together at `confidence`: from the largest of
/// |t| with these correlations and freedom (multivariate t; its directions drawn with a fixed seed, its length exact).
double jointConfidence(const DenseMatrix& correlation, double freedom, double confidence, unsigned seed = 20260603);

} // namespace jr
