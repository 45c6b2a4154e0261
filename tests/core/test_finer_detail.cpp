// SPDX-License-Identifier: GPL-3.0-or-later
// Where the detail is halved, on simulated benches whose narrow features are known, and what smoothing takes away.
#include "core/judge/comparison.h"
#include "core/pull/finer_detail.h"
#include "standin/simulated_bench.h"
#include "tests/simulation/promises.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <map>

using namespace jr;

namespace {

constexpr double kDipRpm = 6100., kDipSd = 70.;

/// Pulls of one setup; with a dip of 5 % where the setup has one.
std::vector<PullFit> pullsOf(int count, bool dip, double offset = 0.003, unsigned seed = 5) {
    std::vector<PullFit> out;
    standin::Dice dice(seed);
    for (int i = 0; i < count; ++i) {
        standin::EngineTruth engine;
        if (dip)
            engine.bumps.push_back({-0.05, kDipRpm, kDipSd});
        standin::BenchSetting bench;
        bench.sampleHz = 200.;
        standin::PullSetting p;
        p.startRpm = 3000.;
        p.endRpm = 9000.;
        p.edgeJitterShare = 0.0008;
        p.whiteShare = 0.00015;
        p.offsetShare = offset * dice.normal();
        p.seed = 100ull * seed + static_cast<unsigned>(i);
        out.push_back(
            std::move(fitPull(testsupport::traceOf(standin::rollerPull(engine, bench, p), PullKind::Roller))).value());
    }
    return out;
}

std::vector<const PullFit*> pointersTo(const std::vector<PullFit>& fits) {
    std::vector<const PullFit*> out;
    for (const PullFit& f : fits)
        out.push_back(&f);
    return out;
}

} // namespace

class TestFinerDetail : public QObject {
    Q_OBJECT

private slots:
    void aPlainCurveIsSeenAlikeAllAlong() {
        int finer = 0;
        constexpr unsigned kDays = 10;
        for (unsigned seed = 1; seed <= kDays; ++seed) {
            const auto base = pullsOf(3, false, 0.003, seed), with = pullsOf(3, false, 0.003, seed + 50);
            finer += !finerDetail({pointersTo(base), pointersTo(with)}, CurveAxis::EngineSpeed, 250.).place.empty();
        }
        QVERIFY2(finer <= 5, qPrintable(QString::number(finer))); // one day in ten by chance
    }
    void aNarrowDipIsSeenFinelyThereAlone() {
        const auto base = pullsOf(4, false), with = pullsOf(4, true, 0.003, 77);
        const FinerDetail finer = finerDetail({pointersTo(base), pointersTo(with)}, CurveAxis::EngineSpeed, 250.);
        QVERIFY(Detail(250., finer).at(kDipRpm) <= 125.);
        QCOMPARE(Detail(250., finer).at(4000.), 250.);
        QCOMPARE(Detail(250., finer).at(8300.), 250.);
        // Nothing is seen finely at the ends, where data hold a curve from one side only.
        QCOMPARE(finer.halvingsAt(3050.), 0.);
        QCOMPARE(finer.halvingsAt(8950.), 0.);
        // No seams: a quarter of the detail from one detail to its half, at least.
        for (std::size_t j = 1; j < finer.place.size(); ++j)
            QVERIFY(std::abs(finer.halvings[j] - finer.halvings[j - 1]) <=
                    (finer.place[j] - finer.place[j - 1]) / (0.25 * 250.) + 1e-9);
        double length = 0.;
        bool there = false;
        for (const auto& [from, to] : finer.stretches()) {
            length += to - from;
            there = there || (from < kDipRpm && to > kDipRpm);
        }
        QVERIFY2(there && length < 1200., qPrintable(QString::number(length)));
    }
    void theDipIsMeasuredInFull() {
        const auto fits = pullsOf(6, true, 0., 9);
        const double detail = 250.;
        const FinerDetail finer = finerDetail({pointersTo(fits)}, CurveAxis::EngineSpeed, detail);
        standin::EngineTruth truth;
        truth.bumps.push_back({-0.05, kDipRpm, kDipSd});
        const auto missed = [&](const FinerDetail& by) {
            double sum = 0.;
            for (const PullFit& f : fits) {
                CurveOptions o;
                o.gridStep = 50.;
                o.detail = Detail(detail, by);
                const auto curve = curveOf(f, o);
                const auto at = static_cast<std::size_t>(curve->at(kDipRpm));
                sum += curve->powerW[at] / truth.powerAt(kDipRpm) - 1.;
            }
            return sum / static_cast<double>(fits.size());
        };
        QVERIFY2(missed({}) > 0.01, qPrintable(QString::number(missed({})))); // smoothed over by a fifth and more
        QVERIFY2(std::abs(missed(finer)) < missed({}) / 3., qPrintable(QString::number(missed(finer))));
    }
    void whatSmoothingTakesIsSaid() {
        // A little wider than what can be seen: what is lost is about what the curve says it is.
        const auto fits = pullsOf(6, true, 0., 21);
        standin::EngineTruth truth;
        truth.bumps.push_back({-0.05, kDipRpm, kDipSd});
        double said = 0., lost = 0.;
        for (const PullFit& f : fits) {
            CurveOptions o;
            o.gridStep = 50.;
            o.detail = 130.;
            const auto curve = curveOf(f, o);
            const auto at = static_cast<std::size_t>(curve->at(kDipRpm));
            said += curve->smoothedAway[at] / 6.;
            lost += (truth.powerAt(kDipRpm) / curve->powerW[at] - 1.) / 6.;
        }
        QVERIFY2(lost < -0.003, qPrintable(QString::number(lost)));
        QVERIFY2(said < 0.5 * lost && said > 1.5 * lost, qPrintable(QStringLiteral("%1 %2").arg(said).arg(lost)));
    }
    /// What a halving shows is carried by the margin as far as chance could have made it: nearly all of it where a
    /// plain curve was halved by chance, hardly any of a dip that stands out.
    void aHalvingByChanceIsCarriedByTheMargin() {
        constexpr double kDetail = 250.;
        const auto carriedOf = [&](const std::vector<PullFit>& fits, double& carried, double& shown) {
            const FinerDetail finer = finerDetail({pointersTo(fits)}, CurveAxis::EngineSpeed, kDetail);
            CurveOptions coarse, fine;
            coarse.gridStep = fine.gridStep = 50.;
            coarse.detail = kDetail;
            fine.detail = 0.5 * kDetail;
            std::map<double, double> more; // by halving, of their mean
            for (const PullFit& f : fits) {
                const auto whole = curveOf(f, coarse), half = curveOf(f, fine);
                for (std::size_t i = 0; i < whole->place.size(); ++i)
                    if (const long at = half->at(whole->place[i]); at >= 0 && finer.halvingsAt(whole->place[i]) == 1.)
                        more[whole->place[i]] += (half->powerW[static_cast<std::size_t>(at)] / whole->powerW[i] - 1.) /
                                                 static_cast<double>(fits.size());
            }
            for (const auto& [place, share] : more) {
                shown += share * share;
                carried += std::pow(finer.unseenOf("", place), 2);
            }
            return more.size();
        };
        double carried = 0., shown = 0.;
        int days = 0;
        for (unsigned seed = 1; seed <= 60; ++seed)
            days += carriedOf(pullsOf(4, false, 0.003, seed), carried, shown) > 0;
        QVERIFY2(days >= 2 && days <= 15, qPrintable(QString::number(days))); // one in ten by chance
        QVERIFY2(std::sqrt(carried / shown) > 0.5, qPrintable(QString::number(std::sqrt(carried / shown))));
        carried = shown = 0.;
        QVERIFY(carriedOf(pullsOf(8, true, 0.001, 9), carried, shown) > 0);
        QVERIFY2(std::sqrt(carried / shown) < 0.2, qPrintable(QString::number(std::sqrt(carried / shown))));
    }
    void nothingIsAskedOfWhatCannotTell() {
        QVERIFY(finerDetail({}, CurveAxis::EngineSpeed, 250.).place.empty());
        const auto fits = pullsOf(2, true);
        QVERIFY(finerDetail({pointersTo(fits)}, CurveAxis::EngineSpeed, 0.).place.empty());
        QVERIFY(finerDetail({pointersTo(fits)}, CurveAxis::EngineSpeed, 4000.).place.empty()); // hardly two details
        PullFit given; // a curve without a trace
        QVERIFY(finerDetail({{&given}}, CurveAxis::EngineSpeed, 250.).place.empty());
        // A single pull of each setup goes by its own noise.
        const auto base = pullsOf(1, false), with = pullsOf(1, true, 0.003, 31);
        (void)finerDetail({pointersTo(base), pointersTo(with)}, CurveAxis::EngineSpeed, 250.);
    }
    void aDetailThatIsAskedForIsKept() {
        const auto base = pullsOf(4, false), with = pullsOf(4, true, 0.003, 77);
        CompareOptions o;
        const auto own = compare(pointersTo(base), pointersTo(with), o);
        QVERIFY(own && !own->detail.finer.place.empty());
        o.detail = 250.;
        const auto asked = compare(pointersTo(base), pointersTo(with), o);
        QVERIFY(asked && asked->detail == Detail(250.));
    }
    void narrowFeaturesAreCoveredOrStriped_data() {
        QTest::addColumn<int>("index");
        const auto& list = promises::narrowFeatures();
        for (std::size_t i = 0; i < list.size(); ++i)
            QTest::newRow(list[i].name.c_str()) << static_cast<int>(i);
    }
    void narrowFeaturesAreCoveredOrStriped() {
        QFETCH(int, index);
        const promises::Scenario& s = promises::narrowFeatures()[static_cast<std::size_t>(index)];
        constexpr int kSeeds = 30;
        const promises::Outcome o = promises::run(s, kSeeds);
        const auto slack = [](double p) { return 3. * std::sqrt(p * (1. - p) / kSeeds); };
        qInfo("coverage %.3f, but for what is striped %.3f, striped %.3f, half-width %.2f %%", o.coverage,
              o.coverageElsewhere, o.hatched, o.halfWidthPct);
        QVERIFY(o.coverageElsewhere >= s.promised - slack(s.promised));
        QVERIFY(o.hatched <= 0.4); // a band striped all over says nothing
    }
};

JR_SUITE(TestFinerDetail)
#include "test_finer_detail.moc"
