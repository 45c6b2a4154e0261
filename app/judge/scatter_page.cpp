// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/scatter_page.h"

#include "app/model/display_units.h"
#include "core/words/wording.h"

#include <QDateTime>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kScatterLeft = 66., kScatterRight = 20.;

QString dayText(const RunPull& pull) {
    return pull.startedS
               ? QLocale().toString(QDateTime::fromMSecsSinceEpoch(static_cast<qint64>(1000. * *pull.startedS)).date(),
                                    QLocale::ShortFormat)
               : QString();
}

} // namespace

RunPicture::RunPicture(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setAccessibleName(tr("Every pull in order against its own setup, with limits and drift"));
}

void RunPicture::setRun(RunChart chart, std::vector<RunPull> pulls, std::vector<int> marks) {
    m_chart = std::move(chart);
    m_pulls = std::move(pulls);
    m_marks = std::move(marks);
    update();
}

double RunPicture::x(std::size_t index) const {
    const double n = static_cast<double>(std::max<std::size_t>(m_pulls.size(), 2));
    return kScatterLeft + 14. + (width() - kScatterLeft - kScatterRight - 28.) * static_cast<double>(index) / (n - 1.);
}

int RunPicture::pullAt(const QPointF& point) const {
    for (std::size_t i = 0; i < m_pulls.size(); ++i)
        if (std::abs(point.x() - x(i)) < 12.)
            return static_cast<int>(i);
    return -1;
}

void RunPicture::mousePressEvent(QMouseEvent* event) {
    if (const int i = pullAt(event->position()); i >= 0)
        emit pullChosen(i);
}

void RunPicture::drawStrip(QPainter& p, const QRectF& area, const QString& name, std::optional<double> RunPull::*member,
                           int decimals) {
    const Tokens& t = m_theme.tokens();
    double low = 1e300, high = -1e300;
    for (const RunPull& pull : m_pulls)
        if (pull.*member) {
            low = std::min(low, *(pull.*member));
            high = std::max(high, *(pull.*member));
        }
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(area.left(), area.top(), area.width(), 14), Qt::AlignLeft,
               low > high ? tr("%1: not recorded").arg(name) : name);
    if (low > high)
        return;
    const QLocale l;
    p.drawText(QRectF(0, area.top() + 12, kScatterLeft - 6, 14), Qt::AlignRight, l.toString(high, 'f', decimals));
    p.drawText(QRectF(0, area.bottom() - 12, kScatterLeft - 6, 14), Qt::AlignRight, l.toString(low, 'f', decimals));
    QPainterPath line;
    bool begun = false;
    for (std::size_t i = 0; i < m_pulls.size(); ++i)
        if (m_pulls[i].*member) {
            const double share = high > low ? (*(m_pulls[i].*member) - low) / (high - low) : 0.5;
            const QPointF at(x(i), area.bottom() - 4. - share * (area.height() - 22.));
            begun ? line.lineTo(at) : line.moveTo(at);
            begun = true;
        }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.accent, 1.6));
    p.drawPath(line);
}

void RunPicture::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    if (m_pulls.empty())
        return;
    const double stripHigh = std::max(38., 0.115 * height());
    const QRectF area(kScatterLeft, 24, width() - kScatterLeft - kScatterRight,
                      height() - 24 - 3 * (stripHigh + 6) - 20);
    // Never for less than half a per cent: small scatter must look small.
    double reach = 0.5;
    for (std::size_t i = 0; i < m_pulls.size(); ++i) { // each sitting's corridor stands at its own level
        const double level = m_chart.driftLinePct.empty() ? 0. : m_chart.driftLinePct[i];
        reach = std::max(reach, 1.15 * (std::abs(level) + m_chart.limitPct.value_or(0.)));
    }
    for (const RunPoint& point : m_chart.points)
        reach = std::max(reach, 1.2 * std::abs(point.withDriftPct));
    const auto y = [&](double pct) { return area.center().y() - pct / reach * 0.5 * area.height(); };
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRect(area);
    const auto drift = [&](std::size_t i) { return m_chart.driftLinePct.empty() ? 0. : m_chart.driftLinePct[i]; };
    p.setFont(Theme::font(Size::Small));
    // A night between two sittings is a gap: line and corridor do not cross it.
    for (std::size_t from = 0; from < m_pulls.size();) {
        std::size_t to = from + 1;
        while (to < m_pulls.size() && m_chart.sitting[to] == m_chart.sitting[from])
            ++to;
        QPolygonF line, corridor;
        const auto add = [&](double at, std::size_t i) {
            line << QPointF(at, y(drift(i)));
            corridor << QPointF(at, y(drift(i) + m_chart.limitPct.value_or(0.)));
        };
        const double half = m_pulls.size() > 1 ? 0.3 * (x(1) - x(0)) : 10.;
        add(std::max(x(from) - half, area.left()), from);
        for (std::size_t i = from; i < to; ++i)
            add(x(i), i);
        add(std::min(x(to - 1) + half, area.right()), to - 1);
        for (qsizetype i = line.size(); i-- > 0;)
            corridor << 2. * line[i] - corridor[i];
        if (m_chart.limitPct) {
            p.setPen(QPen(t.muted, 1, Qt::DashLine));
            p.setBrush(t.sameSoft);
            p.drawPolygon(corridor);
        }
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.ink, 1.6));
        p.drawPolyline(line);
        if (m_chart.sittings > 1) {
            const double left = std::max(x(from) - half, area.left() + 4.);
            p.setPen(t.muted);
            p.drawText(QRectF(left, area.top() + 4, std::max(90., x(to - 1) + half - left), 16), Qt::AlignLeft,
                       dayText(m_pulls[from]));
        }
        from = to;
    }
    p.setPen(QPen(t.muted, 1, Qt::DotLine));
    p.drawLine(QPointF(area.left(), y(0.)), QPointF(area.right(), y(0.)));
    for (std::size_t i = 0; i < m_pulls.size(); ++i) {
        const RunPoint& point = m_chart.points[i];
        const QPointF at(x(i), y(point.withDriftPct));
        p.setPen(QPen(t.line, 1));
        p.drawLine(at, QPointF(x(i), y(drift(i))));
        Theme::drawMark(p, at, 6.5, m_marks[i], t.marks[m_marks[i] & 7]);
        if (point.odd) {
            p.setBrush(Qt::NoBrush);
            p.setPen(QPen(t.amber, 2.5));
            p.drawEllipse(at, 12, 12);
            p.setFont(Theme::font(Size::Small, true));
            p.drawText(QRectF(at.x() + 16, at.y() - 8, 60, 16), Qt::AlignVCenter, tr("odd"));
            p.setFont(Theme::font(Size::Small));
        }
        if (m_pulls.size() <= 30 || i % 5 == 0) {
            p.setPen(t.muted);
            p.drawText(QRectF(x(i) - 20, height() - 17, 40, 14), Qt::AlignCenter, QString::number(m_pulls[i].number));
        }
    }
    const QLocale l;
    p.setPen(t.muted);
    for (double share : {-0.8, 0., 0.8})
        p.drawText(QRectF(0, y(share * reach) - 8, kScatterLeft - 6, 16), Qt::AlignRight | Qt::AlignVCenter,
                   (share > 0. ? QStringLiteral("+") : QString()) + l.toString(share * reach, 'f', 1) +
                       QStringLiteral(" %"));
    p.drawText(QRectF(area.left(), 4, area.width(), 16), Qt::AlignLeft,
               m_chart.sittings > 1 ? tr("each pull against its own setup, pulls in order · line: drift, each sitting "
                                         "at its own level · corridor: "
                                         "limits for all pulls together")
                                    : tr("each pull against its own setup, pulls in order · line: drift · corridor: "
                                         "limits for all pulls together"));
    double top = area.bottom() + 6;
    drawStrip(p, QRectF(area.left(), top, area.width(), stripHigh), tr("coolant at the start [°C]"), &RunPull::coolantC,
              0);
    top += stripHigh + 6;
    drawStrip(p, QRectF(area.left(), top, area.width(), stripHigh), tr("intake or room air [°C]"), &RunPull::intakeC,
              1);
    top += stripHigh + 6;
    drawStrip(p, QRectF(area.left(), top, area.width(), stripHigh), tr("air pressure [hPa]"), &RunPull::airPressureHpa,
              1);
}

ScatterPage::ScatterPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Scatter and drift"), parent) {
    m_picture = new RunPicture(theme, model);
    drawings()->addWidget(m_picture, 1);
    connect(m_picture, &RunPicture::pullChosen, this,
            [this](int i) { m_model.setCurrentPull(m_indices[static_cast<std::size_t>(i)]); });
}

StudyDesk::Work ScatterPage::work() {
    return [this](const StudyPtr& study) -> StudyDesk::Draw {
        const Result<ScatterAnswer>& answer = study->scatter();
        return [this, study, &answer] {
            if (answer) {
                show(*answer, *study);
                return;
            }
            m_run = {};
            m_indices.clear();
            m_picture->setRun({}, {}, {});
            headline(tr("Too few pulls to show scatter."));
            say(tr("Every pull stands here in its order, against its own setup."), "muted");
        };
    };
}

void ScatterPage::show(const ScatterAnswer& answer, const Study& study) {
    m_run = answer.chart;
    m_indices.clear();
    std::vector<int> marks;
    for (std::size_t i : answer.which) {
        m_indices.push_back(static_cast<int>(i));
        const SetupRecord* setup = m_model.job().setup(study.pulls()[i].setupId);
        marks.push_back(setup ? setup->mark : 0);
    }
    const std::vector<RunPull>& pulls = answer.pulls;
    m_picture->setRun(m_run, pulls, marks);
    const QLocale l;
    headline(m_run.sdPct ? tr("A pull repeats within %1 %").arg(l.toString(*m_run.sdPct, 'f', 2))
                         : tr("The scatter is not known"));
    say(QString::fromStdString(said(m_run.account, m_model.units().wording())));
    for (std::size_t i = 0; i < m_run.points.size(); ++i)
        if (m_run.points[i].odd) {
            QStringList causes;
            for (const Message& c : m_run.points[i].causes)
                causes << QString::fromStdString(said(c, m_model.units().wording()));
            say(tr("Pull %1 is odd: %2 % against its own. Likely: %3. Look at it, and set it aside only with a reason.")
                    .arg(pulls[i].number)
                    .arg(QString::fromStdString(plainNumber(m_run.points[i].pct, 1, m_model.units().wording(), true)),
                         causes.join(QStringLiteral("; "))),
                "caution");
        }
    if (const auto past = m_model.notes().past()) {
        QStringList list;
        for (const RepeatabilityNote& note : past->notes) {
            const auto told = [&](const KnownSpread& s) {
                return tr("%1 % (%2 degrees of freedom)")
                    .arg(l.toString(100. * s.sd, 'f', 2), l.toString(s.freedom, 'f', 1));
            };
            QString line = tr("%1: %2 from pull to pull")
                               .arg(note.last.empty() ? tr("undated") : QString::fromStdString(note.last.substr(0, 10)),
                                    told(*note.told.pull));
            if (note.told.fitting)
                line += QStringLiteral(", ") + tr("%1 from fitting to fitting").arg(told(*note.told.fitting));
            list << line;
        }
        say(tr("This bench in earlier jobs (%1):").arg(QString::fromStdString(past->knowledge.whose)) +
                QLatin1Char('\n') + list.join(QLatin1Char('\n')),
            "muted");
    }
    for (FlagKind flag : {FlagKind::FuelStarved, FlagKind::Hot, FlagKind::Cold, FlagKind::Slip}) {
        QStringList numbers;
        for (const RunPull& p : pulls)
            if (std::find(p.flags.begin(), p.flags.end(), flag) != p.flags.end())
                numbers << QString::number(p.number);
        if (!numbers.empty())
            say(tr("Flagged %1: pull %2.")
                    .arg(DisplayUnits::word(flagText(flag)), numbers.join(QStringLiteral(", "))));
    }
}

} // namespace jr::app
