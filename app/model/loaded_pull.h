// SPDX-License-Identifier: GPL-3.0-or-later
// A pull of the open job with everything worked out from it.
#pragma once

#include "archive/store/archive.h"
#include "core/mixture/steady_points.h"
#include "core/pull/pull_fit.h"
#include "core/road/road_run.h"

#include <QString>

#include <memory>

namespace jr::app {

struct LoadedPull {
    PullRecord record;
    std::shared_ptr<const Trace> trace;  ///< its header, mixture, sound and what probes read; never null
    std::shared_ptr<const PullFit> fit;  ///< null when it cannot become a curve
    QString problem;                     ///< why not
    std::shared_ptr<const RoadRun> road; ///< a run on the road; else null
    SteadyRun steady; ///< brake work: its steps, or slices of its sweep; by the size its header knows
};

/// A pull of a job on its way in: read and fitted in a thread, so that no more whole traces stand in memory than
/// threads work.
struct PullToLoad {
    PullRecord record;
    PackedTrace kept;
};

/// Fits a pull from its whole trace.
LoadedPull loadPull(PullRecord record, const std::shared_ptr<const Trace>& whole);
LoadedPull loadKeptPull(const PullToLoad& pull);

} // namespace jr::app
