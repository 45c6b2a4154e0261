// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/pull_station.h"

#include "app/pull/stop_words.h"
#include "app/words/words.h"

#include <QKeyEvent>
#include <QPushButton>
#include <QShortcut>
#include <QStackedWidget>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {
namespace {

constexpr int kTickMs = 25; // forty a second: steadily above thirty

QString figureText(double value, int decimals) {
    return std::isfinite(value) ? QLocale().toString(value, 'f', decimals) : QStringLiteral("–");
}

} // namespace

PullStation::PullStation(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : Station(parent), m_theme(theme), m_job(job), m_bench(bench) {
    setFocusPolicy(Qt::StrongFocus);
    setProperty("touch", true); // gloves
    auto* columns = new QHBoxLayout(this);
    columns->setContentsMargins(12, 6, 12, 8);
    columns->setSpacing(12);
    auto* left = new QVBoxLayout;
    left->setSpacing(3);
    m_state = new Words;
    m_state->setObjectName(QStringLiteral("pull-state"));
    m_state->setStyleSheet(Theme::textStyle(34, true));
    m_next = new Words;
    m_next->setObjectName(QStringLiteral("pull-next"));
    m_next->setStyleSheet(Theme::textStyle(17));
    m_next->setWordWrap(true);
    m_banner = new Words;
    m_banner->setObjectName(QStringLiteral("pull-banner"));
    m_banner->setProperty("caution", true);
    m_banner->setStyleSheet(Theme::textStyle(18, true));
    m_banner->setWordWrap(true);
    m_banner->hide();
    m_open = new Words;
    m_open->setProperty("caution", true);
    m_open->setWordWrap(true);
    m_open->setAccessibleName(tr("Still open before a pull"));
    auto* figures = new QHBoxLayout;
    m_rpm = new BigFigure(theme, tr("engine"), tr("rpm"));
    m_power = new BigFigure(theme, tr("power, corrected"), job.units().powerSymbol());
    m_mixture = new BigFigure(theme, tr("leanest mixture"), tr(":1"));
    m_coolant = new BigFigure(theme, tr("coolant"), DisplayUnits::symbol(job.units().temperature));
    figures->addWidget(m_rpm, 5);
    figures->addWidget(m_power, 5);
    figures->addWidget(m_mixture, 5);
    figures->addWidget(m_coolant, 4);
    m_chart = new LiveChart(theme, job, bench);
    m_chart->setMinimumHeight(1); // it gives way to what has to be read
    left->addWidget(m_state);
    left->addWidget(m_next);
    left->addWidget(m_open);
    m_stranger = new StrangerNotice(bench);
    left->addWidget(m_stranger);
    connect(m_stranger, &StrangerNotice::anotherJobWanted, this, &PullStation::anotherJobWanted);
    left->addWidget(m_banner);
    left->addLayout(figures);
    m_guards = new GuardRow(theme); // in view whatever stands on the right
    left->addWidget(m_guards);
    left->addWidget(m_chart, 1);
    columns->addLayout(left, 1);

    auto* right = new QVBoxLayout;
    m_pages = new QStackedWidget;
    m_pages->setFixedWidth(336);
    m_connect = new ConnectPage(theme, bench);
    m_running = new RunningPage(job, bench);
    m_card = new CardPage(theme, job, bench);
    for (QWidget* page : std::initializer_list<QWidget*>{m_connect, m_running, m_card})
        m_pages->addWidget(page);
    right->addWidget(m_pages, 1);
    m_clear = new QPushButton(tr("&Clear the stop  (C)"));
    m_clear->setObjectName(QStringLiteral("clear-stop"));
    m_clear->setToolTip(tr("Only when the machine stands still and you know why it was stopped"));
    m_clear->setMinimumHeight(44);
    m_clear->hide();
    right->addWidget(m_clear);
    m_stop = new StopButton;
    // A shortcut of its own, from anywhere on the station also out of a text field: a button's would act only after its
    // animation.
    auto* stop = new QShortcut(QKeySequence(Qt::Key_Escape), this);
    stop->setAutoRepeat(false); // a key that is held down is one press
    connect(stop, &QShortcut::activated, &bench.link(), &BenchConnection::stop);
    right->addWidget(m_stop);
    columns->addLayout(right);

    m_ticker.setInterval(kTickMs);
    connect(&m_ticker, &QTimer::timeout, this, &PullStation::tick);
    connect(m_stop, &QPushButton::clicked, &bench.link(), &BenchConnection::stop);
    connect(m_clear, &QPushButton::clicked, &bench.link(), &BenchConnection::clearStop);
    connect(m_running, &RunningPage::leaveWanted, &bench.link(), &BenchConnection::disconnectBench);
    connect(&bench, &BenchModel::linkChanged, this, [this] {
        choosePage();
        m_stranger->refresh();
        if (!benchWanted())
            m_connect->setWords({});
    });
    connect(&bench, &BenchModel::described, this, [this] {
        m_running->describe();
        m_chart->prepare();
        choosePage();
    });
    connect(&bench, &BenchModel::pullBegan, this, [this] {
        m_chart->begin();
        choosePage();
    });
    connect(&bench, &BenchModel::cardReady, this, [this] {
        m_card->refresh();
        choosePage();
        if (!m_bench.card())
            m_chart->prepare();
    });
    connect(&bench, &BenchModel::sittingChanged, m_chart, &LiveChart::prepare);
    connect(&bench, &BenchModel::sittingChanged, this, &PullStation::showOpen);
    connect(&bench, &BenchModel::tripped, this, [this] { m_tones.play(Tune::Alarm); });
    connect(&bench, &BenchModel::stopChanged, this, &PullStation::showStop);
    connect(&bench, &BenchModel::said, this, [this](const QString& words) { m_connect->setWords(words); });
    connect(&job, &JobModel::unitsChanged, this, [this] {
        m_power->setUnit(m_job.units().powerSymbol());
        m_coolant->setUnit(DisplayUnits::symbol(m_job.units().temperature));
        m_chart->prepare();
        m_card->refresh();
    });
    connect(&job.answers(), &JobStudy::changed, this, [this] {
        m_chart->followAxis();
        m_card->refresh();
    });
    connect(&theme, &Theme::changed, m_chart, &LiveChart::prepare);
    connect(&job, &JobModel::jobChanged, this, &PullStation::showOpen);
    connect(&job, &JobModel::sheetChanged, this, &PullStation::showOpen);
    connect(&job, &JobModel::pullsChanged, this, &PullStation::showOpen);
    connect(&job, &JobModel::planChanged, this, &PullStation::showOpen);
    connect(&bench, &BenchModel::described, this, &PullStation::showOpen);
    connect(&bench, &BenchModel::calibrated, this, &PullStation::showOpen);
    showOpen();
    choosePage();
    showState({});
}

void PullStation::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    m_ticker.start();
    m_chart->prepare();
    setFocus();
}

void PullStation::hideEvent(QHideEvent* event) {
    QWidget::hideEvent(event);
    m_ticker.stop(); // sampling goes on without being painted
}

void PullStation::choosePage() {
    QWidget* page = m_bench.card()  ? static_cast<QWidget*>(m_card)
                    : benchWanted() ? static_cast<QWidget*>(m_running)
                                    : m_connect;
    // What is not in view takes no room: STOP and the strip below keep theirs on a low screen.
    for (QWidget* each : std::initializer_list<QWidget*>{m_connect, m_running, m_card})
        each->setSizePolicy(QSizePolicy::Preferred, each == page ? QSizePolicy::Preferred : QSizePolicy::Ignored);
    if (m_pages->currentWidget() != page) {
        m_pages->setCurrentWidget(page);
        // Not into the first field of the new page: the next step's key must work with gloves on, without a click.
        if (isVisible())
            setFocus();
    }
    m_stop->setVisible(benchWanted());
    showStop(m_bench.link().snapshot().stop);
}

void PullStation::showStop(const StopStatus& status) {
    m_stop->setWords(stopButtonWords(status));
    m_banner->setText(stopBannerWords(status, m_job.units().wording()));
    m_banner->setVisible(status.latched);
    m_clear->setVisible(status.latched && benchWanted());
}

bool PullStation::benchWanted() const {
    return m_bench.link().wanted() && !m_bench.link().onTheRoad();
}

void PullStation::showOpen() {
    m_stranger->refresh();
    const QString open = m_bench.sitting().openBeforePull();
    m_open->setText(m_job.hasJob()
                        ? tr("Before you pull: %1. Settle it on Ready (Ctrl+2), or write there why not.").arg(open)
                        : tr("Before you pull: %1. The walk-round then stands on Ready (Ctrl+2).").arg(open));
    m_openWanted = !open.isEmpty();
    const auto progress = m_job.dayProgress();
    m_planned = progress ? QString::fromStdString(said(progress->next, m_job.units().wording())) : QString();
}

QString PullStation::openWords() const {
    return m_openWanted ? m_open->text() : QString();
}

QString PullStation::stopWords() const {
    return m_stop->words();
}

QString PullStation::stateWords() const {
    return m_state->text();
}
QString PullStation::hintWords() const {
    return m_next->text();
}
QString PullStation::bannerWords() const {
    return m_banner->isHidden() ? QString() : m_banner->text();
}

/// How far the roller has run out, so that nobody stops it too early for its drag.
QString PullStation::coastWords(const LiveSnapshot& now) const {
    if (!m_bench.link().bench() || m_bench.link().bench()->header.kind != PullKind::Roller || !(now.coastFromRadS > 0.))
        return tr("Let it come down.");
    const double w = now.figures.shaftRadS;
    const QString done = figureText(100. * std::clamp(1. - w / now.coastFromRadS, 0., 1.), 0);
    // One line of the station: a longer one would widen the window.
    return tr("Clutch in: %1 of %2 rad/s, %3 % of the way, %4 s. Until it stands; E ends it.")
        .arg(figureText(w, 0), figureText(now.coastFromRadS, 0), done, figureText(now.stateForS, 0));
}

void PullStation::showState(const LiveSnapshot& now) {
    if (m_bench.link().onTheRoad()) {
        m_state->setText(tr("On the road"));
        m_next->setText(tr("A receiver is listened to: see Road (Ctrl+6). Calling a bench leaves it."));
        return;
    }
    if (!m_bench.link().wanted()) {
        m_state->setText(tr("No bench"));
        m_next->setText(tr("Call one on the right, or try a simulated one. Nothing needs a real bench to try."));
        return;
    }
    if (now.link != LinkState::Streaming) {
        m_state->setText(now.link == LinkState::Silent ? tr("Line dead") : tr("Connecting"));
        m_next->setText(m_bench.link().words());
        return;
    }
    if (now.stop.latched) {
        // Nobody is told to hold it open under a stop.
        m_state->setText(tr("Stop"));
        m_next->setText(tr("Shut the throttle. Clear (C) once it stands still and you know why."));
        return;
    }
    const auto degrees = [this](double celsius) {
        return std::isfinite(celsius) ? m_job.units().measured(celsius, Measured::Temperature) : QStringLiteral("–");
    };
    switch (now.state) {
    case BenchState::WarmUp:
        m_state->setText(tr("Warm up"));
        m_next->setText(tr("Coolant %1; pulls count from %2.")
                            .arg(degrees(now.figures.coolantC), degrees(m_bench.sitting().procedure().coolantFromC)));
        break;
    case BenchState::Ready:
        if (now.figures.coolantC > m_bench.sitting().procedure().coolantToC) {
            m_state->setText(tr("Let it cool"));
            m_next->setText(tr("Coolant %1; wait until it is under %2.")
                                .arg(degrees(now.figures.coolantC), degrees(m_bench.sitting().procedure().coolantToC)));
        } else if (now.figures.intakeC > m_bench.sitting().procedure().intakeToC ||
                   now.figures.intakeC < m_bench.sitting().procedure().intakeFromC) {
            m_state->setText(tr("Intake out of its window"));
            m_next->setText(tr("Intake air %1; this sitting's window is %2 to %3.")
                                .arg(degrees(now.figures.intakeC), degrees(m_bench.sitting().procedure().intakeFromC),
                                     degrees(m_bench.sitting().procedure().intakeToC)));
        } else if (const double since = m_bench.sinceLastPullS(); since < m_bench.sitting().procedure().restS) {
            m_state->setText(tr("Rest"));
            m_next->setText(tr("%1 s more, so that every pull starts as rested as the last.")
                                .arg(figureText(m_bench.sitting().procedure().restS - since, 0)));
        } else {
            m_state->setText(tr("Ready"));
            m_next->setText(m_bench.sitting().setup().isEmpty() ? tr("Name the setup on the right, then roll on.")
                            : m_bench.sitting().warmUp()        ? tr("Roll on when you like: a warm-up, not counted.")
                            : m_bench.sitting().beddingIn()
                                ? tr("Roll on when you like: bedding in, kept and not judged.")
                            : !m_planned.isEmpty() ? tr("Next: %1.").arg(m_planned)
                                                   : tr("Roll on when you like: %1.").arg(m_bench.sitting().setup()));
        }
        break;
    case BenchState::RollOn:
        m_state->setText(tr("Roll on"));
        m_next->setText(tr("Full throttle from %1 rpm.").arg(figureText(m_bench.sitting().procedure().startRpm, 0)));
        break;
    case BenchState::Pulling:
        m_state->setText(now.steps ? (now.steps->settled ? tr("Measuring") : tr("Settling")) : tr("Pulling"));
        m_next->setText(now.steps
                            ? tr("Step %1 of %2.").arg(now.steps->index + 1).arg(now.steps->count)
                            : tr("Hold it open to %1 rpm.").arg(figureText(m_bench.sitting().procedure().endRpm, 0)));
        break;
    case BenchState::Coasting:
        m_state->setText(tr("Coasting"));
        m_next->setText(coastWords(now));
        break;
    case BenchState::Done:
        m_state->setText(tr("Done"));
        m_next->setText(tr("The pull is kept. Look at its card."));
        break;
    }
}

void PullStation::tick() {
    const LiveSnapshot now = m_bench.link().onTheRoad() ? LiveSnapshot{} : m_bench.link().snapshot();
    ++m_paints;
    showState(now);
    // Before a pull, and not while there is something more pressing to read.
    const bool pressing =
        now.stop.latched || now.state == BenchState::RollOn || now.state == BenchState::Pulling || m_bench.card();
    m_open->setVisible(m_openWanted && !pressing && m_stranger->words().isEmpty());
    m_stranger->setVisible(!m_stranger->words().isEmpty() && !pressing);
    if (now.stop.latched && now.stop.waitingS > 0.)
        showStop(now.stop); // an answer is owed: how long already
    const LiveFigures& f = now.figures;
    const bool live = now.link == LinkState::Streaming && now.health.samples > 0;
    const Standard& standard = m_job.answers().standard();
    const double factor = now.air ? standard.factor(*now.air) : 1.;
    m_rpm->setFigure(live ? figureText(std::round(f.rpm / 10.) * 10., 0) : figureText(std::nan(""), 0));
    const bool pulling = now.state == BenchState::Pulling;
    const bool made = !pulling && m_bench.card() && m_bench.card()->peak; // shown until the card goes
    m_power->setWhat(made ? tr("peak power, corrected") : pulling ? tr("power, corrected") : tr("power"));
    if (pulling && std::isfinite(f.powerW))
        m_power->setFigure(figureText(m_job.units().powerOf(f.powerW * factor), 1));
    else
        m_power->setFigure(made ? figureText(m_job.units().powerOf(m_bench.card()->peak->value), 1)
                                : QStringLiteral("–"));
    double leanest = std::nan("");
    for (double afr : f.afr)
        if (!(afr <= leanest))
            leanest = afr;
    const bool loaded =
        pulling && (!std::isfinite(f.throttle) || f.throttle >= m_bench.sitting().limits().loadThrottle);
    // Driven by the machine, an engine has no mixture: what the probe reads then is air.
    const bool overRun = now.state == BenchState::Coasting || now.state == BenchState::Done;
    m_mixture->setFigure(live ? figureText(leanest, 1) : QStringLiteral("–"),
                         loaded && leanest > m_bench.sitting().limits().leanAfr ? BigFigure::Tone::Alarm
                         : overRun                                              ? BigFigure::Tone::Idle
                                                                                : BigFigure::Tone::Live);
    m_coolant->setFigure(live ? figureText(fromSi(f.coolantC, m_job.units().temperature), 0) : QStringLiteral("–"),
                         live && (f.coolantC > m_bench.sitting().procedure().coolantToC ||
                                  f.coolantC < m_bench.sitting().procedure().coolantFromC)
                             ? BigFigure::Tone::Alarm
                             : BigFigure::Tone::Live);
    if (const auto& bench = m_bench.link().bench())
        m_chart->setRoadPerShaft(bench->header.rollerRadiusM.value_or(0.));
    m_chart->add(m_bench.link().takePoints(), factor);
    constexpr int kTicksALook = 4; // ten times a second is as often as a bar is read
    if (m_paints % kTicksALook != 0)
        return;
    m_guards->show(live ? now.figures : LiveFigures{}, m_bench.sitting().limits(), m_bench.sitting().procedure(),
                   m_job.units());
    if (benchWanted() && m_pages->currentWidget() == m_running)
        m_running->showLive(now);
}

void PullStation::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Space:
        if (!event->isAutoRepeat())
            m_bench.link().handKey();
        return;
    case Qt::Key_C:
        if (!m_clear->isHidden())
            m_bench.link().clearStop();
        return;
    case Qt::Key_E:
        m_bench.link().endCoast();
        return;
    case Qt::Key_I:
        m_bench.sitting().setBeddingIn(!m_bench.sitting().beddingIn());
        return;
    case Qt::Key_W:
        m_bench.sitting().setWarmUp(!m_bench.sitting().warmUp());
        return;
    default:
        QWidget::keyPressEvent(event);
    }
}

StationFace PullStation::face() const {
    return {tr("Pull"), QStringLiteral("gauge"), QStringLiteral("Ctrl+3"), {QStringLiteral("pull.png")}};
}

} // namespace jr::app
