// Includes only ever point down the list of layers, and no interface header stands below the window.
#include "tests/support/suites.h"

#include <QDirIterator>
#include <QFile>
#include <QRegularExpression>
#include <QTest>

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
        for (auto layer = allowed.begin(); layer != allowed.end(); ++layer) {
            QDirIterator it(QStringLiteral(JR_SOURCE "/") + layer.key(), {"*.h", "*.cpp"}, QDir::Files,
                            QDirIterator::Subdirectories);
            while (it.hasNext()) {
                QFile file(it.next());
                QVERIFY(file.open(QIODevice::ReadOnly));
                const QString text = QString::fromUtf8(file.readAll());
                ++seen;
                auto match = ours.globalMatch(text);
                while (match.hasNext()) {
                    const QString used = match.next().captured(1);
                    QVERIFY2(layer.value().contains(used), qPrintable(file.fileName() + " includes " + used));
                }
                if (layer.key() == QLatin1String("core") || layer.key() == QLatin1String("standin"))
                    QVERIFY2(!qt.match(text).hasMatch(), qPrintable(file.fileName()));
                if (layer.key() != QLatin1String("app"))
                    QVERIFY2(!widgets.match(text).hasMatch(), qPrintable(file.fileName()));
            }
        }
        QVERIFY(seen > 60);
    }
};

JR_SUITE(TestLayers)
#include "test_layers.moc"
