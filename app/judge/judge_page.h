// SPDX-License-Identifier: GPL-3.0-or-later
// What the pages of Judge have alike: drawings on the left, beside them the account in words, cautions, and where it is
// written how this was found.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QWidget>

#include <functional>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QVBoxLayout;

namespace jr::app {

class Markup;

class JudgePage : public QWidget {
    Q_OBJECT
public:
    /// `method` is the heading in docs/judging.md that says how it is found.
    JudgePage(const Theme& theme, JobModel& model, const QString& method, QWidget* parent = nullptr);
    QString words() const; ///< all that is said, for tests
    void refresh();

protected:
    void showEvent(QShowEvent* event) override;
    /// What is to be asked of the study, as the page's switches stand now; what it gives back draws and says. Called
    /// when the page is visible and something changed.
    virtual StudyDesk::Work work() = 0;

    QVBoxLayout* drawings() { return m_drawings; }
    QVBoxLayout* tools() { return m_tools; } ///< above the words
    void headline(const QString& text);
    void say(const QString& text, const char* property = nullptr);
    void say(const Markup& text, const char* property = nullptr);
    void sayCautions(const std::vector<Caution>& cautions);
    /// Mean of the band, peak, or at a speed: a row of its own among the tools.
    void addMetric();
    Metric metric() const;
    QString metricWords() const; ///< "mean from 4000 to 8500 rpm"
    /// What was chosen on these pages, kept with the job.
    JudgingSheet judging() const;
    void keepJudging(const QString& what, const std::function<void(JudgingSheet&)>& change);
    QString power(double watt, double marginW, bool sign = false) const;
    QString setupName(const std::string& id) const;

    const Theme& m_theme;
    JobModel& m_model;

private:
    void draw(const StudyDesk::Draw& answer);
    void add(QLabel* label, const char* property);
    QVBoxLayout* m_drawings;
    QVBoxLayout* m_tools;
    QLabel* m_headline;
    QVBoxLayout* m_words;
    QComboBox* m_metric = nullptr;
    void fitAtToAxis();
    QDoubleSpinBox* m_at = nullptr;
};

} // namespace jr::app
