// SPDX-License-Identifier: GPL-3.0-or-later
// Ladders, combinations and sweeps: trade facts, a published factorial, GSL and a certified regression set as outside
// checks, and simulated truths.
#include "core/judge/factorial.h"
#include "core/judge/ladder.h"
#include "core/judge/sweep.h"
#include "core/judge/sweep_advice.h"
#include "core/words/wording.h"
#include "standin/simulated_bench.h" // Dice
#include "tests/support/certified.h"
#include "tests/support/suites.h"
#include "tests/support/untimed_observations.h"

#include <QTest>
#include <gsl/gsl_multifit.h>

#include <cmath>

using namespace jr;
using testsupport::untimed;

namespace {

const FactorialEffect* effect(const Factorial& f, const char* term) {
    for (const FactorialEffect& e : f.effects)
        if (e.term == term)
            return &e;
    return nullptr;
}

} // namespace

class TestSteps : public QObject {
    Q_OBJECT
private slots:
    void aLadderAgainstHandArithmetic() {
        const auto l =
            ladder({"stock", "pipe", "map"}, untimed({{10., 10.2, 9.8}, {11., 11.2, 10.8}, {11.1, 11.3, 10.9}}), {});
        QVERIFY(l);
        QVERIFY(std::abs(l->steps[1].gain - 1.) < 1e-12 && std::abs(l->steps[2].gain - 0.1) < 1e-12);
        QVERIFY(std::abs(l->steps[2].total - 1.1) < 1e-12 && std::abs(l->steps[2].totalPct - 11.) < 1e-9);
        // Pooled standard deviation 0.2 with six degrees of freedom, t = 2.4469 (any table): margin 2.4469 * 0.2 *
        // sqrt(2/3).
        QVERIFY(std::abs((*l->steps[1].gainHighAlone - *l->steps[1].gainLowAlone) / 2. -
                         2.4469 * 0.2 * std::sqrt(2. / 3.)) < 1e-4);
        // Both steps held together: wider than one alone, no wider than Bonferroni's t(0.9875, 6) = 2.9687 (table).
        const double together = (*l->steps[1].gainHigh - *l->steps[1].gainLow) / 2.;
        QVERIFY(together > 1.05 * 2.4469 * 0.2 * std::sqrt(2. / 3.) &&
                together < 1.0001 * 2.9687 * 0.2 * std::sqrt(2. / 3.));
        QCOMPARE(l->steps[0].gainPct, 0.);
        // Single values: no margins without a repeatability; a typed one is worth eight degrees. t(0.975, 8) = 2.30600
        // (table of the Student distribution).
        const auto bare = ladder({"a", "b"}, untimed({{100.}, {101.}}), {});
        QVERIFY(!bare->steps[1].gainLow);
        const auto given = ladder({"a", "b"}, untimed({{100.}, {101.}}), typedRepeatability(0.5));
        QVERIFY(std::abs(*given->steps[1].gainHigh - 1. - 2.30600 * 0.005 * 100.5 * std::sqrt(2.)) < 1e-3);
        QVERIFY(!ladder({"a"}, untimed({{1.}}), {}));
        QVERIFY(!ladder({"a", "b"}, untimed({{1.}, {}}), {}));
    }
    void driftIsTakenOutWhereTheOrderTells() {
        std::vector<Observation> o;
        // A B B A, drifting by one an hour, true gain 2.
        const int order[] = {0, 1, 1, 0, 0, 1, 1, 0};
        for (int i = 0; i < 8; ++i)
            o.push_back({order[i], 50. + 2. * order[i] + i / 6. + (i % 2 ? 0.01 : -0.01), 600. * i});
        const auto l = ladder({"A", "B"}, o, {});
        QVERIFY(l->fit.driftChecked && l->fit.driftRemoved);
        QVERIFY(std::abs(l->steps[1].gain - 2.) < 0.03);
    }
    void theTradesOwnCombination() {
        // Common practice, no source: 7.65 plain, 9.94 pipe only, 9.48 ported only, 11.12 both.
        const auto f = factorial({"pipe", "port"}, {{{"no", "no"}}, {{"yes", "no"}}, {{"no", "yes"}}, {{"yes", "yes"}}},
                                 untimed({{7.65}, {9.94}, {9.48}, {11.12}}), {});
        QVERIFY(f);
        QVERIFY(std::abs(*f->alone[0].second - 2.29) < 1e-9 && std::abs(*f->alone[1].second - 1.83) < 1e-9);
        QVERIFY(std::abs(*f->together - 3.47) < 1e-9);
        QVERIFY(std::abs(*f->sum - *f->together - 0.65) < 1e-9); // 0.65 less than the sum
        QVERIFY(std::abs(effect(*f, "pipe*port")->effect + 0.325) < 1e-9);
        QVERIFY(!effect(*f, "pipe")->low);
    }
    void aPublishedFactorial() {
        const testsupport::CertifiedSet plant = testsupport::certifiedSet("pilot-plant");
        QCOMPARE(plant.rows.size(), std::size_t(8));
        std::vector<Cell> cells;
        std::vector<std::vector<double>> values;
        for (const std::vector<double>& row : plant.rows) {
            cells.push_back({{row[0] > 0. ? "180" : "160", row[1] > 0. ? "40" : "20", row[2] > 0. ? "B" : "A"}});
            values.push_back({row[3]});
        }
        const auto f = factorial({"T", "C", "K"}, cells, untimed(values), {});
        QVERIFY(f);
        QCOMPARE(plant.figures.size(), std::size_t(7));
        for (const auto& [term, figure] : plant.figures) {
            const FactorialEffect* ours = effect(*f, term.toUtf8().constData());
            QVERIFY2(ours, qPrintable(term));
            QCOMPARE(plant.against(term, ours->effect), QString());
        }
    }
    void missingCellsAreSaid() {
        const auto f = factorial({"pipe", "box"}, {{{"a", "x"}}, {{"b", "x"}}, {{"a", "y"}}},
                                 untimed({{1., 1.1}, {2., 2.1}, {3., 3.1}}), {});
        QVERIFY(f);
        QCOMPARE(f->notSeparable, std::vector<std::string>{"pipe*box"});
        QVERIFY(std::abs(effect(*f, "pipe")->effect - 1.) < 1e-9);
        QVERIFY(!f->together);
        QVERIFY(effect(*f, "pipe")->low && *effect(*f, "pipe")->low > 0.5);
        QVERIFY(!factorial({"a", "b"}, {{{"1", "1"}}, {{"2", "1"}}, {{"3", "1"}}}, untimed({{1.}, {1.}, {1.}}), {}));
        QVERIFY(!factorial({"a"}, {{{"1"}}, {{"2"}}}, untimed({{1.}, {2.}}), {}));
        QVERIFY(!factorial({"a", "b"}, {{{"1", "1"}}, {{"1", "1"}}}, untimed({{1.}, {2.}}), {}));
    }
    void theTradesOwnLength() {
        // Common practice, no source: 2.125 / 2.43 / 3.475 in giving 4.51 / 4.60 / 4.56 hp.
        const auto s = sweep({2.125, 2.43, 3.475}, untimed({{4.51}, {4.60}, {4.56}}));
        QVERIFY(s);
        QVERIFY(std::abs(s->bestX - 2.43) < 1e-9 && s->inside);
        QVERIFY(s->shortSidePerUnit > 4. * s->longSidePerUnit); // several times faster on the short side
        QVERIFY(said(s->advice).find("stay on the high side") != std::string::npos);
        QVERIFY(!s->bestLow);
    }
    void aParabolaAgainstGsl() {
        // Twelve pulls at six jets of a true parabola: the same least squares by GSL.
        std::vector<double> x, vertexX{140, 145, 150, 155, 160, 165};
        std::vector<std::vector<double>> groups;
        standin::Dice dice(4);
        for (double jet : vertexX)
            groups.push_back({30. - 0.004 * std::pow(jet - 153., 2) + 0.02 * dice.normal(),
                              30. - 0.004 * std::pow(jet - 153., 2) + 0.02 * dice.normal()});
        const auto s = sweep(vertexX, untimed(groups));
        QCOMPARE(s->shape, SweepShape::Parabola);
        gsl_matrix* a = gsl_matrix_alloc(12, 3);
        gsl_vector* y = gsl_vector_alloc(12);
        for (std::size_t i = 0; i < 12; ++i) {
            const double u = vertexX[i / 2] - 150.;
            gsl_matrix_set(a, i, 0, 1.);
            gsl_matrix_set(a, i, 1, u);
            gsl_matrix_set(a, i, 2, u * u);
            gsl_vector_set(y, i, groups[i / 2][i % 2]);
        }
        gsl_vector* b = gsl_vector_alloc(3);
        gsl_matrix* cov = gsl_matrix_alloc(3, 3);
        double squares = 0.;
        gsl_multifit_linear_workspace* work = gsl_multifit_linear_alloc(12, 3);
        gsl_multifit_linear(a, y, b, cov, &squares, work);
        const double vertex = 150. - 0.5 * gsl_vector_get(b, 1) / gsl_vector_get(b, 2);
        QVERIFY(std::abs(s->bestX - vertex) < 1e-6);
        QVERIFY(*s->bestLow < 153. && *s->bestHigh > 153.);
        gsl_multifit_linear_free(work);
        gsl_matrix_free(a);
        gsl_matrix_free(cov);
        gsl_vector_free(y);
        gsl_vector_free(b);
    }
    void aLopsidedOptimumAndAFlatOne() {
        standin::Dice dice(9);
        std::vector<double> points;
        std::vector<std::vector<double>> lopsided, level;
        for (int i = 0; i < 7; ++i) {
            const double x = 60. + 10. * i;
            points.push_back(x);
            lopsided.emplace_back();
            level.emplace_back();
            for (int k = 0; k < 3; ++k) {
                lopsided.back().push_back(30. + (x < 83. ? 0.09 * (x - 83.) : -0.015 * (x - 83.)) +
                                          0.03 * dice.normal());
                level.back().push_back(30. + 0.05 * dice.normal());
            }
        }
        const auto s = sweep(points, untimed(lopsided));
        QCOMPARE(s->shape, SweepShape::TwoSides);
        QVERIFY2(std::abs(s->bestX - 83.) < 4., qPrintable(QString::number(s->bestX)));
        QVERIFY2(*s->bestLow <= 83. && *s->bestHigh >= 83. && *s->bestHigh - *s->bestLow < 20.,
                 qPrintable(QStringLiteral("%1 to %2").arg(*s->bestLow).arg(*s->bestHigh)));
        QVERIFY(s->inside && s->shortSidePerUnit > 3. * s->longSidePerUnit);
        QCOMPARE(sweep(points, untimed(level))->shape, SweepShape::Flat);
        // The same seed, the same answer.
        QCOMPARE(*sweep(points, untimed(lopsided))->bestLow, *s->bestLow);
    }
    void theEdgeIsSaidAndCutsAreCareful() {
        const std::vector<double> points{60., 70., 80., 90.};
        const auto rising = untimed({{30., 30.02}, {30.5, 30.48}, {31., 31.02}, {31.5, 31.52}});
        const auto s = sweep(points, rising);
        QVERIFY(!s->inside);
        QCOMPARE(s->next, std::vector<double>{100.});
        SweepOptions cut;
        cut.onlyShorter = true;
        QVERIFY(sweep(points, rising, cut)->next.empty()); // longer cannot be had back
        const auto falling = untimed({{31.5, 31.52}, {31., 31.02}, {30.5, 30.48}, {30., 30.02}});
        const auto next = sweep(points, falling, cut)->next;
        QCOMPARE(next.size(), std::size_t(1));
        QVERIFY(next[0] < 60. && next[0] >= 54.); // half a step, no jump
        QVERIFY(!sweep({1., 2.}, untimed({{1.}, {2.}})));
        QVERIFY(!sweep({1., 1., 2.}, untimed({{1.}, {2.}, {3.}})));
    }
    void stepsOnLogarithmsAreRatios() {
        // A step of pulls is a ratio, as the difference along the range is: the same pulls give the same margin
        // whichever of the two is the larger, and twice the power twice the gain.
        const auto o = untimed({{100., 101., 99.5}, {110., 111.5, 109.}, {95., 96., 94.4}});
        const auto l = ladder({"a", "b", "c"}, o, {}, 0.95, ValueScale::Logarithm);
        const LadderStep &up = l->steps[1], &down = l->steps[2];
        QVERIFY(std::abs(l->steps[0].value - std::cbrt(100. * 101. * 99.5)) < 1e-9);
        QVERIFY(std::abs(up.gain - (up.value - l->steps[0].value)) < 1e-9);
        const double upHigh = std::log1p(*up.gainHigh / l->steps[0].value),
                     upLow = std::log1p(*up.gainLow / l->steps[0].value),
                     downHigh = std::log1p(*down.gainHigh / up.value), downLow = std::log1p(*down.gainLow / up.value);
        QVERIFY(std::abs((upHigh - upLow) - (downHigh - downLow)) < 1e-9);
        QVERIFY(std::abs(0.5 * (upHigh + upLow) - std::log(up.value / l->steps[0].value)) < 1e-9);
        std::vector<Observation> twice = o;
        for (Observation& one : twice)
            one.value *= 2.;
        const auto m = ladder({"a", "b", "c"}, twice, {}, 0.95, ValueScale::Logarithm);
        QVERIFY(std::abs(*m->steps[1].gainLow - 2. * *up.gainLow) < 1e-9);
        QVERIFY(std::abs(*m->steps[2].totalHigh - 2. * *down.totalHigh) < 1e-9);
        // Near one another both scales say the same; a value of nothing has no logarithm and stays as it is.
        const auto near = untimed({{100., 100.4, 99.8}, {100.9, 101.2, 100.7}});
        const auto a = ladder({"a", "b"}, near, {}), b = ladder({"a", "b"}, near, {}, 0.95, ValueScale::Logarithm);
        QVERIFY(std::abs(*a->steps[1].gainLow - *b->steps[1].gainLow) < 0.02);
        const auto none = ladder({"a", "b"}, untimed({{0., 1.}, {2., 3.}}), {}, 0.95, ValueScale::Logarithm);
        QCOMPARE(none->steps[1].gain, 2.);
    }
    void sweptValuesAreToldAsFinelyAsTheyAreSet() {
        QCOMPARE(sweptDecimals(14., 22.), 1);  // degrees of advance
        QCOMPARE(sweptDecimals(60., 120.), 0); // millimetres of a stack
        QCOMPARE(sweptDecimals(0.7, 1.2), 2);  // squish
        QCOMPARE(sweptDecimals(10., 20.), 1);
        QCOMPARE(sweptDecimals(4000., 9000.), 0);
        QCOMPARE(sweptDecimals(5., 5.), 2);
        // Words follow the reader's language: a comma where there is one.
        const auto s = sweep({14., 16., 18., 20., 22.},
                             untimed({{84., 84.1}, {88., 88.1}, {90., 90.1}, {88.5, 88.6}, {85., 85.1}}));
        QVERIFY(s && s->decimals == 1);
        Wording german;
        german.decimalPoint = ',';
        const std::string words = said(s->advice, german);
        QVERIFY2(words.find(',') != std::string::npos && words.find("18.") == std::string::npos, words.c_str());
    }
    void whatCanHurtIsNeverTriedFirst() {
        // An ignition advance that still gains at the most that was tried, a jet at the least.
        const std::vector<double> points{26., 28., 30., 32.};
        const auto rising = untimed({{30., 30.02}, {30.5, 30.48}, {31., 31.02}, {31.5, 31.52}});
        const auto falling = untimed({{31.5, 31.52}, {31., 31.02}, {30.5, 30.48}, {30., 30.02}});
        SweepOptions care;
        care.harm = HarmSide::Above;
        const auto most = sweep(points, rising, care);
        QVERIFY(!most->inside);
        QCOMPARE(most->next, std::vector<double>{31.}); // from the safe side, between points that were run
        QCOMPARE(most->advice.front().code, std::string("sweep.harm-edge-above"));
        QCOMPARE(sweep(points, falling, care)->next, std::vector<double>{24.}); // the other way it is a sweep as any
        care.harm = HarmSide::Below;
        QCOMPARE(sweep(points, falling, care)->next, std::vector<double>{27.});
        QCOMPARE(sweep(points, rising, care)->next, std::vector<double>{34.});
        // A best inside, steep towards what can hurt or away from it: always the safe side first.
        standin::Dice dice(3);
        for (int t = 0; t < 40; ++t) {
            std::vector<double> x;
            std::vector<std::vector<double>> groups;
            const double best = 24. + 8. * t / 40.;
            for (int i = 0; i < 6; ++i) {
                x.push_back(20. + 3. * i);
                groups.emplace_back();
                for (int k = 0; k < 3; ++k)
                    groups.back().push_back(100. - (x.back() < best ? 0.4 : 0.9) * std::abs(x.back() - best) +
                                            0.1 * dice.normal());
            }
            for (HarmSide side : {HarmSide::Below, HarmSide::Above}) {
                care.harm = side;
                const auto s = sweep(x, untimed(groups), care);
                QVERIFY(s.ok() && !s->next.empty());
                QVERIFY(side == HarmSide::Below ? s->next[0] > s->bestX : s->next[0] < s->bestX);
                for (const Message& m : s->advice)
                    QVERIFY(m.code != (side == HarmSide::Below ? "sweep.stay-low" : "sweep.stay-high"));
                const bool settles = std::any_of(s->advice.begin(), s->advice.end(), [&](const Message& m) {
                    return m.code == (side == HarmSide::Below ? "sweep.settle-above" : "sweep.settle-below");
                });
                QVERIFY(settles);
            }
        }
        QCOMPARE(harmSideOf("Main jet"), HarmSide::Below);
        QCOMPARE(harmSideOf("squish [mm]"), HarmSide::Below);
        QCOMPARE(harmSideOf("ignition advance"), HarmSide::Above);
        QCOMPARE(harmSideOf("Compression"), HarmSide::Above);
        QCOMPARE(harmSideOf("stack"), HarmSide::Neither);
        // A larger air jet, less oil in the mix and more revs hurt upwards; a cam's timing neither way.
        QCOMPARE(harmSideOf("air jet"), HarmSide::Above);
        QCOMPARE(harmSideOf("premix ratio"), HarmSide::Above);
        QCOMPARE(harmSideOf("rev limit [rpm]"), HarmSide::Above);
        QCOMPARE(harmSideOf("timing"), HarmSide::Above);
        QCOMPARE(harmSideOf("cam timing"), HarmSide::Neither);
        QCOMPARE(harmSideOf("cam advance"), HarmSide::Neither);
    }
};

JR_SUITE(TestSteps)
#include "test_steps.moc"
