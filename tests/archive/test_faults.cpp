// SPDX-License-Identifier: GPL-3.0-or-later
// Every point of failure: each call that changes a file, in each way it can go wrong, in everything that writes. After
// each the archive opens, a check is clean or names what is wrong, a rebuild puts it right, and nothing that was told
// to be kept is gone.
#include "archive/bundle/bundle.h"
#include "archive/copies/copy_now.h"
#include "archive/copies/said_place.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive.h"
#include "bench/capture.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/fault_layer.h"
#include "tests/support/suites.h"

#include <QBuffer>
#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <functional>
#include <set>
#include <sys/wait.h>
#include <unistd.h>

using namespace jr;
using faults::Kind;
using testsupport::likenessOf;
using testsupport::smallTrace;

namespace {

QString fastPlace() {
    return QDir(QStringLiteral("/dev/shm")).exists() ? QStringLiteral("/dev/shm/jolly-ram-faults-XXXXXX")
                                                     : QDir::tempPath() + QStringLiteral("/jolly-ram-faults-XXXXXX");
}

bool copyAll(const QString& from, const QString& to) {
    QDir().mkpath(to);
    QDirIterator it(from, QDir::Files | QDir::Hidden, QDirIterator::Subdirectories);
    bool good = true;
    while (it.hasNext()) {
        const QString file = it.next(), target = to + QLatin1Char('/') + QDir(from).relativeFilePath(file);
        QDir().mkpath(QFileInfo(target).path());
        good = QFile::copy(file, target) && good;
    }
    return good;
}

/// What is done; tells each pull it was told to be kept.
using Work = std::function<void(const QString& folder, const std::function<void(const std::string&)>& kept)>;

struct Ran {
    int exit = 0;
    long calls = 0;
    std::set<std::string> kept;
};

/// In a process of its own, with the fault armed. Its word of what was kept comes over a pipe.
Ran inChild(const Work& work, const QString& folder, Kind kind, long at) {
    int ends[2];
    if (::pipe(ends) != 0)
        return {};
    const pid_t child = ::fork();
    if (child == 0) {
        ::close(ends[0]);
        faults::arm(kind, at);
        work(folder, [&](const std::string& id) {
            const std::string line = id + "\n";
            (void)!::write(ends[1], line.data(), line.size());
        });
        const std::string line = "#" + std::to_string(faults::disarm()) + "\n";
        (void)!::write(ends[1], line.data(), line.size());
        ::_exit(0);
    }
    ::close(ends[1]);
    std::string said;
    char buffer[4096];
    for (ssize_t n; (n = ::read(ends[0], buffer, sizeof buffer)) > 0;)
        said.append(buffer, static_cast<std::size_t>(n));
    ::close(ends[0]);
    int how = 0;
    ::waitpid(child, &how, 0);
    Ran out;
    out.exit = WIFEXITED(how) ? WEXITSTATUS(how) : 1000 + WTERMSIG(how);
    for (const QString& line : QString::fromStdString(said).split(QLatin1Char('\n'), Qt::SkipEmptyParts))
        if (line.startsWith(QLatin1Char('#')))
            out.calls = line.mid(1).toLong();
        else
            out.kept.insert(line.toStdString());
    return out;
}

} // namespace

class TestFaults : public QObject {
    Q_OBJECT
    QTemporaryDir m_place{fastPlace()};
    QString m_base;
    QString m_stick = m_place.filePath("stick");
    std::string m_bundle, m_bundled; ///< a bundle of another job, and the job
    std::string m_job;
    std::map<std::string, std::string> m_pulls; ///< id -> what was measured, of everything that may be kept

    Trace pull(int i) {
        Trace t = smallTrace("fault-" + std::to_string(i), "Faults", "Larkspur 410", i % 2 ? "long" : "short", i);
        m_pulls[t.header.id] = measuredContent(t);
        return t;
    }

private slots:
    void initTestCase() {
        m_base = m_place.filePath("base");
        auto archive = Archive::open(m_base);
        QVERIFY(archive);
        m_job = *(*archive)->createJob("Faults", "Larkspur 410");
        for (int i = 0; i < 3; ++i)
            QVERIFY((*archive)->addPull(m_job, pull(i), "base"));
        QVERIFY((*archive)->setAside("fault-0", true, "warm-up"));
        ClaimRecord claim;
        claim.said = "long gains";
        QVERIFY((*archive)->saveClaim(m_job, claim));
        QVERIFY((*archive)->setSheet(m_job, "plan", "{\"text\":\"abba\"}"));
        QVERIFY((*archive)->saveBench({"", "attic", "tcp:127.0.0.1:1", {{"kind", "roller"}}}));
        for (int i = 3; i < 6; ++i)
            (void)pull(i);
        QVERIFY(QDir().mkpath(m_stick));
        {
            auto other = Archive::open(m_place.filePath("other"));
            m_bundled = *(*other)->createJob("Bundled", "Ostra 600");
            QVERIFY(
                (*other)->addPull(m_bundled, smallTrace("bundled-0", "Bundled", "Ostra 600", "as it came", 1), "x"));
            m_bundle = m_place.filePath("bundled.zip").toStdString();
            QVERIFY(writeBundle(**other, m_bundled, m_bundle));
        }
        QVERIFY((*archive)->check(true)->problems.empty());
    }

    void everyPoint_data() {
        QTest::addColumn<int>("what");
        QTest::newRow("import two pulls") << 0;
        QTest::newRow("keep a warm-up") << 1;
        QTest::newRow("set aside, claim, sheet, setup") << 2;
        QTest::newRow("rebuild a lost database") << 3;
        QTest::newRow("rebuild lost open files") << 4;
        QTest::newRow("rebuild a damaged database") << 5;
        QTest::newRow("backup") << 6;
        QTest::newRow("a new archive") << 7;
        QTest::newRow("a bench and its calibration") << 8;
        QTest::newRow("catch a pull and keep it") << 9;
        QTest::newRow("bring the second copy up to date") << 10;
        QTest::newRow("take in a bundle") << 11;
        QTest::newRow("write a bundle") << 12;
    }
    void everyPoint() {
        QFETCH(int, what);
        const Work works[] = {
            [this](const QString& folder, const auto& kept) {
                if (auto archive = Archive::open(folder))
                    for (int i : {3, 4})
                        if (const auto id = (*archive)->addPull(m_job, pull(i), "import"))
                            kept(*id);
            },
            [this](const QString& folder, const auto& kept) {
                if (auto archive = Archive::open(folder))
                    if (const auto id = (*archive)->addPull(m_job, pull(5), "bench", AddPullOptions{true, "warm-up"}))
                        kept(*id);
            },
            [this](const QString& folder, const auto& kept) {
                auto archive = Archive::open(folder);
                if (!archive)
                    return;
                if ((*archive)->setAside("fault-1", true, "slip"))
                    kept("!aside fault-1");
                ClaimRecord claim;
                claim.said = "short is smoother";
                if ((*archive)->saveClaim(m_job, claim))
                    kept("!claim");
                if ((*archive)->setSheet(m_job, "ride", "{\"a\":1}"))
                    kept("!sheet");
                if ((*archive)->createSetup(m_job, "race", "", {}))
                    kept("!setup");
                if ((*archive)->nameJob(m_job, "Faults found", "Larkspur 411"))
                    kept("!name");
            },
            [](const QString& folder, const auto&) { (void)Archive::rebuildFolder(folder); },
            [](const QString& folder, const auto&) { (void)Archive::rebuildFolder(folder); },
            [](const QString& folder, const auto&) { (void)Archive::rebuildFolder(folder); },
            [](const QString& folder, const auto&) {
                if (auto archive = Archive::open(folder))
                    (void)(*archive)->copyTo(folder + QStringLiteral("/.."));
            },
            [](const QString& folder, const auto&) { (void)Archive::open(folder + QStringLiteral("/inner")); },
            [](const QString& folder, const auto& kept) {
                if (auto archive = Archive::open(folder))
                    if (const auto id = (*archive)->saveBench({"", "yard", "tcp:127.0.0.1:2", {{"kind", "brake"}}}))
                        if ((*archive)->addCalibration({"cal-1", *id, "inertia", "2026-01-01", "", {{"a", "b"}}, "n"}))
                            kept("!calibration");
            },
            [this](const QString& folder, const auto& kept) {
                QFile lines(QStringLiteral(JR_SOURCE "/tests/fuzz/corpus/capture/a-pull"));
                if (!lines.open(QIODevice::ReadOnly))
                    return;
                const QByteArray bytes = lines.readAll();
                auto capture = Capture::begin(folder + QStringLiteral("/capture"), {1.7e9, {}, {}});
                bool caught = capture.ok();
                for (qsizetype at = 0; caught && at < bytes.size(); at += 700)
                    caught = (*capture)
                                 ->append(QByteArrayView(bytes).sliced(at, std::min<qsizetype>(700, bytes.size() - at)))
                                 .ok();
                caught = caught && (*capture)->sync();
                if (!caught)
                    return;
                kept("!caught"); // on the disk; from here on it may not be lost
                QByteArray again = bytes;
                QBuffer buffer(&again);
                buffer.open(QIODevice::ReadOnly);
                bool allSafe = true;
                for (const CaughtPull& p : replayCapture(buffer, "x").pulls) {
                    bool safe = false;
                    if (auto archive = Archive::open(folder))
                        safe = (*archive)->addPull(m_job, p.trace, "bench").ok();
                    allSafe = allSafe && safe;
                }
                (*capture)->finish(allSafe);
            },
            [](const QString& folder, const auto& kept) {
                if (copyNow(folder, {}))
                    kept("!copied");
            },
            [this](const QString& folder, const auto& kept) {
                if (auto archive = Archive::open(folder))
                    if (takeInBundle(**archive, m_bundle))
                        kept("!bundle");
            },
            [this](const QString& folder, const auto& kept) {
                if (const auto archive = Archive::open(folder))
                    if (writeBundle(**archive, m_job, (folder + QStringLiteral("/../out.zip")).toStdString()))
                        kept("!written");
            },
        };
        const QString start = m_place.filePath(QStringLiteral("start-%1").arg(what));
        QVERIFY(copyAll(m_base, start));
        if (what == 3)
            for (const char* part : {"", "-wal", "-shm"})
                QFile::remove(start + QStringLiteral("/jolly-ram.sqlite") + QLatin1String(part));
        if (what == 4)
            QVERIFY(QDir(start + QStringLiteral("/pulls")).removeRecursively());
        if (what == 5) {
            QFile file(start + QStringLiteral("/jolly-ram.sqlite"));
            QVERIFY(file.open(QIODevice::ReadWrite) && file.seek(file.size() / 3));
            file.write(QByteArray(20000, '\x5a'));
        }
        if (what == 10) { // there is a copy, and work since
            auto archive = Archive::open(start);
            QVERIFY(copyNow(start, {}, m_stick));
            QVERIFY((*archive)->setAside("fault-1", true, "slip"));
            QVERIFY((*archive)->addPull(m_job, pull(3), "import"));
            QVERIFY(copyAll(m_stick, m_place.filePath("stick-start")));
        }
        const std::string whole = what >= 3 && what <= 5 ? likenessOf(m_base) : std::string();
        const QString trial = m_place.filePath(QStringLiteral("trial"));
        const auto fresh = [&] {
            QDir(m_place.path()).entryList(QDir::Dirs | QDir::NoDotAndDotDot);
            for (const QString& name : QDir(m_place.path()).entryList({QStringLiteral("jolly-ram-*")}, QDir::Dirs))
                QDir(m_place.filePath(name)).removeRecursively();
            QFile::remove(m_place.filePath("out.zip"));
            if (what == 10 && !(QDir(m_stick).removeRecursively() && copyAll(m_place.filePath("stick-start"), m_stick)))
                return false;
            return QDir(trial).removeRecursively() && copyAll(start, trial);
        };
        QVERIFY(fresh());
        if (what == 10) // a person said it of this folder too
            QVERIFY(keepSaidPlace(trial, {copyBookOf(start).archiveId, m_stick.toStdString(), false}));
        const Ran counted = inChild(works[what], trial, Kind::None, 0);
        QCOMPARE(counted.exit, 0);
        QVERIFY2(counted.calls > 5, "the fault layer is not in the way of anything");
        long trials = 0;
        for (Kind kind : {Kind::NoSpace, Kind::Once, Kind::Short, Kind::SyncFails, Kind::Killed, Kind::PowerCut})
            for (long at = 1; at <= counted.calls; ++at, ++trials) {
                QVERIFY(fresh());
                const Ran ran = inChild(works[what], trial, kind, at);
                const QByteArray where = QStringLiteral("%1, fault %2 at call %3 of %4")
                                             .arg(QLatin1String(QTest::currentDataTag()))
                                             .arg(static_cast<int>(kind))
                                             .arg(at)
                                             .arg(counted.calls)
                                             .toUtf8();
                QVERIFY2(ran.exit == 0 || ran.exit == faults::kEnded, where.constData());
                wholeAfter(trial, ran, whole, where);
                if (what == 10)
                    copyWholeAfter(trial, ran, where);
                if (what == 12 && QFileInfo::exists(m_place.filePath("out.zip"))) {
                    // What stands under its name is whole, whether it was told or not.
                    auto archive = Archive::open(m_place.filePath("unpacked"));
                    const auto taken = takeInBundle(**archive, m_place.filePath("out.zip").toStdString());
                    QVERIFY2(taken, where.constData());
                    archive.value().reset();
                    QVERIFY(QDir(m_place.filePath("unpacked")).removeRecursively());
                }
                if (QTest::currentTestFailed())
                    return;
            }
        qInfo("%ld points of failure", trials);
    }

private:
    /// One state of the copy at least lies out whole: the one before, or the new one; the new one when it was told.
    void copyWholeAfter(const QString& folder, const Ran& ran, const QByteArray& where) {
        const QString copy = copyFolder(m_stick, copyBookOf(folder).archiveId);
        const auto states = copyStates(copy);
        QVERIFY2(states, (where + ": " + (states ? "" : states.error().text().c_str())).constData());
        QVERIFY2(!ran.kept.contains("!copied") || states->states.front().number == 2, where.constData());
        const auto state = copyState(copy, states->states.front().number);
        QVERIFY2(state, where.constData());
        const QString back = m_place.filePath("back");
        const auto laid = layOut(copy, *state, back);
        QVERIFY2(laid, (where + ": " + (laid ? "" : laid.error().text().c_str())).constData());
        QVERIFY2(laid->empty(), (where + ": " + (laid->empty() ? "" : laid->front().text().c_str())).constData());
        QVERIFY(QDir(back).removeRecursively());
    }

    /// The archive opens, what is wrong is named, a rebuild puts it right, and nothing that was told is gone.
    void wholeAfter(const QString& folder, const Ran& ran, const std::string& likeness, const QByteArray& where) {
        const auto rebuilt = Archive::rebuildFolder(folder);
        QVERIFY2(rebuilt, (where + ": " + (rebuilt ? "" : rebuilt.error().text().c_str())).constData());
        auto archive = Archive::open(folder);
        QVERIFY2(archive, (where + ": " + (archive ? "" : archive.error().text().c_str())).constData());
        const auto report = (*archive)->check(true);
        QVERIFY2(
            report && report->problems.empty(),
            (where + ": " + (report ? report->problems.empty() ? "" : report->problems.front().text().c_str() : "?"))
                .constData());
        std::set<std::string> wanted{"fault-0", "fault-1", "fault-2"};
        const auto job = (*archive)->job(m_job);
        QVERIFY2(job, where.constData());
        const auto has = [&](const std::string& word) {
            if (word == "!aside fault-1")
                return std::any_of(job->pulls.begin(), job->pulls.end(),
                                   [](const PullRecord& p) { return p.id == "fault-1" && p.aside; });
            if (word == "!claim")
                return (*archive)->claims(m_job)->size() == 2;
            if (word == "!sheet")
                return job->sheets.contains("ride");
            if (word == "!name")
                return job->name == "Faults found" && job->machine == "Larkspur 411";
            if (word == "!setup")
                return std::any_of(job->setups.begin(), job->setups.end(),
                                   [](const SetupRecord& s) { return s.name == "race"; });
            if (word == "!caught") {
                if (job->pulls.size() > 3)
                    return true;
                for (const Recovered& one : recoverCaptures(folder + QStringLiteral("/capture")))
                    if (!one.pulls.empty())
                        return true;
                return false;
            }
            if (word == "!bundle")
                return (*archive)->job(m_bundled).ok();
            if (word == "!calibration")
                return (*archive)->benches()->size() == 2;
            return true;
        };
        for (const std::string& told : ran.kept)
            if (told.starts_with('!'))
                QVERIFY2(has(told), (where + ": told, and gone: " + told.c_str()).constData());
            else
                wanted.insert(told);
        for (const std::string& id : wanted) {
            const auto trace = (*archive)->trace(id);
            QVERIFY2(trace && measuredContent(*trace) == m_pulls[id], (where + ": gone: " + id.c_str()).constData());
        }
        for (const PullRecord& p : job->pulls) // a warm-up never counts, also when it was cut off in the middle
            if (p.id == "fault-5" || p.id == "fault-0")
                QVERIFY2(p.aside || !ran.kept.contains(p.id), where.constData());
        if (!likeness.empty())
            QCOMPARE(QString::fromStdString(likenessOf(folder)), QString::fromStdString(likeness));
    }
};

JR_SUITE(TestFaults)
#include "test_faults.moc"
