// SPDX-License-Identifier: GPL-3.0-or-later
// What a bench says of itself, and one sample of it.
#pragma once

#include "core/pull/trace.h"

#include <map>
#include <memory>
#include <string>
#include <vector>

namespace jr {

struct BenchChannel {
    ChannelName name;    ///< Other for a channel we do not understand; it is kept all the same
    std::string heading; ///< as the bench calls it
    std::string unitText;
    double factor = 1., offset = 0.; ///< to SI
    Quantity quantity = Quantity::Ratio;
};

struct BenchOffer {
    std::string word, label;
};

struct BenchDescription {
    std::string name;
    PullHeader header;                        ///< what every pull of this bench begins with
    std::map<std::string, std::string> facts; ///< all facts as said, known keys and others
    std::vector<BenchChannel> channels;
    std::vector<BenchOffer> offers; ///< what the bench can be asked to do
    std::string introduction;       ///< the lines it was said in, as they came: the same words are the same bench
    bool plain = false;             ///< only prints numbers: nothing can be asked of it

    bool says(const char* fact, std::string_view value) const {
        const auto it = facts.find(fact);
        return it != facts.end() && it->second == value;
    }
    /// The bench can stop ignition or fuel.
    bool canCut() const { return !plain && says("can_cut", "yes"); }
    /// It wants a number before every order, and says it in its answer.
    bool countsOrders() const { return !plain && says("numbered", "yes"); }
    /// It has a load that can be thrown off.
    bool hasBrake() const {
        return header.kind == PullKind::Brake || find(ChannelId::BrakeTorque) >= 0 || find(ChannelId::LoadForce) >= 0;
    }

    /// Index of a channel, or -1.
    int find(ChannelId id, int number = 0) const {
        for (std::size_t i = 0; i < channels.size(); ++i)
            if (channels[i].name.id == id && (number == 0 || channels[i].name.number == number))
                return static_cast<int>(i);
        return -1;
    }
};

/// Bounds on what a bench may say of itself; more is left out and said. A real one has a tenth of it.
struct BenchBounds {
    static constexpr std::size_t channels = 64, offers = 64, facts = 256;
};

struct Frame {
    double timeS = 0.;                               ///< bench time, made continuous over jumps of its clock
    std::vector<double> values;                      ///< SI, in the order of the channels; NaN where the bench had none
    std::shared_ptr<const BenchDescription> bench{}; ///< whose channels these are; they may change in mid-stream
    bool afterJump = false; ///< the clock jumped just before it: how long that took nobody knows
};

} // namespace jr
