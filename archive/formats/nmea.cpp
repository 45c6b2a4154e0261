// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/nmea.h"

#include "archive/formats/text.h"

#include <QDate>

#include <charconv>
#include <cmath>
#include <string>
#include <vector>

namespace jr {
namespace {

constexpr double kMetresPerSPerKnot = 1852. / 3600.;
constexpr double kPaPerInHg = 3386.389;

std::optional<double> timeOfDay(std::string_view cell) {
    const auto v = parseNumber(cell);
    if (!v || *v < 0. || *v >= 240000.)
        return std::nullopt;
    const double h = std::floor(*v / 10000.), m = std::floor((*v - 10000. * h) / 100.);
    return 3600. * h + 60. * m + (*v - 10000. * h - 100. * m);
}

/// "4807.038" and "N": degrees and minutes.
std::optional<double> degrees(std::string_view cell, std::string_view side, double most) {
    const auto v = parseNumber(cell);
    if (!v || *v < 0. || side.size() != 1)
        return std::nullopt;
    const double whole = std::floor(*v / 100.), value = whole + (*v - 100. * whole) / 60.;
    if (value > most)
        return std::nullopt;
    return side == "S" || side == "W" ? -value : value;
}

/// "230394": day, month, year of a century that began in 1970 or after.
std::optional<double> dayOf(std::string_view cell) {
    const auto v = parseNumber(cell);
    if (!v || cell.size() != 6)
        return std::nullopt;
    const int all = static_cast<int>(*v), day = all / 10000, month = all / 100 % 100, two = all % 100;
    constexpr int kCentury = 70;
    const QDate date(two < kCentury ? 2000 + two : 1900 + two, month, day);
    if (!date.isValid())
        return std::nullopt;
    constexpr double kDayS = 86400.;
    return kDayS * static_cast<double>(QDate(1970, 1, 1).daysTo(date));
}

std::optional<double> within(std::optional<double> v, double low, double high) {
    return v && *v >= low && *v <= high ? v : std::nullopt;
}

} // namespace

std::optional<NmeaReading> readNmea(std::string_view sentence) {
    sentence = trimmed(sentence);
    if (sentence.size() < 7 || sentence.front() != '$')
        return std::nullopt;
    std::string_view body = sentence.substr(1);
    if (const std::size_t star = body.rfind('*'); star != std::string_view::npos) {
        unsigned said = 0, sum = 0;
        const char* end = body.data() + body.size();
        if (body.size() - star != 3 || std::from_chars(body.data() + star + 1, end, said, 16).ptr != end)
            return std::nullopt;
        body = body.substr(0, star);
        for (char c : body)
            sum ^= static_cast<unsigned char>(c);
        if (sum != said)
            return std::nullopt;
    }
    std::vector<std::string_view> f;
    std::vector<std::string> scratch;
    splitCells(body, ',', f, scratch);
    if (f[0].size() < 5)
        return std::nullopt;
    const std::string_view kind = f[0].substr(f[0].size() - 3);
    const auto number = [&](std::size_t i) { return i < f.size() ? parseNumber(f[i]) : std::nullopt; };
    const auto letter = [&](std::size_t i) { return i < f.size() ? trimmed(f[i]) : std::string_view(); };
    NmeaReading out;
    if (kind == "MDA") {
        // 1,2 inches of mercury; 3,4 bar; 5,6 air temperature; 9 relative humidity
        if (const auto bar = number(3); bar && letter(4) == "B")
            out.pressurePa = within(*bar * 1e5, 30000., 120000.);
        else if (const auto inches = number(1); inches && letter(2) == "I")
            out.pressurePa = within(*inches * kPaPerInHg, 30000., 120000.);
        if (letter(6) == "C")
            out.airTempC = within(number(5), -60., 80.);
        if (const auto h = within(number(9), 0., 100.))
            out.humidity = *h / 100.;
    } else if (kind == "XDR") {
        // Groups of four: kind, value, unit, name.
        for (std::size_t i = 1; i + 2 < f.size(); i += 4) {
            const auto v = number(i + 1);
            if (!v)
                continue;
            if (letter(i) == "C" && letter(i + 2) == "C")
                out.airTempC = within(v, -60., 80.);
            else if (letter(i) == "P")
                out.pressurePa = within(letter(i + 2) == "B" ? *v * 1e5 : *v, 30000., 120000.);
            else if (letter(i) == "H" && letter(i + 2) == "P")
                out.humidity = within(*v / 100., 0., 1.);
        }
    } else if (kind == "RMC") {
        out.timeOfDayS = timeOfDay(letter(1));
        out.fix = letter(2) == "A" ? 1 : 0;
        if (const auto knots = within(number(7), 0., 1000.); knots && *out.fix)
            out.speedMS = *knots * kMetresPerSPerKnot;
        if (*out.fix) {
            out.latitudeDeg = degrees(letter(3), letter(4), 90.);
            out.longitudeDeg = degrees(letter(5), letter(6), 180.);
        }
        out.dayEpochS = dayOf(letter(9));
    } else if (kind == "VTG") {
        if (const auto kmh = within(number(7), 0., 2000.); kmh && letter(8) == "K")
            out.speedMS = *kmh / 3.6;
        else if (const auto knots = within(number(5), 0., 1000.); knots && letter(6) == "N")
            out.speedMS = *knots * kMetresPerSPerKnot;
    } else if (kind == "GGA") {
        out.timeOfDayS = timeOfDay(letter(1));
        if (const auto fix = within(number(6), 0., 9.))
            out.fix = static_cast<int>(*fix);
        if (const auto n = within(number(7), 0., 99.))
            out.satellites = static_cast<int>(*n);
        out.hdop = within(number(8), 0., 100.);
        if (out.fix && *out.fix > 0) {
            out.latitudeDeg = degrees(letter(2), letter(3), 90.);
            out.longitudeDeg = degrees(letter(4), letter(5), 180.);
            if (letter(10) == "M")
                out.altitudeM = within(number(9), -1000., 20000.);
        }
    } else {
        return std::nullopt;
    }
    return out;
}

} // namespace jr
