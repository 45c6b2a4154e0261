// SPDX-License-Identifier: GPL-3.0-or-later
// What an axis is called under a chart.
#pragma once

#include "core/words/wording.h"

#include <QCoreApplication>
#include <QString>

namespace jr::app {

/// "engine speed [rpm]", "road speed [km/h]".
inline QString axisWords(CurveAxis axis, const Wording& wording) {
    const QString unit = QString::fromStdString(axisSymbol(axis, wording));
    return axis == CurveAxis::EngineSpeed ? QCoreApplication::translate("Axis", "engine speed [%1]").arg(unit)
                                          : QCoreApplication::translate("Axis", "road speed [%1]").arg(unit);
}

} // namespace jr::app
