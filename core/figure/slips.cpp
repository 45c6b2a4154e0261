// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/slips.h"

#include <array>
#include <cmath>

namespace jr {
namespace {

struct Turn {
    std::string_view ending; ///< of the key it may befall
    std::string_view code;
    double factor, offset; ///< meant = typed * factor + offset
};

// Opening typed as a duration: a wall port open for D opens at 180 - D/2; a piston port or a valve's "before" likewise.
constexpr std::array<Turn, 9> kTurns{{
    {"_mm", "figure.slip-inches", 25.4, 0.},
    {"_mm", "figure.slip-centimetres", 10., 0.},
    {"_mm", "figure.slip-thou", 0.0254, 0.},
    {"_deg_atdc", "figure.slip-duration", -0.5, 180.},
    {"_deg_btdc", "figure.slip-duration-half", 0.5, 0.},
    {"_deg_atdc", "figure.slip-before", -1., 180.}, // before bottom centre typed for after top centre
    {"_rpm", "figure.slip-thousands", 1000., 0.},
    {"_c", "figure.slip-fahrenheit", 5. / 9., -32. * 5. / 9.},
    {"_kg", "figure.slip-pounds", 0.45359237, 0.},
}};

} // namespace

std::optional<Slip> slipOf(const InputKind& kind, double typed) {
    if (typed >= kind.low && typed <= kind.high)
        return std::nullopt;
    for (const Turn& turn : kTurns) {
        const double meant = typed * turn.factor + turn.offset;
        if (kind.key.ends_with(turn.ending) && meant >= kind.low && meant <= kind.high)
            return Slip{{turn.code, {Number{typed, 2}, Number{meant, 1}}}, meant};
    }
    return std::nullopt;
}

std::optional<Message> looksLikeSeatEvents(double durationDeg, double statedMm) {
    // At 1 mm road and race cams lie at 220 to 275 degrees; 290 and more is what the same cams show at the seat.
    constexpr double kWidestAtOneMm = 285., kLiftStated = 0.8;
    if (statedMm >= kLiftStated && durationDeg > kWidestAtOneMm)
        return Message{"figure.slip-seat", {Number{durationDeg, 0}, Number{statedMm, 2}}};
    constexpr double kNarrowestAtSeat = 235.;
    if (statedMm < kLiftStated && durationDeg < kNarrowestAtSeat)
        return Message{"figure.slip-at-lift", {Number{durationDeg, 0}, Number{statedMm, 2}}};
    return std::nullopt;
}

std::optional<Message> looksLikeOtherNumbering(double jet, bool byBore, double carburettorMm) {
    // A main jet by bore is 3.5 to 7 hundredths of the carburettor's own bore; one by flow is a free number, mostly 1.5
    // to 3 times as large. Common practice, no source.
    if (!(carburettorMm > 0.))
        return std::nullopt;
    constexpr double kHundredths = 100., kLargestShare = 0.075;
    const double share = jet / kHundredths / carburettorMm;
    if (byBore && share > kLargestShare)
        return Message{"figure.slip-by-flow", {Number{jet, 0}, Number{carburettorMm, 0}}};
    return std::nullopt;
}

} // namespace jr
