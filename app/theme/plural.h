// SPDX-License-Identifier: GPL-3.0-or-later
// "1 pull", "3 pulls": both forms are given, so that no translation file is needed for English.
#pragma once

#include <QLocale>
#include <QString>

namespace jr::app {

/// `one` and `many` are already translated; %1 in `many` becomes the number.
inline QString plural(int n, const QString& one, const QString& many) {
    return n == 1 ? one : many.arg(QLocale().toString(n));
}

} // namespace jr::app
