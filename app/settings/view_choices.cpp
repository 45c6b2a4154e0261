// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/settings/view_choices.h"

#include "archive/reader/reader_settings.h"
#include "core/air/standards.h"

#include <QSettings>

#include <algorithm>

namespace jr::app {
namespace {

constexpr char kMode[] = "view/light", kText[] = "view/text_pct", kContrast[] = "view/strong_contrast",
               kAlarms[] = "sound/only_alarms", kStandard[] = "job/standard";

} // namespace

const std::vector<double>& ViewChoices::textScales() {
    static const std::vector<double> scales{1., 1.15, 1.3};
    return scales;
}

ViewChoices keptViewChoices() {
    const auto settings = personsSettings();
    ViewChoices out;
    const QString mode = settings->value(QLatin1String(kMode)).toString();
    out.mode = mode == QLatin1String("day")     ? Theme::Mode::Day
               : mode == QLatin1String("night") ? Theme::Mode::Night
                                                : Theme::Mode::FollowSystem;
    const double scale = settings->value(QLatin1String(kText), 100.).toDouble() / 100.;
    const auto& scales = ViewChoices::textScales();
    if (std::find(scales.begin(), scales.end(), scale) != scales.end())
        out.textScale = scale;
    out.strongContrast = settings->value(QLatin1String(kContrast)).toBool();
    out.onlyAlarms = settings->value(QLatin1String(kAlarms)).toBool();
    const std::string standard = settings->value(QLatin1String(kStandard)).toString().toStdString();
    if (findStandard(standard))
        out.standard = standard;
    return out;
}

void keepViewChoices(const ViewChoices& choices) {
    const auto settings = personsSettings();
    settings->setValue(QLatin1String(kMode), choices.mode == Theme::Mode::Day     ? QStringLiteral("day")
                                             : choices.mode == Theme::Mode::Night ? QStringLiteral("night")
                                                                                  : QString());
    settings->setValue(QLatin1String(kText), 100. * choices.textScale);
    settings->setValue(QLatin1String(kContrast), choices.strongContrast);
    settings->setValue(QLatin1String(kAlarms), choices.onlyAlarms);
    settings->setValue(QLatin1String(kStandard), QString::fromStdString(choices.standard));
}

void dress(Theme& theme, const ViewChoices& choices) {
    Theme::setTextScale(choices.textScale);
    theme.setStrongContrast(choices.strongContrast);
    theme.setMode(choices.mode);
}

} // namespace jr::app
