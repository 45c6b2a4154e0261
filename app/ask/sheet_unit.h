// SPDX-License-Identifier: GPL-3.0-or-later
// The unit in which a line of the machine's sheet is read and typed: the reader's, where readers differ in it. It is
// kept in the sheet's own, and nothing is rounded by looking at it in another.
#pragma once

#include "core/machine/machine_sheet.h"
#include "core/words/wording.h"

#include <QString>

#include <optional>
#include <utility>

namespace jr::app {

class SheetUnit {
public:
    SheetUnit(const SheetField& field, const Wording& reader);

    QString words() const { return m_words; } ///< "psi"
    /// A number as the reader has it; words as they were written.
    QString shown(const QString& kept) const;
    /// What was typed, as the sheet keeps it: a number with a decimal point; words as they are.
    QString kept(const QString& typed) const;

private:
    QString m_words;
    bool m_isNumber;
    std::optional<std::pair<Unit, Unit>> m_turned; ///< the sheet's own and the reader's, where they are two
};

} // namespace jr::app
