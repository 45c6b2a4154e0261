// SPDX-License-Identifier: GPL-3.0-or-later
// Any sequence of actions, any one half lost or damaged: rebuilt, it says what it said.
#include "archive/store/archive.h"
#include "standin/simulated_bench.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/suites.h"

#include <QTemporaryDir>
#include <QTest>

using namespace jr;
using namespace testsupport;

class TestAnyLoss : public QObject {
    Q_OBJECT
private slots:
    void wholeAfterAnyLoss() {
        // Any sequence of actions, any one half lost or damaged, rebuilt equals before (seeded).
        standin::Dice dice(2026);
        const auto below = [&](int n) { return static_cast<int>(dice.uniform() * n) % n; };
        for (int round = 0; round < 30; ++round) {
            QTemporaryDir dir;
            int made = 0;
            {
                auto archive = Archive::open(dir.path());
                std::vector<std::string> jobs;
                for (int step = 0; step < 25; ++step) {
                    if (jobs.empty() || below(8) == 0) {
                        const int n = static_cast<int>(jobs.size());
                        jobs.push_back(
                            *(*archive)->createJob("Job " + std::to_string(n % 3), n % 2 ? "Quill 125" : ""));
                    }
                    const std::string job = jobs[static_cast<std::size_t>(below(static_cast<int>(jobs.size())))];
                    const auto record = (*archive)->job(job);
                    switch (below(8)) {
                    case 0:
                    case 1:
                    case 2: {
                        const Trace t = smallTrace("id " + std::to_string(made), record->name, record->machine,
                                                   "setup " + std::to_string(below(3)), made);
                        ++made;
                        QVERIFY((*archive)->addPull(job, t, "x", AddPullOptions{below(4) == 0, "why"}));
                        break;
                    }
                    case 3:
                        if (!record->pulls.empty())
                            QVERIFY((*archive)->setAside(record->pulls.front().id, below(2) == 0, "seen"));
                        break;
                    case 4: {
                        const auto id = (*archive)->createSetup(
                            job, "extra " + std::to_string(step), record->setups.empty() ? "" : record->setups[0].id,
                            {{"jet", "95", "98", {}, {}, 4., {}, "", below(2) == 0, 0}});
                        QVERIFY(id);
                        break;
                    }
                    case 5: {
                        ClaimRecord claim;
                        claim.said = "claim " + std::to_string(step);
                        claim.withSetup = record->setups.empty() ? "" : record->setups.back().id;
                        const auto id = (*archive)->saveClaim(job, claim);
                        QVERIFY(id && (*archive)->addVerdict(*id, {"day", Verdict::Held, "r", ""}));
                        break;
                    }
                    case 6:
                        QVERIFY((*archive)->setSheet(job, "sheet" + std::to_string(below(3)),
                                                     "{\"b\":" + std::to_string(step) + ",\"a\":[]}"));
                        break;
                    default:
                        QVERIFY((*archive)->attach(job, "job", "note " + std::to_string(step)));
                    }
                }
                QVERIFY((*archive)->check(true)->problems.empty());
            }
            const QString before = QString::fromStdString(likenessOf(dir.path()));
            const QStringList mirrors = filesIn(dir.path(), "*.pull.csv"), jobFiles = filesIn(dir.path(), "job.json");
            switch (round % 6) {
            case 0:
                removeDatabase(dir.path());
                break;
            case 1:
                QVERIFY(QDir(dir.filePath("pulls")).removeRecursively());
                break;
            case 2:
                for (const QString& file : mirrors)
                    if (below(2) == 0)
                        QVERIFY(QFile::resize(file, below(200)));
                break;
            case 3:
                for (const QString& file : jobFiles)
                    QVERIFY(damage(file, QFileInfo(file).size() / 2, 10));
                break;
            case 4:
                QVERIFY(damage(dir.filePath("jolly-ram.sqlite"), 4096 * (1 + below(5)), 4000));
                QFile::remove(dir.filePath("jolly-ram.sqlite-wal"));
                break;
            default: // moved into other folders by hand
                for (const QString& file : mirrors)
                    if (below(2) == 0)
                        QVERIFY(QDir().mkpath(dir.filePath("pulls/moved")) &&
                                QFile::rename(file, dir.filePath("pulls/moved/") + QFileInfo(file).fileName() +
                                                        QString::number(below(1 << 20)) + ".pull.csv"));
            }
            const auto done = Archive::rebuildFolder(dir.path());
            QVERIFY2(done, done ? "" : done.error().text().c_str());
            QVERIFY2(done->problems.empty(), done->problems.empty() ? "" : done->problems.front().text().c_str());
            QCOMPARE(QString::fromStdString(likenessOf(dir.path())), before);
        }
    }
};

JR_SUITE(TestAnyLoss)
#include "test_any_loss.moc"
