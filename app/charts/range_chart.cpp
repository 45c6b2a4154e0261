// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/charts/range_chart.h"

#include "app/charts/axis_words.h"
#include "app/charts/dress_axes.h"
#include "app/charts/label_places.h"

#include <cmath>

namespace jr::app {
namespace {

constexpr int kNoteRoom = 22;
constexpr double kFewSteps = 1., kManySteps = 10.; // an arrow key moves the cursor by so many steps of the grid

/// Ticks at round numbers of the reader's unit, on an axis whose coordinates are places.
class PlaceTicker : public QCPAxisTicker {
public:
    PlaceTicker(CurveAxis axis, const Wording& wording) : m_perShown(placeFromShown(1., axis, wording)) {}

protected:
    double getTickStep(const QCPRange& range) override {
        return m_perShown * QCPAxisTicker::getTickStep(QCPRange(range.lower / m_perShown, range.upper / m_perShown));
    }
    int getSubTickCount(double) override { return 0; }
    QString getTickLabel(double tick, const QLocale& locale, QChar format, int precision) override {
        return QCPAxisTicker::getTickLabel(tick / m_perShown, locale, format, precision);
    }

private:
    double m_perShown;
};

} // namespace

RangeChart::RangeChart(const Theme& theme, QWidget* parent) : QCustomPlot(parent), m_theme(theme) {
    setFocusPolicy(Qt::StrongFocus);
    axisRect()->setAutoMargins(QCP::msBottom | QCP::msTop);
    axisRect()->setMargins(QMargins(kLeft, kNoteRoom, kRight, 0));
    axisRect()->setMinimumMargins(QMargins(0, kNoteRoom, 0, 9)); // room for half a tick's label
    setPlottingHint(QCP::phFastPolylines, true);
    setNoAntialiasingOnDrag(true);
    m_cursor = new QCPItemStraightLine(this);
    m_cursor->setVisible(false);
    m_note = new QCPItemText(this);
    m_zoomNote = new QCPItemText(this);
    for (QCPItemText* note : {m_note, m_zoomNote}) {
        note->setPositionAlignment(note == m_note ? Qt::AlignRight | Qt::AlignBottom : Qt::AlignLeft | Qt::AlignTop);
        note->position->setType(QCPItemPosition::ptAxisRectRatio);
        note->setClipToAxisRect(false);
        note->setSelectable(false);
        note->setText({});
    }
    m_note->position->setCoords(1., 0.); // above the drawing, so that nothing lies under it
    m_zoomNote->position->setCoords(0.01, 0.02);
    m_zoomNote->setVisible(false);
    setAxis(CurveAxis::EngineSpeed, {});
    dress();
    connect(this, &QCustomPlot::afterLayout, this, &RangeChart::placeOwnLabels);
    connect(&m_theme, &Theme::changed, this, &RangeChart::dress);
}

void RangeChart::dress() {
    const Tokens& t = m_theme.tokens();
    dressAxes(*this, t);
    m_cursor->setPen(QPen(t.accent, 1, Qt::DashLine));
    m_note->setColor(t.muted);
    m_note->setFont(Theme::font(Size::Small));
    m_zoomNote->setColor(t.amber);
    m_zoomNote->setFont(Theme::font(Size::Small, true));
    replot(QCustomPlot::rpQueuedReplot);
}

void RangeChart::setPlaceRange(double from, double to) {
    xAxis->setRange(from, to);
}

void RangeChart::setNote(const QString& text) {
    m_note->setText(text);
}

void RangeChart::setValueLabel(const QString& text) {
    m_valueLabel = text;
    yAxis->setLabel(text);
}

void RangeChart::setCursor(double place) {
    m_cursorPlace = place;
    m_cursor->setVisible(std::isfinite(place));
    if (std::isfinite(place)) {
        m_cursor->point1->setCoords(place, 0.);
        m_cursor->point2->setCoords(place, 1.);
    }
    replot(QCustomPlot::rpQueuedReplot);
}

void RangeChart::setNaturalRange(double low, double high) {
    m_low = low;
    m_high = high;
    if (!m_zoomed)
        yAxis->setRange(low, high);
    updateZoomNote();
}

void RangeChart::resetZoom() {
    m_zoomed = false;
    yAxis->setRange(m_low, m_high);
    updateZoomNote();
    replot(QCustomPlot::rpQueuedReplot);
}

void RangeChart::updateZoomNote() {
    m_zoomNote->setText(tr("Zoomed: this axis does not start at zero. Double click or 0 to go back."));
    m_zoomNote->setVisible(m_zoomed);
}

void RangeChart::showPlaceTicks(bool show) {
    m_ticksShown = show;
    nameAxis();
}

void RangeChart::setAxis(CurveAxis axis, const Wording& wording) {
    m_axis = axis;
    m_axisLabel = axisWords(axis, wording);
    xAxis->setTicker(QSharedPointer<PlaceTicker>::create(axis, wording));
    nameAxis();
}

void RangeChart::nameAxis() {
    xAxis->setTickLabels(m_ticksShown);
    xAxis->setLabel(m_ticksShown ? m_axisLabel : QString());
}

void RangeChart::addLabel(double place, double value, const QString& text, const QColor& color, Qt::Alignment where) {
    auto* label = new QCPItemText(this);
    label->position->setType(QCPItemPosition::ptAbsolute);
    label->setPositionAlignment(Qt::AlignLeft | Qt::AlignTop);
    label->setText(text);
    label->setColor(color);
    label->setFont(Theme::font(Size::Small, true));
    label->setPadding(QMargins(3, 1, 3, 1));
    m_labels.push_back({label, place, value, !(where & Qt::AlignTop)});
}

/// Once the axes stand: every label beside what it names, as they are drawn now.
void RangeChart::placeOwnLabels() {
    if (m_labels.empty())
        return;
    std::vector<DrawnLine> lines;
    for (int i = 0; i < graphCount(); ++i) {
        const QCPGraph* g = graph(i);
        if (g->pen().style() == Qt::NoPen || !g->visible())
            continue;
        DrawnLine line;
        line.thin = g->pen().widthF() < 1.5 && g->brush().style() == Qt::NoBrush && !g->channelFillGraph();
        for (const QCPGraphData& point : *g->data())
            line.points << QPointF(xAxis->coordToPixel(point.key), yAxis->coordToPixel(point.value));
        lines.push_back(std::move(line));
    }
    std::vector<LabelWish> wishes;
    for (const Label& label : m_labels) {
        const QRectF size = QFontMetricsF(label.item->font()).boundingRect(label.item->text());
        wishes.push_back({{xAxis->coordToPixel(label.place), yAxis->coordToPixel(label.value)},
                          {size.width() + 8., size.height() + 3.},
                          label.above});
    }
    std::vector<QRectF> taken;
    if (m_zoomNote->visible())
        taken.push_back(QRectF(m_zoomNote->topLeft->pixelPosition(), m_zoomNote->bottomRight->pixelPosition()));
    const std::vector<QRectF> places = placeLabels(wishes, lines, std::move(taken), QRectF(axisRect()->rect()));
    for (std::size_t i = 0; i < places.size(); ++i)
        m_labels[i].item->position->setCoords(places[i].topLeft());
}

void RangeChart::addBand(const QVector<double>& places, const QVector<double>& low, const QVector<double>& high,
                         const QBrush& brush, const QPen& edge) {
    QCPGraph* under = addGraph();
    QCPGraph* over = addGraph();
    under->setPen(edge);
    over->setPen(edge);
    under->setData(places, low, true);
    over->setData(places, high, true);
    over->setBrush(brush);
    over->setChannelFillGraph(under);
}

void RangeChart::clearDrawing() {
    clearPlottables();
    m_labels.clear();
    for (int i = itemCount() - 1; i >= 0; --i)
        if (QCPAbstractItem* one = item(i); one != m_cursor && one != m_note && one != m_zoomNote)
            removeItem(one);
}

void RangeChart::mouseMoveEvent(QMouseEvent* event) {
    QCustomPlot::mouseMoveEvent(event);
    const double place = xAxis->pixelToCoord(event->pos().x());
    emit cursorMoved(xAxis->range().contains(place) ? place : qQNaN());
}

void RangeChart::leaveEvent(QEvent* event) {
    QCustomPlot::leaveEvent(event);
    if (!hasFocus())
        emit cursorMoved(qQNaN());
}

void RangeChart::wheelEvent(QWheelEvent* event) {
    const double factor = event->angleDelta().y() > 0 ? 0.85 : 1. / 0.85;
    const double at = yAxis->pixelToCoord(event->position().y());
    QCPRange range = yAxis->range();
    range.lower = at + (range.lower - at) * factor;
    range.upper = at + (range.upper - at) * factor;
    if (range.size() >= 0.98 * (m_high - m_low)) {
        resetZoom();
    } else {
        m_zoomed = true;
        yAxis->setRange(range);
        updateZoomNote();
        replot(QCustomPlot::rpQueuedReplot);
    }
    event->accept();
}

void RangeChart::mouseDoubleClickEvent(QMouseEvent*) {
    resetZoom();
}

void RangeChart::keyPressEvent(QKeyEvent* event) {
    const double grid = usualStep(m_axis);
    const double step = grid * (event->modifiers() & Qt::ShiftModifier ? kManySteps : kFewSteps);
    const double at = std::isfinite(m_cursorPlace) ? m_cursorPlace : 0.5 * (fromPlace() + toPlace());
    switch (event->key()) {
    case Qt::Key_Left:
        emit cursorMoved(std::max(fromPlace(), std::round(at / grid) * grid - step));
        return;
    case Qt::Key_Right:
        emit cursorMoved(std::min(toPlace(), std::round(at / grid) * grid + step));
        return;
    case Qt::Key_0:
        resetZoom();
        return;
    default:
        QCustomPlot::keyPressEvent(event);
    }
}

} // namespace jr::app
