// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/pipe/pipe_answer.h"

namespace jr {

PipeAnswer pipeAnswer(const PipeAsked& asked) {
    PipeAnswer out;
    out.reflectionM = reflectionM(asked.shape);
    out.volumeM3 = volumeM3(asked.shape);
    const auto pieces = piecesOf(asked.shape);
    out.headerDeg = coneAngleDeg(pieces[0]);
    out.diffuserDeg = coneAngleDeg(pieces[1]);
    out.baffleDeg = coneAngleDeg(pieces[3]);
    out.rules = pipeRules(asked.shape);
    const double mouth = baffleMouthM(asked.shape);
    const auto speeds = [&](auto member) {
        return rangeThrough(
            [&](double exhaust, double transfer, double wave) {
                return pullRange(exhaust, transfer, mouth, out.reflectionM, wave).*member;
            },
            asked.exhaustDurationDeg, asked.transferDurationDeg, asked.waveSpeedMPerS);
    };
    out.fromRpm = speeds(&PullRange::fromRpm);
    out.tunedRpm = speeds(&PullRange::tunedRpm);
    out.toRpm = speeds(&PullRange::toRpm);
    out.wantedM = rangeThrough(
        // Length and speed change places in the formula.
        [&](double exhaust, double wave) { return tunedSpeedRpm(exhaust, asked.wantedRpm, wave); },
        asked.exhaustDurationDeg, asked.waveSpeedMPerS);
    constexpr double kMm = 1e-3;
    out.rpmPerMm = out.tunedRpm.value / out.reflectionM * kMm;
    return out;
}

Ranged withMethodSlack(const Ranged& waveSpeed) {
    constexpr double kPct = 100.;
    return {waveSpeed.value, waveSpeed.low * (1. - kWaveMethodPct / kPct),
            waveSpeed.high * (1. + kWaveMethodPct / kPct)};
}

} // namespace jr
