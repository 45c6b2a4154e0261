// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet as a row of blocks, one below the other: sentences, pictures, tables. The painter lays them out on as many
// pages as they need.
#pragma once

#include "app/handover/sheet.h"

#include <QFont>

#include <functional>
#include <vector>

class QPainter;

namespace jr::app {

struct SheetBlock {
    enum class Kind { Title, Headline, Body, Line, Muted, Caution, Drawing } kind;
    QString words;
    /// Of a drawing: painted below `y`, gives back where it ends.
    std::function<double(QPainter&, double y)> draw{};
};

/// What stands on the paper as its story and its parts are chosen, in order, without head and foot. Drawings read the
/// sheet when they are painted: it must outlive the blocks.
std::vector<SheetBlock> sheetBlocks(const Sheet& sheet);
/// What it does not show, for the foot of the first page; empty when that part is left off.
QString sheetFoot(const Sheet& sheet);

QFont fontOf(SheetBlock::Kind kind);
/// Where the block's words begin.
double leftOf(SheetBlock::Kind kind);
/// Room before it.
double gapBefore(SheetBlock::Kind kind);
double heightOf(const SheetBlock& block);

} // namespace jr::app
