// SPDX-License-Identifier: GPL-3.0-or-later
// `calc list` and `calc NAME key=value…`: the calculators of core/figure, as docs/command-line.md says.
#include "cli/commands.h"

#include "core/figure/calc/calculator.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace jr::cli {
namespace {

Json jsonOf(const CalcValue& value) {
    return std::visit([](const auto& v) { return Json(v); }, value);
}

int list() {
    Json all = Json::array();
    for (const Calculator& c : calculators()) {
        Json inputs = Json::array(), outputs = Json::array();
        for (const CalcInput& in : c.inputs) {
            Json one{{"key", in.key},
                     {"unit", in.unit},
                     {"default", in.fallback ? jsonOf(*in.fallback) : Json(nullptr)},
                     {"optional", in.optional},
                     {"list", in.kind == CalcInput::Kind::List}};
            if (in.kind == CalcInput::Kind::Word)
                one["words"] = in.words;
            else
                one.update(Json{{"low", in.low}, {"high", in.high}});
            inputs.push_back(std::move(one));
        }
        for (const CalcOutput& o : c.outputs)
            outputs.push_back({{"key", o.key}, {"unit", o.unit}});
        all.push_back({{"name", c.name}, {"inputs", inputs}, {"outputs", outputs}, {"source", c.source}});
    }
    return print(all);
}

int calculate(const std::string& name, const std::vector<std::string>& texts) {
    const Calculator* calculator = findCalculator(name);
    if (!calculator) {
        tell({"cli.no-calculator", {name}});
        return kUsage;
    }
    std::vector<std::pair<std::string, std::string>> given;
    for (const std::string& text : texts) {
        const std::size_t sign = text.find('=');
        if (sign == std::string::npos || sign == 0) {
            tell({"cli.not-key-value", {text}}, name);
            return kUsage;
        }
        given.emplace_back(text.substr(0, sign), text.substr(sign + 1));
    }
    const Result<CalcAsked> asked = askCalculator(*calculator, given);
    if (!asked) {
        tell(messageOf(asked.error()), name);
        return kUsage;
    }
    Json inputs = Json::object(), outputs = Json::object();
    for (const CalcInput& in : calculator->inputs)
        if (asked->inputs.has(in.key))
            inputs[std::string(in.key)] = jsonOf(asked->inputs.all().at(std::string(in.key)));
    for (const CalcAnswer::Output& o : asked->answer.outputs)
        outputs[o.key] = {{"value", o.value ? jsonOf(*o.value) : Json(nullptr)}, {"unit", o.unit}};
    return print({{"name", calculator->name},
                  {"inputs", inputs},
                  {"outputs", outputs},
                  {"source", calculator->source},
                  {"cautions", cautionsJson(asked->answer.cautions)}});
}

} // namespace

void addCalc(CLI::App& app, Action& action) {
    struct Options {
        std::string name;
        std::vector<std::string> given;
    };
    auto o = std::make_shared<Options>();
    CLI::App* c = app.add_subcommand("calc", "The arithmetic of the trade: `calc list`, or `calc NAME key=value…`");
    c->add_option("NAME", o->name, "A calculator, or \"list\" for all with their inputs, outputs and sources")
        ->required();
    c->add_option("KEY=VALUE", o->given, "Inputs, decimal point, lists with commas; every key ends in its unit");
    c->footer("Examples:\n"
              "  jolly-ram-cli calc list\n"
              "  jolly-ram-cli calc ports stroke_mm=50 rod_mm=100 exhaust_opens_deg_atdc=88 "
              "transfer_opens_deg_atdc=116\n"
              "  jolly-ram-cli calc shift rpm=7000,9000,11000 power_w=30000,36000,31000 ratio_from=2.1 ratio_to=1.7 "
              "limiter_rpm=11200");
    c->callback([o, &action] {
        action = [o] {
            if (o->name != "list")
                return calculate(o->name, o->given);
            if (o->given.empty())
                return list();
            tell({"cli.calc-list-alone"});
            return kUsage;
        };
    });
}

} // namespace jr::cli
