// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/fit_drawing.h"

#include "app/model/display_units.h"
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <map>

namespace jr::app {
namespace {

constexpr double kWordsRow = 40., kMark = 8.;

bool hasWheels(MachineKind kind) {
    return kind != MachineKind::HandHeld && kind != MachineKind::Sled;
}

/// Where on the machine's drawing a line is looked at, in shares of its width and height.
QPointF spotOf(const std::string& key, MachineKind kind) {
    static const std::map<std::string, QPointF> onWheels{
        {"starts", {0.47, 0.50}}, {"moves", {0.22, 0.70}},  {"leaks", {0.50, 0.80}},
        {"drive", {0.35, 0.70}},  {"tyres", {0.91, 0.80}},  {"brakes", {0.80, 0.70}},
        {"lights", {0.70, 0.26}}, {"debris", {0.57, 0.66}}, {"loose", {0.30, 0.52}}};
    static const std::map<std::string, QPointF> onSled{
        {"starts", {0.62, 0.48}}, {"moves", {0.30, 0.74}},  {"leaks", {0.60, 0.74}},
        {"drive", {0.50, 0.58}},  {"track", {0.20, 0.84}},  {"brakes", {0.46, 0.44}},
        {"lights", {0.72, 0.28}}, {"debris", {0.68, 0.60}}, {"loose", {0.78, 0.56}}};
    static const std::map<std::string, QPointF> inHand{{"starts", {0.30, 0.55}},
                                                       {"leaks", {0.32, 0.74}},
                                                       {"drive", {0.80, 0.60}},
                                                       {"debris", {0.24, 0.42}},
                                                       {"loose", {0.42, 0.48}}};
    const auto& spots = kind == MachineKind::Sled ? onSled : kind == MachineKind::HandHeld ? inHand : onWheels;
    const auto found = spots.find(key);
    return found == spots.end() ? QPointF(0.5, 0.5) : found->second;
}

Fit after(Fit fit) {
    return fit == Fit::NotLooked ? Fit::Good : fit == Fit::Good ? Fit::Wrong : Fit::NotLooked;
}

QString fitWords(Fit fit) {
    return fit == Fit::Good    ? FitDrawing::tr("good")
           : fit == Fit::Wrong ? FitDrawing::tr("wrong")
                               : FitDrawing::tr("not looked at");
}

} // namespace

FitDrawing::FitDrawing(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Fit to run"));
    setMinimumSize(480, 176);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void FitDrawing::setLines(const std::vector<FitLine>& lines, MachineKind machine) {
    m_lines = lines;
    m_machine = machine;
    choose(m_current);
}

std::string FitDrawing::current() const {
    return m_lines.empty() ? std::string() : m_lines[static_cast<std::size_t>(m_current)].key;
}

void FitDrawing::choose(int index) {
    const int last = std::max(0, static_cast<int>(m_lines.size()) - 1);
    m_current = std::clamp(index, 0, last);
    if (!m_lines.empty()) {
        const FitLine& line = m_lines[static_cast<std::size_t>(m_current)];
        setAccessibleDescription(tr("%1: %2").arg(DisplayUnits::word(line.words), fitWords(line.fit)));
    }
    update();
    emit currentChanged();
}

void FitDrawing::turn(int index) {
    if (index < 0 || index >= static_cast<int>(m_lines.size()))
        return;
    choose(index);
    const FitLine& line = m_lines[static_cast<std::size_t>(index)];
    emit looked(QString::fromStdString(line.key), after(line.fit));
}

QRectF FitDrawing::machinePlace() const {
    const double wide = 0.40 * width(), high = std::min(0.62 * wide, height() - 30.);
    return {0.5 * (width() - wide), 0.5 * (height() - high), wide, high};
}

/// Half of the lines stand left of the machine and half right, each as high as its spot allows.
std::vector<FitDrawing::Label> FitDrawing::places() const {
    const QRectF machine = machinePlace();
    std::vector<Label> out(m_lines.size());
    std::vector<std::size_t> order(m_lines.size());
    for (std::size_t i = 0; i < order.size(); ++i) {
        order[i] = i;
        const QPointF spot = spotOf(m_lines[i].key, m_machine);
        out[i].spot = {machine.left() + spot.x() * machine.width(), machine.top() + spot.y() * machine.height()};
    }
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return out[a].spot.x() < out[b].spot.x(); });
    const std::size_t half = (order.size() + 1) / 2;
    for (bool left : {true, false}) {
        std::vector<std::size_t> side(left ? order.begin() : order.begin() + static_cast<std::ptrdiff_t>(half),
                                      left ? order.begin() + static_cast<std::ptrdiff_t>(half) : order.end());
        std::stable_sort(side.begin(), side.end(),
                         [&](std::size_t a, std::size_t b) { return out[a].spot.y() < out[b].spot.y(); });
        const double step =
            std::min(kWordsRow + 14., (height() - 8.) / std::max<double>(1., static_cast<double>(side.size())));
        double top = 0.5 * (height() - step * static_cast<double>(side.size()));
        for (std::size_t i : side) {
            const double wide = machine.left() - 22.;
            out[i].words = QRectF(left ? 4. : machine.right() + 18., top, wide, std::min(kWordsRow, step));
            top += step;
        }
    }
    return out;
}

void FitDrawing::paintMachine(QPainter& p, const QRectF& at) const {
    const Tokens& t = m_theme.tokens();
    const auto point = [&](double x, double y) {
        return QPointF(at.left() + x * at.width(), at.top() + y * at.height());
    };
    const double unit = at.width();
    p.setPen(QPen(t.muted, 2.2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.setBrush(Qt::NoBrush);
    const auto line = [&](std::initializer_list<QPointF> shares) {
        QPolygonF path;
        for (const QPointF& s : shares)
            path << point(s.x(), s.y());
        p.drawPolyline(path);
    };
    if (hasWheels(m_machine)) {
        const double tyre = 0.165 * unit, rim = 0.125 * unit;
        for (double x : {0.22, 0.80}) {
            p.drawEllipse(point(x, 0.70), tyre, tyre);
            p.drawEllipse(point(x, 0.70), rim, rim);
        }
        if (m_machine == MachineKind::Cvt) {
            line({{0.16, 0.42}, {0.44, 0.40}, {0.50, 0.66}, {0.66, 0.66}, {0.70, 0.24}, {0.80, 0.70}});
            line({{0.22, 0.70}, {0.46, 0.64}});
        } else {
            line({{0.22, 0.70}, {0.44, 0.62}, {0.40, 0.36}, {0.14, 0.34}});
            line({{0.40, 0.36}, {0.50, 0.26}, {0.66, 0.30}, {0.80, 0.70}});
            line({{0.66, 0.30}, {0.60, 0.64}, {0.44, 0.62}});
        }
        line({{0.66, 0.30}, {0.62, 0.18}, {0.56, 0.18}});                        // handlebar
        p.drawRoundedRect(QRectF(point(0.42, 0.44), point(0.58, 0.72)), 6., 6.); // engine
        line({{0.50, 0.72}, {0.38, 0.80}, {0.16, 0.72}});                        // exhaust
        return;
    }
    if (m_machine == MachineKind::Sled) {
        p.drawRoundedRect(QRectF(point(0.08, 0.66), point(0.54, 0.88)), 0.10 * unit, 0.10 * unit); // track
        line({{0.06, 0.50},
              {0.46, 0.44},
              {0.58, 0.30},
              {0.74, 0.26},
              {0.92, 0.56},
              {0.60, 0.70},
              {0.30, 0.62},
              {0.06, 0.50}});
        line({{0.76, 0.62}, {0.80, 0.84}});
        line({{0.62, 0.88}, {0.92, 0.88}, {0.98, 0.80}}); // ski
        line({{0.58, 0.30}, {0.52, 0.20}, {0.46, 0.22}});
        return;
    }
    p.drawRoundedRect(QRectF(point(0.10, 0.38), point(0.50, 0.78)), 8., 8.);
    p.drawRoundedRect(QRectF(point(0.50, 0.54), point(0.98, 0.66)), 10., 10.); // bar
    line({{0.10, 0.46}, {0.02, 0.50}, {0.02, 0.74}, {0.12, 0.76}});
    line({{0.40, 0.38}, {0.46, 0.18}, {0.30, 0.16}, {0.22, 0.38}});
}

/// A ring, a tick in a disc, a triangle: told apart without their colours.
void FitDrawing::paintMark(QPainter& p, const QPointF& at, Fit fit) const {
    const Tokens& t = m_theme.tokens();
    switch (fit) {
    case Fit::NotLooked:
        p.setPen(QPen(t.muted, 2.));
        p.setBrush(t.raised);
        p.drawEllipse(at, kMark, kMark);
        break;
    case Fit::Good:
        p.setPen(Qt::NoPen);
        p.setBrush(t.accent);
        p.drawEllipse(at, kMark, kMark);
        p.setPen(QPen(t.onAccent, 2., Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        p.drawPolyline(QPolygonF{at + QPointF(-4., 0.), at + QPointF(-1., 3.), at + QPointF(4., -3.)});
        break;
    case Fit::Wrong:
        p.setPen(QPen(t.amber, 1.5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        p.setBrush(t.amber);
        p.drawPolygon(
            QPolygonF{at + QPointF(0., -kMark), at + QPointF(kMark, kMark - 1.), at + QPointF(-kMark, kMark - 1.)});
        break;
    }
}

void FitDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const QRectF machine = machinePlace();
    paintMachine(p, machine);
    const std::vector<Label> labels = places();
    for (std::size_t i = 0; i < labels.size(); ++i) {
        const FitLine& line = m_lines[i];
        const Label& label = labels[i];
        const bool left = label.words.center().x() < machine.center().x();
        const bool lit = hasFocus() && static_cast<int>(i) == m_current;
        p.setPen(QPen(line.fit == Fit::Wrong ? t.amber : t.line, lit ? 2. : 1.2));
        p.drawLine(left ? QPointF(label.words.right() + 2., label.words.center().y())
                        : QPointF(label.words.left() - 2., label.words.center().y()),
                   label.spot);
        paintMark(p, label.spot, line.fit);
        if (lit) {
            p.setPen(QPen(t.accent, 1.6));
            p.setBrush(t.accentSoft);
            p.drawRoundedRect(label.words, 6., 6.);
        }
        p.setFont(Theme::font(Size::Body, line.fit == Fit::Wrong));
        p.setPen(line.fit == Fit::Wrong ? t.amber : line.fit == Fit::Good ? t.muted : t.ink);
        p.drawText(label.words.adjusted(6., 0., -6., 0.),
                   Qt::AlignVCenter | Qt::TextWordWrap | (left ? Qt::AlignRight : Qt::AlignLeft),
                   DisplayUnits::word(line.words));
    }
}

void FitDrawing::mousePressEvent(QMouseEvent* event) {
    const std::vector<Label> labels = places();
    constexpr double kReach = 16.; // a gloved finger
    for (std::size_t i = 0; i < labels.size(); ++i)
        if (labels[i].words.contains(event->position()) ||
            QLineF(labels[i].spot, event->position()).length() < kReach) {
            // What is wrong is first chosen, to read and to write about; nobody takes it back unseen.
            if (m_lines[i].fit == Fit::Wrong && static_cast<int>(i) != m_current)
                choose(static_cast<int>(i));
            else
                turn(static_cast<int>(i));
            return;
        }
}

void FitDrawing::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Down:
    case Qt::Key_Right:
        choose(m_current + 1);
        break;
    case Qt::Key_Up:
    case Qt::Key_Left:
        choose(m_current - 1);
        break;
    case Qt::Key_Space:
        turn(m_current);
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}

} // namespace jr::app
