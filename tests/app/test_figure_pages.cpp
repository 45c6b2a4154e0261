// SPDX-License-Identifier: GPL-3.0-or-later
// Figure's pages one by one: what they offer to pin, what they warn of, what a closing window must not lose, and stored
// figures that no language changes.
#include "app/figure/belt_page.h"
#include "app/figure/cam_page.h"
#include "app/figure/carburettor_page.h"
#include "app/figure/cylinder_page.h"
#include "app/figure/figure_station.h"
#include "app/figure/gears_page.h"
#include "app/figure/intake_page.h"
#include "app/figure/ports_page.h"
#include "app/figure/worth_page.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QLineEdit>
#include <QLocale>

#include <algorithm>
#include <cmath>

using namespace jr;
using namespace jr::app;

class TestFigurePages : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

    FigureStation& figure() { return m_demo.window().figure(); }
    void arrive(const char* job) {
        QVERIFY(m_demo.open(job));
        m_demo.window().showStation(MainWindow::Figure);
        settle();
    }
    void settle() {
        m_demo.model();
        QApplication::processEvents();
        m_demo.model();
    }
    template <class Page>
    Page& page(const char* id) {
        figure().showPageOf(id);
        QApplication::processEvents();
        return *static_cast<Page*>(figure().page(id));
    }

private slots:
    void initTestCase() { QCOMPARE(m_demo.begin(), QString()); }
    void cleanupTestCase() { m_demo.end(); }

    void anInjectedEngineHasItsOwnDrawing() {
        arrive("Filter at the hub");
        auto& jets = page<CarburettorPage>("carburettor");
        QVERIFY2(jets.words().contains("Injector open"), qPrintable(jets.words()));
        QVERIFY(!jets.drawing().placeOf("rpm").isNull());         // its speed is taken by the hand
        QVERIFY(jets.drawing().placeOf("throttle_pct").isNull()); // the circuits have nothing to say
        jets.type("injector_g_min", 90.);
        QVERIFY2(jets.words().contains("nothing is left for a hot day"), qPrintable(jets.words()));
        jets.backToJob();
        jets.type("afr_wanted", 12.5);
        QVERIFY(jets.offer() && jets.offer()->quantity == PredictedQuantity::Mixture);
        QVERIFY(jets.offer()->predicted.low < 12.5 && jets.offer()->predicted.high > 12.5);
        jets.backToJob();
    }
    void twoCylindersHaveTwoJets() {
        arrive("Reeds and pipe");
        auto& jets = page<CarburettorPage>("carburettor");
        QVERIFY2(jets.words().contains("cylinder 1 at") && jets.words().contains("cylinder 2 at"),
                 qPrintable(jets.words()));
        QVERIFY2(jets.words().contains("25.0 ml of oil a litre"), qPrintable(jets.words())); // 40 : 1 of its sheet
        jets.type("premix_now", 25.);
        QVERIFY2(jets.words().contains("leaner by that alone"), qPrintable(jets.words()));
        jets.backToJob();
    }
    /// Needle and screw are taken by the hand on the throttle's bar, by keys as well; a pin names them beside the jet.
    void needleAndScrewByTheHand() {
        arrive("Reeds and pipe");
        auto& jets = page<CarburettorPage>("carburettor");
        QVERIFY(!jets.drawing().placeOf("needle_raised").isNull() && !jets.drawing().placeOf("screw_out").isNull());
        jets.type("throttle_pct", 50.);
        jets.drawing().setFocus();
        jets.drawing().choose("needle_raised");
        QTest::keyClick(&jets.drawing(), Qt::Key_Up);
        QCOMPARE(jets.inputs().number("needle_raised"), 1.);
        QTRY_VERIFY2(jets.words().contains("% more fuel at 50 % throttle"), qPrintable(jets.words()));
        jets.type("afr_wanted", jets.answer()->afrLeft.value + 0.9);
        QVERIFY(jets.offer());
        QCOMPARE(jets.offer()->changes.size(), std::size_t(2));
        QCOMPARE(jets.offer()->changes.back().to, std::string("1 grooves"));
        jets.backToJob();
    }
    /// Another sprocket is pinned with the seconds of its stretch, which runs will grade; weight likewise.
    void gearsAndWeightArePinnedByTheirSeconds() {
        arrive("Stack length");
        auto& gears = page<GearsPage>("gears");
        QVERIFY(!gears.offer()); // nothing moved yet: nothing to pin
        gears.type("new_limiter_rpm", 9800.);
        QVERIFY(!gears.offer()); // a limiter that is looked at is no part
        gears.type("rear", gears.inputs().number("rear") + 2.);
        QVERIFY2(gears.offer(), qPrintable(gears.words()));
        QCOMPARE(gears.offer()->quantity, PredictedQuantity::MarkTime);
        QCOMPARE(gears.offer()->constant, std::string("loss")); // what its graded runs teach
        QVERIFY(std::abs(gears.offer()->perConstant * gears.answer()->run.seconds - 1.) < 1e-9);
        QVERIFY(QString::fromStdString(gears.offer()->mark).endsWith("km/h"));
        QVERIFY(gears.offer()->predicted.low < gears.offer()->predicted.high);
        QTRY_VERIFY2(gears.words().contains("no run has timed that stretch yet"), qPrintable(gears.words()));
        gears.backToJob();
        auto& worth = page<WorthPage>("worth");
        worth.type("off_kg", worth.inputs().number("off_kg") + 5.);
        QVERIFY(worth.offer());
        QCOMPARE(worth.offer()->mark, std::string("60-100km/h"));
        QCOMPARE(worth.offer()->changes.size(), std::size_t(1));
        worth.backToJob();
        QVERIFY(!worth.offer());
        // On a belt the band comes from what its weights made, and its runs say how long they were in it.
        arrive("Weights on the belt");
        auto& belt = page<BeltPage>("belt");
        QCOMPARE(belt.inputs().origin("band_from_rpm"), Origin::Pulls);
        QVERIFY(belt.inputs().number("band_from_rpm") < 7500. && belt.inputs().number("band_to_rpm") > 7500.);
        QTRY_VERIFY2(belt.words().contains("In its runs on the road the engine was in that band for"),
                     qPrintable(belt.words()));
        // A machine that was run on the road is foretold from its own times, and its pins are graded by them.
        arrive("Weights on the belt");
        const auto& others = figure().facts().others;
        QCOMPARE(std::count_if(others.begin(), others.end(),
                               [](const auto& one) { return one.second.markTimesS.contains("30-70km/h"); }),
                 3); // of the four sets of weights three were ridden
        auto& scale = page<WorthPage>("worth");
        scale.type("off_kg", 6.);
        QVERIFY(scale.offer() && scale.offer()->predicted.high > scale.offer()->predicted.low);
        scale.backToJob();
    }
    void topCentreStepByStep() {
        arrive("Reeds and pipe");
        auto& ports = page<PortsPage>("ports");
        ports.type("show", 1.);
        ports.type("one_way_deg", 28.);
        ports.type("other_way_deg", 338.);
        QVERIFY2(ports.words().contains("Top centre reads 3.0"), qPrintable(ports.words()));
        QVERIFY2(ports.words().contains("take the stop out"), qPrintable(ports.words()));
        ports.type("one_way_deg", 4.);
        ports.type("other_way_deg", 358.);
        QVERIFY2(ports.words().contains("hardly moves"), qPrintable(ports.words()));
        QVERIFY(!ports.offer());
        ports.backToJob();
        QVERIFY(ports.words().contains("Blowdown"));
    }
    void aSkimmedHead() {
        arrive("Stack length");
        auto& cylinder = page<CylinderPage>("cylinder");
        QVERIFY(cylinder.answer());
        const double before = cylinder.answer()->ratio.value;
        QVERIFY(std::abs(before - 11.2) < 0.05); // of the sheet, until somebody pours it
        cylinder.type("skim_mm", 0.3);
        QVERIFY(cylinder.answer()->ratio.value > before + 0.4);
        QVERIFY(cylinder.offer() && cylinder.offer()->quantity == PredictedQuantity::PeakPower);
        QCOMPARE(cylinder.offer()->changes.size(), std::size_t(1));
        QCOMPARE(cylinder.offer()->changes.front().to, std::string("0.30 mm"));
        QVERIFY(cylinder.offer()->predicted.high > figure().facts().pulls.peakW->mid);
        cylinder.type("octane", 91.);
        QVERIFY2(cylinder.words().contains("expect detonation") || cylinder.words().contains("near its edge"),
                 qPrintable(cylinder.words()));
        cylinder.backToJob();
    }
    void bothCamsAreOneChange() {
        arrive("Stack length");
        auto& cam = page<CamPage>("cam");
        const double overlap = cam.figures().overlapDeg;
        cam.type("both_deg", 4.);
        QVERIFY(std::abs(cam.figures().overlapDeg - overlap) < 1e-6); // turned together it stays
        QVERIFY(cam.offer() && cam.offer()->changes.size() == 2);
        QVERIFY(!cam.offer()->changes[0].belongs && cam.offer()->changes[1].belongs);
        cam.backToJob();
        cam.type("intake_centre_deg", cam.inputs().number("intake_centre_deg") - 8.);
        QVERIFY(cam.figures().overlapDeg > overlap + 7.);
        cam.type("intake_room_mm", 1.05);
        QVERIFY2(cam.words().contains("Measure it before the engine turns"), qPrintable(cam.words()));
        cam.backToJob();
    }
    /// Whatever a hand moved beside the pinned change is a change too, or the credit would be hidden.
    void aSecondChangeDoesNotRideAlong() {
        arrive("Stack length");
        auto& cylinder = page<CylinderPage>("cylinder");
        cylinder.type("skim_mm", 0.3);
        QCOMPARE(cylinder.offer()->changes.size(), std::size_t(1));
        cylinder.type("deck_mm", 0.1);
        QCOMPARE(cylinder.offer()->changes.size(), std::size_t(2));
        cylinder.backToJob();
        auto& intake = page<IntakePage>("intake");
        intake.type("stack_mm", 100.);
        intake.type("filter_cm2", 240.);
        QVERIFY(intake.offer() && intake.offer()->changes.size() == 2);
        QCOMPARE(intake.offer()->changes.back().to, std::string("240 cm²"));
        intake.backToJob();
    }
    void windAcrossTheMouth() {
        arrive("Stack length");
        auto& intake = page<IntakePage>("intake");
        intake.type("wind_m_s", 20.);
        QVERIFY2(intake.words().contains("upsets a carburettor"), qPrintable(intake.words()));
        intake.type("filter_cm2", 20.);
        QVERIFY2(intake.words().contains("The filter is small"), qPrintable(intake.words()));
        intake.type("bell_mm", 1.);
        QVERIFY2(intake.words().contains("sharp edge"), qPrintable(intake.words()));
        intake.backToJob();
    }
    void aBackgroundHidesTheMachine() {
        arrive("Stack length");
        auto& worth = page<WorthPage>("worth");
        QVERIFY2(worth.words().contains("The rules of this job allow 96.0 dB"), qPrintable(worth.words()));
        worth.type("background_db", 94.5);
        QVERIFY2(worth.words().contains("Find a quieter place"), qPrintable(worth.words()));
        worth.type("background_db", 0.);
        worth.type("level_db", 120.);
        QVERIFY2(worth.words().contains("Above the limit of this job's rules"), qPrintable(worth.words()));
        worth.backToJob();
    }

    void germanNumbersAreTypedAndStoredTheSame() {
        const QLocale before;
        QLocale german(QLocale::German);
        german.setNumberOptions(QLocale::OmitGroupSeparator);
        QLocale::setDefault(german);
        arrive("Stack length");
        auto& cylinder = page<CylinderPage>("cylinder");
        HandDrawing& drawing = cylinder.drawing();
        drawing.choose("skim_mm");
        drawing.setFocus();
        QTest::keyClick(&drawing, Qt::Key_Return);
        auto* field = drawing.findChild<QLineEdit*>();
        QVERIFY(field && field->text() == QLatin1String("0"));
        field->setText("0,25");
        QTest::keyClick(field, Qt::Key_Return);
        QVERIFY(std::abs(cylinder.inputs().number("skim_mm") - 0.25) < 1e-9);
        QVERIFY(cylinder.offer());
        QCOMPARE(cylinder.offer()->changes.front().to, std::string("0.25 mm"));   // kept with a point
        QVERIFY2(cylinder.words().contains("11,"), qPrintable(cylinder.words())); // and said with a comma
        cylinder.backToJob();
        QLocale::setDefault(before);
    }

    /// A handle moved by a key a moment before the window is closed is still there in the next one.
    void whatAHandMovedOutlivesTheWindow() {
        arrive("Stack length");
        auto& intake = page<IntakePage>("intake");
        HandDrawing& drawing = intake.drawing();
        drawing.choose("stack_mm");
        drawing.setFocus();
        QTest::keyClick(&drawing, Qt::Key_Right);
        const double moved = intake.inputs().number("stack_mm");
        QVERIFY(intake.inputs().byHand("stack_mm"));
        QVERIFY(m_demo.again());
        arrive("Stack length");
        QVERIFY2(std::abs(page<IntakePage>("intake").inputs().number("stack_mm") - moved) < 1e-9,
                 qPrintable(QString::number(page<IntakePage>("intake").inputs().number("stack_mm"))));
        page<IntakePage>("intake").backToJob();
    }
};

JR_SUITE(TestFigurePages)
#include "test_figure_pages.moc"
