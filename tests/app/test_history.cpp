// SPDX-License-Identifier: GPL-3.0-or-later
// What earlier jobs tell of the bench, in the real window: noted by each job, counted in the margins of those after it
// and never of those before, left out when a person says so; and a typed figure that belongs to its job alone.
#include "app/judge/difference_page.h"
#include "app/ready/apart_page.h"
#include "app/ready/ready_station.h"
#include "app/widgets/outlook_line.h"
#include "archive/formats/pull_file.h"
#include "demo_job/demo_day.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QCheckBox>
#include <QDoubleSpinBox>

#include <set>

using namespace jr;
using namespace jr::app;
using namespace testsupport;

class TestHistory : public QObject {
    Q_OBJECT

    DemoWindow m_demo;

    JobModel& model() { return m_demo.model(); }
    bool noted(const char* job) {
        return m_demo.open(job) &&
               QTest::qWaitFor([&] { return !model().sheet(sheet_kind::repeatability).empty(); }, 5000);
    }
    bool says(const char* caution) {
        const auto& comparison = model().answers().comparison();
        return comparison && std::any_of(comparison->cautions.begin(), comparison->cautions.end(),
                                         [&](const Caution& c) { return c.kind == caution; });
    }
    template <class Widget>
    Widget* named(const QString& part) {
        auto* page = m_demo.judge().findChild<DifferencePage*>();
        for (Widget* widget : page->findChildren<Widget*>())
            if (widget->property("text").toString().contains(part) || widget->accessibleName().contains(part))
                return widget;
        return nullptr;
    }

private slots:
    void initTestCase() { QCOMPARE(m_demo.begin(), QString()); }
    void cleanupTestCase() { m_demo.end(); }

    void earlierJobsCountAndLaterOnesDoNot() {
        QVERIFY(noted("Stack length"));
        QVERIFY(!says("history-used"));
        const double alone =
            *model().answers().comparison()->bandMean.highW - *model().answers().comparison()->bandMean.lowW;
        QVERIFY(noted("Larkspur ladder")); // a week later, on the same bench
        QVERIFY(says("history-used"));
        const auto past = model().notes().past();
        QVERIFY(past && past->knowledge.jobs == 1 && past->knowledge.whose == "Larkspur 410");
        QVERIFY(past->knowledge.pull->freedom <= kMostKnownFreedom && past->knowledge.shape && past->knowledge.tilt);
        // The first job again: it reads as before, though another has followed.
        QVERIFY(m_demo.open("Stack length"));
        QVERIFY(!says("history-used") && !model().notes().past());
        QCOMPARE(*model().answers().comparison()->bandMean.highW - *model().answers().comparison()->bandMean.lowW,
                 alone);
    }
    void anotherBenchSaysNothing() {
        // The same machine, pulled where no bench was named: what the Long roller showed is not of this one.
        const auto job = archiveOf(model())->createJob("Elsewhere", "Larkspur 410");
        QVERIFY(job);
        demo::DayOfPulls day = demo::larkspurLadder();
        day.bench.clear();
        day.day = "2026-06-20";
        day.idPrefix = "4a1c0de0-0000-4499-8000-";
        day.seed = 499;
        day.order = {0, 1, 1, 0};
        for (const std::string& text : demo::pullFiles(day)) {
            const auto trace = readPullFile(text, "elsewhere.pull.csv");
            QVERIFY(trace && archiveOf(model())->addPull(*job, *trace, "elsewhere"));
        }
        QVERIFY(m_demo.open("Elsewhere"));
        QVERIFY(!model().notes().past() && !says("history-used"));
    }
    void leftOutWhenAPersonSaysSo() {
        QVERIFY(m_demo.open("Larkspur ladder"));
        auto* box = named<QCheckBox>(QStringLiteral("earlier job"));
        QVERIFY(box && box->isVisible() && box->isChecked());
        const auto width = [&] {
            const BandMean& mean = model().answers().comparison()->bandMean;
            return *mean.highW - *mean.lowW;
        };
        const double with = width();
        box->click();
        model();
        QVERIFY(!says("history-used"));
        QVERIFY(width() != with);
        QVERIFY(m_demo.again() && m_demo.open("Larkspur ladder")); // kept
        QVERIFY(!says("history-used"));
        model().undoStack().undo(); // of another window's time: nothing to undo
        box = named<QCheckBox>(QStringLiteral("earlier job"));
        QVERIFY(box && !box->isChecked());
        box->click();
        model();
        QVERIFY(says("history-used"));
        QCOMPARE(width(), with);
        model().undoStack().undo();
        model();
        QVERIFY(!says("history-used"));
    }
    void stopOrGoOnIsSaid() {
        QVERIFY(m_demo.open("Stack on two evenings"));
        const auto said = [&] { return model().outlook().words(); };
        QTRY_VERIFY(!said().isEmpty());
        // On Ask, Pull and Judge the same line.
        int lines = 0;
        for (const OutlookLine* line : m_demo.window().findChildren<OutlookLine*>()) {
            QCOMPARE(line->text(), said());
            ++lines;
        }
        QCOMPARE(lines, 3);
        // Each look stands at its own level, and all of them inside the promise.
        const Outlook& now = model().outlook().now();
        QVERIFY(!now.looks.empty());
        for (const Look& look : now.looks)
            QVERIFY(look.level > 0.95);
        if (now.state != Outlook::State::Decided) {
            QVERIFY(now.next && now.next->chances.decided() > 0. && now.next->minutes > 0.);
            QVERIFY2(said().contains(" × "), qPrintable(said()));
        }
        // What is worth it counts: asked for much, "no difference that matters" is soon decided.
        model().compare().setWorthPct(15.);
        QTRY_VERIFY2(said().startsWith("Decided: no difference"), qPrintable(said()));
        model().compare().setWorthPct(1.);
        // Fittings as the strip's brackets know them: both evenings begin new ones.
        const std::vector<int>& fittings = model().answers().shown()->fittings();
        QCOMPARE(fittings.size(), std::size_t(8)); // A A B B | A B B A
        QCOMPARE(std::set<int>(fittings.begin(), fittings.end()).size(), std::size_t(5));
    }
    void aTypedFigureBelongsToItsJob() {
        QVERIFY(m_demo.open("Stack length"));
        JudgingSheet sheet = judgingSheetOf(model().sheet(sheet_kind::judging));
        sheet.repeatabilityPct = 2.5;
        model().setSheet(sheet_kind::judging, sheetBody(sheet), QStringLiteral("type"));
        model();
        QVERIFY(says("repeatability-differs")); // these pulls repeat far better
        QCOMPARE(model().known().pull->sd, 0.025);
        QVERIFY(m_demo.open("Larkspur ladder"));
        QVERIFY(!model().known().pull || model().known().pull->sd < 0.02);
        QVERIFY(m_demo.open("Stack length"));
        QCOMPARE(model().known().pull->sd, 0.025);
        auto* typed = m_demo.judge().findChild<QDoubleSpinBox*>(QStringLiteral("repeatability"));
        QVERIFY(typed && typed->isVisible());
        typed->setValue(0.); // taken back
        model();
        QVERIFY(!model().known().pull);
    }
    void whatWasTakenApartThenIsTakenOver() {
        QVERIFY(m_demo.open("Larkspur ladder")); // the same machine, a week later
        model().setSheet(sheet_kind::putBack, {}, QStringLiteral("none"));
        m_demo.window().ready().show(ReadyStation::Apart);
        m_demo.window().showStation(MainWindow::Ready);
        auto* page = m_demo.window().findChild<ApartPage*>();
        page->takeOff(QStringLiteral("air box lid")); // off already; it is in the earlier list as well
        page->takeOver();
        QTRY_COMPARE(putBackOf(model().sheet(sheet_kind::putBack)).size(), std::size_t(3));
        const std::vector<PutBackStep> steps = putBackOf(model().sheet(sheet_kind::putBack));
        for (const PutBackStep& step : steps)
            QVERIFY(!step.back && step.when.empty());
        QCOMPARE(steps.back().part, std::string("sealing washer"));
        QVERIFY(steps.back().orientation.find("carburettor") != std::string::npos); // what cost days last time
        model().undoStack().undo();
        QCOMPARE(putBackOf(model().sheet(sheet_kind::putBack)).size(), std::size_t(1));
        // A machine nobody took apart before: said, and nothing changes.
        QVERIFY(m_demo.open("Weights on the belt"));
        QString problem;
        const auto heard = connect(&model(), &JobModel::problem, this, [&](const QString& words) { problem = words; });
        page->takeOver();
        QTRY_VERIFY2(problem.contains("No earlier job"), qPrintable(problem));
        disconnect(heard);
        QVERIFY(model().sheet(sheet_kind::putBack).empty());
    }
};

JR_SUITE(TestHistory)
#include "test_history.moc"
