// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/methods/road.h"

namespace jr {

Result<PullFit> RoadMethod::fit(const Trace&, const ReadyOptions&) const {
    return Error{Message{"error.road-no-curve"}};
}

} // namespace jr
