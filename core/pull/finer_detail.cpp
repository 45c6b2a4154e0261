// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/finer_detail.h"

#include "core/nan.h"
#include "core/pull/pull_axis.h"
#include "core/statistics/distributions.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {
namespace {

constexpr int kMostHalvings = 3;
constexpr double kPerDetail = 8.;      ///< points looked at in a detail
constexpr double kFalseAlarm = 0.1;    ///< chance that a range without anything hidden is seen more finely somewhere
constexpr double kTooSmall = 0.0005;   ///< a share of power that no margin is as narrow as
constexpr std::size_t kManyPulls = 48; ///< tell as much as more would; evenly picked of each setup
constexpr double kScatterDetails = 2.; ///< scatter from pull to pull is a mean over so many details to either side

std::vector<std::vector<const PullFit*>> told(const std::vector<std::vector<const PullFit*>>& sets, CurveAxis axis) {
    const std::size_t most = std::max<std::size_t>(2, kManyPulls / std::max<std::size_t>(sets.size(), 1));
    std::vector<std::vector<const PullFit*>> out;
    for (const auto& set : sets) {
        std::vector<const PullFit*> fitted;
        for (const PullFit* pull : set)
            if (pull->fit && (pull->ready.geared || axis == CurveAxis::RoadSpeed))
                fitted.push_back(pull);
        out.emplace_back();
        for (std::size_t i = 0; i < std::min(fitted.size(), most); ++i)
            out.back().push_back(fitted[fitted.size() <= most ? i : i * fitted.size() / most]);
    }
    std::erase_if(out, [](const auto& set) { return set.empty(); });
    return out;
}

/// One pull's curve, finer and finer, on a common grid.
struct Seen {
    const PullFit* pull;
    PullAxis axis;
    std::vector<double> power; ///< at the detail last looked at
};

/// What a setup's pulls alike differ by between two details, beside what chance makes of it.
struct Hidden {
    std::vector<double> mean; ///< share of power
    double pulls = 0.;
    std::vector<double> beyond; ///< its square about each place over what chance alone would make of it
};

/// All setups at one step from a detail to its half.
struct Halving {
    std::vector<Hidden> setups;
    /// Mean square about each place over its bound, of the setup that shows most: at least 1 where something is hidden.
    std::vector<double> overBound;
};

class Looking {
public:
    Looking(const std::vector<std::vector<const PullFit*>>& sets, CurveAxis axis, double detail) : m_detail(detail) {
        double low = -std::numeric_limits<double>::infinity(), high = -low;
        for (const auto& set : sets) {
            m_sets.emplace_back();
            for (const PullFit* pull : set) {
                const PullAxis along(*pull, axis);
                low = std::max(low, along.placeOfFit(pull->lowRpm));
                high = std::min(high, along.placeOfFit(pull->highRpm));
                m_sets.back().push_back({pull, along, {}});
            }
        }
        for (double x = low; x <= high; x += detail / kPerDetail)
            m_place.push_back(x);
    }
    const std::vector<double>& place() const { return m_place; }

    /// How far beyond chance that is which half of the detail, `halved` times before, shows and the whole hides.
    Halving beyondChance(int halved);
    /// The setup each name in the pulls' headers stands for; nothing for one that stands for two.
    std::vector<std::pair<std::string, std::size_t>> setupNames() const;

private:
    std::vector<double> powerOf(const Seen& seen, double detail) const {
        const double rpm = std::max(detail * seen.axis.fitPerPlace(), seen.pull->fit->finestDetailRpm());
        const std::vector<double> spline = seen.pull->fit->coefficients(rpm, true);
        std::vector<double> out;
        for (double x : m_place)
            out.push_back(seen.pull->fit->value(spline, seen.axis.fitAt(x)));
        return out;
    }
    std::vector<double> noiseAlone(double detail) const;

    double m_detail;
    std::vector<double> m_place;
    std::vector<std::vector<Seen>> m_sets;
};

/// Variance of the noise of one pull at this detail, where no setup has two: as the pull itself shows it.
std::vector<double> Looking::noiseAlone(double detail) const {
    std::vector<double> out(m_place.size(), 0.);
    constexpr std::size_t kEvery = 8; // it changes slowly
    const Seen& seen = m_sets.front().front();
    const double rpm = std::max(detail * seen.axis.fitPerPlace(), seen.pull->fit->finestDetailRpm());
    std::vector<double> at;
    for (std::size_t j = 0; j < m_place.size(); j += kEvery)
        at.push_back(seen.axis.fitAt(m_place[j]));
    const std::vector<double> error = seen.pull->fit->standardErrors(at, rpm, true);
    for (std::size_t j = 0; j < out.size(); ++j)
        out[j] = std::pow(error[j / kEvery] / std::max(std::abs(seen.power[j]), 1e-9), 2);
    return out;
}

std::vector<std::pair<std::string, std::size_t>> Looking::setupNames() const {
    std::vector<std::pair<std::string, std::size_t>> out;
    std::vector<std::string> twice;
    for (std::size_t set = 0; set < m_sets.size(); ++set)
        for (const Seen& seen : m_sets[set]) {
            const std::string& name = seen.pull->header.setup;
            const auto known = std::find_if(out.begin(), out.end(), [&](const auto& n) { return n.first == name; });
            if (known == out.end())
                out.emplace_back(name, set);
            else if (known->second != set)
                twice.push_back(name);
        }
    std::erase_if(out, [&](const auto& n) { return std::find(twice.begin(), twice.end(), n.first) != twice.end(); });
    return out;
}

Halving Looking::beyondChance(int halved) {
    const double coarse = m_detail / std::exp2(halved), fine = 0.5 * coarse;
    const std::size_t points = m_place.size();
    std::vector<double> variance(points, 0.);
    std::vector<Hidden> hidden;
    double freedom = 0.;
    for (std::vector<Seen>& set : m_sets) {
        Hidden own{std::vector<double>(points, 0.), static_cast<double>(set.size()), {}};
        std::vector<std::vector<double>> differences;
        for (Seen& seen : set) {
            if (seen.power.empty())
                seen.power = powerOf(seen, coarse);
            const std::vector<double> finer = powerOf(seen, fine);
            differences.emplace_back();
            for (std::size_t j = 0; j < points; ++j) {
                differences.back().push_back((finer[j] - seen.power[j]) / std::max(std::abs(seen.power[j]), 1e-9));
                own.mean[j] += differences.back().back() / own.pulls;
            }
            seen.power = finer;
        }
        for (const std::vector<double>& d : differences)
            for (std::size_t j = 0; j < points; ++j)
                variance[j] += (d[j] - own.mean[j]) * (d[j] - own.mean[j]);
        freedom += own.pulls - 1.;
        hidden.push_back(std::move(own));
    }
    const double range = m_place.back() - m_place.front();
    double spare = freedom;
    if (freedom > 0.) {
        // A running mean of the scatter, so that a few pulls know it well: about two looks in a detail are independent.
        const auto reach = static_cast<std::size_t>(kScatterDetails * kPerDetail / std::exp2(halved)) + 1;
        std::vector<double> sum(points + 1, 0.);
        for (std::size_t j = 0; j < points; ++j)
            sum[j + 1] = sum[j] + variance[j] / freedom;
        for (std::size_t j = 0; j < points; ++j) {
            const std::size_t from = j > reach ? j - reach : 0, to = std::min(points, j + reach + 1);
            variance[j] = (sum[to] - sum[from]) / static_cast<double>(to - from);
        }
        spare *= 2. * kScatterDetails;
    } else {
        variance = noiseAlone(fine);
        spare = 1e3;
    }
    // What is hidden bends the curve to and fro: squares are gathered over a detail to either side, in each setup by
    // itself and in all together. Within that there are about so many looks that do not depend on one another.
    constexpr double kLooks = 4.;
    const double tries = std::max(range / coarse, 1.) * (static_cast<double>(hidden.size()) + 1.);
    const auto bound = [&](double looks) {
        const double allowed = kFalseAlarm / tries;
        return fisherTailQuantile(looks, spare, allowed);
    };
    const double boundAlone = bound(kLooks), boundTogether = bound(kLooks * static_cast<double>(hidden.size()));
    const auto reach = static_cast<std::size_t>(kPerDetail / std::exp2(halved));
    std::vector<double> out(points, 0.), together(points, 0.);
    const auto gathered = [&](const std::vector<double>& squares) {
        std::vector<double> sum(points + 1, 0.), mean(points);
        for (std::size_t j = 0; j < points; ++j)
            sum[j + 1] = sum[j] + squares[j];
        for (std::size_t j = 0; j < points; ++j) {
            const std::size_t from = j > reach ? j - reach : 0, to = std::min(points, j + reach + 1);
            mean[j] = (sum[to] - sum[from]) / static_cast<double>(to - from);
        }
        return mean;
    };
    for (Hidden& own : hidden) {
        std::vector<double> squares(points);
        for (std::size_t j = 0; j < points; ++j) {
            squares[j] = own.mean[j] * own.mean[j] / std::max(variance[j] / own.pulls, kTooSmall * kTooSmall);
            together[j] += squares[j] / static_cast<double>(hidden.size());
        }
        own.beyond = gathered(squares);
        for (std::size_t j = 0; j < points; ++j)
            out[j] = std::max(out[j], own.beyond[j] / boundAlone);
    }
    const std::vector<double> around = gathered(together);
    for (std::size_t j = 0; j < points; ++j)
        out[j] = std::max(out[j], around[j] / boundTogether);
    return {std::move(hidden), std::move(out)};
}

/// What the margin of a setup's curve is to carry for the halvings that were made or not, the larger of two: what more
/// it would show at the next one, drawn towards nothing by what chance alone makes of such differences (positive-part
/// shrinkage: James and Stein 1961); and of what it shows by those made, the share that chance could still have made of
/// it: all of it where the evidence only just reached the bound, little where it is far beyond. A stretch is halved
/// just when its noise is large, so the scatter about it does not know.
std::vector<double> unseenIn(const std::vector<Halving>& steps, std::size_t set, const std::vector<double>& halvings) {
    std::vector<double> out(halvings.size(), 0.);
    const auto shown = [&](std::size_t step, std::size_t j) {
        if (step >= steps.size())
            return 0.;
        const Hidden& own = steps[step].setups[set];
        return std::max(0., 1. - 1. / std::max(own.beyond[j], 1e-12)) * own.mean[j];
    };
    const auto doubtful = [&](std::size_t step, std::size_t j) {
        return step < steps.size() ? steps[step].setups[set].mean[j] / std::max(steps[step].overBound[j], 1.) : 0.;
    };
    for (std::size_t j = 0; j < out.size(); ++j) {
        const auto whole = static_cast<std::size_t>(halvings[j]);
        const double share = halvings[j] - static_cast<double>(whole);
        const double more = (1. - share) * shown(whole, j) + share * shown(whole + 1, j);
        double made = share * doubtful(whole, j);
        for (std::size_t k = 0; k < whole; ++k)
            made += doubtful(k, j);
        out[j] = std::abs(made) > std::abs(more) ? made : more;
    }
    return out;
}

} // namespace

double FinerDetail::halvingsAt(double at) const {
    const auto upper = std::upper_bound(place.begin(), place.end(), at);
    if (upper == place.begin() || upper == place.end())
        return 0.;
    const auto i = static_cast<std::size_t>(upper - place.begin());
    const double share = (at - place[i - 1]) / (place[i] - place[i - 1]);
    return halvings[i - 1] + share * (halvings[i] - halvings[i - 1]);
}

double FinerDetail::unseenOf(const std::string& setup, double at) const {
    const auto own = std::find_if(unseen.begin(), unseen.end(), [&](const Unseen& u) { return u.setup == setup; });
    const auto upper = std::upper_bound(grid.begin(), grid.end(), at);
    if (own == unseen.end() || upper == grid.begin() || upper == grid.end())
        return 0.;
    const auto i = static_cast<std::size_t>(upper - grid.begin());
    const double share = (at - grid[i - 1]) / (grid[i] - grid[i - 1]);
    return own->share[i - 1] + share * (own->share[i] - own->share[i - 1]);
}

double FinerDetail::mostHalvings() const {
    return halvings.empty() ? 0. : *std::max_element(halvings.begin(), halvings.end());
}

double Detail::at(double place) const {
    return whole / std::exp2(finer.halvingsAt(place));
}

double Detail::finest() const {
    return whole / std::exp2(finer.mostHalvings());
}

Detail likelyDetailOf(const std::vector<std::vector<const PullFit*>>& sets, CurveAxis axis) {
    std::vector<const PullFit*> all;
    for (const auto& set : sets)
        all.insert(all.end(), set.begin(), set.end());
    Detail out(likelyDetail(all, axis));
    out.finer = finerDetail(sets, axis, out.whole);
    return out;
}

std::vector<std::pair<double, double>> FinerDetail::stretches() const {
    std::vector<std::pair<double, double>> out;
    for (std::size_t j = 0; j < place.size(); ++j) {
        if (halvings[j] < 1.)
            continue;
        if (j > 0 && halvings[j - 1] >= 1.)
            out.back().second = place[j];
        else
            out.emplace_back(place[j], place[j]);
    }
    return out;
}

FinerDetail finerDetail(const std::vector<std::vector<const PullFit*>>& sets, CurveAxis axis, double detail) {
    FinerDetail out;
    const auto pulls = told(sets, axis);
    if (pulls.empty() || !(detail > 0.))
        return out;
    Looking looking(pulls, axis, detail);
    const std::vector<double>& place = looking.place();
    constexpr auto kFewest = static_cast<std::size_t>(4. * kPerDetail); // nothing is finer than a range so short
    if (place.size() < kFewest)
        return out;
    std::vector<double> halvings(place.size(), 0.);
    std::vector<Halving> steps;
    for (int halved = 0; halved <= kMostHalvings; ++halved) {
        steps.push_back(looking.beyondChance(halved));
        const std::vector<double>& beyond = steps.back().overBound;
        // It was gathered from a detail to either side; beyond half of one the finer curve fades.
        const double flat = 0.5 * detail / std::exp2(halved), fade = flat;
        bool any = false;
        std::vector<double> wanted(place.size(), 0.);
        for (std::size_t i = 0; i < place.size(); ++i) {
            if (beyond[i] < 1. || halvings[i] < halved)
                continue;
            any = true;
            if (halved == kMostHalvings) {
                if (!out.hidden.empty() && place[i] - out.hidden.back().second < flat)
                    out.hidden.back().second = place[i];
                else
                    out.hidden.emplace_back(place[i], place[i]);
                continue;
            }
            for (std::size_t j = 0; j < place.size(); ++j) {
                const double away = std::abs(place[j] - place[i]);
                wanted[j] = std::max(wanted[j], std::clamp(1. - (away - flat) / fade, 0., 1.));
            }
        }
        if (!any)
            break;
        for (std::size_t j = 0; j < place.size(); ++j)
            if (halvings[j] >= halved) // never finer than what lies around it is on the way to
                halvings[j] += wanted[j];
    }
    // Data hold a curve from one side only at its ends: there a finer one is noise.
    const auto end = static_cast<std::size_t>(kPerDetail);
    std::fill_n(halvings.begin(), end, 0.);
    std::fill_n(halvings.rbegin(), end, 0.);
    // From one to the next over no less than a quarter of the detail: a curve has no seams.
    const double most = (place[1] - place[0]) / (0.25 * detail);
    for (std::size_t j = 1; j < halvings.size(); ++j)
        halvings[j] = std::min(halvings[j], halvings[j - 1] + most);
    for (std::size_t j = halvings.size() - 1; j-- > 0;)
        halvings[j] = std::min(halvings[j], halvings[j + 1] + most);
    out.grid = place;
    for (const auto& [name, set] : looking.setupNames()) {
        std::vector<double> share = unseenIn(steps, set, halvings);
        std::fill_n(share.begin(), end, 0.);
        std::fill_n(share.rbegin(), end, 0.);
        out.unseen.push_back({name, std::move(share)});
    }
    if (std::any_of(halvings.begin(), halvings.end(), [](double h) { return h > 0.; })) {
        out.place = place;
        out.halvings = std::move(halvings);
    }
    return out;
}

std::vector<double> coefficientsAlong(const PenalisedFit& fit, const PullAxis& axis, double fitDetailRpm,
                                      const FinerDetail& finer, const std::function<std::vector<double>(double)>& at) {
    std::vector<double> out = at(fitDetailRpm);
    if (finer.place.empty())
        return out;
    std::vector<std::vector<double>> levels{out};
    const double most = finer.mostHalvings();
    for (int k = 1; k < most + 1.; ++k)
        levels.push_back(at(std::max(fitDetailRpm / std::exp2(k), fit.finestDetailRpm())));
    for (std::size_t j = 0; j < out.size(); ++j) {
        const double halved = finer.halvingsAt(axis.placeOfFit(fit.basis().centre(static_cast<int>(j))));
        const auto whole = std::min(static_cast<std::size_t>(halved), levels.size() - 1);
        const std::size_t next = std::min(whole + 1, levels.size() - 1);
        const double share = halved - static_cast<double>(whole);
        out[j] = levels[whole][j] + share * (levels[next][j] - levels[whole][j]);
    }
    return out;
}

} // namespace jr
