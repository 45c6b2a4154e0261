// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/weight_words.h"

#include <QLocale>
#include <QSettings>

namespace jr::app {

WeightUnit weightUnitChosen() {
    const QString usual =
        QLocale().measurementSystem() == QLocale::MetricSystem ? QStringLiteral("kg") : QStringLiteral("lb");
    return weightUnitOf(QSettings().value(QStringLiteral("weight_unit"), usual).toString().toStdString());
}

void chooseWeightUnit(WeightUnit unit) {
    QSettings().setValue(QStringLiteral("weight_unit"), weightSymbolWords(unit));
}

QString weightSymbolWords(WeightUnit unit) {
    return QString::fromUtf8(weightSymbol(unit).data());
}

QString weightText(double kg, WeightUnit unit, bool sign) {
    const double shown = weightFromKg(kg, unit);
    return (sign && shown > 0. ? QStringLiteral("+") : QString()) +
           QLocale().toString(shown, 'f', weightDecimals(unit)) + QChar(0x00A0) + weightSymbolWords(unit);
}

} // namespace jr::app
