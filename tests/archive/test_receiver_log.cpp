// SPDX-License-Identifier: GPL-3.0-or-later
// Files of satellite receivers: the published examples of NMEA 0183 sentences, GPX of both versions, and everything
// that such a file can be in place of one.
#include "archive/formats/nmea.h"
#include "archive/formats/receiver_fixes.h"
#include "archive/formats/receiver_log.h"
#include "archive/formats/road_sheet.h"
#include "archive/formats/text.h"
#include "core/road/mark_times.h"
#include "standin/road_log.h"
#include "tests/support/road_machine.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <cstdio>

using namespace jr;

namespace {

std::string sentence(const std::string& body) {
    unsigned sum = 0;
    for (unsigned char c : body)
        sum ^= c;
    char tail[8];
    std::snprintf(tail, sizeof tail, "*%02X\r\n", sum);
    return "$" + body + tail;
}

Result<ForeignReading> readingOf(const ReceiverLog& log) {
    const Result<ForeignLayout> layout = lookAtLog(log.text, "log");
    if (!layout)
        return layout.error();
    Result<ForeignReading> reading = readForeignLog(log.text, "log", *layout, proposedMapping(*layout), {}, false);
    if (reading)
        tellByFile(reading.value(), log);
    return reading;
}

} // namespace

class TestReceiverLog : public QObject {
    Q_OBJECT
private slots:
    /// The examples that stand in descriptions of NMEA 0183 everywhere (values from memory): 48°07.038' N,
    /// 11°31.000' E, 22.4 knots on 23 March 1994; 545.4 m, 8 satellites, HDOP 0.9.
    void publishedSentences() {
        const auto rmc = readNmea("$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A");
        QVERIFY(rmc);
        QVERIFY(std::abs(*rmc->latitudeDeg - 48.1173) < 1e-4 && std::abs(*rmc->longitudeDeg - 11.516667) < 1e-5);
        QVERIFY(std::abs(*rmc->speedMS - 22.4 * 1852. / 3600.) < 1e-9);
        QCOMPARE(*rmc->timeOfDayS, 12 * 3600. + 35 * 60. + 19.);
        QCOMPARE(*rmc->dayEpochS, 764380800.); // 1994-03-23 by GNU date
        const auto gga = readNmea("$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47");
        QVERIFY(gga);
        QCOMPARE(*gga->altitudeM, 545.4);
        QCOMPARE(*gga->satellites, 8);
        QCOMPARE(*gga->hdop, 0.9);
        const auto vtg = readNmea("$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*48");
        QVERIFY(vtg && std::abs(*vtg->speedMS - 10.2 / 3.6) < 1e-9);
        QVERIFY(!readNmea("$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6B")); // one bit
        // South and west; a fix that is void has no place; a day that is none.
        const auto south = readNmea(sentence("GPRMC,000000,A,3348.000,S,07030.000,W,1.0,,310299,,"));
        QVERIFY(*south->latitudeDeg < 0. && *south->longitudeDeg < 0. && !south->dayEpochS);
        QVERIFY(!readNmea(sentence("GPRMC,000000,V,3348.000,S,07030.000,W,1.0,,010120,,"))->latitudeDeg);
    }
    void aLogOfSentencesBecomesARun() {
        standin::RoadSetting s;
        const standin::RoadRide ride = standin::rideRoad(testsupport::quillOnTheRoad(), s);
        std::string text = standin::nmeaOf(ride);
        const std::size_t middle = text.find("\r\n", text.size() / 2) + 2;
        text.insert(middle, "$GPRMC,torn li\r\n"); // a torn line costs itself
        const auto log = readReceiverLog(text, "ride.nmea");
        QVERIFY(log && *log);
        QCOMPARE((**log).leftOut.size(), std::size_t(1));
        QCOMPARE((**log).started, std::string("2026-05-24T10:00:00Z"));
        const auto reading = readingOf(**log);
        QVERIFY(reading);
        QCOMPARE(reading->trace.header.kind, PullKind::Road);
        QCOMPARE(reading->trace.rows(), ride.recording.rows.size());
        const auto run = roadRun(reading->trace);
        QVERIFY(run && run->used());
        const auto times = markTimes(*run, {*parseMark("1/4mile")}, Rollout::OneFoot);
        QCOMPARE(times.size(), std::size_t(1));
        const double is = ride.truth.timeAtM(402.336) - ride.truth.timeAtM(0.3048);
        QVERIFY2(std::abs(times[0].timeS - is) < 0.05, qPrintable(QString::number(times[0].timeS - is)));
    }
    /// A log that begins in the middle of a fix tells its first place before any date: no leap of half a century.
    void theDateComesLate() {
        const std::string text = sentence("GPGGA,100000.000,4400.0,N,03000.0,W,1,09,0.9,120.0,M,,M,,") +
                                 sentence("GPRMC,100000.200,A,4400.0,N,03000.0,W,1.0,0.0,240526,,") +
                                 sentence("GPRMC,100000.400,A,4400.0,N,03000.0,W,2.0,0.0,240526,,");
        const auto log = readReceiverLog(text, "late.nmea");
        QVERIFY(log && *log);
        QCOMPARE((**log).started, std::string("2026-05-24T10:00:00Z"));
        QCOMPARE((**log).line.size(), std::size_t(3));
        QVERIFY2((**log).text.find("\n0.400,") != std::string::npos, (**log).text.c_str());
    }
    void gpxOfBothVersions() {
        std::string text =
            "<?xml version=\"1.0\"?>\n<gpx version=\"1.0\" xmlns=\"http://www.topografix.com/GPX/1/0\"><trk><trkseg>\n";
        for (int i = 0; i < 60; ++i) {
            char point[240];
            std::snprintf(point, sizeof point,
                          "<trkpt lat=\"%.7f\" "
                          "lon=\"-30.0\"><ele>120</ele><time>2026-05-24T09:00:%02dZ</time><speed>%.2f</speed><sat>9</"
                          "sat><hdop>0.9</hdop></trkpt>\n",
                          44. + i * i / 2. / 111195., i, static_cast<double>(i));
            text += point;
        }
        text += "<trkpt lat=\"44\" lon=\"-30\"><ele>3</ele></trkpt>\n</trkseg></trk></gpx>\n";
        const auto log = readReceiverLog(text, "ride.gpx");
        QVERIFY(log && *log);
        QCOMPARE((**log).leftOut.size(), std::size_t(1)); // the point without a time…
        QCOMPARE((**log).leftOut[0].line, 63L);           // …by its line in the file
        const auto reading = readingOf(**log);
        QVERIFY(reading);
        QCOMPARE(reading->trace.header.kind, PullKind::Road);
        QCOMPARE(reading->trace.rows(), std::size_t(60));
        QCOMPARE(reading->trace.find(ChannelId::VehicleSpeed)->values[30], 30.);
        // Version 1.1 has no speed of its own: from the places, and said to be rough.
        std::string bare = text;
        for (std::size_t at = bare.find("<speed>"); at != std::string::npos; at = bare.find("<speed>"))
            bare.erase(at, bare.find("</speed>") + 8 - at);
        const auto rough = readReceiverLog(bare, "ride.gpx");
        QVERIFY(rough && *rough);
        QCOMPARE((**rough).remarks.size(), std::size_t(1));
        const auto worked = readingOf(**rough);
        QVERIFY(std::abs(worked->trace.find(ChannelId::VehicleSpeed)->values[30] - 30.) < 0.1);
    }
    void whatIsNoneOfThem() {
        QVERIFY(!readReceiverLog("time,speed\n0,1\n", "a.csv"));
        QVERIFY(!readReceiverLog("", "a"));
        QVERIFY(!readReceiverLog("$money, in a column\n1,2\n", "a.csv"));
        const auto none = readReceiverLog("<gpx></gpx>", "a.gpx");
        QVERIFY(none && !*none);
        QVERIFY(!*readReceiverLog("<gpx><trk><trkpt lat=\"x\" lon=\"y\"><time>soon</time>", "a.gpx"));
        QVERIFY(!*readReceiverLog("$GPRMC,123519,A*00\n", "a.nmea"));
        // Entities that grow without end are not let in.
        std::string bomb = "<?xml version=\"1.0\"?><!DOCTYPE g [<!ENTITY a \"aaaaaaaaaa\">";
        for (char c = 'b'; c < 'm'; ++c)
            bomb += std::string("<!ENTITY ") + c + " \"&" + static_cast<char>(c - 1) + ";&" + static_cast<char>(c - 1) +
                    ";&" + static_cast<char>(c - 1) + ";&" + static_cast<char>(c - 1) + ";&" +
                    static_cast<char>(c - 1) + ";&" + static_cast<char>(c - 1) + ";&" + static_cast<char>(c - 1) +
                    ";\">";
        bomb += "]><gpx><trkpt lat=\"1\" lon=\"2\"><time>&l;</time></trkpt></gpx>";
        QVERIFY(!*readReceiverLog(bomb, "bomb.gpx"));
        // A file that ends in the middle gives what came before.
        const auto torn = readReceiverLog(
            "<gpx><trkpt lat=\"1\" lon=\"2\"><time>2026-05-24T09:00:00Z</time><speed>3</speed></trkpt>\n<trkpt lat",
            "t.gpx");
        QVERIFY(torn && *torn && (**torn).line.size() == 1 && (**torn).leftOut.size() == 1);
    }
    void whatIsTimedIsKept() {
        RoadSheet sheet;
        sheet.rollout = Rollout::OneFoot;
        sheet.marks = {*parseMark("100m"), *parseMark("30-70km/h")};
        QCOMPARE(roadSheetOf(sheetBody(sheet)), sheet);
        QCOMPARE(roadSheetOf("").marks.size(), usualMarks().size());
        QCOMPARE(roadSheetOf("{\"marks\":[\"banana\",7,\"60ft\"],\"rollout\":\"2ft\"}").marks.size(), std::size_t(1));
        QCOMPARE(roadSheetOf("{\"marks\":{},\"rollout\":3}").rollout, Rollout::None);
    }
    void whatWasSaidOfARunIsKept() {
        RoadSheet sheet;
        sheet.restated = true;
        sheet.conditions["a"] = {78.5, 3., -1.25, 0.8, 21., 98700., 0.43, "back"};
        sheet.conditions["b"] = {};
        sheet.conditions["b"].windMPerS = 0.;
        QCOMPARE(roadSheetOf(sheetBody(sheet)), sheet);
        // What nobody could mean is left out, and so is what belongs to no run.
        const RoadSheet read =
            roadSheetOf("{\"conditions\":[{\"run\":\"a\",\"rider_kg\":9000},{\"rider_kg\":70},7,"
                        "{\"run\":\"c\",\"direction\":\"sideways\"},{\"run\":\"d\",\"fuel_kg\":2}]}");
        QCOMPARE(read.conditions.size(), std::size_t(1));
        QCOMPARE(read.conditions.at("d").fuelKg.value_or(0.), 2.);
        PullHeader header;
        header.set(header_key::riderKg, 80.);
        header.set(header_key::direction, "out");
        layOver(header, sheet.conditions["b"]);
        QCOMPARE(header.number(header_key::riderKg).value_or(0.), 80.); // what is not said stays
        layOver(header, sheet.conditions["a"]);
        QCOMPARE(conditionsOf(header), sheet.conditions["a"]);
    }
    void aNightDoesNotBreakARecord() {
        // Three fixes over midnight, the date said only after it.
        const auto rmc = [](const char* clock, const char* date) {
            std::string body = std::string("GPRMC,") + clock + ",A,4400.000,N,03000.000,W,010.0,000.0," + date + ",,";
            unsigned sum = 0;
            for (char c : body)
                sum ^= static_cast<unsigned char>(c);
            char tail[8];
            std::snprintf(tail, sizeof tail, "*%02X\n", sum);
            return "$" + body + tail;
        };
        FixAssembler live;
        std::vector<double> clock;
        for (const std::string& line : {rmc("235959.5", ""), rmc("000000.0", ""), rmc("000000.5", "250526")}) {
            QCOMPARE(live.take(trimmed(line)), SentenceFault::None);
            if (const auto fix = live.takeFix())
                clock.push_back(fix->clockS);
        }
        live.end();
        clock.push_back(live.takeFix()->clockS);
        QCOMPARE(clock.size(), std::size_t(3));
        QVERIFY(std::abs(clock[1] - clock[0] - 0.5) < 1e-6 && std::abs(clock[2] - clock[1] - 0.5) < 1e-6);
        const auto log =
            readReceiverLog(rmc("235959.5", "") + rmc("000000.0", "") + rmc("000000.5", "250526"), "night.nmea");
        QVERIFY(log && *log);
        QCOMPARE(QString::fromStdString((**log).started), QString("2026-05-24T23:59:59Z"));
        QVERIFY2((**log).text.find("\n1.000,") != std::string::npos, (**log).text.c_str());
    }
    void sentencesAreToldApart() {
        FixAssembler live;
        QCOMPARE(live.take("$GPGSV,3,1,11,03,03,111,00*74"), SentenceFault::NotAFix);
        QCOMPARE(live.take("$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6B"),
                 SentenceFault::Damaged);
        QCOMPARE(live.take("receiver starts"), SentenceFault::NoSentence);
        QCOMPARE(live.take("$"), SentenceFault::NotAFix);
        QVERIFY(!live.takeFix());
    }
};

JR_SUITE(TestReceiverLog)
#include "test_receiver_log.moc"
