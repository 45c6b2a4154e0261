// SPDX-License-Identifier: GPL-3.0-or-later
// All a page about the air side shows: two schools of runner length as bands over engine speed, the throat, the bell,
// the filter, the wind.
#pragma once

#include "core/figure/intake/runner.h"
#include "core/figure/intake/throat.h"

#include <array>
#include <optional>

namespace jr {

struct IntakeAsked {
    double displacementM3 = 0.; ///< of the whole engine
    int cylinders = 1, strokes = 4;
    Ranged efficiency;     ///< share filled
    double engineRpm = 0.; ///< where the throat is looked at
    Ranged airC;
    double airKgM3 = 1.2;
    Ranged intakeClosesDeg;                ///< after bottom centre
    double runnerM = 0.;                   ///< valve to mouth: stack, carburettor and port
    double runnerBoreM = 0., throatM = 0.; ///< bore of the runner, and of the narrowest place
    double bellRadiusM = 0.;
    double compression = 11.;
    double filterM2 = 0., windMPerS = 0.;
};

inline constexpr std::array<double, 4> kOrders{2., 3., 4., 5.};

struct IntakeAnswer {
    std::array<Ranged, 4> waveRpm; ///< that the runner suits, on each order
    Ranged resonatorRpm;
    Ranged demandM3PerS;        ///< of the engine, as well as it may be filled
    ThroatFlow throat;          ///< of one cylinder's throat, in the mean of the cycle, at the middle of the demand
    Ranged throatMPerS;         ///< its speed
    Ranged openSpeedMPerS;      ///< while the intake is open: that is what strangles
    double bellShare = 0.;      ///< of the runner's bore
    double filterWantedM2 = 0.; ///< by the handbook rule
    Ranged filterLossPa;        ///< of a clean pleated filter of that area
    double windPa = 0., windPct = 0.; ///< head of the wind, and as a share of the air's pressure
};
/// Errors: what is outside, by its key.
Result<IntakeAnswer> intakeAnswer(const IntakeAsked& asked);

/// Share of the cycle an intake is open: some 250 of 720 degrees of a four-stroke, half of a two-stroke's turn.
inline constexpr double kOpenShareFourStroke = 250. / 720., kOpenShareTwoStroke = 0.5;
/// Mean speed while it is open above which an intake strangles at full power: near 100 m/s; below 40 a carburettor has
/// little signal. Common practice, no source.
inline constexpr double kHighThroatSpeed = 100., kLowThroatSpeed = 40.;
/// A clean pleated filter is rated at 6 cfm through a square inch with 1.5 inches of water lost: 4.4 m/s, 370 Pa. Oiled
/// gauze and foam lie either side. Common practice, no source.
inline constexpr double kRatedFilterSpeed = 4.4;
inline constexpr Ranged kRatedFilterLossPa{370., 250., 500.};
/// Above it flow is turbulent: pipes, textbooks.
inline constexpr double kTurbulentReynolds = 4000.;

/// What share of a flow bench's gain became power: both as shares of what was there before. A figure of this archive,
/// not a law.
struct FlowToPower {
    double flowPct = 0., powerPct = 0., share = 0.;
};
std::optional<FlowToPower> flowToPower(double flowBefore, double flowAfter, double powerBeforeW, double powerAfterW);

} // namespace jr
