// SPDX-License-Identifier: GPL-3.0-or-later
// Stop means stop: cut first, the load only then, both until answered; latched; nothing after it; and said as it is.
#include "bench/bench_session.h"
#include "bench/last_words.h"
#include "tests/support/fake_bench.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QCoreApplication>
#include <QTemporaryDir>
#include <QTest>

#include <csignal>
#include <limits>

using namespace jr;
using testsupport::FakeBench;
using testsupport::StandinProcess;

namespace {

constexpr double kNoThrottle = std::numeric_limits<double>::quiet_NaN();

const QStringList kBrakeBench{"hello bench-lines 1 yard brake",
                              "fact kind brake",
                              "fact brake_arm_m 0.3",
                              "fact can_cut yes",
                              "channel 0 engine_speed rpm",
                              "channel 1 load_force N",
                              "channel 2 throttle %",
                              "channel 3 afr_1 1",
                              "begin"};
QStringList without(QStringList lines, const QString& line) {
    lines.removeAll(line);
    return lines;
}

BenchDescription described(bool canCut, bool brake) {
    BenchDescription d;
    d.name = "yard";
    d.header.kind = brake ? PullKind::Brake : PullKind::Roller;
    if (canCut)
        d.facts["can_cut"] = "yes";
    return d;
}

std::unique_ptr<BenchSession> session(const QString& address, const QString& capture = {}) {
    SessionOptions o;
    o.address = parseBenchAddress(address).value();
    o.captureFolder = capture;
    auto out = std::make_unique<BenchSession>(o);
    out->open();
    return out;
}

bool streaming(const BenchSession& s) {
    return QTest::qWaitFor([&] { return s.snapshot().link == LinkState::Streaming; }, 10000);
}

/// What the child of the signal tests does: listens until it is ended.
int listenForever(const QStringList& arguments) {
    const QString& address = arguments.front();
    auto s = session(address);
    QObject::connect(s.get(), &BenchSession::linkChanged, s.get(), [](LinkState state, const Message&) {
        if (state == LinkState::Streaming) {
            std::printf("streaming\n");
            std::fflush(stdout);
        }
    });
    installLastWords();
    return QCoreApplication::exec();
}

} // namespace

class TestStop : public QObject {
    Q_OBJECT
private slots:
    void cutFirstAndTheLoadOnlyOnceItIsAnswered() {
        BenchOrders o;
        o.describe(described(true, true));
        QVERIFY(o.hold(6000.));
        QCOMPARE(o.due(0.), std::vector<std::string>{"target hold 6000"});
        o.stop({}, 1.);
        QCOMPARE(o.due(1.), std::vector<std::string>{"cut"});
        QVERIFY(o.due(1.1).empty());                           // not more often than it is worth
        QCOMPARE(o.due(1.3), std::vector<std::string>{"cut"}); // repeated until answered
        QCOMPARE(o.status().cut, OrderState::Asked);
        QCOMPARE(o.status().release, OrderState::NotAsked);
        o.answered({true, "cut"}, 1.4);
        QCOMPARE(o.status().cut, OrderState::Answered);
        QCOMPARE(o.due(1.4), std::vector<std::string>{"release"});
        QCOMPARE(o.due(1.7), std::vector<std::string>{"release"});
        o.answered({true, "release"}, 1.8);
        QVERIFY(o.due(9.).empty());
        QCOMPARE(o.status().release, OrderState::Answered);
        QVERIFY(o.status().latched && !o.loaded());
    }
    void aBenchThatNeverAnswers() {
        BenchOrders o;
        o.describe(described(true, true));
        o.stop({"line.is-left"}, 0.);
        int cuts = 0, releases = 0;
        double firstRelease = -1.;
        for (double t = 0.; t < 10.; t += 0.05)
            for (const std::string& line : o.due(t)) {
                cuts += line == "cut";
                releases += line == "release";
                if (line == "release" && firstRelease < 0.)
                    firstRelease = t;
            }
        QVERIFY2(cuts >= 35 && releases >= 30, qPrintable(QString::number(cuts)));
        QVERIFY(firstRelease >=
                OrderOptions{}.cutPatienceS); // not thrown off while the engine pulls, nor held for ever
        QVERIFY(o.status().waitingS > 9. && o.status().cut == OrderState::Asked);
        QCOMPARE(o.status().reason, Message{"line.is-left"});
    }
    void aBenchThatCannotCut() {
        BenchOrders o;
        o.describe(described(false, true));
        o.stop({}, 0.);
        QVERIFY(o.due(0.).empty()); // the throttle is open: the load holds the engine
        o.feed(1., 6000., 0.05, true, 0.5);
        QCOMPARE(o.due(0.5), std::vector<std::string>{"release"}); // shut: now it may go
        BenchOrders roller;                                        // has no load to hold
        roller.describe(described(false, false));
        roller.stop({}, 0.);
        QCOMPARE(roller.due(0.), std::vector<std::string>{"release"});
        QVERIFY(!roller.status().canCut);
    }
    void refusedIsSaidInTheBenchsWords() {
        BenchOrders o;
        o.describe(described(true, true));
        o.stop({}, 0.);
        (void)o.due(0.);
        o.answered({false, "cut : relay stuck"}, 0.1);
        QCOMPARE(o.status().cut, OrderState::Refused);
        QVERIFY(QString::fromStdString(o.status().refusedWhy).contains("relay stuck"));
        QVERIFY(o.due(0.5).empty()); // not asked again, and the load stays until patience ends
        QCOMPARE(o.due(2.), std::vector<std::string>{"release"});
    }
    void latchedUntilItIsCleared() {
        BenchOrders o;
        o.describe(described(true, true));
        StepRunOptions steps;
        steps.stepsRpm = {5000., 6000.};
        QVERIFY(o.holdSteps(steps, 0.));
        (void)o.due(0.);
        o.stop({"line.is-left"}, 1.);
        for (double t = 1.; t < 30.; t += 0.01) { // the steps would have gone on
            o.feed(t, 5000., 1., true, t);
            for (const std::string& line : o.due(t))
                QVERIFY2(!line.starts_with("target"), line.c_str());
        }
        QVERIFY(!o.hold(5000.) && !o.sweep(1., 2., 3.) && !o.holdSteps(steps, 31.) && !o.offer("pull") &&
                !o.zero("load_force"));
        QVERIFY(o.status().latched);
        o.clear();
        QVERIFY(!o.status().latched && o.status().canCut);
        QVERIFY(o.offer("pull"));
        QCOMPARE(o.due(40.), std::vector<std::string>{"do pull"});
    }
    void stepsGoOnByTheBenchsOwnSamples() {
        BenchOrders o;
        o.describe(described(true, true));
        StepRunOptions steps;
        steps.stepsRpm = {5000., 6000.};
        QVERIFY(o.holdSteps(steps, 0.));
        std::vector<std::string> said = o.due(0.);
        double rpm = 4900.;
        for (double t = 0.; t < 20. && !o.takeGivenUp(); t += 0.01) {
            rpm = said.back() == "target hold 5000" ? 5000. : 6000.;
            o.feed(t, rpm, kNoThrottle, true, t);
            for (const std::string& line : o.due(t))
                said.push_back(line);
        }
        (void)o.due(20.);
        QCOMPARE(said[0], std::string("target hold 5000"));
        QCOMPARE(said[1], std::string("target hold 6000"));
        QVERIFY(!o.steps());
    }
    void plainBenchesHearNothing() {
        BenchOrders o;
        BenchDescription d = described(true, true);
        d.plain = true;
        o.describe(d);
        o.stop({}, 0.);
        QVERIFY(o.due(0.).empty() && o.due(5.).empty());
        QVERIFY(o.status().latched && !o.status().canCut && !o.status().canListen);
    }
    void stoppedBeforeTheBenchWasKnown() {
        BenchOrders o;
        o.stop({}, 0.);
        QVERIFY(o.due(0.).empty());
        o.describe(described(true, false));
        const auto lines = o.due(0.5);
        QVERIFY(std::find(lines.begin(), lines.end(), "cut") != lines.end());
    }

    void overTheLine() {
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        int asked = 0;
        bench.answer = [&](const QString& order) { // answers the third time
            return order == QLatin1String("cut") && ++asked < 3 ? QString() : QStringLiteral("done ") + order;
        };
        auto s = session(bench.address());
        QVERIFY(streaming(*s));
        s->hold(6000.);
        QTRY_COMPARE(bench.count("target hold 6000"), 1);
        s->stop();
        QTRY_VERIFY(s->snapshot().stop.cut == OrderState::Answered);
        QTRY_VERIFY(s->snapshot().stop.release == OrderState::Answered);
        QCOMPARE(bench.count("cut"), 3);
        QVERIFY(bench.firstAt("release") >= bench.firstAt("cut") + 400); // after the third
        s->hold(7000.);
        s->askOffer("pull");
        QTest::qWait(200);
        QCOMPARE(bench.count("target hold 7000") + bench.count("do pull"), 0);
        s->clearStop();
        s->hold(7000.);
        QTRY_COMPARE(bench.count("target hold 7000"), 1);
    }
    void aGuardStopsTheStepsForGood() {
        FakeBench bench(kBrakeBench);
        // Full throttle at the first step; lean after a second.
        bench.sample = [](int n) {
            return QStringLiteral("%1 200 100 %2").arg(n < 150 ? 3000 + 20 * n : 6000).arg(n < 300 ? 13 : 19);
        };
        bench.answer = [](const QString& order) { return QStringLiteral("done ") + order; };
        auto s = session(bench.address());
        QVERIFY(streaming(*s));
        Procedure p;
        p.startRpm = 3000.;
        s->setProcedure(p);
        s->holdSteps({6000., 6500., 7000.});
        std::vector<GuardTrip> trips;
        connect(s.get(), &BenchSession::tripped, this, [&](const GuardTrip& t) { trips.push_back(t); });
        QTRY_VERIFY_WITH_TIMEOUT(!trips.empty(), 15000);
        QTRY_VERIFY(s->snapshot().stop.release == OrderState::Answered);
        const qsizetype cutAt = bench.heard.indexOf("cut");
        QVERIFY(cutAt >= 0 && cutAt < bench.heard.indexOf("release"));
        QTest::qWait(5000); // the next step would be due
        for (qsizetype i = cutAt; i < bench.heard.size(); ++i)
            QVERIFY2(!bench.heard[i].startsWith("target"), qPrintable(bench.heard[i]));
        QVERIFY(s->snapshot().stop.latched && !s->snapshot().steps);
    }
    void whatCouldNotBeSentIsShouted() {
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        auto s = session(bench.address());
        QVERIFY(streaming(*s));
        bench.hangUp();
        QTRY_VERIFY(s->snapshot().link != LinkState::Streaming);
        s->stop();
        QVERIFY(s->snapshot().stop.notSent && s->snapshot().stop.latched);
        // And asked of it as soon as there is a line again.
        QTRY_VERIFY_WITH_TIMEOUT(bench.count("cut") >= 1, 10000);
    }
    void aLoadedBenchIsNotWalkedAwayFrom() {
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        auto s = session(bench.address());
        QVERIFY(streaming(*s));
        s->hold(6000.);
        QTRY_COMPARE(bench.count("target hold 6000"), 1);
        s->close();
        QTRY_VERIFY2(bench.count("stop") == 1, qPrintable(bench.heard.join(", ")));
        QVERIFY(bench.count("cut") >= 1);
        QVERIFY(bench.heard.indexOf("cut") < bench.heard.indexOf("stop"));
    }
    /// The bench never answers and its throttle stays open: leaving takes until the release is on the wire.
    void leavingEndsOnceTheReleaseIsOnTheWire_data() {
        QTest::addColumn<bool>("canCut");
        QTest::newRow("cuts, never answers") << true;
        QTest::newRow("cannot cut") << false;
    }
    void leavingEndsOnceTheReleaseIsOnTheWire() {
        QFETCH(bool, canCut);
        FakeBench bench(canCut ? kBrakeBench : without(kBrakeBench, "fact can_cut yes"));
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        auto s = session(bench.address());
        QStringList words;
        connect(s.get(), &BenchSession::said, this, [&](const Error& w) { words << QString::fromStdString(w.text()); });
        QVERIFY(streaming(*s));
        s->hold(6000.);
        QTRY_COMPARE(bench.count("target hold 6000"), 1);
        s->close();
        QTRY_VERIFY2(bench.count("stop") == 1, qPrintable(bench.heard.join(", ")));
        QVERIFY2(bench.count("release") >= 1, qPrintable(bench.heard.join(", ")));
        QVERIFY(bench.heard.indexOf("release") < bench.heard.indexOf("stop"));
        QVERIFY2(words.filter("could not be sent").isEmpty(), qPrintable(words.join("\n")));
    }
    /// Silent, or without a line: a loaded bench is told off all the same, and what cannot be sent is said.
    void leavingASilentBenchAndNone() {
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        auto s = session(bench.address());
        QStringList words;
        connect(s.get(), &BenchSession::said, this, [&](const Error& w) { words << QString::fromStdString(w.text()); });
        QVERIFY(streaming(*s));
        s->hold(6000.);
        QTRY_COMPARE(bench.count("target hold 6000"), 1);
        bench.sample = {};
        QTRY_VERIFY_WITH_TIMEOUT(s->snapshot().link == LinkState::Silent, 8000);
        s->close();
        QTRY_VERIFY2(bench.count("release") >= 1, qPrintable(bench.heard.join(", ")));
        QVERIFY(words.filter("could not be sent").isEmpty());
        // The line goes first: nothing can be sent, and that is said.
        FakeBench gone(kBrakeBench);
        gone.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        auto other = session(gone.address());
        connect(other.get(), &BenchSession::said, this,
                [&](const Error& w) { words << QString::fromStdString(w.text()); });
        QVERIFY(streaming(*other));
        other->hold(6000.);
        QTRY_COMPARE(gone.count("target hold 6000"), 1);
        gone.hangUp();
        QTRY_VERIFY(other->snapshot().link != LinkState::Streaming);
        other->close();
        QVERIFY2(!words.filter("could not be sent").isEmpty(), qPrintable(words.join("\n")));
    }
    /// What was sent and refused is not told as unsent.
    void aRefusedReleaseWasSent() {
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        bench.answer = [](const QString& order) { return QStringLiteral("refused %1 : stuck").arg(order); };
        auto s = session(bench.address());
        QStringList words;
        connect(s.get(), &BenchSession::said, this, [&](const Error& w) { words << QString::fromStdString(w.text()); });
        QVERIFY(streaming(*s));
        s->hold(6000.);
        s->stop();
        QTRY_VERIFY(s->snapshot().stop.release == OrderState::Refused);
        s->close();
        QVERIFY(!s->leftUnsent());
        QVERIFY2(words.filter("could not be sent").isEmpty(), qPrintable(words.join("\n")));
    }
    /// A bench that starts afresh under a stop that was answered may have its load on: cut and release before start.
    void aBenchThatRestartsUnderAStop_data() {
        QTest::addColumn<bool>("hangsUp");
        QTest::newRow("and hangs up") << true;
        QTest::newRow("over a line that stays") << false; // a microcontroller on a serial line
    }
    void aBenchThatRestartsUnderAStop() {
        QFETCH(bool, hangsUp);
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        bench.answer = [](const QString& order) { return QStringLiteral("done ") + order; };
        auto s = session(bench.address());
        QVERIFY(streaming(*s));
        s->hold(6000.);
        s->stop();
        QTRY_VERIFY(s->snapshot().stop.release == OrderState::Answered);
        bench.answer = {};
        bench.heard.clear();
        bench.streaming = false;
        if (hangsUp)
            bench.hangUp();
        else
            bench.introduce(kBrakeBench);
        QTRY_VERIFY_WITH_TIMEOUT(bench.count("start") >= 1, 10000);
        const qsizetype start = bench.heard.indexOf("start");
        QVERIFY2(bench.heard.indexOf("cut") >= 0 && bench.heard.indexOf("cut") < start,
                 qPrintable(bench.heard.join(", ")));
        QVERIFY2(bench.heard.indexOf("release") >= 0 && bench.heard.indexOf("release") < start,
                 qPrintable(bench.heard.join(", ")));
        QVERIFY(s->snapshot().stop.latched && s->snapshot().stop.release != OrderState::Answered);
        QVERIFY(!s->snapshot().stop.notSent);
        QVERIFY(!bench.heard.filter("target").size());
    }
    void aBenchThatCountsItsOrders() {
        QStringList counting = kBrakeBench;
        counting.insert(1, "fact numbered yes");
        FakeBench bench(counting);
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        bench.numbered = true;
        QString late;
        bench.answer = [&](const QString& order) {
            if (order.endsWith(" cut") && late.isEmpty()) { // the first is answered when it is no longer in force
                late = order;
                return QString();
            }
            return order == late ? QString() : QStringLiteral("done ") + order;
        };
        auto s = session(bench.address());
        QStringList words;
        connect(s.get(), &BenchSession::said, this, [&](const Error& w) { words << QString::fromStdString(w.text()); });
        QVERIFY(streaming(*s));
        QCOMPARE(bench.heard.filter("start"), QStringList{"#1 start"});
        s->stop();
        QTRY_VERIFY(!late.isEmpty());
        s->clearStop();
        bench.say("done " + late);
        QTRY_VERIFY(!words.filter("no longer in force").isEmpty());
        s->stop();
        QTRY_VERIFY(s->snapshot().stop.release == OrderState::Answered);
        QVERIFY(bench.heard.filter(" cut").last() != late);
    }
    void aBenchThatIntroducesItselfAnew() {
        QTemporaryDir dir;
        FakeBench bench(without(kBrakeBench, "channel 3 afr_1 1"));
        bench.sample = [](int n) { return QStringLiteral("%1 200 100").arg(3000 + 10 * n); };
        auto s = session(bench.address(), dir.path());
        std::vector<std::shared_ptr<CaughtPull>> pulls;
        QStringList words;
        int introductions = 0;
        connect(s.get(), &BenchSession::pullCaught, this, [&](auto p) { pulls.push_back(p); });
        connect(s.get(), &BenchSession::said, this, [&](const Error& w) { words << QString::fromStdString(w.text()); });
        connect(s.get(), &BenchSession::described, this, [&] { ++introductions; });
        QVERIFY(streaming(*s));
        QTRY_VERIFY(s->snapshot().state == BenchState::Pulling);
        QTest::qWait(1500);
        bench.introduce(without(kBrakeBench, "channel 3 afr_1 1")); // the same words: the same bench
        QTest::qWait(200);
        QCOMPARE(introductions, 1);
        // More channels in mid-pull: the pull ends, is said, and what comes after is a bench of its own.
        QStringList more = kBrakeBench;
        for (int i = 4; i < 20; ++i)
            more.insert(more.size() - 1, QStringLiteral("channel %1 egt_%2 degC").arg(i).arg(i - 3));
        bench.sample = [](int) { return QStringLiteral("3000 0 3 13") + QStringLiteral(" 400").repeated(16); };
        bench.introduce(more);
        QTRY_COMPARE(introductions, 2);
        QTRY_COMPARE(pulls.size(), std::size_t(1));
        QVERIFY(!words.filter("introduced itself anew").isEmpty());
        QVERIFY(pulls[0]->cutShort && pulls[0]->trace.channels.size() == 4);
        QTRY_COMPARE(s->description()->channels.size(), std::size_t(20));
        QTest::qWait(300);
        s->close();
        s->finishCapture(); // not told to be kept: it stays
        const auto found = recoverCaptures(dir.path());
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(found[0].pulls.size(), std::size_t(1));
        QCOMPARE(found[0].pulls[0].trace.header.id, pulls[0]->trace.header.id);
    }

    void theSimulatedBenchStopsAsAMachineDoes_data() {
        QTest::addColumn<QStringList>("options");
        QTest::addColumn<bool>("cuts");
        QTest::addColumn<bool>("answers");
        QTest::addColumn<bool>("runsAway");
        const QStringList brake{"--machine", "ostra", "--speed", "3"};
        QTest::newRow("cuts") << brake << true << true << false;
        QTest::newRow("answers late") << brake + QStringList{"--cut-after", "1.2"} << true << true << false;
        QTest::newRow("never answers") << brake + QStringList{"--mute-cut"} << true << false << false;
        QTest::newRow("cannot cut") << brake + QStringList{"--cannot-cut", "--reaction", "2.5"} << false << false
                                    << true;
    }
    void theSimulatedBenchStopsAsAMachineDoes() {
        QFETCH(QStringList, options);
        QFETCH(bool, cuts);
        QFETCH(bool, answers);
        QFETCH(bool, runsAway);
        StandinProcess bench(options);
        auto s = session(bench.address());
        QVERIFY(streaming(*s));
        QTRY_VERIFY_WITH_TIMEOUT(s->snapshot().state == BenchState::Ready, 10000);
        QCOMPARE(s->snapshot().stop.canCut, cuts);
        s->hold(7000.);
        s->askOffer("pull");
        QTRY_VERIFY_WITH_TIMEOUT(
            s->snapshot().state == BenchState::Pulling && std::abs(s->snapshot().figures.rpm - 7000.) < 80., 15000);
        double most = 0.;
        s->stop();
        QVERIFY(s->snapshot().stop.cut != OrderState::Answered); // not before it is so
        QVERIFY(QTest::qWaitFor(
            [&] {
                most = std::max(most, s->snapshot().figures.rpm);
                return s->snapshot().state != BenchState::Pulling;
            },
            20000));
        if (answers)
            QTRY_VERIFY(s->snapshot().stop.cut == OrderState::Answered);
        else if (cuts)
            QCOMPARE(s->snapshot().stop.cut, OrderState::Asked);
        QTRY_VERIFY_WITH_TIMEOUT(s->snapshot().stop.release == OrderState::Answered, 10000);
        // With the load off and the throttle open an engine that is still fed runs away.
        QVERIFY2((most > 8000.) == runsAway, qPrintable(QString::number(most)));
    }

    void endedFromOutsideTheBenchIsTold_data() {
        QTest::addColumn<int>("signal");
        for (int signal : {SIGTERM, SIGINT, SIGHUP, SIGSEGV, SIGABRT})
            QTest::newRow(strsignal(signal)) << signal;
    }
    void endedFromOutsideTheBenchIsTold() {
        QFETCH(int, signal);
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("6000 200 100 13"); };
        QProcess child;
        child.start(QCoreApplication::applicationFilePath(), {"--listen-forever", bench.address()});
        QTRY_VERIFY_WITH_TIMEOUT(child.canReadLine(), 15000);
        ::kill(static_cast<pid_t>(child.processId()), signal);
        QTRY_COMPARE(child.state(), QProcess::NotRunning);
        QTRY_VERIFY(bench.count("release") >= 1);
        QVERIFY(bench.count("cut") >= 1 && bench.heard.indexOf("cut") < bench.heard.indexOf("release"));
    }
    void theSimulatedBenchGoesWithWhoeverStartedIt() {
        auto bench = std::make_unique<QProcess>();
        bench->start(QStringLiteral(JR_STANDIN), {"--leave-with-input"});
        QVERIFY(bench->waitForReadyRead(10000));
        bench->closeWriteChannel(); // what the system does when its parent ends
        QVERIFY(bench->waitForFinished(3000));
    }
};

JR_HELPER("--listen-forever", listenForever)
JR_SUITE(TestStop)
#include "test_stop.moc"
