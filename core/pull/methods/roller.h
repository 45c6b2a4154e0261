// SPDX-License-Identifier: GPL-3.0-or-later
// Kind roller; what it does is said at each hook in pull_method.h, how in roller.cpp.
#pragma once

#include "core/pull/pull_method.h"

namespace jr {

class RollerMethod final : public ShaftMethod {
public:
    PullKind kind() const override { return PullKind::Roller; }
    Result<Done> check(const PullHeader& header) const override;
    Result<std::vector<double>> shaftSpeed(const Trace& trace, const ReadyPull& pull) const override;
    std::optional<double> roadPerShaft(const PullHeader& header) const override;
    ChannelId shaftChannel() const override;
    std::string_view shaftSensor() const override;
    double roughWindow() const override;
    Result<std::vector<double>> load(const Trace& trace, const ReadyPull& pull) const override;
    void roughTorque(ReadyPull& pull, const PullHeader& header, const std::vector<char>& loadGood,
                     const TimeWindows& windows) const override;
    void findStretch(ReadyPull& pull, const StretchOptions& options) const override;
    std::string_view noStretch() const override;
    bool ownTachometer() const override;
    std::optional<double> engineRatio(const PullHeader& header) const override;
    Result<std::shared_ptr<const PenalisedFit>> fitRows(const ReadyPull& pull, const PullHeader& header,
                                                        const std::vector<double>& axis, double low,
                                                        double high) const override;
};

} // namespace jr
