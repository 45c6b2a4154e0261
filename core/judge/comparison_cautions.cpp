// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/comparison_cautions.h"

#include "core/pull/pull_method.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <string>
#include <type_traits>

namespace jr {
namespace {

// "Very different air" between the sides. Common practice, no source.
constexpr double kMixtureDiffersAfr = 0.5; // a few tenths change nothing on a four-stroke (P10); common practice
constexpr double kAirTempDiffersC = 5.;
constexpr double kAirPressureDiffersPa = 1000.;
constexpr double kAirDensityDiffers = 0.02;
constexpr std::size_t kEnoughPulls = 3; // a side, for a scatter worth the name
// A bent drift is worth a word when it makes so much of the margin's variance; the correction when it adds so much.
constexpr double kBowMatters = 0.15, kDoubtMatters = 0.001;
constexpr double kShortOverlap = 0.7; // share of the wider side's range

struct MeanAir {
    double temp = 0., pressure = 0., density = 0.;
    int count = 0;
};

MeanAir meanAir(const std::vector<CurvedPull>& pulls, std::size_t from, std::size_t to) {
    MeanAir m;
    for (std::size_t i = from; i < to; ++i)
        if (const auto air = pulls[i].fit->header.air()) {
            m.temp += air->tempC;
            m.pressure += air->pressurePa;
            m.density += densityKgM3(*air);
            ++m.count;
        }
    if (m.count > 0) {
        m.temp /= m.count;
        m.pressure /= m.count;
        m.density /= m.count;
    }
    return m;
}

/// What the headers of the two sides disagree in, beyond the setup itself. What people write is not known where it is
/// not written (a job that was named late, an operator who signs on in between), and not known is no difference.
std::vector<std::string> headerDifferences(const std::vector<CurvedPull>& pulls, std::size_t baseCount) {
    std::vector<std::string> out;
    const auto differs = [&](std::string_view what, auto value) {
        std::set<decltype(value(*pulls[0].fit))> base, with;
        for (std::size_t i = 0; i < pulls.size(); ++i)
            (i < baseCount ? base : with).insert(value(*pulls[i].fit));
        if constexpr (std::is_same_v<decltype(value(*pulls[0].fit)), std::string>) {
            base.erase(std::string());
            with.erase(std::string());
        }
        // One odd pull on a side is no second change; nothing in common between the sides is.
        bool common = base.empty() || with.empty();
        for (const auto& v : base)
            common = common || with.contains(v);
        if (!common)
            out.emplace_back(what);
    };
    differs("machine", [](const PullFit& p) { return p.header.machine; });
    differs("kind of bench", [](const PullFit& p) { return static_cast<int>(p.header.kind); });
    differs("roller inertia", [](const PullFit& p) { return p.header.rollerInertiaKgM2.value_or(0.); });
    differs("roller drag", [](const PullFit& p) { return p.header.rollerLossNm; });
    differs("brake arm", [](const PullFit& p) { return p.header.brakeArmM.value_or(0.); });
    differs("rev limit", [](const PullFit& p) { return p.header.limiterRpm.value_or(0.); });
    differs("strokes", [](const PullFit& p) { return p.header.strokes.value_or(0); });
    // What belongs to the sitting: the same gear, tyre, straps and bench on both sides.
    for (const HeaderKey& key : headerKeys())
        if (key.samePerSitting)
            differs(key.what, [&](const PullFit& p) { return std::string(p.header.written(key.key)); });
    // Gears show in the ratio; a per cent apart is another gear or sprocket, less is the tyre. Common practice, no
    // source; a tyre that warms moves it by some 0.2 %.
    constexpr double kOtherGear = 0.01, kOtherTyre = 0.004;
    const auto meanRatio = [&](std::size_t from, std::size_t to) {
        double sum = 0., n = 0.;
        for (std::size_t i = from; i < to; ++i)
            if (pulls[i].fit->fit && shaftMethodOf(pulls[i].fit->ready.kind)->ownTachometer() &&
                pulls[i].fit->ready.geared) {
                sum += pulls[i].fit->ready.ratio(pulls[i].fit->ready.shaftSmooth[pulls[i].fit->ready.to - 1]);
                n += 1.;
            }
        return n > 0. ? sum / n : 0.;
    };
    const double a = meanRatio(0, baseCount), b = meanRatio(baseCount, pulls.size());
    const double moved = a > 0. && b > 0. ? std::abs(a / b - 1.) : 0.;
    if (moved > kOtherTyre)
        out.emplace_back(moved > kOtherGear ? "gear or sprockets" : "tyre (it gears otherwise)");
    return out;
}

} // namespace

std::vector<Caution> comparisonCautions(const Comparison& comparison, const std::vector<CurvedPull>& pulls,
                                        std::size_t baseCount, const CompareOptions& options,
                                        const CautionFacts& facts) {
    std::vector<Caution> out = options.besides; // which pulls they are comes first
    const std::size_t withCount = pulls.size() - baseCount;
    if (comparison.apart)
        out.push_back({"drift-unchecked", {"sides.apart"}});
    else if (!comparison.drift.checked)
        out.push_back({"drift-unchecked", {"sides.drift-unchecked"}});
    if (baseCount < kEnoughPulls || withCount < kEnoughPulls)
        out.push_back({"few-pulls", {"sides.few-pulls", {std::to_string(baseCount), std::to_string(withCount)}}});
    if (comparison.repeatabilityBorrowed)
        out.push_back({"borrowed-repeatability", {"sides.borrowed", {Number{*comparison.repeatabilityPct, 2}}}});
    if (facts.knowledgeDiffers && options.known.pull)
        out.push_back({"repeatability-differs",
                       {"sides.knowledge-differs",
                        {Number{100. * options.known.pull->sd, 2}, Number{*comparison.repeatabilityPct, 2}}}});
    else if (options.known.fromHistory && options.known.any())
        out.push_back({"history-used", {"sides.history-used", {Count{options.known.jobs}, options.known.whose}}});
    if (comparison.fittedOnce)
        out.push_back({"fitted-once", {"sides.fitted-once"}});
    if (comparison.daysUnknown)
        out.push_back({"days-differ", {"sides.days-unknown"}});
    else if (comparison.apart && comparison.scatter.daySd)
        out.push_back({"days-differ", {"sides.days-differ", {Number{100. * *comparison.scatter.daySd, 2}}}});
    if (!facts.unequalSetup.empty())
        out.push_back(
            {"unequal-scatter", {"sides.unequal-scatter", {facts.unequalSetup, Number{facts.unequalRatio, 1}}}});
    if (facts.bowShare > kBowMatters)
        out.push_back({"curved-drift", {"sides.curved-drift"}});
    if (!comparison.narrow.empty()) {
        const auto widest =
            *std::max_element(comparison.narrow.begin(), comparison.narrow.end(),
                              [](const auto& a, const auto& b) { return a.second - a.first < b.second - b.first; });
        const Place from{widest.first, comparison.axis, false}, to{widest.second, comparison.axis};
        const double middle = 0.5 * (widest.first + widest.second);
        const Place detail{comparison.detail.at(middle), comparison.axis};
        const auto places = static_cast<int>(comparison.narrow.size());
        out.push_back({"narrow-features", places == 1 ? Message{"sides.narrow-features", {from, to, detail}}
                                                      : Message{"sides.narrow-features-places",
                                                                {std::to_string(places), from, to, detail}}});
    }
    if (facts.correctionDoubt > kDoubtMatters)
        out.push_back({"correction-doubt", {"sides.correction-doubt", {Number{100. * facts.correctionDoubt, 2}}}});

    std::vector<std::string> changes = options.changes;
    std::set<std::string> baseNames, withNames;
    for (std::size_t i = 0; i < pulls.size(); ++i)
        (i < baseCount ? baseNames : withNames).insert(pulls[i].fit->header.setup);
    const std::vector<std::string> headers = headerDifferences(pulls, baseCount);
    if (changes.size() + headers.size() > 1 || (!headers.empty() && changes.empty())) {
        changes.insert(changes.end(), headers.begin(), headers.end());
        const bool alone = headers.empty() || options.changes.size() > 1;
        out.push_back({"confounded",
                       {alone ? "sides.confounded" : "sides.confounded-besides", {Names{alone ? changes : headers}}}});
    } else if (baseNames.size() > 1 || withNames.size() > 1) {
        out.push_back({"confounded", {"sides.mixed-setups"}});
    }

    const MeanAir baseAir = meanAir(pulls, 0, baseCount), withAir = meanAir(pulls, baseCount, pulls.size());
    if (baseAir.count > 0 && withAir.count > 0 &&
        (std::abs(baseAir.temp - withAir.temp) > kAirTempDiffersC ||
         std::abs(baseAir.pressure - withAir.pressure) > kAirPressureDiffersPa ||
         std::abs(baseAir.density / withAir.density - 1.) > kAirDensityDiffers))
        out.push_back({"air-differs",
                       {"sides.air-differs",
                        {Measure{withAir.temp - baseAir.temp, Measured::TemperatureStep, 1, true},
                         Measure{withAir.pressure - baseAir.pressure, Measured::AirPressure, 1, true}}}});

    // What another mixture is worth stands on the page of that name; here that it is another one.
    const auto meanAfr = [&](std::size_t from, std::size_t to) {
        double sum = 0., n = 0.;
        for (std::size_t i = from; i < to; ++i)
            for (double afr : pulls[i].curve->afr)
                if (std::isfinite(afr)) {
                    sum += afr;
                    n += 1.;
                }
        return n > 0. ? sum / n : std::nan("");
    };
    const double baseAfr = meanAfr(0, baseCount), withAfr = meanAfr(baseCount, pulls.size());
    if (std::abs(withAfr - baseAfr) > kMixtureDiffersAfr)
        out.push_back({"mixture-differs", {"sides.mixture-differs", {Number{baseAfr, 1}, Number{withAfr, 1}}}});

    std::set<std::string> said;
    for (const CurvedPull& pull : pulls)
        for (const Caution& c : pull.curve->cautions)
            if ((c.kind == "large-correction" || c.kind == "standard-unknown" || c.kind == "pressure-reduced" ||
                 c.kind == "air-implausible") &&
                said.insert(c.kind).second)
                out.push_back(c);
    if (options.wantedStandard && comparison.standard != options.wantedStandard &&
        said.insert("standard-unknown").second)
        out.push_back({"standard-unknown", {"standard.none-for-all"}});

    double widest = 0.;
    for (const CurvedPull& pull : pulls)
        widest = std::max(widest, pull.curve->place.back() - pull.curve->place.front());
    double wanted = widest;
    if (options.from && options.to)
        wanted = std::min(wanted, *options.to - *options.from);
    const double step = comparison.gridStep;
    const double covered = static_cast<double>(comparison.place.size() - 1) * step;
    if (covered < kShortOverlap * wanted)
        out.push_back({"overlap-short",
                       {"sides.overlap-short",
                        {Place{comparison.place.front(), comparison.axis, false},
                         Place{comparison.place.back(), comparison.axis}}}});

    std::set<MeasuredAt> places;
    for (const CurvedPull& pull : pulls)
        places.insert(pull.fit->header.measuredAt);
    if (places.size() > 1)
        out.push_back({"measured-at-differs", {"sides.measured-at"}});

    // P25: what was not run as the sitting's procedure says, the first three in words.
    int departed = 0;
    std::vector<Message> how;
    for (const CurvedPull& pull : pulls) {
        const PullFit* p = pull.fit;
        departed += !p->departures.empty();
        for (const Message& d : p->departures)
            if (how.size() < 3 && std::find(how.begin(), how.end(), d) == how.end())
                how.push_back(d);
    }
    if (departed > 0)
        out.push_back(
            {"procedure", {"sides.procedure", {Count{departed}, std::to_string(pulls.size()), Sayings{how}}}});

    std::set<std::string> flagKinds;
    int flagged = 0;
    for (const CurvedPull& pull : pulls) {
        const PullFit* p = pull.fit;
        bool any = false;
        for (const Flag& f : p->flags())
            if (!f.overruled) {
                any = true;
                flagKinds.insert(std::string(flagText(f.kind)));
            }
        flagged += any;
    }
    if (flagged > 0)
        out.push_back({"flagged-pulls",
                       {"sides.flagged",
                        {Count{flagged}, std::to_string(pulls.size()), Names{{flagKinds.begin(), flagKinds.end()}}}}});
    return out;
}

} // namespace jr
