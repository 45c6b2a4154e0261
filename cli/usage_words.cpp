// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/usage_words.h"

#include "cli/commands.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>

#include <iostream>
#include <regex>
#include <sstream>

namespace jr::cli {
namespace {

/// The command that was reached: the last one named.
const CLI::App& reached(const CLI::App& app) {
    const auto named = app.get_subcommands();
    return named.empty() ? app : reached(*named.front());
}

Names namesOf(const CLI::App& app) {
    Names out;
    for (const CLI::App* command : app.get_subcommands([](const CLI::App*) { return true; }))
        out.names.push_back(command->get_name());
    return out;
}

/// The library tells its errors by a number and an English sentence; of that only the option and the value are taken.
Message usageMessage(const CLI::App& app, const CLI::ParseError& problem) {
    const CLI::App& command = reached(app);
    const auto kind = static_cast<CLI::ExitCodes>(problem.get_exit_code());
    const std::string words = problem.what();
    std::smatch part;
    const std::vector<std::string> left = command.remaining(true);
    const bool wantsCommand = command.get_require_subcommand_min() > 0 && command.get_subcommands().empty();
    if (wantsCommand && !left.empty() && !left.front().starts_with('-'))
        return {"cli.no-command", {left.front(), namesOf(command)}};
    if (wantsCommand && kind == CLI::ExitCodes::RequiredError)
        return {"cli.command-missing", {namesOf(command)}};
    if (kind == CLI::ExitCodes::RequiredError && std::regex_search(words, part, std::regex("^(\\S+) is required")))
        return {"cli.option-missing", {part[1].str()}};
    if (kind == CLI::ExitCodes::ExtrasError) {
        // "The following argument(s) …: A B". Of an option that does not exist and its value the option is what is
        // wrong.
        std::istringstream extras(words.substr(words.find(": ") + 1));
        std::string wrong;
        for (std::string word; extras >> word;)
            if (wrong.empty() || (word.starts_with('-') && !wrong.starts_with('-')))
                wrong = word;
        return {"cli.not-expected", {wrong}};
    }
    if (kind == CLI::ExitCodes::ValidationError &&
        std::regex_match(words, part, std::regex("(\\S+): (.*) not in \\{(.*)\\}.*")))
        return {"cli.not-one-of", {part[1].str(), part[2].str(), part[3].str()}};
    if (kind == CLI::ExitCodes::ValidationError &&
        std::regex_match(words, part, std::regex("(\\S+): (.*) is no number within \\[(.*) - (.*)\\].*")))
        return {"cli.no-number-within", {part[1].str(), part[2].str(), part[3].str(), part[4].str()}};
    if (kind == CLI::ExitCodes::ConversionError)
        return {"cli.option-not-read", {words}};
    return {"cli.option-wrong", {words}};
}

} // namespace

int sayUsage(const CLI::App& app, const CLI::ParseError& problem) {
    if (problem.get_exit_code() == 0) // help and version are no errors
        return app.exit(problem, std::cout, std::cerr);
    tell(usageMessage(app, problem));
    tell({"cli.see-help"});
    return kUsage;
}

} // namespace jr::cli
