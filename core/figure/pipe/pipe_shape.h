// SPDX-License-Identifier: GPL-3.0-or-later
// An expansion pipe as cones and tubes one after the other: header, diffuser, belly, baffle, stinger. Lengths along the
// middle line, inner diameters.
#pragma once

#include "core/figure/ranged.h"

#include <array>
#include <vector>

namespace jr {

struct PipeShape {
    double portM = 0.;                                                             ///< piston face to the flange
    double headerM = 0., diffuserM = 0., bellyM = 0., baffleM = 0., stingerM = 0.; ///< lengths
    double headerIn = 0., headerOut = 0.; ///< diameters where the header begins and ends, m
    double belly = 0., stinger = 0.;      ///< diameters, m

    bool operator==(const PipeShape&) const = default;
};

/// One of its pieces: from a length to a length from the piston face, and its diameters there.
struct PipePiece {
    double fromM = 0., toM = 0., inM = 0., outM = 0.;
};
/// Header, diffuser, belly, baffle, stinger.
std::array<PipePiece, 5> piecesOf(const PipeShape& shape);

/// Piston face to where the baffle begins, and to its middle, where the mean wave comes back from.
double baffleMouthM(const PipeShape& shape);
double reflectionM(const PipeShape& shape);

/// Frustum: pi L (d1^2 + d1 d2 + d2^2) / 12. Header to baffle, without port and stinger; m3.
double volumeM3(const PipeShape& shape);
/// Whole angle between the walls of a cone, degrees.
double coneAngleDeg(const PipePiece& cone);

/// Rules of thumb, as ranges. Source: Jennings, Two-Stroke Tuner's Handbook (1973), values from memory.
struct PipeRules {
    Ranged stingerDiameterM; ///< 0.58…0.62 of the header's beginning
    Ranged stingerM;         ///< 11…13 stinger diameters
    Ranged bellyDiameterM;   ///< 2…2.6 header diameters
    Ranged headerM;          ///< 6…11 header diameters: short for the top, long for the breadth
    Ranged diffuserDeg;      ///< whole angle 7…9
    Ranged baffleDeg;        ///< whole angle 14…20
};
PipeRules pipeRules(const PipeShape& shape);

/// A pipe by those rules whose mean reflection lies at `tunedM`, from the diameter of the flange: header, diffuser and
/// baffle in the usual proportions, what is left over in the belly.
PipeShape usualPipe(double tunedM, double flangeM, double portM);
/// The same pipe with its mean reflection at `tunedM`: belly, and then header, give and take; nothing falls under a
/// centimetre.
PipeShape stretchedTo(const PipeShape& shape, double tunedM);

} // namespace jr
