// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_sections.h"

#include "app/model/job_model.h"
#include "app/widgets/weight_words.h"
#include "archive/formats/setup_files_sheet.h"
#include "archive/formats/work_order_sheet.h"
#include "core/machine/crank_range.h"

#include <QDate>

namespace jr::app {
namespace {

/// Makes the sections of one job's sheet, in the order a customer asks.
class Sections {
public:
    Sections(const JobModel& model, const MachineBook* book)
        : m_model(model), m_book(book), m_wording(model.units().wording()),
          m_order(workOrderOf(model.sheet(sheet_kind::workOrder))) {}

    std::vector<SheetSection> all() {
        crankAndClaim();
        order();
        weights();
        files();
        rules();
        lookAgain();
        book();
        return std::move(m_out);
    }

private:
    QString words(const Message& message) const { return QString::fromStdString(said(message, m_wording)); }
    void add(SheetPart part, const QString& title, QStringList lines) {
        if (!lines.isEmpty())
            m_out.push_back({part, title, std::move(lines)});
    }
    std::vector<const SetupRecord*> sides() const {
        std::vector<const SetupRecord*> out;
        for (const std::string* id : {&m_model.compare().now().baseSetup, &m_model.compare().now().withSetup})
            if (const SetupRecord* setup = m_model.job().setup(*id))
                out.push_back(setup);
        return out;
    }

    /// What the crank may make by rules of thumb, and what the maker says, each called what it is.
    void crankAndClaim() {
        const std::optional<Comparison>& c = m_model.answers().comparison();
        if (!c || !c->with.peakPower || m_model.sidePulls(false).empty())
            return;
        const auto pull = static_cast<std::size_t>(m_model.sidePulls(false).front());
        const MeasuredAt at =
            m_model.pulls()[pull].trace ? m_model.pulls()[pull].trace->header.measuredAt : MeasuredAt::Unknown;
        const MachineSheet machine = machineSheetOf(m_model.sheet(sheet_kind::machine));
        const double peakW = c->with.peakPower->value;
        CrankRange crank;
        if (at == MeasuredAt::Wheel) {
            crank = crankRange(machine.kind, peakW, peakW);
            add(SheetPart::Crank, QObject::tr("Range at the crank"),
                {QObject::tr("Somewhere from %1 to %2, by rules of thumb and not measured: the wheel made %3.")
                     .arg(m_model.units().powerText(crank.lowW, 0), m_model.units().powerText(crank.highW, 0),
                          m_model.units().powerText(peakW))});
        }
        const std::string place = at == MeasuredAt::Unknown ? std::string() : std::string(measuredAtText(at));
        if (const auto claimed = claimedMessage(machine, peakW, place, crank.lowW, crank.highW))
            add(SheetPart::Claim, QObject::tr("The maker's claim"), {words(*claimed)});
    }

    void order() {
        QStringList lines;
        if (!m_order.complains.empty())
            lines << QObject::tr("Complained of: %1.").arg(QString::fromStdString(m_order.complains));
        if (m_order.distanceKm)
            lines << QObject::tr("Had run %1 km.").arg(QLocale().toString(*m_order.distanceKm, 'f', 0));
        if (m_order.hoursRun)
            lines << QObject::tr("Had run %1 h.").arg(QLocale().toString(*m_order.hoursRun, 'f', 1));
        for (const KitLine& part : m_order.kit)
            if (part.state == KitState::Here)
                lines << QObject::tr("Came for it: %1.").arg(QString::fromStdString(part.part));
        if (const auto quote = quoteMessage(m_order))
            lines << words(*quote);
        add(SheetPart::Order, QObject::tr("The order"), lines);
    }

    void weights() {
        const MachineSheet machine = machineSheetOf(m_model.sheet(sheet_kind::machine));
        QStringList lines;
        for (const SetupRecord* setup : sides()) {
            const SetupLedger ledger = ledgerOf(m_model.job().setupTree(), setup->id);
            QStringList of;
            if (ledger.netKg)
                of << QObject::tr("net %1 against where it began")
                          .arg(weightText(*ledger.netKg, weightUnitChosen(), true));
            const std::optional<Estimate>& peak = m_model.answers().shown()->setupPeak(setup->id);
            if (const auto ratio =
                    powerToWeightMessage(peak ? std::optional(peak->mid) : std::nullopt, movedWeight(machine, ledger)))
                of << words(*ratio);
            if (!of.isEmpty())
                lines << QStringLiteral("%1: %2.").arg(QString::fromStdString(setup->name),
                                                       of.join(QStringLiteral("; ")));
        }
        add(SheetPart::Weights, QObject::tr("Weights"), lines);
    }

    void files() {
        const std::vector<SetupFile> files = setupFilesOf(m_model.sheet(sheet_kind::setupFiles));
        QStringList lines;
        for (const SetupRecord* setup : sides())
            if (const SetupFile* file = fileInForce(files, setup->id, m_model.job().setupTree()))
                lines << QStringLiteral("%1: %2.").arg(QString::fromStdString(setup->name), words(fileMessage(*file)));
        add(SheetPart::Maps, QObject::tr("Maps and files it ran with"), lines);
    }

    void rules() {
        QStringList lines;
        for (const Caution& caution : m_model.answers().shown()->ruleCautions())
            if (ruleIsKept(caution)) // the others are cautions
                lines << words(caution.message);
        add(SheetPart::Rules, QObject::tr("Rules that are kept"), lines);
    }

    void lookAgain() {
        QStringList lines;
        for (const LookAgain& look : m_order.lookAgain)
            lines << words(lookMessage(look));
        add(SheetPart::LookAgain, QObject::tr("To look at again"), lines);
    }

    void book() {
        QStringList lines;
        if (m_book && m_book->open > 0) {
            const auto open = static_cast<std::size_t>(m_book->open);
            const MachineBook::Entry &now = m_book->entries[open], &before = m_book->entries[open - 1];
            const QString day = QLocale().toString(
                QDate::fromString(QString::fromStdString(before.visit.day), Qt::ISODate), QLocale::LongFormat);
            lines << QObject::tr("Was here before on %1: %2.").arg(day, QString::fromStdString(before.visit.job));
            if (now.visit.figures && before.visit.figures)
                if (const auto against = compareVisits(*before.visit.figures, *now.visit.figures, m_model.known().day))
                    for (const Message& message : visitMessages(*against, day.toStdString()))
                        lines << words(message);
            if (!now.tune.versions.empty())
                for (const SheetChange& c : sheetChanges(before.visit.sheet, now.tune.at(1)))
                    lines << QObject::tr("Came with %1: %2, was %3.").arg(words(c.line), shown(c.to), shown(c.from));
        }
        if (m_book && m_book->open >= 0) {
            const TuneHistory& tune = m_book->entries[static_cast<std::size_t>(m_book->open)].tune;
            if (tune.versions.size() > 1)
                for (const SheetChange& c : sheetChanges(tune.versions.front().sheet, tune.now()))
                    lines << QObject::tr("Leaves with %1: %2, came with %3.")
                                 .arg(words(c.line), shown(c.to), shown(c.from));
        }
        add(SheetPart::Book, QObject::tr("The machine's own book"), lines);
    }

    QString shown(const Message& value) const { return value.empty() ? QObject::tr("not written") : words(value); }

    const JobModel& m_model;
    const MachineBook* m_book;
    Wording m_wording;
    WorkOrder m_order;
    std::vector<SheetSection> m_out;
};

} // namespace

std::vector<SheetSection> sectionsOf(const JobModel& model, const MachineBook* book) {
    return Sections(model, book).all();
}

} // namespace jr::app
