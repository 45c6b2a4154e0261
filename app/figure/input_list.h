// SPDX-License-Identifier: GPL-3.0-or-later
// What a page of Figure rests on: each input with its value, unit and where it comes from. A value can be typed; the
// word behind it says measured, sheet, handbook or guess, and can be changed for what a hand gave.
#pragma once

#include "app/model/job_model.h"
#include "core/figure/inputs.h"

#include <QWidget>

#include <functional>
#include <vector>

class QGridLayout;
class QLabel;
class QLineEdit;
class QToolButton;

namespace jr::app {

struct InputSpec {
    InputKind kind;
    QString label, unit;
    double step = 1.;
    int decimals = 0;
    /// Choices by name in place of a number: 0, 1, 2…
    QStringList words{};
};

QString originWord(Origin origin);

class InputList : public QWidget {
    Q_OBJECT
public:
    InputList(const JobModel& model, const std::vector<InputSpec>& specs, FigureInputs& inputs,
              QWidget* parent = nullptr);

    std::function<void(const std::string& key, double value)> typed;
    std::function<void(const std::string& key, Origin origin)> originWanted;

    void refresh();
    /// Rows that have nothing to do with what is asked are not shown.
    void setShown(const std::string& key, bool shown);
    QLineEdit* field(const std::string& key) const; ///< null for a choice by name
    QString shown(const InputSpec& spec) const;     ///< "54.0 mm", in the reader's unit

private:
    struct Row {
        QLabel* label;
        QLineEdit* field = nullptr;
        class QComboBox* words = nullptr;
        QToolButton* origin;
    };
    void take(std::size_t row);
    void offerOrigins(std::size_t row);
    void nameRows();
    class InputUnit unitOf(const InputSpec& spec) const;

    const JobModel& m_model;
    const std::vector<InputSpec>& m_specs;
    FigureInputs& m_inputs;
    std::vector<Row> m_rows;
};

} // namespace jr::app
