// SPDX-License-Identifier: GPL-3.0-or-later
// A kind of run as a strategy: what it needs, which shaft it sees, where in the record the run is, its torque before
// any fit, its design rows, and whether a road speed belongs to it. One folder entry (core/pull/methods) and one line
// of the table in pull_methods.cpp for each; nothing else asks for the kind.
//
// A run that was recorded against time on a shaft (roller, brake; a road run is another) derives from ShaftMethod,
// whose hooks the stages of readyPull call in this order:
//
//     check → shaftSpeed → load → roughTorque → findStretch → engineRatio → (flags) → fitRows
#pragma once

#include "core/pull/pull_fit.h"

#include <memory>
#include <span>
#include <string_view>

namespace jr {

struct LocalLine;

class PullMethod {
public:
    virtual ~PullMethod() = default;
    virtual PullKind kind() const = 0;
    /// Metres of road a radian of the shaft, for a curve over road speed; nothing where the kind or the header has
    /// none.
    virtual std::optional<double> roadPerShaft(const PullHeader&) const { return std::nullopt; }
    /// Whether its figures are raw and are corrected from its own air; a curve worked out elsewhere carries its own.
    virtual bool measured() const { return true; }
    /// The whole way from a trace to what curves are made of.
    virtual Result<PullFit> fit(const Trace& trace, const ReadyOptions& options) const = 0;
};

/// How the smoothing of a record is set up: shared by the stages that smooth along time.
struct TimeWindows {
    double stepS = 0.;      ///< between samples, on average
    double roughHalfS = 0.; ///< half the window of everything rough
};

class ShaftMethod : public PullMethod {
public:
    Result<PullFit> fit(const Trace& trace, const ReadyOptions& options) const final;

    /// Errors: a fact of the header that this kind cannot do without, named.
    virtual Result<Done> check(const PullHeader& header) const = 0;
    /// rad/s at the ready pull's samples. Errors: no column it could come from.
    virtual Result<std::vector<double>> shaftSpeed(const Trace& trace, const ReadyPull& pull) const = 0;
    virtual ChannelId shaftChannel() const = 0;
    virtual std::string_view shaftSensor() const = 0; ///< "roller pickup": what missed a beat
    /// How much wider than usual its rough window is.
    virtual double roughWindow() const { return 1.; }
    /// Torque taken from the shaft, N·m as recorded; empty when nothing took any. Errors: a kind that lives by its load
    /// and has none.
    virtual Result<std::vector<double>> load(const Trace& trace, const ReadyPull& pull) const = 0;
    /// Sets `torqueRough`, and `loadNm` or `slopeRadS2` where they are to be smoother than recorded.
    virtual void roughTorque(ReadyPull& pull, const PullHeader& header, const std::vector<char>& loadGood,
                             const TimeWindows& windows) const = 0;
    /// Sets `from` and `to`.
    virtual void findStretch(ReadyPull& pull, const StretchOptions& options) const = 0;
    virtual std::string_view noStretch() const = 0; ///< said when there is none
    /// Whether the tachometer is a channel beside the shaft's (it can slip against it).
    virtual bool ownTachometer() const = 0;
    /// Engine per shaft from the header, for a record without a usable tachometer; nothing when it is not given.
    virtual std::optional<double> engineRatio(const PullHeader& header) const = 0;
    virtual Result<std::shared_ptr<const PenalisedFit>> fitRows(const ReadyPull& pull, const PullHeader& header,
                                                                const std::vector<double>& axis, double low,
                                                                double high) const = 0;
};

const PullMethod& methodOf(PullKind kind);
/// Null for a kind that has no shaft of its own.
const ShaftMethod* shaftMethodOf(PullKind kind);
std::span<const PullMethod* const> pullMethods();

} // namespace jr
