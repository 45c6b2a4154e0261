// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/capture_offer.h"
#include "app/words/words.h"

#include <QHBoxLayout>
#include <QPushButton>

namespace jr::app {

CaptureOffer::CaptureOffer(QWidget* parent) : QFrame(parent) {
    setProperty("card", true);
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 8, 14, 8);
    m_words = new MarkedWords;
    m_words->setWordWrap(true);
    across->addWidget(m_words, 1);
    auto* take = new QPushButton(tr("&Take them in"));
    take->setObjectName(QStringLiteral("take-captures"));
    take->setProperty("primary", true);
    auto* later = new QPushButton(tr("&Later"));
    later->setToolTip(tr("They stay on the disk and are offered again at the next start."));
    across->addWidget(take);
    across->addWidget(later);
    connect(take, &QPushButton::clicked, this, [this] {
        hide();
        emit takeIn();
    });
    connect(later, &QPushButton::clicked, this, &QWidget::hide);
    hide();
}

void CaptureOffer::offer(const QStringList& caught) {
    m_words->set(Markup::bold(tr("Caught before the program last ended badly, and not yet in a job:")) +
                 Markup(QLatin1Char(' ') + caught.join(QStringLiteral("; ")) + QLatin1Char('.')));
    setVisible(!caught.isEmpty());
}

} // namespace jr::app
