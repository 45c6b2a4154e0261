// SPDX-License-Identifier: GPL-3.0-or-later
// What is wrong with a command line, in the person's words: which command, option or value, and what there is instead.
#pragma once

namespace CLI {
class App;
class ParseError;
} // namespace CLI

namespace jr::cli {

/// Says it on standard error; help and version go to standard output. Returns the exit code.
int sayUsage(const CLI::App& app, const CLI::ParseError& problem);

} // namespace jr::cli
