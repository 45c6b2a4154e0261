// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/flow_shares.h"

#include "archive/formats/job_readings.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/machine_book_sheets.h"

#include <algorithm>

namespace jr::app {
namespace {

/// Of one job: its readings against the figures that were noted of its pulls.
void add(std::vector<FlowShare>& out, const JobRecord& job, const JobQuantity& quantity, const VisitFigures& figures) {
    const auto peakOf = [&](const std::string& setup) {
        const auto found = std::find_if(figures.setups.begin(), figures.setups.end(),
                                        [&](const SetupFigures& s) { return s.setup == setup; });
        return found == figures.setups.end() ? 0. : found->peakW;
    };
    for (const SetupRecord& setup : job.setups) {
        const SetupRecord* parent = job.setup(setup.parentId);
        if (!parent)
            continue;
        const double before = meanReading(quantity.of(parent->id, parent->name)),
                     after = meanReading(quantity.of(setup.id, setup.name));
        const double beforeW = peakOf(parent->name), afterW = peakOf(setup.name);
        if (before > 0. && after > 0. && beforeW > 0. && afterW > 0.)
            if (const auto told = flowToPower(before, after, beforeW, afterW))
                out.push_back({job.name, setup.name, *told});
    }
}

} // namespace

bool isFlowUnit(const std::string& unit) {
    return unit == "cfm" || unit == "m3/h" || unit == "m³/h" || unit == "L/s";
}

double meanReading(const ReadingSheet& sheet) {
    double sum = 0.;
    for (const Reading& one : sheet.readings)
        sum += one.value;
    return sheet.readings.empty() ? 0. : sum / static_cast<double>(sheet.readings.size());
}

std::vector<FlowShare> flowSharesOf(const Archive& archive, const std::string& butJobId) {
    std::vector<FlowShare> out;
    const auto readings = archive.sheetsOfKind(sheet_kind::readings);
    const auto figures = archive.sheetsOfKind(sheet_kind::figures);
    if (!readings || !figures)
        return out;
    for (const auto& [jobId, body] : *readings) {
        if (jobId == butJobId)
            continue;
        const auto noted =
            std::find_if(figures->begin(), figures->end(), [&](const auto& one) { return one.first == jobId; });
        if (noted == figures->end())
            continue;
        for (const JobQuantity& quantity : jobReadingsOf(body)) {
            if (!isFlowUnit(quantity.unit))
                continue;
            if (const auto job = archive.job(jobId))
                add(out, *job, quantity, visitFiguresOf(noted->second));
        }
    }
    return out;
}

} // namespace jr::app
