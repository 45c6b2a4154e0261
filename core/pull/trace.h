// SPDX-License-Identifier: GPL-3.0-or-later
// One pull as it was recorded: what is known about it, and its channels sample by sample. Never changed afterwards.
#pragma once

#include "core/air/air.h"
#include "core/pull/channels.h"
#include "core/pull/header_keys.h"

#include <array>
#include <initializer_list>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace jr {

enum class PullKind { Roller, Brake, Curve, Road };
enum class MeasuredAt { Unknown, Crank, Hub, Wheel };

std::string_view kindText(PullKind kind);
std::string_view measuredAtText(MeasuredAt at);

/// What a pull says of itself. Missing numbers are nullopt; nothing is assumed for them.
struct PullHeader {
    std::string id, job, machine, setup, note;
    PullKind kind = PullKind::Roller;
    MeasuredAt measuredAt = MeasuredAt::Unknown;
    std::string started;                                     ///< ISO 8601, as written
    std::optional<double> startedEpochS;                     ///< the same as seconds since 1970 UTC
    std::optional<double> airTempC, airPressurePa, humidity; ///< humidity 0…1
    std::optional<double> rollerInertiaKgM2;                 ///< everything spun up, referred to the roller
    std::optional<double> rollerRadiusM;
    std::array<double, 3> rollerLossNm{}; ///< drag c0 + c1 w + c2 w^2 at the roller
    std::optional<double> enginePerRoller;
    std::optional<double> brakeArmM;
    double brakeInertiaKgM2 = 0.; ///< spun-up inertia at the brake shaft
    double enginePerBrake = 1.;
    std::optional<int> strokes;
    std::optional<double> limiterRpm;
    double stoich = 14.7;
    std::optional<std::string> corrected;                   ///< kind curve: what was applied; nullopt = unknown
    std::vector<std::pair<std::string, std::string>> other; ///< keys we do not know, kept in order

    /// Facts of header_keys.h: nothing when the pull does not say, or says no number.
    std::optional<double> number(NumberKey key) const;
    std::string_view text(TextKey key) const;
    void set(NumberKey key, double value);
    void set(TextKey key, std::string_view value);
    /// As it is written, whatever the type; empty when it is not there.
    std::string_view written(std::string_view key) const;

    /// The whole air, or nothing.
    std::optional<Air> air() const {
        if (airTempC && airPressurePa && humidity)
            return Air{*airTempC, *airPressurePa, *humidity};
        return std::nullopt;
    }
};

struct Channel {
    ChannelName name;
    std::string heading;  ///< the column's name as in the file
    std::string unitText; ///< the unit as in the file
    Quantity quantity = Quantity::Ratio;
    std::vector<double> values;     ///< SI; NaN where the cell was empty
    std::vector<std::string> texts; ///< only for columns we do not understand: the cells as they came
};

struct Trace {
    PullHeader header;
    std::vector<Channel> channels; ///< all of the same length

    std::size_t rows() const { return channels.empty() ? 0 : channels.front().values.size(); }
    const Channel* find(ChannelId id, int number = 0) const;
    std::vector<const Channel*> findAll(ChannelId id) const;
    /// The same pull with these channels alone, all rows.
    Trace only(std::initializer_list<ChannelId> ids) const;
};

} // namespace jr
