// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_runs.h"

#include "app/charts/nice_ticks.h"
#include "app/model/run_times.h"
#include "app/theme/theme.h"
#include "core/road/resistance.h"

#include <QLocale>
#include <QPainter>

#include <algorithm>

namespace jr::app {
namespace {

/// The longest distance and the highest speed from a standstill: they say most of a run.
std::vector<std::size_t> tellingMarks(const RoadCompared& compared, const std::vector<Mark>& marks) {
    std::optional<std::size_t> longest, quickest;
    for (const auto& [m, at] : compared.marks) {
        const Mark& mark = marks[m];
        if (mark.isDistance() && (!longest || mark.metres > marks[*longest].metres))
            longest = m;
        if (!mark.isDistance() && mark.standing() && (!quickest || mark.toMPerS > marks[*quickest].toMPerS))
            quickest = m;
    }
    std::vector<std::size_t> out;
    for (const auto& mark : {longest, quickest})
        if (mark)
            out.push_back(*mark);
    return out;
}

QString nameOf(const JobModel& model, const std::string& id) {
    const SetupRecord* setup = model.job().setup(id);
    return setup && !setup->name.empty() ? QString::fromStdString(setup->name) : JobModel::asItStands();
}

std::vector<double> timesOf(const RoadAnswers& times, const std::string& setup, std::size_t mark) {
    std::vector<double> out;
    for (const TimedRun& run : times.runs)
        if (run.run.used() && run.setup == setup)
            if (const MarkTime* time = run.at(mark))
                out.push_back(time->timeS);
    return out;
}

} // namespace

std::optional<SheetRuns> runsOfSides(const JobModel& model) {
    const RoadAsked asked = runsAsked(model);
    if (asked.runs.empty())
        return std::nullopt;
    const RoadAnswers times = timeRuns(asked);
    std::vector<TimedRun> base, with;
    SheetRuns out;
    for (const TimedRun& run : times.runs) {
        if (run.setup == asked.baseSetup)
            base.push_back(run);
        else if (run.setup == asked.withSetup)
            with.push_back(run);
        else
            continue;
        out.leftOut += !run.run.used() && run.run.leftOut != coastDownReason();
    }
    ValueOptions options;
    options.worthPct = asked.worthPct;
    const Result<RoadCompared> compared = compareRuns(base, with, times.marks, options);
    if (!compared)
        return std::nullopt;
    out.base = nameOf(model, asked.baseSetup);
    out.with = nameOf(model, asked.withSetup);
    out.oneFoot = asked.rollout == Rollout::OneFoot;
    out.cautions = compared->cautions;
    RoadCompared named = *compared;
    named.base = out.base.toStdString();
    named.with = out.with.toStdString();
    for (std::size_t m : tellingMarks(*compared, times.marks))
        for (const auto& [mark, at] : compared->marks) {
            if (mark != m)
                continue;
            SheetMark one;
            one.mark = markText(times.marks[m]);
            Mark shown = times.marks[m];
            shown.text = one.mark.toStdString();
            one.verdict = roadVerdict(named, shown, at);
            one.baseS = timesOf(times, asked.baseSetup, m);
            one.withS = timesOf(times, asked.withSetup, m);
            one.baseMeanS = at.base.mean;
            one.withMeanS = at.with.mean;
            one.surelyQuicker = at.call == CallKind::Gain;
            one.surelySlower = at.call == CallKind::Loss;
            out.marks.push_back(std::move(one));
        }
    return out.marks.empty() ? std::nullopt : std::optional(std::move(out));
}

double drawRunDots(QPainter& p, const SheetRuns& runs, const std::array<int, 2>& marks, const QRectF& area) {
    const Tokens& t = Theme::dayTokens();
    constexpr double kRow = 62., kLabel = 110.;
    double y = area.top();
    double left = area.left() + kLabel;
    p.setFont(Theme::paperFont(Size::Small, true));
    for (int side = 0; side < 2; ++side) { // which is which
        const int mark = marks[static_cast<std::size_t>(side)];
        const QString name = side == 0 ? runs.base : runs.with;
        Theme::drawMark(p, {left + 5., y + 8.}, 5., mark, t.marks[mark % 8]);
        p.setPen(t.ink);
        p.drawText(QRectF(left + 16., y, area.right() - left - 16., 16.), Qt::AlignLeft | Qt::AlignVCenter, name);
        left += 40. + QFontMetricsF(p.font()).horizontalAdvance(name);
    }
    y += 24.;
    for (const SheetMark& one : runs.marks) {
        double least = std::min(one.baseMeanS, one.withMeanS), most = std::max(one.baseMeanS, one.withMeanS);
        for (const auto* side : {&one.baseS, &one.withS})
            for (double s : *side) {
                least = std::min(least, s);
                most = std::max(most, s);
            }
        const double room = std::max(0.05, 0.12 * (most - least));
        least -= room;
        most += room;
        const QRectF line(area.left() + kLabel, y, area.width() - kLabel - 10., kRow - 20.);
        const auto x = [&](double s) { return line.left() + (s - least) / (most - least) * line.width(); };
        p.setFont(Theme::paperFont(Size::Small, true));
        p.setPen(t.ink);
        p.drawText(QRectF(area.left(), y, kLabel - 8., line.height()), Qt::AlignLeft | Qt::AlignVCenter, one.mark);
        p.setFont(Theme::paperFont(Size::Small));
        for (double tick : niceTicks(least, most, 6)) {
            p.setPen(QPen(t.line, 1, Qt::DotLine));
            p.drawLine(QPointF(x(tick), line.top()), QPointF(x(tick), line.bottom()));
            p.setPen(t.muted);
            p.drawText(QRectF(x(tick) - 30., line.bottom() + 1., 60., 14.), Qt::AlignCenter,
                       QLocale().toString(tick, 'f', 2));
        }
        for (int side = 0; side < 2; ++side) {
            const double row = line.top() + (side == 0 ? 0.3 : 0.72) * line.height();
            const int mark = marks[static_cast<std::size_t>(side)];
            for (double s : side == 0 ? one.baseS : one.withS)
                Theme::drawMark(p, {x(s), row}, 4., mark, t.marks[mark % 8]);
            const double mean = side == 0 ? one.baseMeanS : one.withMeanS;
            p.setPen(QPen(t.ink, 1.6));
            p.drawLine(QPointF(x(mean), row - 7.), QPointF(x(mean), row + 7.));
        }
        y += kRow;
    }
    p.setFont(Theme::paperFont(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(area.left() + kLabel, y - 4., area.width() - kLabel, 15.), Qt::AlignCenter,
               QObject::tr("seconds of every run · the axis does not begin at zero · strokes: means"));
    return y + 14.;
}

QString runsFootnote(const SheetRuns& runs) {
    const auto count = [&](bool base) {
        std::size_t most = 0;
        for (const SheetMark& one : runs.marks)
            most = std::max(most, (base ? one.baseS : one.withS).size());
        return static_cast<int>(most);
    };
    QString out = QObject::tr("On the road: %1 (%2 runs) against %3 (%4 runs), timed by satellite receiver, %5.")
                      .arg(runs.with)
                      .arg(count(false))
                      .arg(runs.base)
                      .arg(count(true))
                      .arg(runs.oneFoot ? QObject::tr("from one foot on, as a strip's clock is")
                                        : QObject::tr("from the first movement on"));
    if (runs.leftOut > 0)
        out += QLatin1Char(' ') + QObject::tr("Left out with their reasons: %1.").arg(runs.leftOut);
    return out;
}

} // namespace jr::app
