// SPDX-License-Identifier: GPL-3.0-or-later
// Bytes of a bench in, pulls out: the line feed and the cutter that belongs to the bench now speaking. One road for the
// live session and for the replay of a capture, so that both find the same pulls under the same ids.
//
// A bench may introduce itself anew in mid-stream, or another bench may answer at the same address: a changed
// introduction ends the pull in hand, and what comes after is cut by a cutter of its own.
#pragma once

#include "bench/line_feed.h"
#include "bench/pull_cutter.h"

#include <functional>

namespace jr {

class PullCatcher {
public:
    explicit PullCatcher(LineFeed feed = {}) : m_feed(std::move(feed)) {}

    /// Called after every frame that was taken.
    void setFrameListener(std::function<void(PullCutter&)> listener) { m_listener = std::move(listener); }
    void setSitting(const SittingFacts& facts);
    void setProcedure(const Procedure& procedure);
    void setLimits(const GuardLimits& limits);
    /// A calibration of ours laid over the bench now speaking; another bench begins with its own facts.
    Result<Done> setFact(const std::string& key, const std::string& value);
    /// Wall clock of a bench time. Without one the first frame is taken to be at `epochS`.
    void anchor(double epochS, double benchTimeS);
    /// Where the first frame to come stands on the wall clock, unless anchored already.
    void expectAt(double epochS) { m_firstEpochS = epochS; }
    std::optional<std::pair<double, double>> anchored() const { return m_anchor; } ///< epoch, bench time

    /// Returns the frames taken.
    std::size_t take(std::string_view bytes);
    void broken();      ///< the line broke off, or the capture ends here
    void reconnected(); ///< half a line from before is worthless

    LineFeed& feed() { return m_feed; }
    const LineFeed& feed() const { return m_feed; }
    /// Of the bench now speaking; null before its introduction.
    PullCutter* cutter() { return m_cutter ? &*m_cutter : nullptr; }
    /// Once for every new description, the first included.
    bool takeNewBench() { return std::exchange(m_newBench, false); }
    int introductions() const { return m_introductions; } ///< different ones so far
    /// Pulls kept in memory and not yet handed out, over all benches that spoke.
    std::vector<CaughtPull> takePulls();
    std::vector<GuardTrip> takeTrips();
    std::vector<LivePoint> takePoints();
    std::vector<Message> takeRemarks();
    std::optional<CoastDown> takeCoastDown();

private:
    void use(std::shared_ptr<const BenchDescription> bench);
    void gather();

    LineFeed m_feed;
    std::function<void(PullCutter&)> m_listener;
    std::shared_ptr<const BenchDescription> m_bench;
    std::optional<PullCutter> m_cutter;
    SittingFacts m_sitting;
    std::optional<Procedure> m_procedure;
    std::optional<GuardLimits> m_limits;
    std::optional<std::pair<double, double>> m_anchor;
    double m_firstEpochS = 0.;
    std::vector<Frame> m_frames;
    bool m_newBench = false;
    int m_introductions = 0;
    // Of cutters that are gone, not yet handed out.
    std::vector<CaughtPull> m_pulls;
    std::vector<GuardTrip> m_trips;
    std::vector<Message> m_remarks;
    std::optional<CoastDown> m_coast;
};

} // namespace jr
