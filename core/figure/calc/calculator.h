// SPDX-License-Identifier: GPL-3.0-or-later
// The calculators by name, as scripts and the desk ask for them: one table of names, keys, units, bounds and sources.
// Every key ends in its unit. A new one is a row in one of the calculators_*.cpp beside this.
#pragma once

#include "core/result.h"

#include <limits>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <variant>
#include <vector>

namespace jr {

using CalcValue = std::variant<double, std::vector<double>, std::string>;

struct CalcInput {
    enum class Kind { Number, List, Word };
    std::string_view key, unit;
    double low = 0., high = 0.; ///< of a number, or of each of a list
    Kind kind = Kind::Number;
    bool optional = false;
    std::optional<CalcValue> fallback{};   ///< what it is when left out
    std::vector<std::string_view> words{}; ///< what a word may be; empty: any
};

struct CalcOutput {
    std::string_view key, unit;
    /// What engines and the rule's own source know. An answer outside is given with a caution ("outside-nature").
    double natureLow = -std::numeric_limits<double>::infinity(), natureHigh = std::numeric_limits<double>::infinity();
};

/// What a calculator is given: every input it asked for is there, those left out excepted, and inside its bounds.
class CalcInputs {
public:
    void set(std::string_view key, CalcValue value) { m_values.insert_or_assign(std::string(key), std::move(value)); }
    bool has(std::string_view key) const { return m_values.contains(std::string(key)); }
    double number(std::string_view key) const { return std::get<double>(m_values.at(std::string(key))); }
    std::optional<double> maybe(std::string_view key) const {
        return has(key) ? std::optional(number(key)) : std::nullopt;
    }
    const std::vector<double>& list(std::string_view key) const {
        return std::get<std::vector<double>>(m_values.at(std::string(key)));
    }
    const std::string& word(std::string_view key) const { return std::get<std::string>(m_values.at(std::string(key))); }
    const std::map<std::string, CalcValue>& all() const { return m_values; }

private:
    std::map<std::string, CalcValue> m_values;
};

struct CalcAnswer {
    struct Output {
        std::string key, unit;
        std::optional<CalcValue> value; ///< nothing: what it needs was left out
    };
    std::vector<Output> outputs;
    std::vector<Caution> cautions;
};

struct Calculator {
    std::string_view name;
    std::vector<CalcInput> inputs;
    std::vector<CalcOutput> outputs;
    std::string_view source;
    Result<CalcAnswer> (*work)(const Calculator&, const CalcInputs&);

    /// For `work`: the outputs in the table's order with their units; what is not among `values` has none.
    CalcAnswer answer(const std::map<std::string_view, CalcValue>& values) const;
};

/// In order of name.
const std::vector<Calculator>& calculators();
const Calculator* findCalculator(std::string_view name);

/// Reads `key=value` texts against a calculator's inputs and works it out. Errors name the key: unknown, given twice,
/// missing, no number, or outside its bounds.
struct CalcAsked {
    CalcInputs inputs; ///< with what was left out filled in where it has a value
    CalcAnswer answer;
};
Result<CalcAsked> askCalculator(const Calculator& calculator,
                                const std::vector<std::pair<std::string, std::string>>& given);

/// 2 or 4 of the input "strokes"; an error for what lies between.
Result<int> calcStrokes(const CalcInputs& inputs);

/// The rows, by page.
std::vector<Calculator> gearCalculators();
std::vector<Calculator> engineCalculators();
std::vector<Calculator> intakeCalculators();
std::vector<Calculator> fuelCalculators();
std::vector<Calculator> deskCalculators();

} // namespace jr
