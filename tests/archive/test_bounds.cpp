// SPDX-License-Identifier: GPL-3.0-or-later
// What is no file, and what is too much: a pipe as a photo, a bundle or the settings stops nobody; readings and
// receiver logs have a bound and a word for it.
#include "archive/bundle/bundle.h"
#include "archive/formats/receiver_log.h"
#include "archive/reader/reader_settings.h"
#include "core/judge/readings.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/suites.h"

#include <QImage>
#include <QSettings>
#include <QTemporaryDir>
#include <QTest>

#include <functional>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace jr;
using testsupport::fullJob;
using testsupport::writeFile;

namespace {

QString pipeAt(const QString& path) {
    return ::mkfifo(path.toLocal8Bit().constData(), 0600) == 0 ? path : QString();
}

/// What `work` says, in a process of its own that is ended when it waits for whoever never comes.
enum class Said { Yes, No, Waits };
Said withoutWaiting(const std::function<bool()>& work) {
    constexpr unsigned kPatienceS = 3; // a pipe that is waited for takes five and more
    const pid_t child = ::fork();
    if (child == 0) {
        ::alarm(kPatienceS);
        ::_exit(work() ? 0 : 1);
    }
    int how = 0;
    ::waitpid(child, &how, 0);
    return !WIFEXITED(how) ? Said::Waits : WEXITSTATUS(how) == 0 ? Said::Yes : Said::No;
}

ReadingSheet sheetOf(int readings, const std::string& setup) {
    ReadingSheet out;
    out.id = setup;
    out.setup = setup;
    out.quantity = "cut";
    out.unit = "s";
    for (int i = 0; i < readings; ++i) {
        Reading reading;
        reading.number = i + 1;
        reading.value = 10. + 0.01 * (i * 7919 % 13);
        out.readings.push_back(reading);
    }
    return out;
}

} // namespace

class TestBounds : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;

private slots:
    void aPipeIsNoPhoto() {
        const QString home = m_dir.filePath("photo-home"), pipe = pipeAt(m_dir.filePath("photo.png"));
        QVERIFY(!pipe.isEmpty());
        std::string job;
        {
            auto archive = Archive::open(home);
            job = fullJob(**archive, "Stack", "Larkspur 410", 2);
        }
        QVERIFY(withoutWaiting([&] {
                    auto archive = Archive::open(home);
                    return (*archive)->attach(job, "job", "a pipe", pipe).ok();
                }) == Said::No);
    }
    void aPipeIsNoBundle() {
        const QString home = m_dir.filePath("bundle-home"), pipe = pipeAt(m_dir.filePath("x.jolly-ram.zip"));
        QVERIFY(withoutWaiting([&] {
                    auto archive = Archive::open(home);
                    return takeInBundle(**archive, pipe.toStdString()).ok();
                }) == Said::No);
    }
    void aPipeIsNoSettingsFile() {
        const QString config = m_dir.filePath("config");
        QVERIFY(QDir().mkpath(config + QStringLiteral("/jolly-ram")));
        QVERIFY(!pipeAt(config + QStringLiteral("/jolly-ram/Jolly Ram.conf")).isEmpty());
        QProcess cli;
        QProcessEnvironment surroundings = QProcessEnvironment::systemEnvironment();
        surroundings.insert(QStringLiteral("XDG_CONFIG_HOME"), config);
        cli.setProcessEnvironment(surroundings);
        cli.start(QStringLiteral(JR_CLI),
                  {"curve", m_dir.filePath("nowhere.csv")}); // says something, in one's own words
        const bool ended = cli.waitForFinished(10000);
        if (!ended)
            cli.kill();
        cli.waitForFinished();
        QVERIFY(ended);
        QCOMPARE(cli.exitCode(), 3);
    }
    void twoNotesWithOnePictureGoOutInOneBundle() {
        const QString home = m_dir.filePath("two-home");
        auto archive = Archive::open(home);
        const std::string job = fullJob(**archive, "Stack", "Larkspur 410", 2);
        QImage photo(8, 8, QImage::Format_RGB32);
        photo.fill(Qt::red);
        QVERIFY(photo.save(m_dir.filePath("header.png")));
        QVERIFY((*archive)->attach(job, "job", "one", m_dir.filePath("header.png")));
        AttachmentRecord second = (*archive)->job(job)->attachments.back();
        second.id = "another";
        second.words = "the same picture again";
        QVERIFY((*archive)->attachAgain(job, second));
        const std::string bundle = m_dir.filePath("two.jolly-ram.zip").toStdString();
        const auto written = writeBundle(**archive, job, bundle);
        QVERIFY2(written, written ? "" : written.error().text().c_str());
        auto into = Archive::open(m_dir.filePath("two-into"));
        QVERIFY(takeInBundle(**into, bundle));
        QCOMPARE((*into)->job(job)->attachments.size(), (*archive)->job(job)->attachments.size());
    }
    void moreReadingsThanAnybodyReadsOffAreALog() {
        ValueOptions options;
        QVERIFY(compareValues({sheetOf(60, "a")}, {sheetOf(60, "b")}, options));
        const auto many = compareValues({sheetOf(20'000, "a")}, {sheetOf(10, "b")}, options);
        QVERIFY(!many);
        QCOMPARE(many.error().message.code, std::string_view("error.too-many-readings"));
    }
    void moreFixesThanTheBoundAreSaid() {
        std::string gpx = "<?xml version=\"1.0\"?><gpx><trk><trkseg>\n", nmea;
        for (int i = 0; i < 40; ++i) {
            char line[200];
            std::snprintf(line, sizeof line,
                          "<trkpt lat=\"47.1\" lon=\"8.%05d\"><time>2026-05-02T10:00:%02dZ</time></trkpt>\n", i, i);
            gpx += line;
        }
        gpx += "</trkseg></trk></gpx>\n";
        constexpr std::size_t kMost = 30;
        const auto read = readReceiverLog(gpx, "x.gpx", kMost);
        QVERIFY(read && *read);
        QCOMPARE((*read)->line.size(), kMost);
        const auto said = [](const LeftOutRow& row) { return row.reason.code == "log.too-many-fixes"; };
        QCOMPARE(std::count_if((*read)->leftOut.begin(), (*read)->leftOut.end(), said), 1);
        const auto all = readReceiverLog(gpx, "x.gpx");
        QVERIFY(all && *all && (*all)->leftOut.empty());
    }
};

JR_SUITE(TestBounds)
#include "test_bounds.moc"
