// SPDX-License-Identifier: GPL-3.0-or-later
// What is to be said, as a code with arguments. The computation speaks in these; a language's table (english.cpp) makes
// the sentence at the edge, the same one for window, sheet and command line. A sentence is one entry of the table,
// never put together from parts, so that it can be translated.
#pragma once

#include "core/units/curve_axis.h"
#include "core/units/units.h"

#include <string>
#include <string_view>
#include <utility>
#include <variant>
#include <vector>

namespace jr {

/// A whole number of things. The first one of a message chooses between its two sentences, for one and for many.
struct Count {
    long number;
    bool operator==(const Count&) const = default;
};
/// A plain number with so many decimals; `sign`: a plus is written.
struct Number {
    double value;
    int decimals = 0;
    bool sign = false;
    bool operator==(const Number&) const = default;
};
/// A number as somebody wrote it: up to so many significant figures, no zeros behind.
struct Written {
    double value;
    int figures = 6;
    bool operator==(const Written&) const = default;
};
/// A power in the reader's unit, rounded to what its margin supports (0: no margin known).
struct Power {
    double watt, marginW = 0.;
    bool sign = false;
    bool operator==(const Power&) const = default;
};
/// A word of the trade out of a table of ours (a line of the machine's sheet, a gauge, a place), said in the reader's
/// language; what a person wrote himself stays as it is.
struct Term {
    std::string english;
    bool operator==(const Term&) const = default;
};
/// Names as people wrote them, or words of the trade, one after the other.
struct Names {
    std::vector<std::string> names;
    bool operator==(const Names&) const = default;
};

/// What a measured thing is, as far as readers differ in its unit.
enum class Measured {
    Temperature,     ///< degrees Celsius
    TemperatureStep, ///< a difference of two temperatures, K
    AirPressure,     ///< Pa, as a barometer shows it
    GaugePressure,   ///< Pa: tyres, joints, manifolds, rails
    Mass,            ///< kg
    Torque,          ///< N·m
    RoadSpeed,       ///< m/s
};
/// A measured thing in the reader's unit, with the unit. `decimals` are those of degC, hPa, kPa, kg, Nm and km/h;
/// another unit gets as many more or fewer as keep it as fine.
struct Measure {
    double si;
    Measured what;
    int decimals = 0;
    bool sign = false;
    bool unit = true; ///< written with its unit
    bool operator==(const Measure&) const = default;
};

struct Message;
/// Things said one after the other inside a sentence.
struct Sayings {
    std::vector<Message> messages;
    bool operator==(const Sayings&) const;
};

/// A place on the axis a curve is drawn over, in the reader's unit: "6500 rpm", "62 km/h".
struct Place {
    double value;
    CurveAxis axis;
    bool unit = true; ///< written with its unit
    bool operator==(const Place&) const = default;
};

using Argument = std::variant<std::string, Count, Number, Written, Power, Measure, Term, Names, Sayings, Place>;

struct Message {
    std::string_view code; ///< of the tables; a string literal
    std::vector<Argument> arguments{};

    bool empty() const { return code.empty(); }
    bool operator==(const Message&) const;
};

/// Something a person must know beside a figure. `kind` is the word scripts see (docs/command-line.md).
struct Caution {
    std::string kind;
    Message message;
    bool operator==(const Caution&) const;
};

} // namespace jr
