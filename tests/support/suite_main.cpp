// SPDX-License-Identifier: GPL-3.0-or-later
// tests_NAME [SUITE [options of Qt Test]]: runs one suite, or all of them one after the other. `--list` names them.
#include "tests/support/suites.h"

#include <QFileInfo>
#include <QTemporaryDir>
#include <QTest>
#ifdef JR_TESTS_WITH_WINDOWS
#include <QApplication>
using Application = QApplication;
#else
#include <QCoreApplication>
using Application = QCoreApplication;
#endif

#include <cstdio>
#include <map>

namespace jr::test {
namespace {

std::map<QString, std::function<std::unique_ptr<QObject>()>>& suites() {
    static std::map<QString, std::function<std::unique_ptr<QObject>()>> all;
    return all;
}

std::map<QString, int (*)(const QStringList&)>& helpers() {
    static std::map<QString, int (*)(const QStringList&)> all;
    return all;
}

int run(int argc, char** argv) {
    const QString wanted = argc > 1 ? QString::fromLocal8Bit(argv[1]) : QString();
    if (wanted == QLatin1String("--list")) {
        for (const auto& [name, make] : suites())
            std::printf("%s\n", qPrintable(name));
        return 0;
    }
    if (const auto helper = helpers().find(wanted); helper != helpers().end())
        return helper->second(QCoreApplication::arguments().mid(2));
    if (const auto suite = suites().find(wanted); suite != suites().end()) {
        argv[1] = argv[0];
        return QTest::qExec(suite->second().get(), argc - 1, argv + 1);
    }
    if (!wanted.isEmpty()) {
        std::fprintf(stderr, "no suite %s here: --list names them\n", qPrintable(wanted));
        return 2;
    }
    int failed = 0;
    for (const auto& [name, make] : suites())
        failed += QTest::qExec(make().get(), 1, argv) != 0;
    return failed;
}

} // namespace

RegisteredSuite::RegisteredSuite(const char* file, std::function<std::unique_ptr<QObject>()> make) {
    suites()[QFileInfo(QString::fromLocal8Bit(file)).completeBaseName()] = std::move(make);
}

RegisteredHelper::RegisteredHelper(const char* argument, int (*function)(const QStringList&)) {
    helpers()[QString::fromLatin1(argument)] = function;
}

} // namespace jr::test

int main(int argc, char** argv) {
    // What a test chooses is nobody's own choice, and none of the next test's.
    const QTemporaryDir settings;
    qputenv("XDG_CONFIG_HOME", settings.path().toLocal8Bit());
    Application application(argc, argv);
    return jr::test::run(argc, argv);
}
