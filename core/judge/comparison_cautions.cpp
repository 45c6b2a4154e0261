#include "core/judge/comparison_cautions.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <set>

namespace jr {
namespace {

// "Very different air" between the sides. Common practice, no source.
constexpr double kAirTempDiffersC = 5.;
constexpr double kAirPressureDiffersPa = 1000.;
constexpr double kAirDensityDiffers = 0.02;
constexpr double kShortOverlap = 0.7; // share of the wider side's range

std::string formatted(const char* format, double a, double b = 0., double c = 0.) {
    char buffer[256];
    std::snprintf(buffer, sizeof buffer, format, a, b, c);
    return buffer;
}

struct MeanAir {
    double temp = 0., pressure = 0., density = 0.;
    int count = 0;
};

MeanAir meanAir(const std::vector<const PullFit*>& pulls, std::size_t from, std::size_t to) {
    MeanAir m;
    for (std::size_t i = from; i < to; ++i)
        if (const auto air = pulls[i]->header.air()) {
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

/// What the headers of the two sides disagree in, beyond the setup itself.
std::vector<std::string> headerDifferences(const std::vector<const PullFit*>& pulls, std::size_t baseCount) {
    std::vector<std::string> out;
    const auto differs = [&](const char* what, auto value) {
        std::set<decltype(value(*pulls[0]))> base, with;
        for (std::size_t i = 0; i < pulls.size(); ++i)
            (i < baseCount ? base : with).insert(value(*pulls[i]));
        // One odd pull on a side is no second change; nothing in common between the sides is.
        bool common = false;
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
    const auto key = [](const char* name) {
        return [name](const PullFit& p) {
            for (const auto& [k, v] : p.header.other)
                if (k == name)
                    return v;
            return std::string();
        };
    };
    differs("gear", key("gear"));
    differs("tyre pressure", key("tyre_pressure_kpa"));
    differs("straps", key("straps"));
    differs("bench", key("bench"));
    // Gears show in the ratio; a per cent apart is another gear or sprocket, less is tyre pressure.
    const auto meanRatio = [&](std::size_t from, std::size_t to) {
        double sum = 0., n = 0.;
        for (std::size_t i = from; i < to; ++i)
            if (pulls[i]->fit && pulls[i]->ready.kind == PullKind::Roller && pulls[i]->ready.geared) {
                sum += pulls[i]->ready.ratio(pulls[i]->ready.shaftSmooth[pulls[i]->ready.to - 1]);
                n += 1.;
            }
        return n > 0. ? sum / n : 0.;
    };
    const double a = meanRatio(0, baseCount), b = meanRatio(baseCount, pulls.size());
    if (a > 0. && b > 0. && std::abs(a / b - 1.) > 0.01)
        out.emplace_back("gear or sprockets");
    return out;
}

} // namespace

std::vector<Caution> comparisonCautions(const Comparison& comparison, const std::vector<const PullFit*>& pulls,
                                        const std::vector<PullCurve>& curves, std::size_t baseCount,
                                        const CompareOptions& options) {
    std::vector<Caution> out;
    const std::size_t withCount = pulls.size() - baseCount;
    if (comparison.apart)
        out.push_back({"drift-unchecked", "The two were never run in one sitting: what the days differ in cannot be "
                                          "told from the part. Run the base again beside the change."});
    else if (!comparison.drift.checked)
        out.push_back(
            {"drift-unchecked",
             "The base was not run again after the change, so drift of bench or engine cannot be told from the part."});
    if (baseCount < 3 || withCount < 3)
        out.push_back({"few-pulls", formatted("%.0f and %.0f pulls: three or more a side make the margin smaller.",
                                              static_cast<double>(baseCount), static_cast<double>(withCount))});
    if (comparison.repeatabilityBorrowed)
        out.push_back({"borrowed-repeatability", formatted("With one pull on a side the margin rests on a "
                                                           "repeatability of %.2f %% that was brought from elsewhere.",
                                                           *comparison.repeatabilityPct)});

    std::vector<std::string> changes = options.changes;
    std::set<std::string> baseNames, withNames;
    for (std::size_t i = 0; i < pulls.size(); ++i)
        (i < baseCount ? baseNames : withNames).insert(pulls[i]->header.setup);
    const std::vector<std::string> headers = headerDifferences(pulls, baseCount);
    if (changes.size() + headers.size() > 1 || (!headers.empty() && changes.empty())) {
        changes.insert(changes.end(), headers.begin(), headers.end());
        std::string list;
        for (const std::string& c : changes)
            list += (list.empty() ? "" : ", ") + c;
        out.push_back(
            {"confounded",
             headers.empty() || options.changes.size() > 1
                 ? "More than one thing differs (" + list + "): the credit belongs to all of them together."
                 : "Besides the setup this differs: " + list + ". The credit belongs to all of it together."});
    } else if (baseNames.size() > 1 || withNames.size() > 1) {
        out.push_back({"confounded", "A side holds pulls of more than one setup."});
    }

    const MeanAir baseAir = meanAir(pulls, 0, baseCount), withAir = meanAir(pulls, baseCount, pulls.size());
    if (baseAir.count > 0 && withAir.count > 0 &&
        (std::abs(baseAir.temp - withAir.temp) > kAirTempDiffersC ||
         std::abs(baseAir.pressure - withAir.pressure) > kAirPressureDiffersPa ||
         std::abs(baseAir.density / withAir.density - 1.) > kAirDensityDiffers))
        out.push_back(
            {"air-differs", formatted("The sides were run in different air: %+.1f °C, %+.1f hPa.",
                                      withAir.temp - baseAir.temp, (withAir.pressure - baseAir.pressure) / 100.)});

    std::set<std::string> said;
    for (const PullCurve& curve : curves)
        for (const Caution& c : curve.cautions)
            if ((c.kind == "large-correction" || c.kind == "standard-unknown") && said.insert(c.kind).second)
                out.push_back(c);
    if (comparison.standard != options.standard && said.insert("standard-unknown").second)
        out.push_back(
            {"standard-unknown",
             "The air of at least one pull is unknown, so both sides are shown as measured, without correction."});

    double widest = 0.;
    for (const PullCurve& curve : curves)
        widest = std::max(widest, curve.rpm.back() - curve.rpm.front());
    double wanted = widest;
    if (options.fromRpm && options.toRpm)
        wanted = std::min(wanted, *options.toRpm - *options.fromRpm);
    const double step = comparison.rpm[1] - comparison.rpm[0];
    const double covered = static_cast<double>(comparison.rpm.size() - 1) * step;
    if (covered < kShortOverlap * wanted)
        out.push_back({"overlap-short", formatted("Only %.0f to %.0f rpm is common to all pulls.",
                                                  comparison.rpm.front(), comparison.rpm.back())});

    std::set<MeasuredAt> places;
    for (const PullFit* p : pulls)
        places.insert(p->header.measuredAt);
    if (places.size() > 1)
        out.push_back(
            {"measured-at-differs", "The pulls were not all measured at the same place (crank, hub or wheel)."});

    // P25: what was not run as the sitting's procedure says, the first three in words.
    int departed = 0;
    std::vector<std::string> how;
    for (const PullFit* p : pulls) {
        departed += !p->departures.empty();
        for (const std::string& d : p->departures)
            if (how.size() < 3 && std::find(how.begin(), how.end(), d) == how.end())
                how.push_back(d);
    }
    if (departed > 0) {
        std::string list;
        for (const std::string& one : how)
            list += (list.empty() ? "" : "; ") + one;
        out.push_back({"procedure", formatted("%.0f of ", departed) +
                                        formatted(departed == 1 ? "%.0f pulls departs from the procedure: "
                                                                : "%.0f pulls depart from the procedure: ",
                                                  static_cast<double>(pulls.size())) +
                                        list + "."});
    }

    std::set<std::string> flagKinds;
    int flagged = 0;
    for (const PullFit* p : pulls) {
        bool any = false;
        for (const Flag& f : p->flags())
            if (!f.overruled) {
                any = true;
                flagKinds.insert(std::string(flagText(f.kind)));
            }
        flagged += any;
    }
    if (flagged > 0) {
        std::string list;
        for (const std::string& k : flagKinds)
            list += (list.empty() ? "" : ", ") + k;
        out.push_back(
            {"flagged-pulls", formatted("%.0f of ", flagged) +
                                  formatted(flagged == 1 ? "%.0f pulls carries flags: " : "%.0f pulls carry flags: ",
                                            static_cast<double>(pulls.size())) +
                                  list + ". Flagged stretches are not counted."});
    }
    return out;
}

} // namespace jr
