// SPDX-License-Identifier: GPL-3.0-or-later
// Base taken again because…: which pulls belong together, and which of them are judged.
#include "core/plan/baselines.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

using namespace jr;

namespace {

/// "AB" of each era, numbered on.
std::vector<EraPull> pulls(const std::string& sides) {
    std::vector<EraPull> out;
    for (char c : sides)
        out.push_back({static_cast<int>(out.size()) + 1, c == 'A', c == 'B'});
    return out;
}

} // namespace

class TestBaselines : public QObject {
    Q_OBJECT
private slots:
    void pullsBelongToTheEraTheyWereMadeIn() {
        Baselines b;
        QCOMPARE(eraOf(b, 5), 0);
        takeBaseAgain(b, {4, "valves set", "2026-05-02T10:40:00"});
        takeBaseAgain(b, {9, "leak closed", {}});
        QCOMPARE(eraOf(b, 4), 0);
        QCOMPARE(eraOf(b, 5), 1);
        QCOMPARE(eraOf(b, 9), 1);
        QCOMPARE(eraOf(b, 10), 2);
        takeBaseAgain(b, {2, "jet had been put in wrongly", {}}); // written later, of earlier
        QCOMPARE(b.events.front().afterPull, 2);
        takeBaseAgain(b, {4, "plug renewed", {}}); // one stop, two things done
        QCOMPARE(b.events.size(), std::size_t(3));
        QCOMPARE(b.events[1].reason, std::string("valves set; plug renewed"));
    }
    void theNewestBaseThatAnswersIsJudged() {
        Baselines b;
        takeBaseAgain(b, {4, "valves set", {}});
        QCOMPARE(eraInForce(b, pulls("ABBA")), 0);
        QCOMPARE(eraInForce(b, pulls("ABBAA")), 0);  // the new base alone answers nothing yet
        QCOMPARE(eraInForce(b, pulls("ABBAAB")), 1); // now it does
        QCOMPARE(eraInForce(b, pulls("AAAABB")),
                 1); // the change was never pulled on the old one: nor is it judged on it
        QCOMPARE(eraInForce({}, pulls("AB")), 0);
        b.chosen = 0;
        QCOMPARE(eraInForce(b, pulls("ABBAAB")), 0); // unless told otherwise
        b.chosen = kAllEras;
        QCOMPARE(eraInForce(b, pulls("ABBAAB")), kAllEras);
        b.chosen = 7; // of a sheet edited by hand
        QCOMPARE(eraInForce(b, pulls("ABBAAB")), 1);
        takeBaseAgain(b, {6, "leak closed", {}}); // what comes is looked at
        QVERIFY(!b.chosen);
    }
    void whatIsJudgedIsSaid() {
        Baselines b;
        QVERIFY(!eraCaution(b, pulls("AB")));
        takeBaseAgain(b, {2, "valves set", {}});
        QCOMPARE(eraCaution(b, pulls("ABA"))->message.code, std::string_view("sides.baseline-before"));
        const auto since = eraCaution(b, pulls("ABAB"));
        QCOMPARE(since->message.code, std::string_view("sides.baseline-since"));
        QVERIFY(said(*since).find("valves set") != std::string::npos);
        b.chosen = kAllEras; // two machines in one: the credit is shared
        QCOMPARE(eraCaution(b, pulls("ABAB"))->kind, std::string("confounded"));
    }
};

JR_SUITE(TestBaselines)
#include "test_baselines.moc"
