// SPDX-License-Identifier: GPL-3.0-or-later
// What a file becomes: its curve with the raw points behind, or, while something is missing for a curve, its speeds
// over time, so that a wrong column is seen at once.
#pragma once

#include "app/charts/range_chart.h"
#include "app/import/import_set.h"
#include "app/model/job_model.h"

namespace jr::app {

class ImportPicture : public RangeChart {
    Q_OBJECT
public:
    ImportPicture(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void showItem(const ImportItem* item);

private:
    void drawCurve(const ImportItem& item);
    void drawSpeeds(const Trace& trace);

    const JobModel& m_model;
};

} // namespace jr::app
