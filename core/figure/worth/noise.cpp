// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/worth/noise.h"

#include "core/figure/domain.h"

#include <cmath>

namespace jr {
namespace {

double asPower(double db) {
    return std::pow(10., db / 10.);
}
double asDb(double power) {
    return 10. * std::log10(power);
}

} // namespace

Result<double> soundSumDb(const std::vector<double>& levelsDb) {
    if (auto error = outOfDomain({{"levels_db (how many)", static_cast<double>(levelsDb.size()), 1., 50.}}))
        return *error;
    double sum = 0.;
    for (double db : levelsDb) {
        if (auto error = outOfDomain({{"levels_db", db, 0., 200.}}))
            return *error;
        sum += asPower(db);
    }
    return asDb(sum);
}

Result<double> soundAtDistanceDb(double levelDb, double fromM, double toM) {
    if (auto error = outOfDomain({{"from_m", fromM, 0.05, 1e4}, {"to_m", toM, 0.05, 1e4}}))
        return *error;
    return levelDb - 20. * std::log10(toM / fromM);
}

std::optional<double> withoutBackgroundDb(double levelDb, double backgroundDb) {
    constexpr double kLeastAboveDb = 3.;
    if (levelDb - backgroundDb < kLeastAboveDb)
        return std::nullopt;
    return asDb(asPower(levelDb) - asPower(backgroundDb));
}

} // namespace jr
