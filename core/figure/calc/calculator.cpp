// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/calc/calculator.h"

#include "core/figure/domain.h"

#include <algorithm>
#include <charconv>
#include <cmath>

namespace jr {
namespace {

std::optional<double> numberFrom(std::string_view text) {
    if (text.starts_with('+'))
        text.remove_prefix(1);
    double value = 0.;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    return error == std::errc() && end == text.data() + text.size() && std::isfinite(value) && !text.empty()
               ? std::optional(value)
               : std::nullopt;
}

Result<double> boundedNumber(const CalcInput& input, std::string_view text) {
    const auto value = numberFrom(text);
    if (!value)
        return Error(Message{"error.calc-no-number", {std::string(input.key), std::string(text)}});
    if (auto error = outOfDomain({{input.key, *value, input.low, input.high}}))
        return *error;
    return *value;
}

Result<CalcValue> valueOf(const CalcInput& input, const std::string& text) {
    switch (input.kind) {
    case CalcInput::Kind::Number: {
        const Result<double> value = boundedNumber(input, text);
        return value ? Result<CalcValue>(CalcValue(*value)) : value.error();
    }
    case CalcInput::Kind::List: {
        std::vector<double> list;
        for (std::size_t at = 0; at <= text.size();) {
            const std::size_t comma = std::min(text.find(',', at), text.size());
            const Result<double> value = boundedNumber(input, std::string_view(text).substr(at, comma - at));
            if (!value)
                return value.error();
            list.push_back(*value);
            at = comma + 1;
        }
        return CalcValue(std::move(list));
    }
    case CalcInput::Kind::Word:
        break;
    }
    if (!input.words.empty() && std::find(input.words.begin(), input.words.end(), text) == input.words.end()) {
        Names allowed;
        for (std::string_view word : input.words)
            allowed.names.emplace_back(word);
        return Error(Message{"error.calc-word", {std::string(input.key), text, allowed}});
    }
    return CalcValue(text);
}

} // namespace

CalcAnswer Calculator::answer(const std::map<std::string_view, CalcValue>& values) const {
    CalcAnswer out;
    for (const CalcOutput& output : outputs) {
        const auto found = values.find(output.key);
        out.outputs.push_back({std::string(output.key), std::string(output.unit),
                               found == values.end() ? std::nullopt : std::optional(found->second)});
    }
    return out;
}

Result<int> calcStrokes(const CalcInputs& inputs) {
    const double strokes = inputs.number("strokes");
    if (strokes == 2. || strokes == 4.)
        return static_cast<int>(strokes);
    return Error(Message{"error.calc-strokes", {Number{strokes, 1}}});
}

const std::vector<Calculator>& calculators() {
    static const std::vector<Calculator> kAll = [] {
        std::vector<Calculator> all;
        for (auto&& rows :
             {gearCalculators(), engineCalculators(), intakeCalculators(), fuelCalculators(), deskCalculators()})
            all.insert(all.end(), rows.begin(), rows.end());
        std::sort(all.begin(), all.end(), [](const Calculator& a, const Calculator& b) { return a.name < b.name; });
        return all;
    }();
    return kAll;
}

const Calculator* findCalculator(std::string_view name) {
    for (const Calculator& calculator : calculators())
        if (calculator.name == name)
            return &calculator;
    return nullptr;
}

namespace {

/// With the bound that is broken: a rule may know only one.
Message outsideNature(const CalcOutput& output, double value) {
    const bool tooHigh = value > output.natureHigh;
    return {tooHigh ? "figure.above-nature" : "figure.below-nature",
            {std::string(output.key), Written{value, 4}, Written{tooHigh ? output.natureHigh : output.natureLow, 4}}};
}

} // namespace

Result<CalcAsked> askCalculator(const Calculator& calculator,
                                const std::vector<std::pair<std::string, std::string>>& given) {
    CalcAsked out;
    for (const auto& [key, text] : given) {
        const auto input = std::find_if(calculator.inputs.begin(), calculator.inputs.end(),
                                        [&](const CalcInput& i) { return i.key == key; });
        if (input == calculator.inputs.end()) {
            Names known;
            for (const CalcInput& i : calculator.inputs)
                known.names.emplace_back(i.key);
            return Error(Message{"error.calc-key", {std::string(calculator.name), key, known}});
        }
        if (out.inputs.has(key))
            return Error(Message{"error.calc-twice", {key}});
        Result<CalcValue> value = valueOf(*input, text);
        if (!value)
            return value.error();
        out.inputs.set(key, std::move(value).value());
    }
    for (const CalcInput& input : calculator.inputs)
        if (!out.inputs.has(input.key)) {
            if (input.fallback)
                out.inputs.set(input.key, *input.fallback);
            else if (!input.optional)
                return Error(Message{"error.calc-missing", {std::string(calculator.name), std::string(input.key)}});
        }
    Result<CalcAnswer> answer = calculator.work(calculator, out.inputs);
    if (!answer)
        return answer.error();
    out.answer = std::move(answer).value();
    for (const CalcOutput& output : calculator.outputs)
        for (const CalcAnswer::Output& worked : out.answer.outputs)
            if (worked.key == output.key && worked.value && std::holds_alternative<double>(*worked.value))
                if (const double value = std::get<double>(*worked.value);
                    !(value >= output.natureLow && value <= output.natureHigh))
                    out.answer.cautions.push_back({"outside-nature", outsideNature(output, value)});
    return out;
}

} // namespace jr
