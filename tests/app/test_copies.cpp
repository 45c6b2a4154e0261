// SPDX-License-Identifier: GPL-3.0-or-later
// The second copy and bundles in the window: asked for on the first day, made by itself when it is quiet, amber when it
// is old or lies on the same disk, tried; a job handed on and taken in.
#include "app/frame/main_window.h"
#include "app/handover/handover_station.h"
#include "app/jobs/bring_back.h"
#include "app/jobs/copy_card.h"
#include "app/jobs/jobs_station.h"
#include "app/model/copy_desk.h"
#include "archive/bundle/bundle.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/suites.h"

#include <QDateTime>
#include <QFileDialog>
#include <QLabel>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTest>

using namespace jr;
using namespace jr::app;
using testsupport::damage;
using testsupport::filesIn;
using testsupport::fullJob;
using testsupport::smallTrace;

namespace {

struct Opened {
    QTemporaryDir dir;
    Theme theme;
    std::string job;
    QStringList said;
    MainWindow window{theme};

    Opened() {
        auto archive = Archive::open(home());
        job = fullJob(**archive, "Stack", "Larkspur 410", 4);
        archive.value().reset();
        QDir().mkpath(stick());
        QObject::connect(&window.copies(), &CopyDesk::said, &window, [this](const QString& words) { said << words; });
        window.openArchive(home());
        window.waitUntilSettled();
        window.show();
        settle();
    }
    QString home() const { return dir.filePath("home"); }
    QString stick() const { return dir.filePath("stick"); }
    CopyDesk& desk() { return window.copies(); }
    void settle() {
        for (int i = 0; i < 1500 && desk().work() != CopyDesk::Work::None; ++i)
            QTest::qWait(10);
        QTest::qWait(150); // the card's look at it
    }
    QString words() { return window.findChild<QLabel*>("second-copy")->text(); }
    bool amber() { return window.findChild<QLabel*>("second-copy")->property("caution").toBool(); }
    QPushButton* button(const char* text) {
        for (QPushButton* b : window.jobs().findChildren<QPushButton*>())
            if (b->isVisible() && b->text().remove(QLatin1Char('&')) == QString::fromUtf8(text))
                return b;
        return nullptr;
    }
};

} // namespace

class TestCopies : public QObject {
    Q_OBJECT
private slots:
    void askedOnTheFirstDay() {
        Opened o;
        QVERIFY2(o.amber() && o.words().contains("Where should the second copy go?"), qPrintable(o.words()));
        QVERIFY(o.button("Choose where…") && o.button("Not now"));
        QTest::mouseClick(o.button("Not now"), Qt::LeftButton);
        QTRY_VERIFY(!o.amber());
        QVERIFY(o.words().contains("There is no second copy"));
        QVERIFY(o.button("Choose where…") && !o.button("Not now"));
    }
    void chosenItIsCopiedReadBackAndSaid() {
        Opened o;
        o.desk().choosePlace(o.stick());
        o.settle();
        QVERIFY2(!o.said.isEmpty() && o.said.back().startsWith("Copied and read back"), qPrintable(o.said.join('|')));
        QTRY_VERIFY2(o.words().contains("Nothing was changed since the second copy was made"), qPrintable(o.words()));
        // What it is, is said: here it is the same disk.
        QVERIFY(o.amber() && o.words().contains("That is the same disk"));
        QVERIFY(o.words().contains("A restore was never tried."));
        QCOMPARE(filesIn(o.stick(), "*.pull.csv").size(), 4);
        QTest::mouseClick(o.button("Try a restore"), Qt::LeftButton);
        o.settle();
        QVERIFY2(o.said.back().contains("4 pulls of 1 jobs came back"), qPrintable(o.said.back()));
        QTRY_VERIFY(!o.words().contains("never tried"));
    }
    /// The day it is for: the disk of the records is gone, the stick is there.
    void theRecordsComeBackFromTheStick() {
        Opened o;
        o.desk().choosePlace(o.stick());
        o.settle();
        const QString copy = copiesIn(o.stick()).value(0);
        QVERIFY(!copy.isEmpty());
        QStringList told;
        auto* bringing = o.window.findChild<BringBack*>();
        QVERIFY(bringing && o.button("Bring back from a copy…"));
        connect(bringing, &BringBack::said, &o.window, [&](const QString& words) { told << words; });
        // The copy itself is no archive and stays as it is.
        const QStringList before = filesIn(copy, "*");
        o.window.openArchive(copy);
        o.window.waitUntilSettled();
        QCOMPARE(o.window.model().keeper()->folder(), o.home());
        QCOMPARE(filesIn(copy, "*"), before);
        // Where no copy lies that is said; where one does, it is asked where to.
        bringing->fromPlace(o.home());
        QTRY_COMPARE(told.size(), 1);
        QVERIFY(told.back().contains("No second copy lies in"));
        bringing->fromPlace(o.stick());
        QTRY_VERIFY(o.window.findChild<QFileDialog*>());
        o.window.findChild<QFileDialog*>()->reject();
        // Into a folder that is not empty nothing is mixed: a new one is made in it, and opened.
        const QString place = o.dir.filePath("other disk");
        QVERIFY(QDir().mkpath(place + "/somebody's"));
        bringing->into(copy, std::nullopt, place);
        QTRY_COMPARE_WITH_TIMEOUT(told.size(), 2, 20000);
        QVERIFY2(told.back().startsWith("4 pulls came back, each held against its checksum."), qPrintable(told.back()));
        QTRY_VERIFY(o.window.model().keeper()->folder().startsWith(place + "/Jolly Ram, brought back "));
        o.window.waitUntilSettled();
        QCOMPARE(filesIn(o.window.model().keeper()->folder(), "*.pull.csv").size(), 4);
        QCOMPARE(QDir(place).entryList(QDir::Dirs | QDir::NoDotAndDotDot).size(), 2);
        QCOMPARE(filesIn(copy, "*"), before);
    }
    void afterWorkItCopiesByItself() {
        Opened o;
        o.desk().choosePlace(o.stick());
        o.settle();
        o.desk().setQuietMs(50);
        o.window.model().keeper()->ask(
            &o.window,
            [&](Archive& archive) {
                return archive.addPull(o.job, smallTrace("new", "Stack", "Larkspur 410", "long", 9), "test");
            },
            [](const Result<std::string>&) {});
        QTRY_COMPARE_WITH_TIMEOUT(filesIn(o.stick(), "*.pull.csv").size(), 5, 20000);
        o.settle();
        QTRY_VERIFY(o.words().contains("Nothing was changed since the second copy was made"));
        QCOMPARE(o.said.size(), 1); // only the one that was asked for is told
    }
    void aStickThatIsGoneIsSaidOnceAndStaysOnTheCard() {
        Opened o;
        o.desk().choosePlace(o.stick());
        o.settle();
        QVERIFY(QDir().rename(o.stick(), o.dir.filePath("drawer")));
        for (int i = 0; i < 2; ++i) {
            o.desk().copy();
            o.settle();
        }
        QCOMPARE(o.said.filter("plugged in").size(), 1);
        QTRY_VERIFY(o.amber() && o.words().contains("plugged in"));
        // Nothing is said to lie where nothing is to be seen.
        QTRY_VERIFY2(o.words().contains("is not to be seen there now"), qPrintable(o.words()));
        QVERIFY(!o.words().contains("It lies at"));
        QVERIFY(QDir().rename(o.dir.filePath("drawer"), o.stick()));
        QTest::mouseClick(o.button("Copy now"), Qt::LeftButton);
        o.settle();
        QTRY_VERIFY(!o.words().contains("plugged in"));
    }
    void amberAfterAWeekOfWork() {
        Opened o;
        o.desk().choosePlace(o.stick());
        o.settle();
        CopyBook book = copyBookOf(o.home());
        book.made = QDateTime::currentDateTimeUtc().addDays(-9).toString(Qt::ISODateWithMs).toStdString();
        QVERIFY(keepCopyBook(o.home(), book));
        o.desk().look();
        QTRY_VERIFY2(o.words().contains("which is 9 days old"), qPrintable(o.words()));
        QVERIFY(o.amber());
        book.made = QDateTime::currentDateTimeUtc().addDays(9).toString(Qt::ISODateWithMs).toStdString();
        QVERIFY(keepCopyBook(o.home(), book));
        o.desk().look();
        QTRY_VERIFY2(o.words().contains("The clock stands before the last copy"), qPrintable(o.words()));
    }
    void aTrialThatFailsIsSaid() {
        Opened o;
        o.desk().choosePlace(o.stick());
        o.settle();
        QVERIFY(damage(filesIn(o.stick(), "*.pull.csv").front(), 400, 20));
        o.desk().tryIt();
        o.settle();
        QVERIFY2(o.said.back().contains("not what was copied"), qPrintable(o.said.back()));
        QTRY_VERIFY(o.amber() && o.words().contains("not what was copied"));
    }
    void aBundleIsDroppedOnTheWindow() {
        Opened o;
        const QString zip = o.dir.filePath("other.jolly-ram.zip");
        {
            auto other = Archive::open(o.dir.filePath("other"));
            const std::string job = fullJob(**other, "Reeds", "Ostra 600", 3);
            QVERIFY(writeBundle(**other, job, zip.toStdString()));
        }
        QVERIFY(testsupport::writeFile(o.dir.filePath("bad.zip"), "PK"));
        o.window.importFiles({o.dir.filePath("bad.zip"), zip});
        QTRY_COMPARE(o.window.model().job().name, std::string("Reeds"));
        o.window.waitUntilSettled();
        QCOMPARE(o.window.model().pulls().size(), std::size_t{3});
        bool said = false;
        for (QLabel* label : o.window.findChildren<QLabel*>())
            said = said || label->text().contains("“Reeds” taken in with 3 pulls.");
        QVERIFY(said);
        bool offered = false;
        for (QPushButton* b : o.window.handover().findChildren<QPushButton*>())
            offered = offered || (b->text().contains("&Bundle") && b->isEnabled());
        QVERIFY(offered);
    }
};

JR_SUITE(TestCopies)
#include "test_copies.moc"
