// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/bench_session.h"

#include "bench/last_words.h"

#include "core/words/wording.h"

#include <QDateTime>

#include <cmath>

namespace jr {
namespace {

constexpr int kTickMs = 100;
constexpr qint64 kAskAgainMs = 1000; // a greeting or an order for samples that nothing came of
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
    // Its signals go to other threads.
    qRegisterMetaType<BenchDescription>();
    qRegisterMetaType<GuardTrip>();
    qRegisterMetaType<StopStatus>();
    qRegisterMetaType<Message>("jr::Message");
    qRegisterMetaType<Error>("jr::Error");
    qRegisterMetaType<LinkState>("jr::LinkState");
    qRegisterMetaType<BenchState>("jr::BenchState");
    qRegisterMetaType<std::shared_ptr<CaughtPull>>("std::shared_ptr<jr::CaughtPull>");
    qRegisterMetaType<std::shared_ptr<CoastDown>>("std::shared_ptr<jr::CoastDown>");
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
    sayGoodbye();
    if (m_device) {
        if (!m_options.plain)
            (void)write(m_orders.outgoing("stop"));
        m_device->leave();
        m_device.reset();
    }
    takeBackLastWords(std::exchange(m_lastWords, -1));
    m_catcher.broken();
    handOut();
    setLink(LinkState::Off);
}

void BenchSession::connected() {
    m_orders.newLine();
    m_introducedHere = m_startOwed = false;
    renewLastWords();
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
        m_capture->remark("broken");
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
        m_capture->append(bytes);
    const std::size_t frames = m_catcher.take({bytes.constData(), static_cast<std::size_t>(bytes.size())});
    const bool introduced = m_catcher.feed().takeIntroduced(), another = m_catcher.takeNewBench();
    if (introduced || another) {
        if (m_orders.steps() && !another)
            emit said(Error{Message{"line.steps-ended-anew"}});
        m_orders.describe(*m_catcher.feed().description());
        renewLastWords();
        m_introducedHere = true;
        m_startOwed = !m_options.plain;
    }
    for (auto& answers = m_catcher.feed().answers; !answers.empty(); answers.pop_front())
        if (!m_orders.answered(answers.front(), nowS()))
            emit said(Error{Message{"line.late-answer", {answers.front().text}}});
    if (another) {
        const BenchDescription& bench = *m_catcher.feed().description();
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
    if (frames > 0 && (m_link == LinkState::Introducing || m_link == LinkState::Silent)) {
        if (m_tries > 0)
            ++m_reconnects;
        m_tries = 0;
        setLink(LinkState::Streaming, {"line.connected-to", {m_catcher.feed().description()->name}});
    }
    if (const auto givenUp = m_orders.takeGivenUp())
        emit stepsGivenUp(static_cast<int>(*givenUp));
    carryOut();
    askForSamples();
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
            m_capture->remark(anchorRemark(epochS, figures.timeS));
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
    passProblems();
    passWords();
    carryOut();
    if (!m_device)
        return;
    const double quiet = static_cast<double>(m_sinceData.elapsed()) / 1000.;
    if (m_link == LinkState::Streaming && quiet > m_options.silentS)
        setLink(LinkState::Silent);
    askForSamples();
    // A greeting or an order may have been lost on the line.
    const bool waits = m_link == LinkState::Introducing || m_link == LinkState::Silent;
    if (!m_options.plain && waits && m_sinceAsked.elapsed() > kAskAgainMs) {
        m_startOwed = m_introducedHere;
        if (!m_startOwed)
            (void)write("hello");
        m_sinceAsked.start();
        askForSamples();
    }
    if (quiet > m_options.giveUpS)
        lost({"line.nothing-heard", {Number{quiet}}});
}

} // namespace jr
