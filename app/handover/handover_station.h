// SPDX-License-Identifier: GPL-3.0-or-later
// Hand over: the sheet as it will print, and every export.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"
#include "app/widgets/station.h"

#include <QWidget>

class QPushButton;

namespace jr::app {

class SheetView;

class HandoverStation : public Station {
    Q_OBJECT
public:
    HandoverStation(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    StationFace face() const override;

    // Each writes whole or not at all, and says what went wrong.
    Result<Done> writePdf(const QString& path) const;
    Result<Done> writePng(const QString& path) const;
    Result<Done> writeSvg(const QString& path) const;
    Result<Done> writeCsv(const QString& path) const;
    Result<Done> writeJson(const QString& path) const;

signals:
    void message(const QString& text);

private:
    void refresh();
    void save(const QString& what, const QString& suffix, Result<Done> (HandoverStation::*write)(const QString&) const);

    JobModel& m_model;
    SheetView* m_sheet;
    std::vector<QPushButton*> m_buttons;
};

} // namespace jr::app
