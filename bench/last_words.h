// SPDX-License-Identifier: GPL-3.0-or-later
// What a program that is being ended still says to the bench: "cut", then "release".
//
// A signal that ends the program (or a crash) runs a handler that may do next to nothing; writing ready-made bytes to a
// file descriptor is among it (POSIX, async-signal-safe functions). Each open bench leaves its descriptor here.
#pragma once

#include <string_view>

namespace jr {

/// From now on these bytes (at most 120) go to `descriptor` when the program is ended by a signal. Returns a place to
/// take back, or -1 when all places are taken.
int leaveLastWords(int descriptor, std::string_view words);
void takeBackLastWords(int place);

/// Installs the handlers: SIGTERM, SIGINT, SIGHUP (and SIGQUIT) say the words and then call `asked` in the handler,
/// which may only do what a handler may; without one the program ends as it would have. SIGSEGV, SIGBUS, SIGFPE, SIGILL
/// and SIGABRT say the words and let the program die.
void installLastWords(void (*asked)() = nullptr);

/// A pipe whose reading end becomes readable when one of the ending signals came: for an orderly end in the event loop.
/// Installs the handlers. -1 when there is no pipe to be had.
int endingSignalPipe();

} // namespace jr
