// SPDX-License-Identifier: GPL-3.0-or-later
// The settings: each choice takes effect at once and is there after a restart; a language or a size of text makes the
// window anew on the same job and station.
#include "app/frame/window_host.h"
#include "app/model/bench_model.h"
#include "app/settings/records_place.h"
#include "app/settings/settings_station.h"
#include "archive/reader/reader_settings.h"
#include "archive/store/archive.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QAbstractButton>
#include <QComboBox>
#include <QDir>
#include <QFile>
#include <QLabel>
#include <QSettings>

using namespace jr;
using namespace jr::app;

class TestSettings : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;
    JobModel& model() { return m_demo.model(); }
    SettingsStation& settings() { return m_demo.window().settings(); }
    /// The way of a row, by the words a screen reader has for it.
    static QAbstractButton* way(QWidget& station, const QString& row, const QString& words) {
        for (auto* button : station.findChildren<QAbstractButton*>())
            if (button->accessibleName().startsWith(row + QLatin1Char(':')) && button->text().contains(words))
                return button;
        return nullptr;
    }
    static QString wordsOn(QWidget& w) {
        QStringList out;
        for (const QLabel* label : w.findChildren<QLabel*>())
            out << label->text();
        return out.join(QLatin1Char('\n'));
    }

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
        QVERIFY(m_demo.open("Stack length"));
    }
    void cleanupTestCase() { m_demo.end(); }
    void cleanup() { personsSettings()->clear(); }

    void unitsAreChosenOneByOne() {
        m_demo.window().showStation(MainWindow::Settings);
        const auto click = [&](const char* row, const char* words) {
            auto* button = way(settings(), QLatin1String(row), QString::fromUtf8(words));
            QVERIFY2(button, row);
            button->click();
        };
        click("Power", "kW");
        click("Torque", "lb-ft");
        click("Temperature", "°F");
        click("Weight", "lb");
        QCOMPARE(model().units().power.symbol, std::string_view("kW"));
        QCOMPARE(model().units().torque.symbol, std::string_view("lb-ft"));
        QCOMPARE(model().units().mass.symbol, std::string_view("lb"));
        const QString words = wordsOn(settings());
        QVERIFY2(words.contains(QStringLiteral("30.9 ±")) && words.contains(QStringLiteral("69.8")), qPrintable(words));
        // A mixture of one's own stands in the header under its own name, and its air in Fahrenheit.
        QStringList shown;
        for (const QComboBox* box : m_demo.window().findChildren<QComboBox*>())
            shown << box->currentText();
        QVERIFY2(shown.contains(QStringLiteral("kW · lb-ft")), qPrintable(shown.join(' ')));
        QVERIFY(wordsOn(m_demo.window()).contains(QStringLiteral("°F")));
        // And after a restart.
        QVERIFY(m_demo.again());
        QCOMPARE(model().units().power.symbol, std::string_view("kW"));
        QCOMPARE(model().units().temperature.symbol, std::string_view("degF"));
        QVERIFY(m_demo.open("Stack length"));
    }

    void whatANewJobBeginsWith() {
        way(settings(), QStringLiteral("A new job is compared by"), QStringLiteral("DIN"))->click();
        Result<std::string> made = Error{"not asked"};
        model().keeper()->ask(
            this, [](Archive& archive) { return archive.createJob("By DIN", "Larkspur 410"); },
            [&](const Result<std::string>& job) { made = job; });
        m_demo.window().waitUntilSettled();
        QVERIFY(made.ok());
        m_demo.window().openJob(*made, MainWindow::Ask);
        m_demo.window().waitUntilSettled();
        QCOMPARE(model().compare().now().standard, std::string("din-70020"));
        QVERIFY(m_demo.open("Stack length")); // one that has its own keeps it
        QCOMPARE(model().compare().now().standard, std::string("sae-j1349"));
    }

    void lightContrastAndSounds() {
        way(settings(), QStringLiteral("Light"), QStringLiteral("night"))->click();
        QVERIFY(m_demo.theme().night());
        way(settings(), QStringLiteral("Contrast"), QStringLiteral("strong"))->click();
        QCOMPARE(m_demo.theme().tokens().paper, QColor(Qt::black));
        way(settings(), QStringLiteral("Sounds"), QStringLiteral("alarm"))->click();
        const ViewChoices kept = keptViewChoices();
        QVERIFY(kept.mode == Theme::Mode::Night && kept.strongContrast && kept.onlyAlarms);
        m_demo.theme().setStrongContrast(false);
        m_demo.theme().setMode(Theme::Mode::Day);
    }

    void strangeSettingsAreNone() {
        personsSettings()->setValue(QStringLiteral("view/text_pct"), 900);
        personsSettings()->setValue(QStringLiteral("job/standard"), QStringLiteral("by-eye"));
        QCOMPARE(keptViewChoices().textScale, 1.);
        QVERIFY(keptViewChoices().standard.empty());
    }

    /// The archive is let go of and opened again, the job and the station stand, and the words are others.
    /// A disk that is not there, and the empty mount point it leaves, are no place to begin new records in.
    void recordsThatAreAwayAreNotBegunAnew() {
        QVERIFY(!recordsPlace().away && !recordsPlace().folder.isEmpty()); // the usual place may be new
        const QString disk = m_demo.file("disk");
        keepRecordsPlace(disk);
        QVERIFY(recordsPlace().away);
        QVERIFY(QDir().mkpath(disk + QStringLiteral("/lost+found")));
        QVERIFY(recordsPlace().away);
        QVERIFY(Archive::open(disk).ok());
        QVERIFY(!recordsPlace().away);
        QCOMPARE(recordsPlace().folder, disk);
        // One half is gone; the other is enough to be known by, and rebuilds it.
        QVERIFY(QFile::remove(disk + QStringLiteral("/jolly-ram.sqlite")));
        QVERIFY(!recordsPlace().away);
    }

    void aLanguageMakesTheWindowAnew() {
        const QString folder = model().keeper()->folder();
        const std::string job = model().job().id;
        m_demo.end();
        SpokenLanguage spoken(*QCoreApplication::instance());
        spoken.speak(QStringLiteral("en"));
        WindowHost host(m_demo.theme(), spoken);
        host.window().show();
        host.window().openArchive(folder);
        host.window().waitUntilSettled();
        host.window().openJob(job, MainWindow::Settings);
        host.window().waitUntilSettled();
        const MainWindow* before = &host.window();
        way(host.window().settings(), QStringLiteral("Language"), QStringLiteral("Deutsch"))->click();
        QTRY_VERIFY(&host.window() != before || host.window().settings().face().name == QStringLiteral("Einrichten"));
        host.window().waitUntilSettled();
        QTRY_COMPARE(host.window().model().job().id, job);
        QTRY_COMPARE(host.window().station(), int(MainWindow::Settings));
        QCOMPARE(host.window().stations()[MainWindow::Judge]->face().name, QStringLiteral("Urteil"));
        QVERIFY(wordsOn(host.window().settings()).contains(QStringLiteral("gewinnt")));
        // Larger text the same way.
        way(host.window().settings(), QStringLiteral("Schrift"), QStringLiteral("130"))->click();
        QTRY_COMPARE(Theme::textScale(), 1.3);
        host.window().waitUntilSettled();
        QTRY_COMPARE(host.window().model().job().id, job);
        QCOMPARE(Theme::font(Size::Body).pixelSize(), 18);
        QCOMPARE(Theme::paperFont(Size::Body).pixelSize(), 14); // nobody's larger text is on the customer's paper
        Theme::setTextScale(1.);
    }
};

JR_SUITE(TestSettings)
#include "test_settings.moc"
