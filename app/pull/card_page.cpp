// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/card_page.h"

#include "app/model/display_units.h"
#include "app/widgets/aside_why.h"
#include "app/widgets/method_link.h"
#include "app/widgets/scrolled.h"
#include "app/widgets/steady_table.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QPushButton>
#include <QShortcut>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {

CardPage::CardPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : QFrame(parent), m_theme(theme), m_job(job), m_bench(bench) {
    setProperty("card", true);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(16, 10, 14, 10);
    whole->setSpacing(5);
    const auto label = [&](QVBoxLayout* place, const char* kind) {
        auto* l = new Words;
        l->setWordWrap(true);
        if (kind)
            l->setProperty(kind, true);
        place->addWidget(l);
        return l;
    };
    // What it made is always in view; what is said of it scrolls on a low screen.
    m_title = label(whole, "strong");
    m_peak = label(whole, nullptr);
    m_peak->setObjectName(QStringLiteral("card-peak"));
    m_peak->setFont(Theme::font(Size::Huge, true));
    m_peak->setStyleSheet(Theme::textStyle(34, true));
    m_peak->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    auto* inner = new Column;
    auto* layout = new QVBoxLayout(inner);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    m_among = label(layout, nullptr);
    m_trouble = label(layout, "caution");
    m_facts = label(layout, "muted");
    m_steady = new SteadyTable;
    layout->addWidget(m_steady, 1);
    layout->addWidget(methodLink(QStringLiteral("The curve"), this));
    layout->addStretch(0); // takes the room only while there is no table
    QScrollArea* said = scrolled(inner);
    said->setMinimumHeight(Theme::font(Size::Body).pixelSize() * 2); // a line of it shows that there is more
    whole->addWidget(said, 1);
    m_keep = new QPushButton(tr("Keep it  (Enter)"));
    m_keep->setProperty("primary", true);
    m_keep->setMinimumHeight(54);
    whole->addWidget(m_keep);
    m_aside = new QPushButton(tr("Set it aside…  (A)"));
    whole->addWidget(m_aside);
    const auto aside = [this] {
        if (const auto& card = m_bench.card())
            askWhyAside(this, [this, id = card->pullId](const QString& why) { m_bench.setAside(id, why); });
    };
    const auto dress = [this] {
        m_theme.dressButton(*m_keep, QStringLiteral("check"), m_theme.tokens().onAccent);
        m_theme.dressButton(*m_aside, QStringLiteral("eye-off"), m_theme.tokens().ink);
    };
    connect(&theme, &Theme::changed, this, dress);
    dress();
    connect(m_keep, &QPushButton::clicked, &bench, &BenchModel::dismissCard);
    connect(m_aside, &QPushButton::clicked, this, aside);
    for (int key : {Qt::Key_Return, Qt::Key_Enter})
        connect(new QShortcut(QKeySequence(key), this), &QShortcut::activated, &bench, &BenchModel::dismissCard);
    connect(new QShortcut(QKeySequence(Qt::Key_A), this), &QShortcut::activated, this, aside);
}

void CardPage::refresh() {
    const auto& card = m_bench.card();
    const int index = card ? m_job.indexOf(card->pullId) : -1;
    if (index < 0)
        return;
    const DisplayUnits& u = m_job.units();
    const QLocale l;
    const LoadedPull& pull = m_job.pulls()[static_cast<std::size_t>(index)];
    const SetupRecord* setup = m_job.job().setup(pull.record.setupId);
    const QString name = setup ? QString::fromStdString(setup->name) : QString();
    m_title->setText(pull.record.aside ? tr("Pull %1 · %2").arg(pull.record.number).arg(name)
                                       : tr("Pull %1 · %2, no. %3").arg(pull.record.number).arg(name).arg(card->nth));
    m_peak->setText(card->peak ? tr("%1\nat %2")
                                     .arg(u.powerText(card->peak->value),
                                          u.peakPlaceText(card->peak->place, m_job.answers().axis()))
                               : tr("no curve"));
    QString among;
    const bool mean = std::isfinite(card->bandMeanW); // what has no curve has none
    if (mean && card->others > 0 && !pull.record.aside) {
        among = tr("Band mean %1, %2 % against the mean of %3.")
                    .arg(u.powerText(card->bandMeanW, 2),
                         QString::fromStdString(plainNumber(card->againstOwnPct, 1, u.wording(), true)),
                         plural(card->others, tr("its one other"), tr("its %1 others")));
        if (card->others > 1)
            among +=
                QLatin1Char(' ') +
                (card->odd
                     ? tr("That is far outside its own (they lie within %1 %): look for the reason before it counts.")
                           .arg(l.toString(card->ownSpreadPct, 'f', 2))
                     : tr("They lie within %1 %: it sits among its own.").arg(l.toString(card->ownSpreadPct, 'f', 2)));
    } else if (mean) {
        among = tr("Band mean %1. The first of its kind; the next will show how well it repeats.")
                    .arg(u.powerText(card->bandMeanW, 2));
        if (pull.record.aside)
            among = tr("Band mean %1. Kept, and not counted.").arg(u.powerText(card->bandMeanW, 2));
    }
    m_among->setText(among);
    m_among->setVisible(!among.isEmpty());
    QStringList trouble = card->trips;
    trouble << card->flags;
    if (!card->problem.isEmpty())
        trouble << card->problem;
    if (card->odd && trouble.isEmpty())
        trouble << tr("odd one out");
    m_trouble->setText(trouble.mid(0, 4).join(QLatin1Char('\n')));
    m_trouble->setVisible(!trouble.isEmpty());
    QStringList facts;
    if (pull.record.aside)
        facts << tr("set aside: %1").arg(QString::fromStdString(pull.record.asideWhy));
    facts << (card->air.isEmpty() ? tr("air unknown: shown as measured") : tr("air %1").arg(card->air));
    if (const PullCurve* curve = m_job.answers().curve(index); curve && curve->factor)
        facts << tr("%1 × %2").arg(DisplayUnits::word(m_job.answers().standard().label),
                                   l.toString(*curve->factor, 'f', 3));
    if (card->fuelMl > 0.)
        facts << (card->fuelMeasured ? tr("fuel %1 ml") : tr("fuel about %1 ml, reckoned"))
                     .arg(l.toString(card->fuelMl, 'f', 0));
    m_facts->setText(facts.join(QLatin1Char('\n')));
    m_steady->showRun(card->steady, m_job.units());
}

QString CardPage::text() const {
    return QStringList{m_title->text(), m_peak->text(), m_among->text(),
                       m_trouble->isHidden() ? QString() : m_trouble->text(), m_facts->text()}
        .join(QLatin1Char('\n'));
}

} // namespace jr::app
