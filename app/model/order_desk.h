// SPDX-License-Identifier: GPL-3.0-or-later
// The work order of the open job: read, changed as a step that can be undone, its guesses sealed and opened. Decides;
// draws nothing.
#pragma once

#include "app/model/job_model.h"
#include "archive/formats/work_order_sheet.h"

namespace jr::app {

class OrderDesk : public QObject {
    Q_OBJECT
public:
    explicit OrderDesk(JobModel& job, QObject* parent = nullptr);

    /// With all lines of the fitness check that its kind of machine has.
    WorkOrder order() const;
    void change(const QString& what, const std::function<void(WorkOrder&)>& set);

    void setFit(const std::string& key, Fit fit, const QString& who);
    /// What is wrong, in words.
    void setWrong(const std::string& key, const QString& what);
    void addPart(const QString& part);
    void setPart(std::size_t line, KitState state, const QString& instead = {});
    void takePart(std::size_t line);
    void guess(const QString& who, double gainPct);
    /// Whether there is an outcome to hold the guesses against: a comparison with margins.
    bool canOpenGuesses() const;
    void openGuesses();
    /// "Ada guessed +2.0 %: inside what came out"; before they are opened only who guessed.
    QStringList guessWords() const;
    /// How everybody guessed in all jobs, in words; asked of the archive.
    void tellRecords(QObject* asker, std::function<void(const QStringList&)> then) const;
    void handOver(bool over);

signals:
    void changed();

private:
    JobModel& m_job;
};

} // namespace jr::app
