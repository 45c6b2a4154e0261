// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/trace.h"

#include <algorithm>
#include <charconv>
#include <cmath>

namespace jr {

std::string_view kindText(PullKind kind) {
    switch (kind) {
    case PullKind::Roller:
        return "roller";
    case PullKind::Brake:
        return "brake";
    case PullKind::Curve:
        return "curve";
    case PullKind::Road:
        return "road";
    }
    return "";
}

std::string_view measuredAtText(MeasuredAt at) {
    switch (at) {
    case MeasuredAt::Crank:
        return "crank";
    case MeasuredAt::Hub:
        return "hub";
    case MeasuredAt::Wheel:
        return "wheel";
    case MeasuredAt::Unknown:
        break;
    }
    return "";
}

const Channel* Trace::find(ChannelId id, int number) const {
    for (const Channel& channel : channels)
        if (channel.name.id == id && (number == 0 || channel.name.number == number))
            return &channel;
    return nullptr;
}

std::vector<const Channel*> Trace::findAll(ChannelId id) const {
    std::vector<const Channel*> out;
    for (const Channel& channel : channels)
        if (channel.name.id == id)
            out.push_back(&channel);
    return out;
}

Trace Trace::only(std::initializer_list<ChannelId> ids) const {
    Trace out;
    out.header = header;
    for (const Channel& channel : channels)
        if (std::find(ids.begin(), ids.end(), channel.name.id) != ids.end())
            out.channels.push_back(channel);
    return out;
}

std::string_view PullHeader::written(std::string_view key) const {
    for (const auto& [name, value] : other)
        if (name == key)
            return value;
    return {};
}

std::string_view PullHeader::text(TextKey key) const {
    return written(key.key);
}

std::optional<double> PullHeader::number(NumberKey key) const {
    const std::string_view text = written(key.key);
    double value = 0.;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    const bool whole = error == std::errc() && end == text.data() + text.size() && std::isfinite(value);
    return whole ? std::optional(value) : std::nullopt;
}

void PullHeader::set(TextKey key, std::string_view value) {
    for (auto& [name, known] : other)
        if (name == key.key) {
            known = value;
            return;
        }
    other.emplace_back(key.key, value);
}

void PullHeader::set(NumberKey key, double value) {
    char digits[32];
    const auto [end, error] = std::to_chars(digits, digits + sizeof digits, value);
    set(TextKey{key.key}, std::string_view(digits, static_cast<std::size_t>(end - digits)));
}

} // namespace jr
