// SPDX-License-Identifier: GPL-3.0-or-later
// A short seeded run of mutations over real files; the same readers as the libFuzzer target.
#include "standin/simulated_bench.h"
#include "tests/fuzz/hostile.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QFile>
#include <QTest>

class TestHostileInput : public QObject {
    Q_OBJECT
private slots:
    void corpus_data() {
        QTest::addColumn<int>("target");
        for (std::size_t t = 0; t < hostile::targets().size(); ++t)
            QTest::newRow(hostile::targets()[t].name) << static_cast<int>(t);
    }
    void corpus() {
        QFETCH(int, target);
        const hostile::Target& t = hostile::targets()[static_cast<std::size_t>(target)];
        const QDir folder(QStringLiteral(JR_SOURCE "/tests/fuzz/corpus/") + QLatin1String(t.name));
        const QStringList files = folder.entryList(QDir::Files);
        QVERIFY2(files.size() >= 3, "no corpus");
        for (const QString& name : files) {
            QFile file(folder.filePath(name));
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QByteArray bytes = file.readAll();
            t.read({bytes.constData(), static_cast<std::size_t>(bytes.size())});
            // And cut off anywhere.
            for (qsizetype cut = 1; cut < 24; ++cut)
                t.read({bytes.constData(), static_cast<std::size_t>(bytes.size() * cut / 24)});
        }
    }
    void nestedTooDeep() {
        for (const auto read : {hostile::jobFile, hostile::benchFile, hostile::sheets}) {
            read(std::string(100000, '['));
            read("{\"job\":" + std::string(100000, '{'));
            std::string closed = std::string(50000, '[') + std::string(50000, ']');
            read(closed);
            read("{\"sheets\":{\"x\":" + closed + "}}");
        }
    }
    void mutations() {
        standin::PullSetting p;
        p.endRpm = 3900.;
        standin::BenchSetting b;
        b.sampleHz = 60.;
        std::vector<std::string> seeds = {
            "# kind: roller\n" + standin::rollerPull({}, b, p).text(), standin::brakePull({}, b, p).text(),
            "Time;Rolle [1/min];Drehzahl\ns;;\n0,0;100;1000\n0,1;110;1100\n0,2;120;1200\n",
            "# jolly-ram: pull 1\n# kind: curve\nengine_speed [rpm],power [kW]\n3000,10\n4000,14\n5000,16\n"};
        seeds[0] = "# jolly-ram: pull 1\n" + seeds[0].substr(0, 15) + seeds[0].substr(35);
        standin::Dice dice(99);
        const auto below = [&](std::size_t n) {
            return static_cast<std::size_t>(dice.uniform() * static_cast<double>(n)) % n;
        };
        const char* tokens[] = {
            ",",        "\n", "nan", "1e999", "-", "\"", "#", "\xff", "[rpm]", "0", "999999999999999999999",
            "time [s]", ";",  "\t",  "-1e308"};
        for (int round = 0; round < 1500; ++round) {
            std::string text = seeds[below(seeds.size())];
            const std::size_t edits = 1 + below(6);
            for (std::size_t e = 0; e < edits && !text.empty(); ++e) {
                const std::size_t at = below(text.size());
                switch (below(5)) {
                case 0:
                    text[at] = static_cast<char>(below(256));
                    break;
                case 1:
                    text.erase(at, 1 + below(40));
                    break;
                case 2:
                    if (const std::size_t token = below(std::size(tokens) + 1); token < std::size(tokens))
                        text.insert(at, tokens[token]);
                    else
                        text.insert(at, 1, '\0');
                    break;
                case 3:
                    text.resize(at);
                    break;
                default:
                    text.insert(at, text.substr(below(text.size()), below(200)));
                }
            }
            hostile::curves(text);
        }
    }
    void extremes() {
        const std::string head = "# jolly-ram: pull 1\n# kind: roller\n# roller_inertia_kg_m2: 5\n# engine_per_roller: "
                                 "5\ntime [s],roller_speed [rad/s]\n";
        std::string same = head, huge = head, backwards = head, noise = head;
        for (int i = 0; i < 500; ++i) {
            same += std::to_string(i) + ",100\n";
            huge += std::to_string(i) + "," + std::to_string(i % 2 ? 1e300 : 0.) + "\n";
            backwards += std::to_string(500 - i) + "," + std::to_string(i) + "\n";
            noise += std::to_string(0.01 * i) + "," + std::to_string((i * 7919) % 1000) + "\n";
        }
        for (const std::string& text :
             {same, huge, backwards, noise, std::string(100000, ','), std::string(100000, '"'),
              std::string(50000, '\n'), std::string("\xFF\xFE\0", 3)})
            hostile::curves(text);
    }
};

JR_SUITE(TestHostileInput)
#include "test_hostile_input.moc"
