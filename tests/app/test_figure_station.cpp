// SPDX-License-Identifier: GPL-3.0-or-later
// Figure through the real window: every page reached and worked by keyboard alone, dragged, typed with slips, pinned as
// a setup and graded by its pulls; without a job each page works on its own.
#include "app/figure/belt_page.h"
#include "app/figure/cam_page.h"
#include "app/figure/carburettor_page.h"
#include "app/figure/desk_page.h"
#include "app/figure/figure_station.h"
#include "app/figure/gears_page.h"
#include "app/figure/intake_page.h"
#include "app/figure/pins_page.h"
#include "app/figure/pipe_page.h"
#include "app/figure/ports_page.h"
#include "app/figure/worth_page.h"
#include "app/help/manual.h"
#include "archive/formats/job_readings.h"
#include "archive/formats/job_sheets.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QImage>
#include <QLineEdit>
#include <QPushButton>

#include <cmath>
#include <set>

using namespace jr;
using namespace jr::app;
using testsupport::openArchive;

class TestFigureStation : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

    FigureStation& figure() { return m_demo.window().figure(); }
    JobModel& model() { return m_demo.model(); }
    /// The station in view with the job's facts taken in.
    void arrive(const char* job) {
        QVERIFY(m_demo.open(job));
        m_demo.window().showStation(MainWindow::Figure);
        settle();
    }
    void settle() {
        model();
        QApplication::processEvents();
        model();
    }
    template <class Page>
    Page& page(const char* id) {
        figure().showPageOf(id);
        QApplication::processEvents();
        return *static_cast<Page*>(figure().page(id));
    }
    std::string setupId(const char* name) {
        for (const SetupRecord& s : model().job().setups)
            if (s.name == name)
                return s.id;
        return {};
    }
    QPushButton* button(QWidget& in, const char* words) {
        for (QPushButton* b : in.findChildren<QPushButton*>())
            if (b->text().remove(QLatin1Char('&')) == QLatin1String(words))
                return b;
        return nullptr;
    }

private slots:
    void initTestCase() { QCOMPARE(m_demo.begin(), QString()); }
    void cleanupTestCase() { m_demo.end(); }

    void everyPageByKeyboardAlone() {
        arrive("Stack length");
        m_demo.window().activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(&m_demo.window()));
        m_demo.window().showStation(MainWindow::Judge);
        QTest::keyClick(&m_demo.window(), Qt::Key_5, Qt::ControlModifier);
        QTRY_VERIFY(figure().isVisible());
        figure().show(0);
        QStringList seen;
        for (FigurePage* one : figure().figurePages()) {
            QVERIFY2(one->isVisible(), one->id().c_str());
            seen << QString::fromStdString(one->id());
            HandDrawing& drawing = one->drawing();
            drawing.setFocus(Qt::TabFocusReason);
            QApplication::processEvents();
            QVERIFY2(!drawing.chosen().empty(), one->id().c_str());
            // The first handle is stepped, and what stands on the page follows.
            const std::string key = drawing.chosen().substr(0, drawing.chosen().find('@'));
            const double before = one->inputs().number(key);
            const QImage was = drawing.grab().toImage();
            QTest::keyClick(&drawing, before > one->inputs().kind(key).low ? Qt::Key_Left : Qt::Key_Right);
            QVERIFY2(std::abs(one->inputs().number(key) - before) > 1e-9, one->id().c_str());
            QVERIFY2(one->inputs().byHand(key), one->id().c_str());
            QApplication::processEvents();
            QVERIFY2(drawing.grab().toImage() != was, one->id().c_str());
            // Typed in its place.
            const double typed = one->inputs().number(key);
            QTest::keyClick(&drawing, Qt::Key_Return);
            auto* field = drawing.findChild<QLineEdit*>();
            QVERIFY(field && field->isVisible());
            field->setText(QLocale().toString(before, 'f', 4));
            QTest::keyClick(field, Qt::Key_Return);
            QVERIFY2(std::abs(one->inputs().number(key) - before) < std::abs(typed - before) + 1e-3, one->id().c_str());
            QVERIFY(!field->isVisible());
            // Every handle can be walked to, and Tab leaves the drawing after the last.
            std::set<std::string> walked;
            drawing.setFocus(Qt::TabFocusReason);
            for (int i = 0; i < 40 && drawing.hasFocus(); ++i) {
                walked.insert(drawing.chosen());
                QTest::keyClick(&drawing, Qt::Key_Tab);
            }
            QVERIFY2(!drawing.hasFocus(), one->id().c_str());
            QVERIFY2(!walked.empty(), one->id().c_str());
            for (const char* bad : {"nan", "inf"})
                QVERIFY2(!one->words().contains(QLatin1String(bad), Qt::CaseInsensitive), qPrintable(one->words()));
            one->backToJob();
            QTest::keyClick(&figure(), Qt::Key_PageDown, Qt::ControlModifier);
            QApplication::processEvents();
        }
        QCOMPARE(seen, (QStringList{"gears", "ports", "pipe", "cam", "intake", "carburettor", "belt", "cylinder",
                                    "worth", "desk"}));
        QVERIFY(figure().board().isVisible()); // the pins come last
    }

    void withoutAJobEveryPageWorks() {
        QTemporaryDir dir;
        MainWindow window(m_demo.theme());
        QVERIFY(openArchive(window, dir.filePath("a")));
        window.show();
        window.showStation(MainWindow::Figure);
        window.model().waitUntilSettled();
        for (FigurePage* one : window.figure().figurePages()) {
            window.figure().showPageOf(one->id());
            QApplication::processEvents();
            QVERIFY2(one->words().size() > 60, qPrintable(one->words()));
            QVERIFY2(!one->words().contains("This cannot be"), qPrintable(one->words()));
            QVERIFY2(!one->words().contains("nan", Qt::CaseInsensitive), qPrintable(one->words()));
            // What is typed stays while one looks at another station.
            const std::string key(one->inputs().kinds().back().key);
            const InputKind& kind = one->inputs().kind(key);
            const double typed = std::round(kind.low + 0.6 * (kind.high - kind.low));
            one->type(key, typed);
            window.showStation(MainWindow::Ask);
            window.showStation(MainWindow::Figure);
            window.model().waitUntilSettled();
            QVERIFY2(std::abs(one->inputs().number(key) - typed) < 1e-9, key.c_str());
            if (QPushButton* pin = button(*one, "Pin as the next setup"))
                QVERIFY(!pin->isVisible() || !pin->isEnabled()); // nowhere to pin it to
        }
    }

    void everyHowHasItsParagraph() {
        for (const char* heading : {"Gears and shifts", "Ports and squish", "Expansion pipe", "Cams",
                                    "Stack, runner, filter, throat", "Carburettor and injection", "Belt drive",
                                    "Cylinder", "Weight, money, sound", "Desk", "Predictions and their grades"})
            QVERIFY2(!documentOf(QString::fromLatin1(heading)).isEmpty(), heading);
    }

    void aRoofIsDraggedAndCannotComeDown() {
        arrive("Reeds and pipe");
        auto& ports = page<PortsPage>("ports");
        QCOMPARE(ports.inputs().origin("exhaust_opens_deg_atdc"), Origin::Sheet);
        HandDrawing& drawing = ports.drawing();
        const double before = ports.inputs().number("exhaust_opens_deg_atdc");
        const QPoint at = drawing.placeOf("exhaust_opens_deg_atdc").toPoint();
        QTest::mousePress(&drawing, Qt::LeftButton, {}, at);
        QTest::mouseMove(&drawing, at - QPoint(0, 10));
        QTest::mouseMove(&drawing, at - QPoint(0, 20));
        QTest::mouseRelease(&drawing, Qt::LeftButton, {}, at - QPoint(0, 20));
        QVERIFY(ports.inputs().number("exhaust_opens_deg_atdc") < before - 1.);
        QVERIFY2(ports.words().contains("raise the roof"), qPrintable(ports.words()));
        // The circle follows: it is the same input.
        const QPointF circle = drawing.placeOf("exhaust_opens_deg_atdc@circle");
        ports.type("exhaust_opens_deg_atdc", before + 3.);
        QVERIFY(drawing.placeOf("exhaust_opens_deg_atdc@circle") != circle);
        QVERIFY2(ports.words().contains("cannot be lowered"), qPrintable(ports.words()));
        button(ports, "As it is")->click();
        QCOMPARE(ports.inputs().number("exhaust_opens_deg_atdc"), before);
        QCOMPARE(ports.inputs().origin("exhaust_opens_deg_atdc"), Origin::Sheet);
    }

    void slipsAreAskedAbout() {
        arrive("Reeds and pipe");
        auto& ports = page<PortsPage>("ports");
        ports.type("stroke_mm", 2.13); // inches
        QVERIFY2(ports.words().contains("inches"), qPrintable(ports.words()));
        QPushButton* take = nullptr;
        for (QPushButton* b : ports.findChildren<QPushButton*>())
            if (b->text().startsWith("Take ") && b->isVisible())
                take = b;
        QVERIFY(take);
        take->click();
        QVERIFY(std::abs(ports.inputs().number("stroke_mm") - 54.1) < 0.05);
        ports.type("exhaust_opens_deg_atdc", 186.); // a duration
        QVERIFY2(ports.words().contains("how long it is open"), qPrintable(ports.words()));
        ports.type("exhaust_opens_deg_atdc", 15.); // like nothing
        QVERIFY2(ports.words().contains("is outside"), qPrintable(ports.words()));
        ports.backToJob();
        auto& cam = page<CamPage>("cam");
        cam.type("intake_duration_deg", 300.);
        QVERIFY2(cam.words().contains("read at the seat"), qPrintable(cam.words()));
        cam.backToJob();
        auto& jets = page<CarburettorPage>("carburettor");
        jets.type("jet", 480.);
        QVERIFY2(jets.words().contains("numbered by flow"), qPrintable(jets.words()));
        jets.backToJob();
    }

    void aGuessMakesARange() {
        arrive("Reeds and pipe");
        auto& pipe = page<PipePage>("pipe");
        pipe.inputs().setOrigin("wave_m_s", Origin::Measured);
        pipe.type("wave_m_s", 520.);
        const double sure = pipe.answer().tunedRpm.high - pipe.answer().tunedRpm.low;
        pipe.inputs().setOrigin("wave_m_s", Origin::Guess);
        pipe.type("wave_m_s", 520.);
        QVERIFY(pipe.answer().tunedRpm.high - pipe.answer().tunedRpm.low > sure + 300.);
        pipe.backToJob();
    }

    void pinnedKeptAndGraded() {
        arrive("Reeds and pipe");
        auto& pipe = page<PipePage>("pipe");
        const std::size_t setups = model().job().setups.size();
        pipe.type("header_mm", pipe.inputs().number("header_mm") - 20.);
        QVERIFY(pipe.offer());
        const Ranged foretold = pipe.offer()->predicted;
        QTest::keyClick(button(pipe, "Pin as the next setup"), Qt::Key_Space);
        QTRY_COMPARE(model().job().setups.size(), setups + 1);
        settle();
        QTRY_COMPARE(figure().pins().sheet().pins.size(), std::size_t(1));
        const Prediction pin = figure().pins().sheet().pins.front();
        QCOMPARE(pin.predicted, foretold);
        const SetupRecord* setup = model().job().setup(pin.setupId);
        QVERIFY(setup && setup->parentId == figure().facts().setupId);
        QVERIFY(!setup->changes.empty() && setup->changes.front().part == "pipe");
        QVERIFY2(figure().board().words().contains("not pulled yet"), qPrintable(figure().board().words()));
        // Taken back and given again: the setup stays either way.
        model().undoStack().undo();
        QTRY_COMPARE(figure().pins().sheet().pins.size(), std::size_t(0));
        QVERIFY(model().job().setup(pin.setupId));
        model().undoStack().redo();
        QTRY_COMPARE(figure().pins().sheet().pins.size(), std::size_t(1));
        // What was tried is there again after the job was opened anew.
        const double tried = pipe.inputs().number("header_mm");
        arrive("Stack length");
        arrive("Reeds and pipe");
        QVERIFY(std::abs(page<PipePage>("pipe").inputs().number("header_mm") - tried) < 1e-9);
        QCOMPARE(figure().pins().sheet().pins.size(), std::size_t(1));
        figure().pins().unpin(pin.id);
        QTRY_COMPARE(figure().pins().sheet().pins.size(), std::size_t(0));
        page<PipePage>("pipe").backToJob();
    }
    void predictionsOfTheDemoAreGraded() {
        arrive("Weights on the belt");
        QTRY_VERIFY2(figure().board().words().contains("2 of 3 graded predictions"),
                     qPrintable(figure().board().words()));
        const auto& pins = figure().board().board().pins();
        QCOMPARE(pins.size(), std::size_t(3));
        QCOMPARE(figure().pins().grades().at(pins[0].id).verdict, GradeVerdict::Inside);
        QCOMPARE(figure().pins().grades().at(pins[2].id).verdict, GradeVerdict::Outside);
        // The board is walked by keys, and leads to the page.
        figure().show(figure().count() - 1);
        QTest::keyClick(&figure().board().board(), Qt::Key_Down);
        QVERIFY2(figure().board().words().contains("7380"), qPrintable(figure().board().words()));
        QTest::keyClick(&figure().board().board(), Qt::Key_Return);
        QVERIFY(figure().page("belt")->isVisible());
        // Four sets of weights have taught the exponent, which the simulated variator has as the root.
        auto& belt = page<BeltPage>("belt");
        QCOMPARE(belt.inputs().origin("exponent"), Origin::Own);
        QVERIFY(std::abs(belt.inputs().number("exponent") - 0.5) < 0.03);
        QCOMPARE(belt.runs().size(), std::size_t(4));
    }

    void weightsThatSitUnevenly() {
        arrive("Weights on the belt");
        auto& belt = page<BeltPage>("belt");
        for (const auto& [key, grams] :
             {std::pair{"weight_1_g", 17.}, std::pair{"weight_2_g", 15.}, std::pair{"weight_3_g", 17.},
              std::pair{"weight_4_g", 15.}, std::pair{"weight_5_g", 17.}, std::pair{"weight_6_g", 15.}})
            belt.type(key, grams);
        QVERIFY(!belt.drum().uneven && std::abs(belt.drum().meanKg - 0.016) < 1e-9);
        belt.type("weight_2_g", 17.);
        belt.type("weight_3_g", 15.);
        QVERIFY(belt.drum().uneven);
        QVERIFY2(belt.words().contains("Lay them in turn"), qPrintable(belt.words()));
        belt.backToJob();
    }

    void shiftsAndLimiters() {
        arrive("Stack length");
        auto& gears = page<GearsPage>("gears");
        QVERIFY(gears.answer() && gears.answer()->shifts.size() == 5);
        QVERIFY2(gears.words().contains("worth nothing here"), qPrintable(gears.words()));
        QVERIFY2(gears.words().contains("a guess"), qPrintable(gears.words())); // beyond the pulls
        // A shift far too early costs time.
        HandDrawing& drawing = gears.drawing();
        drawing.choose("shift_2_rpm");
        gears.type("shift_2_rpm", 6500.);
        QVERIFY(gears.answer()->triedCosts && gears.answer()->triedCosts->low > 0.02);
        QVERIFY2(gears.words().contains("cost"), qPrintable(gears.words()));
        gears.backToJob();
        QVERIFY(!gears.answer()->triedCosts);
        QCOMPARE(gears.inputs().origin("gear_4"), Origin::Sheet); // of "2.58, 1.89, …"
        QVERIFY(std::abs(gears.inputs().number("gear_4") - 1.26) < 1e-9);
    }

    void clearancesGoToReady() {
        arrive("Larkspur ladder");
        auto& cam = page<CamPage>("cam");
        QVERIFY2(cam.words().contains("hot cam changed the bottom by"), qPrintable(cam.words()));
        QTest::keyClick(button(cam, "Clearances on Ready"), Qt::Key_Space);
        QTRY_VERIFY(!walkRoundOf(model().sheet(sheet_kind::walkRound)).lines.empty());
        const WalkRound round = walkRoundOf(model().sheet(sheet_kind::walkRound));
        const auto line = std::find_if(round.lines.begin(), round.lines.end(),
                                       [](const WalkLine& l) { return l.key == "intake_clearance_mm"; });
        QVERIFY(line != round.lines.end());
        QVERIFY(std::abs(*line->low - 0.10) < 1e-9 && std::abs(*line->high - 0.14) < 1e-9 && line->unit == "mm");
    }

    void jetsFollowTheRealAir() {
        arrive("Stack length");
        auto& jets = page<CarburettorPage>("carburettor");
        QCOMPARE(jets.inputs().origin("density_now"), Origin::Pulls);
        const double then = jets.inputs().number("density_then");
        jets.type("density_now", 0.9 * then);
        QVERIFY(jets.answer()->air.jet < jets.inputs().number("jet"));
        QVERIFY(jets.answer()->air.afrChangePct < -4.);
        QVERIFY(jets.offer() && jets.offer()->quantity == PredictedQuantity::Mixture);
        jets.backToJob();
    }

    /// A flow bench's figures of the same parts: what share of the flow became power here.
    void aFlowFigureIsNoPowerFigure() {
        arrive("Stack length");
        std::vector<JobQuantity> quantities = jobReadingsOf(model().sheet(sheet_kind::readings));
        JobQuantity flow{"flow through the stack", "cfm", Better::Higher, {}};
        int number = 0;
        for (const auto& [setup, cfm] : {std::pair{"short stack", 112.}, std::pair{"long stack", 118.},
                                         std::pair{"short stack", 112.4}, std::pair{"long stack", 118.6}})
            flow.readings.push_back({setupId(setup), ++number, cfm, "", {}, false});
        quantities.push_back(flow);
        model().setSheet(sheet_kind::readings, sheetBody(quantities), "flow figures");
        figure().chooseSetup(setupId("long stack"));
        settle();
        auto& intake = page<IntakePage>("intake");
        settle();
        QVERIFY2(intake.words().contains("of the flow became power here"), qPrintable(intake.words()));
        QVERIFY2(intake.words().contains("Beside it, roll-on"), qPrintable(intake.words()));
        model().undoStack().undo();
        settle();
    }

    void unitsOnTheDesk() {
        arrive("Stack length");
        auto& desk = page<DeskPage>("desk");
        desk.convertFrom("2.125", "in", "mm");
        QVERIFY2(desk.converted().contains("53.975 mm"), qPrintable(desk.converted()));
        desk.convertFrom("1,5", "psi", "kPa"); // a comma is no decimal point here
        QVERIFY2(desk.converted().contains("?"), qPrintable(desk.converted()));
        desk.convertFrom("100", "hp", "kW");
        QVERIFY2(desk.converted().contains("74.56"), qPrintable(desk.converted()));
    }

    void moneyBesideWatts() {
        arrive("Larkspur ladder");
        auto& worth = page<WorthPage>("worth");
        QCOMPARE(worth.buys().size(), std::size_t(3));
        QVERIFY(worth.buys().back().price && *worth.buys().back().price == 310.);
        QVERIFY2(worth.words().contains("Most power for its money"), qPrintable(worth.words()));
        QVERIFY2(worth.words().contains("hot cam: 4.") && worth.words().contains("W an hour"),
                 qPrintable(worth.words()));
        QVERIFY2(worth.words().contains("Over the curve"), qPrintable(worth.words()));
    }
};

JR_SUITE(TestFigureStation)
#include "test_figure_station.moc"
