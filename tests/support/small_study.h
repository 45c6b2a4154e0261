// SPDX-License-Identifier: GPL-3.0-or-later
// A handful of pulls of a base "a" and a changed setup "b", five minutes apart, as a study: for tests that ask it
// questions.
#pragma once

#include "core/study/study.h"

#include <QTest>

#include <memory>
#include <string>
#include <vector>

namespace testsupport {

class SmallStudy {
public:
    void add(const std::string& setup, jr::Trace trace) {
        auto fit = jr::fitPull(trace);
        if (!fit)
            qFatal("%s", fit.error().reason.c_str());
        jr::StudyPull p;
        p.id = std::to_string(m_pulls.size());
        p.number = static_cast<int>(m_pulls.size()) + 1;
        p.setupId = setup;
        p.trace = std::make_shared<const jr::Trace>(std::move(trace));
        p.fit = std::make_shared<const jr::PullFit>(std::move(fit).value());
        m_pulls.push_back(std::move(p));
    }
    void setAside(std::size_t pull) { m_pulls[pull].counts = false; }
    /// When the next pull begins, seconds since 1970.
    double clock() const { return 1.7e9 + 300. * static_cast<double>(m_pulls.size()); }
    std::shared_ptr<const jr::Study> study(const jr::StudySettings& settings = {}) const {
        return jr::Study::make(m_pulls, {{"a", "a", "", {}}, {"b", "b", "a", {{"part", "1", "2"}}}}, settings);
    }

private:
    std::vector<jr::StudyPull> m_pulls;
};

} // namespace testsupport
