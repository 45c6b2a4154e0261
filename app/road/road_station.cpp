// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/road_station.h"

#include "app/road/map_page.h"
#include "app/road/marks_page.h"
#include "app/road/ride_page.h"
#include "app/road/road_work.h"
#include "app/road/round_page.h"
#include "app/road/thrust_page.h"
#include "app/road/time_steps_page.h"
#include "app/road/track_page.h"
#include "app/road/won_page.h"
#include "app/widgets/chart_words.h"
#include "archive/formats/road_sheet.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>

#include <algorithm>

namespace jr::app {
RoadStation::RoadStation(const Theme& theme, JobModel& model, BenchModel& bench, QWidget* parent)
    : PageStack(parent), m_model(model) {
    m_marks = new MarksPage(theme, model);
    m_won = new WonPage(theme, model);
    m_map = new MapPage(theme, model);
    addPage(tr("Marks"), m_marks);
    addPage(tr("The strip"), m_won);
    m_steps = new TimeStepsPage(theme, model);
    addPage(tr("Steps"), m_steps);
    connect(m_steps, &TimeStepsPage::markChanged, this, &RoadStation::refresh);
    addPage(tr("Speed map"), m_map);
    m_thrust = new ThrustPage(theme, model);
    addPage(tr("Thrust"), m_thrust);
    m_track = new TrackPage(theme, model);
    addPage(tr("Bench and track"), m_track);
    m_round = new RoundPage(theme, model);
    addPage(tr("Before"), m_round);
    m_ride = new RidePage(theme, model, bench);
    addPage(tr("Ride"), m_ride);
    m_mark = new QLineEdit;
    m_mark->setPlaceholderText(tr("another mark: 100m, 30-70km/h"));
    m_mark->setAccessibleName(tr("Another mark to time"));
    m_marks->addBelow(m_mark);
    m_restate = new QCheckBox(tr("in the standard's air"));
    m_restate->setToolTip(
        tr("Times as they would have been in the air of the standard above, by the rule of the cube root. "
           "As run is the default."));
    m_marks->addBelow(m_restate);
    connect(m_restate, &QCheckBox::clicked, this, &RoadStation::setRestated);
    m_clock = new QComboBox;
    m_clock->addItems({tr("from first move"), tr("from one foot on")});
    m_clock->setAccessibleName(tr("When the clock starts"));
    m_clock->setToolTip(tr("A strip's clock starts when a wheel has rolled one foot (30.5 cm) out of its light beam"));
    addCorner(m_clock);
    m_base = new QComboBox;
    m_base->setAccessibleName(tr("Base"));
    m_with = new QComboBox;
    m_with->setAccessibleName(tr("Set against it"));
    for (QComboBox* side : {m_base, m_with}) {
        side->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        side->setMinimumContentsLength(8);
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
            refreshRound();
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

void RoadStation::setRestated(bool on) {
    if (!m_model.hasJob())
        return;
    RoadSheet sheet = roadSheetOf(m_model.sheet(sheet_kind::road));
    sheet.restated = on;
    m_model.setSheet(sheet_kind::road, sheetBody(sheet), tr("restate times for the air, or not"));
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

void RoadStation::refreshRound() {
    if (!m_model.hasJob())
        return m_ride->setOpen({});
    m_round->refresh();
    m_ride->setOpen(m_round->clear()
                        ? QString()
                        : tr("%1: settle them on \"Before\", or write there why not.").arg(m_round->stateWords()));
}

void RoadStation::refresh() {
    if (!isVisible() || m_model.loading())
        return;
    refreshRound();
    // Round and riding come before the first run: a job without one has those pages at least; a ride needs no job yet.
    const bool early = current() == Ride || (m_model.hasJob() && current() == Before);
    if (!early && (!m_model.hasJob() || !hasRuns())) {
        sayInstead(m_model.hasJob()
                       ? tr("This job has no runs on the road yet. Go through \"Before\", then ride with a "
                            "satellite receiver on closed ground or where it is allowed: listened to on \"Ride\", or "
                            "as a file brought in "
                            "afterwards (Ctrl+I): text, GPX or NMEA.")
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
    m_restate->setChecked(sheet.restated);
    auto view = std::make_shared<RoadView>();
    for (const SetupRecord& s : m_model.job().setups) {
        view->names[s.id] = s.name.empty() ? JobModel::asItStands() : QString::fromStdString(s.name);
        view->marks[s.id] = setupMarkOf(m_model, s.id);
    }
    view->baseSetup = m_model.compare().now().baseSetup;
    view->withSetup = m_model.compare().now().withSetup;
    view->rollout = sheet.rollout;
    RoadWork work = gatherRoadWork(m_model, sheet);
    work.stepsMark = m_steps->mark();
    m_model.answers().ask(this, [this, view, work](const StudyPtr& study) -> StudyDesk::Draw {
        workOut(*view, *study, work);
        return [this, view] { take(view); };
    });
}

void RoadStation::take(const RoadViewPtr& view) {
    m_view = view;
    m_marks->setView(view);
    m_won->setView(view);
    m_map->setView(view);
    m_steps->setView(view);
    m_thrust->setView(view);
    m_track->setView(view);
    m_ride->setView(view);
}

} // namespace jr::app
