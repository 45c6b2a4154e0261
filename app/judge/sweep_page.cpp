// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/sweep_page.h"

#include "app/charts/label_places.h"
#include "app/charts/nice_ticks.h"
#include "app/words/words.h"

#include <QCheckBox>
#include <QComboBox>
#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kSweepLeft = 66., kSweepRight = 18., kSweepFoot = 38., kTop = 14.;

} // namespace

SweepChart::SweepChart(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setAccessibleName(tr("Power over the value that was stepped"));
}

void SweepChart::setSweep(const std::optional<Sweep>& sweep, std::vector<double> points, const QString& name) {
    m_sweep = sweep;
    m_points = std::move(points);
    m_name = name;
    update();
}

void SweepChart::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    if (!m_sweep)
        return;
    const Sweep& s = *m_sweep;
    const DisplayUnits& u = m_model.units();
    // A sweep's axis cannot start at zero and show anything: it says so, and how far up it starts.
    double low = 1e300, high = -1e300;
    const auto widen = [&](double w) {
        low = std::min(low, w);
        high = std::max(high, w);
    };
    for (std::size_t i = 0; i < s.curve.size(); ++i) {
        widen(s.low[i].value_or(s.curve[i]));
        widen(s.high[i].value_or(s.curve[i]));
    }
    std::vector<double> half(m_points.size(), 0.);
    for (std::size_t i = 0; i < m_points.size(); ++i) {
        half[i] = s.fit.halfWidth(s.fit.weight[i], 0.95).value_or(0.);
        widen(s.fit.mean[i] - half[i]);
        widen(s.fit.mean[i] + half[i]);
    }
    const double room = 0.08 * (high - low);
    low -= room;
    high += room;
    double x0 = m_points.front(), x1 = m_points.back();
    for (double next : s.next) {
        x0 = std::min(x0, next);
        x1 = std::max(x1, next);
    }
    const double side = 0.05 * (x1 - x0);
    x0 -= side;
    x1 += side;
    const QRectF area(kSweepLeft, kTop + 18, width() - kSweepLeft - kSweepRight, height() - kTop - 18 - kSweepFoot);
    const auto x = [&](double v) { return area.left() + (v - x0) / (x1 - x0) * area.width(); };
    const auto y = [&](double w) { return area.bottom() - (w - low) / (high - low) * area.height(); };
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRect(area);
    if (s.bestLow && s.bestHigh && s.shape != SweepShape::Flat) {
        p.setPen(Qt::NoPen);
        p.setBrush(t.gainSoft);
        p.drawRect(QRectF(QPointF(x(*s.bestLow), area.top()), QPointF(x(*s.bestHigh), area.bottom())));
        p.setPen(QPen(t.gain, 1, Qt::DashLine));
        p.drawLine(QPointF(x(s.bestX), area.top()), QPointF(x(s.bestX), area.bottom()));
    }
    QPolygonF band;
    for (std::size_t i = 0; i < s.x.size(); ++i)
        if (s.high[i])
            band << QPointF(x(s.x[i]), y(*s.high[i]));
    for (std::size_t i = s.x.size(); i-- > 0;)
        if (s.low[i])
            band << QPointF(x(s.x[i]), y(*s.low[i]));
    QColor soft = t.accent;
    soft.setAlphaF(0.13);
    p.setPen(Qt::NoPen);
    p.setBrush(soft);
    p.drawPolygon(band);
    QPainterPath line;
    for (std::size_t i = 0; i < s.x.size(); ++i)
        i == 0 ? line.moveTo(x(s.x[i]), y(s.curve[i])) : line.lineTo(x(s.x[i]), y(s.curve[i]));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.accent, 2.2));
    p.drawPath(line);
    p.setFont(Theme::font(Size::Small));
    const QLocale l;
    for (std::size_t i = 0; i < m_points.size(); ++i) {
        p.setPen(QPen(t.ink, 2));
        p.drawLine(QPointF(x(m_points[i]), y(s.fit.mean[i] - half[i])),
                   QPointF(x(m_points[i]), y(s.fit.mean[i] + half[i])));
        p.setBrush(t.ink);
        p.drawEllipse(QPointF(x(m_points[i]), y(s.fit.mean[i])), 4.5, 4.5);
        p.setPen(t.muted);
        p.drawText(QRectF(x(m_points[i]) - 40, area.bottom() + 3, 80, 15), Qt::AlignCenter,
                   l.toString(m_points[i], 'g', 5));
    }
    std::vector<LabelWish> wishes;
    std::vector<DrawnLine> lines{{QPolygonF(line.toFillPolygon()), false}};
    QStringList words;
    for (double next : s.next) {
        p.setPen(QPen(t.amber, 1.5, Qt::DotLine));
        const QLineF upright(x(next), area.top(), x(next), area.bottom());
        p.drawLine(upright);
        lines.push_back({QPolygonF{upright.p1(), upright.p2()}, false});
        words << (words.isEmpty() ? tr("next: %1") : tr("then: %1")).arg(l.toString(next, 'f', s.decimals));
        wishes.push_back({{x(next), area.top() + 4.},
                          {p.fontMetrics().horizontalAdvance(words.back()) + 10., p.fontMetrics().height() + 2.},
                          false});
    }
    for (std::size_t i = 0; i < m_points.size(); ++i)
        lines.push_back({QPolygonF{QPointF(x(m_points[i]), y(s.fit.mean[i] - half[i])),
                                   QPointF(x(m_points[i]), y(s.fit.mean[i] + half[i]))},
                         false});
    const std::vector<QRectF> places = placeLabels(wishes, lines, {}, area.adjusted(3, 3, -3, -3));
    for (std::size_t i = 0; i < places.size(); ++i) {
        p.setPen(t.amber);
        p.drawText(places[i], Qt::AlignCenter, words[static_cast<qsizetype>(i)]);
    }
    p.setPen(t.muted);
    const double least = u.powerOf(low), most = u.powerOf(high);
    for (double shown : niceTicks(least, most))
        p.drawText(QRectF(0, y(low + (high - low) * (shown - least) / (most - least)) - 8, kSweepLeft - 6, 16),
                   Qt::AlignRight | Qt::AlignVCenter, l.toString(shown));
    p.drawText(QRectF(area.left(), height() - 17, area.width(), 15), Qt::AlignCenter, m_name);
    p.setPen(t.amber);
    p.drawText(QRectF(area.left(), 2, area.width(), 16), Qt::AlignLeft,
               tr("power [%1] from %2: this axis does not start at zero")
                   .arg(u.powerSymbol(), l.toString(u.powerOf(low), 'f', 1)));
}

BestChart::BestChart(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setAccessibleName(tr("The best value at each engine speed"));
}

void BestChart::setBest(std::vector<BestAtSpeed> best, std::vector<double> points, const QString& name) {
    m_best = std::move(best);
    m_points = std::move(points);
    m_name = name;
    update();
}

void BestChart::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    if (m_best.size() < 2)
        return;
    const QRectF area(kSweepLeft, kTop + 16, width() - kSweepLeft - kSweepRight, height() - kTop - 16 - kSweepFoot);
    const double x0 = m_best.front().place, x1 = m_best.back().place;
    const double span = m_points.back() - m_points.front();
    const double y0 = m_points.front() - 0.12 * span, y1 = m_points.back() + 0.12 * span;
    const auto x = [&](double place) { return area.left() + (place - x0) / (x1 - x0) * area.width(); };
    const auto y = [&](double v) { return area.bottom() - (std::clamp(v, y0, y1) - y0) / (y1 - y0) * area.height(); };
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRect(area);
    const QLocale l;
    p.setFont(Theme::font(Size::Small));
    for (double v : m_points) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(area.left(), y(v)), QPointF(area.right(), y(v)));
        p.setPen(t.muted);
        p.drawText(QRectF(0, y(v) - 8, kSweepLeft - 6, 16), Qt::AlignRight | Qt::AlignVCenter, l.toString(v, 'g', 5));
    }
    for (const BestAtSpeed& b : m_best) {
        if (b.shape == SweepShape::Flat) { // no value is better than another here
            p.setPen(QPen(t.muted, 1));
            p.drawText(QRectF(x(b.place) - 8, area.center().y() - 8, 16, 16), Qt::AlignCenter, QStringLiteral("·"));
            continue;
        }
        if (b.low && b.high) {
            QColor soft = t.accent;
            soft.setAlphaF(0.35);
            p.setPen(QPen(soft, 4, Qt::SolidLine, Qt::FlatCap));
            p.drawLine(QPointF(x(b.place), y(*b.low)), QPointF(x(b.place), y(*b.high)));
        }
        p.setPen(QPen(t.accent, 2));
        p.setBrush(t.accent);
        const QPointF at(x(b.place), y(b.bestX));
        if (b.inside) {
            p.drawEllipse(at, 3.5, 3.5);
        } else {
            const double sign = b.bestX >= 0.5 * (m_points.front() + m_points.back()) ? -1. : 1.;
            p.drawPolygon(QPolygonF{at + QPointF(0, sign * 7), at + QPointF(-5, 0), at + QPointF(5, 0)});
        }
    }
    p.setPen(t.muted);
    const DisplayUnits& u = m_model.units();
    const CurveAxis axis = m_model.answers().axis();
    for (const auto& [place, shown] : u.placeTicks(x0, x1, axis))
        p.drawText(QRectF(x(place) - 30, area.bottom() + 3, 60, 15), Qt::AlignCenter, shown);
    p.drawText(QRectF(area.left(), height() - 17, area.width(), 15), Qt::AlignCenter, u.axisLabel(axis));
    p.drawText(
        QRectF(area.left(), 2, area.width(), 16), Qt::AlignLeft,
        tr("best %1 at each speed · arrow: at the edge of what was tried · dot: no value is better").arg(m_name));
}

SweepPage::SweepPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Steps, combinations, sweeps"), parent) {
    m_which = new QComboBox;
    m_which->setAccessibleName(tr("What was stepped"));
    tools()->addWidget(m_which);
    addMetric();
    m_cut = new QCheckBox(tr("it can only be &cut shorter"));
    m_cut->setToolTip(tr("A cut cannot be undone: the next point is then chosen on the safe side"));
    tools()->addWidget(m_cut);
    m_harm = new QComboBox;
    m_harm->setAccessibleName(tr("Which way can hurt the engine"));
    m_harm->setToolTip(tr("The next point is then chosen from the safe side first"));
    m_harm->addItem(tr("can hurt: as is usual"));
    m_harm->addItem(tr("can hurt: neither way"), static_cast<int>(HarmSide::Neither));
    m_harm->addItem(tr("can hurt: less"), static_cast<int>(HarmSide::Below));
    m_harm->addItem(tr("can hurt: more"), static_cast<int>(HarmSide::Above));
    m_harm->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_harm->setMinimumContentsLength(14);
    tools()->addWidget(m_harm);
    m_chart = new SweepChart(theme, model);
    m_bestChart = new BestChart(theme, model);
    drawings()->addWidget(m_chart, 3);
    drawings()->addWidget(m_bestChart, 2);
    connect(m_which, &QComboBox::activated, this, &SweepPage::refresh);
    connect(m_harm, &QComboBox::activated, this, &SweepPage::refresh);
    connect(m_cut, &QCheckBox::toggled, this, &SweepPage::refresh);
}

StudyDesk::Work SweepPage::work() {
    SweepCare care{m_cut->isChecked(), {}};
    if (const QVariant side = m_harm->currentData(); side.isValid())
        care.harm = static_cast<HarmSide>(side.toInt());
    return [this, metric = metric(), part = m_which->currentText().toStdString(),
            care](const StudyPtr& study) -> StudyDesk::Draw {
        const std::vector<FoundSweep>& sweeps = study->foundSweeps();
        if (sweeps.empty())
            return [this] {
                offer({}, {});
                showNone(tr("No sweep among these setups."),
                         tr("A sweep needs three setups or more that differ in one part alone, with a number in it: "
                            "write on Ask what each changes, say a stack from 60 mm to 120 mm."));
            };
        const bool known =
            std::any_of(sweeps.begin(), sweeps.end(), [&](const FoundSweep& s) { return s.part == part; });
        const std::string shown = known ? part : sweeps.front().part;
        const Result<SweepAnswer>& answer = study->sweep(shown, metric, care);
        return [this, study, shown, &answer] {
            offer(study->foundSweeps(), shown);
            if (answer)
                show(*answer);
            else
                showNone(tr("This sweep cannot be worked out."), errorWords(answer.error()));
        };
    };
}

/// The parts that were stepped through, to choose from where there are several.
void SweepPage::offer(const std::vector<FoundSweep>& sweeps, const std::string& shown) {
    m_which->clear();
    for (const FoundSweep& s : sweeps)
        m_which->addItem(QString::fromStdString(s.part));
    m_which->setCurrentIndex(m_which->findText(QString::fromStdString(shown)));
    m_which->setVisible(sweeps.size() > 1);
}

void SweepPage::showNone(const QString& head, const QString& words) {
    m_sweep.reset();
    m_best.clear();
    m_chart->setSweep({}, {}, {});
    m_bestChart->setBest({}, {}, {});
    headline(head);
    say(words, "muted");
}

void SweepPage::show(const SweepAnswer& answer) {
    const FoundSweep& found = answer.found;
    const QString name =
        found.unit.empty() ? QString::fromStdString(found.part)
                           : tr("%1 [%2]").arg(QString::fromStdString(found.part), QString::fromStdString(found.unit));
    m_sweep = *answer.sweep;
    m_best = answer.along;
    m_chart->setSweep(m_sweep, found.points, name);
    m_bestChart->setBest(m_best, found.points, name);

    const Sweep& s = *m_sweep;
    const QLocale l;
    const QString unit = found.unit.empty() ? QString() : QLatin1Char(' ') + QString::fromStdString(found.unit);
    if (s.shape == SweepShape::Flat)
        headline(tr("No value is better than another"));
    else
        headline(tr("Best near %1%2").arg(l.toString(s.bestX, 'f', s.decimals), unit));
    say(tr("Read as %1.").arg(metricWords()), "muted");
    if (s.shape != SweepShape::Flat) {
        if (s.bestLow && s.bestHigh)
            say(tr("The best lies between %1 and %2%3.")
                    .arg(l.toString(*s.bestLow, 'f', s.decimals), l.toString(*s.bestHigh, 'f', s.decimals), unit));
        if (!s.inside)
            say(tr("It is at the edge of what was tried: the true best may lie beyond."), "caution");
        const double margin = s.fit.halfWidth(s.fit.weight.front(), 0.95).value_or(0.);
        say(tr("There it makes %1, give or take %2.").arg(power(s.value, margin), power(margin, margin)));
        if (s.shortSidePerUnit > 0. || s.longSidePerUnit > 0.)
            say(tr("1%1 below the best costs %2, 1%1 above it %3.")
                    .arg(unit, power(std::abs(s.shortSidePerUnit), margin),
                         power(std::abs(s.longSidePerUnit), margin)));
    }
    say(QString::fromStdString(said(s.advice, m_model.units().wording())));
    int edge = 0, flat = 0;
    double least = 1e300, most = -1e300;
    for (const BestAtSpeed& b : m_best) {
        flat += b.shape == SweepShape::Flat;
        edge += b.shape != SweepShape::Flat && !b.inside;
        if (b.shape != SweepShape::Flat) {
            least = std::min(least, b.bestX);
            most = std::max(most, b.bestX);
        }
    }
    if (!m_best.empty() && most >= least)
        say(most - least < 1e-9
                ? tr("It is the same at every engine speed.")
                : tr("Along the engine speeds the best runs from %1 to %2%3; one value is a compromise.")
                      .arg(l.toString(least, 'f', s.decimals), l.toString(most, 'f', s.decimals), unit));
    sayCautions(answer.cautions);
}

} // namespace jr::app
