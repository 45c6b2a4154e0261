// SPDX-License-Identifier: GPL-3.0-or-later
// Zip files as such: read back what was written, also by another library (zlib's own inflate under Python's zipfile
// where there is a python3); not one wrong byte comes out of a damaged one; names and bounds.
#include "archive/formats/zip_file.h"
#include "tests/support/made_zip.h"
#include "tests/support/suites.h"

#include <QBuffer>
#include <QProcess>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTest>

#include <map>
#include <random>

using namespace jr;

namespace {

using Contents = std::map<std::string, std::string>;

Contents drawnFiles(unsigned seed, int count) {
    std::mt19937 dice(seed);
    const auto draw = [&](int most) { return std::uniform_int_distribution<int>(0, most)(dice); };
    Contents out;
    for (int k = 0; k < count; ++k) {
        std::string bytes;
        const bool packs = draw(1) == 1; // a table of numbers, or a photograph
        for (int n = draw(1500); n > 0; --n)
            bytes += packs ? std::to_string(k) + ",0.1\n" : std::string(1, static_cast<char>(draw(255)));
        out["folder " + std::to_string(k % 3) + "/ä" + std::to_string(k) + ".csv"] = bytes;
    }
    out["empty"] = "";
    return out;
}

/// All that is in it, or nothing with the error.
Result<Contents> unpacked(QByteArray bytes, const ZipBounds& bounds = {}) {
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::ReadOnly);
    Result<ZipReader> zip = ZipReader::open(buffer, "a.zip", bounds);
    if (!zip)
        return zip.error();
    Contents out;
    const Result<Done> all = zip.value().each([&](const ZipEntry& entry, std::string&& text) -> Result<Done> {
        out[entry.name] = std::move(text);
        return Done{};
    });
    return all ? Result<Contents>(std::move(out)) : Result<Contents>(all.error());
}

} // namespace

class TestZipFile : public QObject {
    Q_OBJECT
private slots:
    void whatGoesInComesOut() {
        for (unsigned seed = 1; seed <= 12; ++seed) {
            const Contents files = drawnFiles(seed, static_cast<int>(seed) * 3);
            const QByteArray zip = testsupport::zipOf(files);
            const Result<Contents> back = unpacked(zip);
            QVERIFY(back);
            QVERIFY(*back == files);
            QCOMPARE(testsupport::zipOf(files), zip); // the same bytes for the same files
        }
        QVERIFY(!unpacked(testsupport::zipOf(Contents{}))); // nothing in it: nothing to take in
    }
    void oneByNameAndInAnyOrder() {
        const Contents files = drawnFiles(7, 9);
        QByteArray bytes = testsupport::zipOf(files);
        QBuffer buffer(&bytes);
        QVERIFY(buffer.open(QIODevice::ReadOnly));
        Result<ZipReader> zip = ZipReader::open(buffer, "a.zip");
        QVERIFY(zip);
        QCOMPARE(zip.value().entries().size(), files.size());
        for (auto it = files.rbegin(); it != files.rend(); ++it) {
            const Result<std::string> one = zip.value().read(it->first);
            QVERIFY(one);
            QVERIFY(*one == it->second);
        }
        QVERIFY(!zip.value().read("nobody"));
        // Enough is enough: who takes it says so, and that is what comes back.
        int taken = 0;
        const Result<Done> some = zip.value().each([&](const ZipEntry&, std::string&&) -> Result<Done> {
            return ++taken < 3 ? Result<Done>(Done{}) : Result<Done>(Error{Message{"file.cannot-write"}});
        });
        QVERIFY(!some);
        QCOMPARE(taken, 3);
    }
    /// Whatever single byte a disk got wrong: the zip is refused or says what it said before (a date, a byte nobody
    /// reads), and never anything else.
    void aDamagedOneNeverTellsAnythingElse() {
        const Contents files = drawnFiles(3, 2);
        const QByteArray zip = testsupport::zipOf(files);
        int refused = 0, told = 0;
        std::mt19937 dice(1);
        for (qsizetype at = 0; at < zip.size(); ++at) {
            QByteArray wrong = zip;
            wrong[at] = static_cast<char>(wrong[at] ^ (1 << std::uniform_int_distribution<int>(0, 7)(dice)));
            const Result<Contents> back = unpacked(wrong);
            if (!back) {
                ++refused;
                QVERIFY(!back.error().reason.empty());
                continue;
            }
            ++told;
            for (const auto& [name, text] : *back) {
                // A name may have been hit; its contents have a checksum of their own.
                const auto known = files.find(name);
                const bool same =
                    known != files.end()
                        ? known->second == text
                        : std::any_of(files.begin(), files.end(), [&](const auto& one) { return one.second == text; });
                QVERIFY2(same, qPrintable(QString("byte %1, %2").arg(at).arg(QString::fromStdString(name))));
            }
        }
        QVERIFY2(refused > told, qPrintable(QString("%1 refused, %2 told").arg(refused).arg(told)));
        for (qsizetype length = 0; length < zip.size(); length += 7)
            QVERIFY2(!unpacked(zip.left(length)), qPrintable(QString::number(length)));
    }
    void bounds() {
        const Contents files{{"a", std::string(2000, 'a')}, {"b", std::string(3000, 'b')}};
        const QByteArray zip = testsupport::zipOf(files);
        const auto refuses = [&](const ZipBounds& bounds) { return !unpacked(zip, bounds); };
        QVERIFY(!refuses({2, 3000, 5000}));
        QVERIFY(refuses({1, 3000, 5000}));
        QVERIFY(refuses({2, 2999, 5000}));
        QVERIFY(refuses({2, 3000, 4999}));
    }
    void names_data() {
        QTest::addColumn<QByteArray>("name");
        QTest::addColumn<bool>("safe");
        for (const char* good :
             {"a", "pulls/1.pull.csv", "Größe/ü.json", "a b/c d", "...", "a..b", "..a/b", "a/.hidden"})
            QTest::newRow(good) << QByteArray(good) << true;
        for (const char* bad :
             {"",      "/a",   "a//b", "a/",  "/",   ".",    "..",    "../a",  "a/../b",   "a/..",   "./a",
              "a/./b", "C:/a", "a\\b", "\\a", "a:b", "a\nb", "a\x7f", "a\x01", "\xff\xfe", "a/\xc3", "\xed\xa0\x80"})
            QTest::newRow(QByteArray("no: ") + QByteArray(bad).toPercentEncoding()) << QByteArray(bad) << false;
        QTest::newRow("a zero byte") << QByteArray("a\0b", 3) << false;
        QTest::newRow("500 long") << QByteArray(500, 'a') << true;
        QTest::newRow("501 long") << QByteArray(501, 'a') << false;
        QTest::newRow("overlong slash") << QByteArray("a\xc0\xaf") << false;
    }
    void names() {
        QFETCH(QByteArray, name);
        QFETCH(bool, safe);
        QCOMPARE(safeZipName({name.constData(), static_cast<std::size_t>(name.size())}), safe);
    }
    void python_data() {
        QTest::addColumn<QByteArray>("method");
        QTest::newRow("stored") << QByteArray("ZIP_STORED");
        QTest::newRow("deflated") << QByteArray("ZIP_DEFLATED");
    }
    /// Both ways with another program's zip.
    void python() {
        QFETCH(QByteArray, method);
        if (QStandardPaths::findExecutable("python3").isEmpty())
            QSKIP("no python3 on this machine");
        const QTemporaryDir dir;
        const QString ours = dir.filePath("ours.zip"), theirs = dir.filePath("theirs.zip");
        const Contents files = drawnFiles(21, 6);
        QFile file(ours);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(testsupport::zipOf(files));
        file.close();
        QProcess run;
        run.start("python3", {"-c",
                              "import sys,zipfile\n"
                              "a=zipfile.ZipFile(sys.argv[1])\n"
                              "assert a.testzip() is None\n"
                              "b=zipfile.ZipFile(sys.argv[2],'w',zipfile." +
                                  QString::fromLatin1(method) +
                                  ")\n"
                                  "[b.writestr(n,a.read(n)) for n in a.namelist()]\n"
                                  "b.close()\n",
                              ours, theirs});
        QVERIFY(run.waitForFinished());
        QVERIFY2(run.exitCode() == 0, run.readAllStandardError().constData());
        QFile back(theirs);
        QVERIFY(back.open(QIODevice::ReadOnly));
        const Result<Contents> again = unpacked(back.readAll());
        QVERIFY(again);
        QVERIFY(*again == files);
    }
};

JR_SUITE(TestZipFile)
#include "test_zip_file.moc"
