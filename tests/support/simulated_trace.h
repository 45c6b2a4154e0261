// SPDX-License-Identifier: GPL-3.0-or-later
// Turns a recording of the simulated bench into a trace without going through a file.
#pragma once

#include "core/pull/trace.h"
#include "standin/simulated_bench.h"

namespace testsupport {

jr::Trace traceOf(const standin::Recording& recording, jr::PullKind kind);

} // namespace testsupport
