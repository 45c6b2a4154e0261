// SPDX-License-Identifier: GPL-3.0-or-later
// The line protocol, NMEA and plain streams: whole, damaged, cut up, lying about time.
#include "archive/formats/nmea.h"
#include "bench/bench_address.h"
#include "bench/bench_lines.h"
#include "bench/line_feed.h"
#include "bench/pull_cutter.h"
#include "standin/bench_speech.h"
#include "tests/fuzz/hostile.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

namespace {

const char* kIntroduction[] = {"hello bench-lines 1 attic bench",
                               "fact kind roller",
                               "fact roller_inertia_kg_m2 9.5",
                               "channel 0 roller_speed rad/s",
                               "channel 1 engine_speed rpm",
                               "channel 2 gadget V",
                               "begin"};

LineFeed introduced(std::vector<Frame>& frames) {
    LineFeed feed;
    for (const char* text : kIntroduction)
        feed.take(withChecksum(text), frames);
    return feed;
}

} // namespace

class TestBenchLines : public QObject {
    Q_OBJECT
private slots:
    void checksumsAreThePublishedCrc8() {
        // CRC-8 (polynomial 0x07, start 0): published check value of "123456789" is F4.
        QCOMPARE(int(lineChecksum("123456789")), 0xF4);
        // And the stand-in, which has its own, agrees.
        for (const char* text : {"hello", "start", "target sweep 3000 9000 500"})
            QCOMPARE(withChecksum(text), standin::spoken(text));
    }
    void linesAreRead() {
        BenchLine line;
        QCOMPARE(readBenchLine("s 7 1.25 31.2 - 84*" + withChecksum("s 7 1.25 31.2 - 84").substr(19, 2), line),
                 LineFault::None);
        const auto& sample = std::get<SampleLine>(line);
        QCOMPARE(sample.count, 7u);
        QCOMPARE(sample.values.size(), std::size_t(3));
        QVERIFY(std::isnan(sample.values[1]));
        QCOMPARE(readBenchLine("s 7 1.25 31.2*00", line), LineFault::BadChecksum);
        QCOMPARE(readBenchLine("s 7 1.25 31.2", line), LineFault::NoChecksum);
        const auto checked = [](const std::string& text) {
            std::string s = withChecksum(text);
            s.pop_back();
            return s;
        };
        QCOMPARE(readBenchLine(checked("s 7 nonsense"), line), LineFault::NotUnderstood);
        QCOMPARE(readBenchLine(checked("dance"), line), LineFault::NotUnderstood);
        QCOMPARE(readBenchLine(checked("channel 99 x y"), line), LineFault::NotUnderstood);
    }
    void aBenchIsDescribed() {
        std::vector<Frame> frames;
        LineFeed feed = introduced(frames);
        QVERIFY(feed.description());
        QCOMPARE(feed.description()->name, std::string("attic bench"));
        QCOMPARE(*feed.description()->header.rollerInertiaKgM2, 9.5);
        QCOMPARE(feed.description()->channels.size(), std::size_t(3));
        QCOMPARE(feed.description()->channels[2].name.id, ChannelId::Other); // kept, and said
        QVERIFY(!feed.said.empty());
    }
    void samplesInPiecesOfAnySize() {
        std::vector<Frame> whole, pieces;
        std::string text;
        for (int i = 0; i < 200; ++i) {
            char line[80];
            std::snprintf(line, sizeof line, "s %d %.3f %.2f %d 5", i, 0.01 * i, 30. + 0.1 * i, 3000 + i);
            text += withChecksum(line);
        }
        LineFeed a = introduced(whole), b = introduced(pieces);
        a.take(text, whole);
        for (std::size_t at = 0, step = 1; at < text.size(); at += step, step = step % 37 + 1)
            b.take(std::string_view(text).substr(at, step), pieces);
        QCOMPARE(whole.size(), std::size_t(200));
        QCOMPARE(pieces.size(), whole.size());
        QCOMPARE(pieces.back().values, whole.back().values);
        QVERIFY(std::abs(whole[0].values[1] - radPerSFromRpm(3000.)) < 1e-9);
        QVERIFY(a.health().words().empty());
    }
    void whatIsWrongIsCountedAndSaid() {
        std::vector<Frame> frames;
        LineFeed feed = introduced(frames);
        const auto sample = [&](int n, double t) {
            char line[80];
            std::snprintf(line, sizeof line, "s %d %.3f 30 3000 5", n, t);
            return withChecksum(line);
        };
        feed.take(sample(1, 0.00) + sample(2, 0.01), frames);
        feed.take(sample(5, 0.04), frames); // two lost
        std::string damaged = sample(6, 0.05);
        damaged[8] ^= 1;
        feed.take(damaged, frames);
        feed.take("\x01\xFF what\n", frames);
        feed.take(std::string(5000, 'x') + "\n", frames); // a line without end
        feed.take(withChecksum("s 7 0.06 30"), frames);   // too few values
        feed.take(sample(8, 0.07), frames);
        feed.take(sample(9, 50000.), frames); // the clock jumps forward
        feed.take(sample(10, 3.), frames);    // and back
        feed.take(sample(11, 3.01), frames);
        const LineHealth& h = feed.health();
        QCOMPARE(h.missing, 2ull + 2ull); // 3, 4 and the two that were damaged or short
        QCOMPARE(h.badChecksums, 1ull);
        QCOMPARE(h.garbage, 2ull);
        QCOMPARE(h.wrongLength, 1ull);
        QCOMPARE(h.clockJumps, 2ull);
        QCOMPARE(h.words().size(), std::size_t(5));
        QVERIFY(feed.clockJumped());
        for (std::size_t i = 1; i < frames.size(); ++i)
            QVERIFY(frames[i].timeS > frames[i - 1].timeS && frames[i].timeS - frames[i - 1].timeS < 0.1);
    }
    void neverACrash() {
        // Mutations of a good stream, seeded.
        std::string good;
        for (const char* text : kIntroduction)
            good += withChecksum(text);
        for (int i = 0; i < 30; ++i)
            good += withChecksum("s " + std::to_string(i) + " " + std::to_string(0.01 * i) + " 30 3000 5") +
                    "$WIMDA,29.5,I,1.0,B,22.0,C,,C,45.0*00\r\n";
        standin::Dice dice(11);
        for (int round = 0; round < 3000; ++round) {
            std::string bytes = good;
            for (int k = 0; k < 12; ++k) {
                const auto at = static_cast<std::size_t>(dice.uniform() * static_cast<double>(bytes.size()));
                if (dice.uniform() < 0.5)
                    bytes[at] = static_cast<char>(static_cast<unsigned char>(256. * dice.uniform()));
                else
                    bytes.erase(at, static_cast<std::size_t>(20. * dice.uniform()));
            }
            LineFeed feed;
            std::vector<Frame> frames;
            feed.take(bytes, frames);
            for (const Frame& f : frames)
                QCOMPARE(f.values.size(), feed.description()->channels.size());
        }
    }
    void whatABenchSaysIsCleanedAndBounded() {
        BenchLine line;
        const auto read = [&](const std::string& text) {
            std::string s = withChecksum(text);
            s.pop_back();
            return readBenchLine(s, line);
        };
        // A byte that is not UTF-8, control characters, endless words.
        QCOMPARE(read("fact machine bad\xff\x01name"), LineFault::None);
        QCOMPARE(std::get<FactLine>(line).value, std::string("bad\xEF\xBF\xBD name"));
        QCOMPARE(read("said " + std::string(1500, 'x')), LineFault::None);
        QCOMPARE(std::get<SaidLine>(line).text.size(), std::size_t(400));
        QCOMPARE(read("hello bench-lines 1 \xf0\x28\x8c\xbc"), LineFault::None);
        QVERIFY(QString::fromStdString(std::get<HelloLine>(line).name).contains(QChar(0xFFFD)));
        // Times and readings that are none.
        for (const char* time : {"1e308", "-1", "2e9", "nan", "inf"})
            QCOMPARE(read(std::string("s 1 ") + time + " 30 3000 5"), LineFault::NotUnderstood);
        QCOMPARE(read("s 1 1 1e300 3000 5"), LineFault::NotUnderstood);
        // More offers, channels and facts than any bench has: the first ones are taken, the rest is said.
        std::vector<Frame> frames;
        LineFeed feed;
        feed.take(withChecksum("hello bench-lines 1 endless"), frames);
        for (int i = 0; i < 5000; ++i) {
            feed.take(withChecksum("offer w" + std::to_string(i) + " label"), frames);
            feed.take(withChecksum("fact f" + std::to_string(i) + " v"), frames);
            feed.take(withChecksum("channel " + std::to_string(i % 64) + " c" + std::to_string(i) + " V"), frames);
            QVERIFY(feed.said.size() <= 100);
        }
        feed.take(withChecksum("begin"), frames);
        // Either bounded, or an introduction without end was dropped whole: never grown.
        if (feed.description()) {
            QVERIFY(feed.description()->channels.size() <= 64 && feed.description()->offers.size() <= 64 &&
                    feed.description()->facts.size() <= 256);
        }
        QVERIFY(!feed.said.empty());
        // A clock that jumps by the largest time there is goes on from where it was.
        std::vector<Frame> seen;
        LineFeed clock = introduced(seen);
        for (const char* time : {"0.00", "0.01", "999999999", "0.02", "999999999", "0.03"})
            clock.take(withChecksum(std::string("s 1 ") + time + " 30 3000 5"), seen);
        for (const Frame& f : seen)
            QVERIFY(f.timeS >= 0. && f.timeS < 1.);
    }
    void framesKeepTheDescriptionTheyWereSentUnder() {
        std::vector<Frame> frames;
        LineFeed feed = introduced(frames);
        feed.take(withChecksum("s 1 0.00 30 3000 5"), frames);
        const auto first = feed.description();
        for (const char* text : kIntroduction) // the same words: the same bench
            feed.take(withChecksum(text), frames);
        QVERIFY(feed.description() == first);
        for (const char* text : {"hello bench-lines 1 another", "channel 0 roller_speed rad/s", "begin"})
            feed.take(withChecksum(text), frames);
        QVERIFY(feed.description() != first);
        feed.take(withChecksum("s 2 0.01 31"), frames);
        QCOMPARE(frames.size(), std::size_t(2));
        QCOMPARE(frames[0].bench, first);
        QCOMPARE(frames[1].bench->channels.size(), std::size_t(1));
        // A cutter made for one bench leaves frames of another alone.
        PullCutter cutter(*frames[1].bench);
        cutter.feed(frames[0]);
        cutter.feed(frames[1]);
        QCOMPARE(cutter.figures().shaftRadS, 31.);
    }
    void weatherAndSpeedSentences() {
        // Field layout of the published sentence lists; checksums by the xor rule, worked here.
        const auto with = [](const std::string& body) {
            unsigned sum = 0;
            for (unsigned char c : body)
                sum ^= c;
            char tail[8];
            std::snprintf(tail, sizeof tail, "*%02X", sum);
            return "$" + body + tail;
        };
        const auto mda = readNmea(with("WIMDA,29.9870,I,1.0155,B,21.5,C,,C,48.0,,,C,,T,,M,,N,,M"));
        QVERIFY(mda && std::abs(*mda->pressurePa - 101550.) < 1. && *mda->airTempC == 21.5 &&
                std::abs(*mda->humidity - 0.48) < 1e-12);
        const auto xdr = readNmea(with("WIXDR,C,19.2,C,AIR,P,0.9872,B,BARO,H,55,P,RH"));
        QVERIFY(xdr && *xdr->airTempC == 19.2 && std::abs(*xdr->pressurePa - 98720.) < 1. &&
                std::abs(*xdr->humidity - 0.55) < 1e-12);
        const auto rmc = readNmea(with("GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W"));
        QVERIFY(rmc && std::abs(*rmc->speedMS - 22.4 * 1852. / 3600.) < 1e-9 &&
                std::abs(*rmc->timeOfDayS - 45319.) < 1e-9);
        QVERIFY(!readNmea(with("GPRMC,123519,V,,,,,022.4,084.4,230394,,"))->speedMS); // no fix, no speed
        const auto vtg = readNmea(with("GPVTG,054.7,T,034.4,M,005.5,N,010.2,K"));
        QVERIFY(vtg && std::abs(*vtg->speedMS - 10.2 / 3.6) < 1e-9);
        const auto gga = readNmea(with("GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,"));
        QVERIFY(gga && *gga->fix == 1 && *gga->satellites == 8 && *gga->hdop == 0.9);
        QVERIFY(!readNmea("$WIMDA,29.9870,I,1.0155,B,21.5,C*00"));
        QVERIFY(!readNmea("$$$$"));
        QVERIFY(!readNmea(with("GPGSV,3,1,11")));
        // The stand-in's own sentences come through as air.
        std::vector<Frame> frames;
        LineFeed feed = introduced(frames);
        standin::Weather w;
        feed.take(standin::weatherSentence(w), frames);
        QVERIFY(feed.air() && std::abs(feed.air()->pressurePa - 100000.) < 10. &&
                std::abs(feed.air()->tempC - w.tempC) < 1e-9);
    }
    void plainLinesAreMapped() {
        const auto layout = parsePlainLayout("semicolon, time:ms, roller_speed:rpm, -, engine_speed");
        QVERIFY2(layout, layout ? "" : layout.error().text().c_str());
        LineFeed feed(*layout, {});
        std::vector<Frame> frames;
        feed.take("bench ready\n0;600,5;x;3000\n10;601;x;3010\n20;602\n30;603;x;3030\n", frames);
        QCOMPARE(frames.size(), std::size_t(3));
        QVERIFY(std::abs(frames[1].timeS - 0.01) < 1e-12);
        QVERIFY(std::abs(frames[0].values[0] - radPerSFromRpm(600.5)) < 1e-9);
        QCOMPARE(feed.health().garbage, 2ull);
        // A satellite receiver alone: a sample a sentence, none without a fix.
        LineFeed sky(*parsePlainLayout("nmea"), {});
        std::vector<Frame> seen;
        sky.take(standin::speedSentence(20., 1.) + standin::speedSentence(21., 1.1) + standin::speedSentence(22., 1.2),
                 seen);
        QCOMPARE(seen.size(), std::size_t(3));
        QVERIFY(std::abs(seen[2].values[0] - 22.) < 0.01 && std::abs(seen[2].timeS - seen[0].timeS - 0.2) < 1e-6);
        QVERIFY(!parsePlainLayout("time:ms"));
        QVERIFY(!parsePlainLayout("speedo:rpm"));
        QVERIFY(!parsePlainLayout("roller_speed:Pa"));
    }
    void addresses() {
        QCOMPARE(parseBenchAddress("tcp:127.0.0.1:5599")->number, 5599);
        QCOMPARE(parseBenchAddress("serial:/dev/ttyUSB0")->number, 115200);
        QCOMPARE(parseBenchAddress("serial:/dev/ttyUSB0@9600")->number, 9600);
        for (const char* wrong :
             {"", "tcp:", "tcp:host", "tcp:host:0", "tcp:host:99999", "usb:1", "serial:", "serial:/dev/x@fast"})
            QVERIFY2(!parseBenchAddress(QLatin1String(wrong)), wrong);
    }
};

JR_SUITE(TestBenchLines)
#include "test_bench_lines.moc"
