// SPDX-License-Identifier: GPL-3.0-or-later
// The table of kinds. A new one: a file in core/pull/methods that derives from PullMethod, and its line here.
#include "core/pull/methods/brake.h"
#include "core/pull/methods/given.h"
#include "core/pull/methods/road.h"
#include "core/pull/methods/roller.h"

#include <array>
#include <cassert>

namespace jr {
namespace {

const RollerMethod kRoller;
const BrakeMethod kBrake;
const GivenMethod kGiven;
const RoadMethod kRoad;

constexpr std::array<const PullMethod*, 4> kMethods{&kRoller, &kBrake, &kGiven, &kRoad};

} // namespace

std::span<const PullMethod* const> pullMethods() {
    return kMethods;
}

const PullMethod& methodOf(PullKind kind) {
    for (const PullMethod* method : kMethods)
        if (method->kind() == kind)
            return *method;
    assert(false);
    return kGiven;
}

const ShaftMethod* shaftMethodOf(PullKind kind) {
    return dynamic_cast<const ShaftMethod*>(&methodOf(kind));
}

} // namespace jr
