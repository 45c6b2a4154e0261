// SPDX-License-Identifier: GPL-3.0-or-later
// A mixture probe reads late: gas has to reach it and the cell to answer. Where the delay is known (header
// `afr_delay_s`), what it reads belongs to the sample that long before.
#pragma once

#include "core/pull/ready_pull.h"

#include <algorithm>
#include <optional>

namespace jr {

class ProbeDelay {
public:
    ProbeDelay(const ReadyPull& ready, double delayS) : m_ready(ready), m_delayS(delayS) {}
    /// Row of the trace that holds the reading of sample i, asked for in order; nothing past the end of the record.
    std::optional<std::size_t> rowOf(std::size_t i) {
        if (!(m_delayS > 0.))
            return m_ready.row[i];
        m_at = std::max(m_at, i);
        while (m_at < m_ready.size() && m_ready.timeS[m_at] < m_ready.timeS[i] + m_delayS)
            ++m_at;
        return m_at < m_ready.size() ? std::optional(m_ready.row[m_at]) : std::nullopt;
    }

private:
    const ReadyPull& m_ready;
    double m_delayS;
    std::size_t m_at = 0;
};

} // namespace jr
