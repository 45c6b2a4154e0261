// SPDX-License-Identifier: GPL-3.0-or-later
// The stories as they are told on paper, out of what the study answers.
#include "app/handover/sheet_story.h"
#include "app/model/job_model.h"
#include "app/widgets/chart_words.h"
#include "app/words/plural.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/work_order_sheet.h"
#include "core/judge/factorial.h"
#include "core/judge/sentences.h"
#include "core/judge/sweep.h"

#include <QCoreApplication>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

/// The words of one story after the other; reads the study and computes nothing.
class Teller {
    Q_DECLARE_TR_FUNCTIONS(SheetStory)
public:
    explicit Teller(const JobModel& model)
        : m_model(model), m_study(model.answers().shown()), m_wording(model.units().wording()) {}

    StoryTold allSetups() {
        const Result<std::vector<Comparison>>& every = m_study->everySetup();
        if (!every || every->empty())
            return problem(every ? QString() : errorWords(every.error()));
        StoryTold out;
        const std::string base = every->front().base.setup;
        out.headline = plural(static_cast<int>(every->size()), tr("1 setup against %2"), tr("%1 setups against %2"))
                           .replace(QLatin1String("%2"), QString::fromStdString(base));
        out.about = tr("Mean gain over the range all have in common. The margins hold for all of them together.");
        out.axis = tr("gain [%1]").arg(m_model.units().powerSymbol());
        for (const Comparison& c : *every) {
            const BandMean& mean = c.bandMean;
            row(out, c.with.setup, mean.differenceW, mean.lowW, mean.highW);
            for (const Caution& caution : c.cautions)
                add(out.cautions, caution);
        }
        return out;
    }

    StoryTold steps() {
        const Result<LadderAnswer>& answer = m_study->ladder({});
        if (!answer)
            return problem(errorWords(answer.error()));
        StoryTold out;
        const std::vector<LadderStep>& all = answer->ladder.steps;
        const LadderStep& last = all.back();
        out.headline = plural(static_cast<int>(all.size()) - 1, tr("%2 in one step"), tr("%2 in all over %1 steps"))
                           .replace(QLatin1String("%2"), withMargin(last.total, margin(last.totalLow, last.totalHigh)));
        out.about = tr("Each step against the one before it. The margins hold for all steps together.");
        out.axis = tr("gain of the step [%1]").arg(m_model.units().powerSymbol());
        for (std::size_t i = 1; i < all.size(); ++i) {
            row(out, all[i].name, all[i].gain, all[i].gainLow, all[i].gainHigh);
            const SetupDifference d = differenceOf(m_study->tree(), answer->setupIds[i - 1], answer->setupIds[i]);
            out.rows.back().hollow = d.independent > 1;
            if (!d.changes.empty())
                out.lines << QStringLiteral("%1: %2.").arg(QString::fromStdString(all[i].name),
                                                           words(differenceMessage(d)));
            if (d.independent > 1)
                out.lines << tr("%1 changed more than one thing at once: the credit is shared.")
                                 .arg(QString::fromStdString(all[i].name));
        }
        out.cautions = answer->cautions;
        return out;
    }

    StoryTold cross() {
        const Result<CrossAnswer>& answer = m_study->cross({});
        if (!answer)
            return problem(errorWords(answer.error()));
        StoryTold out;
        const Factorial& f = answer->factorial;
        const double half = f.effects.empty() ? 0. : margin(f.effects.front().low, f.effects.front().high);
        out.axis = tr("gain [%1]").arg(m_model.units().powerSymbol());
        for (const auto& [part, alone] : f.alone)
            if (alone)
                row(out, tr("%1 alone").arg(QString::fromStdString(part)).toStdString(), *alone, less(*alone, half),
                    more(*alone, half));
        if (f.sum) {
            row(out, tr("added up").toStdString(), *f.sum, std::nullopt, std::nullopt);
            out.rows.back().hollow = true;
        }
        if (f.together)
            row(out, tr("really together").toStdString(), *f.together, less(*f.together, half), more(*f.together, half));
        out.headline = f.together ? tr("Together they are worth %1").arg(withMargin(*f.together, half))
                                  : tr("Not every cell was pulled");
        if (f.together && f.sum && half > 0.)
            out.about = std::abs(*f.together - *f.sum) <= half
                            ? tr("Whether that is more or less than the two added up, this test cannot tell.")
                        : *f.together > *f.sum ? tr("They help each other: together they are more than added up.")
                                               : tr("They stand in each other's way: together they are less than "
                                                    "added up.");
        out.cautions = answer->cautions;
        return out;
    }

    StoryTold sweep() {
        if (m_study->foundSweeps().empty())
            return problem({});
        const FoundSweep& found = m_study->foundSweeps().front();
        const Result<SweepAnswer>& answer = m_study->sweep(found.part, {}, {});
        if (!answer || !answer->sweep)
            return problem(answer ? QString() : errorWords(answer.error()));
        StoryTold out;
        const Sweep& s = *answer->sweep;
        const QString unit = QString::fromStdString(found.unit);
        const auto size = [&](double x) {
            return QLocale().toString(x, 'f', s.decimals) + (unit.isEmpty() ? QString() : QStringLiteral(" ") + unit);
        };
        out.headline = s.shape == SweepShape::Flat ? tr("No value is better than another")
                                                   : tr("Best near %1").arg(size(s.bestX));
        out.about = QString::fromStdString(found.part);
        out.axis = tr("power [%1]").arg(m_model.units().powerSymbol());
        out.fromZero = false;
        for (std::size_t i = 0; i < found.points.size() && i < s.fit.mean.size(); ++i) {
            const auto half = s.fit.halfWidth(s.fit.weight[i], 0.95);
            row(out, size(found.points[i]).toStdString(), s.fit.mean[i], half ? less(s.fit.mean[i], *half) : std::nullopt,
                half ? more(s.fit.mean[i], *half) : std::nullopt, false);
        }
        for (const Message& advice : s.advice)
            out.lines << words(advice);
        if (!s.next.empty())
            out.next = tr("Next to try: %1.").arg(size(s.next.front()));
        out.cautions = answer->cautions;
        return out;
    }

    StoryTold brakeTable() {
        const std::optional<Comparison>& c = m_model.answers().comparison();
        if (!c)
            return problem(m_model.answers().problem());
        StoryTold out;
        const Account account = describe(*c, m_wording);
        out.headline = QString::fromStdString(account.headline);
        out.about = QString::fromStdString(account.details.front());
        const DisplayUnits& u = m_model.units();
        out.table.push_back({QString::fromStdString(axisSymbol(c->axis, m_wording)),
                             tr("before [%1]").arg(u.powerSymbol()), tr("after [%1]").arg(u.powerSymbol()),
                             tr("difference"), tr("what may be said")});
        constexpr std::size_t kMostLines = 24; // that a page holds
        const std::size_t step = std::max<std::size_t>(1, (c->place.size() + kMostLines - 1) / kMostLines);
        for (std::size_t i = 0; i < c->place.size(); i += step) {
            const Estimate there = c->watt(i);
            const double half = c->margins ? there.half() : 0.;
            out.table.push_back({u.placeText(c->place[i], c->axis, false),
                                 QLocale().toString(u.powerOf(c->base.powerW[i]), 'f', 1),
                                 QLocale().toString(u.powerOf(c->with.powerW[i]), 'f', 1),
                                 withMargin(there.mid, half),
                                 callAt(*c, c->place[i])});
        }
        out.cautions = c->cautions;
        return out;
    }

    StoryTold fault() {
        const FaultHunt hunt = faultHuntOf(m_model.sheet(sheet_kind::faultHunt));
        StoryTold out;
        out.headline = hunt.found.empty() ? tr("The fault is not found yet")
                                          : tr("Found: %1").arg(QString::fromStdString(hunt.found));
        out.about = tr("What it did: %1.").arg(QString::fromStdString(hunt.symptom));
        if (!hunt.swaps.empty())
            out.table.push_back({tr("swapped"), tr("what came of it"), tr("what the pulls say")});
        const std::vector<HuntVerdict> verdicts = m_study->hunt(hunt);
        for (std::size_t i = 0; i < hunt.swaps.size(); ++i) {
            QStringList parts;
            for (const std::string& part : hunt.swaps[i].parts)
                parts << QString::fromStdString(part);
            const bool told = i < verdicts.size() && !verdicts[i].why.empty();
            out.table.push_back({parts.join(QStringLiteral(", ")), DisplayUnits::word(huntResultText(hunt.swaps[i].result)),
                                 told ? words(verdicts[i].why) : QString()});
        }
        out.next = tr("Next: %1.").arg(words(huntNext(hunt)));
        return out;
    }

    StoryTold repair() {
        StoryTold out;
        const std::optional<Comparison>& c = m_model.answers().comparison();
        if (!c)
            return problem(m_model.answers().problem());
        const DisplayUnits& u = m_model.units();
        if (c->base.peakPower && c->with.peakPower)
            out.headline = tr("It came with %1 and goes with %2").arg(u.powerText(c->base.peakPower->value),
                                                                      u.powerText(c->with.peakPower->value));
        else
            out.headline = QString::fromStdString(describe(*c, m_wording).headline);
        out.about = QString::fromStdString(describe(*c, m_wording).details.front());
        const WorkOrder order = workOrderOf(m_model.sheet(sheet_kind::workOrder));
        if (!order.complains.empty())
            out.lines << tr("Complained of: %1.").arg(QString::fromStdString(order.complains));
        const FaultHunt hunt = faultHuntOf(m_model.sheet(sheet_kind::faultHunt));
        if (!hunt.found.empty())
            out.lines << tr("It was: %1.").arg(QString::fromStdString(hunt.found));
        return out;
    }

    /// What the outlook or the plan would do next, where the story itself knows nothing.
    QString next() const {
        return m_model.outlook().words();
    }

private:
    static StoryTold problem(const QString& words) {
        StoryTold out;
        out.headline = words.isEmpty() ? tr("There is nothing to tell of this yet.") : words;
        return out;
    }
    static std::optional<double> less(double mid, double half) {
        return half > 0. ? std::optional(mid - half) : std::nullopt;
    }
    static std::optional<double> more(double mid, double half) {
        return half > 0. ? std::optional(mid + half) : std::nullopt;
    }
    static double margin(const std::optional<double>& low, const std::optional<double>& high) {
        return low && high ? 0.5 * (*high - *low) : 0.;
    }
    static void add(std::vector<Caution>& list, const Caution& one) {
        if (std::find(list.begin(), list.end(), one) == list.end())
            list.push_back(one);
    }
    QString words(const Message& message) const { return QString::fromStdString(said(message, m_wording)); }
    QString power(double watt, double marginW, bool sign = false) const {
        return QString::fromStdString(withUnit(watt, marginW, m_wording.power, m_wording, sign));
    }
    QString withMargin(double watt, double half, bool sign = true) const {
        return power(watt, half, sign) + (half > 0. ? QStringLiteral(" ± ") + power(half, half) : QString());
    }
    void row(StoryTold& out, const std::string& name, double watt, const std::optional<double>& lowW,
             const std::optional<double>& highW, bool sign = true) const {
        const double half = margin(lowW, highW);
        StoryRow r;
        r.name = QString::fromStdString(name);
        r.value = withMargin(watt, half, sign);
        r.mid = m_model.units().powerOf(watt);
        if (lowW && highW) {
            r.low = m_model.units().powerOf(*lowW);
            r.high = m_model.units().powerOf(*highW);
        }
        for (const SetupRecord& setup : m_model.job().setups)
            if (setup.name == name)
                r.mark = setup.mark;
        out.rows.push_back(std::move(r));
    }
    static QString callAt(const Comparison& c, double place) {
        for (const Call& call : c.calls)
            if (place >= call.from && place <= call.to)
                return call.kind == CallKind::Gain   ? tr("gain")
                       : call.kind == CallKind::Loss ? tr("loss")
                       : call.kind == CallKind::Same ? tr("same")
                                                     : tr("cannot tell");
        return {};
    }

    const JobModel& m_model;
    StudyPtr m_study;
    Wording m_wording;
};

} // namespace

QString whyNotTold(const JobModel& model, SheetStory story) {
    const StudyPtr study = model.answers().shown();
    const auto say = [](bool can, const QString& why) { return can ? QString() : why; };
    const auto tr = [](const char* text) { return QCoreApplication::translate("SheetStory", text); };
    switch (story) {
    case SheetStory::AllSetups:
    case SheetStory::Steps:
        return say(study && study->pulledSetups().size() > 1, tr("two setups or more must have been pulled"));
    case SheetStory::Cross:
        return say(study && study->foundCross().has_value(), tr("no two parts were changed alone and together"));
    case SheetStory::Sweep:
        return say(study && !study->foundSweeps().empty(), tr("no part was tried in three sizes"));
    case SheetStory::Fault:
        return say(!faultHuntOf(model.sheet(sheet_kind::faultHunt)).symptom.empty(),
                   tr("no fault is written down (Ask)"));
    case SheetStory::Road:
        return say(std::any_of(model.pulls().begin(), model.pulls().end(),
                               [](const LoadedPull& p) { return p.trace && p.trace->header.kind == PullKind::Road; }),
                   tr("no run on the road was made"));
    case SheetStory::BrakeTable:
    case SheetStory::Repair:
        return say(model.answers().comparison().has_value(), tr("two setups or more must have been pulled"));
    case SheetStory::Difference:
        break;
    }
    return {};
}

StoryTold storyTold(const JobModel& model, SheetStory story) {
    StoryTold out;
    if (!model.answers().shown())
        return out;
    Teller teller(model);
    switch (story) {
    case SheetStory::AllSetups:
        out = teller.allSetups();
        break;
    case SheetStory::Steps:
        out = teller.steps();
        break;
    case SheetStory::Cross:
        out = teller.cross();
        break;
    case SheetStory::Sweep:
        out = teller.sweep();
        break;
    case SheetStory::BrakeTable:
        out = teller.brakeTable();
        break;
    case SheetStory::Fault:
        out = teller.fault();
        break;
    case SheetStory::Repair:
        out = teller.repair();
        break;
    case SheetStory::Difference:
    case SheetStory::Road:
        break;
    }
    if (out.next.isEmpty())
        out.next = teller.next();
    return out;
}

} // namespace jr::app
