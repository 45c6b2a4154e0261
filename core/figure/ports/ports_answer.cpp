// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/ports/ports_answer.h"

#include "core/figure/cylinder/piston_motion.h"
#include "core/units/units.h"

namespace jr {

Result<PortsAnswer> portsAnswer(const PortsAsked& asked) {
    const Result<Crank> crank = checkedCrank(asked.strokeM, asked.rodM);
    if (!crank)
        return crank.error();
    const Result<PortFigures> ports = portFigures(*crank, asked.timing);
    if (!ports)
        return ports.error();
    PortsAnswer out;
    out.crank = *crank;
    out.ports = *ports;
    out.areas = angleAreas(*crank, asked.timing, asked.widths);
    const double swept = sweptM3(asked.boreM, asked.strokeM);
    out.blowdownSPerM = timeAreaSPerM(out.areas.blowdownM2Deg, asked.engineRpm, swept);
    out.transferSPerM = timeAreaSPerM(out.areas.transferM2Deg, asked.engineRpm, swept);
    out.intakeSPerM = timeAreaSPerM(out.areas.intakeM2Deg, asked.engineRpm, swept);
    // The gap over the whole bore, and the bowl above it.
    const double chamber = asked.head.bowlM3 + 0.25 * kPi * asked.boreM * asked.boreM * asked.head.clearanceM;
    const Result<Compression> compression = compressionOf(asked.boreM, asked.strokeM, chamber, out.ports.exhaustDownM);
    if (!compression)
        return compression.error();
    out.compression = *compression;
    SquishHead head = asked.head;
    head.boreM = asked.boreM;
    out.squish = highestSquishSpeed(*crank, head, asked.engineRpm);
    out.crankcaseRatio = crankcaseRatio(asked.caseAtBottomM3, swept);
    out.chordShare = asked.exhaustChordM / asked.boreM;
    out.forceN = peakInertiaForceN(*crank, asked.engineRpm, asked.pistonKg);
    out.pistonSpeedMPerS = meanPistonSpeedMPerS(asked.strokeM, asked.engineRpm);
    return out;
}

} // namespace jr
