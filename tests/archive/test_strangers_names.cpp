// SPDX-License-Identifier: GPL-3.0-or-later
// Ids and names of strangers' files: none of them becomes a path, none leads out of the archive.
#include "archive/disk/path_name.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive.h"
#include "archive/store/job_file.h"
#include "tests/support/archive_folder.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/suites.h"

#include <QTemporaryDir>
#include <QTest>

using namespace jr;
using namespace testsupport;

class TestStrangersNames : public QObject {
    Q_OBJECT
private slots:
    void namesThatWouldBePaths() {
        for (const char* id : {"/../../x", "..", ".", "", "a/b", "~root", "C:\\x", "\n", "con\u0000x"}) {
            const QString name = PathName::encoded(id).text();
            QVERIFY2(!name.isEmpty() && !name.contains(QLatin1Char('/')) && !name.startsWith(QLatin1Char('.')), id);
        }
        QTemporaryDir dir, outside;
        QVERIFY(QDir(dir.path()).mkpath("pulls/job"));
        QVERIFY(InnerPath::below(dir.path(), "pulls/job/x.pull.csv"));
        for (const char* path : {"", "/etc/passwd", "../x", "pulls/../../x", "pulls//x", "pulls/./x", "pulls/a\nb"})
            QVERIFY2(!InnerPath::below(dir.path(), QString::fromUtf8(path)), path);
        QVERIFY(QFile::link(outside.path(), dir.filePath("pulls/out")));
        QVERIFY(QFile::link(dir.filePath("pulls/job"), dir.filePath("pulls/in")));
        QVERIFY(!InnerPath::below(dir.path(), "pulls/out/x.pull.csv"));
        QVERIFY(!InnerPath::below(dir.path(), "pulls/out"));
        QVERIFY(InnerPath::below(dir.path(), "pulls/in/x.pull.csv"));
        QVERIFY(QFile::link(outside.filePath("nowhere"), dir.filePath("pulls/job/dangling.pull.csv")));
        QVERIFY(!InnerPath::below(dir.path(), "pulls/job/dangling.pull.csv"));
    }
    void aStrangersIdsStayInside() {
        QTemporaryDir dir;
        const QString folder = dir.filePath("archive");
        auto archive = Archive::open(folder);
        const auto job = (*archive)->createJob("../../job", "/etc");
        Trace t = smallTrace("/../../x", "../../job", "/etc", "../../../setup", 1);
        QVERIFY((*archive)->addPull(*job, t, "x"));
        QVERIFY((*archive)->check(true)->problems.empty());
        QCOMPARE(filesIn(dir.path(), "*.pull.csv").size(), 1);
        QVERIFY(filesIn(dir.path(), "*.pull.csv").front().startsWith(folder + "/pulls/"));
        // A database that says its mirrors lie elsewhere: refused, and written inside instead.
        {
            auto db = Database::open(folder + "/jolly-ram.sqlite");
            QVERIFY((*db)->run("UPDATE pull SET mirror = '../autostart/evil.pull.csv'"));
            QVERIFY((*db)->run("UPDATE job SET folder = '../../elsewhere'"));
        }
        QVERIFY(!(*archive)->check(true)->problems.empty());
        QVERIFY((*archive)->rebuild());
        QVERIFY2((*archive)->check(true)->problems.empty(),
                 (*archive)->check(true)->problems.empty() ? ""
                                                           : (*archive)->check(true)->problems.front().text().c_str());
        QVERIFY(!QFile::exists(dir.filePath("autostart")) && !QFile::exists(dir.filePath("../elsewhere")));
        for (const QString& file : filesIn(dir.path(), "*"))
            QVERIFY2(file.startsWith(folder + "/"), qPrintable(file));
        // A job file that does the same.
        archive = Error{""};
        removeDatabase(folder);
        const QString jobFile = filesIn(folder, "job.json").front();
        std::string text = *readBytes(jobFile.toStdString());
        const auto swap = [&](const std::string& a, const std::string& b) {
            for (std::size_t at; (at = text.find(a)) != std::string::npos;)
                text.replace(at, a.size(), b);
        };
        swap(*job, "/../../../y");
        text.replace(text.find("\"attachments\": []"), 17,
                     "\"attachments\": [{\"id\": \"a\", \"about\": \"job\", \"file\": \"../../secret.png\"}]");
        QVERIFY(writeFile(jobFile, text));
        QVERIFY(Archive::rebuildFolder(folder));
        for (const QString& file : filesIn(dir.path(), "*"))
            QVERIFY2(file.startsWith(folder + "/"), qPrintable(file));
        archive = Archive::open(folder);
        const auto jobs = (*archive)->jobs();
        QCOMPARE(jobs->size(), std::size_t(1));
        QVERIFY((*archive)->job(jobs->front().id)->attachments.empty());
        QVERIFY(!(*archive)->attachAgain(jobs->front().id, {"b", "job", "../x.png", "", ""}));
    }
};

JR_SUITE(TestStrangersNames)
#include "test_strangers_names.moc"
