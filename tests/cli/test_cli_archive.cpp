// SPDX-License-Identifier: GPL-3.0-or-later
// What scripts do with whole archives: bundles out and in, the second copy, its states, and the trial restore.
#include "archive/store/archive.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QTemporaryDir>
#include <QTest>

using namespace jr;
using testsupport::damage;
using testsupport::filesIn;
using testsupport::fullJob;
using testsupport::likenessOf;
using testsupport::Ran;
using testsupport::runCli;
using testsupport::smallTrace;

class TestCliArchive : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    QString m_home = m_dir.filePath("home"), m_place = m_dir.filePath("stick"),
            m_zip = m_dir.filePath("s.jolly-ram.zip");
    std::string m_job;

private slots:
    void initTestCase() {
        auto archive = Archive::open(m_home);
        m_job = fullJob(**archive, "Stack", "Larkspur 410", 4);
        (void)fullJob(**archive, "Twin", "Ostra 600", 1);
        (void)(*archive)->createJob("Twin", "Larkspur 410");
        QVERIFY(QDir().mkpath(m_place));
    }
    void exportAndImport() {
        const Ran out = runCli({"archive", "export", m_home, "--job", "Stack", "--out", m_zip});
        QVERIFY2(out.code == 0, out.err);
        QCOMPARE(out.json()["job"].toObject()["id"].toString().toStdString(), m_job);
        QCOMPARE(out.json()["pulls"].toInt(), 4);
        QCOMPARE(out.json()["bytes"].toInt(), static_cast<int>(QFileInfo(m_zip).size()));
        const QString other = m_dir.filePath("other");
        const Ran in = runCli({"archive", "import", other, m_zip});
        QVERIFY2(in.code == 0, in.err);
        const QJsonObject taken = in.json()["taken"].toArray().at(0).toObject();
        QCOMPARE(taken["pulls_taken"].toInt(), 4);
        QCOMPARE(taken["job_was_here"].toBool(), false);
        QVERIFY(taken["conflicts"].toArray().isEmpty());
        QCOMPARE(runCli({"archive", "check", other}).code, 0);
        const Ran again = runCli({"archive", "import", other, m_zip});
        QCOMPARE(again.code, 0);
        QCOMPARE(again.json()["taken"].toArray().at(0).toObject()["pulls_here"].toInt(), 4);
        // By id as well.
        QCOMPARE(runCli({"archive", "export", m_home, "--job", QString::fromStdString(m_job), "--out",
                         m_dir.filePath("b.zip")})
                     .code,
                 0);
    }
    void exportSaysWhatIsWrong() {
        const Ran none = runCli({"archive", "export", m_home, "--job", "Nobody", "--out", m_dir.filePath("x.zip")});
        QVERIFY(none.code == 3 && none.err.contains("there is no job of this name or id"));
        const Ran two = runCli({"archive", "export", m_home, "--job", "Twin", "--out", m_dir.filePath("x.zip")});
        QVERIFY(two.code == 3 && two.err.contains("several jobs of this name"));
        QCOMPARE(runCli({"archive", "export", m_home, "--out", "x.zip"}).code, 2);
        const Ran full =
            runCli({"archive", "export", m_home, "--job", "Stack", "--out", m_dir.filePath("no/such/x.zip")});
        QVERIFY2(full.code == 4 && full.out.isEmpty(), full.err);
        QCOMPARE(runCli({"archive", "export", m_dir.filePath("nowhere"), "--job", "Stack", "--out", "x.zip"}).code, 3);
        QVERIFY(!QFileInfo::exists(m_dir.filePath("x.zip")));
    }
    void importNamesEachThatIsRefused() {
        const QString bad = m_dir.filePath("bad.zip");
        QVERIFY(testsupport::writeFile(bad, "PK?"));
        const Ran in = runCli({"archive", "import", m_dir.filePath("third"), bad, m_zip, m_dir.filePath("absent.zip")});
        QCOMPARE(in.code, 3);
        QVERIFY(in.err.contains("bad.zip: this is not a zip file") && in.err.contains("absent.zip: cannot be opened"));
        QCOMPARE(in.json()["taken"].toArray().size(), 1); // the good one came in
    }
    void copyStatesRestoreTry() {
        QCOMPARE(runCli({"archive", "copy", m_home}).code, 2); // nobody said where to
        QCOMPARE(runCli({"archive", "copy", m_home, m_dir.filePath("unplugged")}).code, 4);
        const Ran first = runCli({"archive", "copy", m_home, m_place});
        QVERIFY2(first.code == 0, first.err);
        QCOMPARE(first.json()["disk"].toString(), QString("same"));
        QVERIFY(first.err.contains("not against a dead disk"));
        QCOMPARE(first.json()["files_copied"].toInt(), first.json()["files"].toInt());
        const std::string before = likenessOf(m_home);
        {
            auto archive = Archive::open(m_home);
            QVERIFY((*archive)->addPull(m_job, smallTrace("new", "Stack", "Larkspur 410", "long", 9), "test"));
        }
        const Ran second = runCli({"archive", "copy", m_home});
        QCOMPARE(second.json()["files_copied"].toInt(), 2);
        const QString copy = second.json()["copy"].toString();
        QCOMPARE(runCli({"archive", "states", copy}).json()["states"].toArray().size(), 2);
        const Ran tried = runCli({"archive", "try", m_home});
        QVERIFY2(tried.code == 0, tried.err);
        QVERIFY(tried.json()["same"].toBool() && tried.json()["figures"].toInt() > 100);
        const QString back = m_dir.filePath("back");
        const Ran restored = runCli({"archive", "restore", copy, back, "--state", "1"});
        QVERIFY2(restored.code == 0, restored.err);
        QVERIFY(!QFile::exists(back + QStringLiteral("/restore-unfinished.json")));
        QCOMPARE(QString::fromStdString(likenessOf(back)), QString::fromStdString(before));
        QCOMPARE(runCli({"archive", "restore", copy, back}).code, 4); // not into what is there
        QCOMPARE(runCli({"archive", "restore", copy, m_dir.filePath("b2"), "--state", "9"}).code, 3);
        QCOMPARE(runCli({"archive", "restore", m_dir.filePath("nowhere"), m_dir.filePath("b2")}).code, 3);
        QCOMPARE(runCli({"archive", "restore", m_dir.path(), m_dir.filePath("b2")}).code, 3); // no copy
        QCOMPARE(runCli({"archive", "restore", copy, "/proc/b2"}).code, 4);
        QVERIFY(damage(filesIn(copy, "*.pull.csv").front(), 400, 9));
        const Ran bad = runCli({"archive", "try", m_home});
        QVERIFY(bad.code == 3 && bad.err.contains("not what was copied"));
        QCOMPARE(runCli({"archive", "states", m_home}).code, 3);
    }
};

JR_SUITE(TestCliArchive)
#include "test_cli_archive.moc"
