// SPDX-License-Identifier: GPL-3.0-or-later
// The lists of a second copy and of its states before, as values: whatever was added, changed and removed from state to
// state, each can be told back from the newest, also when states between were thinned away; and no damaged list is
// taken for a good one.
#include "archive/copies/copy_list.h"
#include "archive/copies/copy_states.h"
#include "archive/copies/copy_thinning.h"
#include "archive/formats/json_text.h"
#include "tests/support/archive_folder.h"
#include "tests/support/suites.h"

#include <nlohmann/json.hpp>

#include <QDateTime>
#include <QTemporaryDir>
#include <QTest>

#include <random>

using namespace jr;

namespace {

/// The state after: some files changed, some new, some gone.
CopyList nextOf(const CopyList& before, std::mt19937& dice) {
    CopyList out = before;
    ++out.number;
    out.made = "2026-03-0" + std::to_string(1 + out.number % 9) + "T20:00:00Z";
    const auto draw = [&](int most) { return std::uniform_int_distribution<int>(0, most)(dice); };
    const auto fresh = [&] {
        std::string sum(64, '0');
        for (char& c : sum)
            c = "0123456789abcdef"[draw(15)];
        return CopiedFile{static_cast<std::uint64_t>(draw(100000)), sum, draw(1'000'000'000)};
    };
    for (int k = draw(6); k > 0; --k)
        out.files["pulls/" + std::to_string(draw(30)) + ".pull.csv"] = fresh();
    for (auto it = out.files.begin(); it != out.files.end();)
        it = draw(9) == 0 ? out.files.erase(it) : std::next(it);
    return out;
}

/// As copies made before 2026-12 kept a state before: what it has otherwise than the one after it.
EarlierState differencesOf(const CopyList& before, const CopyList& after) {
    EarlierState out{before.number, before.made, {}};
    for (const auto& [path, file] : before.files)
        if (const auto now = after.files.find(path); now == after.files.end() || now->second.sha256 != file.sha256)
            out.differences.emplace(path, file);
    for (const auto& [path, file] : after.files)
        if (!before.files.contains(path))
            out.differences.emplace(path, std::nullopt);
    return out;
}

std::string earlierText(const EarlierState& state) {
    Json files = Json::array();
    for (const auto& [path, file] : state.differences)
        files.push_back(file ? Json::array({path, file->bytes, file->sha256, file->changedNs}) : Json::array({path}));
    return withChecksumMember(
        writeJson(Json{{"jolly_ram_earlier_copy", 1}, {"number", state.number}, {"made", state.made}, {"files", files}},
                  0) +
        "\n");
}

CopyList firstOf(unsigned seed) {
    CopyList out;
    out.archive = "archive-" + std::to_string(seed);
    out.number = 1;
    out.made = "2026-03-01T20:00:00Z";
    out.program = "Jolly Ram 0.1.0";
    return out;
}

} // namespace

class TestCopyList : public QObject {
    Q_OBJECT
private slots:
    void everyStateBeforeIsToldBack() {
        for (unsigned seed = 1; seed <= 60; ++seed) {
            std::mt19937 dice(seed);
            std::vector<CopyList> states{firstOf(seed)};
            std::vector<EarlierState> earlier;
            for (int k = 0; k < 12; ++k) {
                states.push_back(nextOf(states.back(), dice));
                earlier.push_back(differencesOf(states[states.size() - 2], states.back()));
            }
            CopyList now = states.back();
            for (std::size_t k = earlier.size(); k-- > 0;) {
                now = stateBefore(now, earlier[k]);
                QCOMPARE(now.number, states[k].number);
                QCOMPARE(now.made, states[k].made);
                QVERIFY(now.files == states[k].files);
            }
            QCOMPARE(now.archive, states.front().archive);
        }
    }
    /// A copy that an old program made, with states counted back, is read, thinned and gone on with.
    void statesOfAnOldCopyAreToldAndBecomeListsOfTheirOwn() {
        std::mt19937 dice(77);
        std::vector<CopyList> states{firstOf(77)};
        for (int k = 0; k < 6; ++k)
            states.push_back(nextOf(states.back(), dice));
        const QTemporaryDir dir;
        for (std::size_t k = 0; k < states.size(); ++k) // two a month of 2024, the newest in June
            states[k].made = "2024-0" + std::to_string(3 + k / 2) + (k % 2 ? "-20" : "-05") + "T20:00:00Z";
        const auto put = [&](const QString& name, const std::string& text) {
            return testsupport::writeFile(dir.filePath(name), text);
        };
        QVERIFY(put("copy.json", copyListText(states.back())));
        for (std::size_t k = 0; k + 1 < states.size(); ++k)
            QVERIFY(put(QStringLiteral("earlier") + QString::fromStdString(earlierListName(states[k])),
                        earlierText(differencesOf(states[k], states[k + 1]))));
        const auto told = copyStates(dir.path());
        QVERIFY(told && told->damaged.empty());
        QCOMPARE(told->states.size(), states.size());
        for (const CopyList& state : states)
            QVERIFY(copyState(dir.path(), state.number)->files == state.files);
        const std::int64_t years = QDateTime::fromString("2026-12-01T00:00:00Z", Qt::ISODate).toSecsSinceEpoch();
        QCOMPARE(thinStates(dir.path(), states.back(), years), 3);
        for (const std::size_t k : {1u, 3u, 5u}) {
            const auto state = copyState(dir.path(), states[k].number);
            QVERIFY(state);
            QVERIFY(state->files == states[k].files);
            QCOMPARE(state->made, states[k].made);
        }
        QVERIFY(!copyState(dir.path(), states[2].number));
    }
    void asTextAndBack() {
        std::mt19937 dice(5);
        CopyList list = firstOf(5);
        for (int k = 0; k < 4; ++k)
            list = nextOf(list, dice);
        list.files["files/job \"quoted\" ä.json"] = {1, std::string(64, 'a'), -5};
        const Result<CopyList> read = readCopyList(copyListText(list), "copy.json");
        QVERIFY(read);
        QVERIFY(read->files == list.files);
        QCOMPARE(read->archive, list.archive);
        QCOMPARE(read->number, list.number);
        QCOMPARE(read->made, list.made);
        QCOMPARE(read->program, list.program);
        QCOMPARE(copyListText(*read), copyListText(list));
    }
    /// One letter that a dying stick got wrong is enough: the list is not believed. (White space and the like carry
    /// nothing, so what is believed all the same says the same.)
    void oneWrongLetterIsNotBelieved() {
        std::mt19937 dice(9);
        const CopyList list = nextOf(nextOf(firstOf(9), dice), dice);
        const std::string text = copyListText(list);
        int refused = 0;
        for (std::size_t at = 0; at < text.size(); ++at) {
            std::string wrong = text;
            wrong[at] = static_cast<char>(wrong[at] ^ 1);
            const Result<CopyList> read = readCopyList(wrong, "copy.json");
            if (!read) {
                ++refused;
                QCOMPARE(read.error().file, std::string("copy.json"));
                QVERIFY(!read.error().reason.empty());
                continue;
            }
            QCOMPARE(copyListText(*read), text);
        }
        QVERIFY2(refused > static_cast<int>(text.size() * 9 / 10), qPrintable(QString::number(refused)));
        for (std::size_t length : {std::size_t(0), std::size_t(1), text.size() / 2, text.size() - 2})
            QVERIFY(!readCopyList(std::string_view(text).substr(0, length), "copy.json"));
        for (const char* other : {"[]", "{}", "null", "{\"files\":7}", "\"copy\""})
            QVERIFY2(!readCopyList(other, "copy.json"), other);
    }
    void earlierStatesAsFiles() {
        std::mt19937 dice(11);
        const CopyList before = nextOf(firstOf(11), dice), after = nextOf(before, dice);
        const EarlierState state = differencesOf(before, after);
        const QTemporaryDir dir;
        const QString path = dir.filePath("1.json");
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(earlierText(state)));
        file.close();
        const Result<EarlierState> read = loadEarlier(path.toStdString());
        QVERIFY(read);
        QCOMPARE(read->number, state.number);
        QCOMPARE(read->made, state.made);
        QVERIFY(read->differences == state.differences);
        QVERIFY(stateBefore(after, *read).files == before.files);
        QVERIFY(!loadEarlier(dir.filePath("none.json").toStdString()));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("{\"number\": 3, \"differ");
        file.close();
        QVERIFY(!loadEarlier(path.toStdString()));
    }
};

JR_SUITE(TestCopyList)
#include "test_copy_list.moc"
