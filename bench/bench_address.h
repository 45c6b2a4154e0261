// SPDX-License-Identifier: GPL-3.0-or-later
// Where a bench is: "tcp:HOST:PORT", "serial:PATH" with an optional "@BAUD", or a capture played again, "replay:FILE"
// with an optional "@TIMES" (so many times quicker; 0: as quickly as it is read).
#pragma once

#include "core/result.h"

#include <QString>

namespace jr {

struct BenchAddress {
    enum class Kind { Tcp, Serial, Replay } kind = Kind::Tcp;
    QString place;  ///< host, device path or capture
    int number = 0; ///< port, baud rate or speed
    QString text() const;
};

/// Errors: none of these, no port, a number out of range.
Result<BenchAddress> parseBenchAddress(const QString& text);

} // namespace jr
