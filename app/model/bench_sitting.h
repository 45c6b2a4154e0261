// SPDX-License-Identifier: GPL-3.0-or-later
// What the next pulls belong to: setup, the fixed things of the sitting, its procedure, the guards' limits, and what
// should be settled on Ready before.
#pragma once

#include "app/model/bench_connection.h"
#include "archive/formats/job_sheets.h"

namespace jr::app {

class BenchSitting : public QObject {
    Q_OBJECT
public:
    BenchSitting(JobModel& job, BenchConnection& link, QObject* parent = nullptr);

    const QString& setup() const { return m_setup; }
    void setSetup(const QString& name);
    /// Which fitting of the job the next pulls are of: as the last one, a new one where the setup is another, or where
    /// a person says that it was taken off and put on again.
    int fitting() const;
    bool putOnAgain() const { return m_putOnAgain; }
    void setPutOnAgain(bool again); ///< taken back as long as no pull was made
    bool warmUp() const { return m_warmUp; }
    void setWarmUp(bool on);
    QString key(const QString& key) const;
    void setKey(const QString& key, const QString& value); ///< gear, tyre_pressure_kpa, straps
    const Procedure& procedure() const { return m_procedure; }
    void setProcedure(const Procedure& procedure);
    const GuardLimits& limits() const { return m_limits; }
    void setLimits(const GuardLimits& limits);

    /// The job's walk-round; a fresh one by kind of machine and bench when there is none yet.
    WalkRound walkRound() const;
    /// What should be settled on Ready before a pull, in words; empty when nothing is open.
    QString openBeforePull() const;

signals:
    void changed();
    void setupChanged();

private:
    void tell();
    void useProcedure(const Procedure& procedure);
    void keep(const QString& what);
    void apply(const SittingSheet& sheet);
    void takeFromJob();

    JobModel& m_job;
    BenchConnection& m_link;
    QString m_setup;
    bool m_warmUp = true;
    bool m_putOnAgain = false;
    int m_lastFitting = 1;   ///< as the bench was last told
    std::size_t m_pulls = 0; ///< that had been made when it was said
    std::vector<std::pair<std::string, std::string>> m_keys;
    Procedure m_procedure;
    bool m_ownProcedure = false; ///< set by a person, not the bench's own
    std::string m_takenFrom;     ///< the job the sitting was taken from
    void takeBenchLimits();
    GuardLimits m_limits;
    GuardLimits m_benchLimits; ///< as the bench itself says; what a person set stays until that changes
    std::string m_limitsOf;    ///< the bench that said so
};

} // namespace jr::app
