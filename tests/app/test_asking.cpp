// SPDX-License-Identifier: GPL-3.0-or-later
// Questions in a window of their own: none waits, each is answered once or never, and whoever asked may be gone.
#include "app/widgets/asking.h"
#include "tests/support/suites.h"

#include <QFile>
#include <QFileDialog>
#include <QInputDialog>
#include <QMenu>
#include <QPointer>
#include <QSettings>
#include <QTemporaryDir>
#include <QTest>

#include <memory>

using namespace jr::app;

class TestAsking : public QObject {
    Q_OBJECT
    std::unique_ptr<QWidget> m_over;
    QTemporaryDir m_dir;

    template <class Dialog>
    Dialog* dialog() {
        Dialog* out = m_over->findChild<Dialog*>();
        if (out && !QTest::qWaitFor([&] { return out->isVisible(); }, 3000))
            return nullptr;
        return out;
    }
    static void accept(QDialog* dialog) { QMetaObject::invokeMethod(dialog, "accept"); }
    QString made(const char* name) {
        QFile f(m_dir.filePath(QLatin1String(name)));
        return f.open(QIODevice::WriteOnly) ? f.fileName() : QString();
    }

private slots:
    void init() {
        QSettings().remove(QStringLiteral("places"));
        m_over = std::make_unique<QWidget>();
        m_over->show();
    }

    void aFileAndWhereItLay() {
        const QString path = made("a log.csv");
        QStringList answers;
        askForFile(m_over.get(), "Which?", "*.csv", [&](const QString& file) { answers << file; });
        auto* first = dialog<QFileDialog>();
        QVERIFY(first && answers.isEmpty()); // it stands, and the program goes on
        first->selectFile(path);
        accept(first);
        QTRY_COMPARE(answers, QStringList{path});
        QTRY_VERIFY(!m_over->findChild<QFileDialog*>()); // and is gone
        askForFiles(m_over.get(), "Which?", "*.csv", [&](const QStringList& files) { answers << files; });
        QVERIFY(dialog<QFileDialog>());
        QCOMPARE(dialog<QFileDialog>()->directory().absolutePath(), m_dir.path()); // where the last one lay
        dialog<QFileDialog>()->reject();
        QTRY_VERIFY(!m_over->findChild<QFileDialog*>());
        QCOMPARE(answers.size(), 1);
    }
    void whereToWrite() {
        QStringList answers;
        askWhereToWrite(m_over.get(), "Where?", "short/long 2.5.pdf", "pdf", [&](const QString& f) { answers << f; });
        QVERIFY(dialog<QFileDialog>());
        QVERIFY2(dialog<QFileDialog>()->selectedFiles().value(0).endsWith("/short-long 2.5.pdf"),
                 qPrintable(dialog<QFileDialog>()->selectedFiles().value(0)));
        dialog<QFileDialog>()->setDirectory(m_dir.path());
        dialog<QFileDialog>()->selectFile("sheet");
        accept(dialog<QFileDialog>());
        QTRY_COMPARE(answers, QStringList{m_dir.filePath("sheet.pdf")});
        QTRY_VERIFY(!m_over->findChild<QFileDialog*>());
        askWhereToWrite(m_over.get(), "Where?", "next.pdf", "pdf", [&](const QString& f) { answers << f; });
        QCOMPARE(dialog<QFileDialog>()->directory().absolutePath(), m_dir.path());
    }
    void aPlaceThatIsGoneIsNotOffered() {
        QSettings().setValue("places/takenFrom", m_dir.filePath("was here"));
        askForFile(m_over.get(), "Which?", {}, [](const QString&) {});
        QCOMPARE(dialog<QFileDialog>()->directory().absolutePath(), QDir::homePath());
    }
    void wordsAndChoices() {
        QStringList answers;
        const auto then = [&](const QString& words) { answers << words; };
        askToChoose(m_over.get(), "Why?", "Why?", {"slipped", "too hot"}, 1, true, then);
        QVERIFY(dialog<QInputDialog>());
        QCOMPARE(dialog<QInputDialog>()->textValue(), QString("too hot"));
        dialog<QInputDialog>()->setTextValue("  strap came loose ");
        dialog<QInputDialog>()->accept();
        QTRY_COMPARE(answers, QStringList{"strap came loose"});
        QTRY_VERIFY(!m_over->findChild<QInputDialog*>());
        for (const char* none : {"", "   "}) { // nothing was said, so nothing is heard
            askForWords(m_over.get(), "Name", "Which?", "old", then);
            dialog<QInputDialog>()->setTextValue(none);
            dialog<QInputDialog>()->accept();
            QTRY_VERIFY(!m_over->findChild<QInputDialog*>());
        }
        askForWords(m_over.get(), "Name", "Which?", "old", then);
        dialog<QInputDialog>()->reject();
        QTRY_VERIFY(!m_over->findChild<QInputDialog*>());
        QTest::qWait(50);
        QCOMPARE(answers.size(), 1);
    }
    void whoAskedMayBeGone() {
        int heard = 0;
        askForWords(m_over.get(), "Name", "Which?", "old", [&](const QString&) { ++heard; });
        QPointer<QInputDialog> stands = dialog<QInputDialog>();
        m_over.reset(); // the page was built anew, say
        QVERIFY(!stands);
        init();
        // Answered, and gone before the answer is read.
        askForWords(m_over.get(), "Name", "Which?", "old", [&](const QString&) { ++heard; });
        dialog<QInputDialog>()->accept();
        m_over.reset();
        QTest::qWait(50);
        QCOMPARE(heard, 0);
        init();
        // The answer itself takes the asker away.
        askForWords(m_over.get(), "Name", "Which?", "old", [&](const QString&) {
            ++heard;
            m_over.reset();
        });
        dialog<QInputDialog>()->accept();
        QTRY_COMPARE(heard, 1);
    }
    void aMenuStandsByItself() {
        QString chosen;
        auto* menu = new QMenu(m_over.get());
        menu->addAction("Look", m_over.get(), [&] { chosen = "look"; });
        QPointer<QMenu> stands = menu;
        popUp(menu, m_over->mapToGlobal(QPoint(2, 2)));
        QVERIFY(menu->isVisible() && chosen.isEmpty());
        QTest::keyClick(menu, Qt::Key_Down);
        QTest::keyClick(menu, Qt::Key_Return);
        QTRY_COMPARE(chosen, QString("look"));
        QTRY_VERIFY(!stands);
    }
};

JR_SUITE(TestAsking)
#include "test_asking.moc"
