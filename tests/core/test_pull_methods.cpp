// SPDX-License-Identifier: GPL-3.0-or-later
// The contract every kind of run keeps (core/pull/pull_method.h), and the typed facts of a pull's header.
#include "core/pull/header_keys.h"
#include "core/pull/pull_method.h"
#include "standin/simulated_bench.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QSet>
#include <QTest>

#include <algorithm>
#include <cmath>

using namespace jr;

namespace {

Trace traceOfKind(PullKind kind) {
    if (kind == PullKind::Brake)
        return testsupport::traceOf(standin::brakePull({}, {}, {}), kind);
    return testsupport::traceOf(standin::rollerPull({}, {}, {}), kind);
}

void without(Trace& trace, ChannelId id) {
    std::erase_if(trace.channels, [&](const Channel& c) { return c.name.id == id; });
}

} // namespace

class TestPullMethods : public QObject {
    Q_OBJECT
private slots:
    void everyKindHasOneMethod() {
        QSet<int> kinds;
        for (const PullMethod* method : pullMethods()) {
            QVERIFY(!kinds.contains(static_cast<int>(method->kind())));
            kinds << static_cast<int>(method->kind());
            QCOMPARE(&methodOf(method->kind()), method);
            QVERIFY(!kindText(method->kind()).empty());
        }
        QCOMPARE(kinds.size(), 4);
    }

    void shaftKinds_data() {
        QTest::addColumn<int>("kind");
        for (const PullMethod* method : pullMethods())
            if (shaftMethodOf(method->kind()))
                QTest::newRow(std::string(kindText(method->kind())).c_str()) << static_cast<int>(method->kind());
    }
    /// A record of its kind becomes a curve, and every stage left something for the next.
    void shaftKinds() {
        QFETCH(int, kind);
        const auto k = static_cast<PullKind>(kind);
        const ShaftMethod& method = *shaftMethodOf(k);
        const Trace trace = traceOfKind(k);
        QVERIFY(method.check(trace.header));
        const auto ready = readyPull(trace);
        QVERIFY2(ready, ready ? "" : ready.error().reason.c_str());
        const std::size_t n = ready->size();
        for (const std::vector<double>* values :
             {&ready->shaftRadS, &ready->shaftSmooth, &ready->slopeRadS2, &ready->torqueRough, &ready->rpm}) {
            QCOMPARE(values->size(), n);
            QVERIFY(std::all_of(values->begin(), values->end(), [](double v) { return std::isfinite(v); }));
        }
        QVERIFY(ready->from < ready->to && ready->to <= n);
        const auto fit = fitPull(trace);
        QVERIFY(fit && fit->fit);
        QVERIFY(fit->highRpm > fit->lowRpm + 1000.);
        QVERIFY(!method.shaftSensor().empty() && !method.noStretch().empty());
    }
    /// What a kind cannot do without is named, never guessed.
    void whatIsMissingIsNamed_data() { shaftKinds_data(); }
    void whatIsMissingIsNamed() {
        QFETCH(int, kind);
        const auto k = static_cast<PullKind>(kind);
        Trace bare = traceOfKind(k);
        without(bare, shaftMethodOf(k)->shaftChannel());
        without(bare, ChannelId::EngineSpeed);
        without(bare, ChannelId::VehicleSpeed);
        const auto noShaft = fitPull(bare);
        QVERIFY(!noShaft);
        QVERIFY2(noShaft.error().reason.find("speed") != std::string::npos, noShaft.error().reason.c_str());
        Trace still = traceOfKind(k);
        for (Channel& c : still.channels)
            if (c.name.id != ChannelId::Time)
                std::fill(c.values.begin(), c.values.end(), 0.);
        QVERIFY(!fitPull(still));
        Trace brief = traceOfKind(k);
        for (Channel& c : brief.channels)
            c.values.resize(5);
        QVERIFY(fitPull(brief).error().reason.find("too few") != std::string::npos);
        Trace noTime = traceOfKind(k);
        without(noTime, ChannelId::Time);
        QVERIFY(fitPull(noTime).error().reason.find("time") != std::string::npos);
    }
    void theHeaderIsChecked() {
        Trace roller = traceOfKind(PullKind::Roller);
        roller.header.rollerInertiaKgM2.reset();
        QVERIFY(fitPull(roller).error().reason.find("inertia") != std::string::npos);
        Trace brake = traceOfKind(PullKind::Brake);
        without(brake, ChannelId::LoadForce);
        without(brake, ChannelId::BrakeTorque);
        QVERIFY(fitPull(brake).error().reason.find("column of its load") != std::string::npos);
    }
    void aGivenCurveIsNoRecord() {
        QVERIFY(!methodOf(PullKind::Curve).measured());
        QVERIFY(!shaftMethodOf(PullKind::Curve));
        Trace trace;
        trace.header.kind = PullKind::Curve;
        QVERIFY(!readyPull(trace));
        // Nor is a run on the road.
        trace.header.kind = PullKind::Road;
        QVERIFY(!readyPull(trace) && !fitPull(trace));
        QCOMPARE(fitPull(trace).error().message.code, std::string_view("error.road-no-curve"));
    }

    void headerKeysAreSpeltOnce() {
        QSet<QString> keys;
        for (const HeaderKey& key : headerKeys()) {
            const QString name = QString::fromStdString(std::string(key.key));
            QVERIFY2(!keys.contains(name), qPrintable(name));
            keys << name;
            QVERIFY(!key.what.empty() && !key.askedAt.empty());
        }
    }
    void headerFactsAreTyped() {
        PullHeader header;
        QVERIFY(!header.number(header_key::restS));
        QVERIFY(header.text(header_key::gear).empty());
        header.set(header_key::restS, 240.5);
        header.set(header_key::gear, "4th");
        header.set(header_key::gear, "5th");
        QCOMPARE(*header.number(header_key::restS), 240.5);
        QCOMPARE(header.text(header_key::gear), std::string_view("5th"));
        QCOMPARE(header.other.size(), std::size_t(2)); // set anew, not added again
        QCOMPARE(header.written("rest_s"), std::string_view("240.5"));
        // What is no number is none, whatever stands there; a stranger's key is kept and never read.
        for (const char* bad : {"", "four", "4 s", "nan", "inf", "1e999", "0x10"}) {
            header.set(TextKey{header_key::restS.key}, bad);
            QVERIFY2(!header.number(header_key::restS), bad);
        }
        header.other.emplace_back("somebody's own", "7");
        QCOMPARE(header.written("somebody's own"), std::string_view("7"));
    }
};

JR_SUITE(TestPullMethods)
#include "test_pull_methods.moc"
