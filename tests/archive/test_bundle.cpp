// SPDX-License-Identifier: GPL-3.0-or-later
// A job as one file: what goes in comes out the same in another archive, also by hand with unzip; what a stranger's zip
// tries is refused by name, and leaves the archive as it was.
#include "archive/bundle/bundle.h"
#include "archive/bundle/bundle_manifest.h"
#include "archive/disk/safe_file.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/made_zip.h"
#include "tests/support/suites.h"

#include <QBuffer>
#include <QImage>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <QtEndian>

using namespace jr;
using testsupport::filesIn;
using testsupport::fullJob;
using testsupport::likenessOf;
using testsupport::smallTrace;
using testsupport::writeFile;
using testsupport::zipOf;

namespace {

using Files = std::vector<std::pair<std::string, std::string>>;

/// Where an entry's record in the zip's directory begins (APPNOTE 4.3.12).
qsizetype directoryEntry(const QByteArray& zip, const QByteArray& name) {
    for (qsizetype at = zip.indexOf("PK\1\2"); at >= 0; at = zip.indexOf("PK\1\2", at + 4))
        if (zip.mid(at + 46, qFromLittleEndian<quint16>(zip.constData() + at + 28)) == name)
            return at;
    return -1;
}

Files filesOf(const QByteArray& zip) {
    QByteArray copy = zip;
    QBuffer buffer(&copy);
    buffer.open(QIODevice::ReadOnly);
    auto reader = ZipReader::open(buffer, "made");
    Files out;
    (void)reader.value().each([&](const ZipEntry& entry, std::string&& bytes) -> Result<Done> {
        out.emplace_back(entry.name, std::move(bytes));
        return Done{};
    });
    return out;
}

/// The same files with a list that fits them.
QByteArray bundleOf(const Files& files, const BundleManifest& about) {
    BundleManifest manifest = about;
    manifest.files.clear();
    Files all;
    for (const auto& [name, text] : files)
        if (name != kManifestName) {
            manifest.files.push_back({name, sha256(text), text.size()});
            all.emplace_back(name, text);
        }
    all.emplace_back(kManifestName, manifestText(manifest));
    return zipOf(all);
}

} // namespace

class TestBundle : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    std::string m_job, m_bundle;
    BundleManifest m_manifest;
    QByteArray m_bytes;

    QString folder(const char* name) { return m_dir.filePath(QLatin1String(name)); }
    /// What refuses these bytes; nothing of them is left in the archive.
    std::string refusalOf(const QByteArray& bytes) {
        const QString at = folder("hostile"), file = m_dir.filePath("hostile.zip");
        if (!QFileInfo::exists(at)) {
            auto made = Archive::open(at);
            (void)fullJob(**made, "Mine", "Ostra 600", 2);
        }
        const std::string before = likenessOf(at);
        const QStringList there = filesIn(m_dir.path(), "*");
        if (!writeBytes(file.toStdString(), {bytes.constData(), static_cast<std::size_t>(bytes.size())}))
            return "not written";
        auto archive = Archive::open(at);
        const Result<BundleTaken> taken = takeInBundle(**archive, file.toStdString());
        archive.value().reset();
        if (taken)
            return "taken";
        QFile::remove(file);
        if (likenessOf(at) != before)
            return "the archive changed";
        QStringList now = filesIn(m_dir.path(), "*");
        now.removeAll(file);
        QStringList known = there;
        known.removeAll(file);
        return now == known ? taken.error().text() : "files were left: " + now.join(' ').toStdString();
    }

private slots:
    void initTestCase() {
        auto archive = Archive::open(folder("home"));
        QVERIFY(archive);
        m_job = fullJob(**archive, "Stack ä/..", "Larkspur 410", 5);
        (void)fullJob(**archive, "Another", "Ostra 600", 2);
        QImage photo(8, 8, QImage::Format_RGB32);
        photo.fill(Qt::red);
        QVERIFY(photo.save(m_dir.filePath("header.png")));
        QVERIFY((*archive)->attach(m_job, "eye:x:header", "gone blue", m_dir.filePath("header.png")));
        QVERIFY(writeFile(m_dir.filePath("map.bin"), std::string("\0\1\2map", 6)));
        SetupFile map;
        map.setupId = (*archive)->job(m_job)->setups.front().id;
        map.changed = "two degrees less";
        QVERIFY((*archive)->keepFile(m_job, map, m_dir.filePath("map.bin")));
        m_bundle = m_dir.filePath("stack.jolly-ram.zip").toStdString();
        const auto written = writeBundle(**archive, m_job, m_bundle);
        QVERIFY2(written, written ? "" : written.error().text().c_str());
        QCOMPARE(written->pulls, 5);
        m_manifest = written->manifest;
        m_bytes = QByteArray::fromStdString(*readBytes(m_bundle));
        QCOMPARE(static_cast<quint64>(m_bytes.size()), written->bytes);
    }

    void inAnotherArchiveItIsTheSameJob() {
        {
            auto archive = Archive::open(folder("other"));
            (void)fullJob(**archive, "Mine", "Ostra 600", 2);
            const auto taken = takeInBundle(**archive, m_bundle);
            QVERIFY2(taken, taken ? "" : taken.error().text().c_str());
            QVERIFY(!taken->jobWasHere);
            QCOMPARE(taken->pullsTaken, 5);
            QCOMPARE(taken->filesTaken, 2);
            QVERIFY(taken->conflicts.empty());
            const auto safe = (*archive)->check(true);
            QVERIFY2(safe->problems.empty(), safe->problems.empty() ? "" : safe->problems.front().text().c_str());
            const auto job = (*archive)->job(m_job);
            SetupFile map;
            map.id = job->attachments.back().id;
            map.sha256 = sha256({"\0\1\2map", 6});
            QVERIFY(*(*archive)->fileIsWhole(*job, map));
        }
        // The job's part of what either archive says is the same, word for word.
        const auto partOf = [&](const QString& at) {
            const QString all = QString::fromStdString(likenessOf(at));
            const qsizetype from = all.indexOf(QStringLiteral("job ") + QString::fromStdString(m_job));
            const qsizetype to = all.indexOf(QStringLiteral("\njob "), from);
            return all.mid(from, to < 0 ? -1 : to - from).section(QStringLiteral("\nbench "), 0, 0).trimmed();
        };
        QVERIFY(partOf(folder("home")).size() > 500);
        QCOMPARE(partOf(folder("other")), partOf(folder("home")));
        QVERIFY(filesIn(folder("other"), "*set-away*").isEmpty());
        QVERIFY(QDir(folder("other")).entryList({".incoming*"}, QDir::Dirs | QDir::Hidden).isEmpty());
    }
    void writtenAgainItIsTheSameFile() {
        auto archive = Archive::open(folder("home"));
        const std::string again = m_dir.filePath("again.zip").toStdString();
        QVERIFY(writeBundle(**archive, m_job, again));
        QCOMPARE(QByteArray::fromStdString(*readBytes(again)), m_bytes);
    }
    /// Outside: Info-ZIP's unzip tests and unpacks it, and a rebuild makes an archive of what lies there.
    void itOpensWithoutThisProgram() {
        const QString at = folder("by hand");
        QProcess unzip;
        unzip.start(QStringLiteral("unzip"),
                    {QStringLiteral("-q"), QString::fromStdString(m_bundle), QStringLiteral("-d"), at});
        QVERIFY(unzip.waitForFinished());
        QCOMPARE(unzip.exitCode(), 0);
        QVERIFY(filesIn(at, "README.txt").size() == 1 && filesIn(at, "*.pull.csv").size() == 5);
        const auto rebuilt = Archive::rebuildFolder(at);
        QVERIFY(rebuilt && rebuilt->problems.empty());
        auto archive = Archive::open(at);
        QCOMPARE((*archive)->job(m_job)->pulls.size(), std::size_t{5});
        QCOMPARE((*archive)->job(m_job)->attachments.size(), std::size_t{3});
    }
    void whatIsHereStaysAndWhatItLacksIsAdded() {
        const QString at = folder("half");
        auto archive = Archive::open(at);
        QVERIFY(takeInBundle(**archive, m_bundle));
        QVERIFY((*archive)->nameJob(m_job, "My own name for it", "Larkspur 410"));
        const auto again = takeInBundle(**archive, m_bundle);
        QVERIFY(again && again->jobWasHere);
        QCOMPARE(again->pullsTaken, 0);
        QCOMPARE(again->pullsHere, 5);
        QCOMPARE((*archive)->job(m_job)->name, std::string("My own name for it"));
        // At home the work goes on; the second bundle brings what is new.
        auto home = Archive::open(folder("home"));
        QVERIFY((*home)->addPull(m_job, smallTrace("later", "Stack", "Larkspur 410", "longer still", 7), "test"));
        QVERIFY((*home)->attach(m_job, "job", "came back"));
        const std::string newer = m_dir.filePath("newer.zip").toStdString();
        QVERIFY(writeBundle(**home, m_job, newer));
        const auto more = takeInBundle(**archive, newer);
        QVERIFY2(more, more ? "" : more.error().text().c_str());
        QCOMPARE(more->pullsTaken, 1);
        const auto job = (*archive)->job(m_job);
        QCOMPARE(job->name, std::string("My own name for it"));
        QCOMPARE(job->pulls.size(), std::size_t{6});
        QVERIFY(job->setup(job->pulls.back().setupId)->name == "longer still");
        QCOMPARE(job->attachments.back().words, std::string("came back"));
        QVERIFY((*archive)->check(true)->problems.empty());
    }
    void anIdWithOtherContentsIsAConflict() {
        const QString at = folder("conflict");
        auto archive = Archive::open(at);
        const std::string other = *(*archive)->createJob("Other", "Larkspur 410");
        QVERIFY((*archive)->addPull(other, smallTrace("Stack ä/..-1", "Other", "Larkspur 410", "x", 31), "test"));
        const auto taken = takeInBundle(**archive, m_bundle);
        QVERIFY(taken);
        QCOMPARE(taken->pullsTaken, 4);
        QCOMPARE(taken->conflicts.size(), std::size_t{1});
        QVERIFY(QString::fromStdString(taken->conflicts[0].text()).contains(QLatin1String("conflict")));
        QCOMPARE((*archive)->job(other)->pulls.size(), std::size_t{1});
    }

    void hostile_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::addColumn<QString>("refusal");
        Files files = filesOf(m_bytes);
        std::string inFolder; // of the job
        for (const auto& [name, text] : files)
            if (name.ends_with("/job.json"))
                inFolder = name.substr(0, name.rfind('/') + 1);
        const auto with = [&](const std::string& name, const std::string& text = "x") {
            Files more = files;
            more.emplace_back(name, text);
            return bundleOf(more, m_manifest);
        };
        const auto row = [](const char* name, const QByteArray& bytes, const char* refusal) {
            QTest::newRow(name) << bytes << QString::fromUtf8(refusal);
        };
        row("out of the folder", with("../escaped.pull.csv"), "would leave the folder or is no name: ../escaped");
        row("out of it in the middle", with(inFolder + "../../../../escaped"), "would leave the folder");
        row("absolute", with("/tmp/escaped"), "would leave the folder");
        row("a drive", with("C:/escaped"), "would leave the folder");
        row("backslashes", with("photos\\..\\..\\escaped"), "would leave the folder");
        row("control character", with("photos/a\nb.png"), "would leave the folder");
        row("very long", with("photos/" + std::string(600, 'a')), "would leave the folder");
        row("twice", zipOf([&] {
                Files twice = files;
                twice.push_back(twice.front());
                return twice;
            }()),
            "there twice: ");
        {
            Files caps = files;
            caps.emplace_back("photos/A.png", "x");
            caps.emplace_back("PHOTOS/a.PNG", "x");
            row("two that differ in capitals", bundleOf(caps, m_manifest), "there twice: ");
            Files nested = files;
            nested.emplace_back("photos/a", "x");
            nested.emplace_back("photos/a/b", "x");
            row("a file that is a folder", bundleOf(nested, m_manifest), "a file and a folder of one name: photos/a/b");
            Files listed = files;
            listed.emplace_back("photos/new.png", "x");
            row("not on the list", zipOf(listed), "not on the bundle's own list: photos/new.png");
            Files fewer = files;
            std::erase_if(fewer, [](const auto& f) { return f.first.starts_with("photos/"); });
            row("on the list and not there", zipOf(fewer), "on the bundle's list and not in it: photos/");
            Files changed = files;
            for (auto& [name, text] : changed)
                if (name.starts_with("photos/"))
                    text[9] = static_cast<char>(text[9] ^ 1);
            row("another content", zipOf(changed), "not what the bundle's list says of it: photos/");
            Files noJob = files;
            std::erase_if(noJob, [](const auto& f) { return f.first.ends_with("/job.json"); });
            row("without its job", bundleOf(noJob, m_manifest), "there is no job in this bundle");
            Files edited = files;
            for (auto& [name, text] : edited)
                if (name.ends_with("/job.json"))
                    text.replace(text.find("warm-up"), 7, "warm-uP");
            row("an edited job file", bundleOf(edited, m_manifest), "the job file in this bundle is damaged");
            BundleManifest newer = m_manifest;
            Files future = files;
            for (auto& [name, text] : future)
                if (name == kManifestName)
                    text.replace(text.find("\"jolly_ram_bundle\": 1"), 21, "\"jolly_ram_bundle\": 7");
            row("of a newer program", zipOf(future), "of a newer program");
        }
        row("a second job", with("pulls/x/job.json", "{}"), "two jobs in one bundle");
        row("a program", with("files/../../bin/x"), "would leave the folder");
        row("something else", with("bin/run.sh"), "nothing of a job: bin/run.sh");
        row("a database", with("jolly-ram.sqlite"), "nothing of a job: jolly-ram.sqlite");
        row("a pull nobody named", with(inFolder + "9999.pull.csv", files.front().second), "");
        row("no pull at all", with(inFolder + "9999.pull.csv", "what?"), "9999.pull.csv");
        {
            QByteArray link = with("photos/link.png", "/etc/passwd");
            const qsizetype at = directoryEntry(link, "photos/link.png");
            link[at + 5] = 3;                                                // made by: Unix
            qToLittleEndian<quint32>(0120777u << 16, link.data() + at + 38); // a symbolic link
            row("a link", link, "a link: photos/link.png");
            QByteArray locked = with("photos/x.png");
            const qsizetype lock = directoryEntry(locked, "photos/x.png");
            locked[lock + 8] = static_cast<char>(locked[lock + 8] | 1);
            row("locked", locked, "locked with a password: photos/x.png");
            QByteArray liar = with("photos/x.png", std::string(100'000, 'x'));
            qToLittleEndian<quint32>(10, liar.data() + directoryEntry(liar, "photos/x.png") + 24);
            row("more than it says", liar, "photos/x.png");
            QByteArray huge = with("photos/x.png");
            qToLittleEndian<quint32>(0xF0000000u, huge.data() + directoryEntry(huge, "photos/x.png") + 24);
            row("larger than any", huge, "larger than any file here may be: photos/x.png");
            QByteArray broken = m_bytes;
            broken[broken.size() / 3] = static_cast<char>(broken[broken.size() / 3] ^ 0x55);
            row("a damaged byte", broken, "");
        }
        row("cut off", m_bytes.left(m_bytes.size() / 2), "not a zip file, or it is damaged");
        row("empty", {}, "not a zip file, or it is damaged");
        row("a zip of something else", zipOf({{"letter.txt", "dear"}}), "this is no bundle of a job");
    }
    void hostile() {
        QFETCH(QByteArray, bytes);
        QFETCH(QString, refusal);
        const QString said = QString::fromStdString(refusalOf(bytes));
        QVERIFY2(said != QLatin1String("taken") && !said.startsWith(QLatin1String("the archive")) &&
                     !said.startsWith(QLatin1String("files were left")),
                 qPrintable(said));
        QVERIFY2(said.contains(refusal), qPrintable(said));
        QVERIFY(!QFileInfo::exists(QStringLiteral("/tmp/escaped")));
    }
    /// Forty kilobytes that would unpack to forty megabytes.
    void aBombIsNotUnpacked() {
        QByteArray bomb = zipOf({{"a", std::string(20'000'000, '\0')}, {"b", std::string(20'000'000, '\0')}});
        QVERIFY(bomb.size() < 60'000);
        QBuffer buffer(&bomb);
        buffer.open(QIODevice::ReadOnly);
        ZipBounds bounds;
        bounds.mostBytes = 30'000'000;
        const auto zip = ZipReader::open(buffer, "bomb", bounds);
        QVERIFY(!zip && QString::fromStdString(zip.error().text()).contains(QLatin1String("MB once unpacked")));
        bounds = {};
        bounds.mostEntries = 1;
        QVERIFY(!ZipReader::open(buffer, "bomb", bounds));
    }
    void anotherFileInItsPlaceIsNotWrittenOver() {
        const QString at = folder("taken place");
        auto archive = Archive::open(at);
        std::string photo;
        for (const BundleFile& file : m_manifest.files)
            if (file.path.starts_with("photos/"))
                photo = file.path;
        const QString there = at + QLatin1Char('/') + QString::fromStdString(photo);
        QVERIFY(writeFile(there, "somebody else's"));
        const auto taken = takeInBundle(**archive, m_bundle);
        QVERIFY(!taken);
        QVERIFY2(QString::fromStdString(taken.error().text()).contains(QString::fromStdString(photo)),
                 taken.error().text().c_str());
        QCOMPARE(*readBytes(there.toStdString()), std::string("somebody else's"));
        QVERIFY((*archive)->jobs()->empty());
        QCOMPARE(filesIn(at + QStringLiteral("/files"), "*").size(), 0);
        QCOMPARE(filesIn(at + QStringLiteral("/pulls"), "*").size(), 0);
    }
    /// Refused before there was anything to unpack into: nothing at all is tidied away, least of all where the program
    /// was started.
    void refusedAtOnceNothingIsTidiedAway() {
        auto archive = Archive::open(folder("locked"));
        QVERIFY(archive);
        const QString here = QDir::currentPath();
        const QString precious = m_dir.filePath("started here");
        QVERIFY(writeFile(precious + QStringLiteral("/letter"), "dear") && QDir::setCurrent(precious));
        WriterLock::Shared other;
        const auto held = WriterLock::take(folder("locked"), "a test", other);
        const auto taken = takeInBundle(**archive, m_bundle);
        QVERIFY(QDir::setCurrent(here));
        QVERIFY(held && !taken);
        QVERIFY(QFile::exists(precious + QStringLiteral("/letter")));
    }
    void stoppedNothingIsLeft() {
        auto archive = Archive::open(folder("stopped"));
        const auto taken = takeInBundle(**archive, m_bundle, [](int done, int) { return done < 3; });
        QVERIFY(!taken && (*archive)->jobs()->empty());
        QVERIFY(filesIn(folder("stopped"), "*.pull.csv").isEmpty());
        auto home = Archive::open(folder("home"));
        const std::string half = m_dir.filePath("half.zip").toStdString();
        QVERIFY(!writeBundle(**home, m_job, half, [](int done, int) { return done < 3; }));
        QVERIFY(!QFileInfo::exists(QString::fromStdString(half)) && filesIn(m_dir.path(), ".jr-part*").isEmpty());
    }
    void aDamagedPullIsNotHandedOn() {
        const QString at = folder("damaged");
        auto archive = Archive::open(at);
        const auto taken = takeInBundle(**archive, m_bundle);
        const auto job = (*archive)->job(taken->jobId);
        const auto photo = std::find_if(job->attachments.begin(), job->attachments.end(),
                                        [](const AttachmentRecord& a) { return a.file.starts_with("photos/"); });
        QVERIFY(QFile::remove(at + QLatin1Char('/') + QString::fromStdString(photo->file)));
        const std::string out = m_dir.filePath("damaged.zip").toStdString();
        const auto written = writeBundle(**archive, taken->jobId, out);
        QVERIFY(!written &&
                QString::fromStdString(written.error().text()).contains(QString::fromStdString(photo->file)));
        QVERIFY(!QFileInfo::exists(QString::fromStdString(out)));
    }
    void noPlaceToWrite() {
        auto archive = Archive::open(folder("home"));
        const auto written = writeBundle(**archive, m_job, "/dev/full/x.zip");
        QVERIFY(!written);
        QVERIFY(!writeBundle(**archive, "no such job", m_dir.filePath("x.zip").toStdString()));
    }
};

JR_SUITE(TestBundle)
#include "test_bundle.moc"
