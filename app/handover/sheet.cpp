// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet.h"

#include "app/widgets/chart_words.h"
#include "archive/formats/job_readings.h"
#include "archive/formats/work_order_sheet.h"

#include <QDateTime>

#include <set>

namespace jr::app {
namespace {

SheetSettings settingsOf(const JobModel& model) {
    const CompareSettings& compare = model.compare();
    SheetSettings out{compare.now().standard,
                      std::string(axisText(compare.axisInForce())),
                      compare.from(),
                      compare.to(),
                      compare.detail(),
                      compare.now().worthPct,
                      {},
                      {},
                      {}};
    std::set<std::string> counting;
    for (const bool base : {true, false})
        for (const int pull : model.sidePulls(base)) {
            const std::string& id = model.pulls()[static_cast<std::size_t>(pull)].record.id;
            (base ? out.basePulls : out.withPulls).push_back(id);
            counting.insert(id);
        }
    for (const LoadedPull& pull : model.pulls())
        if (!counting.contains(pull.record.id) &&
            (pull.record.setupId == compare.now().baseSetup || pull.record.setupId == compare.now().withSetup))
            out.leftOut.push_back(pull.record.id);
    return out;
}

} // namespace

Sheet sheetOf(const JobModel& model, const MachineBook* book) {
    Sheet sheet{.job = QString::fromStdString(model.job().name),
                .machine = QString::fromStdString(model.job().machine),
                .date = {},
                .asked = {},
                .order = {},
                .rules = {},
                .gauges = {},
                .air = airText(model),
                .changed = {},
                .comparison = model.answers().comparison(),
                .problem = model.answers().problem(),
                .readings = {},
                .runs = {},
                .sections = sectionsOf(model, book),
                .choice = sheetChoiceOf(paperSheetOf(model.sheet(sheet_kind::paper))),
                .story = {},
                .units = model.units(),
                .shop = keptShopHead(),
                .customer = {},
                .settings = settingsOf(model)};
    const WorkOrder order = workOrderOf(model.sheet(sheet_kind::workOrder));
    sheet.asked = QString::fromStdString(order.wants);
    sheet.customer = QString::fromStdString(order.customer);
    sheet.order = orderCautions(order);
    // Worked out before the comparison was told of (JobStudy).
    if (sheet.comparison)
        if (const Result<GaugesAnswer>& gauges = model.answers().shown()->gauges()) {
            for (const Message& m : gauges->account)
                sheet.gauges.push_back({"cylinders", m});
            if (const auto held = heldOpenCaution(gauges->gauges, gauges->hold))
                sheet.gauges.push_back(*held);
        }
    for (Caution& rule : model.answers().shown()->ruleCautions())
        if (!ruleIsKept(rule)) // those that are stand on the second page
            sheet.rules.push_back(std::move(rule));
    if (sheet.problem.isEmpty())
        sheet.problem = QObject::tr("There is nothing to hand over yet: open a job with two setups.");
    if (const std::vector<int> base = model.sidePulls(true); !base.empty()) {
        const std::string& started = model.pulls()[static_cast<std::size_t>(base.front())].record.started;
        sheet.date = QLocale().toString(QDateTime::fromString(QString::fromStdString(started), Qt::ISODate).date(),
                                        QLocale::LongFormat);
    }
    const std::string &base = model.compare().now().baseSetup, &with = model.compare().now().withSetup;
    sheet.marks = {setupMarkOf(model, base), setupMarkOf(model, with)};
    // All that the two differ in, not only the last step of the family tree.
    if (const SetupDifference d = differenceOf(model.job().setupTree(), base, with); !d.changes.empty())
        sheet.changed = QString::fromStdString(said(differenceMessage(d), model.units().wording()));
    const SetupRecord *a = model.job().setup(base), *b = model.job().setup(with);
    if (a && b)
        for (const JobQuantity& q : jobReadingsOf(model.sheet(sheet_kind::readings)))
            if (auto compared =
                    compareSides(q, a->id, a->name, b->id, b->name, {model.compare().now().worthPct, 0.95, {}}))
                sheet.readings.push_back(std::move(*compared));
    sheet.runs = runsOfSides(model);
    sheet.story = storyTold(model, sheet.choice.story);
    return sheet;
}

bool isOfTwoSides(SheetStory story) {
    return story == SheetStory::Difference || story == SheetStory::Road || story == SheetStory::Repair ||
           story == SheetStory::BrakeTable;
}

std::vector<Caution> cautionsOf(const Sheet& sheet) {
    std::vector<Caution> out = sheet.order;
    // A story of several setups has cautions of its own in place of the two sides'.
    if (!isOfTwoSides(sheet.choice.story)) {
        out.insert(out.end(), sheet.story.cautions.begin(), sheet.story.cautions.end());
        out.insert(out.end(), sheet.rules.begin(), sheet.rules.end());
        return out;
    }
    if (sheet.runs)
        out.insert(out.end(), sheet.runs->cautions.begin(), sheet.runs->cautions.end());
    if (sheet.comparison)
        out.insert(out.end(), sheet.comparison->cautions.begin(), sheet.comparison->cautions.end());
    out.insert(out.end(), sheet.rules.begin(), sheet.rules.end());
    out.insert(out.end(), sheet.gauges.begin(), sheet.gauges.end());
    return out;
}

} // namespace jr::app
