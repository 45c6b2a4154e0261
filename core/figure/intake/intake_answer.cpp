// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/intake/intake_answer.h"

#include "core/figure/domain.h"

namespace jr {

Result<IntakeAnswer> intakeAnswer(const IntakeAsked& a) {
    if (auto error = outOfDomain({{"runner_mm", a.runnerM * 1e3, 20., 2000.}, {"rpm", a.engineRpm, 500., 25000.}}))
        return *error;
    IntakeAnswer out;
    for (std::size_t i = 0; i < kOrders.size(); ++i)
        out.waveRpm[i] =
            rangeThrough([&](double temp, double closes) { return waveRunnerRpm(a.runnerM, temp, closes, kOrders[i]); },
                         a.airC, a.intakeClosesDeg);
    ResonatorInputs hum{a.engineRpm, a.airC.value, a.runnerBoreM, a.displacementM3 / a.cylinders, a.compression, 2.1};
    if (const Result<double> checked = resonatorRunnerM(hum); !checked)
        return checked.error();
    out.resonatorRpm = rangeThrough(
        [&](double temp, double hums) {
            ResonatorInputs in = hum;
            in.airTempC = temp;
            in.hums = hums;
            return resonatorRunnerRpm(a.runnerM, in);
        },
        a.airC, kHumsATurn);
    const auto demand = [&](double efficiency) {
        return airDemandM3PerS(a.displacementM3, a.engineRpm, a.strokes, efficiency);
    };
    out.demandM3PerS = rangeThrough(demand, a.efficiency);
    const Result<ThroatFlow> throat = throatFlow(out.demandM3PerS.value / a.cylinders, a.throatM, a.airC.value);
    if (!throat)
        return throat.error();
    out.throat = *throat;
    // Speeds go with the demand, whatever the air's temperature.
    const double throatMPerM3 = throat->speedMPerS / out.demandM3PerS.value;
    const double openShare = a.strokes == 2 ? kOpenShareTwoStroke : kOpenShareFourStroke;
    out.throatMPerS = rangeThrough([&](double flow) { return flow * throatMPerM3; }, out.demandM3PerS);
    out.openSpeedMPerS = rangeThrough([&](double speed) { return speed / openShare; }, out.throatMPerS);
    out.bellShare = a.bellRadiusM / a.runnerBoreM;
    out.filterWantedM2 = filterAreaM2(a.displacementM3, a.engineRpm);
    out.filterLossPa = rangeThrough(
        [&](double flow, double rated) { return filterLossPa(flow, a.filterM2, rated, kRatedFilterSpeed); },
        out.demandM3PerS, kRatedFilterLossPa);
    out.windPa = windHeadPa(a.windMPerS, a.airKgM3);
    constexpr double kPressurePa = 101325., kPct = 100.;
    out.windPct = kPct * out.windPa / kPressurePa;
    return out;
}

std::optional<FlowToPower> flowToPower(double flowBefore, double flowAfter, double powerBeforeW, double powerAfterW) {
    constexpr double kPct = 100., kLeastPct = 0.3; // less is within any flow bench's own scatter
    const double flow = kPct * (flowAfter / flowBefore - 1.), power = kPct * (powerAfterW / powerBeforeW - 1.);
    if (!(flowBefore > 0.) || !(powerBeforeW > 0.) || !(flow > kLeastPct || flow < -kLeastPct))
        return std::nullopt;
    return FlowToPower{flow, power, power / flow};
}

} // namespace jr
