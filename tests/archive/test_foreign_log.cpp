// SPDX-License-Identifier: GPL-3.0-or-later
// Strangers' logs: encodings, delimiters, decimal marks, unit rows, clocks, broken rows.
#include "archive/formats/foreign_log.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

Result<ForeignReading> read(const std::string& bytes, std::vector<std::string> maps = {}) {
    const auto text = decodeText(bytes);
    if (!text)
        return text.error();
    const auto layout = lookAtLog(*text, "log");
    if (!layout)
        return layout.error();
    std::vector<ColumnMapping> mapping;
    for (const std::string& m : maps) {
        const auto one = parseMapping(m, *layout);
        if (!one)
            return one.error();
        mapping.push_back(*one);
    }
    return readForeignLog(*text, "log", *layout, maps.empty() ? proposedMapping(*layout) : mapping, {}, false);
}

} // namespace

class TestForeignLog : public QObject {
    Q_OBJECT
private slots:
    void samplesBecomeTheirOriginal() {
        const auto original = loadPullFile(JR_SAMPLES "/sorrel-1-standard.pull.csv");
        for (const char* name : {"/foreign-semicolon.txt", "/foreign-utf16.csv"}) {
            const auto r = read(*readBytes(std::string(JR_SAMPLES) + name));
            QVERIFY2(r, r ? "" : r.error().text().c_str());
            QCOMPARE(r->mapped.size(), std::size_t(3));
            QVERIFY(r->trace.rows() + r->leftOut.size() >= original->rows() - 2);
            const Channel* rpm = r->trace.find(ChannelId::EngineSpeed);
            QVERIFY(std::abs(rpm->values[100] / original->find(ChannelId::EngineSpeed)->values[100] - 1.) < 0.01);
        }
        const auto semicolon = read(*readBytes(JR_SAMPLES "/foreign-semicolon.txt"));
        QVERIFY(std::any_of(semicolon->leftOut.begin(), semicolon->leftOut.end(),
                            [](const LeftOutRow& row) { return row.line == 106; }));
    }
    void tabsWithHeadingUnits() {
        const auto r =
            read("Run 7\nTime (s)\tRoller (rad/s)\tEngine rpm\n0.0\t10\t1000\n0.1\t11\t1100\n0.2\t12\t1200\n");
        QVERIFY2(r, r ? "" : r.error().text().c_str());
        QCOMPARE(r->trace.rows(), std::size_t(3));
        QVERIFY(r->trace.find(ChannelId::RollerSpeed) && r->trace.find(ChannelId::EngineSpeed));
    }
    void clocksAndMidnight() {
        const auto r = read("Uhrzeit;Drehzahl [1/min]\n23:59:59,5;1000\n23:59:59,9;1010\n00:00:00,3;1020\n");
        QVERIFY2(r, r ? "" : r.error().text().c_str());
        QVERIFY(std::abs(r->trace.find(ChannelId::Time)->values[2] - 0.8) < 1e-9);
    }
    void brokenRowsAreNamed() {
        const auto r =
            read("time [s],engine_speed [rpm],roller_speed "
                 "[rad/s]\n0,1000,10\n0.1,oops,11\n0.1,1\n0.2,1200,12\n0.2,1210,12\n0.1,1220,13\n\n0.3,1300,14\n");
        QVERIFY(r);
        QCOMPARE(r->trace.rows(), std::size_t(3));
        std::vector<long> lines;
        for (const LeftOutRow& row : r->leftOut)
            lines.push_back(row.line);
        QCOMPARE(lines, (std::vector<long>{3, 4, 6, 7, 8}));
    }
    void unknownColumnsAreKept() {
        const auto r = read("time [s],engine_speed [rpm],roller_speed "
                            "[rad/s],Gadget\n0,1000,10,blue\n0.1,1100,11,red\n0.2,1200,12,red\n");
        QCOMPARE(r->unmapped, std::vector<std::string>{"Gadget"});
        QVERIFY(writePullFile(r->trace).find("red") != std::string::npos);
    }
    void mappingByHand() {
        const std::string log = "a;b;c\n0;100;1000\n1;101;1100\n2;102;1200\n";
        const auto r = read(log, {"time=1:s", "roller_speed=b:rad/s", "engine_speed=c:rpm"});
        QVERIFY2(r, r ? "" : r.error().text().c_str());
        QCOMPARE(r->trace.find(ChannelId::RollerSpeed)->values[1], 101.);
        QVERIFY(!read(log, {"engine_speed=d:rpm"}));
        QVERIFY(!read(log, {"engine_speed=c:Nm"}));
        QVERIFY(!read(log, {"engine_speed=c"}));
        QVERIFY(!read(log, {"warp=c:rpm"}));
        QVERIFY(!read(log, {"time=a:s", "time=b:s"}));
    }
    void noHeadingAtAll() {
        const auto layout = lookAtLog("0,100\n1,101\n2,102\n", "log");
        QVERIFY(layout);
        QCOMPARE(layout->headingLine, 0L);
        QCOMPARE(layout->columns[1].heading, std::string("column 2"));
    }
    void notATable() {
        QVERIFY(!lookAtLog("Dear diary,\ntoday it rained.\n", "log"));
        QVERIFY(!lookAtLog("", "log"));
        QVERIFY(!decodeText(std::string("\x7f"
                                        "ELF\0\0\0\1\2",
                                        10)));
    }
    void latin1AndUtf16() {
        QCOMPARE(*decodeText("K\xFChl"), std::string("K\xc3\xbchl"));
        QCOMPARE(*decodeText(std::string("\xFE\xFF\0a\0b", 6)), std::string("ab"));
        QCOMPARE(*decodeText("\xEF\xBB\xBFx"), std::string("x"));
    }
};

JR_SUITE(TestForeignLog)
#include "test_foreign_log.moc"
