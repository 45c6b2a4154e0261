// SPDX-License-Identifier: GPL-3.0-or-later
// What charts of a comparison say of themselves, and lines that do not cross a hole in the range.
#pragma once

#include "app/model/job_model.h"

#include <QVector>

namespace jr::app {

/// "SAE J1349 · detail 160 rpm · 4 + 3 pulls · air 21.0 °C 987 hPa": what every chart says of itself.
QString comparisonNote(const JobModel& model);
/// Mean air of the pulls that count, as text; empty when unknown.
QString airText(const JobModel& model);
QString setupNameOf(const JobModel& model, const std::string& setupId);
int setupMarkOf(const JobModel& model, const std::string& setupId);

/// Splits at holes in the grid so that no line or band crosses one.
inline QVector<double> withHoles(const std::vector<double>& rpm, double gridRpm, const std::vector<double>& value,
                                 auto toUnit, QVector<double>& keys) {
    QVector<double> out;
    keys.clear();
    for (std::size_t i = 0; i < rpm.size(); ++i) {
        if (i > 0 && rpm[i] - rpm[i - 1] > 1.5 * gridRpm) {
            keys.append(0.5 * (rpm[i] + rpm[i - 1]));
            out.append(qQNaN());
        }
        keys.append(rpm[i]);
        out.append(toUnit(value[i]));
    }
    return out;
}

} // namespace jr::app
