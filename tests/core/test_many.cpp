// SPDX-License-Identifier: GPL-3.0-or-later
// More than two setups in one model, effects and the best value along the rev range, and the gains people quote.
// Linear model and pooled scatter against NIST certified data (StRD: Norris, SiRstv; tests/reference/certified).
#include "core/judge/along_range.h"
#include "core/judge/gain_kinds.h"
#include "core/judge/pull_model.h"
#include "core/judge/range_model.h"
#include "standin/simulated_bench.h"
#include "tests/support/certified.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <numeric>

using namespace jr;

namespace {

/// Pulls of engines in a given order, ordinary scatter and drift; sets in the order of `engines`.
struct Bench {
    std::vector<std::vector<PullFit>> fits;
    std::vector<std::vector<const PullFit*>> sets;

    Bench(const std::vector<standin::EngineTruth>& engines, const std::vector<int>& order, std::uint64_t seed,
          double scatter = 0.004, double driftPerHour = 0.) {
        fits.resize(engines.size());
        standin::Dice dice(seed);
        for (std::size_t i = 0; i < order.size(); ++i) {
            standin::PullSetting p;
            p.seed = seed * 100 + i;
            p.offsetShare = scatter * dice.normal() + driftPerHour * static_cast<double>(i) / 10.;
            const auto setup = static_cast<std::size_t>(order[i]);
            Trace t = testsupport::traceOf(standin::rollerPull(engines[setup], {}, p), PullKind::Roller);
            t.header.setup = "setup " + std::to_string(setup);
            t.header.startedEpochS = 360. * static_cast<double>(i);
            fits[setup].push_back(*fitPull(t));
        }
        for (const auto& set : fits) {
            sets.emplace_back();
            for (const PullFit& f : set)
                sets.back().push_back(&f);
        }
    }
};

standin::EngineTruth engineWith(std::vector<standin::TorqueBump> bumps) {
    standin::EngineTruth e;
    e.bumps = std::move(bumps);
    return e;
}

} // namespace

class TestMany : public QObject {
    Q_OBJECT
private slots:
    void certifiedStraightLine() {
        const testsupport::CertifiedSet norris = testsupport::certifiedSet("norris");
        QCOMPARE(norris.rows.size(), std::size_t(36));
        SittingPlan plan;
        plan.setups = 1;
        Eigen::VectorXd y(36);
        double mean = 0.;
        for (int i = 0; i < 36; ++i) {
            const std::vector<double>& row = norris.rows[static_cast<std::size_t>(i)];
            plan.setup.push_back(0);
            plan.startedS.push_back(row[1]); // seconds: all in one sitting
            y[i] = row[0];
            mean += row[1] / 36.;
        }
        const PullModel model = pullModel(plan, true);
        const double slope = model.weights.row(1).dot(y) / 3600., // it is told an hour
            level = model.weights.row(0).dot(y);
        QCOMPARE(norris.against("slope", slope), QString());
        QCOMPARE(norris.against("intercept", level - slope * mean), QString());
        QCOMPARE(norris.against("residual_sd", (model.residual * y).norm() / std::sqrt(34.)), QString());
    }
    void certifiedPooledScatter() {
        const testsupport::CertifiedSet resistance = testsupport::certifiedSet("sirstv");
        QCOMPARE(resistance.rows.size(), std::size_t(25));
        std::vector<Observation> o;
        for (const std::vector<double>& row : resistance.rows)
            o.push_back({static_cast<int>(row[0]), row[1], {}});
        const GroupFit fit = fitGroups(o, 5, {});
        QCOMPARE(resistance.against("residual_sd", fit.sd), QString());
        QCOMPARE(resistance.against("freedom", fit.freedom), QString());
    }
    void twoSetsAreWhatCompareSays() {
        const Bench b({engineWith({}), engineWith({{0.03, 6500., 700.}})}, {0, 1, 1, 0, 0, 1, 1, 0}, 5);
        const auto one = compare(b.sets[0], b.sets[1], {});
        const auto all = compareSets(b.sets, {});
        QVERIFY(one && all);
        QCOMPARE(all->size(), std::size_t(1));
        for (std::size_t i = 0; i < one->place.size(); ++i) {
            QCOMPARE(all->front().watt(i).mid, one->watt(i).mid);
            QCOMPARE(all->front().watt(i).low, one->watt(i).low);
        }
    }
    void pooledAndHeldTogether() {
        // Four setups, three pulls each: the scatter of all is pooled, so single comparisons are not needed to be as
        // wide as with six pulls alone; and the truth lies inside every band at once nearly always.
        const std::vector<standin::EngineTruth> engines{engineWith({}), engineWith({{0.02, 5000., 700.}}),
                                                        engineWith({{0.03, 7500., 800.}}),
                                                        engineWith({{-0.02, 6000., 900.}})};
        int inside = 0;
        double pooled = 0., alone = 0.;
        constexpr int kTests = 24;
        for (int k = 0; k < kTests; ++k) {
            const Bench b(engines, {0, 1, 2, 3, 3, 2, 1, 0, 0, 1, 2, 3}, 100 + static_cast<std::uint64_t>(k), 0.005,
                          0.01);
            const auto all = compareSets(b.sets, {});
            QVERIFY(all);
            bool good = true;
            for (std::size_t s = 0; s < all->size(); ++s) {
                const Comparison& c = (*all)[s];
                QVERIFY(c.drift.checked && c.drift.removed);
                for (std::size_t i = 0; i < c.place.size(); ++i) {
                    const double truth =
                        100. * (engines[s + 1].powerAt(c.place[i]) / engines[0].powerAt(c.place[i]) - 1.);
                    good = good && truth >= c.pct(i).low - 0.02 && truth <= c.pct(i).high + 0.02;
                }
            }
            inside += good;
            pooled += (*all)[0].pct(40).high - (*all)[0].pct(40).low;
            const auto pair = compare(b.sets[0], b.sets[1], {});
            alone += pair->pct(40).high - pair->pct(40).low;
        }
        QVERIFY2(inside >= kTests - 4, qPrintable(QString::number(inside)));
        QVERIFY2(pooled < alone, qPrintable(QStringLiteral("%1 against %2").arg(pooled).arg(alone)));
    }
    void aSetupWithOnePullTakesPartInAPool() {
        const Bench b({engineWith({}), engineWith({}), engineWith({{0.05, 7000., 900.}})}, {0, 1, 0, 1, 2, 0, 1}, 9);
        const auto all = compareSets(b.sets, {});
        QVERIFY(all);
        QVERIFY((*all)[1].margins); // its scatter is that of the others
        QVERIFY(std::any_of((*all)[1].calls.begin(), (*all)[1].calls.end(),
                            [](const Call& c) { return c.kind == CallKind::Gain; }));
        QVERIFY(!compareSets({b.sets[0]}, {}));
        QVERIFY(!compareSets({b.sets[0], {}}, {}));
    }
    void effectsAlongTheRange() {
        // A reed that works in the middle, a pipe that works above and costs below, and an interaction at the top.
        const auto engine = [](bool reed, bool pipe) {
            std::vector<standin::TorqueBump> bumps;
            if (reed)
                bumps.push_back({0.03, 5000., 600.});
            if (pipe)
                bumps.push_back({0.05, 8000., 700.});
            if (reed && pipe)
                bumps.push_back({-0.02, 7800., 600.});
            return engineWith(bumps);
        };
        const std::vector<Cell> cells{
            {{"stock", "stock"}}, {{"carbon", "stock"}}, {{"stock", "tuned"}}, {{"carbon", "tuned"}}};
        std::vector<standin::EngineTruth> engines{engine(false, false), engine(true, false), engine(false, true),
                                                  engine(true, true)};
        const Bench b(engines, {0, 1, 2, 3, 3, 2, 1, 0, 0, 1, 2, 3}, 77, 0.003);
        const auto design = crossDesign({"reed", "pipe"}, cells);
        QVERIFY(design);
        QCOMPARE(design->terms, (std::vector<std::string>{"reed", "pipe", "reed*pipe"}));
        const auto model = rangeModel(b.sets, {});
        QVERIFY(model);
        const EffectsAlongRange effects = effectsAlongRange(*design, *model);
        int inside = 0, all = 0;
        for (std::size_t i = 0; i < effects.place.size(); ++i) {
            double log[4];
            for (int c = 0; c < 4; ++c)
                log[c] = std::log(engines[static_cast<std::size_t>(c)].powerAt(effects.place[i]));
            const double truths[] = {0.5 * (log[1] - log[0] + log[3] - log[2]),
                                     0.5 * (log[2] - log[0] + log[3] - log[1]),
                                     0.5 * (log[3] - log[2] - log[1] + log[0])};
            for (int k = 0; k < 3; ++k) {
                const double truth = 100. * std::expm1(truths[k]);
                const EffectCurve& e = effects.effects[static_cast<std::size_t>(k)];
                inside += truth >= e.pct(i).low && truth <= e.pct(i).high;
                ++all;
            }
        }
        QVERIFY2(inside >= 0.97 * all, qPrintable(QStringLiteral("%1 of %2").arg(inside).arg(all)));
        // Without scatter there is no band.
        const Bench once(engines, {0, 1, 2, 3}, 78);
        const auto bare = rangeModel(once.sets, {});
        QVERIFY(bare && std::isnan(effectsAlongRange(*design, *bare).effects[0].pct(0).low));
    }
    void theBestLengthChangesAlongTheRange() {
        // A runner whose best length falls with engine speed: longer below, shorter above.
        const std::vector<double> lengths{60., 80., 100., 120., 140.};
        std::vector<standin::EngineTruth> engines;
        for (double length : lengths)
            engines.push_back(engineWith({{0.05, 5.2e5 / length, 1100.}}));
        std::vector<int> order;
        for (int round = 0; round < 4; ++round)
            for (int s = 0; s < 5; ++s)
                order.push_back(round % 2 ? 4 - s : s);
        const Bench b(engines, order, 41, 0.002);
        const auto model = rangeModel(b.sets, {});
        QVERIFY(model);
        const auto best = bestAlongRange(lengths, *model, {}, 250.);
        QVERIFY(best.size() > 15);
        const auto at = [&](double rpm) {
            return *std::min_element(best.begin(), best.end(), [&](const BestAtSpeed& x, const BestAtSpeed& y) {
                return std::abs(x.place - rpm) < std::abs(y.place - rpm);
            });
        };
        const BestAtSpeed low = at(4200.), high = at(8200.);
        QVERIFY2(low.bestX > high.bestX + 30., qPrintable(QStringLiteral("%1 and %2").arg(low.bestX).arg(high.bestX)));
        QVERIFY(std::abs(at(5200.).bestX - 100.) < 14.); // 5.2e5 / 100
    }
    void eachQuotedGainHasItsName() {
        const Bench b({engineWith({}), engineWith({{0.06, 7800., 700.}})}, {0, 1, 1, 0, 0, 1}, 3);
        const auto c = compare(b.sets[0], b.sets[1], {});
        const auto gains = quotedGains(*c, 7000.);
        QCOMPARE(gains.size(), std::size_t(4));
        QVERIFY(gains[0].kind == GainKind::BandMean && gains[0].lowW);
        QVERIFY(gains[1].kind == GainKind::AtSpeed && gains[1].basePlace == 7000. && gains[1].withPlace == 7000.);
        QCOMPARE(gains[2].gainW, c->with.peakPower->value - c->base.peakPower->value);
        QVERIFY(gains[2].basePlace == c->base.peakPower->place && !gains[2].lowW);
        QVERIFY2(gains[2].basePlace == gains[2].withPlace || gains[2].caution.find("apart") != std::string::npos,
                 gains[2].caution.c_str());
        QVERIFY(gains[3].gainW >= gains[1].gainW && !gains[3].caution.empty());
        QCOMPARE(quotedGains(*c, std::nan("")).size(), std::size_t(3));
        QCOMPARE(quotedGains(*c, 30000.).size(), std::size_t(3));
    }
};

JR_SUITE(TestMany)
#include "test_many.moc"
