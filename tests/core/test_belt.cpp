// SPDX-License-Identifier: GPL-3.0-or-later
// A belt drive: the variator holds the engine near one speed while the road runs, so curves and differences run over
// road speed, with engine speed beside. Checked against the stand-in's own truth.
#include "core/judge/comparison.h"
#include "core/judge/held_speed.h"
#include "core/judge/sentences.h"
#include "core/nan.h"
#include "core/pull/curve.h"
#include "core/pull/pull_axis.h"
#include "standin/belt_pull.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

using namespace jr;

namespace {

PullFit fitted(const standin::BeltDrive& drive, unsigned seed, const char* setup, double startedS = 0.) {
    Trace t = testsupport::traceOf(standin::beltPull(drive, seed), PullKind::Roller);
    t.header.setup = setup;
    t.header.startedEpochS = startedS;
    auto fit = fitPull(t);
    if (!fit)
        qFatal("%s", fit.error().reason.c_str());
    return *fit;
}

} // namespace

class TestBelt : public QObject {
    Q_OBJECT

private slots:
    void noFlagForWhatABeltAlwaysDoes() {
        for (unsigned seed = 1; seed <= 8; ++seed) {
            const PullFit fit = fitted({}, seed, "stock");
            QVERIFY(!fit.ready.geared);
            for (const Flag& flag : fit.flags())
                QVERIFY2(!flagExcludes(flag.kind) && flag.kind != FlagKind::Short, flagText(flag.kind).data());
        }
    }
    void theCurveRunsOverRoadSpeedAndIsTrue() {
        const standin::BeltDrive drive;
        double squares = 0., n = 0.;
        for (unsigned seed = 1; seed <= 6; ++seed) {
            const PullFit fit = fitted(drive, seed, "stock");
            const CurveOptions o = usualCurveOptions(fit);
            QVERIFY(o.axis == CurveAxis::RoadSpeed);
            CurveOptions bare = o;
            bare.standard = findStandard("none");
            const auto curve = curveOf(fit, bare);
            QVERIFY2(curve, curve ? "" : curve.error().reason.c_str());
            QVERIFY(curve->axis == CurveAxis::RoadSpeed && curve->engineRpm.size() == curve->place.size());
            QVERIFY(curve->place.back() - curve->place.front() > 12.); // m/s: the whole shift
            for (std::size_t i = 0; i < curve->place.size(); ++i) {
                const double w = curve->place[i] / drive.rollerRadiusM;
                const double truth = drive.powerW(w);
                squares += std::pow(curve->powerW[i] / truth - 1., 2);
                n += 1.;
                // Where the variator begins and ends its shift the engine's speed has a corner, and the tachometer is
                // smoothed over a tenth of a second.
                const bool corner =
                    std::abs(drive.engineRpm(w * 1.06) - 2. * drive.engineRpm(w) + drive.engineRpm(w / 1.06)) > 50.;
                QVERIFY2(std::abs(curve->engineRpmAt(i) / drive.engineRpm(w) - 1.) < (corner ? 0.03 : 0.006),
                         qPrintable(QString::number(curve->place[i])));
                QVERIFY(std::abs(curve->torqueNm[i] * radPerSFromRpm(curve->engineRpmAt(i)) / curve->powerW[i] - 1.) <
                        1e-9);
            }
        }
        const double rms = std::sqrt(squares / n);
        QVERIFY2(rms < 0.006, qPrintable(QString::number(rms)));
    }
    void aGainIsFoundWhereItIsAlongTheRoad() {
        standin::BeltDrive with;
        with.gain = 0.04;
        with.gainFromMS = 14.;
        std::vector<PullFit> fits;
        const std::string order = "ABBAABBA";
        for (std::size_t i = 0; i < order.size(); ++i)
            fits.push_back(fitted(order[i] == 'A' ? standin::BeltDrive{} : with, 20 + static_cast<unsigned>(i),
                                  order[i] == 'A' ? "stock" : "weights", 240. * static_cast<double>(i)));
        std::vector<const PullFit*> base, changed;
        for (std::size_t i = 0; i < order.size(); ++i)
            (order[i] == 'A' ? base : changed).push_back(&fits[i]);
        const auto c = compare(base, changed, {});
        QVERIFY2(c, c ? "" : c.error().reason.c_str());
        QVERIFY(c->axis == CurveAxis::RoadSpeed);
        double gained = 0., all = 0., elsewhere = 0.;
        for (const Call& call : c->calls)
            if (call.kind == CallKind::Gain) {
                gained += std::max(0., call.to - std::max(call.from, 15.));
                elsewhere += std::max(0., std::min(call.to, 12.) - call.from);
            }
        all = c->place.back() - 15.;
        QVERIFY2(gained > 0.6 * all, qPrintable(QStringLiteral("%1 of %2").arg(gained).arg(all)));
        QVERIFY(elsewhere < 0.5);
    }
    void atAnotherEngineSpeedTorqueFollowsBoth() {
        // Lighter weights: the same power at every road speed, with the engine turning faster.
        standin::BeltDrive light;
        light.shiftRpm = 7700.;
        light.powerAtRoad = true;
        standin::BeltDrive heavy;
        heavy.powerAtRoad = true;
        std::vector<PullFit> fits;
        for (unsigned k = 0; k < 6; ++k)
            fits.push_back(fitted(k % 2 ? light : heavy, 40 + k, k % 2 ? "light" : "heavy", 200. * k));
        const auto c = compare({&fits[0], &fits[2], &fits[4]}, {&fits[1], &fits[3], &fits[5]}, {});
        QVERIFY(c);
        const auto middle = c->place.size() / 2;
        const double slower = c->base.engineRpm[middle] / c->with.engineRpm[middle];
        QVERIFY(slower < 0.97);
        QVERIFY(std::abs(c->pct(middle).mid) < 1.5);
        const double torque = c->with.torqueNm[middle] - c->base.torqueNm[middle];
        QVERIFY(std::abs(c->newtonMetre(middle).mid - torque) < 0.01 * c->base.torqueNm[middle]);
        QVERIFY(torque < -0.02 * c->base.torqueNm[middle]);
    }
    void theSpeedAtWhichTheBeltHoldsIsToldOfBoth() {
        // The stand-in's variator holds from one road speed to another at the shift speed it was given.
        standin::BeltDrive light;
        light.shiftRpm = 7700.;
        const standin::BeltDrive heavy;
        int inside = 0;
        constexpr int kDays = 12;
        for (unsigned day = 0; day < kDays; ++day) {
            std::vector<PullFit> fits;
            for (unsigned k = 0; k < 6; ++k)
                fits.push_back(fitted(k % 2 ? light : heavy, 100 + 10 * day + k, k % 2 ? "light" : "heavy", 200. * k));
            const auto c = compare({&fits[0], &fits[2], &fits[4]}, {&fits[1], &fits[3], &fits[5]}, {});
            QVERIFY(c && c->held && c->held->halfRpm);
            double truth = 0., points = 0.;
            for (double v = c->held->from; v <= c->held->to; v += 0.05, ++points)
                truth += light.engineRpm(v / light.rollerRadiusM) - heavy.engineRpm(v / heavy.rollerRadiusM);
            truth /= points;
            QVERIFY2(std::abs(c->held->withRpm - c->held->baseRpm - truth) < 5., qPrintable(QString::number(truth)));
            inside += std::abs(c->held->withRpm - c->held->baseRpm - truth) <= *c->held->halfRpm;
            QVERIFY(c->held->to > 1.2 * c->held->from);
            // It is what the account says, in whole revolutions with its margin.
            const Account account = describe(*c, Wording{});
            QVERIFY(std::any_of(account.details.begin(), account.details.end(), [](const std::string& s) {
                return s.find("it holds the engine at") != std::string::npos && s.find("±") != std::string::npos;
            }));
        }
        QVERIFY2(inside >= kDays - 3, qPrintable(QString::number(inside))); // 95 % intervals
    }
    void inOneGearNothingIsHeld() {
        std::vector<double> place, geared, held;
        for (int i = 0; i < 100; ++i) {
            place.push_back(8. + 0.25 * i);
            geared.push_back(300. * place.back());
            held.push_back(i < 20 ? 6000. : i < 60 ? 7400. : 7400. + 80. * (i - 60));
        }
        QVERIFY(!heldStretch(place, 0.25, geared));
        const auto stretch = heldStretch(place, 0.25, held);
        QVERIFY(stretch && stretch->from == place[20]);
        QVERIFY(std::abs(stretch->meanRpm - 7400.) < 40.);
        place.erase(place.begin() + 30, place.begin() + 34); // never across a hole
        held.erase(held.begin() + 30, held.begin() + 34);
        const auto beyond = heldStretch(place, 0.25, held);
        QVERIFY(beyond && beyond->from >= 8. + 0.25 * 34);
        QVERIFY(!heldStretch({}, 0.25, {}));
    }
    void aGearedMachineOverRoadSpeedIsTheSamePower() {
        Trace t = testsupport::traceOf(standin::rollerPull({}, {}, {}), PullKind::Roller);
        const auto fit = fitPull(t);
        QVERIFY(fit && roadPerShaft(*fit));
        CurveOptions engine = usualCurveOptions(*fit);
        QVERIFY(engine.axis == CurveAxis::EngineSpeed);
        CurveOptions road = engine;
        road.axis = CurveAxis::RoadSpeed;
        road.gridStep = usualStep(road.axis);
        const PullAxis along(*fit, CurveAxis::RoadSpeed);
        road.detail = engine.detail.whole / along.fitPerPlace();
        const auto a = curveOf(*fit, engine), b = curveOf(*fit, road);
        QVERIFY(a && b);
        for (std::size_t i = 0; i < b->place.size(); ++i) {
            const double rpm = along.fitAt(b->place[i]);
            const auto up = std::upper_bound(a->place.begin(), a->place.end(), rpm) - a->place.begin();
            if (up <= 0 || up >= static_cast<long>(a->place.size()))
                continue;
            const auto k = static_cast<std::size_t>(up);
            const double share = (rpm - a->place[k - 1]) / (a->place[k] - a->place[k - 1]);
            const double power = a->powerW[k - 1] + share * (a->powerW[k] - a->powerW[k - 1]);
            QVERIFY(std::abs(b->powerW[i] / power - 1.) < 2e-3); // between grid points a line stands for a curve
            QVERIFY(std::abs(b->engineRpmAt(i) - rpm) < 1e-6);
        }
        QVERIFY(std::abs(a->peakPower->value / b->peakPower->value - 1.) < 1e-3);
    }
    void withoutARadiusThereIsNoRoad() {
        Trace t = testsupport::traceOf(standin::beltPull({}, 3), PullKind::Roller);
        t.header.rollerRadiusM.reset();
        const auto fit = fitPull(t);
        QVERIFY(fit);
        QVERIFY(!roadPerShaft(*fit));
        QVERIFY(usualCurveOptions(*fit).axis == CurveAxis::EngineSpeed);
        CompareOptions o;
        o.axis = CurveAxis::RoadSpeed;
        const auto c = compare({&*fit}, {&*fit}, o);
        QVERIFY(!c);
        const auto curve = curveOf(*fit, {CurveAxis::RoadSpeed, 0.25, 1.5, findStandard("none"), false});
        QVERIFY(!curve && curve.error().reason.find("roller's radius") != std::string::npos);
    }
};

JR_SUITE(TestBelt)
#include "test_belt.moc"
