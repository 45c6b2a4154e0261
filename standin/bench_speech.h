// SPDX-License-Identifier: GPL-3.0-or-later
// The stand-in's own writing and reading of docs/bench-lines.md and of NMEA 0183. Shares nothing with the reading side
// but that text.
#pragma once

#include "standin/live_world.h"

#include <optional>
#include <string>
#include <vector>

namespace standin {

/// The line with its checksum and line end: "text*HH\n"; CRC-8, polynomial 0x07.
std::string spoken(const std::string& text);
/// hello … begin: what this bench is and has.
std::vector<std::string> introduction(const LiveWorld& world);
std::string sampleLine(std::uint32_t count, const Reading& reading);
/// "$WIMDA,…*HH\r\n": pressure, temperature and humidity as a weather station says them.
std::string weatherSentence(const Weather& weather);
/// "$GPRMC,…" with a speed over ground.
std::string speedSentence(double metresPerS, double timeS);

/// One command from the program, checksum checked: the answer line ("done …" or "refused …"), and what it does to the
/// world.
struct Heard {
    std::string number; ///< "#12 " of a numbered order, to be said in its answer
    std::string answer; ///< without checksum; empty for a line that is not ours, or an answer that comes when it is so
    bool introduce = false, start = false, stop = false;
    bool cut = false, release = false; ///< orders answered once they are carried out: LateAnswers
};
Heard hear(const std::string& line, LiveWorld& world);

/// Orders that are answered when they are carried out and not before: "done cut" once the engine is no longer fed,
/// "done release" once the load is off.
class LateAnswers {
public:
    void heard(const Heard& what) {
        if (what.cut)
            m_cut = what.number;
        if (what.release)
            m_release = what.number;
    }
    /// Lines that are due now, without checksum.
    std::vector<std::string> due(const LiveWorld& world);

private:
    std::optional<std::string> m_cut, m_release; ///< the newest order's number
};

} // namespace standin
