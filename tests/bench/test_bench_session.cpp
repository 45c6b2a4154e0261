// SPDX-License-Identifier: GPL-3.0-or-later
// The reading side against the real stand-in: truth comes back, trouble on the line is survived and said, a killed
// program loses nothing.
#include "archive/formats/pull_file.h"
#include "bench/bench_session.h"
#include "core/pull/curve.h"
#include "tests/support/listening.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QCoreApplication>
#include <QDir>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>
#include <csignal>
#include <cstdio>
#include <sys/resource.h>

using namespace jr;
using testsupport::Listening;
using testsupport::StandinProcess;

namespace {

struct Error_ {
    double rmsPct, meanPct;
};
/// Against the truth, in percent of its peak, over the truth's range.
Error_ against(const Trace& trace, const std::vector<std::pair<double, double>>& truth) {
    const auto fit = fitPull(trace);
    if (!fit)
        return {99., 99.};
    const PullFit* one[] = {&*fit};
    CurveOptions o;
    o.detail = likelyDetail(one);
    const auto curve = curveOf(*fit, o);
    double squares = 0., sum = 0., n = 0., peak = 0.;
    for (const auto& [rpm, w] : truth)
        peak = std::max(peak, w);
    for (std::size_t i = 0; i < curve->place.size(); ++i) {
        const double w = testsupport::truthAt(truth, curve->place[i]);
        if (!std::isfinite(w) || !curve->counted[i])
            continue;
        squares += std::pow((curve->powerW[i] - w) / peak, 2);
        sum += (curve->powerW[i] - w) / peak;
        n += 1.;
    }
    return n < 40. ? Error_{98., 98.} : Error_{100. * std::sqrt(squares / n), 100. * sum / n};
}

int catchForever(const QStringList& arguments) {
    const QString &address = arguments.at(0), folder = arguments.at(1);
    Listening l(address, folder);
    SittingFacts facts;
    facts.job = "Killed day";
    facts.setup = "stock";
    l.session.setSitting(facts);
    QObject::connect(&l.session, &BenchSession::stateChanged, &l.session, [](BenchState s) {
        std::printf("%s\n", std::string(benchStateText(s)).c_str());
        std::fflush(stdout);
    });
    return QCoreApplication::exec();
}

} // namespace

class TestBenchSession : public QObject {
    Q_OBJECT
private slots:
    void truthComesBack_data() {
        QTest::addColumn<QStringList>("options");
        QTest::newRow("four-stroke on a roller") << QStringList{"--machine", "larkspur"};
        QTest::newRow("four-stroke, long stack, thin warm air")
            << QStringList{"--machine", "larkspur", "--fit", "long-stack", "--temp-c", "31", "--pressure-hpa", "948"};
        QTest::newRow("two-stroke on a brake") << QStringList{"--machine", "ostra"};
        QTest::newRow("two-stroke on a brake, short pipe") << QStringList{"--machine", "ostra", "--fit", "short-pipe"};
        QTest::newRow("belt scooter on a roller") << QStringList{"--machine", "quill"};
    }
    void truthComesBack() {
        QFETCH(QStringList, options);
        StandinProcess bench(options + QStringList{"--speed", "15", "--auto", "2", "--pull-offset", "0"});
        QVERIFY(!bench.address().isEmpty());
        Listening l(bench.address());
        QVERIFY(l.pullsCaught(2));
        const auto truth = StandinProcess::truth(options);
        for (const auto& pull : l.pulls) {
            const Error_ error = against(pull->trace, truth);
            qInfo("rms %.3f %%, mean %+.3f %%", error.rmsPct, error.meanPct);
            QVERIFY2(error.rmsPct <= 1.0, qPrintable(QString::number(error.rmsPct)));
            QVERIFY(pull->trace.header.air()); // the weather station's
            QVERIFY(pull->trace.header.startedEpochS);
            // Through a file and back it is the same pull.
            QVERIFY(readPullFile(writePullFile(pull->trace), "x"));
        }
        QVERIFY(l.pulls[1]->trace.header.id != l.pulls[0]->trace.header.id);
    }
    void aSerialLineIsTheSame() {
        if (QDir(QStringLiteral("/dev/pts"))
                .entryList(QDir::System | QDir::AllEntries | QDir::NoDotAndDotDot)
                .isEmpty())
            QSKIP("this machine has no pseudo terminals mounted");
        StandinProcess bench({"--machine", "larkspur", "--pty", "--speed", "10", "--auto", "1", "--pull-offset", "0"});
        QVERIFY(bench.address().startsWith("serial:"));
        Listening l(bench.address());
        QVERIFY(l.pullsCaught(1));
        QVERIFY(against(l.pulls[0]->trace, StandinProcess::truth({"--machine", "larkspur"})).rmsPct <= 1.0);
    }
    void troubleOnTheLineIsSurvivedAndSaid() {
        StandinProcess bench({"--machine", "larkspur", "--speed", "10", "--auto", "1", "--pull-offset", "0", "--lose",
                              "0.01", "--corrupt", "0.01", "--garbage", "0.01"});
        Listening l(bench.address());
        QVERIFY(l.pullsCaught(1));
        const LineHealth h = l.session.snapshot().health;
        QVERIFY(h.missing > 5 && h.badChecksums > 5 && h.garbage > 5);
        QVERIFY(h.words().size() >= 3);
        QVERIFY(against(l.pulls[0]->trace, StandinProcess::truth({"--machine", "larkspur"})).rmsPct <= 1.0);
    }
    void aTornLineIsCalledAgain() {
        // The bench hangs up in the middle of the first pull (2.5 s after roll-on), and again and again.
        StandinProcess bench({"--machine", "larkspur", "--speed", "4", "--auto", "3", "--hang-up-after", "9"});
        Listening l(bench.address());
        QVERIFY(l.pullsCaught(1));
        QVERIFY(l.pulls[0]->cutShort);
        bool said = false;
        for (const auto& [key, value] : l.pulls[0]->trace.header.other)
            said = said || key == "cut_short";
        QVERIFY(said);
        QVERIFY(QTest::qWaitFor([&] { return l.session.snapshot().reconnects >= 2; }, 20000));
        QVERIFY(l.words.filter("calling again").size() >= 2);
    }
    void aBenchThatIsNotThereIsSaid() {
        Listening l(QStringLiteral("tcp:127.0.0.1:1"));
        QVERIFY(QTest::qWaitFor([&] { return !l.words.filter("no line to the bench").isEmpty(); }, 5000));
        Listening serial(QStringLiteral("serial:/dev/no-such-bench"));
        QVERIFY(QTest::qWaitFor([&] { return !serial.words.filter("no line to the bench").isEmpty(); }, 5000));
    }
    void aLeanCylinderTripsAndTheEngineIsCut() {
        StandinProcess bench({"--machine", "ostra", "--speed", "5", "--auto", "1", "--lean-fault", "4.5"});
        Listening l(bench.address());
        QVERIFY(QTest::qWaitFor([&] { return !l.trips.empty(); }, 20000));
        QCOMPARE(l.trips[0].kind, GuardKind::Lean);
        QCOMPARE(l.trips[0].cylinder, 1);
        QVERIFY(l.pullsCaught(1, 10000));
        QTRY_VERIFY(l.session.snapshot().stop.cut == OrderState::Answered);
        QTRY_VERIFY(l.session.snapshot().stop.release == OrderState::Answered);
        const Trace& t = l.pulls[0]->trace;
        QVERIFY(t.find(ChannelId::Time)->values.back() < 5.);
        bool kept = false;
        for (const auto& [key, value] : t.header.other)
            kept = kept || (key == "guard_trips" && value.find("cylinder 1 lean") != std::string::npos);
        QVERIFY(kept);
    }
    void stepsAreHeld() {
        StandinProcess bench({"--machine", "ostra", "--speed", "8"});
        Listening l(bench.address());
        QVERIFY(QTest::qWaitFor([&] { return l.session.snapshot().state == BenchState::Ready; }, 10000));
        l.session.hold(7000.);
        l.session.askOffer("pull");
        QVERIFY(QTest::qWaitFor(
            [&] {
                return l.session.snapshot().state == BenchState::Pulling &&
                       std::abs(l.session.snapshot().figures.rpm - 7000.) < 60.;
            },
            15000));
        l.session.stop();
        QVERIFY(l.pullsCaught(1, 10000));
    }
    void aBrakeOnTheRollerIsCounted() {
        // The same scooter swept under the eddy brake: what the brake took is part of the power.
        StandinProcess bench({"--machine", "quill", "--speed", "8", "--pull-offset", "0"});
        Listening l(bench.address());
        QVERIFY(QTest::qWaitFor([&] { return l.session.snapshot().state == BenchState::Ready; }, 10000));
        l.session.sweep(5000., 8500., 350.);
        l.session.askOffer("pull");
        QVERIFY(l.pullsCaught(1));
        const Trace& t = l.pulls[0]->trace;
        double most = 0.;
        for (double v : t.find(ChannelId::BrakeTorque)->values)
            most = std::max(most, v);
        QVERIFY2(most > 10., qPrintable(QString::number(most)));
        const Error_ error = against(t, StandinProcess::truth({"--machine", "quill"}));
        qInfo("rms %.3f %%", error.rmsPct);
        QVERIFY2(error.rmsPct <= 1.0, qPrintable(QString::number(error.rmsPct)));
    }
    void satelliteSpeedIsAChannel() {
        StandinProcess bench({"--machine", "larkspur", "--speed", "10", "--auto", "1", "--ground-speed"});
        Listening l(bench.address());
        QVERIFY(l.pullsCaught(1));
        const Trace& t = l.pulls[0]->trace;
        const Channel* road = t.find(ChannelId::VehicleSpeed);
        const Channel* roller = t.find(ChannelId::RollerSpeed);
        QVERIFY(road && roller);
        // A tenth of a second old at most, at the roller's rim.
        const std::size_t i = road->values.size() / 2;
        QVERIFY(std::abs(road->values[i] / (roller->values[i] * 0.2286) - 1.) < 0.03);
    }
    void aThousandSamplesASecondWith24Channels() {
        StandinProcess bench(
            {"--machine", "larkspur", "--rate", "1000", "--channels", "24", "--speed", "5", "--auto", "1"});
        Listening l(bench.address());
        QVERIFY(QTest::qWaitFor([&] { return l.session.snapshot().health.samples >= 25000; }, 20000));
        const LineHealth h = l.session.snapshot().health;
        QCOMPARE(h.missing, 0ull);
        QVERIFY(h.words().empty());
        QCOMPARE(l.session.description()->channels.size(), std::size_t(24));
    }
    void killedInTheMiddleOfAPull() {
        QTemporaryDir dir;
        StandinProcess bench({"--machine", "larkspur", "--speed", "2", "--auto", "1"});
        QProcess child;
        child.start(QCoreApplication::applicationFilePath(), {"--catch-forever", bench.address(), dir.path()});
        bool pulling = false;
        for (int i = 0; i < 300 && !pulling; ++i) {
            child.waitForReadyRead(100);
            while (child.canReadLine())
                pulling = pulling || child.readLine().trimmed() == "pulling";
        }
        QVERIFY(pulling);
        QTest::qWait(1200); // 2.4 s of bench time into the pull
        ::kill(static_cast<pid_t>(child.processId()), SIGKILL);
        child.waitForFinished();
        const std::vector<Recovered> found = recoverCaptures(dir.path());
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(found[0].pulls.size(), std::size_t(1));
        const CaughtPull& pull = found[0].pulls[0];
        QVERIFY(pull.cutShort);
        QCOMPARE(pull.trace.header.job, std::string("Killed day"));
        QCOMPARE(pull.trace.header.setup, std::string("stock"));
        // At most the last second of bench time at two seconds a second is gone.
        QVERIFY2(pull.trace.find(ChannelId::Time)->values.back() > 1.2,
                 qPrintable(QString::number(pull.trace.find(ChannelId::Time)->values.back())));
        // Replaying it twice gives the same pull, so it can never be kept twice.
        QCOMPARE(recoverCaptures(dir.path())[0].pulls[0].trace.header.id, pull.trace.header.id);
        QVERIFY(removeCapture(found[0].path));
        QVERIFY(recoverCaptures(dir.path()).empty());
    }
    void aReplayedCaptureKnowsThePullsThatWereKept() {
        QTemporaryDir dir;
        StandinProcess bench({"--machine", "larkspur", "--speed", "10", "--auto", "2"});
        std::vector<std::string> ids;
        {
            Listening l(bench.address(), dir.path());
            QVERIFY(l.pullsCaught(2));
            for (const auto& p : l.pulls)
                ids.push_back(p->trace.header.id);
            l.session.close();
            l.session.finishCapture(); // nobody said that its pulls were kept
        }
        const auto found = recoverCaptures(dir.path());
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(found[0].pulls.size(), std::size_t(2));
        for (std::size_t i = 0; i < 2; ++i)
            QCOMPARE(found[0].pulls[i].trace.header.id, ids[i]);
    }
    void aDiskThatFillsUpInTheMiddle() {
        // The limit on the size of a file is a full disk that needs no disk.
        QTemporaryDir dir;
        rlimit before{};
        QCOMPARE(getrlimit(RLIMIT_FSIZE, &before), 0);
        const auto ignored = std::signal(SIGXFSZ, SIG_IGN);
        {
            StandinProcess bench({"--machine", "larkspur", "--speed", "10", "--auto", "2"});
            rlimit full = before;
            full.rlim_cur = 60000;
            QCOMPARE(setrlimit(RLIMIT_FSIZE, &full), 0);
            Listening l(bench.address(), dir.path());
            const bool caught = l.pullsCaught(2); // caught all the same
            const auto files = QDir(dir.path()).entryInfoList({"*.lines"});
            const bool stopped = files.size() == 1 && files[0].size() <= 60000;
            setrlimit(RLIMIT_FSIZE, &before);
            QVERIFY(caught && stopped);
            const QStringList said = l.words.filter("capture cannot be written");
            QCOMPARE(said.size(), 1); // once, with where it was
            QVERIFY2(said[0].contains(dir.path()) || said[0].contains("Pulls are still kept"), qPrintable(said[0]));
            l.session.close();
            l.session.finishCapture(); // nobody said that its pulls were kept
        }
        std::signal(SIGXFSZ, ignored);
        // What got to the disk before it was full is still read.
        const auto found = recoverCaptures(dir.path());
        QCOMPARE(found.size(), std::size_t(1));
        QVERIFY(found[0].problems.empty());
    }
    void theScaleIsZeroed() {
        StandinProcess bench({"--machine", "ostra", "--speed", "2", "--scale-offset", "40"});
        Listening l(bench.address());
        QVERIFY(QTest::qWaitFor([&] { return l.session.snapshot().health.samples > 50; }, 10000));
        const auto readings = [&] { return l.session.snapshot().figures.loadN; };
        QVERIFY2(std::abs(readings() - 40.) < 20., qPrintable(QString::number(readings())));
        l.session.zero(QStringLiteral("load_force"));
        QVERIFY(QTest::qWaitFor([&] { return std::abs(readings()) < 12.; }, 5000));
    }
    void aCaptureThatCannotBeWrittenIsSaid() {
        StandinProcess bench({"--machine", "larkspur", "--speed", "10", "--auto", "1"});
        Listening l(bench.address(), QStringLiteral("/proc/nowhere"));
        QVERIFY(l.pullsCaught(1)); // caught all the same
        QVERIFY(!l.words.filter("capture").isEmpty());
    }
};

JR_HELPER("--catch-forever", catchForever)
JR_SUITE(TestBenchSession)
#include "test_bench_session.moc"
