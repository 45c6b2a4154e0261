// SPDX-License-Identifier: GPL-3.0-or-later
// Base taken again because…: on the day strip, in what is judged, on the sheet, and after a restart.
#include "app/frame/day_strip.h"
#include "app/pull/pull_station.h"
#include "archive/formats/baselines_sheet.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QInputDialog>
#include <QPushButton>
#include <QTimer>

#include <algorithm>

using namespace jr;
using namespace jr::app;

class TestBaseAgain : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

    JobModel& model() { return m_demo.model(); }
    DayStrip& strip() { return *m_demo.window().findChild<DayStrip*>(); }
    bool cautions(std::string_view code) {
        const auto& c = model().answers().comparison();
        return c && std::any_of(c->cautions.begin(), c->cautions.end(),
                                [&](const Caution& x) { return x.message.code == code; });
    }
    int pullsJudged() {
        const auto& c = model().answers().comparison();
        return c ? c->base.pulls + c->with.pulls : 0;
    }

private slots:
    void initTestCase() { QCOMPARE(m_demo.begin(), QString()); }
    void cleanupTestCase() { m_demo.end(); }
    void init() { QVERIFY(m_demo.open("Stack length")); }

    void laterPullsAreSetAgainstTheNewBase() {
        const int before = pullsJudged();
        QVERIFY(before >= 6);
        const double stripWide = strip().tile(7).left();
        model().takeBaseAgain(5, QStringLiteral("valves set"));
        model().waitUntilSettled();
        QCOMPARE(strip().baselines(), 1);
        QVERIFY(strip().tile(7).left() != stripWide); // it stands between the pulls
        QVERIFY(cautions("sides.baseline-since"));
        QCOMPARE(pullsJudged(), 2); // numbers 7 and 8; the earlier ones stay, and stay out
        QCOMPARE(model().pulls().size(), std::size_t(8));
        QCOMPARE(model().sidePulls(true).size(), std::size_t(1));
        model().lookAtEra(0); // told otherwise
        model().waitUntilSettled();
        QVERIFY(cautions("sides.baseline-before"));
        QCOMPARE(pullsJudged(), 5);
        model().lookAtEra(kAllEras);
        model().waitUntilSettled();
        QVERIFY(cautions("sides.baseline-all"));
        QCOMPARE(pullsJudged(), before);
        for (int i = 0; i < 3; ++i)
            model().undoStack().undo();
        model().waitUntilSettled();
        QCOMPARE(strip().baselines(), 0);
        QCOMPARE(pullsJudged(), before);
        QVERIFY(!cautions("sides.baseline-since"));
    }
    void aBaseNobodyAnsweredYetWaits() {
        model().takeBaseAgain(8, QStringLiteral("leak closed"));
        model().waitUntilSettled();
        QVERIFY(cautions("sides.baseline-before")); // what was shown does not vanish while the new base is pulled
        QVERIFY(pullsJudged() >= 6);
        QVERIFY(strip().baselines() == 1);
        // Kept: the same after a restart.
        model().waitUntilSettled();
        QVERIFY(m_demo.again());
        QVERIFY(m_demo.open("Stack length"));
        QCOMPARE(strip().baselines(), 1);
        QCOMPARE(model().baselines().events.front().reason, std::string("leak closed"));
        model().setSheet(sheet_kind::baselines, {}, QStringLiteral("none"));
    }
    void byKeyOnPull() {
        m_demo.window().showStation(MainWindow::Pull);
        auto* button = m_demo.window().findChild<QPushButton*>(QStringLiteral("base-again"));
        QVERIFY(button);
        QTimer::singleShot(50, [] {
            auto* dialog = qobject_cast<QInputDialog*>(QApplication::activeModalWidget());
            QVERIFY(dialog);
            dialog->setTextValue(QStringLiteral("clutch plates renewed"));
            dialog->accept();
        });
        button->click();
        QTRY_COMPARE(model().baselines().events.size(), std::size_t(1));
        QCOMPARE(model().baselines().events.front().afterPull, 8);
        QCOMPARE(m_demo.window().bench().sitting().setup(), QStringLiteral("short stack")); // the base comes next
        model().undoStack().undo();
        QVERIFY(model().baselines().events.empty());
    }
};

JR_SUITE(TestBaseAgain)
#include "test_base_again.moc"
