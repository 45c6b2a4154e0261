// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/pipe/pipe_shape.h"

#include "core/units/units.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

Ranged times(const Ranged& share, double size) {
    return {share.value * size, share.low * size, share.high * size};
}

/// Length of a cone between two diameters with this whole angle.
double coneLengthM(double in, double out, double angleDeg) {
    return 0.5 * std::abs(out - in) / std::tan(0.5 * angleDeg * kPi / 180.);
}

constexpr Ranged kStingerOfHeader{0.6, 0.58, 0.62}, kStingerLengths{12., 11., 13.}, kBellyOfHeader{2.3, 2., 2.6},
    kHeaderLengths{8., 6., 11.}, kDiffuserDeg{8., 7., 9.}, kBaffleDeg{17., 14., 20.};
constexpr double kHeaderWidens = 1.12; // a header's end by its beginning: two degrees or so over its length

} // namespace

std::array<PipePiece, 5> piecesOf(const PipeShape& s) {
    double at = s.portM;
    const auto piece = [&](double length, double in, double out) {
        const PipePiece p{at, at + length, in, out};
        at += length;
        return p;
    };
    const PipePiece header = piece(s.headerM, s.headerIn, s.headerOut),
                    diffuser = piece(s.diffuserM, s.headerOut, s.belly), belly = piece(s.bellyM, s.belly, s.belly),
                    baffle = piece(s.baffleM, s.belly, s.stinger), stinger = piece(s.stingerM, s.stinger, s.stinger);
    return {header, diffuser, belly, baffle, stinger};
}

double baffleMouthM(const PipeShape& s) {
    return s.portM + s.headerM + s.diffuserM + s.bellyM;
}

double reflectionM(const PipeShape& s) {
    return baffleMouthM(s) + 0.5 * s.baffleM;
}

double volumeM3(const PipeShape& shape) {
    const auto pieces = piecesOf(shape);
    double sum = 0.;
    for (std::size_t i = 0; i + 1 < pieces.size(); ++i) {
        const PipePiece& p = pieces[i];
        sum += kPi / 12. * (p.toM - p.fromM) * (p.inM * p.inM + p.inM * p.outM + p.outM * p.outM);
    }
    return sum;
}

double coneAngleDeg(const PipePiece& cone) {
    const double length = cone.toM - cone.fromM;
    return length > 0. ? 2. * std::atan(0.5 * std::abs(cone.outM - cone.inM) / length) * 180. / kPi : 180.;
}

PipeRules pipeRules(const PipeShape& s) {
    return {times(kStingerOfHeader, s.headerIn),
            times(kStingerLengths, s.stinger),
            times(kBellyOfHeader, s.headerIn),
            times(kHeaderLengths, s.headerIn),
            kDiffuserDeg,
            kBaffleDeg};
}

PipeShape usualPipe(double tunedM, double flangeM, double portM) {
    PipeShape s;
    s.portM = portM;
    s.headerIn = flangeM;
    s.headerOut = kHeaderWidens * flangeM;
    s.belly = kBellyOfHeader.value * flangeM;
    s.stinger = kStingerOfHeader.value * flangeM;
    s.stingerM = kStingerLengths.value * s.stinger;
    s.headerM = kHeaderLengths.value * flangeM;
    s.diffuserM = coneLengthM(s.headerOut, s.belly, kDiffuserDeg.value);
    s.baffleM = coneLengthM(s.belly, s.stinger, kBaffleDeg.value);
    s.bellyM = 0.1 * tunedM;
    return stretchedTo(s, tunedM);
}

PipeShape stretchedTo(const PipeShape& shape, double tunedM) {
    constexpr double kLeastM = 0.01;
    PipeShape s = shape;
    double missing = tunedM - reflectionM(s);
    for (double PipeShape::*length : {&PipeShape::bellyM, &PipeShape::headerM, &PipeShape::diffuserM}) {
        const double before = s.*length;
        s.*length = std::max(kLeastM, before + missing);
        missing -= s.*length - before;
    }
    return s;
}

} // namespace jr
