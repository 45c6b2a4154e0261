// SPDX-License-Identifier: GPL-3.0-or-later
// What was read off in a job beside its pulls, as its sheet keeps it.
#pragma once

#include "core/judge/readings.h"

#include <string>
#include <vector>

namespace jr {

struct JobReading {
    std::string setupId;
    int number = 0; ///< in the order they were put down
    double value = 0.;
    std::string note, when; ///< when: ISO 8601, may be empty
    bool aside = false;     ///< kept and shown, not counted
};

/// One thing that is read again and again.
struct JobQuantity {
    std::string quantity, unit;
    Better better = Better::Neither;
    std::vector<JobReading> readings;

    /// Those of a setup that count.
    ReadingSheet of(const std::string& setupId, const std::string& setupName) const;
};

/// Two setups by one of these; nothing when a side has no reading that counts.
std::optional<ValueComparison> compareSides(const JobQuantity& quantity, const std::string& baseId,
                                            const std::string& baseName, const std::string& withId,
                                            const std::string& withName, const ValueOptions& options);

std::string sheetBody(const std::vector<JobQuantity>& quantities);
std::vector<JobQuantity> jobReadingsOf(const std::string& body);

} // namespace jr
