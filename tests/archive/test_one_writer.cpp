// SPDX-License-Identifier: GPL-3.0-or-later
// One program writes to an archive at a time; whoever waits too long is told who holds it.
#include "archive/store/archive.h"
#include "archive/store/writer_lock.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QCoreApplication>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include <cstdio>

using namespace jr;
using namespace testsupport;

namespace {

int openOften(const QStringList& arguments) {
    const QString& folder = arguments.front();
    for (int i = 0; i < 10; ++i) {
        auto archive = Archive::open(folder);
        if (!archive || !(*archive)->createJob("Both", "")) {
            std::fprintf(stderr, "%s\n", archive ? "no job" : archive.error().text().c_str());
            return 1;
        }
    }
    return 0;
}

int rebuildOnce(const QStringList& arguments) {
    const QString& folder = arguments.front();
    const auto done = Archive::rebuildFolder(folder);
    if (!done)
        std::fprintf(stderr, "%s\n", done.error().text().c_str());
    return done ? 0 : 1;
}

} // namespace

class TestOneWriter : public QObject {
    Q_OBJECT
private slots:
    void oneWriterAtATime() {
        QTemporaryDir dir;
        const QString folder = dir.filePath("new");
        std::vector<std::unique_ptr<QProcess>> children;
        for (int i = 0; i < 4; ++i) {
            children.push_back(std::make_unique<QProcess>());
            children.back()->start(QCoreApplication::applicationFilePath(), {"--open-often", folder});
        }
        for (auto& child : children) {
            QVERIFY(child->waitForFinished(60000));
            QVERIFY2(child->exitCode() == 0, child->readAllStandardError().constData());
        }
        auto archive = Archive::open(folder);
        QCOMPARE((*archive)->jobs()->size(), std::size_t(40));
        QVERIFY((*archive)->check(true)->problems.empty());
        // Two rebuilds at once.
        archive = Error{""};
        removeDatabase(folder);
        QProcess one, two;
        one.start(QCoreApplication::applicationFilePath(), {"--rebuild", folder});
        two.start(QCoreApplication::applicationFilePath(), {"--rebuild", folder});
        QVERIFY(one.waitForFinished(60000) && two.waitForFinished(60000));
        QVERIFY2(one.exitCode() == 0, one.readAllStandardError().constData());
        QVERIFY2(two.exitCode() == 0, two.readAllStandardError().constData());
        archive = Archive::open(folder);
        QCOMPARE((*archive)->jobs()->size(), std::size_t(40));
        // Who writes is said to whoever waits too long.
        WriterLock::Shared mine, theirs;
        const auto held = WriterLock::take(folder, "a test", mine, 100);
        QVERIFY(held);
        const auto waits = WriterLock::take(folder, "another", theirs, 100);
        QVERIFY(!waits && QString::fromStdString(waits.error().reason).contains("a test"));
        QVERIFY(QString::fromStdString(waits.error().reason).contains("is writing"));
    }
    /// SQLite's locks belong to the process, and the first plain close of the database's file would take all of them
    /// away
    /// ("How To Corrupt An SQLite Database File", 2.2): then another program, on leaving, tidies the journal away under
    /// whoever is still writing.
    void aSecondLookInThisProgramKeepsTheFirstOnesLocks() {
        QTemporaryDir dir;
        auto first = Archive::open(dir.path());
        QVERIFY(first);
        const std::string job = *(*first)->createJob("Locks", "Larkspur 410");
        QVERIFY((*first)->addPull(job, testsupport::smallTrace("l-0", "Locks", "Larkspur 410", "a", 0), "test"));
        for (int round = 1; round < 4; ++round) {
            {
                auto second = Archive::open(dir.path());
                QVERIFY(second && (*second)->jobs()->size() == 1);
            }
            const testsupport::Ran other = testsupport::runCli({"archive", "check", dir.path()});
            QVERIFY2(other.code == 0, other.err);
            const auto kept = (*first)->addPull(
                job, testsupport::smallTrace("l-" + std::to_string(round), "Locks", "Larkspur 410", "a", round),
                "test");
            QVERIFY2(kept, kept ? "" : kept.error().text().c_str());
            QVERIFY((*first)->check(true)->problems.empty());
        }
        first.value().reset();
        QCOMPARE((*Archive::open(dir.path()))->job(job)->pulls.size(), std::size_t{4});
        QCOMPARE(testsupport::runCli({"archive", "check", dir.path()}).code, 0);
    }
};

JR_HELPER("--rebuild", rebuildOnce)
JR_HELPER("--open-often", openOften)
JR_SUITE(TestOneWriter)
#include "test_one_writer.moc"
