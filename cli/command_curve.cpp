// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "core/pull/curve.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <cmath>

namespace jr::cli {
namespace {

struct CurveAsked {
    std::vector<std::string> files;
    std::string standard = "sae-j1349";
    double grid = 50., detail = 0.;
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
    CurveOptions options;
    options.gridRpm = o.grid;
    options.standard = findStandard(o.standard);
    options.detailRpm = o.detail > 0. ? o.detail : likelyDetailRpm(pointers);
    Json pulls = Json::array(), cautions = Json::array();
    for (std::size_t i = 0; i < fits.size(); ++i) {
        const Result<PullCurve> curve = curveOf(fits[i], options);
        if (!curve) {
            say(o.files[i] + ": " + curve.error().reason);
            good = false;
            continue;
        }
        Json flags = Json::array();
        for (const Flag& f : fits[i].flags())
            flags.push_back(flagJson(f));
        for (const Caution& c : curve->cautions)
            cautions.push_back({{"kind", c.kind}, {"text", o.files[i] + ": " + said(c)}});
        pulls.push_back({{"file", o.files[i]},
                         {"setup", fits[i].header.setup},
                         {"kind", kindText(fits[i].header.kind)},
                         {"measured_at", fits[i].header.measuredAt == MeasuredAt::Unknown
                                             ? Json(nullptr)
                                             : Json(measuredAtText(fits[i].header.measuredAt))},
                         {"factor", curve->factor ? Json(*curve->factor) : Json(nullptr)},
                         {"rpm", curve->rpm},
                         {"power_w", curve->powerW},
                         {"torque_nm", curve->torqueNm},
                         {"afr", curve->afr.empty() ? Json(nullptr) : Json(curve->afr)},
                         {"peak_power", peakJson(curve->peakPower, "w")},
                         {"peak_torque", peakJson(curve->peakTorque, "nm")},
                         {"used", {{"from_rpm", curve->usedFromRpm}, {"to_rpm", curve->usedToRpm}}},
                         {"flags", flags}});
    }
    if (!good)
        return kInput;
    if (options.detailRpm > 0.)
        say("detail: " + std::to_string(static_cast<int>(options.detailRpm)) + " rpm");
    return print({{"standard", o.standard}, {"grid_rpm", o.grid}, {"pulls", pulls}, {"cautions", cautions}});
}

} // namespace

void addCurve(CLI::App& app, Action& action) {
    auto o = std::make_shared<CurveAsked>();
    CLI::App* c = app.add_subcommand("curve", "Corrected power and torque curves of pull files, with what was flagged");
    c->add_option("FILE", o->files, "Pull files (*.pull.csv)")->required();
    addStandard(*c, o->standard);
    c->add_option("--grid", o->grid, "Step of the engine speed grid, rpm")
        ->check(within(1., 2000.))
        ->capture_default_str();
    c->add_option("--detail", o->detail,
                  "Narrowest feature shown, rpm (default: chosen from the data, the same for all files)")
        ->check(within(10., 5000.));
    c->footer("Example:\n  jolly-ram-cli curve a.pull.csv b.pull.csv --standard iso-1585 --grid 100");
    c->callback([o, &action] { action = [o] { return runCurve(*o); }; });
}

} // namespace jr::cli
