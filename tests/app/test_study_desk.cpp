// SPDX-License-Identifier: GPL-3.0-or-later
// The desk the open job's study is worked out on: the newest question of an asker wins, a study that was replaced
// answers nobody, and nothing is called back for somebody who is gone.
#include "app/model/study_desk.h"
#include "tests/support/suites.h"

#include <QElapsedTimer>
#include <QSemaphore>
#include <QSignalSpy>
#include <QTest>
#include <QThread>

#include <atomic>

using namespace jr;
using namespace jr::app;

namespace {

StudyPtr emptyStudy() {
    return Study::make({}, {}, {});
}

} // namespace

class TestStudyDesk : public QObject {
    Q_OBJECT
private slots:
    void workIsDoneElsewhereAndDrawnHere() {
        StudyDesk desk;
        QObject page;
        QThread *worked = nullptr, *drawn = nullptr;
        desk.ask(&page, [&](const StudyPtr&) -> StudyDesk::Draw {
            worked = QThread::currentThread();
            return [&] { drawn = QThread::currentThread(); };
        });
        QVERIFY(desk.working());
        desk.waitUntilAnswered();
        QVERIFY(worked && worked != QThread::currentThread());
        QCOMPARE(drawn, QThread::currentThread());
        QVERIFY(!desk.working());
    }

    void theNewestQuestionOfAnAskerWins() {
        StudyDesk desk;
        QObject page, other;
        QSemaphore gate;
        QStringList drawn;
        const auto question = [&](QObject* asker, const QString& name, bool wait) {
            desk.ask(asker, [&, name, wait](const StudyPtr&) -> StudyDesk::Draw {
                if (wait)
                    gate.acquire();
                return [&, name] { drawn << name; };
            });
        };
        question(&page, "first", true); // still being worked out while the next two are asked
        question(&page, "second", false);
        question(&page, "third", false);
        question(&other, "other", false);
        gate.release();
        desk.waitUntilAnswered();
        QCOMPARE(drawn, (QStringList{"third", "other"}));
    }

    void aReplacedStudyAnswersNobody() {
        StudyDesk desk;
        QObject page;
        QSemaphore gate;
        bool old = false, fresh = false;
        const StudyPtr first = desk.study();
        desk.ask(&page, [&](const StudyPtr&) -> StudyDesk::Draw {
            gate.acquire();
            return [&] { old = true; };
        });
        desk.lay(emptyStudy());
        QVERIFY(first->abandoned() && !desk.study()->abandoned());
        StudyPtr asked;
        desk.ask(&page, [&](const StudyPtr& study) -> StudyDesk::Draw {
            asked = study;
            return [&] { fresh = true; };
        });
        gate.release();
        desk.waitUntilAnswered();
        QVERIFY(!old && fresh);
        QCOMPARE(asked.get(), desk.study().get());
    }

    void nobodyIsCalledBackWhoIsGone() {
        StudyDesk desk;
        QSemaphore gate;
        bool drawn = false;
        auto page = std::make_unique<QObject>();
        desk.ask(page.get(), [&](const StudyPtr&) -> StudyDesk::Draw {
            gate.acquire();
            return [&] { drawn = true; };
        });
        page.reset();
        gate.release();
        desk.waitUntilAnswered();
        QVERIFY(!drawn);
        // Another object at the same place in memory is another asker.
        QObject next;
        bool nextDrawn = false;
        desk.ask(&next, [&](const StudyPtr&) -> StudyDesk::Draw { return [&] { nextDrawn = true; }; });
        desk.waitUntilAnswered();
        QVERIFY(nextDrawn);
    }

    void aDrawMayAskAgain() {
        StudyDesk desk;
        QObject page;
        int rounds = 0;
        std::function<void()> again = [&] {
            if (++rounds < 5)
                desk.ask(&page, [&](const StudyPtr&) -> StudyDesk::Draw { return again; });
        };
        desk.ask(&page, [&](const StudyPtr&) -> StudyDesk::Draw { return again; });
        desk.waitUntilAnswered(); // until really nothing is open any more
        QCOMPARE(rounds, 5);
    }

    void theWindowLivesMeanwhile() {
        StudyDesk desk;
        QObject page;
        QSemaphore gate;
        QSignalSpy working(&desk, &StudyDesk::workingChanged);
        int turns = 0;
        QTimer turning;
        connect(&turning, &QTimer::timeout, this, [&] {
            if (++turns == 5)
                gate.release();
        });
        turning.start(1);
        desk.ask(&page, [&](const StudyPtr&) -> StudyDesk::Draw {
            gate.acquire();
            return {};
        });
        desk.waitUntilAnswered();
        QVERIFY(turns >= 5);
        QCOMPARE(working.size(), 2); // said once when it begins, once when it ends
        QVERIFY(working.front().front().toBool() && !working.back().front().toBool());
    }

    void leavingEndsTheWorkInHand() {
        std::atomic<bool> ended = false;
        QObject page;
        QElapsedTimer since;
        {
            StudyDesk desk;
            desk.ask(&page, [&](const StudyPtr& study) -> StudyDesk::Draw {
                while (!study->abandoned())
                    QThread::msleep(1);
                ended = true;
                return {};
            });
            for (int i = 0; i < 20; ++i) // and what waits behind it is not begun
                desk.ask(&page, [](const StudyPtr&) -> StudyDesk::Draw {
                    QThread::msleep(500);
                    return {};
                });
            QTest::qWait(20);
            since.start();
        }
        QVERIFY(ended);
        QVERIFY2(since.elapsed() < 2000, qPrintable(QString::number(since.elapsed())));
    }
};

JR_SUITE(TestStudyDesk)
#include "test_study_desk.moc"
