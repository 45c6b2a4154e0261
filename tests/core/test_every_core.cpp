// SPDX-License-Identifier: GPL-3.0-or-later
// The same work for many: each thing once, whatever their number, and all done when it comes back.
#include "core/every_core.h"
#include "tests/support/suites.h"

#include <QTest>

#include <atomic>
#include <mutex>
#include <set>
#include <thread>
#include <vector>

using namespace jr;

class TestEveryCore : public QObject {
    Q_OBJECT
private slots:
    void eachOnce() {
        for (std::size_t count : {0u, 1u, 2u, 7u, 1000u, 100000u})
            for (std::size_t worth : {0u, 1u, 8u, 5000u}) {
                std::vector<std::atomic<int>> done(count);
                onEveryCore(count, worth, [&](std::size_t i) { ++done[i]; });
                for (const auto& times : done)
                    QCOMPARE(times.load(), 1);
            }
    }
    void fewThingsStayWithWhoAsks() {
        std::mutex mutex;
        std::set<std::thread::id> threads;
        const auto note = [&](std::size_t) {
            const std::lock_guard lock(mutex);
            threads.insert(std::this_thread::get_id());
        };
        onEveryCore(7, 8, note);
        QCOMPARE(threads.size(), std::size_t(1));
        QVERIFY(threads.contains(std::this_thread::get_id()));
    }
    void manyAreSharedOut() {
        if (std::thread::hardware_concurrency() < 2)
            QSKIP("one core");
        // Each waits for the other: it ends only if two are at work at once.
        std::atomic<int> begun = 0;
        onEveryCore(2, 1, [&](std::size_t) {
            ++begun;
            while (begun < 2)
                std::this_thread::yield();
        });
        QCOMPARE(begun.load(), 2);
    }
};

JR_SUITE(TestEveryCore)
#include "test_every_core.moc"
