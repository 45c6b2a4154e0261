// SPDX-License-Identifier: GPL-3.0-or-later
// Where other weights would move a belt's line, against what the stand-in's machine then does; and its times against
// the bench's power.
#include "core/figure/predict/prediction.h"
#include "core/nan.h"
#include "core/road/expected_line.h"
#include "core/road/road_and_bench.h"
#include "core/words/wording.h"
#include "tests/support/road_machine.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

std::vector<TimedRun> ridden(const std::vector<double>& grams, double latencyS = 0.) {
    std::vector<TimedRun> out;
    std::uint64_t seed = 1;
    for (double g : grams)
        for (int k = 0; k < 3; ++k) {
            standin::RoadSetting s;
            s.seed = seed++;
            s.latencyS = latencyS;
            RoadRun run = roadRun(testsupport::traceOf(standin::rideRoad(testsupport::quillOnTheRoad(g), s).recording,
                                                       PullKind::Road))
                              .value();
            run.header.setup = QString::number(g).toStdString();
            out.push_back(timedRun(std::to_string(seed), std::move(run), usualMarks(), Rollout::OneFoot));
        }
    return out;
}

const SetupOnMap& mapOf(const std::vector<SetupOnMap>& all, const std::string& setup) {
    return *std::find_if(all.begin(), all.end(), [&](const SetupOnMap& m) { return m.setup == setup; });
}

/// The stand-in's own power as a bench would have it.
BenchCurve truthCurve(const standin::RoadMachine& machine) {
    BenchCurve out;
    for (double rpm = 4000.; rpm <= 9500.; rpm += 50.) {
        out.place.push_back(rpm);
        out.powerW.push_back(machine.powerW(rpm));
        out.halfW.push_back(0.005 * machine.powerW(rpm));
    }
    out.pulls = 4;
    return out;
}

RoadLoadKnown loadOf(const standin::RoadMachine& machine) {
    RoadLoadKnown known;
    const double mass = machine.machineKg + machine.riderKg + machine.fuelKg;
    known.massKg = Ranged::exactly(mass);
    known.turningKg = Ranged::exactly(machine.turningKg);
    known.resistance = usualResistance(mass, 1.19, {machine.dragAreaM2, machine.dragAreaM2, machine.dragAreaM2},
                                       {machine.rolling, machine.rolling, machine.rolling});
    return known;
}

} // namespace

class TestExpectedLine : public QObject {
    Q_OBJECT
private slots:
    void otherWeightsAreForetold() {
        const EngineBand band{6800., 8200.};
        const auto map = speedMap(ridden({16., 14., 12.}), band);
        const WeightExponent own = exponentFromMap(map, {16., 14., 12.});
        QVERIFY(own.own);
        QVERIFY(std::abs(own.value.value - 0.5) < 0.02); // the stand-in keeps to the rule
        const auto line = expectedLine(mapOf(map, "16"), {16., 12., 0.}, own.value, band);
        QVERIFY(line.has_value());
        const SetupOnMap& really = mapOf(map, "12");
        QVERIFY2(std::abs(line->heldRpm.value / *really.heldRpm - 1.) < 0.01,
                 qPrintable(QString("%1 %2").arg(line->heldRpm.value).arg(*really.heldRpm)));
        for (std::size_t i = 0; i < line->mPerS.size(); ++i) {
            QVERIFY(line->lowRpm[i] <= line->rpm[i] + 1e-9 && line->rpm[i] <= line->highRpm[i] + 1e-9);
            const auto at = std::find(really.mPerS.begin(), really.mPerS.end(), line->mPerS[i]);
            if (at == really.mPerS.end() || line->mPerS[i] < 3.)
                continue;
            const double rpm = really.rpm[static_cast<std::size_t>(at - really.mPerS.begin())];
            QVERIFY2(std::abs(line->rpm[i] / rpm - 1.) < 0.04,
                     qPrintable(QString("%1 m/s: %2 %3").arg(line->mPerS[i]).arg(line->rpm[i]).arg(rpm)));
        }
        QVERIFY2(std::abs(*line->timeShare - *really.timeShare) < 0.06,
                 qPrintable(QString("%1 %2").arg(*line->timeShare).arg(*really.timeShare)));
    }

    void runsGradeWhatWasForetold() {
        const auto map = speedMap(ridden({16., 14.}), std::nullopt);
        const auto line = expectedLine(mapOf(map, "16"), {16., 14., 0.}, {0.5, 0.45, 0.55}, std::nullopt);
        Prediction pinned;
        pinned.quantity = PredictedQuantity::HeldSpeed;
        pinned.predicted = {line->heldRpm.value, 0.99 * line->heldRpm.low, 1.01 * line->heldRpm.high};
        SetupFacts facts;
        facts.heldRpm = heldOnRoad(mapOf(map, "14"));
        facts.heldRuns = 3;
        QVERIFY(facts.heldRpm->low < facts.heldRpm->high);
        const Grade grade = gradeOf(pinned, facts);
        QCOMPARE(grade.verdict, GradeVerdict::Inside);
        QCOMPARE(grade.pulls, 3);
        const QString words = QString::fromStdString(said(gradeMessage(pinned, grade)));
        QVERIFY2(words.contains("3 runs") && !words.contains("pulls"), qPrintable(words));
        pinned.predicted = Ranged::within(0.9 * line->heldRpm.value, 1.);
        QCOMPARE(gradeOf(pinned, facts).verdict, GradeVerdict::Outside);
        QVERIFY(said(gradeMessage(pinned, gradeOf(pinned, facts))).find("outside") != std::string::npos);
        facts.heldRpm = heldOnRoad(speedMap({ridden({14.}).front()}, std::nullopt)[0]); // one run has no margin
        facts.heldRuns = 1;
        QVERIFY(std::isnan(facts.heldRpm->low));
        QVERIFY(!said(gradeMessage(pinned, gradeOf(pinned, facts))).empty());
    }

    void byTheRuleItIsARange() {
        const auto map = speedMap(ridden({16.}), std::nullopt);
        const WeightExponent rule = exponentFromMap(map, {16.});
        QVERIFY(!rule.own);
        const auto line = expectedLine(map[0], {16., 14., 0.}, rule.value, std::nullopt);
        // The rule is the low end of what is seen: never less, up to an exponent of 1.2.
        QVERIFY(std::abs(line->heldRpm.high / (*map[0].heldRpm * std::pow(16. / 14., 1.2)) - 1.) < 1e-9);
        QVERIFY(line->heldRpm.low <= line->heldRpm.value && line->heldRpm.value < line->heldRpm.high);
        QVERIFY(std::abs(line->heldRpm.value / (*map[0].heldRpm * std::sqrt(16. / 14.)) - 1.) < 1e-9);
        QVERIFY(!line->timeShare);
        QCOMPARE(std::round(10. * weightForHeldG(16., *map[0].heldRpm, line->heldRpm.value, 0.5)), 140.);
    }

    void aStifferSpringHoldsItHigherByHalfOfItsShare() {
        const auto map = speedMap(ridden({16.}), std::nullopt);
        const auto line = expectedLine(map[0], {0., 0., 20.}, kSpringShare, std::nullopt);
        QVERIFY(std::abs(line->heldRpm.value / (*map[0].heldRpm * std::sqrt(1.1)) - 1.) < 1e-9);
        QVERIFY(line->heldRpm.low < line->heldRpm.value && line->heldRpm.high > line->heldRpm.value);
        SetupOnMap geared = map[0];
        geared.heldRpm.reset();
        QVERIFY(!expectedLine(geared, {16., 14., 0.}, kSpringShare, std::nullopt));
    }

    void theRoadIsTheBenchWhereAllPowerGetsThrough() {
        const standin::RoadMachine machine = testsupport::quillOnTheRoad(16.);
        const auto runs = ridden({16.});
        std::vector<const RoadRun*> plain;
        std::vector<const TimedRun*> timed;
        for (const TimedRun& run : runs) {
            plain.push_back(&run.run);
            timed.push_back(&run);
        }
        const RoadLoadKnown known = loadOf(machine);
        const RoadPower power = roadPower(plain, known).value();
        const BenchCurve bench = truthCurve(machine);
        const BenchRatio ratio = ratioToBench(power, bench, 1.).value();
        QVERIFY2(std::abs(ratio.mean - 1.) < 0.015, qPrintable(QString::number(ratio.mean)));
        QVERIFY(ratio.meanHalf > 0. && ratio.meanFromMPerS > 10.);
        // Thin air on the road: the bench's corrected figure stands higher than what the engine had.
        QVERIFY(std::abs(ratioToBench(power, bench, 1.05)->mean / ratio.mean - 1.05) < 1e-6);
        // The parts beyond the launch take what the bench's power says; the launch is not explained, and says so.
        const auto parts = partsAgainstModel(timed, usualMarks(), bench, power, known, 1., Rollout::OneFoot);
        QCOMPARE(parts.size(), 4u);
        for (std::size_t i = 2; i < parts.size(); ++i) {
            QVERIFY2(parts[i].explained(),
                     qPrintable(QString("%1 %2 of %3").arg(i).arg(parts[i].unexplainedS()).arg(parts[i].runS)));
            QVERIFY(std::abs(parts[i].unexplainedS()) < 0.02 * parts[i].runS);
        }
        double sum = 0.;
        for (const RunPart& part : parts)
            sum += part.runS;
        QVERIFY(std::abs(sum - runs[0].at(3)->timeS) < 0.15);
        // A machine that lost a tenth of its power on the way to the road is seen.
        BenchCurve stronger = bench;
        for (double& w : stronger.powerW)
            w *= 1.1;
        QVERIFY(
            !partsAgainstModel(timed, usualMarks(), stronger, power, known, 1., Rollout::OneFoot).back().explained());
    }

    void withoutAnEngineSpeedThereIsNoRatio() {
        auto runs = ridden({16.});
        std::vector<const RoadRun*> plain;
        for (TimedRun& run : runs) {
            run.run.engineRpm.clear();
            plain.push_back(&run.run);
        }
        const standin::RoadMachine machine = testsupport::quillOnTheRoad(16.);
        const RoadPower power = roadPower(plain, loadOf(machine)).value();
        QVERIFY(!ratioToBench(power, truthCurve(machine), 1.).ok());
        BenchCurve road = truthCurve(machine); // a belt's bench curve needs none
        road.axis = CurveAxis::RoadSpeed;
        for (double& v : road.place)
            v = (v - 4000.) / 200.;
        QVERIFY(ratioToBench(power, road, 1.).ok());
    }
};

JR_SUITE(TestExpectedLine)
#include "test_expected_line.moc"
