// SPDX-License-Identifier: GPL-3.0-or-later
// What paper lies in the printers of a country.
#pragma once

#include <QPageSize>

class QLocale;

namespace jr::app {

/// Letter where it is the usual paper, A4 everywhere else. Source: Unicode CLDR, paper sizes by territory (value from
/// memory).
QPageSize paperOf(const QLocale& locale);

} // namespace jr::app
