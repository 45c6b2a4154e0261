// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/launch.h"

#include "core/pull/local_line.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace jr {
namespace {

/// Where it can have begun is first looked for coarsely.
constexpr int kCoarseStarts = 24, kFineStarts = 40, kCoarseSofts = 7, kFineSofts = 13;
/// A record that stood at least so long before it went tells what rest looks like.
constexpr double kRestS = 0.8;

enum class Ease { Straight, Smooth };
enum class Form { Thrust, Power };

/// Integral of the thrust as it comes on over c seconds: speed for a = 1.
double easedSpeed(Ease ease, double s, double c) {
    if (s <= 0.)
        return 0.;
    if (s >= c) // from there on the thrust is whole; either shape has lost half of c by then
        return s - 0.5 * c;
    const double x = s / c;
    return ease == Ease::Straight ? 0.5 * c * x * x : c * x * x * x * (1. - 0.5 * x);
}

struct TwoShapes {
    double p, q;
};
TwoShapes shapesAt(Form form, double r) {
    return form == Form::Thrust ? TwoShapes{r, r * r} : TwoShapes{std::sqrt(r), r};
}

/// Two shapes on the samples of the window, and what is left of them.
struct Sums {
    double pp = 0., pq = 0., qq = 0., pv = 0., qv = 0.;
};

struct Fitted {
    double a = 0., b = 0., left = 0.;
    double apart = 0.; ///< 1 - squared cosine between the shapes: 0 where they cannot be told
};

Fitted fitTwo(const Sums& s, double vv) {
    Fitted out;
    const double determinant = s.pp * s.qq - s.pq * s.pq;
    constexpr double kAlike = 1e-12;
    if (!(determinant > kAlike * s.pp * s.qq))
        return out;
    out.apart = determinant / (s.pp * s.qq);
    out.a = (s.pv * s.qq - s.qv * s.pq) / determinant;
    out.b = (s.qv * s.pp - s.pv * s.pq) / determinant;
    out.left = std::max(0., vv - out.a * s.pv - out.b * s.qv);
    return out;
}

/// One way it may have begun, fitted.
struct Tried {
    Fitted fit;
    double startS, c;
    Ease ease;
    Form form;
    double speed(double s) const {
        const TwoShapes shapes = shapesAt(form, easedSpeed(ease, s, c));
        return fit.a * shapes.p + fit.b * shapes.q;
    }
};

/// Distance run at a time under a fit, and when the first foot was run: in steps of a hundredth of the window.
struct Way {
    double joinM = 0., rolloutS = 0.;
};
Way wayOf(const Tried& tried, double joinS) {
    Way out;
    constexpr int kSteps = 100;
    const double h = (joinS - tried.startS) / kSteps;
    double metres = 0., last = 0.;
    out.rolloutS = joinS;
    bool rolled = false;
    for (int i = 1; i <= kSteps; ++i) {
        const double s = h * i;
        const double now = metres + h / 6. * (last + 4. * tried.speed(s - 0.5 * h) + tried.speed(s));
        if (!rolled && now >= kRolloutM) {
            out.rolloutS = tried.startS + h * (i - 1) + h * (kRolloutM - metres) / std::max(now - metres, 1e-9);
            rolled = true;
        }
        metres = now;
        last = tried.speed(s);
    }
    out.joinM = metres;
    return out;
}

} // namespace

double speedNoiseMPerS(const std::vector<double>& t, const std::vector<double>& v) {
    std::vector<double> thirds;
    for (std::size_t i = 3; i < v.size(); ++i) {
        const double h = t[i] - t[i - 1];
        const bool even = std::abs(t[i - 1] - t[i - 2] - h) < 0.2 * h && std::abs(t[i - 2] - t[i - 3] - h) < 0.2 * h;
        constexpr double kMovesMPerS = 1.; // at rest a receiver tells no speed below nothing
        if (even && v[i - 3] > kMovesMPerS)
            thirds.push_back(std::abs(v[i] - 3. * v[i - 1] + 3. * v[i - 2] - v[i - 3]));
    }
    if (thirds.size() < 3)
        return 0.;
    constexpr double kMedianOfNormal = 0.6745, kThirdsOfWhite = 4.4721; // sqrt(1 + 9 + 9 + 1)
    return median(std::move(thirds)) / kMedianOfNormal / kThirdsOfWhite;
}

namespace {

/// The stretch of a record that is fitted, and between which times it must have begun.
struct Window {
    std::size_t first, rest, join; ///< rest: the last row at rest
    double earliestS, latestS, stepS;
};

std::optional<Window> windowOf(const std::vector<double>& t, const std::vector<double>& v, double moves,
                               const LaunchOptions& o) {
    const auto top = static_cast<std::size_t>(std::max_element(v.begin(), v.end()) - v.begin());
    Window w{0, top, top, 0., 0., 0.};
    while (w.rest > 0 && v[w.rest] > moves)
        --w.rest;
    constexpr double kFarAbove = 4.; // a run goes well beyond what "moves" is
    if (v[w.rest] > moves || v[top] < kFarAbove * moves)
        return std::nullopt;
    w.join = w.rest + 1;
    while (w.join < top && (t[w.join] - t[w.rest] < o.fitS || w.join - w.rest < o.fewestMoving))
        ++w.join;
    w.stepS = (t[w.join] - t[w.rest]) / static_cast<double>(w.join - w.rest);
    w.first = w.rest;
    while (w.first > 0 && t[w.rest] - t[w.first] < kRestS + o.softestS)
        --w.first;
    w.earliestS = std::max(t[w.first], t[w.rest] - std::max(kRestS, w.stepS));
    w.latestS = t[w.rest + 1];
    return w;
}

/// Sums over the window of both forms from one start; before the start a sample adds nothing.
std::array<Sums, 2> sumsFrom(double start, Ease ease, double c, const std::vector<double>& t,
                             const std::vector<double>& v, const Window& w) {
    std::array<Sums, 2> out{};
    for (std::size_t i = w.first; i <= w.join; ++i) {
        if (t[i] <= start)
            continue;
        const double r = easedSpeed(ease, t[i] - start, c);
        for (Form form : {Form::Thrust, Form::Power}) {
            const auto [p, q] = shapesAt(form, r);
            Sums& s = out[static_cast<std::size_t>(form)];
            s.pp += p * p;
            s.pq += p * q;
            s.qq += q * q;
            s.pv += p * v[i];
            s.qv += q * v[i];
        }
    }
    return out;
}

/// All shapes and forms from starts evenly between two times; `into` grows by those that can be.
void tryStarts(std::vector<Tried>& into, const std::vector<double>& t, const std::vector<double>& v, const Window& w,
               double fromS, double toS, int starts, int softs, const LaunchOptions& o) {
    double vv = 0.;
    for (std::size_t i = w.first; i <= w.join; ++i)
        vv += v[i] * v[i];
    for (Ease ease : {Ease::Straight, Ease::Smooth})
        for (int k = 0; k < softs; ++k) {
            const double c = o.hardestS * std::pow(o.softestS / o.hardestS, static_cast<double>(k) / (softs - 1));
            for (int j = 0; j < starts; ++j) {
                const double start = fromS + (toS - fromS) * (j + 0.5) / starts;
                const auto sums = sumsFrom(start, ease, c, t, v, w);
                for (Form form : {Form::Thrust, Form::Power}) {
                    const Fitted fit = fitTwo(sums[static_cast<std::size_t>(form)], vv);
                    if (fit.apart > 0. && fit.a > 0.)
                        into.push_back({fit, start, c, ease, form});
                }
            }
        }
}

double leastLeft(const std::vector<Tried>& tried) {
    double least = std::numeric_limits<double>::infinity();
    for (const Tried& one : tried)
        least = std::min(least, one.fit.left);
    return least;
}

/// How likely it is before anything is measured that the thrust takes c seconds to come on: a third of a second, give
/// or take a factor of two (common practice, no source), or anything at all: some start with the clutch home.
double likelyBeforehand(double c) {
    constexpr double kUsualS = 0.3, kFactorLog = 0.8, kAnything = 0.2; // of the logarithm; of the likeliest
    const double off = std::log(c / kUsualS) / kFactorLog;
    return kAnything + std::exp(-0.5 * off * off);
}

/// What a sample may be out by from the shapes, squared.
double varianceOf(const Window& w, double noise, double least) {
    // Noise as seen along the run, or what the best fit leaves where that is more: then the shape is not quite right.
    const double spare = std::max(1., static_cast<double>(w.join - w.first + 1) - 4.);
    constexpr double kLeastMPerS = 1e-3;
    // A shape that is not quite right errs alike in neighbouring samples: beyond fifteen they tell no more of it.
    constexpr double kTelling = 15.;
    const double alike = std::max(1., static_cast<double>(w.join - w.rest) / kTelling);
    return alike * std::max({noise * noise, least / spare, kLeastMPerS * kLeastMPerS});
}

} // namespace

std::optional<Launch> findLaunch(const std::vector<double>& t, const std::vector<double>& v, double noise,
                                 const LaunchOptions& o) {
    constexpr std::size_t kFewestRows = 4;
    if (t.size() < kFewestRows)
        return std::nullopt;
    const auto window = windowOf(t, v, std::max(o.movesMPerS, 4. * noise), o);
    if (!window)
        return std::nullopt;
    // First where it can have begun at all, then that stretch finely.
    std::vector<Tried> tried;
    tryStarts(tried, t, v, *window, window->earliestS, window->latestS, kCoarseStarts, kCoarseSofts, o);
    if (tried.empty())
        return std::nullopt;
    double least = leastLeft(tried), variance = varianceOf(*window, noise, least);
    constexpr double kPossible = 12.; // half the deviance at which a start is past believing
    double fromS = window->latestS, toS = window->earliestS;
    for (const Tried& one : tried)
        if (one.fit.left - least < 2. * kPossible * variance) {
            fromS = std::min(fromS, one.startS);
            toS = std::max(toS, one.startS);
        }
    const double coarse = (window->latestS - window->earliestS) / kCoarseStarts;
    tried.clear();
    tryStarts(tried, t, v, *window, std::max(fromS - coarse, window->earliestS),
              std::min(toS + coarse, window->latestS), kFineStarts, kFineSofts, o);
    least = leastLeft(tried);
    variance = varianceOf(*window, noise, least);

    Launch out;
    out.joinRow = window->join;
    out.joinS = t[window->join];
    double sum = 0.;
    std::vector<double> weights;
    double most = 0.;
    for (const Tried& one : tried) {
        weights.push_back(std::exp(-0.5 * (one.fit.left - least) / variance) / std::sqrt(one.fit.apart) *
                          likelyBeforehand(one.c));
        most = std::max(most, weights.back());
    }
    for (std::size_t k = 0; k < tried.size(); ++k) {
        constexpr double kNothing = 1e-6; // of the likeliest: a thousand of such are still nothing
        if (!(weights[k] > kNothing * most))
            continue;
        const Way way = wayOf(tried[k], out.joinS);
        out.cases.push_back({weights[k], tried[k].startS, way.joinM, way.rolloutS});
        sum += weights[k];
    }
    for (LaunchCase& one : out.cases) {
        one.weight /= sum;
        out.startS += one.weight * one.startS;
    }
    double square = 0.;
    for (const LaunchCase& one : out.cases)
        square += one.weight * (one.startS - out.startS) * (one.startS - out.startS);
    out.sdS = std::sqrt(square);
    return out;
}

} // namespace jr
