// SPDX-License-Identifier: GPL-3.0-or-later
// The manual page (man 7 man), made of the very texts that --help prints: it cannot say something else.
#include "cli/commands.h"

#include <CLI/CLI.hpp>

#include <cstdio>
#include <iostream>

namespace jr::cli {
namespace {

/// Text that the formatter takes for nothing but text.
std::string roff(const std::string& text) {
    std::string out;
    bool lineBegins = true;
    for (const char c : text) {
        if (lineBegins && (c == '.' || c == '\''))
            out += "\\&";
        if (c == '\\')
            out += "\\e";
        else if (c == '-')
            out += "\\-";
        else
            out += c;
        lineBegins = c == '\n';
    }
    return out;
}

std::string headOf(const CLI::Option& option) {
    std::string out;
    for (const std::string& name : option.get_lnames())
        out += (out.empty() ? "" : ", ") + ("\\fB\\-\\-" + roff(name) + "\\fR");
    if (out.empty())
        out = "\\fI" + roff(option.get_name()) + "\\fR";
    if (option.get_items_expected_max() > 0)
        out += " " + roff(option.get_type_name());
    if (!option.get_default_str().empty())
        out += roff(" (default " + option.get_default_str() + ")");
    if (option.get_required())
        out += ", must be given";
    return out;
}

void printOptions(const CLI::App& app) {
    for (const CLI::Option* option : app.get_options())
        if (option->get_lnames() != std::vector<std::string>{"help"})
            std::cout << ".TP\n" << headOf(*option) << "\n" << roff(option->get_description()) << "\n";
}

void printExamples(const CLI::App& app) {
    const std::string examples = app.get_footer();
    if (!examples.empty())
        std::cout << ".PP\n.nf\n" << roff(examples) << "\n.fi\n";
}

void printCommand(const CLI::App& command, const std::string& path) {
    std::cout << ".SS " << roff(path) << "\n" << roff(command.get_description()) << "\n";
    printOptions(command);
    // The parser hands the program's own examples down to commands that have none.
    if (command.get_parent() && command.get_footer() != command.get_parent()->get_footer())
        printExamples(command);
    for (const CLI::App* below : command.get_subcommands([](const CLI::App*) { return true; }))
        if (!below->get_name().empty() && !below->get_group().empty())
            printCommand(*below, path + " " + below->get_name());
}

} // namespace

void addManual(CLI::App& app, Action& action) {
    CLI::App* c = app.add_subcommand("manual", "Prints this program's manual page, for man");
    c->footer("Example:\n  jolly-ram-cli manual > jolly-ram-cli.1");
    c->group(""); // for whoever packages it
    c->callback([&app, &action] {
        action = [&app] {
            std::cout << ".TH JOLLY\\-RAM\\-CLI 1 \"\" \"" << roff(app.version()) << "\" \"User commands\"\n"
                      << ".SH NAME\njolly\\-ram\\-cli \\- what an engine change was worth, for scripts\n"
                      << ".SH SYNOPSIS\n.B jolly\\-ram\\-cli\n.I COMMAND\n[\\fIOPTION\\fR]... [\\fIFILE\\fR]...\n"
                      << ".SH DESCRIPTION\n"
                      << roff(app.get_description()) << "\n.PP\n";
            printOptions(app);
            printExamples(app);
            std::cout << ".SH COMMANDS\n";
            for (const CLI::App* command : app.get_subcommands([](const CLI::App*) { return true; }))
                if (!command->get_name().empty() && !command->get_group().empty())
                    printCommand(*command, command->get_name());
            std::cout << ".SH SEE ALSO\n.BR jolly\\-ram (1),\n.BR jolly\\-ram\\-standin (1)\n";
            std::cout.flush();
            return std::cout ? kDone : kWrite;
        };
    });
}

} // namespace jr::cli
