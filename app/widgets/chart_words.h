// SPDX-License-Identifier: GPL-3.0-or-later
// What charts of a comparison say of themselves, and lines that do not cross a hole in the range.
#pragma once

#include "app/model/job_model.h"
#include "core/pull/grid_holes.h"

#include <QVector>

namespace jr::app {

/// "SAE J1349 · detail 160 rpm · 4 + 3 pulls · air 21.0 °C 987 hPa": what every chart says of itself.
QString comparisonNote(const JobModel& model);
/// Mean air of the pulls that count, as text; empty when unknown.
QString airText(const JobModel& model);
QString setupNameOf(const JobModel& model, const std::string& setupId);
int setupMarkOf(const JobModel& model, const std::string& setupId);

/// A line over a grid of engine speeds that does not cross a hole in it: its keys, and `valueAt(i)` at each.
struct LineWithHoles {
    QVector<double> keys, values;
};
LineWithHoles withHoles(const std::vector<double>& rpm, double gridStep, auto valueAt) {
    LineWithHoles out;
    for (std::size_t i = 0; i < rpm.size(); ++i) {
        if (holeBefore(rpm, gridStep, i)) {
            out.keys.append(0.5 * (rpm[i] + rpm[i - 1]));
            out.values.append(qQNaN());
        }
        out.keys.append(rpm[i]);
        out.values.append(valueAt(i));
    }
    return out;
}

} // namespace jr::app
