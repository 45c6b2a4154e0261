// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/receiver_fixes.h"

#include "archive/formats/nmea.h"
#include "archive/formats/text.h"

#include <cmath>
#include <utility>

namespace jr {
namespace {

constexpr double kNightS = 86400.;

} // namespace

bool ReceiverFix::tells() const {
    return std::isfinite(speedMPerS) || std::isfinite(latitudeDeg);
}

void FixAssembler::end() {
    if (m_ofDayS) {
        m_now.timeS = m_dayS.value_or(0.) + *m_ofDayS + (m_dayS ? 0. : m_nightsS);
        m_now.clockS = *m_ofDayS + m_nightsS;
        m_now.dated = m_dayS.has_value();
        m_whole = m_now;
    }
    m_now = {};
}

std::optional<ReceiverFix> FixAssembler::takeFix() {
    return std::exchange(m_whole, std::nullopt);
}

SentenceFault FixAssembler::take(std::string_view sentence, long line) {
    const auto read = readNmea(sentence);
    // Other sentences are not ours; what looks like one of ours and cannot be read, or tells no time where it should,
    // was damaged.
    const std::string_view kind = sentence.size() > 6 && sentence[0] == '$' ? sentence.substr(3, 3) : "";
    const bool timed = kind == "RMC" || kind == "GGA";
    if (!read || (timed && !read->timeOfDayS)) {
        if (timed || kind == "VTG")
            return SentenceFault::Damaged;
        return sentence[0] == '$' ? SentenceFault::NotAFix : SentenceFault::NoSentence;
    }
    if (read->timeOfDayS && (!m_ofDayS || *read->timeOfDayS != *m_ofDayS)) { // the next fix begins
        end();
        if (m_ofDayS && *read->timeOfDayS < *m_ofDayS - kNightS / 2.)
            m_nightsS += kNightS;
        m_ofDayS = read->timeOfDayS;
    }
    if (read->dayEpochS)
        m_dayS = read->dayEpochS;
    m_now.line = line;
    const auto put = [](double& field, const auto& value) {
        if (value)
            field = static_cast<double>(*value);
    };
    put(m_now.speedMPerS, read->speedMS);
    put(m_now.latitudeDeg, read->latitudeDeg);
    put(m_now.longitudeDeg, read->longitudeDeg);
    put(m_now.altitudeM, read->altitudeM);
    put(m_now.satellites, read->satellites);
    put(m_now.hdop, read->hdop);
    return SentenceFault::None;
}

} // namespace jr
