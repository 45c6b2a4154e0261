// SPDX-License-Identifier: GPL-3.0-or-later
// The two halves of an archive: what either lacks or has damaged comes back from the other, what differs is kept twice
// and said.
#include "archive/disk/path_name.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive.h"
#include "archive/store/job_file.h"
#include "demo_job/demo_archive.h"
#include "standin/simulated_bench.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QDirIterator>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include <csignal>
#include <cstdlib>

using namespace jr;
using testsupport::damage;
using testsupport::filesIn;
using testsupport::fullJob;
using testsupport::likenessOf;
using testsupport::removeDatabase;
using testsupport::smallTrace;
using testsupport::writeFile;

class TestHalves : public QObject {
    Q_OBJECT
private slots:
    /// A pull file whose record did not come to be, beside two jobs of one name: it is that one's in whose folder it
    /// lies.
    void aLooseFileBesideTwoJobsOfOneName() {
        QTemporaryDir dir;
        std::string jobs[2];
        {
            auto archive = Archive::open(dir.path());
            for (std::string& job : jobs) {
                job = *(*archive)->createJob("Stack", "Larkspur 410");
                const std::string id = "of-" + job;
                QVERIFY((*archive)->addPull(job, smallTrace(id, "Stack", "Larkspur 410", "long", 1), "test"));
            }
        }
        for (const std::string& job : jobs) {
            QString folder;
            {
                auto archive = Archive::open(dir.path());
                folder = dir.filePath(QString::fromStdString((*archive)->job(job)->folder));
            }
            const std::string id = "loose-of-" + job;
            QVERIFY(writeFile(folder + QStringLiteral("/9999-loose.pull.csv"),
                              writePullFile(smallTrace(id, "Stack", "Larkspur 410", "long", 2))));
        }
        const auto rebuilt = Archive::rebuildFolder(dir.path());
        QVERIFY(rebuilt && rebuilt->offered.empty() && rebuilt->problems.empty());
        auto archive = Archive::open(dir.path());
        for (const std::string& job : jobs) {
            const auto record = (*archive)->job(job);
            QCOMPARE(record->pulls.size(), std::size_t{2});
            QCOMPARE(record->pulls.back().id, "loose-of-" + job);
        }
    }
    void aLostDatabaseComesBackWhole() {
        QTemporaryDir dir;
        {
            auto archive = Archive::open(dir.path());
            (void)fullJob(**archive, "Stack", "Larkspur 410", 6);
            (void)fullJob(**archive, "Reeds", "Ostra 600", 3);
            (void)fullJob(**archive, "No pull yet", "", 0);
            QVERIFY((*archive)->saveBench({"", "attic", "", {{"kind", "roller"}}}));
        }
        const QString before = QString::fromStdString(likenessOf(dir.path()));
        removeDatabase(dir.path());
        const auto done = Archive::rebuildFolder(dir.path());
        QVERIFY(done);
        QVERIFY2(done->problems.empty(), done->problems.empty() ? "" : done->problems.front().text().c_str());
        QCOMPARE(done->pullsTaken, 9);
        QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
        QVERIFY(filesIn(dir.path(), "*set-away*").isEmpty());
    }
    void cutOffAnywhereAndRepeatedItIsTheSame() {
        QTemporaryDir dir;
        {
            auto archive = Archive::open(dir.path());
            for (int j = 0; j < 4; ++j)
                (void)fullJob(**archive, "Job " + std::to_string(j), "Larkspur 410", 8);
        }
        const QString before = QString::fromStdString(likenessOf(dir.path()));
        std::srand(7);
        for (int kill = 0; kill < 25; ++kill) {
            removeDatabase(dir.path());
            QProcess child;
            child.start(QCoreApplication::applicationFilePath(), {"--rebuild", dir.path()});
            QVERIFY(child.waitForStarted());
            QTest::qSleep(std::rand() % 60);
            ::kill(static_cast<pid_t>(child.processId()), SIGKILL);
            child.waitForFinished();
            const auto done = Archive::rebuildFolder(dir.path());
            QVERIFY2(done && done->problems.empty(), done ? "" : done.error().text().c_str());
            QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
        }
        QVERIFY(filesIn(dir.path(), "*set-away*").isEmpty());
        QVERIFY(filesIn(dir.path(), ".jr-part*").isEmpty());
    }
    void whatIsDamagedComesFromTheHalfThatIsWhole() {
        QTemporaryDir dir;
        std::string job;
        {
            auto archive = Archive::open(dir.path());
            job = fullJob(**archive, "Stack", "Larkspur 410", 6);
        }
        const QString before = QString::fromStdString(likenessOf(dir.path()));
        const QStringList mirrors = filesIn(dir.path(), "*.pull.csv");
        // A truncated mirror, one with a changed figure, an empty one, and one that is gone.
        QVERIFY(QFile::resize(mirrors[0], 300));
        std::string text = *readBytes(mirrors[1].toStdString());
        text[text.size() - 4] = text[text.size() - 4] == '1' ? '2' : '1';
        QVERIFY(writeFile(mirrors[1], text));
        QVERIFY(QFile::resize(mirrors[2], 0));
        QVERIFY(QFile::remove(mirrors[3]));
        // A damaged blob beside a whole mirror.
        {
            auto archive = Archive::open(dir.path());
            auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
            QVERIFY((*db)->run("INSERT INTO repair VALUES ('Stack-4')"));
            QVERIFY((*db)->run("UPDATE pull SET raw = x'00000010aabb' WHERE id = 'Stack-4'"));
            QVERIFY((*db)->run("DELETE FROM repair"));
            QCOMPARE((*archive)->check(true)->problems.size(), std::size_t(5));
        }
        const auto done = Archive::rebuildFolder(dir.path());
        QVERIFY(done && done->problems.empty());
        QCOMPARE(done->filesWritten, 4);
        QCOMPARE(done->tracesMended, 1);
        QCOMPARE(done->setAway.size(), std::size_t(3)); // kept by name, never deleted
        QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
        // Both halves of one pull damaged: named, both left, no empty file counted as put right, and not quiet.
        QVERIFY(QFile::resize(mirrors[0], 200));
        {
            auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
            QVERIFY((*db)->run("INSERT INTO repair VALUES ('Stack-0')"));
            QVERIFY((*db)->run("UPDATE pull SET raw = x'00' WHERE id = 'Stack-0'"));
            QVERIFY((*db)->run("DELETE FROM repair"));
        }
        const testsupport::Ran lost = testsupport::runCli({"archive", "rebuild", dir.path()});
        QCOMPARE(lost.code, 3);
        QVERIFY2(lost.err.contains("both"), lost.err.constData());
        QCOMPARE(QFileInfo(mirrors[0]).size(), 200);
        QCOMPARE(testsupport::runCli({"archive", "check", dir.path()}).code, 3); // as the rebuild said
        // The others of the job are seen all the same.
        auto archive = Archive::open(dir.path());
        const auto kept = (*archive)->packedTraces(job);
        QCOMPARE(kept->size(), std::size_t(6));
        QCOMPARE(std::count_if(kept->begin(), kept->end(), [](const PackedTrace& t) { return traceOf(t).ok(); }), 5);
    }
    void aDamagedDatabaseIsMadeAnew() {
        QTemporaryDir dir;
        const QString whole = dir.filePath("whole");
        {
            auto archive = Archive::open(whole);
            for (int j = 0; j < 3; ++j)
                (void)fullJob(**archive, "Job " + std::to_string(j), "Larkspur 410", 10);
            auto db = Database::open(whole + "/jolly-ram.sqlite");
            QVERIFY((*db)->query("PRAGMA wal_checkpoint(TRUNCATE)"));
        }
        const QString before = QString::fromStdString(likenessOf(whole));
        const qint64 size = QFileInfo(whole + "/jolly-ram.sqlite").size();
        int anew = 0;
        for (int n = 0; n < 24; ++n) {
            const QString folder = dir.filePath(QString::number(n));
            QProcess copy;
            copy.start("cp", {"-r", whole, folder});
            QVERIFY(copy.waitForFinished());
            // Somewhere in the file: its head, its schema, a page in the middle, its end; and cut off.
            const qint64 at = n * size / 24;
            if (n % 6 == 5)
                QVERIFY(QFile::resize(folder + "/jolly-ram.sqlite", at));
            else
                QVERIFY(damage(folder + "/jolly-ram.sqlite", at, std::min<qint64>(6000, size - at)));
            const testsupport::Ran ran = testsupport::runCli({"archive", "rebuild", folder});
            QVERIFY2(ran.code == 0, (QByteArray::number(n) + ran.err).constData());
            QCOMPARE(QString::fromStdString(likenessOf(folder)), before);
            const bool away = !filesIn(folder, "jolly-ram.sqlite.damaged-*").isEmpty();
            anew += away;
            QCOMPARE(ran.json()["database_set_away"].isString(), away);
        }
        QVERIFY2(anew >= 15, qPrintable(QString::number(anew)));
    }
    void aDamagedDatabaseGivesUpWhatTheFilesLack() {
        QTemporaryDir dir;
        {
            auto archive = Archive::open(dir.path());
            (void)fullJob(**archive, "Stack", "Larkspur 410", 4);
        }
        const QString before = QString::fromStdString(likenessOf(dir.path()));
        QVERIFY(QFile::remove(filesIn(dir.path(), "*.pull.csv").front())); // only the database has this one
        {
            auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
            QVERIFY((*db)->query("PRAGMA wal_checkpoint(TRUNCATE)"));
        }
        // The index of claims is broken: the pulls can still be read.
        QFile file(dir.filePath("jolly-ram.sqlite"));
        QVERIFY(file.open(QIODevice::ReadWrite));
        const QByteArray bytes = file.readAll();
        const qint64 at = bytes.indexOf("long gains");
        QVERIFY(at > 0);
        QVERIFY(file.seek(at / 4096 * 4096) && file.write(QByteArray(60, '\x5a')) == 60);
        file.close();
        const auto done = Archive::rebuildFolder(dir.path());
        QVERIFY2(done && done->problems.empty(),
                 done && !done->problems.empty() ? done->problems.front().text().c_str() : "");
        QVERIFY(!done->databaseSetAway.empty());
        QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
    }
    void differentContentsOfOneIdAreAConflict() {
        QTemporaryDir dir;
        auto archive = Archive::open(dir.path());
        const auto job = (*archive)->createJob("Stack", "Larkspur 410");
        QVERIFY((*archive)->addPull(*job, smallTrace("one", "Stack", "Larkspur 410", "short", 1), "x"));
        // The same again, moved to another setup by hand: the same pull.
        bool here = false;
        QVERIFY((*archive)->addPull(*job, smallTrace("one", "Stack", "Larkspur 410", "other", 1), "x", &here));
        QVERIFY(here);
        // Other samples under that id.
        const auto other = (*archive)->addPull(*job, smallTrace("one", "Stack", "Larkspur 410", "short", 2), "x");
        QVERIFY(!other && QString::fromStdString(other.error().reason).contains("conflict"));
        // And as a file in the folder: left where it is, said, not counted, not deleted.
        const QString stray = dir.filePath("pulls/stray.pull.csv");
        QVERIFY(writeFile(stray, writePullFile(smallTrace("one", "Stack", "Larkspur 410", "short", 2))));
        const auto done = (*archive)->rebuild();
        QVERIFY(done && done->problems.size() == 1);
        QVERIFY2(QString::fromStdString(done->problems.front().text()).contains("conflict"),
                 done->problems.front().text().c_str());
        QVERIFY(QFile::exists(stray));
        QCOMPARE((*archive)->job(*job)->pulls.size(), std::size_t(1));
        // A second copy of the same is no conflict and no second pull.
        QVERIFY(writeFile(stray, writePullFile(smallTrace("one", "Stack", "Larkspur 410", "short", 1))));
        QVERIFY((*archive)->rebuild()->problems.empty());
        QCOMPARE((*archive)->job(*job)->pulls.size(), std::size_t(1));
        QCOMPARE((*archive)->check(true)->remarks.size(), std::size_t(1));
        // Both as files, without a database: one is kept, the other named.
        QVERIFY(writeFile(stray, writePullFile(smallTrace("one", "Stack", "Larkspur 410", "short", 2))));
        archive = Error{""};
        removeDatabase(dir.path());
        const auto anew = Archive::rebuildFolder(dir.path());
        QVERIFY(anew && anew->pullsTaken == 1 && anew->problems.size() == 1);
        QCOMPARE(filesIn(dir.path(), "*.pull.csv").size(), 2);
    }
    void pullFilesBelongToTheJobTheyName() {
        QTemporaryDir dir;
        // Thirty jobs in one folder, and one file that does not say.
        for (int j = 0; j < 30; ++j)
            for (int i = 0; i < 3; ++i)
                QVERIFY(writeFile(
                    dir.filePath(QStringLiteral("pulls/heap/%1-%2.pull.csv").arg(j).arg(i)),
                    writePullFile(smallTrace("p" + std::to_string(100 * j + i), "Job " + std::to_string(j / 2),
                                             j % 2 ? "Quill 125" : "Ostra 600", "stock", i))));
        std::string nameless = writePullFile(smallTrace("nameless", "X", "Y", "stock", 9));
        nameless.erase(nameless.find("# job: X\n"), 9);
        QVERIFY(writeFile(dir.filePath("pulls/heap/nameless.pull.csv"), nameless));
        const auto done = Archive::rebuildFolder(dir.path());
        QVERIFY2(done, done ? "" : done.error().text().c_str());
        QCOMPARE(done->pullsTaken, 90);
        QCOMPARE(done->offered.size(), std::size_t(1));
        QVERIFY(done->problems.empty());
        auto archive = Archive::open(dir.path());
        const auto jobs = (*archive)->jobs();
        QCOMPARE(jobs->size(), std::size_t(30));
        for (const JobSummary& job : *jobs)
            QCOMPARE(job.pulls, 3);
        QCOMPARE(testsupport::runCli({"archive", "check", dir.path()}).code, 0);
        // Another customer's file dropped into a job's folder stays another customer's.
        const auto first = (*archive)->job(jobs->front().id);
        QVERIFY(writeFile(dir.filePath(QString::fromStdString(first->folder) + "/dropped.pull.csv"),
                          writePullFile(smallTrace("dropped", "Somebody else", "Larkspur 410", "stock", 7))));
        QCOMPARE((*archive)->rebuild()->pullsTaken, 1);
        QCOMPARE((*archive)->job(first->id)->pulls.size(), std::size_t(3));
        QCOMPARE((*archive)->jobs()->size(), std::size_t(31));
        // What was brought in on purpose from another job stays where it was put, also after a rebuild.
        QVERIFY((*archive)->addPull(first->id, smallTrace("guest", "Somebody else", "Larkspur 410", "stock", 8), "x"));
        archive = Error{""};
        removeDatabase(dir.path());
        QVERIFY(Archive::rebuildFolder(dir.path()));
        archive = Archive::open(dir.path());
        const auto again = (*archive)->job(first->id);
        QVERIFY(again && again->pulls.size() == 4);
    }
    void aListedPullThatIsLostIsNamedUntilItTurnsUp() {
        QTemporaryDir dir;
        std::string job;
        {
            auto archive = Archive::open(dir.path());
            job = fullJob(**archive, "Stack", "Larkspur 410", 4);
        }
        const QString before = QString::fromStdString(likenessOf(dir.path()));
        const QString victim = filesIn(dir.path(), "*.pull.csv")[2], kept = dir.filePath("kept-elsewhere");
        QVERIFY(QFile::rename(victim, kept));
        removeDatabase(dir.path());
        const auto done = Archive::rebuildFolder(dir.path());
        QVERIFY(done && done->problems.size() == 1);
        QVERIFY2(QString::fromStdString(done->problems.front().text()).contains("lost"),
                 done->problems.front().text().c_str());
        QCOMPARE(testsupport::runCli({"archive", "check", dir.path()}).code, 3);
        QVERIFY(QFile::rename(kept, victim));
        QVERIFY(Archive::rebuildFolder(dir.path())->problems.empty());
        QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
    }
    void aJobThatIsNamedAnewIsOneJob() {
        // Its pull files go on saying the old name; both halves go on belonging together, whichever is lost.
        for (const char* lost : {"nothing", "database", "older database", "job file", "both"}) {
            const QByteArray what(lost);
            QTemporaryDir dir;
            std::string job;
            {
                auto archive = Archive::open(dir.path());
                job = fullJob(**archive, "Stak", "", 4);
            }
            QVERIFY(QFile::copy(dir.filePath("jolly-ram.sqlite"), dir.filePath("older")));
            {
                auto archive = Archive::open(dir.path());
                QVERIFY((*archive)->nameJob(job, "Stack", "Larkspur 410"));
                QVERIFY(!(*archive)->nameJob(job, "", "Larkspur 410")); // a job keeps a name
                QVERIFY((*archive)->addPull(job, smallTrace("late", "Stack", "Larkspur 410", "long", 9), "test"));
            }
            const QString before = QString::fromStdString(likenessOf(dir.path()));
            if (what == "database" || what == "older database" || what == "both")
                removeDatabase(dir.path());
            if (what == "older database")
                QVERIFY(QFile::copy(dir.filePath("older"), dir.filePath("jolly-ram.sqlite")));
            QFile::remove(dir.filePath("older"));
            if (what == "job file" || what == "both")
                for (const QString& file : filesIn(dir.path(), "job.json"))
                    QVERIFY(QFile::remove(file));
            const auto done = Archive::rebuildFolder(dir.path());
            QVERIFY2(done && done->problems.empty(), lost);
            auto opened = Archive::open(dir.path());
            std::unique_ptr<Archive> archive = std::move(opened).value();
            const auto jobs = archive->jobs();
            int pulls = 0;
            for (const JobSummary& one : *jobs)
                pulls += one.pulls;
            QCOMPARE(pulls, 5); // none is lost, even where nothing is left that knows they are one job's
            if (what == "both")
                continue;
            QVERIFY2(jobs->size() == 1 && jobs->front().name == "Stack" && jobs->front().machine == "Larkspur 410",
                     lost);
            archive.reset();
            QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
        }
    }
    void anOlderDatabaseDoesNotWriteOverANewerJobFile() {
        QTemporaryDir dir;
        std::string job;
        {
            auto archive = Archive::open(dir.path());
            job = fullJob(**archive, "Stack", "Larkspur 410", 4);
        }
        QProcess copy;
        copy.start("cp", {dir.filePath("jolly-ram.sqlite"), dir.filePath("older")});
        QVERIFY(copy.waitForFinished());
        {
            auto archive = Archive::open(dir.path());
            ClaimRecord claim;
            claim.said = "made after the copy";
            QVERIFY((*archive)->saveClaim(job, claim));
            QVERIFY((*archive)->setSheet(job, "ride", "{\"a\":1}"));
        }
        const QString before = QString::fromStdString(likenessOf(dir.path()));
        const auto restoreOlder = [&] {
            removeDatabase(dir.path());
            return QFile::copy(dir.filePath("older"), dir.filePath("jolly-ram.sqlite"));
        };
        // A rebuild takes in what the file has more.
        QVERIFY(restoreOlder());
        const auto done = Archive::rebuildFolder(dir.path());
        QVERIFY(done && done->problems.empty() && done->setAway.empty());
        QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
        // Without one, somebody goes on working with the older database: the newer file is kept beside, by name.
        QVERIFY(restoreOlder());
        auto archive = Archive::open(dir.path());
        QVERIFY(!(*archive)->check(true)->problems.empty());
        QStringList remarks;
        (*archive)->setRemarkListener([&](const Remark& what) { remarks << QString::fromStdString(what.text()); });
        QVERIFY((*archive)->setAside("Stack-2", true, "slip"));
        const QStringList away = filesIn(dir.path(), "job.json.set-away-1");
        QCOMPARE(away.size(), 1);
        QVERIFY(QString::fromStdString(*readBytes(away.front().toStdString())).contains("made after the copy"));
        QCOMPARE(remarks.size(), 1);
        QVERIFY((*archive)->check(true)->problems.empty());
    }
    void filesOfTheWrongKindEndNothing() {
        QTemporaryDir dir;
        std::string job;
        {
            auto archive = Archive::open(dir.path());
            job = fullJob(**archive, "Stack", "Larkspur 410", 3);
            QVERIFY((*archive)->saveBench({"", "attic", "", {{"kind", "roller"}}}));
        }
        const QString before = QString::fromStdString(likenessOf(dir.path()));
        const QString jobFile = filesIn(dir.path(), "job.json").front();
        const std::string good = *readBytes(jobFile.toStdString());
        std::string many = "{\"job\":\"x\",\"machine\":\"y\",\"id\":\"z\"";
        for (int i = 0; i < 5000; ++i)
            many += ",\"k" + std::to_string(i) + "\":1";
        const std::string bad[] = {"",
                                   "null",
                                   "[]",
                                   "{\"job\":7,\"machine\":[],\"pulls\":{},\"id\":null}",
                                   good.substr(0, good.size() / 2),
                                   std::string(100000, '['),
                                   "{\"job\":" + std::string(100000, '{'),
                                   many + "}",
                                   "\xff\xfe\x00",
                                   "{\"job\":\"\xc3\x28\"}"};
        for (const std::string& text : bad) {
            QVERIFY(writeFile(jobFile, text));
            QVERIFY(writeFile(dir.filePath("benches.json"), text));
            const testsupport::Ran check = testsupport::runCli({"archive", "check", dir.path()});
            QCOMPARE(check.code, 3);
            const testsupport::Ran ran = testsupport::runCli({"archive", "rebuild", dir.path()});
            QVERIFY2(ran.code == 0, ran.err.constData());
            QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
            // Without a database, too: it ends in words.
            QTemporaryDir alone;
            QVERIFY(writeFile(alone.filePath("pulls/x/job.json"), text));
            QVERIFY(writeFile(alone.filePath("benches.json"), text));
            const testsupport::Ran without = testsupport::runCli({"archive", "rebuild", alone.path()});
            QVERIFY2(without.code == 0 || without.code == 3, without.err.constData());
        }
    }
    /// The database is lost and an open file was cut off at any place: what stands in it whole comes back, what was
    /// there is kept beside, and nothing is replaced by less than it held.
    void whatIsLeftOfACutOffFileComesBack_data() {
        QTest::addColumn<QString>("name");
        QTest::newRow("benches") << QStringLiteral("benches.json");
        QTest::newRow("a job") << QStringLiteral("job.json");
    }
    void whatIsLeftOfACutOffFileComesBack() {
        QFETCH(QString, name);
        QTemporaryDir dir;
        const QString from = dir.filePath("from");
        {
            auto archive = Archive::open(from);
            QVERIFY(archive);
            const auto bench = (*archive)->saveBench({"", "yard", "tcp:127.0.0.1:2", {{"kind", "brake"}}});
            QVERIFY(bench);
            for (int c = 0; c < 6; ++c)
                QVERIFY((*archive)->addCalibration({"cal-" + std::to_string(c),
                                                    *bench,
                                                    "inertia",
                                                    "2026-01-01",
                                                    "",
                                                    {{"roller_inertia_kg_m2", std::to_string(9 + c)}},
                                                    "a note"}));
            const auto job = (*archive)->createJob("Which jet?", "Quill 125");
            QVERIFY(job);
            for (const char* setup : {"152", "155", "158"})
                QVERIFY((*archive)->createSetup(*job, setup, "", {}));
        }
        QFile::remove(from + "/jolly-ram.sqlite");
        const QString file = name == "benches.json" ? from + "/benches.json" : filesIn(from, "job.json").front();
        const std::string whole = *readBytes(file.toStdString());
        const auto countOf = [](const std::string& text, const char* what) {
            int n = 0;
            for (std::size_t at = 0; (at = text.find(what, at)) != std::string::npos; ++at)
                ++n;
            return n;
        };
        for (std::size_t length = whole.size(); length > whole.size() / 3;
             length -= length > whole.size() - 4 ? 1 : 37) {
            QVERIFY(writeFile(file, whole.substr(0, length)));
            for (const QString& left : QDir(from).entryList({"jolly-ram.sqlite*"}))
                QFile::remove(from + '/' + left);
            const testsupport::Ran ran = testsupport::runCli({"archive", "rebuild", from});
            QVERIFY2(ran.code == 0, ran.err.constData());
            auto archive = Archive::open(from);
            QVERIFY(archive);
            const std::string torn = whole.substr(0, length);
            if (name == "benches.json") {
                const auto benches = (*archive)->benches();
                QVERIFY(benches && benches->size() == 1);
                const auto kept = (*archive)->calibrations(benches->front().id);
                // Every one that ended before the cut, with all of it.
                QVERIFY2(kept && static_cast<int>(kept->size()) >= countOf(torn, "\"note\"") - 1,
                         qPrintable(QString::number(length)));
                for (const CalibrationRecord& c : *kept)
                    QVERIFY(c.facts.size() == 1 && c.note == "a note");
            } else {
                const auto jobs = (*archive)->jobs();
                QVERIFY(jobs && jobs->size() == 1);
                const auto job = (*archive)->job(jobs->front().id);
                QVERIFY(job && job->name == "Which jet?");
                int named = 0;
                for (const char* setup : {"\"152\"", "\"155\"", "\"158\""})
                    named += countOf(torn, setup);
                QVERIFY2(static_cast<int>(job->setups.size()) >= named - 1, qPrintable(QString::number(length)));
            }
            if (length < whole.size() - 1) { // as it was found, beside
                const QFileInfo info(file);
                bool beside = false;
                for (const QFileInfo& one : info.dir().entryInfoList({info.fileName() + "*"}, QDir::Files))
                    beside = beside || *readBytes(one.filePath().toStdString()) == torn;
                QVERIFY2(beside, qPrintable(QString::number(length)));
            }
        }
    }
    void aJobFileIsThereBeforeTheFirstPull() {
        QTemporaryDir dir;
        auto archive = Archive::open(dir.path());
        const auto job = (*archive)->createJob("Which jet?", "Quill 125");
        QCOMPARE(filesIn(dir.path(), "job.json").size(), 1);
        const auto file = loadJobFile(filesIn(dir.path(), "job.json").front().toStdString());
        QVERIFY(file && file->whole && file->checked && file->id == *job);
    }
};

JR_SUITE(TestHalves)
#include "test_halves.moc"
