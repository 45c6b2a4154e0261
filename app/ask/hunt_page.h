// SPDX-License-Identifier: GPL-3.0-or-later
// The fault hunt: what it does, what could be the reason, one swap at a time with its result and pulls, and what to do
// next in large words.
#pragma once

#include "app/ask/past_hunts.h"
#include "app/model/job_model.h"
#include "app/theme/theme.h"
#include "core/plan/fault_hunt.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QVBoxLayout;

namespace jr::app {

class HuntPage : public QWidget {
    Q_OBJECT
public:
    HuntPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    FaultHunt hunt() const;
    QString nextWords() const;
    QString notices() const;

    // What the buttons do.
    void addSuspect(const QString& name);
    void swap(const QString& suspect);           ///< begins a swap; a second one at once joins the open swap
    void setResult(int swap, HuntResult result); ///< by ear: of a swap that has no pulls
    void putBack(int swap, bool back);
    /// Of what its pulls say, a line a swap.
    QStringList verdictWords() const;

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void judge();
    void takeVerdicts(const FaultHunt& judged, const std::vector<HuntVerdict>& verdicts);
    void sayNext();
    void listSuspects();
    void listSwaps();
    QString resultWords(const HuntVerdict& verdict) const;
    void keep(const FaultHunt& hunt, const QString& what);
    QWidget* swapCard(const FaultHunt& hunt, int index);
    std::vector<HuntPull> knownPulls() const;
    std::optional<int> pullsPerTank() const;

    const Theme& m_theme;
    JobModel& m_model;
    QLabel* m_next;
    QLineEdit* m_symptom;
    QLineEdit* m_found;
    QLineEdit* m_suspect;
    QVBoxLayout* m_suspects;
    QVBoxLayout* m_swaps;
    QVBoxLayout* m_notices;
    PastHunts* m_past;
    std::vector<HuntVerdict> m_verdicts; ///< of the swaps, as last judged
};

} // namespace jr::app
