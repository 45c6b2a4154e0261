// SPDX-License-Identifier: GPL-3.0-or-later
// Fuel between two fillings (P16): a test that runs dry in its middle is a lost test.
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
    double usedMl() const { return m_usedMl; }
    /// Pulls since it was filled, for the header of the next one.
    int pullsSinceFilled() const { return m_pulls; }
    void filled();
    void burn(double ml); ///< by one more pull
    /// By what the pulls of this run took on average; nothing when the tank or their need is not known.
    std::optional<int> pullsLeft() const;

signals:
    void changed();

private:
    double m_sizeMl = 0., m_usedMl = 0.;
    int m_pulls = 0;
    std::vector<double> m_perPullMl;
};

} // namespace jr::app
