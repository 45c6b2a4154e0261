// SPDX-License-Identifier: GPL-3.0-or-later
// How much memory this process holds now.
#pragma once

#include <fstream>
#include <string>

namespace perf {

inline double megabytesResident() {
    std::ifstream status("/proc/self/status");
    std::string word;
    while (status >> word)
        if (word == "VmRSS:") {
            double kb = 0.;
            status >> kb;
            return kb / 1024.;
        }
    return 0.;
}

} // namespace perf
