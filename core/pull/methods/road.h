// SPDX-License-Identifier: GPL-3.0-or-later
// Kind road: a run timed on the road. It has no power curve of its own; core/road times and judges it.
#pragma once

#include "core/pull/pull_method.h"

namespace jr {

class RoadMethod final : public PullMethod {
public:
    PullKind kind() const override { return PullKind::Road; }
    bool measured() const override { return false; }
    /// Always an error: nothing in it is worked out over engine speed.
    Result<PullFit> fit(const Trace& trace, const ReadyOptions& options) const override;
};

} // namespace jr
