// SPDX-License-Identifier: GPL-3.0-or-later
// The session's orders: asked for by the window, decided by BenchOrders, written here.
#include "bench/bench_session.h"

namespace jr {

void BenchSession::carryOut() {
    const std::vector<std::string> lines = m_orders.due(nowS());
    for (const std::string& line : lines) {
        const bool good = write(line);
        m_orders.wrote(good);
        if (!good && !m_orders.status().latched)
            emit said(Error{Message{"line.not-sent", {line}}});
    }
    // Not at the next turn of the loop: now.
    if (m_device && !lines.empty()) {
        m_device->flush();
        renewLastWords();
    }
    showStop();
}

/// Samples, once the bench is introduced and has been sent what a standing stop owes it: what it does under a stop it
/// does first.
void BenchSession::askForSamples() {
    if (!m_startOwed || !m_orders.mayStart())
        return;
    m_startOwed = !write(m_orders.outgoing("start"));
    m_sinceAsked.start();
    if (m_device)
        m_device->flush();
    renewLastWords();
}

/// Should the program be ended from outside, this is what the bench still hears of it.
void BenchSession::renewLastWords() {
    if (m_options.plain || !m_device)
        return;
    std::string words;
    for (const std::string& line : m_orders.lastWords())
        words += withChecksum(line);
    // The new ones first: there is no moment at which nothing would be said.
    const int before = std::exchange(m_lastWords, leaveLastWords(m_device->lastWordsDescriptor(), words));
    takeBackLastWords(before);
}

bool BenchSession::owesAnything() const {
    const StopStatus& now = m_orders.status();
    return now.latched && now.canListen &&
           (now.cut == OrderState::Asked || now.release == OrderState::NotAsked || now.release == OrderState::Asked);
}

/// A machine that pulls, a brake that is loaded and a stop that is owed are not walked away from: until the release is
/// on the wire, and for a moment longer until it is answered. What could not be sent is said.
void BenchSession::sayGoodbye() {
    if (m_device)
        m_device->disconnect(this); // from here on it is read by hand, and a wait that ends is no error
    const bool busy = m_orders.loaded() || m_lastState == BenchState::Pulling || owesAnything();
    if (!busy || m_options.plain)
        return;
    const auto line = [&] { return m_device && m_device->isOpen() && m_orders.status().canListen; };
    if (line()) {
        if (!m_orders.status().latched)
            m_orders.stop({"line.is-left"}, nowS());
        const auto seconds = [](const QElapsedTimer& since) { return static_cast<double>(since.elapsed()) / 1000.; };
        QElapsedTimer goodbye, onTheWire;
        goodbye.start();
        while (line() && owesAnything()) {
            carryOut();
            const bool written = m_orders.status().release == OrderState::Asked && m_device->unsent() == 0;
            if (written && !onTheWire.isValid())
                onTheWire.start();
            if (onTheWire.isValid() && seconds(onTheWire) > m_options.goodbyeS)
                break;
            // A line that takes nothing any more is not waited for without end.
            if (seconds(goodbye) > m_options.orders.cutPatienceS + 2. * m_options.goodbyeS)
                break;
            if (m_device->waitFor(20))
                arrived();
        }
        const OrderState release = m_orders.status().release; // refused was sent too, and is said as that
        if (onTheWire.isValid() || release == OrderState::Answered || release == OrderState::Refused)
            return;
    }
    m_leftUnsent = true;
    emit said(Error{Message{"line.left-unsent"}});
}

void BenchSession::showStop() {
    const StopStatus now = m_orders.status();
    const StepRun* steps = m_orders.steps();
    {
        const std::lock_guard held(m_lock);
        m_snapshot.stop = now;
        m_snapshot.steps =
            steps ? std::optional(StepsNow{steps->index(), steps->count(), steps->settled()}) : std::nullopt;
    }
    StopStatus plain = now;
    plain.waitingS = m_shownStop.waitingS; // grows by itself; asked for with the snapshot
    if (plain == m_shownStop)
        return;
    m_shownStop = now;
    emit stopChanged(now);
}

void BenchSession::tell(const Result<Done>& asked) {
    if (!asked)
        emit refused(asked.error());
    carryOut();
}

void BenchSession::stop() {
    m_orders.stop({}, nowS());
    if (!m_device || !m_device->isOpen())
        m_orders.wrote(false);
    carryOut();
}

void BenchSession::clearStop() {
    m_orders.clear();
    showStop();
}

void BenchSession::hold(double rpm) {
    tell(m_orders.hold(rpm));
}

void BenchSession::sweep(double fromRpm, double toRpm, double rpmPerS) {
    tell(m_orders.sweep(fromRpm, toRpm, rpmPerS));
}

void BenchSession::holdSteps(const std::vector<double>& stepsRpm) {
    StepRunOptions options;
    options.stepsRpm = stepsRpm;
    tell(m_orders.holdSteps(std::move(options), snapshot().figures.timeS));
}

void BenchSession::releaseBrake() {
    m_orders.release();
    carryOut();
}

void BenchSession::askOffer(const QString& word) {
    tell(m_orders.offer(word.toStdString()));
}

void BenchSession::zero(const QString& channel) {
    tell(m_orders.zero(channel.toStdString()));
}

// --- what the pulls belong to

void BenchSession::setSitting(SittingFacts facts) {
    m_sitting = std::move(facts);
    m_catcher.setSitting(m_sitting);
    remarkSitting();
}

void BenchSession::setProcedure(Procedure procedure) {
    m_catcher.setProcedure(procedure);
}

void BenchSession::setLimits(GuardLimits limits) {
    m_catcher.setLimits(limits);
}

void BenchSession::setFact(const std::string& key, const std::string& value) {
    if (m_capture)
        m_capture->remark("fact " + key + " " + value);
    if (const Result<Done> done = m_catcher.setFact(key, value); !done)
        emit refused(done.error());
}

void BenchSession::beginByHand() {
    if (PullCutter* cutter = m_catcher.cutter())
        cutter->beginByHand();
}

void BenchSession::endByHand() {
    if (PullCutter* cutter = m_catcher.cutter())
        cutter->endByHand();
}

} // namespace jr
