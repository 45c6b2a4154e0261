// SPDX-License-Identifier: GPL-3.0-or-later
// A receiver that rides along, ride after ride out and back, speaking its sentences as they come about; and what can
// happen to one: it starts anew, its clock jumps, a line is torn. docs/standin.md says each in words.
#pragma once

#include "standin/road_log.h"

#include <deque>
#include <string>

namespace standin {

/// What goes wrong, at which second of which ride; below 0: it does not.
struct ReceiverTrouble {
    int inRide = 1;
    double resetAtS = -1., jumpAtS = -1., tornAtS = -1.;
    double jumpByS = 3600.;
};

class RoadReceiver {
public:
    /// `rides` 0: on and on. Lost and poor fixes and a lifted throttle of the setting happen in the troubled ride only.
    RoadReceiver(RoadMachine machine, RoadSetting setting, ReceiverTrouble trouble, int rides);

    /// What it has said by so many seconds after it was switched on.
    std::string heardBy(double timeS);
    /// Truths of the rides that are over, as printed; handed out once.
    std::string takeTruths();

private:
    struct Said {
        double atS;
        std::string text, truth{}; ///< of the ride that is over with it
    };
    void ride();
    void brakeAndStand();
    void say(FixNow fix);

    RoadMachine m_machine;
    RoadSetting m_setting;
    ReceiverTrouble m_trouble;
    int m_rides, m_done = 0;
    std::deque<Said> m_said;
    double m_nowS = 0.; ///< of what has been made up so far
    double m_clockOffsetS = 0., m_deafUntilS = -1., m_silentUntilS = -1.;
    double m_placeM = 0., m_heading = 1.; ///< north of where it was switched on, and which way it goes
    double m_speedMPerS = 0.;             ///< at the end of what was ridden
    std::string m_truths;
    Dice m_dice;
};

} // namespace standin
