// SPDX-License-Identifier: GPL-3.0-or-later
// A coast-down as a file: what was caught comes back the same out of the text anybody can open, and out of records that
// hold more than the coast-down.
#include "archive/formats/pull_file.h"
#include "bench/coast_down_file.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

/// A roller of 9 kg m2 left to itself with 1.2 + 0.01 w: closed form, w = (w0 + c0 / c1) e^(-c1 t / I) - c0 / c1.
CoastDown leftToItself(double fromRadS, double rateHz, double lastsS) {
    CoastDown out;
    for (int i = 0; i / rateHz < lastsS; ++i) {
        const double t = 100. + i / rateHz;
        out.timeS.push_back(t);
        out.shaftRadS.push_back((fromRadS + 120.) * std::exp(-0.01 * (t - 100.) / 9.) - 120.);
    }
    return out;
}

} // namespace

class TestCoastDownFile : public QObject {
    Q_OBJECT
private slots:
    void throughTheFileAndBack() {
        const CoastDown run = leftToItself(140., 20., 60.);
        PullHeader bench;
        bench.kind = PullKind::Roller;
        bench.id = "a pull of the bench"; // is not the coast-down's
        bench.rollerInertiaKgM2 = 9.;
        const Trace trace = coastDownTrace(bench, run);
        QVERIFY(trace.header.id.empty());
        QCOMPARE(trace.header.note, std::string("coast-down"));
        const Result<Trace> read = readPullFile(writePullFile(trace), "coast.pull.csv");
        QVERIFY(read);
        QCOMPARE(read->header.rollerInertiaKgM2.value_or(0.), 9.);
        const Result<CoastDown> back = coastDownOf(*read);
        QVERIFY(back);
        QCOMPARE(back->timeS.size(), run.timeS.size());
        for (std::size_t i = 0; i < run.timeS.size(); ++i) {
            QVERIFY(std::abs(back->timeS[i] - run.timeS[i]) < 1e-6);
            QVERIFY(std::abs(back->shaftRadS[i] - run.shaftRadS[i]) < 1e-6 * run.shaftRadS[i]);
        }
    }
    /// Run up before, holes in it, a clock that stood still: from its fastest moment on, and only what there is.
    void outOfARecordThatHoldsMore() {
        const CoastDown run = leftToItself(140., 20., 40.);
        CoastDown whole;
        for (int i = 0; i < 100; ++i) {
            whole.timeS.push_back(95. + 0.05 * i);
            whole.shaftRadS.push_back(1.38 * i);
        }
        whole.timeS.insert(whole.timeS.end(), run.timeS.begin(), run.timeS.end());
        whole.shaftRadS.insert(whole.shaftRadS.end(), run.shaftRadS.begin(), run.shaftRadS.end());
        whole.shaftRadS[200] = std::nan("");
        whole.timeS[300] = whole.timeS[299];
        const Result<CoastDown> found = coastDownOf(coastDownTrace({}, whole));
        QVERIFY(found);
        QCOMPARE(found->timeS.front(), 100.);
        QCOMPARE(found->timeS.size(), run.timeS.size() - 2);
        for (std::size_t i = 1; i < found->timeS.size(); ++i)
            QVERIFY(found->timeS[i] > found->timeS[i - 1] && found->shaftRadS[i] < found->shaftRadS[i - 1]);
        Trace without = coastDownTrace({}, whole);
        without.channels.pop_back();
        QVERIFY(!coastDownOf(without) && !coastDownOf(Trace{}));
    }
};

JR_SUITE(TestCoastDownFile)
#include "test_coast_down_file.moc"
