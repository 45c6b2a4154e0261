// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/stranger_notice.h"

#include "app/widgets/asking.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/words.h"

#include <QPushButton>
#include <QVBoxLayout>

namespace jr::app {

StrangerNotice::StrangerNotice(BenchModel& bench, QWidget* parent) : QFrame(parent), m_bench(bench) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    m_words = new Words;
    m_words->setObjectName(QStringLiteral("stranger-words"));
    m_words->setProperty("caution", true);
    m_words->setWordWrap(true);
    layout->addWidget(m_words);
    auto* row = new WrappingRow;
    auto* belongs = new QPushButton(tr("It belongs here…"));
    belongs->setObjectName(QStringLiteral("stranger-belongs"));
    belongs->setToolTip(tr("Pulls go into this job and carry the reason"));
    auto* other = new QPushButton(tr("Another &job"));
    other->setObjectName(QStringLiteral("stranger-other-job"));
    auto* leave = new QPushButton(tr("No: leave this bench"));
    leave->setObjectName(QStringLiteral("stranger-leave"));
    for (QPushButton* button : {belongs, other, leave})
        row->addWidget(button);
    layout->addLayout(row);
    connect(belongs, &QPushButton::clicked, this, [this] {
        const QStringList reasons = {tr("the same machine under another name"),
                                     tr("the machine was moved to this bench"),
                                     tr("two machines are compared on purpose")};
        askToChoose(this, tr("It belongs here, because…"), tr("Every pull from now on carries the reason."), reasons, 0,
                    true, [this](const QString& why) { m_bench.sitting().takeStrangers(why); });
    });
    connect(other, &QPushButton::clicked, this, &StrangerNotice::anotherJobWanted);
    connect(leave, &QPushButton::clicked, &bench.link(), &BenchConnection::disconnectBench);
    refresh();
}

void StrangerNotice::refresh() {
    QStringList said;
    for (const Message& one : m_bench.sitting().strangers())
        said << saidHere(one);
    m_words->setText(said.isEmpty() ? QString()
                                    : tr("Not this job's: %1. Pulls are kept and not counted until you say.")
                                          .arg(said.join(QStringLiteral("; "))));
    setVisible(!said.isEmpty());
}

QString StrangerNotice::words() const {
    return m_words->text();
}

} // namespace jr::app
