// SPDX-License-Identifier: GPL-3.0-or-later
// The one door for JSON: examples of RFC 8259, what it forbids, bounds that hold before a parser sees anything, getters
// that take a value of the wrong kind as not there.
#include "archive/formats/json_text.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <nlohmann/json.hpp>

using namespace jr;

namespace {

std::string nested(int depth) {
    return std::string(static_cast<std::size_t>(depth), '[') + std::string(static_cast<std::size_t>(depth), ']');
}

std::string withMembers(int count) {
    std::string out = "{";
    for (int i = 0; i < count; ++i)
        out += (i ? ",\"m" : "\"m") + std::to_string(i) + "\":0";
    return out + "}";
}

} // namespace

class TestJsonText : public QObject {
    Q_OBJECT
private slots:
    /// RFC 8259, section 13.
    void examplesOfTheStandard() {
        const Result<Json> image = readJson(R"({"Image": {"Width": 800, "Height": 600, "Title": "View from 15th Floor",
            "Thumbnail": {"Url": "http:\/\/www.example.com\/image\/481989943", "Height": 125, "Width": 100},
            "Animated" : false, "IDs": [116, 943, 234, 38793]}})",
                                            "rfc");
        QVERIFY(image);
        const Json& one = objectOf(*image, "Image");
        QCOMPARE(wholeOf(one, "Width", 0, 5000, -1), 800);
        QCOMPARE(textOf(one, "Title"), std::string("View from 15th Floor"));
        QCOMPARE(numberOf(objectOf(one, "Thumbnail"), "Height").value_or(0.), 125.);
        QVERIFY(!flagOf(one, "Animated"));
        QCOMPARE(listOf(one, "IDs").size(), std::size_t(4));
        const Result<Json> places = readJson(R"([{"precision": "zip", "Latitude": 37.7668, "Longitude": -122.3959},
            {"precision": "zip", "Latitude": 37.371991, "Longitude": -122.026020}])",
                                             "rfc");
        QVERIFY(places && places->size() == 2);
        QCOMPARE(numberOf((*places)[1], "Longitude").value_or(0.), -122.02602);
        for (const char* small :
             {"\"Hello world!\"", "42", "true", "null", "[]", " {} \n", "-0.5e-3", "\"\\ud83d\\ude00\""})
            QVERIFY2(readJson(small, "rfc"), small);
    }
    void whatIsNone_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<long>("line"); // where it is wrong; 0: of the whole
        QTest::newRow("empty") << QByteArray() << 0L;
        QTest::newRow("a comma too many") << QByteArray("[1,\n2,\n]") << 3L;
        QTest::newRow("cut off") << QByteArray("{\"a\": 1,\n\"b\": [1, 2") << 2L;
        QTest::newRow("single quotes") << QByteArray("{'a': 1}") << 1L;
        QTest::newRow("a comment") << QByteArray("{\"a\": 1 // one\n}") << 1L;
        QTest::newRow("no number") << QByteArray("[NaN]") << 1L;
        QTest::newRow("a leading zero") << QByteArray("[007]") << 1L;
        QTest::newRow("two of them") << QByteArray("{}\n{}") << 2L;
        QTest::newRow("a tab in a text") << QByteArray("[\"a\tb\"]") << 1L;
        QTest::newRow("no UTF-8") << QByteArray("[\"\xff\"]") << 1L;
        QTest::newRow("a lone bracket") << QByteArray("]") << 1L;
        QTest::newRow("a table") << QByteArray("time,rpm\n0,1\n") << 1L;
    }
    void whatIsNone() {
        QFETCH(QByteArray, text);
        QFETCH(long, line);
        const Result<Json> read = readJson({text.constData(), static_cast<std::size_t>(text.size())}, "sheet.json");
        QVERIFY(!read);
        QCOMPARE(read.error().file, std::string("sheet.json"));
        QCOMPARE(static_cast<long>(read.error().line), line);
        QVERIFY(!read.error().reason.empty());
    }
    /// A file that was cut off is read up to its last whole element; nothing in it is taken for whole that is not.
    void whatIsLeftOfATornFile() {
        const std::string text = "{\"a\": 1, \"list\": [{\"id\": \"x\", \"say\": \"]}, \\\"{\"}, "
                                 "{\"id\": \"y\", \"more\": [1, 2]}], \"z\": 3}";
        for (std::size_t length = 0; length <= text.size(); ++length) {
            const Result<Json> left = readTornJson(text.substr(0, length), "here");
            const std::size_t first = text.find("}, {") + 1, second = text.find("]}]") + 2;
            QCOMPARE(left.ok(), length > text.find(','));
            if (!left)
                continue;
            QVERIFY(left->contains("a"));
            const Json& list = listOf(*left, "list");
            if (length < first) {
                QVERIFY(list.empty());
                continue;
            }
            QVERIFY(list.size() >= (length >= second ? 2U : 1U) && list.size() <= 2);
            QCOMPARE(textOf(list[0], "say"), std::string("]}, \"{"));
            QCOMPARE(left->contains("z"), length == text.size());
        }
        // Damaged in its middle: what stands before.
        std::string damaged = text;
        damaged[text.find("\"y\"")] = '}';
        const Result<Json> before = readTornJson(damaged, "here");
        QVERIFY(before && listOf(*before, "list").size() == 1);
        QVERIFY(!readTornJson("\xff\xfe", "here") && !readTornJson("", "here") &&
                !readTornJson(std::string(100000, '['), "here"));
    }
    void boundsHoldBeforeItIsRead() {
        const JsonBounds bounds{1000, 10, 20};
        QVERIFY(readJson(nested(10), "a", bounds));
        QVERIFY(!readJson(nested(11), "a", bounds));
        QVERIFY(!readJson(std::string(100000, '['), "a")); // would overflow a stack that follows it
        QVERIFY(readJson(withMembers(20), "a", bounds));
        QVERIFY(!readJson(withMembers(21), "a", bounds));
        QVERIFY(readJson("[" + std::string(900, ' ') + "]", "a", bounds));
        QVERIFY(!readJson("[" + std::string(1000, ' ') + "]", "a", bounds));
        // Brackets and commas inside texts are none, an escaped quote ends none.
        const std::string quoted = "\\\"[[[[";
        QVERIFY(
            readJson("{\"a\": \"" + std::string(15, '[') + std::string(8, '{') + std::string(25, ',') + quoted + "\"}",
                     "a", bounds));
        // A list is as long as it likes.
        std::string list = "[0";
        for (int i = 0; i < 300; ++i)
            list += ",0";
        QVERIFY(readJson(list + "]", "a", bounds));
    }
    void anotherKindIsNotThere() {
        const Result<Json> read = readJson(
            R"({"text": "t", "number": 2.5, "flag": true, "list": ["a", 7, "b"], "object": {"x": "1", "y": 2}, "none": null,
                "large": 1e300})",
            "a");
        QVERIFY(read);
        for (const char* key : {"number", "flag", "list", "object", "none", "absent"})
            QVERIFY2(textOf(*read, key).empty(), key);
        for (const char* key : {"text", "flag", "list", "object", "none", "absent"})
            QVERIFY2(!numberOf(*read, key), key);
        for (const char* key : {"text", "number", "list", "object", "none", "absent"})
            QVERIFY2(!flagOf(*read, key), key);
        for (const char* key : {"text", "number", "flag", "object", "none", "absent"})
            QVERIFY2(listOf(*read, key).empty() && listOf(*read, key).is_array(), key);
        for (const char* key : {"text", "number", "flag", "list", "none", "absent"})
            QVERIFY2(objectOf(*read, key).empty() && objectOf(*read, key).is_object(), key);
        QCOMPARE(textsOf(*read, "list"), (std::vector<std::string>{"a", "b"}));
        QCOMPARE(textMembersOf(objectOf(*read, "object")).size(), std::size_t(1));
        QCOMPARE(wholeOf(*read, "number", 0, 10, -1), 3); // rounded
        QCOMPARE(wholeOf(*read, "large", 0, 10, -1), 10); // clamped
        QCOMPARE(wholeOf(*read, "text", 0, 10, -1), -1);
        // Of something that is no object nothing is known.
        QVERIFY(textOf(Json::array({1, 2}), "text").empty() && !numberOf(Json(7), "number"));
    }
    void writtenAndReadAgain() {
        const Json json = {{"b", 1}, {"a", {1.5, nullptr, "ä\n\""}}, {"c", orNull(std::nullopt)}, {"d", orNull(0.25)}};
        const Result<Json> back = readJson(writeJson(json), "a");
        QVERIFY(back && *back == json);
        QCOMPARE(back->begin().key(), std::string("b")); // in the order they were written
        QVERIFY(back->at("c").is_null());
        QVERIFY(readJson(writeJson(json, 2), "a").value() == json);
        // Bytes that are no text (a file's name of another system) do not make a file nobody can read.
        const std::string odd = writeJson(Json{{"name", "caf\xe9"}});
        QVERIFY(readJson(odd, "a"));
        QVERIFY(odd.find("\xef\xbf\xbd") != std::string::npos);
        // Every number comes back as it was.
        for (double value : {0.1, 1. / 3., 1e-300, 123456789.123456789, -0., 5e-324})
            QCOMPARE(numberOf(readJson(writeJson(Json{{"v", value}}), "a").value(), "v").value(), value);
    }
};

JR_SUITE(TestJsonText)
#include "test_json_text.moc"
