// SPDX-License-Identifier: GPL-3.0-or-later
// Every reader over some bytes of a stranger's. Nothing may crash, hang or give a trace whose channels differ in
// length; what is read must be written and read again the same. The fuzz targets and the replay of the corpus in
// ./check run the same functions.
#pragma once

#include <string_view>
#include <vector>

namespace hostile {

void pullFile(std::string_view bytes);
void foreignLog(std::string_view bytes);
void readings(std::string_view bytes);
void jobFile(std::string_view bytes);
void benchFile(std::string_view bytes);
void sheets(std::string_view bytes);
void benchLines(std::string_view bytes);
void nmea(std::string_view bytes);
void capture(std::string_view bytes);
void bundle(std::string_view bytes);
void gpx(std::string_view bytes);

struct Target {
    const char* name; ///< of its folder in the corpus
    void (*read)(std::string_view);
};
const std::vector<Target>& targets();

/// The first two, with the curve made of what was read.
void curves(std::string_view bytes);

} // namespace hostile
