// SPDX-License-Identifier: GPL-3.0-or-later
// Torque on a load arm over engine speed, with the inertia term of a sweep.
#include "core/pull/methods/brake.h"

#include "core/pull/find_stretch.h"
#include "core/pull/fit_rows.h"
#include "core/pull/local_line.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// The inertia term is small; a wide window keeps the tachometer's noise out of it.
constexpr double kSlopeHalfWidthS = 0.2, kSlopeHalfSamples = 4.;

} // namespace

Result<Done> BrakeMethod::check(const PullHeader&) const {
    return Done{};
}

Result<std::vector<double>> BrakeMethod::shaftSpeed(const Trace& trace, const ReadyPull& pull) const {
    if (const Channel* brake = trace.find(ChannelId::BrakeSpeed))
        return gathered(pull, *brake);
    if (const Channel* engine = trace.find(ChannelId::EngineSpeed))
        return gathered(pull, *engine, 1. / trace.header.enginePerBrake);
    return Error{Message{"error.brake-needs-speed"}};
}

ChannelId BrakeMethod::shaftChannel() const {
    return ChannelId::BrakeSpeed;
}

std::string_view BrakeMethod::shaftSensor() const {
    return "tachometer";
}

double BrakeMethod::roughWindow() const {
    return 2.; // a scale settles more slowly than a drum
}

Result<std::vector<double>> BrakeMethod::load(const Trace& trace, const ReadyPull& pull) const {
    if (const Channel* torque = trace.find(ChannelId::BrakeTorque))
        return gathered(pull, *torque);
    const Channel* force = trace.find(ChannelId::LoadForce);
    if (!force)
        return Error{Message{"error.brake-needs-load"}};
    if (!trace.header.brakeArmM || !(*trace.header.brakeArmM > 0.))
        return Error{Message{"error.force-needs-arm"}};
    return gathered(pull, *force, *trace.header.brakeArmM);
}

void BrakeMethod::roughTorque(ReadyPull& pull, const PullHeader& header, const std::vector<char>& loadGood,
                              const TimeWindows& windows) const {
    LocalLine load = localLine(pull.timeS, pull.loadNm, loadGood, windows.roughHalfS);
    bridgeGaps(load, pull.timeS, loadGood, windows.roughHalfS);
    LocalLine slow =
        localLine(pull.timeS, pull.shaftRadS, pull.good, std::max(kSlopeHalfWidthS, kSlopeHalfSamples * windows.stepS));
    bridgeGaps(slow, pull.timeS, pull.good, windows.roughHalfS);
    pull.slopeRadS2 = std::move(slow.slope);
    for (std::size_t i = 0; i < pull.size(); ++i)
        pull.torqueRough[i] = load.value[i] + header.brakeInertiaKgM2 * pull.slopeRadS2[i];
}

/// Wherever there was load; a lead-in or run-out without load is left off.
void BrakeMethod::findStretch(ReadyPull& pull, const StretchOptions& options) const {
    const double full = quantile(pull.torqueRough, options.brakeFull);
    std::size_t from = 0, to = pull.size();
    while (from < to && !(pull.torqueRough[from] > options.brakeLoaded * full))
        ++from;
    while (to > from && !(pull.torqueRough[to - 1] > options.brakeLoaded * full))
        --to;
    pull.from = from;
    pull.to = to;
}

std::string_view BrakeMethod::noStretch() const {
    return "error.brake-never-loaded";
}

/// The tachometer is the brake's own.
bool BrakeMethod::ownTachometer() const {
    return false;
}

std::optional<double> BrakeMethod::engineRatio(const PullHeader& header) const {
    return header.enginePerBrake;
}

Result<std::shared_ptr<const PenalisedFit>> BrakeMethod::fitRows(const ReadyPull& pull, const PullHeader& header,
                                                                 const std::vector<double>& x, double low,
                                                                 double high) const {
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
