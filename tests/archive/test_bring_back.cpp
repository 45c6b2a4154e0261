// SPDX-License-Identifier: GPL-3.0-or-later
// An archive brought back out of its second copy: killed anywhere it is no archive yet and the same call ends it, and
// what is damaged in the copy costs that and no more.
#include "archive/copies/bring_back.h"
#include "tests/support/copied_shop.h"
#include "tests/support/suites.h"

#include <QTest>

#include <sys/wait.h>
#include <unistd.h>

using namespace jr;
using testsupport::CopiedShop;
using testsupport::damage;
using testsupport::filesIn;
using testsupport::has;
using testsupport::likenessOf;
using testsupport::makeOlder;
using testsupport::smallTrace;
using testsupport::writeFile;

namespace {

constexpr int kKilled = 9, kEndedByItself = 0, kRefused = 1;

/// Brings back in a process of its own that ends, as killed, at its `at`th file. What it exited with.
int killedAt(int at, const QString& copy, const QString& into) {
    const pid_t child = ::fork();
    if (child == 0) {
        int seen = 0;
        const auto back = bringBack(copy, std::nullopt, into, [&](int, int) {
            if (++seen == at)
                ::_exit(kKilled);
            return true;
        });
        ::_exit(back ? kEndedByItself : kRefused);
    }
    int how = 0;
    ::waitpid(child, &how, 0);
    return WIFEXITED(how) ? WEXITSTATUS(how) : -1;
}

} // namespace

class TestBringBack : public QObject {
    Q_OBJECT
private slots:
    void killedAnywhereItIsNoArchiveYetAndTheSameCallEndsIt() {
        CopiedShop shop;
        QVERIFY(shop.archive->saveBench({"", "attic", "", {{"kind", "roller"}}}));
        QVERIFY(shop.copy(shop.place));
        const QString wanted = QString::fromStdString(likenessOf(shop.home));
        int kills = 0;
        for (int at = 1;; ++at) {
            const QString into = shop.dir.filePath(QStringLiteral("back-%1").arg(at));
            const int exit = killedAt(at, shop.folder(), into);
            if (exit == kEndedByItself)
                break;
            QCOMPARE(exit, kKilled);
            ++kills;
            const auto opened = Archive::open(into);
            QVERIFY2(!opened, qPrintable(QStringLiteral("opened as an archive after %1 files").arg(at)));
            QCOMPARE(opened.error().message.code, std::string_view("store.unfinished-restore"));
            QVERIFY(!Archive::rebuildFolder(into)); // nor does a rebuild make one of the part
            if (at % 3 == 0)
                QCOMPARE(killedAt(at, shop.folder(), into), kKilled); // again, a little further
            const auto back = bringBack(shop.folder(), std::nullopt, into);
            QVERIFY2(back, back ? "" : back.error().text().c_str());
            QVERIFY(back->rebuilt.problems.empty());
            QCOMPARE(QString::fromStdString(likenessOf(into)), wanted);
            QVERIFY(Archive::open(into));
        }
        QVERIFY2(kills >= 6, std::to_string(kills).c_str());
    }
    void anotherStateIsNotMixedIntoWhatLiesThere() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        QVERIFY(shop.archive->addPull(shop.job, smallTrace("new", "Stack", "Larkspur 410", "long", 9), "test"));
        QVERIFY(shop.copy());
        const QString into = shop.dir.filePath("back");
        QCOMPARE(killedAt(4, shop.folder(), into), kKilled);
        const QStringList before = filesIn(into, "*");
        const auto other = bringBack(shop.folder(), 1, into);
        QVERIFY(!other);
        QCOMPARE(other.error().message.code, std::string_view("copy.other-unfinished"));
        QCOMPARE(filesIn(into, "*"), before);
        QVERIFY(bringBack(shop.folder(), 2, into));
    }
    void oneDamagedPullCostsThatPull() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        const QString pull = filesIn(shop.folder(), "*.pull.csv").front();
        QVERIFY(damage(pull, 200, 8));
        const QString into = shop.dir.filePath("back");
        const auto back = bringBack(shop.folder(), std::nullopt, into);
        QVERIFY2(back, back ? "" : back.error().text().c_str());
        const auto named = [&](const Remark& problem) {
            return has(problem.file, qPrintable(QFileInfo(pull).fileName()));
        };
        QVERIFY(std::any_of(back->rebuilt.problems.begin(), back->rebuilt.problems.end(), named));
        const auto archive = Archive::open(into);
        QVERIFY(archive);
        const auto job = (*archive)->job(shop.job);
        QVERIFY(job);
        // The job still knows of it; the others are what was measured.
        int whole = 0;
        for (const PullRecord& record : job->pulls)
            whole += (*archive)->trace(record.id).ok();
        QCOMPARE(whole, 3);
    }
    void whereNothingVerifiesNothingIsMade() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        for (const QString& file : filesIn(shop.folder() + QStringLiteral("/pulls"), "*"))
            QVERIFY(damage(file, 100, 8));
        const QString into = shop.dir.filePath("back");
        QVERIFY(!bringBack(shop.folder(), std::nullopt, into));
        QVERIFY(!QDir(into).exists());
    }
    void eachStateStandsOnItsOwn() {
        CopiedShop shop;
        std::vector<std::string> like;
        for (int i = 0; i < 4; ++i) {
            QVERIFY(shop.archive->nameJob(shop.job, "Name " + std::to_string(i), "Larkspur 410"));
            QVERIFY(shop.archive->addPull(shop.job, smallTrace("t" + std::to_string(i), "S", "L", "long", i), "test"));
            QVERIFY(shop.copy(i == 0 ? shop.place : QString()));
            like.push_back(likenessOf(shop.home));
        }
        const QStringList lists = filesIn(shop.folder() + QStringLiteral("/earlier"), "0*.json");
        QCOMPARE(lists.size(), 3);
        QVERIFY(damage(lists[1], 60, 5)); // of the second state
        for (const long number : {4L, 3L, 1L}) {
            const QString into = shop.dir.filePath(QStringLiteral("back-%1").arg(number));
            const auto back = bringBack(shop.folder(), number, into);
            QVERIFY2(back, back ? "" : back.error().text().c_str());
            QCOMPARE(QString::fromStdString(likenessOf(into)),
                     QString::fromStdString(like[static_cast<std::size_t>(number - 1)]));
        }
        QVERIFY(!copyState(shop.folder(), 2));
        const auto states = copyStates(shop.folder());
        QVERIFY(states);
        QCOMPARE(states->states.size(), std::size_t{3});
        QCOMPARE(states->damaged.size(), std::size_t{1});
        // Read in its turn, the next copy says so, once, and goes on.
        QVERIFY(shop.archive->nameJob(shop.job, "Name 5", "Larkspur 410"));
        QVERIFY(makeOlder(shop.folder(), 31));
        const auto next = shop.copy();
        QVERIFY(next && next->problems.size() == 1);
        QVERIFY(shop.copy()->problems.empty());
        QVERIFY(bringBack(shop.folder(), std::nullopt, shop.dir.filePath("back-newest")));
    }
};

JR_SUITE(TestBringBack)
#include "test_bring_back.moc"
