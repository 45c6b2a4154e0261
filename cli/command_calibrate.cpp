// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "bench/coast_down_file.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace jr::cli {
namespace {

struct CalibrateAsked {
    std::vector<std::string> weights;
    std::string file, plain, loaded;
    double inertia = 0., gravity = kStandardGravity;
    std::optional<double> added, torque;
};

std::optional<CoastDown> coastFile(const std::string& path) {
    const Result<Trace> trace = loadPullFile(path);
    if (!trace) {
        say(inWords(trace.error()));
        return std::nullopt;
    }
    Result<CoastDown> run = coastDownOf(*trace);
    if (!run) {
        tell(messageOf(run.error()), path);
        return std::nullopt;
    }
    return std::move(run).value();
}

int runLoadCell(const CalibrateAsked& o) {
    std::vector<WeightReading> readings;
    for (const std::string& pair : o.weights) {
        const std::size_t equals = pair.find('=');
        const auto mass = parseNumber(std::string_view(pair).substr(0, equals));
        const auto reading =
            equals == std::string::npos ? std::nullopt : parseNumber(std::string_view(pair).substr(equals + 1));
        if (!mass || !reading) {
            tell({"cli.wants-kg-reading", {pair}});
            return kUsage;
        }
        readings.push_back({*mass, *reading});
    }
    const Result<LoadCellFit> fit = fitLoadCell(readings, o.gravity);
    if (!fit) {
        tell(messageOf(fit.error()), "load-cell");
        return kInput;
    }
    return print({{"newton_per_reading", fit->newtonPerReading},
                  {"newton_per_reading_error", fit->newtonPerReadingError},
                  {"zero_reading", fit->zeroReading},
                  {"residual_n", fit->residualN},
                  {"residual_sd_n", fit->residualSdN},
                  {"worst_pct", 100. * fit->worstShare}});
}

int runDrag(const CalibrateAsked& o) {
    const auto run = coastFile(o.file);
    if (!run)
        return kInput;
    const Result<DragFit> fit = fitDrag(*run, o.inertia);
    if (!fit) {
        tell(messageOf(fit.error()), o.file);
        return kInput;
    }
    return print({{"roller_loss_nm", fit->dragNm},
                  {"standard_error", fit->standardError},
                  {"rms_rad_s", fit->rmsRadS},
                  {"terms", fit->terms},
                  {"from_rad_s", fit->fromRadS},
                  {"to_rad_s", fit->toRadS}});
}

int runInertia(const CalibrateAsked& o) {
    if (o.added.has_value() == o.torque.has_value()) {
        tell({"cli.inertia-either"});
        return kUsage;
    }
    const auto plain = coastFile(o.plain), loaded = coastFile(o.loaded);
    if (!plain || !loaded)
        return kInput;
    const Result<InertiaFit> fit =
        o.added ? inertiaFromAdded(*plain, *loaded, *o.added) : inertiaFromTorque(*plain, *loaded, *o.torque);
    if (!fit) {
        tell(messageOf(fit.error()), "inertia");
        return kInput;
    }
    return print({{"roller_inertia_kg_m2", fit->inertiaKgM2}, {"standard_error", fit->standardError}});
}

} // namespace

void addCalibrate(CLI::App& app, Action& action) {
    auto o = std::make_shared<CalibrateAsked>();
    CLI::App* c = app.add_subcommand("calibrate", "Fits of the bench itself: load cell, roller inertia, roller drag");
    c->require_subcommand(1);
    c->footer("Example:\n  jolly-ram-cli calibrate drag roller.coast.csv --inertia 18.2");
    CLI::App* cell = c->add_subcommand("load-cell", "Force per reading from dead weights");
    cell->add_option("--weight", o->weights, "KG=READING, at least three, 0 among them")->required();
    cell->add_option("--gravity", o->gravity, "Local gravity, m/s2")->check(within(9.7, 9.9))->capture_default_str();
    cell->footer("Example:\n  jolly-ram-cli calibrate load-cell --weight 0=0.02 --weight 5=1.27 --weight 10=2.51");
    cell->callback([o, &action] { action = [o] { return runLoadCell(*o); }; });
    CLI::App* drag = c->add_subcommand("drag", "Roller drag c0 + c1 w + c2 w^2 from a coast-down with known inertia");
    drag->add_option("FILE", o->file, "Coast-down (*.coast.csv, or any pull file with roller_speed)")->required();
    drag->add_option("--inertia", o->inertia, "Roller inertia, kg m2")->required()->check(within(1e-6, 1e5));
    drag->footer("Example:\n  jolly-ram-cli calibrate drag roller.coast.csv --inertia 18.2");
    drag->callback([o, &action] { action = [o] { return runDrag(*o); }; });
    CLI::App* inertia = c->add_subcommand(
        "inertia", "Roller inertia from two coast-downs, one with a known inertia added or a known torque");
    inertia->add_option("--plain", o->plain, "Coast-down of the bare roller")->required();
    inertia->add_option("--loaded", o->loaded, "Coast-down with the known addition")->required();
    inertia->add_option("--added-kg-m2", o->added, "Inertia added for the second run")->check(within(1e-6, 1e5));
    inertia->add_option("--torque-nm", o->torque, "Torque driving the roller in the second run");
    inertia->footer("Example:\n  jolly-ram-cli calibrate inertia --plain bare.coast.csv --loaded disc.coast.csv "
                    "--added-kg-m2 0.85");
    inertia->callback([o, &action] { action = [o] { return runInertia(*o); }; });
}

} // namespace jr::cli
