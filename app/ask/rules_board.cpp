// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/rules_board.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>

namespace jr::app {
namespace {

constexpr double kWordsWide = 300., kColumnWide = 112., kHeadHigh = 52., kRowHigh = 56.;

} // namespace

RulesBoard::RulesBoard(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFocusPolicy(Qt::StrongFocus);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void RulesBoard::show(std::vector<Row> rows, std::vector<Column> columns) {
    m_rows = std::move(rows);
    m_columns = std::move(columns);
    m_row = std::clamp(m_row, 0, std::max(0, static_cast<int>(m_rows.size()) - 1));
    m_column = std::clamp(m_column, 0, std::max(0, static_cast<int>(m_columns.size()) - 1));
    setMinimumSize(sizeHint());
    updateGeometry();
    tellAccessible();
    update();
}

QSize RulesBoard::sizeHint() const {
    return {static_cast<int>(kWordsWide + kColumnWide * static_cast<double>(m_columns.size())) + 4,
            static_cast<int>(kHeadHigh + kRowHigh * static_cast<double>(m_rows.size())) + 4};
}

void RulesBoard::choose(int row, int column) {
    row = std::clamp(row, 0, std::max(0, static_cast<int>(m_rows.size()) - 1));
    column = std::clamp(column, 0, std::max(0, static_cast<int>(m_columns.size()) - 1));
    if (row == m_row && column == m_column)
        return;
    m_row = row;
    m_column = column;
    tellAccessible();
    update();
    emit chosenChanged();
}

QString RulesBoard::stateWords(RuleState state) {
    return state == RuleState::Kept ? tr("kept") : state == RuleState::Broken ? tr("broken") : tr("not known");
}

void RulesBoard::tellAccessible() {
    if (m_rows.empty() || m_columns.empty()) {
        setAccessibleName(tr("Rules against setups: none yet"));
        return;
    }
    const Column& c = m_columns[static_cast<std::size_t>(m_column)];
    setAccessibleName(tr("Rules against setups. %1, %2: %3")
                          .arg(m_rows[static_cast<std::size_t>(m_row)].words, c.name,
                               stateWords(c.states[static_cast<std::size_t>(m_row)])));
}

QRectF RulesBoard::square(int row, int column) const {
    return {kWordsWide + kColumnWide * column, kHeadHigh + kRowHigh * row, kColumnWide, kRowHigh};
}

void RulesBoard::drawState(QPainter& p, const QPointF& centre, RuleState state) const {
    const Tokens& t = m_theme.tokens();
    constexpr double kRadius = 10.;
    const QRectF box(centre.x() - kRadius, centre.y() - kRadius, 2. * kRadius, 2. * kRadius);
    if (state == RuleState::Kept) {
        p.setPen(Qt::NoPen);
        p.setBrush(t.gain);
        p.drawEllipse(box);
        p.setPen(QPen(t.onAccent, 2.4));
        p.drawPolyline(QPolygonF{centre + QPointF(-5., 0.), centre + QPointF(-1.5, 4.), centre + QPointF(5., -4.5)});
    } else if (state == RuleState::Broken) {
        p.setPen(Qt::NoPen);
        p.setBrush(t.loss);
        p.drawPolygon(QPolygonF{box.topLeft(), box.topRight(), QPointF(centre.x(), box.bottom())});
    } else {
        p.setPen(QPen(t.muted, 1.4, Qt::DashLine));
        p.setBrush(Theme::hatch(t.open));
        p.drawRect(box);
    }
}

void RulesBoard::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const auto elided = [&](const QString& text, double width) {
        return p.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(width));
    };
    for (int c = 0; c < static_cast<int>(m_columns.size()); ++c) {
        const Column& column = m_columns[static_cast<std::size_t>(c)];
        const QRectF head(kWordsWide + kColumnWide * c, 0., kColumnWide, kHeadHigh);
        Theme::drawMark(p, {head.center().x(), 14.}, 7., column.mark, t.marks[column.mark]);
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.ink);
        p.drawText(QRectF(head.left() + 4., 24., kColumnWide - 8., 24.), Qt::AlignHCenter | Qt::AlignVCenter,
                   elided(column.name, kColumnWide - 8.));
    }
    for (int r = 0; r < static_cast<int>(m_rows.size()); ++r) {
        const Row& row = m_rows[static_cast<std::size_t>(r)];
        const double top = kHeadHigh + kRowHigh * r;
        p.setPen(QPen(t.line, 1.));
        p.drawLine(QPointF(0., top), QPointF(width(), top));
        p.setFont(Theme::font(Size::Body, r == m_row));
        p.setPen(t.ink);
        const QRectF words(4., top + 3., kWordsWide - 12., row.source.isEmpty() ? kRowHigh - 6. : 32.);
        p.drawText(words, Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap, row.words);
        if (!row.source.isEmpty()) {
            p.setFont(Theme::font(Size::Small));
            p.setPen(t.muted);
            p.drawText(QRectF(4., top + 35., kWordsWide - 12., 18.), Qt::AlignLeft | Qt::AlignVCenter,
                       elided(row.source, kWordsWide - 12.));
        }
        for (int c = 0; c < static_cast<int>(m_columns.size()); ++c) {
            const QRectF at = square(r, c);
            const RuleState state = m_columns[static_cast<std::size_t>(c)].states[static_cast<std::size_t>(r)];
            if (r == m_row && c == m_column) {
                p.setPen(QPen(t.accent, hasFocus() ? 2.4 : 1.4));
                p.setBrush(t.accentSoft);
                p.drawRoundedRect(at.adjusted(4., 3., -4., -3.), 6., 6.);
            }
            drawState(p, {at.center().x(), at.top() + 19.}, state);
            p.setFont(Theme::font(Size::Small));
            p.setPen(state == RuleState::Broken ? t.loss : t.muted);
            p.drawText(QRectF(at.left(), at.top() + 32., at.width(), 18.), Qt::AlignCenter, stateWords(state));
        }
    }
}

void RulesBoard::mousePressEvent(QMouseEvent* event) {
    const int row = static_cast<int>((event->position().y() - kHeadHigh) / kRowHigh);
    const int column = static_cast<int>((event->position().x() - kWordsWide) / kColumnWide);
    if (event->position().y() < kHeadHigh || row >= static_cast<int>(m_rows.size()))
        return;
    choose(row, event->position().x() < kWordsWide ? m_column : column);
}

void RulesBoard::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Left:
        return choose(m_row, m_column - 1);
    case Qt::Key_Right:
        return choose(m_row, m_column + 1);
    case Qt::Key_Up:
        return choose(m_row - 1, m_column);
    case Qt::Key_Down:
        return choose(m_row + 1, m_column);
    default:
        QWidget::keyPressEvent(event);
    }
}

} // namespace jr::app
