// SPDX-License-Identifier: GPL-3.0-or-later
// The customer's sheet for scripts. It is painted by the window's program, which lies beside this one, without a
// display.
#include "cli/commands.h"

#include <CLI/CLI.hpp>

#include <QString>
#include <QStringList>

#include <cerrno>
#include <cstring>
#include <unistd.h>

namespace jr::cli {
namespace {

struct SheetOptions {
    std::string folder, job, shape;
    std::vector<std::string> out;
};

/// Where this program lies, links followed; empty where the system does not say (no /proc).
std::string ownFolder() {
    char path[4096];
    const ssize_t length = ::readlink("/proc/self/exe", path, sizeof path - 1);
    if (length <= 0)
        return {};
    const std::string whole(path, static_cast<std::size_t>(length));
    return whole.substr(0, whole.rfind('/'));
}

/// Becomes the other program; returns only when that is not possible.
int runSheet(const SheetOptions& o) {
    const std::string folder = ownFolder();
    const std::string program = folder.empty() ? "jolly-ram" : folder + "/jolly-ram"; // else from the path
    std::vector<std::string> words = {program, "--archive", o.folder, "--sheet", o.job};
    for (const std::string& file : o.out) {
        words.push_back("--out");
        words.push_back(file);
    }
    if (!o.shape.empty()) {
        words.push_back("--public");
        words.push_back(o.shape);
    }
    std::vector<char*> arguments;
    for (std::string& word : words)
        arguments.push_back(word.data());
    arguments.push_back(nullptr);
    ::setenv("QT_QPA_PLATFORM", "offscreen", 1);
    ::execvp(program.c_str(), arguments.data());
    tell({"cli.sheet-program", {std::string(std::strerror(errno))}}, program);
    return kInput;
}

} // namespace

void addSheet(CLI::App& app, Action& action) {
    auto o = std::make_shared<SheetOptions>();
    CLI::App* c = app.add_subcommand("sheet", "Writes the customer's sheet of a job, as the window hands it over");
    c->add_option("DIR", o->folder, "The archive's folder")->required();
    c->add_option("--job", o->job, "The job, by its name or id")->required();
    c->add_option("--out", o->out, "Where to: a file ending in .pdf, .png, .svg, .csv, .json or .xlsx; may be repeated")
        ->required();
    c->add_option("--public", o->shape, "A .png is the picture to show in public, without names: upright or wide")
        ->check(CLI::IsMember({"upright", "wide"}));
    c->footer("Example:\n  jolly-ram-cli sheet ~/jolly-ram --job \"Stack length\" --out stack.pdf --out stack.json");
    c->callback([o, &action] { action = [o] { return runSheet(*o); }; });
}

} // namespace jr::cli
