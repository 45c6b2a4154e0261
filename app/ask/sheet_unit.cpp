// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/sheet_unit.h"
#include "app/model/display_units.h"

#include <QLocale>

namespace jr::app {
namespace {

constexpr int kAsWritten = 10; ///< significant figures of a number that is not turned into another unit
constexpr int kTurned = 4;     ///< of one that is: more would be figures nobody measured
constexpr int kKept = 7;       ///< of one turned back: enough that the same comes out again

} // namespace

SheetUnit::SheetUnit(const SheetField& field, const Wording& reader)
    : m_words(DisplayUnits::word(field.unit)), m_isNumber(field.isNumber()) {
    const std::optional<Unit> shown = readersUnit(field, reader), workshop = findWorkshopUnit(field.unit),
                              own = workshop ? workshop : findUnit(field.unit);
    if (!m_isNumber || !shown || !own)
        return;
    m_turned = {*own, *shown};
    const std::string_view words = unitWords(*shown);
    m_words = QString::fromUtf8(words.data(), static_cast<qsizetype>(words.size()));
}

QString SheetUnit::shown(const QString& kept) const {
    bool good = false;
    const double value = kept.toDouble(&good);
    if (!m_isNumber || !good)
        return kept;
    return m_turned ? QLocale().toString(fromSi(toSi(value, m_turned->first), m_turned->second), 'g', kTurned)
                    : QLocale().toString(value, 'g', kAsWritten);
}

QString SheetUnit::kept(const QString& typed) const {
    bool good = false;
    const double value = QLocale().toDouble(typed, &good);
    if (!m_isNumber || !good)
        return typed;
    return m_turned ? QString::number(fromSi(toSi(value, m_turned->second), m_turned->first), 'g', kKept)
                    : QString::number(value, 'g', kAsWritten);
}

} // namespace jr::app
