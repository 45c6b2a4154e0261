// A comparison in plain words: a careful, short account with rounded numbers and margins. The same text stands in the
// window, on the sheet and on the command line. Numbers are rounded to what their margin supports.
#pragma once

#include "core/judge/comparison.h"
#include "core/units/units.h"

#include <functional>
#include <string>
#include <vector>

namespace jr {

/// How numbers and words are to look.
struct Wording {
    Unit power = *findUnit("hp");
    Unit torque = *findUnit("lb-ft");
    char decimalPoint = '.';
    /// Turns an English template into the reader's language; placeholders %1, %2 … stay.
    std::function<std::string(const char*)> translate = [](const char* text) { return std::string(text); };
};

/// `value` in its unit, rounded to the first digit of `margin` (two digits when that begins with 1; three significant
/// figures when there is no margin), with the unit: "1.4 hp".
std::string withUnit(double si, double marginSi, const Unit& unit, const Wording& wording, bool sign = false);
/// A plain number with so many decimals and the reader's decimal mark.
std::string plainNumber(double value, int decimals, const Wording& wording, bool sign = false);
/// How many decimals a margin supports (0 … 3).
int decimalsFor(double margin);
/// "0.9 to 1.5", or "-0.3 and 1.2" when the two ends differ in sign: a dash between numbers reads as a minus.
std::string rangeText(double low, double high, int decimals, const Wording& wording);

struct Account {
    std::string headline;               ///< the one thing to say
    std::vector<std::string> stretches; ///< one sentence a stretch, in order of engine speed
    std::vector<std::string> details;   ///< band mean, crossovers, peaks, how it was done
};

Account describe(const Comparison& comparison, const Wording& wording = {});

} // namespace jr
