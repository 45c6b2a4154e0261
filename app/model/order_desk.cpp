// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/order_desk.h"

#include "app/words/plural.h"
#include "archive/formats/job_sheets.h"

#include <QDateTime>

namespace jr::app {
namespace {

std::string now() {
    return QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
}

} // namespace

OrderDesk::OrderDesk(JobModel& job, QObject* parent) : QObject(parent), m_job(job) {
    connect(&job, &JobModel::jobChanged, this, &OrderDesk::changed);
    connect(&job, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::workOrder) || kind == QLatin1String(sheet_kind::machine))
            emit changed();
    });
    connect(&job.answers(), &JobStudy::changed, this, &OrderDesk::changed);
}

WorkOrder OrderDesk::order() const {
    WorkOrder out = workOrderOf(m_job.sheet(sheet_kind::workOrder));
    out.fit = fitLinesOf(machineSheetOf(m_job.sheet(sheet_kind::machine)).kind, out.fit);
    return out;
}

void OrderDesk::change(const QString& what, const std::function<void(WorkOrder&)>& set) {
    const WorkOrder before = order();
    WorkOrder after = before;
    set(after);
    if (!(after == before))
        m_job.setSheet(sheet_kind::workOrder, sheetBody(after), what);
}

void OrderDesk::setFit(const std::string& key, Fit fit, const QString& who) {
    change(tr("look whether it is fit to run"), [&](WorkOrder& order) {
        for (FitLine& line : order.fit)
            if (line.key == key) {
                line.fit = fit;
                line.who = who.trimmed().toStdString();
                line.when = now();
            }
    });
}

void OrderDesk::setWrong(const std::string& key, const QString& what) {
    change(tr("write what is wrong"), [&](WorkOrder& order) {
        for (FitLine& line : order.fit)
            if (line.key == key)
                line.what = what.trimmed().toStdString();
    });
}

void OrderDesk::addPart(const QString& part) {
    if (!part.trimmed().isEmpty())
        change(tr("add a part of the kit"), [&](WorkOrder& order) {
            order.kit.push_back({part.trimmed().toStdString(), KitState::Awaited, {}});
        });
}

void OrderDesk::setPart(std::size_t line, KitState state, const QString& instead) {
    change(tr("check a part in"), [&](WorkOrder& order) {
        if (line < order.kit.size()) {
            order.kit[line].state = state;
            order.kit[line].instead = state == KitState::Substituted ? instead.trimmed().toStdString() : std::string();
        }
    });
}

void OrderDesk::takePart(std::size_t line) {
    change(tr("take a part off the list"), [&](WorkOrder& order) {
        if (line < order.kit.size())
            order.kit.erase(order.kit.begin() + static_cast<std::ptrdiff_t>(line));
    });
}

void OrderDesk::guess(const QString& who, double gainPct) {
    const WorkOrder now = order();
    if (who.trimmed().isEmpty()) {
        emit m_job.problem(tr("A guess needs the name of who guesses."));
        return;
    }
    if (now.outcome) {
        emit m_job.problem(tr("The guesses of this job are opened; no more are taken."));
        return;
    }
    change(tr("seal a guess"), [&](WorkOrder& order) {
        const std::string name = who.trimmed().toStdString();
        std::erase_if(order.guesses, [&](const Guess& g) { return g.who == name; });
        order.guesses.push_back({name, gainPct, app::now()});
    });
}

bool OrderDesk::canOpenGuesses() const {
    const WorkOrder now = order();
    const auto& c = m_job.answers().comparison();
    return !now.guesses.empty() && !now.outcome && c && c->bandMean.lowW && c->bandMean.highW && c->bandMean.baseW > 0.;
}

void OrderDesk::openGuesses() {
    if (!canOpenGuesses())
        return;
    const BandMean& mean = m_job.answers().comparison()->bandMean;
    change(tr("open the guesses"), [&](WorkOrder& order) {
        order.outcome =
            GuessOutcome{mean.pct, 100. * *mean.lowW / mean.baseW, 100. * *mean.highW / mean.baseW, app::now()};
    });
}

QStringList OrderDesk::guessWords() const {
    const WorkOrder now = order();
    const Wording wording = m_job.units().wording();
    const auto pct = [&](double v) { return QString::fromStdString(plainNumber(v, 1, wording, true)); };
    QStringList out;
    for (const Guess& g : now.guesses) {
        const QString who = QString::fromStdString(g.who);
        if (!now.outcome)
            out << tr("%1: sealed").arg(who);
        else
            out << (hit(g, *now.outcome) ? tr("%1 said %2 %: inside what came out").arg(who, pct(g.gainPct))
                                         : tr("%1 said %2 %: beside it").arg(who, pct(g.gainPct)));
    }
    if (now.outcome)
        out << tr("It came out at %1 % (%2 to %3).")
                   .arg(pct(now.outcome->gainPct), pct(now.outcome->lowPct), pct(now.outcome->highPct));
    return out;
}

void OrderDesk::tellRecords(QObject* asker, std::function<void(const QStringList&)> then) const {
    if (!m_job.keeper())
        return;
    m_job.keeper()->ask(
        asker, [](const Archive& archive) { return archive.sheetsOfKind(sheet_kind::workOrder); },
        [then = std::move(then)](const Result<std::vector<std::pair<std::string, std::string>>>& sheets) {
            std::vector<WorkOrder> orders;
            if (sheets)
                for (const auto& [job, body] : *sheets)
                    orders.push_back(workOrderOf(body));
            QStringList out;
            for (const GuessRecord& r : guessRecords(orders))
                out << plural(r.guesses, tr("%2: 1 guess, %3 inside, %4 % off on the mean"),
                              tr("%2: %1 guesses, %3 inside, %4 % off on the mean"))
                           .arg(QString::fromStdString(r.who), QLocale().toString(r.hits),
                                QLocale().toString(r.meanMissPct, 'f', 1));
            then(out);
        });
}

void OrderDesk::handOver(bool over) {
    change(over ? tr("mark as handed over") : tr("take the job up again"), [&](WorkOrder& order) {
        order.handedOver = over ? QDate::currentDate().toString(Qt::ISODate).toStdString() : std::string();
    });
}

} // namespace jr::app
