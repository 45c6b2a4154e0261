// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet's second page: what goes with the machine. The order, weights, maps, rules, what to look at again and when,
// and the machine's own book.
#pragma once

#include "app/handover/sheet_story.h"
#include "app/model/book_notes.h"

#include <QString>
#include <QStringList>

#include <vector>

namespace jr::app {

class JobModel;

struct SheetSection {
    SheetPart part;
    QString title;
    QStringList lines;
};

/// Only those that have something to say. `book` may be null: not read yet.
std::vector<SheetSection> sectionsOf(const JobModel& model, const MachineBook* book);

} // namespace jr::app
