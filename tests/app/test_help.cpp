// SPDX-License-Identifier: GPL-3.0-or-later
// Help: the manual at what is on the screen, one line that finds everything, a first day that ticks itself off.
#include "app/frame/finder.h"
#include "app/frame/first_day.h"
#include "app/help/manual.h"
#include "app/jobs/jobs_station.h"
#include "app/model/bench_model.h"
#include "app/words/catalogue.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QAbstractButton>
#include <QLineEdit>
#include <QListWidget>
#include <QPointer>
#include <QProcess>
#include <QPushButton>
#include <QTextBrowser>

#include <algorithm>

using namespace jr;
using namespace jr::app;

namespace {

/// The digits of each row of a table, in order: one language has a decimal comma and other places of words.
QStringList figuresInTables(const QString& markdown) {
    QStringList out;
    for (const QString& line : markdown.split(QLatin1Char('\n')))
        if (line.startsWith(QLatin1String("| "))) {
            QString digits;
            for (QChar c : line)
                if (c.isDigit())
                    digits += c;
            std::ranges::sort(digits);
            out << digits;
        }
    return out;
}

} // namespace

class TestHelp : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;
    MainWindow& window() { return m_demo.window(); }

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
    }
    void cleanupTestCase() { m_demo.end(); }

    void f1OpensWhatIsOnTheScreen() {
        for (std::size_t s = 0; s < window().stations().size(); ++s) {
            window().showStation(static_cast<int>(s));
            window().activateWindow();
            QVERIFY(QTest::qWaitForWindowActive(&window()));
            QTest::keyClick(&window(), Qt::Key_F1);
            QPointer<QDialog> manual = window().findChild<QDialog*>(QStringLiteral("manual"));
            QVERIFY2(manual && manual->isVisible(), qPrintable(window().stations()[s]->face().name));
            auto* text = manual->findChild<QTextBrowser*>();
            const QString chapter = window().stations()[s]->face().name;
            QTRY_COMPARE(text->textCursor().block().text(), chapter);
            manual->close();
            QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
            QVERIFY(!manual);
        }
    }

    /// A heading leads to its own paragraph: none stands in two documents.
    void everyHeadingIsItsOwn() {
        QVERIFY(manualHeadings().size() > 60);
        for (const ManualHeading& h : manualHeadings())
            QVERIFY2(documentOf(h.key) == h.document, qPrintable(h.document + QStringLiteral(": ") + h.words));
    }

    /// In German the manual and all its documents are German, heading by heading the same.
    void inTheWindowsLanguage() {
        const std::vector<ManualHeading> english = manualHeadings();
        const QString englishText = manualText(QStringLiteral("manual"));
        std::vector<QString> stationNames;
        for (Station* station : window().stations())
            stationNames.push_back(station->face().name);
        SpokenLanguage spoken(*qApp);
        spoken.speak(QStringLiteral("de"));
        const std::vector<ManualHeading> here = manualHeadings();
        QCOMPARE(here.size(), english.size());
        int others = 0;
        for (std::size_t i = 0; i < here.size(); ++i) {
            QCOMPARE(here[i].key, english[i].key);
            QCOMPARE(here[i].level, english[i].level);
            others += here[i].words != english[i].words;
        }
        QVERIFY2(others * 10 > static_cast<int>(here.size()) * 8,
                 qPrintable(QString::number(others))); // a few are names
        const QString germanText = manualText(QStringLiteral("manual"));
        QVERIFY(germanText != englishText &&
                germanText.contains(QStringLiteral("Niemand steht neben oder hinter der Rolle")));
        // As many points, rows, formulae, files and keys: nothing was left out of one that stands in the other.
        for (const QString& document : manualDocuments()) {
            const QString german = manualText(document);
            spoken.speak(QStringLiteral("en"));
            const QString original = manualText(document);
            spoken.speak(QStringLiteral("de"));
            QVERIFY2(german != original, qPrintable(document));
            QCOMPARE(figuresInTables(german), figuresInTables(original));
            for (const char* mark :
                 {"\n- ", "\n* ", "\n| ", "\n1. ", "\n    ", "\n\n", "F9", ".cpp`", ".h`", "docs/", "--"})
                QVERIFY2(german.count(QLatin1String(mark)) == original.count(QLatin1String(mark)),
                         qPrintable(QStringLiteral("%1: %2 of \"%3\", %4 in English")
                                        .arg(document)
                                        .arg(german.count(QLatin1String(mark)))
                                        .arg(QLatin1String(mark))
                                        .arg(original.count(QLatin1String(mark)))));
        }
        // Its chapters are called what the window calls its stations.
        for (std::size_t s = 0; s < stationNames.size(); ++s) {
            const auto chapter = std::ranges::find(here, stationNames[s], &ManualHeading::key);
            QVERIFY2(chapter != here.end(), qPrintable(stationNames[s]));
            QCOMPARE(chapter->words, window().stations()[s]->face().name);
        }
        spoken.speak(QStringLiteral("en"));
        QCOMPARE(manualText(QStringLiteral("manual")), englishText);
    }

    /// What the manual names exists, and every document is in it.
    void theManualIsWhole() {
        for (const QString& document : manualDocuments())
            QVERIFY2(!manualText(document).isEmpty(), qPrintable(document));
        static const QRegularExpression more(QStringLiteral("More: ([^.]+)\\."));
        for (auto found = more.globalMatch(manualText(QStringLiteral("manual"))); found.hasNext();)
            for (QString name : found.next().captured(1).split(QStringLiteral(", "))) {
                name.remove(QLatin1Char('*'));
                QVERIFY2(manualDocuments().contains(name), qPrintable(name));
            }
        const QString html = m_demo.file("manual.html"), pdf = m_demo.file("manual.pdf");
        QVERIFY(writeManual(html).ok() && writeManual(pdf).ok());
        QFile page(html);
        QVERIFY(page.open(QIODevice::ReadOnly));
        const QByteArray words = page.readAll();
        QVERIFY(words.contains("first day") && words.contains("jolly-ram-cli"));
        QProcess reader;
        reader.start(QStringLiteral("pdftotext"), {pdf, QStringLiteral("-")});
        QVERIFY(reader.waitForFinished(20000));
        const QByteArray printed = reader.readAllStandardOutput();
        QVERIFY(printed.contains("Nobody stands beside or behind the roller") && printed.contains("jolly-ram-cli"));
        QVERIFY(!writeManual(QStringLiteral("/proc/nowhere.pdf")).ok());
    }

    /// Words in any order; what begins with them stands first, with its key; Enter leads there and presses nothing.
    void everythingIsFoundByTyping() {
        const std::vector<Findable> all = findables(window());
        const auto first = [&](const char* typed) {
            const auto hits = found(all, QLatin1String(typed));
            return hits.empty() ? Findable{} : *hits.front();
        };
        QCOMPARE(first("judge").words, QStringLiteral("Judge"));
        QCOMPARE(first("judge").key, QKeySequence(QStringLiteral("Ctrl+4")).toString(QKeySequence::NativeText));
        QCOMPARE(first("scatter").where, QStringLiteral("Judge"));
        QVERIFY(found(all, QStringLiteral("plover")).empty());
        QCOMPARE(first("leak walk").words, QString());                                   // no place has both
        QVERIFY(!first("crossing").words.isEmpty() || !first("margin").words.isEmpty()); // chapters are found too
        window().showStation(MainWindow::Jobs);
        window().activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(&window()));
        QTest::keyClick(&window(), Qt::Key_K, Qt::ControlModifier);
        auto* finder = window().findChild<Finder*>();
        QVERIFY(finder);
        QTest::keyClicks(finder->findChild<QLineEdit*>(), QStringLiteral("shop's head"));
        QCOMPARE(finder->findChild<QListWidget*>()->currentRow(), 0);
        QTest::keyClick(finder->findChild<QLineEdit*>(), Qt::Key_Return);
        QCOMPARE(window().station(), int(MainWindow::Handover));
        const auto* there = qobject_cast<QAbstractButton*>(window().focusWidget());
        QVERIFY2(there && there->text().contains(QLatin1String("h&ead")),
                 there ? qPrintable(there->text()) : "nothing has the keyboard");
        QVERIFY(window().findChildren<QDialog*>(QStringLiteral("finder")).isEmpty() || !finder->isVisible());
    }

    /// Each step is ticked by what was done, not by a button.
    void aFirstDayTicksItself() {
        FirstDay& day = window().firstDay();
        QVERIFY(m_demo.open("Stack length"));
        window().showStation(MainWindow::Jobs);
        for (auto* button : window().jobs().findChildren<QPushButton*>())
            if (button->text().contains(QLatin1String("first day")))
                button->click();
        QVERIFY(day.isVisible());
        QCOMPARE(day.step(), 2); // a job with two setups is open; the walk-round is not done today
        day.findChildren<QPushButton*>().front()->click(); // "Show me"
        QCOMPARE(window().station(), int(MainWindow::Ready));
        WalkRound round = window().bench().sitting().walkRound();
        for (WalkLine& line : round.lines)
            if (line.safety)
                line.ticked = true;
        window().bench().sitting().setWalkRound(round, QStringLiteral("tick"));
        (void)m_demo.model();
        QTRY_VERIFY(day.step() >= 3);
        day.findChildren<QPushButton*>().back()->click(); // "Leave the tour"
        QVERIFY(!day.isVisible());
    }
};

JR_SUITE(TestHelp)
#include "test_help.moc"
