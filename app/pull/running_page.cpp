// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/running_page.h"

#include "app/widgets/base_again.h"
#include "app/widgets/clear_layout.h"
#include "app/widgets/outlook_line.h"
#include "app/widgets/scrolled.h"
#include "app/words/plural.h"
#include "app/words/words.h"
#include "archive/formats/text.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {

void RunningPage::takeBaseAgain() {
    if (m_job.pulls().empty()) {
        emit m_job.problem(tr("No base was pulled yet: the first pulls are the base."));
        return;
    }
    // After the pull that was the last one when it was asked: one caught meanwhile is of the new base.
    askWhyBaseAgain(this, [this, after = m_job.pulls().back().record.number](const QString& why) {
        m_job.takeBaseAgain(after, why);
        nextIsTheBase();
    });
}

void RunningPage::nextIsTheBase() {
    if (const SetupRecord* setup = m_job.job().setup(m_job.compare().now().baseSetup))
        m_bench.sitting().setSetup(QString::fromStdString(setup->name));
}

RunningPage::RunningPage(JobModel& job, BenchModel& bench, QWidget* parent)
    : QFrame(parent), m_job(job), m_bench(bench) {
    setProperty("card", true);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 2, 0, 2);
    auto* inner = new Column; // on a low screen, and while a stop stands, nothing lies over anything else
    whole->addWidget(scrolled(inner));
    auto* layout = new QVBoxLayout(inner);
    layout->setContentsMargins(14, 12, 12, 10);
    layout->setSpacing(7);
    auto* next = new Words(tr("The next pulls are of"));
    next->setProperty("muted", true);
    layout->addWidget(next);
    m_setup = new QComboBox;
    m_setup->setEditable(true);
    m_setup->setInsertPolicy(QComboBox::NoInsert);
    m_setup->lineEdit()->setPlaceholderText(tr("name this setup"));
    m_setup->setAccessibleName(tr("Setup of the next pulls"));
    next->setBuddy(m_setup);
    layout->addWidget(m_setup);
    m_fitted = new QPushButton;
    m_fitted->setObjectName(QStringLiteral("next-is-fitted"));
    m_fitted->setProperty("primary", true);
    m_fitted->hide();
    layout->addWidget(m_fitted);
    m_again = new QPushButton(tr("Put on again  (R)"));
    m_again->setObjectName(QStringLiteral("put-on-again"));
    m_again->setCheckable(true);
    m_again->setShortcut(QKeySequence(Qt::Key_R));
    m_again->setToolTip(tr("Straps, tyre, joints: each fitting has its own luck. Say so when the same setup was put on "
                           "anew, and Judge learns what a fitting moves. Press again to take it back."));
    auto* anew = new QHBoxLayout;
    anew->addWidget(m_again, 1);
    auto* base = new QPushButton(tr("Base again  (B)"));
    base->setObjectName(QStringLiteral("base-again"));
    base->setShortcut(QKeySequence(Qt::Key_B));
    base->setToolTip(
        tr("After a service, a repair, a part put in wrongly: the base is pulled anew, and later pulls are "
           "set against the new one. The old one stays."));
    anew->addWidget(base, 1);
    layout->addLayout(anew);
    connect(base, &QPushButton::clicked, this, &RunningPage::takeBaseAgain);
    connect(m_again, &QPushButton::clicked, &bench.sitting(), &BenchSitting::setPutOnAgain);
    // What is done next, then what is watched meanwhile; what is seldom said comes last.
    m_first = new QVBoxLayout;
    layout->addLayout(m_first);
    m_brake = new QWidget;
    auto* brake = new QHBoxLayout(m_brake);
    brake->setContentsMargins(0, 0, 0, 0);
    auto* sweep = new QPushButton(tr("Swee&p"));
    sweep->setToolTip(tr("Load from the start speed to the end speed, as fast as the procedure says"));
    m_steps = new QLineEdit;
    m_steps->setPlaceholderText(tr("steps: 5000 6000 7000"));
    m_steps->setAccessibleName(tr("Hold at these speeds, rpm"));
    auto* hold = new QPushButton(tr("&Hold"));
    brake->addWidget(sweep);
    brake->addWidget(m_steps, 1);
    brake->addWidget(hold);
    m_brake->hide(); // until the bench has said that it has one
    layout->addWidget(m_brake);

    m_since = new Words;
    m_since->setProperty("muted", true);
    layout->addWidget(m_since);
    layout->addWidget(new OutlookLine(job));

    m_warmUp = new QCheckBox(tr("&warm-up: kept, but not counted"));
    layout->addWidget(m_warmUp);
    m_beddingIn = new QCheckBox;
    m_beddingIn->setToolTip(tr("The first heats of a new belt, clutch, pad or ring: its pulls are kept and set aside, "
                               "until you say that it has bedded in"));
    layout->addWidget(m_beddingIn);
    connect(m_beddingIn, &QCheckBox::toggled, &bench.sitting(), &BenchSitting::setBeddingIn);
    auto* fuelRow = new QHBoxLayout;
    m_fuel = new Words;
    m_fuel->setWordWrap(true);
    fuelRow->addWidget(m_fuel, 1);
    auto* full = new QPushButton(tr("&Tank is full"));
    fuelRow->addWidget(full);
    layout->addLayout(fuelRow);
    m_offers = new QVBoxLayout;
    m_offers->setSpacing(5);
    layout->addLayout(m_offers);
    layout->addStretch(1);
    m_line = new Words;
    m_line->setProperty("muted", true);
    m_line->setWordWrap(true);
    layout->addWidget(m_line);
    auto* leave = new QPushButton(tr("Leave this bench"));
    layout->addWidget(leave);

    connect(m_fitted, &QPushButton::clicked, this, [this] {
        if (const auto progress = m_job.dayProgress(); progress && !progress->nextSetup.empty())
            m_bench.sitting().setSetup(QString::fromStdString(progress->nextSetup));
    });
    for (auto signal : {&JobModel::planChanged, &JobModel::pullsChanged})
        connect(&job, signal, this, &RunningPage::offerNext);
    connect(leave, &QPushButton::clicked, this, &RunningPage::leaveWanted);
    connect(full, &QPushButton::clicked, &bench.fuel(), &FuelTank::filled);
    connect(m_warmUp, &QCheckBox::toggled, &bench.sitting(), &BenchSitting::setWarmUp);
    connect(m_setup, &QComboBox::activated, this, [this] { m_bench.sitting().setSetup(m_setup->currentText()); });
    connect(m_setup->lineEdit(), &QLineEdit::editingFinished, this, [this] {
        if (!m_filling)
            m_bench.sitting().setSetup(m_setup->currentText());
    });
    connect(sweep, &QPushButton::clicked, this, [this] {
        const Procedure& p = m_bench.sitting().procedure();
        m_bench.link().sweep(p.startRpm, p.endRpm, p.rampRpmPerS);
    });
    const auto holdNow = [this] {
        std::vector<double> steps;
        for (const QString& word : m_steps->text().split(QLatin1Char(' '), Qt::SkipEmptyParts)) {
            bool good = false;
            const double rpm = QLocale().toDouble(word, &good);
            if (good && rpm >= 500. && rpm <= 30000.)
                steps.push_back(rpm);
        }
        if (steps.empty())
            m_steps->setFocus();
        else
            m_bench.link().holdSteps(steps);
    };
    connect(hold, &QPushButton::clicked, this, holdNow);
    connect(m_steps, &QLineEdit::returnPressed, this, holdNow);
    connect(&bench, &BenchModel::sittingChanged, this, &RunningPage::refresh);
    refresh();
}

void RunningPage::fillSetups() {
    m_filling = true;
    m_setup->clear();
    for (const SetupRecord& s : m_job.job().setups)
        m_setup->addItem(QString::fromStdString(s.name));
    m_setup->setEditText(m_bench.sitting().setup());
    m_filling = false;
}

void RunningPage::describe() {
    clearLayout(m_first);
    clearLayout(m_offers);
    const auto& bench = m_bench.link().bench();
    m_brake->setVisible(bench && (bench->find(ChannelId::LoadForce) >= 0 || bench->find(ChannelId::BrakeTorque) >= 0));
    if (bench && !bench->offers.empty()) {
        auto* title = new Words(tr("This bench can be asked to"));
        title->setProperty("muted", true);
        m_offers->addWidget(title);
        for (const BenchOffer& offer : bench->offers) {
            auto* button = new QPushButton(QString::fromStdString(offer.label));
            button->setObjectName(QStringLiteral("offer-") + QString::fromStdString(offer.word));
            // The pull is at hand; what is fitted or filled once in a while stands below what is watched.
            (offer.word == "pull" ? m_first : m_offers)->addWidget(button);
            connect(button, &QPushButton::clicked, this,
                    [this, word = QString::fromStdString(offer.word)] { m_bench.link().ask(word); });
        }
    }
    refresh();
}

void RunningPage::offerNext() {
    const auto progress = m_job.dayProgress();
    const QString next = progress ? QString::fromStdString(progress->nextSetup) : QString();
    m_fitted->setVisible(!next.isEmpty() && next != m_bench.sitting().setup());
    m_fitted->setText(tr("%1 is fitted  (N)").arg(QString(next).replace(QLatin1Char('&'), QStringLiteral("&&"))));
    m_fitted->setShortcut(QKeySequence(Qt::Key_N)); // after the words, which would take it away
}

void RunningPage::refresh() {
    fillSetups();
    offerNext();
    m_warmUp->blockSignals(true);
    m_warmUp->setChecked(m_bench.sitting().warmUp());
    m_warmUp->blockSignals(false);
    const int heats = m_bench.sitting().heats();
    m_beddingIn->blockSignals(true);
    m_beddingIn->setText(
        heats == 0 ? tr("&bedding in (I): never hot yet")
                   : plural(heats, tr("&bedding in (I): hot once so far"), tr("&bedding in (I): hot %1 times so far")));
    m_beddingIn->setChecked(m_bench.sitting().beddingIn());
    m_beddingIn->setEnabled(!m_bench.sitting().setup().isEmpty());
    m_beddingIn->blockSignals(false);
    m_again->setChecked(m_bench.sitting().putOnAgain());
    m_again->setEnabled(!m_bench.sitting().setup().isEmpty());
    const std::optional<double> content = m_bench.fuel().contentMl();
    if (!content) {
        m_fuel->setText(m_bench.fuel().full() ? tr("Fuel: full, the tank's size is not known")
                                              : tr("Fuel: not known. Measure it on Ready, or say that it is full."));
        m_fuel->setProperty("caution", false);
        m_fuel->style()->polish(m_fuel);
    } else {
        const auto pulls = m_bench.fuel().pullsLeft();
        QString text = tr("Fuel: %1 l").arg(QLocale().toString(*content / 1000., 'f', *content < 2000. ? 2 : 1));
        if (pulls)
            text += QStringLiteral(" · ") + (*pulls > 200
                                                 ? tr("over 200 pulls")
                                                 : plural(*pulls, tr("about 1 pull left"), tr("about %1 pulls left")));
        m_fuel->setText(text);
        m_fuel->setProperty("caution", pulls && *pulls <= 3);
        m_fuel->style()->polish(m_fuel);
    }
}

void RunningPage::showLive(const LiveSnapshot& now) {
    const double since = m_bench.sinceLastPullS();
    m_since->setText(!std::isfinite(since) ? tr("no pull yet")
                     : since < 90.         ? tr("%1 s since the last pull").arg(since, 0, 'f', 0)
                                           : tr("%1 min since the last pull").arg(since / 60., 0, 'f', 0));
    QStringList words;
    for (const Message& w : now.health.words())
        words << saidHere(w);
    if (now.reconnects > 0)
        words << plural(static_cast<int>(now.reconnects), tr("called again once"), tr("called again %1 times"));
    if (now.link != LinkState::Streaming)
        words.prepend(tr("nothing comes; %1 samples came").arg(now.health.samples));
    m_line->setText(words.isEmpty() ? tr("line clean, %1 samples").arg(now.health.samples)
                                    : words.join(QStringLiteral(" · ")));
}

} // namespace jr::app
