// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/reader/reader_settings.h"

#include "archive/disk/safe_file.h"

#include <QFileInfo>
#include <QLocale>
#include <QSettings>
#include <QStandardPaths>

#include <algorithm>

namespace jr {
namespace {

constexpr char kLanguage[] = "reader/language";

/// What is read in pounds and degrees Fahrenheit; the United Kingdom weighs and warms by the metre's units.
bool readsImperial(const QLocale& locale) {
    return locale.measurementSystem() == QLocale::ImperialUSSystem;
}

std::optional<Unit> kept(const QSettings& settings, const UnitChoice& choice) {
    const std::string symbol = settings.value(QLatin1String(choice.key)).toString().toStdString();
    const bool known = std::find(choice.symbols.begin(), choice.symbols.end(), symbol) != choice.symbols.end();
    return known ? readerUnitOf(symbol) : std::nullopt;
}

} // namespace

std::optional<Unit> readerUnitOf(std::string_view symbol) {
    const auto unit = findWorkshopUnit(symbol);
    return unit ? unit : findUnit(symbol);
}

std::optional<Remark> leaveSettingsThatAreNoFile() {
    const QString file = QStandardPaths::writableLocation(QStandardPaths::GenericConfigLocation) +
                         QStringLiteral("/jolly-ram/Jolly Ram.conf");
    if (!QFileInfo::exists(file) || isPlainFile(file.toStdString()))
        return std::nullopt;
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, QStringLiteral("/proc/no-settings"));
    return Remark(Message{"disk.no-plain-file"}, file.toStdString());
}

std::unique_ptr<QSettings> personsSettings() {
    return std::make_unique<QSettings>(QStringLiteral("jolly-ram"), QStringLiteral("Jolly Ram"));
}

const std::vector<UnitChoice>& unitChoices() {
    static const std::vector<UnitChoice> choices{
        {"reader/power", {"PS", "kW", "hp"}, &Wording::power},
        {"reader/torque", {"Nm", "kgf-m", "lb-ft"}, &Wording::torque},
        {"reader/road", {"km/h", "mph"}, &Wording::road},
        {"reader/temperature", {"degC", "degF"}, &Wording::temperature},
        {"reader/pressure", {"kPa", "bar", "psi"}, &Wording::pressure},
        {"reader/barometer", {"hPa", "kPa", "inHg"}, &Wording::airPressure},
        {"reader/mass", {"kg", "lb"}, &Wording::mass},
    };
    return choices;
}

Wording unitsAsKept(const QLocale& locale) {
    const auto settings = personsSettings();
    const bool metricPower = locale.measurementSystem() == QLocale::MetricSystem;
    Wording out;
    for (const UnitChoice& choice : unitChoices()) {
        // Horsepower and pounds-feet are spoken wherever miles are; the rest follows weights and thermometers.
        const bool spoken =
            choice.unit == &Wording::power || choice.unit == &Wording::torque || choice.unit == &Wording::road;
        const bool metric = spoken ? metricPower : !readsImperial(locale);
        const auto usual = readerUnitOf(metric ? choice.symbols.front() : choice.symbols.back());
        out.*choice.unit = kept(*settings, choice).value_or(*usual);
    }
    return out;
}

void keepUnit(const UnitChoice& choice, const Unit& unit) {
    personsSettings()->setValue(QLatin1String(choice.key), QString::fromUtf8(unit.symbol.data()));
}

QString languageAsKept() {
    return personsSettings()->value(QLatin1String(kLanguage)).toString();
}

void keepLanguage(const QString& id) {
    personsSettings()->setValue(QLatin1String(kLanguage), id);
}

Wording wordingOfPerson() {
    const auto settings = personsSettings();
    Wording out;
    for (const UnitChoice& choice : unitChoices())
        if (const auto unit = kept(*settings, choice))
            out.*choice.unit = *unit;
    if (const Language* language = findLanguage(languageAsKept().toStdString())) {
        out.language = language;
        out.decimalPoint = QLocale(languageAsKept()).decimalPoint() == QLatin1String(",") ? ',' : '.';
    }
    return out;
}

} // namespace jr
