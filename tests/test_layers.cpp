// SPDX-License-Identifier: GPL-3.0-or-later
// Includes only ever point down: from layer to layer, and from room to room inside core, archive and app; no interface
// header stands below the window, no heavy one in a header; every file says its licence.
#include "tests/support/suites.h"

#include <QDirIterator>
#include <QFile>
#include <QRegularExpression>
#include <QTest>

namespace {

struct SourceFile {
    QString path; ///< from the root
    QString text;
};

std::vector<SourceFile> sources(const QString& folder) {
    std::vector<SourceFile> out;
    const QString root = QStringLiteral(JR_SOURCE "/");
    QDirIterator it(root + folder, {"*.h", "*.cpp"}, QDir::Files, QDirIterator::Subdirectories);
    while (it.hasNext()) {
        QFile file(it.next());
        if (file.open(QIODevice::ReadOnly))
            out.push_back({file.fileName().mid(root.size()), QString::fromUtf8(file.readAll())});
    }
    return out;
}

QStringList includesOf(const QString& text, const QString& layer) {
    const QRegularExpression ours(QStringLiteral("#include \"") + layer + QStringLiteral("/([a-z_]+)/"));
    QStringList out;
    for (auto match = ours.globalMatch(text); match.hasNext();)
        out << match.next().captured(1);
    return out;
}

} // namespace

class TestLayers : public QObject {
    Q_OBJECT
private slots:
    void includesPointDown() {
        // What each layer may include of ours.
        const QMap<QString, QStringList> allowed = {{"core", {"core"}},
                                                    {"archive", {"core", "archive"}},
                                                    {"standin", {"standin"}},
                                                    {"bench", {"core", "archive", "bench"}},
                                                    {"cli", {"core", "archive", "bench", "cli"}},
                                                    {"demo_job", {"core", "archive", "standin", "demo_job"}},
                                                    {"app", {"core", "archive", "bench", "demo_job", "app"}}};
        static const QRegularExpression ours(QStringLiteral("#include \"([a-z_]+)/")),
            qt(QStringLiteral("#include <Q[A-Z]")),
            widgets(QStringLiteral("#include <Q(Widget|Application|MainWindow|Dialog|Painter)"));
        int seen = 0;
        for (auto layer = allowed.begin(); layer != allowed.end(); ++layer)
            for (const SourceFile& file : sources(layer.key())) {
                ++seen;
                for (auto match = ours.globalMatch(file.text); match.hasNext();) {
                    const QString used = match.next().captured(1);
                    QVERIFY2(layer.value().contains(used), qPrintable(file.path + " includes " + used));
                }
                if (layer.key() == QLatin1String("core") || layer.key() == QLatin1String("standin"))
                    QVERIFY2(!qt.match(file.text).hasMatch(), qPrintable(file.path));
                if (layer.key() != QLatin1String("app"))
                    QVERIFY2(!widgets.match(file.text).hasMatch(), qPrintable(file.path));
            }
        QVERIFY(seen > 300);
    }

    /// Rooms in their order: one may include those named before it, and itself. Stations do not know each other, so in
    /// app they stand beside one another.
    void roomsPointDown_data() {
        QTest::addColumn<QString>("layer");
        QTest::addColumn<QList<QStringList>>("floors");
        QTest::newRow("core") << "core"
                              << QList<QStringList>{{"units", "statistics", "linear"},
                                                    {"words"},
                                                    {"air"},
                                                    {"pull"},
                                                    {"live", "driveline", "calibrate"},
                                                    {"judge"},
                                                    {"mixture", "machine", "plan"},
                                                    {"ready"},
                                                    {"study"},
                                                    {"figure"},
                                                    {"road"}};
        QTest::newRow("archive") << "archive"
                                 << QList<QStringList>{
                                        {"disk"}, {"formats", "reader"}, {"store"}, {"bundle"}, {"copies"}};
        QTest::newRow("app") << "app"
                             << QList<QStringList>{{"words"},
                                                   {"theme"},
                                                   {"charts", "help"},
                                                   {"model"},
                                                   {"widgets"},
                                                   {"ask", "ready", "pull", "look", "judge", "figure", "road",
                                                    "handover", "jobs", "import", "settings"},
                                                   {"frame"},
                                                   {"tools"}};
    }
    void roomsPointDown() {
        QFETCH(QString, layer);
        QFETCH(QList<QStringList>, floors);
        QMap<QString, int> floorOf;
        for (int k = 0; k < floors.size(); ++k)
            for (const QString& room : floors[k])
                floorOf[room] = k;
        for (const SourceFile& file : sources(layer)) {
            const QString room = file.path.section(QLatin1Char('/'), 1, 1);
            if (room.contains(QLatin1Char('.')))
                continue; // in no room: core/result.h, app/main.cpp
            QVERIFY2(floorOf.contains(room), qPrintable(file.path + ": a room that has no floor yet"));
            for (const QString& used : includesOf(file.text, layer))
                QVERIFY2(used == room || floorOf.value(used, 99) < floorOf[room],
                         qPrintable(file.path + " includes " + used + ", which stands beside or above it"));
        }
    }

    /// An event loop inside an event loop runs from within whatever called it, and that may be gone when it ends: see
    /// app/widgets/asking.h. What stands beside the window (pictures, a sheet from the command line) may wait.
    void nothingOfTheWindowWaitsForAnAnswer() {
        static const QRegularExpression waits(QStringLiteral(
            R"([.>]exec\(|QEventLoop \w+;|QFileDialog::get|QInputDialog::get|QMessageBox::(question|warning|information|critical))"));
        int seen = 0;
        for (const SourceFile& file : sources("app")) {
            if (file.path.startsWith(QLatin1String("app/tools/")))
                continue;
            ++seen;
            const auto found = waits.match(file.text);
            QVERIFY2(!found.hasMatch(), qPrintable(file.path + ": " + found.captured()));
        }
        QVERIFY(seen > 150);
    }

    /// Seconds for every file that includes it: these stay in .cpp files.
    void headersAreLight() {
        static const QRegularExpression heavy(
            QStringLiteral("#include <(Eigen/|boost/|nlohmann/json\\.hpp|CLI/|QtWidgets>|QtConcurrent)"));
        // The linear models' own inside: included by the .cpp files of core/judge, core/study and their tests alone.
        const QStringList inside{"core/judge/pull_model.h", "core/judge/range_model.h", "core/judge/mixed_model.h",
                                 "core/judge/pull_scatter.h", "core/judge/odd_pulls.h"};
        for (const char* layer : {"core", "archive", "bench", "cli", "app", "demo_job", "standin"})
            for (const SourceFile& file : sources(QLatin1String(layer)))
                if (file.path.endsWith(QLatin1String(".h")) && !inside.contains(file.path))
                    QVERIFY2(!heavy.match(file.text).hasMatch(), qPrintable(file.path));
        for (const SourceFile& file : sources(QStringLiteral("app")))
            for (const QString& header : inside)
                QVERIFY2(!file.text.contains(header), qPrintable(file.path + " includes " + header));
    }

    /// What is said of a failure or of a file is a code of the tables, so that it is said in the reader's language.
    void whatIsSaidIsACode() {
        static const QRegularExpression remark(QStringLiteral("//[^\\n]*"));
        static const QRegularExpression said(QStringLiteral(
            "\\b(say\\(|Error\\{|(problems|remarks|offered|messages|leftOut|conflicts|said)\\.(push|emplace)_back\\()"
            "[^;\"]*\"([^\"\\\\]|\\\\.)*[a-z]{2,} [a-z]{2,}"));
        int files = 0;
        for (const char* layer : {"core", "archive", "bench", "cli"})
            for (const SourceFile& file : sources(QLatin1String(layer))) {
                ++files;
                const auto found = said.match(QString(file.text).remove(remark));
                QVERIFY2(!found.hasMatch(), qPrintable(file.path + QStringLiteral(": ") + found.captured()));
            }
        QVERIFY(files > 300);
        QVERIFY(said.match(QStringLiteral("say(file + \": there is no such file\");")).hasMatch());
        QVERIFY(said.match(QStringLiteral("return Error{\"the disk is full\"};")).hasMatch());
        QVERIFY(!said.match(QStringLiteral("return Error{Message{\"disk.full\"}};")).hasMatch());
    }
    void everyFileSaysItsLicence() {
        for (const char* folder : {"core", "archive", "bench", "standin", "cli", "demo_job", "app", "tests", "perf"})
            for (const SourceFile& file : sources(QLatin1String(folder)))
                QVERIFY2(file.text.startsWith(QLatin1String("// SPDX-License-Identifier: GPL-3.0-or-later\n")),
                         qPrintable(file.path));
    }
};

JR_SUITE(TestLayers)
#include "test_layers.moc"
