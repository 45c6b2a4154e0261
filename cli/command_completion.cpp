// SPDX-License-Identifier: GPL-3.0-or-later
// What a shell offers after a press of Tab, made from the commands themselves: their names, options and, where an
// option takes one of a few words, those words.
#include "cli/commands.h"

#include <CLI/CLI.hpp>

#include <algorithm>
#include <cstdio>
#include <iostream>

namespace jr::cli {
namespace {

struct Offer {
    std::string word, about;
};

struct Place {
    std::string path; ///< "archive check"; empty: the program itself
    std::vector<Offer> commands, options;
    std::vector<std::pair<std::string, std::vector<std::string>>> values; ///< of options that take one of a few words
};

/// One line of plain text, without what a shell would take for its own.
std::string plain(std::string text) {
    text = text.substr(0, text.find('\n'));
    for (char& c : text)
        if (c == '\'' || c == '"' || c == '`' || c == '$' || c == '\\' || c == '[' || c == ']' || c == ':')
            c = ' ';
    return text;
}

/// The words between the braces in which the parser tells what may stand there: "TEXT:{none,sae-j1349}".
std::vector<std::string> wordsOf(const std::string& type) {
    const std::size_t from = type.find('{'), to = type.rfind('}');
    std::vector<std::string> out;
    if (from == std::string::npos || to == std::string::npos || to < from)
        return out;
    std::string word;
    for (const char c : type.substr(from + 1, to - from - 1) + ",")
        if (c == ',') {
            if (!word.empty())
                out.push_back(word);
            word.clear();
        } else if (c != ' ') {
            word += c;
        }
    return out;
}

void gather(const CLI::App& app, const std::string& path, std::vector<Place>& out) {
    Place place{path, {}, {}, {}};
    for (const CLI::Option* option : app.get_options()) {
        for (const std::string& name : option->get_lnames()) {
            place.options.push_back({"--" + name, plain(option->get_description())});
            if (std::vector<std::string> words = wordsOf(option->get_type_name()); !words.empty())
                place.values.emplace_back("--" + name, std::move(words));
        }
    }
    std::vector<const CLI::App*> commands;
    for (const CLI::App* command : app.get_subcommands([](const CLI::App*) { return true; }))
        if (!command->get_name().empty() && !command->get_group().empty())
            commands.push_back(command);
    for (const CLI::App* command : commands)
        place.commands.push_back({command->get_name(), plain(command->get_description())});
    out.push_back(std::move(place));
    for (const CLI::App* command : commands)
        gather(*command, path.empty() ? command->get_name() : path + " " + command->get_name(), out);
}

std::string joined(const std::vector<Offer>& offers) {
    std::string out;
    for (const Offer& offer : offers)
        out += (out.empty() ? "" : " ") + offer.word;
    return out;
}

std::string joined(const std::vector<std::string>& words) {
    std::string out;
    for (const std::string& word : words)
        out += (out.empty() ? "" : " ") + word;
    return out;
}

/// The lines of a case over places that walk from one command to the next; alike in bash and zsh but for the variable.
void printWalk(const std::vector<Place>& places, const char* variable) {
    for (const Place& place : places)
        for (const Offer& command : place.commands)
            std::cout << "            \"" << place.path << "|" << command.word << "\") " << variable << "=\""
                      << (place.path.empty() ? "" : place.path + " ") << command.word << "\" ;;\n";
}

void printBash(const std::vector<Place>& places) {
    std::cout << "# Completion of jolly-ram-cli for bash; printed by: jolly-ram-cli completion bash\n"
                 "_jolly_ram_cli() {\n"
                 "    local cur=${COMP_WORDS[COMP_CWORD]} prev=${COMP_WORDS[COMP_CWORD-1]} path= commands= options= i\n"
                 "    for ((i = 1; i < COMP_CWORD; i++)); do\n"
                 "        case \"$path|${COMP_WORDS[i]}\" in\n";
    printWalk(places, "path");
    std::cout << "        esac\n    done\n    case \"$path|$prev\" in\n";
    for (const Place& place : places)
        for (const auto& [option, words] : place.values)
            std::cout << "        \"" << place.path << "|" << option << "\") COMPREPLY=($(compgen -W '" << joined(words)
                      << "' -- \"$cur\")); return ;;\n";
    std::cout << "    esac\n    case \"$path\" in\n";
    for (const Place& place : places)
        std::cout << "        \"" << place.path << "\") commands='" << joined(place.commands) << "' options='"
                  << joined(place.options) << "' ;;\n";
    std::cout << "    esac\n"
                 "    if [[ $cur == -* ]]; then\n"
                 "        COMPREPLY=($(compgen -W \"$options\" -- \"$cur\"))\n"
                 "    elif [[ -n $commands ]]; then\n"
                 "        COMPREPLY=($(compgen -W \"$commands\" -- \"$cur\"))\n"
                 "    else\n"
                 "        COMPREPLY=($(compgen -f -- \"$cur\"))\n"
                 "        type compopt >/dev/null 2>&1 && compopt -o filenames\n"
                 "    fi\n"
                 "}\n"
                 "complete -F _jolly_ram_cli jolly-ram-cli\n";
}

void printZsh(const std::vector<Place>& places) {
    std::cout << "#compdef jolly-ram-cli\n"
                 "# Completion of jolly-ram-cli for zsh; printed by: jolly-ram-cli completion zsh\n"
                 "_jolly_ram_cli() {\n"
                 "    local cur=${words[CURRENT]} prev=${words[CURRENT-1]} path_= i\n"
                 "    local -a commands options\n"
                 "    for ((i = 2; i < CURRENT; i++)); do\n"
                 "        case \"$path_|${words[i]}\" in\n";
    printWalk(places, "path_"); // "path" is zsh's own
    std::cout << "        esac\n    done\n    case \"$path_|$prev\" in\n";
    for (const Place& place : places)
        for (const auto& [option, words] : place.values)
            std::cout << "        \"" << place.path << "|" << option << "\") compadd -- " << joined(words)
                      << "; return ;;\n";
    std::cout << "    esac\n    case \"$path_\" in\n";
    const auto list = [](const std::vector<Offer>& offers) {
        for (const Offer& offer : offers)
            std::cout << " '" << offer.word << ":" << offer.about << "'";
    };
    for (const Place& place : places) {
        std::cout << "        \"" << place.path << "\") commands=(";
        list(place.commands);
        std::cout << " ) options=(";
        list(place.options);
        std::cout << " ) ;;\n";
    }
    std::cout << "    esac\n"
                 "    if [[ $cur == -* ]]; then\n"
                 "        _describe -o option options\n"
                 "    elif (( ${#commands} )); then\n"
                 "        _describe command commands\n"
                 "    else\n"
                 "        _files\n"
                 "    fi\n"
                 "}\n"
                 "_jolly_ram_cli \"$@\"\n";
}

void printFish(const std::vector<Place>& places) {
    std::cout
        << "# Completion of jolly-ram-cli for fish; printed by: jolly-ram-cli completion fish\n"
           "function __jolly_ram_cli_at\n"
           "    # Whether the words so far that are no options lead to this command and to none below it.\n"
           "    set -l so_far (commandline -opc)[2..-1]\n"
           "    set -l path\n"
           "    for word in $so_far\n"
           "        contains -- (string join -- ' ' $path $word) $__jolly_ram_cli_commands; and set path $path $word\n"
           "    end\n"
           "    test \"$path\" = \"$argv\"\n"
           "end\n"
           "set -g __jolly_ram_cli_commands";
    for (const Place& place : places)
        if (!place.path.empty())
            std::cout << " '" << place.path << "'";
    std::cout << "\n";
    for (const Place& place : places) {
        const std::string at = "complete -c jolly-ram-cli -n \"__jolly_ram_cli_at " + place.path + "\"";
        for (const Offer& command : place.commands)
            std::cout << at << " -f -a " << command.word << " -d '" << command.about << "'\n";
        for (const Offer& option : place.options) {
            std::cout << at << " -l " << option.word.substr(2) << " -d '" << option.about << "'";
            for (const auto& [name, words] : place.values)
                if (name == option.word)
                    std::cout << " -x -a '" << joined(words) << "'";
            std::cout << "\n";
        }
    }
}

} // namespace

void addCompletion(CLI::App& app, Action& action) {
    auto shell = std::make_shared<std::string>();
    CLI::App* c = app.add_subcommand("completion", "Prints what makes a shell offer commands and options after Tab");
    c->add_option("SHELL", *shell, "bash, zsh or fish")->required()->check(CLI::IsMember({"bash", "zsh", "fish"}));
    c->footer("Example:\n  source <(jolly-ram-cli completion bash)");
    c->callback([shell, &app, &action] {
        action = [shell, &app] {
            std::vector<Place> places;
            gather(app, {}, places);
            *shell == "bash" ? printBash(places) : *shell == "zsh" ? printZsh(places) : printFish(places);
            std::cout.flush();
            return std::cout ? kDone : kWrite;
        };
    });
}

} // namespace jr::cli
