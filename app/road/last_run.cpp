// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/last_run.h"

#include <QLocale>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr std::size_t kMostMarks = 5; ///< side by side

} // namespace

LastRun::LastRun(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setMinimumHeight(150);
    setAccessibleName(tr("The last run"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void LastRun::setView(RoadViewPtr view, const std::string& runId, int number) {
    m_view = std::move(view);
    m_runId = runId;
    m_number = number;
    setAccessibleDescription(words());
    update();
}

const TimedRun* LastRun::run() const {
    if (m_view)
        for (const TimedRun& one : m_view->answers.runs)
            if (one.name == m_runId)
                return &one;
    return nullptr;
}

std::vector<LastRun::Told> LastRun::told() const {
    std::vector<Told> out;
    const TimedRun* own = run();
    if (!own)
        return out;
    const QLocale l;
    for (const MarkTime& time : own->marks) {
        double sum = 0.;
        int others = 0;
        for (const TimedRun& other : m_view->answers.runs)
            if (&other != own && other.run.used() && other.setup == own->setup)
                if (const MarkTime* its = other.at(time.mark)) {
                    sum += its->timeS;
                    ++others;
                }
        double apart = others > 0 ? time.timeS - sum / others : 0.;
        constexpr double kShown = 0.005; // no sign of nothing
        apart = std::abs(apart) < kShown ? 0. : apart;
        out.push_back({markText(m_view->answers.marks[time.mark]), tr("%1 s").arg(l.toString(time.timeS, 'f', 2)),
                       others == 0
                           ? tr("± %1").arg(l.toString(time.uncertaintyS, 'f', 2))
                           : tr("± %1 · %2 to its own")
                                 .arg(l.toString(time.uncertaintyS, 'f', 2),
                                      (apart > 0. ? QStringLiteral("+") : QString()) + l.toString(apart, 'f', 2))});
    }
    if (out.size() > kMostMarks) // the longest say most
        out.erase(out.begin(), out.end() - static_cast<std::ptrdiff_t>(kMostMarks));
    return out;
}

QString LastRun::headline() const {
    const TimedRun* own = run();
    return own ? tr("Run %1 · %2").arg(m_number).arg(m_view->name(own->setup)) : tr("No run yet");
}

QString LastRun::trouble() const {
    const TimedRun* own = run();
    if (!own)
        return tr("Its times stand here as soon as it is kept.");
    QStringList out;
    if (own->run.leftOut)
        out << tr("left out: %1").arg(QString::fromStdString(said(*own->run.leftOut, m_model.units().wording())));
    for (const Flag& flag : own->run.flags)
        out << QString::fromStdString(said(flag.message, m_model.units().wording()));
    return out.join(QStringLiteral(" · "));
}

QString LastRun::words() const {
    QStringList out{headline()};
    for (const Told& one : told())
        out << one.mark + QLatin1Char(' ') + one.time + QLatin1Char(' ') + one.among;
    return (out << trouble()).join(QLatin1Char('\n'));
}

void LastRun::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 8, 8);
    double left = 16.;
    if (const TimedRun* own = run()) {
        const int mark = m_view->mark(own->setup);
        Theme::drawMark(p, {left + 8., 22.}, 7., mark, t.marks[mark % 8]);
        left += 24.;
    }
    p.setFont(Theme::font(Size::Strong, true));
    p.setPen(t.ink);
    p.drawText(QRectF(left, 10., width() - left - 12., 24.), Qt::AlignLeft | Qt::AlignVCenter, headline());
    const auto marks = told();
    const double wide = (width() - 32.) / static_cast<double>(std::max<std::size_t>(marks.size(), 1));
    for (std::size_t i = 0; i < marks.size(); ++i) {
        const double x = 16. + wide * static_cast<double>(i);
        p.setFont(Theme::font(Size::Body));
        p.setPen(t.muted);
        p.drawText(QRectF(x, 38., wide - 6., 18.), Qt::AlignLeft | Qt::AlignVCenter, marks[i].mark);
        p.setFont(Theme::font(Size::Huge, true));
        p.setPen(t.ink);
        p.drawText(QRectF(x, 56., wide - 6., 40.), Qt::AlignLeft | Qt::AlignVCenter, marks[i].time);
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.muted);
        p.drawText(QRectF(x, 97., wide - 6., 16.), Qt::AlignLeft | Qt::AlignVCenter, marks[i].among);
    }
    const TimedRun* own = run();
    p.setFont(Theme::font(Size::Body));
    p.setPen(own && (own->run.leftOut || !own->run.flags.empty()) ? t.amber : t.muted);
    p.drawText(QRectF(16., own ? 116. : 40., width() - 32., height() - (own ? 120. : 44.)),
               Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, trouble());
}

} // namespace jr::app
