// SPDX-License-Identifier: GPL-3.0-or-later
// Every order that moves a bench, and the stop that stands above them: one place, so that nothing can ask for a target
// after a trip.
//
// A stop (the operator's or a guard's) first cuts ignition or fuel where the bench can, then lets go of the load:
// thrown off under an open throttle an engine runs away. Both lines are repeated until the bench answers. The load is
// let go of once the engine is no longer fed (answered, or its throttle is seen shut), or when waiting longer would be
// no better. A stop stays latched until the operator clears it; until then no target and no offer goes out. Pressed
// again it puts nothing off: what is owed is written at once, and the patience counts from the first press. A bench
// that introduces itself anew may be another one, or have started afresh with its load on: a stop that stands is owed
// to it from the beginning.
//
// A bench that counts (`fact numbered yes`) gets every order as "#N WORD …" and says N in its answer: an answer that is
// not of the newest order of its word counts for nothing. An order written again is the same order under its number.
// Values and functions with the time given, no device: the session writes what is due.
#pragma once

#include "bench/bench_lines.h"
#include "bench/description.h"
#include "core/live/step_run.h"
#include "core/words/message.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace jr {

enum class OrderState { NotAsked, Asked, Answered, Refused };

/// How a stop stands, for the words on the screen. Never says more than is so.
struct StopStatus {
    bool latched = false;
    bool canCut = false;    ///< this bench says that it can
    bool canListen = false; ///< it takes orders at all
    bool hasBrake = false;
    OrderState cut = OrderState::NotAsked, release = OrderState::NotAsked;
    std::string refusedWhy; ///< the bench's own words
    Message reason;         ///< the guard's; empty when a person stopped it
    double waitingS = 0.;   ///< for an answer still owed
    bool notSent = false;   ///< the last writing failed: there is no line to the bench

    bool operator==(const StopStatus&) const = default;
};

struct OrderOptions {
    double repeatS = 0.25;      ///< an unanswered order is written again
    double cutPatienceS = 1.5;  ///< the load is let go of after so long without an answer or a shut throttle
    double shutThrottle = 0.15; ///< at or below: the engine is no longer fed
    double complainS = 2.;      ///< an answer owed for longer is complained of
};

class BenchOrders {
public:
    explicit BenchOrders(OrderOptions options = {}) : m_o(options) {}

    /// An introduction ended, of this bench or of another one: orders are counted anew, targets and steps that waited
    /// are forgotten, and a stop that stands is owed anew. A load that was asked for counts as on until it is let go
    /// of.
    void describe(const BenchDescription& bench);

    /// The line was opened anew: nobody knows what became of what was said over the one before. A stop that stands is
    /// owed on it, and once more when the bench has introduced itself.
    void newLine();

    /// Stop now. `reason` is a guard's or empty. Once more while it stands writes what is owed at once and asks again
    /// what was refused; when nothing is owed any more it is a stop of its own.
    void stop(const Message& reason, double nowS);
    /// The operator has seen it and takes the stop off.
    void clear();
    const StopStatus& status() const { return m_status; }

    // Ordinary orders. Errors: a stop stands; the bench only prints numbers.
    Result<Done> hold(double rpm);
    Result<Done> sweep(double fromRpm, double toRpm, double rpmPerS);
    Result<Done> holdSteps(StepRunOptions options, double benchTimeS);
    Result<Done> offer(const std::string& word);
    Result<Done> zero(const std::string& channel);
    /// Lets go of a load without a stop, e.g. after the last step.
    void release();
    bool loaded() const { return m_loaded; } ///< a target was asked for and not let go of since
    const StepRun* steps() const { return m_steps ? &*m_steps : nullptr; }
    /// Once, after a run of steps came to its end: how many never settled.
    std::optional<std::size_t> takeGivenUp() { return std::exchange(m_givenUp, std::nullopt); }

    /// A frame of the bench: steps go on, and a shut throttle is seen.
    void feed(double benchTimeS, double rpm, double throttle, bool pulling, double nowS);
    /// False when it is the answer to an order that is no longer the newest of its word, and counts for nothing.
    bool answered(const AnswerLine& answer, double nowS);

    /// Lines to be written now, without checksum, in their order. The session says with `wrote` whether they went out.
    std::vector<std::string> due(double nowS);
    void wrote(bool good) { m_status.notSent = !good; }
    /// A line of the session's own ("start", "stop") as this bench wants it: with its number where orders are counted.
    std::string outgoing(const std::string& line);
    /// Samples may be asked for: no stop stands whose lines this bench has not been sent.
    bool mayStart() const { return !m_status.latched || !m_status.canListen || m_release.wasWritten(); }
    /// Both lines of a stop as they would go out now, should the program be ended; takes no number.
    std::vector<std::string> lastWords() const;

private:
    struct Urgent {
        OrderState state = OrderState::NotAsked;
        double askedS = 0., writtenS = -1e9;
        std::uint32_t number = 0; ///< under which it went out; 0 where orders are not counted
        bool atOnce = false;      ///< due now, however short ago it was written
        /// An answer may be this one's: it is owed, and the line went out. One that was given to a stop before is late.
        bool mayBeAnswered() const { return state == OrderState::Asked && wasWritten(); }
        bool wasWritten() const { return writtenS > -1e8; }
    };
    void owe();
    void showUrgent(double nowS);
    Result<Done> mayAsk() const;
    std::string counted(const std::string& line, std::uint32_t number) const;

    OrderOptions m_o;
    StopStatus m_status;
    Urgent m_cut, m_release;
    double m_stoppedS = 0.;
    bool m_fed = true; ///< as far as can be seen
    bool m_loaded = false;
    bool m_counts = false;          ///< the bench wants a number before every order
    std::uint32_t m_lastNumber = 0; ///< of this introduction
    std::optional<StepRun> m_steps;
    std::optional<std::size_t> m_givenUp;
    std::vector<std::string> m_lines;
};

} // namespace jr
