// SPDX-License-Identifier: GPL-3.0-or-later
// How the open job is compared: its two sides, standard, band, what is worth it, detail, repeatability.
#pragma once

#include "archive/store/records.h"
#include "core/air/standards.h"

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
    std::optional<double> repeatabilityPct() const { return m_repeatabilityPct; }

    void setBaseSetup(const std::string& setupId); ///< the other side gives way, if it was that one
    void setWithSetup(const std::string& setupId);
    void setStandard(const std::string& id);
    void setWorthPct(double worth);
    void setBand(std::optional<double> fromRpm, std::optional<double> toRpm);
    void setDetailRpm(double detail); ///< 0: chosen from the data
    void setRepeatabilityPct(std::optional<double> pct);

    /// Those of another job, or of none; nobody is told.
    void begin(ComparisonRecord kept) { m_now = std::move(kept); }
    /// Sides that are there: the setup pulled first, and the first other one.
    void chooseSides(const std::function<bool(const std::string& setupId)>& isThere,
                     const std::vector<std::string>& setupOfEachPull);

signals:
    void changed();

private:
    ComparisonRecord m_now;
    std::optional<double> m_repeatabilityPct;
};

} // namespace jr::app
