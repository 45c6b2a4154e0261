// SPDX-License-Identifier: GPL-3.0-or-later
// A bundle of somebody else's: whatever ids it uses, no other job of mine changes; cut off at any length it is whole or
// refused before the first change.
#include "archive/bundle/bundle.h"
#include "archive/bundle/bundle_manifest.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/hand_overs_sheet.h"
#include "archive/formats/pull_file.h"
#include "archive/store/job_file.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/made_zip.h"
#include "tests/support/suites.h"

#include <QTemporaryDir>
#include <QTest>

#include <random>

using namespace jr;
using testsupport::filesIn;
using testsupport::fullJob;
using testsupport::likenessOf;
using testsupport::smallTrace;
using testsupport::zipOf;

namespace {

using Files = std::vector<std::pair<std::string, std::string>>;

bool copyTree(const QString& from, const QString& to) {
    return QProcess::execute(QStringLiteral("cp"), {QStringLiteral("-a"), from, to}) == 0;
}

/// Ids of mine that a stranger may have seen in a bundle I sent.
struct MyIds {
    std::vector<std::string> pulls, setups, claims, notes;
};

MyIds idsOf(const Archive& archive, const std::string& jobId) {
    const JobRecord job = *archive.job(jobId);
    MyIds out;
    for (const PullRecord& pull : job.pulls)
        out.pulls.push_back(pull.id);
    for (const SetupRecord& setup : job.setups)
        out.setups.push_back(setup.id);
    for (const AttachmentRecord& note : job.attachments)
        out.notes.push_back(note.id);
    const std::vector<ClaimRecord> claims = *archive.claims(jobId);
    for (const ClaimRecord& claim : claims)
        out.claims.push_back(claim.id);
    return out;
}

/// A bundle as a stranger makes it by hand: `job` as its file says, and pull files of the stranger's own.
QByteArray strangersBundle(const JobRecord& job, const std::vector<ClaimRecord>& claims,
                           const std::map<std::string, std::string>& pullFiles) {
    const std::string folder = "pulls/theirs";
    Files files{{folder + "/job.json", jobFileText(job, claims)}};
    for (const auto& [name, text] : pullFiles)
        files.emplace_back(folder + "/" + name, text);
    BundleManifest manifest;
    manifest.program = "by hand";
    manifest.made = "2026-05-02T10:00:00Z";
    manifest.jobId = job.id;
    manifest.job = job.name;
    for (const auto& [name, text] : files)
        manifest.files.push_back({name, sha256(text), text.size()});
    files.emplace_back(kManifestName, manifestText(manifest));
    return zipOf(files);
}

std::map<QString, std::string> jobFilesIn(const QString& folder) {
    std::map<QString, std::string> out;
    for (const QString& path : filesIn(folder, "job.json"))
        out[path] = *readBytes(path.toStdString());
    return out;
}

} // namespace

class TestBundleStrangers : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    QString m_home = m_dir.filePath("home");
    std::string m_mine, m_other;
    MyIds m_ids;

private slots:
    void initTestCase() {
        auto archive = Archive::open(m_home);
        QVERIFY(archive);
        m_mine = fullJob(**archive, "Mine", "Larkspur 410", 4);
        m_other = fullJob(**archive, "My other", "Larkspur 410", 4);
        m_ids = idsOf(**archive, m_mine);
        QVERIFY(!m_ids.claims.empty() && !m_ids.notes.empty() && m_ids.setups.size() == 2);
    }

    /// Any mixture of my ids in their job, which is new here or is my other job come back: no other job.json changes
    /// by a byte, nothing of the database's half either, and a rebuild and a check have nothing to say.
    void whateverIdsItUsesNoOtherJobChanges() {
        for (unsigned seed = 1; seed <= 60; ++seed) {
            std::mt19937 dice(seed);
            const auto coin = [&] { return dice() % 2 == 0; };
            const auto one = [&](const std::vector<std::string>& of) { return of[dice() % of.size()]; };
            const QString at = m_dir.filePath(QStringLiteral("home-%1").arg(seed));
            QVERIFY(copyTree(m_home, at));
            auto archive = Archive::open(at);
            QVERIFY(archive);
            const bool comesBack = seed % 3 == 0;
            JobRecord theirs = *(*archive)->job(m_other);
            std::vector<ClaimRecord> claims = *(*archive)->claims(m_other);
            if (!comesBack) {
                theirs.id = "stranger-" + std::to_string(seed);
                theirs.name = "Theirs";
                for (ClaimRecord& claim : claims)
                    claim.id = "their-claim-" + std::to_string(seed);
                for (AttachmentRecord& note : theirs.attachments)
                    note.id = "their-note-" + std::to_string(seed);
            }
            theirs.revision += 10;
            std::map<std::string, std::string> pullFiles;
            int number = 100;
            for (PullRecord& pull : theirs.pulls) {
                pull.id = coin() ? one(m_ids.pulls) : "their-pull-" + std::to_string(seed * 100 + number);
                pull.mirror = std::to_string(number) + ".pull.csv";
                pull.overrules = {{FlagKind::LoadSpike, 1.5}};
                pull.aside = coin();
                pull.asideWhy = "says the stranger";
                if (coin())
                    pullFiles[pull.mirror] =
                        writePullFile(smallTrace(pull.id, "Theirs", "Larkspur 410", "short", number));
                ++number;
            }
            if (coin())
                for (SetupRecord& setup : theirs.setups)
                    setup.id = one(m_ids.setups);
            if (coin()) {
                claims.front().id = one(m_ids.claims);
                claims.front().said = "says the stranger";
                claims.front().history.push_back({"2026-05-03", Verdict::Held, "yes", "of the stranger"});
            }
            if (coin()) {
                theirs.attachments.front().id = one(m_ids.notes);
                theirs.attachments.front().words = "of the stranger";
            }
            if (coin())
                theirs.attachments.push_back({one(m_ids.notes), "job", "", "another of the stranger", "2026-05-03"});
            const std::string bundle = m_dir.filePath("theirs.jolly-ram.zip").toStdString();
            const QByteArray bytes = strangersBundle(theirs, claims, pullFiles);
            QVERIFY(writeBytes(bundle, {bytes.constData(), static_cast<std::size_t>(bytes.size())}));

            const auto before = jobFilesIn(at);
            const auto mineBefore = (*archive)->job(m_mine);
            const QByteArray where = "seed " + QByteArray::number(seed);
            const auto taken = takeInBundle(**archive, bundle);
            const auto sameElsewhere = [&](const char* when) {
                const auto now = jobFilesIn(at);
                for (const auto& [path, text] : before)
                    if (now.at(path) != text && !(comesBack && QString(path).contains("My_other")))
                        return where + when + path.toUtf8();
                return QByteArray();
            };
            QVERIFY2(sameElsewhere(" take-in: ").isEmpty(), sameElsewhere(" take-in: "));
            const auto mine = idsOf(**archive, m_mine);
            QVERIFY2(mine.notes == m_ids.notes && mine.claims == m_ids.claims && mine.pulls == m_ids.pulls &&
                         mine.setups == m_ids.setups,
                     where);
            const JobRecord now = *(*archive)->job(m_mine);
            for (std::size_t i = 0; i < now.pulls.size(); ++i)
                QVERIFY2(now.pulls[i].overrules.size() == mineBefore->pulls[i].overrules.size() &&
                             now.pulls[i].aside == mineBefore->pulls[i].aside,
                         where);
            const std::vector<ClaimRecord> myClaims = *(*archive)->claims(m_mine);
            for (const ClaimRecord& claim : myClaims)
                QVERIFY2(claim.said == "long gains" && claim.history.size() == 1, where);
            QVERIFY2(now.attachments.front().words == "belt looked glazed", where);
            (void)taken;
            archive.value().reset();
            // The first rebuild may settle what came in; it never ends in a fault, and the second has nothing to do.
            const auto first = Archive::rebuildFolder(at);
            QVERIFY2(first, where);
            const std::string settled = likenessOf(at);
            const auto again = Archive::rebuildFolder(at);
            QVERIFY2(again && again->pullsTaken == 0 && again->filesWritten == 0, where);
            QCOMPARE(QString::fromStdString(likenessOf(at)), QString::fromStdString(settled));
            QVERIFY2(sameElsewhere(" rebuild: ").isEmpty(), sameElsewhere(" rebuild: "));
            QVERIFY(QDir(at).removeRecursively());
        }
    }

    void cutOffAtAnyLengthItIsRefusedBeforeTheFirstChange() {
        // With a frozen sheet and a file in it: a zip within the zip has an end of its own.
        const QString source = m_dir.filePath("source");
        std::string job, bundle = m_dir.filePath("whole.jolly-ram.zip").toStdString();
        {
            auto archive = Archive::open(source);
            QVERIFY(archive);
            job = fullJob(**archive, "To cut", "Larkspur 410", 3);
            HandOver about;
            about.headline = "long gains";
            const QByteArray frozen = zipOf({{"manifest.json", "{}"}, {"sheet.pdf", "%PDF-1.4"}});
            QVERIFY((*archive)->keepHandOver(job, about, frozen.toStdString()));
            QVERIFY(writeBundle(**archive, job, bundle));
        }
        const std::string whole = *readBytes(bundle);
        const QString into = m_dir.filePath("into");
        auto archive = Archive::open(into);
        QVERIFY(archive);
        (void)fullJob(**archive, "Mine", "Ostra 600", 2);
        const std::string before = likenessOf(into);
        const QStringList files = filesIn(into, "*");
        const std::string cut = m_dir.filePath("cut.jolly-ram.zip").toStdString();
        for (std::size_t length = 0; length < whole.size(); length += length + 400 < whole.size() ? 7 : 1) {
            QVERIFY(writeBytes(cut, std::string_view(whole).substr(0, length)));
            const auto taken = takeInBundle(**archive, cut);
            QVERIFY2(!taken, std::to_string(length).c_str());
        }
        QCOMPARE(QString::fromStdString(likenessOf(into)), QString::fromStdString(before));
        QCOMPARE(filesIn(into, "*"), files);
        // With bytes behind its end it is not what was sent either.
        QVERIFY(writeBytes(cut, whole + "x"));
        QVERIFY(!takeInBundle(**archive, cut));
        QVERIFY(takeInBundle(**archive, bundle));
    }
};

JR_SUITE(TestBundleStrangers)
#include "test_bundle_strangers.moc"
