// SPDX-License-Identifier: GPL-3.0-or-later
// The two halves of an archive: what either lacks or has damaged comes back from the other, what differs is kept twice
// and said, nothing of a stranger's becomes a path, and one program writes at a time.
#include "archive/disk/path_name.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive.h"
#include "archive/store/job_file.h"
#include "demo_job/demo_archive.h"
#include "standin/simulated_bench.h"
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
using testsupport::likenessOf;
using testsupport::smallTrace;

namespace {

void removeDatabase(const QString& folder) {
    for (const char* part : {"", "-wal", "-shm"})
        QFile::remove(folder + QStringLiteral("/jolly-ram.sqlite") + QLatin1String(part));
}

bool damage(const QString& path, qint64 from, qint64 length, char with = '\x5a') {
    QFile file(path);
    return file.open(QIODevice::ReadWrite) && file.seek(from) && file.write(QByteArray(length, with)) == length;
}

bool writeFile(const QString& path, const std::string& text) {
    return QDir().mkpath(QFileInfo(path).path()) && writeBytes(path.toStdString(), text).ok();
}

QStringList filesIn(const QString& folder, const QString& pattern) {
    QStringList out;
    QDirIterator it(folder, {pattern}, QDir::Files | QDir::Hidden, QDirIterator::Subdirectories);
    while (it.hasNext())
        out << it.next();
    out.sort();
    return out;
}

/// A job with everything a job can have.
std::string fullJob(Archive& archive, const std::string& name, const std::string& machine, int pulls) {
    const std::string job = *archive.createJob(name, machine);
    for (int i = 0; i < pulls; ++i)
        (void)archive.addPull(
            job, smallTrace(name + "-" + std::to_string(i), name, machine, i % 2 ? "long" : "short", i), "test");
    const auto record = archive.job(job);
    const std::string shortId = record->setups.empty() ? "" : record->setups[0].id,
                      longId = record->setups.size() > 1 ? record->setups[1].id : "";
    if (!longId.empty()) {
        (void)archive.setSetupChanges(longId, shortId, {{"stack", "60", "120", 0.1, 0.2, 30., 1., "note", false, 1}});
        ComparisonRecord c;
        c.baseSetup = shortId;
        c.withSetup = longId;
        c.worthPct = 2.;
        (void)archive.setComparison(job, c);
        ClaimRecord claim;
        claim.said = "long gains";
        claim.source = "somebody";
        claim.baseSetup = shortId;
        claim.withSetup = longId;
        const auto claimId = archive.saveClaim(job, claim);
        (void)archive.addVerdict(*claimId, {"2026-05-02", Verdict::Failed, "no", "argued"});
        (void)archive.setAside(name + "-0", true, "warm-up");
        (void)archive.setOverrules(name + "-1", {{FlagKind::Limiter, 2.5}});
    }
    (void)archive.setSheet(job, "plan", "{\"text\":\"abba\"}");
    (void)archive.attach(job, "job", "belt looked glazed");
    return job;
}

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

class TestHalves : public QObject {
    Q_OBJECT
private slots:
    void namesThatWouldBePaths() {
        for (const char* id : {"/../../x", "..", ".", "", "a/b", "~root", "C:\\x", "\n", "con\u0000x"}) {
            const QString name = PathName::encoded(id).text();
            QVERIFY2(!name.isEmpty() && !name.contains(QLatin1Char('/')) && !name.startsWith(QLatin1Char('.')), id);
        }
        QTemporaryDir dir, outside;
        QVERIFY(QDir(dir.path()).mkpath("pulls/job"));
        QVERIFY(InnerPath::below(dir.path(), "pulls/job/x.pull.csv"));
        for (const char* path : {"", "/etc/passwd", "../x", "pulls/../../x", "pulls//x", "pulls/./x", "pulls/a\nb"})
            QVERIFY2(!InnerPath::below(dir.path(), QString::fromUtf8(path)), path);
        QVERIFY(QFile::link(outside.path(), dir.filePath("pulls/out")));
        QVERIFY(QFile::link(dir.filePath("pulls/job"), dir.filePath("pulls/in")));
        QVERIFY(!InnerPath::below(dir.path(), "pulls/out/x.pull.csv"));
        QVERIFY(!InnerPath::below(dir.path(), "pulls/out"));
        QVERIFY(InnerPath::below(dir.path(), "pulls/in/x.pull.csv"));
        QVERIFY(QFile::link(outside.filePath("nowhere"), dir.filePath("pulls/job/dangling.pull.csv")));
        QVERIFY(!InnerPath::below(dir.path(), "pulls/job/dangling.pull.csv"));
    }
    void aStrangersIdsStayInside() {
        QTemporaryDir dir;
        const QString folder = dir.filePath("archive");
        auto archive = Archive::open(folder);
        const auto job = (*archive)->createJob("../../job", "/etc");
        Trace t = smallTrace("/../../x", "../../job", "/etc", "../../../setup", 1);
        QVERIFY((*archive)->addPull(*job, t, "x"));
        QVERIFY((*archive)->check(true)->problems.empty());
        QCOMPARE(filesIn(dir.path(), "*.pull.csv").size(), 1);
        QVERIFY(filesIn(dir.path(), "*.pull.csv").front().startsWith(folder + "/pulls/"));
        // A database that says its mirrors lie elsewhere: refused, and written inside instead.
        {
            auto db = Database::open(folder + "/jolly-ram.sqlite");
            QVERIFY((*db)->run("UPDATE pull SET mirror = '../autostart/evil.pull.csv'"));
            QVERIFY((*db)->run("UPDATE job SET folder = '../../elsewhere'"));
        }
        QVERIFY(!(*archive)->check(true)->problems.empty());
        QVERIFY((*archive)->rebuild());
        QVERIFY2((*archive)->check(true)->problems.empty(),
                 (*archive)->check(true)->problems.empty() ? "" : (*archive)->check(true)->problems.front().c_str());
        QVERIFY(!QFile::exists(dir.filePath("autostart")) && !QFile::exists(dir.filePath("../elsewhere")));
        for (const QString& file : filesIn(dir.path(), "*"))
            QVERIFY2(file.startsWith(folder + "/"), qPrintable(file));
        // A job file that does the same.
        archive = Error{""};
        removeDatabase(folder);
        const QString jobFile = filesIn(folder, "job.json").front();
        std::string text = *readBytes(jobFile.toStdString());
        const auto swap = [&](const std::string& a, const std::string& b) {
            for (std::size_t at; (at = text.find(a)) != std::string::npos;)
                text.replace(at, a.size(), b);
        };
        swap(*job, "/../../../y");
        text.replace(text.find("\"attachments\": []"), 17,
                     "\"attachments\": [{\"id\": \"a\", \"about\": \"job\", \"file\": \"../../secret.png\"}]");
        QVERIFY(writeFile(jobFile, text));
        QVERIFY(Archive::rebuildFolder(folder));
        for (const QString& file : filesIn(dir.path(), "*"))
            QVERIFY2(file.startsWith(folder + "/"), qPrintable(file));
        archive = Archive::open(folder);
        const auto jobs = (*archive)->jobs();
        QCOMPARE(jobs->size(), std::size_t(1));
        QVERIFY((*archive)->job(jobs->front().id)->attachments.empty());
        QVERIFY(!(*archive)->attachAgain(jobs->front().id, {"b", "job", "../x.png", "", ""}));
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
        QVERIFY2(done->problems.empty(), done->problems.empty() ? "" : done->problems.front().c_str());
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
        QVERIFY2(done && done->problems.empty(), done && !done->problems.empty() ? done->problems.front().c_str() : "");
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
        QVERIFY2(QString::fromStdString(done->problems.front()).contains("conflict"), done->problems.front().c_str());
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
        QVERIFY2(QString::fromStdString(done->problems.front()).contains("lost"), done->problems.front().c_str());
        QCOMPARE(testsupport::runCli({"archive", "check", dir.path()}).code, 3);
        QVERIFY(QFile::rename(kept, victim));
        QVERIFY(Archive::rebuildFolder(dir.path())->problems.empty());
        QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
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
        (*archive)->setRemarkListener([&](const std::string& words) { remarks << QString::fromStdString(words); });
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
    void aJobFileIsThereBeforeTheFirstPull() {
        QTemporaryDir dir;
        auto archive = Archive::open(dir.path());
        const auto job = (*archive)->createJob("Which jet?", "Quill 125");
        QCOMPARE(filesIn(dir.path(), "job.json").size(), 1);
        const auto file = loadJobFile(filesIn(dir.path(), "job.json").front().toStdString());
        QVERIFY(file && file->whole && file->checked && file->id == *job);
    }
    void wholeAfterAnyLoss() {
        // Any sequence of actions, any one half lost or damaged, rebuilt equals before (seeded).
        standin::Dice dice(2026);
        const auto below = [&](int n) { return static_cast<int>(dice.uniform() * n) % n; };
        for (int round = 0; round < 30; ++round) {
            QTemporaryDir dir;
            int made = 0;
            {
                auto archive = Archive::open(dir.path());
                std::vector<std::string> jobs;
                for (int step = 0; step < 25; ++step) {
                    if (jobs.empty() || below(8) == 0) {
                        const int n = static_cast<int>(jobs.size());
                        jobs.push_back(
                            *(*archive)->createJob("Job " + std::to_string(n % 3), n % 2 ? "Quill 125" : ""));
                    }
                    const std::string job = jobs[static_cast<std::size_t>(below(static_cast<int>(jobs.size())))];
                    const auto record = (*archive)->job(job);
                    switch (below(8)) {
                    case 0:
                    case 1:
                    case 2: {
                        const Trace t = smallTrace("id " + std::to_string(made), record->name, record->machine,
                                                   "setup " + std::to_string(below(3)), made);
                        ++made;
                        QVERIFY((*archive)->addPull(job, t, "x", AddPullOptions{below(4) == 0, "why"}));
                        break;
                    }
                    case 3:
                        if (!record->pulls.empty())
                            QVERIFY((*archive)->setAside(record->pulls.front().id, below(2) == 0, "seen"));
                        break;
                    case 4: {
                        const auto id = (*archive)->createSetup(
                            job, "extra " + std::to_string(step), record->setups.empty() ? "" : record->setups[0].id,
                            {{"jet", "95", "98", {}, {}, 4., {}, "", below(2) == 0, 0}});
                        QVERIFY(id);
                        break;
                    }
                    case 5: {
                        ClaimRecord claim;
                        claim.said = "claim " + std::to_string(step);
                        claim.withSetup = record->setups.empty() ? "" : record->setups.back().id;
                        const auto id = (*archive)->saveClaim(job, claim);
                        QVERIFY(id && (*archive)->addVerdict(*id, {"day", Verdict::Held, "r", ""}));
                        break;
                    }
                    case 6:
                        QVERIFY((*archive)->setSheet(job, "sheet" + std::to_string(below(3)),
                                                     "{\"b\":" + std::to_string(step) + ",\"a\":[]}"));
                        break;
                    default:
                        QVERIFY((*archive)->attach(job, "job", "note " + std::to_string(step)));
                    }
                }
                QVERIFY((*archive)->check(true)->problems.empty());
            }
            const QString before = QString::fromStdString(likenessOf(dir.path()));
            const QStringList mirrors = filesIn(dir.path(), "*.pull.csv"), jobFiles = filesIn(dir.path(), "job.json");
            switch (round % 6) {
            case 0:
                removeDatabase(dir.path());
                break;
            case 1:
                QVERIFY(QDir(dir.filePath("pulls")).removeRecursively());
                break;
            case 2:
                for (const QString& file : mirrors)
                    if (below(2) == 0)
                        QVERIFY(QFile::resize(file, below(200)));
                break;
            case 3:
                for (const QString& file : jobFiles)
                    QVERIFY(damage(file, QFileInfo(file).size() / 2, 10));
                break;
            case 4:
                QVERIFY(damage(dir.filePath("jolly-ram.sqlite"), 4096 * (1 + below(5)), 4000));
                QFile::remove(dir.filePath("jolly-ram.sqlite-wal"));
                break;
            default: // moved into other folders by hand
                for (const QString& file : mirrors)
                    if (below(2) == 0)
                        QVERIFY(QDir().mkpath(dir.filePath("pulls/moved")) &&
                                QFile::rename(file, dir.filePath("pulls/moved/") + QFileInfo(file).fileName() +
                                                        QString::number(below(1 << 20)) + ".pull.csv"));
            }
            const auto done = Archive::rebuildFolder(dir.path());
            QVERIFY2(done, done ? "" : done.error().text().c_str());
            QVERIFY2(done->problems.empty(), done->problems.empty() ? "" : done->problems.front().c_str());
            QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
        }
    }
};

JR_HELPER("--rebuild", rebuildOnce)
JR_HELPER("--open-often", openOften)
JR_SUITE(TestHalves)
#include "test_halves.moc"
