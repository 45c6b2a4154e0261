// SPDX-License-Identifier: GPL-3.0-or-later
// Claims chalked up before the test, each with the verdict the test gives it: never set by hand, its history kept.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QFrame>

#include <functional>
#include <map>
#include <string>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QVBoxLayout;

namespace jr::app {

class ClaimsBoard : public QFrame {
    Q_OBJECT
public:
    ClaimsBoard(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void refresh();
    QString text() const; ///< for tests
    /// A note argues with the verdict; it joins the history and changes nothing in it.
    void argue(const ClaimRecord& claim, const QString& note);
    /// `then` is called once it is kept.
    void chalk(const QString& said, const QString& source, ClaimKind kind, double amount,
               std::function<void()> then = {});

private:
    std::map<std::string, Message> m_reasons; ///< by claim, as judged now
    void showClaims(const std::vector<ClaimRecord>& claims);
    void list(const std::vector<ClaimRecord>& claims);
    bool judgeAnew(ClaimRecord& claim, const Judgement& now); ///< whether it reads differently now
    QString reasonShown(const ClaimRecord& claim) const;
    static QString kindWords(ClaimKind kind);
    ClaimKind kindNow() const;
    double amountNow() const;
    void fitToKind();
    void fillQuantities();

    const Theme& m_theme;
    JobModel& m_model;
    QVBoxLayout* m_list;
    QLineEdit* m_said;
    QLineEdit* m_source;
    QComboBox* m_kind;
    QComboBox* m_quantity; ///< of a claim about what is read
    QDoubleSpinBox* m_pct;
    QDoubleSpinBox* m_at;
};

} // namespace jr::app
