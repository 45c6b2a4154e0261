// SPDX-License-Identifier: GPL-3.0-or-later
// Whose pull is it: what is another machine's or another bench's is said, what says nothing clashes with nothing.
#include "core/pull/header_keys.h"
#include "core/ready/strangers.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

using namespace jr;

namespace {

const PullOrigin kLarkspur{"Larkspur 410", "attic roller", PullKind::Roller};

QString told(const std::string& jobMachine, const std::vector<PullOrigin>& there, const PullOrigin& coming) {
    QStringList out;
    for (const Message& one : strangersTo(jobMachine, there, coming))
        out << QString::fromStdString(said(one));
    return out.join("; ");
}

} // namespace

class TestStrangers : public QObject {
    Q_OBJECT
private slots:
    void whatBelongsIsNotSpokenOf() {
        QCOMPARE(told("Larkspur 410", {}, kLarkspur), QString());
        QCOMPARE(told("larkspur  410", {kLarkspur}, kLarkspur), QString()); // case and blanks are no other machine
        QCOMPARE(told({}, {}, kLarkspur), QString());
        QCOMPARE(told("Larkspur 410", {kLarkspur}, {"", "", PullKind::Roller}), QString()); // says nothing of itself
        QCOMPARE(told({}, {{"", "", PullKind::Roller}}, kLarkspur), QString());
        // Two machines whose comparing was agreed on: the second is no stranger any more.
        QCOMPARE(told("Larkspur 410", {kLarkspur, {"Ostra 600", "yard brake", PullKind::Brake}},
                      {"Ostra 600", "yard brake", PullKind::Brake}),
                 QString());
        // Curves worked out elsewhere and runs on the road are of no bench of the house.
        QCOMPARE(told("Larkspur 410", {kLarkspur}, {"Ostra 600", "", PullKind::Curve}), QString());
        QCOMPARE(told({}, {{"Ostra 600", "", PullKind::Road}}, kLarkspur), QString());
    }
    void whatDoesNotIs() {
        const PullOrigin ostra{"Ostra 600", "yard brake", PullKind::Brake};
        QVERIFY(told("Larkspur 410", {}, ostra).contains("Ostra 600") &&
                told("Larkspur 410", {}, ostra).contains("Larkspur 410"));
        const QString all = told("Larkspur 410", {kLarkspur}, ostra);
        QVERIFY2(all.contains("the machine is Ostra 600") && all.contains("it is a brake") &&
                     all.contains("“yard brake”") && all.contains("“attic roller”"),
                 qPrintable(all));
        QCOMPARE(told({}, {kLarkspur}, {"Larkspur 410", "cellar roller", PullKind::Roller}),
                 QString("the bench is “cellar roller”, and what is here was pulled on “attic roller”"));
    }
    void anOriginIsReadOffTheHeader() {
        PullHeader header;
        header.machine = "Larkspur 410";
        header.kind = PullKind::Brake;
        header.set(header_key::bench, "yard brake");
        const PullOrigin origin = originOf(header);
        QVERIFY(origin.machine == "Larkspur 410" && origin.bench == "yard brake" && origin.kind == PullKind::Brake);
    }
};

JR_SUITE(TestStrangers)
#include "test_strangers.moc"
