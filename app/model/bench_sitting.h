// SPDX-License-Identifier: GPL-3.0-or-later
// What the next pulls belong to: setup, the fixed things of the sitting, its procedure, the guards' limits, and what
// should be settled on Ready before.
#pragma once

#include "app/model/bench_connection.h"
#include "archive/formats/job_sheets.h"
#include "core/ready/leak_test.h"

#include <QDateTime>
#include <QTimer>

#include <functional>

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
    /// The word for why the next pull is to be set aside; empty: it counts.
    std::string_view asideOfNext() const;
    void setWarmUp(bool on);
    /// Pulls of a new part's first heats: kept and not judged, until it is said that it has bedded in.
    bool beddingIn() const { return m_beddingIn; }
    void setBeddingIn(bool on);
    /// How often the parts of the setup that is on have been hot, in this job; 0 without a pull.
    int heats() const;
    QString key(const QString& key) const;
    void setKey(const QString& key, const QString& value); ///< gear, tyre_pressure_kpa, straps
    const Procedure& procedure() const { return m_procedure; }
    void setProcedure(const Procedure& procedure);
    const GuardLimits& limits() const { return m_limits; }
    void setLimits(const GuardLimits& limits);

    /// Today's walk-round of the job: what was looked at on another day is open again; a fresh one by kind of machine
    /// and bench when there is none yet.
    WalkRound walkRound() const;
    /// Those of earlier days stay behind it.
    void setWalkRound(WalkRound round, const QString& what);
    WalkState walkState() const { return jr::walkState(walkRound(), pullsToday()); }
    /// The lines as they are now are those of every new job with such a machine on such a bench.
    void rememberLines();
    int pullsToday() const;                        ///< made in this job, warm-ups too
    void setClock(std::function<QDateTime()> now); ///< for tests
    /// What should be tested for leaks with the setup that is on.
    std::vector<LeakDue> leaksDue() const;
    /// What of the bench that is called is not the job's (another machine, another bench), and nobody has said why it
    /// belongs all the same; empty where all is well.
    std::vector<Message> strangers() const;
    /// It belongs, and why: the next pulls carry the reason, until another bench or job.
    void takeStrangers(const QString& why);
    /// What should be settled on Ready before a pull, in words; empty when nothing is open.
    QString openBeforePull() const;

signals:
    void changed();
    void setupChanged();

private:
    std::string today() const;
    void tell();
    void useProcedure(const Procedure& procedure);
    void keep(const QString& what);
    void apply(const SittingSheet& sheet);
    void takeFromJob();

    JobModel& m_job;
    BenchConnection& m_link;
    std::function<QDateTime()> m_now = [] { return QDateTime::currentDateTime(); };
    QTimer m_dayTimer;
    std::string m_day; ///< as last told
    QString m_setup;
    bool m_warmUp = true;
    bool m_beddingIn = false;
    bool m_putOnAgain = false;
    int m_lastFitting = 1;   ///< as the bench was last told
    std::size_t m_pulls = 0; ///< that had been made when it was said
    std::vector<std::pair<std::string, std::string>> m_keys;
    Procedure m_procedure;
    bool m_ownProcedure = false; ///< set by a person, not the bench's own
    std::string m_takenFrom;     ///< the job the sitting was taken from
    std::string m_strangersOf;   ///< job and bench whose being together was given a reason
    std::string m_belongsBecause;
    std::string pairing() const; ///< of the open job and the bench that is called
    GuardLimits limitsSaid() const;
    Procedure procedureSaid() const;
    MachineSheet machineOnBench(MachineSheet machine, int strokes) const;
    void useLimits();
    /// Where the house's own lines are remembered: by kind of machine and bench.
    QString linesKey() const;
    BenchType benchType() const;
    GuardLimits m_limits;    ///< in force
    std::string m_benchName; ///< of the bench that described itself last
    std::vector<std::pair<std::string, double>> m_typedLimits;
};

} // namespace jr::app
