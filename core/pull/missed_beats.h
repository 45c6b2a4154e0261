// SPDX-License-Identifier: GPL-3.0-or-later
// Beats that a pickup, a tachometer or a scale missed or counted twice, and holes in the record.
#pragma once

#include "core/pull/ready_pull.h"

#include <string>

namespace jr {

/// Marks missed and double beats in `good`: samples further from the median of their neighbours than `share` of it, and
/// than `floorValue`; and values no such channel can have.
void maskJumps(const ReadyPull& pull, const std::vector<double>& value, ChannelId id, double share, double floorValue,
               std::vector<char>& good);

/// One dropout flag per run of masked samples (runs closer than 0.1 s together are one).
void flagDropouts(ReadyPull& pull, const std::vector<char>& good, const std::string& sensor,
                  const ReadyOptions& options);

/// One dropout flag per hole in time.
void flagHoles(ReadyPull& pull, const ReadyOptions& options);

} // namespace jr
