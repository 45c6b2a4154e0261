// SPDX-License-Identifier: GPL-3.0-or-later
// Kind curve: numbers worked out elsewhere, in order of engine speed, checked against each other and shown as they
// came.
#pragma once

#include "core/pull/pull_method.h"

namespace jr {

class GivenMethod final : public PullMethod {
public:
    PullKind kind() const override { return PullKind::Curve; }
    bool measured() const override { return false; }
    Result<PullFit> fit(const Trace& trace, const ReadyOptions& options) const override;
};

} // namespace jr
