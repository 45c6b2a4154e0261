// SPDX-License-Identifier: GPL-3.0-or-later
// Maps and other files kept with a setup: name, checksum, what changed, hours; given back as they were kept.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QWidget>

class QDoubleSpinBox;
class QHBoxLayout;
class QLineEdit;

namespace jr::app {

class SetupFilesStrip : public QWidget {
    Q_OBJECT
public:
    SetupFilesStrip(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setSetup(const std::string& setupId);
    void addFile(const QString& path);
    int shownCount() const; ///< cards, or the line that says there are none
    QString words() const;  ///< of all cards, for tests

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void refresh();
    QWidget* card(const SetupFile& file);
    void giveBack(const SetupFile& file);
    void writeTo(const SetupFile& file, const QString& to);
    void take(const SetupFile& file);

    const Theme& m_theme;
    JobModel& m_model;
    std::string m_setupId;
    QHBoxLayout* m_cards;
    QWidget* m_tools;
    QLineEdit* m_changed;
    QDoubleSpinBox* m_hours;
};

} // namespace jr::app
