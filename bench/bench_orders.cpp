// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/bench_orders.h"

#include <algorithm>
#include <cstdio>

namespace jr {
namespace {

std::string rounded(const char* words, double value) {
    char text[64];
    std::snprintf(text, sizeof text, "%s %.0f", words, value);
    return text;
}

bool owed(OrderState state) {
    return state == OrderState::Asked;
}

} // namespace

void BenchOrders::describe(const BenchDescription& bench) {
    m_status.canListen = !bench.plain;
    m_status.canCut = bench.canCut();
    m_status.hasBrake = bench.hasBrake();
    m_counts = bench.countsOrders();
    m_lastNumber = 0;
    m_steps.reset();
    m_lines.clear();
    if (m_release.state == OrderState::Asked && !m_status.latched)
        m_release = {OrderState::Asked};
    if (m_status.latched)
        owe();
}

void BenchOrders::newLine() {
    if (m_status.latched)
        owe();
}

/// Cut and release from the beginning; the load goes when it is its turn (due).
void BenchOrders::owe() {
    m_fed = true;
    m_cut = m_release = {};
    m_status.refusedWhy.clear();
    if (m_status.canListen && m_status.canCut)
        m_cut = {OrderState::Asked};
}

void BenchOrders::stop(const Message& reason, double nowS) {
    m_steps.reset();
    m_lines.clear();
    if (!reason.empty())
        m_status.reason = reason;
    const bool stillOwed =
        m_status.latched && (m_cut.state == OrderState::Asked || m_release.state != OrderState::Answered);
    m_status.latched = true;
    if (stillOwed) {
        for (Urgent* order : {&m_cut, &m_release}) {
            if (order->state == OrderState::Refused)
                *order = {OrderState::Asked};
            order->atOnce = true;
        }
        m_status.refusedWhy.clear();
    } else {
        m_stoppedS = nowS;
        owe();
    }
    showUrgent(nowS);
}

void BenchOrders::clear() {
    m_cut = m_release = {};
    const StopStatus kept = m_status;
    m_status = {};
    m_status.canCut = kept.canCut;
    m_status.canListen = kept.canListen;
    m_status.hasBrake = kept.hasBrake;
}

Result<Done> BenchOrders::mayAsk() const {
    if (m_status.latched)
        return Error{Message{"line.stop-stands"}};
    if (!m_status.canListen)
        return Error{Message{"line.only-prints-numbers"}};
    return Done{};
}

Result<Done> BenchOrders::hold(double rpm) {
    if (const Result<Done> may = mayAsk(); !may)
        return may;
    m_steps.reset();
    m_loaded = true;
    m_lines.push_back(rounded("target hold", rpm));
    return Done{};
}

Result<Done> BenchOrders::sweep(double fromRpm, double toRpm, double rpmPerS) {
    if (const Result<Done> may = mayAsk(); !may)
        return may;
    m_steps.reset();
    m_loaded = true;
    m_lines.push_back(rounded(rounded(rounded("target sweep", fromRpm).c_str(), toRpm).c_str(), rpmPerS));
    return Done{};
}

Result<Done> BenchOrders::holdSteps(StepRunOptions options, double benchTimeS) {
    if (const Result<Done> may = mayAsk(); !may)
        return may;
    m_steps.emplace(std::move(options));
    const auto first = m_steps->begin(benchTimeS);
    if (!first) {
        m_steps.reset();
        return Error{Message{"line.no-step"}};
    }
    m_loaded = true;
    m_lines.push_back(rounded("target hold", *first));
    return Done{};
}

Result<Done> BenchOrders::offer(const std::string& word) {
    if (const Result<Done> may = mayAsk(); !may)
        return may;
    m_lines.push_back("do " + word);
    return Done{};
}

Result<Done> BenchOrders::zero(const std::string& channel) {
    if (const Result<Done> may = mayAsk(); !may)
        return may;
    m_lines.push_back("zero " + channel);
    return Done{};
}

void BenchOrders::release() {
    m_steps.reset();
    if (m_status.canListen && !m_status.latched)
        m_release = {OrderState::Asked};
}

void BenchOrders::feed(double benchTimeS, double rpm, double throttle, bool pulling, double nowS) {
    if (throttle <= m_o.shutThrottle)
        m_fed = false;
    if (m_steps && !m_status.latched) {
        if (!pulling) {
            // Not on the throttle yet: the clock of the first step starts when it is.
            if (m_steps->index() == 0)
                (void)m_steps->begin(benchTimeS);
        } else if (const auto next = m_steps->feed(benchTimeS, rpm)) {
            m_lines.push_back(rounded("target hold", *next));
        } else if (m_steps->finished()) {
            m_givenUp = m_steps->givenUp().size();
            release();
        }
    }
    showUrgent(nowS);
}

bool BenchOrders::answered(const AnswerLine& answer, double nowS) {
    const auto is = [&](std::string_view order) {
        const std::string_view text = answer.text;
        return text == order || text.starts_with(std::string(order) + " ");
    };
    Urgent* const order = is("cut") ? &m_cut : is("release") ? &m_release : nullptr;
    if (!order)
        return true; // of what is no stop's nothing is kept
    if (m_counts && answer.number != order->number)
        return false;
    if (!order->mayBeAnswered())
        return order->state == OrderState::Answered && answer.done; // written twice, so answered twice: no news
    order->state = answer.done ? OrderState::Answered : OrderState::Refused;
    if (!answer.done)
        m_status.refusedWhy = answer.text;
    else if (order == &m_cut)
        m_fed = false;
    else
        m_loaded = false;
    showUrgent(nowS);
    return true;
}

std::string BenchOrders::counted(const std::string& line, std::uint32_t number) const {
    return m_counts ? "#" + std::to_string(number) + " " + line : line;
}

std::string BenchOrders::outgoing(const std::string& line) {
    return counted(line, ++m_lastNumber);
}

std::vector<std::string> BenchOrders::lastWords() const {
    return {counted("cut", m_lastNumber + 1), counted("release", m_lastNumber + 2)};
}

std::vector<std::string> BenchOrders::due(double nowS) {
    std::vector<std::string> out;
    // The load stays on until the engine is no longer fed, or waiting for that has become the worse choice.
    if (m_status.latched && m_status.canListen && m_release.state == OrderState::NotAsked &&
        (!m_status.hasBrake || !m_fed || nowS - m_stoppedS >= m_o.cutPatienceS))
        m_release = {OrderState::Asked};
    const auto urge = [&](Urgent& order, const char* line) {
        if (!owed(order.state) || (!order.atOnce && nowS - order.writtenS < m_o.repeatS))
            return;
        if (!order.wasWritten()) {
            order.askedS = nowS;
            order.number = ++m_lastNumber;
        }
        order.writtenS = nowS;
        order.atOnce = false;
        out.push_back(counted(line, order.number));
    };
    urge(m_cut, "cut");
    urge(m_release, "release");
    for (const std::string& line : m_lines)
        out.push_back(outgoing(line));
    m_lines.clear();
    showUrgent(nowS);
    return out;
}

void BenchOrders::showUrgent(double nowS) {
    m_status.cut = m_cut.state;
    m_status.release = m_release.state;
    m_status.waitingS = 0.;
    for (const Urgent* order : {&m_cut, &m_release})
        if (order->mayBeAnswered())
            m_status.waitingS = std::max(m_status.waitingS, nowS - order->askedS);
}

} // namespace jr
