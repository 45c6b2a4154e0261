// SPDX-License-Identifier: GPL-3.0-or-later
// The promises of docs/judging.md with few seeds; report_promises runs them at full size. Bounds are those of the
// promise widened by three standard errors of so few tests, so that only a broken promise fails. One scenario alone
// cannot tell 85 % from 93 in eighty tests; all of them together can.
#include "core/judge/comparison.h"
#include "core/plan/plan.h"
#include "tests/simulation/promises.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <map>

namespace {

constexpr int kSeeds = 80, kPowerSeeds = 12;

bool ofPowerAlone(const promises::Scenario& s) {
    return s.name.rfind("power error", 0) == 0;
}

} // namespace

class TestPromises : public QObject {
    Q_OBJECT

    std::map<std::size_t, promises::Outcome> m_outcomes; ///< each is run once
    const promises::Outcome& outcomeOf(std::size_t index) {
        const auto known = m_outcomes.find(index);
        if (known != m_outcomes.end())
            return known->second;
        const promises::Scenario& s = promises::scenarios()[index];
        return m_outcomes[index] = promises::run(s, ofPowerAlone(s) ? kPowerSeeds : kSeeds);
    }

private slots:
    void hold_data() {
        QTest::addColumn<int>("index");
        const auto& list = promises::scenarios();
        for (std::size_t i = 0; i < list.size(); ++i)
            QTest::newRow(list[i].name.c_str()) << static_cast<int>(i);
    }
    void hold() {
        QFETCH(int, index);
        const promises::Scenario& s = promises::scenarios()[static_cast<std::size_t>(index)];
        const bool powerOnly = ofPowerAlone(s);
        const int seeds = powerOnly ? kPowerSeeds : kSeeds;
        const promises::Outcome& o = outcomeOf(static_cast<std::size_t>(index));
        const auto slack = [&](double p) { return 3. * std::sqrt(p * (1. - p) / seeds); };
        qInfo("coverage %.3f, calls %.3f, found %.3f, rms %.3f %%", o.coverage, o.falseCalls, o.found, o.powerRmsPct);
        if (!powerOnly)
            QVERIFY(o.coverage >= 0.93 - slack(0.93));
        if (s.gainShare == 0. && s.shiftRpm == 0. && !powerOnly)
            QVERIFY(o.falseCalls <= 0.05 + slack(0.05));
        if (s.name.rfind("4+4", 0) == 0 || s.name.rfind("ABBA ABBA", 0) == 0)
            QVERIFY(o.found >= 0.80 - slack(0.80)); // without a history; with one, test_real_days asks for 90 %
        if (powerOnly) {
            // Independent noise is the harder case (docs/judging.md says what is reached).
            QVERIFY(o.powerRmsPct <= 0.5);
            QVERIFY(o.usedShare >= 0.85);
        }
    }
    /// Wide ones are what a bench without a history has to bear; with one, test_real_days holds the width from above.
    void allTogetherTheBandIsNotTooNarrow() {
        double tests = 0., covered = 0.;
        for (std::size_t i = 0; i < promises::scenarios().size(); ++i)
            if (!ofPowerAlone(promises::scenarios()[i])) {
                tests += kSeeds;
                covered += kSeeds * outcomeOf(i).coverage;
            }
        const double share = covered / tests;
        QVERIFY2(share >= 0.95 - 3. * std::sqrt(0.95 * 0.05 / tests), qPrintable(QString::number(share)));
    }
    void aPlanKeepsItsWord() {
        // Planned for a gain of 1 % at 0.5 % repeatability, then run on simulated benches at just that: the band mean
        // is told from nothing as often as planned.
        jr::PlanOptions o;
        o.repeatabilityPct = 0.5;
        o.worthPct = 1.;
        const auto plan = jr::makePlan(o);
        const double planned = jr::planPower(o, plan->pullsEach, 1.);
        constexpr int kTests = 90;
        int found = 0;
        standin::BenchSetting bench;
        bench.sampleHz = 60.;
        for (int k = 0; k < kTests; ++k) {
            standin::Dice dice(9000 + static_cast<std::uint64_t>(k));
            std::vector<jr::PullFit> fits;
            for (std::size_t i = 0; i < plan->order.size(); ++i) {
                standin::EngineTruth engine;
                engine.torqueNm *= plan->order[i] ? 1.01 : 1.;
                standin::PullSetting pull;
                pull.offsetShare = 0.005 * dice.normal() + 0.004 * static_cast<double>(i) / 10.;
                pull.seed = 50000 + 100 * static_cast<std::uint64_t>(k) + i;
                jr::Trace t = testsupport::traceOf(standin::rollerPull(engine, bench, pull), jr::PullKind::Roller);
                t.header.startedEpochS = 360. * static_cast<double>(i);
                fits.push_back(std::move(jr::fitPull(t)).value());
            }
            std::vector<const jr::PullFit*> base, with;
            for (std::size_t i = 0; i < fits.size(); ++i)
                (plan->order[i] ? with : base).push_back(&fits[i]);
            jr::CompareOptions options;
            options.detail = 250.;
            const auto c = jr::compare(base, with, options);
            QVERIFY(c);
            found += *c->bandMean.lowW > 0.;
        }
        const double share = found / static_cast<double>(kTests);
        const double slack = 3. * std::sqrt(planned * (1. - planned) / kTests);
        QVERIFY2(std::abs(share - planned) <= slack,
                 qPrintable(QStringLiteral("%1 against %2 planned").arg(share).arg(planned)));
    }
};

JR_SUITE(TestPromises)
#include "test_promises.moc"
