// SPDX-License-Identifier: GPL-3.0-or-later
// How the open job is compared: its two sides, standard, band, what is worth it, detail.
#pragma once

#include "archive/store/records.h"
#include "core/air/standards.h"
#include "core/units/curve_axis.h"

#include <QObject>

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace jr::app {

class CompareSettings : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    const ComparisonRecord& now() const { return m_now; }
    const Standard& standardAsked() const;

    void setBaseSetup(const std::string& setupId); ///< the other side gives way, if it was that one
    void setWithSetup(const std::string& setupId);
    void setStandard(const std::string& id);
    void setWorthPct(double worth);
    /// The axis asked for; nothing: whichever the machine's drive asks for.
    std::optional<CurveAxis> axisAsked() const { return parseAxis(m_now.axis); }
    void setAxis(std::optional<CurveAxis> axis);
    /// Band and detail are counted on the axis in force.
    void setAxisInForce(CurveAxis axis) { m_inForce = axis; }
    CurveAxis axisInForce() const { return m_inForce; }
    /// What was set on the axis in force; nothing and 0 where it was set on the other one.
    std::optional<double> from() const { return placesCount() ? m_now.from : std::nullopt; }
    std::optional<double> to() const { return placesCount() ? m_now.to : std::nullopt; }
    double detail() const { return placesCount() ? m_now.detail : 0.; }
    void setBand(std::optional<double> from, std::optional<double> to);
    void setDetail(double detail); ///< 0: chosen from the data

    /// Those of another job, or of none; nobody is told.
    void begin(ComparisonRecord kept) { m_now = std::move(kept); }
    /// Sides that are there: the setup pulled first, and the first other one.
    void chooseSides(const std::function<bool(const std::string& setupId)>& isThere,
                     const std::vector<std::string>& setupOfEachPull);

signals:
    void changed();

private:
    bool placesCount() const { return m_now.placesAxis == axisText(m_inForce); }
    void countPlacesHere();

    CurveAxis m_inForce = CurveAxis::EngineSpeed;
    ComparisonRecord m_now;
};

} // namespace jr::app
