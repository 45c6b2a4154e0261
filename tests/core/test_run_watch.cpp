// SPDX-License-Identifier: GPL-3.0-or-later
// When a run begins and ends by a receiver's speeds alone. Speeds are made here by hand, so that each rule is met
// alone.
#include "core/live/run_watch.h"
#include "core/nan.h"
#include "tests/support/suites.h"

#include <QTest>

#include <functional>
#include <random>

using namespace jr;

namespace {

struct Seen {
    std::vector<WatchEvent> events;
    std::vector<BenchState> states;
    RunWatch watch;
};

/// Ten fixes a second of a speed over time, with a receiver's noise.
Seen ride(double lastsS, const std::function<double(double)>& speed) {
    Seen out;
    std::mt19937 dice(5);
    std::normal_distribution<double> noise(0., 0.05);
    for (int k = 0; k * 0.1 < lastsS; ++k) {
        const double t = 0.1 * k, v = speed(t);
        if (const auto event = out.watch.feed(t, std::isfinite(v) ? std::max(0., v + noise(dice)) : v))
            out.events.push_back(*event);
        if (out.states.empty() || out.states.back() != out.watch.state())
            out.states.push_back(out.watch.state());
    }
    return out;
}

/// Stands four seconds, gathers 3 m/s2 for ten, slows by 3 until it stands.
double usual(double t) {
    return t < 4. ? 0. : t < 14. ? 3. * (t - 4.) : std::max(0., 30. - 3. * (t - 14.));
}

} // namespace

class TestRunWatch : public QObject {
    Q_OBJECT
private slots:
    void aRunFromAStandstillIsFoundWhole() {
        const Seen seen = ride(40., usual);
        QCOMPARE(seen.events.size(), 1u);
        QCOMPARE(seen.events[0].kind, WatchEvent::Kind::PullEnded);
        QVERIFY(seen.events[0].fromS > 3.8 && seen.events[0].fromS < 4.6);
        QVERIFY(seen.events[0].toS > 14. && seen.events[0].toS < 17.);
        const std::vector<BenchState> order{BenchState::WarmUp,   BenchState::Ready, BenchState::Pulling,
                                            BenchState::Coasting, BenchState::Done,  BenchState::Ready};
        QCOMPARE(seen.states, order);
        QVERIFY(std::abs(seen.watch.topMPerS() - 30.) < 0.3);
    }

    void whatIsNoRun_data() {
        QTest::addColumn<int>("which");
        QTest::newRow("pushed about") << 0;
        QTest::newRow("a jerk in the queue") << 1;
        QTest::newRow("comes by at speed, never stood") << 2;
        QTest::newRow("noise at rest") << 3;
    }
    void whatIsNoRun() {
        QFETCH(int, which);
        const Seen seen = ride(60., [&](double t) {
            switch (which) {
            case 0:
                return t > 5. && t < 25. ? 1.8 : 0.;
            case 1:
                return t > 5. && t < 6.5 ? 8. * (t - 5.) * (6.5 - t) : 0.;
            case 2:
                return t < 50. ? 12. + 10. * std::sin(0.3 * t) : 12.;
            default:
                return 0.3 * std::abs(std::sin(3. * t));
            }
        });
        for (const WatchEvent& event : seen.events)
            QVERIFY(event.kind == WatchEvent::Kind::NotAPull && !event.why.empty());
        QVERIFY(which < 2 || seen.events.empty());
    }

    void aShiftDoesNotEndIt() {
        // Three shifts, each half a second in which it slows a little.
        double v = 0.;
        const Seen seen = ride(40., [&](double t) {
            if (t > 4. && t < 16.) {
                const double within = std::fmod(t - 4., 3.);
                v += within > 2.5 ? -0.1 : 0.3;
            } else if (t >= 16.) {
                v = std::max(0., v - 0.4);
            }
            return v;
        });
        QCOMPARE(seen.events.size(), 1u);
        QVERIFY(seen.events[0].toS > 16.);
    }

    void aFixLostForAMomentDoesNotEndItAndForLongDoes() {
        const auto lost = [](double from, double to) {
            return ride(40., [=](double t) { return t > from && t < to ? kNaN : usual(t); });
        };
        const Seen brief = lost(9., 11.), ages = lost(9., 16.);
        QCOMPARE(brief.events.size(), 1u);
        QVERIFY(brief.events[0].toS > 14.);
        QCOMPARE(ages.events.size(), 1u);
        QVERIFY(ages.events[0].toS < 15.);
    }

    void standingIsForgottenWhileNobodySees() {
        // Without a fix at rest it may have been moved: it is not ready until it has been seen to stand again.
        const Seen seen = ride(16., [](double t) {
            return t > 4. && t < 11. ? kNaN : t < 11.5 ? 0. : 3. * (t - 11.5);
        });
        QVERIFY(seen.events.empty());
        QCOMPARE(seen.watch.state(), BenchState::WarmUp);
    }

    void aHandEndsIt() {
        RunWatch watch;
        std::optional<WatchEvent> event;
        for (int k = 0; k < 100 && !event; ++k) {
            if (k == 80)
                watch.endByHand();
            event = watch.feed(0.1 * k, usual(0.1 * k));
        }
        QVERIFY(event.has_value());
        QVERIFY(std::abs(event->toS - 8.) < 0.11);
    }
};

JR_SUITE(TestRunWatch)
#include "test_run_watch.moc"
