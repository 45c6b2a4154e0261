// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/day_strip.h"

#include "app/words/words.h"

#include "app/widgets/base_again.h"
#include "app/words/plural.h"

#include <QContextMenuEvent>
#include <QDateTime>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QToolTip>

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr::app {
namespace {

using namespace day_strip_size;
constexpr double kEventWide = 1.1;    // in tiles
constexpr double kUsualPauseS = 600.; // longer pauses than this between pulls show as gaps

} // namespace

DayStrip::DayStrip(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setFixedHeight(112);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Day strip: the pulls of this job in order"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
    const auto drawAnew = [this] {
        layOut();
        update();
    };
    for (auto signal :
         {&JobModel::jobChanged, &JobModel::pullsChanged, &JobModel::selectionChanged, &JobModel::planChanged})
        connect(&model, signal, this, drawAnew);
    connect(&model.answers(), &JobStudy::changed, this, drawAnew);
    connect(&model.outlook(), &JobOutlook::changed, this, qOverload<>(&QWidget::update));
}

void DayStrip::layOut() {
    const auto& pulls = m_model.pulls();
    m_left.clear();
    const auto plan = m_model.dayProgress();
    const double count = static_cast<double>(pulls.size() + (plan ? plan->remaining.size() : 0));
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
    m_baselines = m_model.baselines();
    m_era = m_model.eraInForce();
    gapSum += kEventWide * static_cast<double>(m_baselines.events.size());
    m_tileWidth = std::clamp((width() - 2 * kMargin - kGap * count) / std::max(1., count + gapSum), 54., 104.);
    double x = kMargin;
    m_events.clear();
    const auto eventsBefore = [&](double number) { // base taken again before the pull of that number
        while (m_events.size() < m_baselines.events.size() && m_baselines.events[m_events.size()].afterPull < number) {
            m_events.push_back(x);
            x += kEventWide * m_tileWidth + kGap;
        }
    };
    for (std::size_t i = 0; i < pulls.size(); ++i) {
        eventsBefore(pulls[i].record.number);
        if (i > 0)
            x += gaps[i - 1] * m_tileWidth;
        m_left.push_back(x);
        x += m_tileWidth + kGap;
    }
    eventsBefore(std::numeric_limits<double>::infinity());
    // What is planned stands after what was pulled.
    m_ghosts.clear();
    m_next.clear();
    m_departures.clear();
    if (plan) {
        for (const std::string& name : plan->remaining) {
            int mark = 0;
            for (const SetupRecord& setup : m_model.job().setups)
                if (setup.name == name)
                    mark = setup.mark;
            m_ghosts.emplace_back(x + 0.2 * m_tileWidth, mark);
            x += m_tileWidth + kGap;
        }
        m_next = QString::fromStdString(said(plan->next, m_model.units().wording()));
        for (const Message& d : plan->departures)
            m_departures << QString::fromStdString(said(d, m_model.units().wording()));
    }
    m_wide = x + kMargin;
    m_scroll = std::clamp(m_scroll, 0., std::max(0., m_wide - width()));
}

QRectF DayStrip::tile(int index) const {
    if (index < 0 || index >= static_cast<int>(m_left.size()))
        return {};
    return {m_left[static_cast<std::size_t>(index)] - m_scroll, kTop, m_tileWidth, kTileHeight};
}

QRectF DayStrip::event(std::size_t index) const {
    return {m_events[index] - m_scroll, kTop, kEventWide * m_tileWidth, kTileHeight};
}

int DayStrip::at(const QPointF& point) const {
    for (int i = 0; i < static_cast<int>(m_left.size()); ++i)
        if (tile(i).adjusted(-kGap / 2, -8, kGap / 2, 16).contains(point))
            return i;
    return -1;
}

QString DayStrip::describePlan() const {
    QString text = tr("Next: %1.").arg(m_next);
    if (!m_departures.empty())
        text += QLatin1Char('\n') + tr("Departed from the plan:") + QLatin1Char('\n') +
                m_departures.join(QLatin1Char('\n'));
    return text;
}

QString DayStrip::describePull(int i) const {
    const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(i)];
    const SetupRecord* setup = m_model.job().setup(pull.record.setupId);
    QString text =
        tr("Pull %1, %2").arg(pull.record.number).arg(setup ? QString::fromStdString(setup->name) : QString());
    if (m_era != kAllEras && eraOf(m_baselines, pull.record.number) != m_era)
        text += QStringLiteral("\n") + tr("Left out: the base was taken again in between.");
    if (pull.record.aside)
        text += QStringLiteral("\n") + tr("set aside: %1").arg(QString::fromStdString(pull.record.asideWhy));
    if (!pull.problem.isEmpty())
        text += QStringLiteral("\n") + pull.problem;
    if (pull.road && pull.road->leftOut)
        text += QStringLiteral("\n") + QString::fromStdString(said(*pull.road->leftOut, m_model.units().wording()));
    if (pull.road)
        for (const Flag& f : pull.road->flags)
            text += QStringLiteral("\n") + QString::fromStdString(said(f.message, m_model.units().wording()));
    if (pull.fit)
        for (const Flag& f : pull.fit->flags())
            text += QStringLiteral("\n") + QString::fromStdString(said(f.message, m_model.units().wording()));
    return text;
}

bool DayStrip::event(QEvent* e) {
    if (e->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(e);
        const int i = at(help->pos());
        for (std::size_t k = 0; k < m_events.size(); ++k)
            if (event(k).contains(help->pos())) {
                const BaselineEvent& base = m_baselines.events[k];
                QToolTip::showText(help->globalPos(),
                                   plainTip(tr("Base again after pull %1: %2. Click to choose which base is judged.")
                                                .arg(base.afterPull)
                                                .arg(QString::fromStdString(base.reason))),
                                   this);
                return true;
            }
        if (i >= 0)
            QToolTip::showText(help->globalPos(), plainTip(describePull(i)), this);
        else if (!m_next.isEmpty())
            QToolTip::showText(help->globalPos(), plainTip(describePlan()), this);
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
    for (std::size_t k = 0; k < m_events.size(); ++k)
        if (event(k).contains(e->position())) {
            chooseEra(e->globalPosition().toPoint());
            return;
        }
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
            m_model.compare().setBaseSetup(m_model.pulls()[static_cast<std::size_t>(current)].record.setupId);
        return;
    case Qt::Key_C:
        if (current >= 0)
            m_model.compare().setWithSetup(m_model.pulls()[static_cast<std::size_t>(current)].record.setupId);
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

namespace {

/// Which pulls are judged, where the base was taken again.
void addEras(QMenu& menu, JobModel& model) {
    const Baselines taken = model.baselines();
    const int inForce = model.eraInForce();
    const int newest = static_cast<int>(taken.events.size());
    const auto add = [&](int era, const QString& words) {
        QAction* action = menu.addAction(words, &model, [&model, era, newest] {
            model.lookAtEra(era == newest ? std::nullopt : std::optional(era));
        });
        action->setCheckable(true);
        action->setChecked(era == inForce);
    };
    for (int era = newest; era > 0; --era)
        add(era, DayStrip::tr("Judge the pulls since: %1")
                     .arg(QString::fromStdString(taken.events[static_cast<std::size_t>(era - 1)].reason)));
    add(0, DayStrip::tr("Judge the pulls before: %1").arg(QString::fromStdString(taken.events.front().reason)));
    add(kAllEras, DayStrip::tr("Judge all of them together"));
}

} // namespace

void DayStrip::chooseEra(const QPoint& where) {
    auto* menu = new QMenu(this);
    addEras(*menu, m_model);
    popUp(menu, where);
}

void DayStrip::contextMenuEvent(QContextMenuEvent* e) {
    const int i = e->reason() == QContextMenuEvent::Keyboard ? m_model.currentPull() : at(e->pos());
    if (i < 0)
        return;
    m_model.setCurrentPull(i);
    const PullRecord& pull = m_model.pulls()[static_cast<std::size_t>(i)].record;
    // By its id: a pull may be caught, or another job be opened, before something is chosen.
    const std::string setupId = pull.setupId;
    const auto withIt = [this, id = pull.id](auto what) {
        return [this, id, what] {
            if (const int now = m_model.indexOf(id); now >= 0)
                what(now);
        };
    };
    auto* menu = new QMenu(this);
    menu->addAction(tr("Look at this pull"), this, withIt([this](int now) { emit pullOpened(now); }));
    menu->addAction(tr("Its setup is the base (B)"), this,
                    [this, setupId] { m_model.compare().setBaseSetup(setupId); });
    menu->addAction(tr("Its setup is the changed one (C)"), this,
                    [this, setupId] { m_model.compare().setWithSetup(setupId); });
    menu->addAction(tr("Pick or unpick (Space)"), this, withIt([this](int now) {
                        std::set<int> picked = m_model.picked();
                        if (!picked.erase(now))
                            picked.insert(now);
                        m_model.setPicked(std::move(picked));
                    }));
    QMenu* move = menu->addMenu(tr("It was pulled with another setup"));
    for (const SetupRecord& s : m_model.job().setups)
        if (s.id != setupId)
            move->addAction(QString::fromStdString(s.name), this,
                            withIt([this, to = s.id](int now) { m_model.movePullToSetup(now, to); }));
    move->setEnabled(!move->isEmpty());
    menu->addAction(tr("Base again from the next pull, because…"), this, [this, number = pull.number] {
        askWhyBaseAgain(this, [this, number](const QString& why) { m_model.takeBaseAgain(number, why); });
    });
    if (!m_baselines.events.empty())
        addEras(*menu->addMenu(tr("Which base is judged")), m_model);
    popUp(menu, e->reason() == QContextMenuEvent::Keyboard ? mapToGlobal(tile(i).center().toPoint()) : e->globalPos());
}

void DayStrip::resizeEvent(QResizeEvent*) {
    layOut();
}

void DayStrip::wheelEvent(QWheelEvent* e) {
    m_scroll = std::clamp(m_scroll - e->angleDelta().y() - e->angleDelta().x(), 0., std::max(0., m_wide - width()));
    update();
}

} // namespace jr::app
