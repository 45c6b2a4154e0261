// SPDX-License-Identifier: GPL-3.0-or-later
// Where a bench is: "tcp:HOST:PORT" or "serial:PATH" with an optional "@BAUD".
#pragma once

#include "core/result.h"

#include <QString>

namespace jr {

struct BenchAddress {
    enum class Kind { Tcp, Serial } kind = Kind::Tcp;
    QString place;  ///< host or device path
    int number = 0; ///< port or baud rate
    QString text() const;
};

/// Errors: neither tcp nor serial, no port, a number out of range.
Result<BenchAddress> parseBenchAddress(const QString& text);

} // namespace jr
