// SPDX-License-Identifier: GPL-3.0-or-later
// Runs every promise at full size and prints the table of docs/judging.md. Usage: report_promises [seeds] [name part]
#include "tests/simulation/promises.h"

#include <cstdio>
#include <cstdlib>

int main(int argc, char** argv) {
    const int seeds = argc > 1 ? std::atoi(argv[1]) : 2000;
    const std::string part = argc > 2 ? argv[2] : "";
    std::printf("| bench | tests | coverage %% | gain or loss called %% | true gain found %% | share of it %% | "
                "half-width %% | power rms %% (worst) | used %% | detail rpm |\n");
    std::printf("|---|---|---|---|---|---|---|---|---|---|\n");
    for (const promises::Scenario& s : promises::scenarios()) {
        if (s.name.find(part) == std::string::npos)
            continue;
        const promises::Outcome o = promises::run(s, seeds);
        std::printf("| %s | %d | %.1f | %.1f | %.1f | %.1f | %.2f | %.3f (%.3f) | %.1f | %.0f |\n", s.name.c_str(),
                    o.tests, 100. * o.coverage, 100. * o.falseCalls, 100. * o.found, 100. * o.shareFound,
                    o.halfWidthPct, o.powerRmsPct, o.powerRmsWorstPct, 100. * o.usedShare, o.detail);
        std::fflush(stdout);
    }
    std::printf("\n| narrow feature | tests | coverage %% | but for what is hatched %% | hatched %% | half-width %% | "
                "detail rpm |\n|---|---|---|---|---|---|---|\n");
    for (const promises::Scenario& s : promises::narrowFeatures()) {
        if (s.name.find(part) == std::string::npos)
            continue;
        const promises::Outcome o = promises::run(s, seeds);
        std::printf("| %s | %d | %.1f | %.1f | %.1f | %.2f | %.0f |\n", s.name.c_str(), o.tests, 100. * o.coverage,
                    100. * o.coverageElsewhere, 100. * o.hatched, o.halfWidthPct, o.detail);
        std::fflush(stdout);
    }
    std::printf("\n| real day | tests | coverage %% | gain or loss called %% | true gain found %% | half-width %% | "
                "odd pull named %% | cautioned %% |\n|---|---|---|---|---|---|---|---|\n");
    for (const promises::Scenario& s : promises::realDays()) {
        if (s.name.find(part) == std::string::npos)
            continue;
        const promises::Outcome o = promises::run(s, seeds);
        std::printf("| %s | %d | %.1f | %.1f | %.1f | %.2f | %.1f | %.1f |\n", s.name.c_str(), o.tests,
                    100. * o.coverage, 100. * o.falseCalls, 100. * o.found, o.halfWidthPct, 100. * o.oddNamed,
                    100. * o.cautioned);
        std::fflush(stdout);
    }
    return 0;
}
