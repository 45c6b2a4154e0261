// SPDX-License-Identifier: GPL-3.0-or-later
// Invented engines with a torque curve that is known exactly: the truth that tests hold the program against.
#pragma once

#include <string>
#include <vector>

namespace standin {

/// A bump or dip of torque: height as a share of the base torque, centred at `rpm`, of the given width (one sigma).
struct TorqueBump {
    double share;
    double rpm;
    double widthRpm;
};

/// A straight line over engine speed: nothing at `fromRpm`, so large a share at `toRpm`, and on beyond both.
struct TorqueTilt {
    double share;
    double fromRpm, toRpm;
};

/// Torque in reference air: a smooth hill with bumps, and optionally the steep rise of a two-stroke's pipe.
struct EngineTruth {
    double torqueNm = 33.; ///< of the hill's top
    double torquePeakRpm = 5600.;
    double fallLow = 0.10;  ///< share lost 2000 rpm below the top
    double fallHigh = 0.16; ///< share lost 2000 rpm above the top
    std::vector<TorqueBump> bumps;
    std::vector<TorqueTilt> tilts;
    double pipeRiseShare = 0.; ///< 0: none; 1: torque doubles as the pipe comes in
    double pipeRiseRpm = 7000.;
    double pipeRiseWidthRpm = 130.;

    double torqueAt(double rpm) const; ///< N·m at the crank or wheel, wherever the bench measures
    double powerAt(double rpm) const;  ///< W
};

} // namespace standin
