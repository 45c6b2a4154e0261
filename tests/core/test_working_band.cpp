// SPDX-License-Identifier: GPL-3.0-or-later
// The working band: use weights, rides, scores and rankings; mixture findings; the run chart.
#include "core/judge/range_model.h"
#include "core/judge/run_chart.h"
#include "core/judge/sound.h"
#include "core/judge/working_band.h"
#include "core/mixture/mixture_finding.h"
#include "core/words/wording.h"
#include "standin/simulated_bench.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <functional>

using namespace jr;

namespace {

PullCurve curveFrom(double from, double to, const std::function<double(double)>& power) {
    PullCurve c;
    for (double r = from; r <= to; r += 50.) {
        c.place.push_back(r);
        c.powerW.push_back(power(r));
        c.torqueNm.push_back(0.);
        c.counted.push_back(1);
        c.noise.push_back(0.);
    }
    c.gridStep = 50.;
    c.smoothedAway.assign(c.place.size(), 0.);
    return c;
}

/// The same as a pull of a model; the pull itself has nothing to say.
CurvedPull curved(const PullCurve& curve) {
    static const PullFit plain;
    return {&plain, std::make_shared<const PullCurve>(curve)};
}

/// A trace with a mixture told by a function of time, one or two cylinders.
std::pair<Trace, PullFit> pullWithMixture(const std::function<double(double)>& one,
                                          const std::function<double(double)>& two = {}) {
    Trace t = testsupport::traceOf(standin::rollerPull({}, {}, {}), PullKind::Roller);
    std::erase_if(t.channels, [](const Channel& c) { return c.name.id == ChannelId::Afr; });
    const std::vector<double> time = t.find(ChannelId::Time)->values;
    int number = 0;
    for (const auto& f : {one, two}) {
        if (!f)
            continue;
        Channel c;
        c.name = {ChannelId::Afr, ++number};
        c.heading = "afr_" + std::to_string(number);
        c.quantity = Quantity::Ratio;
        for (double s : time)
            c.values.push_back(f(s));
        t.channels.push_back(std::move(c));
    }
    PullFit fit = *fitPull(t);
    return {std::move(t), std::move(fit)};
}

} // namespace

class TestWorkingBand : public QObject {
    Q_OBJECT
private slots:
    void weightsAreStraightLines() {
        const UseWeights w{{{4000., 0.}, {5000., 1.}, {6000., 0.5}}};
        QCOMPARE(w.at(3999.), 0.);
        QCOMPARE(w.at(4500.), 0.5);
        QCOMPARE(w.at(5500.), 0.75);
        QCOMPARE(w.at(6001.), 0.);
        QVERIFY(UseWeights{}.empty() && !w.empty());
        for (UseKind kind : useKinds()) {
            const UseWeights usual = usualWeights(kind, 8000.);
            QVERIFY(!usual.empty() && std::is_sorted(usual.points.begin(), usual.points.end()));
        }
    }
    void weightedMeanByHand() {
        // Power 1 W an rpm; weight a triangle about 5000: the mean is 5000.
        const UseWeights triangle{{{4000., 0.}, {5000., 1.}, {6000., 0.}}};
        const auto model = rangeModel({{curved(curveFrom(3000., 8000., [](double r) { return r; }))}}, {});
        QVERIFY(model);
        QVERIFY(std::abs(*weightedMeanW(*model, 0, triangle) - 5000.) < 1e-9);
        // A use that reaches beyond the pull is refused, as is none.
        QVERIFY(!weightedMeanW(*model, 0, {{{7000., 1.}, {9500., 1.}}}));
        QVERIFY(!weightedMeanW(*model, 0, {}));
        // A flagged stretch does not count: its own setup and its own level stand in.
        PullCurve flagged = curveFrom(3000., 8000., [](double r) { return 1.1 * r; });
        flagged.powerW[40] = 1e6;
        flagged.counted[40] = 0;
        const auto twoOther = curveFrom(3000., 8000., [](double r) { return r; });
        const auto three = rangeModel({{curved(flagged), curved(twoOther), curved(twoOther)}}, {});
        QVERIFY(three);
        QVERIFY(std::abs(*weightedMeanW(*three, 0, triangle) - 5500.) < 1e-6);
        QVERIFY(std::abs(pullMeansW(*three)[0] / pullMeansW(*three)[1] - 1.1) < 1e-9);
        // A pull outside the model reads the same as it would inside.
        QVERIFY(std::abs(outsiderMeanW(*three, flagged, 0) / pullMeansW(*three)[0] - 1.) < 0.002);
        QVERIFY(std::isnan(outsiderMeanW(*three, curveFrom(3000., 4000., [](double r) { return r; }), 0)));
    }
    void aRideBecomesWeights() {
        std::vector<double> t, rpm;
        for (int i = 0; i < 600; ++i) {
            t.push_back(0.1 * i + (i >= 300 ? 60. : 0.)); // a minute's gap in the log counts for nothing
            rpm.push_back(i < 100 ? 1200. : i < 300 ? 5000. : 7000.);
        }
        const auto w = weightsFromRide(t, rpm);
        QVERIFY(w);
        QCOMPARE(w->at(1250.), 0.); // idling is no use
        QCOMPARE(w->at(7000.), 1.);
        QVERIFY(std::abs(w->at(5000.) - 200. / 299.) < 0.01);
        QVERIFY(!weightsFromRide({0., 0.1}, {5000., 5000.}));
    }
    void widthAndFlatness() {
        std::vector<double> rpm, power;
        for (double r = 4000.; r <= 8000.; r += 50.) {
            rpm.push_back(r);
            power.push_back(1000. - std::abs(r - 6000.) * 0.1); // falls by a tenth within 1000 rpm
        }
        QVERIFY(std::abs(widthAbove(rpm, power) - 2000.) < 1e-6);
        QVERIFY(std::abs(widthAbove(rpm, power, 0.85) - 3000.) < 1e-6);
        QVERIFY(std::abs(widthAbove(rpm, power, 0.5) - 4000.) < 1e-6); // to the ends of the data
    }
    void whatCannotBeToldApartSharesAPlace() {
        standin::Dice dice(4);
        const double truth[] = {100., 100.2, 104.};
        std::vector<Observation> scores;
        for (int g = 0; g < 3; ++g)
            for (int i = 0; i < 4; ++i)
                scores.push_back({g, truth[g] * (1. + 0.004 * dice.normal()), {}});
        const std::vector<double> rpm{5000., 5050., 5100.};
        const std::vector<std::vector<double>> means{{90., 100., 90.}, {90., 100., 90.}, {104., 104., 104.}};
        const UseWeights use{{{5000., 1.}, {5100., 1.}}};
        const auto ranking = rankSetups({"a", "b", "c"}, scores, means, rpm, use, {});
        QVERIFY(ranking);
        QCOMPARE(ranking->setups[0].name, std::string("c"));
        QCOMPARE(ranking->setups[0].place, 1);
        QCOMPARE(ranking->setups[1].place, 2);
        QCOMPARE(ranking->setups[2].place, 2);
        QCOMPARE(ranking->notSeparable, (std::vector<std::vector<int>>{{1, 2}}));
        QCOMPARE(ranking->setups[0].flatnessPct, 100.);
        QVERIFY(std::abs(ranking->setups[1].flatnessPct - 90. / (280. / 3.) * 100.) < 1e-9);
        QVERIFY(!rankSetups({"a"}, scores, means, rpm, use, {}));
        QVERIFY(!rankSetups({"a", "b", "c", "d"}, scores, means, rpm, use, {}));
    }
    void equalSetupsAreSeldomSeparated() {
        standin::Dice dice(8);
        int wrong = 0;
        for (int k = 0; k < 400; ++k) {
            std::vector<Observation> scores;
            for (int g = 0; g < 4; ++g)
                for (int i = 0; i < 3; ++i)
                    scores.push_back({g, 100. * (1. + 0.005 * dice.normal()), {}});
            const std::vector<std::vector<double>> means(4, {1., 1.});
            const auto r = rankSetups({"a", "b", "c", "d"}, scores, means, {1., 2.}, {}, {});
            wrong += std::any_of(r->setups.begin(), r->setups.end(), [](const RankedSetup& s) { return s.place > 1; });
        }
        QVERIFY2(wrong <= 0.05 * 400 + 2. * std::sqrt(0.05 * 0.95 * 400), qPrintable(QString::number(wrong)));
    }
    void mixtureInItsWindow() {
        const auto [trace, fit] = pullWithMixture([](double) { return 12.9; });
        const MixtureFinding f = mixtureOf(trace, fit.ready, {});
        QVERIFY(f.known);
        QVERIFY(std::abs(f.insideShare - 1.) < 1e-9 && std::abs(f.meanAfr - 12.9) < 1e-9 && f.choppinessAfr < 1e-9);
        QVERIFY(f.leanS == 0. && f.richS == 0. && f.account.size() == 1);
        QVERIFY(usualTarget(2).leanAfr < usualTarget(4).leanAfr); // two-strokes are run safer
    }
    void aRichBellyAndALeanStart() {
        const auto [trace, fit] = pullWithMixture([](double s) {
            return s < 0.9 ? 14.6 : s > 2.5 && s < 4.5 ? 11.6 : 12.9;
        });
        const MixtureFinding f = mixtureOf(trace, fit.ready, {});
        QVERIFY(f.richS > 1.5 && f.richRpm.size() == 1);
        QVERIFY(f.startAfr > 14.);
        QVERIFY(std::any_of(f.account.begin(), f.account.end(), [](const Message& m) {
            const std::string s = said(m);
            return s.find("starts lean") != std::string::npos;
        }));
        QVERIFY(std::any_of(f.account.begin(), f.account.end(), [](const Message& m) {
            const std::string s = said(m);
            return s.find("Richer than the window from") != std::string::npos;
        }));
    }
    void choppyIsMeasured() {
        // A saw tooth of +-0.5 at five a second: standard deviation 0.5/sqrt(3) = 0.289.
        const auto [trace, fit] =
            pullWithMixture([](double s) { return 12.9 + (2. * (5. * s - std::floor(5. * s)) - 1.) * 0.5; });
        const MixtureFinding f = mixtureOf(trace, fit.ready, {});
        QVERIFY2(std::abs(f.choppinessAfr - 0.289) < 0.03, qPrintable(QString::number(f.choppinessAfr)));
        QVERIFY(std::any_of(f.account.begin(), f.account.end(), [](const Message& m) {
            const std::string s = said(m);
            return s.find("choppy") != std::string::npos;
        }));
    }
    void cylindersApartLeanAndSilent() {
        const auto [trace, fit] = pullWithMixture([](double) { return 12.6; },
                                                  [](double s) {
                                                      return s > 3. && s < 3.5 ? 16.8 : s > 5. && s < 5.4 ? 23. : 13.4;
                                                  });
        const MixtureFinding f = mixtureOf(trace, fit.ready, {});
        QCOMPARE(f.cylinderAfr.size(), std::size_t(2));
        QVERIFY(f.cylinderSpreadAfr > 0.7 && f.cylinderSpreadAfr < 1.4);
        QVERIFY2(std::abs(f.leanUnderLoadS - 0.5) < 0.05, qPrintable(QString::number(f.leanUnderLoadS)));
        QVERIFY(std::abs(f.notFiringS - 0.4) < 0.05); // no mixture: a cylinder that is not firing
    }
    void whatAnotherMixtureIsWorth() {
        standin::Dice dice(12);
        const auto run = [&](double pctPerAfr) {
            std::vector<Observation> values;
            std::vector<double> afr;
            for (int i = 0; i < 16; ++i) {
                afr.push_back(12.5 + 0.1 * (i % 6));
                const int setup = i % 2;
                values.push_back(
                    {setup,
                     20000. * (1. + 0.04 * setup) * std::exp(0.01 * pctPerAfr * afr.back() + 0.002 * dice.normal()),
                     {}});
            }
            return mixtureWhatIf(values, afr, 2);
        };
        int covered = 0, called = 0;
        for (int k = 0; k < 200; ++k) {
            const auto none = run(0.), real = run(-3.);
            called += *none->lowPct > 0. || *none->highPct < 0.;
            covered += *real->lowPct <= -3. && *real->highPct >= -3.;
            if (*none->lowPct <= 0. && *none->highPct >= 0.)
                QVERIFY2(said(none->message).find("show no gain") != std::string::npos, said(none->message).c_str());
        }
        QVERIFY2(covered >= 183 && called <= 17, qPrintable(QStringLiteral("%1 %2").arg(covered).arg(called)));
        QVERIFY(!mixtureWhatIf({{0, 1., {}}, {0, 1., {}}, {0, 1., {}}}, {13., 13., 13.}, 1)); // all alike
        QVERIFY(!mixtureWhatIf({{0, 1., {}}, {1, 1., {}}}, {13., 12.}, 2));
    }
    void theOddPullIsPointedAt() {
        standin::Dice dice(3);
        std::vector<RunPull> pulls;
        for (int i = 0; i < 12; ++i) {
            RunPull p;
            p.number = i + 1;
            p.setup = i / 2 % 2;
            p.startedS = 360. * i;
            p.coolantC = 82. + 0.5 * dice.normal();
            p.valueW = 20000. * (1. + 0.03 * p.setup) * (1. + 0.003 * dice.normal() - 0.01 * i / 10.);
            pulls.push_back(p);
        }
        RunChart calm = runChart(pulls, 2);
        QVERIFY(calm.driftChecked && *calm.driftPctPerHour < 0. && *calm.driftLow < -1. && *calm.driftHigh > -1.4);
        QVERIFY(std::none_of(calm.points.begin(), calm.points.end(), [](const RunPoint& p) { return p.odd; }));
        pulls[7].valueW *= 0.96;
        pulls[7].coolantC = 108.;
        const RunChart chart = runChart(pulls, 2);
        for (std::size_t i = 0; i < pulls.size(); ++i)
            QCOMPARE(chart.points[i].odd, i == 7);
        QVERIFY2(said(chart.points[7].causes.front()).find("coolant +26") != std::string::npos,
                 said(chart.points[7].causes.front()).c_str());
        QVERIFY(said(chart.account).find("not dropped") != std::string::npos);
        pulls[7].coolantC = 82.;
        QCOMPARE(said(runChart(pulls, 2).points[7].causes.front()), std::string("nothing recorded explains it"));
        pulls[7].flags = {FlagKind::Slip};
        pulls[7].pullsSinceFuel = 26;
        const auto causes = runChart(pulls, 2).points[7].causes;
        QCOMPARE(said(causes.front()), std::string("flagged slip"));
        QVERIFY(said(causes[1]).find("on one tank") != std::string::npos);
    }
    /// Mixtures that lie a hundredth apart were told to be worth 205 % for three tenths.
    void aHairsBreadthOfMixtureIsNoLever() {
        std::vector<Observation> values;
        std::vector<double> afr;
        for (int i = 0; i < 8; ++i) {
            values.push_back({i % 2, 10000. * (1. + 0.002 * ((i * 5) % 7 - 3)), 300. * i});
            afr.push_back(12.95 + 0.1 * (i % 2) + 0.005 * ((i * 3) % 5 - 2));
        }
        const auto refused = mixtureWhatIf(values, afr, 2);
        QVERIFY(!refused);
        QVERIFY2(refused.error().reason.find("too close together") != std::string::npos,
                 refused.error().reason.c_str());
        // The same pulls over four tenths say something, and nothing absurd.
        for (int i = 0; i < 8; ++i)
            afr[static_cast<std::size_t>(i)] = 12.8 + 0.1 * ((i * 3) % 5);
        const auto told = mixtureWhatIf(values, afr, 2);
        QVERIFY(told);
        QVERIFY(std::abs(told->pctPerAfr) < 10.);
    }
    void soundAtOneSpeed() {
        // Two levels 10 dB apart in equal shares average as energies: 10 log10((1 + 10) / 2) = 7.40 dB above the lower.
        auto [trace, fit] = pullWithMixture([](double) { return 13.; });
        QVERIFY(!soundAt(trace, fit.ready, 6000.)); // not recorded
        Channel c;
        c.name = {ChannelId::SoundLevel, 0};
        c.heading = "sound_level";
        c.quantity = Quantity::Sound;
        for (std::size_t i = 0; i < trace.rows(); ++i)
            c.values.push_back(i % 2 ? 100. : 90.);
        trace.channels.push_back(std::move(c));
        QVERIFY2(std::abs(*soundAt(trace, fit.ready, 6000., 1500.) - 97.40) < 0.1,
                 qPrintable(QString::number(*soundAt(trace, fit.ready, 6000., 1500.))));
        QVERIFY(!soundAt(trace, fit.ready, 20000.));
        const auto d = soundDifference(
            {{0, 94.0, {}}, {0, 94.4, {}}, {0, 94.2, {}}, {1, 92.0, {}}, {1, 92.3, {}}, {1, 92.3, {}}}, 6000.);
        QVERIFY(d && std::abs(d->withDb - d->baseDb + 2.0) < 1e-9 && *d->high < 0.);
        QVERIFY2(said(d->message).find("94.2 dB before, 92.2 dB after (-2.0;") != std::string::npos,
                 said(d->message).c_str());
        const auto bare = soundDifference({{0, 94., {}}, {1, 92., {}}}, 6000.);
        QVERIFY(bare && !bare->low && said(bare->message).find("no margin known") != std::string::npos);
        QVERIFY(!soundDifference({{0, 94., {}}}, 6000.));
    }
    void honestPullsAreSeldomCalledOdd() {
        standin::Dice dice(5);
        int called = 0;
        for (int k = 0; k < 300; ++k) {
            std::vector<RunPull> pulls;
            for (int i = 0; i < 10; ++i) {
                RunPull p;
                p.number = i + 1;
                p.setup = i % 2;
                p.startedS = 300. * i;
                p.valueW = 100. * (1. + 0.005 * dice.normal());
                pulls.push_back(p);
            }
            const RunChart chart = runChart(pulls, 2);
            called += std::any_of(chart.points.begin(), chart.points.end(), [](const RunPoint& p) { return p.odd; });
        }
        QVERIFY2(called <= 0.05 * 300 + 2. * std::sqrt(0.05 * 0.95 * 300), qPrintable(QString::number(called)));
        // Nothing is known of two single pulls.
        RunPull a, b;
        a.valueW = b.valueW = 1.;
        b.setup = 1;
        QVERIFY(!runChart({a, b}, 2).sdPct);
    }
};

JR_SUITE(TestWorkingBand)
#include "test_working_band.moc"
