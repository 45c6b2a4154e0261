// SPDX-License-Identifier: GPL-3.0-or-later
// A receiver that rides along, listened to: every run from a standstill is caught by itself and its times are the
// stand-in's; a fault costs the run it falls in and no other; a capture gives the same runs again.
#include "core/road/mark_times.h"
#include "core/road/ways.h"
#include "standin/road_log.h"
#include "tests/support/listening.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QSignalSpy>
#include <QTemporaryDir>

#include <cmath>

using namespace jr;
using testsupport::Listening;
using testsupport::StandinProcess;

namespace {

constexpr double kQuarterMileM = 402.336;

QStringList rides(int n, const QStringList& more = {}) {
    // Sixty times as quick as life: six hundred fixes a second are no more than a bench says.
    return QStringList{"--machine", "quill", "--road", "live", "--speed", "60", "--auto", QString::number(n)} + more;
}

/// What the quarter mile truly takes after the first foot.
double trueQuarterS() {
    const standin::RoadMachine machine = standin::onTheRoad(*standin::findMachine("quill"), {});
    const standin::RoadTruth truth = standin::rideRoad(machine, {}).truth;
    return truth.timeAtM(kQuarterMileM) - truth.timeAtM(kRolloutM);
}

std::optional<double> quarterS(const CaughtPull& run) {
    const Result<RoadRun> read = roadRun(run.trace);
    if (!read)
        return std::nullopt;
    const auto marks = markTimes(*read, {parseMark("1/4mile").value()}, Rollout::OneFoot);
    return marks.empty() ? std::nullopt : std::optional(marks.front().timeS);
}

bool flagged(const CaughtPull& run, FlagKind kind) {
    const Result<RoadRun> read = roadRun(run.trace);
    return read && std::any_of(read->flags.begin(), read->flags.end(), [&](const Flag& f) { return f.kind == kind; });
}

} // namespace

class TestReceiverSession : public QObject {
    Q_OBJECT
private slots:
    void everyRunIsCaughtAndTimed_data() {
        QTest::addColumn<QStringList>("where");
        QTest::newRow("tcp") << QStringList{};
        QTest::newRow("serial") << QStringList{"--pty"};
    }
    void everyRunIsCaughtAndTimed() {
        QFETCH(QStringList, where);
        const StandinProcess receiver(rides(2, where));
        Listening l(receiver.address(), {}, "road");
        std::vector<BenchState> states;
        connect(&l.session, &BenchSession::stateChanged, this, [&](BenchState s) { states.push_back(s); });
        QVERIFY(l.pullsCaught(2));
        const double truth = trueQuarterS();
        for (const auto& run : l.pulls) {
            QCOMPARE(run->trace.header.kind, PullKind::Road);
            QVERIFY(!run->cutShort);
            const auto took = quarterS(*run);
            QVERIFY(took.has_value());
            QVERIFY2(std::abs(*took - truth) < 0.03, qPrintable(QString::number(*took - truth)));
        }
        QVERIFY(l.pulls[0]->trace.header.id != l.pulls[1]->trace.header.id);
        // Out and back, by the places that came with the speeds.
        const RoadRun out = roadRun(l.pulls[0]->trace).value(), back = roadRun(l.pulls[1]->trace).value();
        QVERIFY(headingRad(out) && headingRad(back));
        QVERIFY(std::abs(std::abs(*headingRad(out) - *headingRad(back)) - 3.14159265) < 0.05);
        // Stood, ran, slowed, stood: what the sounds are made of.
        const auto began = std::find(states.begin(), states.end(), BenchState::Pulling);
        QVERIFY(began != states.begin() && began != states.end());
        QCOMPARE(*(began - 1), BenchState::Ready);
        QCOMPARE(*(began + 1), BenchState::Coasting);
    }

    void aFaultCostsOnlyTheRunItFallsIn_data() {
        QTest::addColumn<QStringList>("fault");
        QTest::addColumn<QString>("cost");
        QTest::newRow("lost fix") << QStringList{"--lost-fix-at", "12"} << "flagged";
        QTest::newRow("long lost fix") << QStringList{"--lost-fix-at", "12", "--lost-fix-for", "8"} << "short";
        QTest::newRow("three seconds without a fix at one a second")
            << QStringList{"--receiver-hz", "1", "--lost-fix-at", "12", "--lost-fix-for", "3"} << "flagged";
        QTest::newRow("poor fix") << QStringList{"--poor-fix-at", "12"} << "left out";
        QTest::newRow("receiver starts anew") << QStringList{"--reset-at", "12"} << "flagged";
        QTest::newRow("torn line") << QStringList{"--torn-at", "12"} << "nothing";
        QTest::newRow("clock jumps ahead") << QStringList{"--clock-jump-at", "12"} << "short";
        QTest::newRow("clock jumps in the launch") << QStringList{"--clock-jump-at", "4.6"} << "missing";
    }
    void aFaultCostsOnlyTheRunItFallsIn() {
        QFETCH(QStringList, fault);
        QFETCH(QString, cost);
        const std::size_t caught = cost == "missing" ? 2 : 3;
        const StandinProcess receiver(rides(3, QStringList{"--in-ride", "2"} + fault));
        Listening l(receiver.address(), {}, "road");
        QVERIFY(l.pullsCaught(caught));
        const double truth = trueQuarterS();
        for (const std::size_t good : {std::size_t{0}, caught - 1}) {
            const auto took = quarterS(*l.pulls[good]);
            QVERIFY(took && !l.pulls[good]->cutShort);
            const double within = fault.contains("--receiver-hz") ? 0.25 : 0.03;
            QVERIFY2(std::abs(*took - truth) < within, qPrintable(QString::number(*took - truth)));
        }
        const CaughtPull& hit = *l.pulls[1];
        const Result<RoadRun> read = roadRun(hit.trace);
        QVERIFY(read.ok());
        if (cost == "flagged")
            QVERIFY(flagged(hit, FlagKind::FixLost));
        else if (cost == "left out")
            QVERIFY(read->leftOut.has_value());
        else if (cost == "short")
            QVERIFY(!quarterS(hit) && flagged(hit, FlagKind::Short));
        else if (cost == "nothing")
            QVERIFY(std::abs(quarterS(hit).value_or(0.) - truth) < 0.03);
    }

    void aLineThatBreaksKeepsWhatWasRun() {
        auto receiver = std::make_unique<StandinProcess>(rides(0));
        Listening l(receiver->address(), {}, "road");
        std::vector<BenchState> states;
        QVERIFY(QTest::qWaitFor([&] { return l.session.snapshot().figures.runM > 150.; }, 20000));
        receiver.reset();
        QVERIFY(l.pullsCaught(1));
        QVERIFY(l.pulls[0]->cutShort);
        QVERIFY(flagged(*l.pulls[0], FlagKind::Short));
        const Result<RoadRun> read = roadRun(l.pulls[0]->trace);
        QVERIFY(read && read->used());
        QVERIFY(!markTimes(*read, {parseMark("330ft").value()}, Rollout::OneFoot).empty());
    }

    void aCaptureGivesTheSameRunsAgain() {
        const QTemporaryDir folder;
        std::vector<std::string> ids;
        {
            const StandinProcess receiver(rides(2));
            Listening l(receiver.address(), folder.path(), "road");
            SittingFacts facts;
            facts.job = "Weights";
            facts.setup = "15 g";
            facts.keys = {{"rider_kg", "78"}};
            l.session.setSitting(facts);
            QVERIFY(l.pullsCaught(2));
            for (const auto& run : l.pulls)
                ids.push_back(run->trace.header.id);
            l.session.close();
            l.session.finishCapture(); // nobody said that they are safe: it stays
        }
        const auto recovered = recoverCaptures(folder.path());
        QCOMPARE(recovered.size(), 1u);
        QCOMPARE(recovered[0].pulls.size(), 2u);
        for (std::size_t i = 0; i < 2; ++i) {
            const PullHeader& h = recovered[0].pulls[i].trace.header;
            QCOMPARE(h.id, ids[i]);
            QCOMPARE(h.kind, PullKind::Road);
            QCOMPARE(QString::fromStdString(h.setup), QString("15 g"));
            QCOMPARE(h.number(header_key::riderKg).value_or(0.), 78.);
        }
    }

    void nothingIsSaidToAReceiver() {
        // A GPS mouse that is written to may leave its mode.
        const StandinProcess receiver(rides(1));
        Listening l(receiver.address(), {}, "road");
        QVERIFY(QTest::qWaitFor([&] { return l.session.snapshot().link == LinkState::Streaming; }, 10000));
        QVERIFY(l.session.snapshot().figures.satellites > 5.);
        QVERIFY(std::isfinite(l.session.snapshot().figures.hdop));
    }
};

JR_SUITE(TestReceiverSession)
#include "test_receiver_session.moc"
