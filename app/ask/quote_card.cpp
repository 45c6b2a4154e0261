// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/quote_card.h"

#include "app/words/words.h"

#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QPainter>

namespace jr::app {

QuoteBars::QuoteBars(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFixedHeight(58);
    setAccessibleName(tr("Used against what was quoted"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void QuoteBars::setOrder(const WorkOrder& order) {
    m_order = order;
    update();
}

void QuoteBars::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    constexpr double kBarHigh = 12., kNameWide = 52.;
    double top = 4.;
    const auto bar = [&](const QString& name, std::optional<double> used, std::optional<double> quoted) {
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.muted);
        p.drawText(QRectF(0., top - 4., kNameWide, 20.), Qt::AlignVCenter | Qt::AlignLeft, name);
        const double wide = width() - kNameWide - 8.;
        const double most = std::max({used.value_or(0.), quoted.value_or(0.), 1e-9});
        const auto length = [&](double v) { return wide * v / (1.05 * most); };
        if (used) {
            const double within = quoted ? std::min(*used, *quoted) : *used;
            p.setPen(Qt::NoPen);
            p.setBrush(t.accent);
            p.drawRect(QRectF(kNameWide, top, length(within), kBarHigh));
            if (quoted && *used > *quoted) {
                p.setBrush(Theme::hatch(t.amber));
                p.drawRect(QRectF(kNameWide + length(*quoted), top, length(*used - *quoted), kBarHigh));
            }
        }
        if (quoted) {
            p.setPen(QPen(t.ink, 1.4));
            p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(kNameWide, top, length(*quoted), kBarHigh));
        }
        if (!used && !quoted) {
            p.setPen(QPen(t.line, 1., Qt::DashLine));
            p.drawRect(QRectF(kNameWide, top, wide, kBarHigh));
        }
        top += 28.;
    };
    bar(tr("hours"), m_order.usedHours, m_order.quotedHours);
    bar(tr("money"), m_order.usedPrice, m_order.quotedPrice);
}

QuoteCard::QuoteCard(const Theme& theme, OrderDesk& desk, QWidget* parent) : QFrame(parent) {
    setProperty("card", true);
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 8, 14, 8);
    across->setSpacing(14);
    m_bars = new QuoteBars(theme);
    across->addWidget(m_bars, 1);
    auto* grid = new QGridLayout;
    grid->setSpacing(6);
    across->addLayout(grid);
    const auto amount = [&](const QString& name, const QString& prefix, std::optional<double> WorkOrder::*member,
                            int decimals) {
        auto* box = new QDoubleSpinBox;
        box->setRange(0., 1e6);
        box->setDecimals(decimals);
        box->setSpecialValueText(prefix + QStringLiteral("–"));
        box->setPrefix(prefix);
        box->setButtonSymbols(QAbstractSpinBox::NoButtons);
        box->setKeyboardTracking(false);
        box->setAccessibleName(name);
        box->setToolTip(plainTip(name));
        box->setMinimumWidth(116);
        grid->addWidget(box, static_cast<int>(m_amounts.size()) / 2, static_cast<int>(m_amounts.size()) % 2);
        m_amounts.emplace_back(box, member);
        connect(box, &QDoubleSpinBox::valueChanged, this, [this, &desk, member](double v) {
            if (!m_filling)
                desk.change(tr("write hours or money"),
                            [&](WorkOrder& o) { o.*member = v > 0. ? std::optional(v) : std::nullopt; });
        });
    };
    amount(tr("Hours quoted"), tr("quoted h "), &WorkOrder::quotedHours, 1);
    amount(tr("Hours used"), tr("used h "), &WorkOrder::usedHours, 1);
    amount(tr("Price quoted"), tr("quoted "), &WorkOrder::quotedPrice, 0);
    amount(tr("Money used"), tr("used "), &WorkOrder::usedPrice, 0);
}

void QuoteCard::fill(const WorkOrder& order) {
    m_filling = true;
    for (const auto& [box, member] : m_amounts)
        box->setValue((order.*member).value_or(0.));
    m_filling = false;
    m_bars->setOrder(order);
}

} // namespace jr::app
