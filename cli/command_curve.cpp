// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "core/pull/many_curves.h"
#include "core/pull/pull_axis.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <cmath>

namespace jr::cli {
namespace {

struct CurveAsked {
    std::vector<std::string> files;
    std::string standard = "sae-j1349";
    std::optional<std::string> axis;
    double grid = 0., detail = 0.;
};

Json flagJson(const Flag& flag) {
    return {{"kind", flagText(flag.kind)}, {"from_s", flag.fromS}, {"to_s", flag.toS},
            {"from_rpm", flag.fromRpm},    {"to_rpm", flag.toRpm}, {"text", said(flag.message)}};
}

int runCurve(const CurveAsked& o) {
    bool good = true;
    const std::vector<PullFit> fits = fitFiles(o.files, good);
    if (!good)
        return kInput;
    std::vector<const PullFit*> pointers;
    for (const PullFit& f : fits)
        pointers.push_back(&f);
    const Result<CurveAxis> axis = axisForAll(pointers, o.axis ? parseAxis(*o.axis) : std::nullopt);
    if (!axis) {
        for (std::size_t i = 0; i < fits.size(); ++i)
            if (!roadPerShaft(fits[i]))
                tell(messageOf(axis.error()), o.files[i]);
        return kInput;
    }
    CurveOptions options;
    options.axis = *axis;
    options.gridStep = o.grid > 0. ? o.grid : usualStep(*axis);
    options.standard = findStandard(o.standard);
    options.detail = o.detail > 0. ? Detail(o.detail) : Detail(likelyDetail(pointers, *axis));
    Json pulls = Json::array(), cautions = Json::array();
    const std::vector<CurveResult> curves = curvesOf(pointers, options);
    for (std::size_t i = 0; i < fits.size(); ++i) {
        if (!curves[i]) {
            tell(messageOf(curves[i].error()), o.files[i]);
            good = false;
            continue;
        }
        const PullCurve* curve = curves[i]->get();
        Json flags = Json::array();
        for (const Flag& f : fits[i].flags())
            flags.push_back(flagJson(f));
        for (const Caution& c : curve->cautions)
            cautions.push_back({{"kind", c.kind}, {"text", o.files[i] + ": " + said(c)}});
        const auto peak = [&](const std::optional<Peak>& p, const char* key) {
            return peakJson(p, key, curve->axis, curve->place, curve->engineRpm);
        };
        Json pull = {
            {"file", o.files[i]},
            {"setup", fits[i].header.setup},
            {"kind", kindText(fits[i].header.kind)},
            {"measured_at", fits[i].header.measuredAt == MeasuredAt::Unknown
                                ? Json(nullptr)
                                : Json(measuredAtText(fits[i].header.measuredAt))},
            {"factor", curve->factor ? Json(*curve->factor) : Json(nullptr)},
            {placeKey(curve->axis), curve->place},
            {"power_w", curve->powerW},
            {"torque_nm", curve->torqueNm},
            {"afr", curve->afr.empty() ? Json(nullptr) : Json(curve->afr)},
            {"peak_power", peak(curve->peakPower, "w")},
            {"peak_torque", peak(curve->peakTorque, "nm")},
            {"used", {{rangeKey("from", curve->axis), curve->usedFrom}, {rangeKey("to", curve->axis), curve->usedTo}}},
            {"flags", flags}};
        if (curve->axis != CurveAxis::EngineSpeed)
            pull["rpm"] = curve->engineRpm; // the engine's speed along it
        pulls.push_back(std::move(pull));
    }
    if (!good)
        return kInput;
    if (options.detail.chosen())
        tell({"cli.detail", {detailText(options.detail.whole, *axis, reader())}});
    return print({{"standard", o.standard},
                  {"axis", axisText(*axis)},
                  {rangeKey("grid", *axis), options.gridStep},
                  {"pulls", pulls},
                  {"cautions", cautions}});
}

} // namespace

void addCurve(CLI::App& app, Action& action) {
    auto o = std::make_shared<CurveAsked>();
    CLI::App* c = app.add_subcommand("curve", "Corrected power and torque curves of pull files, with what was flagged");
    c->add_option("FILE", o->files, "Pull files (*.pull.csv)")->required();
    addStandard(*c, o->standard);
    addAxis(*c, o->axis);
    c->add_option("--grid", o->grid, "Step of the grid, rpm or m/s (default: 50 rpm, 0.25 m/s)")
        ->check(within(0.01, 2000.));
    c->add_option("--detail", o->detail,
                  "Narrowest feature shown, rpm or m/s (default: chosen from the data, the same for all files)")
        ->check(within(0.1, 5000.));
    c->footer("Example:\n  jolly-ram-cli curve a.pull.csv b.pull.csv --standard iso-1585 --grid 100");
    c->callback([o, &action] { action = [o] { return runCurve(*o); }; });
}

} // namespace jr::cli
