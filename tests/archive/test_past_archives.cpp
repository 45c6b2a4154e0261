// SPDX-License-Identifier: GPL-3.0-or-later
// Archives as they were written by the program of their time, one of each schema there ever was
// (tests/reference/archives/README.md): opened today they say what they said then, and both halves are whole.
#include "archive/store/archive.h"
#include "archive/store/database.h"
#include "archive/store/schema.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

using namespace jr;

namespace {

bool copyFolder(const QString& from, const QString& to) {
    QDirIterator it(from, QDir::Files, QDirIterator::Subdirectories);
    while (it.hasNext()) {
        const QString file = it.next(), target = to + file.mid(from.size());
        if (!QDir().mkpath(QFileInfo(target).path()) || !QFile::copy(file, target))
            return false;
        QFile::setPermissions(target, QFile::ReadOwner | QFile::WriteOwner);
    }
    return true;
}

} // namespace

class TestPastArchives : public QObject {
    Q_OBJECT

    QString m_kept = QStringLiteral(JR_SOURCE "/tests/reference/archives/");

private slots:
    void thereIsOneOfEachSchema() {
        for (int v = 1; v < kSchemaVersion; ++v)
            QVERIFY2(QFile::exists(m_kept + QStringLiteral("schema-%1/jolly-ram.sqlite").arg(v)),
                     qPrintable(QString::number(v)));
    }

    void itSaysWhatItSaidThen_data() {
        QTest::addColumn<int>("version");
        for (int v = 1; v < kSchemaVersion; ++v)
            QTest::addRow("schema %d", v) << v;
    }
    void itSaysWhatItSaidThen() {
        QFETCH(int, version);
        QTemporaryDir dir;
        QVERIFY(copyFolder(m_kept + QStringLiteral("schema-%1").arg(version), dir.path()));
        {
            // It really is of that schema: nobody has opened the kept one by mistake.
            auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
            QVERIFY(db);
            const auto rows = (*db)->query(QStringLiteral("PRAGMA user_version"));
            QCOMPARE(rows->front()[0].toInt(), version);
        }
        auto opened = Archive::open(dir.path());
        QVERIFY2(opened, opened ? "" : opened.error().text().c_str());
        Archive& archive = **opened;
        const auto jobs = archive.jobs();
        QVERIFY(jobs);
        QCOMPARE(jobs->size(), std::size_t(1));
        const auto job = archive.job(jobs->front().id);
        QVERIFY2(job, job ? "" : job.error().text().c_str());
        QCOMPARE(job->name, std::string("Old job"));
        QCOMPARE(job->machine, std::string("Sorrel 125"));
        QCOMPARE(job->setups.size(), std::size_t(2));
        const SetupRecord& open = job->setups[0].name == "open" ? job->setups[0] : job->setups[1];
        const SetupRecord& standard = job->setups[0].name == "open" ? job->setups[1] : job->setups[0];
        QCOMPARE(open.parentId, standard.id);
        QCOMPARE(open.changes.size(), std::size_t(1));
        QCOMPARE(open.changes[0].to, std::string("open"));
        QCOMPARE(job->pulls.size(), std::size_t(3));
        QCOMPARE(job->pulls[1].setupId, open.id);
        QCOMPARE(job->pulls[1].source, std::string("second.csv"));
        QVERIFY(!job->pulls[0].aside && job->pulls[2].aside);
        QCOMPARE(job->pulls[2].asideWhy, std::string("the strap came loose"));
        QCOMPARE(job->pulls[0].overrules.size(), std::size_t(1));
        QCOMPARE(job->pulls[0].overrules[0].kind, FlagKind::LoadSpike);
        QCOMPARE(job->pulls[0].overrules[0].atS, 0.25);
        QVERIFY(job->comparison);
        QCOMPARE(job->comparison->withSetup, open.id);
        QCOMPARE(job->comparison->standard, std::string("din-70020"));
        QCOMPARE(job->comparison->worthPct, 1.5);
        QCOMPARE(*job->comparison->from, 5000.);
        for (const PullRecord& p : job->pulls) {
            const auto trace = archive.trace(p.id);
            QVERIFY2(trace, trace ? "" : trace.error().text().c_str());
            QVERIFY(trace->rows() > 100);
        }
        QCOMPARE(archive.mappings()->size(), std::size_t(1));
        if (version >= 2) {
            const auto benches = archive.benches();
            QCOMPARE(benches->size(), std::size_t(1));
            QCOMPARE(benches->front().name, std::string("north roller"));
            QCOMPARE(archive.calibrations(benches->front().id)->front().note, std::string("two runs"));
        }
        const auto claims = archive.claims(job->id);
        QVERIFY(claims);
        QCOMPARE(claims->size(), std::size_t(version >= 3 ? 3 : 0));
        const Verdict verdicts[] = {Verdict::Held, Verdict::Failed, Verdict::Undecided};
        for (const ClaimRecord& c : *claims) {
            const int i = c.said.back() - '0';
            QCOMPARE(c.claim.kind, i == 1 ? ClaimKind::CostsNothing : ClaimKind::GainsAtLeast);
            QCOMPARE(c.claim.amount, 1. + i);
            QCOMPARE(c.history.size(), std::size_t(1));
            QCOMPARE(c.history[0].verdict, verdicts[i]);
            QCOMPARE(c.history[0].note, std::string(i == 2 ? "argued" : ""));
        }
        if (version >= 4) {
            QVERIFY(job->sheets.contains("machine"));
            QCOMPARE(job->attachments.size(), std::size_t(1));
            QCOMPARE(job->attachments[0].words, std::string("it rained"));
        }
    }

    /// What an old archive lacks in open files is made; nothing it had is lost on the way.
    void bothHalvesBecomeWhole_data() { itSaysWhatItSaidThen_data(); }
    void bothHalvesBecomeWhole() {
        QFETCH(int, version);
        QTemporaryDir dir;
        QVERIFY(copyFolder(m_kept + QStringLiteral("schema-%1").arg(version), dir.path()));
        auto archive = Archive::open(dir.path());
        QVERIFY(archive);
        const auto rebuilt = (*archive)->rebuild();
        QVERIFY2(rebuilt, rebuilt ? "" : rebuilt.error().text().c_str());
        const auto report = (*archive)->check(true);
        QVERIFY(report);
        QVERIFY2(report->problems.empty(), report->problems.empty() ? "" : report->problems.front().text().c_str());
        QCOMPARE(report->pulls, 3);
        QCOMPARE(report->mirrored, 3);
        QCOMPARE((*archive)->jobs()->size(), std::size_t(1)); // a job file of old names no id: it is no second job
        // And from the open files alone, without the database.
        const std::string jobId = (*archive)->jobs()->front().id;
        const std::size_t claims = (*archive)->claims(jobId)->size();
        archive = Result<std::unique_ptr<Archive>>(Error{"closed"});
        for (const char* name : {"jolly-ram.sqlite", "jolly-ram.sqlite-wal", "jolly-ram.sqlite-shm"})
            QFile::remove(dir.filePath(QLatin1String(name)));
        auto again = Archive::open(dir.path());
        QVERIFY(again && (*again)->rebuild());
        const auto job = (*again)->job(jobId);
        QVERIFY2(job, job ? "" : job.error().text().c_str());
        QCOMPARE(job->pulls.size(), std::size_t(3));
        QCOMPARE(job->pulls[2].asideWhy, std::string("the strap came loose"));
        QCOMPARE((*again)->claims(jobId)->size(), claims);
    }

    void whatIsStoredIsANameNotANumber() {
        QTemporaryDir dir;
        QVERIFY(copyFolder(m_kept + QStringLiteral("schema-3"), dir.path()));
        QVERIFY(Archive::open(dir.path()));
        auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
        QVERIFY(db);
        QSet<QString> kinds, verdicts;
        const auto kindRows = (*db)->query(QStringLiteral("SELECT kind FROM claim"));
        const auto verdictRows = (*db)->query(QStringLiteral("SELECT verdict FROM claim_verdict"));
        for (const Row& r : *kindRows)
            kinds << r[0].toString();
        for (const Row& r : *verdictRows)
            verdicts << r[0].toString();
        QCOMPARE(kinds, (QSet<QString>{"gains", "costs-nothing"}));
        QCOMPARE(verdicts, (QSet<QString>{"held", "failed", "undecided"}));
        // History is still write-once.
        QVERIFY(!(*db)->run(QStringLiteral("UPDATE claim_verdict SET verdict = 'held'")));
    }
};

JR_SUITE(TestPastArchives)
#include "test_past_archives.moc"
