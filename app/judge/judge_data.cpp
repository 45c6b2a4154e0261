#include "app/judge/judge_data.h"

#include <algorithm>
#include <map>
#include <set>

namespace jr::app {
namespace {

/// What a setup is, part by part, against the root of the first setup's family.
std::map<std::string, std::string> partsAgainst(const JobModel& model, const std::string& base, const std::string& id) {
    std::map<std::string, std::string> out;
    for (const PartChange& c : differenceOf(model.job().setupTree(), base, id).changes)
        if (!c.belongs)
            out[partName(c)] = c.to;
    return out;
}

/// The first number in a text and what follows it: "120 mm" -> 120, "mm".
std::optional<std::pair<double, std::string>> numberIn(const std::string& text) {
    const QString q = QString::fromStdString(text).trimmed();
    static const QRegularExpression number(QStringLiteral("^([-+]?\\d+(?:[.,]\\d+)?)\\s*(.*)$"));
    const auto match = number.match(q);
    if (!match.hasMatch())
        return std::nullopt;
    return std::pair(match.captured(1).replace(QLatin1Char(','), QLatin1Char('.')).toDouble(),
                     match.captured(2).toStdString());
}

} // namespace

std::vector<int> countingPulls(const JobModel& model, const std::string& setupId) {
    std::vector<int> out;
    for (int i = 0; i < static_cast<int>(model.pulls().size()); ++i) {
        const LoadedPull& p = model.pulls()[static_cast<std::size_t>(i)];
        if (p.record.setupId == setupId && !p.record.aside && p.fit &&
            (model.picked().empty() || model.picked().contains(i)))
            out.push_back(i);
    }
    return out;
}

std::vector<std::string> pulledSetups(const JobModel& model) {
    std::vector<std::string> out;
    for (const LoadedPull& p : model.pulls())
        if (std::find(out.begin(), out.end(), p.record.setupId) == out.end() &&
            !countingPulls(model, p.record.setupId).empty())
            out.push_back(p.record.setupId);
    return out;
}

std::vector<std::vector<const PullFit*>> setsOf(const JobModel& model, const std::vector<std::string>& setupIds) {
    std::vector<std::vector<const PullFit*>> out;
    for (const std::string& id : setupIds) {
        out.emplace_back();
        for (int i : countingPulls(model, id))
            out.back().push_back(model.pulls()[static_cast<std::size_t>(i)].fit.get());
    }
    return out;
}

CompareOptions compareOptionsOf(const JobModel& model) {
    CompareOptions o;
    o.standard = &model.standard();
    o.detailRpm = model.detailInForce();
    o.fromRpm = model.settings().fromRpm;
    o.toRpm = model.settings().toRpm;
    o.worthPct = model.settings().worthPct;
    o.repeatabilityPct = model.repeatabilityPct();
    o.store = &model.curveStore();
    return o;
}

Result<std::vector<Observation>> observationsOf(const JobModel& model, const std::vector<std::string>& setupIds,
                                                const Metric& metric) {
    std::vector<PullCurve> curves;
    std::vector<Observation> out;
    for (std::size_t s = 0; s < setupIds.size(); ++s)
        for (int i : countingPulls(model, setupIds[s])) {
            const PullCurve* curve = model.curve(i);
            if (!curve)
                continue;
            curves.push_back(*curve);
            const LoadedPull& p = model.pulls()[static_cast<std::size_t>(i)];
            out.push_back({static_cast<int>(s), 0., p.fit->header.startedEpochS});
        }
    const Result<std::vector<double>> values = pullValues(curves, metric);
    if (!values)
        return values.error();
    for (std::size_t i = 0; i < out.size(); ++i)
        out[i].value = (*values)[i];
    return out;
}

std::optional<FoundCross> findCross(const JobModel& model) {
    const std::vector<std::string> ids = pulledSetups(model);
    if (ids.size() < 3)
        return std::nullopt;
    // Parts against the setup of which all others know the least: the one first pulled.
    const std::string& base = ids.front();
    std::vector<std::map<std::string, std::string>> what;
    std::vector<std::string> parts;
    for (const std::string& id : ids) {
        what.push_back(partsAgainst(model, base, id));
        for (const auto& [part, to] : what.back())
            if (std::find(parts.begin(), parts.end(), part) == parts.end())
                parts.push_back(part);
    }
    if (parts.size() > 8)
        parts.resize(8);
    std::map<std::string, std::string> baseLevel;
    for (const std::string& id : ids)
        for (const PartChange& c : differenceOf(model.job().setupTree(), base, id).changes)
            baseLevel.try_emplace(partName(c), c.from.empty() ? "without" : c.from);
    std::optional<FoundCross> best;
    for (unsigned mask = 1; mask < 1U << parts.size(); ++mask) {
        FoundCross cross;
        for (std::size_t f = 0; f < parts.size(); ++f)
            if (mask >> f & 1U)
                cross.factors.push_back(parts[f]);
        if (cross.factors.size() < 2 || cross.factors.size() > 4)
            continue;
        std::set<std::vector<std::string>> seen;
        std::map<std::string, std::string> high;
        for (std::size_t i = 0; i < ids.size(); ++i) {
            bool fits = true;
            Cell cell;
            for (const auto& [part, to] : what[i])
                fits = fits && std::find(cross.factors.begin(), cross.factors.end(), part) != cross.factors.end();
            for (const std::string& factor : cross.factors) {
                const auto to = what[i].find(factor);
                if (to != what[i].end()) // only the first other level makes a cross of two
                    fits = fits && high.try_emplace(factor, to->second).first->second == to->second;
                cell.levels.push_back(to == what[i].end() ? baseLevel[factor] : to->second);
            }
            if (fits && seen.insert(cell.levels).second) {
                cross.cells.push_back(cell);
                cross.setupIds.push_back(ids[i]);
            }
        }
        // A cross needs some cell in which two factors are changed at once, or nothing can be said of them together.
        int together = 0;
        for (const Cell& cell : cross.cells) {
            int changed = 0;
            for (std::size_t f = 0; f < cross.factors.size(); ++f)
                changed += cell.levels[f] != baseLevel[cross.factors[f]];
            together += changed > 1;
        }
        if (together == 0 || cross.cells.size() < 3 || !crossDesign(cross.factors, cross.cells))
            continue;
        // A full cross before a larger one with holes.
        const auto full = [](const FoundCross& c) { return c.cells.size() == std::size_t(1) << c.factors.size(); };
        if (!best || std::pair(full(cross), cross.cells.size()) > std::pair(full(*best), best->cells.size()))
            best = cross;
    }
    return best;
}

std::vector<FoundSweep> findSweeps(const JobModel& model) {
    const std::vector<std::string> ids = pulledSetups(model);
    std::vector<FoundSweep> out;
    // From every setup: which others differ from it in one numbered part alone? The largest family of each part counts.
    for (const std::string& base : ids) {
        std::map<std::string, std::map<double, std::string>> families; // part -> point -> setup
        std::map<std::string, std::string> units;
        for (const std::string& id : ids) {
            const SetupDifference d = differenceOf(model.job().setupTree(), base, id);
            if (d.changes.size() != 1)
                continue;
            const auto from = numberIn(d.changes.front().from), to = numberIn(d.changes.front().to);
            if (!from || !to)
                continue;
            const std::string part = partName(d.changes.front());
            families[part].try_emplace(from->first, base);
            families[part].try_emplace(to->first, id);
            units[part] = to->second;
        }
        for (const auto& [part, points] : families) {
            if (points.size() < 3)
                continue;
            FoundSweep sweep{part, units[part], {}, {}};
            for (const auto& [x, id] : points) {
                sweep.points.push_back(x);
                sweep.setupIds.push_back(id);
            }
            const auto known =
                std::find_if(out.begin(), out.end(), [&, name = part](const FoundSweep& s) { return s.part == name; });
            if (known == out.end())
                out.push_back(std::move(sweep));
            else if (known->points.size() < sweep.points.size())
                *known = std::move(sweep);
        }
    }
    return out;
}

} // namespace jr::app
