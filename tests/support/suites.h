// SPDX-License-Identifier: GPL-3.0-or-later
// A test program holds many suites: each is a QObject with test slots, named after its file and run alone by that name,
// so that ctest still tells them apart while the compiler and the linker have a sixth of the programs to make.
#pragma once

#include <QObject>
#include <QStringList>

#include <functional>
#include <memory>

namespace jr::test {

struct RegisteredSuite {
    RegisteredSuite(const char* file, std::function<std::unique_ptr<QObject>()> make);
};

/// What a test starts as a process of its own: this program with `argument` first, then the function's list.
struct RegisteredHelper {
    RegisteredHelper(const char* argument, int (*function)(const QStringList&));
};

} // namespace jr::test

#define JR_SUITE(Class)                                                                                                \
    static const jr::test::RegisteredSuite registered##Class(__FILE__, [] { return std::make_unique<Class>(); });
#define JR_HELPER(argument, function)                                                                                  \
    static const jr::test::RegisteredHelper registeredHelper_##function(argument, function);
