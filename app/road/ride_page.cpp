// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/ride_page.h"

#include "app/road/conditions_form.h"
#include "app/road/last_run.h"
#include "app/road/live_run.h"
#include "app/road/sitting_conditions.h"
#include "app/widgets/big_figure.h"
#include "app/widgets/scrolled.h"
#include "app/words/words.h"
#include "archive/formats/road_sheet.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QStackedWidget>

#include <cmath>

namespace jr::app {
namespace {

constexpr int kLookEveryMs = 100;
constexpr int kKeptWithinMs = 5000; ///< a run that is over is on disk long before
constexpr int kRightWide = 336;

QString shownFigure(double value, int decimals) {
    return std::isfinite(value) ? QLocale().toString(value, 'f', decimals) : QStringLiteral("–");
}

} // namespace

RidePage::RidePage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_job(job), m_bench(bench) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 8, 14, 10);
    across->setSpacing(14);
    auto* left = new QVBoxLayout;
    left->setSpacing(6);
    m_state = new Words;
    m_state->setStyleSheet(Theme::textStyle(64, true));
    m_next = new Words;
    m_next->setWordWrap(true);
    m_next->setStyleSheet(Theme::textStyle(17));
    left->addWidget(m_state);
    left->addWidget(m_next);
    m_open = new Words;
    m_open->setProperty("caution", true);
    m_open->setWordWrap(true);
    m_open->setAccessibleName(tr("Still open before riding"));
    m_open->hide();
    left->addWidget(m_open);
    auto* figures = new QHBoxLayout;
    m_speed = new BigFigure(theme, tr("road speed"), QString::fromUtf8(job.units().road.symbol.data()));
    m_distance = new BigFigure(theme, tr("run so far"), tr("m"));
    m_time = new BigFigure(theme, tr("since it moved"), tr("s"));
    m_satellites = new BigFigure(theme, tr("satellites"), QString());
    for (BigFigure* figure : {m_speed, m_distance, m_time, m_satellites})
        figures->addWidget(figure, 1);
    left->addLayout(figures);
    m_live = new LiveRun(theme, job);
    left->addWidget(m_live, 1);
    m_last = new LastRun(theme, job);
    left->addWidget(m_last);
    auto* sounds =
        new Words(tr("By sound: two ticks, ready. One high, it runs. High and low, it is over. Three rising, kept. "
                     "Twice low, not kept."));
    sounds->setProperty("muted", true);
    sounds->setWordWrap(true);
    left->addWidget(sounds);
    across->addLayout(left, 1);

    auto* column = new QWidget;
    auto* right = new QVBoxLayout(column);
    right->setContentsMargins(0, 0, 0, 0);
    right->setSpacing(10);
    m_pages = new QStackedWidget;
    m_pages->setFixedWidth(kRightWide);
    m_pages->addWidget(m_connect = makeConnect());
    m_pages->addWidget(m_riding = makeRiding());
    right->addWidget(m_pages);
    auto* card = new QFrame;
    card->setProperty("card", true);
    card->setFixedWidth(kRightWide);
    auto* inside = new QVBoxLayout(card);
    inside->setContentsMargins(16, 10, 16, 10);
    m_about = new Words;
    m_about->setProperty("strong", true);
    m_about->setWordWrap(true);
    inside->addWidget(m_about);
    m_conditions = new ConditionsForm(job);
    inside->addWidget(m_conditions);
    right->addWidget(card);
    right->addStretch(1);
    QScrollArea* area = scrolled(column);
    constexpr int kScrollBarWide = 14;
    area->setFixedWidth(kRightWide + kScrollBarWide);
    across->addWidget(area);

    m_ticker.setInterval(kLookEveryMs);
    connect(&m_ticker, &QTimer::timeout, this, &RidePage::tick);
    m_owed.setSingleShot(true);
    m_owed.setInterval(kKeptWithinMs);
    connect(&m_owed, &QTimer::timeout, this, [this] { m_tones.play(Tune::NotKept); });
    connect(&bench, &BenchModel::stateChanged, this, &RidePage::heard);
    connect(&bench, &BenchModel::runKept, this, [this](const std::string& id) {
        m_lastRun = id;
        m_owed.stop();
        m_tones.play(Tune::Kept);
        setView(m_view);
    });
    connect(&bench, &BenchModel::runNotKept, this, [this] {
        m_owed.stop();
        m_tones.play(Tune::NotKept);
    });
    connect(&bench, &BenchModel::linkChanged, this, [this] {
        choosePage();
        const LinkState now = m_bench.link().onTheRoad() ? m_bench.link().snapshot().link : LinkState::Off;
        const bool lost = m_link == LinkState::Streaming && (now == LinkState::Silent || now == LinkState::Waiting);
        if (now == LinkState::Streaming || now == LinkState::Off || lost)
            m_link = now;
        if (lost)
            m_tones.play(Tune::Alarm); // a rider who believes he is heard rides for nothing
    });
    connect(&bench, &BenchModel::said, this, [this](const QString& words) {
        m_words->setText(words);
        m_words->setVisible(!words.isEmpty());
    });
    connect(&bench, &BenchModel::sittingChanged, this, [this] {
        listSetups();
        showConditions();
    });
    connect(&job, &JobModel::jobChanged, this, &RidePage::listSetups);
    connect(&job, &JobModel::selectionChanged, this, &RidePage::showConditions);
    connect(&job, &JobModel::unitsChanged, this,
            [this] { m_speed->setUnit(QString::fromUtf8(m_job.units().road.symbol.data())); });
    connect(m_conditions, &ConditionsForm::edited, this, &RidePage::takeConditions);
    choosePage();
    showState({});
    showConditions();
}

QWidget* RidePage::makeConnect() {
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* down = new QVBoxLayout(card);
    down->setContentsMargins(16, 12, 16, 12);
    down->setSpacing(7);
    auto* head = new Words(tr("Where is the receiver?"));
    head->setProperty("headline", true);
    head->setWordWrap(true);
    down->addWidget(head);
    m_address = new QLineEdit(QSettings().value(QStringLiteral("receiver/address")).toString());
    m_address->setPlaceholderText(QStringLiteral("serial:/dev/ttyACM0@9600"));
    m_address->setAccessibleName(tr("Address of the receiver"));
    down->addWidget(m_address);
    auto* how = new Words(
        tr("serial:PATH with its baud rate after @, or tcp:HOST:PORT. It speaks NMEA 0183, ten fixes a second "
           "or more if it can."));
    how->setProperty("muted", true);
    how->setWordWrap(true);
    down->addWidget(how);
    auto* call = new QPushButton(tr("&Listen to it"));
    call->setProperty("primary", true);
    m_theme.dressButton(*call, QStringLiteral("plug-zap"), m_theme.tokens().onAccent);
    down->addWidget(call);
    auto* pretend = new QPushButton(tr("Try a simulated one"));
    pretend->setToolTip(tr("A scooter that rides out and back on a road that never existed"));
    down->addWidget(pretend);
    m_words = new Words;
    m_words->setProperty("caution", true);
    m_words->setWordWrap(true);
    m_words->hide();
    down->addWidget(m_words);
    const auto go = [this] {
        QSettings().setValue(QStringLiteral("receiver/address"), m_address->text());
        m_words->hide();
        m_bench.link().disconnectBench();
        m_bench.link().listenTo(m_address->text());
    };
    connect(call, &QPushButton::clicked, this, go);
    connect(m_address, &QLineEdit::returnPressed, this, go);
    connect(pretend, &QPushButton::clicked, this, [this] {
        m_words->hide();
        m_bench.link().tryReceiver(QStringLiteral("quill"));
    });
    return card;
}

QWidget* RidePage::makeRiding() {
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* down = new QVBoxLayout(card);
    down->setContentsMargins(16, 12, 16, 12);
    down->setSpacing(7);
    auto* head = new Words(tr("What is fitted"));
    head->setProperty("headline", true);
    down->addWidget(head);
    m_setup = new QComboBox;
    m_setup->setEditable(true);
    m_setup->setInsertPolicy(QComboBox::NoInsert);
    m_setup->lineEdit()->setPlaceholderText(tr("name this setup"));
    m_setup->setAccessibleName(tr("Setup of the next runs"));
    down->addWidget(m_setup);
    auto* how = new Words(
        tr("A run begins by itself when the machine has stood for two seconds and goes, and ends when it slows. "
           "Nothing is read and nothing pressed while riding."));
    how->setProperty("muted", true);
    how->setWordWrap(true);
    down->addWidget(how);
    auto* leave = new QPushButton(tr("Leave the receiver"));
    down->addWidget(leave);
    connect(m_setup, &QComboBox::activated, this, [this] { m_bench.sitting().setSetup(m_setup->currentText()); });
    connect(m_setup->lineEdit(), &QLineEdit::editingFinished, this,
            [this] { m_bench.sitting().setSetup(m_setup->currentText()); });
    connect(leave, &QPushButton::clicked, &m_bench.link(), &BenchConnection::disconnectBench);
    return card;
}

void RidePage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    listSetups();
    showConditions();
    m_ticker.start();
    tick();
}

void RidePage::hideEvent(QHideEvent* event) {
    QWidget::hideEvent(event);
    m_ticker.stop(); // the sounds go on without being looked at
}

void RidePage::choosePage() {
    m_pages->setCurrentWidget(m_bench.link().onTheRoad() ? m_riding : m_connect);
    tick();
}

void RidePage::listSetups() {
    if (m_setup->lineEdit()->hasFocus() && m_setup->lineEdit()->isModified())
        return;
    const QSignalBlocker quiet(m_setup);
    m_setup->clear();
    for (const SetupRecord& s : m_job.job().setups)
        m_setup->addItem(QString::fromStdString(s.name));
    if (m_bench.sitting().setup().isEmpty())
        if (const SetupRecord* base = m_job.job().setup(m_job.compare().now().baseSetup))
            m_bench.sitting().setSetup(QString::fromStdString(base->name));
    m_setup->setEditText(m_bench.sitting().setup());
}

std::string RidePage::conditionsRun() const {
    const int current = m_job.currentPull();
    const auto& pulls = m_job.pulls();
    if (current < 0 || static_cast<std::size_t>(current) >= pulls.size() || m_bench.link().onTheRoad())
        return {};
    const LoadedPull& pull = pulls[static_cast<std::size_t>(current)];
    return pull.road ? pull.record.id : std::string();
}

void RidePage::showConditions() {
    const std::string run = conditionsRun();
    m_conditions->setAsksWay(!run.empty());
    if (run.empty()) {
        m_about->setText(tr("The runs to come"));
        m_conditions->show(conditionsOf(m_bench.sitting()));
        return;
    }
    const LoadedPull& pull = m_job.pulls()[static_cast<std::size_t>(m_job.currentPull())];
    PullHeader header = pull.road->header;
    const auto& said = roadSheetOf(m_job.sheet(sheet_kind::road)).conditions;
    if (const auto own = said.find(run); own != said.end())
        layOver(header, own->second);
    m_about->setText(tr("Run %1, picked below").arg(pull.record.number));
    m_conditions->show(conditionsOf(header));
}

void RidePage::takeConditions() {
    const RideConditions said = m_conditions->said();
    if (const std::string run = conditionsRun(); !run.empty()) {
        RoadSheet sheet = roadSheetOf(m_job.sheet(sheet_kind::road));
        sheet.conditions[run] = said;
        m_job.setSheet(sheet_kind::road, sheetBody(sheet), tr("say how a run was ridden"));
        return;
    }
    setConditions(m_bench.sitting(), said);
}

void RidePage::setOpen(const QString& words) {
    m_open->setText(words);
    m_open->setVisible(!words.isEmpty());
}

void RidePage::setView(RoadViewPtr view) {
    m_view = std::move(view);
    int number = 0;
    std::string last = m_lastRun;
    for (const LoadedPull& pull : m_job.pulls())
        if (pull.road && (m_lastRun.empty() ? pull.road->launch.has_value() : pull.record.id == m_lastRun)) {
            number = pull.record.number;
            last = pull.record.id;
        }
    m_last->setView(m_view, last, number);
    m_live->setGhost(m_view, last);
}

/// What is heard of it; the window may show another station meanwhile.
void RidePage::heard(BenchState state) {
    if (!m_bench.link().onTheRoad())
        return;
    if (state == BenchState::Ready)
        m_tones.play(Tune::Ready);
    else if (state == BenchState::Pulling) {
        m_live->begin();
        m_tones.play(Tune::RunBegan);
    } else if (state == BenchState::Coasting) {
        m_tones.play(Tune::RunOver);
        m_owed.start();
    }
    tick();
}

void RidePage::showState(const LiveSnapshot& now) {
    if (!m_bench.link().onTheRoad()) {
        m_state->setText(tr("No receiver"));
        m_next->setText(m_bench.link().wanted()
                            ? tr("A bench is connected; listening to a receiver leaves it.")
                            : tr("Listen to one on the right, or bring a log in (Ctrl+I) when you are back."));
        return;
    }
    if (now.link != LinkState::Streaming) {
        m_state->setText(now.link == LinkState::Silent ? tr("Line dead") : tr("Connecting"));
        m_next->setText(m_bench.link().words());
        return;
    }
    const QString setup = m_bench.sitting().setup();
    switch (now.state) {
    case BenchState::WarmUp:
    case BenchState::RollOn:
        if (std::isfinite(now.figures.roadMPerS)) {
            m_state->setText(tr("Stand still"));
            m_next->setText(tr("A run may begin after two seconds at rest."));
        } else {
            m_state->setText(tr("No fix"));
            m_next->setText(tr("The receiver does not see the sky yet, or no more."));
        }
        break;
    case BenchState::Ready:
        m_state->setText(tr("Ready"));
        m_next->setText(setup.isEmpty() ? tr("Name what is fitted on the right, then go when you like.")
                                        : tr("Go when you like: %1.").arg(setup));
        break;
    case BenchState::Pulling:
        m_state->setText(tr("Running"));
        m_next->setText(tr("Nothing to press and nothing to look at."));
        break;
    case BenchState::Coasting:
        m_state->setText(tr("Over"));
        m_next->setText(tr("Slow down where there is room; the sound says when it is kept."));
        break;
    case BenchState::Done:
        m_state->setText(tr("Stands"));
        m_next->setText(m_owed.isActive() ? tr("The run is being kept.") : tr("What it made stands below."));
        break;
    }
}

void RidePage::tick() {
    const bool road = m_bench.link().onTheRoad();
    const LiveSnapshot now = road ? m_bench.link().snapshot() : LiveSnapshot{};
    showState(now);
    const LiveFigures& f = now.figures;
    const bool live = now.link == LinkState::Streaming;
    const bool running = live && now.state == BenchState::Pulling;
    m_speed->setFigure(live ? shownFigure(fromSi(f.roadMPerS, m_job.units().road), 0) : QStringLiteral("–"),
                       live ? BigFigure::Tone::Live : BigFigure::Tone::Idle);
    for (auto [figure, value, decimals] : {std::tuple{m_distance, f.runM, 0}, std::tuple{m_time, f.runS, 1}})
        figure->setFigure(live && f.topMPerS > 0. ? shownFigure(value, decimals) : QStringLiteral("–"),
                          running ? BigFigure::Tone::Live : BigFigure::Tone::Idle);
    if (running)
        m_live->add(f.runM, f.roadMPerS);
    const RoadOptions limits;
    const bool poor = live && (f.satellites < limits.fewSatellites || f.hdop > limits.poorHdop);
    m_satellites->setFigure(live ? shownFigure(f.satellites, 0) : QStringLiteral("–"),
                            poor ? BigFigure::Tone::Alarm : BigFigure::Tone::Live);
}

QString RidePage::stateWords() const {
    return m_state->text() + QLatin1Char('\n') + m_next->text();
}

QString RidePage::lastRunWords() const {
    return m_last->words();
}

} // namespace jr::app
