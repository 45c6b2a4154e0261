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
    if (m_device && !lines.empty())
        m_device->flush();
    showStop();
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
        (void)m_capture->remark("fact " + key + " " + value);
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
