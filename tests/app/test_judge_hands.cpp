// SPDX-License-Identifier: GPL-3.0-or-later
// Judge as hands use it: dragging the working band, drawing the use, walking with the arrow keys, switching what the
// charts show, following "how?", and finding it all again after a restart.
#include "app/judge/sides_mixture.h"
#include "app/widgets/call_strip.h"
#include "app/widgets/chart_words.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QComboBox>
#include <QDialog>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QSignalSpy>
#include <QTextBrowser>
#include <QToolButton>
#include <QWheelEvent>

#include <cmath>

using namespace jr;
using namespace jr::app;

class TestJudgeHands : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

    JobModel& model() { return m_demo.model(); }
    JudgeStation& judge() { return m_demo.judge(); }
    template <class Widget>
    Widget* one(QWidget& under) {
        return under.findChild<Widget*>();
    }
    QToolButton* button(QWidget& under, const QString& words) {
        for (QToolButton* b : under.findChildren<QToolButton*>())
            if (b->text().contains(words))
                return b;
        return nullptr;
    }
    QString allWords(QWidget& under) {
        QStringList out;
        for (QLabel* l : under.findChildren<QLabel*>())
            out << l->text();
        return out.join(QLatin1Char('\n'));
    }
    /// Pixel of an engine speed on a chart of the difference.
    int pixel(RangeChart* chart, double rpm) { return static_cast<int>(chart->xAxis->coordToPixel(rpm)); }

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
    }
    void cleanupTestCase() { m_demo.end(); }
    void init() {
        QVERIFY(m_demo.open("Stack length"));
        model().compare().setBand({}, {});
        model().setPicked({});
        m_demo.page(JudgeStation::Difference);
    }

    void theBandIsDraggedAndWalked() {
        CallStrip* strip = one<CallStrip>(judge().difference());
        GainRibbon* ribbon = one<GainRibbon>(judge().difference());
        const double low = model().answers().comparison()->place.front();
        // The lower grip, by the mouse, to 5000 rpm.
        const int y = 54;
        QTest::mousePress(strip, Qt::LeftButton, {}, {pixel(ribbon, low), y});
        QTest::mouseMove(strip, {pixel(ribbon, 5000.), y});
        QTest::mouseRelease(strip, Qt::LeftButton, {}, {pixel(ribbon, 5000.), y});
        QVERIFY(model().compare().now().from);
        QVERIFY2(std::abs(*model().compare().now().from - 5000.) <= 50.,
                 qPrintable(QString::number(*model().compare().now().from)));
        QCOMPARE(model().answers().comparison()->place.front(), *model().compare().now().from);
        // By the keyboard: a step of 50, of 500 with shift; then the other grip.
        const double at = *model().compare().now().from;
        strip->setFocus();
        QTest::keyClick(strip, Qt::Key_Right);
        QCOMPARE(*model().compare().now().from, at + 50.);
        QTest::keyClick(strip, Qt::Key_Left, Qt::ShiftModifier);
        QCOMPARE(*model().compare().now().from, at - 450.);
        const double top = model().compare().now().to.value_or(0.);
        QTest::keyClick(strip, Qt::Key_Down);
        QTest::keyClick(strip, Qt::Key_Left, Qt::ShiftModifier);
        QCOMPARE(*model().compare().now().to, top - 500.);
        // Never narrower than three hundred, however far it is pushed.
        for (int i = 0; i < 30; ++i)
            QTest::keyClick(strip, Qt::Key_Left, Qt::ShiftModifier);
        QVERIFY(*model().compare().now().to - *model().compare().now().from >= 300.);
        // Home, or a double click, takes the whole range again.
        QTest::keyClick(strip, Qt::Key_Home);
        QVERIFY(!model().compare().now().from && !model().compare().now().to);
        QTest::keyClick(strip, Qt::Key_Right);
        QVERIFY(model().compare().now().to || model().compare().now().from);
        QTest::mouseDClick(strip, Qt::LeftButton, {}, {200, 20});
        QVERIFY(!model().compare().now().from && !model().compare().now().to);
    }

    void aPressBesideTheGripsMovesNothing() {
        CallStrip* strip = one<CallStrip>(judge().difference());
        GainRibbon* ribbon = one<GainRibbon>(judge().difference());
        QTest::mousePress(strip, Qt::LeftButton, {}, {pixel(ribbon, 6000.), 54});
        QTest::mouseMove(strip, {pixel(ribbon, 5000.), 54});
        QTest::mouseRelease(strip, Qt::LeftButton, {}, {pixel(ribbon, 5000.), 54});
        QVERIFY(!model().compare().now().from && !model().compare().now().to);
    }

    void theCursorReadsBothCurves() {
        GainRibbon* ribbon = one<GainRibbon>(judge().difference());
        auto* readout = judge().difference().findChildren<QLabel*>().front();
        for (QLabel* l : judge().difference().findChildren<QLabel*>())
            if (l->accessibleName() == QLatin1String("Figures at the cursor"))
                readout = l;
        judge().setCursor(6000.);
        const Comparison& c = *model().answers().comparison();
        const auto i = static_cast<std::size_t>(std::find(c.place.begin(), c.place.end(), 6000.) - c.place.begin());
        QVERIFY(readout->text().contains(model().units().placeText(6000., CurveAxis::EngineSpeed)));
        QVERIFY(readout->text().contains(model().units().powerText(c.base.powerW[i])));
        QVERIFY(readout->text().contains(model().units().torqueText(c.with.torqueNm[i])));
        QVERIFY(readout->text().contains(QStringLiteral("mixture")));
        // Arrow keys on any chart move it for all.
        ribbon->setFocus();
        QTest::keyClick(ribbon, Qt::Key_Right);
        QVERIFY2(readout->text().contains(model().units().placeText(6050., CurveAxis::EngineSpeed)),
                 qPrintable(readout->text()));
        QTest::keyClick(one<CurvesChart>(judge().difference()), Qt::Key_Left, Qt::ShiftModifier);
        QVERIFY(readout->text().contains(model().units().placeText(5550., CurveAxis::EngineSpeed)));
        // Where a pull has nothing that counts it is said, not guessed.
        judge().setCursor(500.);
        QVERIFY(readout->text().contains(QStringLiteral("not every pull has data here")));
        judge().setCursor(std::nan(""));
        QVERIFY(readout->text().contains(QStringLiteral("arrow keys")));
    }

    void powerTorqueAndMixtureTogether() {
        const auto curves = judge().difference().findChildren<CurvesChart*>();
        QCOMPARE(curves.size(), 2);
        SidesMixture* mixture = one<SidesMixture>(judge().difference());
        QToolButton* what = button(judge(), QStringLiteral("(T)"));
        QVERIFY(curves[0]->isVisible() && !curves[1]->isVisible() && mixture->isVisible());
        what->click();
        QCOMPARE(what->text(), QStringLiteral("torque (T)"));
        QVERIFY(curves[0]->yAxis->label().contains(model().units().torqueSymbol()));
        what->click();
        QVERIFY(curves[0]->isVisible() && curves[1]->isVisible() && mixture->isVisible());
        QVERIFY(curves[0]->yAxis->label().contains(model().units().powerSymbol()));
        QVERIFY(curves[1]->yAxis->label().contains(model().units().torqueSymbol()));
        // One axis of speeds, under the lowest, and all the same.
        QVERIFY(!curves[0]->xAxis->tickLabels() && !curves[1]->xAxis->tickLabels() && mixture->xAxis->tickLabels());
        for (RangeChart* chart : std::initializer_list<RangeChart*>{curves[0], curves[1], mixture}) {
            QCOMPARE(chart->fromPlace(), one<GainRibbon>(judge().difference())->fromPlace());
            QCOMPARE(chart->toPlace(), one<GainRibbon>(judge().difference())->toPlace());
        }
        // Curves begin at zero; nothing is squeezed to nothing.
        QCOMPARE(curves[0]->yAxis->range().lower, 0.);
        QCOMPARE(curves[1]->yAxis->range().lower, 0.);
        QApplication::processEvents();
        for (QWidget* chart : std::initializer_list<QWidget*>{curves[0], curves[1], mixture})
            QVERIFY2(chart->height() >= 60, qPrintable(QString::number(chart->height())));
        what->click();
        QVERIFY(!curves[1]->isVisible());
        // By its key as often as one likes: new words must not take the key away.
        for (const char* wanted : {"torque (T)", "together (T)", "power (T)"}) {
            QTest::keyClick(&m_demo.window(), Qt::Key_T);
            QTRY_COMPARE(what->text(), QLatin1String(wanted));
        }
    }

    void medianAndBestOfAreForShow() {
        CurvesChart* curves = judge().difference().findChildren<CurvesChart*>().front();
        QToolButton* school = button(judge(), QStringLiteral("(M)"));
        const auto top = [&] {
            double most = 0.;
            for (int g = 0; g < curves->graphCount(); ++g)
                if (curves->graph(g)->pen().widthF() > 2.) // the line of a side, not a thread or a band
                    for (const auto& point : *curves->graph(g)->data())
                        if (std::isfinite(point.value))
                            most = std::max(most, point.value);
            return most;
        };
        const auto calls = model().answers().comparison()->calls.size();
        const double average = top();
        school->click();
        QCOMPARE(school->text(), QStringLiteral("median (M)"));
        const double median = top();
        school->click();
        QCOMPARE(school->text(), QStringLiteral("best of (M)"));
        QVERIFY(top() >= median && top() >= average);
        QCOMPARE(model().answers().comparison()->calls.size(), calls); // no call is made by either
        school->click();
        QCOMPARE(school->text(), QStringLiteral("average (M)"));
        QCOMPARE(top(), average);
        for (const char* wanted : {"median (M)", "best of (M)", "average (M)"}) {
            QTest::keyClick(&m_demo.window(), Qt::Key_M);
            QTRY_COMPARE(school->text(), QLatin1String(wanted));
        }
    }

    void aZoomedAxisSaysSoAndComesBack() {
        CurvesChart* curves = judge().difference().findChildren<CurvesChart*>().front();
        QVERIFY(!curves->zoomed());
        const QPointF middle(curves->width() / 2., curves->height() / 2.);
        QWheelEvent wheel(middle, curves->mapToGlobal(middle), {}, {0, 120}, {}, {}, Qt::NoScrollPhase, false);
        QApplication::sendEvent(curves, &wheel);
        QVERIFY(curves->zoomed() && curves->yAxis->range().lower > 0.);
        bool said = false;
        for (int i = 0; i < curves->itemCount(); ++i)
            if (auto* text = qobject_cast<QCPItemText*>(curves->item(i)))
                said = said || (text->visible() && text->text().contains(QStringLiteral("does not start at zero")));
        QVERIFY(said);
        QTest::keyClick(curves, Qt::Key_0);
        QVERIFY(!curves->zoomed());
        QCOMPARE(curves->yAxis->range().lower, 0.);
    }

    void theGainInPerCent() {
        GainRibbon* ribbon = one<GainRibbon>(judge().difference());
        QToolButton* ratio = button(judge(), QStringLiteral("(P)"));
        ratio->click();
        QCOMPARE(ribbon->yAxis->label(), QStringLiteral("gain [%]"));
        // Symmetric about zero either way, so that a gain and a loss of one size look it.
        QCOMPARE(ribbon->yAxis->range().lower, -ribbon->yAxis->range().upper);
        ratio->click();
        QVERIFY(ribbon->yAxis->label().contains(model().units().powerSymbol()));
    }

    void everyKindOfNumberHasItsHow() {
        for (const char* heading :
             {"The margin", "Calls", "Cautions", "Gains%20people%20quote", "The%20model%20of%20a%20sitting"}) {
            QString wanted = QString::fromLatin1(heading);
            wanted.replace(QLatin1Char(' '), QStringLiteral("%20"));
            QVERIFY2(allWords(judge().difference()).contains(QStringLiteral("method:") + wanted), heading);
        }
        // Followed, it opens at the place.
        for (QLabel* l : judge().difference().findChildren<QLabel*>())
            if (l->text().contains(QStringLiteral("method:Calls"))) {
                emit l->linkActivated(QStringLiteral("method:Calls"));
                break;
            }
        QDialog* dialog = nullptr;
        for (QWidget* w : QApplication::topLevelWidgets())
            if (auto* d = qobject_cast<QDialog*>(w); d && d->isVisible())
                dialog = d;
        QVERIFY(dialog);
        QTextBrowser* text = dialog->findChild<QTextBrowser*>();
        QTRY_VERIFY(text->textCursor().block().text() == QLatin1String("Calls"));
        dialog->close();
    }

    void theUseIsDrawnByHandAndKept() {
        m_demo.page(JudgeStation::Band);
        BandPage& page = judge().band();
        UseCanvas* canvas = one<UseCanvas>(page);
        QVERIFY(page.ranking());
        const UseWeights before = page.weights();
        // A stroke across the upper half, high.
        const QRectF area(66., 26., canvas->width() - 66. - 128., canvas->height() - 64.);
        const auto at = [&](double share, double height) {
            return QPoint(static_cast<int>(area.left() + share * area.width()),
                          static_cast<int>(area.bottom() - 0.5 * height * area.height()));
        };
        QTest::mousePress(canvas, Qt::LeftButton, {}, at(0.2, 0.));
        QTest::mouseMove(canvas, at(0.5, 0.));
        QTest::mouseMove(canvas, at(0.55, 1.));
        QTest::mouseMove(canvas, at(0.9, 1.));
        QTest::mouseRelease(canvas, Qt::LeftButton, {}, at(0.9, 1.));
        model();
        const UseWeights drawn = page.weights();
        const std::vector<double> rpm = model().answers().comparison()->place; // a copy: the window goes
        const double span = rpm.back() - rpm.front();
        QVERIFY(drawn.at(rpm.front() + 0.75 * span) > 0.9);
        QVERIFY(drawn.at(rpm.front() + 0.35 * span) < 0.1);
        QVERIFY(page.ranking());
        QVERIFY(one<QComboBox>(page)->currentText() == QLatin1String("as drawn"));
        // One stroke is one step back.
        model().undoStack().undo();
        model();
        QCOMPARE(page.weights().points, before.points);
        model().undoStack().redo();
        model();
        QCOMPARE(page.weights().points, drawn.points);
        // By keyboard: up at the cursor.
        canvas->setFocus();
        QTest::keyClick(canvas, Qt::Key_Left);
        QTest::keyClick(canvas, Qt::Key_Up);
        model();
        QVERIFY(page.weights().points != drawn.points);
        model().undoStack().undo();
        // A preset comes in between; what was drawn waits.
        page.setUse(2);
        model();
        QVERIFY(page.weights().points != drawn.points);
        QComboBox* use = one<QComboBox>(page);
        use->setCurrentIndex(use->count() - 1);
        emit use->activated(use->count() - 1);
        model();
        QCOMPARE(page.weights().points, drawn.points);
        // And it is there after a restart.
        QVERIFY(m_demo.again());
        QVERIFY(m_demo.open("Stack length"));
        m_demo.page(JudgeStation::Band);
        QCOMPARE(judge().band().weights().points.size(), drawn.points.size());
        QVERIFY(judge().band().weights().at(rpm.front() + 0.75 * span) > 0.9);
    }

    void theMixturesWindowIsKept() {
        m_demo.page(JudgeStation::Mixture);
        const auto boxes = judge().mixture().findChildren<QDoubleSpinBox*>();
        QCOMPARE(boxes.size(), 2);
        const MixtureTarget usual = mixtureTargetOf(model());
        boxes[1]->setValue(13.6);
        QCOMPARE(mixtureTargetOf(model()).leanAfr, 13.6);
        QCOMPARE(mixtureTargetOf(model()).richAfr, usual.richAfr);
        model().undoStack().undo();
        QCOMPARE(mixtureTargetOf(model()).leanAfr, usual.leanAfr);
        QCOMPARE(boxes[1]->value(), usual.leanAfr);
        model().undoStack().redo();
        // A window turned inside out is put right.
        boxes[0]->setValue(14.);
        QVERIFY(mixtureTargetOf(model()).leanAfr > mixtureTargetOf(model()).richAfr);
        model().undoStack().undo();
        QVERIFY(m_demo.again());
        QVERIFY(m_demo.open("Stack length"));
        QCOMPARE(mixtureTargetOf(model()).leanAfr, 13.6);
        // Another job has its own.
        QVERIFY(m_demo.open("Larkspur ladder"));
        QVERIFY(mixtureTargetOf(model()).leanAfr != 13.6);
    }

    void aMetricAtOneSpeedAndThePeak() {
        QVERIFY(m_demo.open("Larkspur ladder"));
        m_demo.page(JudgeStation::Steps);
        StepsPage& page = judge().steps();
        const double band = page.ladderShown()->steps.front().value;
        QComboBox* metric = one<QComboBox>(page);
        metric->setCurrentIndex(1);
        model();
        const double peak = page.ladderShown()->steps.front().value;
        QVERIFY(peak > band);
        metric->setCurrentIndex(2);
        QDoubleSpinBox* at = one<QDoubleSpinBox>(page);
        QVERIFY(at->isVisible());
        at->setValue(5000.);
        model();
        const double there = page.ladderShown()->steps.front().value;
        QVERIFY(there > 0. && there < peak);
        // A speed nobody reached is said in words, with no bars that mean nothing.
        at->setValue(20000.);
        model();
        QVERIFY(!page.ladderShown());
        QVERIFY2(page.words().contains(QStringLiteral("no data at that engine speed")), qPrintable(page.words()));
        metric->setCurrentIndex(0);
        model();
        QCOMPARE(page.ladderShown()->steps.front().value, band);
    }

    void pickedPullsAreJudgedAlone() {
        const int all = model().answers().comparison()->base.pulls + model().answers().comparison()->with.pulls;
        std::set<int> picked;
        for (bool base : {true, false}) {
            const std::vector<int> side = model().sidePulls(base);
            picked.insert(side.begin(), side.begin() + 2);
        }
        model().setPicked(picked);
        QCOMPARE(model().answers().comparison()->base.pulls + model().answers().comparison()->with.pulls, 4);
        QVERIFY(allWords(judge().difference()).contains(QStringLiteral("three or more a side")));
        model().setPicked({});
        QCOMPARE(model().answers().comparison()->base.pulls + model().answers().comparison()->with.pulls, all);
    }
    void aLineNeverCrossesAHole() {
        // 4100 to 4400 is flagged away; the step is told and never guessed from the first two points.
        const std::vector<double> rpm = {4000., 4400., 4450., 4500.};
        const LineWithHoles line = withHoles(rpm, 50., [](std::size_t i) { return 10. * static_cast<double>(i); });
        QCOMPARE(line.keys, (QVector<double>{4000., 4200., 4400., 4450., 4500.}));
        QVERIFY(std::isnan(line.values[1]));
        QCOMPARE(line.values[2], 10.);
        QCOMPARE(withHoles({4000., 4050.}, 50., [](std::size_t) { return 1.; }).keys.size(), 2);
    }
};

JR_SUITE(TestJudgeHands)
#include "test_judge_hands.moc"
