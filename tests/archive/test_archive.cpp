// SPDX-License-Identifier: GPL-3.0-or-later
// The archive: kept twice, never lost. Includes being killed in the middle of an import, damaged and foreign databases,
// a full disk and a read-only place.
#include "archive/formats/baselines_sheet.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive.h"
#include "demo_job/demo_archive.h"
#include "demo_job/larkspur.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QDirIterator>
#include <QElapsedTimer>
#include <QFile>
#include <QImage>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

#include <csignal>
#include <cstdlib>

using namespace jr;

namespace {

Trace demoTrace(std::size_t i, const std::string& id = {}) {
    static const std::vector<demo::DemoPull> day = demo::larkspurDay();
    Trace t = std::move(readPullFile(day[i].text, day[i].name)).value();
    if (!id.empty())
        t.header.id = id;
    return t;
}

int mirrorFiles(const QString& folder) {
    QDirIterator it(folder + QStringLiteral("/pulls"), {QStringLiteral("*.pull.csv")}, QDir::Files,
                    QDirIterator::Subdirectories);
    int n = 0;
    for (; it.hasNext(); it.next())
        ++n;
    return n;
}

/// What the child of the kill test does: import 200 pulls, slowly enough to be caught.
int importForever(const QStringList& arguments) {
    const QString& folder = arguments.front();
    auto archive = Archive::open(folder);
    std::vector<std::string> files;
    for (int i = 0; i < 200; ++i)
        files.push_back("import-" + std::to_string(i));
    (void)(*archive)->beginImport(files);
    const auto job = (*archive)->createJob("Killed", "Larkspur 410");
    for (int i = 0; i < 200; ++i) {
        const auto kept =
            (*archive)->addPull(*job, demoTrace(static_cast<std::size_t>(i) % 8, files[static_cast<std::size_t>(i)]),
                                files[static_cast<std::size_t>(i)]);
        if (!kept)
            return 1;
        std::printf("%d\n", i + 1); // told only after it is kept
        std::fflush(stdout);
    }
    return 0;
}

} // namespace

class TestArchive : public QObject {
    Q_OBJECT
private slots:
    void keepsAndGivesBack() {
        QTemporaryDir dir;
        std::string id, jobId;
        {
            auto archive = Archive::open(dir.filePath("a"));
            QVERIFY(archive);
            jobId = *(*archive)->createJob("Job", "Machine");
            id = *(*archive)->addPull(jobId, demoTrace(0), "somewhere");
            QVERIFY((*archive)->setAside(id, true, "warm-up"));
            QVERIFY((*archive)->setOverrules(id, {{FlagKind::Lean, 2.5}}));
            QCOMPARE(*(*archive)->addPull(jobId, demoTrace(0), "again"), id); // twice is once
        }
        auto archive = Archive::open(dir.filePath("a"));
        const auto job = (*archive)->job(jobId);
        QCOMPARE(job->pulls.size(), std::size_t(1));
        QVERIFY(job->pulls[0].aside);
        QCOMPARE(job->pulls[0].asideWhy, std::string("warm-up"));
        QCOMPARE(job->pulls[0].overrules.size(), std::size_t(1));
        QCOMPARE(writePullFile(*(*archive)->trace(id)), writePullFile(demoTrace(0)));
        QVERIFY((*archive)->check(true)->problems.empty());
    }
    void rawTracesAreWriteOnce() {
        QTemporaryDir dir;
        auto archive = Archive::open(dir.path());
        const auto job = (*archive)->createJob("Job", "");
        (void)(*archive)->addPull(*job, demoTrace(0), "x");
        auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
        QVERIFY(!(*db)->run(QStringLiteral("UPDATE pull SET raw = x'00'")));
    }
    void eitherHalfRebuildsTheOther() {
        QTemporaryDir dir;
        {
            auto archive = Archive::open(dir.path());
            QVERIFY(fillDemoArchive(**archive));
        }
        // Without the pull files.
        QVERIFY(QDir(dir.filePath("pulls")).removeRecursively());
        {
            auto archive = Archive::open(dir.path());
            QCOMPARE((*archive)->check(false)->mirrored, 0);
            QCOMPARE((*archive)->rebuild()->filesWritten, 8);
            QVERIFY((*archive)->check(true)->problems.empty());
            // The job file comes back with the next change.
            const auto job = (*archive)->job((*(*archive)->jobs())[0].id);
            QVERIFY((*archive)->setAside(job->pulls[0].id, false, ""));
            QVERIFY(
                (*archive)->setOverrules(job->pulls[2].id, {{FlagKind::Limiter, 4.5}, {FlagKind::Hot, std::nan("")}}));
        }
        // Without the database.
        for (const char* name : {"jolly-ram.sqlite", "jolly-ram.sqlite-wal", "jolly-ram.sqlite-shm"})
            QFile::remove(dir.filePath(QLatin1String(name)));
        auto archive = Archive::open(dir.path());
        const auto rebuilt = (*archive)->rebuild();
        QVERIFY(rebuilt);
        QCOMPARE(rebuilt->pullsTaken, 8);
        const auto job = (*archive)->job((*(*archive)->jobs())[0].id);
        QCOMPARE(job->pulls.size(), std::size_t(8));
        QCOMPARE(std::count_if(job->pulls.begin(), job->pulls.end(), [](const PullRecord& p) { return p.aside; }), 1L);
        QVERIFY((*archive)->check(true)->problems.empty());
        QCOMPARE(mirrorFiles(dir.path()), 8);
        // All that only the job file says is back as well.
        const SetupRecord* changed = nullptr;
        for (const SetupRecord& s : job->setups)
            if (s.name == "long stack")
                changed = &s;
        QVERIFY(changed && changed->changes.size() == 1 && changed->changes[0].weightOnKg == 0.16);
        QCOMPARE(job->setup(changed->parentId)->name, std::string("short stack"));
        QVERIFY(job->comparison && job->comparison->withSetup == changed->id);
        QCOMPARE(job->pulls[2].overrules.size(), std::size_t(2));
        QCOMPARE(job->pulls[2].overrules[0].atS, 4.5);
        QVERIFY(job->pulls[2].overrules[1].kind == FlagKind::Hot && std::isnan(job->pulls[2].overrules[1].atS));
        const auto claims = (*archive)->claims(job->id);
        QCOMPARE(claims->size(), std::size_t(2));
        QCOMPARE(claims->front().withSetup, changed->id);
    }
    void killedInTheMiddleOfAnImport() {
        QTemporaryDir dir;
        QProcess child;
        child.start(QCoreApplication::applicationFilePath(), {QStringLiteral("--import-forever"), dir.filePath("a")});
        int told = 0;
        QElapsedTimer timer;
        timer.start();
        while (told < 23 && timer.elapsed() < 60000) {
            child.waitForReadyRead(200);
            while (child.canReadLine())
                told = child.readLine().trimmed().toInt();
        }
        QVERIFY(told >= 23);
        ::kill(static_cast<pid_t>(child.processId()), SIGKILL);
        child.waitForFinished();
        while (child.canReadLine())
            told = child.readLine().trimmed().toInt();
        auto archive = Archive::open(dir.filePath("a"));
        QVERIFY2(archive, archive ? "" : archive.error().text().c_str());
        const auto report = (*archive)->check(false);
        QVERIFY(report->pulls >= told); // all that was told as kept is there
        QCOMPARE(report->pulls + static_cast<int>(report->unfinished.size()), 200); // and the rest is named
        // At most the one pull in hand stands as a file without a record; rebuilding takes it in.
        QVERIFY(report->problems.size() <= 1);
        QVERIFY((*archive)->rebuild());
        QVERIFY((*archive)->check(true)->problems.empty());
        QVERIFY((*archive)->forgetUnfinished());
        QVERIFY((*archive)->check(false)->unfinished.empty());
    }
    void damagedAndForeignDatabasesAreLeftAlone() {
        QTemporaryDir dir;
        const auto untouched = [&](const QByteArray& bytes, const char* words) {
            QFile file(dir.filePath("jolly-ram.sqlite"));
            if (!file.open(QIODevice::WriteOnly))
                return false;
            file.write(bytes);
            file.close();
            const auto archive = Archive::open(dir.path());
            if (archive || !QString::fromStdString(archive.error().text()).contains(QLatin1String(words)))
                return false;
            return file.open(QIODevice::ReadOnly) && file.readAll() == bytes;
        };
        QVERIFY(untouched("this is no database at all, really", "not a Jolly Ram archive"));
        QVERIFY(untouched(QByteArray("SQLite format 3\0", 16) + QByteArray(4000, 'x'), "left as it is"));
        QTemporaryDir other;
        {
            auto db = Database::open(other.filePath("jolly-ram.sqlite"));
            QVERIFY((*db)->run(QStringLiteral("CREATE TABLE cakes (name TEXT)")));
        }
        const auto foreign = Archive::open(other.path());
        QVERIFY(!foreign && QString::fromStdString(foreign.error().text()).contains(QLatin1String("another program")));
        {
            auto db = Database::open(other.filePath("jolly-ram.sqlite"));
            QCOMPARE((*db)->query(QStringLiteral("SELECT count(*) FROM sqlite_master"))->front()[0].toInt(), 1);
        }
        QTemporaryDir newer;
        (void)Archive::open(newer.path());
        {
            auto db = Database::open(newer.filePath("jolly-ram.sqlite"));
            QVERIFY((*db)->run(QStringLiteral("PRAGMA user_version=99")));
        }
        const auto future = Archive::open(newer.path());
        QVERIFY(!future && QString::fromStdString(future.error().text()).contains(QLatin1String("newer")));
    }
    void aFullDiskChangesNothing() {
        QTemporaryDir dir;
        auto archive = Archive::open(dir.path());
        const auto job = (*archive)->createJob("Job", "");
        QVERIFY((*archive)->addPull(*job, demoTrace(0), "x"));
        // The database may not grow any more: what SQLite answers is the same as for a full disk. It fails in the
        // middle of a transaction whose first half went well; the very connection that failed must have let go of both.
        // (tests_faults fails the archive's own writes one by one.)
        auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
        const auto mappings = [&] {
            return (*db)->query(QStringLiteral("SELECT count(*) FROM mapping"))->front()[0].toInt();
        };
        const auto keep = [&](const char* name, int bytes) {
            return (*db)->run(QStringLiteral("INSERT INTO mapping (name, signature, columns) VALUES (?, ?, 'y')"),
                              {QString::fromLatin1(name), QString(bytes, QLatin1Char('z'))});
        };
        const int pages = (*db)->query(QStringLiteral("PRAGMA page_count"))->front()[0].toInt();
        QVERIFY((*db)->query(QStringLiteral("PRAGMA max_page_count=%1").arg(pages)));
        const auto full = (*db)->transaction([&]() -> Result<Done> {
            if (const Result<Done> first = keep("first", 10); !first || mappings() != 1)
                return Error{"the first half did not go well"};
            return keep("second", 400000);
        });
        QVERIFY(!full);
        QVERIFY2(QString::fromStdString(full.error().text()).contains(QLatin1String("the disk is full")),
                 full.error().text().c_str());
        QCOMPARE(mappings(), 0);
        // Out of space it lets go by itself; whatever else went wrong, we have to say so.
        const auto refused = (*db)->transaction([&]() -> Result<Done> {
            if (const Result<Done> first = keep("first", 10); !first || mappings() != 1)
                return Error{"the first half did not go well"};
            return Error{"the open file could not be made ready"};
        });
        QVERIFY(!refused);
        QCOMPARE(mappings(), 0);
        // And it is ready for the next one: nothing was left open.
        QVERIFY((*db)->transaction([&] { return keep("third", 10); }));
        QCOMPARE(mappings(), 1);
        QVERIFY((*db)->run(QStringLiteral("DELETE FROM mapping")));
        QCOMPARE((*archive)->mappings()->size(), std::size_t(0));
        QVERIFY((*archive)->check(true)->problems.empty());
    }
    void placesThatCannotBeWritten() {
        QVERIFY(!Archive::open(QStringLiteral("/proc/nowhere")));
        QTemporaryDir dir;
        QFile file(dir.filePath("file"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        QVERIFY(!Archive::open(dir.filePath("file")));
    }
    void sheetsNotesAndPhotosComeBack() {
        QTemporaryDir dir;
        const QString photo = dir.filePath("clip.png");
        QImage(40, 30, QImage::Format_RGB32).save(photo);
        std::string jobId;
        {
            auto archive = Archive::open(dir.filePath("a"));
            // A job without a pull so far: its question, sheets and notes are kept twice all the same.
            jobId = *(*archive)->createJob("Which jet?", "Quill 125");
            MachineSheet machine;
            machine.kind = MachineKind::Cvt;
            machine.values["main_jet"] = "95";
            QVERIFY((*archive)->setSheet(jobId, sheet_kind::machine, sheetBody(machine)));
            QVERIFY((*archive)->setSheet(jobId, "gone", "{}"));
            QVERIFY((*archive)->setSheet(jobId, "gone", ""));
            QVERIFY(
                (*archive)->createSetup(jobId, "jet 95", "", {{"main jet", "92", "95", {}, {}, {}, {}, "", false, 2}}));
            const auto kept = (*archive)->attach(jobId, "setup:jet 95", "needle clip", photo);
            QVERIFY2(kept, kept ? "" : kept.error().text().c_str());
            QVERIFY((*archive)->attach(jobId, "job", "belt looked glazed"));
            QVERIFY(!(*archive)->attach(jobId, "job", "", dir.filePath("none.png")));
            QVERIFY(!(*archive)->attach(jobId, "job", "", QStringLiteral("/etc/hostname")));
            QVERIFY(!(*archive)->attach(jobId, "job", ""));
            QVERIFY((*archive)->check(true)->problems.empty());
        }
        QFile::remove(dir.filePath("a/jolly-ram.sqlite"));
        auto archive = Archive::open(dir.filePath("a"));
        QVERIFY((*archive)->rebuild());
        const auto job = (*archive)->job(jobId);
        QVERIFY2(job, job ? "" : job.error().text().c_str());
        QCOMPARE(job->machine, std::string("Quill 125"));
        QCOMPARE(machineSheetOf(job->sheets.at(sheet_kind::machine)).values.at("main_jet"), std::string("95"));
        QVERIFY(!job->sheets.contains("gone"));
        QCOMPARE(job->setups.front().changes.front().cylinder, 2);
        QCOMPARE(job->attachments.size(), std::size_t(2));
        const std::string file = job->attachments[0].file + job->attachments[1].file; // one of them has none
        QVERIFY(QImage(dir.filePath("a/") + QString::fromStdString(file)).size() == QSize(40, 30));
        QVERIFY((*archive)->rebuild()->pullsTaken == 0);
        QCOMPARE((*archive)->jobs()->size(), std::size_t(1)); // a second rebuild makes no second job
        // A copy has the photo; a lost photo is said.
        QVERIFY(QDir(dir.path()).mkdir("copies"));
        const auto copy = (*archive)->copyTo(dir.filePath("copies"));
        QVERIFY(copy && QFile::exists(*copy + QLatin1Char('/') + QString::fromStdString(file)));
        QFile::remove(dir.filePath("a/") + QString::fromStdString(file));
        QCOMPARE((*archive)->check(true)->problems.size(), std::size_t(1));
    }
    void sheetsEditedByHandDoNoHarm() {
        for (const char* bad :
             {"", "null", "[1]", "{\"lines\":7}", "{\"lines\":[{\"value\":\"x\",\"area\":5}]}", "{\"cylinders\":1e99}",
              "{\"order\":[1e300,\"a\"],\"setups\":{}}", "{\"swaps\":[{\"pulls\":[null]}]}", "{\"keys\":[]}"}) {
            QVERIFY(machineSheetOf(bad).cylinders >= 1 && machineSheetOf(bad).cylinders <= 12);
            QVERIFY(walkRoundOf(bad).lines.size() <= 1);
            QVERIFY(faultHuntOf(bad).swaps.size() <= 1);
            QVERIFY(putBackOf(bad).empty());
            QVERIFY(dayPlanOf(bad).order.empty());
            QVERIFY(!sittingSheetOf(bad).procedure);
            QVERIFY(baselinesOf(bad).events.size() <= 1);
        }
        // And there and back again is the same.
        const WalkRound round = usualWalkRound(MachineKind::Sled, BenchType::EngineBrake);
        QCOMPARE(sheetBody(walkRoundOf(sheetBody(round))), sheetBody(round));
        const DayPlan plan{{"a", "b"}, {0, 1, 1, 0}, {2}, {3}, 7, "words"};
        QCOMPARE(sheetBody(dayPlanOf(sheetBody(plan))), sheetBody(plan));
        const FaultHunt hunt{
            "dies", {"coil"}, {{{"coil"}, "new", HuntResult::Worse, true, false, {3, 4}, "n", "w"}}, ""};
        QCOMPARE(sheetBody(faultHuntOf(sheetBody(hunt))), sheetBody(hunt));
        Baselines bases{{{4, "valves set", "2026-05-02T10:40:00"}, {9, "leak closed", ""}}, kAllEras};
        QCOMPARE(sheetBody(baselinesOf(sheetBody(bases))), sheetBody(bases));
        const std::vector<PutBackStep> steps{{"washer", "left", "dished in", 12.5, "medium", "", true, "me", "now"}};
        QCOMPARE(sheetBody(putBackOf(sheetBody(steps))), sheetBody(steps));
    }
    void benchesAndCalibrationsComeBack() {
        QTemporaryDir dir;
        {
            auto archive = Archive::open(dir.path());
            const auto id = (*archive)->saveBench({"", "attic", "tcp:127.0.0.1:5599", {{"kind", "roller"}}});
            QVERIFY(id);
            QVERIFY((*archive)->addCalibration({"",
                                                *id,
                                                "inertia",
                                                "2026-01-01T10:00:00",
                                                "2027-01-01",
                                                {{"roller_inertia_kg_m2", "9.4"}},
                                                "two runs"}));
            QVERIFY((*archive)->addCalibration(
                {"", *id, "inertia", "2026-03-01T10:00:00", "2027-03-01", {{"roller_inertia_kg_m2", "9.5"}}, "again"}));
            QCOMPARE((*archive)->calibrations(*id)->front().facts[0].second,
                     std::string("9.5")); // newest first, the old one stays
            QCOMPARE((*archive)->calibrations(*id)->size(), std::size_t(2));
            auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
            QVERIFY(!(*db)->run(QStringLiteral("UPDATE calibration SET made = 'x'")));
        }
        for (const char* name : {"jolly-ram.sqlite", "jolly-ram.sqlite-wal", "jolly-ram.sqlite-shm"})
            QFile::remove(dir.filePath(QLatin1String(name)));
        auto archive = Archive::open(dir.path());
        QVERIFY((*archive)->rebuild());
        const auto benches = (*archive)->benches();
        QCOMPARE(benches->size(), std::size_t(1));
        QCOMPARE((*archive)->calibrations(benches->front().id)->size(), std::size_t(2));
    }
    void copies() {
        QTemporaryDir dir, place;
        auto archive = Archive::open(dir.path());
        QVERIFY(fillDemoArchive(**archive));
        const auto copy = (*archive)->copyTo(place.path());
        QVERIFY(copy);
        QVERIFY(!(*archive)->check(false)->lastCopyMade.empty());
        auto second = Archive::open(*copy);
        QCOMPARE((*second)->check(true)->pulls, 8);
        QVERIFY((*second)->check(true)->problems.empty());
        QVERIFY(!(*archive)->copyTo(QStringLiteral("/no/such/place")));
    }
    void checkFindsWhatIsWrong() {
        QTemporaryDir dir;
        auto archive = Archive::open(dir.path());
        QVERIFY(fillDemoArchive(**archive));
        const auto job = (*archive)->job((*(*archive)->jobs())[0].id);
        const QString victim = dir.filePath(QString::fromStdString(job->pulls[2].mirror));
        QFile file(victim);
        QVERIFY(file.open(QIODevice::ReadWrite));
        QByteArray bytes = file.readAll();
        bytes.replace("long stack", "lone stack");
        file.seek(0);
        file.write(bytes);
        file.close();
        QVERIFY((*archive)->check(false)->problems.empty());
        QCOMPARE((*archive)->check(true)->problems.size(), std::size_t(1));
    }
    void mappingsAreRemembered() {
        QTemporaryDir dir;
        auto archive = Archive::open(dir.path());
        QVERIFY((*archive)->saveMapping({"bench logger", "a[s]|b[rpm]|", "[]"}));
        QVERIFY((*archive)->saveMapping({"bench logger", "a[s]|b[rpm]|", "[1]"}));
        QCOMPARE((*archive)->mappings()->size(), std::size_t(1));
        QCOMPARE((*archive)->mappings()->front().columns, std::string("[1]"));
    }
};

JR_HELPER("--import-forever", importForever)
JR_SUITE(TestArchive)
#include "test_archive.moc"
