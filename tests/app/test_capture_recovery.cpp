// SPDX-License-Identifier: GPL-3.0-or-later
// What was caught before a bad end goes where it belongs by itself: into its own job whatever other bears its name, a
// warm-up set aside, to a setup that was renamed since; and no lock of another machine keeps it from being found.
#include "app/model/capture_recovery.h"
#include "bench/capture.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/suites.h"

#include <QTemporaryDir>
#include <QTest>

using namespace jr;
using namespace jr::app;
using testsupport::filesIn;
using testsupport::writeFile;

namespace {

/// A capture of one pull with these remarks of the sitting, as a program leaves it that was ended.
bool leaveCapture(const QString& folder, const std::vector<std::string>& sitting) {
    QFile lines(QStringLiteral(JR_SOURCE "/tests/fuzz/corpus/capture/a-pull"));
    if (!lines.open(QIODevice::ReadOnly))
        return false;
    std::string text = "#jr capture 1 1700000000.000\n";
    for (const std::string& remark : sitting)
        text += "#jr " + remark + "\n";
    while (!lines.atEnd())
        if (const QByteArray line = lines.readLine();
            !line.startsWith("#jr capture") && !line.startsWith("#jr job") && !line.startsWith("#jr setup"))
            text += line.toStdString();
    static int captures = 0; // each at a moment of its own: they are different pulls
    for (std::size_t at = 0; (at = text.find("17000000", at)) != std::string::npos; ++at)
        text.replace(at, 8, std::to_string(17000001 + captures));
    ++captures;
    const QString name = QStringLiteral("/%1.lines").arg(QDir(folder).entryList({"*.lines"}).size());
    return writeFile(folder + name, text);
}

} // namespace

class TestCaptureRecovery : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    QString m_home = m_dir.filePath("home"), m_captures = m_dir.filePath("home/capture");
    std::string m_job, m_other;

    TakenIn takeIn() {
        Keeper keeper(m_home);
        keeper.open();
        std::optional<TakenIn> taken;
        QObject asker;
        takeInCaptures(keeper, &asker, m_captures, [&](const TakenIn& t) { taken = t; });
        [&] { QTRY_VERIFY(taken); }();
        keeper.finish();
        return taken.value_or(TakenIn{});
    }
    std::vector<PullRecord> pullsOf(const std::string& job) {
        const auto archive = Archive::open(m_home);
        return (*archive)->job(job)->pulls;
    }

private slots:
    void init() {
        QVERIFY(QDir(m_home).removeRecursively());
        auto archive = Archive::open(m_home);
        QVERIFY(archive);
        m_job = *(*archive)->createJob("Stack length", "Larkspur 410");
        m_other = *(*archive)->createJob("Stack length", "Ostra 600"); // another machine's, the newer one
        QVERIFY((*archive)->createSetup(m_job, "long stack", {}, {}));
    }
    void itGoesIntoItsOwnJobWhateverOtherBearsItsName() {
        for (const std::string& job : {m_job, m_other})
            QVERIFY(leaveCapture(m_captures, {"job Stack length", "job-id " + job,
                                              job == m_job ? "machine Larkspur 410" : "machine Ostra 600",
                                              "setup long stack", "key note of " + job}));
        const TakenIn taken = takeIn();
        QVERIFY2(taken.problems.isEmpty(), qPrintable(taken.problems.join('\n')));
        QCOMPARE(taken.pulls, 2);
        for (const std::string& job : {m_job, m_other}) {
            QCOMPARE(pullsOf(job).size(), std::size_t{1});
            QVERIFY(!pullsOf(job).front().aside);
        }
        QVERIFY(filesIn(m_captures, "*.lines").isEmpty());
        const auto archive = Archive::open(m_home);
        QVERIFY((*archive)->check(true)->problems.empty());
    }
    /// A capture of an older program names no id: its machine tells two jobs of one name apart, and neither is guessed.
    void byItsNameOnlyWhereTheMachineIsTheSame() {
        QVERIFY(leaveCapture(m_captures, {"job Stack length", "machine Quill 125", "setup long stack"}));
        QCOMPARE(takeIn().pulls, 1);
        QVERIFY(pullsOf(m_job).empty() && pullsOf(m_other).empty());
        QVERIFY(
            leaveCapture(m_captures, {"job Stack length", "machine Larkspur 410", "setup long stack", "key note x"}));
        QCOMPARE(takeIn().pulls, 1);
        QCOMPARE(pullsOf(m_job).size(), std::size_t{1});
    }
    /// The next start keeps by itself what says whose it is, and offers the rest.
    void theNextStartSettlesWhatItCanTell() {
        QVERIFY(leaveCapture(m_captures, {"job Stack length", "job-id " + m_job, "machine Larkspur 410", "setup s"}));
        QVERIFY(leaveCapture(m_captures, {"job Nobody knows", "machine Quill 125", "setup s"}));
        Keeper keeper(m_home);
        keeper.open();
        std::optional<LeftInCaptures> left;
        QObject asker;
        settleCaptures(keeper, &asker, m_captures, [&](const LeftInCaptures& l) { left = l; });
        QTRY_VERIFY(left);
        keeper.finish();
        QCOMPARE(left->settled.size(), 1);
        QCOMPARE(left->pending.size(), 1);
        QVERIFY(left->pending.front().contains("Nobody knows"));
        QCOMPARE(pullsOf(m_job).size(), std::size_t{1});
        QCOMPARE(filesIn(m_captures, "*.lines").size(), 1);
        const auto archive = Archive::open(m_home);
        QVERIFY((*archive)->check(true)->problems.empty());
    }
    void aWarmUpIsSetAside() {
        QVERIFY(leaveCapture(m_captures, {"job Stack length", "job-id " + m_job, "machine Larkspur 410",
                                          "setup long stack", "aside warm-up"}));
        QCOMPARE(takeIn().pulls, 1);
        const auto pulls = pullsOf(m_job);
        QVERIFY(pulls.size() == 1 && pulls.front().aside);
        QVERIFY(!pulls.front().asideWhy.empty());
    }
    void aSetupThatWasRenamedIsTheSame() {
        {
            const auto archive = Archive::open(m_home);
            const std::string setup = (*archive)->job(m_job)->setups.front().id;
            QVERIFY(leaveCapture(m_captures, {"job Stack length", "job-id " + m_job, "machine Larkspur 410",
                                              "setup long stack", "setup-id " + setup}));
            QVERIFY((*archive)->renameSetup(setup, "stack of 120 mm"));
        }
        QCOMPARE(takeIn().pulls, 1);
        const auto archive = Archive::open(m_home);
        const auto job = (*archive)->job(m_job);
        QCOMPARE(job->setups.size(), std::size_t{1});
        QCOMPARE(job->pulls.front().setupId, job->setups.front().id);
    }
    void theLockOfAnotherMachineKeepsNothingBack() {
        QVERIFY(leaveCapture(m_captures, {"job Stack length", "job-id " + m_job, "machine Larkspur 410", "setup s"}));
        // As the library before wrote it: process, program, host, the host's id, its start.
        QVERIFY(writeFile(filesIn(m_captures, "*.lines").front() + QStringLiteral(".lock"),
                          "4711\njolly-ram\nanother-machine\n0123456789abcdef0123456789abcdef\n"
                          "11111111-2222-3333-4444-555555555555\n"));
        QCOMPARE(takeIn().pulls, 1);
        QVERIFY(filesIn(m_captures, "*").isEmpty());
    }
    void oneThatIsBeingCaughtIsLeftAlone() {
        // Just made, before its first line and its lock: nothing in it can be owed, and it is somebody's.
        QVERIFY(writeFile(m_captures + QStringLiteral("/new.lines"), ""));
        QVERIFY(recoverCaptures(m_captures).empty());
        QCOMPARE(takeIn().pulls, 0);
        QVERIFY(QFile::exists(m_captures + QStringLiteral("/new.lines")));
        QVERIFY(QFile::remove(m_captures + QStringLiteral("/new.lines")));
        auto capture = Capture::begin(m_captures, {1.7e9, {}, {}});
        QVERIFY(capture);
        QVERIFY(recoverCaptures(m_captures).empty());
        (*capture)->finish(false);
        QCOMPARE(recoverCaptures(m_captures).size(), std::size_t{1});
    }
};

JR_SUITE(TestCaptureRecovery)
#include "test_capture_recovery.moc"
