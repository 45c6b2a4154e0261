// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/engine_truth.h"

#include <cmath>

namespace standin {

double EngineTruth::torqueAt(double rpm) const {
    const double off = (rpm - torquePeakRpm) / 2000.;
    // Quadratic near the top, gentler far below so that torque never turns negative.
    const double hill =
        off < 0. ? 1. / (1. + fallLow * off * off) : 1. - fallHigh * off * off / (1. + 0.05 * off * off);
    double shape = 1.;
    for (const TorqueBump& b : bumps) {
        const double z = (rpm - b.rpm) / b.widthRpm;
        shape += b.share * std::exp(-0.5 * z * z);
    }
    for (const TorqueTilt& t : tilts)
        shape += t.share * (rpm - t.fromRpm) / (t.toRpm - t.fromRpm);
    if (pipeRiseShare > 0.)
        shape *= 1. + pipeRiseShare / (1. + std::exp(-(rpm - pipeRiseRpm) / pipeRiseWidthRpm));
    return torqueNm * hill * shape;
}

double EngineTruth::powerAt(double rpm) const {
    return torqueAt(rpm) * rpm * 3.14159265358979323846 / 30.;
}

} // namespace standin
