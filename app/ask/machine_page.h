// SPDX-License-Identifier: GPL-3.0-or-later
// The machine's sheet: what it is and its state of tune, cylinder by cylinder, with what cannot be right said beside it
// and its cylinders drawn to scale.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"
#include "core/machine/machine_sheet.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QSpinBox;
class QVBoxLayout;

namespace jr::app {

/// Bore and stroke to scale, one drawing a cylinder, with what differs between them.
class CylinderSketch : public QWidget {
    Q_OBJECT
public:
    explicit CylinderSketch(const Theme& theme, QWidget* parent = nullptr);
    void setSheet(const MachineSheet& sheet);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    MachineSheet m_sheet;
};

class MachinePage : public QWidget {
    Q_OBJECT
public:
    MachinePage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    MachineSheet sheet() const;
    QString warnings() const;
    /// The field of a line, for tests and keyboards.
    QLineEdit* field(const std::string& key) const;

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void build(const MachineSheet& sheet); ///< the lines of this kind, with so many cylinders
    void keep(const MachineSheet& sheet, const QString& what);
    void copyFrom();
    void copyOne(const QStringList& names, const std::vector<std::string>& bodies);

    const Theme& m_theme;
    JobModel& m_model;
    QComboBox* m_kind;
    QSpinBox* m_cylinders;
    QPushButton* m_copy;
    QLabel* m_said;
    QVBoxLayout* m_warnings;
    CylinderSketch* m_sketch;
    QWidget* m_lines;
    std::map<std::string, QLineEdit*> m_fields;
    std::pair<int, int> m_built{-1, -1}; ///< kind and cylinders the lines were made for
    bool m_filling = false;
};

} // namespace jr::app
