// SPDX-License-Identifier: GPL-3.0-or-later
// What is typed is in the unit the reader chose, what is kept is not, and nothing is rounded by looking at it.
#include "app/ask/ask_station.h"
#include "app/figure/figure_page.h"
#include "app/figure/figure_station.h"
#include "app/figure/input_list.h"
#include "app/ready/ready_station.h"
#include "app/road/conditions_form.h"
#include "app/widgets/measured_box.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/formats/machine_book_sheets.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QLineEdit>
#include <QPushButton>
#include <QSignalSpy>

#include <cmath>

using namespace jr;
using namespace jr::app;

class TestMeasuredInputs : public QObject {
    Q_OBJECT
    testsupport::DemoWindow m_demo;
    std::optional<DisplayUnits> m_usual;

    JobModel& model() { return m_demo.model(); }
    void imperial() {
        DisplayUnits units = model().units();
        units.temperature = *findUnit("degF");
        units.pressure = *findUnit("psi");
        units.airPressure = *findUnit("inHg");
        units.mass = *findWorkshopUnit("lb");
        units.road = *findUnit("mph");
        model().setUnits(units);
    }
    static bool near(double a, double b, double share = 1e-9) { return std::abs(a - b) <= share * std::abs(b); }

private slots:
    void initTestCase() {
        QCOMPARE(m_demo.begin(), QString());
        QVERIFY(m_demo.open("Stack length"));
        m_usual = model().units();
    }
    void cleanupTestCase() { m_demo.end(); }
    void cleanup() {
        model().setUnits(*m_usual);
        while (model().undoStack().canUndo())
            model().undoStack().undo();
    }

    void aBoxFollowsTheUnitAndKeepsTheValue() {
        MeasuredBox box(model(), Measured::Temperature, -20., 140., 0);
        QSignalSpy typed(&box, &MeasuredBox::typed);
        box.setSi(71.3);
        QCOMPARE(box.text(), QStringLiteral("71 °C"));
        imperial();
        QCOMPARE(box.text(), QStringLiteral("160 °F")); // 71.3 °C is 160.34 °F
        QCOMPARE(box.minimum(), -4.);
        QCOMPARE(box.maximum(), 284.);
        model().setUnits(*m_usual);
        QCOMPARE(box.si(), 71.3); // there and back, and not a digit lost
        QCOMPARE(typed.size(), 0);
        imperial();
        box.setValue(212.);
        QCOMPARE(typed.size(), 1);
        QVERIFY(near(typed.front().front().toDouble(), 100.));
        QVERIFY(near(box.si(), 100.));
        MeasuredBox pressure(model(), Measured::GaugePressure, 0., 300., 1);
        pressure.setSi(50000.);
        QCOMPARE(pressure.text(), QStringLiteral("7.25 psi")); // as fine as a tenth of a kPa: 6894.757 Pa each
        // A difference has no zero of its own.
        MeasuredBox step(model(), Measured::TemperatureStep, 0., 100., 0);
        step.setSi(10.);
        QCOMPARE(step.text(), QStringLiteral("18 °F"));
    }
    void theSittingsTemperatures() {
        m_demo.window().showStation(MainWindow::Ready);
        m_demo.window().ready().show(ReadyStation::Sitting);
        SittingPage& page = m_demo.window().ready().sitting();
        BenchSitting& sitting = m_demo.window().bench().sitting();
        const Procedure before = sitting.procedure();
        imperial();
        QCOMPARE(page.procedureField(&Procedure::coolantToC)->suffix(), QStringLiteral(" °F"));
        QCOMPARE(sitting.procedure().coolantToC, before.coolantToC); // only looked at
        page.procedureField(&Procedure::coolantToC)->setValue(203.);
        QVERIFY(near(sitting.procedure().coolantToC, 95.));
        QCOMPARE(sitting.procedure().coolantFromC, before.coolantFromC);
    }
    void theSittingsTyre() {
        m_demo.window().showStation(MainWindow::Ready);
        m_demo.window().ready().show(ReadyStation::Sitting);
        MeasuredBox& tyre = *m_demo.window().ready().sitting().tyreField();
        BenchSitting& sitting = m_demo.window().bench().sitting();
        const QString before = sitting.key("tyre_pressure_kpa");
        sitting.setKey("tyre_pressure_kpa", "240");
        QCOMPARE(tyre.text(), QStringLiteral("240 kPa"));
        imperial();
        QCOMPARE(tyre.text(), QStringLiteral("34.8 psi"));
        QCOMPARE(sitting.key("tyre_pressure_kpa"), QStringLiteral("240")); // only looked at
        tyre.setValue(33.);
        QVERIFY2(near(sitting.key("tyre_pressure_kpa").toDouble(), 33. * 6.894757293, 1e-5),
                 qPrintable(sitting.key("tyre_pressure_kpa")));
        tyre.setValue(0.);
        QCOMPARE(sitting.key("tyre_pressure_kpa"), QString());
        QCOMPARE(tyre.text(), QStringLiteral("not written down"));
        sitting.setKey("tyre_pressure_kpa", before);
    }
    void theMachinesSheet() {
        m_demo.window().showStation(MainWindow::Ask);
        m_demo.window().ask().show(AskStation::Machine);
        MachinePage* page = &m_demo.window().ask().machine();
        MachineSheet sheet = page->sheet();
        sheet.values["tyre_pressure_kpa"] = "230";
        sheet.values["weight_kg"] = "152.5";
        sheet.values["coolant_limit_c"] = "112";
        model().setSheet(sheet_kind::machine, sheetBody(withChange({}, sheet, 1)), "as it is");
        const auto shown = [&](const char* key) { return page->field(key)->text(); };
        QTRY_COMPARE(shown("tyre_pressure_kpa"), QLocale().toString(230));
        imperial();
        QTRY_COMPARE(shown("tyre_pressure_kpa"), QLocale().toString(33.36)); // 230 / 6.894757
        QCOMPARE(shown("weight_kg"), QLocale().toString(336.2));              // 152.5 / 0.45359237
        QCOMPARE(shown("coolant_limit_c"), QLocale().toString(233.6));
        // Looked at and left, nothing is changed; typed over, it is kept in its own.
        const int steps = model().undoStack().count();
        for (const char* key : {"tyre_pressure_kpa", "weight_kg", "coolant_limit_c"})
            emit page->field(key)->editingFinished();
        QCOMPARE(model().undoStack().count(), steps);
        page->field("tyre_pressure_kpa")->setText(QLocale().toString(36));
        emit page->field("tyre_pressure_kpa")->editingFinished();
        QVERIFY(near(*sheetNumber(page->sheet(), "tyre_pressure_kpa"), 36. * 6.894757, 1e-6));
        QCOMPARE(shown("tyre_pressure_kpa"), QLocale().toString(36));
        QVERIFY2(!page->warnings().contains("psi"), qPrintable(page->warnings())); // no slip of the unit
        QCOMPARE(sheetText(page->sheet(), "weight_kg"), std::string("152.5"));
    }
    void aLeakTestInPsi() {
        m_demo.window().showStation(MainWindow::Ready);
        m_demo.window().ready().show(ReadyStation::Leaks);
        LeakPage& page = m_demo.window().ready().leaks();
        m_demo.window().bench().sitting().setSetup(QStringLiteral("short stack"));
        imperial();
        QHash<QString, QDoubleSpinBox*> boxes;
        for (QDoubleSpinBox* box : page.findChildren<QDoubleSpinBox*>())
            boxes[box->accessibleName()] = box;
        QCOMPARE(boxes["may lose"]->suffix(), QStringLiteral(" psi/min"));
        boxes["Pumped to"]->setValue(6.);
        boxes["Still held"]->setValue(5.8);
        boxes["After how many minutes"]->setValue(2.);
        for (QPushButton* button : page.findChildren<QPushButton*>())
            if (button->property("primary").toBool())
                button->click();
        const LeakTest test = leakTestsOf(model().sheet(sheet_kind::leakTests)).tests.back();
        constexpr double kKpaPerPsi = 6.894757293168361; // GNU units
        QVERIFY(near(test.startKpa, 6. * kKpaPerPsi, 1e-6));
        QVERIFY(near(test.heldKpa, 5.8 * kKpaPerPsi, 1e-6));
    }
    void whatFigureRestsOn() {
        FigureStation& figure = m_demo.window().figure();
        m_demo.window().showStation(MainWindow::Figure);
        figure.showPageOf("gears");
        FigurePage& page = *figure.page("gears");
        InputList& list = *page.findChild<InputList*>();
        const double kg = page.inputs().number("rider_kg");
        imperial();
        QLineEdit& rider = *list.field("rider_kg");
        QCOMPARE(rider.accessibleName(), QStringLiteral("rider [lb]"));
        QCOMPARE(rider.text(), QLocale().toString(kg / 0.45359237, 'f', 0));
        QCOMPARE(page.inputs().number("rider_kg"), kg); // only looked at
        rider.setFocus();
        rider.selectAll();
        QTest::keyClicks(&rider, "200");
        QTest::keyClick(&rider, Qt::Key_Return);
        QVERIFY(near(page.inputs().number("rider_kg"), 90.718474)); // the international pound
        // What is outside is said in the unit it was typed in.
        rider.selectAll();
        QTest::keyClicks(&rider, "2000");
        QTest::keyClick(&rider, Qt::Key_Return);
        const auto buttons = page.findChildren<QPushButton*>();
        QVERIFY(std::any_of(buttons.begin(), buttons.end(), [](QPushButton* button) {
            return button->isVisible() && button->text() == QLatin1String("Take 551 lb"); // 250 kg
        }));
        QVERIFY(near(page.inputs().number("rider_kg"), 90.718474));
        // A length has one unit here.
        QVERIFY(list.field("wheel_mm")->accessibleName().endsWith("[mm]"));
    }
    void whatIsSaidOfARide() {
        ConditionsForm form(model());
        QSignalSpy edited(&form, &ConditionsForm::edited);
        RideConditions said;
        said.riderKg = 82.35;
        said.airPressurePa = 101325.;
        form.show(said);
        QCOMPARE(form.field(0)->text(), QLocale().toString(82.35));
        imperial();
        QCOMPARE(form.field(0)->text(), QLocale().toString(181.55, 'f', 2)); // lb
        QCOMPARE(form.field(5)->text(), QLocale().toString(29.921, 'f', 3)); // inHg, a standard atmosphere
        for (int i = 0; i < 7; ++i)
            emit form.field(i)->editingFinished(); // through all of them by Tab
        QCOMPARE(edited.size(), 0);
        QCOMPARE(form.said().riderKg.value_or(0.), 82.35);
        form.field(2)->setText("10");
        emit form.field(2)->editingFinished();
        QCOMPARE(edited.size(), 1);
        QVERIFY(near(form.said().windMPerS.value_or(0.), 4.4704)); // 10 mph, exact by definition
    }
};

JR_SUITE(TestMeasuredInputs)
#include "test_measured_inputs.moc"
