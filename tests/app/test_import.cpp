// SPDX-License-Identifier: GPL-3.0-or-later
// The import dialog as a stranger meets it: a log with odd headings becomes a pull by choosing what each column is and
// typing what the log does not say; layouts are remembered; nothing is brought in that was not shown.
#include "app/import/import_columns.h"
#include "app/import/import_dialog.h"
#include "app/import/import_picture.h"
#include "demo_job/larkspur.h"
#include "standin/simulated_bench.h"
#include "tests/support/demo_window.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"

#include <QComboBox>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QScopeGuard>

#include <cmath>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openJob;

class TestImport : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;
    QTemporaryDir m_logs;
    JobModel& model() { return m_demo.model(); }

    /// A log with headings nobody could guess, time in milliseconds, a comma for the decimal mark.
    QString oddLog(const char* name, int brokenRows = 0, std::uint64_t seed = 3) {
        standin::PullSetting p;
        p.seed = seed;
        const standin::Recording r = standin::rollerPull({}, {}, p);
        QByteArray text = "Uhr;Walze;Motor;X9\n";
        int line = 0;
        for (const auto& row : r.rows) {
            QByteArray cells = QByteArray::number(1000. * row[0], 'f', 0) + ';' + QByteArray::number(row[1], 'f', 4) +
                               ';' + QByteArray::number(row[2], 'f', 0) + ";7\n";
            if (++line % 200 == 50 && brokenRows-- > 0)
                cells = "stopped for tea\n";
            text += cells.replace('.', ',');
        }
        QFile f(m_logs.filePath(QLatin1String(name)));
        return f.open(QIODevice::WriteOnly) && f.write(text) > 0 ? f.fileName() : QString();
    }
    QComboBox* box(ImportDialog& d, int row, int column) {
        return qobject_cast<QComboBox*>(d.findChild<ImportColumns*>()->cellWidget(row, column));
    }
    /// Until what was asked of the files is worked out.
    void settle(ImportDialog& d) {
        QTRY_VERIFY_WITH_TIMEOUT(!d.set().items().empty() && !d.set().busy(), 20000);
        QApplication::processEvents();
    }
    void shown(ImportDialog& d) {
        d.show();
        QVERIFY(QTest::qWaitForWindowActive(&d));
        settle(d);
    }
    /// As a person turns a combo box: the choice, then its signal, then the event loop.
    void choose(QComboBox* b, const QString& words) {
        const int at = b->findText(words);
        QVERIFY2(at >= 0, qPrintable(words));
        b->setCurrentIndex(at);
        auto* dialog = qobject_cast<ImportDialog*>(b->window());
        emit b->activated(at);
        settle(*dialog);
    }
    QLineEdit* fact(ImportDialog& d, const QString& label) {
        for (QLabel* l : d.findChildren<QLabel*>())
            if (l->text().contains(label))
                if (auto* edit = qobject_cast<QLineEdit*>(l->buddy()))
                    return edit;
        return nullptr;
    }
    void type(QLineEdit* edit, const QString& text) {
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Tab);
        settle(*qobject_cast<ImportDialog*>(edit->window()));
    }
    QPushButton* go(ImportDialog& d) {
        for (QPushButton* b : d.findChildren<QPushButton*>())
            if (b->property("primary").toBool())
                return b;
        return nullptr;
    }

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
    }
    void cleanupTestCase() { m_demo.end(); }

    void columnsAreChosenAndThePictureFollows() {
        const auto job = archiveOf(model())->createJob("Odd logs", "Larkspur 410");
        QVERIFY(openJob(m_demo.window(), *job)); // an empty job: no bench facts to borrow
        ImportDialog d(m_demo.theme(), model(), {oddLog("odd.txt")});
        shown(d);
        ImportColumns* columns = d.findChild<ImportColumns*>();
        QVERIFY(columns->isVisible());
        QCOMPARE(columns->rowCount(), 4);
        QVERIFY(!d.set().items()[0].fit);
        choose(box(d, 0, 2), "time");
        choose(box(d, 0, 3), "ms");
        choose(box(d, 1, 2), "roller speed");
        QCOMPARE(box(d, 1, 3)->currentText(), QStringLiteral("rad/s")); // a unit that fits is put beside it
        choose(box(d, 2, 2), "engine speed");
        choose(box(d, 2, 3), "rpm");
        // Speeds are drawn over time while the bench's inertia is not known.
        ImportPicture* picture = d.findChild<ImportPicture*>();
        QVERIFY(!d.set().items()[0].fit);
        QCOMPARE(picture->xAxis->label(), QStringLiteral("time [s]"));
        QVERIFY(d.set().items()[0].curveProblem.contains("inertia"));
        type(fact(d, "Roller inertia"), "6.7");
        QVERIFY2(d.set().items()[0].fit, qPrintable(d.set().items()[0].curveProblem));
        type(fact(d, "Roller drag"), "5.1, 0.0173, 5.2e-5");
        QCOMPARE(picture->xAxis->label(), QStringLiteral("engine speed [rpm]"));
        // And the curve is the truth the log was made from, as measured: its air is unknown.
        const PullFit& fit = *d.set().items()[0].fit;
        CurveOptions options;
        options.detail = 300.;
        const auto curve = curveOf(fit, options);
        QVERIFY(!curve->factor);
        const double factor = standin::airFactorJ1349(22., 1000., 45.);
        double worst = 0.;
        for (std::size_t i = 0; i < curve->place.size(); ++i)
            worst = std::max(
                worst, std::abs(curve->powerW[i] * factor / standin::EngineTruth{}.powerAt(curve->place[i]) - 1.));
        QVERIFY2(worst < 0.02, qPrintable(QString::number(worst)));
        type(fact(d, "Air ["), "22");
        type(fact(d, "Station pressure"), "1000");
        type(fact(d, "Humidity"), "45");
        QVERIFY(d.set().items()[0].trace->header.air().has_value());
    }

    void theAirIsTypedInTheReadersUnits() {
        const DisplayUnits usual = model().units();
        DisplayUnits units = usual;
        units.temperature = *findUnit("degF");
        units.airPressure = *findUnit("inHg");
        model().setUnits(units);
        const auto back = qScopeGuard([&] { model().setUnits(usual); });
        ImportDialog d(m_demo.theme(), model(), {oddLog("far.txt", 0, 5)});
        shown(d);
        QVERIFY(fact(d, "Air [°F]") && fact(d, "Station pressure [inHg]"));
        type(fact(d, "Air [°F]"), "68");
        type(fact(d, "Station pressure [inHg]"), "29.53");
        type(fact(d, "Humidity"), "45");
        const PullHeader& h = d.set().items()[0].facts;
        QVERIFY(std::abs(h.airTempC.value_or(0.) - 20.) < 1e-9);
        // The conventional inch of mercury (NIST SP 811: 3386.389 Pa).
        QVERIFY2(std::abs(h.airPressurePa.value_or(0.) - 29.53 * 3386.389) < 0.5,
                 qPrintable(QString::number(h.airPressurePa.value_or(0.), 'f', 3)));
        QCOMPARE(fact(d, "Air [°F]")->text(), QStringLiteral("68"));
    }

    void aBenchIsChosenByItsName() {
        std::string jobId;
        {
            const auto handle = archiveOf(model());
            Archive& archive = *handle;
            BenchRecord bench;
            bench.name = "Attic roller";
            bench.facts = {{"measured_at", "wheel"},
                           {"roller_inertia_kg_m2", "6.0"},
                           {"roller_radius_m", "0.21"},
                           {"engine_per_roller", "5.1"},
                           {"altitude_m", "420"}};
            const auto id = archive.saveBench(bench);
            QVERIFY(id);
            for (const auto& [made, inertia] :
                 {std::pair{"2026-02-01T10:00:00", "6.5"}, std::pair{"2026-06-01T10:00:00", "6.9"}}) {
                CalibrationRecord c;
                c.benchId = *id;
                c.kind = "inertia";
                c.made = made;
                c.facts = {{"roller_inertia_kg_m2", inertia}};
                QVERIFY(archive.addCalibration(c));
            }
            const auto job = archive.createJob("By name", "Larkspur 410");
            QVERIFY(job);
            jobId = *job;
        }
        QVERIFY(openJob(m_demo.window(), jobId));
        ImportDialog d(m_demo.theme(), model(), {oddLog("named.txt", 0, 9)});
        shown(d);
        choose(box(d, 0, 2), "time");
        choose(box(d, 0, 3), "ms");
        choose(box(d, 1, 2), "roller speed");
        choose(box(d, 2, 2), "engine speed");
        choose(box(d, 2, 3), "rpm");
        // What is missing is said in words, not by the key of a file.
        QVERIFY2(!d.set().items()[0].curveProblem.contains('_'), qPrintable(d.set().items()[0].curveProblem));
        const auto combo = [&](const char* label) -> QComboBox* {
            for (QLabel* l : d.findChildren<QLabel*>())
                if (l->text() == QLatin1String(label))
                    return qobject_cast<QComboBox*>(l->buddy());
            return nullptr;
        };
        choose(combo("&Bench"), "Attic roller");
        QVERIFY(d.set().items()[0].fit);                                    // one choice instead of five fields
        QCOMPARE(fact(d, "Roller inertia")->text(), QStringLiteral("6.9")); // no day written yet: as it is now
        QCOMPARE(combo("Measured &at")->currentData().toString(), QStringLiteral("wheel"));
        // Made in May: what it was calibrated to in February.
        type(fact(d, "Started"), "2026-05-12T10:00:00");
        QCOMPARE(fact(d, "Roller inertia")->text(), QStringLiteral("6.5"));
        const PullHeader& h = d.set().items()[0].trace->header;
        QCOMPARE(h.measuredAt, MeasuredAt::Wheel);
        QCOMPARE(std::string(h.text(header_key::bench)), std::string("Attic roller"));
        QCOMPARE(h.rollerRadiusM.value_or(0.), 0.21);
        // Before the first calibration: as the bench says of itself.
        type(fact(d, "Started"), "2026-01-12T10:00:00");
        QCOMPARE(fact(d, "Roller inertia")->text(), QStringLiteral("6"));
        choose(combo("Measured &at"), "not known");
        QCOMPARE(d.set().items()[0].trace->header.measuredAt, MeasuredAt::Unknown);
    }

    void aChannelBelongsToOneColumn() {
        ImportDialog d(m_demo.theme(), model(), {oddLog("twice.txt")});
        shown(d);
        choose(box(d, 1, 2), "roller speed");
        choose(box(d, 2, 2), "roller speed"); // the newer choice wins
        QCOMPARE(box(d, 2, 2)->currentText(), QStringLiteral("roller speed"));
        QCOMPARE(box(d, 1, 2)->currentText(), QStringLiteral("kept as it is"));
        choose(box(d, 2, 2), "kept as it is");
        int mapped = 0;
        for (const ColumnMapping& m : d.set().items()[0].mapping)
            mapped += m.channel.id == ChannelId::RollerSpeed;
        QCOMPARE(mapped, 0);
    }

    void aLayoutIsRememberedByItsName() {
        QVERIFY(m_demo.open("Stack length")); // its bench facts are taken for the log
        const std::size_t before = model().pulls().size();
        {
            ImportDialog d(m_demo.theme(), model(), {oddLog("first.txt")});
            shown(d);
            choose(box(d, 0, 2), "time");
            choose(box(d, 0, 3), "ms");
            choose(box(d, 1, 2), "roller speed");
            choose(box(d, 2, 2), "engine speed");
            choose(box(d, 2, 3), "rpm");
            type(fact(d, "Remember layout"), "attic logger");
            d.findChildren<QComboBox*>(); // the setup box is editable: type a name that is new
            for (QLabel* l : d.findChildren<QLabel*>())
                if (l->text() == QLatin1String("&Setup"))
                    qobject_cast<QComboBox*>(l->buddy())->setEditText("attic stack");
            QVERIFY2(go(d)->isEnabled(), qPrintable(d.set().items()[0].workProblem));
            go(d)->click();
            QTRY_COMPARE_WITH_TIMEOUT(d.result(), static_cast<int>(QDialog::Accepted), 20000);
            QVERIFY2(d.summary().startsWith("1 pull brought in"), qPrintable(d.summary()));
            QVERIFY(openJob(m_demo.window(), d.jobId()));
            model().waitUntilSettled();
        }
        QCOMPARE(model().pulls().size(), before + 1);
        QVERIFY(std::any_of(model().job().setups.begin(), model().job().setups.end(),
                            [](const SetupRecord& s) { return s.name == "attic stack"; }));
        ImportDialog again(m_demo.theme(), model(), {oddLog("second.txt", 0, 4)});
        shown(again);
        QCOMPARE(again.set().items()[0].recognised, QStringLiteral("attic logger"));
        QVERIFY(again.set().items()[0].fit);
        QCOMPARE(box(again, 0, 3)->currentText(), QStringLiteral("ms"));
    }

    void rowsLeftOutAreShownWithTheirReason() {
        ImportDialog d(m_demo.theme(), model(), {oddLog("tea.txt", 3)});
        shown(d);
        const ImportItem& item = d.set().items()[0];
        QVERIFY(item.recognised == QLatin1String("attic logger"));
        QCOMPARE(item.leftOut.size(), std::size_t(3));
        QString words;
        for (QLabel* l : d.findChildren<QLabel*>())
            words += l->text() + QLatin1Char('\n');
        QVERIFY2(words.contains("3 rows left out") &&
                     words.contains(QStringLiteral("line %1").arg(item.leftOut[0].line)),
                 qPrintable(words));
        QVERIFY(d.findChild<QPlainTextEdit*>()->toPlainText().contains("(left out) stopped for tea"));
        QVERIFY(item.fit); // three rows do not spoil a pull
    }

    void factsThatCannotBeAreRefusedInPlace() {
        ImportDialog d(m_demo.theme(), model(), {oddLog("facts.txt")});
        shown(d);
        const double before = *d.set().items()[0].trace->header.rollerInertiaKgM2;
        QLineEdit* inertia = fact(d, "Roller inertia");
        type(inertia, "heavy");
        QVERIFY(!inertia->toolTip().isEmpty() || !inertia->styleSheet().isEmpty());
        QCOMPARE(*d.set().items()[0].trace->header.rollerInertiaKgM2, before);
        type(inertia, "9,5"); // a comma is a decimal mark to half the world
        QCOMPARE(*d.set().items()[0].trace->header.rollerInertiaKgM2, 9.5);
        type(fact(d, "Humidity"), "450");
        QTest::qWait(50); // what was asked before comes in late and takes nothing away
        QVERIFY(!fact(d, "Humidity")->toolTip().isEmpty() || !fact(d, "Humidity")->styleSheet().isEmpty());
    }

    void aFileThatCannotBeReadStandsInNobodysWay() {
        QFile noise(m_demo.file("noise.bin"));
        QVERIFY(noise.open(QIODevice::WriteOnly) && noise.write(QByteArray(3000, '\0')) == 3000);
        noise.close();
        ImportDialog d(
            m_demo.theme(), model(),
            {noise.fileName(), m_demo.file("nosuch.csv"), QStringLiteral(JR_SAMPLES "/sorrel-1-standard.pull.csv")});
        shown(d);
        // The one that becomes something is looked at, and can be brought in.
        auto* list = d.findChild<QListWidget*>();
        QCOMPARE(list->currentRow(), 2);
        QVERIFY(d.findChild<ImportPicture*>()->isVisible() && go(d)->isEnabled());
        // The others say why not, and show no empty axes.
        for (int row : {0, 1}) {
            list->setCurrentRow(row);
            settle(d);
            QVERIFY(!d.findChild<ImportPicture*>()->isVisible());
            bool said = false;
            for (const QLabel* l : d.findChildren<QLabel*>())
                said = said || (l->isVisible() && l->text().contains(QLatin1String("cannot be read")));
            QVERIFY(said);
        }
        list->setCurrentRow(2);
        settle(d);
        QVERIFY(d.findChild<ImportPicture*>()->isVisible());
    }
    void aPullFileSaysEverythingOfItself() {
        const QString file = QStringLiteral(JR_SAMPLES "/sorrel-1-standard.pull.csv");
        ImportDialog d(m_demo.theme(), model(), {file, QStringLiteral("/no/such.pull.csv")});
        shown(d);
        QVERIFY(!d.findChild<ImportColumns*>()->isVisible());
        QVERIFY(fact(d, "Roller inertia")->isReadOnly());
        QVERIFY2(go(d)->text() == "Bring in 1 pull", qPrintable(go(d)->text()));
        d.findChild<QListWidget*>()->setCurrentRow(1);
        QString words;
        for (QLabel* l : d.findChildren<QLabel*>())
            words += l->text() + QLatin1Char('\n');
        QVERIFY(words.contains("such.pull.csv cannot be read"));
        // Nothing at all to bring in: the button says so and does nothing.
        ImportDialog none(m_demo.theme(), model(), {QStringLiteral("/no/such.pull.csv")});
        settle(none);
        QVERIFY(!go(none)->isEnabled());
        none.bringIn();
        QCOMPARE(none.result(), 0);
        QVERIFY(none.jobId().empty());
    }

    void theSamePullTwiceIsKeptOnce() {
        const QString file = QStringLiteral(JR_SAMPLES "/sorrel-2-open.pull.csv");
        ImportDialog first(m_demo.theme(), model(), {file});
        shown(first);
        first.bringIn();
        QTRY_COMPARE(first.result(), static_cast<int>(QDialog::Accepted));
        ImportDialog second(m_demo.theme(), model(), {file});
        shown(second);
        second.bringIn();
        QTRY_COMPARE(second.result(), static_cast<int>(QDialog::Accepted));
        QVERIFY2(second.summary().startsWith("0 pulls") && second.summary().contains("1 was here already"),
                 qPrintable(second.summary()));
    }

    void stoppingInTheMiddleKeepsWhatIsIn() {
        QStringList many;
        for (int i = 0; i < 12; ++i)
            many << oddLog(qPrintable(QStringLiteral("many-%1.txt").arg(i)), 0, 100 + static_cast<std::uint64_t>(i));
        QVERIFY(m_demo.open("Stack length"));
        const std::size_t before = model().pulls().size();
        ImportDialog d(m_demo.theme(), model(), many);
        shown(d);
        d.bringIn();
        QTRY_VERIFY(d.findChild<QProgressBar*>()->value() > 0);
        d.reject(); // "Stop here": after the file in hand
        QTRY_COMPARE(d.result(), static_cast<int>(QDialog::Accepted));
        QVERIFY2(d.summary().contains("Stopped;"), qPrintable(d.summary()));
        QVERIFY(openJob(m_demo.window(), d.jobId()));
        model().waitUntilSettled();
        QVERIFY(model().pulls().size() > before && model().pulls().size() < before + 12);
        // What is in is in whole: both halves agree.
        const auto report = archiveOf(model())->check(true);
        QVERIFY(report);
        for (const Remark& problem : report->problems)
            QFAIL(problem.text().c_str());
    }
};

JR_SUITE(TestImport)
#include "test_import.moc"
