// SPDX-License-Identifier: GPL-3.0-or-later
// Answers that are worked out once and kept, whoever asks first and from however many threads.
#include "core/study/kept.h"
#include "tests/support/suites.h"

#include <QTest>

#include <atomic>
#include <chrono>
#include <functional>
#include <stdexcept>
#include <string>
#include <thread>
#include <vector>

using namespace jr;

class TestKept : public QObject {
    Q_OBJECT
private slots:
    void workedOutOnceForAllWhoAsk() {
        const Kept<int, std::string> kept;
        std::atomic<int> worked = 0;
        std::vector<std::thread> asking;
        std::vector<const std::string*> seen(64, nullptr);
        for (std::size_t t = 0; t < seen.size(); ++t)
            asking.emplace_back([&, t] {
                seen[t] = &kept.get(static_cast<int>(t % 4), [&] {
                    ++worked;
                    std::this_thread::sleep_for(std::chrono::milliseconds(20)); // so that others come meanwhile
                    return "answer " + std::to_string(t % 4);
                });
            });
        for (std::thread& one : asking)
            one.join();
        QCOMPARE(worked.load(), 4);
        for (std::size_t t = 0; t < seen.size(); ++t) {
            QCOMPARE(seen[t], seen[t % 4]); // one and the same, not a copy
            QCOMPARE(*seen[t], "answer " + std::to_string(t % 4));
        }
    }
    void anAnswerMayAskForAnother() {
        const Kept<int, long> factorials;
        const std::function<long(int)> factorial = [&](int n) -> long {
            return factorials.get(n, [&] { return n < 2 ? 1L : n * factorial(n - 1); });
        };
        QCOMPARE(factorial(12), 479001600L);
        QCOMPARE(*factorials.known(5), 120L); // kept on the way
        QVERIFY(!factorials.known(13));
    }
    /// What is known is told without waiting for what is being worked out.
    void askingWhatIsKnownDoesNotWait() {
        const KeptOne<int> kept;
        std::atomic<bool> begun = false, mayEnd = false;
        std::thread working([&] {
            (void)kept.get([&] {
                begun = true;
                while (!mayEnd)
                    std::this_thread::yield();
                return 7;
            });
        });
        while (!begun)
            std::this_thread::yield();
        QVERIFY(!kept.known());
        mayEnd = true;
        working.join();
        QVERIFY(kept.known());
        QCOMPARE(*kept.known(), 7);
        QCOMPARE(kept.get([] { return 8; }), 7);
    }
    /// Work that was called off (it throws) leaves nothing behind: who asks next works it out.
    void whatWasCalledOffIsAskedAgain() {
#ifdef __SANITIZE_THREAD__
        QSKIP("the thread sanitizer stands before pthread_once and does not let an exception out of it");
#endif
        const KeptOne<int> kept;
        bool thrown = false;
        try {
            (void)kept.get([]() -> int { throw std::runtime_error("called off"); });
        } catch (const std::runtime_error&) {
            thrown = true;
        }
        QVERIFY(thrown && !kept.known());
        QCOMPARE(kept.get([] { return 3; }), 3);
    }
};

JR_SUITE(TestKept)
#include "test_kept.moc"
