// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/machine_book.h"

#include "core/statistics/distributions.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace jr {
namespace {

/// Less than this share of the wider range in common is no comparison.
constexpr double kLeastInCommon = 0.25;
constexpr std::size_t kFewestMachines = 3;
/// Figures of other days and machines are shown no finer than this share.
constexpr double kShownTo = 0.01;

double powerAt(const SetupFigures& f, double place) {
    const auto above = std::lower_bound(f.place.begin(), f.place.end(), place);
    const auto i = static_cast<std::size_t>(above - f.place.begin());
    if (i == 0 || above == f.place.end())
        return i == 0 ? f.powerW.front() : f.powerW.back();
    const double share = (place - f.place[i - 1]) / (f.place[i] - f.place[i - 1]);
    return f.powerW[i - 1] + share * (f.powerW[i] - f.powerW[i - 1]);
}

/// Of a visit's pulls; one pull alone, or pulls that told nothing, repeat as is usual for a bench (0.5 %, common
/// practice, no source).
KnownSpread pullSpread(const VisitFigures& visit) {
    constexpr KnownSpread kUsualPull{0.005, 4.};
    return visit.scatter.pull.value_or(kUsualPull);
}

} // namespace

const MachineSheet& TuneHistory::now() const {
    static const MachineSheet kBlank;
    return versions.empty() ? kBlank : versions.back().sheet;
}

const MachineSheet& TuneHistory::at(int number) const {
    for (auto v = versions.rbegin(); v != versions.rend(); ++v)
        if (v->fromPull <= number)
            return v->sheet;
    return versions.empty() ? now() : versions.front().sheet;
}

TuneHistory withChange(TuneHistory history, const MachineSheet& sheet, int nextPull) {
    if (history.versions.empty())
        history.versions.push_back({1, sheet});
    else if (history.versions.back().fromPull < nextPull)
        history.versions.push_back({nextPull, sheet});
    else
        history.versions.back().sheet = sheet;
    return history;
}

std::vector<SheetChange> sheetChanges(const MachineSheet& before, const MachineSheet& after) {
    const auto term = [](std::string_view word) { return Message{"machine.line", {Term{std::string(word)}}}; };
    std::vector<SheetChange> out;
    if (before.kind != after.kind)
        out.push_back({term("kind"), term(machineKindText(before.kind)), term(machineKindText(after.kind))});
    if (before.cylinders != after.cylinders)
        out.push_back({term("cylinders"),
                       {"machine.value", {std::to_string(before.cylinders)}},
                       {"machine.value", {std::to_string(after.cylinders)}}});
    const int cylinders = std::max(before.cylinders, after.cylinders);
    for (const SheetField& field : allSheetFields()) {
        const auto line = [&](int cylinder) {
            const std::string from = sheetText(before, field.key, cylinder), to = sheetText(after, field.key, cylinder);
            if (from != to)
                out.push_back({lineMessage(field, cylinder), valueMessage(field, from), valueMessage(field, to)});
        };
        if (!field.perCylinder || cylinders == 1)
            line(0);
        else
            for (int c = 1; c <= cylinders; ++c)
                line(c);
    }
    return out;
}

const SetupFigures* VisitFigures::base(const std::string& name) const {
    for (const SetupFigures& s : setups)
        if (s.setup == name)
            return &s;
    return setups.empty() ? nullptr : &setups.front();
}

std::optional<VisitComparison> compareVisits(const VisitFigures& earlier, const VisitFigures& later,
                                             const std::optional<KnownSpread>& day, double confidence) {
    const SetupFigures* b = later.base();
    const SetupFigures* a = b ? earlier.base(b->setup) : nullptr;
    if (!a || !b || a->place.size() < 2 || b->place.size() < 2 || earlier.axis != later.axis)
        return std::nullopt;
    VisitComparison out;
    out.earlierSetup = a->setup;
    out.laterSetup = b->setup;
    out.from = std::max(a->place.front(), b->place.front());
    out.to = std::min(a->place.back(), b->place.back());
    const double wider = std::max(a->place.back() - a->place.front(), b->place.back() - b->place.front());
    if (out.to - out.from < kLeastInCommon * wider)
        return std::nullopt;
    // Mean powers over what both have, at the later one's places.
    double sumA = 0., sumB = 0.;
    for (std::size_t i = 0; i < b->place.size(); ++i)
        if (b->place[i] >= out.from && b->place[i] <= out.to) {
            sumA += powerAt(*a, b->place[i]);
            sumB += b->powerW[i];
        }
    if (!(sumA > 0.) || !(sumB > 0.))
        return std::nullopt;
    const KnownSpread sa = pullSpread(earlier), sb = pullSpread(later), sd = day.value_or(kUsualDaySd);
    out.dayKnown = day.has_value();
    const double va = sa.sd * sa.sd / std::max(1, a->pulls), vb = sb.sd * sb.sd / std::max(1, b->pulls),
                 vd = 2. * sd.sd * sd.sd;
    const double variance = va + vb + vd;
    // Satterthwaite, An approximate distribution of estimates of variance components, Biometrics Bulletin 2 (1946).
    const double freedom = variance * variance / (va * va / sa.freedom + vb * vb / sb.freedom + vd * vd / sd.freedom);
    const double half = studentQuantileAt(freedom, 0.5 + 0.5 * confidence) * std::sqrt(variance);
    const double ratio = std::log(sumB / sumA);
    const auto pct = [](double logRatio) { return 100. * std::expm1(logRatio); };
    out.pct = pct(ratio);
    out.lowPct = pct(ratio - half);
    out.highPct = pct(ratio + half);
    if (earlier.standard != later.standard)
        out.doubts.push_back({"book.other-standard"});
    if (earlier.measuredAt != later.measuredAt)
        out.doubts.push_back({"book.other-place"});
    if (earlier.bench != later.bench)
        out.doubts.push_back({"book.other-bench"});
    return out;
}

std::optional<Message> claimedMessage(const MachineSheet& sheet, double peakW, const std::string& measuredAt,
                                      double crankLowW, double crankHighW) {
    const auto kw = sheetNumber(sheet, "claimed_power_kw");
    if (!kw)
        return std::nullopt;
    const auto shown = [](double watt) { return Power{watt, kShownTo * watt}; };
    std::string at = sheetText(sheet, "claimed_at");
    if (at.empty())
        at = "crank"; // brochures mean it when they say nothing
    const Power claimed = shown(1000. * *kw), measured = shown(peakW);
    if (measuredAt == "wheel" && crankHighW > crankLowW)
        return Message{"book.claimed-crank", {claimed, Term{at}, measured, shown(crankLowW), shown(crankHighW)}};
    if (measuredAt == "hub" && at == "crank")
        return Message{"book.claimed-hub", {claimed, Term{at}, measured}};
    if (measuredAt.empty())
        return Message{"book.claimed-nowhere", {claimed, Term{at}, measured}};
    return Message{"book.claimed", {claimed, Term{at}, measured, Term{measuredAt}}};
}

std::optional<TypicalFigures> typicalFigures(const std::vector<double>& peaksW) {
    if (peaksW.size() < kFewestMachines)
        return std::nullopt;
    const auto [low, high] = std::minmax_element(peaksW.begin(), peaksW.end());
    return TypicalFigures{static_cast<int>(peaksW.size()), *low, *high,
                          std::accumulate(peaksW.begin(), peaksW.end(), 0.) / static_cast<double>(peaksW.size())};
}

Message typicalMessage(double peakW, const TypicalFigures& typical, const std::optional<KnownSpread>& day) {
    const double slack = day.value_or(kUsualDaySd).sd;
    const std::string_view code = peakW < typical.lowW * (1. - slack)    ? "book.low-for-its-kind"
                                  : peakW > typical.highW * (1. + slack) ? "book.high-for-its-kind"
                                                                         : "book.usual-for-its-kind";
    return {code,
            {Count{typical.machines}, Power{typical.lowW, kShownTo * typical.lowW},
             Power{typical.highW, kShownTo * typical.highW}, Power{peakW, kShownTo * peakW}}};
}

std::vector<Message> visitMessages(const VisitComparison& c, const std::string& day) {
    std::vector<Message> out{{"book.against",
                              {c.laterSetup, c.earlierSetup, day, Number{c.pct, 1, true}, Number{c.lowPct, 1, true},
                               Number{c.highPct, 1, true}}},
                             {c.dayKnown ? "book.days-known" : "book.days-usual"}};
    out.insert(out.end(), c.doubts.begin(), c.doubts.end());
    return out;
}

} // namespace jr
