// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/inputs.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <cmath>

namespace jr {
namespace {

constexpr std::array<std::string_view, 7> kOrigins{"pulls", "measured", "sheet", "own", "tried", "handbook", "guess"};

} // namespace

std::string_view originId(Origin origin) {
    return kOrigins[static_cast<std::size_t>(origin)];
}

std::optional<Origin> parseOrigin(std::string_view id) {
    for (std::size_t i = 0; i < kOrigins.size(); ++i)
        if (kOrigins[i] == id)
            return static_cast<Origin>(i);
    return std::nullopt;
}

FigureInputs::FigureInputs(std::vector<InputKind> kinds) : m_kinds(std::move(kinds)) {
    for (const InputKind& kind : m_kinds)
        settle(kind);
}

const InputKind& FigureInputs::kind(std::string_view key) const {
    const auto found = std::find_if(m_kinds.begin(), m_kinds.end(), [&](const InputKind& k) { return k.key == key; });
    assert(found != m_kinds.end());
    return *found;
}

const FigureInput& FigureInputs::at(std::string_view key) const {
    const auto found = m_now.find(key);
    assert(found != m_now.end());
    return found->second;
}

/// As far to either side as the handbook's own range goes, in proportion.
Ranged FigureInputs::spread(const InputKind& kind, double value, Origin origin) const {
    if (kind.choice || (origin != Origin::Guess && origin != Origin::Handbook) || kind.usual.value == 0.)
        return Ranged::exactly(value);
    const double scale = value / kind.usual.value;
    const double low = std::min(kind.usual.low * scale, kind.usual.high * scale),
                 high = std::max(kind.usual.low * scale, kind.usual.high * scale);
    return {value, std::max(low, kind.low), std::min(high, kind.high)};
}

FigureInput FigureInputs::before(std::string_view key) const {
    if (const auto offered = m_offered.find(std::string(key)); offered != m_offered.end())
        return offered->second;
    const InputKind& k = kind(key);
    return {spread(k, k.usual.value, Origin::Handbook), Origin::Handbook};
}

void FigureInputs::settle(const InputKind& kind) {
    const auto hand = m_hand.find(std::string(kind.key));
    m_now.insert_or_assign(std::string(kind.key), hand != m_hand.end() ? hand->second : before(kind.key));
}

void FigureInputs::offer(std::string_view key, const Ranged& value, Origin origin) {
    const InputKind& k = kind(key);
    if (!(value.value >= k.low && value.value <= k.high))
        return;
    Ranged held{value.value, std::clamp(value.low, k.low, value.value), std::clamp(value.high, value.value, k.high)};
    if (!std::isfinite(value.low) || !std::isfinite(value.high))
        held = Ranged::exactly(value.value);
    m_offered.insert_or_assign(std::string(key), FigureInput{held, origin});
    settle(k);
}

void FigureInputs::offer(std::string_view key, const std::optional<double>& value, Origin origin) {
    if (value && std::isfinite(*value))
        offer(key, spread(kind(key), *value, origin), origin);
}

void FigureInputs::set(std::string_view key, double value) {
    const InputKind& k = kind(key);
    if (!std::isfinite(value))
        return;
    const bool known = m_offered.contains(std::string(key)) || k.choice;
    const auto hand = m_hand.find(std::string(key));
    // What somebody called a guess stays one when it is moved.
    const Origin origin = hand != m_hand.end() ? hand->second.origin : known ? Origin::Tried : Origin::Measured;
    setHand(key, value, origin);
}

void FigureInputs::setHand(std::string_view key, double value, Origin origin) {
    const InputKind& k = kind(key);
    const double held = std::clamp(value, k.low, k.high);
    m_hand.insert_or_assign(std::string(key), FigureInput{spread(k, held, origin), origin});
    settle(k);
}

void FigureInputs::setOrigin(std::string_view key, Origin origin) {
    setHand(key, number(key), origin);
}

void FigureInputs::forgetHands() {
    m_hand.clear();
    for (const InputKind& kind : m_kinds)
        settle(kind);
}

void FigureInputs::forgetOffers() {
    m_offered.clear();
    for (const InputKind& kind : m_kinds)
        settle(kind);
}

} // namespace jr
