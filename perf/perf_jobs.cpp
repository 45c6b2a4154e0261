// SPDX-License-Identifier: GPL-3.0-or-later
// The list of jobs with a workshop's many years in it: how soon 2,000 jobs with 20,000 pulls are shown, how long a
// search takes, and the memory. Rows are put into the database straight away; their traces are as long as a packed pull
// is. Prints figures; QT_QPA_PLATFORM=offscreen.
#include "app/frame/main_window.h"
#include "app/jobs/jobs_station.h"
#include "archive/store/database.h"
#include "perf/resident.h"
#include "tests/support/settled.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QLineEdit>
#include <QListView>
#include <QTemporaryDir>

#include <cstdio>
#include <string>

namespace {

constexpr int kJobs = 2000, kPullsEach = 10, kTraceBytes = 30000;

jr::Result<jr::Done> fill(jr::Database& db) {
    const QByteArray trace(kTraceBytes, 'x');
    return db.transaction([&]() -> jr::Result<jr::Done> {
        for (int j = 0; j < kJobs; ++j) {
            const QString job = QStringLiteral("job-%1").arg(j), day = QStringLiteral("20%1-%2-11T10:00:00Z")
                                                                           .arg(10 + j % 16, 2)
                                                                           .arg(1 + j % 12, 2, 10, QLatin1Char('0'));
            const std::vector<std::pair<QString, QVariantList>> rows = {
                {QStringLiteral("INSERT INTO job (id, name, created) VALUES (?, ?, ?)"),
                 {job, QStringLiteral("Job %1, pipe and filter").arg(j), day}},
                {QStringLiteral("INSERT INTO setup (id, job_id, name, mark) VALUES (?, ?, 'standard', 0)"),
                 {job + "a", job}},
                {QStringLiteral("INSERT INTO setup (id, job_id, name, mark) VALUES (?, ?, 'open pipe', 1)"),
                 {job + "b", job}},
                {QStringLiteral(
                     "INSERT INTO setup_change (setup_id, part, from_text, to_text) VALUES (?, 'pipe', '', ?)"),
                 {job + "b", j}},
                {QStringLiteral("INSERT INTO sitting (id, job_id, day) VALUES (?, ?, ?)"), {job + "s", job, day}},
                {QStringLiteral("INSERT INTO job_sheet (job_id, kind, body) VALUES (?, 'work-order', ?)"),
                 {job, QStringLiteral("{\"customer\":\"customer %1\"}").arg(j % 300)}}};
            for (const auto& [statement, values] : rows)
                if (const auto done = db.run(statement, values); !done)
                    return done;
            for (int p = 0; p < kPullsEach; ++p)
                if (const auto done = db.run(
                        QStringLiteral("INSERT INTO pull (id, job_id, setup_id, sitting_id, number, started, source, "
                                       "mirror, raw) VALUES (?, ?, ?, ?, ?, ?, '', '', ?)"),
                        {job + "-" + QString::number(p), job, job + (p % 2 ? "b" : "a"), job + "s", p + 1, day, trace});
                    !done)
                    return done;
        }
        return jr::Done{};
    });
}

} // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    jr::app::Theme theme;
    theme.install(application);
    QTemporaryDir dir;
    (void)jr::Archive::open(dir.path());
    {
        auto db = jr::Database::open(dir.filePath(QStringLiteral("jolly-ram.sqlite")));
        if (const auto filled = fill(**db); !filled) {
            std::fprintf(stderr, "%s\n", filled.error().text().c_str());
            return 1;
        }
    }
    QElapsedTimer clock;
    clock.start();
    jr::app::MainWindow window(theme);
    window.show();
    window.openArchive(dir.path());
    auto* list = window.jobs().findChild<QListView*>();
    while (list->model()->rowCount() < kJobs)
        QApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 5);
    list->grab();
    std::printf("2000 jobs, 20000 pulls listed  %lld ms\n", static_cast<long long>(clock.elapsed()));
    window.waitUntilSettled();
    std::printf("and their safety told          %lld ms\n", static_cast<long long>(clock.elapsed()));
    auto* search = window.jobs().findChild<QLineEdit*>(QStringLiteral("find-jobs"));
    double longest = 0.;
    for (const char* words : {"c", "cu", "customer 17", "pipe 2019", "may", ""}) {
        clock.restart();
        search->setText(QLatin1String(words));
        list->grab();
        longest = std::max(longest, 1e-6 * static_cast<double>(clock.nsecsElapsed()));
    }
    std::printf("one key of a search            %.0f ms\n", longest);
    std::printf("memory with them listed        %.0f MB\n", perf::megabytesResident());
    return 0;
}
