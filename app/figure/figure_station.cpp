// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/figure_station.h"

#include "app/figure/belt_page.h"
#include "app/figure/cam_page.h"
#include "app/figure/carburettor_page.h"
#include "app/figure/cylinder_page.h"
#include "app/figure/desk_page.h"
#include "app/figure/gears_page.h"
#include "app/figure/intake_page.h"
#include "app/figure/pins_page.h"
#include "app/figure/pipe_page.h"
#include "app/figure/ports_page.h"
#include "app/figure/worth_page.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/road_sheet.h"
#include "core/judge/sweep.h"
#include "core/road/road_answers.h"
#include "core/units/leading_number.h"

#include <QComboBox>

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr::app {
namespace {

/// Numbers among what a setup has changed on its way from the first of its family; the nearest change counts.
std::map<std::string, double> numbersOf(const JobRecord& job, const std::string& setupId) {
    std::map<std::string, double> out;
    std::string at = setupId;
    for (std::size_t steps = 0; !at.empty() && steps <= job.setups.size(); ++steps) {
        const SetupRecord* setup = job.setup(at);
        if (!setup)
            break;
        for (const SetupChange& change : setup->changes)
            if (const auto number = leadingNumber(change.to))
                out.emplace(change.part, number->first);
        at = setup->parentId;
    }
    return out;
}

bool changesCam(const SetupNode& setup) {
    return std::any_of(setup.changes.begin(), setup.changes.end(), [](const PartChange& c) {
        return c.part.find("cam") != std::string::npos || c.part.find("centre") != std::string::npos;
    });
}

std::vector<FigureFacts::Swept> sweptOf(const Study& study) {
    std::vector<FigureFacts::Swept> out;
    for (const FoundSweep& found : study.foundSweeps()) {
        const Result<SweepAnswer>& answer = study.sweep(found.part, Metric{}, SweepCare{true, {}});
        if (answer)
            out.push_back({found.part, found.unit, answer->sweep->next, answer->sweep->bestX});
    }
    return out;
}

} // namespace

namespace {

/// What the runs tell of each setup, beside its pulls.
void takeTimes(FigureFacts& facts, const RoadAsked& asked) {
    if (asked.runs.empty())
        return;
    const RoadAnswers answers = roadAnswers(asked);
    for (const TimedRun& run : answers.runs) {
        if (run.setup != facts.setupId || !run.run.used() || !run.run.launch || run.run.engineRpm.empty())
            continue;
        for (std::size_t i = 0; i <= run.run.topRow; ++i)
            if (run.run.timeS[i] >= run.run.launch->startS && std::isfinite(run.run.engineRpm[i]))
                facts.runRpm.push_back(run.run.engineRpm[i]);
    }
    constexpr double kUnknown = std::numeric_limits<double>::quiet_NaN();
    // Where a belt held the engine on the road stands in where no pull told it.
    for (const SetupOnMap& map : answers.map)
        if (SetupFacts& setup = facts.others[map.setup]; map.heldRpm && !setup.heldRpm) {
            setup.setupId = map.setup;
            setup.heldRpm = heldOnRoad(map);
            setup.heldRuns = static_cast<int>(map.threads.size());
        }
    for (const MarkOfSetup& row : answers.setups) {
        SetupFacts& setup = facts.others[row.setup];
        setup.setupId = row.setup;
        setup.markTimesS[answers.marks[row.mark].text] = {
            row.runs, {row.meanS, row.lowS.value_or(kUnknown), row.highS.value_or(kUnknown)}};
    }
}

} // namespace

FigureStation::FigureStation(const Theme& theme, JobModel& model, QWidget* parent)
    : PageStack(parent), m_model(model), m_pins(model) {
    add(tr("Gears"), new GearsPage(theme, model, m_pins));
    add(tr("Ports"), new PortsPage(theme, model, m_pins));
    add(tr("Pipe"), new PipePage(theme, model, m_pins));
    add(tr("Cam"), new CamPage(theme, model, m_pins));
    add(tr("Intake"), new IntakePage(theme, model, m_pins));
    add(tr("Carburettor"), new CarburettorPage(theme, model, m_pins));
    add(tr("Belt"), new BeltPage(theme, model, m_pins));
    add(tr("Cylinder"), new CylinderPage(theme, model, m_pins));
    add(tr("Worth"), new WorthPage(theme, model, m_pins));
    add(tr("Desk"), new DeskPage(theme, model, m_pins));
    m_board = new PinsPage(theme, model, m_pins);
    addPage(tr("Pinned"), m_board);
    m_setup = new QComboBox;
    m_setup->setAccessibleName(tr("For this setup"));
    m_setup->setToolTip(tr("The setup whose parts and pulls fill the pages, and that a pinned one comes from"));
    m_setup->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_setup->setMinimumContentsLength(14);
    addCorner(m_setup);
    connect(m_setup, &QComboBox::activated, this,
            [this] { chooseSetup(m_setup->currentData().toString().toStdString()); });
    connect(m_board, &PinsPage::pageWanted, this, [this](const QString& id) { showPageOf(id.toStdString()); });
    connect(&model, &JobModel::jobChanged, this, [this] {
        if (!m_model.job().setup(m_chosen))
            m_chosen.clear();
        refresh();
    });
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::machine) || kind == QLatin1String(sheet_kind::figure))
            refresh();
    });
    connect(&model.answers(), &JobStudy::changed, this, &FigureStation::refresh);
}

FigureStation::~FigureStation() {
    for (FigurePage* page : m_pages)
        page->keepNow();
}

void FigureStation::add(const QString& name, FigurePage* page) {
    addPage(name, page);
    m_pages.push_back(page);
}

StationFace FigureStation::face() const {
    return {tr("Figure"),
            QStringLiteral("drafting-compass"),
            QStringLiteral("Ctrl+5"),
            {QStringLiteral("figure-two-stroke.png"), QStringLiteral("figure-four-stroke.png"),
             QStringLiteral("figure-night.png")}};
}

FigurePage* FigureStation::page(const std::string& id) const {
    const auto found = std::find_if(m_pages.begin(), m_pages.end(), [&](FigurePage* p) { return p->id() == id; });
    return found == m_pages.end() ? nullptr : *found;
}

void FigureStation::showPageOf(const std::string& id) {
    for (std::size_t i = 0; i < m_pages.size(); ++i)
        if (m_pages[i]->id() == id)
            show(static_cast<int>(i));
}

void FigureStation::showEvent(QShowEvent* event) {
    PageStack::showEvent(event);
    refresh();
}

void FigureStation::chooseSetup(const std::string& id) {
    m_chosen = id;
    refresh();
}

void FigureStation::listSetups() {
    const QSignalBlocker quiet(m_setup);
    m_setup->clear();
    const std::string& with = m_model.compare().now().withSetup;
    for (const SetupRecord& s : m_model.job().setups)
        m_setup->addItem(s.name.empty() ? JobModel::asItStands() : QString::fromStdString(s.name),
                         QString::fromStdString(s.id));
    const std::string& shown = m_chosen.empty() ? with : m_chosen;
    m_setup->setCurrentIndex(std::max(0, m_setup->findData(QString::fromStdString(shown))));
    m_setup->setVisible(m_setup->count() > 0);
}

FigureFacts FigureStation::bareFacts() const {
    FigureFacts facts;
    if (!m_model.hasJob())
        return facts;
    const std::string sheet = m_model.sheet(sheet_kind::machine);
    facts.hasMachine = !sheet.empty();
    facts.machine = machineSheetOf(sheet);
    facts.setupId = m_setup->currentData().toString().toStdString();
    facts.setupName = m_setup->currentText();
    facts.parts = numbersOf(m_model.job(), facts.setupId);
    facts.flowShares = m_flowShares;
    return facts;
}

void FigureStation::askArchive() {
    if (!m_model.hasJob() || !m_model.keeper() || m_model.job().id == m_askedFor)
        return;
    m_askedFor = m_model.job().id;
    m_flowShares.clear();
    m_model.keeper()->ask(
        this, [open = m_askedFor](const Archive& archive) { return flowSharesOf(archive, open); },
        [this, open = m_askedFor](std::vector<FlowShare> shares) {
            if (open != m_askedFor || shares.empty())
                return;
            m_flowShares = std::move(shares);
            refresh();
        });
}

/// The job's runs at the marks of its sheet and of its pins.
RoadAsked FigureStation::runsAsked(const std::vector<Prediction>& pins) const {
    RoadAsked asked;
    asked.marks = roadSheetOf(m_model.sheet(sheet_kind::road)).marks;
    asked.marks.push_back(*parseMark("60-100km/h")); // what a kilogram is worth is told over this
    for (const Prediction& pin : pins)
        if (Result<Mark> mark = parseMark(pin.mark);
            mark && std::find(asked.marks.begin(), asked.marks.end(), *mark) == asked.marks.end())
            asked.marks.push_back(std::move(mark).value());
    for (const LoadedPull& p : m_model.pulls())
        if (p.road)
            asked.runs.push_back({p.record.id, p.record.setupId, p.record.number, !p.record.aside, p.road});
    return asked;
}

void FigureStation::refresh() {
    if (!isVisible() || m_model.loading())
        return;
    askArchive();
    listSetups();
    const FigureFacts bare = bareFacts();
    if (!m_model.hasJob() || m_model.pulls().empty()) {
        m_pins.setGrades({});
        take(bare);
        return;
    }
    const std::vector<Prediction> pins = m_pins.sheet().pins;
    m_model.answers().ask(this, [this, bare, pins, asked = runsAsked(pins)](const StudyPtr& study) -> StudyDesk::Draw {
        FigureFacts facts = bare;
        for (const std::string& id : study->pulledSetups())
            facts.others[id] = setupFacts(*study, id);
        std::vector<SetupFacts> pulled;
        for (const auto& [id, one] : facts.others)
            pulled.push_back(one);
        facts.bestBand = bestBandOfBelt(pulled);
        takeTimes(facts, asked);
        if (const auto mine = facts.others.find(facts.setupId); mine != facts.others.end())
            facts.pulls = mine->second;
        facts.sweeps = sweptOf(*study);
        for (const SetupNode& node : study->tree())
            if (changesCam(node) && facts.others.contains(node.id) && facts.others.contains(node.parentId))
                if (const auto ends = endsOfRange(*study, node.parentId, node.id))
                    facts.camEnds[node.id] = *ends;
        std::map<std::string, Grade> grades;
        for (const Prediction& p : pins)
            if (const auto found = facts.others.find(p.setupId); found != facts.others.end())
                grades[p.id] = gradeOf(p, found->second);
        return [this, facts, grades] {
            m_pins.setGrades(grades);
            take(facts);
        };
    });
}

void FigureStation::take(const FigureFacts& facts) {
    m_facts = facts;
    for (FigurePage* page : m_pages)
        page->take(facts);
    m_board->refresh();
}

} // namespace jr::app
