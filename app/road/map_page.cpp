// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/map_page.h"

#include "app/charts/nice_ticks.h"
#include "app/road/side_words.h"
#include "archive/formats/job_sheets.h"
#include "core/machine/gear_ratios.h"
#include "core/units/units.h"

#include <QHBoxLayout>
#include <QLocale>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

/// rpm a metre a second of every gear, from the machine's sheet; empty where it does not say all of it.
std::vector<double> gearsOf(const MachineSheet& sheet) {
    const auto primary = sheetNumber(sheet, "primary_ratio"), front = sheetNumber(sheet, "front_sprocket"),
               rear = sheetNumber(sheet, "rear_sprocket"), radiusMm = sheetNumber(sheet, "wheel_radius_mm");
    if (!primary || !front || !rear || !radiusMm || !(*front > 0.) || !(*radiusMm > 0.))
        return {};
    std::vector<double> out;
    constexpr double kMmPerMetre = 1000.;
    const double turns = 1. / (2. * kPi * *radiusMm / kMmPerMetre) * 60.; // of the wheel, rpm at one metre a second
    for (double ratio : gearRatiosOf(sheet))
        out.push_back(turns * *primary * *rear / *front * ratio);
    return out;
}

} // namespace

MapDrawing::MapDrawing(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setMinimumSize(360, 240);
    setAccessibleName(tr("Engine speed over road speed"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
    connect(&model, &JobModel::unitsChanged, this, qOverload<>(&QWidget::update));
}

void MapDrawing::setView(RoadViewPtr view) {
    m_view = std::move(view);
    update();
}

void MapDrawing::setGears(std::vector<double> gears) {
    m_gears = std::move(gears);
    update();
}

void MapDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 8, 8);
    if (!m_view || m_view->answers.map.empty()) {
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Strong));
        p.drawText(rect().adjusted(40, 0, -40, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Runs with an engine speed beside the road speed are drawn here."));
        return;
    }
    double mostV = 1., mostRpm = 1000.;
    for (const SetupOnMap& map : m_view->answers.map)
        for (const SpeedThread& thread : map.threads)
            for (std::size_t i = 0; i < thread.mPerS.size(); ++i) {
                mostV = std::max(mostV, thread.mPerS[i]);
                mostRpm = std::max(mostRpm, thread.rpm[i]);
            }
    if (m_view->band)
        mostRpm = std::max(mostRpm, m_view->band->toRpm);
    mostV *= 1.04;
    mostRpm *= 1.12;
    const QRectF g = QRectF(rect()).adjusted(66, 40, -22, -46);
    const auto x = [&](double v) { return g.left() + v / mostV * g.width(); };
    const auto y = [&](double rpm) { return g.bottom() - rpm / mostRpm * g.height(); };
    const Unit& road = m_model.units().road;
    p.setFont(Theme::font(Size::Small));
    for (double tick : niceTicks(0., mostRpm, 6)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.left(), y(tick)), QPointF(g.right(), y(tick)));
        p.setPen(t.muted);
        p.drawText(QRectF(g.left() - 58., y(tick) - 8., 52., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   QLocale().toString(tick, 'f', 0));
    }
    for (double tick : niceTicks(0., fromSi(mostV, road), 8))
        p.drawText(QRectF(x(toSi(tick, road)) - 30., g.bottom() + 4., 60., 15.), Qt::AlignCenter,
                   QLocale().toString(tick, 'f', 0));
    p.drawText(QRectF(g.left(), g.bottom() + 20., g.width(), 15.), Qt::AlignCenter,
               tr("road speed [%1]").arg(QString::fromUtf8(road.symbol.data())));
    p.drawText(QRectF(14., 12., 200., 16.), Qt::AlignLeft, tr("engine [rpm]"));
    if (m_view->band) {
        QColor soft = t.gain;
        soft.setAlphaF(0.14f);
        const QRectF band(QPointF(g.left(), y(m_view->band->toRpm)), QPointF(g.right(), y(m_view->band->fromRpm)));
        p.fillRect(band, soft);
        p.setPen(t.gain);
        p.drawText(band.adjusted(8, 2, -8, 0), Qt::AlignLeft | Qt::AlignTop,
                   tr("the engine's best, by the pulls of %1").arg(m_view->bandFrom));
    }
    p.save();
    p.setClipRect(g);
    int gear = 0;
    for (double ray : m_gears) {
        p.setPen(QPen(t.muted, 1.2, Qt::DashLine));
        const double end = std::min(mostV, mostRpm / ray);
        p.drawLine(QPointF(x(0.), y(0.)), QPointF(x(end), y(end * ray)));
        p.drawText(QPointF(x(end) - 22., y(end * ray) + 14.), QString::number(++gear));
    }
    for (const SetupOnMap& map : m_view->answers.map) {
        const int mark = m_view->mark(map.setup);
        QColor thin = t.marks[mark % 8];
        thin.setAlphaF(0.35f);
        p.setPen(QPen(thin, 1));
        for (const SpeedThread& thread : map.threads) {
            QPolygonF line;
            for (std::size_t i = 0; i < thread.mPerS.size(); ++i)
                line << QPointF(x(thread.mPerS[i]), y(thread.rpm[i]));
            p.drawPolyline(line);
        }
    }
    for (const SetupOnMap& map : m_view->answers.map) {
        const int mark = m_view->mark(map.setup);
        QPolygonF line;
        for (std::size_t i = 0; i < map.mPerS.size(); ++i)
            line << QPointF(x(map.mPerS[i]), y(map.rpm[i]));
        p.setPen(m_theme.markPen(mark, 2.4));
        p.drawPolyline(line);
    }
    p.restore();
    // The setups' names stand together in the empty corner: below the lines on the right.
    const double step = 20.;
    double at = g.bottom() - step * static_cast<double>(m_view->answers.map.size()) - 4.;
    for (const SetupOnMap& map : m_view->answers.map) {
        const int mark = m_view->mark(map.setup);
        Theme::drawMark(p, {g.right() - 210., at}, 6., mark, t.marks[mark % 8]);
        p.setPen(t.ink);
        p.drawText(QRectF(g.right() - 196., at - 9., 190., 18.), Qt::AlignLeft | Qt::AlignVCenter,
                   m_view->name(map.setup));
        at += step;
    }
}

MapPage::MapPage(const Theme& theme, JobModel& model, QWidget* parent) : QWidget(parent), m_model(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 8, 14, 10);
    across->setSpacing(14);
    m_drawing = new MapDrawing(theme, model);
    across->addWidget(m_drawing, 1);
    m_side = new SideWords(tr("Share of the run in the band"), QStringLiteral("The speed map"));
    across->addWidget(m_side);
    connect(&model, &JobModel::unitsChanged, this, &MapPage::say);
}

void MapPage::setView(RoadViewPtr view) {
    m_view = std::move(view);
    m_drawing->setView(m_view);
    m_drawing->setGears(m_model.hasJob() ? gearsOf(machineSheetOf(m_model.sheet(sheet_kind::machine)))
                                         : std::vector<double>{});
    say();
}

void MapPage::say() {
    m_side->clear();
    if (!m_view)
        return;
    const QLocale l;
    const auto rpm = [&](double v) { return l.toString(std::round(v / 10.) * 10., 'f', 0); };
    const auto speed = [&](double v) {
        const Unit& road = m_model.units().road;
        const QString text =
            tr("%1 %2").arg(l.toString(fromSi(v, road), 'f', 0), QString::fromUtf8(road.symbol.data()));
        return QString(text)
            .replace(QLatin1Char('/'), QStringLiteral("/\u2060"))
            .replace(QLatin1Char(' '), QChar(0xA0)); // in one
    };
    double most = -1.;
    for (const SetupOnMap& map : m_view->answers.map)
        most = std::max(most, map.timeShare.value_or(-1.));
    QStringList best; // within what nobody would tell apart
    constexpr double kAlike = 0.03;
    for (const SetupOnMap& map : m_view->answers.map) {
        QStringList told;
        if (map.timeShare)
            told << tr("%1 % of its time and %2 % of its way in the band")
                        .arg(l.toString(100. * *map.timeShare, 'f', 0), l.toString(100. * *map.distanceShare, 'f', 0));
        if (map.takesHoldRpm)
            told << tr("the clutch slips at %1 rpm").arg(rpm(*map.takesHoldRpm));
        if (map.heldRpm)
            told << tr("held at %1 rpm from %2 to %3")
                        .arg(rpm(*map.heldRpm), speed(*map.heldFromMPerS), speed(*map.heldToMPerS));
        if (map.endRpm)
            told << tr("ends at %1 rpm").arg(rpm(*map.endRpm));
        m_side->line(tr("%1: %2.").arg(m_view->name(map.setup), told.join(tr("; "))));
        if (map.timeShare && *map.timeShare > most - kAlike)
            best << m_view->name(map.setup);
    }
    m_side->setHeadline(
        best.isEmpty()
            ? tr("Engine speed over road speed")
            : tr("%1 % of the run in the band: %2").arg(l.toString(100. * most, 'f', 0), best.join(tr(", "))));
    if (!m_view->answers.map.empty() && !m_view->band)
        m_side->line(
            tr("Pulls of this machine on a bench would tell the engine's best band; with them it is drawn here."),
            "muted");
    m_side->line(
        tr("Thin: single runs. In one gear a run follows its ray; on a belt it stays between the drive's two ends. A "
           "receiver tells a little late, so a thread leans to the left where it accelerates hardest."),
        "muted");
    m_side->finish();
}

QString MapPage::words() const {
    return m_side->words();
}

} // namespace jr::app
