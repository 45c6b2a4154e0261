// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/jobs/copy_card.h"
#include "app/widgets/wrapping_row.h"

#include "app/widgets/asking.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QDateTime>
#include <QDir>
#include <QLocale>
#include <QProgressBar>
#include <QPushButton>
#include <QStyle>
#include <QVBoxLayout>

namespace jr::app {

CopyCard::CopyCard(const Theme& theme, CopyDesk& desk, QWidget* parent) : QWidget(parent), m_desk(desk) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(8);
    m_state = new Words;
    m_state->setObjectName(QStringLiteral("second-copy"));
    m_state->setWordWrap(true);
    m_state->setTextInteractionFlags(Qt::TextSelectableByMouse);
    down->addWidget(m_state);
    m_progress = new QProgressBar;
    m_progress->setAccessibleName(tr("How far the copy is"));
    m_progress->setTextVisible(false);
    m_progress->setFixedHeight(8);
    down->addWidget(m_progress);
    auto* across = new WrappingRow;
    across->setSpacing(8);
    m_main = new QPushButton;
    m_second = new QPushButton;
    for (QPushButton* button : {m_main, m_second}) {
        button->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        across->addWidget(button);
    }
    down->addLayout(across);
    m_place = new QPushButton(tr("Copy to another &place…"));
    down->addWidget(m_place);

    connect(m_main, &QPushButton::clicked, this, [this] {
        if (m_desk.work() != CopyDesk::Work::None)
            m_desk.stop();
        else if (m_desk.standing().state == CopyState::NoPlace)
            choosePlace();
        else
            m_desk.copy();
    });
    connect(m_second, &QPushButton::clicked, this, [this] {
        if (m_desk.standing().state == CopyState::NoPlace)
            m_desk.notNow();
        else
            m_desk.tryIt();
    });
    connect(m_place, &QPushButton::clicked, this, &CopyCard::choosePlace);
    connect(&m_desk, &CopyDesk::changed, this, &CopyCard::refresh);
    const auto dress = [this, &theme] { theme.dressButton(*m_main, QStringLiteral("copy"), theme.tokens().ink); };
    connect(&theme, &Theme::changed, this, dress);
    dress();
    refresh();
}

void CopyCard::choosePlace() {
    askForFolder(this, tr("Where the second copy goes: another disk, a stick, a folder on another machine"),
                 [this](const QString& place) { m_desk.choosePlace(place); });
}

bool CopyCard::amber() const {
    switch (m_desk.standing().state) {
    case CopyState::NoPlace:
        return m_desk.book().notNowSince.empty();
    case CopyState::NeverMade:
    case CopyState::Old:
    case CopyState::ClockBack:
        return true;
    case CopyState::Fresh:
    case CopyState::Behind:
        break;
    }
    return !m_desk.trouble().isEmpty() || m_desk.disk() != CopyDisk::Other;
}

QString CopyCard::words() const {
    if (m_desk.work() == CopyDesk::Work::Copying)
        return m_desk.all() > 0 ? tr("Copying, %1 of %2 files looked at.").arg(m_desk.done()).arg(m_desk.all())
                                : tr("Copying…");
    if (m_desk.work() == CopyDesk::Work::Trying)
        return tr("Trying a restore in a folder of its own; the records are only read.");
    const CopyBook& book = m_desk.book();
    const CopyStanding& standing = m_desk.standing();
    const QString place = QDir::toNativeSeparators(QString::fromStdString(book.place));
    QStringList lines;
    switch (standing.state) {
    case CopyState::NoPlace:
        lines << (book.notNowSince.empty()
                      ? tr("Where should the second copy go? A dead disk takes everything that is on it.")
                      : tr("There is no second copy. A dead disk takes everything that is on it."));
        if (!book.named.empty()) // these records may be somebody else's: nothing goes there unasked
            lines << tr("These records name %1. Choose that place if it is yours.")
                         .arg(QDir::toNativeSeparators(QString::fromStdString(book.named)));
        break;
    case CopyState::NeverMade:
        lines << tr("No second copy yet. It is to go to %1.").arg(place);
        break;
    case CopyState::ClockBack:
        lines << tr("The clock stands before the last copy, so its age is not known.");
        break;
    case CopyState::Fresh:
        lines << tr("Nothing was changed since the second copy was made.");
        break;
    case CopyState::Behind:
    case CopyState::Old:
        lines << (standing.days == 0 ? tr("There is work since the second copy of today.")
                                     : plural(static_cast<int>(standing.days),
                                              tr("There is work since the second copy, which is 1 day old."),
                                              tr("There is work since the second copy, which is %1 days old.")));
        break;
    }
    if (standing.state != CopyState::NoPlace && standing.state != CopyState::NeverMade)
        lines << (m_desk.inSight() ? tr("It lies at %1.").arg(place)
                                   : tr("It was put at %1 and is not to be seen there now.").arg(place));
    if (standing.state != CopyState::NoPlace && m_desk.disk() == CopyDisk::Same)
        lines << tr("That is the same disk: it helps against mistakes, not against a dead disk.");
    if (standing.state != CopyState::NoPlace && m_desk.disk() == CopyDisk::Memory)
        lines << tr("That is the machine's memory: it is gone when the machine is switched off.");
    if (!m_desk.trouble().isEmpty())
        lines << m_desk.trouble();
    else if (standing.trialDue)
        lines << (book.tried.empty() ? tr("A restore was never tried.") : tr("No restore was tried for a month."));
    return lines.join(QLatin1Char('\n'));
}

void CopyCard::refresh() {
    const bool working = m_desk.work() != CopyDesk::Work::None;
    const bool noPlace = m_desk.standing().state == CopyState::NoPlace;
    m_state->setText(words());
    const bool caution = !working && amber();
    if (m_state->property("caution").toBool() != caution) {
        m_state->setProperty("caution", caution);
        m_state->style()->unpolish(m_state);
        m_state->style()->polish(m_state);
    }
    m_progress->setVisible(working);
    m_progress->setRange(0, m_desk.all());
    m_progress->setValue(m_desk.done());
    m_main->setText(working ? tr("&Stop here") : noPlace ? tr("&Choose where…") : tr("&Copy now"));
    m_second->setText(noPlace ? tr("Not &now") : tr("&Try a restore"));
    m_second->setVisible(!working && (!noPlace || m_desk.book().notNowSince.empty()));
    m_second->setEnabled(noPlace || m_desk.standing().state != CopyState::NeverMade);
    m_place->setVisible(!working && !noPlace);
}

} // namespace jr::app
