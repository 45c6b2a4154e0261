// SPDX-License-Identifier: GPL-3.0-or-later
// The facts an import asks for beside the log.
#pragma once

#include "core/words/message.h"

#include <QtGlobal>

#include <optional>

namespace jr::app {

/// Facts a foreign log does not say, with what people call them. Keys are the pull file's.
struct Fact {
    const char* key;
    const char* label; ///< %1: the reader's unit
    std::optional<Measured> what = std::nullopt;
};
inline constexpr Fact kFacts[] = {
    {"started", QT_TRANSLATE_NOOP("ImportDialog", "Started")},
    {"roller_inertia_kg_m2", QT_TRANSLATE_NOOP("ImportDialog", "Roller inertia [kg m²]")},
    {"roller_radius_m", QT_TRANSLATE_NOOP("ImportDialog", "Roller radius [m]")},
    {"roller_loss_nm", QT_TRANSLATE_NOOP("ImportDialog", "Roller drag [Nm]")},
    {"engine_per_roller", QT_TRANSLATE_NOOP("ImportDialog", "Engine per roller rev")},
    {"brake_arm_m", QT_TRANSLATE_NOOP("ImportDialog", "Brake arm [m]")},
    {"air_temp_c", QT_TRANSLATE_NOOP("ImportDialog", "Air [%1]"), Measured::Temperature},
    {"air_pressure_hpa", QT_TRANSLATE_NOOP("ImportDialog", "Station pressure [%1]"), Measured::AirPressure},
    {"altitude_m", QT_TRANSLATE_NOOP("ImportDialog", "Height of the bench [m]")},
    {"humidity_pct", QT_TRANSLATE_NOOP("ImportDialog", "Humidity [%]")},
};

} // namespace jr::app
