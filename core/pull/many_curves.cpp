// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/many_curves.h"

#include "core/every_core.h"
#include "core/pull/pull_method.h"

namespace jr {

const Standard* standardForAll(std::span<const PullFit* const> pulls, const Standard* wanted) {
    for (const PullFit* pull : pulls)
        if (methodOf(pull->header.kind).measured())
            if (std::vector<Caution> ignored; !correctionFactor(pull->header, *wanted, ignored))
                return findStandard("none");
    return wanted;
}

std::vector<CurveResult> curvesOf(std::span<const PullFit* const> pulls, const CurveOptions& options,
                                  const std::function<bool()>& abandoned) {
    constexpr std::size_t kWorthAThread = 8; // below this many curves a thread costs more than it saves
    std::vector<CurveResult> out(pulls.size(), Error{Message{"error.abandoned"}});
    onEveryCore(pulls.size(), kWorthAThread, [&](std::size_t i) {
        if (abandoned && abandoned())
            return;
        Result<PullCurve> made = curveOf(*pulls[i], options);
        if (made)
            out[i] = std::make_shared<const PullCurve>(std::move(made).value());
        else
            out[i] = made.error();
    });
    return out;
}

} // namespace jr
