// SPDX-License-Identifier: GPL-3.0-or-later
// What holds of every order to a bench whatever happens in whatever order: hundreds of days of dice (orders, stops,
// answers, refusals, a throttle that goes up and down, benches that introduce themselves anew), each step held against
// the rules of the stop. test_stop has the same as stories.
#include "bench/bench_orders.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <random>

using namespace jr;

namespace {

BenchDescription benchOf(bool canCut, bool hasBrake, bool plain) {
    BenchDescription out;
    out.name = "dice";
    out.plain = plain;
    if (canCut)
        out.facts["can_cut"] = "yes";
    out.header.kind = hasBrake ? PullKind::Brake : PullKind::Roller;
    return out;
}

bool begins(const std::string& line, std::string_view with) {
    return line.starts_with(with);
}
bool isOrdinary(const std::string& line) {
    return begins(line, "target") || begins(line, "do ") || begins(line, "zero ");
}

/// What an observer beside the bench knows without looking into the orders.
struct Watched {
    bool latched = false, canCut = false, hasBrake = false, plain = false;
    double stoppedS = 0.;
    bool shutSince = false; ///< the throttle was seen shut since the stop
    bool cutDone = false;   ///< the bench answered the cut since the stop
    bool cutAnswered = false, releaseAnswered = false, cutRefused = false, releaseRefused = false;
    double cutWrittenS = -1e9, releaseWrittenS = -1e9;
    bool cutSeen = false, releaseSeen = false; ///< a line of it went out since the stop
};

} // namespace

class TestBenchOrders : public QObject {
    Q_OBJECT
private slots:
    void daysOfDice_data() {
        QTest::addColumn<bool>("canCut");
        QTest::addColumn<bool>("hasBrake");
        QTest::addColumn<bool>("plain");
        QTest::newRow("cuts and brakes") << true << true << false;
        QTest::newRow("brakes only") << false << true << false;
        QTest::newRow("cuts, a roller") << true << false << false;
        QTest::newRow("a roller") << false << false << false;
        QTest::newRow("only prints numbers") << false << false << true;
    }
    void daysOfDice() {
        QFETCH(bool, canCut);
        QFETCH(bool, hasBrake);
        QFETCH(bool, plain);
        const OrderOptions options;
        long stops = 0, pressedAgain = 0, releases = 0, cuts = 0, targets = 0;
        for (unsigned day = 1; day <= 200; ++day) {
            std::mt19937 dice(day);
            const auto chance = [&](double share) { return std::uniform_real_distribution<>(0., 1.)(dice) < share; };
            BenchOrders orders(options);
            orders.describe(benchOf(canCut, hasBrake, plain));
            Watched w;
            w.canCut = canCut;
            w.hasBrake = hasBrake;
            w.plain = plain;
            double now = 100.;
            for (int step = 0; step < 300; ++step) {
                now += std::uniform_real_distribution<>(0.01, 0.12)(dice);
                if (chance(0.03)) {
                    const StopStatus before = orders.status();
                    orders.stop(chance(0.5) ? Message{"line.is-left"} : Message{}, now);
                    ++stops;
                    // While something is owed a second press puts nothing off and is no new stop.
                    if (w.latched && !(w.releaseAnswered && (w.cutAnswered || w.cutRefused || !canCut))) {
                        w.cutWrittenS = w.releaseWrittenS = -1e9;
                        if (before.cut == OrderState::Refused)
                            w.cutRefused = w.cutSeen = false; // asked for anew
                        if (before.release == OrderState::Refused)
                            w.releaseSeen = false;
                        ++pressedAgain;
                    } else {
                        w = {true, canCut, hasBrake, plain, now};
                    }
                }
                if (chance(0.01)) {
                    orders.clear();
                    w = {false, canCut, hasBrake, plain};
                    w.releaseAnswered = w.cutAnswered = false;
                }
                const bool asked = chance(0.2);
                if (asked) {
                    const Result<Done> may = chance(0.3)   ? orders.hold(5000.)
                                             : chance(0.4) ? orders.sweep(4000., 9000., 300.)
                                             : chance(0.5) ? orders.offer("fan")
                                                           : orders.zero("load_force");
                    QCOMPARE(bool(may), !w.latched && !w.plain);
                }
                const double throttle = chance(0.3) ? 0.02 : 0.9;
                if (chance(0.8)) {
                    orders.feed(now, 6000., throttle, throttle > 0.5, now);
                    w.shutSince = w.shutSince || throttle <= options.shutThrottle;
                }
                if (chance(0.15)) {
                    const bool done = chance(0.8);
                    const bool owed = orders.status().cut == OrderState::Asked && w.cutSeen;
                    orders.answered({done, done ? "cut" : "cut no current"}, now);
                    if (owed && done)
                        w.cutDone = w.cutAnswered = true;
                    else if (owed)
                        w.cutRefused = true;
                }
                if (chance(0.1)) {
                    const bool done = chance(0.8);
                    const bool owed = orders.status().release == OrderState::Asked && w.releaseSeen;
                    orders.answered({done, done ? "release" : "release stuck"}, now);
                    w.releaseAnswered = w.releaseAnswered || (owed && done);
                    w.releaseRefused = w.releaseRefused || !done;
                }
                if (chance(0.05))
                    orders.answered({true, "something else"}, now);
                const std::vector<std::string> lines = orders.due(now);
                for (const std::string& line : lines) {
                    if (isOrdinary(line)) {
                        QVERIFY2(!w.latched && !w.plain, line.c_str());
                        ++targets;
                    }
                    if (line == "cut") {
                        ++cuts;
                        QVERIFY(w.latched && w.canCut && !w.cutAnswered);
                        QVERIFY(now - w.cutWrittenS >= options.repeatS || !w.cutSeen);
                        w.cutWrittenS = now;
                        w.cutSeen = true;
                    }
                    if (line == "release" && w.latched) {
                        ++releases;
                        // Thrown off under an open throttle an engine runs away.
                        QVERIFY(!w.hasBrake || w.shutSince || w.cutDone || now - w.stoppedS >= options.cutPatienceS);
                        QVERIFY(now - w.releaseWrittenS >= options.repeatS);
                        w.releaseWrittenS = now;
                        w.releaseSeen = true;
                    }
                }
                if (w.latched && w.canCut && !w.plain) {
                    QVERIFY(w.cutSeen); // in the very first lines after the stop
                    const auto cut = std::find(lines.begin(), lines.end(), "cut");
                    QVERIFY(cut == lines.end() || cut == lines.begin());
                }
                const StopStatus& told = orders.status();
                QCOMPARE(told.latched, w.latched);
                QCOMPARE(told.canCut, w.canCut);
                // Nothing is said to be answered that the bench did not answer.
                QVERIFY(told.cut != OrderState::Answered || w.cutAnswered);
                QVERIFY(!w.latched || told.release != OrderState::Answered || w.releaseAnswered);
                QVERIFY(told.cut != OrderState::Refused || w.cutRefused);
                QVERIFY(told.waitingS >= 0. && told.waitingS <= now - 100.);
            }
        }
        QVERIFY(stops > 1000 && pressedAgain > 300); // the dice did fall on what is to be shown
        QCOMPARE(cuts > 500, canCut);
        QCOMPARE(releases > 500, !plain);
        QCOMPARE(targets > 500, !plain);
    }

    /// A stop that is asked for again and again is not put off by it.
    void aStopAskedForAgainStillLetsGo() {
        BenchOrders orders;
        orders.describe(benchOf(false, true, false));
        QVERIFY(orders.hold(5000.));
        orders.stop({}, 0.);
        bool released = false;
        for (double now = 0.; now < 2. && !released; now += 0.05) {
            orders.stop({}, now);
            const auto lines = orders.due(now);
            released = std::find(lines.begin(), lines.end(), "release") != lines.end();
            orders.feed(now, 6000., 1., true, now); // wide open all the time
        }
        QVERIFY(released);
    }
    /// An answer that was given to the stop before and comes late is none to this one: its own cut still goes out, and
    /// the load stays on until that is answered.
    void aLateAnswerIsNotTheNewStops() {
        BenchOrders orders;
        orders.describe(benchOf(true, true, false));
        orders.stop({}, 0.);
        QCOMPARE(orders.due(0.), std::vector<std::string>{"cut"});
        orders.clear();
        orders.stop({}, 1.);
        orders.answered({true, "cut"}, 1.01); // to the line of the first
        QCOMPARE(static_cast<int>(orders.status().cut), static_cast<int>(OrderState::Asked));
        QCOMPARE(orders.due(1.02), std::vector<std::string>{"cut"});
        orders.answered({true, "cut"}, 1.1);
        QCOMPARE(static_cast<int>(orders.status().cut), static_cast<int>(OrderState::Answered));
        QCOMPARE(orders.due(1.11), std::vector<std::string>{"release"});
    }
    /// Pressed again: what is owed goes out at once, what was refused is asked again, the load is not thrown off
    /// sooner.
    void pressedAgainNothingIsPutOff() {
        BenchOrders orders;
        orders.describe(benchOf(true, true, false));
        orders.stop({}, 0.);
        QCOMPARE(orders.due(0.), std::vector<std::string>{"cut"});
        QVERIFY(orders.due(0.05).empty());
        orders.stop({}, 0.06);
        QCOMPARE(orders.due(0.06), std::vector<std::string>{"cut"}); // the patience runs on from the first press
        orders.answered({false, "cut : relay stuck"}, 0.1);
        QVERIFY(orders.due(0.5).empty());
        orders.stop({}, 0.6);
        QCOMPARE(orders.due(0.6), std::vector<std::string>{"cut"});
        const auto late = orders.due(OrderOptions{}.cutPatienceS);
        QVERIFY(std::find(late.begin(), late.end(), "release") != late.end());
        // Nothing is owed any more: it is a stop of its own, and begins with the cut.
        orders.answered({true, "cut"}, 2.);
        orders.answered({true, "release"}, 2.);
        QVERIFY(orders.due(9.).empty());
        orders.stop({}, 10.);
        QCOMPARE(orders.due(10.), std::vector<std::string>{"cut"});
        QVERIFY(orders.due(10.1).empty());
    }
    /// A bench that counts: the same order keeps its number, an answer to another one counts for nothing.
    void answersBelongToTheirOrder() {
        BenchDescription counting = benchOf(true, true, false);
        counting.facts["numbered"] = "yes";
        BenchOrders orders;
        orders.describe(counting);
        QCOMPARE(orders.outgoing("start"), std::string("#1 start"));
        QVERIFY(orders.hold(5000.));
        QCOMPARE(orders.due(0.), std::vector<std::string>{"#2 target hold 5000"});
        orders.stop({}, 1.);
        QCOMPARE(orders.due(1.), std::vector<std::string>{"#3 cut"});
        QCOMPARE(orders.due(1.3), std::vector<std::string>{"#3 cut"}); // the same order
        orders.clear();
        orders.stop({}, 2.);
        QCOMPARE(orders.due(2.), std::vector<std::string>{"#4 cut"});
        QVERIFY(!orders.answered({true, "cut", 3}, 2.01)); // late, and told to be
        QCOMPARE(static_cast<int>(orders.status().cut), static_cast<int>(OrderState::Asked));
        QVERIFY(!orders.answered({true, "cut"}, 2.02)); // nobody knows to what
        QVERIFY(orders.answered({true, "cut", 4}, 2.1));
        QVERIFY(orders.answered({true, "cut", 4}, 2.11)); // written twice, so answered twice
        QCOMPARE(orders.due(2.2), std::vector<std::string>{"#5 release"});
        QCOMPARE(orders.lastWords(), (std::vector<std::string>{"#6 cut", "#7 release"}));
        // With each introduction from 1 on; and what stands is owed anew, before samples are asked for.
        orders.answered({true, "release", 5}, 2.3);
        orders.describe(counting);
        QVERIFY(!orders.mayStart());
        QCOMPARE(orders.due(5.), (std::vector<std::string>{"#1 cut", "#2 release"}));
        QVERIFY(orders.mayStart());
        QCOMPARE(orders.outgoing("start"), std::string("#3 start"));
    }
    /// Lines that were waiting when the stop came never go out, not even once it is taken off.
    void whatWaitedIsForgotten() {
        BenchOrders orders;
        orders.describe(benchOf(true, true, false));
        QVERIFY(orders.hold(5000.) && orders.offer("fan"));
        orders.stop({}, 1.);
        QCOMPARE(orders.due(1.), std::vector<std::string>{"cut"});
        orders.answered({true, "cut"}, 1.1);
        QCOMPARE(orders.due(1.1), std::vector<std::string>{"release"});
        orders.answered({true, "release"}, 1.2);
        orders.clear();
        QVERIFY(orders.due(2.).empty());
        QVERIFY(orders.hold(4000.));
        QCOMPARE(orders.due(2.1), std::vector<std::string>{"target hold 4000"});
    }
};

JR_SUITE(TestBenchOrders)
#include "test_bench_orders.moc"
