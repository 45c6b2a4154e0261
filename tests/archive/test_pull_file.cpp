// SPDX-License-Identifier: GPL-3.0-or-later
// The pull file: what is read, what is refused and how, and that nothing is lost on the way through.
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>
#include <sys/stat.h>

using namespace jr;

namespace {

const std::string kGood = "# jolly-ram: pull 1\n# id: abc\n# kind: roller\n# started: 2026-05-02T10:14:05+02:00\n# "
                          "roller_inertia_kg_m2: 18.2\n# roller_loss_nm: 1.1, 0.004, 0\n"
                          "# my own key: kept\ntime [s],roller_speed [rad/s],engine_speed [rpm],fan "
                          "[V]\n0.000,31.20,3004,12.1\n0.010,31.30,,low\n";

QString why(const std::string& text) {
    const auto t = readPullFile(text, "x.pull.csv");
    return t ? QString() : QString::fromStdString(t.error().text());
}

} // namespace

class TestPullFile : public QObject {
    Q_OBJECT
private slots:
    void everyReaderHasABound() {
        const std::string head = "# jolly-ram: pull 1\n# kind: roller\n# roller_inertia_kg_m2: 5\n";
        const std::string tail = "time [s],roller_speed [rad/s]\n0,1\n1,2\n";
        const auto refused = [&](const std::string& text, const char* words) {
            const auto trace = readPullFile(text, "x");
            return !trace && trace.error().reason.find(words) != std::string::npos;
        };
        // A million header keys, with and without a colon.
        std::string keys = head, remarks = head;
        for (int i = 0; i < 1'000'000; ++i)
            keys += "# k" + std::to_string(i) + ": v\n";
        for (int i = 0; i < 100'000; ++i)
            remarks += "# no colon\n";
        QVERIFY(refused(keys + tail, "header lines"));
        QVERIFY(refused(remarks + tail, "header lines"));
        // A line without end, in the head and in the rows.
        QVERIFY(refused(head + "# note: " + std::string(3'000'000, 'x') + "\n" + tail, "a line of more than"));
        QVERIFY(refused(head + tail + std::string(3'000'000, '1'), "a line of more than"));
        QVERIFY(refused(head + "time [s]" + std::string(2000, ','), "columns"));
        // A file larger than any pull, a folder, a pipe that nobody writes to, a device without end.
        QTemporaryDir dir;
        QFile large(dir.filePath("large"));
        QVERIFY(large.open(QIODevice::WriteOnly) && large.resize(400ll << 20));
        large.close();
        const auto said = [&](const QString& path, const char* words) {
            const auto trace = loadPullFile(path.toStdString());
            return !trace && QString::fromStdString(trace.error().reason).contains(QLatin1String(words));
        };
        QVERIFY(said(dir.filePath("large"), "larger than 256 MB"));
        QVERIFY(said(dir.path(), "a folder"));
        QVERIFY(said("/dev/zero", "larger than"));
        QCOMPARE(::mkfifo(dir.filePath("pipe").toLocal8Bit().constData(), 0600), 0);
        QElapsedTimer timer;
        timer.start();
        QVERIFY(said(dir.filePath("pipe"), "nothing comes out"));
        QVERIFY(timer.elapsed() < 20000);
    }
    void valuesThatWouldBreakTheFile() {
        PullHeader h;
        for (const char* value : {"two\nlines", "two\rlines", "a\nkind: curve"})
            QVERIFY(!setHeaderValue(h, "note", value));
        QVERIFY(!setHeaderValue(h, "bad:key", "v") && !setHeaderValue(h, "bad\nkey", "v"));
        QVERIFY(setHeaderValue(h, "setup", "long stack: 120 mm"));
    }
    void readsAndKeepsEverything() {
        const auto t = readPullFile(kGood, "x");
        QVERIFY2(t, t ? "" : t.error().text().c_str());
        QCOMPARE(*t->header.rollerInertiaKgM2, 18.2);
        QCOMPARE(t->header.rollerLossNm[1], 0.004);
        QCOMPARE(t->header.other.front().second, std::string("kept"));
        QVERIFY(std::isnan(t->channels[2].values[1]));
        QCOMPARE(t->channels[3].texts[1], std::string("low"));
        QVERIFY(std::abs(t->channels[2].values[0] - radPerSFromRpm(3004.)) < 1e-9);
        const std::string again = writePullFile(*t);
        QCOMPARE(writePullFile(*readPullFile(again, "y")), again);
        QVERIFY(again.find("my own key: kept") != std::string::npos && again.find("fan [V]") != std::string::npos &&
                again.find(",low") != std::string::npos);
        QVERIFY(again.find("31.2,3004") != std::string::npos);
    }
    void samplesGoThroughUnchanged() {
        for (const QString& name : QDir(QStringLiteral(JR_SAMPLES)).entryList({QStringLiteral("*.pull.csv")})) {
            const auto t = loadPullFile((QStringLiteral(JR_SAMPLES) + QLatin1Char('/') + name).toStdString());
            QVERIFY(t);
            const auto again = readPullFile(writePullFile(*t), "again");
            QCOMPARE(again->rows(), t->rows());
            for (std::size_t c = 0; c < t->channels.size(); ++c)
                for (std::size_t i = 0; i < t->rows(); i += 97)
                    QVERIFY(std::abs(again->channels[c].values[i] - t->channels[c].values[i]) <=
                            1e-9 * std::abs(t->channels[c].values[i]));
        }
    }
    void refusals_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("reason");
        const QString head = QStringLiteral("# jolly-ram: pull 1\n# kind: roller\n");
        QTest::newRow("empty") << ""
                               << "the file is empty";
        QTest::newRow("stranger") << "hello\n"
                                  << "x.pull.csv:1: not a pull file";
        QTest::newRow("newer") << "# jolly-ram: pull 2\n"
                               << "only \"pull 1\" can be read";
        QTest::newRow("no kind") << "# jolly-ram: pull 1\ntime [s]\n0\n"
                                 << "kind";
        QTest::newRow("kind") << "# jolly-ram: pull 1\n# kind: drum\n"
                              << "x.pull.csv:2: kind: \"drum\" is not one of roller, brake, curve";
        QTest::newRow("not a number") << head + "# humidity_pct: wet\ntime [s]\n0\n"
                                      << "x.pull.csv:3: humidity_pct: \"wet\" is not a number";
        QTest::newRow("bound") << head + "# air_pressure_hpa: 98.72\ntime [s]\n0\n"
                               << "outside 300 to 1200";
        QTest::newRow("negative inertia") << head + "# roller_inertia_kg_m2: -3\n"
                                          << "outside";
        QTest::newRow("twice") << head + "# kind: brake\n"
                               << "stands twice";
        QTest::newRow("unit") << head + "time [furlong]\n0\n"
                              << "unit \"furlong\" does not fit";
        QTest::newRow("column twice") << head + "time [s],time [s]\n0,0\n"
                                      << "stands twice";
        QTest::newRow("cells") << head + "time [s],engine_speed [rpm]\n0,1\n0,1,2\n1,1\n"
                               << "x.pull.csv:5: this row has 3 cells where there are 2 columns";
        QTest::newRow("text in a number") << head + "time [s],engine_speed [rpm]\n0,1\n1,fast\n2,2\n"
                                          << "x.pull.csv:5: column engine_speed: \"fast\" is not a number";
        QTest::newRow("nan") << head + "time [s]\nnan\n1\n"
                             << "is not a number";
        QTest::newRow("no rows") << head + "time [s]\n"
                                 << "no rows";
        QTest::newRow("no columns") << head << "ends before its column headings";
        QTest::newRow("date") << head + "# started: yesterday\n"
                              << "not a date and time";
    }
    void refusals() {
        QFETCH(QString, text);
        QFETCH(QString, reason);
        const QString said = why(text.toStdString());
        QVERIFY2(said.contains(reason), qPrintable(said));
    }
    void binaryIsRefused() {
        QVERIFY(why(std::string("# jolly-ram: pull 1\n\0\0\x01", 24)).contains(QLatin1String("not a text file")));
    }
    void anUnfinishedLastRowIsLeftOutAndSaid() {
        PullFileNotes notes;
        const auto t = readPullFile(
            "# jolly-ram: pull 1\n# kind: roller\ntime [s],engine_speed [rpm]\n0,1000\n1,1010\n2", "x", &notes);
        QVERIFY(t);
        QCOMPARE(t->rows(), std::size_t(2));
        QCOMPARE(notes.messages.size(), std::size_t(1));
    }
    void dates() {
        QCOMPARE(*parseDateTime("1970-01-01T00:00:00Z"), 0.);
        QCOMPARE(*parseDateTime("2026-05-02T10:14:05+02:00"), 1777709645.);
        QVERIFY(!parseDateTime("2026-13-02T10:14:05"));
        QVERIFY(std::abs(*parseClock("01:02:03.5") - 3723.5) < 1e-9);
    }
    void numbers() {
        QCOMPARE(*parseNumber(" -12.5 "), -12.5);
        QCOMPARE(*parseNumber("1.234,5", true), 1234.5);
        QCOMPARE(*parseNumber("0.1"), 0.1);
        QCOMPARE(*parseNumber("3.0000000000000001"), 3.0);
        QCOMPARE(*parseNumber("1e-3"), 1e-3);
        for (const char* bad : {"", "-", ".", "1,5", "inf", "nan", "0x10", "1e999", "12a", "1.2.3"})
            QVERIFY2(!parseNumber(bad), bad);
    }
    void fullOrReadOnlyPlacesAreSaid() {
        QVERIFY(!writeBytes("/proc/none/x", "y"));
        // A device is written to, not replaced by a file of its name; a full one says so.
        QVERIFY(writeBytes("/dev/null", "y"));
        QVERIFY(!writeBytes("/dev/full", "y"));
        QVERIFY(!QFileInfo("/dev/null").isFile() && !QFileInfo("/dev/full").isFile());
        QVERIFY(QString::fromStdString(loadPullFile("/no/such/file").error().text())
                    .contains(QLatin1String("cannot be opened")));
        QVERIFY(QString::fromStdString(loadPullFile("/").error().text()).contains(QLatin1String("folder")));
    }
};

JR_SUITE(TestPullFile)
#include "test_pull_file.moc"
