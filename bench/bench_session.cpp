// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/bench_session.h"

#include "bench/last_words.h"

#include "core/words/wording.h"

#include <QDateTime>

#include <cmath>

namespace jr {
namespace {

constexpr int kTickMs = 100;
// A bench that introduces itself differently so often within so long is no bench to listen to.
constexpr int kMostChanges = 5;
constexpr qint64 kChangesWithinMs = 10000;
// So many lines of words a second are passed on; the rest is counted.
constexpr qint64 kWordsEveryMs = 200;

} // namespace

Message linkStateMessage(LinkState state) {
    switch (state) {
    case LinkState::Off:
        return {"line.off"};
    case LinkState::Calling:
        return {"line.calling"};
    case LinkState::Introducing:
        return {"line.introducing"};
    case LinkState::Streaming:
        return {"line.connected"};
    case LinkState::Silent:
        return {"line.silent"};
    case LinkState::Waiting:
        return {"line.waiting"};
    }
    return {};
}

BenchSession::BenchSession(SessionOptions options)
    : m_options(std::move(options)), m_orders(m_options.orders), m_ticker(this), m_again(this) {
    if (!m_options.nowEpochS)
        m_options.nowEpochS = [] { return static_cast<double>(QDateTime::currentMSecsSinceEpoch()) / 1000.; };
    m_clock.start();
    m_sinceWords.start();
    m_ticker.setInterval(kTickMs);
    m_again.setSingleShot(true);
    connect(&m_ticker, &QTimer::timeout, this, &BenchSession::tick);
    connect(&m_again, &QTimer::timeout, this, &BenchSession::call);
}

BenchSession::~BenchSession() {
    takeBackLastWords(m_lastWords);
    if (m_device)
        m_device->disconnect(this);
}

LiveSnapshot BenchSession::snapshot() const {
    const std::lock_guard held(m_lock);
    return m_snapshot;
}

std::vector<LivePoint> BenchSession::takePoints() {
    const std::lock_guard held(m_lock);
    return std::exchange(m_points, {});
}

std::optional<BenchDescription> BenchSession::description() const {
    const std::lock_guard held(m_lock);
    return m_described;
}

void BenchSession::setLink(LinkState state, Message words) {
    if (state == m_link && words.empty())
        return;
    m_link = state;
    {
        const std::lock_guard held(m_lock);
        m_snapshot.link = state;
        if (state != LinkState::Streaming) // the last figures of a line that is gone are nobody's figures
            m_snapshot.figures = {};
        m_snapshot.reconnects = m_reconnects;
    }
    emit linkChanged(state, words.empty() ? linkStateMessage(state) : std::move(words));
}

void BenchSession::open() {
    m_wanted = true;
    if (!m_options.captureFolder.isEmpty() && !m_capture) {
        const double epochS = std::round(m_options.nowEpochS() * 1000.) / 1000.;
        beginCapture({epochS, {}, {}});
    }
    if (m_options.plain) {
        m_catcher = PullCatcher(LineFeed(*m_options.plain, m_options.plainHeader));
        m_catcher.setSitting(m_sitting);
    }
    m_catcher.setFrameListener([this](PullCutter& cutter) { afterFrame(cutter); });
    m_ticker.start();
    call();
}

void BenchSession::close() {
    m_wanted = false;
    m_ticker.stop();
    m_again.stop();
    if (m_device) {
        m_device->disconnect(this); // from here on it is read by hand, and a wait that ends is no error
        // A machine that pulls or a brake that is loaded is not walked away from.
        const bool busy = m_orders.loaded() || m_lastState == BenchState::Pulling;
        if (busy && !m_options.plain && m_link == LinkState::Streaming) {
            m_orders.stop({"line.is-left"}, nowS());
            QElapsedTimer goodbye;
            goodbye.start();
            const auto owed = [&] {
                const StopStatus& now = m_orders.status();
                return now.cut == OrderState::Asked || now.release != OrderState::Answered;
            };
            while (m_device && m_device->isOpen() && owed() &&
                   goodbye.elapsed() < static_cast<qint64>(m_options.goodbyeS * 1000.)) {
                carryOut();
                if (m_device->waitFor(20))
                    arrived();
            }
        }
        if (m_device) {
            if (!m_options.plain)
                (void)write("stop");
            m_device->leave();
            m_device.reset();
        }
        takeBackLastWords(std::exchange(m_lastWords, -1));
    }
    m_catcher.broken();
    handOut();
    setLink(LinkState::Off);
}

void BenchSession::connected() {
    // Should the program be ended from outside, this is what the bench still hears of it.
    if (!m_options.plain)
        m_lastWords = leaveLastWords(m_device->lastWordsDescriptor(), withChecksum("cut") + withChecksum("release"));
    setLink(LinkState::Introducing);
    if (!m_options.plain)
        (void)write("hello"); // asked again by the tick
    m_sinceData.start();
}

void BenchSession::call() {
    if (!m_wanted)
        return;
    setLink(LinkState::Calling);
    m_catcher.reconnected();
    m_sinceData.start();
    m_sinceAsked.start();
    m_device = makeBenchLink(m_options.address);
    connect(m_device.get(), &BenchLink::opened, this, &BenchSession::connected);
    connect(m_device.get(), &BenchLink::arrived, this, &BenchSession::arrived);
    connect(m_device.get(), &BenchLink::lost, this, &BenchSession::lost);
    m_device->open();
}

void BenchSession::lost(const Message& why) {
    takeBackLastWords(std::exchange(m_lastWords, -1));
    if (m_device) {
        m_device->disconnect(this);
        m_device.release()->deleteLater(); // we may stand in one of its own signals
    }
    if (m_capture)
        (void)m_capture->remark("broken");
    m_catcher.broken();
    handOut();
    if (m_orders.status().latched)
        m_orders.wrote(false); // whatever is owed has nobody to answer it
    showStop();
    if (!m_wanted)
        return;
    ++m_tries;
    // Half a second, one, two, four, then every four.
    m_again.start(500 * (1 << std::min(m_tries - 1, 3)));
    setLink(LinkState::Waiting, {"line.none-calling-again", {Sayings{{why}}}});
}

bool BenchSession::write(const std::string& text) {
    if (!m_device || !m_device->isOpen())
        return false;
    const std::string line = withChecksum(text);
    return m_device->write(QByteArray::fromStdString(line));
}

void BenchSession::arrived() {
    if (!m_device)
        return;
    const QByteArray bytes = m_device->take();
    if (bytes.isEmpty())
        return;
    m_sinceData.start();
    if (m_capture)
        if (const Result<Done> written = m_capture->append(bytes); !written)
            emit said(written.error());
    const std::size_t frames = m_catcher.take({bytes.constData(), static_cast<std::size_t>(bytes.size())});
    for (auto& answers = m_catcher.feed().answers; !answers.empty(); answers.pop_front())
        m_orders.answered(answers.front(), nowS());
    if (m_catcher.takeNewBench()) {
        const BenchDescription& bench = *m_catcher.feed().description();
        m_orders.describe(bench);
        {
            const std::lock_guard held(m_lock);
            m_described = bench;
        }
        if (!m_sinceChange.isValid() || m_sinceChange.elapsed() > kChangesWithinMs) {
            m_sinceChange.start();
            m_changes = 0;
        }
        if (++m_changes > kMostChanges) {
            lost({"line.keeps-changing"});
            return;
        }
        emit described(bench);
    }
    passWords();
    if (!m_catcher.cutter())
        return;
    if (m_link == LinkState::Introducing || m_link == LinkState::Silent) {
        if (frames == 0) {
            if (!m_options.plain && (m_sinceAsked.elapsed() > 300 || m_link == LinkState::Introducing)) {
                (void)write("start"); // asked again by the tick
                m_sinceAsked.start();
            }
        } else {
            if (m_tries > 0)
                ++m_reconnects;
            m_tries = 0;
            setLink(LinkState::Streaming, {"line.connected-to", {m_catcher.feed().description()->name}});
        }
    }
    if (const auto givenUp = m_orders.takeGivenUp())
        emit stepsGivenUp(static_cast<int>(*givenUp));
    carryOut();
    if (frames == 0)
        return;
    if (m_catcher.feed().clockJumped())
        emit said(Error{Message{"line.clock-jumped"}});
    handOut();
    if (m_capture && m_capture->size() > m_options.captureAnewBytes && m_capture->settled() &&
        m_lastState != BenchState::Pulling)
        beginCaptureAnew();
    const PullCutter& cutter = *m_catcher.cutter();
    const std::lock_guard held(m_lock);
    m_snapshot.state = cutter.state();
    m_snapshot.figures = cutter.figures();
    m_snapshot.stateForS = m_snapshot.figures.timeS - cutter.stateSinceS();
    m_snapshot.coastFromRadS = cutter.coastFromRadS();
    m_snapshot.health = m_catcher.feed().health();
    m_snapshot.air = m_catcher.feed().air() ? std::optional(*m_catcher.feed().air()) : std::nullopt;
    m_snapshot.capturedBytes = m_capture ? m_capture->size() : 0;
}

void BenchSession::afterFrame(PullCutter& cutter) {
    const LiveFigures& figures = cutter.figures();
    if (!m_catcher.anchored()) {
        // To the millisecond, as the capture can say it again.
        const double epochS = std::round(m_options.nowEpochS() * 1000.) / 1000.;
        m_catcher.anchor(epochS, figures.timeS);
        if (m_capture)
            (void)m_capture->remark(anchorRemark(epochS, figures.timeS));
    }
    m_orders.feed(figures.timeS, figures.rpm, figures.throttle, cutter.state() == BenchState::Pulling, nowS());
    // Stopped in the same breath as the sample that asked for it.
    for (const GuardTrip& trip : m_catcher.takeTrips()) {
        m_orders.stop(guardMessage(trip), nowS());
        carryOut();
        emit tripped(trip);
    }
    if (cutter.state() != m_lastState) {
        m_lastState = cutter.state();
        if (m_lastState == BenchState::Pulling)
            emit pullBegan();
        emit stateChanged(m_lastState);
    }
}

/// Words of the bench reach people at a pace they can read; a bench that talks without end is counted.
void BenchSession::passWords() {
    auto& words = m_catcher.feed().said;
    if (words.empty() || m_sinceWords.elapsed() < kWordsEveryMs)
        return;
    m_sinceWords.start();
    constexpr std::size_t kAtOnce = 5;
    for (std::size_t i = 0; i < kAtOnce && !words.empty(); ++i, words.pop_front())
        emit said(Error{words.front()});
    if (!words.empty())
        emit said(Error{Message{"line.said-more", {Count{static_cast<long>(words.size())}}}});
    words.clear();
}

void BenchSession::handOut() {
    for (CaughtPull& pull : m_catcher.takePulls()) {
        if (m_capture)
            m_capture->caught(pull.trace.header.id);
        emit pullCaught(std::make_shared<CaughtPull>(std::move(pull)));
    }
    if (auto coast = m_catcher.takeCoastDown())
        emit coastCaught(std::make_shared<CoastDown>(std::move(*coast)));
    for (const Message& remark : m_catcher.takeRemarks())
        emit said(Error{remark});
    std::vector<LivePoint> points = m_catcher.takePoints();
    const std::lock_guard held(m_lock);
    m_points.insert(m_points.end(), points.begin(), points.end());
    // Nobody draws: the newest few thousand are enough for any chart.
    if (m_points.size() > 20000)
        m_points.erase(m_points.begin(), m_points.end() - 10000);
}

void BenchSession::tick() {
    static constexpr int kSyncTicks = 5;
    if (m_capture && ++m_syncTicks % kSyncTicks == 0)
        if (const Result<Done> synced = m_capture->sync(); !synced)
            emit said(synced.error());
    passWords();
    carryOut();
    if (!m_device)
        return;
    const double quiet = static_cast<double>(m_sinceData.elapsed()) / 1000.;
    if (m_link == LinkState::Streaming && quiet > m_options.silentS)
        setLink(LinkState::Silent);
    if (!m_options.plain && m_link == LinkState::Introducing && m_sinceAsked.elapsed() > 1000) {
        // A greeting or an order may have been lost on the line.
        (void)write(m_catcher.feed().description() ? "start" : "hello");
        m_sinceAsked.start();
    }
    if (quiet > m_options.giveUpS)
        lost({"line.nothing-heard", {Number{quiet}}});
}

} // namespace jr
