// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/paper_size.h"

#include <QLocale>

#include <algorithm>

namespace jr::app {

QPageSize paperOf(const QLocale& locale) {
    static constexpr QLocale::Country kLetter[] = {
        QLocale::UnitedStates, QLocale::Canada,    QLocale::Mexico,     QLocale::Belize,     QLocale::Chile,
        QLocale::Colombia,     QLocale::CostaRica, QLocale::Guatemala,  QLocale::ElSalvador, QLocale::Nicaragua,
        QLocale::Panama,       QLocale::Venezuela, QLocale::PuertoRico, QLocale::Philippines};
    // Plain "C" and languages without a country count as the wider world.
    const bool letter = locale.language() != QLocale::C &&
                        std::find(std::begin(kLetter), std::end(kLetter), locale.territory()) != std::end(kLetter);
    return QPageSize(letter ? QPageSize::Letter : QPageSize::A4);
}

} // namespace jr::app
