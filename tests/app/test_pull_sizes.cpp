// SPDX-License-Identifier: GPL-3.0-or-later
// The smallest screen, the longest words: in every state of Pull at 1280 x 700 the window is no larger than its screen,
// STOP, the state, what to do next, the banner of a stop, the guards and the card's peak are read whole and scroll away
// from nobody, and no word of the station is cut. ctest runs it once more with everything twice as large.
#include "app/frame/day_strip.h"
#include "app/pull/pull_station.h"
#include "app/widgets/big_figure.h"
#include "app/words/catalogue.h"
#include "tests/support/bench_window.h"
#include "tests/support/fake_bench.h"
#include "tests/support/suites.h"
#include "tests/support/whole_words.h"

using namespace jr;
using namespace jr::app;
using testsupport::FakeBench;

namespace {

constexpr QSize kSmallest(1280, 700); // a laptop of 1366 x 768 with a panel

/// A brake of four cylinders with all that can be watched.
QStringList watchedBench(bool canCut) {
    QStringList out{"hello bench-lines 1 the brake at the far end of the yard", "fact kind brake",
                    "fact brake_arm_m 0.3"};
    if (canCut)
        out << "fact can_cut yes";
    QStringList channels{"engine_speed rpm", "load_force N", "throttle %"};
    for (int i = 1; i <= 4; ++i)
        channels << QStringLiteral("afr_%1 1").arg(i) << QStringLiteral("egt_%1 degC").arg(i);
    channels << "coolant degC"
             << "intake_air degC";
    for (int i = 0; i < channels.size(); ++i)
        out << QStringLiteral("channel %1 %2").arg(i).arg(channels[i]);
    return out << "begin";
}
QString watchedSample(double rpm, double throttle, double afr) {
    QString out = QStringLiteral("%1 200 %2").arg(rpm).arg(throttle);
    for (int i = 0; i < 4; ++i)
        out += QStringLiteral(" %1 612").arg(afr + 0.1 * i);
    return out + QStringLiteral(" 74 23");
}

} // namespace

class TestPullSizes : public QObject {
    Q_OBJECT
    testsupport::BenchWindow m_bench;
    std::unique_ptr<SpokenLanguage> m_spoken;
    QStringList m_wrong;
    int m_looks = 0; ///< pictures taken, for whoever sets JR_LOOK to a folder

    BenchModel& bench() { return m_bench.bench(); }
    PullStation& station() { return m_bench.station(); }
    MainWindow& window() { return m_bench.window(); }

    bool comes(const std::function<bool()>& is, int ms = 30000) { return QTest::qWaitFor(is, ms); }
    LiveSnapshot now() { return bench().link().snapshot(); }

    /// Looks at the window as it stands.
    void look(const QString& state) {
        QTest::qWait(200); // the bars are read ten times a second
        if (const QString place = qEnvironmentVariable("JR_LOOK"); !place.isEmpty())
            window().grab().save(place + QLatin1Char('/') + QString::number(m_looks++) + QStringLiteral(".png"));
        const auto tell = [&](const QString& what) { m_wrong << state + QStringLiteral(": ") + what; };
        if (window().size() != kSmallest)
            tell(QStringLiteral("the window is %1 x %2").arg(window().width()).arg(window().height()));
        for (const QString& cut : testsupport::cutWords(station()))
            tell(cut);
        const auto whole = [&](const QWidget* w, const char* what) {
            if (w && w->isVisible() && w->height() > 0 && (!testsupport::shownWhole(w) || testsupport::scrolls(w)))
                tell(QStringLiteral("%1 is not in view").arg(QLatin1String(what)));
        };
        for (const char* name : {"pull-state", "pull-next", "pull-banner", "clear-stop", "card-peak"})
            whole(station().findChild<QWidget*>(QLatin1String(name)), name);
        const auto* stop = station().findChild<StopButton*>();
        whole(stop, "STOP");
        if (stop->isVisible() && stop->height() < stop->sizeHint().height())
            tell(QStringLiteral("STOP has %1 of %2").arg(stop->height()).arg(stop->sizeHint().height()));
        whole(&station().guards(), "the guards");
        if (station().guards().height() < station().guards().sizeHint().height())
            tell(QStringLiteral("the guards are lower than they need"));
        for (const BigFigure* figure : station().findChildren<BigFigure*>()) {
            whole(figure, "a figure");
            if (figure->height() < figure->minimumSizeHint().height())
                tell(QStringLiteral("a figure is lower than it needs"));
        }
        auto* strip = window().findChild<DayStrip*>();
        if (!strip || !testsupport::shownWhole(strip) || strip->height() < strip->minimumSizeHint().height())
            tell(QStringLiteral("the day strip is not in view"));
    }

private slots:
    void cleanup() {
        m_bench.end();
        m_spoken.reset();
        Theme::setTextScale(1.);
    }

    void everyStateIsReadWhole_data() {
        QTest::addColumn<QString>("language");
        QTest::addColumn<double>("scale");
        QTest::newRow("English") << QStringLiteral("en") << 1.;
        QTest::newRow("German") << QStringLiteral("de") << 1.;
        QTest::newRow("larger text") << QStringLiteral("en") << 1.3;
    }
    void everyStateIsReadWhole() {
        QFETCH(QString, language);
        QFETCH(double, scale);
        Theme::setTextScale(scale);
        m_spoken = std::make_unique<SpokenLanguage>(*QCoreApplication::instance());
        m_spoken->speak(language);
        m_wrong.clear();
        QCOMPARE(m_bench.begin(language + QString::number(scale)), QString());
        window().resize(kSmallest);
        look("no bench");

        // A machine as it is, from the stand-in.
        bench().sitting().setSetup("the second short stack");
        bench().link().tryStandin("larkspur", 8.);
        QVERIFY(comes([&] { return now().link == LinkState::Streaming; }));
        look("listening");
        QVERIFY(m_bench.ready());
        look("ready, the first is a warm-up");
        QVERIFY(m_bench.onePull());
        for (int pull = 0; pull < 2; ++pull) {
            QVERIFY(m_bench.ready());
            look("ready");
            bench().link().ask("pull");
            QVERIFY(comes([&] { return now().state == BenchState::Pulling && now().figures.rpm > 5000.; }));
            look("pulling");
            QVERIFY(comes([&] { return bench().card().has_value(); }));
            look("its card");
            QVERIFY(comes([&] { return now().state == BenchState::Coasting || now().state == BenchState::Ready; }));
            look("coasting");
            bench().dismissCard();
        }
        QVERIFY(m_bench.ready());
        bench().link().ask("pull");
        QVERIFY(comes([&] { return now().state == BenchState::Pulling && now().figures.rpm > 5000.; }));
        bench().link().stop();
        look("stopped");
        QVERIFY(comes([&] { return bench().card().has_value(); }));
        look("stopped, with the card");
        bench().dismissCard();
        look("stopped, and nothing more");
        bench().link().disconnectBench();

        // A brake with all that can be watched, which answers late, refuses and goes away.
        FakeBench brake(watchedBench(true));
        double rpm = 2500., throttle = 10., afr = 12.8;
        brake.sample = [&](int) { return watchedSample(rpm, throttle, afr); };
        bench().link().connectTo(brake.address());
        QVERIFY(comes([&] { return now().link == LinkState::Streaming; }));
        look("a brake with ten guards");
        bench().link().holdSteps({5000., 6000.});
        rpm = 5000.;
        throttle = 100.;
        QVERIFY(comes([&] { return now().state == BenchState::Pulling; }));
        look("its steps");
        afr = 17.5;
        QVERIFY(comes([&] { return now().stop.latched; }));
        look("a guard has stopped it, not answered");
        QTest::qWait(2500);
        look("not answered for long");
        brake.answer = [](const QString& order) {
            return QStringLiteral("refused %1 : the relay in the box beside the door does not close").arg(order);
        };
        QVERIFY(comes([&] { return now().stop.release == OrderState::Refused; }));
        look("refused");
        rpm = 2000.;
        throttle = 0.;
        QVERIFY(comes([&] { return bench().card().has_value(); }));
        look("refused, with the card");
        brake.hangUp();
        QVERIFY(comes([&] { return now().link != LinkState::Streaming; }));
        look("the line has gone under a stop");
        bench().link().stop();
        QVERIFY(comes([&] { return now().stop.notSent; }));
        look("not sent");
        bench().link().disconnectBench();

        FakeBench bare(watchedBench(false));
        bare.sample = [&](int) { return watchedSample(2500., 10., 12.8); };
        bench().link().connectTo(bare.address());
        QVERIFY(comes([&] { return now().link == LinkState::Streaming; }));
        look("cannot cut");
        bench().link().stop();
        QVERIFY(comes([&] { return now().stop.latched; }));
        look("cannot cut, stopped");
        bench().link().disconnectBench();
        m_wrong.removeDuplicates();
        QVERIFY2(m_wrong.isEmpty(), qPrintable(QStringLiteral("\n") + m_wrong.join(QLatin1Char('\n'))));
    }
};

JR_SUITE(TestPullSizes)
#include "test_pull_sizes.moc"
