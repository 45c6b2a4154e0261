// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/pull_catcher.h"

#include <iterator>

namespace jr {
namespace {

template <class T>
void moveInto(std::vector<T>& all, std::vector<T> some) {
    all.insert(all.end(), std::make_move_iterator(some.begin()), std::make_move_iterator(some.end()));
}

} // namespace

void PullCatcher::setSitting(const SittingFacts& facts) {
    m_sitting = facts;
    if (m_cutter)
        m_cutter->setSitting(facts);
}

void PullCatcher::setProcedure(const Procedure& procedure) {
    m_procedure = procedure;
    if (m_cutter)
        m_cutter->setProcedure(procedure);
}

void PullCatcher::setLimits(const GuardLimits& limits) {
    m_limits = limits;
    if (m_cutter)
        m_cutter->setLimits(limits);
}

Result<Done> PullCatcher::setFact(const std::string& key, const std::string& value) {
    return m_cutter ? m_cutter->setFact(key, value) : Result<Done>(Done{});
}

void PullCatcher::anchor(double epochS, double benchTimeS) {
    m_anchor = {epochS, benchTimeS};
    if (m_cutter)
        m_cutter->anchor(epochS, benchTimeS);
}

void PullCatcher::gather() {
    if (!m_cutter)
        return;
    moveInto(m_pulls, m_cutter->takePulls());
    moveInto(m_trips, m_cutter->takeTrips());
    moveInto(m_remarks, m_cutter->takeRemarks());
    if (auto coast = m_cutter->takeCoastDown())
        m_coast = std::move(coast);
}

void PullCatcher::use(std::shared_ptr<const BenchDescription> bench) {
    if (m_cutter) {
        const bool pulling = m_cutter->pullBeganS().has_value();
        m_cutter->broken();
        gather();
        m_remarks.push_back({pulling ? "line.another-bench-pulling" : "line.another-bench"});
        // Procedure and limits were the other bench's.
        m_procedure.reset();
        m_limits.reset();
    }
    m_bench = std::move(bench);
    m_cutter.emplace(*m_bench);
    m_cutter->setSitting(m_sitting);
    if (m_procedure)
        m_cutter->setProcedure(*m_procedure);
    if (m_limits)
        m_cutter->setLimits(*m_limits);
    if (m_anchor)
        m_cutter->anchor(m_anchor->first, m_anchor->second);
    m_newBench = true;
    ++m_introductions;
}

std::size_t PullCatcher::take(std::string_view bytes) {
    m_frames.clear();
    m_feed.take(bytes, m_frames);
    for (const Frame& frame : m_frames) {
        if (frame.bench != m_bench)
            use(frame.bench);
        if (!m_anchor && m_firstEpochS > 0.)
            anchor(m_firstEpochS, frame.timeS);
        if (m_feed.air())
            m_cutter->setAir(*m_feed.air());
        m_cutter->feed(frame);
        if (m_listener)
            m_listener(*m_cutter);
    }
    // An introduction without a sample yet: the bench is known, and its pulls are to be cut from the first one on.
    if (m_feed.description() && m_feed.description() != m_bench)
        use(m_feed.description());
    return m_frames.size();
}

void PullCatcher::broken() {
    if (m_cutter)
        m_cutter->broken();
}

void PullCatcher::reconnected() {
    m_feed.reconnected();
}

std::vector<CaughtPull> PullCatcher::takePulls() {
    gather();
    return std::exchange(m_pulls, {});
}

std::vector<GuardTrip> PullCatcher::takeTrips() {
    gather();
    return std::exchange(m_trips, {});
}

std::vector<LivePoint> PullCatcher::takePoints() {
    return m_cutter ? m_cutter->takePoints() : std::vector<LivePoint>{};
}

std::vector<Message> PullCatcher::takeRemarks() {
    gather();
    return std::exchange(m_remarks, {});
}

std::optional<CoastDown> PullCatcher::takeCoastDown() {
    gather();
    return std::exchange(m_coast, std::nullopt);
}

} // namespace jr
