// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/hand_over_list.h"

#include "app/handover/frozen_sheet.h"
#include "app/handover/sheet.h"
#include "app/widgets/asking.h"
#include "app/words/words.h"
#include "archive/disk/safe_file.h"

#include <QDateTime>
#include <QListWidget>
#include <QLocale>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace jr::app {

HandOverList::HandOverList(JobModel& model, QWidget* parent) : QWidget(parent), m_model(model) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(6);
    m_none = new Words(tr("Nothing of this job was handed over yet."));
    m_none->setProperty("muted", true);
    m_none->setWordWrap(true);
    m_none->setAlignment(Qt::AlignTop);
    down->addWidget(m_none);
    m_list = new QListWidget;
    m_list->setObjectName(QStringLiteral("hand-overs"));
    m_list->setAccessibleName(tr("What was handed over, as it was then"));
    m_list->setWordWrap(true);
    m_list->setTextElideMode(Qt::ElideRight);
    down->addWidget(m_list, 1);
    auto* across = new QHBoxLayout;
    m_again = new QPushButton(tr("&As it was…"));
    m_again->setAccessibleName(tr("Give out again, as it was handed over"));
    m_again->setToolTip(plainTip(m_again->accessibleName()));
    m_since = new QPushButton(tr("Wha&t changed?"));
    across->addWidget(m_again);
    across->addWidget(m_since);
    down->addLayout(across);
    connect(m_again, &QPushButton::clicked, this, &HandOverList::giveOutAgain);
    connect(m_since, &QPushButton::clicked, this, &HandOverList::compare);
    connect(&model, &JobModel::jobChanged, this, &HandOverList::refresh);
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::handOvers))
            refresh();
    });
    refresh();
}

void HandOverList::refresh() {
    m_all = handOversOf(m_model.sheet(sheet_kind::handOvers));
    std::reverse(m_all.begin(), m_all.end());
    m_list->clear();
    for (const HandOver& one : m_all) {
        const QDateTime made = QDateTime::fromString(QString::fromStdString(one.made), Qt::ISODateWithMs).toLocalTime();
        const QString when = QLocale().toString(made.date(), QLocale::ShortFormat);
        m_list->addItem(tr("No. %1, %2: %3").arg(one.number).arg(when, QString::fromStdString(one.headline)));
    }
    if (!m_all.empty())
        m_list->setCurrentRow(0);
    m_none->setVisible(m_all.empty());
    for (QWidget* w : {static_cast<QWidget*>(m_list), static_cast<QWidget*>(m_again), static_cast<QWidget*>(m_since)}) {
        w->setVisible(!m_all.empty());
        w->setEnabled(!m_all.empty());
    }
}

const HandOver* HandOverList::chosen() const {
    const int row = m_list->currentRow();
    return row >= 0 && row < static_cast<int>(m_all.size()) ? &m_all[static_cast<std::size_t>(row)] : nullptr;
}

void HandOverList::read(const HandOver& one, std::function<void(const HandOver&, const Result<FrozenSheet>&)> then) {
    if (!m_model.keeper())
        return;
    m_model.keeper()->ask(
        this, [job = m_model.job(), one](const Archive& archive) { return archive.frozenSheet(job, one); },
        [one, then = std::move(then)](const Result<std::string>& bytes) {
            then(one, bytes ? thaw(*bytes) : Result<FrozenSheet>(bytes.error()));
        });
}

void HandOverList::giveOutAgain() {
    const HandOver* one = chosen();
    if (!one)
        return;
    const QString name = QStringLiteral("%1 %2.pdf").arg(QString::fromStdString(m_model.job().name)).arg(one->number);
    // The one that was chosen when it was asked where to, whatever is chosen by the time it is answered.
    askWhereToWrite(this, tr("The sheet as it was handed over"), name, QStringLiteral("pdf"),
                    [this, one = *one](const QString& path) { giveOut(one, path); });
}

void HandOverList::giveOut(const HandOver& one, const QString& path) {
    read(one, [this, path](const HandOver& handOver, const Result<FrozenSheet>& frozen) {
        if (!frozen) {
            emit message(errorWords(frozen.error()));
            return;
        }
        const Result<Done> written =
            writeBytes(path.toStdString(), {frozen->pdf.constData(), static_cast<std::size_t>(frozen->pdf.size())});
        emit message(written ? tr("Written as it was handed over, no. %1: %2").arg(handOver.number).arg(path)
                             : errorWords(written.error()));
    });
}

void HandOverList::compare() {
    const HandOver* one = chosen();
    if (!one)
        return;
    read(*one, [this](const HandOver& handOver, const Result<FrozenSheet>& frozen) {
        if (!frozen) {
            emit message(errorWords(frozen.error()));
            return;
        }
        QStringList changes = changesSince(*frozen, sheetOf(m_model));
        if (changes.isEmpty())
            changes << tr("No. %1 would come out the same today.").arg(handOver.number);
        else
            changes.prepend(tr("Since no. %1:").arg(handOver.number));
        emit compared(changes);
    });
}

} // namespace jr::app
