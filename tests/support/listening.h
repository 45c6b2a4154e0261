// SPDX-License-Identifier: GPL-3.0-or-later
// A bench or receiver listened to by a test: what was said and caught.
#pragma once

#include "bench/bench_session.h"
#include "core/words/wording.h"

#include <QStringList>
#include <QTest>

namespace testsupport {

using namespace jr;

/// A session on the test's own thread, with what it said and caught.
struct Listening {
    BenchSession session;
    std::vector<std::shared_ptr<CaughtPull>> pulls;
    std::vector<std::shared_ptr<CoastDown>> coasts;
    std::vector<GuardTrip> trips;
    QStringList words;

    explicit Listening(const QString& address, const QString& captureFolder = {}, const QString& plain = {})
        : session(options(address, captureFolder, plain)) {
        QObject::connect(&session, &BenchSession::pullCaught, &session,
                         [this](const std::shared_ptr<CaughtPull>& p) { pulls.push_back(p); });
        QObject::connect(&session, &BenchSession::coastCaught, &session,
                         [this](const std::shared_ptr<CoastDown>& c) { coasts.push_back(c); });
        QObject::connect(&session, &BenchSession::tripped, &session,
                         [this](const GuardTrip& t) { trips.push_back(t); });
        QObject::connect(&session, &BenchSession::said, &session,
                         [this](const Error& w) { words << QString::fromStdString(w.text()); });
        QObject::connect(&session, &BenchSession::linkChanged, &session,
                         [this](LinkState, const Message& w) { words << QString::fromStdString(said(w)); });
        session.open();
    }
    static SessionOptions options(const QString& address, const QString& captureFolder, const QString& plain) {
        SessionOptions o;
        o.address = parseBenchAddress(address).value();
        o.captureFolder = captureFolder;
        o.silentS = 0.5;
        o.giveUpS = 1.5;
        if (!plain.isEmpty()) {
            o.plain = parsePlainLayout(plain.toStdString()).value();
            o.plainText = plain.toStdString();
        }
        return o;
    }
    bool pullsCaught(std::size_t n, int mostMs = 40000) {
        return QTest::qWaitFor([&] { return pulls.size() >= n; }, mostMs);
    }
};

} // namespace testsupport
