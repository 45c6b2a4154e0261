// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_spreadsheet.h"

#include "app/handover/sheet_data.h"
#include "core/judge/sentences.h"

#include <QCoreApplication>
#include <QFile>
#include <QTemporaryDir>

#include <xlsxwriter.h>

#include <cmath>

namespace jr::app {
namespace {

struct WorkbookWords {
    Q_DECLARE_TR_FUNCTIONS(SheetSpreadsheet)
};

/// A column in the unit it is read in.
struct Shown {
    QString heading;
    double perSi = 1.; ///< times the SI value
    const char* format = "0";
};

Shown shownAs(const SheetColumn& column, const DisplayUnits& units) {
    const QString side = column.name.rfind("base_", 0) == 0   ? WorkbookWords::tr("before")
                         : column.name.rfind("with_", 0) == 0 ? WorkbookWords::tr("after")
                                                              : QString();
    const auto named = [&](const QString& what, const QString& unit) {
        return (side.isEmpty() ? what : what + QStringLiteral(", ") + side) + QStringLiteral(" [") + unit +
               QLatin1Char(']');
    };
    const auto road = QString::fromUtf8(units.road.symbol.data());
    if (column.name == "vehicle_speed")
        return {named(WorkbookWords::tr("road speed"), road), fromSi(1., units.road), "0.0"};
    if (column.name.ends_with("engine_speed"))
        return {named(WorkbookWords::tr("engine speed"), QStringLiteral("rpm")), 1., "0"};
    if (column.name.ends_with("torque"))
        return {named(WorkbookWords::tr("torque"), units.torqueSymbol()), units.torqueOf(1.), "0.00"};
    if (column.name.ends_with("afr"))
        return {named(WorkbookWords::tr("air to fuel"), QStringLiteral("1")), 1., "0.0"};
    if (column.unit == "%")
        return {named(WorkbookWords::tr("difference"), QStringLiteral("%")), 1., "+0.0;-0.0;0.0"};
    if (column.name == "difference")
        return {named(WorkbookWords::tr("difference"), units.powerSymbol()), units.powerOf(1.), "+0.00;-0.00;0.00"};
    if (column.name == "low")
        return {named(WorkbookWords::tr("difference at least"), units.powerSymbol()), units.powerOf(1.),
                "+0.00;-0.00;0.00"};
    if (column.name == "high")
        return {named(WorkbookWords::tr("difference at most"), units.powerSymbol()), units.powerOf(1.),
                "+0.00;-0.00;0.00"};
    return {named(WorkbookWords::tr("power"), units.powerSymbol()), units.powerOf(1.), "0.00"};
}

QByteArray bytesOf(const QString& words) {
    return words.toUtf8();
}

void writeTable(lxw_workbook* book, lxw_format* bold, const Sheet& sheet) {
    lxw_worksheet* table = workbook_add_worksheet(book, bytesOf(WorkbookWords::tr("Curves")).constData());
    lxw_col_t at = 0;
    for (const SheetColumn& column : tableOf(sheet)) {
        const Shown shown = shownAs(column, sheet.units);
        lxw_format* number = workbook_add_format(book);
        format_set_num_format(number, shown.format);
        worksheet_write_string(table, 0, at, bytesOf(shown.heading).constData(), bold);
        lxw_row_t row = 1;
        for (const double value : column.values) {
            if (std::isfinite(value)) // what is not known stays an empty cell
                worksheet_write_number(table, row, at, value * shown.perSi, number);
            ++row;
        }
        constexpr double kCharactersWide = 20.;
        worksheet_set_column(table, at, at, kCharactersWide, nullptr);
        ++at;
    }
    worksheet_freeze_panes(table, 1, 1);
}

void writeWords(lxw_workbook* book, lxw_format* bold, const Sheet& sheet) {
    lxw_worksheet* page = workbook_add_worksheet(book, bytesOf(WorkbookWords::tr("Result")).constData());
    constexpr double kWide = 110.;
    worksheet_set_column(page, 0, 0, kWide, nullptr);
    lxw_row_t row = 0;
    const auto line = [&](const QString& words, lxw_format* format = nullptr) {
        worksheet_write_string(page, row++, 0, bytesOf(words).constData(), format);
    };
    line(sheet.job + (sheet.machine.isEmpty() ? QString() : QStringLiteral(" · ") + sheet.machine), bold);
    if (!sheet.date.isEmpty())
        line(sheet.date);
    const Account account = describe(*sheet.comparison, sheet.units.wording());
    line(QString::fromStdString(account.headline), bold);
    for (const auto* list : {&account.stretches, &account.details})
        for (const std::string& sentence : *list)
            line(QString::fromStdString(sentence));
    if (!sheet.changed.isEmpty())
        line(WorkbookWords::tr("Changed: %1.").arg(sheet.changed));
    if (!sheet.air.isEmpty())
        line(WorkbookWords::tr("Air: %1.").arg(sheet.air));
    line(WorkbookWords::tr("To know beside the result"), bold);
    for (const Caution& caution : cautionsOf(sheet))
        line(QString::fromStdString(said(caution, sheet.units.wording())));
}

} // namespace

Result<QByteArray> sheetSpreadsheet(const Sheet& sheet) {
    if (!sheet.comparison)
        return Error{WorkbookWords::tr("There is nothing to write yet.").toStdString()};
    QTemporaryDir place; // the library writes to a path
    const QString path = place.filePath(QStringLiteral("sheet.xlsx"));
    lxw_workbook* book = workbook_new(QFile::encodeName(path).constData());
    if (!place.isValid() || !book)
        return Error{WorkbookWords::tr("The workbook could not be made.").toStdString()};
    lxw_format* bold = workbook_add_format(book);
    format_set_bold(bold);
    writeWords(book, bold, sheet);
    writeTable(book, bold, sheet);
    lxw_doc_properties about = {};
    const QByteArray title = bytesOf(sheet.job);
    about.title = const_cast<char*>(title.constData()); // read only; the library's type is not const
    workbook_set_properties(book, &about);
    QFile file(path);
    if (workbook_close(book) != LXW_NO_ERROR || !file.open(QIODevice::ReadOnly))
        return Error{WorkbookWords::tr("The workbook could not be made.").toStdString()};
    return file.readAll();
}

} // namespace jr::app
