// Curves and smoothing bends already worked out, for as long as pulls, standard and detail stay: a window asks for the
// same ones at every turn of the working band. Not for use from several threads at once.
#pragma once

#include "core/pull/curve.h"

#include <map>
#include <memory>
#include <span>
#include <tuple>
#include <vector>

namespace jr {

/// How much smoothing alone bends a pull's curve, as a share, on the grid of `rpm`: the fitted curve smoothed once
/// more, less itself. All zero where there is no fit over engine speed.
std::vector<double> smoothingBend(const PullFit& pull, const std::vector<double>& rpm, double detailRpm);

class CurveStore {
public:
    /// As curveOf; kept by the pull's address, so it must be forgotten before the pull goes.
    Result<std::shared_ptr<const PullCurve>> curve(const PullFit& pull, const CurveOptions& options);
    /// Works out what is not known yet of many pulls, curves and bends, on every core there is; a pull that has no
    /// curve is left for `curve` to say why.
    void prepare(std::span<const PullFit* const> pulls, const CurveOptions& options);
    /// On the grid of the pull's curve.
    const std::vector<double>& bend(const PullFit& pull, const PullCurve& curve, double gridRpm);
    std::size_t size() const { return m_curves.size(); }
    void forget() {
        m_curves.clear();
        m_bends.clear();
    }

private:
    std::map<std::tuple<const PullFit*, const Standard*, double, double, bool>, std::shared_ptr<const PullCurve>>
        m_curves;
    std::map<std::tuple<const PullFit*, double, double>, std::vector<double>> m_bends;
};

} // namespace jr
