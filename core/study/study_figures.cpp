// SPDX-License-Identifier: GPL-3.0-or-later
// What a job leaves in the machine's book.
#include "core/machine/machine_book.h"
#include "core/study/study.h"

#include <algorithm>
#include <map>

namespace jr {

VisitFigures Study::figures() const {
    // Enough of the curve to set visits against each other; a few kilobytes a job.
    constexpr std::size_t kMostPoints = 120;
    VisitFigures out;
    out.standard = standard().id == "none" ? "" : std::string(standard().id);
    out.axis = axis();
    out.scatter = told();
    for (const std::string& setupId : pulledSetups()) {
        SetupFigures one;
        for (const SetupNode& node : tree())
            if (node.id == setupId)
                one.setup = node.name;
        std::map<double, std::pair<double, int>> sums; // by place: of the powers, and how many
        for (std::size_t i : countingPulls(setupId)) {
            const auto c = curve(i);
            if (!c)
                continue;
            ++one.pulls;
            for (std::size_t k = 0; k < c->place.size(); ++k) {
                auto& [sum, count] = sums[c->place[k]];
                sum += c->powerW[k];
                ++count;
            }
            const PullHeader& header = pulls()[i].fit->header;
            out.measuredAt =
                header.measuredAt == MeasuredAt::Unknown ? "" : std::string(measuredAtText(header.measuredAt));
            out.bench = std::string(header.text(header_key::bench));
        }
        // Where all of them are: a mean over fewer steps at its ends.
        std::vector<std::pair<double, double>> mean;
        for (const auto& [place, sum] : sums)
            if (sum.second == one.pulls)
                mean.emplace_back(place, sum.first / sum.second);
        const std::size_t every = std::max<std::size_t>(1, (mean.size() + kMostPoints - 1) / kMostPoints);
        for (std::size_t i = 0; i < mean.size(); ++i) {
            if (mean[i].second > one.peakW) {
                one.peakW = mean[i].second;
                one.peakAt = mean[i].first;
            }
            if (i % every == 0) {
                one.place.push_back(mean[i].first);
                one.powerW.push_back(mean[i].second);
            }
        }
        if (one.place.size() > 1)
            out.setups.push_back(std::move(one));
    }
    return out;
}

} // namespace jr
