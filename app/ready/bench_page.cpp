// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/bench_page.h"
#include "app/words/words.h"

#include "archive/formats/pull_file.h"
#include "core/driveline/crank_estimate.h"
#include "core/pull/pull_axis.h"

#include <QComboBox>
#include <QDate>
#include <QHeaderView>
#include <QScrollArea>
#include <QTableWidget>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {
namespace {

QString factOf(const BenchRecord& bench, const char* key) {
    for (const auto& [k, v] : bench.facts)
        if (k == key)
            return QString::fromStdString(v);
    return {};
}

QFrame* card() {
    auto* frame = new QFrame;
    frame->setProperty("card", true);
    return frame;
}

} // namespace

BenchPage::BenchPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_job(job), m_bench(bench) {
    auto* columns = new QHBoxLayout(this);
    columns->setContentsMargins(14, 8, 14, 10);
    columns->setSpacing(12);

    auto* first = new QVBoxLayout;
    first->setSpacing(10);
    auto* benchCard = card();
    auto* benchLayout = new QVBoxLayout(benchCard);
    auto* title = new Words(tr("The bench"));
    title->setProperty("headline", true);
    benchLayout->addWidget(title);
    m_which = new QComboBox;
    m_which->setAccessibleName(tr("Which bench"));
    benchLayout->addWidget(m_which);
    m_words = new Words;
    m_words->setWordWrap(true);
    benchLayout->addWidget(m_words);
    m_facts = new QTableWidget(0, 2);
    m_facts->horizontalHeader()->hide();
    m_facts->horizontalHeader()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
    m_facts->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    m_facts->verticalHeader()->hide();
    m_facts->setShowGrid(false);
    m_facts->setTabKeyNavigation(false); // Tab leaves the table, arrows walk in it
    m_facts->setAccessibleName(tr("What is known of the bench; write over a value to change it from now on"));
    benchLayout->addWidget(m_facts, 3);
    connect(m_facts, &QTableWidget::cellChanged, this, [this](int row, int) {
        if (!m_filling)
            typedIn(row);
    });
    auto* historyTitle = new Words(tr("Calibrations, newest first"));
    historyTitle->setProperty("muted", true);
    benchLayout->addWidget(historyTitle);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    m_history = new MarkedWords;
    m_history->setWordWrap(true);
    m_history->setAlignment(Qt::AlignTop);
    m_history->setTextInteractionFlags(Qt::TextSelectableByMouse);
    scroll->setWidget(m_history);
    benchLayout->addWidget(scroll, 2);
    first->addWidget(benchCard, 1);
    columns->addLayout(first, 5);

    auto* second = new QVBoxLayout;
    second->setSpacing(10);
    auto* crank = card();
    auto* crankLayout = new QVBoxLayout(crank);
    auto* crankTitle = new Words(tr("What the crank may make"));
    crankTitle->setProperty("headline", true);
    crankLayout->addWidget(crankTitle);
    m_crankWords = new Words;
    m_crankWords->setWordWrap(true);
    m_crankWords->setProperty("muted", true);
    crankLayout->addWidget(m_crankWords);
    m_driveline = new QComboBox;
    m_driveline->addItems({tr("chain-driven bike"), tr("manual gearbox"), tr("automatic"), tr("belt drive")});
    m_driveline->setAccessibleName(tr("Driveline"));
    m_driveline->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_driveline->setMinimumContentsLength(14);
    crankLayout->addWidget(m_driveline);
    m_crank = new RangeBars(theme);
    crankLayout->addWidget(m_crank);
    crankLayout->addStretch(1);
    second->addWidget(crank, 1);
    columns->addLayout(second, 5);

    m_calibration = new CalibrationPanel(theme, job, bench);
    columns->addWidget(m_calibration, 6);

    connect(m_which, &QComboBox::activated, this, [this](int i) {
        if (i >= 0 && i < static_cast<int>(m_benches.size()))
            showBench(m_benches[static_cast<std::size_t>(i)]);
    });
    connect(m_driveline, &QComboBox::currentIndexChanged, this, &BenchPage::showCrank);
    connect(m_calibration, &CalibrationPanel::kept, this, &BenchPage::refresh);
    connect(&bench, &BenchModel::described, this, &BenchPage::refresh);
    connect(&bench, &BenchModel::calibrated, this, &BenchPage::refresh);
    connect(&job.answers(), &JobStudy::changed, this, &BenchPage::showCrank);
    for (auto signal : {&JobModel::jobChanged, &JobModel::unitsChanged})
        connect(&job, signal, this, &BenchPage::showCrank);
}

void BenchPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

QString BenchPage::historyText() const {
    return m_history->text();
}

void BenchPage::refresh() {
    if (!isVisible())
        return;
    if (!m_job.keeper()) {
        showBenches({});
        return;
    }
    m_job.keeper()->ask(
        this,
        [](const Archive& archive) {
            std::vector<KnownBench> out;
            if (auto known = archive.benches())
                for (const BenchRecord& bench : *known) {
                    auto history = archive.calibrations(bench.id);
                    out.push_back({bench, history ? std::move(history).value() : std::vector<CalibrationRecord>{}});
                }
            return out;
        },
        [this](std::vector<KnownBench> benches) { showBenches(std::move(benches)); });
}

void BenchPage::showBenches(std::vector<KnownBench> benches) {
    const QString before = m_which->currentText();
    m_benches = std::move(benches);
    m_which->clear();
    int at = 0;
    for (std::size_t i = 0; i < m_benches.size(); ++i) {
        const QString name = QString::fromStdString(m_benches[i].bench.name);
        m_which->addItem(name);
        if ((m_bench.link().bench() && m_bench.link().bench()->name == m_benches[i].bench.name) ||
            (!m_bench.link().bench() && name == before))
            at = static_cast<int>(i);
    }
    m_which->setVisible(!m_benches.empty());
    m_which->setCurrentIndex(at);
    if (m_benches.empty()) {
        m_facts->hide();
        m_words->show();
        m_words->setText(tr("No bench has been called yet. Call one on the Pull station (Ctrl+3), real or simulated; "
                            "it is known here from then on."));
        m_history->clear();
        m_calibration->setBench({}, {});
    } else {
        showBench(m_benches[static_cast<std::size_t>(at)]);
    }
    showCrank();
}

void BenchPage::showBench(const KnownBench& known) {
    const BenchRecord& bench = known.bench;
    const struct {
        const char* key;
        QString words;
    } kFacts[] = {
        {"kind", tr("kind")},
        {"measured_at", tr("measured at the")},
        {"machine", tr("machine on it")},
        {"roller_inertia_kg_m2", tr("roller inertia [kg m²]")},
        {"roller_radius_m", tr("roller radius [m]")},
        {"roller_loss_nm", tr("roller drag [Nm]")},
        {"engine_per_roller", tr("engine per roller rev")},
        {"brake_arm_m", tr("brake arm [m]")},
        {"brake_inertia_kg_m2", tr("brake inertia [kg m²]")},
        {"limiter_rpm", tr("limiter [rpm]")},
        {"roller_limit_rad_s", tr("roller speed limit [rad/s]")},
        {"tank_ml", tr("tank [ml]")},
    };
    const std::vector<CalibrationRecord>& history = known.history;
    // What is in force: the bench's own word, with our newest calibrations over it.
    BenchRecord inForce = bench;
    for (auto it = history.rbegin(); it != history.rend(); ++it)
        for (const auto& [key, value] : it->facts) {
            std::erase_if(inForce.facts, [&](const auto& f) { return f.first == key; });
            inForce.facts.emplace_back(key, value);
        }
    m_filling = true;
    m_shown = bench.id;
    m_words->hide();
    m_facts->show();
    m_facts->setRowCount(0);
    const QString kind = factOf(inForce, "kind");
    for (const auto& f : kFacts) {
        const QString value = factOf(inForce, f.key);
        // What a bench of this kind cannot have is not asked for.
        const bool ofRoller = QByteArray(f.key).startsWith("roller") || QByteArray(f.key) == "engine_per_roller";
        const bool ofBrake = QByteArray(f.key).startsWith("brake");
        if (value.isEmpty() &&
            ((ofRoller && kind == QLatin1String("brake")) || (ofBrake && kind == QLatin1String("roller"))))
            continue;
        const int row = m_facts->rowCount();
        m_facts->insertRow(row);
        auto* name = new QTableWidgetItem(f.words);
        name->setFlags(Qt::ItemIsEnabled);
        name->setData(Qt::UserRole, QString::fromLatin1(f.key));
        m_facts->setItem(row, 0, name);
        auto* cell = new QTableWidgetItem(value);
        cell->setData(Qt::UserRole, value);
        m_facts->setItem(row, 1, cell);
    }
    m_filling = false;
    Markup words;
    for (const CalibrationRecord& c : history) {
        const QDate made = QDate::fromString(QString::fromStdString(c.made).left(10), Qt::ISODate),
                    due = QDate::fromString(QString::fromStdString(c.due), Qt::ISODate);
        if (!words.isEmpty())
            words += QStringLiteral("\n\n");
        words += Markup::bold(QString::fromStdString(c.kind).replace(QLatin1Char('-'), QLatin1Char(' '))) +
                 Markup(QStringLiteral(", ") + QLocale().toString(made, QLocale::ShortFormat));
        if (due.isValid()) {
            const QString day = QLocale().toString(due, QLocale::ShortFormat);
            words += QStringLiteral(" · ");
            words += due < QDate::currentDate() ? Markup::bold(tr("overdue since %1").arg(day))
                                                : Markup(tr("due %1").arg(day));
        }
        for (const auto& [key, value] : c.facts)
            words += QStringLiteral("\n%1: %2").arg(QString::fromStdString(key), QString::fromStdString(value));
        words += QLatin1Char('\n') + QString::fromStdString(c.note);
    }
    m_history->set(words.isEmpty() ? Markup(tr("None kept here yet: the bench's own word is used as it comes."))
                                   : words);
    PullHeader header;
    for (const auto& [key, value] : inForce.facts)
        if (key == "roller_inertia_kg_m2" || key == "roller_loss_nm")
            (void)setHeaderValue(header, key, value);
    m_calibration->setBench(bench.id, header);
}

void BenchPage::typedIn(int row) {
    const std::string key = m_facts->item(row, 0)->data(Qt::UserRole).toString().toStdString();
    QTableWidgetItem* cell = m_facts->item(row, 1);
    const QString was = cell->data(Qt::UserRole).toString();
    const std::string value = cell->text().trimmed().toStdString();
    if (value == was.toStdString() || value.empty() || m_shown.empty())
        return;
    PullHeader probe;
    const Result<Done> good = setHeaderValue(probe, key, value);
    CalibrationRecord c;
    c.benchId = m_shown;
    c.kind = "typed-in";
    c.made = QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
    c.facts = {{key, value}};
    c.note = was.isEmpty() ? "written by hand" : "written by hand; was " + was.toStdString();
    // Said where it was typed, and put back.
    const auto refuse = [this, row, was](const Error& why) {
        m_filling = true;
        if (QTableWidgetItem* there = m_facts->item(row, 1))
            there->setText(was);
        m_filling = false;
        m_words->setText(errorWords(why));
        m_words->show();
    };
    if (!good) {
        refuse(good.error());
        return;
    }
    m_job.keeper()->ask(
        this, [c](Archive& archive) { return archive.addCalibration(c); },
        [this, refuse](const Result<Done>& kept) {
            if (!kept) {
                refuse(kept.error());
                return;
            }
            m_bench.link().adoptCalibrations();
            refresh();
        });
}

void BenchPage::showCrank() {
    if (!isVisible())
        return;
    // The best counted pull at the wheel of this job, and where the others were measured.
    double best = 0., bestRadS = 0.;
    std::optional<MeasuredAt> place;
    for (int i = 0; i < static_cast<int>(m_job.pulls().size()); ++i) {
        const LoadedPull& p = m_job.pulls()[static_cast<std::size_t>(i)];
        if (p.record.aside || !p.fit)
            continue;
        if (p.trace->header.measuredAt != MeasuredAt::Wheel) {
            place = p.trace->header.measuredAt;
            continue;
        }
        if (const PullCurve* c = m_job.answers().curve(i); c && c->peakPower && c->peakPower->value > best) {
            best = c->peakPower->value;
            bestRadS = PullAxis(*p.fit, c->axis).shaftAt(c->peakPower->place);
        }
    }
    // A bench at the crank or hub makes no guess, whatever the job's pulls came from.
    const int chosen = m_which->currentIndex();
    if (chosen >= 0 && chosen < static_cast<int>(m_benches.size()))
        if (const QString at = factOf(m_benches[static_cast<std::size_t>(chosen)].bench, "measured_at");
            at == QLatin1String("hub") || at == QLatin1String("crank")) {
            best = 0.;
            place = at == QLatin1String("hub") ? MeasuredAt::Hub : MeasuredAt::Crank;
        }
    if (best > 0.)
        place = MeasuredAt::Wheel;
    m_crank->setVisible(best > 0.);
    m_driveline->setVisible(best > 0.);
    m_crankWords->setText(place ? QString::fromStdString(said(crankFrom(*place), m_job.units().wording()))
                                : tr("When a pull was measured at the wheel, three schools' estimates stand here, each "
                                     "with its range."));
    if (best <= 0.)
        return;
    CrankOptions options;
    static constexpr Driveline kOrder[] = {Driveline::ChainBike, Driveline::ManualCar, Driveline::Automatic,
                                           Driveline::BeltCvt};
    options.driveline = kOrder[std::clamp(m_driveline->currentIndex(), 0, 3)];
    options.rollerRadS = bestRadS;
    if (m_which->currentIndex() >= 0 && m_which->currentIndex() < static_cast<int>(m_benches.size())) {
        const auto& history = m_benches[static_cast<std::size_t>(m_which->currentIndex())].history;
        for (auto it = history.rbegin(); it != history.rend(); ++it)
            for (const auto& [key, value] : it->facts) {
                PullHeader h;
                if ((key == "roller_loss_nm" || key == "roller_loss_with_machine_nm") &&
                    setHeaderValue(h, "roller_loss_nm", value))
                    (key == "roller_loss_nm" ? options.dragAloneNm : options.dragWithMachineNm) = h.rollerLossNm;
            }
    }
    const DisplayUnits& u = m_job.units();
    std::vector<RangeBar> bars;
    for (const CrankEstimate& e : crankEstimates(best, options))
        bars.push_back({QString::fromStdString(said(e.school, u.wording())),
                        QString::fromStdString(said(e.basis, u.wording())), u.powerOf(e.lowW), u.powerOf(e.highW)});
    m_crank->setBars(std::move(bars), u.powerOf(best), tr("wheel"), u.powerSymbol());
}

} // namespace jr::app
