// SPDX-License-Identifier: GPL-3.0-or-later
// "1 pull", "3 pulls": both forms are given, and each is translated as a sentence of its own.
#pragma once

#include <QLocale>
#include <QString>

namespace jr::app {

/// `one` and `many` are already translated; %1 in `many` becomes the number.
inline QString plural(int n, const QString& one, const QString& many) {
    return n == 1 ? one : many.arg(QLocale().toString(n));
}

} // namespace jr::app
