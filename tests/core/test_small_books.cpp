// SPDX-License-Identifier: GPL-3.0-or-later
// What is written down beside the pulls: weights and power for them, files of a setup, evidence by eye, heats of a new
// part, claims about what was read.
#include "core/driveline/crank_estimate.h"
#include "core/judge/readings.h"
#include "core/plan/setup_files.h"
#include "core/ready/evidence.h"
#include "core/ready/heat_cycles.h"
#include "core/ready/power_to_weight.h"
#include "core/study/study.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

using namespace jr;

class TestSmallBooks : public QObject {
    Q_OBJECT
private slots:
    void weightsOnOneScale() {
        // What comes off: 15.8, 7.2 and 0.6 lb are 23.6 lb (trade fact, common practice, no source).
        double kg = 0.;
        for (double lb : {15.8, 7.2, 0.6})
            kg += kgFromWeight(lb, WeightUnit::Pound);
        QCOMPARE(std::round(10. * weightFromKg(kg, WeightUnit::Pound)) / 10., 23.6);
        QCOMPARE(kgFromWeight(1., WeightUnit::Pound), 0.45359237); // by definition, 1959
        for (WeightUnit unit : weightUnits()) {
            QCOMPARE(weightUnitOf(weightSymbol(unit)), unit);
            QVERIFY(std::abs(weightFromKg(kgFromWeight(3.7, unit), unit) - 3.7) < 1e-12);
        }
        QCOMPARE(weightUnitOf("stone"), WeightUnit::Kilogram);
    }

    void powerForTheWeightThatMoves() {
        MachineSheet machine;
        SetupLedger ledger;
        QVERIFY(!movedWeight(machine, ledger)); // nobody weighed it
        machine.values = {{"weight_kg", "150"}};
        ledger.netKg = -4.;
        QCOMPARE(movedWeight(machine, ledger)->kg, 146.);
        QVERIFY(!movedWeight(machine, ledger)->withRider);
        machine.values["rider_kg"] = "80";
        QCOMPARE(movedWeight(machine, ledger)->kg, 226.);
        const auto said45 = powerToWeightMessage(45200., movedWeight(machine, ledger));
        QCOMPARE(said(*said45), std::string("0.200 kW for each kg, at 226.0 kg with the rider"));
        QVERIFY(!powerToWeightMessage(std::nullopt, movedWeight(machine, ledger)));
    }

    void theFileInForceAndWhatTwoFilesMean() {
        const std::vector<SetupNode> tree{{"a", "stock", "", {}},
                                          {"b", "pipe", "a", {{"pipe", "stock", "open"}}},
                                          {"c", "mapped", "b", {{"map", "stock", "street"}}}};
        const auto file = [](const char* id, const char* setup, const char* sum, const char* when) {
            return SetupFile{id, setup, std::string(id) + ".map", sum, 10., "", {}, when};
        };
        std::vector<SetupFile> files{file("one", "a", "aaaa1111", "2026-01-01"),
                                     file("two", "a", "bbbb2222", "2026-02-01")};
        QCOMPARE(fileInForce(files, "a", tree)->id, std::string("two"));
        QCOMPARE(fileInForce(files, "b", tree)->id, std::string("two")); // it has none of its own
        QVERIFY(!fileCaution(files, "a", "b", tree));
        files.push_back(file("three", "b", "cccc3333", "2026-03-01"));
        QCOMPARE(fileCaution(files, "a", "b", tree)->kind, std::string("confounded"));
        files.push_back(file("four", "c", "dddd4444", "2026-03-02"));
        QVERIFY(!fileCaution(files, "a", "c", tree)); // the map is among the changes that are written
        QVERIFY(!fileInForce({}, "a", tree));
        SetupFile told = files.back();
        QCOMPARE(said(fileMessage(told)), std::string("four.map (checksum dddd4444)"));
        told.changed = "richer above 7000";
        told.hours = 1.5;
        QCOMPARE(said(fileMessage(told)), std::string("four.map (checksum dddd4444): richer above 7000; 1.5 h"));
    }

    void whatAnAttachmentIsEvidenceOf() {
        const auto about = evidenceAbout(evidenceText({"setup-1", "wash in the pipe: left"}));
        QVERIFY(about);
        QCOMPARE(about->setupId, std::string("setup-1"));
        QCOMPARE(about->place, std::string("wash in the pipe: left"));
        for (const char* other : {"setup:long stack", "eye:", "eye:x", "eye::plug", "eye:x:", ""})
            QVERIFY(!evidenceAbout(other));
        for (MachineKind kind : machineKinds())
            QVERIFY(usualPlacesToLook(kind).size() >= 4);
    }

    void heatsOfANewPart() {
        QCOMPARE(heatCycles({}), 0);
        const auto at = [](double minutes, std::optional<double> coolant = {}) {
            return HeatedPull{60. * minutes, coolant};
        };
        QCOMPARE(heatCycles({at(0.), at(8.), at(15.)}), 1);
        QCOMPARE(heatCycles({at(200.), at(0.), at(8.)}), 2);                // it stood for hours, whatever the order
        QCOMPARE(heatCycles({at(0., 70.), at(90., 66.)}), 1);               // it stood, and stayed hot
        QCOMPARE(heatCycles({at(0., 70.), at(30., 38.), at(36., 72.)}), 2); // cooled on purpose
    }

    void claimsAboutWhatWasRead() {
        ValueComparison r;
        r.quantity = "seconds of a cut";
        r.unit = "s";
        r.better = Better::Lower;
        r.difference = -0.4;
        r.low = -0.5;
        r.high = -0.3;
        const auto verdict = [&](double amount, int changes = 1) {
            return judgeClaimOfReadings({ClaimKind::ReadingBetter, amount, "seconds of a cut"}, r, changes).verdict;
        };
        QCOMPARE(verdict(0.25), Verdict::Held);
        QCOMPARE(verdict(0.4), Verdict::Undecided);
        QCOMPARE(verdict(0.6), Verdict::Failed);
        QCOMPARE(verdict(0.25, 2), Verdict::Undecided); // two things were changed: the credit is shared
        r.cautions = {{"drift-unchecked", {"drift.unchecked"}}};
        QCOMPARE(verdict(0.25), Verdict::Undecided);
        r.cautions.clear();
        r.better = Better::Higher; // more of it is better, and it fell
        QCOMPARE(verdict(0.25), Verdict::Failed);
        r.low.reset();
        QCOMPARE(verdict(0.25), Verdict::Undecided);
        const Claim kept = claimNamed(claimName({ClaimKind::ReadingBetter, 0.25, "cut: oak"}), 0.25);
        QCOMPARE(kept.kind, ClaimKind::ReadingBetter);
        QCOMPARE(kept.quantity, std::string("cut: oak"));
        QCOMPARE(claimNamed("gains", 1.).kind, ClaimKind::GainsAtLeast);
    }

    void hubIsNotCrankAndUnknownIsNotCrank() {
        for (MeasuredAt at : {MeasuredAt::Hub, MeasuredAt::Unknown, MeasuredAt::Wheel})
            QVERIFY(said(crankFrom(at)).find("nothing has to be estimated") == std::string::npos);
        QVERIFY(said(crankFrom(MeasuredAt::Crank)).find("nothing has to be estimated") != std::string::npos);
    }
};

JR_SUITE(TestSmallBooks)
#include "test_small_books.moc"
