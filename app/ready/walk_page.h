// SPDX-License-Identifier: GPL-3.0-or-later
// The walk-round: lines in working order in four areas, measured values against their windows, safety lines that want a
// tick or a written reason.
#pragma once

#include "app/model/bench_model.h"
#include "app/theme/theme.h"
#include "core/ready/walk_round.h"

#include <QWidget>

#include <functional>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QToolButton;
class QVBoxLayout;

namespace jr::app {

class WalkPage : public QWidget {
    Q_OBJECT
public:
    WalkPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    QString stateWords() const;
    // What the widgets of a line do; also for tests.
    void tick(const std::string& key, bool on);
    void measure(const std::string& key, std::optional<double> value);
    void giveReason(const std::string& key, const QString& reason);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void change(const std::string& key, const QString& what, const std::function<void(WalkLine&)>& set);
    QWidget* lineWidget(const WalkLine& line);
    QWidget* rewriteWidget(const WalkLine& line);
    void addLine();
    void startAfresh();

    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    QLabel* m_state;
    QVBoxLayout* m_said;
    QVBoxLayout* m_areas[4];
    QLineEdit* m_who;
    QToolButton* m_rewrite;
    QWidget* m_adding;
    QLineEdit* m_newWords;
    QComboBox* m_newArea;
    QCheckBox* m_newSafety;
};

} // namespace jr::app
