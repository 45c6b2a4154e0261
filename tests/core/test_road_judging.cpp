// SPDX-License-Identifier: GPL-3.0-or-later
// Runs set against each other: false calls on equal setups, a true tenth at the planned number of runs, coverage of the
// difference, and a whole set in order of time.
#include "core/plan/plan.h"
#include "core/road/timed_runs.h"
#include "tests/support/road_machine.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

const std::vector<Mark>& quarterAndEighth() {
    static const std::vector<Mark> marks{*parseMark("1/8mile"), *parseMark("1/4mile")};
    return marks;
}

/// What a day of runs is like: every run starts its own way, in its own gusts, a little stronger or weaker.
TimedRun ridden(const standin::RoadMachine& machine, const char* setup, std::uint64_t seed, double startedS) {
    standin::Dice dice(seed * 31 + 7);
    standin::RoadSetting s;
    s.seed = seed;
    s.clutchS = 0.25 + 0.1 * dice.uniform();
    s.gustMPerS = 0.8;
    s.offsetShare = 0.006 * dice.normal();
    Trace trace = testsupport::traceOf(standin::rideRoad(machine, s).recording, PullKind::Road);
    trace.header.setup = setup;
    trace.header.startedEpochS = startedS;
    return timedRun(setup, *roadRun(trace), quarterAndEighth(), Rollout::OneFoot);
}

struct Day {
    std::vector<TimedRun> base, with;
};
/// `each` runs a side, A B B A and so on.
Day rideDay(const standin::RoadMachine& base, const standin::RoadMachine& with, int each, std::uint64_t seed) {
    Day out;
    for (int k = 0; k < 2 * each; ++k) {
        const bool changed = k % 4 == 1 || k % 4 == 2;
        auto run = ridden(changed ? with : base, changed ? "with" : "base", seed * 1000 + static_cast<std::uint64_t>(k),
                          1.78e9 + 300. * k);
        (changed ? out.with : out.base).push_back(std::move(run));
    }
    return out;
}

const ValueComparison& quarterOf(const RoadCompared& compared) {
    return compared.marks.back().second;
}

} // namespace

class TestRoadJudging : public QObject {
    Q_OBJECT
private slots:
    /// Equal setups, four runs a side: at most one in twenty is called quicker or slower.
    void equalSetupsAreSeldomCalled() {
        constexpr int kDays = 200;
        int called = 0, covered = 0;
        const standin::RoadMachine machine = testsupport::quillOnTheRoad();
        for (int d = 0; d < kDays; ++d) {
            const Day day = rideDay(machine, machine, 4, static_cast<std::uint64_t>(d + 1));
            const auto compared = compareRuns(day.base, day.with, quarterAndEighth(), {});
            QVERIFY(compared && compared->marks.size() == 2);
            const ValueComparison& c = quarterOf(*compared);
            called += c.call == CallKind::Gain || c.call == CallKind::Loss;
            covered += *c.low <= 0. && 0. <= *c.high;
        }
        // 5 % and two standard deviations of a count of two hundred.
        QVERIFY2(called <= 16, qPrintable(QString::number(called)));
        QCOMPARE(covered, kDays - called);
    }
    /// A tenth of a second on the quarter mile: as many runs as the plan says find it nine times in ten.
    void aTenthIsFoundAsPlanned() {
        const standin::RoadMachine base = testsupport::quillOnTheRoad();
        standin::RoadMachine with = base;
        // What power makes a tenth, by the road itself.
        const standin::RoadSetting still;
        const double before = standin::rideRoad(base, still).truth.timeAtM(402.336);
        double share = 0.;
        for (; share < 0.1; share += 0.0005) {
            with.powerW = [&base, share](double rpm) { return (1. + share) * base.powerW(rpm); };
            if (before - standin::rideRoad(with, still).truth.timeAtM(402.336) >= 0.1)
                break;
        }
        // How runs repeat, from a dozen of the base.
        double sum = 0., square = 0.;
        constexpr int kTried = 24;
        for (int k = 0; k < kTried; ++k) {
            const double t = ridden(base, "base", 70000U + static_cast<std::uint64_t>(k), 0.).marks.back().timeS;
            sum += t;
            square += t * t;
        }
        const double mean = sum / kTried, sd = std::sqrt((square - kTried * mean * mean) / (kTried - 1));
        PlanOptions options;
        options.repeatabilityPct = 100. * sd / mean;
        options.worthPct = 100. * 0.1 / mean;
        const Result<Plan> plan = makePlan(options);
        QVERIFY(plan && plan->reachable);
        constexpr int kDays = 60;
        int found = 0;
        for (int d = 0; d < kDays; ++d) {
            const Day day = rideDay(base, with, plan->pullsEach, static_cast<std::uint64_t>(5000 + d));
            const auto compared = compareRuns(day.base, day.with, quarterAndEighth(), {});
            found += quarterOf(*compared).call == CallKind::Gain;
        }
        // Nine in ten less two standard deviations of a count of sixty.
        QVERIFY2(found >= 49, qPrintable(QStringLiteral("%1 of %2 with %3 runs each, sd %4 s")
                                             .arg(found)
                                             .arg(kDays)
                                             .arg(plan->pullsEach)
                                             .arg(sd)));
    }
    void setupsInTheirOrder() {
        const Day day = rideDay(testsupport::quillOnTheRoad(), testsupport::quillOnTheRoad(14.), 3, 9);
        std::vector<TimedRun> all = day.base;
        all.insert(all.end(), day.with.begin(), day.with.end());
        const auto rows = marksOfSetups(all, quarterAndEighth());
        QCOMPARE(rows.size(), std::size_t(4));
        QCOMPARE(rows[0].setup, std::string("base"));
        QCOMPARE(rows[1].setup, std::string("with"));
        for (const MarkOfSetup& row : rows) {
            QCOMPARE(row.runs, 3);
            QVERIFY(row.bestS <= row.meanS + 0.05 && row.sdS && *row.sdS > 0. && *row.lowS < row.meanS);
        }
        // A run that is left out counts nowhere.
        all[0].run.leftOut = Message{"road.fix-poor", {Number{2., 1}}};
        QCOMPARE(marksOfSetups(all, quarterAndEighth())[0].runs, 2);
        QVERIFY(!compareRuns({}, day.with, quarterAndEighth(), {}));
        QVERIFY(!compareRuns({all[0]}, day.with, quarterAndEighth(), {}));
        // One run a side has no margin, and nothing is called.
        const auto bare = compareRuns({day.base[0]}, {day.with[0]}, quarterAndEighth(), {});
        QVERIFY(bare && !quarterOf(*bare).low && quarterOf(*bare).call == CallKind::Open);
        QCOMPARE(roadVerdict(*bare, quarterAndEighth()[1], quarterOf(*bare)).code, std::string_view("road.no-margin"));
        // What was written down and differs is said.
        Day heavier = day;
        for (TimedRun& run : heavier.with)
            run.run.header.set(header_key::riderKg, 84.);
        const auto compared = compareRuns(heavier.base, heavier.with, quarterAndEighth(), {});
        QVERIFY(std::any_of(compared->cautions.begin(), compared->cautions.end(),
                            [](const Caution& c) { return c.message.code == "road.mass-differs"; }));
    }
};

JR_SUITE(TestRoadJudging)
#include "test_road_judging.moc"
