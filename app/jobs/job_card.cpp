// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/jobs/job_card.h"

#include "app/words/plural.h"

#include <QDateTime>
#include <QLocale>
#include <QPainter>

namespace jr::app {
namespace {

constexpr int kCardHigh = 66, kGapBelow = 8, kMonthHigh = 28;
constexpr double kPathWide = 128., kSide = 16.;

QDate dayOf(const JobSummary& job) {
    return QDate::fromString(QString::fromStdString(lastTouched(job)).left(10), Qt::ISODate);
}

} // namespace

JobCard::JobCard(const Theme& theme, const JobList& jobs, QObject* parent)
    : QStyledItemDelegate(parent), m_theme(theme), m_jobs(jobs) {}

bool JobCard::beginsMonth(const QModelIndex& index) const {
    if (index.row() == 0)
        return true;
    const QDate mine = dayOf(m_jobs.job(index)), above = dayOf(m_jobs.job(index.siblingAtRow(index.row() - 1)));
    return mine.year() != above.year() || mine.month() != above.month();
}

QSize JobCard::sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const {
    return {320, kCardHigh + kGapBelow + (beginsMonth(index) ? kMonthHigh : 0)};
}

void JobCard::paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const {
    const Tokens& t = m_theme.tokens();
    const JobSummary& job = m_jobs.job(index);
    const QLocale locale;
    QPainter& p = *painter;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    QRectF card = option.rect;
    const QDate day = dayOf(job);
    if (beginsMonth(index)) {
        p.setFont(Theme::font(Size::Body, true));
        p.setPen(t.muted);
        p.drawText(QRectF(card.left() + 2., card.top(), card.width(), kMonthHigh - 4.), Qt::AlignBottom | Qt::AlignLeft,
                   day.isValid() ? locale.toString(day, QStringLiteral("MMMM yyyy")) : tr("no date"));
        card.setTop(card.top() + kMonthHigh);
    }
    card = QRectF(card.left() + 1.5, card.top() + 1.5, card.width() - 3., kCardHigh - 3.);
    const bool lit = option.state & (QStyle::State_Selected | QStyle::State_MouseOver);
    const bool focused = (option.state & QStyle::State_Selected) && (option.state & QStyle::State_HasFocus);
    p.setPen(QPen(lit ? t.accent : t.line, focused ? 2.5 : 1.2));
    p.setBrush(option.state & QStyle::State_Selected ? t.accentSoft : t.raised);
    p.drawRoundedRect(card, 8., 8.);

    const QRectF path(card.right() - kSide - kPathWide, card.top() + 12., kPathWide, 14.);
    const double wordsWide = path.left() - card.left() - 2. * kSide;
    const auto line = [&](const QString& text, double top, double wide, Size size, bool bold, const QColor& ink,
                          Qt::Alignment side) {
        p.setFont(Theme::font(size, bold));
        p.setPen(ink);
        const QRectF place(side & Qt::AlignRight ? card.right() - kSide - wide : card.left() + kSide, card.top() + top,
                           wide, 24.);
        p.drawText(place, Qt::AlignVCenter | side, QFontMetricsF(p.font()).elidedText(text, Qt::ElideRight, wide));
    };
    line(QString::fromStdString(job.name), 7., wordsWide, Size::Strong, true, t.ink, Qt::AlignLeft);
    QStringList about;
    for (const std::string* text : {&job.customer, &job.machine})
        if (!text->empty())
            about << QString::fromStdString(*text);
    if (day.isValid())
        about << locale.toString(day, QStringLiteral("d MMMM"));
    about << (job.pulls > 0 ? plural(job.pulls, tr("1 pull"), tr("%1 pulls")) : tr("no pull yet"));
    line(about.join(QStringLiteral("  ·  ")), 33., wordsWide, Size::Body, false, t.muted, Qt::AlignLeft);
    paintPath(p, path, job.state);
    line(jobStateWords(job.state), 33., kPathWide, Size::Body, false,
         job.state == JobState::HandedOver ? t.muted : t.ink, Qt::AlignRight);
    p.restore();
}

/// Asked, ready, pulled, judged, handed over: what is behind is filled, what lies ahead is a ring.
void JobCard::paintPath(QPainter& p, const QRectF& place, JobState state) const {
    const Tokens& t = m_theme.tokens();
    constexpr int kSteps = 5;
    constexpr double kRadius = 5.;
    const double step = (place.width() - 2. * kRadius) / (kSteps - 1);
    const int reached = static_cast<int>(state);
    const auto at = [&](int i) { return QPointF(place.left() + kRadius + i * step, place.center().y()); };
    p.setPen(QPen(t.line, 2.));
    p.drawLine(at(0), at(kSteps - 1));
    p.setPen(QPen(t.accent, 2.));
    p.drawLine(at(0), at(reached));
    for (int i = 0; i < kSteps; ++i) {
        p.setPen(QPen(i <= reached ? t.accent : t.line, 1.6));
        p.setBrush(i <= reached ? t.accent : t.raised);
        p.drawEllipse(at(i), kRadius - 1., kRadius - 1.);
    }
}

} // namespace jr::app
