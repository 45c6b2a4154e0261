// SPDX-License-Identifier: GPL-3.0-or-later
// What a job writes down beside its pulls, in the archive: rules, leak tests, files of setups and hunts come back as
// they were written, from the database and from the open half alone; what is wrong in them does no harm.
#include "archive/formats/figure_sheet.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/rules_sheet.h"
#include "archive/formats/setup_files_sheet.h"
#include "archive/store/archive.h"
#include "core/ready/evidence.h"
#include "demo_job/larkspur.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <algorithm>

using namespace jr;

class TestBooks : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

    QString folder(const char* name) const { return m_dir.filePath(QLatin1String(name)); }
    QString fileOf(const char* name, const QByteArray& bytes) const {
        QFile f(m_dir.filePath(QLatin1String(name)));
        return f.open(QIODevice::WriteOnly) && f.write(bytes) == bytes.size() ? f.fileName() : QString();
    }
    static std::string idOf(const JobRecord& job, const std::string& name) {
        for (const SetupRecord& s : job.setups)
            if (s.name == name)
                return s.id;
        return {};
    }

private slots:
    void sheetsComeBackAsTheyWereWritten() {
        const std::vector<SetupRule> rules = {{RuleKind::PartStays, "head, \"stock\"", {}, {}, 0., "club"},
                                              {RuleKind::Size, "carburettor_mm", 26., 28., 0., ""},
                                              {RuleKind::Power, "crank", {}, 35000., 0., "licence"},
                                              {RuleKind::PowerToWeight, "wheel", {}, 200., 0., ""},
                                              {RuleKind::Noise, "gate, 7 m", {}, 94.5, 4500., "neighbours"}};
        QCOMPARE(setupRulesOf(sheetBody(rules)), rules);
        FigureSheet figure;
        figure.pages["pipe"]["header_mm"] = {312.5, "tried"};
        figure.pages["ports"]["stroke_mm"] = {54.1, "measured"};
        figure.pins = {{"p1",
                        "pipe",
                        "s1",
                        PredictedQuantity::PeakSpeed,
                        {8400., 8150., 8700.},
                        "wave speed",
                        0.06,
                        "2026-05-02T09:00:00",
                        ""},
                       {"p2",
                        "gears",
                        "s2",
                        PredictedQuantity::MarkTime,
                        {6.2, 6.0, 6.4},
                        "",
                        0.,
                        "2026-05-02T09:00:00",
                        "40-80km/h"}};
        QCOMPARE(figureSheetOf(sheetBody(figure)), figure);
        // Written by hand and wrong: what has no range, no setup or no known quantity is no prediction.
        QVERIFY(figureSheetOf(R"({"pages":[],"pins":[{"setup":"s","quantity":"peak-speed","value":1,"low":3,"high":2},
            {"quantity":"peak-speed","value":1,"low":0,"high":2},{"setup":"s","quantity":"luck","value":1,"low":0,"high":2},7]})")
                    .pins.empty());
        QCOMPARE(figureSheetOf("{\"pages\":{\"pipe\":{\"header_mm\":5,\"belly_mm\":{\"value\":\"x\"}}}}").pages.size(),
                 0U);
        LeakTests leaks;
        leaks.tests = {{LeakKind::Crankcase, "ported", 3, 40., 37.5, 4., "left seal", "Ada", "2026-05-02T09:00:00"}};
        leaks.intake.leastMinutes = 2.;
        const LeakTests again = leakTestsOf(sheetBody(leaks));
        QCOMPARE(again.tests, leaks.tests);
        QCOMPARE(again.intake, leaks.intake);
        QCOMPARE(again.crankcase, usualLeakWindow(LeakKind::Crankcase));
        const std::vector<SetupFile> files = {
            {"one", "setup", "street.map", std::string(64, 'a'), 1234., "richer", 1.5, "2026-05-02T10:00:00"},
            {"two", "setup", "track.map", std::string(64, 'b'), 10., "", {}, "2026-05-03T10:00:00"}};
        QCOMPARE(setupFilesOf(sheetBody(files)), files);
        FaultHunt hunt;
        hunt.symptom = "hesitates";
        hunt.swaps = {{{"coil"}, "known good", HuntResult::Worse, true, false, {3, 4}, "hot", "2026", 2}};
        const FaultHunt hunted = faultHuntOf(sheetBody(hunt));
        QCOMPARE(hunted.swaps[0].afterPull, std::optional<int>(2));
        QCOMPARE(hunted.swaps[0].pulls, (std::vector<int>{3, 4}));
        QCOMPARE(hunted.swaps[0].result, HuntResult::Worse);
    }

    void whatIsWrongInASheetDoesNoHarm() {
        for (const char* body : {"", "null", "[]", "{\"rules\":[1,\"x\",{}]}", "{\"tests\":{},\"windows\":3}",
                                 "{\"files\":[{\"id\":\"x\"}]}", "{\"tests\":[{\"start_kpa\":-1,\"minutes\":0}]}",
                                 "{\"rules\":[{\"kind\":\"power\",\"what\":\"crank\"}]}"}) {
            QVERIFY2(setupRulesOf(body).empty(), body);
            QVERIFY2(leakTestsOf(body).tests.empty(), body);
            QVERIFY2(setupFilesOf(body).empty(), body);
        }
        // A window upside down is the usual one.
        const LeakTests odd = leakTestsOf("{\"windows\":{\"intake\":{\"start_from_kpa\":60,\"start_to_kpa\":20}}}");
        QCOMPARE(odd.intake, usualLeakWindow(LeakKind::Intake));
        // A kind of tomorrow reads as one that is harmless.
        const auto rules = setupRulesOf("{\"rules\":[{\"kind\":\"phase of the moon\",\"what\":\"cam\"}]}");
        QCOMPARE(rules.size(), 1U);
        QCOMPARE(rules[0].kind, RuleKind::PartStays);
    }

    void filesOfASetupStayWithTheJob() {
        std::string jobId, longId;
        SetupFile kept;
        {
            auto archive = std::move(Archive::open(folder("kept"))).value();
            jobId = *archive->createJob("Mapped", "Larkspur 410");
            const auto base = archive->createSetup(jobId, "stock", "", {});
            longId = *archive->createSetup(jobId, "mapped", *base, {{"map", "stock", "street"}});
            SetupFile about;
            about.setupId = longId;
            about.changed = "richer above 7000";
            about.hours = 2.5;
            const auto file = archive->keepFile(jobId, about, fileOf("street 3.MAP", QByteArray(3000, 'm')));
            QVERIFY2(file, file ? "" : file.error().text().c_str());
            kept = *file;
            QCOMPARE(kept.bytes, 3000.);
            QVERIFY(*archive->fileIsWhole(*archive->job(jobId), kept));
            QVERIFY(archive->check(true)->problems.empty());
            // The same name again is another copy: nothing is written over.
            const auto second = archive->keepFile(jobId, about, fileOf("street 3.MAP", QByteArray(10, 'n')));
            QVERIFY(second && second->id != kept.id && second->sha256 != kept.sha256);
            QVERIFY(*archive->fileIsWhole(*archive->job(jobId), kept));
            // A copy of the archive has them as well.
            QVERIFY(QDir().mkpath(folder("copies")));
            const auto copy = archive->copyTo(folder("copies"));
            QVERIFY2(copy, copy ? "" : copy.error().text().c_str());
            auto other = std::move(Archive::open(*copy)).value();
            QVERIFY(*other->fileIsWhole(*other->job(jobId), kept));
        }
        // The open half alone brings the job back with its files.
        QVERIFY(QFile::remove(folder("kept") + "/jolly-ram.sqlite"));
        QVERIFY(Archive::rebuildFolder(folder("kept")));
        auto archive = std::move(Archive::open(folder("kept"))).value();
        const auto job = archive->job(jobId);
        QVERIFY2(job, job ? "" : job.error().text().c_str());
        QCOMPARE(setupFilesOf(job->sheets.at(sheet_kind::setupFiles)).size(), 2U);
        QVERIFY(*archive->fileIsWhole(*job, kept));
        // Damaged, it is told of and not given back; gone likewise.
        for (const AttachmentRecord& a : job->attachments)
            if (a.id == kept.id) {
                QFile f(folder("kept") + '/' + QString::fromStdString(a.file));
                QVERIFY(f.open(QIODevice::WriteOnly) && f.write("x") == 1);
                f.close();
                const auto report = archive->check(true);
                QVERIFY(std::any_of(report->problems.begin(), report->problems.end(),
                                    [](const Remark& p) { return p.file == "street 3.MAP"; }));
                QVERIFY(!archive->giveFileBack(*job, kept, m_dir.filePath("out.map")));
                QVERIFY(!QFile::exists(m_dir.filePath("out.map")));
                QVERIFY(f.remove());
                QVERIFY(!archive->giveFileBack(*job, kept, m_dir.filePath("out.map")));
            }
    }

    void aStrangersNameIsNoPath() {
        auto archive = std::move(Archive::open(folder("names"))).value();
        const std::string job = *archive->createJob("Names", "");
        SetupFile about;
        about.setupId = *archive->createSetup(job, "stock", "", {});
        for (const char* name : {"map.<b>bold", "..map", "a b.sh;rm", "karte.ümlaut"}) {
            const auto kept = archive->keepFile(job, about, fileOf(name, "bytes"));
            QVERIFY2(kept, name);
        }
        QVERIFY(archive->check(true)->problems.empty());
        QVERIFY(!archive->keepFile(job, about, folder("names"))); // a folder is no file
        QVERIFY(!archive->keepFile("no such job", about, fileOf("map", "bytes")));
    }

    void setupsWithoutPulls() {
        auto archive = std::move(Archive::open(folder("setups"))).value();
        const std::string job = *archive->createJob("Setups", "Larkspur 410");
        const demo::DemoPull pull = demo::larkspurDay().front();
        QVERIFY(archive->addPull(job, *readPullFile(pull.text, pull.name), "demo"));
        const std::string pulled = archive->job(job)->setups.front().id;
        const std::string one = *archive->createSetup(job, "one", pulled, {{"stack", "60", "80"}});
        const std::string two = *archive->createSetup(job, "two", one, {});
        QVERIFY(!archive->renameSetup(pulled, "other")); // its pulls carry its name
        QVERIFY(!archive->renameSetup(one, "two"));      // taken
        QVERIFY(!archive->renameSetup(one, ""));
        QVERIFY(!archive->renameSetup("nobody", "x"));
        QVERIFY(archive->renameSetup(one, "eighty"));
        QVERIFY(!archive->removeSetup(pulled));
        QVERIFY(!archive->removeSetup(one)); // two comes from it
        ClaimRecord claim;
        claim.said = "two is best";
        claim.baseSetup = pulled;
        claim.withSetup = two;
        QVERIFY(archive->saveClaim(job, claim));
        QVERIFY(!archive->removeSetup(two)); // a claim is about it
        const std::string three = *archive->createSetup(job, "three", one, {{"jet", "150", "155"}});
        const SetupRecord before = *archive->job(job)->setup(three);
        ComparisonRecord comparison;
        comparison.baseSetup = pulled;
        comparison.withSetup = three;
        QVERIFY(archive->setComparison(job, comparison));
        QVERIFY(archive->removeSetup(three));
        QVERIFY(!archive->job(job)->setup(three));
        QVERIFY(!archive->job(job)->comparison); // chosen anew
        QVERIFY(archive->putSetupBack(job, before));
        QCOMPARE(archive->job(job)->setup(three)->changes.size(), 1U);
        QVERIFY(!archive->putSetupBack(job, before)); // it is there
        QVERIFY(archive->check(true)->problems.empty());
        QCOMPARE(archive->job(job)->setup(one)->name, std::string("eighty"));
    }

    void evidenceIsAnAttachmentLikeOthers() {
        auto archive = std::move(Archive::open(folder("eye"))).value();
        const std::string job = *archive->createJob("Eye", "");
        const std::string setup = *archive->createSetup(job, "stock", "", {});
        const auto id = archive->attach(job, evidenceText({setup, "spark plug"}), "grey");
        QVERIFY(id);
        const auto about = evidenceAbout(archive->job(job)->attachments.front().about);
        QVERIFY(about && about->setupId == setup && about->place == "spark plug");
    }
};

JR_SUITE(TestBooks)
#include "test_books.moc"
