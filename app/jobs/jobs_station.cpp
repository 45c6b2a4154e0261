// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/jobs/jobs_station.h"

#include "app/jobs/job_card.h"
#include "app/widgets/asking.h"
#include "app/words/words.h"

#include <QButtonGroup>
#include <QDir>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

namespace jr::app {

JobsStation::JobsStation(const Theme& theme, JobModel& model, CopyDesk& copies, QWidget* parent)
    : Station(parent), m_theme(theme), m_model(model), m_copies(copies) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(28, 22, 28, 18);
    across->setSpacing(24);

    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    auto* title = new Words(tr("What was it worth?"));
    title->setStyleSheet(Theme::textStyle(34, true));
    left->addWidget(title);
    m_newJob = new NewJob(model);
    left->addWidget(m_newJob);
    auto* finding = new QHBoxLayout;
    m_search = new QLineEdit;
    m_search->setPlaceholderText(tr("find by customer, machine, part or month  (Ctrl+F)"));
    m_search->setAccessibleName(tr("Find jobs"));
    m_search->setObjectName(QStringLiteral("find-jobs"));
    m_search->setClearButtonEnabled(true);
    for (auto* clear : m_search->findChildren<QToolButton*>())
        clear->setAccessibleName(tr("Clear what is looked for"));
    finding->addWidget(m_search, 1);
    m_which = new QButtonGroup(this);
    const QStringList names{tr("all"), tr("open"), tr("handed over")};
    for (int i = 0; i < names.size(); ++i) {
        auto* button = new QToolButton;
        button->setText(names[i]);
        button->setCheckable(true);
        button->setChecked(i == 0);
        button->setProperty("switch", true);
        m_which->addButton(button, i);
        finding->addWidget(button);
    }
    left->addLayout(finding);
    m_list = new QListView;
    m_list->setObjectName(QStringLiteral("jobs"));
    m_list->setModel(&m_jobs);
    m_list->setItemDelegate(new JobCard(theme, m_jobs, m_list));
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_list->setMouseTracking(true);
    m_list->setFrameShape(QFrame::NoFrame);
    m_list->viewport()->setAutoFillBackground(false);
    m_list->setAccessibleName(tr("Jobs"));
    left->addWidget(m_list, 1);
    m_empty = new Words;
    m_empty->setWordWrap(true);
    m_empty->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_empty->setStyleSheet(Theme::textStyle(17));
    left->addWidget(m_empty, 1);
    across->addLayout(left, 1);
    across->addWidget(buildSide());

    const auto open = [this](const QModelIndex& index) {
        if (index.isValid())
            emit jobChosen(QString::fromStdString(m_jobs.job(index).id));
    };
    connect(m_list, &QListView::clicked, this, open);
    connect(m_list, &QListView::activated, this, open);
    connect(m_search, &QLineEdit::textChanged, this, &JobsStation::narrow);
    connect(m_search, &QLineEdit::returnPressed, this, [this, open] { open(m_jobs.index(0)); });
    connect(m_which, &QButtonGroup::idClicked, this, &JobsStation::narrow);
    connect(m_newJob, &NewJob::made, this, &JobsStation::jobBegun);
    connect(m_newJob, &NewJob::message, this, &JobsStation::message);
    connect(&theme, &Theme::changed, m_list->viewport(), qOverload<>(&QWidget::update));
    refresh();
}

QWidget* JobsStation::buildSide() {
    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(352);
    auto* whole = new QVBoxLayout(side);
    whole->setContentsMargins(0, 2, 0, 2);
    auto* scroll = new QScrollArea; // on a low screen, with larger text
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    scroll->setWidget(inner);
    whole->addWidget(scroll);
    auto* right = new QVBoxLayout(inner);
    right->setContentsMargins(18, 16, 18, 16);
    right->setSpacing(10);
    m_begin = new QPushButton(tr("New job…  (Ctrl+N)"));
    m_begin->setProperty("primary", true);
    right->addWidget(m_begin);
    m_import = new QPushButton(tr("Bring in pulls…  (Ctrl+I)"));
    right->addWidget(m_import);
    auto* drop = new Words(tr(
        "or drop files on this window: pull files, logs of any bench as text (comma, semicolon or tab), or a job that "
        "somebody handed on as a bundle."));
    drop->setWordWrap(true);
    drop->setProperty("muted", true);
    right->addWidget(drop);
    m_tour = new QPushButton(tr("Take me through a first day"));
    right->addWidget(m_tour);
    connect(m_tour, &QPushButton::clicked, this, &JobsStation::firstDayWanted);
    m_tryHint = new MarkedWords;
    m_tryHint->setWordWrap(true);
    m_tryHint->setTextInteractionFlags(Qt::TextBrowserInteraction);
    m_tryHint->hide();
    right->addWidget(m_tryHint);
    right->addSpacing(8);
    m_records = new RecordsCard(m_theme, m_model, m_copies);
    right->addWidget(m_records);
    right->addStretch(1);
    auto* safety = new Words(tr("Before every pull: nobody beside or behind the roller or in line with chain, belt or "
                                "shaft; tyre and straps sound; guards on; exhaust "
                                "extracted and carbon monoxide watched; ears and eyes covered; extinguisher and kill "
                                "switch in reach. The bench maker's instructions, local "
                                "rules and licensed practice come first."));
    safety->setWordWrap(true);
    safety->setProperty("muted", true);
    safety->setContentsMargins(18, 4, 18, 12);
    whole->addWidget(safety); // never scrolled away

    connect(m_begin, &QPushButton::clicked, this, &JobsStation::beginJob);
    connect(m_import, &QPushButton::clicked, this, &JobsStation::chooseFiles);
    connect(m_records, &RecordsCard::archiveWanted, this, &JobsStation::archiveWanted);
    connect(m_records, &RecordsCard::message, this, &JobsStation::message);
    connect(m_records, &RecordsCard::changed, this, &JobsStation::refresh);
    connect(&m_model, &JobModel::jobChanged, this, &JobsStation::chooseOpenJob);
    connect(m_tryHint, &QLabel::linkActivated, this, [this] {
        QStringList paths;
        for (const QFileInfo& info : QDir(m_tryFolder).entryInfoList(QDir::Files, QDir::Name))
            paths << info.absoluteFilePath();
        emit importWanted(paths);
    });
    const auto dress = [this] {
        m_theme.dressButton(*m_begin, QStringLiteral("message-circle-question"), m_theme.tokens().onAccent);
        m_theme.dressButton(*m_import, QStringLiteral("file-input"), m_theme.tokens().ink);
    };
    connect(&m_theme, &Theme::changed, this, dress);
    dress();
    return side;
}

void JobsStation::setTryFolder(const QString& folder) {
    m_tryFolder = folder;
    m_tryHint->setVisible(!folder.isEmpty());
    m_tryHint->set(Markup(tr("To try it: two strangers' logs are waiting.") + QLatin1Char(' ')) +
                   Markup::link(QStringLiteral("try"), tr("Bring them in.")));
}

void JobsStation::chooseFiles() {
    askForFiles(this, tr("Bring in pulls"),
                tr("Pulls, logs and bundles (*.csv *.txt *.log *.tsv *.dat *.gpx *.nmea *.zip);;All files (*)"),
                [this](const QStringList& paths) { emit importWanted(paths); });
}

void JobsStation::search() {
    m_search->setFocus(Qt::ShortcutFocusReason);
    m_search->selectAll();
}

void JobsStation::arrive() {
    refresh();
    m_list->setFocus();
}

void JobsStation::refresh() {
    m_import->setEnabled(m_model.keeper());
    m_copies.look();
    m_begin->setEnabled(m_model.keeper());
    if (!m_model.keeper()) {
        fillJobs({});
        m_records->fillClosed();
        return;
    }
    // The list first; how safe the records are takes a look at every file.
    m_model.keeper()->ask(
        this, [](const Archive& archive) { return archive.jobs(); },
        [this](Result<std::vector<JobSummary>> jobs) {
            if (!jobs)
                emit message(errorAtPlace(jobs.error()));
            fillJobs(jobs ? std::move(jobs).value() : std::vector<JobSummary>{});
        });
    m_model.keeper()->ask(
        this, [](const Archive& archive) { return archive.check(false); },
        [this](const Result<SafetyReport>& safety) { m_records->fillSafety(safety); });
}

void JobsStation::fillJobs(std::vector<JobSummary> jobs) {
    const QModelIndex current = m_list->currentIndex();
    const std::string chosen = current.isValid() ? m_jobs.job(current).id : std::string();
    m_jobs.setJobs(std::move(jobs));
    int row = 0;
    for (int i = 0; i < m_jobs.rowCount(); ++i)
        if (m_jobs.job(m_jobs.index(i)).id == chosen)
            row = i;
    if (m_jobs.rowCount() > 0)
        m_list->setCurrentIndex(m_jobs.index(row));
    chooseOpenJob();
    sayEmpty();
}

/// Another job was opened: it is the one in hand here too. After that the keyboard leads.
void JobsStation::chooseOpenJob() {
    if (m_model.job().id == m_openJob)
        return;
    for (int i = 0; i < m_jobs.rowCount(); ++i)
        if (m_jobs.job(m_jobs.index(i)).id == m_model.job().id) {
            m_openJob = m_model.job().id;
            m_list->setCurrentIndex(m_jobs.index(i));
            return;
        }
}

void JobsStation::narrow() {
    m_jobs.narrow(m_search->text(), static_cast<JobList::Which>(m_which->checkedId()));
    if (m_jobs.rowCount() > 0)
        m_list->setCurrentIndex(m_jobs.index(0));
    sayEmpty();
}

void JobsStation::sayEmpty() {
    const bool nothing = m_jobs.rowCount() == 0;
    m_list->setVisible(!nothing);
    m_empty->setVisible(nothing);
    if (!nothing)
        return;
    m_empty->setText(!m_model.keeper() ? tr("No archive is open. Choose a folder to keep your records in.")
                     : m_jobs.all() > 0
                         ? tr("No job has all of these words. Take one away, or look among all jobs.")
                         : tr("There are no jobs here yet.\n\nBegin one with its name (Ctrl+N) and write down what is "
                              "to be found out, or bring in the pulls of two setups — say, three with the standard "
                              "part and three with the new one — and the difference is judged at once."));
}

void JobsStation::setDamaged(const QString& folder, const QString& words) {
    m_records->setDamaged(folder, words);
    refresh();
}

StationFace JobsStation::face() const {
    return {tr("Jobs"),
            QStringLiteral("house"),
            QStringLiteral("Ctrl+0"),
            {QStringLiteral("start.png"), QStringLiteral("import.png")}};
}

} // namespace jr::app
