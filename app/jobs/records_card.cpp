// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/jobs/records_card.h"

#include "app/jobs/bring_back.h"
#include "app/widgets/asking.h"
#include "app/widgets/work_shown.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QPushButton>
#include <QVBoxLayout>
#include <QtConcurrent>

namespace jr::app {

RecordsCard::RecordsCard(const Theme& theme, JobModel& model, CopyDesk& copies, QWidget* parent)
    : QWidget(parent), m_model(model) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(10);
    auto* heading = new Words(tr("How safe the records are"));
    heading->setProperty("strong", true);
    down->addWidget(heading);
    m_safety = new Words;
    m_safety->setWordWrap(true);
    m_safety->setTextInteractionFlags(Qt::TextSelectableByMouse);
    down->addWidget(m_safety);
    m_unfinished = new Words;
    m_unfinished->setWordWrap(true);
    m_unfinished->setProperty("caution", true);
    down->addWidget(m_unfinished);
    m_forget = new QPushButton(tr("I have seen this"));
    down->addWidget(m_forget);
    m_rebuild = new QPushButton(tr("Put it right from the other half"));
    down->addWidget(m_rebuild);
    m_copy = new CopyCard(theme, copies);
    down->addWidget(m_copy);
    auto* other = new QPushButton(tr("Open another archive…"));
    down->addWidget(other);
    auto* back = new QPushButton(tr("Bring back from a copy…"));
    down->addWidget(back);
    auto* bringing = new BringBack(this);
    connect(back, &QPushButton::clicked, bringing, &BringBack::begin);
    connect(bringing, &BringBack::said, this, &RecordsCard::message);
    connect(bringing, &BringBack::broughtBack, this, &RecordsCard::archiveWanted);
    connect(m_rebuild, &QPushButton::clicked, this, &RecordsCard::takeInStrays);
    connect(m_forget, &QPushButton::clicked, this, [this] {
        if (m_model.keeper())
            m_model.keeper()->ask(
                this, [](Archive& archive) { return archive.forgetUnfinished(); },
                [this](const Result<Done>& done) {
                    if (!done)
                        emit message(errorAtPlace(done.error()));
                    emit changed();
                });
    });
    connect(other, &QPushButton::clicked, this, [this] {
        askForFolder(this, tr("Open the archive in this folder"),
                     [this](const QString& folder) { emit archiveWanted(folder); });
    });
}

void RecordsCard::setDamaged(const QString& folder, const QString& words) {
    m_damagedFolder = folder;
    m_damagedWords = words;
}

void RecordsCard::fillClosed() {
    for (QWidget* w : {static_cast<QWidget*>(m_unfinished), static_cast<QWidget*>(m_forget)})
        w->hide();
    m_copy->setVisible(false);
    m_safety->setText(tr("Nothing is open."));
    m_unfinished->setText(m_damagedWords);
    m_unfinished->setVisible(!m_damagedFolder.isEmpty());
    m_rebuild->setVisible(!m_damagedFolder.isEmpty());
}

void RecordsCard::fillSafety(const Result<SafetyReport>& report) {
    m_copy->setVisible(true);
    m_unfinished->hide();
    m_forget->hide();
    m_rebuild->hide();
    if (!report) {
        m_safety->setText(errorAtPlace(report.error()));
        return;
    }
    QString text = report->pulls == 0 ? tr("No pull is kept here yet.")
                   : report->pulls == report->mirrored
                       ? plural(report->pulls, tr("1 pull, kept twice: in the database and as an open file beside it."),
                                tr("%1 pulls, each kept twice: in the database and as an open file beside it."))
                       : tr("%1 of %2 pulls are kept twice.").arg(report->mirrored).arg(report->pulls);
    text += QStringLiteral("\n") + (m_throwAway ? tr("This is a trial: the folder goes when the program ends.")
                                                : QDir::toNativeSeparators(m_model.keeper()->folder()));
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
                              QStringLiteral("\n") + errorAtPlace(report->problems.front()));
        m_unfinished->show();
        m_rebuild->show();
    }
}

void RecordsCard::takeInStrays() {
    const WorkShown shown = showWork(this, tr("Making the records whole…"));
    const Progress tick = shown.tick;
    const auto done = [this, close = shown.close](const Result<Rebuilt>& rebuilt) {
        close();
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
            emit changed();
        });
}

void RecordsCard::tell(const Result<Rebuilt>& done) {
    if (!done) {
        emit message(errorAtPlace(done.error()));
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
        words << tr("Bring in by hand: %1").arg(errorAtPlace(done->offered.front()));
    if (!done->problems.empty())
        words << errorAtPlace(done->problems.front());
    emit message(words.join(QLatin1Char(' ')));
}

} // namespace jr::app
