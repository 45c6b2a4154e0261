// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/many_curves.h"

#include "core/pull/pull_method.h"

#include <algorithm>
#include <atomic>
#include <thread>

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
    std::atomic<std::size_t> next{0};
    const auto work = [&] {
        for (std::size_t i = next++; i < pulls.size(); i = next++) {
            if (abandoned && abandoned())
                return;
            Result<PullCurve> made = curveOf(*pulls[i], options);
            if (made)
                out[i] = std::make_shared<const PullCurve>(std::move(made).value());
            else
                out[i] = made.error();
        }
    };
    const std::size_t threads = std::clamp<std::size_t>(std::thread::hardware_concurrency(), 1,
                                                        std::max<std::size_t>(1, pulls.size() / kWorthAThread));
    std::vector<std::jthread> others(threads - 1);
    for (std::jthread& t : others)
        t = std::jthread(work);
    work();
    return out;
}

} // namespace jr
