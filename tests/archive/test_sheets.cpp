// SPDX-License-Identifier: GPL-3.0-or-later
// The sheets of a job as text, all of them: what was written is read back the same, and a sheet that a stranger, a
// newer program or a dying disk changed is read as far as it makes sense, ends no program, and once written anew stays
// as it is.
#include "archive/formats/baselines_sheet.h"
#include "archive/formats/figure_sheet.h"
#include "archive/formats/hand_overs_sheet.h"
#include "archive/formats/job_readings.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/json_text.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/formats/machine_book_sheets.h"
#include "archive/formats/paper_sheet.h"
#include "archive/formats/road_sheet.h"
#include "archive/formats/rules_sheet.h"
#include "archive/formats/setup_files_sheet.h"
#include "archive/formats/work_order_sheet.h"
#include "tests/support/suites.h"

#include <QTest>

#include <nlohmann/json.hpp>

#include <functional>
#include <random>

using namespace jr;

namespace {

using Again = std::function<std::string(const std::string&)>;

struct SheetKind {
    const char* name;
    Again again; ///< read and written anew
    std::string example;
};

std::vector<SheetKind> allSheets() {
    return {
        {"baselines", [](const std::string& b) { return sheetBody(baselinesOf(b)); },
         R"({"events":[{"after_pull":3,"reason":"new piston","when":"2026-05-02T10:00:00Z"}],"chosen":1})"},
        {"figure", [](const std::string& b) { return sheetBody(figureSheetOf(b)); },
         R"({"pages":[{"page":"gears","values":{"final":3.1}}],"pins":[{"setup":"s","quantity":"peak-speed","value":6500,"low":6400,"high":6600}]})"},
        {"hand-overs", [](const std::string& b) { return sheetBody(handOversOf(b)); },
         R"({"hand_overs":[{"id":"f1","number":1,"made":"2026-05-02T20:00:00Z","customer":"Rowan","headline":"gains","program":"Jolly Ram 0.1.0","sha256":")" +
             std::string(64, 'a') + R"("}]})"},
        {"leak tests", [](const std::string& b) { return sheetBody(leakTestsOf(b)); },
         R"({"tests":[{"kind":"crankcase","setup":"s","fitting":2,"start_kpa":50,"held_kpa":48,"minutes":10,"where":"seal"}]})"},
        {"paper", [](const std::string& b) { return sheetBody(paperSheetOf(b)); },
         R"({"story":"steps","left_off":["air"],"added":["next"]})"},
        {"road", [](const std::string& b) { return sheetBody(roadSheetOf(b)); },
         R"({"marks":["60ft","0-100km/h"],"rollout":"1ft","conditions":[{"run":"a","rider_kg":80,"slope_pct":1.2}]})"},
        {"rules", [](const std::string& b) { return sheetBody(setupRulesOf(b)); },
         R"({"rules":[{"kind":"noise","what":"half a metre","high":94,"at_rpm":5000}]})"},
        {"setup files", [](const std::string& b) { return sheetBody(setupFilesOf(b)); },
         R"({"files":[{"id":"a1","setup_id":"s1","name":"map 3.bin","bytes":4096,"sha256":")" + std::string(64, 'b') +
             R"("}]})"},
        {"work order", [](const std::string& b) { return sheetBody(workOrderOf(b)); },
         R"({"customer":"Rowan","wants":"more pull from 4000 on","hours":3.5})"},
        {"machine", [](const std::string& b) { return sheetBody(machineSheetOf(b)); },
         R"({"kind":"two-stroke","cylinders":2,"values":{"bore_mm":"54","main_jet#2":"155"}})"},
        {"fault hunt", [](const std::string& b) { return sheetBody(faultHuntOf(b)); },
         R"({"symptom":"stumbles","suspects":["plug","coil"],"swaps":[{"parts":["plug"],"what":"new one","result":"same","pulls":[3],"put_back":true}],"found":"coil"})"},
        {"put back", [](const std::string& b) { return sheetBody(putBackOf(b)); },
         R"({"steps":[{"what":"carburettor","done":true}]})"},
        {"readings", [](const std::string& b) { return sheetBody(jobReadingsOf(b)); },
         R"({"quantities":[{"quantity":"seconds of a cut","unit":"s","better":"lower","readings":[{"setup":"s","number":1,"value":3.2}]}]})"},
    };
}

/// Something else in the place of a part of a JSON: another kind, a huge number, a deep one, a stranger's words.
std::string disturbed(const std::string& body, std::mt19937& dice) {
    static const char* others[] = {
        "null",   "7",    "-1e308",         "\"\"",        "[]",        "{}", "true", "\"\\u0000<b>&\"",
        "[[[]]]", "1e17", "\"2026-99-99\"", "\"../../x\"", "{\"a\":{}}"};
    std::string out = body;
    if (out.empty())
        return out;
    switch (dice() % 4) {
    case 0: // a value replaced
        if (const std::size_t colon = out.find(':', dice() % out.size()); colon != std::string::npos) {
            const std::size_t end = std::min(out.find_first_of(",}]", colon), out.size());
            out.replace(colon + 1, end - colon - 1, others[dice() % std::size(others)]);
        }
        break;
    case 1: // cut off
        out.resize(dice() % (out.size() + 1));
        break;
    case 2: // a letter wrong
        if (!out.empty())
            out[dice() % out.size()] = static_cast<char>(dice() % 256);
        break;
    default: // twice the same list
        if (const std::size_t open = out.find('['), close = out.rfind(']');
            open != std::string::npos && close != std::string::npos && close > open + 1)
            out.insert(close, "," + out.substr(open + 1, close - open - 1));
        break;
    }
    return out;
}

} // namespace

class TestSheets : public QObject {
    Q_OBJECT
private slots:
    void writtenAnewItStaysAsItIs_data() {
        QTest::addColumn<int>("which");
        const auto all = allSheets();
        for (std::size_t k = 0; k < all.size(); ++k)
            QTest::newRow(all[k].name) << static_cast<int>(k);
    }
    void writtenAnewItStaysAsItIs() {
        QFETCH(int, which);
        const SheetKind kind = allSheets()[static_cast<std::size_t>(which)];
        const std::string empty = kind.again(""), once = kind.again(kind.example);
        QCOMPARE(kind.again(once), once);
        QCOMPARE(kind.again(empty), empty);
        for (const char* none : {"{}", "[]", "null", "7", "\"sheet\"", "{", "\xff\xfe"})
            QCOMPARE(QString::fromStdString(kind.again(none)), QString::fromStdString(empty));
        std::mt19937 dice(static_cast<unsigned>(which) + 1);
        int others = 0;
        for (int k = 0; k < 1500; ++k) {
            std::string wrong = disturbed(k % 2 ? once : kind.example, dice);
            for (unsigned more = dice() % 3; more > 0 && !wrong.empty(); --more)
                wrong = disturbed(wrong, dice);
            const std::string read = kind.again(wrong);
            others += read != once;
            const Result<Json> json = readJson(read, "sheet");
            QVERIFY2(json && json->is_object(), wrong.c_str()); // always a whole sheet
            QVERIFY2(kind.again(read) == read, wrong.c_str());
        }
        QVERIFY(others > 300); // the dice did disturb it
    }
    /// What one wrote is in it, and nobody else's sheet is made of it.
    void whatWasWrittenIsInIt() {
        const auto all = allSheets();
        int changed = 0;
        for (const SheetKind& kind : all)
            changed += kind.again(kind.example) != kind.again("");
        QVERIFY2(changed >= 12, qPrintable(QString::number(changed)));
        PaperSheet paper{"steps", {"air", "peaks"}, {"next"}};
        QCOMPARE(paperSheetOf(sheetBody(paper)), paper);
        HandOver one{"f1", 3, "2026-05-02T20:00:00Z", "Rowan", "gains 2 hp", "Jolly Ram 0.1.0", std::string(64, 'c')};
        QCOMPARE(handOversOf(sheetBody(std::vector{one})), std::vector{one});
        one.number = 0; // no number: it was never handed over
        QVERIFY(handOversOf(sheetBody(std::vector{one})).empty());
    }
};

JR_SUITE(TestSheets)
#include "test_sheets.moc"
