// SPDX-License-Identifier: GPL-3.0-or-later
// Riding in the real window with the stand-in's receiver: runs are kept by themselves and told by sound, what a person
// says of a run goes with it, a line that dies is heard, and nothing of it disturbs the bench.
#include "app/pull/pull_station.h"
#include "app/road/conditions_form.h"
#include "app/road/live_run.h"
#include "app/road/ride_page.h"
#include "app/road/road_station.h"
#include "tests/support/bench_window.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QCheckBox>
#include <QLineEdit>

using namespace jr;
using namespace jr::app;

class TestRide : public QObject {
    Q_OBJECT

    testsupport::BenchWindow m_bench;
    std::vector<Tune> m_heard;

    RoadStation& road() { return m_bench.window().road(); }
    RidePage& page() { return road().ridePage(); }
    int count(Tune tune) const { return static_cast<int>(std::count(m_heard.begin(), m_heard.end(), tune)); }
    bool heard(Tune tune, int times, int mostMs = 30000) {
        return QTest::qWaitFor([&] { return count(tune) >= times; }, mostMs);
    }
    void ride(const QStringList& more) { m_bench.bench().link().tryReceiver("quill", 30., more); }
    const RoadRun& run(std::size_t i) { return *m_bench.model().pulls()[i].road; }

private slots:
    void initTestCase() {
        QCOMPARE(m_bench.begin("archive"), QString());
        connect(&page().tones(), &Tones::played, this, [this](Tune tune) { m_heard.push_back(tune); });
        m_bench.window().showStation(MainWindow::Road);
        road().show(RoadStation::Ride);
        m_bench.model();
    }
    void cleanupTestCase() { m_bench.end(); }
    void init() { m_heard.clear(); }

    void everyTuneIsItsOwn() {
        QSet<QByteArray> all;
        for (Tune tune : {Tune::Alarm, Tune::Ready, Tune::RunBegan, Tune::RunOver, Tune::Kept, Tune::NotKept}) {
            const QByteArray samples = samplesOf(tune);
            QVERIFY(samples.size() > kTuneRate / 10);
            QCOMPARE(samples.mid(0, 2), QByteArray(2, '\0')); // no click
            all.insert(samples);
        }
        QCOMPARE(all.size(), 6);
    }

    void runsKeepThemselvesAndSayItBySound() {
        QVERIFY2(page().stateWords().contains("No receiver"), qPrintable(page().stateWords()));
        page().conditions().field(0)->setText("82");
        emit page().conditions().field(0)->editingFinished();
        m_bench.bench().sitting().setSetup("15 g");
        ride({"--auto", "2"});
        QVERIFY(heard(Tune::Kept, 2));
        // Ready, began, over, kept: twice, in that order.
        const auto at = [&](Tune tune) { return std::find(m_heard.begin(), m_heard.end(), tune) - m_heard.begin(); };
        QVERIFY(at(Tune::Ready) < at(Tune::RunBegan) && at(Tune::RunBegan) < at(Tune::RunOver) &&
                at(Tune::RunOver) < at(Tune::Kept));
        QCOMPARE(count(Tune::RunBegan), 2);
        QCOMPARE(count(Tune::RunOver), 2);
        QCOMPARE(count(Tune::NotKept), 0);
        QTRY_COMPARE(m_bench.model().pulls().size(), 2u);
        QVERIFY(m_bench.model().job().name.find("Road day") == 0);
        for (std::size_t i = 0; i < 2; ++i) {
            const PullHeader& h = run(i).header;
            QCOMPARE(h.number(header_key::riderKg).value_or(0.), 82.);
            QVERIFY(h.text(header_key::procedure).empty() && h.text(header_key::warmUp).empty());
            QVERIFY(!m_bench.model().pulls()[i].record.aside);
        }
        // Its times stand on the page.
        QTRY_VERIFY2(page().lastRunWords().contains("1/4 mile") && page().lastRunWords().contains("15 g"),
                     qPrintable(page().lastRunWords()));
        QVERIFY2(page().lastRunWords().contains("to its own"), qPrintable(page().lastRunWords()));
    }

    void whatIsOpenBeforeRidingIsSaid() {
        bool said = false;
        for (QLabel* label : page().findChildren<QLabel*>())
            said = said || (label->isVisible() && label->text().contains("9 of 9 lines before riding are open"));
        QVERIFY(said); // a job was made by the first run, and nobody has gone round
    }

    void bothWaysAreToldByThePlaces() {
        QTRY_VERIFY(road().view() && road().view()->answers.runs.size() == 2);
        QCOMPARE(QString::fromUtf8(road().view()->answers.runs[0].run.header.text(header_key::direction).data()),
                 "out");
        QCOMPARE(QString::fromUtf8(road().view()->answers.runs[1].run.header.text(header_key::direction).data()),
                 "back");
    }

    void thePullStationSaysThatAReceiverIsConnected() {
        m_bench.window().showStation(MainWindow::Pull);
        QTRY_VERIFY2(m_bench.station().hintWords().contains("receiver"), qPrintable(m_bench.station().hintWords()));
        QTest::keyClick(&m_bench.station(),
                        Qt::Key_Escape); // there is nothing that could be stopped, and nothing says it was
        QTest::qWait(200);
        QVERIFY(!m_bench.bench().link().snapshot().stop.latched);
        QCOMPARE(m_bench.station().bannerWords(), QString());
        m_bench.window().showStation(MainWindow::Road);
    }

    void aLineThatDiesIsHeard() {
        QVERIFY(QTest::qWaitFor([&] { return m_bench.bench().link().snapshot().link == LinkState::Streaming; }));
        testsupport::StandinProcess receiver({"--machine", "quill", "--road", "live", "--speed", "10"});
        m_bench.bench().link().disconnectBench();
        m_bench.bench().link().listenTo(receiver.address());
        QVERIFY(QTest::qWaitFor([&] { return m_bench.bench().link().snapshot().figures.runM > 100.; }, 30000));
        QCOMPARE(count(Tune::RunBegan), 1);
        QTRY_VERIFY(page().liveRun().points() > 2); // whoever stands at the side sees it come
        receiver.stop();
        QVERIFY(heard(Tune::Alarm, 1));
        // What had been run is kept.
        QVERIFY(heard(Tune::Kept, 1));
        m_bench.bench().link().disconnectBench();
        QTRY_VERIFY(page().stateWords().contains("No receiver"));
        QTRY_COMPARE(m_bench.model().pulls().size(), 3u);
        QVERIFY(!run(2).header.text(header_key::cutShort).empty());
    }

    void whatIsSaidOfARunGoesWithItAndBack() {
        JobModel& model = m_bench.model();
        model.setCurrentPull(1);
        QTRY_VERIFY(page().asksOfPickedRun());
        ConditionsForm& form = page().conditions();
        QCOMPARE(form.said().riderKg.value_or(0.), 82.); // as its header says
        const int kWind = 2;
        form.field(kWind)->setText("5.4"); // in the reader's km/h
        emit form.field(kWind)->editingFinished();
        const auto wind = [&] {
            return road().view() ? road().view()->answers.runs[1].run.header.number(header_key::windMPerS)
                                 : std::nullopt;
        };
        QTRY_COMPARE(wind().value_or(0.), 1.5);
        model.undoStack().undo();
        QTRY_VERIFY(!wind().has_value());
        model.undoStack().redo();
        QTRY_COMPARE(wind().value_or(0.), 1.5);
        // A slope that is said is shown where heights do not, and told of.
        const int kSlope = 3;
        form.field(kSlope)->setText(QLocale().toString(1.5));
        emit form.field(kSlope)->editingFinished();
        const auto steep = [&] {
            if (!road().view())
                return false;
            const RoadRun& picked = road().view()->answers.runs[1].run;
            return picked.slopePct == 1.5 && std::any_of(picked.flags.begin(), picked.flags.end(),
                                                         [](const Flag& flag) { return flag.kind == FlagKind::Slope; });
        };
        QTRY_VERIFY(steep());
        model.undoStack().undo();
        QTRY_VERIFY(!steep());
        form.field(kWind)->setText("a gale");
        emit form.field(kWind)->editingFinished();
        QCOMPARE(form.field(kWind)->text(), QLocale().toString(5.4));
        form.field(0)->setText("8000"); // nobody weighs that
        emit form.field(0)->editingFinished();
        QCOMPARE(form.said().riderKg.value_or(0.), 82.);
    }

    void timesAreRestatedForTheAirOnlyWhenAllKnowTheirs() {
        JobModel& model = m_bench.model();
        const auto quarter = [&](std::size_t r) {
            for (const MarkTime& time : road().view()->answers.runs[r].marks)
                if (road().view()->answers.marks[time.mark].text == "1/4mile")
                    return time.timeS;
            return 0.;
        };
        QTRY_VERIFY(road().view());
        const double asRun = quarter(0);
        road().setRestated(true);
        QTRY_VERIFY(road().view()->answers.notRestated.has_value());
        QCOMPARE(quarter(0), asRun);
        // A thin, hot day at height: the standard's air would have been quicker.
        for (int i = 0; i < 3; ++i) {
            model.setCurrentPull(i);
            ConditionsForm& form = page().conditions();
            const char* air[] = {"32", "880", "40"};
            for (int f = 0; f < 3; ++f) {
                form.field(4 + f)->setText(air[f]);
                emit form.field(4 + f)->editingFinished();
            }
        }
        QTRY_VERIFY(road().view()->answers.restated.has_value());
        const double factor = findStandard("sae-j1349")->factor({32., 88000., 0.4});
        QVERIFY(factor > 1.1);
        QVERIFY(std::abs(quarter(0) - asRun / std::cbrt(factor)) < 1e-9);
        road().setRestated(false);
        QTRY_COMPARE(quarter(0), asRun);
    }
};

JR_SUITE(TestRide)
#include "test_ride.moc"
