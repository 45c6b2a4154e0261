// SPDX-License-Identifier: GPL-3.0-or-later
// What was measured beside the power, on Judge and on Look, for the demo's brake job.
#include "app/look/look_station.h"
#include "app/widgets/gauge_words.h"
#include "app/widgets/steady_table.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QComboBox>
#include <QRegularExpression>

#include <cmath>

using namespace jr;
using namespace jr::app;

class TestGaugePages : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

    JobModel& model() { return m_demo.model(); }
    std::string setupId(const char* name) {
        for (const SetupRecord& s : model().job().setups)
            if (s.name == name)
                return s.id;
        return {};
    }

private slots:
    void initTestCase() { QCOMPARE(m_demo.begin(), QString()); }
    void cleanupTestCase() { m_demo.end(); }

    void judgeNamesTheStarvedCylinder() {
        QVERIFY(m_demo.open("Reeds and pipe"));
        model().compare().setBaseSetup(setupId("stock"));
        model().compare().setWithSetup(setupId("tuned pipe"));
        m_demo.page(JudgeStation::Gauges);
        model().waitUntilSettled();
        GaugesPage& page = m_demo.judge().gauges();
        const QString words = page.words();
        QVERIFY2(words.contains("cylinder 2 runs leaner"), qPrintable(words));
        QVERIFY2(words.contains("Specific consumption") && words.contains("Breathing"), qPrintable(words));
        QVERIFY2(words.contains("Not measured: detonation"), qPrintable(words));
        const QRegularExpression minusNothing(QStringLiteral("-0(\\.0+)?(?![.\\d])"));
        QVERIFY2(!words.contains(minusNothing) && !words.contains("nan"), qPrintable(words));
        // Every kind that was read can be chosen, and is drawn: four lines where each cylinder of two sides has one.
        for (int i = 0; i < page.which().count(); ++i) {
            page.which().setCurrentIndex(i);
            page.refresh();
            model().waitUntilSettled();
            QCOMPARE(page.which().currentIndex(), i); // the choice stays
            const auto kind = static_cast<GaugeKind>(page.which().currentData().toInt());
            QCOMPARE(page.values().graphCount(),
                     kind == GaugeKind::CylinderMixture || kind == GaugeKind::ExhaustTemp ? 4 : 2);
        }
        QVERIFY(page.which().count() >= 7);
    }
    /// Lines, axis and words in the reader's degrees: the same exhaust, 9/5 and 32 apart (by definition).
    void exhaustsInTheReadersDegrees() {
        QVERIFY(m_demo.open("Reeds and pipe"));
        m_demo.page(JudgeStation::Gauges);
        GaugesPage& page = m_demo.judge().gauges();
        page.which().setCurrentIndex(page.which().findData(static_cast<int>(GaugeKind::ExhaustTemp)));
        const auto firstValue = [&] {
            page.refresh();
            model().waitUntilSettled();
            return page.values().graph(0)->dataMainValue(page.values().graph(0)->dataCount() / 2);
        };
        const double celsius = firstValue();
        QVERIFY2(page.words().contains(QStringLiteral(" °C (")), qPrintable(page.words()));
        const DisplayUnits usual = model().units();
        DisplayUnits units = usual;
        units.temperature = *findUnit("degF");
        units.pressure = *findUnit("psi");
        model().setUnits(units);
        const double fahrenheit = firstValue();
        const QString words = page.words(), axis = page.values().yAxis->label();
        const GaugeScale pressure = gaugeScale(GaugeKind::MeanPressure, units);
        model().setUnits(usual);
        QVERIFY2(std::abs(fahrenheit - (1.8 * celsius + 32.)) < 1e-6,
                 qPrintable(QStringLiteral("%1 %2").arg(celsius).arg(fahrenheit)));
        QVERIFY2(words.contains(QStringLiteral(" °F (")) && !words.contains(QStringLiteral(" °C (")),
                 qPrintable(words));
        QVERIFY2(axis.contains(QStringLiteral("°F")), qPrintable(axis));
        QVERIFY(std::abs(pressure.of(1000.) - 145.0377) < 1e-3 && pressure.unit == QStringLiteral("psi")); // 1 MPa
        QCOMPARE(pressure.decimals, 1);
    }
    void withoutGaugesItSaysWhatWouldBeLookedAt() {
        QVERIFY(m_demo.open("Weights on the belt"));
        m_demo.page(JudgeStation::Gauges);
        model().waitUntilSettled();
        QVERIFY2(m_demo.judge().gauges().words().contains("measured beside the power"),
                 qPrintable(m_demo.judge().gauges().words()));
    }
    void lookShowsThemOfOnePull() {
        QVERIFY(m_demo.open("Reeds and pipe"));
        m_demo.window().showStation(MainWindow::Look);
        model().setCurrentPull(2); // the tuned pipe
        model().waitUntilSettled();
        auto* look = m_demo.window().findChild<LookStation*>();
        QComboBox* below = nullptr;
        for (QComboBox* box : look->findChildren<QComboBox*>())
            if (box->accessibleName().contains("under the power"))
                below = box;
        QVERIFY(below);
        QTRY_VERIFY(below->count() >= 7);
        below->setCurrentIndex(below->findData(static_cast<int>(GaugeKind::ExhaustTemp)));
        emit below->activated(below->currentIndex());
        auto* gauges = look->findChild<PullGauges*>();
        QVERIFY(gauges->isVisible());
        QCOMPARE(gauges->graphCount(), 2); // two exhausts
        model().setCurrentPull(3);         // what is looked at stays from pull to pull
        model().waitUntilSettled();
        QTRY_COMPARE(below->currentData().toInt(), static_cast<int>(GaugeKind::ExhaustTemp));
        auto* steady = look->findChild<SteadyTable*>();
        QVERIFY(steady->isVisible() && steady->rowCount() > 3);
        QVERIFY(steady->item(0, 2)->text().toInt() > 380 && steady->item(0, 2)->text().toInt() < 460);
        QVERIFY(steady->isColumnHidden(4)); // a sweep: nothing settles
    }
};

JR_SUITE(TestGaugePages)
#include "test_gauge_pages.moc"
