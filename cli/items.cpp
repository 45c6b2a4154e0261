#include "cli/items.h"

#include "archive/formats/text.h"
#include "core/judge/distinct_pulls.h"

#include <algorithm>
#include <set>

namespace jr::cli {

void addMetric(CLI::App& c, MetricOptions& o) {
    addStandard(c, o.standard);
    c.add_option("--metric", o.metric, "What a pull is worth: mean over the band, peak, or power at a speed")
        ->check(CLI::IsMember({"band", "peak", "at"}))
        ->capture_default_str();
    c.add_option("--from", o.from, "Band from, rpm (default: what all pulls have)")->check(within(1., 50000.));
    c.add_option("--to", o.to, "Band to, rpm")->check(within(1., 50000.));
    c.add_option("--at", o.at, "Speed for --metric at, rpm")->check(within(1., 50000.));
    c.add_option("--repeatability", o.repeatability, "How well a pull repeats, %, where there are single values")
        ->check(within(0.001, 20.));
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

std::optional<Items> readItems(const std::vector<std::string>& groups, const MetricOptions& o, int& exit) {
    exit = kUsage;
    if (o.from && o.to && !(*o.from < *o.to)) {
        say("--from must lie below --to");
        return std::nullopt;
    }
    if ((o.metric == "at") != o.at.has_value()) {
        say(o.at ? "--at goes with --metric at" : "--metric at needs --at RPM");
        return std::nullopt;
    }
    Items out;
    std::vector<std::string> files;
    std::vector<int> fileGroups;
    for (std::size_t g = 0; g < groups.size(); ++g)
        for (const std::string& item : splitCommas(groups[g])) {
            if (item.empty()) {
                say("\"" + groups[g] + "\": an empty item");
                return std::nullopt;
            }
            if (item[0] != '@') {
                files.push_back(item);
                fileGroups.push_back(static_cast<int>(g));
                continue;
            }
            const auto number = parseNumber(std::string_view(item).substr(1));
            if (!number) {
                say("\"" + item + "\" is not a number after the @");
                return std::nullopt;
            }
            out.observations.push_back({static_cast<int>(g), *number, std::nullopt});
        }
    if (!files.empty() && !out.observations.empty()) {
        say("pull files and bare numbers cannot stand in one test");
        return std::nullopt;
    }
    if (files.empty()) {
        exit = kDone;
        return out;
    }
    exit = kInput;
    bool good = true;
    const std::vector<PullFit> fits = fitFiles(files, good);
    if (!good)
        return std::nullopt;
    std::vector<std::vector<const PullFit*>> sides(groups.size());
    for (std::size_t i = 0; i < fits.size(); ++i)
        sides[static_cast<std::size_t>(fileGroups[i])].push_back(&fits[i]);
    const Result<DistinctPulls> distinct = distinctPulls(sides);
    if (!distinct) {
        say(distinct.error().reason);
        return std::nullopt;
    }
    if (distinct->repeated > 0)
        out.cautions.push_back(countedOnce(distinct->repeated));
    const auto counts = [&](const PullFit& f) {
        for (const auto& side : distinct->sets)
            if (std::find(side.begin(), side.end(), &f) != side.end())
                return true;
        return false;
    };
    std::vector<const PullFit*> pointers;
    for (const auto& side : distinct->sets)
        pointers.insert(pointers.end(), side.begin(), side.end());
    CurveOptions options;
    options.standard = findStandard(o.standard);
    // One standard for all or none: a pull without air takes everything back to "as measured".
    for (const PullFit& f : fits)
        if (std::vector<Caution> ignored; !correctionFactor(f.header, *options.standard, ignored))
            options.standard = findStandard("none");
    options.detailRpm = likelyDetailRpm(pointers);
    std::vector<PullCurve> curves;
    std::set<std::string> said;
    std::set<MeasuredAt> places;
    std::vector<std::size_t> counted; // which of the files each curve is of
    for (std::size_t i = 0; i < fits.size(); ++i) {
        if (!counts(fits[i]))
            continue;
        counted.push_back(i);
        Result<PullCurve> curve = curveOf(fits[i], options);
        if (!curve) {
            say(files[i] + ": " + curve.error().reason);
            return std::nullopt;
        }
        for (const Caution& c : curve->cautions)
            if (said.insert(c.kind).second)
                out.cautions.push_back(c);
        places.insert(fits[i].header.measuredAt);
        curves.push_back(std::move(curve).value());
    }
    if (options.standard->id != o.standard && said.insert("standard-unknown").second)
        out.cautions.push_back(
            {"standard-unknown",
             "The air of at least one pull is unknown, so all are taken as measured, without correction."});
    if (places.size() > 1)
        out.cautions.push_back(
            {"measured-at-differs", "The pulls were not all measured at the same place (crank, hub or wheel)."});
    Metric metric;
    metric.kind = o.metric == "peak" ? Metric::Kind::Peak : o.metric == "at" ? Metric::Kind::At : Metric::Kind::Band;
    metric.fromRpm = o.from;
    metric.toRpm = o.to;
    metric.atRpm = o.at.value_or(0.);
    const Result<std::vector<double>> values = pullValues(curves, metric);
    if (!values) {
        // "pull 3 …" -> its file
        std::string reason = values.error().reason;
        const int index = std::atoi(reason.c_str() + 5);
        const std::size_t gap = reason.find(' ', 5);
        say(files[counted[static_cast<std::size_t>(std::max(1, index)) - 1]] + ":" +
            (gap == std::string::npos ? " " + reason : reason.substr(gap)));
        return std::nullopt;
    }
    for (std::size_t i = 0; i < counted.size(); ++i)
        out.observations.push_back({fileGroups[counted[i]], (*values)[i], fits[counted[i]].header.startedEpochS});
    out.fromPulls = true;
    out.unit = "W";
    exit = kDone;
    return out;
}

} // namespace jr::cli
