// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/timed_runs.h"

#include "core/every_core.h"
#include "core/road/repeated_runs.h"
#include "core/road/resistance.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace jr {
namespace {

/// One observation: a run, or a pair of them both ways.
struct Seen {
    double seconds = 0.;
    std::optional<double> startedS;
    std::optional<int> fitting;
};

std::optional<int> fittingOf(const TimedRun& run) {
    const auto written = run.run.header.number(header_key::fitting);
    return written ? std::optional(static_cast<int>(*written)) : std::nullopt;
}

std::string_view directionOf(const TimedRun& run) {
    return run.run.header.text(header_key::direction);
}

/// Whether a set was run both ways.
bool bothWays(const std::vector<const TimedRun*>& runs) {
    std::set<std::string_view> ways;
    for (const TimedRun* run : runs)
        ways.insert(directionOf(*run));
    return ways.contains("out") && ways.contains("back");
}

std::vector<const TimedRun*> usedRuns(const std::vector<TimedRun>& runs) {
    std::vector<const TimedRun*> out;
    for (const TimedRun& run : runs)
        if (run.run.used())
            out.push_back(&run);
    // In order of time where all of them know theirs.
    const bool timed =
        std::all_of(out.begin(), out.end(), [](const TimedRun* r) { return r->run.header.startedEpochS.has_value(); });
    if (timed)
        std::stable_sort(out.begin(), out.end(), [](const TimedRun* a, const TimedRun* b) {
            return *a->run.header.startedEpochS < *b->run.header.startedEpochS;
        });
    return out;
}

/// What a setup's runs say of a mark, in order; `alone` counts those that found no partner.
std::vector<Seen> seenAt(const std::vector<const TimedRun*>& runs, std::size_t mark, bool paired,
                         int* alone = nullptr) {
    std::vector<Seen> out;
    const auto one = [&](const TimedRun& run) {
        return Seen{run.at(mark)->timeS, run.run.header.startedEpochS, fittingOf(run)};
    };
    for (std::size_t i = 0; i < runs.size(); ++i) {
        if (!runs[i]->at(mark))
            continue;
        if (!paired) {
            out.push_back(one(*runs[i]));
            continue;
        }
        std::size_t next = i + 1;
        while (next < runs.size() && !runs[next]->at(mark))
            ++next;
        const bool pair = next < runs.size() && directionOf(*runs[next]) != directionOf(*runs[i]) &&
                          !directionOf(*runs[next]).empty() && !directionOf(*runs[i]).empty() &&
                          fittingOf(*runs[next]) == fittingOf(*runs[i]);
        if (!pair) {
            if (alone)
                ++*alone;
            continue;
        }
        Seen both = one(*runs[i]);
        const Seen back = one(*runs[next]);
        both.seconds = 0.5 * (both.seconds + back.seconds);
        if (both.startedS && back.startedS)
            both.startedS = 0.5 * (*both.startedS + *back.startedS);
        out.push_back(both);
        i = next;
    }
    return out;
}

std::vector<ReadingSheet> sheetsOf(const std::vector<Seen>& seen, const Mark& mark, const std::string& setup) {
    std::vector<ReadingSheet> out;
    for (const Seen& one : seen) {
        ReadingSheet sheet;
        sheet.quantity = mark.text;
        sheet.unit = "s";
        sheet.better = Better::Lower;
        sheet.setup = setup;
        sheet.startedEpochS = one.startedS;
        sheet.fitting = one.fitting;
        sheet.readings.push_back({0, one.seconds, {}, one.startedS});
        out.push_back(std::move(sheet));
    }
    return out;
}

std::optional<double> meanOf(const std::vector<const TimedRun*>& runs, NumberKey key) {
    double sum = 0.;
    int count = 0;
    for (const TimedRun* run : runs)
        if (const auto value = run->run.header.number(key)) {
            sum += *value;
            ++count;
        }
    return count > 0 ? std::optional(sum / count) : std::nullopt;
}

std::optional<double> meanAir(const std::vector<const TimedRun*>& runs) {
    double sum = 0.;
    int count = 0;
    for (const TimedRun* run : runs)
        if (const auto air = run->run.header.air()) {
            sum += densityKgM3(*air);
            ++count;
        }
    return count > 0 ? std::optional(sum / count) : std::nullopt;
}

/// What else differs between the sides, as far as anybody wrote it down.
std::vector<Caution> sidesDiffer(const std::vector<const TimedRun*>& base, const std::vector<const TimedRun*>& with,
                                 bool paired) {
    std::vector<Caution> out;
    // A per cent of a machine and its rider is a hundredth of a second over a short stretch and more over a long one.
    constexpr double kMassKg = 2., kAirShare = 0.02, kWindMPerS = 1.;
    const auto weight = [](const std::vector<const TimedRun*>& runs) -> std::optional<double> {
        const auto rider = meanOf(runs, header_key::riderKg), fuel = meanOf(runs, header_key::fuelKg);
        return rider || fuel ? std::optional(rider.value_or(0.) + fuel.value_or(0.)) : std::nullopt;
    };
    if (const auto a = weight(base), b = weight(with); a && b && std::abs(*a - *b) > kMassKg)
        out.push_back({"confounded", {"road.mass-differs", {Measure{*b - *a, Measured::Mass, 1, true}}}});
    if (const auto a = meanAir(base), b = meanAir(with); a && b && std::abs(*b / *a - 1.) > kAirShare)
        out.push_back({"air-differs", {"road.air-differs", {Number{100. * (*b / *a - 1.), 1, true}}}});
    if (paired)
        return out;
    if (const auto a = meanOf(base, header_key::windMPerS), b = meanOf(with, header_key::windMPerS);
        a && b && std::abs(*a - *b) > kWindMPerS)
        out.push_back({"confounded", {"road.wind-differs", {Number{*b - *a, 1, true}}}});
    const auto sloping = [](const std::vector<const TimedRun*>& runs) {
        return std::any_of(runs.begin(), runs.end(), [](const TimedRun* r) {
            return std::any_of(r->run.flags.begin(), r->run.flags.end(),
                               [](const Flag& f) { return f.kind == FlagKind::Slope && !f.overruled; });
        });
    };
    const auto ways = [](const std::vector<const TimedRun*>& runs) {
        std::set<std::string_view> all;
        for (const TimedRun* run : runs)
            all.insert(directionOf(*run));
        return all;
    };
    if (ways(base) != ways(with))
        out.push_back({"confounded", {"road.ways-differ"}});
    else if (sloping(base) || sloping(with))
        out.push_back({"one-way", {"road.one-way"}});
    return out;
}

/// A mark's model takes a while with many runs, and the marks know nothing of each other.
std::size_t marksWorthAThread(std::size_t marks, std::size_t runs) {
    constexpr std::size_t kManyRuns = 40;
    return runs < kManyRuns ? marks + 1 : 1;
}

/// Every setup at one mark.
std::vector<MarkOfSetup> setupsAt(const std::vector<const TimedRun*>& used, const std::vector<std::string>& setups,
                                  std::size_t m, double confidence) {
    std::vector<MarkOfSetup> rows;
    std::vector<Observation> observations;
    bool fittings = true;
    for (const std::string& setup : setups) {
        MarkOfSetup row;
        row.mark = m;
        row.setup = setup;
        double sum = 0., square = 0.;
        for (const TimedRun* run : used) {
            const MarkTime* time = run->setup == setup ? run->at(m) : nullptr;
            if (!time)
                continue;
            row.bestS = row.runs == 0 ? time->timeS : std::min(row.bestS, time->timeS);
            ++row.runs;
            sum += time->timeS;
            square += time->timeS * time->timeS;
            Observation o{static_cast<int>(rows.size()), time->timeS, run->run.header.startedEpochS};
            o.fitting = fittingOf(*run);
            fittings = fittings && o.fitting;
            observations.push_back(o);
        }
        if (row.runs == 0)
            continue;
        row.meanS = sum / row.runs;
        if (row.runs > 1)
            row.sdS = std::sqrt(std::max(0., square - row.runs * row.meanS * row.meanS) / (row.runs - 1));
        rows.push_back(row);
    }
    if (!fittings)
        for (Observation& o : observations)
            o.fitting.reset();
    if (rows.empty())
        return rows;
    const GroupFit fit = fitGroups(observations, static_cast<int>(rows.size()));
    for (std::size_t g = 0; g < rows.size(); ++g) {
        rows[g].meanS = fit.mean[g];
        if (const auto half = fit.halfWidth(fit.weight[g], confidence)) {
            rows[g].lowS = rows[g].meanS - *half;
            rows[g].highS = rows[g].meanS + *half;
        }
    }
    return rows;
}

} // namespace

const MarkTime* TimedRun::at(std::size_t mark) const {
    for (const MarkTime& time : marks)
        if (time.mark == mark)
            return &time;
    return nullptr;
}

TimedRun timedRun(std::string name, RoadRun run, const std::vector<Mark>& marks, Rollout rollout) {
    TimedRun out;
    out.name = std::move(name);
    out.setup = run.header.setup;
    out.marks = markTimes(run, marks, rollout);
    out.run = std::move(run);
    if (out.run.leftOut == coastDownReason())
        out.marks.clear(); // whatever a sample or two may look like
    if (out.marks.empty() && out.run.used())
        out.run.leftOut = out.run.launch ? Message{"road.no-mark"} : Message{"road.no-start"};
    return out;
}

std::vector<std::string> setupsRunTo(const std::vector<TimedRun>& runs, std::size_t mark) {
    std::vector<std::string> out;
    for (const TimedRun* run : usedRuns(runs))
        if (run->at(mark) && std::find(out.begin(), out.end(), run->setup) == out.end())
            out.push_back(run->setup);
    return out;
}

std::vector<Observation> observationsAt(const std::vector<TimedRun>& runs, const std::vector<std::string>& setups,
                                        std::size_t mark) {
    std::vector<std::vector<const TimedRun*>> sides(setups.size());
    for (const TimedRun* run : usedRuns(runs))
        if (const auto at = std::find(setups.begin(), setups.end(), run->setup); at != setups.end())
            sides[static_cast<std::size_t>(at - setups.begin())].push_back(run);
    const bool paired = std::all_of(sides.begin(), sides.end(), bothWays);
    std::vector<Observation> out;
    bool fittings = true;
    for (std::size_t s = 0; s < sides.size(); ++s)
        for (const Seen& one : seenAt(sides[s], mark, paired)) {
            out.push_back({static_cast<int>(s), one.seconds, one.startedS, one.fitting});
            fittings = fittings && one.fitting;
        }
    if (!fittings) // told for all or for none
        for (Observation& one : out)
            one.fitting.reset();
    return out;
}

std::vector<MarkOfSetup> marksOfSetups(const std::vector<TimedRun>& runs, const std::vector<Mark>& marks,
                                       double confidence) {
    std::vector<std::string> setups;
    for (const TimedRun& run : runs)
        if (run.run.used() && std::find(setups.begin(), setups.end(), run.setup) == setups.end())
            setups.push_back(run.setup);
    const std::vector<const TimedRun*> used = usedRuns(runs);
    std::vector<std::vector<MarkOfSetup>> rows(marks.size());
    onEveryCore(marks.size(), marksWorthAThread(marks.size(), used.size()),
                [&](std::size_t m) { rows[m] = setupsAt(used, setups, m, confidence); });
    std::vector<MarkOfSetup> out;
    for (const auto& at : rows)
        out.insert(out.end(), at.begin(), at.end());
    return out;
}

Result<RoadCompared> compareRuns(const std::vector<TimedRun>& baseRuns, const std::vector<TimedRun>& withRuns,
                                 const std::vector<Mark>& marks, const ValueOptions& options) {
    for (const TimedRun& one : withRuns)
        for (const TimedRun& other : baseRuns)
            if (sameRun(one.run, other.run) != Sameness::Different)
                return onBothSides(one.run.header.id);
    const std::vector<const TimedRun*> base = usedRuns(baseRuns), with = usedRuns(withRuns);
    if (base.empty() || with.empty())
        return Error{Message{"error.road-side-empty"}};
    bool dial = false, receiver = false;
    for (const auto* side : {&base, &with})
        for (const TimedRun* run : *side)
            (run->run.fromReceiver() ? receiver : dial) = true;
    if (dial && receiver)
        return Error{Message{"error.road-dial-mixed"}};
    RoadCompared out;
    out.base = base.front()->setup;
    out.with = with.front()->setup;
    const bool paired = bothWays(base) && bothWays(with);
    std::vector<std::optional<Result<ValueComparison>>> compared(marks.size());
    std::vector<int> unpaired(marks.size(), 0);
    onEveryCore(marks.size(), marksWorthAThread(marks.size(), base.size() + with.size()), [&](std::size_t m) {
        const std::vector<Seen> a = seenAt(base, m, paired, &unpaired[m]), b = seenAt(with, m, paired, &unpaired[m]);
        if (!a.empty() && !b.empty())
            compared[m] =
                compareDistinctValues(sheetsOf(a, marks[m], out.base), sheetsOf(b, marks[m], out.with), options);
    });
    int alone = 0;
    for (std::size_t m = 0; m < marks.size(); ++m) {
        if (!compared[m])
            continue;
        if (!*compared[m])
            return compared[m]->error();
        alone = std::max(alone, unpaired[m]);
        const ValueComparison& at = **compared[m];
        out.marks.emplace_back(m, at);
        for (const Caution& caution : at.cautions)
            if (std::none_of(out.cautions.begin(), out.cautions.end(),
                             [&](const Caution& c) { return c.kind == caution.kind; }))
                out.cautions.push_back(caution);
    }
    if (out.marks.empty())
        return Error{Message{"error.road-no-common-mark"}};
    for (Caution& caution : sidesDiffer(base, with, paired))
        out.cautions.push_back(std::move(caution));
    if (dial) {
        const bool right = std::all_of(base.begin(), base.end(), [](const TimedRun* r) { return r->run.dialFactor; }) &&
                           std::all_of(with.begin(), with.end(), [](const TimedRun* r) { return r->run.dialFactor; });
        out.cautions.push_back(
            right ? Caution{"dial", {"road.dial-set-right", {Number{*base.front()->run.dialFactor, 3}}}}
                  : Caution{"uncalibrated", {"road.dial"}});
    }
    if (alone > 0)
        out.cautions.push_back({"unpaired", {"road.unpaired", {Count{alone}}}});
    return out;
}

Message roadVerdict(const RoadCompared& compared, const Mark& mark, const ValueComparison& at) {
    constexpr int kHundredths = 2;
    const double margin = at.high ? 0.5 * (*at.high - *at.low) : 0.;
    const Number size{std::abs(at.difference), kHundredths}, give{margin, kHundredths};
    if (!at.low)
        return {"road.no-margin", {compared.with, mark.text, Number{at.difference, kHundredths, true}}};
    switch (at.call) {
    case CallKind::Gain:
        return {"road.quicker", {compared.with, compared.base, mark.text, size, give}};
    case CallKind::Loss:
        return {"road.slower", {compared.with, compared.base, mark.text, size, give}};
    case CallKind::Same:
        return {"road.same", {compared.with, compared.base, mark.text, Number{at.worthPct, 1}}};
    case CallKind::Open:
        break;
    }
    return {"road.open", {compared.with, compared.base, mark.text, Number{at.difference, kHundredths, true}, give}};
}

} // namespace jr
