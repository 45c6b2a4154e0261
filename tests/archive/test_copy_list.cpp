// SPDX-License-Identifier: GPL-3.0-or-later
// The lists of a second copy and of its states before, as values: whatever was added, changed and removed from state to
// state, each can be told back from the newest, also when states between were thinned away; and no damaged list is
// taken for a good one.
#include "archive/copies/copy_list.h"
#include "tests/support/suites.h"

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
    /// Thinned in any order, those that are left are told back as they were.
    void thinnedTheOthersAreAsTheyWere() {
        for (unsigned seed = 1; seed <= 60; ++seed) {
            std::mt19937 dice(1000 + seed);
            std::vector<CopyList> states{firstOf(seed)};
            std::vector<EarlierState> earlier;
            for (int k = 0; k < 10; ++k) {
                states.push_back(nextOf(states.back(), dice));
                earlier.push_back(differencesOf(states[states.size() - 2], states.back()));
            }
            std::vector<std::size_t> left(earlier.size());
            for (std::size_t k = 0; k < left.size(); ++k)
                left[k] = k;
            for (int gone = 0; gone < 5; ++gone) {
                // Any but the oldest: the one before it takes over what it knew.
                const auto k = std::uniform_int_distribution<std::size_t>(1, earlier.size() - 1)(dice);
                mergeInto(earlier[k - 1], earlier[k]);
                earlier.erase(earlier.begin() + static_cast<std::ptrdiff_t>(k));
                left.erase(left.begin() + static_cast<std::ptrdiff_t>(k));
            }
            CopyList now = states.back();
            for (std::size_t k = earlier.size(); k-- > 0;) {
                now = stateBefore(now, earlier[k]);
                QCOMPARE(now.number, states[left[k]].number);
                QVERIFY(now.files == states[left[k]].files);
            }
        }
    }
    void nothingChangedIsNoDifference() {
        std::mt19937 dice(3);
        const CopyList list = nextOf(firstOf(1), dice);
        QVERIFY(differencesOf(list, list).differences.empty());
    }
    void asTextAndBack() {
        std::mt19937 dice(5);
        CopyList list = firstOf(5);
        for (int k = 0; k < 4; ++k)
            list = nextOf(list, dice);
        list.files["job \"quoted\" ä.json"] = {1, std::string(64, 'a'), -5};
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
