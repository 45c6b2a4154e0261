// Runs every reader over some bytes. Nothing may crash, hang or give a trace whose channels differ in length.
#pragma once

#include "archive/formats/foreign_log.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "core/pull/curve.h"

#include <cmath>
#include <cstdlib>

namespace hostile {

inline void require(bool good) {
    if (!good)
        std::abort();
}

inline void whole(const jr::Trace& trace) {
    for (const jr::Channel& c : trace.channels)
        require(c.values.size() == trace.rows());
    const auto fit = jr::fitPull(trace);
    if (!fit)
        return;
    jr::CurveOptions options;
    const jr::PullFit* one[] = {&*fit};
    options.detailRpm = std::max(jr::likelyDetailRpm(one), 1.);
    const auto curve = jr::curveOf(*fit, options);
    if (curve)
        require(curve->rpm.size() == curve->powerW.size() && curve->rpm.size() == curve->counted.size());
}

inline void readEverything(std::string_view bytes) {
    if (const auto trace = jr::readPullFile(bytes, "hostile"))
        whole(*trace);
    const auto text = jr::decodeText(bytes);
    if (!text)
        return;
    const auto layout = jr::lookAtLog(*text, "hostile");
    if (!layout)
        return;
    const auto reading = jr::readForeignLog(*text, "hostile", *layout, jr::proposedMapping(*layout), {}, false);
    if (reading)
        whole(reading->trace);
}

} // namespace hostile
