// SPDX-License-Identifier: GPL-3.0-or-later
// Fuel between two fillings (P16): a test that runs dry in its middle is a lost test. What is in the tank is what was
// measured or said, less what the pulls took since; nobody has said it is full until somebody has.
#pragma once

#include <QObject>

#include <optional>
#include <vector>

namespace jr::app {

class FuelTank : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    double sizeMl() const { return m_sizeMl; } ///< 0: not known
    void setSizeMl(double ml);
    /// What is in it now; nothing while neither measured nor said to be full.
    std::optional<double> contentMl() const;
    void setContentMl(double ml); ///< measured, just now
    void filled();                ///< said to be full; its size may be unknown
    /// Nothing is known of what is in it: another machine.
    void forget();
    bool full() const { return m_full; } ///< was said to be, and pulls were made since
    /// Pulls since it was filled or measured, for the header of the next one.
    int pullsSinceFilled() const { return m_pulls; }
    /// By one more pull: what it was reckoned to take, and what a meter said where there is one. What the meter says
    /// corrects the reckoning of pulls it did not see.
    void burn(double reckonedMl, std::optional<double> measuredMl = {});
    /// By what the pulls of this run took on average; nothing when the content or their need is not known.
    std::optional<int> pullsLeft() const;

signals:
    void changed();

private:
    double reckoningFactor() const;

    double m_sizeMl = 0., m_usedMl = 0.;
    std::optional<double> m_startMl; ///< when it was measured
    bool m_full = false;
    int m_pulls = 0;
    double m_meteredMl = 0., m_meteredReckonedMl = 0.; ///< of pulls a meter saw: what it said, what was reckoned
    std::vector<double> m_perPullMl;
};

} // namespace jr::app
