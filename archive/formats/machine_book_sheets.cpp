// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/machine_book_sheets.h"

#include "archive/formats/job_sheets.h"
#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr int kMostPulls = 1000000;

Json objectFrom(const std::string& body) {
    Result<Json> j = readJson(body, "sheet");
    return j && j->is_object() ? std::move(j).value() : Json::object();
}

double rounded(double value, double step) {
    return std::round(value / step) * step;
}

} // namespace

std::string sheetBody(const TuneHistory& history) {
    const auto versionJson = [](const TuneVersion& version) {
        Json j = objectFrom(sheetBody(version.sheet));
        j["from_pull"] = version.fromPull;
        return j;
    };
    if (history.versions.empty())
        return {};
    Json out = versionJson(history.versions.back());
    Json earlier = Json::array();
    for (std::size_t i = 0; i + 1 < history.versions.size(); ++i)
        earlier.push_back(versionJson(history.versions[i]));
    out["earlier"] = std::move(earlier);
    return writeJson(out);
}

TuneHistory tuneHistoryOf(const std::string& body) {
    TuneHistory out;
    if (body.empty())
        return out;
    const Json j = objectFrom(body);
    const auto take = [&](const Json& one, const std::string& text) {
        out.versions.push_back({wholeOf(one, "from_pull", 1, kMostPulls, 1), machineSheetOf(text)});
    };
    for (const Json& one : listOf(j, "earlier"))
        if (one.is_object())
            take(one, writeJson(one));
    take(j, body);
    std::stable_sort(out.versions.begin(), out.versions.end(),
                     [](const TuneVersion& a, const TuneVersion& b) { return a.fromPull < b.fromPull; });
    return out;
}

std::string sheetBody(const VisitFigures& figures) {
    Json setups = Json::array();
    constexpr double kWatt = 1., kPlace = 1e-3; // finer is noise
    for (const SetupFigures& s : figures.setups) {
        Json places = Json::array(), powers = Json::array();
        for (double v : s.place)
            places.push_back(rounded(v, kPlace));
        for (double v : s.powerW)
            powers.push_back(rounded(v, kWatt));
        setups.push_back({{"setup", s.setup},
                          {"pulls", s.pulls},
                          {"peak_w", rounded(s.peakW, kWatt)},
                          {"peak_at", rounded(s.peakAt, kPlace)},
                          {"place", places},
                          {"power_w", powers}});
    }
    const auto spread = [](const std::optional<KnownSpread>& s) {
        return s ? Json{{"pct", 100. * s->sd}, {"freedom", s->freedom}} : Json(nullptr);
    };
    return writeJson({{"standard", figures.standard},
                      {"measured_at", figures.measuredAt},
                      {"bench", figures.bench},
                      {"axis", axisText(figures.axis)},
                      {"pull_scatter", spread(figures.scatter.pull)},
                      {"setups", setups}});
}

VisitFigures visitFiguresOf(const std::string& body) {
    const Json j = objectFrom(body);
    VisitFigures out;
    out.standard = textOf(j, "standard");
    out.measuredAt = textOf(j, "measured_at");
    out.bench = textOf(j, "bench");
    out.axis = parseAxis(textOf(j, "axis")).value_or(CurveAxis::EngineSpeed);
    const Json& scatter = objectOf(j, "pull_scatter");
    const double pct = numberOf(scatter, "pct").value_or(0.), freedom = numberOf(scatter, "freedom").value_or(0.);
    constexpr double kMostPct = 50.;
    if (pct > 0. && pct < kMostPct && freedom > 0.)
        out.scatter.pull = KnownSpread{pct / 100., freedom};
    for (const Json& s : listOf(j, "setups")) {
        SetupFigures one{textOf(s, "setup"), wholeOf(s, "pulls", 0, kMostPulls, 0), {}, {}, 0., 0.};
        one.peakW = numberOf(s, "peak_w").value_or(0.);
        one.peakAt = numberOf(s, "peak_at").value_or(0.);
        const Json &places = listOf(s, "place"), &powers = listOf(s, "power_w");
        for (std::size_t i = 0; i < std::min(places.size(), powers.size()); ++i)
            if (places[i].is_number() && powers[i].is_number() &&
                (one.place.empty() || places[i].get<double>() > one.place.back())) {
                one.place.push_back(places[i].get<double>());
                one.powerW.push_back(powers[i].get<double>());
            }
        if (one.place.size() > 1)
            out.setups.push_back(std::move(one));
    }
    return out;
}

} // namespace jr
