// SPDX-License-Identifier: GPL-3.0-or-later
// Where a second copy goes: the file system a person chose and no other, whatever is pulled out meanwhile; only where
// this person said it; and what lies there is read back in turn.
#include "archive/copies/bring_back.h"
#include "archive/disk/safe_file.h"
#include "tests/support/copied_shop.h"
#include "tests/support/suites.h"

#include <QDateTime>
#include <QTest>

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

/// As `cp -a` does it.
bool copyTree(const QString& from, const QString& to) {
    return QProcess::execute(QStringLiteral("cp"), {QStringLiteral("-a"), from, to}) == 0;
}

} // namespace

class TestCopyPlace : public QObject {
    Q_OBJECT
private slots:
    /// A mount that goes: its path leads to the empty folder below from then on.
    void pulledOutInTheMiddleNothingGoesBelowTheMountPoint() {
        for (int at = 1; at <= 6; ++at) {
            CopiedShop shop;
            QVERIFY(shop.copy(shop.place));
            for (int i = 0; i < 3; ++i)
                QVERIFY(shop.archive->addPull(shop.job, smallTrace("n" + std::to_string(i), "S", "L", "long", i), "t"));
            const QString gone = shop.dir.filePath("gone");
            const std::string book = *readBytes((shop.home + QStringLiteral("/copies.json")).toStdString());
            int seen = 0;
            const auto made = shop.copy({}, [&](int, int) {
                if (++seen == at) {
                    QDir().rename(shop.place, gone);
                    QDir().mkpath(shop.place);
                }
                return true;
            });
            QVERIFY2(!made, qPrintable(QStringLiteral("copied all the same at file %1").arg(at)));
            QCOMPARE(made.error().message.code, std::string_view("copy.taken-out"));
            QVERIFY(has(made.error().file, "stick"));
            QVERIFY2(QDir(shop.place).isEmpty(), qPrintable(QDir(shop.place).entryList().join(' ')));
            QCOMPARE(*readBytes((shop.home + QStringLiteral("/copies.json")).toStdString()), book);
            // Back in its place, the next one goes on.
            QVERIFY(QDir().rmdir(shop.place) && QDir().rename(gone, shop.place));
            QVERIFY(shop.copy());
        }
    }
    /// Chosen on another file system, it is not begun anew on the records' own.
    void theMountPointBelowIsNotTheStick() {
        if (!QDir(QStringLiteral("/dev/shm")).exists())
            QSKIP("no second file system here");
        const QTemporaryDir memory(QStringLiteral("/dev/shm/jolly-ram-place-XXXXXX"));
        CopiedShop shop;
        if (copyDisk(shop.home, memory.path()) == CopyDisk::Same)
            QSKIP("both on one file system");
        QVERIFY(QDir(shop.place).removeRecursively());
        QVERIFY(QFile::link(memory.path(), shop.place)); // "mounted"
        QVERIFY(shop.copy(shop.place));
        QVERIFY(QFile::remove(shop.place) && QDir().mkpath(shop.place)); // and not
        QVERIFY(!shop.copy());
        const auto given = shop.copy(shop.place); // as a script names it every night
        QVERIFY(!given);
        QVERIFY(QDir(shop.place).isEmpty());
    }
    void whatLiesThereIsReadInTurnAndHealed() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        const QString pull = filesIn(shop.folder(), "*.pull.csv").front();
        const std::string good = *readBytes(pull.toStdString());
        QVERIFY(damage(pull, 200, 8));
        QCOMPARE(QFileInfo(pull).size(), static_cast<qint64>(good.size()));
        QVERIFY(makeOlder(shop.folder(), 31));
        const auto made = shop.copy();
        QVERIFY2(made, shop.said(made).c_str());
        QCOMPARE(*readBytes(pull.toStdString()), good);
        QCOMPARE(made->problems.size(), std::size_t{1}); // it is said: a disk that does so is dying
        QCOMPARE(made->problems.front().message.code, std::string_view("copy.healed"));
        QVERIFY(has(made->problems.front().file, qPrintable(QFileInfo(pull).fileName())));
    }
    /// A copy a day: each file is read once in four weeks, not all each day.
    void withinAMonthAllOfItADayAShare() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        const QStringList pulls = filesIn(shop.folder(), "*.pull.csv");
        for (const QString& pull : pulls)
            QVERIFY(damage(pull, 200, 8));
        int healed = 0, days = 0, mostOnADay = 0;
        QDateTime now = QDateTime::currentDateTimeUtc();
        for (; healed < pulls.size() && days < 29; ++days) {
            now = now.addDays(1);
            CopyWanted wanted;
            const CopyBook book = copyBookOf(shop.home);
            wanted.archiveFolder = shop.home;
            wanted.archiveId = book.archiveId;
            wanted.place = shop.place;
            wanted.pullChecksums = *shop.archive->pullChecksums();
            wanted.begunMs = now.toMSecsSinceEpoch();
            const auto made = makeSecondCopy(wanted);
            QVERIFY(made);
            healed += static_cast<int>(made->problems.size());
            mostOnADay = std::max(mostOnADay, static_cast<int>(made->problems.size()));
        }
        QCOMPARE(healed, static_cast<int>(pulls.size()));
        QVERIFY(days <= 28);
    }
    void aDamagedFileIsNotKeptAsAStateBefore() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        const QString jobFile = filesIn(shop.folder(), "job.json").front();
        QVERIFY(damage(jobFile, 60, 5));
        QVERIFY(shop.archive->nameJob(shop.job, "Another name", "Larkspur 410"));
        const auto made = shop.copy();
        QVERIFY(made);
        for (const QString& kept : filesIn(shop.folder() + QStringLiteral("/earlier/files"), "*"))
            QCOMPARE(QString::fromStdString(sha256(*readBytes(kept.toStdString()))), QFileInfo(kept).fileName());
        QCOMPARE(made->problems.size(), std::size_t{1});
        QCOMPARE(made->problems.front().message.code, std::string_view("copy.earlier-damaged"));
    }

    // What an archive says about places outside itself counts only where a person said it.
    void aStrangersBookIsNotObeyed() {
        CopiedShop shop;
        CopyBook theirs;
        theirs.archiveId = "12345678-of-a-stranger";
        theirs.place = shop.place.toStdString();
        theirs.made = "2026-05-02T10:00:00.000Z";
        QVERIFY(keepCopyBook(shop.home, theirs));
        const auto made = shop.copy();
        QVERIFY(!made);
        QCOMPARE(made.error().message.code, std::string_view("copy.no-place-said"));
        QVERIFY(QDir(shop.place).isEmpty());
        QVERIFY(shop.copy(shop.place)); // said by this person, it goes there
        QVERIFY(shop.copy());
    }
    void aListLaysOutWhatBelongsToAnArchiveAndNoMore() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        const CopyList good = *copyState(shop.folder(), 1);
        for (const char* path :
             {".bashrc", "copies.json", "capture/1.capture", "jolly-ram.sqlite", "pulls", "pull/x",
              "pulls/../copies.json", "writing.lock", "earlier/files/x", "restore-unfinished.json"}) {
            CopyList list = good;
            list.files[path] = list.files.begin()->second;
            QVERIFY(writeFile(shop.folder() + QStringLiteral("/copy.json"), copyListText(list)));
            QVERIFY2(!copyState(shop.folder(), 1), path);
        }
    }
    void theTwinOfAnArchiveLeavesTheFirstOnesStatesAlone() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        const QString twin = shop.dir.filePath("twin");
        QVERIFY(copyTree(shop.home, twin));
        const auto theirs = Archive::open(twin);
        QVERIFY(theirs && (*theirs)->nameJob(shop.job, "By the twin", "Larkspur 410"));
        QVERIFY(!copyNow(twin, *(*theirs)->pullChecksums())); // nobody said it of this one
        const QStringList before = filesIn(shop.folder(), "*");
        const auto made = copyNow(twin, *(*theirs)->pullChecksums(), shop.place);
        QVERIFY(made);
        QCOMPARE(filesIn(shop.folder(), "*"), before);
        QVERIFY(made->folder != shop.folder());
        QVERIFY(shop.copy());
        QVERIFY(copyNow(twin, *(*theirs)->pullChecksums()));
    }
    /// Moved, and said again by the person: the same copy goes on.
    void anArchiveThatWasMovedGoesOnWithItsCopy() {
        CopiedShop shop;
        QVERIFY(shop.copy(shop.place));
        const QString folder = shop.folder(), moved = shop.dir.filePath("moved");
        shop.archive.reset();
        QVERIFY(QDir().rename(shop.home, moved));
        const auto archive = Archive::open(moved);
        QVERIFY(archive);
        QVERIFY(!copyNow(moved, *(*archive)->pullChecksums()));
        const auto made = copyNow(moved, *(*archive)->pullChecksums(), shop.place);
        QVERIFY(made);
        QCOMPARE(made->folder, folder);
        QCOMPARE(made->list.number, 2L);
    }
};

JR_SUITE(TestCopyPlace)
#include "test_copy_place.moc"
