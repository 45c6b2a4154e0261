// SPDX-License-Identifier: GPL-3.0-or-later
// The machine's sheet: what it is, and its state of tune, cylinder by cylinder (P4). Which lines a sheet has depends on
// the kind of machine; each line knows what is plausible, so that 30:1 or a stroke in inches is asked about.
//
// Windows of plausibility: common practice, no source; they are wide, and a warning never stops anybody.
#pragma once

#include "core/words/message.h"
#include "core/words/wording.h"

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

enum class MachineKind { FourStroke, TwoStroke, Cvt, Sled, HandHeld };
const std::vector<MachineKind>& machineKinds();
std::string_view machineKindId(MachineKind kind);   ///< "four-stroke", as kept
std::string_view machineKindText(MachineKind kind); ///< "four-stroke motorcycle"
std::optional<MachineKind> parseMachineKind(std::string_view id);

enum class SheetGroup { Identity, Engine, Mixture, Ignition, Fuel, Driveline, Limits };
std::string_view sheetGroupText(SheetGroup group);

/// One line of a sheet. A line without a unit window (`low` > `high`) is free text.
struct SheetField {
    std::string_view key, words, unit;
    SheetGroup group;
    double low, high; ///< plausible, in `unit`
    bool perCylinder;
    unsigned kinds; ///< bit (1 << MachineKind)

    bool isNumber() const { return low <= high; }
    bool of(MachineKind kind) const { return kinds >> static_cast<unsigned>(kind) & 1U; }
};

const std::vector<SheetField>& allSheetFields();
std::vector<const SheetField*> sheetFields(MachineKind kind);
const SheetField* findSheetField(std::string_view key);

/// The unit the numbers of a line are read and typed in, where that is the reader's and not the line's own.
std::optional<Unit> readersUnit(const SheetField& field, const Wording& reader);
/// "main jet"; of one cylinder "main jet 2".
Message lineMessage(const SheetField& field, int cylinder = 0);
/// What stands on a line: a number in the reader's unit and with it, words as they were written; empty when nothing
/// does.
Message valueMessage(const SheetField& field, const std::string& text);

struct MachineSheet {
    MachineKind kind = MachineKind::FourStroke;
    int cylinders = 1;                         ///< 1…12
    std::map<std::string, std::string> values; ///< key, or key#2 for the second cylinder; numbers with a decimal point
    bool operator==(const MachineSheet&) const = default;
};

/// "main_jet" for the whole machine (cylinder 0), "main_jet#2" for its second cylinder.
std::string sheetKey(std::string_view key, int cylinder);
/// As written; falls back from a cylinder to the whole machine. Empty when nothing was written.
std::string sheetText(const MachineSheet& sheet, std::string_view key, int cylinder = 0);
std::optional<double> sheetNumber(const MachineSheet& sheet, std::string_view key, int cylinder = 0);

/// Bore, stroke and number of cylinders worked out, in cm³.
std::optional<double> capacityCm3(const MachineSheet& sheet);

struct SheetWarning {
    std::string key; ///< of the line, with its cylinder
    Message message;
};
/// What cannot be, or looks like another unit (where `reader` types in the sheet's own), or does not agree with its
/// neighbours.
std::vector<SheetWarning> checkMachine(const MachineSheet& sheet, const Wording& reader = {});

/// Lines in which the cylinders differ, in words: "main jet 150 / 155".
std::vector<std::string> cylinderDifferences(const MachineSheet& sheet);

} // namespace jr
