// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/main_window.h"

#include "app/ask/ask_station.h"
#include "app/charts/chart_account.h"
#include "app/figure/figure_station.h"
#include "app/frame/capture_offer.h"
#include "app/frame/day_strip.h"
#include "app/frame/finder.h"
#include "app/frame/first_day.h"
#include "app/frame/header_line.h"
#include "app/frame/rail.h"
#include "app/frame/stop_key.h"
#include "app/handover/handover_station.h"
#include "app/help/manual.h"
#include "app/import/import_dialog.h"
#include "app/jobs/jobs_station.h"
#include "app/judge/judge_station.h"
#include "app/look/look_station.h"
#include "app/model/copy_desk.h"
#include "app/pull/pull_station.h"
#include "app/ready/ready_station.h"
#include "app/road/ride_page.h"
#include "app/road/road_station.h"
#include "app/settings/records_place.h"
#include "app/settings/settings_station.h"
#include "app/words/plural.h"
#include "app/words/words.h"
#include "archive/bundle/bundle.h"

#include <QAction>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QMimeData>
#include <QSettings>
#include <QStackedWidget>
#include <QTimer>
#include <QVBoxLayout>

#include <algorithm>
#include <cstdio>

namespace jr::app {

MainWindow::MainWindow(Theme& theme, QWidget* parent) : QMainWindow(parent), m_theme(theme) {
    giveChartsAccounts();
    setWindowTitle(tr("Jolly Ram"));
    setWindowIcon(QIcon(theme.pixmap(QStringLiteral("mark"), 64, theme.tokens().accent)));
    setAcceptDrops(true);
    resize(1280, 800);
    setMinimumSize(1024, 640);

    auto* whole = new QWidget;
    auto* across = new QHBoxLayout(whole);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(0);
    auto* railPlace = new QWidget; // the rail lays a style of its own over the one it stands in
    auto* inRailPlace = new QVBoxLayout(railPlace);
    inRailPlace->setContentsMargins(0, 0, 0, 0);
    m_rail = new Rail(theme);
    inRailPlace->addWidget(m_rail);
    across->addWidget(railPlace);
    auto* down = new QVBoxLayout;
    down->setSpacing(0);
    across->addLayout(down, 1);
    m_header = new HeaderLine(theme, m_model);
    down->addWidget(m_header);
    m_message = new Words;
    m_message->setProperty("caution", true);
    m_message->setWordWrap(true);
    m_message->setContentsMargins(10, 4, 10, 4);
    m_message->hide();
    down->addWidget(m_message);
    m_captures = new CaptureOffer;
    down->addWidget(m_captures);
    m_stations = new QStackedWidget;
    down->addWidget(m_stations, 1);
    m_dayStrip = new DayStrip(theme, m_model);
    down->addWidget(m_dayStrip);
    setCentralWidget(whole);

    m_bench = std::make_unique<BenchModel>(m_model);
    m_copies = std::make_unique<CopyDesk>();
    m_jobs = new JobsStation(theme, m_model, *m_copies);
    m_ask = new AskStation(theme, m_model);
    m_ready = new ReadyStation(theme, m_model, *m_bench);
    m_pull = new PullStation(theme, m_model, *m_bench);
    m_look = new LookStation(theme, m_model);
    m_judge = new JudgeStation(theme, m_model);
    m_figure = new FigureStation(theme, m_model);
    m_road = new RoadStation(theme, m_model, *m_bench);
    m_handover = new HandoverStation(theme, m_model);
    m_settings = new SettingsStation(theme, m_model, *m_copies);
    m_list = {m_jobs, m_ask, m_ready, m_pull, m_look, m_judge, m_figure, m_road, m_handover, m_settings};
    for (Station* station : m_list) {
        m_rail->addStation(station->face());
        // Laid out from the first time it is seen: ten stations measure their words for each other otherwise.
        station->setParent(m_stations);
        station->hide();
    }

    connect(m_rail, &Rail::chosen, this, &MainWindow::showStation);
    connect(m_jobs, &JobsStation::jobChosen, this, [this](const QString& id) { openJob(id.toStdString(), Judge); });
    // The question comes first.
    connect(m_jobs, &JobsStation::jobBegun, this, [this](const QString& id) { openJob(id.toStdString(), Ask); });
    connect(m_jobs, &JobsStation::importWanted, this, &MainWindow::importFiles);
    const auto openChosen = [this](const QString& folder) {
        openArchive(folder, [folder] { keepRecordsPlace(folder); });
    };
    connect(m_jobs, &JobsStation::archiveWanted, this, openChosen);
    connect(m_settings, &SettingsStation::archiveWanted, this, openChosen);
    connect(m_settings, &SettingsStation::wantedAnew, this, &MainWindow::wantAnew);
    const auto followView = [this] {
        const ViewChoices view = keptViewChoices();
        m_model.setUsualStandard(view.standard);
        m_road->ridePage().tones().setOnlyAlarms(view.onlyAlarms);
    };
    connect(m_settings, &SettingsStation::viewChosen, this, followView);
    followView();
    connect(m_jobs, &JobsStation::message, this, &MainWindow::say);
    connect(m_pull, &PullStation::anotherJobWanted, this, [this] { showStation(Jobs); });
    connect(m_ask, &AskStation::jobWanted, this, [this](const QString& id) { openJob(id.toStdString(), Ask); });
    connect(m_handover, &HandoverStation::message, this, &MainWindow::say);
    connect(m_dayStrip, &DayStrip::pullOpened, this, [this](int i) {
        m_model.setCurrentPull(i);
        showStation(Look);
    });
    connect(m_captures, &CaptureOffer::takeIn, this, [this] {
        m_bench->recoverCaptures([this](int taken) {
            say(plural(taken, tr("1 pull taken in; it is in its job now."),
                       tr("%1 pulls taken in; they are in their job now.")));
            m_model.reload();
            m_jobs->refresh();
        });
    });
    connect(&m_model, &JobModel::problem, this, &MainWindow::say);
    connect(m_bench.get(), &BenchModel::said, this, &MainWindow::say);
    connect(m_bench.get(), &BenchModel::stateChanged, this, &MainWindow::importWaiting, Qt::QueuedConnection);
    connect(m_bench.get(), &BenchModel::linkChanged, this, &MainWindow::importWaiting, Qt::QueuedConnection);
    connect(new StopKey(*m_bench, this), &StopKey::stopped, this, [this] { showStation(Pull); });
    connect(m_copies.get(), &CopyDesk::said, this, &MainWindow::say);
    m_firstDay = new FirstDay(*this);
    down->insertWidget(down->indexOf(m_message), m_firstDay);
    connect(m_jobs, &JobsStation::firstDayWanted, m_firstDay, &FirstDay::begin);
    connect(m_header, &HeaderLine::findWanted, this, [this] { (new Finder(*this))->open(); });
    addShortcuts();
    std::vector<QWidget*> parts{railPlace, m_header, m_message, m_captures, m_firstDay, m_dayStrip};
    parts.insert(parts.end(), m_list.begin(), m_list.end());
    m_theme.dressParts(parts);
    showStation(Jobs);
    m_dayStrip->setFocus();
}

MainWindow::~MainWindow() {
    // The bench is left while everything it speaks to still stands.
    m_bench->link().disconnectBench();
    // What goes wrong from here on has no window any more to be said in.
    m_bench->disconnect(this);
    m_model.disconnect(this);
    if (m_keeper)
        m_keeper->disconnect(this);
    connect(&m_model, &JobModel::problem, &m_model,
            [](const QString& words) { std::fprintf(stderr, "%s\n", words.toLocal8Bit().constData()); });
    // A question that still stands, an import with a half-typed field, says its last word while there is somebody to
    // hear it.
    qDeleteAll(findChildren<QDialog*>(QString(), Qt::FindDirectChildrenOnly));
    delete takeCentralWidget();
    m_copies->setKeeper(nullptr);
    m_model.setKeeper(nullptr); // with what it had still to keep
    if (m_keeper)
        m_keeper->finish();
}

void MainWindow::addShortcuts() {
    const auto shortcut = [this](const QKeySequence& key, auto&& run) {
        auto* action = new QAction(this);
        action->setShortcut(key);
        addAction(action);
        connect(action, &QAction::triggered, this, run);
    };
    shortcut(QKeySequence(Qt::Key_F9), [this] { m_theme.toggle(); });
    shortcut(QKeySequence(QStringLiteral("Ctrl+I")), [this] { m_jobs->chooseFiles(); });
    shortcut(QKeySequence(QStringLiteral("Ctrl+N")), [this] {
        showStation(Jobs);
        m_jobs->beginJob();
    });
    shortcut(QKeySequence(QStringLiteral("Ctrl+F")), [this] {
        showStation(Jobs);
        m_jobs->search();
    });
    shortcut(QKeySequence(QStringLiteral("Ctrl+E")), [this] { showStation(Handover); });
    shortcut(QKeySequence(Qt::Key_F1), [this] { help(); });
    shortcut(QKeySequence(QStringLiteral("Ctrl+K")), [this] { (new Finder(*this))->open(); });
    shortcut(QKeySequence(Qt::Key_F6), [this] { m_dayStrip->setFocus(Qt::ShortcutFocusReason); });
}

/// The chapter of what is on the screen; in the order of the stations.
void MainWindow::help() {
    static const QStringList chapters{QStringLiteral("Jobs"),    QStringLiteral("Ask"),  QStringLiteral("Ready"),
                                      QStringLiteral("Pull"),    QStringLiteral("Look"), QStringLiteral("Judge"),
                                      QStringLiteral("Figure"),  QStringLiteral("Road"), QStringLiteral("Hand over"),
                                      QStringLiteral("Settings")};
    openManual(chapters[station()], this);
}

void MainWindow::say(const QString& text) {
    m_message->setText(text);
    m_message->setVisible(!text.isEmpty());
    QTimer::singleShot(12000, m_message, [this, text] {
        if (m_message->text() == text)
            m_message->hide();
    });
}

int MainWindow::station() const {
    const auto shown = std::find(m_list.begin(), m_list.end(), m_stations->currentWidget());
    return static_cast<int>(shown - m_list.begin());
}

void MainWindow::wantAnew() {
    if (m_bench->link().wanted())
        say(tr(
            "It is chosen, and takes effect once the bench or the receiver is left and the program is started anew."));
    else
        emit wantedAnew();
}

void MainWindow::comeForward(const QStringList& files) {
    if (isMinimized())
        showNormal();
    show();
    raise();
    activateWindow();
    importFiles(files);
}

void MainWindow::restorePlace() {
    m_hasPlace = true;
    // Qt itself moves a window back that would stand on a screen which is gone.
    restoreGeometry(QSettings().value(QStringLiteral("window/place")).toByteArray());
}

void MainWindow::keepPlace() const {
    if (m_hasPlace)
        QSettings().setValue(QStringLiteral("window/place"), saveGeometry());
}

void MainWindow::closeEvent(QCloseEvent* event) {
    keepPlace();
    // A bench that could not be told to let go is no reason to stay for ever, but one to be read before going.
    const bool toldAlready = m_bench->link().leftUnsent();
    m_bench->link().disconnectBench();
    if (m_bench->link().leftUnsent() && !toldAlready) {
        showStation(Pull);
        event->ignore();
        return;
    }
    QMainWindow::closeEvent(event);
}

void MainWindow::openArchive(const QString& folder, std::function<void()> then) {
    m_opening = std::make_unique<Keeper>(folder);
    connect(m_opening.get(), &Keeper::opened, this,
            [this, folder, then = std::move(then)](bool well, const QString& words, bool damaged) {
                if (!well) {
                    say(words);
                    m_jobs->setDamaged(damaged && !m_keeper ? folder : QString(), words);
                    m_opening.release()->deleteLater(); // it is telling us this
                    return;
                }
                adoptKeeper(std::move(m_opening));
                if (then)
                    then();
            });
    m_opening->open();
}

void MainWindow::adoptKeeper(std::unique_ptr<Keeper> keeper) {
    connect(keeper.get(), &Keeper::remark, this, &MainWindow::say);
    connect(keeper.get(), &Keeper::workingChanged, m_header, &HeaderLine::setKeeping);
    m_jobs->setDamaged({}, {});
    m_bench->link().disconnectBench();
    m_copies->setKeeper(nullptr);
    m_model.setKeeper(nullptr);
    m_keeper = std::move(keeper);
    m_model.setKeeper(m_keeper.get());
    m_copies->setKeeper(m_keeper.get());
    m_bench->settleCaptures([this](const LeftInCaptures& left) {
        m_captures->offer(left.pending);
        if (left.settled.isEmpty())
            return;
        say(tr("Caught before the program ended, and kept in its job now: %1")
                .arg(left.settled.join(QStringLiteral("; "))));
        m_model.reload();
        m_jobs->refresh();
    });
    m_jobs->refresh();
    showStation(Jobs);
}

void MainWindow::openJob(const std::string& jobId, int station) {
    m_model.openJob(jobId, [this, station](bool opened) {
        if (opened) // what has no pulls yet is not judged but asked
            showStation(station == Judge && m_model.pulls().empty() ? static_cast<int>(Ask) : station);
    });
}

void MainWindow::waitUntilSettled() {
    do {
        while (m_opening)
            QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
        m_model.waitUntilSettled();
    } while (m_opening);
}

void MainWindow::showStation(int station) {
    Station* wanted = m_list[static_cast<std::size_t>(station)];
    if (m_stations->indexOf(wanted) < 0)
        m_stations->addWidget(wanted);
    m_stations->setCurrentWidget(wanted);
    m_rail->setCurrent(station);
    m_dayStrip->setVisible(station != Settings && (station != Jobs || m_model.hasJob()));
    m_list[static_cast<std::size_t>(station)]->arrive();
    emit stationShown(station);
}

void MainWindow::importFiles(const QStringList& paths) {
    if (!m_keeper) {
        say(tr("Open an archive first: there is nowhere to keep these pulls."));
        return;
    }
    QStringList bundles, others;
    for (const QString& path : paths)
        (path.endsWith(QLatin1String(".zip"), Qt::CaseInsensitive) ? bundles : others) << path;
    if (!bundles.isEmpty()) {
        takeInBundles(bundles, [this, others] { importFiles(others); });
        return;
    }
    if (others.isEmpty())
        return;
    if (m_import || underWay()) {
        m_toImport << others;
        if (!m_import)
            say(plural(static_cast<int>(m_toImport.size()), tr("1 file waits until the pull is done."),
                       tr("%1 files wait until the pull is done.")));
        return;
    }
    m_import = new ImportDialog(m_theme, m_model, others, this);
    m_import->setAttribute(Qt::WA_DeleteOnClose);
    connect(m_import, &QDialog::finished, this, [this, dialog = m_import.data()](int result) {
        if (result == QDialog::Accepted) {
            openJob(dialog->jobId(), Judge);
            say(dialog->summary());
        }
        m_jobs->refresh();
        m_import.clear();
        QMetaObject::invokeMethod(this, &MainWindow::importWaiting, Qt::QueuedConnection);
    });
    m_import->open();
}

/// A pull that is heard. One whose line is gone never ends, and nothing is to wait for it.
bool MainWindow::underWay() const {
    const LinkState link = m_bench->link().snapshot().link;
    return m_bench->pullInHand() && (link == LinkState::Streaming || link == LinkState::Silent);
}

void MainWindow::importWaiting() {
    if (!m_toImport.isEmpty() && !m_import && !underWay())
        importFiles(std::exchange(m_toImport, {}));
}

/// One after the other, by the keeper; each tells what became of it.
void MainWindow::takeInBundles(QStringList bundles, std::function<void()> then) {
    const QString path = bundles.takeFirst();
    say(tr("Taking in %1…").arg(path));
    m_keeper->ask(
        this, [path](Archive& archive) { return takeInBundle(archive, path.toStdString()); },
        [this, bundles, then = std::move(then)](const Result<BundleTaken>& taken) {
            m_jobs->refresh();
            if (!taken)
                say(errorWords(taken.error()));
            else {
                const QString name = QString::fromStdString(taken->job);
                QString words = taken->jobWasHere
                                    ? plural(taken->pullsTaken, tr("“%2” was here already; 1 pull was added to it."),
                                             tr("“%2” was here already; %1 pulls were added to it."))
                                          .arg(name)
                                    : plural(taken->pullsTaken, tr("“%2” taken in with 1 pull."),
                                             tr("“%2” taken in with %1 pulls."))
                                          .arg(name);
                if (!taken->conflicts.empty())
                    words += QLatin1Char(' ') + errorAtPlace(taken->conflicts.front());
                say(words);
                if (bundles.isEmpty())
                    openJob(taken->jobId, Judge);
            }
            if (!bundles.isEmpty())
                takeInBundles(bundles, then);
            else
                then();
        });
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls())
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    QStringList paths;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile())
            paths << url.toLocalFile();
    event->acceptProposedAction();
    // The drop must end before a dialog opens, or the other program waits for us.
    QTimer::singleShot(0, this, [this, paths] { importFiles(paths); });
}

} // namespace jr::app
