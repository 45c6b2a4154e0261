// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/pins_page.h"

#include "app/widgets/method_link.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QFrame>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>

#include <algorithm>
#include <cmath>
#include <set>

namespace jr::app {
namespace {

constexpr int kLine = 62;

QString verdictWord(GradeVerdict verdict) {
    switch (verdict) {
    case GradeVerdict::Inside:
        return PinsBoard::tr("inside");
    case GradeVerdict::Outside:
        return PinsBoard::tr("outside");
    case GradeVerdict::Edge:
        return PinsBoard::tr("cannot tell");
    case GradeVerdict::Waiting:
        break;
    }
    return PinsBoard::tr("not pulled yet");
}

} // namespace

PinsBoard::PinsBoard(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Predictions"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void PinsBoard::setPins(std::vector<Prediction> pins, std::map<std::string, Grade> grades) {
    m_pins = std::move(pins);
    m_grades = std::move(grades);
    m_chosen = std::clamp(m_chosen, 0, std::max(0, static_cast<int>(m_pins.size()) - 1));
    setMinimumHeight(kLine * static_cast<int>(m_pins.size()));
    update();
}

void PinsBoard::choose(int line) {
    if (line < 0 || line >= static_cast<int>(m_pins.size()))
        return;
    m_chosen = line;
    update();
    emit chosenChanged();
}

void PinsBoard::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    for (int i = 0; i < static_cast<int>(m_pins.size()); ++i)
        paintLine(p, i, QRectF(0, i * kLine, width(), kLine));
}

void PinsBoard::paintLine(QPainter& p, int line, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const Prediction& pin = m_pins[static_cast<std::size_t>(line)];
    const auto found = m_grades.find(pin.id);
    const Grade grade = found == m_grades.end() ? Grade{} : found->second;
    const SetupRecord* setup = m_model.job().setup(pin.setupId);
    if (line == m_chosen) {
        p.setPen(hasFocus() ? QPen(t.accent, 2) : QPen(t.line, 1));
        p.setBrush(t.raised);
        p.drawRoundedRect(box.adjusted(1, 2, -1, -2), 6, 6);
    }
    constexpr double kName = 190., kVerdict = 150.;
    p.setFont(Theme::font(Size::Body, true));
    p.setPen(t.ink);
    const QString name = setup ? QString::fromStdString(setup->name) : tr("a setup that is gone");
    p.drawText(QRectF(box.left() + 12., box.top(), kName, box.height()), Qt::AlignVCenter | Qt::AlignLeft,
               p.fontMetrics().elidedText(name, Qt::ElideRight, static_cast<int>(kName)));
    const QRectF bar(box.left() + kName + 24., box.top() + 10., box.width() - kName - kVerdict - 48.,
                     box.height() - 20.);
    double low = pin.predicted.low, high = pin.predicted.high;
    if (grade.measured) {
        const Estimate& m = *grade.measured;
        low = std::min({low, m.mid, std::isfinite(m.low) ? m.low : m.mid});
        high = std::max({high, m.mid, std::isfinite(m.high) ? m.high : m.mid});
    }
    const double room = 0.25 * (high - low) + 1e-9 * std::abs(high);
    low -= room;
    high += room;
    const auto x = [&](double v) { return bar.left() + (v - low) / (high - low) * bar.width(); };
    const double y = bar.center().y();
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(bar.left(), y), QPointF(bar.right(), y));
    p.setPen(QPen(t.accent, 1.2));
    p.setBrush(t.accentSoft);
    p.drawRoundedRect(QRectF(QPointF(x(pin.predicted.low), y - 9.), QPointF(x(pin.predicted.high), y + 9.)), 4, 4);
    p.drawLine(QPointF(x(pin.predicted.value), y - 9.), QPointF(x(pin.predicted.value), y + 9.));
    const QLocale l;
    const bool power = pin.quantity == PredictedQuantity::PeakPower;
    const auto text = [&](double v) {
        return power ? m_model.units().powerText(v) : l.toString(v, 'f', predictedQuantityDecimals(pin.quantity));
    };
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(x(pin.predicted.low) - 84., y - 8., 80., 16.), Qt::AlignRight | Qt::AlignVCenter,
               text(pin.predicted.low));
    p.drawText(QRectF(x(pin.predicted.high) + 4., y - 8., 80., 16.), Qt::AlignLeft | Qt::AlignVCenter,
               text(pin.predicted.high));
    if (grade.measured) {
        const Estimate& m = *grade.measured;
        p.setPen(QPen(t.ink, 2.4));
        if (std::isfinite(m.low))
            p.drawLine(QPointF(x(m.low), y), QPointF(x(m.high), y));
        p.setBrush(t.ink);
        p.drawEllipse(QPointF(x(m.mid), y), 5., 5.);
        p.setPen(t.ink);
        p.drawText(QRectF(x(m.mid) - 60., y + 8., 120., 15.), Qt::AlignCenter, text(m.mid));
    }
    p.setFont(Theme::font(Size::Body, true));
    const bool inside = grade.verdict == GradeVerdict::Inside, outside = grade.verdict == GradeVerdict::Outside;
    const QColor colour = inside ? t.gain : outside ? t.loss : t.muted;
    const QPointF mark(box.right() - kVerdict - 2., y);
    p.setPen(QPen(colour, 2.));
    p.setBrush(inside || outside ? QBrush(colour) : Theme::hatch(colour));
    if (outside)
        p.drawPolygon(QPolygonF{mark + QPointF(0, -6), mark + QPointF(6, 5), mark + QPointF(-6, 5)});
    else
        p.drawEllipse(mark, 6., 6.);
    p.setPen(colour);
    p.drawText(QRectF(mark.x() + 14., box.top(), kVerdict - 20., box.height()), Qt::AlignVCenter | Qt::AlignLeft,
               verdictWord(grade.verdict));
}

void PinsBoard::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Down)
        choose(m_chosen + 1);
    else if (event->key() == Qt::Key_Up)
        choose(m_chosen - 1);
    else if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && !m_pins.empty())
        emit opened(QString::fromStdString(m_pins[static_cast<std::size_t>(m_chosen)].page));
    else
        QWidget::keyPressEvent(event);
}

void PinsBoard::mousePressEvent(QMouseEvent* event) {
    choose(static_cast<int>(event->position().y()) / kLine);
}

void PinsBoard::mouseDoubleClickEvent(QMouseEvent*) {
    if (!m_pins.empty())
        emit opened(QString::fromStdString(m_pins[static_cast<std::size_t>(m_chosen)].page));
}

PinsPage::PinsPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : QWidget(parent), m_model(model), m_pins(pins) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(14, 6, 14, 8);
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* in = new QVBoxLayout(card);
    in->setContentsMargins(14, 10, 14, 10);
    auto* head = new QHBoxLayout;
    m_head = new Words;
    m_head->setProperty("headline", true);
    head->addWidget(m_head, 1);
    head->addWidget(methodLink(QStringLiteral("Predictions and their grades"), this));
    in->addLayout(head);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    m_board = new PinsBoard(theme, model);
    scroll->setWidget(m_board);
    in->addWidget(scroll, 1);
    m_words = new Words;
    m_words->setWordWrap(true);
    in->addWidget(m_words);
    auto* foot = new QHBoxLayout;
    m_learnt = new Words;
    m_learnt->setWordWrap(true);
    m_learnt->setProperty("muted", true);
    foot->addWidget(m_learnt, 1);
    m_open = new QPushButton(tr("Open its &page"));
    foot->addWidget(m_open);
    m_off = new QPushButton(tr("&Take it off"));
    foot->addWidget(m_off);
    in->addLayout(foot);
    down->addWidget(card, 1);
    connect(m_board, &PinsBoard::chosenChanged, this, &PinsPage::sayChosen);
    connect(m_board, &PinsBoard::opened, this, &PinsPage::pageWanted);
    connect(m_open, &QPushButton::clicked, this, [this] {
        if (!m_board->pins().empty())
            emit pageWanted(QString::fromStdString(m_board->pins()[static_cast<std::size_t>(m_board->chosen())].page));
    });
    connect(m_off, &QPushButton::clicked, this, [this] {
        if (!m_board->pins().empty())
            m_pins.unpin(m_board->pins()[static_cast<std::size_t>(m_board->chosen())].id);
    });
    connect(&pins, &Pins::changed, this, &PinsPage::refresh);
    refresh();
}

void PinsPage::refresh() {
    const std::vector<Prediction> pins = m_pins.sheet().pins;
    int graded = 0, inside = 0;
    std::set<std::string> constants;
    for (const Prediction& p : pins) {
        if (!p.constant.empty())
            constants.insert(p.constant);
        if (const auto g = m_pins.grades().find(p.id);
            g != m_pins.grades().end() && g->second.verdict != GradeVerdict::Waiting) {
            ++graded;
            inside += g->second.verdict == GradeVerdict::Inside;
        }
    }
    m_head->setText(pins.empty()  ? tr("Nothing pinned yet")
                    : graded == 0 ? plural(static_cast<int>(pins.size()), tr("1 prediction, not pulled yet"),
                                           tr("%1 predictions, none pulled yet"))
                                  : tr("%1 of %2 graded predictions were inside their range").arg(inside).arg(graded));
    QStringList learnt;
    for (const std::string& constant : constants) {
        const auto own = m_pins.own(constant);
        learnt << (own ? tr("Of this machine's own: %1 %2 (%3 to %4), from %5 graded predictions.")
                             .arg(QString::fromStdString(constant), QLocale().toString(own->value.value, 'g', 4),
                                  QLocale().toString(own->value.low, 'g', 4),
                                  QLocale().toString(own->value.high, 'g', 4))
                             .arg(own->graded)
                       : tr("%1: from three graded predictions on, this machine's own takes the handbook's place.")
                             .arg(QString::fromStdString(constant)));
    }
    m_learnt->setText(learnt.join(QLatin1Char('\n')));
    m_board->setPins(pins, m_pins.grades());
    m_open->setVisible(!pins.empty());
    m_off->setVisible(!pins.empty());
    sayChosen();
}

void PinsPage::sayChosen() {
    const auto& pins = m_board->pins();
    if (pins.empty()) {
        m_words->setText(
            m_model.hasJob()
                ? tr("Pin an answer on one of the pages: it becomes a setup on Ask, with what is expected of "
                     "it. When its pulls are in, they grade the prediction here.")
                : tr("Open a job to pin answers to it. Without one every page works on its own."));
        return;
    }
    const Prediction& p = pins[static_cast<std::size_t>(m_board->chosen())];
    const auto grade = m_pins.grades().find(p.id);
    m_words->setText(QString::fromStdString(
        said(gradeMessage(p, grade == m_pins.grades().end() ? Grade{} : grade->second), m_model.units().wording())));
}

QString PinsPage::words() const {
    return m_head->text() + QLatin1Char('\n') + m_words->text() + QLatin1Char('\n') + m_learnt->text();
}

} // namespace jr::app
