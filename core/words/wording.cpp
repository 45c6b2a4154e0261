// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/wording.h"

#include "core/words/pseudo.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace jr {
namespace {

/// %1 … %9 of a sentence; once through, so that an argument which looks like a gap stays what it is.
std::string filled(std::string_view sentence, const std::vector<std::string>& arguments) {
    std::string out;
    for (std::size_t at = 0; at < sentence.size(); ++at) {
        const char next = at + 1 < sentence.size() ? sentence[at + 1] : ' ';
        const auto which = static_cast<std::size_t>(next - '1');
        if (sentence[at] == '%' && next >= '1' && next <= '9' && which < arguments.size()) {
            out += arguments[which];
            ++at;
        } else {
            out += sentence[at];
        }
    }
    return out;
}

/// An argument as the reader sees it.
struct InWords {
    const Wording& wording;

    std::string operator()(const std::string& text) const { return text; }
    std::string operator()(const Count& count) const { return std::to_string(count.number); }
    std::string operator()(const Number& n) const { return plainNumber(n.value, n.decimals, wording, n.sign); }
    std::string operator()(const Written& n) const { return writtenNumber(n.value, n.figures, wording); }
    std::string operator()(const Power& p) const { return withUnit(p.watt, p.marginW, wording.power, wording, p.sign); }
    std::string operator()(const Term& term) const { return std::string(wording.language->word(term.english)); }
    std::string operator()(const Measure& measure) const { return measureText(measure, wording); }
    std::string operator()(const Place& place) const { return placeText(place, wording); }
    std::string operator()(const Sayings& list) const {
        std::string out;
        for (const Message& message : list.messages)
            out += (out.empty() ? "" : std::string(wording.language->listSemicolon)) + said(message, wording);
        return out;
    }
    std::string operator()(const Names& list) const {
        std::string out;
        for (const std::string& name : list.names)
            out += (out.empty() ? "" : std::string(wording.language->listComma)) +
                   std::string(wording.language->word(name));
        return out;
    }
};

/// Whether a message speaks of one thing.
bool ofOne(const Message& message) {
    for (const Argument& argument : message.arguments)
        if (const Count* count = std::get_if<Count>(&argument))
            return count->number == 1;
    return false;
}

} // namespace

int decimalsFor(double margin) {
    margin = std::abs(margin);
    if (!(margin > 0.) || !std::isfinite(margin))
        return 1;
    const int exponent = static_cast<int>(std::floor(std::log10(margin) + 1e-9));
    const bool beginsWithOne = margin / std::pow(10., exponent) < 1.95;
    return std::clamp(-exponent + (beginsWithOne ? 1 : 0), 0, 3);
}

std::string plainNumber(double value, int decimals, const Wording& wording, bool sign) {
    char buffer[64];
    // Never "-0.0".
    const double unit = std::pow(10., -decimals);
    if (std::abs(value) < 0.5 * unit)
        value = 0.;
    // Nor "+0": what rounds to nothing has no sign.
    std::snprintf(buffer, sizeof buffer, sign && value != 0. ? "%+.*f" : "%.*f", decimals, value);
    std::string text = buffer;
    for (char& c : text)
        if (c == '.' || c == ',')
            c = wording.decimalPoint;
    return text;
}

std::string writtenNumber(double value, int figures, const Wording& wording) {
    char buffer[40];
    std::snprintf(buffer, sizeof buffer, "%.*g", figures, value);
    std::string text = buffer;
    std::replace(text.begin(), text.end(), '.', wording.decimalPoint);
    return text;
}

std::string withUnit(double si, double marginSi, const Unit& unit, const Wording& wording, bool sign) {
    const double value = fromSi(si, unit), margin = std::abs(marginSi / unit.factor);
    int decimals = decimalsFor(margin);
    if (!(margin > 0.) && value != 0.)
        decimals = std::clamp(2 - static_cast<int>(std::floor(std::log10(std::abs(value)))), 0, 3);
    return plainNumber(value, decimals, wording, sign) + " " + std::string(unit.symbol);
}

const Unit& readerUnit(Measured what, const Wording& wording) {
    switch (what) {
    case Measured::Temperature:
    case Measured::TemperatureStep:
        return wording.temperature;
    case Measured::AirPressure:
        return wording.airPressure;
    case Measured::GaugePressure:
        return wording.pressure;
    case Measured::Mass:
        return wording.mass;
    case Measured::Torque:
        return wording.torque;
    case Measured::RoadSpeed:
        break;
    }
    return wording.road;
}

Unit homeUnit(Measured what) {
    static const Wording kHome{.torque = *findUnit("Nm")};
    return readerUnit(what, kHome);
}

std::string_view unitWords(const Unit& unit) {
    return unit.symbol == "degC" ? "°C" : unit.symbol == "degF" ? "°F" : unit.symbol == "kgf-m" ? "kgf·m" : unit.symbol;
}

int decimalsIn(const Unit& unit, Measured what, int decimals) {
    return std::max(0, decimals + static_cast<int>(std::lround(std::log10(unit.factor / homeUnit(what).factor))));
}

std::string measureText(const Measure& measure, const Wording& wording) {
    const Unit& unit = readerUnit(measure.what, wording);
    const bool step = measure.what == Measured::TemperatureStep;
    const double shown = step ? measure.si / unit.factor : fromSi(measure.si, unit);
    const std::string number =
        plainNumber(shown, decimalsIn(unit, measure.what, measure.decimals), wording, measure.sign);
    return measure.unit ? number + " " + std::string(unitWords(unit)) : number;
}

double placeShown(double place, CurveAxis axis, const Wording& wording) {
    return axis == CurveAxis::EngineSpeed ? place : fromSi(place, wording.road);
}

double placeFromShown(double shown, CurveAxis axis, const Wording& wording) {
    return axis == CurveAxis::EngineSpeed ? shown : toSi(shown, wording.road);
}

std::string axisSymbol(CurveAxis axis, const Wording& wording) {
    return axis == CurveAxis::EngineSpeed ? "rpm" : std::string(wording.road.symbol);
}

std::string detailText(double detail, CurveAxis axis, const Wording& wording) {
    return plainNumber(placeShown(detail, axis, wording), axis == CurveAxis::EngineSpeed ? 0 : 1, wording) + " " +
           axisSymbol(axis, wording);
}

std::string detailText(double detail, double finest, CurveAxis axis, const Wording& wording) {
    const std::string whole = detailText(detail, axis, wording);
    return finest < detail ? said({"detail.in-places", {whole, detailText(finest, axis, wording)}}, wording) : whole;
}

std::string placeText(const Place& place, const Wording& wording) {
    const std::string number = plainNumber(placeShown(place.value, place.axis, wording), 0, wording);
    return place.unit ? number + " " + axisSymbol(place.axis, wording) : number;
}

std::string rangeText(double low, double high, int decimals, const Wording& w) {
    const bool mixed = low < 0. || high < 0.;
    return said({"numbers.range", {plainNumber(low, decimals, w, mixed), plainNumber(high, decimals, w, mixed)}}, w);
}

std::string said(const Message& message, const Wording& wording) {
    const Sentence* sentence = wording.language->find(message.code);
    if (!sentence)
        sentence = english().find(message.code);
    if (!sentence)
        return std::string(message.code);
    std::vector<std::string> arguments;
    for (const Argument& argument : message.arguments)
        arguments.push_back(std::visit(InWords{wording}, argument));
    return filled(!sentence->one.empty() && ofOne(message) ? sentence->one : sentence->text, arguments);
}

std::string said(const Caution& caution, const Wording& wording) {
    return said(caution.message, wording);
}

std::string said(const Error& error, const Wording& wording) {
    return error.message.empty() ? error.reason : said(error.message, wording);
}

Error::Error(Message what, std::string inFile, long atLine)
    : reason(said(what)), file(std::move(inFile)), line(atLine), message(std::move(what)) {}

Message messageOf(const Error& error) {
    return error.message.empty() ? Message{"error.in-words", {error.reason}} : error.message;
}

Message messageAtPlace(const Error& error) {
    if (error.place().empty())
        return messageOf(error);
    return {"error.at-place", {error.place(), Sayings{{messageOf(error)}}}};
}

Error ofPull(int number, const Error& error) {
    return Error{Message{"error.of-pull", {std::to_string(number), Sayings{{messageOf(error)}}}}};
}

std::string said(const std::vector<Message>& messages, const Wording& wording) {
    std::string out;
    for (const Message& message : messages)
        out += (out.empty() ? "" : " ") + said(message, wording);
    return out;
}

std::string_view Language::word(std::string_view english) const {
    const auto at = std::lower_bound(trade.begin(), trade.end(), english,
                                     [](const TradeWord& w, std::string_view wanted) { return w.english < wanted; });
    return at != trade.end() && at->english == english ? at->here : english;
}

const Language* findLanguage(std::string_view id) {
    for (const Language* language : {&english(), &german(), &pseudoLanguage()})
        if (language->id == id)
            return language;
    return nullptr;
}

const Sentence* Language::find(std::string_view code) const {
    const auto at = std::lower_bound(sentences.begin(), sentences.end(), code,
                                     [](const Sentence& s, std::string_view wanted) { return s.code < wanted; });
    return at != sentences.end() && at->code == code ? &*at : nullptr;
}

} // namespace jr
