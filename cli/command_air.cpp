// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "core/air/air.h"
#include "core/air/standards.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace jr::cli {

void addAir(CLI::App& app, Action& action) {
    struct Options {
        double tempC = 0., pressureHpa = 0., humidity = 0.;
        std::optional<double> altitudeM;
    };
    auto o = std::make_shared<Options>();
    CLI::App* c = app.add_subcommand("air", "Density, density altitude and the correction factors of every standard");
    c->add_option("--temp-c", o->tempC, "Intake air, dry bulb, °C")->required()->check(within(-60., 80.));
    c->add_option("--pressure-hpa", o->pressureHpa, "Station pressure, hPa (not reduced to sea level)")
        ->required()
        ->check(within(300., 1200.));
    c->add_option("--humidity", o->humidity, "Relative humidity, %")->required()->check(within(0., 100.));
    c->add_option("--altitude-m", o->altitudeM, "Height of the bench above the sea, m: the pressure is held against it")
        ->check(within(-450., 5000.));
    c->footer("Example:\n  jolly-ram-cli air --temp-c 21.4 --pressure-hpa 987.2 --humidity 48");
    c->callback([o, &action] {
        action = [o] {
            const Air air{o->tempC, o->pressureHpa * 100., o->humidity / 100.};
            if (const auto problem = airProblem(air)) {
                tell(*problem, "air");
                return kUsage;
            }
            Json factors, cautions = Json::array();
            for (const Caution& caution : airCautions(air))
                cautions.push_back({{"kind", caution.kind}, {"text", said(caution)}});
            if (o->altitudeM)
                for (const Caution& caution : pressureCautions(air.pressurePa, *o->altitudeM))
                    cautions.push_back({{"kind", caution.kind}, {"text", said(caution)}});
            for (const Standard& s : allStandards()) {
                factors[std::string(s.id)] = s.factor(air);
                for (const Caution& caution : airCautions(s, air))
                    cautions.push_back({{"kind", caution.kind}, {"text", said(caution)}});
            }
            return print({{"vapour_pressure_hpa", vapourPressurePa(air) / 100.},
                          {"dry_pressure_hpa", dryPressurePa(air) / 100.},
                          {"density_kg_m3", densityKgM3(air)},
                          {"density_altitude_m", densityAltitudeM(air)},
                          {"water_grains_per_lb", waterGrainsPerLb(air)},
                          {"factors", factors},
                          {"cautions", cautions}});
        };
    });
}

} // namespace jr::cli
