// SPDX-License-Identifier: GPL-3.0-or-later
// The unit an input of Figure is typed and shown in: the reader's where there is a choice (temperatures, pressures,
// masses, road speeds, torque), its own elsewhere. What is worked with stays in its own.
#pragma once

#include "app/figure/input_list.h"
#include "core/words/wording.h"

#include <optional>

namespace jr::app {

class InputUnit {
public:
    InputUnit(const InputSpec& spec, const Wording& wording);
    double shown(double value) const; ///< the reader's number
    double kept(double shown) const;  ///< and back
    int decimals() const { return m_decimals; }
    const QString& words() const { return m_words; } ///< "°F"; may be empty
    /// "54.0 mm", "16.0°".
    QString text(double value) const;

private:
    std::optional<Unit> m_own, m_reader;
    int m_decimals;
    QString m_words;
};

} // namespace jr::app
