// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/items.h"

#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/readings_file.h"
#include "archive/formats/text.h"
#include "core/judge/distinct_pulls.h"
#include "core/study/study.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <algorithm>
#include <set>

namespace jr::cli {

void addMetric(CLI::App& c, MetricOptions& o) {
    addStandard(c, o.standard);
    c.add_option("--metric", o.metric, "What a pull is worth: mean over the band, peak, or power at a speed")
        ->check(CLI::IsMember({"band", "peak", "at"}))
        ->capture_default_str();
    addAxis(c, o.axis);
    c.add_option("--from", o.from, "Band from, rpm or m/s (default: what all pulls have)")->check(within(0.1, 50000.));
    c.add_option("--to", o.to, "Band to, rpm or m/s")->check(within(0.1, 50000.));
    c.add_option("--at", o.at, "Speed for --metric at, rpm or m/s")->check(within(0.1, 50000.));
    addKnown(c, o.known);
    c.add_option("--margins", o.margins,
                 "family: all steps or effects hold together; single: each by itself (ladder, factorial)")
        ->check(CLI::IsMember({"family", "single"}))
        ->capture_default_str();
    c.add_option("--confidence", o.confidence, "Confidence of the margins")
        ->check(within(0.5, 0.999))
        ->capture_default_str();
}

std::vector<std::string> splitCommas(const std::string& text) {
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch, out;
    splitCells(text, ',', cells, scratch);
    for (std::string_view cell : cells)
        out.emplace_back(trimmed(cell));
    return out;
}

std::optional<std::pair<std::string, std::string>> nameAndItems(const std::string& argument) {
    const std::size_t equals = argument.find('=');
    if (equals == std::string::npos || equals == 0 || equals + 1 == argument.size())
        return std::nullopt;
    return std::pair{argument.substr(0, equals), argument.substr(equals + 1)};
}

Json orNull(const std::optional<double>& v) {
    return v ? Json(*v) : Json(nullptr);
}

namespace {

/// Where all files are sheets of readings.
std::optional<Items> readingItems(const std::vector<std::string>& files, const std::vector<int>& fileGroups,
                                  std::size_t groupCount, int& exit) {
    const auto sheets = readSheets(files);
    if (!sheets)
        return std::nullopt;
    std::vector<std::vector<ReadingSheet>> groups(groupCount);
    for (std::size_t i = 0; i < files.size(); ++i)
        groups[static_cast<std::size_t>(fileGroups[i])].push_back((*sheets)[i]);
    const Result<DistinctSheets> distinct = distinctSheets(groups);
    if (!distinct) {
        say(said(distinct.error(), reader()));
        return std::nullopt;
    }
    const Result<std::vector<Observation>> observations = observationsOf(distinct->groups);
    if (!observations) {
        say(said(observations.error(), reader()));
        return std::nullopt;
    }
    Items out;
    out.observations = *observations;
    if (distinct->repeated > 0)
        out.cautions.push_back(sheetsCountedOnce(distinct->repeated));
    out.inOrder = true; // they have an order, and what is said of pulls is said of them
    out.unit = sheets->front().unit;
    out.better = sheets->front().better;
    exit = kDone;
    return out;
}

} // namespace

std::optional<Items> readItems(const std::vector<std::string>& groups, const MetricOptions& o, int& exit) {
    exit = kUsage;
    if (o.from && o.to && !(*o.from < *o.to)) {
        tell({"cli.from-below-to"});
        return std::nullopt;
    }
    if ((o.metric == "at") != o.at.has_value()) {
        tell({o.at ? "cli.at-goes-with-metric" : "cli.metric-needs-at"});
        return std::nullopt;
    }
    Items out;
    std::vector<std::string> files;
    std::vector<int> fileGroups;
    for (std::size_t g = 0; g < groups.size(); ++g)
        for (const std::string& item : splitCommas(groups[g])) {
            if (item.empty()) {
                tell({"cli.empty-item", {groups[g]}});
                return std::nullopt;
            }
            if (item[0] != '@') {
                files.push_back(item);
                fileGroups.push_back(static_cast<int>(g));
                continue;
            }
            const auto number = parseNumber(std::string_view(item).substr(1));
            if (!number) {
                tell({"cli.no-number-after-at", {item}});
                return std::nullopt;
            }
            out.observations.push_back({static_cast<int>(g), *number, std::nullopt});
        }
    if (!files.empty() && !out.observations.empty()) {
        tell({"cli.files-and-numbers"});
        return std::nullopt;
    }
    if (files.empty()) {
        exit = kDone;
        return out;
    }
    exit = kInput;
    if (std::all_of(files.begin(), files.end(), [](const std::string& file) {
            const Result<std::string> bytes = readBytes(file);
            return bytes && isReadingsFile(*bytes);
        }))
        return readingItems(files, fileGroups, groups.size(), exit);
    bool good = true;
    std::vector<PullFit> fits = fitFiles(files, good);
    if (!good)
        return std::nullopt;
    // A group is a setup of a study, whatever the files call it.
    std::vector<StudyPull> pulls;
    std::vector<std::string> setups;
    std::vector<SetupNode> tree;
    for (std::size_t g = 0; g < groups.size(); ++g) {
        setups.push_back(std::to_string(g));
        tree.push_back({setups.back(), groups[g], {}, {}});
    }
    for (std::size_t i = 0; i < fits.size(); ++i)
        pulls.push_back({files[i], static_cast<int>(i) + 1, setups[static_cast<std::size_t>(fileGroups[i])], true,
                         std::make_shared<const PullFit>(std::move(fits[i])), nullptr});
    StudySettings settings;
    settings.standard = findStandard(o.standard);
    if (o.axis)
        settings.axis = parseAxis(*o.axis);
    settings.from = o.from;
    settings.to = o.to;
    settings.confidence = o.confidence;
    settings.known = o.known.knowledge();
    const std::shared_ptr<const Study> study = Study::make(std::move(pulls), std::move(tree), settings);
    std::vector<std::vector<const PullFit*>> sides(groups.size());
    for (std::size_t i = 0; i < study->pulls().size(); ++i)
        sides[static_cast<std::size_t>(fileGroups[i])].push_back(study->pulls()[i].fit.get());
    const Result<DistinctPulls> distinct = distinctPulls(sides);
    if (!distinct) {
        say(said(distinct.error(), reader()));
        return std::nullopt;
    }
    if (distinct->repeated > 0)
        out.cautions.push_back(countedOnce(distinct->repeated));
    std::set<std::string> said;
    std::set<MeasuredAt> places;
    for (std::size_t i = 0; i < study->pulls().size(); ++i) {
        if (const auto curve = study->curve(i))
            for (const Caution& c : curve->cautions)
                if (said.insert(c.kind).second)
                    out.cautions.push_back(c);
        places.insert(study->pulls()[i].fit->header.measuredAt);
    }
    if (study->standard().id != o.standard && said.insert("standard-unknown").second)
        out.cautions.push_back({"standard-unknown", {"standard.none-for-all"}});
    if (places.size() > 1)
        out.cautions.push_back({"measured-at-differs", {"sides.measured-at"}});
    Metric metric;
    metric.kind = o.metric == "peak" ? Metric::Kind::Peak : o.metric == "at" ? Metric::Kind::At : Metric::Kind::Band;
    metric.at = o.at.value_or(0.);
    const Result<PullValues> values = study->values(setups, metric);
    if (!values) {
        // "pull 3 …" -> its file
        std::string reason = values.error().reason;
        const int number = reason.starts_with("pull ") ? std::atoi(reason.c_str() + 5) : 0;
        const std::size_t gap = number > 0 ? reason.find_first_of(" :", 5) : std::string::npos;
        say(number > 0 && gap != std::string::npos
                ? files[static_cast<std::size_t>(number) - 1] + ":" + reason.substr(reason[gap] == ':' ? gap + 1 : gap)
                : reason);
        return std::nullopt;
    }
    out.observations = values->observations;
    out.inOrder = true;
    out.unit = "W";
    exit = kDone;
    return out;
}

} // namespace jr::cli
