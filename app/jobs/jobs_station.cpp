// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/jobs/jobs_station.h"

#include "app/theme/plural.h"
#include "app/theme/words.h"

#include <QApplication>
#include <QDateTime>
#include <QFileDialog>
#include <QPointer>
#include <QProgressDialog>
#include <QPushButton>
#include <QScrollArea>
#include <QStandardPaths>
#include <QVBoxLayout>
#include <QtConcurrent>

#include <atomic>
#include <memory>

namespace jr::app {
namespace {

QString dayOf(const std::string& iso) {
    const QDateTime when = QDateTime::fromString(QString::fromStdString(iso), Qt::ISODate);
    return when.isValid() ? QLocale().toString(when.date(), QLocale::LongFormat) : QString();
}

} // namespace

JobsStation::JobsStation(const Theme& theme, JobModel& model, QWidget* parent)
    : Station(parent), m_theme(theme), m_model(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(28, 22, 28, 18);
    across->setSpacing(24);

    auto* left = new QVBoxLayout;
    auto* title = new Words(tr("What was it worth?"));
    title->setFont(Theme::font(Size::Huge, true));
    title->setStyleSheet(QStringLiteral("font-size: 34px; font-weight: bold;"));
    left->addWidget(title);
    auto* lead = new Words(tr("Open a job to see it judged, or bring in pulls to start one."));
    lead->setStyleSheet(QStringLiteral("font-size: 17px;"));
    left->addWidget(lead);
    left->addSpacing(10);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inner = new QWidget;
    m_jobs = new QVBoxLayout(inner);
    m_jobs->setContentsMargins(0, 0, 10, 0);
    m_jobs->setSpacing(10);
    scroll->setWidget(inner);
    left->addWidget(scroll, 1);
    across->addLayout(left, 1);

    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(372);
    auto* right = new QVBoxLayout(side);
    right->setContentsMargins(18, 16, 18, 16);
    right->setSpacing(10);
    m_import = new QPushButton(tr("Bring in pulls…  (Ctrl+I)"));
    m_import->setProperty("primary", true);
    right->addWidget(m_import);
    auto* drop = new Words(
        tr("or drop files on this window: pull files, or logs of any bench as text (comma, semicolon or tab)."));
    drop->setWordWrap(true);
    drop->setProperty("muted", true);
    right->addWidget(drop);
    m_tryHint = new MarkedWords;
    m_tryHint->setWordWrap(true);
    m_tryHint->setTextInteractionFlags(Qt::TextBrowserInteraction);
    m_tryHint->hide();
    right->addWidget(m_tryHint);
    right->addSpacing(8);
    auto* heading = new Words(tr("How safe the records are"));
    heading->setProperty("strong", true);
    right->addWidget(heading);
    m_safety = new Words;
    m_safety->setWordWrap(true);
    m_safety->setTextInteractionFlags(Qt::TextSelectableByMouse);
    right->addWidget(m_safety);
    m_unfinished = new Words;
    m_unfinished->setWordWrap(true);
    m_unfinished->setProperty("caution", true);
    right->addWidget(m_unfinished);
    m_forget = new QPushButton(tr("I have seen this"));
    right->addWidget(m_forget);
    m_rebuild = new QPushButton(tr("Put it right from the other half"));
    right->addWidget(m_rebuild);
    m_copy = new QPushButton(tr("Copy everything to…"));
    right->addWidget(m_copy);
    auto* other = new QPushButton(tr("Open another archive…"));
    right->addWidget(other);
    right->addStretch(1);
    auto* safety = new Words(tr("Before every pull: nobody beside or behind the roller or in line with chain, belt or "
                                "shaft; tyre and straps sound; guards on; exhaust "
                                "extracted and carbon monoxide watched; ears and eyes covered; extinguisher and kill "
                                "switch in reach. The bench maker's instructions, local "
                                "rules and licensed practice come first."));
    safety->setWordWrap(true);
    safety->setProperty("muted", true);
    right->addWidget(safety);
    across->addWidget(side);

    connect(m_import, &QPushButton::clicked, this, &JobsStation::chooseFiles);
    connect(m_copy, &QPushButton::clicked, this, &JobsStation::makeCopy);
    connect(m_rebuild, &QPushButton::clicked, this, &JobsStation::takeInStrays);
    connect(m_forget, &QPushButton::clicked, this, [this] {
        if (m_model.keeper())
            m_model.keeper()->ask(
                this, [](Archive& archive) { return archive.forgetUnfinished(); },
                [this](const Result<Done>& done) {
                    if (!done)
                        emit message(QString::fromStdString(done.error().text()));
                    refresh();
                });
    });
    connect(other, &QPushButton::clicked, this, [this] {
        const QString folder = QFileDialog::getExistingDirectory(this, tr("Open the archive in this folder"));
        if (!folder.isEmpty())
            emit archiveWanted(folder);
    });
    const auto dress = [this] {
        m_theme.dressButton(*m_import, QStringLiteral("file-input"), m_theme.tokens().onAccent);
        m_theme.dressButton(*m_copy, QStringLiteral("copy"), m_theme.tokens().ink);
    };
    connect(&theme, &Theme::changed, this, dress);
    dress();
    refresh();
}

void JobsStation::setTryFolder(const QString& folder) {
    m_tryFolder = folder;
    m_tryHint->setVisible(!folder.isEmpty());
    m_tryHint->set(Markup(tr("To try it: two strangers' logs are waiting.") + QLatin1Char(' ')) +
                   Markup::link(QStringLiteral("try"), tr("Bring them in.")));
    connect(m_tryHint, &QLabel::linkActivated, this, [this] {
        QStringList paths;
        for (const QFileInfo& info : QDir(m_tryFolder).entryInfoList(QDir::Files, QDir::Name))
            paths << info.absoluteFilePath();
        emit importWanted(paths);
    });
}

void JobsStation::chooseFiles() {
    const QStringList paths = QFileDialog::getOpenFileNames(
        this, tr("Bring in pulls"), {}, tr("Pulls and logs (*.csv *.txt *.log *.tsv *.dat);;All files (*)"));
    if (!paths.isEmpty())
        emit importWanted(paths);
}

void JobsStation::refresh() {
    m_copy->setEnabled(m_model.keeper());
    m_import->setEnabled(m_model.keeper());
    if (!m_model.keeper()) {
        fillJobs({});
        fillClosed();
        return;
    }
    struct Standing {
        Result<std::vector<JobSummary>> jobs;
        Result<SafetyReport> safety;
    };
    m_model.keeper()->ask(
        this,
        [](const Archive& archive) {
            return Standing{archive.jobs(), archive.check(false)};
        },
        [this](const Standing& standing) {
            if (!standing.jobs)
                emit message(QString::fromStdString(standing.jobs.error().text()));
            fillJobs(standing.jobs ? *standing.jobs : std::vector<JobSummary>{});
            fillSafety(standing.safety);
        });
}

void JobsStation::fillJobs(const std::vector<JobSummary>& jobs) {
    while (QLayoutItem* item = m_jobs->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    for (const JobSummary& job : jobs) {
        auto* card = new QPushButton;
        card->setStyleSheet(QStringLiteral("QPushButton { min-height: 60px; text-align: left; }"));
        card->setAccessibleName(tr("Open job %1").arg(QString::fromStdString(job.name)));
        auto* inside = new QHBoxLayout(card);
        inside->setContentsMargins(16, 8, 16, 8);
        auto* words = new QVBoxLayout;
        auto* name = new Words(QString::fromStdString(job.name));
        name->setProperty("strong", true);
        words->addWidget(name);
        const QString when = dayOf(job.lastPull);
        auto* about = new Words(QString::fromStdString(job.machine) +
                                (when.isEmpty() ? QString() : QStringLiteral("  ·  ") + when));
        about->setProperty("muted", true);
        words->addWidget(about);
        inside->addLayout(words, 1);
        auto* count = new Words(plural(job.pulls, tr("1 pull"), tr("%1 pulls")) + QStringLiteral("\n") +
                                plural(job.setups, tr("1 setup"), tr("%1 setups")));
        count->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
        inside->addWidget(count);
        for (QLabel* label : {name, about, count})
            label->setAttribute(Qt::WA_TransparentForMouseEvents);
        connect(card, &QPushButton::clicked, this, [this, id = QString::fromStdString(job.id)] { emit jobChosen(id); });
        m_jobs->addWidget(card);
    }
    if (jobs.empty()) {
        auto* empty =
            new Words(m_model.keeper() ? tr("There are no jobs here yet.\n\nBring in the pulls of two setups — say, "
                                            "three with the standard part and three with the new one — "
                                            "and the difference is judged at once.")
                                       : tr("No archive is open. Choose a folder to keep your records in."));
        empty->setWordWrap(true);
        empty->setStyleSheet(QStringLiteral("font-size: 17px;"));
        m_jobs->addWidget(empty);
    }
    m_jobs->addStretch(1);
}

void JobsStation::fillClosed() {
    for (QWidget* w : {static_cast<QWidget*>(m_unfinished), static_cast<QWidget*>(m_forget)})
        w->hide();
    m_safety->setText(tr("Nothing is open."));
    m_unfinished->setText(m_damagedWords);
    m_unfinished->setVisible(!m_damagedFolder.isEmpty());
    m_rebuild->setVisible(!m_damagedFolder.isEmpty());
}

void JobsStation::fillSafety(const Result<SafetyReport>& report) {
    m_unfinished->hide();
    m_forget->hide();
    m_rebuild->hide();
    if (!report) {
        m_safety->setText(QString::fromStdString(report.error().text()));
        return;
    }
    QString text = report->pulls == report->mirrored
                       ? plural(report->pulls, tr("1 pull, kept twice: in the database and as an open file beside it."),
                                tr("%1 pulls, each kept twice: in the database and as an open file beside it."))
                       : tr("%1 of %2 pulls are kept twice.").arg(report->mirrored).arg(report->pulls);
    text += QStringLiteral("\n") + (m_throwAway ? tr("This is a trial: the folder goes when the program ends.")
                                                : QDir::toNativeSeparators(m_model.keeper()->folder()));
    text += QStringLiteral("\n\n");
    if (report->lastCopyMade.empty())
        text += tr("No copy on another disk yet.");
    else
        text += tr("Last copy: %1, %2")
                    .arg(QLocale().toString(
                             QDateTime::fromString(QString::fromStdString(report->lastCopyMade), Qt::ISODate),
                             QLocale::ShortFormat),
                         QString::fromStdString(report->lastCopyPlace));
    m_safety->setText(text);
    QString trouble;
    for (const std::string& file : report->unfinished)
        trouble += QStringLiteral("• ") + QFileInfo(QString::fromStdString(file)).fileName() + QStringLiteral("\n");
    if (!trouble.isEmpty()) {
        const QStringList all = trouble.split(QLatin1Char('\n'), Qt::SkipEmptyParts);
        m_unfinished->setText(
            plural(static_cast<int>(all.size()),
                   tr("An import was cut off. Everything before it is kept; 1 file was not brought in:"),
                   tr("An import was cut off. Everything before it is kept; %1 files were not brought in:")) +
            QStringLiteral("\n") + all.mid(0, 6).join(QLatin1Char('\n')) +
            (all.size() > 6 ? QStringLiteral("\n…") : QString()));
        m_unfinished->show();
        m_forget->show();
    } else if (!report->problems.empty()) {
        m_unfinished->setText(plural(static_cast<int>(report->problems.size()), tr("One thing to put right:"),
                                     tr("%1 things to put right:")) +
                              QStringLiteral("\n") + QString::fromStdString(report->problems.front()));
        m_unfinished->show();
        m_rebuild->show();
    }
}

void JobsStation::makeCopy() {
    const QString place =
        QFileDialog::getExistingDirectory(this, tr("Copy everything into this folder (best on another disk)"));
    if (place.isEmpty())
        return;
    emit message(tr("Copying…"));
    m_copy->setEnabled(false);
    m_model.keeper()->ask(
        this, [place](Archive& archive) { return archive.copyTo(place); },
        [this](const Result<QString>& copy) {
            emit message(copy ? tr("Copied to %1.").arg(*copy) : QString::fromStdString(copy.error().text()));
            refresh();
        });
}

void JobsStation::setDamaged(const QString& folder, const QString& words) {
    m_damagedFolder = folder;
    m_damagedWords = words;
    refresh();
}

void JobsStation::takeInStrays() {
    auto* dialog = new QProgressDialog(tr("Making the records whole…"), tr("Stop here"), 0, 0, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowModality(Qt::WindowModal);
    dialog->setMinimumDuration(0);
    dialog->show();
    const auto stop = std::make_shared<std::atomic<bool>>(false);
    connect(dialog, &QProgressDialog::canceled, this, [stop] { *stop = true; });
    const Progress tick = [stop, shown = QPointer<QProgressDialog>(dialog)](int looked, int all) {
        QMetaObject::invokeMethod(
            qApp,
            [shown, looked, all] {
                if (!shown)
                    return;
                shown->setMaximum(all);
                shown->setValue(std::min(looked, all));
            },
            Qt::QueuedConnection);
        return !*stop;
    };
    const auto done = [this, shown = QPointer<QProgressDialog>(dialog)](const Result<Rebuilt>& rebuilt) {
        if (shown)
            shown->close();
        tell(rebuilt);
    };
    if (!m_model.keeper()) {
        const QString folder = m_damagedFolder;
        QtConcurrent::run([folder, tick] {
            return Archive::rebuildFolder(folder, tick);
        }).then(this, [this, done, folder](const Result<Rebuilt>& rebuilt) {
            done(rebuilt);
            if (rebuilt)
                emit archiveWanted(folder);
        });
        return;
    }
    m_model.keeper()->ask(
        this, [tick](Archive& archive) { return archive.rebuild(tick); },
        [this, done](const Result<Rebuilt>& rebuilt) {
            done(rebuilt);
            m_model.reload();
            refresh();
        });
}

void JobsStation::tell(const Result<Rebuilt>& done) {
    if (!done) {
        emit message(QString::fromStdString(done.error().text()));
        return;
    }
    QStringList words{tr("%1 pull files written, %2 pulls taken in.").arg(done->filesWritten).arg(done->pullsTaken)};
    if (!done->databaseSetAway.empty())
        words << tr("The damaged database is kept as %1.")
                     .arg(QFileInfo(QString::fromStdString(done->databaseSetAway)).fileName());
    if (!done->setAway.empty())
        words << plural(static_cast<int>(done->setAway.size()), tr("1 file was set away: %2"),
                        tr("%1 files were set away, the first: %2"))
                     .arg(QFileInfo(QString::fromStdString(done->setAway.front())).fileName());
    if (!done->offered.empty())
        words << tr("Bring in by hand: %1").arg(QString::fromStdString(done->offered.front()));
    if (!done->problems.empty())
        words << QString::fromStdString(done->problems.front());
    emit message(words.join(QLatin1Char(' ')));
}

StationFace JobsStation::face() const {
    return {tr("Jobs"),
            QStringLiteral("house"),
            QStringLiteral("Ctrl+0"),
            {QStringLiteral("start.png"), QStringLiteral("import.png")}};
}

} // namespace jr::app
