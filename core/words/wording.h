// SPDX-License-Identifier: GPL-3.0-or-later
// How numbers and sentences look to a reader, and the making of sentences from messages.
#pragma once

#include "core/result.h"
#include "core/units/units.h"
#include "core/words/language.h"
#include "core/words/message.h"

#include <string>
#include <string_view>
#include <vector>

namespace jr {

/// How numbers and words are to look.
struct Wording {
    Unit power = *findUnit("hp");
    Unit torque = *findUnit("lb-ft");
    Unit road = *findUnit("km/h");
    Unit temperature = *findUnit("degC");
    Unit airPressure = *findUnit("hPa");
    Unit pressure = *findUnit("kPa");
    Unit mass = *findWorkshopUnit("kg");
    char decimalPoint = '.';
    const Language* language = &english();
};

/// `value` in its unit, rounded to the first digit of `margin` (two digits when that begins with 1; three significant
/// figures when there is no margin), with the unit: "1.4 hp".
std::string withUnit(double si, double marginSi, const Unit& unit, const Wording& wording, bool sign = false);
/// A measured thing as the reader has it: "21.5 °C", "4 psi".
std::string measureText(const Measure& measure, const Wording& wording);
/// The unit a reader has such a thing in, the one its decimals are counted in, and how the unit is written for people.
const Unit& readerUnit(Measured what, const Wording& wording);
Unit homeUnit(Measured what);
std::string_view unitWords(const Unit& unit);
/// How many decimals keep a measured thing as fine as `decimals` of its home unit.
int decimalsIn(const Unit& unit, Measured what, int decimals);
/// A place on a curve's axis, whole in the reader's unit: "6500 rpm", "62 km/h"; or without the unit.
std::string placeText(const Place& place, const Wording& wording);
/// A place as a number in the reader's unit, and that unit's symbol.
double placeShown(double place, CurveAxis axis, const Wording& wording);
double placeFromShown(double shown, CurveAxis axis, const Wording& wording);
std::string axisSymbol(CurveAxis axis, const Wording& wording);
/// A detail along an axis with its unit: "120 rpm", "1.8 km/h".
std::string detailText(double detail, CurveAxis axis, const Wording& wording);
/// Where some places are seen more finely: "280 rpm, in places 70 rpm".
std::string detailText(double detail, double finest, CurveAxis axis, const Wording& wording);
/// A plain number with so many decimals and the reader's decimal mark.
std::string plainNumber(double value, int decimals, const Wording& wording, bool sign = false);
/// "1.25", "600": up to so many significant figures, no zeros behind.
std::string writtenNumber(double value, int figures, const Wording& wording);
/// How many decimals a margin supports (0 … 3).
int decimalsFor(double margin);
/// "0.9 to 1.5"; with their signs where one is below nothing: "-0.3 to +1.2". Never a dash, which reads as a minus.
std::string rangeText(double low, double high, int decimals, const Wording& wording);

/// The sentence a message is in the reader's language. A code the language does not have is said in English, one that
/// no table has as itself.
std::string said(const Message& message, const Wording& wording = {});
std::string said(const Caution& caution, const Wording& wording = {});
/// Why something could not be done, without the place in a file.
std::string said(const Error& error, const Wording& wording = {});
/// What went wrong with one pull of several.
Error ofPull(int number, const Error& error);
/// One sentence after the other.
std::string said(const std::vector<Message>& messages, const Wording& wording = {});

} // namespace jr
