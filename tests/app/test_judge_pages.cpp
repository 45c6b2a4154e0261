// SPDX-License-Identifier: GPL-3.0-or-later
// The pages of Judge on the demo's jobs, whose truths are known: what is shown must hold the truth inside its
// margins. Also the empty states, the links to the method, and rides.
#include "app/ask/ask_station.h"
#include "app/handover/handover_station.h"
#include "app/help/manual.h"
#include "app/pull/live_chart.h"
#include "app/widgets/paragraph_scroll.h"
#include "core/judge/sentences.h"
#include "core/pull/pull_axis.h"
#include "demo_job/demo_day.h"
#include "tests/support/demo_window.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"
#include "tests/support/written.h"

#include <QComboBox>
#include <QRegularExpression>
#include <QStackedWidget>

#include <cmath>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openJob;
using testsupport::written;

class TestJudgePages : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

    MainWindow& window() { return m_demo.window(); }
    JobModel& model() { return m_demo.model(); }
    JudgeStation& judge() { return m_demo.judge(); }
    bool open(const char* name) { return m_demo.open(name); }
    void page(int p) { m_demo.page(p); }
    /// Mean true power over a band, W.
    static double trueMean(const demo::DayOfPulls& day, const std::string& setup, double from, double to) {
        double sum = 0., n = 0.;
        for (double r = from; r <= to + 1e-6; r += 50.) {
            sum += demo::truthW(day, setup, r);
            n += 1.;
        }
        return sum / n;
    }

    static QString wordsShown(QWidget& under) {
        QString out;
        for (QLabel* l : under.findChildren<QLabel*>())
            out += l->text() + QLatin1Char('\n');
        return out;
    }

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
        QCOMPARE(archiveOf(model())->jobs()->size(), std::size_t(6));
        QVERIFY(fillWholeDemo(*archiveOf(model()))); // once more changes nothing
        QCOMPARE(archiveOf(model())->jobs()->size(), std::size_t(6));
    }
    void cleanupTestCase() { m_demo.end(); }

    void aBeltIsJudgedOverRoadSpeed() {
        QVERIFY(open("Stack length"));
        page(JudgeStation::Difference);
        judge().setCursor(5100.);
        QVERIFY(open("Weights on the belt"));
        page(JudgeStation::Difference);
        const auto& c = model().answers().comparison();
        QVERIFY2(c, qPrintable(model().answers().problem()));
        QVERIFY(c->axis == CurveAxis::RoadSpeed && model().answers().axis() == CurveAxis::RoadSpeed);
        QVERIFY(!wordsShown(judge().difference()).contains(QLatin1String("load-spike")));
        const QString headline = QString::fromStdString(describe(*c, model().units().wording()).headline);
        QVERIFY2(headline.contains(QLatin1String("km/h")) || headline.contains(QLatin1String("mph")),
                 qPrintable(headline));
        QVERIFY(
            !wordsShown(judge().difference()).contains(QLatin1String("not every pull"))); // a place of the other axis
        judge().setCursor(15.);
        QVERIFY(wordsShown(judge().difference()).contains(model().units().placeText(15., c->axis)));
        // The band is set along the road, comes back as it was, and leaves when the axis does.
        model().compare().setBand(8., 20.);
        QTRY_COMPARE(model().answers().comparison()->place.front(), 8.);
        page(JudgeStation::SweepOf);
        const auto& sweep = judge().sweep().sweepShown();
        QVERIFY(sweep);
        // 14 g turns the engine at its best in the middle of the shift; the truth of the stand-in, worked out here.
        const demo::DayOfPulls day = demo::quillDay();
        double best = 0., most = 0.;
        for (const demo::DaySetup& s : day.setups) {
            double sum = 0.;
            for (double v = 8.; v <= 20.; v += 0.25)
                sum += s.belt.powerW(v / s.belt.rollerRadiusM);
            if (sum > most) {
                most = sum;
                best = std::stod(s.name.substr(8));
            }
        }
        QVERIFY2(sweep->bestLow && best >= *sweep->bestLow - 0.5 && best <= *sweep->bestHigh + 0.5,
                 qPrintable(QString::number(sweep->bestX)));
        // By choice over engine speed, from the box that says the detail: a person has no other way to ask for it.
        const auto chooseOver = [&](const QString& words) {
            for (QComboBox* box : window().findChildren<QComboBox*>())
                if (const int at = box->findText(words); at >= 0) {
                    emit box->activated(at);
                    return true;
                }
            return false;
        };
        QVERIFY(!chooseOver(QStringLiteral("over road speed"))); // that is what it runs over
        QVERIFY(chooseOver(QStringLiteral("over engine speed")));
        QTRY_VERIFY(model().answers().axis() == CurveAxis::EngineSpeed);
        QVERIFY(!model().compare().from());
        QTRY_VERIFY(chooseOver(QStringLiteral("over road speed")));
        QTRY_VERIFY(model().answers().axis() == CurveAxis::RoadSpeed);
        model().compare().setAxis(std::nullopt);
        QTRY_VERIFY(model().answers().axis() == CurveAxis::RoadSpeed);
        QCOMPARE(model().compare().from().value_or(0.), 8.);
        model().compare().setBand(std::nullopt, std::nullopt);
    }
    void aFlagsPlaceIsToldOnTheAxisInForce() {
        QVERIFY(open("Weights on the belt"));
        const PullFit& fit = *model().pulls()[0].fit;
        Flag flag{FlagKind::Dropout};
        flag.fromRpm = 7000.;
        flag.toRpm = 7100.;
        flag.fromShaftRadS = 60.;
        flag.toShaftRadS = 65.;
        const PullAxis road(fit, CurveAxis::RoadSpeed);
        const double radius = *fit.header.rollerRadiusM;
        QCOMPARE(road.placesOf(flag).first, 60. * radius);
        QCOMPARE(PullAxis(fit, CurveAxis::EngineSpeed).placesOf(flag).second, 7100.);
        // A place of the curve's axis is a shaft speed, whatever the axis: what the crank's estimates are made from.
        const PullCurve& curve = *model().answers().curve(0);
        QCOMPARE(PullAxis(fit, curve.axis).shaftAt(curve.peakPower->place), curve.peakPower->place / radius);
    }
    void aPullInHandFollowsTheAxis() {
        // The job's first pulls tell that it is a belt while the next is being made: what is drawn of it moves along.
        QVERIFY(open("Stack length"));
        auto* chart = window().findChild<LiveChart*>();
        QVERIFY(chart);
        chart->begin();
        const double radius = 0.2;
        chart->setRoadPerShaft(radius);
        chart->add({{7000., 50., 5000.}, {7050., 80., 6000.}}, 1.);
        const auto places = [&] {
            QVector<double> keys;
            for (const QCPGraphData& point : *chart->graph(chart->graphCount() - 1)->data())
                keys << point.key;
            return keys;
        };
        QCOMPARE(places(), (QVector<double>{7000., 7050.}));
        QVERIFY(open("Weights on the belt"));
        QTRY_COMPARE(places(), (QVector<double>{50. * radius, 80. * radius}));
        QVERIFY(chart->xAxis->label().contains(QLatin1String("road speed")));
        QVERIFY(open("Stack length"));
        QTRY_COMPARE(places(), (QVector<double>{7000., 7050.}));
        chart->begin();
    }
    void marginsThatHoldTogetherSaySo() {
        QVERIFY(open("Larkspur ladder"));
        page(JudgeStation::Steps);
        QVERIFY(wordsShown(judge().steps()).contains(QStringLiteral("hold for all steps together")));
        QVERIFY(open("Reeds and pipe"));
        page(JudgeStation::Cross);
        QVERIFY(wordsShown(judge().cross()).contains(QStringLiteral("holding together")));
    }
    void theLadderHoldsItsTruth() {
        const demo::DayOfPulls day = demo::larkspurLadder();
        QVERIFY(open("Larkspur ladder"));
        model().compare().setBand(4000., 8500.);
        page(JudgeStation::Steps);
        const auto& ladder = judge().steps().ladderShown();
        QVERIFY(ladder);
        QCOMPARE(ladder->steps.size(), std::size_t(4));
        std::string before;
        for (const LadderStep& s : ladder->steps) {
            if (!before.empty()) {
                const double truth = trueMean(day, s.name, 4000., 8500.) - trueMean(day, before, 4000., 8500.);
                QVERIFY2(truth >= *s.gainLow && truth <= *s.gainHigh,
                         qPrintable(QStringLiteral("%1: %2 not in %3 to %4")
                                        .arg(QString::fromStdString(s.name))
                                        .arg(truth)
                                        .arg(*s.gainLow)
                                        .arg(*s.gainHigh)));
            }
            before = s.name;
        }
        QVERIFY2(judge().steps().words().contains("hot cam"), qPrintable(judge().steps().words()));
        model().compare().setBand({}, {});
    }
    void allSetupsHoldTheirTruth() {
        const demo::DayOfPulls day = demo::larkspurLadder();
        QVERIFY(open("Larkspur ladder"));
        page(JudgeStation::Many);
        const auto& all = judge().many().comparisons();
        QCOMPARE(all.size(), std::size_t(3));
        int inside = 0, points = 0;
        for (const Comparison& c : all)
            for (std::size_t i = 0; i < c.place.size(); ++i) {
                const double truth =
                    demo::truthW(day, c.with.setup, c.place[i]) / demo::truthW(day, "stock", c.place[i]) - 1.;
                inside += 100. * truth >= c.pct(i).low && 100. * truth <= c.pct(i).high;
                ++points;
            }
        QVERIFY2(inside >= 0.97 * points, qPrintable(QStringLiteral("%1 of %2").arg(inside).arg(points)));
        // The cam and the lid and the stack went in between stock and hot cam: the credit is shared, and it is said.
        QVERIFY(judge().many().words().contains("more than one thing"));
        // What a cam that fills the top costs at the bottom shows as a loss and a gain (P19).
        page(JudgeStation::Difference);
        for (const SetupRecord& s : model().job().setups) {
            if (s.name == "lid off")
                model().compare().setBaseSetup(s.id);
            if (s.name == "hot cam")
                model().compare().setWithSetup(s.id);
        }
        QVERIFY(model().answers().comparison());
        const auto has = [&](CallKind kind) {
            const auto& calls = model().answers().comparison()->calls;
            return std::any_of(calls.begin(), calls.end(), [kind](const Call& c) { return c.kind == kind; });
        };
        QVERIFY(has(CallKind::Gain) && has(CallKind::Loss));
    }
    void theCrossHoldsItsTruth() {
        const demo::DayOfPulls day = demo::ostraDay();
        QVERIFY(open("Reeds and pipe"));
        model().compare().setBand(6000., 8600.);
        page(JudgeStation::Cross);
        const auto& cross = judge().cross().cross();
        QVERIFY2(cross, qPrintable(judge().cross().words()));
        QCOMPARE(cross->alone.size(), std::size_t(2));
        const double stock = trueMean(day, "stock", 6000., 8600.),
                     reeds = trueMean(day, "carbon reeds", 6000., 8600.) - stock,
                     pipe = trueMean(day, "tuned pipe", 6000., 8600.) - stock,
                     both = trueMean(day, "reeds and pipe", 6000., 8600.) - stock;
        for (const FactorialEffect& e : cross->effects) {
            const double truth = e.term == "reeds"  ? 0.5 * (reeds + both - pipe)
                                 : e.term == "pipe" ? 0.5 * (pipe + both - reeds)
                                                    : 0.5 * (both - reeds - pipe);
            QVERIFY2(truth >= *e.low && truth <= *e.high, qPrintable(QStringLiteral("%1: %2 not in %3 to %4")
                                                                         .arg(QString::fromStdString(e.term))
                                                                         .arg(truth)
                                                                         .arg(*e.low)
                                                                         .arg(*e.high)));
        }
        QCOMPARE(judge().cross().effects().effects.size(), std::size_t(3));
        QVERIFY(judge().cross().words().contains("alone"));
        model().compare().setBand({}, {});
        // Two parts against none: the pair caution, in Judge and Ask; both cells exist, so nothing needs separating.
        for (const SetupRecord& s : model().job().setups) {
            if (s.name == "stock")
                model().compare().setBaseSetup(s.id);
            if (s.name == "reeds and pipe")
                model().compare().setWithSetup(s.id);
        }
        const auto& cautions = model().answers().comparison()->cautions;
        QVERIFY(std::any_of(cautions.begin(), cautions.end(), [](const Caution& c) { return c.kind == "confounded"; }));
        window().showStation(MainWindow::Ask);
        const QString asked = window().ask().question().caution();
        QVERIFY2(asked.contains("reeds") && asked.contains("pipe") && asked.contains("all of them together"),
                 qPrintable(asked));
        // On the sheet as well: the one-page JSON carries every caution the sheet prints.
        QVERIFY(written(window().handover(), SheetFormat::Json, m_demo.file("sheet.json")));
        QFile sheet(m_demo.file("sheet.json"));
        QVERIFY(sheet.open(QIODevice::ReadOnly) && sheet.readAll().contains("confounded"));
        window().showStation(MainWindow::Judge);
    }
    void theSweepHoldsItsTruth() {
        QVERIFY(open("Reeds and pipe"));
        page(JudgeStation::SweepOf);
        const auto& sweep = judge().sweep().sweepShown();
        QVERIFY2(sweep, qPrintable(judge().sweep().words()));
        QCOMPARE(sweep->x.front(), 14.);
        QCOMPARE(sweep->x.back(), 22.);
        QVERIFY(sweep->inside && sweep->bestLow);
        QVERIFY2(*sweep->bestLow <= 18.6 && *sweep->bestHigh >= 18.6,
                 qPrintable(QStringLiteral("%1 to %2").arg(*sweep->bestLow).arg(*sweep->bestHigh)));
        // Too much advance costs several times what too little costs.
        QVERIFY(std::abs(sweep->longSidePerUnit) > 1.5 * std::abs(sweep->shortSidePerUnit));
        QVERIFY(judge().sweep().best().size() > 8);
        QVERIFY(judge().sweep().words().contains("Best near"));
    }
    void theWorkingBandRanks() {
        QVERIFY(open("Larkspur ladder"));
        page(JudgeStation::Band);
        judge().band().setUse(1); // a racer between shifts
        const auto& ranking = judge().band().ranking();
        QVERIFY2(ranking, qPrintable(judge().band().words()));
        QCOMPARE(ranking->setups.front().name, std::string("hot cam"));
        QCOMPARE(ranking->setups.front().place, 1);
        judge().band().setUse(0); // on the road the cam's top end is not used
        judge();
        QVERIFY(ranking->setups.front().name != "hot cam" || ranking->setups[1].place == 1);
        // A ride from a pull file: its own engine speeds.
        const QString ride = m_demo.file("ride.pull.csv");
        QFile file(ride);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(demo::pullFiles(demo::larkspurLadder()).front()));
        file.close();
        QVERIFY(judge().band().takeRide(m_demo.file("no such")) == false);
        // That ride is a pull of a log without engine speed: it says so and changes nothing.
        const UseWeights before = judge().band().weights();
        (void)judge().band().takeRide(ride);
        QVERIFY(!judge().band().weights().empty());
        QFile log(m_demo.file("ride.csv"));
        QVERIFY(log.open(QIODevice::WriteOnly));
        log.write("time [s],engine speed [rpm]\n");
        for (int i = 0; i < 400; ++i)
            log.write(QStringLiteral("%1,%2\n").arg(0.1 * i).arg(5000 + 10 * (i % 100)).toUtf8());
        log.close();
        QVERIFY(judge().band().takeRide(log.fileName()));
        QVERIFY2(judge().band().weights().at(5500.) > 0.5 && judge().band().weights().at(8000.) == 0.,
                 qPrintable(judge().band().words()));
        QVERIFY(judge().band().words().contains("ride.csv"));
        judge().band().setUse(0);
        QVERIFY(before.at(5000.) >= 0.);
    }
    void mixtureAndScatterSpeak() {
        QVERIFY(open("Stack length"));
        page(JudgeStation::Mixture);
        QVERIFY2(judge().mixture().words().contains("of the time inside"), qPrintable(judge().mixture().words()));
        page(JudgeStation::ScatterOf);
        QVERIFY(judge().scatter().run().sdPct);
        QVERIFY2(judge().scatter().words().contains("repeats within"), qPrintable(judge().scatter().words()));
        // What these pulls show is noted for the plans of later jobs, once nobody turns anything.
        QTRY_VERIFY_WITH_TIMEOUT(!model().sheet(sheet_kind::repeatability).empty(), 4000);
        const RepeatabilityNote note = repeatabilityNoteOf(model().sheet(sheet_kind::repeatability));
        const double both = std::hypot(note.told.pull->sd, note.told.fitting->sd); // the day was made with 0.45 %
        QVERIFY2(both > 0.002 && both < 0.018, model().sheet(sheet_kind::repeatability).c_str());
        QCOMPARE(note.bench, std::string("Long roller"));
    }
    void theCorridorStaysInItsFrame() {
        // Two evenings at levels of their own: the corridor goes with them, and the axis holds all of it.
        QVERIFY(open("Stack on two evenings"));
        page(JudgeStation::ScatterOf);
        const QWidget* picture = nullptr;
        for (const QWidget* w : judge().scatter().findChildren<QWidget*>())
            if (w->accessibleName().startsWith(QLatin1String("Every pull in order")))
                picture = w;
        QVERIFY(picture);
        const QImage drawn = const_cast<QWidget*>(picture)->grab().toImage();
        const QRgb soft = m_demo.theme().tokens().sameSoft.rgb();
        int inside = 0;
        for (int y = 0; y < drawn.height(); ++y)
            for (int x = 0; x < drawn.width(); ++x)
                if (drawn.pixel(x, y) == soft) {
                    ++inside;
                    QVERIFY2(x >= 64 && y >= 24, qPrintable(QStringLiteral("%1, %2").arg(x).arg(y)));
                }
        QVERIFY(inside > 1000);
    }
    void figuresHaveTheReadersDecimalMark() {
        const QLocale before;
        QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
        QVERIFY(open("Stack length"));
        static const QRegularExpression pointed(QStringLiteral("\\d\\.\\d"));
        for (int p : {static_cast<int>(JudgeStation::Mixture), static_cast<int>(JudgeStation::ScatterOf),
                      static_cast<int>(JudgeStation::Steps)}) {
            page(p);
            auto* shown = qobject_cast<JudgePage*>(judge().findChildren<QStackedWidget*>().front()->currentWidget());
            QVERIFY(shown);
            shown->refresh();
            QVERIFY2(!shown->words().contains(pointed), qPrintable(shown->words()));
        }
        QLocale::setDefault(before);
    }
    void everyPageSaysWhatToDoWhenEmpty() {
        const auto job = archiveOf(model())->createJob("Nothing yet", "");
        QVERIFY(openJob(window(), *job));
        model().waitUntilSettled();
        window().showStation(MainWindow::Judge);
        for (int p = 0; p < judge().count(); ++p) {
            page(p);
            if (auto* judgePage =
                    qobject_cast<JudgePage*>(judge().findChildren<QStackedWidget*>().front()->currentWidget()))
                QVERIFY2(!judgePage->words().trimmed().isEmpty(), qPrintable(judge().pageName(p)));
        }
    }
    void everyLinkOpensAParagraph() {
        for (const char* heading :
             {"The margin", "More than two setups", "Steps, combinations, sweeps", "The working band", "Mixture",
              "Scatter and drift", "Calls", "Cautions", "The model of a sitting", "Gains people quote", "The plan",
              "Claims", "The curve", "Calibration", "Air and standards"})
            QVERIFY2(!documentOf(QString::fromLatin1(heading)).isEmpty(), heading);
        QVERIFY(documentOf(QStringLiteral("No such heading")).isEmpty());
        QVERIFY(open("Stack length"));
        window().showStation(MainWindow::Judge);
        page(0);
        QToolButton* how = nullptr;
        for (QToolButton* link : judge().findChildren<QToolButton*>())
            if (link->isVisibleTo(&judge()) && link->property("link").toBool())
                how = link;
        QVERIFY(how);
        how->click();
        QPointer<QDialog> manual = window().findChild<QDialog*>(QStringLiteral("manual"));
        QVERIFY(manual && manual->isVisible());
        manual->close();
    }
    void nightAndUnitsRedrawEveryPage() {
        QVERIFY(open("Larkspur ladder"));
        for (int p = 0; p < judge().count(); ++p) {
            page(p);
            m_demo.theme().setMode(Theme::Mode::Night);
            model().setUnitsChoice(1);
            QVERIFY(!window().grab().isNull());
            m_demo.theme().setMode(Theme::Mode::Day);
            model().setUnitsChoice(0);
        }
    }
    void wordsEndWithAWholeLine() {
        QVERIFY(m_demo.open("Stack length"));
        window().showStation(MainWindow::Judge);
        m_demo.judge().show(JudgeStation::Difference);
        for (const int high : {640, 700, 777, 800}) {
            window().resize(1280, high);
            QTest::qWait(50);
            auto* scroll = m_demo.judge().difference().findChild<ParagraphScroll*>();
            QVERIFY(scroll && scroll->isVisible() && scroll->verticalScrollBar()->maximum() > 0);
            const int foot = scroll->viewport()->height();
            for (const QLabel* label : scroll->widget()->findChildren<QLabel*>())
                if (label->isVisibleTo(scroll) && !label->text().isEmpty() && label->y() < foot &&
                    label->y() + label->height() > foot)
                    QVERIFY2((foot - label->y()) % label->fontMetrics().lineSpacing() == 0,
                             qPrintable(QStringLiteral("%1 high: foot %2, %3 at %4, lines of %5, spare %6")
                                            .arg(high)
                                            .arg(foot)
                                            .arg(label->text().left(30))
                                            .arg(label->y())
                                            .arg(label->fontMetrics().lineSpacing())
                                            .arg(scroll->spare())));
            // Scrolled to the end, the end is there.
            scroll->verticalScrollBar()->setValue(scroll->verticalScrollBar()->maximum());
            QTest::qWait(20);
            QCOMPARE(scroll->spare(), 0);
            QVERIFY(scroll->widget()->y() + scroll->widget()->height() <= scroll->viewport()->height());
            scroll->verticalScrollBar()->setValue(0);
        }
        window().resize(1280, 800);
    }
};

JR_SUITE(TestJudgePages)
#include "test_judge_pages.moc"
