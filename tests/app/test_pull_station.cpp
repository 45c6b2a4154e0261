// SPDX-License-Identifier: GPL-3.0-or-later
// The whole of a bench day through the real window against the real stand-in: base, swap, pulls, back to base, judged.
#include "app/frame/main_window.h"
#include "app/pull/pull_station.h"
#include "app/ready/ready_station.h"
#include "app/widgets/big_figure.h"
#include "core/pull/header_keys.h"
#include "tests/support/bench_window.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QLabel>
#include <QPushButton>
#include <QSemaphore>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTest>
#include <QTimer>

#include <cmath>
#include <ctime>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openArchive;
using testsupport::openJob;

class TestPullStation : public QObject {
    Q_OBJECT
    testsupport::BenchWindow m_bench;

    JobModel& model() { return m_bench.model(); }
    BenchModel& bench() { return m_bench.bench(); }
    PullStation& station() { return m_bench.station(); }
    MainWindow& window() { return m_bench.window(); }
    bool ready(int ms = 30000) { return m_bench.ready(ms); }
    bool onePull() { return m_bench.onePull(); }
    bool fit(const QString& offer, const QString& setup) {
        auto* button = station().findChild<QPushButton*>(QStringLiteral("offer-") + offer);
        if (!button || !ready())
            return false;
        QTest::mouseClick(button, Qt::LeftButton);
        bench().sitting().setSetup(setup);
        return true;
    }

private slots:
    void init() { QCOMPARE(m_bench.begin(QString::fromUtf8(QTest::currentTestFunction())), QString()); }
    void cleanup() { m_bench.end(); }

    void aWholeDay() {
        const auto job = archiveOf(model())->createJob("Stack", "Larkspur 410");
        QVERIFY(openJob(window(), *job));
        bench().sitting().setSetup("short stack");
        bench().link().tryStandin("larkspur", 15., {"--pull-offset", "0.002"});
        QVERIFY(ready());
        QVERIFY(QTest::qWaitFor([&] { return station().stateWords() == QLatin1String("Ready"); }, 2000));
        QVERIFY(bench().sitting().warmUp());
        QVERIFY(onePull()); // thrown away by itself
        QVERIFY(model().pulls()[0].record.aside);
        QVERIFY(!bench().sitting().warmUp());
        const std::pair<const char*, const char*> day[] = {
            {"short-stack", "short stack"}, {"long-stack", "long stack"}, {"short-stack", "short stack"}};
        for (const auto& [offer, setup] : day) {
            QVERIFY(fit(QString::fromLatin1(offer), QString::fromLatin1(setup)));
            for (int i = 0; i < (setup == std::string("long stack") ? 4 : 2); ++i)
                QVERIFY(onePull());
        }
        QCOMPARE(model().pulls().size(), std::size_t(9)); // the day strip grew with them
        QVERIFY(model().answers().comparison());
        const Comparison& c = *model().answers().comparison();
        QCOMPARE(c.base.pulls, 4);
        QCOMPARE(c.with.pulls, 4);
        QCOMPARE(QString::fromStdString(c.with.setup), QStringLiteral("long stack"));
        QVERIFY(c.drift.checked);
        // The stand-in's own truth lies inside the margins. The day is another every time (the machine heats with the
        // clock), and a 95 % band misses one day in twenty; that promise is held to in test_promises. Here the chain is
        // held to the band that misses one day in a thousand.
        CompareOptions wide;
        wide.confidence = 0.999;
        wide.detail = c.detail;
        std::vector<const PullFit*> sides[2];
        for (bool base : {true, false})
            for (int p : model().sidePulls(base))
                sides[base ? 0 : 1].push_back(model().pulls()[static_cast<std::size_t>(p)].fit.get());
        const auto sure = compare(sides[0], sides[1], wide);
        QVERIFY(sure);
        QCOMPARE(sure->place.size(), c.place.size());
        const auto a = testsupport::StandinProcess::truth({"--machine", "larkspur", "--fit", "short-stack"});
        const auto b = testsupport::StandinProcess::truth({"--machine", "larkspur", "--fit", "long-stack"});
        int inside = 0, all = 0;
        for (std::size_t i = 0; i < c.place.size(); ++i) {
            const double truth = testsupport::truthAt(b, c.place[i]) - testsupport::truthAt(a, c.place[i]);
            if (!std::isfinite(truth))
                continue;
            ++all;
            inside += truth >= sure->watt(i).low && truth <= sure->watt(i).high;
            QVERIFY(std::abs(sure->watt(i).mid - c.watt(i).mid) < 1e-6);
        }
        QVERIFY(all > 80);
        QVERIFY2(inside == all, qPrintable(QStringLiteral("%1 of %2").arg(inside).arg(all)));
        bool gain = false;
        for (const Call& call : c.calls)
            gain = gain || call.kind == CallKind::Gain;
        QVERIFY(gain);
        // Kept as they happened: another window finds them all, and nothing is left over in the capture.
        QCOMPARE(archiveOf(model())->check(true)->problems.size(), std::size_t(0));
        bench().link().disconnectBench();
        QVERIFY(QDir(bench().link().captureFolder()).entryList({"*.lines"}).isEmpty());
    }
    /// Another machine on another bench: said before the first pull, kept and not counted until somebody says why it
    /// belongs; then its pulls carry the reason.
    void anotherMachinesPullDoesNotJoinInSilence() {
        const auto job = archiveOf(model())->createJob("Stack", "Larkspur 410");
        QVERIFY(openJob(window(), *job));
        bench().sitting().setSetup("stock");
        bench().sitting().setWarmUp(false);
        bench().link().tryStandin("larkspur", 15.);
        QVERIFY(ready());
        QVERIFY2(station().stranger().words().isEmpty(), qPrintable(station().stranger().words()));
        QVERIFY(onePull());
        QVERIFY(!model().pulls()[0].record.aside);
        bench().link().disconnectBench();
        bench().link().tryStandin("ostra", 15.);
        QVERIFY(ready());
        QTRY_VERIFY(station().stranger().isVisible());
        QVERIFY2(station().stranger().words().contains("Ostra 600") && station().stranger().words().contains("brake"),
                 qPrintable(station().stranger().words()));
        bench().sitting().setWarmUp(false);
        QVERIFY(onePull());
        QVERIFY(model().pulls()[1].record.aside); // kept, and judged nowhere
        bench().sitting().takeStrangers("two machines are compared on purpose");
        QTRY_VERIFY(!station().stranger().isVisible());
        bench().sitting().setWarmUp(false);
        QVERIFY(onePull());
        QVERIFY(!model().pulls()[2].record.aside);
        QCOMPARE(QString::fromStdString(std::string(model().pulls()[2].trace->header.text(header_key::belongsBecause))),
                 QString("two machines are compared on purpose"));
        // The other two ways on.
        bench().link().disconnectBench();
        const auto other = archiveOf(model())->createJob("Another", "Quill 125");
        QVERIFY(openJob(window(), *other));
        window().showStation(MainWindow::Pull);
        bench().link().tryStandin("ostra", 15.);
        QVERIFY(ready());
        QTRY_VERIFY(station().stranger().isVisible());
        QTest::mouseClick(station().findChild<QPushButton*>("stranger-other-job"), Qt::LeftButton);
        QCOMPARE(window().station(), static_cast<int>(MainWindow::Jobs));
        window().showStation(MainWindow::Pull);
        QTRY_VERIFY(station().stranger().isVisible());
        QTest::mouseClick(station().findChild<QPushButton*>("stranger-leave"), Qt::LeftButton);
        QVERIFY(!bench().link().wanted());
    }
    void theCardSaysHowItSitsAmongItsOwn() {
        bench().sitting().setSetup("stock");
        bench().sitting().setWarmUp(false);
        bench().link().tryStandin("ostra", 15.);
        QVERIFY(ready());
        auto* button = station().findChild<QPushButton*>("offer-pull");
        for (int i = 0; i < 3; ++i) {
            QVERIFY(ready());
            QTest::mouseClick(button, Qt::LeftButton);
            QVERIFY(QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000));
            if (i < 2)
                bench().dismissCard();
        }
        // A job was made by itself.
        QVERIFY(model().hasJob());
        QCOMPARE(bench().card()->nth, 3);
        QCOMPARE(bench().card()->others, 2);
        QVERIFY(bench().card()->fuelMeasured && bench().card()->fuelMl > 1.);
        QVERIFY(bench().card()->steady.points.size() >= 5);
        QVERIFY(bench().card()->steady.points[2].bsfcKgPerJ && bench().card()->steady.points[2].breathing);
        const QString text = station().card().text();
        QVERIFY2(text.contains("no. 3") && text.contains("2 others"), qPrintable(text));
        QVERIFY(!bench().fuel().pullsLeft()); // nobody has said what is in the tank
        bench().fuel().filled();
        QVERIFY(bench().fuel().pullsLeft() && *bench().fuel().pullsLeft() > 3);
        // Set aside, then undone.
        bench().setAside(bench().card()->pullId, "the tyre slipped");
        QVERIFY(model().pulls()[2].record.aside);
        QTest::keyClick(&window(), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(!model().pulls()[2].record.aside);
    }
    void holdAtSteps() {
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("ostra", 10.);
        QVERIFY(ready());
        bench().link().holdSteps({6000., 7500.});
        bench().link().ask("pull");
        QVERIFY(QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000));
        // Two plateaus were measured.
        int near = 0;
        for (const SteadyPoint& p : bench().card()->steady.points)
            near += std::abs(p.rpm - 6000.) < 100. || std::abs(p.rpm - 7500.) < 100.;
        QVERIFY2(near >= 2, qPrintable(QString::number(bench().card()->steady.points.size())));
    }
    void aGuardIsSeen() {
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("ostra", 6., {"--lean-fault", "4.5", "--auto", "1"});
        QVERIFY(QTest::qWaitFor([&] { return !station().bannerWords().isEmpty(); }, 30000));
        QVERIFY(station().bannerWords().contains("cylinder 1 lean"));
        QVERIFY(QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000));
        QVERIFY(!bench().card()->trips.isEmpty());
    }
    void stopReleases() {
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("ostra", 4.);
        QVERIFY(ready());
        bench().link().ask("pull");
        QVERIFY(QTest::qWaitFor(
            [&] {
                return bench().link().snapshot().state == BenchState::Pulling &&
                       bench().link().snapshot().figures.rpm > 5500.;
            },
            20000));
        QTest::keyClick(&station(), Qt::Key_Escape);
        QVERIFY(QTest::qWaitFor(
            [&] { return bench().link().snapshot().state == BenchState::Coasting || bench().card(); }, 5000));
        QVERIFY(bench().link().snapshot().figures.rpm < 8500.);
    }
    void paintedOftenEnough() {
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("larkspur", 1., {"--rate", "1000", "--channels", "24"});
        QVERIFY(ready());
        // The bar is thirty a second. A busy machine holds everything up, so the station is held against a timer of
        // that pace in the same loop, and a painting against this process's own time and not the clock's.
        QTimer pace;
        int beats = 0;
        connect(&pace, &QTimer::timeout, this, [&] { ++beats; });
        pace.start(33);
        const int before = station().paints();
        const std::clock_t own = std::clock();
        QTest::qWait(2000);
        const int painted = station().paints() - before;
        const double eachS = static_cast<double>(std::clock() - own) / CLOCKS_PER_SEC / std::max(painted, 1);
        QVERIFY2(painted >= 0.8 * beats && painted > 0, qPrintable(QStringLiteral("%1 of %2").arg(painted).arg(beats)));
        QVERIFY2(eachS < 1. / 30., qPrintable(QString::number(eachS)));
    }
    void aBenchUnpluggedIsSaid() {
        auto outside = std::make_unique<testsupport::StandinProcess>(QStringList{"--machine", "larkspur"});
        bench().sitting().setSetup("stock");
        bench().link().connectTo(outside->address());
        QVERIFY(ready());
        QTRY_COMPARE(station().stateWords(), QStringLiteral("Ready")); // shown by now, not only known
        outside->stop();
        QVERIFY(QTest::qWaitFor([&] { return station().stateWords() != QLatin1String("Ready"); }, 8000));
        QVERIFY(!bench().link().words().isEmpty());
        // The last figures of a line that is gone are not shown as if they were now's.
        const auto figures = station().findChildren<BigFigure*>();
        QCOMPARE(figures.size(), 4);
        for (const BigFigure* figure : figures)
            QTRY_COMPARE(figure->figure(), QStringLiteral("–"));
        QVERIFY(std::isnan(bench().link().snapshot().figures.rpm));
        bench().link().disconnectBench();
        QCOMPARE(bench().link().snapshot().link, LinkState::Off);
    }
    void aCoastDownIsFollowedAndEndedByAKey() {
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("larkspur", 15., {"--coast-s", "0"}); // it runs free until it stands: minutes
        QVERIFY(ready());
        bench().sitting().setWarmUp(false);
        bench().link().ask("pull");
        QVERIFY(QTest::qWaitFor([&] { return bench().link().snapshot().state == BenchState::Coasting; }, 30000));
        const auto ran = [&] {
            const LiveSnapshot now = bench().link().snapshot();
            return now.state == BenchState::Coasting && now.figures.shaftRadS < 0.4 * now.coastFromRadS;
        };
        QVERIFY(QTest::qWaitFor(ran, 60000));
        QTRY_VERIFY2(station().hintWords().contains("% of the way"), qPrintable(station().hintWords()));
        QVERIFY(!bench().lastCoast()); // followed on, though it is far past what it was once followed for
        QTest::keyClick(&station(), Qt::Key_E);
        QTRY_VERIFY(bench().lastCoast() != nullptr);
        const CoastDown& run = *bench().lastCoast();
        QVERIFY(run.timeS.back() - run.timeS.front() > 20.);
        QVERIFY(run.shaftRadS.back() < 0.45 * run.shaftRadS.front());
        // And it tells the drag the bench was given: 6.2 + 0.021 w + 6.4e-5 w² with 11.4 kg m².
        const auto drag = fitDrag(run, 11.4);
        QVERIFY(drag);
        QCOMPARE(drag->terms, 3);
        const double w = 80., known = 6.2 + 0.021 * w + 6.4e-5 * w * w;
        const double found = drag->dragNm[0] + drag->dragNm[1] * w + drag->dragNm[2] * w * w;
        QVERIFY2(std::abs(found / known - 1.) < 0.03, qPrintable(QString::number(found / known)));
    }
    void aNewPartIsBeddedIn() {
        bench().sitting().setSetup("new belt");
        bench().link().tryStandin("larkspur", 15.);
        QVERIFY(ready());
        bench().sitting().setWarmUp(false);
        QTest::keyClick(&station(), Qt::Key_I);
        QVERIFY(bench().sitting().beddingIn());
        QVERIFY(onePull());
        QCOMPARE(model().pulls().size(), std::size_t(1));
        QVERIFY(model().pulls().front().record.aside); // kept, and not judged
        QCOMPARE(model().pulls().front().record.asideWhy, std::string("bedding in"));
        QCOMPARE(bench().sitting().heats(), 1);
        QTest::keyClick(&station(), Qt::Key_I);
        QVERIFY(onePull());
        QVERIFY(!model().pulls().back().record.aside);
        bench().sitting().setBeddingIn(true);
        bench().sitting().setSetup("stock"); // another part on: it is not new
        QVERIFY(!bench().sitting().beddingIn());
    }
    void calibrationsAreKeptAndUsedFromThenOn() {
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("ostra", 15.);
        QVERIFY(ready());
        window().showStation(MainWindow::Ready);
        window().ready().show(ReadyStation::Bench);
        model().waitUntilSettled();
        CalibrationPanel& panel = window().ready().bench().calibration();
        panel.setKind(0);
        // A cell that reads a quarter per cent low.
        const double weights[] = {0., 5., 10., 20.};
        for (int r = 0; r < 4; ++r) {
            panel.weights().setItem(r, 0, new QTableWidgetItem(QLocale().toString(weights[r])));
            panel.weights().setItem(r, 1,
                                    new QTableWidgetItem(QLocale().toString(weights[r] * 9.80665 / 1.05, 'f', 4)));
        }
        QVERIFY2(panel.resultText().contains("1.05"), qPrintable(panel.resultText()));
        panel.keep();
        QTRY_VERIFY(window().ready().bench().historyText().contains("load cell"));
        window().showStation(MainWindow::Pull);
        QVERIFY(ready());
        bench().sitting().setWarmUp(false);
        bench().link().ask("pull");
        QVERIFY(QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000));
        // The pull carries the factor it was made with.
        const auto& other = model().pulls().back().trace->header.other;
        QVERIFY(std::any_of(other.begin(), other.end(), [](const auto& k) {
            return k.first == "load_newton_per_reading" && std::abs(std::atof(k.second.c_str()) - 1.05) < 1e-4;
        }));
        const auto truth = testsupport::StandinProcess::truth({"--machine", "ostra"});
        const PullCurve* curve = model().answers().curve(0);
        QVERIFY(curve);
        double ratio = 0.;
        for (std::size_t i = 0; i < curve->place.size(); ++i)
            if (curve->place[i] == 8000.)
                ratio = curve->powerW[i] / testsupport::truthAt(truth, 8000.);
        QVERIFY2(std::abs(ratio - 1.05) < 0.015, qPrintable(QString::number(ratio)));
    }
    void aBenchIsCalledOnlyOnceItsCalibrationsAreKnown() {
        // A pull made before the archive has told them would carry another factor than its bench.
        QSemaphore held;
        model().keeper()->put(this, [&held](Archive&) -> Keeper::Then {
            held.acquire();
            return {};
        });
        testsupport::StandinProcess outside({"--machine", "ostra"});
        bench().link().connectTo(outside.address());
        QVERIFY(bench().link().wanted());
        QTest::qWait(300);
        QCOMPARE(bench().link().snapshot().link, LinkState::Off);
        // Given up meanwhile, it is not called at all.
        bench().link().connectTo("tcp:127.0.0.1:1");
        bench().link().connectTo(outside.address());
        held.release();
        QVERIFY(ready());
        QCOMPARE(bench().link().bench()->header.kind, PullKind::Brake);
    }
    void whatWasCaughtBeforeABadEndComesBack() {
        const QString folder = model().keeper()->folder();
        const auto job = archiveOf(model())->createJob("Torn day", "Larkspur 410");
        testsupport::StandinProcess outside({"--machine", "larkspur", "--speed", "15", "--auto", "1"});
        {
            // A session that ends without anybody keeping its pull: what a killed program leaves behind.
            SessionOptions options;
            options.address = *parseBenchAddress(outside.address());
            options.captureFolder = folder + "/capture";
            BenchSession session(options);
            int caught = 0;
            connect(&session, &BenchSession::pullCaught, this, [&] { ++caught; });
            SittingFacts facts;
            facts.job = "Torn day";
            facts.setup = "stock";
            session.open();
            session.setSitting(facts);
            QVERIFY(QTest::qWaitFor([&] { return caught == 1; }, 30000));
            session.close();
            session.finishCapture();
        }
        QVERIFY(openArchive(window(), folder));
        // Offered, not done: put off, it is offered again; taken in, it is in its job.
        auto* take = window().findChild<QPushButton*>("take-captures");
        QVERIFY(take && take->isVisible());
        QCOMPARE(archiveOf(model())->job(*job)->pulls.size(), std::size_t(0));
        QVERIFY(openArchive(window(), folder));
        QVERIFY(take->isVisible());
        QTest::mouseClick(take, Qt::LeftButton);
        QVERIFY(!take->isVisible());
        const auto kept = archiveOf(model())->job(*job);
        QCOMPARE(kept->pulls.size(), std::size_t(1));
        QCOMPARE(kept->setups.front().name, std::string("stock"));
        QVERIFY(QDir(folder + "/capture").entryList({"*.lines"}).isEmpty());
        QVERIFY(openArchive(window(), folder)); // and only once
        QVERIFY(!take->isVisible());
        QCOMPARE(archiveOf(model())->job(*job)->pulls.size(), std::size_t(1));
    }
    void aFactTypedInJoinsTheHistory() {
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("ostra", 15.);
        QVERIFY(ready());
        window().showStation(MainWindow::Ready);
        QTableWidget* facts = nullptr;
        window().ready().show(ReadyStation::Bench);
        model().waitUntilSettled();
        for (QTableWidget* table : window().ready().findChildren<QTableWidget*>())
            if (table->columnCount() == 2 && table->rowCount() > 4 && table->item(0, 0) &&
                table->item(0, 0)->data(Qt::UserRole).isValid())
                facts = table;
        QVERIFY(facts);
        int arm = -1;
        for (int r = 0; r < facts->rowCount(); ++r)
            if (facts->item(r, 0)->data(Qt::UserRole).toString() == "brake_arm_m")
                arm = r;
        QVERIFY(arm >= 0);
        facts->item(arm, 1)->setText("a yard"); // no length: said, and put back
        QCOMPARE(facts->item(arm, 1)->text(), QStringLiteral("0.32"));
        QVERIFY(!window().ready().bench().historyText().contains("typed in"));
        facts->item(arm, 1)->setText("0.33");
        QTRY_VERIFY(window().ready().bench().historyText().contains("typed in"));
        QVERIFY(window().ready().bench().historyText().contains("was 0.32"));
        // The next pull is made with it.
        window().showStation(MainWindow::Pull);
        QVERIFY(ready());
        bench().sitting().setWarmUp(false);
        bench().link().ask("pull");
        QVERIFY(QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000));
        QCOMPARE(*model().pulls().back().trace->header.brakeArmM, 0.33);
    }
    void aFixedPartOfTheSittingThatChangesIsSaid() {
        bench().link().tryStandin("larkspur", 15.);
        bench().sitting().setWarmUp(false);
        bench().sitting().setSetup("one");
        bench().sitting().setKey("tyre_pressure_kpa", "240");
        QVERIFY(ready());
        QVERIFY(onePull());
        QVERIFY(fit("long-stack", "two"));
        bench().sitting().setKey("tyre_pressure_kpa", "200");
        QVERIFY(onePull());
        QVERIFY(model().answers().comparison());
        const auto& cautions = model().answers().comparison()->cautions;
        QVERIFY(std::any_of(cautions.begin(), cautions.end(), [](const Caution& c) {
            return c.kind == "confounded" && said(c).find("tyre pressure") != std::string::npos;
        }));
    }
    void theNextSetupOfThePlanIsFittedByOneKey() {
        const auto job = archiveOf(model())->createJob("Plan", "Quill 125");
        QVERIFY(openJob(window(), *job));
        model().addSetup("stock", {}, {});
        model().addSetup("ram & horn", {}, {}); // an ampersand is a letter, not a key
        model().waitUntilSettled();
        DayPlan plan;
        plan.setups = {"stock", "ram & horn"};
        plan.order = {1, 0, 0, 1};
        model().setSheet(sheet_kind::plan, sheetBody(plan), "plan");
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("quill", 15.);
        QVERIFY(ready());
        auto* fitted = station().findChild<QPushButton*>(QStringLiteral("next-is-fitted"));
        QVERIFY(fitted && fitted->isVisible());
        QVERIFY2(fitted->text().contains("ram && horn"), qPrintable(fitted->text()));
        // As it is after calling the bench, with no click in between: the key goes to whatever has the focus.
        QVERIFY(!qobject_cast<QLineEdit*>(QApplication::focusWidget()));
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_N);
        QTRY_COMPARE(bench().sitting().setup(), QStringLiteral("ram & horn"));
        QTRY_VERIFY(!fitted->isVisible());
    }
    void takenOffAndPutOnAgainByOneKey() {
        const auto job = archiveOf(model())->createJob("Refitted", "Larkspur 410");
        QVERIFY(openJob(window(), *job));
        bench().sitting().setSetup("short stack");
        bench().link().tryStandin("larkspur", 15.);
        QVERIFY(ready());
        bench().sitting().setWarmUp(false);
        const auto fittingOf = [&](std::size_t pull) {
            return model().pulls()[pull].trace->header.number(header_key::fitting).value_or(-1.);
        };
        QVERIFY(onePull());
        QVERIFY(onePull());
        QCOMPARE(fittingOf(0), 1.);
        QCOMPARE(fittingOf(1), 1.);
        auto* again = station().findChild<QPushButton*>(QStringLiteral("put-on-again"));
        QVERIFY(again && again->isEnabled());
        QTRY_VERIFY(again->isVisible());
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_R);
        QTRY_VERIFY(bench().sitting().putOnAgain());
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_R); // a slip of the glove is taken back
        QTRY_VERIFY(!bench().sitting().putOnAgain());
        QCOMPARE(bench().sitting().fitting(), 1);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_R);
        QTRY_VERIFY(bench().sitting().putOnAgain());
        QVERIFY(onePull());
        QCOMPARE(fittingOf(2), 2.);
        QVERIFY(!bench().sitting().putOnAgain()); // said once, of one fitting
        QVERIFY(onePull());
        QCOMPARE(fittingOf(3), 2.);
        bench().sitting().setSetup("long stack"); // another setup is a new fitting by itself
        QCOMPARE(bench().sitting().fitting(), 3);
        model();
        const std::vector<int>& fittings = model().answers().shown()->fittings();
        QCOMPARE(fittings, (std::vector<int>{0, 0, 1, 1}));
    }
    void theSittingGoesIntoThePull() {
        bench().sitting().setSetup("stock");
        bench().sitting().setKey("gear", "3rd");
        bench().link().tryStandin("quill", 15.);
        QVERIFY(ready());
        bench().sitting().setWarmUp(false);
        bench().link().ask("pull");
        QVERIFY(QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000));
        const auto& other = model().pulls().back().trace->header.other;
        QVERIFY(std::any_of(other.begin(), other.end(),
                            [](const auto& k) { return k.first == "gear" && k.second == "3rd"; }));
        QVERIFY(bench().lastCoast() || QTest::qWaitFor([&] { return bench().lastCoast() != nullptr; }, 10000));
    }
};

JR_SUITE(TestPullStation)
#include "test_pull_station.moc"
