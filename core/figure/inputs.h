// SPDX-License-Identifier: GPL-3.0-or-later
// What a page of Figure is fed with: each value with where it comes from. What is only guessed is a range, so that the
// answer is one.
#pragma once

#include "core/figure/ranged.h"

#include <functional>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

/// From the surest to the least sure.
enum class Origin {
    Pulls,    ///< measured on this machine by the pulls of the job
    Measured, ///< measured on this machine by a person
    Sheet,    ///< from the machine's sheet or what its setup changed
    Own,      ///< a constant fitted from this machine's graded pulls
    Tried,    ///< what somebody tries out: dragged or typed where something else stood
    Handbook, ///< what is usual, with its range
    Guess,    ///< a guess, with its range
};
std::string_view originId(Origin origin); ///< "pulls", as kept
std::optional<Origin> parseOrigin(std::string_view id);

struct InputKind {
    std::string_view key;
    double low, high;    ///< what it may be
    Ranged usual;        ///< what a handbook has; its ends are the range of a guess as well, in the same proportion
    bool choice = false; ///< what one decides (a length to cut to): never a guess
};

struct FigureInput {
    Ranged value;
    Origin origin = Origin::Handbook;
    bool operator==(const FigureInput&) const = default;
};

class FigureInputs {
public:
    explicit FigureInputs(std::vector<InputKind> kinds);

    const std::vector<InputKind>& kinds() const { return m_kinds; }
    const InputKind& kind(std::string_view key) const;
    const FigureInput& at(std::string_view key) const;
    double number(std::string_view key) const { return at(key).value.value; }
    const Ranged& ranged(std::string_view key) const { return at(key).value; }
    Origin origin(std::string_view key) const { return at(key).origin; }

    /// From the job: what it was before anybody tried something. A value outside its bounds is left alone.
    void offer(std::string_view key, const Ranged& value, Origin origin);
    void offer(std::string_view key, const std::optional<double>& value, Origin origin);
    /// By a hand on the drawing or in the field, held inside its bounds. Where the job had something it is tried out;
    /// where nothing was known it is measured, until `setOrigin` says otherwise.
    void set(std::string_view key, double value);
    /// Measured, handbook or guess, for what a hand gave.
    void setOrigin(std::string_view key, Origin origin);
    /// All as the job has it again; nothing offered, nothing typed: as usual.
    void forgetHands();
    void forgetOffers();
    bool byHand(std::string_view key) const { return m_hand.contains(std::string(key)); }
    /// What it is without the hand: the job's, else the usual.
    FigureInput before(std::string_view key) const;

    const std::map<std::string, FigureInput>& hand() const { return m_hand; }
    void setHand(std::string_view key, double value, Origin origin);

private:
    Ranged spread(const InputKind& kind, double value, Origin origin) const;
    void settle(const InputKind& kind);

    std::vector<InputKind> m_kinds;
    std::map<std::string, FigureInput, std::less<>> m_now;
    std::map<std::string, FigureInput> m_offered, m_hand;
};

} // namespace jr
