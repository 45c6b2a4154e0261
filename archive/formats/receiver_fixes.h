// SPDX-License-Identifier: GPL-3.0-or-later
// A receiver's sentences put together to fixes: all that was said of one moment (RMC, GGA and VTG share its time). Used
// by the file reader and by a receiver that is listened to, so that a run is the same by either way.
#pragma once

#include "core/nan.h"

#include <optional>
#include <string_view>

namespace jr {

struct ReceiverFix {
    double timeS = kNaN;  ///< since 1970, or of the first day where no date is known; goes on over midnight
    double clockS = kNaN; ///< the same without the date: since the first midnight
    bool dated = false;
    double speedMPerS = kNaN, latitudeDeg = kNaN, longitudeDeg = kNaN, altitudeM = kNaN, satellites = kNaN, hdop = kNaN;
    long line = 0;

    bool tells() const; ///< a speed or a place; a receiver that hears no satellite tells neither
};

enum class SentenceFault {
    None,
    NotAFix,   ///< a sentence about something else
    Damaged,   ///< one of ours with a wrong checksum or without its fields
    NoSentence ///< no sentence at all
};

class FixAssembler {
public:
    /// `line` is kept with the fix.
    SentenceFault take(std::string_view sentence, long line = 0);
    /// A fix is whole once a sentence of another moment begins; handed out once.
    std::optional<ReceiverFix> takeFix();
    /// No more will come.
    void end();

private:
    std::optional<ReceiverFix> m_whole;
    ReceiverFix m_now;
    std::optional<double> m_dayS, m_ofDayS;
    double m_nightsS = 0.;
};

} // namespace jr
