// SPDX-License-Identifier: GPL-3.0-or-later
// Results that are no pulls, in the real window: put down as a person types them, drawn, judged, set aside, undone,
// kept over a restart, taken from files, and told on the customer's sheet.
#include "app/handover/sheet.h"
#include "archive/formats/readings_file.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QFile>
#include <QLineEdit>

using namespace jr;
using namespace jr::app;
using namespace testsupport;

class TestReadings : public QObject {
    Q_OBJECT

    DemoWindow m_demo;

    JobModel& model() { return m_demo.model(); }
    ReadingsPage& page() {
        m_demo.page(JudgeStation::Readings);
        return m_demo.judge().readings();
    }
    std::vector<JobQuantity> kept() { return jobReadingsOf(model().sheet(sheet_kind::readings)); }
    QString words() {
        QString out = page().words();
        return out;
    }

private slots:
    void initTestCase() {
        QCOMPARE(m_demo.begin(), QString());
        QVERIFY(m_demo.open("Larkspur ladder"));
    }
    void cleanupTestCase() { m_demo.end(); }

    void emptySaysWhatToDo() {
        QVERIFY(words().contains("Nothing was read off"));
        QVERIFY(!page().putDown("20", "stock")); // what is read is not said yet
        QVERIFY(kept().empty());
    }
    void putDownAndJudged() {
        page().choose("seconds to 100", "s", Better::Lower);
        QVERIFY(!page().putDown("twelve", "stock"));
        QVERIFY(!page().putDown("12", "no such stack"));
        QVERIFY(kept().empty());
        const std::pair<const char*, const char*> rows[] = {
            {"stock", "6.41"}, {"hot cam", "6.10"}, {"hot cam", "6.12"}, {"stock", "6.39"},
            {"stock", "6.43"}, {"hot cam", "6.09"}, {"hot cam", "6.11"}, {"stock", "6.42"}};
        QVERIFY(page().putDown("6.40", "stock"));
        QVERIFY2(words().contains("One setup was read"), qPrintable(words()));
        for (const auto& [setup, value] : rows)
            QVERIFY(page().putDown(value, setup));
        QCOMPARE(kept().size(), std::size_t(1));
        QCOMPARE(kept()[0].readings.size(), std::size_t(9));
        QVERIFY2(words().contains("better than") && words().contains("seconds to 100"), qPrintable(words()));
        QVERIFY(m_demo.again() && m_demo.open("Larkspur ladder"));
        QVERIFY2(words().contains("better than"), qPrintable(words())); // kept
    }
    void theReadersDecimalMark() {
        const QLocale before;
        QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
        QVERIFY(page().putDown("6,38", "stock", "gusty"));
        QLocale::setDefault(before);
        QCOMPARE(kept()[0].readings.back().value, 6.38);
        QCOMPARE(kept()[0].readings.back().note, std::string("gusty"));
        model().undoStack().undo();
        QCOMPARE(kept()[0].readings.size(), std::size_t(9));
    }
    void setAsideByKeyboard() {
        ReadingsChart& chart = page().chart();
        chart.setFocus();
        QTest::keyClick(&chart, Qt::Key_Right);
        QTest::keyClick(&chart, Qt::Key_Space);
        QVERIFY(kept()[0].readings[0].aside);
        QCOMPARE(kept()[0].of(kept()[0].readings[0].setupId, "stock").readings.size(), std::size_t(4));
        model().undoStack().undo();
        QVERIFY(!kept()[0].readings[0].aside);
    }
    void takenFromFilesOnce() {
        ReadingSheet sheet{
            "sound at the gate", "dB", Better::Lower, "hot cam", {}, {}, {{1, 93.5, ""}, {4, 94., "dog"}}};
        const QString file = m_demo.file("sound.csv");
        const auto write = [&] {
            QFile out(file);
            QVERIFY(out.open(QIODevice::WriteOnly));
            out.write(QByteArray::fromStdString(writeReadings(sheet, {})));
        };
        write();
        QCOMPARE(page().takeFrom({file}), 2);
        QCOMPARE(page().takeFrom({file}), 0); // the same file once more
        sheet.setup = "nobody's";
        write();
        QCOMPARE(page().takeFrom({file, m_demo.file("none.csv")}), 0);
        QCOMPARE(kept().size(), std::size_t(2));
        QCOMPARE(kept()[1].readings[1].note, std::string("dog"));
    }
    void onTheCustomersSheet() {
        const Sheet sheet = sheetOf(model());
        QCOMPARE(sheet.readings.size(), std::size_t(1)); // the sound was read of one side alone
        QCOMPARE(sheet.readings[0].call, CallKind::Gain);
    }
};

JR_SUITE(TestReadings)
#include "test_readings.moc"
