// SPDX-License-Identifier: GPL-3.0-or-later
// Writes the demo data into folders: make-demo pulls DIR | logs DIR | truth.
#include "archive/formats/pull_file.h"
#include "demo_job/larkspur.h"

#include <QDir>

#include <cstdio>
#include <cstring>

int main(int argc, char** argv) {
    const auto write = [](const QString& folder, const std::string& name, const std::string& bytes) {
        QDir().mkpath(folder);
        const auto done = jr::writeBytes((folder + QLatin1Char('/')).toStdString() + name, bytes);
        if (!done)
            std::fprintf(stderr, "%s\n", done.error().text().c_str());
        return done.ok();
    };
    bool good = true;
    if (argc == 3 && std::strcmp(argv[1], "pulls") == 0) {
        for (const demo::DemoPull& pull : demo::larkspurDay())
            good = write(QString::fromLocal8Bit(argv[2]), pull.name, pull.text) && good;
    } else if (argc == 3 && std::strcmp(argv[1], "logs") == 0) {
        for (const auto& [name, bytes] : demo::foreignLogs())
            good = write(QString::fromLocal8Bit(argv[2]), name, bytes) && good;
    } else if (argc == 2 && std::strcmp(argv[1], "truth") == 0) {
        std::printf("engine_speed [rpm],short stack [W],long stack [W]\n");
        for (int rpm = 3000; rpm <= 9250; rpm += 50)
            std::printf("%d,%.2f,%.2f\n", rpm, demo::larkspurTruthW(false, rpm), demo::larkspurTruthW(true, rpm));
    } else {
        std::fprintf(stderr, "usage: make-demo pulls DIR | logs DIR | truth\n");
        return 2;
    }
    return good ? 0 : 4;
}
