// SPDX-License-Identifier: GPL-3.0-or-later
// What was measured beside the power: held to the simulated bench's own truth, and worked out by hand.
#include "core/mixture/gauge_account.h"
#include "core/mixture/gauges.h"
#include "core/study/study.h"
#include "core/words/wording.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>

using namespace jr;

namespace {

standin::PullSetting twin(double starvedFromRpm, std::uint64_t seed) {
    standin::PullSetting p;
    p.startRpm = 5200.;
    p.endRpm = 8900.;
    p.brakeSweepRpmPerS = 450.;
    p.gauges = true;
    p.afr = 12.3;
    p.starvedFromRpm = starvedFromRpm;
    p.probeDelayS = 0.25;
    p.seed = seed;
    return p;
}

StudyPull pullOf(int number, const char* setup, const standin::PullSetting& setting,
                 MeasuredAt at = MeasuredAt::Crank) {
    Trace t = testsupport::traceOf(standin::brakePull({}, {}, setting), PullKind::Brake);
    t.header.setup = setup;
    t.header.startedEpochS = 1.7e9 + 500. * number;
    t.header.set(header_key::displacementCm3, 594.);
    t.header.strokes = 2;
    t.header.measuredAt = at;
    StudyPull out{std::to_string(number), number, setup, true, nullptr, nullptr};
    out.fit = std::make_shared<const PullFit>(std::move(fitPull(t)).value());
    out.trace = std::make_shared<const Trace>(std::move(t));
    return out;
}

std::shared_ptr<const Study> studyOf(bool starve) {
    std::vector<StudyPull> pulls;
    int number = 0;
    for (char side : std::string("ABBAABBA")) {
        ++number;
        pulls.push_back(pullOf(number, side == 'A' ? "stock" : "pipe",
                               twin(side == 'B' && starve ? 7500. : 0., static_cast<std::uint64_t>(40 + number))));
    }
    StudySettings settings;
    settings.baseSetup = "stock";
    settings.withSetup = "pipe";
    return Study::make(std::move(pulls), {{"stock", "stock", "", {}}, {"pipe", "pipe", "stock", {}}}, settings);
}

const GaugeCompared* of(const GaugesAnswer& answer, Gauge gauge) {
    const auto at = std::find_if(answer.gauges.begin(), answer.gauges.end(),
                                 [&](const GaugeCompared& g) { return g.gauge == gauge; });
    return at == answer.gauges.end() ? nullptr : &*at;
}

std::size_t at(const GaugesAnswer& answer, double rpm) {
    return static_cast<std::size_t>(std::lower_bound(answer.place.begin(), answer.place.end(), rpm - 1.) -
                                    answer.place.begin());
}

bool says(const std::vector<Message>& messages, std::string_view code) {
    return std::any_of(messages.begin(), messages.end(), [&](const Message& m) { return m.code == code; });
}

} // namespace

class TestGauges : public QObject {
    Q_OBJECT
private slots:
    void figuresAreWhatTheBenchBurnt() {
        const auto study = studyOf(true);
        const Result<GaugesAnswer>& answer = study->gauges();
        QVERIFY(answer);
        // The stand-in burns 420 g/kWh at the crank; both cylinders draw what 12.3 asks for.
        const GaugeCompared* consumption = of(*answer, {GaugeKind::Consumption});
        QVERIFY(consumption && consumption->basePulls == 4 && consumption->withPulls == 4);
        QVERIFY2(std::abs(consumption->baseMean - 420.) < 4., qPrintable(QString::number(consumption->baseMean)));
        const GaugeCompared* byFlow = of(*answer, {GaugeKind::MixtureByFlow});
        QVERIFY2(std::abs(byFlow->baseMean - 12.3) < 0.03, qPrintable(QString::number(byFlow->baseMean)));
        QVERIFY(byFlow->withMean > byFlow->baseMean + 0.1); // one of two runs short of fuel at the top
        QVERIFY(byFlow->difference.low > 0.);               // and that is more than scatter
        // By hand: 2 pi T / V of the curve's own torque.
        const GaugeCompared* pressure = of(*answer, {GaugeKind::MeanPressure});
        const std::size_t i = at(*answer, 7000.);
        const double torque = study->comparison()->base.torqueNm[i] / study->comparison()->base.meanFactor;
        QVERIFY(std::abs(pressure->base[i] / (2. * M_PI * torque / 594e-6 / 1000.) - 1.) < 0.005);
        // By hand: air drawn over what 594 cm3 hold at the outside density once a turn.
        const GaugeCompared* air = of(*answer, {GaugeKind::AirFlow});
        const GaugeCompared* breathing = of(*answer, {GaugeKind::Breathing});
        const double density = densityKgM3(*study->pulls()[0].fit->header.air());
        QVERIFY(std::abs(breathing->base[i] / (100. * air->base[i] / 3600. / (594e-6 * density * 7000. / 60.)) - 1.) <
                0.01);
    }
    void theStarvedCylinderIsNamedWithItsSpeed() {
        const auto study = studyOf(true);
        const Result<GaugesAnswer>& answer = study->gauges();
        QVERIFY(!unlikeCylinder(answer->gauges, GaugeKind::CylinderMixture, answer->place, answer->gridStep,
                                &GaugeCompared::base));
        const auto lean = unlikeCylinder(answer->gauges, GaugeKind::CylinderMixture, answer->place, answer->gridStep,
                                         &GaugeCompared::with);
        QVERIFY(lean);
        QCOMPARE(lean->cylinder, 2);
        // It begins at 7500 and reaches 0.9 at 8300: half a number apart is reached at 7944.
        QVERIFY2(std::abs(lean->from - 7950.) <= 100., qPrintable(QString::number(lean->from)));
        QVERIFY(std::abs(lean->most - 0.9) < 0.08);
        QVERIFY(says(answer->account, "gauges.leaner") && says(answer->account, "gauges.hotter") &&
                says(answer->account, "gauges.spread-mixture"));
        // One spread, told once: the gauge's own.
        const auto told = std::find_if(answer->account.begin(), answer->account.end(),
                                       [](const Message& m) { return m.code == "gauges.spread-mixture"; });
        QCOMPARE(std::get<Number>(told->arguments[1]).value, of(*answer, {GaugeKind::MixtureSpread})->withMean);
        QVERIFY(studyOf(false)->gauges()->account.size() == 2); // two spreads, and nobody is accused
    }
    void aKnownProbeDelayIsTakenOut() {
        // 0.25 s at 450 rpm a second reads 112 rpm late; the trace with its delay taken away shows by how much.
        const StudyPull told = pullOf(1, "pipe", twin(7500., 44));
        StudyPull untold = told;
        Trace t = *told.trace;
        std::erase_if(t.header.other, [](const auto& key) { return key.first == header_key::afrDelayS.key; });
        untold.fit = std::make_shared<const PullFit>(std::move(fitPull(t)).value());
        untold.trace = std::make_shared<const Trace>(std::move(t));
        const auto crosses = [](const StudyPull& pull) {
            std::vector<double> places;
            for (double rpm = 6000.; rpm < 8700.; rpm += 10.)
                places.push_back(rpm);
            const Result<PullCurve> curve = curveOf(*pull.fit, {});
            const std::vector<double> afr =
                gaugeAlong({GaugeKind::CylinderMixture, 2}, *pull.trace, *pull.fit, *curve, {}, places, 60.);
            for (std::size_t i = 0; i < places.size(); ++i)
                if (afr[i] > 12.3 + 0.45)
                    return places[i];
            return 0.;
        };
        const double right = crosses(told), late = crosses(untold);
        QVERIFY2(std::abs(right - 7900.) < 40., qPrintable(QString::number(right)));
        QVERIFY2(std::abs(late - right - 112.) < 40., qPrintable(QString::number(late - right)));
        // The pull's own mixture, the mean of both, is earlier lean by half of what that is worth.
        const double moved = told.fit->afrBySpeed.mean(7700., 8100.) - untold.fit->afrBySpeed.mean(7700., 8100.);
        QVERIFY2(std::abs(moved - 0.5 * 0.9 * 112. / 800.) < 0.02, qPrintable(QString::number(moved)));
    }
    void theMarginForHoldingItSaysWhatIsNotKnown() {
        const auto study = studyOf(true);
        const std::vector<Message>& hold = study->gauges()->hold;
        QVERIFY(says(hold, "gauges.hold-mixture") && says(hold, "gauges.hold-exhaust-rising"));
        const std::string words = said(hold);
        QVERIFY2(words.find("detonation") != std::string::npos, words.c_str());
        QVERIFY(words.find("whoever answers for the engine") != std::string::npos);
        const auto paper = heldOpenCaution(study->gauges()->gauges, hold);
        QVERIFY(paper && said(*paper).find("still rising") != std::string::npos);
        QVERIFY(!heldOpenCaution({}, hold)); // a mixture alone is not for a customer's paper
    }
    void aThermocoupleElsewhereIsNoCylinder() {
        // A bench of many thermocouples numbers on: a twin's third stands in the silencer and runs hot.
        StudyPull p = pullOf(1, "stock", twin(0., 3));
        Trace t = *p.trace;
        Channel far = *t.find(ChannelId::Egt, 1);
        far.name.number = 3;
        for (double& v : far.values)
            v += 200.;
        t.channels.push_back(far);
        const auto exhausts = [&](const GaugeFacts& facts) {
            const std::vector<Gauge> gauges = gaugesOf(t, *p.fit, facts);
            return std::count_if(gauges.begin(), gauges.end(),
                                 [](const Gauge& g) { return g.kind == GaugeKind::ExhaustTemp; });
        };
        QCOMPARE(exhausts(gaugeFactsOf(t.header, {})), 3); // nobody has said how many cylinders it has
        GaugeFacts sheet;
        sheet.cylinders = 2;
        QCOMPARE(exhausts(gaugeFactsOf(t.header, sheet)), 2);
        t.header.set(header_key::cylinders, 2.); // the bench's own words
        QCOMPARE(exhausts(gaugeFactsOf(t.header, {})), 2);
    }
    void whatIsMissingIsAskedFor() {
        std::vector<StudyPull> pulls;
        for (int k = 1; k <= 4; ++k) {
            StudyPull p = pullOf(k, k % 2 ? "stock" : "pipe", twin(0., static_cast<std::uint64_t>(k)));
            Trace t = *p.trace;
            std::erase_if(t.header.other, [](const auto& key) { return key.first == header_key::displacementCm3.key; });
            p.fit = std::make_shared<const PullFit>(std::move(fitPull(t)).value());
            p.trace = std::make_shared<const Trace>(std::move(t));
            pulls.push_back(p);
        }
        StudySettings settings;
        settings.baseSetup = "stock";
        settings.withSetup = "pipe";
        const auto bare = Study::make(pulls, {{"stock", "stock", "", {}}, {"pipe", "pipe", "", {}}}, settings);
        QVERIFY(says(bare->gauges()->missing, "gauges.no-size"));
        QVERIFY(!of(*bare->gauges(), {GaugeKind::Breathing}));
        settings.gaugeFacts.engine = {594e-6, 2}; // from the machine's sheet
        const auto sized = Study::make(pulls, {{"stock", "stock", "", {}}, {"pipe", "pipe", "", {}}}, settings);
        QVERIFY(sized->gauges()->missing.empty() && of(*sized->gauges(), {GaugeKind::Breathing}));
        // Hub is not crank, and unknown is not crank: what the figures are of is said.
        for (const auto& [at, code] :
             {std::pair{MeasuredAt::Hub, "gauges.not-crank"}, std::pair{MeasuredAt::Unknown, "gauges.place-unknown"}}) {
            std::vector<StudyPull> elsewhere;
            int number = 0;
            for (char side : std::string("ABBA")) {
                ++number;
                elsewhere.push_back(pullOf(number, side == 'A' ? "stock" : "pipe",
                                           twin(0., static_cast<std::uint64_t>(60 + number)), at));
            }
            const auto study = Study::make(elsewhere, {{"stock", "stock", "", {}}, {"pipe", "pipe", "", {}}}, settings);
            QVERIFY2(says(study->gauges()->missing, code), code);
        }
    }
};

JR_SUITE(TestGauges)
#include "test_gauges.moc"
