// SPDX-License-Identifier: GPL-3.0-or-later
// Text as strangers write it, by thousands of made-up cells, rows, dates and byte strings: against the C library's
// number reader, Qt's decoders and calendar, and by writing what was read and reading it again.
#include "archive/formats/text.h"
#include "tests/support/suites.h"

#include <QDateTime>
#include <QStringConverter>
#include <QTest>
#include <QTimeZone>

#include <cmath>
#include <cstdlib>
#include <random>

using namespace jr;

namespace {

std::string written(double value, const char* format) {
    char text[64];
    std::snprintf(text, sizeof text, format, value);
    return text;
}

std::string anyBytes(std::mt19937& dice, int most) {
    std::string out;
    for (int n = std::uniform_int_distribution<int>(0, most)(dice); n > 0; --n)
        out += static_cast<char>(std::uniform_int_distribution<int>(0, 255)(dice));
    return out;
}

std::vector<std::string> cellsOf(std::string_view line, char delimiter) {
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    splitCells(line, delimiter, cells, scratch);
    return {cells.begin(), cells.end()};
}

bool isUtf8(std::string_view text) {
    QStringDecoder utf8(QStringDecoder::Utf8, QStringDecoder::Flag::Stateless);
    const QString out = utf8(QByteArrayView(text.data(), static_cast<qsizetype>(text.size())));
    return !utf8.hasError();
}

} // namespace

class TestText : public QObject {
    Q_OBJECT
private slots:
    void numbersAreThoseOfTheCLibrary() {
        std::mt19937 dice(1);
        for (int k = 0; k < 20000; ++k) {
            const double size = std::pow(10., std::uniform_real_distribution<>(-12., 12.)(dice));
            const double value = (k % 2 ? -1. : 1.) * size * std::uniform_real_distribution<>(0., 1.)(dice);
            const char* formats[] = {"%.3f", "%.10g", "%.17g", "%.0f", "%.6e", "%+.2f"};
            const std::string text = written(value, formats[k % 6]);
            const auto read = parseNumber(text);
            QVERIFY2(read, text.c_str());
            QVERIFY2(*read == std::strtod(text.c_str(), nullptr), text.c_str()); // to the last bit
            QCOMPARE(parseNumber("  " + text + "\t").value(), *read);
        }
    }
    void whatIsNoNumber() {
        for (const char* none : {"",    " ",   "-",   ".",   "+",   "nan",   "NaN",   "inf", "-inf",  "0x10",    "1e",
                                 "1e+", "1 2", "1,5", "12a", "--1", "1e999", "1.2.3", "e5",  "1_000", "\xd9\xa1"})
            QVERIFY2(!parseNumber(none), none);
        for (const char* good : {".5", "5.", "-0", "1E3", "0007", "1e-320"})
            QVERIFY2(parseNumber(good), good);
    }
    void decimalCommasAndThousands() {
        std::mt19937 dice(2);
        for (int k = 0; k < 3000; ++k) {
            const double value = std::uniform_real_distribution<>(-5e5, 5e5)(dice);
            std::string point = written(value, "%.3f"), comma = point;
            comma[comma.find('.')] = ',';
            QCOMPARE(parseNumber(comma, true).value(), parseNumber(point).value());
            QCOMPARE(parseNumber(point, false).value(), parseNumber(point).value());
        }
        QCOMPARE(parseNumber("12.345,5", true).value(), 12345.5);
        QCOMPARE(parseNumber("1.234.567,25", true).value(), 1234567.25);
        QVERIFY(!parseNumber("1,2,3", true));
    }
    /// The quick way through a row gives what the careful way gives, or leaves the row to it.
    void theQuickRowIsTheCarefulRow() {
        std::mt19937 dice(3);
        int quick = 0, left = 0;
        for (int k = 0; k < 20000; ++k) {
            const std::size_t count = 1 + static_cast<std::size_t>(k % 6);
            const bool comma = k % 5 == 0;
            const char delimiter = comma ? ';' : ',', mark = comma ? ',' : '.';
            std::string line;
            for (std::size_t c = 0; c < count; ++c) {
                const char* formats[] = {"%.2f", "%.0f", "%.6f", "%.9e", "%.17g"};
                std::string cell = written(std::uniform_real_distribution<>(-2e4, 2e4)(dice), formats[dice() % 5]);
                if (comma && cell.find('.') != std::string::npos)
                    cell[cell.find('.')] = ',';
                if (dice() % 40 == 0)
                    cell = dice() % 2 ? "" : "x";
                line += (c ? std::string(1, delimiter) : "") + cell;
            }
            if (dice() % 50 == 0)
                line += delimiter;
            std::vector<double> out(count, -1.);
            if (!parsePlainRow(line, count, out.data(), delimiter, mark)) {
                ++left;
                continue;
            }
            ++quick;
            const auto cells = cellsOf(line, delimiter);
            QCOMPARE(cells.size(), count);
            for (std::size_t c = 0; c < count; ++c)
                QVERIFY2(parseNumber(cells[c], comma) == out[c], line.c_str());
        }
        QVERIFY2(quick > 3000 && left > 3000, qPrintable(QString("%1 %2").arg(quick).arg(left)));
        double one = 0.;
        QVERIFY(!parsePlainRow("", 1, &one) && !parsePlainRow("1,2", 1, &one));
    }
    /// RFC 4180, section 2.
    void cells() {
        using Cells = std::vector<std::string>;
        QCOMPARE(cellsOf("aaa,bbb,ccc", ','), (Cells{"aaa", "bbb", "ccc"}));
        QCOMPARE(cellsOf("\"aaa\",\"bbb\",\"ccc\"", ','), (Cells{"aaa", "bbb", "ccc"}));
        QCOMPARE(cellsOf("\"aaa\",\"b\"\"bb\",\"ccc\"", ','), (Cells{"aaa", "b\"bb", "ccc"}));
        QCOMPARE(cellsOf("a;\"b;c\";d", ';'), (Cells{"a", "b;c", "d"}));
        QCOMPARE(cellsOf(",,", ','), (Cells{"", "", ""}));
        QCOMPARE(cellsOf("", ',').size(), std::size_t(1));
        std::mt19937 dice(4);
        for (int k = 0; k < 5000; ++k) { // whatever is written as a cell is read as it was
            Cells cells;
            std::string line;
            for (int c = 0; c < 1 + k % 5; ++c) {
                std::string cell;
                for (int n = static_cast<int>(dice() % 8); n > 0; --n)
                    cell += "ab ,;\"1\t"[dice() % 8];
                line += (c ? "," : "") + csvCell(cell);
                cells.push_back(cell);
            }
            const Cells read = cellsOf(line, ',');
            QCOMPARE(read.size(), cells.size());
            for (std::size_t c = 0; c < cells.size(); ++c)
                QVERIFY2(read[c] == cells[c] || std::string(trimmed(cells[c])) == read[c], line.c_str());
        }
    }
    void linesWhateverTheirEnds() {
        const auto of = [](std::string_view text) {
            std::vector<std::string> out;
            Lines lines(text);
            for (long number = 1; const auto line = lines.next(); ++number) {
                if (line->number != number)
                    return std::vector<std::string>{"numbers are wrong"};
                out.emplace_back(line->text);
            }
            if (lines.lastWasUnfinished())
                out.emplace_back("unfinished");
            return out;
        };
        using Text = std::vector<std::string>;
        QCOMPARE(of("a\nb\n"), (Text{"a", "b"}));
        QCOMPARE(of("a\r\nb\r\n"), (Text{"a", "b"}));
        QCOMPARE(of("a\rb\r"), (Text{"a", "b"}));
        QCOMPARE(of("a\n\nb"), (Text{"a", "", "b", "unfinished"}));
        QCOMPARE(of("\n"), (Text{""}));
        QVERIFY(of("").size() <= 1);
    }
    void encodings() {
        const QString text = QStringLiteral("Zeit;Drehzahl [1/min]\n0,1;6500\nÄöß µ °C\n");
        const auto same = [&](const QByteArray& bytes) {
            const auto decoded = decodeText({bytes.constData(), static_cast<std::size_t>(bytes.size())});
            return decoded && QString::fromStdString(*decoded) == text;
        };
        QVERIFY(same(text.toUtf8()));
        QVERIFY(same("\xef\xbb\xbf" + text.toUtf8()));
        QVERIFY(same(text.toLatin1()));
        for (auto encoding : {QStringConverter::Utf16LE, QStringConverter::Utf16BE})
            for (bool mark : {true, false}) {
                QStringEncoder encoder(encoding,
                                       mark ? QStringConverter::Flag::WriteBom : QStringConverter::Flag::Default);
                QVERIFY2(same(encoder(text)), mark ? "marked" : "unmarked");
            }
        QVERIFY(!decodeText(std::string("\x7f"
                                        "ELF\x02\x01\x01\0\0\0\0\0\0\0",
                                        14)));
        QVERIFY(!decodeText(std::string(2'000'000, 'a'))); // one line of two megabytes
        // Whatever comes in, what comes out is text.
        std::mt19937 dice(5);
        for (int k = 0; k < 4000; ++k)
            if (const auto decoded = decodeText(anyBytes(dice, 60)))
                QVERIFY(isUtf8(*decoded));
    }
    void strangersWordsMadeFit() {
        std::mt19937 dice(6);
        for (int k = 0; k < 4000; ++k) {
            const std::size_t most = 1 + dice() % 40;
            const std::string out = cleanedText(anyBytes(dice, 80), most);
            QVERIFY(out.size() <= most && isUtf8(out));
            for (char c : out)
                QVERIFY(static_cast<unsigned char>(c) >= 0x20 && c != 0x7f);
            QCOMPARE(cleanedText(out, most), out); // once is enough
        }
        QCOMPARE(cleanedText("Rowan's 410, ä"), std::string("Rowan's 410, ä"));
        QCOMPARE(cleanedText("a\nb\tc"), std::string("a b c"));
        QCOMPARE(cleanedText("ää", 3), std::string("ä")); // never half a character
    }
    void datesAreThoseOfTheCalendar() {
        std::mt19937_64 dice(7);
        for (int k = 0; k < 3000; ++k) {
            const qint64 ms = std::uniform_int_distribution<qint64>(-2'000'000'000'000, 4'000'000'000'000)(dice);
            const int offset = std::uniform_int_distribution<int>(-14 * 4, 14 * 4)(dice) * 900;
            const QDateTime when = QDateTime::fromMSecsSinceEpoch(ms, QTimeZone(offset));
            const auto read = parseDateTime(when.toString(Qt::ISODateWithMs).toStdString());
            QVERIFY2(read, qPrintable(when.toString(Qt::ISODateWithMs)));
            QVERIFY(std::abs(*read - static_cast<double>(ms) / 1000.) < 1e-5);
        }
        QCOMPARE(parseDateTime("1970-01-01T00:00:00Z").value(), 0.);
        QCOMPARE(parseDateTime("2026-05-02 10:14:05+02:00").value(), parseDateTime("2026-05-02T08:14:05Z").value());
        QCOMPARE(parseDateTime("2026-05-02T10:14:05").value(), parseDateTime("2026-05-02T10:14:05Z").value());
        for (const char* none :
             {"", "yesterday", "2026-13-01T00:00:00Z", "2026-02-30T00:00:00Z", "2026-05-02T25:00:00Z",
              "2026-05-02T10:61:00Z", "2026-05-02T10:14:05+99:00", "02.05.2026 10:14", "2026-05-02Tnoon"})
            QVERIFY2(!parseDateTime(none), none);
    }
    void clocks() {
        QCOMPARE(parseClock("01:02.5").value(), 62.5);
        QCOMPARE(parseClock("1:02:03.25").value(), 3723.25);
        QCOMPARE(parseClock("00:00.000").value(), 0.);
        QCOMPARE(parseClock("01:02,5", true).value(), 62.5);
        for (const char* none : {"", "62.5", "1:2:3:4", "a:b", "1:", ":1", "1:-2"})
            QVERIFY2(!parseClock(none), none);
    }
    void oursAreReadBack() {
        std::mt19937 dice(8);
        for (int k = 0; k < 10000; ++k) {
            const double value = std::pow(10., std::uniform_real_distribution<>(-8., 8.)(dice)) * (k % 2 ? 1. : -1.);
            const std::string text = numberText(value);
            const auto read = parseNumber(text);
            QVERIFY2(read && std::abs(*read - value) <= 5.1e-10 * std::abs(value), text.c_str());
            QCOMPARE(numberText(*read), text);
            QVERIFY(text.size() <= 18);
        }
        QCOMPARE(numberText(0.), std::string("0"));
        QCOMPARE(numberText(2.5), std::string("2.5"));
    }
    void contentsHaveTheirNames() {
        QVERIFY(contentHash("a") != contentHash("b") && contentHash("a") == contentHash("a"));
        QVERIFY(contentHash("a", 7) != contentHash("a"));
        const std::string id = contentId("pull");
        QCOMPARE(id.size(), std::size_t(36));
        QCOMPARE(id, contentId("pull"));
        QVERIFY(id != contentId("pulL"));
        for (std::size_t dash : {8u, 13u, 18u, 23u})
            QCOMPARE(id[dash], '-');
    }
};

JR_SUITE(TestText)
#include "test_text.moc"
