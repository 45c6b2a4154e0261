// SPDX-License-Identifier: GPL-3.0-or-later
// The round before somebody rides: each line ticked, or a reason why not; it belongs to its day. With it the usual
// cautions, and the deference to law, track and maker.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"
#include "core/ready/walk_round.h"

#include <QDate>
#include <QWidget>

#include <functional>

class QLabel;
class QVBoxLayout;

namespace jr::app {

class RoundPage : public QWidget {
    Q_OBJECT
public:
    RoundPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void refresh();
    QString stateWords() const;
    bool clear() const;                         ///< every line is settled
    void tick(const std::string& key, bool on); ///< can be undone
    void giveReason(const std::string& key, const QString& reason);
    void setToday(std::function<QDate()> today) { m_today = std::move(today); } ///< for tests

private:
    WalkRound round() const; ///< as it stands today
    void change(const std::string& key, const QString& what, const std::function<void(WalkLine&)>& set);
    QWidget* lineWidget(const WalkLine& line);

    JobModel& m_model;
    std::function<QDate()> m_today = [] { return QDate::currentDate(); };
    QLabel* m_state;
    QVBoxLayout* m_sides[2]; ///< people and place; the machine
};

} // namespace jr::app
