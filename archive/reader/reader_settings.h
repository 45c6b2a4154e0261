// SPDX-License-Identifier: GPL-3.0-or-later
// How a person reads: units one by one and the language, as the person's other settings are kept (freedesktop's
// configuration folder). The window writes them; the command line's sentences follow them too.
#pragma once

#include "core/result.h"
#include "core/words/wording.h"

#include <QString>

#include <memory>
#include <optional>
#include <string_view>
#include <vector>

class QLocale;
class QSettings;

namespace jr {

/// To be called first of all. Settings that are no plain file (a pipe) would be waited for; then the program goes on
/// without, and this says so.
std::optional<Remark> leaveSettingsThatAreNoFile();

/// The person's settings of this program, whichever of its commands asks.
std::unique_ptr<QSettings> personsSettings();

/// A thing that readers differ about, the symbols of the units it can be read in, and where the choice is kept.
struct UnitChoice {
    const char* key;
    std::vector<std::string_view> symbols; ///< of core/units, the usual one of metric countries first
    Unit Wording::*unit;
};
const std::vector<UnitChoice>& unitChoices();

/// One of the program's units by the symbol it is kept under; of workshop and bench the workshop's first: a log's "kg"
/// is a load, a reader's is a weight.
std::optional<Unit> readerUnitOf(std::string_view symbol);

/// Units as kept, and where nothing was chosen those usual where the person lives. Language and decimal mark are not
/// touched.
Wording unitsAsKept(const QLocale& locale);
void keepUnit(const UnitChoice& choice, const Unit& unit);

/// "de"; empty: the system's.
QString languageAsKept();
void keepLanguage(const QString& id);

/// For a program without a window: what the person chose, and what nobody chose as this program has it from the start
/// (hp, lb-ft, English), so that scripts see the same until somebody says otherwise.
Wording wordingOfPerson();

} // namespace jr
