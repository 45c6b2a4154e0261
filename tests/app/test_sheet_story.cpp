// SPDX-License-Identifier: GPL-3.0-or-later
// What the customer's sheet tells: each story says its own, parts that are ticked are on the paper and others are not,
// what is left off is named, and the words are for people who know no statistics.
#include "app/handover/handover_station.h"
#include "app/handover/paper_size.h"
#include "app/handover/sheet_blocks.h"
#include "app/handover/sheet_painter.h"
#include "app/handover/story_picker.h"
#include "tests/support/demo_window.h"
#include "tests/support/pdf_words.h"
#include "tests/support/suites.h"
#include "tests/support/written.h"

#include <QCheckBox>
#include <QComboBox>
#include <QPainter>
#include <QPicture>
#include <QProcess>
#include <QRegularExpression>

#include <cmath>

using namespace jr;
using namespace jr::app;
using testsupport::pdfWords;
using testsupport::written;

namespace {

/// All sentences of a sheet, as its blocks have them.
QString wordsOf(const Sheet& sheet) {
    QStringList out;
    for (const SheetBlock& block : sheetBlocks(sheet))
        out << block.words;
    return out.join(QLatin1Char('\n'));
}

/// Years at school that a text asks for: 0.39 words a sentence + 11.8 syllables a word - 15.59. Source: Kincaid,
/// Fishburne, Rogers, Chissom, "Derivation of new readability formulas" (1975), value from memory. Syllables are runs
/// of vowels, less a silent e.
double schoolYears(const QString& text) {
    static const QRegularExpression word(QStringLiteral("[A-Za-z']+")), vowels(QStringLiteral("[aeiouy]+")),
        end(QStringLiteral("[.:;!?](\\s|$)"));
    double words = 0., syllables = 0., sentences = std::max(1., static_cast<double>(text.count(end)));
    for (auto found = word.globalMatch(text); found.hasNext();) {
        const QString one = found.next().captured().toLower();
        ++words;
        const bool silent = one.size() > 3 && one.endsWith(QLatin1Char('e')) && !one.endsWith(QLatin1String("le"));
        syllables += std::max(1., static_cast<double>(one.count(vowels)) - silent);
    }
    return 0.39 * words / sentences + 11.8 * syllables / std::max(1., words) - 15.59;
}

} // namespace

class TestSheetStory : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;
    JobModel& model() { return m_demo.model(); }
    HandoverStation& station() { return m_demo.window().handover(); }
    void choose(SheetStory story) {
        model().setSheet(sheet_kind::paper, sheetBody(PaperSheet{storyId(story), {}, {}}), QStringLiteral("x"));
        (void)model();
    }

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
    }
    void cleanupTestCase() { m_demo.end(); }

    void everyStoryIsTold_data() {
        QTest::addColumn<QString>("job");
        QTest::addColumn<int>("story");
        QTest::addColumn<QString>("says");
        using enum SheetStory;
        const auto row = [](const char* job, SheetStory story, const char* says) {
            QTest::newRow(storyId(story).c_str())
                << QString::fromLatin1(job) << int(story) << QString::fromLatin1(says);
        };
        row("Stack length", Difference, "4450");
        row("Larkspur ladder", AllSetups, "3 setups against stock");
        row("Larkspur ladder", Steps, "in all over 3 steps");
        row("Reeds and pipe", Cross, "Together they are worth");
        row("Reeds and pipe", Sweep, "this axis does not begin at zero");
        row("Stack length", BrakeTable, "what may be said");
        row("Weights on the belt", Road, "timed by satellite receiver");
        row("Stack length", Fault, "What it did");
        row("Stack length", Repair, "It came with");
    }
    void everyStoryIsTold() {
        QFETCH(QString, job);
        QFETCH(int, story);
        QFETCH(QString, says);
        QVERIFY(m_demo.open(job.toLatin1().constData()));
        const auto chosen = static_cast<SheetStory>(story);
        QCOMPARE(whyNotTold(model(), chosen), QString());
        choose(chosen);
        const Sheet now = sheetOf(model());
        QCOMPARE(int(now.choice.story), story);
        QVERIFY(written(station(), SheetFormat::Pdf, m_demo.file("story.pdf")));
        const QString words = pdfWords(m_demo.file("story.pdf"));
        QVERIFY2(words.contains(says), qPrintable(words));
        // Every caution stands on it, wherever a page ends.
        for (const Caution& caution : cautionsOf(now)) {
            const QString said = QString::fromStdString(jr::said(caution, now.units.wording())).simplified();
            QVERIFY2(words.contains(said), qPrintable(said));
        }
        // And is kept with the job.
        QVERIFY(m_demo.again());
        QVERIFY(m_demo.open(job.toLatin1().constData()));
        QCOMPARE(int(sheetOf(model()).choice.story), story);
    }

    void aStoryThatTheJobCannotTellSaysWhy() {
        QVERIFY(m_demo.open("Filter at the hub"));
        QVERIFY(whyNotTold(model(), SheetStory::Cross).contains(QLatin1String("two parts")));
        QVERIFY(whyNotTold(model(), SheetStory::Road).contains(QLatin1String("road")));
        m_demo.window().showStation(MainWindow::Handover);
        auto* picker = station().findChild<StoryPicker*>();
        auto* stories = picker->findChild<QComboBox*>();
        const auto enabled = [&](SheetStory story) {
            return stories->model()->flags(stories->model()->index(int(story), 0)).testFlag(Qt::ItemIsEnabled);
        };
        QVERIFY(enabled(SheetStory::Difference) && !enabled(SheetStory::Cross));
    }

    /// A box that is unticked takes its part off the page, and undo puts it back.
    void partsAreTicked() {
        QVERIFY(m_demo.open("Stack length"));
        choose(SheetStory::Difference);
        m_demo.window().showStation(MainWindow::Handover);
        auto* picker = station().findChild<StoryPicker*>();
        const auto tick = [&](SheetPart part) {
            picker->findChild<QCheckBox*>(QString::fromStdString(partId(part)))->click();
            (void)model();
        };
        const QString asked = QStringLiteral("What is this margin?");
        QVERIFY(wordsOf(sheetOf(model())).contains(asked));
        tick(SheetPart::Margin);
        QVERIFY(!wordsOf(sheetOf(model())).contains(asked));
        model().undoStack().undo();
        (void)model();
        QVERIFY(wordsOf(sheetOf(model())).contains(asked));
        QVERIFY(!wordsOf(sheetOf(model())).contains(QStringLiteral("Range at the crank")));
        tick(SheetPart::Crank);
        QVERIFY(wordsOf(sheetOf(model())).contains(QStringLiteral("by rules of thumb and not measured")));
        // Without everything that may go, one page does.
        const int before = sheetPages(sheetOf(model()));
        for (const SheetPart part :
             {SheetPart::Order, SheetPart::Weights, SheetPart::Rules, SheetPart::LookAgain, SheetPart::Book,
              SheetPart::Claim, SheetPart::Crank, SheetPart::Cautions, SheetPart::Maps, SheetPart::Margin})
            tick(part);
        QVERIFY(before > 1);
        QCOMPARE(sheetPages(sheetOf(model())), 1);
        // Cautions that are left off are named as such.
        const QString words = wordsOf(sheetOf(model()));
        QVERIFY2(
            words.contains(
                QStringLiteral("Cautions that are left off this paper: %1").arg(cautionsOf(sheetOf(model())).size())),
            qPrintable(words));
    }

    /// Nothing is painted over the foot or over what comes after it, whatever is ticked.
    void everyPageHoldsWhatStandsOnIt() {
        QVERIFY(m_demo.open("Stack length"));
        for (const SheetStory story : {SheetStory::Difference, SheetStory::BrakeTable, SheetStory::Repair}) {
            choose(story);
            const Sheet now = sheetOf(model());
            for (int page = 0; page < sheetPages(now); ++page) {
                QPicture picture;
                {
                    QPainter p(&picture);
                    paintSheet(p, now, page);
                }
                QVERIFY2(picture.boundingRect().bottom() <= kSheetHeight + 1.,
                         qPrintable(QStringLiteral("%1, page %2: %3")
                                        .arg(QString::fromStdString(storyId(story)))
                                        .arg(page)
                                        .arg(picture.boundingRect().bottom())));
            }
        }
    }

    /// Short sentences, no jargon: what a customer reads asks for no more than nine years at school.
    void theWordsAreForPeople_data() {
        QTest::addColumn<QString>("job");
        QTest::addColumn<int>("story");
        QTest::newRow("difference") << QStringLiteral("Stack length") << int(SheetStory::Difference);
        QTest::newRow("two evenings") << QStringLiteral("Stack on two evenings") << int(SheetStory::Difference);
        QTest::newRow("at the hub") << QStringLiteral("Filter at the hub") << int(SheetStory::Difference);
        QTest::newRow("steps") << QStringLiteral("Larkspur ladder") << int(SheetStory::Steps);
        QTest::newRow("setups") << QStringLiteral("Larkspur ladder") << int(SheetStory::AllSetups);
        QTest::newRow("cross") << QStringLiteral("Reeds and pipe") << int(SheetStory::Cross);
        QTest::newRow("road") << QStringLiteral("Weights on the belt") << int(SheetStory::Road);
        QTest::newRow("fault") << QStringLiteral("Stack length") << int(SheetStory::Fault);
        QTest::newRow("repair") << QStringLiteral("Stack length") << int(SheetStory::Repair);
    }
    void theWordsAreForPeople() {
        QFETCH(QString, job);
        QFETCH(int, story);
        QVERIFY(m_demo.open(job.toLatin1().constData()));
        choose(static_cast<SheetStory>(story));
        const QString words = wordsOf(sheetOf(model())) + QLatin1Char('\n') + sheetFoot(sheetOf(model()));
        for (const char* jargon : {"standard deviation", "confidence", "significan", "p-value", "degrees of freedom",
                                   "hypothesis", "variance", "regression", "null", "sigma", "n.s."})
            QVERIFY2(!words.contains(QLatin1String(jargon), Qt::CaseInsensitive), jargon);
        const double years = schoolYears(words);
        QVERIFY2(years < 9., qPrintable(QStringLiteral("%1 years:\n%2").arg(years).arg(words)));
    }

    /// Unicode CLDR: Letter in the Americas, A4 elsewhere; in the PDF as another program reads it.
    void thePaperIsTheCountrys() {
        QCOMPARE(paperOf(QLocale(QLocale::English, QLocale::Canada)).id(), QPageSize::Letter);
        QCOMPARE(paperOf(QLocale(QLocale::English, QLocale::UnitedKingdom)).id(), QPageSize::A4);
        QCOMPARE(paperOf(QLocale::c()).id(), QPageSize::A4);
        QVERIFY(m_demo.open("Stack length"));
        const QLocale before;
        for (const auto& [locale, size] : {std::pair{QLocale(QLocale::English, QLocale::UnitedStates), "612 x 792"},
                                           std::pair{QLocale(QLocale::German, QLocale::Germany), "595 x 842"}}) {
            QLocale::setDefault(locale);
            const bool wrote = written(station(), SheetFormat::Pdf, m_demo.file("paper.pdf")).ok();
            QLocale::setDefault(before);
            QVERIFY(wrote);
            QProcess info;
            info.start(QStringLiteral("pdfinfo"), {m_demo.file("paper.pdf")});
            QVERIFY(info.waitForFinished());
            const QString said = QString::fromUtf8(info.readAllStandardOutput());
            QVERIFY2(said.contains(QLatin1String(size)), qPrintable(said));
        }
    }
};

JR_SUITE(TestSheetStory)
#include "test_sheet_story.moc"
