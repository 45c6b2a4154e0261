// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/setup_tree_view.h"

#include "app/widgets/asking.h"
#include "app/widgets/weight_words.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>

#include <functional>

namespace jr::app {
namespace {

constexpr double kRow = 74., kIndent = 64., kCardHigh = 50.;

QString changeWords(const SetupChange& c) {
    const QString from = QString::fromStdString(c.from), to = QString::fromStdString(c.to),
                  part = saidHere(partMessage(c));
    const QString words =
        from.isEmpty() ? QStringLiteral("%1 %2").arg(part, to) : QStringLiteral("%1 %2 → %3").arg(part, from, to);
    return c.belongs ? QStringLiteral("(%1)").arg(words) : words;
}

} // namespace

SetupTreeView::SetupTreeView(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Setups as a family tree"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void SetupTreeView::refresh() {
    m_placed.clear();
    const auto& setups = m_model.job().setups;
    // Depth first, each below its parent; a setup whose parent is gone (or a circle) stands as a root.
    std::function<void(const std::string&, int, int)> hang = [&](const std::string& parentId, int depth, int parent) {
        for (const SetupRecord& s : setups) {
            const bool orphan = !s.parentId.empty() && !m_model.job().setup(s.parentId);
            if (s.parentId != parentId && !(parentId.empty() && orphan))
                continue;
            if (std::any_of(m_placed.begin(), m_placed.end(), [&](const Placed& p) { return p.id == s.id; }))
                continue;
            const int me = static_cast<int>(m_placed.size());
            m_placed.push_back({s.id, depth, QRectF(8. + depth * kIndent, 8. + me * kRow, 190., kCardHigh), parent});
            hang(s.id, depth + 1, me);
        }
    };
    hang({}, 0, -1);
    m_height = static_cast<int>(16. + static_cast<double>(m_placed.size()) * kRow);
    setMinimumHeight(m_height);
    if (!m_model.job().setup(m_chosen))
        m_chosen = setups.empty()                                           ? std::string()
                   : m_model.job().setup(m_model.compare().now().withSetup) ? m_model.compare().now().withSetup
                                                                            : setups.front().id;
    updateGeometry();
    update();
}

void SetupTreeView::choose(const std::string& setupId) {
    if (setupId == m_chosen || !m_model.job().setup(setupId))
        return;
    m_chosen = setupId;
    update();
    emit chosenChanged();
}

void SetupTreeView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    for (const Placed& one : m_placed) {
        const SetupRecord& s = *m_model.job().setup(one.id);
        if (one.parent >= 0) {
            const QRectF& above = m_placed[static_cast<std::size_t>(one.parent)].card;
            const QPointF from(above.left() + 26., above.bottom()), corner(from.x(), one.card.center().y());
            p.setPen(QPen(t.line, 2));
            p.drawPolyline(QPolygonF{from, corner, QPointF(one.card.left(), corner.y())});
        }
        // What was changed stands beside the card, on its branch's line.
        QStringList words;
        for (const SetupChange& c : s.changes)
            words << changeWords(c);
        // What they weigh and cost stands behind them.
        double kg = 0., price = 0.;
        bool weighed = false, priced = false;
        for (const SetupChange& c : s.changes) {
            weighed = weighed || c.weightOffKg || c.weightOnKg;
            priced = priced || c.price;
            kg += c.weightOnKg.value_or(0.) - c.weightOffKg.value_or(0.);
            price += c.price.value_or(0.);
        }
        const QLocale l;
        QStringList cost;
        if (weighed)
            cost << weightText(kg, weightUnitChosen(), true);
        if (priced)
            cost << tr("price %1").arg(l.toString(price, 'f', 0));
        if (!cost.empty())
            words << cost.join(QStringLiteral(" · "));
        p.setFont(Theme::font(Size::Body));
        p.setPen(t.muted);
        const QRectF text(one.card.right() + 10., one.card.top(), width() - one.card.right() - 14., kCardHigh);
        p.drawText(text, Qt::AlignVCenter | Qt::TextWordWrap,
                   words.isEmpty() && one.parent >= 0 ? tr("no change written down")
                                                      : words.join(QStringLiteral(", ")));
        const bool lit = one.id == m_chosen;
        p.setPen(QPen(lit ? t.accent : t.line, lit ? 2.5 : 1.));
        p.setBrush(lit ? t.accentSoft : t.raised);
        p.drawRoundedRect(one.card, 8, 8);
        Theme::drawMark(p, one.card.topLeft() + QPointF(18., kCardHigh / 2.), 7., s.mark, t.marks[s.mark & 7]);
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Body, true));
        const QString name = QFontMetrics(p.font()).elidedText(QString::fromStdString(s.name), Qt::ElideRight, 146);
        p.drawText(one.card.adjusted(36., 4., -6., -22.), Qt::AlignVCenter, name);
        int pulls = 0;
        for (const LoadedPull& pull : m_model.pulls())
            pulls += pull.record.setupId == s.id && !pull.record.aside;
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Small));
        p.drawText(one.card.adjusted(36., 24., -6., -4.), Qt::AlignVCenter,
                   pulls == 0 ? tr("not pulled yet") : plural(pulls, tr("1 pull counts"), tr("%1 pulls count")));
    }
    if (hasFocus()) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, 1, Qt::DotLine));
        p.drawRect(rect().adjusted(1, 1, -2, -2));
    }
}

void SetupTreeView::mousePressEvent(QMouseEvent* event) {
    for (const Placed& one : m_placed)
        if (one.card.contains(event->position()))
            choose(one.id);
}

void SetupTreeView::mouseDoubleClickEvent(QMouseEvent* event) {
    for (const Placed& one : m_placed)
        if (one.card.contains(event->position()))
            emit renameWanted(QString::fromStdString(one.id));
}

void SetupTreeView::contextMenuEvent(QContextMenuEvent* event) {
    if (m_chosen.empty())
        return;
    const QString id = QString::fromStdString(m_chosen);
    auto* menu = new QMenu(this);
    menu->addAction(tr("Rename it…  (F2)"), this, [this, id] { emit renameWanted(id); });
    menu->addAction(tr("Take it away  (Delete)"), this, [this, id] { emit removeWanted(id); });
    popUp(menu, event->globalPos());
}

void SetupTreeView::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_F2 && !m_chosen.empty()) {
        emit renameWanted(QString::fromStdString(m_chosen));
        return;
    }
    if (event->key() == Qt::Key_Delete && !m_chosen.empty()) {
        emit removeWanted(QString::fromStdString(m_chosen));
        return;
    }
    int at = 0;
    for (std::size_t i = 0; i < m_placed.size(); ++i)
        if (m_placed[i].id == m_chosen)
            at = static_cast<int>(i);
    const int step = event->key() == Qt::Key_Down ? 1 : event->key() == Qt::Key_Up ? -1 : 0;
    if (step == 0 || m_placed.empty()) {
        QWidget::keyPressEvent(event);
        return;
    }
    choose(m_placed[static_cast<std::size_t>(std::clamp(at + step, 0, static_cast<int>(m_placed.size()) - 1))].id);
}

} // namespace jr::app
