// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/band_page.h"

#include "app/model/display_units.h"
#include "app/words/words.h"

#include "app/widgets/asking.h"
#include "archive/formats/foreign_log.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"

#include <QComboBox>
#include <QFileInfo>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {

BandPage::BandPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("The working band"), parent) {
    m_use = new QComboBox;
    for (UseKind kind : useKinds())
        m_use->addItem(DisplayUnits::word(useKindText(kind)));
    m_use->addItem(tr("as drawn"));
    m_use->setAccessibleName(tr("How the machine is used"));
    tools()->addWidget(m_use);
    auto* ride = new QPushButton(tr("From a logged &ride…"));
    ride->setToolTip(tr("How long each engine speed was used, from a log with time and engine speed"));
    tools()->addWidget(ride);
    m_canvas = new UseCanvas(theme, model);
    drawings()->addWidget(m_canvas, 1);
    connect(m_use, &QComboBox::activated, this, [this](int i) {
        if (i < static_cast<int>(useKinds().size()))
            setUse(i);
        else
            keepJudging(tr("choose the use"), [&](JudgingSheet& sheet) { sheet.use.reset(); });
        refresh();
    });
    connect(ride, &QPushButton::clicked, this,
            [this] { askForFile(this, tr("A logged ride"), {}, [this](const QString& path) { takeRide(path); }); });
    connect(m_canvas, &UseCanvas::drawn, this, [this](const UseWeights& w) {
        keepJudging(tr("draw the use"), [&](JudgingSheet& sheet) {
            sheet.use.reset();
            sheet.drawn = w;
            sheet.drawnOver = m_model.answers().axis();
            sheet.ride.clear();
        });
    });
}

void BandPage::setUse(int preset) {
    keepJudging(tr("choose the use"), [&](JudgingSheet& sheet) {
        sheet.use = useKinds()[static_cast<std::size_t>(preset)]; // what was drawn is kept, to come back to
    });
}

bool BandPage::takeRide(const QString& path) {
    const std::string name = path.toStdString();
    Result<Trace> trace = loadPullFile(name);
    if (!trace) {
        const auto bytes = readBytes(name);
        const auto text = bytes ? decodeText(*bytes) : bytes;
        const auto layout = text ? lookAtLog(*text, name) : Result<ForeignLayout>(text.error());
        if (layout)
            if (auto reading = readForeignLog(*text, name, *layout, proposedMapping(*layout), {}, false))
                trace = std::move(reading.value().trace);
    }
    const Channel* time = trace ? trace->find(ChannelId::Time) : nullptr;
    const CurveAxis axis = m_model.answers().axis();
    const bool engine = axis == CurveAxis::EngineSpeed;
    const Channel* speed = trace ? trace->find(engine ? ChannelId::EngineSpeed : ChannelId::VehicleSpeed) : nullptr;
    if (!time || !speed) {
        const QString file = QFileInfo(path).fileName();
        emit m_model.problem(engine ? tr("%1: no time and engine speed were found in it.").arg(file)
                                    : tr("%1: no time and road speed were found in it.").arg(file));
        return false;
    }
    std::vector<double> places;
    for (double v : speed->values)
        places.push_back(engine ? rpmFromRadPerS(v) : v);
    const auto weights = weightsFromRide(time->values, places, usualIdle(axis), usualBin(axis));
    if (!weights) {
        emit m_model.problem(tr("%1: %2.").arg(QFileInfo(path).fileName(), errorWords(weights.error())));
        return false;
    }
    keepJudging(tr("take the use from a ride"), [&](JudgingSheet& sheet) {
        sheet.use.reset();
        sheet.drawn = *weights;
        sheet.drawnOver = axis;
        sheet.ride = QFileInfo(path).fileName().toStdString();
    });
    return true;
}

StudyDesk::Work BandPage::work() {
    const JudgingSheet kept = judging();
    const UseKind use = kept.use.value_or(useKinds().front());
    // What was drawn over the other axis is no use on this one.
    const bool drawn = !kept.use && !kept.drawn.empty() && kept.drawnOver == m_model.answers().axis();
    const std::optional<UseWeights> own = drawn ? std::optional(kept.drawn) : std::nullopt;
    const QString ride = QString::fromStdString(own ? kept.ride : std::string());
    m_use->setCurrentIndex(
        own ? m_use->count() - 1
            : static_cast<int>(std::find(useKinds().begin(), useKinds().end(), use) - useKinds().begin()));
    return [this, use, own, ride](const StudyPtr& study) -> StudyDesk::Draw {
        if (study->pulledSetups().size() < 2)
            return [this] {
                showNone(tr("Nothing to rank yet."),
                         tr("Pull a second setup: setups are ranked here by the power they give where the machine "
                            "works."));
            };
        const Result<RankingAnswer>& answer = study->ranking(use, own);
        return [this, study, ride, &answer] {
            if (answer)
                show(*answer, ride);
            else
                showNone(tr("The setups cannot be ranked."), errorWords(answer.error()));
        };
    };
}

void BandPage::showNone(const QString& head, const QString& words) {
    m_ranking.reset();
    m_canvas->setUse(CurveAxis::EngineSpeed, {}, {}, {});
    headline(head);
    say(words, "muted");
}

void BandPage::show(const RankingAnswer& answer, const QString& ride) {
    m_ranking.reset();
    m_weights = answer.weights;
    std::vector<UseCanvas::Curve> curves;
    for (std::size_t s = 0; s < answer.setupIds.size(); ++s) {
        const SetupRecord* setup = m_model.job().setup(answer.setupIds[s]);
        curves.push_back({setupName(answer.setupIds[s]), setup ? setup->mark : 0, answer.meanW[s]});
    }
    m_canvas->setUse(m_model.answers().axis(), answer.place, std::move(curves), m_weights);
    if (answer.problem) {
        headline(tr("The setups cannot be ranked by this use."));
        say(QString::fromStdString(answer.problem->reason), "muted");
        return;
    }
    m_ranking = answer.ranking;
    const auto& best = m_ranking->setups;
    int tied = 0;
    for (const RankedSetup& r : best)
        tied += r.place == 1;
    headline(tied == 1 ? tr("%1 is best where it works").arg(QString::fromStdString(best.front().name))
                       : tr("%1 setups cannot be told apart at the top").arg(tied));
    say(ride.isEmpty() ? tr("Power weighted by use, drift taken out.")
                       : tr("Power weighted by the ride in %1.").arg(ride),
        "muted");
    const QLocale l;
    const CurveAxis axis = m_model.answers().axis();
    for (const RankedSetup& r : best) {
        const double margin = r.lowW ? 0.5 * (*r.highW - *r.lowW) : 0.;
        const QString score =
            power(r.scoreW, margin) + (r.lowW ? QStringLiteral(" ± ") + power(margin, margin) : QString());
        const bool shared = std::count_if(best.begin(), best.end(),
                                          [&](const RankedSetup& other) { return other.place == r.place; }) > 1;
        // A place that several share is no rank of any of them.
        say(Markup::bold(shared ? QString::fromStdString(r.name)
                                : tr("%1. %2").arg(r.place).arg(QString::fromStdString(r.name))) +
            Markup::gap() +
            Markup(score + QLatin1Char('\n') +
                   tr("above nine tenths of its peak over %1; lowest in use %2 % of its mean")
                       .arg(m_model.units().peakPlaceText(r.width90, axis), l.toString(r.flatnessPct, 'f', 0))));
    }
    for (const std::vector<int>& run : m_ranking->notSeparable) {
        QStringList list;
        for (int i : run)
            list << QString::fromStdString(best[static_cast<std::size_t>(i)].name);
        say(tr("Not to be told apart: %1.").arg(list.join(QStringLiteral(", "))), "caution");
    }
    sayCautions(answer.cautions);
}

} // namespace jr::app
