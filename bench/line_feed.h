// SPDX-License-Identifier: GPL-3.0-or-later
// Bytes from a bench, however they arrive, into frames: lines put together, checksums and counts checked, weather
// picked out, the clock made continuous. Nothing is dropped in silence: what was wrong is counted and the last of each
// kind can be shown.
#pragma once

#include "archive/formats/nmea.h"
#include "archive/formats/receiver_fixes.h"
#include "bench/bench_lines.h"
#include "bench/description.h"
#include "core/words/message.h"

#include <deque>
#include <memory>
#include <optional>
#include <utility>

namespace jr {

/// What the line has been like since it was opened.
struct LineHealth {
    std::uint64_t samples = 0;
    std::uint64_t badChecksums = 0;
    std::uint64_t garbage = 0;     ///< lines that are none of ours, or too long
    std::uint64_t missing = 0;     ///< samples the bench counted and we never saw
    std::uint64_t wrongLength = 0; ///< samples with another number of values than channels
    std::uint64_t clockJumps = 0;
    std::vector<Message> words() const; ///< one sentence for each that is not zero
};

/// A plain delimited stream: which column is what. Columns not named are left alone.
struct PlainLayout {
    char delimiter = ',';
    bool decimalComma = false;
    std::vector<std::optional<BenchChannel>> columns;
    int timeColumn = -1;    ///< -1: samples are taken to come `stepS` apart
    double timeFactor = 1.; ///< to seconds
    double stepS = 0.01;
    bool satellite = false; ///< "nmea": nothing but sentences; a sample for each speed
    bool road = false;      ///< "road": a receiver that rides along; a sample for each fix, its places too
};

/// "time:ms, -, roller_speed:rpm, engine_speed" with an optional leading "semicolon," or "tab,": a plain layout.
/// Errors name the word that is no channel or unit.
Result<PlainLayout> parsePlainLayout(std::string_view text);

class LineFeed {
public:
    LineFeed() = default;
    explicit LineFeed(PlainLayout plain, PullHeader header = {});

    /// Takes what arrived; frames are appended to `frames`, each with the description it was sent under. Words for
    /// people are queued in `said`, answers to orders in `answers`; of what nobody takes the newest hundred are kept.
    void take(std::string_view bytes, std::vector<Frame>& frames);

    /// Null until the bench has said "begin" (a plain layout has one at once). A bench that introduces itself again in
    /// the same words keeps its description; in other words it gets a new one, and the frames before keep the old.
    const std::shared_ptr<const BenchDescription>& description() const { return m_description; }
    const LineHealth& health() const { return m_health; }
    const Air* air() const { return m_air ? &*m_air : nullptr; } ///< the weather station's last word, whole or nothing
    std::optional<double> groundSpeedMS() const { return m_speedMS; }
    std::deque<Message> said;       ///< operator texts, remarks on the introduction
    std::deque<AnswerLine> answers; ///< "done cut", "refused target hold 0 : …"
    /// The line was opened anew: half a line from before is worthless, counts begin afresh.
    void reconnected();
    /// An introduction ended since this was asked last, in the same words or in others.
    bool takeIntroduced() { return std::exchange(m_introduced, false); }
    bool clockJumped() { return std::exchange(m_jumped, false); }

    /// Where the continuous clock stands, so that a capture begun in mid-stream can be read on the same one.
    struct Clock {
        double lastTimeS = 0., offsetS = 0., usualStepS = 0.005;
    };
    std::optional<Clock> clock() const;
    void resumeClock(const Clock& clock);

private:
    void line(std::string_view text, std::vector<Frame>& frames);
    void take(const BenchLine& line, std::vector<Frame>& frames);
    void plain(std::string_view text, std::vector<Frame>& frames);
    void sentence(std::string_view text, std::vector<Frame>& frames);
    void weather(const NmeaReading& reading);
    void introduce(const BenchLine& message, std::string_view text);
    void say(Message message);
    void frame(double timeS, std::vector<double> values, std::vector<Frame>& frames);

    std::string m_buffer;
    bool m_skipping = false; // inside a line too long to be ours
    std::shared_ptr<const BenchDescription> m_description;
    std::unique_ptr<BenchDescription> m_coming; ///< being said
    std::optional<PlainLayout> m_plain;
    std::uint64_t m_plainRows = 0;
    FixAssembler m_fixes;
    bool m_addSpeed = false;
    LineHealth m_health;
    std::optional<std::uint32_t> m_lastCount;
    std::optional<double> m_lastTimeS;
    double m_usualStepS = 0.005, m_clockOffsetS = 0.;
    bool m_jumped = false, m_introduced = false;
    std::optional<double> m_tempC, m_pressurePa, m_humidity, m_speedMS;
    std::optional<Air> m_air;
};

} // namespace jr
