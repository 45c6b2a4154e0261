// SPDX-License-Identifier: GPL-3.0-or-later
// A number somebody types in the unit they read in; what is kept stays in SI. Another unit chosen shows another number,
// and nothing is rounded by looking.
#pragma once

#include "app/model/job_model.h"

#include <QDoubleSpinBox>

namespace jr::app {

class MeasuredBox : public QDoubleSpinBox {
    Q_OBJECT
public:
    /// `least`, `most` and `decimals` of the thing's home unit (degC, kPa, hPa, kg, Nm, km/h); other units get as many
    /// decimals as keep it as fine. `per` goes behind the unit: "/min".
    MeasuredBox(const JobModel& model, Measured what, double least, double most, int decimals, const QString& per = {});
    /// As last typed or set, in SI; to the last digit what was set, until somebody types.
    double si() const { return m_si; }
    /// Says nothing of it.
    void setSi(double si);

signals:
    void typed(double si);

private:
    void showUnit();
    double shownOf(double si) const;

    const JobModel& m_model;
    Measured m_what;
    double m_leastSi, m_mostSi;
    int m_decimals;
    QString m_per;
    double m_si = 0.;
    bool m_showing = false;
};

} // namespace jr::app
