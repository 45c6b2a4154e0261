// SPDX-License-Identifier: GPL-3.0-or-later
// NMEA 0183 sentences of weather stations and satellite receivers: what a bench wants of them.
// Field meanings: value from memory of the published sentence lists.
#pragma once

#include <optional>
#include <string_view>

namespace jr {

struct NmeaReading {
    std::optional<double> airTempC, pressurePa, humidity; ///< humidity 0…1
    std::optional<double> speedMS;
    std::optional<double> timeOfDayS;
    std::optional<double> dayEpochS; ///< midnight UTC of the date said, since 1970
    std::optional<double> latitudeDeg, longitudeDeg, altitudeM;
    std::optional<int> fix, satellites; ///< fix 0: none
    std::optional<double> hdop;
};

/// One sentence ("$….*HH"), checksum checked where there is one. MDA, XDR, RMC, VTG and GGA; nullopt for anything else
/// or a wrong checksum.
std::optional<NmeaReading> readNmea(std::string_view sentence);

} // namespace jr
