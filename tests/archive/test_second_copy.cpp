// SPDX-License-Identifier: GPL-3.0-or-later
// The second copy: what is new goes over and is read back, what was replaced stays as a state before, whatever goes
// wrong leaves the copy before whole; and an archive comes back out of it with every figure.
#include "archive/copies/bring_back.h"
#include "archive/copies/copy_now.h"
#include "archive/copies/copy_thinning.h"
#include "archive/copies/trial_restore.h"
#include "archive/disk/safe_file.h"
#include "tests/support/copied_shop.h"
#include "tests/support/suites.h"

#include <QDateTime>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include <chrono>
#include <filesystem>
#include <sys/wait.h>
#include <unistd.h>

using namespace jr;
using testsupport::damage;
using testsupport::filesIn;
using testsupport::has;
using testsupport::likenessOf;
using testsupport::smallTrace;
using testsupport::writeFile;

namespace {

using Shop = testsupport::CopiedShop;

} // namespace

class TestSecondCopy : public QObject {
    Q_OBJECT
private slots:
    void onlyWhatIsNewGoesOver() {
        Shop shop;
        const auto first = shop.copy(shop.place);
        QVERIFY2(first, shop.said(first).c_str());
        QCOMPARE(first->filesCopied, 5); // four pulls and the job
        QVERIFY(first->problems.empty());
        QCOMPARE(first->list.number, 1L);
        const auto none = shop.copy();
        QVERIFY(none);
        QCOMPARE(none->filesCopied, 0);
        QVERIFY(shop.archive->addPull(shop.job, smallTrace("new", "Stack", "Larkspur 410", "long", 9), "test"));
        const auto second = shop.copy();
        QVERIFY2(second, shop.said(second).c_str());
        QCOMPARE(second->filesCopied, 2); // the pull, and the job that names it
        QCOMPARE(second->list.number, 3L);
        QCOMPARE(second->list.files.size(), std::size_t{6});
        // Word for word what the archive has.
        for (const auto& [path, file] : second->list.files)
            QCOMPARE(*readBytes(shop.folder().toStdString() + "/" + path),
                     *readBytes(shop.home.toStdString() + "/" + path));
        QVERIFY(filesIn(shop.folder(), ".jr-part*").isEmpty());
    }
    void anArchiveComesBackOutOfItAlsoAStateBefore() {
        Shop shop;
        QVERIFY(shop.archive->saveBench({"", "attic", "", {{"kind", "roller"}}}));
        const std::string before = likenessOf(shop.home);
        QVERIFY(shop.copy(shop.place));
        QVERIFY(shop.archive->nameJob(shop.job, "Another name", "Larkspur 410"));
        QVERIFY(shop.archive->addPull(shop.job, smallTrace("new", "Stack", "Larkspur 410", "long", 9), "test"));
        QVERIFY(shop.copy());
        QVERIFY(shop.archive->setAside("new", true, "a slip"));
        QVERIFY(shop.copy());
        const std::string now = likenessOf(shop.home);
        const auto states = copyStates(shop.folder());
        QVERIFY(states && states->states.size() == 3);
        for (const auto& [number, like] : {std::pair{3L, now}, std::pair{1L, before}}) {
            const QString back = shop.dir.filePath(QStringLiteral("back-%1").arg(number));
            const auto state = copyState(shop.folder(), number);
            QVERIFY(state);
            QVERIFY(layOut(shop.folder(), *state, back));
            const auto rebuilt = Archive::rebuildFolder(back);
            QVERIFY(rebuilt && rebuilt->problems.empty());
            QCOMPARE(QString::fromStdString(likenessOf(back)), QString::fromStdString(like));
        }
        QVERIFY(!copyState(shop.folder(), 7));
    }

    // Faults of the place, each in its own words; the copy before stays whole.
    /// As a person does it who lost the disk: one call, and whatever goes wrong leaves nothing half done.
    void broughtBackOrNothing() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        const std::string before = likenessOf(shop.home);
        QVERIFY(shop.archive->setAside(shop.archive->job(shop.job)->pulls.front().id, true, "a slip"));
        QVERIFY(shop.copy());
        QCOMPARE(copiesIn(shop.place), QStringList{QDir(shop.folder()).absolutePath()});
        QCOMPARE(copiesIn(shop.folder()), QStringList{QDir(shop.folder()).absolutePath()});
        QVERIFY(copiesIn(shop.home).isEmpty() && copiesIn(shop.dir.filePath("nowhere")).isEmpty());
        QVERIFY(isSecondCopy(shop.folder()) && !isSecondCopy(shop.home));
        // A copy is not opened as an archive: it would be written to.
        const QStringList files = filesIn(shop.folder(), "*");
        const auto opened = Archive::open(shop.folder());
        QVERIFY(!opened);
        QCOMPARE(opened.error().message.code, std::string_view("store.is-a-copy"));
        QCOMPARE(filesIn(shop.folder(), "*"), files);
        const QString newest = shop.dir.filePath("newest"), first = shop.dir.filePath("first");
        QVERIFY(QDir().mkpath(newest)); // there and empty, or not there
        const auto back = bringBack(shop.folder(), std::nullopt, newest);
        QVERIFY(back && back->rebuilt.problems.empty());
        QCOMPARE(back->state, 2L);
        QCOMPARE(QString::fromStdString(likenessOf(newest)), QString::fromStdString(likenessOf(shop.home)));
        QVERIFY(bringBack(shop.folder(), 1, first));
        QCOMPARE(QString::fromStdString(likenessOf(first)), QString::fromStdString(before));
        // A folder in use is not touched; no such state; stopped at any file.
        const QStringList used = filesIn(first, "*");
        QCOMPARE(bringBack(shop.folder(), 1, first).error().message.code, std::string_view("copy.not-empty"));
        QCOMPARE(filesIn(first, "*"), used);
        const QString third = shop.dir.filePath("third");
        QVERIFY(!bringBack(shop.folder(), 9, third) && !QDir(third).exists());
        for (int stopAt : {1, 3}) {
            int seen = 0;
            const auto stopped = bringBack(shop.folder(), 1, third, [&](int, int) { return ++seen < stopAt; });
            QVERIFY(!stopped);
            QVERIFY(!QDir(third).exists());
        }
    }
    void theStickIsNotThere() {
        Shop shop;
        QVERIFY(has(shop.said(shop.copy(shop.dir.filePath("nowhere"))), "is the stick or disk plugged in"));
        QVERIFY(shop.copy(shop.place));
        // Pulled out, its mount point is an empty folder on the very disk the copy is to save from.
        QVERIFY(QDir().rename(shop.place, shop.dir.filePath("drawer")));
        QVERIFY(has(shop.said(shop.copy()), "plugged in"));
        QVERIFY(QDir().mkpath(shop.place));
        QVERIFY(has(shop.said(shop.copy()), "is it another stick?"));
        QVERIFY(QDir(shop.place).isEmpty());
        QVERIFY(shop.copy(shop.place)); // a person says so: begun anew
        QVERIFY(!has(shop.said(shop.copy()), "another stick"));
    }
    void notIntoTheArchiveItself() {
        Shop shop;
        for (const char* inside : {"", "/pulls", "/pulls/../photos"}) {
            QDir().mkpath(shop.home + QLatin1String(inside));
            QVERIFY(has(shop.said(shop.copy(shop.home + QLatin1String(inside))), "lies in the archive itself"));
        }
        QVERIFY(filesIn(shop.home, "copy.json").isEmpty());
        QVERIFY(shop.copy(shop.place)); // what was refused is not remembered as the place
        QVERIFY(shop.copy());
    }
    void nobodySaidWhere() {
        Shop shop;
        QVERIFY(has(shop.said(shop.copy()), "nobody has said yet"));
    }
    void itMayNotBeWrittenTo() {
        if (::geteuid() == 0)
            QSKIP("root may write everywhere; the fault layer has it");
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        QFile::setPermissions(shop.folder(), QFile::ReadOwner | QFile::ExeOwner);
        const std::string said = shop.said(shop.copy());
        QFile::setPermissions(shop.folder(), QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
        QVERIFY(has(said, "may not be written to"));
    }
    void anotherProgramIsCopying() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        WriterLock::Shared other;
        const auto lock = WriterLock::take(shop.folder(), "a second copy", other);
        QVERIFY(lock);
        const std::string said = shop.said(shop.copy());
        QVERIFY2(has(said, "a second copy"), said.c_str());
    }
    void theCopyOfAnotherArchiveIsLeftAlone() {
        Shop shop, other;
        QVERIFY(shop.copy(shop.place));
        // The other one comes to the same stick: it has a folder of its own.
        QVERIFY(other.copy(shop.place));
        QCOMPARE(QDir(shop.place).entryList(QDir::Dirs | QDir::NoDotAndDotDot).size(), 2);
        // Somebody gave its folder this one's name.
        const QString theirs = copyFolder(shop.place, copyBookOf(other.home).archiveId);
        QVERIFY(QDir(shop.folder()).removeRecursively() && QDir().rename(theirs, shop.folder()));
        QVERIFY(has(shop.said(shop.copy()), "of another archive"));
    }
    void stoppedAnywhereTheCopyBeforeIsWhole() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        const std::string before = likenessOf(shop.home);
        QVERIFY(shop.archive->nameJob(shop.job, "Another name", "Larkspur 410"));
        for (int i = 0; i < 3; ++i)
            QVERIFY(shop.archive->addPull(shop.job, smallTrace("n" + std::to_string(i), "S", "L", "long", i), "test"));
        for (int stop = 0; stop < 8; ++stop) {
            const auto made =
                copyNow(shop.home, *shop.archive->pullChecksums(), {}, [stop](int done, int) { return done < stop; });
            QVERIFY(!made);
            const auto state = copyState(shop.folder(), 1);
            QVERIFY(state);
            const QString back = shop.dir.filePath(QStringLiteral("back-%1").arg(stop));
            const auto laid = layOut(shop.folder(), *state, back);
            QVERIFY2(laid, laid ? "" : laid.error().text().c_str());
            QVERIFY(Archive::rebuildFolder(back));
            QCOMPARE(QString::fromStdString(likenessOf(back)), QString::fromStdString(before));
        }
        QVERIFY(shop.copy());
    }
    void aDamagedOriginalDoesNotPushTheGoodOneOut() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        const QString pull = filesIn(shop.home, "*.pull.csv").front();
        const std::string path = QDir(shop.home).relativeFilePath(pull).toStdString();
        const std::string good = *readBytes(pull.toStdString());
        QVERIFY(damage(pull, 400, 20));
        const auto made = shop.copy();
        QVERIFY(made);
        QCOMPARE(made->problems.size(), std::size_t{1});
        QVERIFY(has(made->problems.front().text(), "is not what was kept"));
        QCOMPARE(*readBytes(shop.folder().toStdString() + "/" + path), good);
        QCOMPARE(made->list.files.at(path).sha256, sha256(good));
    }
    void aDamagedListIsSetAwayAndTheFilesAreTakenForWhatTheyAre() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        QVERIFY(damage(shop.folder() + QStringLiteral("/copy.json"), 60, 5));
        const auto made = shop.copy();
        QVERIFY2(made, shop.said(made).c_str());
        QCOMPARE(made->filesCopied, 0); // all there, read and the same
        QCOMPARE(made->list.files.size(), std::size_t{5});
        QCOMPARE(filesIn(shop.folder(), "copy.json.set-away-*").size(), 1);
        QVERIFY(copyState(shop.folder(), made->list.number));
    }
    void whatIsDamagedInTheCopyIsFoundByTheTrial() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        const auto good = tryRestore(shop.home, shop.folder());
        QVERIFY2(good, good ? "" : good.error().text().c_str());
        QVERIFY2(good->good(), good->good() ? "" : good->differences.front().text().c_str());
        QCOMPARE(good->pulls, 4);
        QCOMPARE(good->jobsJudged, 1);
        QVERIFY(good->figures > 100);
        // Pulls made since are no fault of the copy.
        QVERIFY(shop.archive->addPull(shop.job, smallTrace("since", "S", "L", "long", 9), "test"));
        const auto since = tryRestore(shop.home, shop.folder());
        QVERIFY(since && since->good());
        QCOMPARE(since->pullsSince, 1);
        QCOMPARE(since->jobsChangedSince, 1);
        QVERIFY(damage(filesIn(shop.folder(), "*.pull.csv").front(), 400, 20));
        const auto bad = tryRestore(shop.home, shop.folder());
        QVERIFY(bad && !bad->good());
        QVERIFY(has(bad->differences.front().text(), "not what was copied"));
    }
    void aFigureThatComesOutOtherwiseIsNamed() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        // The original's worth of a gain is changed behind the program's back, without a trace in its files.
        auto figures = figuresOfJob(*shop.archive, shop.job);
        QVERIFY(figures && figures->size() > 50);
        const QString back = shop.dir.filePath("back");
        QVERIFY(layOut(shop.folder(), *copyState(shop.folder(), 1), back) && Archive::rebuildFolder(back));
        auto restored = Archive::open(back);
        QVERIFY((*restored)->setAside("Stack-2", true, "not in the original"));
        const auto other = figuresOfJob(**restored, shop.job);
        QVERIFY(other && *other != *figures);
    }
    /// Killed in the middle a trial leaves customers' records behind: the next one takes them away, and none that goes
    /// on.
    void whatAKilledTrialLeftGoes() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        TrialOptions options;
        options.throwAwayIn = shop.dir.filePath("temporary");
        QVERIFY(QDir().mkpath(options.throwAwayIn));
        const pid_t child = ::fork();
        if (child == 0) {
            (void)tryRestore(shop.home, shop.folder(), options, [n = 0](int, int) mutable {
                if (++n == 3)
                    ::_exit(9);
                return true;
            });
            ::_exit(0);
        }
        int how = 0;
        ::waitpid(child, &how, 0);
        const QStringList left = QDir(options.throwAwayIn).entryList(QDir::Dirs | QDir::NoDotAndDotDot);
        QCOMPARE(left.size(), 1);
        QVERIFY(!filesIn(options.throwAwayIn, "*.pull.csv").isEmpty());
        const std::filesystem::path folder = (options.throwAwayIn + QLatin1Char('/') + left.front()).toStdString();
        std::filesystem::last_write_time(folder,
                                         std::filesystem::file_time_type::clock::now() - std::chrono::minutes(1));
        QVERIFY(QDir().mkpath(options.throwAwayIn + QStringLiteral("/somebody-elses")));
        QVERIFY(tryRestore(shop.home, shop.folder(), options));
        QCOMPARE(QDir(options.throwAwayIn).entryList(QDir::Dirs | QDir::NoDotAndDotDot), QStringList{"somebody-elses"});
    }
    void noPlaceForTheTrial() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        TrialOptions options;
        options.throwAwayIn = QStringLiteral("/proc");
        const auto trial = tryRestore(shop.home, shop.folder(), options);
        QVERIFY(!trial && has(trial.error().text(), "no place for the trial"));
    }
    void namesOfAStrangersStickDoNotLeaveTheFolder() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        CopyList list = *copyState(shop.folder(), 1);
        list.files["../outside"] = list.files.begin()->second;
        QVERIFY(writeFile(shop.folder() + QStringLiteral("/copy.json"), copyListText(list)));
        QVERIFY(!copyState(shop.folder(), 1));
    }

    // What is to be said of it.
    void standing() {
        const auto at = [](const char* iso) {
            return QDateTime::fromString(QLatin1String(iso), Qt::ISODate).toMSecsSinceEpoch();
        };
        CopyBook book;
        const std::int64_t work = at("2026-05-10T18:00:00Z");
        QCOMPARE(copyStanding(book, work, at("2026-05-11T08:00:00Z")).state, CopyState::NoPlace);
        book.place = "/media/stick";
        QCOMPARE(copyStanding(book, work, at("2026-05-11T08:00:00Z")).state, CopyState::NeverMade);
        book.made = "2026-05-10T19:00:00.000Z";
        QCOMPARE(copyStanding(book, work, at("2026-07-11T08:00:00Z")).state, CopyState::Fresh);
        QCOMPARE(copyStanding(book, work, at("2026-07-11T08:00:00Z")).days, 61L);
        const std::int64_t later = at("2026-05-12T18:00:00Z");
        QCOMPARE(copyStanding(book, later, at("2026-05-16T08:00:00Z")).state, CopyState::Behind);
        QCOMPARE(copyStanding(book, later, at("2026-05-17T20:00:00Z")).state, CopyState::Old);
        QCOMPARE(copyStanding(book, later, at("2026-05-01T20:00:00Z")).state, CopyState::ClockBack);
        QVERIFY(copyStanding(book, later, at("2026-05-17T20:00:00Z")).trialDue);
        book.tried = "2026-05-10T20:00:00.000Z";
        QVERIFY(!copyStanding(book, later, at("2026-05-17T20:00:00Z")).trialDue);
        QVERIFY(copyStanding(book, later, at("2026-06-12T20:00:00Z")).trialDue);
    }
    void workDoneDuringACopyCountsAsDoneSince() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        const auto standingNow = [&] {
            return copyStanding(copyBookOf(shop.home), newestWorkMs(shop.home), QDateTime::currentMSecsSinceEpoch())
                .state;
        };
        QCOMPARE(standingNow(), CopyState::Fresh);
        QTest::qWait(10); // a file's time is as coarse as the system's tick
        QVERIFY(shop.archive->setAside("Stack-2", true, "slip"));
        QCOMPARE(standingNow(), CopyState::Behind);
    }
    void diskOfACopy() {
        Shop shop;
        QCOMPARE(copyDisk(shop.home, shop.place), CopyDisk::Same);
        if (QDir(QStringLiteral("/dev/shm")).exists())
            QCOMPARE(copyDisk(shop.home, QStringLiteral("/dev/shm")), CopyDisk::Memory);
    }
    void statesAreThinned() {
        constexpr std::int64_t kDay = 86'400;
        const std::int64_t now = 1'780'000'000;
        std::vector<std::int64_t> made; // twice a day for two years
        for (int i = 0; i < 1460; ++i)
            made.push_back(now - kDay / 2 * i);
        const std::vector<bool> stays = statesThatStay(made, now);
        int week = 0, quarter = 0, rest = 0;
        for (std::size_t i = 0; i < made.size(); ++i)
            if (stays[i])
                ++(now - made[i] <= 7 * kDay ? week : now - made[i] <= 91 * kDay ? quarter : rest);
        QCOMPARE(week, 15);
        QVERIFY2(quarter >= 12 && quarter <= 14, std::to_string(quarter).c_str());
        QVERIFY2(rest >= 20 && rest <= 23, std::to_string(rest).c_str());
        // A clock that was set back: the future stays.
        QVERIFY(statesThatStay({now + 400 * kDay}, now).front());
        QVERIFY(statesThatStay({}, now).empty());
    }
    void aStateThinnedAwayLeavesItsNeighboursWhole() {
        Shop shop;
        QVERIFY(shop.copy(shop.place));
        // Five states, dated over the years by hand, so that the next copying thins them.
        std::vector<std::string> like;
        for (int i = 0; i < 5; ++i) {
            like.push_back(likenessOf(shop.home));
            QVERIFY(shop.archive->nameJob(shop.job, "Name " + std::to_string(i), "Larkspur 410"));
            QVERIFY(shop.archive->addPull(shop.job, smallTrace("t" + std::to_string(i), "S", "L", "long", i), "test"));
            QVERIFY(shop.copy());
        }
        const char* dates[] = {"2024-01-03T10:00:00.000Z", "2024-01-09T10:00:00.000Z", "2024-01-20T10:00:00.000Z",
                               "2024-03-03T10:00:00.000Z", "2024-03-04T10:00:00.000Z"};
        const QStringList files = filesIn(shop.folder() + QStringLiteral("/earlier"), "0*.json");
        QCOMPARE(files.size(), 5);
        for (int i = 0; i < 5; ++i) {
            CopyList state = *loadCopyList(files[i].toStdString());
            state.made = dates[i];
            QVERIFY(QFile::remove(files[i]));
            QVERIFY(writeFile(QFileInfo(files[i]).path() + QString::fromStdString(earlierListName(state)),
                              copyListText(state)));
        }
        const auto thinned = shop.copy();
        QVERIFY(thinned);
        QCOMPARE(thinned->statesThinned, 3); // one stays of January, one of March
        const auto states = copyStates(shop.folder());
        QVERIFY(states);
        for (const long number : {3L, 5L}) {
            const auto state = copyState(shop.folder(), number);
            QVERIFY(state);
            const QString back = shop.dir.filePath(QStringLiteral("back-%1").arg(number));
            const auto laid = layOut(shop.folder(), *state, back);
            QVERIFY2(laid, laid ? "" : laid.error().text().c_str());
            QVERIFY(Archive::rebuildFolder(back));
            QCOMPARE(QString::fromStdString(likenessOf(back)),
                     QString::fromStdString(like[static_cast<std::size_t>(number - 1)]));
        }
        QVERIFY(!copyState(shop.folder(), 2));
        // No more is kept of what was replaced than the states need.
        QVERIFY(filesIn(shop.folder() + QStringLiteral("/earlier/files"), "*").size() <= 3);
    }
};

JR_SUITE(TestSecondCopy)
#include "test_second_copy.moc"
