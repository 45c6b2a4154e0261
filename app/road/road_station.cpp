// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/road_station.h"

#include "app/road/map_page.h"
#include "app/road/marks_page.h"
#include "app/road/round_page.h"
#include "app/road/track_page.h"
#include "app/road/won_page.h"
#include "app/widgets/chart_words.h"
#include "archive/formats/road_sheet.h"
#include "core/road/engine_band.h"

#include <QComboBox>
#include <QLineEdit>

#include <algorithm>

namespace jr::app {

RoadStation::RoadStation(const Theme& theme, JobModel& model, QWidget* parent) : PageStack(parent), m_model(model) {
    m_marks = new MarksPage(theme, model);
    m_won = new WonPage(theme, model);
    m_map = new MapPage(theme, model);
    addPage(tr("Marks"), m_marks);
    addPage(tr("Where it was won"), m_won);
    addPage(tr("Speed map"), m_map);
    m_track = new TrackPage(theme, model);
    addPage(tr("Bench and track"), m_track);
    m_round = new RoundPage(theme, model);
    addPage(tr("Before riding"), m_round);
    m_mark = new QLineEdit;
    m_mark->setPlaceholderText(tr("another mark: 100m, 30-70km/h"));
    m_mark->setAccessibleName(tr("Another mark to time"));
    m_marks->addBelow(m_mark);
    m_clock = new QComboBox;
    m_clock->addItems({tr("clock: first move"), tr("clock: after one foot")});
    m_clock->setAccessibleName(tr("When the clock starts"));
    m_clock->setToolTip(tr("A strip's clock starts when a wheel has rolled one foot (30.5 cm) out of its light beam"));
    addCorner(m_clock);
    m_base = new QComboBox;
    m_base->setAccessibleName(tr("Base"));
    m_with = new QComboBox;
    m_with->setAccessibleName(tr("Set against it"));
    for (QComboBox* side : {m_base, m_with}) {
        side->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        side->setMinimumContentsLength(10);
        addCorner(side);
    }
    connect(m_base, &QComboBox::activated, this,
            [this] { m_model.compare().setBaseSetup(m_base->currentData().toString().toStdString()); });
    connect(m_with, &QComboBox::activated, this,
            [this] { m_model.compare().setWithSetup(m_with->currentData().toString().toStdString()); });
    connect(m_clock, &QComboBox::activated, this,
            [this](int index) { setRollout(index == 1 ? Rollout::OneFoot : Rollout::None); });
    connect(m_mark, &QLineEdit::returnPressed, this, [this] {
        if (addMark(m_mark->text()))
            m_mark->clear();
        else
            m_mark->selectAll();
    });
    connect(this, &PageStack::shown, this, &RoadStation::refresh);
    connect(&model, &JobModel::jobChanged, this, &RoadStation::refresh);
    connect(&model, &JobModel::pullsChanged, this, &RoadStation::refresh);
    connect(&model, &JobModel::selectionChanged, this, &RoadStation::refresh);
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::roadRound))
            m_round->refresh();
        else if (kind == QLatin1String(sheet_kind::road) || kind == QLatin1String("machine"))
            refresh();
    });
    connect(&model.answers(), &JobStudy::changed, this, &RoadStation::refresh);
}

StationFace RoadStation::face() const {
    return {tr("Road"), QStringLiteral("route"), QStringLiteral("Ctrl+6"), {QStringLiteral("road.png")}};
}

void RoadStation::setRollout(Rollout rollout) {
    if (!m_model.hasJob())
        return;
    RoadSheet sheet = roadSheetOf(m_model.sheet(sheet_kind::road));
    sheet.rollout = rollout;
    m_model.setSheet(sheet_kind::road, sheetBody(sheet), tr("time the first foot, or not"));
}

bool RoadStation::addMark(const QString& text) {
    const Result<Mark> mark = parseMark(text.trimmed().toStdString());
    if (!m_model.hasJob())
        return false;
    if (!mark) {
        emit m_model.problem(QString::fromStdString(said(mark.error().message)));
        return false;
    }
    RoadSheet sheet = roadSheetOf(m_model.sheet(sheet_kind::road));
    if (std::find(sheet.marks.begin(), sheet.marks.end(), *mark) == sheet.marks.end())
        sheet.marks.push_back(*mark);
    m_model.setSheet(sheet_kind::road, sheetBody(sheet), tr("time another mark"));
    return true;
}

bool RoadStation::hasRuns() const {
    return std::any_of(m_model.pulls().begin(), m_model.pulls().end(), [](const LoadedPull& p) { return p.road; });
}

void RoadStation::showEvent(QShowEvent* event) {
    PageStack::showEvent(event);
    refresh();
}

void RoadStation::listSides() {
    for (bool base : {true, false}) {
        QComboBox* side = base ? m_base : m_with;
        const QSignalBlocker quiet(side);
        side->clear();
        for (const SetupRecord& s : m_model.job().setups)
            side->addItem(s.name.empty() ? JobModel::asItStands() : QString::fromStdString(s.name),
                          QString::fromStdString(s.id));
        const std::string& chosen = base ? m_model.compare().now().baseSetup : m_model.compare().now().withSetup;
        side->setCurrentIndex(side->findData(QString::fromStdString(chosen)));
    }
}

void RoadStation::refresh() {
    if (!isVisible() || m_model.loading())
        return;
    if (m_model.hasJob())
        m_round->refresh();
    // The round comes before the first run: a job without one has that page at least.
    if (!m_model.hasJob() || (!hasRuns() && current() != Before)) {
        sayInstead(
            m_model.hasJob()
                ? tr("This job has no runs on the road yet. Go through \"Before riding\", log a run with a satellite "
                     "receiver on closed ground or where it is allowed, and bring the file in (Ctrl+I): text, GPX "
                     "or NMEA.")
                : tr("Open a job first (Ctrl+0)."));
        take({});
        return;
    }
    sayInstead({});
    if (!hasRuns()) {
        take({});
        return;
    }
    listSides();
    const RoadSheet sheet = roadSheetOf(m_model.sheet(sheet_kind::road));
    m_clock->setCurrentIndex(sheet.rollout == Rollout::OneFoot ? 1 : 0);
    auto view = std::make_shared<RoadView>();
    for (const SetupRecord& s : m_model.job().setups) {
        view->names[s.id] = s.name.empty() ? JobModel::asItStands() : QString::fromStdString(s.name);
        view->marks[s.id] = setupMarkOf(m_model, s.id);
    }
    view->baseSetup = m_model.compare().now().baseSetup;
    view->withSetup = m_model.compare().now().withSetup;
    view->rollout = sheet.rollout;
    RoadAsked asked;
    asked.marks = sheet.marks;
    asked.rollout = sheet.rollout;
    asked.baseSetup = view->baseSetup;
    asked.withSetup = view->withSetup;
    asked.worthPct = m_model.compare().now().worthPct;
    const auto& picked = m_model.picked();
    for (std::size_t i = 0; i < m_model.pulls().size(); ++i)
        if (const LoadedPull& p = m_model.pulls()[i]; p.road)
            asked.runs.push_back({p.record.id, p.record.setupId, p.record.number,
                                  !p.record.aside && (picked.empty() || picked.contains(static_cast<int>(i))), p.road});
    m_model.answers().ask(this, [this, view, asked](const StudyPtr& study) mutable -> StudyDesk::Draw {
        asked.confidence = view->confidence = study->settings().confidence;
        // The band of the setup looked at, else of the first that was pulled on a bench.
        std::vector<std::string> order{view->withSetup, view->baseSetup};
        for (const std::string& id : study->pulledSetups())
            order.push_back(id);
        std::vector<SetupFacts> all;
        for (const std::string& id : order)
            if (!study->countingPulls(id).empty()) {
                all.push_back(setupFacts(*study, id));
                if (!view->band && (view->band = bestBand(all.back())))
                    view->bandFrom = view->name(id);
            }
        if (!view->band && (view->band = bestBandOfBelt(all)))
            view->bandFrom = tr("all weights");
        asked.band = view->band;
        view->answers = roadAnswers(asked);
        // The longest distance that was timed: there all of a part has had its say.
        const auto& marks = view->answers.marks;
        std::optional<std::size_t> longest;
        for (std::size_t m = 0; m < marks.size(); ++m)
            if (marks[m].isDistance() && (!longest || marks[m].metres > marks[*longest].metres))
                longest = m;
        if (longest) {
            view->partsMark = marks[*longest];
            view->parts = benchAndTrack(*study, view->answers.runs, marks, *longest);
        }
        return [this, view] { take(view); };
    });
}

void RoadStation::take(const RoadViewPtr& view) {
    m_view = view;
    m_marks->setView(view);
    m_won->setView(view);
    m_map->setView(view);
    m_track->setView(view);
}

} // namespace jr::app
