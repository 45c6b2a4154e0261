// SPDX-License-Identifier: GPL-3.0-or-later
// A sheet frozen as it was handed over: the paper (PDF), its figures (JSON), what it was judged by (settings), and a
// list of them with checksums, in one small zip that opens without this program. Judging anew later never changes it;
// what would come out otherwise today can be told.
#pragma once

#include "app/handover/sheet.h"
#include "core/result.h"

#include <QByteArray>

namespace jr::app {

/// Errors: the paper cannot be made.
Result<std::string> freeze(const Sheet& sheet);

/// What is read of a frozen sheet again.
struct FrozenSheet {
    QByteArray pdf;
    std::string result;   ///< JSON, as docs/result.schema.json
    std::string settings; ///< JSON
    QString headline, program;
    QString standard, base, with;
    int basePulls = 0, withPulls = 0;
    std::optional<double> differenceW, lowW, highW; ///< of the band mean
    std::vector<QString> cautions;
};

/// Errors: not a frozen sheet; a part of it is damaged.
Result<FrozenSheet> thaw(const std::string& frozen);

/// What is otherwise now, a sentence each; empty: nothing.
QStringList changesSince(const FrozenSheet& then, const Sheet& now);

} // namespace jr::app
