#include "app/frame/day_strip.h"

#include "app/model/plural.h"

#include <QContextMenuEvent>
#include <QDateTime>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kMargin = 14., kTop = 24., kTileHeight = 62., kGap = 8.;
constexpr double kUsualPauseS = 600.; // longer pauses than this between pulls show as gaps

} // namespace

DayStrip::DayStrip(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setFixedHeight(112);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Day strip: the pulls of this job in order"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
    for (auto signal :
         {&JobModel::jobChanged, &JobModel::pullsChanged, &JobModel::selectionChanged, &JobModel::comparisonChanged})
        connect(&model, signal, this, [this] {
            layOut();
            update();
        });
}

void DayStrip::layOut() {
    const auto& pulls = m_model.pulls();
    m_left.clear();
    const double count = static_cast<double>(pulls.size());
    // Gaps: a long pause takes half a tile, another day a whole one.
    std::vector<double> gaps;
    double gapSum = 0.;
    for (std::size_t i = 1; i < pulls.size(); ++i) {
        double gap = 0.;
        const auto &a = pulls[i - 1].record.startedEpochS, &b = pulls[i].record.startedEpochS;
        if (a && b)
            gap = *b - *a > 6 * 3600. ? 1. : *b - *a > kUsualPauseS ? 0.45 : 0.;
        gaps.push_back(gap);
        gapSum += gap;
    }
    m_tileWidth = std::clamp((width() - 2 * kMargin - kGap * count) / std::max(1., count + gapSum), 54., 104.);
    double x = kMargin;
    for (std::size_t i = 0; i < pulls.size(); ++i) {
        if (i > 0)
            x += gaps[i - 1] * m_tileWidth;
        m_left.push_back(x);
        x += m_tileWidth + kGap;
    }
    m_wide = x + kMargin;
    m_scroll = std::clamp(m_scroll, 0., std::max(0., m_wide - width()));
}

QRectF DayStrip::tile(int index) const {
    if (index < 0 || index >= static_cast<int>(m_left.size()))
        return {};
    return {m_left[static_cast<std::size_t>(index)] - m_scroll, kTop, m_tileWidth, kTileHeight};
}

int DayStrip::at(const QPointF& point) const {
    for (int i = 0; i < static_cast<int>(m_left.size()); ++i)
        if (tile(i).adjusted(-kGap / 2, -8, kGap / 2, 16).contains(point))
            return i;
    return -1;
}

void DayStrip::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    p.setPen(QPen(t.line, 1));
    p.drawLine(0, 0, width(), 0);
    p.setFont(Theme::font(Size::Small));
    if (m_model.pulls().empty()) {
        p.setPen(t.muted);
        p.drawText(rect(), Qt::AlignCenter,
                   m_model.hasJob() ? tr("No pulls yet: drop pull files or logs on the window, or press Ctrl+I.")
                                    : tr("The pulls of a job stand here in the order they were made."));
        return;
    }
    // The time line.
    p.setPen(QPen(t.line, 2));
    p.drawLine(QPointF(kMargin - m_scroll, kTop + kTileHeight + 6),
               QPointF(m_wide - kMargin - m_scroll, kTop + kTileHeight + 6));
    drawDrift(p);
    QString lastDay;
    for (int i = 0; i < static_cast<int>(m_left.size()); ++i) {
        const QRectF box = tile(i);
        if (box.right() < 0 || box.left() > width())
            continue;
        drawTile(p, i);
        const PullRecord& r = m_model.pulls()[static_cast<std::size_t>(i)].record;
        const QDateTime when = QDateTime::fromString(QString::fromStdString(r.started), Qt::ISODate);
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Small));
        if (when.isValid()) {
            p.drawText(QRectF(box.left(), box.bottom() + 8, box.width(), 16), Qt::AlignCenter,
                       when.time().toString(QStringLiteral("HH:mm")));
            const QString day = QLocale().toString(when.date(), QLocale::ShortFormat);
            if (day != lastDay)
                p.drawText(QRectF(box.left(), 4, 160, 16), Qt::AlignLeft | Qt::AlignVCenter, day);
            lastDay = day;
        }
    }
    if (m_dragFrom >= 0 && m_dragTo >= 0 && m_dragFrom != m_dragTo) {
        const QRectF span = tile(std::min(m_dragFrom, m_dragTo)).united(tile(std::max(m_dragFrom, m_dragTo)));
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, 2, Qt::DashLine));
        p.drawRoundedRect(span.adjusted(-4, -4, 4, 4), 8, 8);
    }
    if (!m_model.picked().empty()) {
        p.setPen(t.accent);
        p.setFont(Theme::font(Size::Small, true));
        p.drawText(QRectF(width() - 420, 4, 408, 16), Qt::AlignRight,
                   plural(static_cast<int>(m_model.picked().size()), tr("1 pull picked, Esc for all"),
                          tr("%1 pulls picked, Esc for all")));
    }
}

double DayStrip::barScale() const {
    // The widest bar reaches the edge, but never for less than 2 %: small scatter must look small.
    const auto& means = m_model.bandMeansW();
    double reference = qQNaN(), widest = 0.02;
    for (std::size_t k = 0; k < means.size(); ++k) {
        if (!std::isfinite(means[k]))
            continue;
        if (std::isnan(reference))
            reference = means[k];
        widest = std::max(widest, std::abs(means[k] / reference - 1.));
    }
    return widest;
}

void DayStrip::drawDrift(QPainter& p) const {
    // A faint line through the pulls of the base setup, in the height of their bars.
    const auto& means = m_model.bandMeansW();
    double reference = qQNaN();
    QPolygonF line;
    for (int i = 0; i < static_cast<int>(m_left.size()); ++i) {
        const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(i)];
        if (pull.record.setupId != m_model.settings().baseSetup || pull.record.aside ||
            !std::isfinite(means[static_cast<std::size_t>(i)]))
            continue;
        if (std::isnan(reference))
            reference = means[static_cast<std::size_t>(i)];
        const double share = std::clamp((means[static_cast<std::size_t>(i)] / reference - 1.) / barScale(), -1., 1.);
        line << QPointF(tile(i).right() - 9, tile(i).center().y() - share * 20.);
    }
    if (line.size() > 1) {
        QColor faint = m_theme.tokens().muted;
        faint.setAlphaF(0.45);
        p.setPen(QPen(faint, 1.5, Qt::DotLine));
        p.drawPolyline(line);
    }
}

void DayStrip::drawTile(QPainter& p, int i) const {
    const Tokens& t = m_theme.tokens();
    const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(i)];
    const SetupRecord* setup = m_model.job().setup(pull.record.setupId);
    const int mark = setup ? setup->mark : 0;
    const QColor color = t.marks[mark % 8];
    const QRectF box = tile(i);
    const bool current = i == m_model.currentPull();
    const bool out = pull.record.aside || (!m_model.picked().empty() && !m_model.picked().contains(i));
    p.setPen(QPen(current ? t.accent : t.line, current ? 2.5 : 1));
    p.setBrush(current ? t.accentSoft : t.raised);
    p.drawRoundedRect(box, 7, 7);
    if (pull.record.aside) {
        p.setBrush(Theme::hatch(t.line));
        p.drawRoundedRect(box, 7, 7);
    }
    if (current && hasFocus()) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.ink, 1, Qt::DotLine));
        p.drawRoundedRect(box.adjusted(3, 3, -3, -3), 5, 5);
    }
    QColor ink = color;
    if (out)
        ink.setAlphaF(0.4);
    Theme::drawMark(p, {box.left() + 15, box.top() + 17}, 7.5, mark, ink);
    p.setPen(out ? t.muted : t.ink);
    p.setFont(Theme::font(Size::Strong, true));
    p.drawText(QRectF(box.left() + 28, box.top() + 5, 24, 24), Qt::AlignVCenter | Qt::AlignLeft,
               Theme::mark(mark).letter);
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(box.left() + 8, box.bottom() - 24, box.width() - 26, 20), Qt::AlignVCenter | Qt::AlignLeft,
               pull.record.aside ? tr("aside") : tr("no. %1").arg(pull.record.number));
    // Which side it is on.
    const bool isBase = pull.record.setupId == m_model.settings().baseSetup,
               isWith = pull.record.setupId == m_model.settings().withSetup;
    if (!out && (isBase || isWith)) {
        p.setPen(Qt::NoPen);
        p.setBrush(color);
        p.drawRoundedRect(QRectF(box.left() + 6, box.bottom() - 3, box.width() - 12, 3), 1.5, 1.5);
    }
    // Band mean against the first setup: a bar up or down from the middle.
    const auto& means = m_model.bandMeansW();
    double reference = 0., n = 0.;
    const std::string first = m_model.pulls().front().record.setupId;
    for (std::size_t k = 0; k < means.size(); ++k)
        if (m_model.pulls()[k].record.setupId == first && !m_model.pulls()[k].record.aside && std::isfinite(means[k])) {
            reference += means[k];
            n += 1.;
        }
    if (n > 0. && std::isfinite(means[static_cast<std::size_t>(i)])) {
        const double share =
            std::clamp((means[static_cast<std::size_t>(i)] / (reference / n) - 1.) / barScale(), -1., 1.);
        const double middle = box.center().y();
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(box.right() - 14, middle), QPointF(box.right() - 4, middle));
        QColor bar = share >= 0. ? t.gain : t.loss;
        if (out)
            bar.setAlphaF(0.4);
        p.setPen(Qt::NoPen);
        p.setBrush(bar);
        p.drawRect(QRectF(box.right() - 12, share >= 0. ? middle - share * 24. : middle, 6,
                          std::max(std::abs(share) * 24., 1.5)));
    }
    // A notch for a flag, a cross for no curve.
    if (pull.fit &&
        std::any_of(pull.fit->flags().begin(), pull.fit->flags().end(), [](const Flag& f) { return !f.overruled; })) {
        p.setBrush(t.amber);
        p.setPen(Qt::NoPen);
        p.drawPolygon(QPolygonF{QPointF(box.right() - 18, box.top()), QPointF(box.right(), box.top()),
                                QPointF(box.right(), box.top() + 18)});
    } else if (!pull.fit && !pull.problem.isEmpty()) {
        p.setPen(QPen(t.amber, 2));
        p.drawLine(box.topRight() + QPointF(-14, 5), box.topRight() + QPointF(-5, 14));
        p.drawLine(box.topRight() + QPointF(-5, 5), box.topRight() + QPointF(-14, 14));
    }
}

QString DayStrip::describePull(int i) const {
    const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(i)];
    const SetupRecord* setup = m_model.job().setup(pull.record.setupId);
    QString text =
        tr("Pull %1, %2").arg(pull.record.number).arg(setup ? QString::fromStdString(setup->name) : QString());
    if (pull.record.aside)
        text += QStringLiteral("\n") + tr("set aside: %1").arg(QString::fromStdString(pull.record.asideWhy));
    if (!pull.problem.isEmpty())
        text += QStringLiteral("\n") + pull.problem;
    if (pull.fit)
        for (const Flag& f : pull.fit->flags())
            text += QStringLiteral("\n") + QString::fromStdString(f.text);
    return text;
}

bool DayStrip::event(QEvent* e) {
    if (e->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(e);
        const int i = at(help->pos());
        if (i >= 0)
            QToolTip::showText(help->globalPos(), describePull(i), this);
        else
            QToolTip::hideText();
        return true;
    }
    return QWidget::event(e);
}

void DayStrip::ensureVisible(int index) {
    const QRectF box = tile(index);
    if (box.left() < kMargin)
        m_scroll -= kMargin - box.left();
    else if (box.right() > width() - kMargin)
        m_scroll += box.right() - width() + kMargin;
    m_scroll = std::clamp(m_scroll, 0., std::max(0., m_wide - width()));
    update();
}

void DayStrip::mousePressEvent(QMouseEvent* e) {
    if (e->button() != Qt::LeftButton)
        return;
    m_dragFrom = m_dragTo = at(e->position());
    if (m_dragFrom >= 0)
        m_model.setCurrentPull(m_dragFrom);
}

void DayStrip::mouseMoveEvent(QMouseEvent* e) {
    if (m_dragFrom < 0)
        return;
    const int over = at(e->position());
    if (over >= 0 && over != m_dragTo) {
        m_dragTo = over;
        update();
    }
}

void DayStrip::mouseReleaseEvent(QMouseEvent* e) {
    if (m_dragFrom >= 0 && m_dragTo >= 0 && m_dragFrom != m_dragTo) {
        std::set<int> picked;
        if (e->modifiers() & Qt::ControlModifier)
            picked = m_model.picked();
        for (int i = std::min(m_dragFrom, m_dragTo); i <= std::max(m_dragFrom, m_dragTo); ++i)
            picked.insert(i);
        m_model.setPicked(std::move(picked));
    } else if (m_dragFrom >= 0 && e->modifiers() & Qt::ControlModifier) {
        std::set<int> picked = m_model.picked();
        if (!picked.erase(m_dragFrom))
            picked.insert(m_dragFrom);
        m_model.setPicked(std::move(picked));
    }
    m_dragFrom = m_dragTo = -1;
    update();
}

void DayStrip::mouseDoubleClickEvent(QMouseEvent* e) {
    if (const int i = at(e->position()); i >= 0)
        emit pullOpened(i);
}

void DayStrip::keyPressEvent(QKeyEvent* e) {
    const int current = m_model.currentPull();
    const int count = static_cast<int>(m_left.size());
    const bool pick = e->modifiers() & Qt::ShiftModifier;
    switch (e->key()) {
    case Qt::Key_Left:
    case Qt::Key_Right: {
        const int next = std::clamp(current + (e->key() == Qt::Key_Left ? -1 : 1), 0, std::max(count - 1, 0));
        if (pick) {
            std::set<int> picked = m_model.picked();
            picked.insert(current);
            picked.insert(next);
            m_model.setPicked(std::move(picked));
        }
        m_model.setCurrentPull(next);
        ensureVisible(next);
        return;
    }
    case Qt::Key_Home:
        m_model.setCurrentPull(0);
        ensureVisible(0);
        return;
    case Qt::Key_End:
        m_model.setCurrentPull(count - 1);
        ensureVisible(count - 1);
        return;
    case Qt::Key_Space: {
        std::set<int> picked = m_model.picked();
        if (!picked.erase(current))
            picked.insert(current);
        m_model.setPicked(std::move(picked));
        return;
    }
    case Qt::Key_Escape:
        m_model.setPicked({});
        return;
    case Qt::Key_B:
        if (current >= 0)
            m_model.setBaseSetup(m_model.pulls()[static_cast<std::size_t>(current)].record.setupId);
        return;
    case Qt::Key_C:
        if (current >= 0)
            m_model.setWithSetup(m_model.pulls()[static_cast<std::size_t>(current)].record.setupId);
        return;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (current >= 0)
            emit pullOpened(current);
        return;
    default:
        QWidget::keyPressEvent(e);
    }
}

void DayStrip::contextMenuEvent(QContextMenuEvent* e) {
    const int i = e->reason() == QContextMenuEvent::Keyboard ? m_model.currentPull() : at(e->pos());
    if (i < 0)
        return;
    m_model.setCurrentPull(i);
    const std::string setupId = m_model.pulls()[static_cast<std::size_t>(i)].record.setupId;
    QMenu menu(this);
    menu.addAction(tr("Look at this pull"), this, [this, i] { emit pullOpened(i); });
    menu.addAction(tr("Its setup is the base (B)"), this, [this, setupId] { m_model.setBaseSetup(setupId); });
    menu.addAction(tr("Its setup is the changed one (C)"), this, [this, setupId] { m_model.setWithSetup(setupId); });
    menu.addAction(tr("Pick or unpick (Space)"), this, [this, i] {
        std::set<int> picked = m_model.picked();
        if (!picked.erase(i))
            picked.insert(i);
        m_model.setPicked(std::move(picked));
    });
    QMenu* move = menu.addMenu(tr("It was pulled with another setup"));
    for (const SetupRecord& s : m_model.job().setups)
        if (s.id != setupId)
            move->addAction(QString::fromStdString(s.name), this,
                            [this, i, id = s.id] { m_model.movePullToSetup(i, id); });
    move->setEnabled(!move->isEmpty());
    menu.exec(e->reason() == QContextMenuEvent::Keyboard ? mapToGlobal(tile(i).center().toPoint()) : e->globalPos());
}

void DayStrip::resizeEvent(QResizeEvent*) {
    layOut();
}

void DayStrip::wheelEvent(QWheelEvent* e) {
    m_scroll = std::clamp(m_scroll - e->angleDelta().y() - e->angleDelta().x(), 0., std::max(0., m_wide - width()));
    update();
}

} // namespace jr::app
