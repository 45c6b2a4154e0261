#include "app/ask/plan_card.h"

#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {
namespace {

constexpr int kLeast = 2, kMost = 16, kLeftRoom = 44, kBottomRoom = 34;

} // namespace

ReachCurve::ReachCurve(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(140);
    setAccessibleName(tr("Smallest gain that so many pulls can show"));
    setToolTip(tr("Drag the point, or use the arrow keys, to see what more or fewer pulls can show."));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void ReachCurve::setPlan(const PlanOptions& options, int pullsEach) {
    m_options = options;
    m_pulls = std::clamp(pullsEach, kLeast, kMost);
    m_reach.clear();
    for (int n = kLeast; n <= kMost; ++n)
        m_reach.push_back(smallestGainPct(options, n));
    update();
}

double ReachCurve::x(double pulls) const {
    return kLeftRoom + (pulls - kLeast) / (kMost - kLeast) * (width() - kLeftRoom - 14.);
}
double ReachCurve::y(double pct) const {
    const double top = std::max(3. * m_options.worthPct, m_reach.size() > 1 ? 1.1 * m_reach[1] : 1.);
    return 10. + (1. - std::min(pct / top, 1.)) * (height() - kBottomRoom - 10.);
}

void ReachCurve::paintEvent(QPaintEvent*) {
    if (m_reach.empty())
        return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const QLocale l;
    p.setFont(Theme::font(Size::Small));
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(kLeftRoom, y(0.)), QPointF(width() - 14., y(0.)));
    p.setPen(QPen(t.muted, 1, Qt::DashLine));
    p.drawLine(QPointF(kLeftRoom, y(m_options.worthPct)), QPointF(width() - 14., y(m_options.worthPct)));
    p.drawText(QRectF(0, y(m_options.worthPct) - 9, kLeftRoom - 5, 18), Qt::AlignRight | Qt::AlignVCenter,
               l.toString(m_options.worthPct) + QStringLiteral(" %"));
    p.drawText(QRectF(0, y(0.) - 9, kLeftRoom - 5, 18), Qt::AlignRight | Qt::AlignVCenter, QStringLiteral("0 %"));
    for (int n = kLeast; n <= kMost; n += 2)
        p.drawText(QRectF(x(n) - 20, height() - kBottomRoom + 3, 40, 15), Qt::AlignCenter, QString::number(n));
    p.drawText(QRectF(kLeftRoom, height() - 16, width() - kLeftRoom, 15), Qt::AlignCenter,
               tr("pulls of each · smallest gain they show"));
    QPainterPath path;
    for (std::size_t i = 0; i < m_reach.size(); ++i) {
        const QPointF point(x(kLeast + static_cast<double>(i)), y(m_reach[i]));
        i == 0 ? path.moveTo(point) : path.lineTo(point);
    }
    p.setPen(QPen(t.accent, 2.2));
    p.setBrush(Qt::NoBrush);
    p.drawPath(path);
    const double reach = m_reach[static_cast<std::size_t>(m_pulls - kLeast)];
    const QPointF at(x(m_pulls), y(reach));
    p.setBrush(hasFocus() ? t.accent : t.panel);
    p.drawEllipse(at, 7, 7);
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Body, true));
    p.drawText(QRectF(std::min(at.x() + 10., width() - 76.), at.y() - 24., 74., 18.), Qt::AlignLeft,
               l.toString(reach, 'f', 2) + QStringLiteral(" %"));
}

void ReachCurve::chooseAt(double px) {
    const int n = std::clamp(
        static_cast<int>(std::lround(kLeast + (px - kLeftRoom) / (width() - kLeftRoom - 14.) * (kMost - kLeast))),
        kLeast, kMost);
    if (n != m_pulls)
        emit pullsChosen(n);
}

void ReachCurve::mousePressEvent(QMouseEvent* event) {
    chooseAt(event->position().x());
}
void ReachCurve::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton)
        chooseAt(event->position().x());
}
void ReachCurve::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    if (step == 0)
        QWidget::keyPressEvent(event);
    else if (const int n = std::clamp(m_pulls + step, kLeast, kMost); n != m_pulls)
        emit pullsChosen(n);
}

PlanCard::PlanCard(const Theme& theme, JobModel& model, QWidget* parent)
    : QFrame(parent), m_theme(theme), m_model(model) {
    setProperty("card", true);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 10, 14, 10);
    layout->setSpacing(6);
    auto* title = new QLabel(tr("The plan"));
    title->setProperty("headline", true);
    layout->addWidget(title);
    auto* form = new QFormLayout;
    const auto box = [&](const QString& name, double value, double most, const QString& unit) {
        auto* b = new QDoubleSpinBox;
        b->setRange(0.01, most);
        b->setDecimals(unit == QLatin1String(" %") ? 2 : 0);
        b->setValue(value);
        b->setSuffix(unit);
        b->setButtonSymbols(QAbstractSpinBox::NoButtons);
        form->addRow(name, b);
        connect(b, &QDoubleSpinBox::valueChanged, this, [this, b] {
            if (b == m_repeatability)
                m_typed = true;
            refresh();
        });
        return b;
    };
    m_repeatability = box(tr("A pull &repeats within"), 0.5, 20., QStringLiteral(" %"));
    m_pullMinutes = box(tr("&Minutes a pull"), 6., 600., tr(" min"));
    m_changeMinutes = box(tr("M&inutes a change"), 20., 6000., tr(" min"));
    layout->addLayout(form);
    m_from = new QLabel;
    m_from->setProperty("muted", true);
    m_from->setWordWrap(true);
    layout->addWidget(m_from);
    m_order = new QLabel;
    m_order->setWordWrap(true);
    m_order->setProperty("strong", true);
    layout->addWidget(m_order);
    m_words = new QLabel;
    m_words->setWordWrap(true);
    layout->addWidget(m_words);
    m_curve = new ReachCurve(theme);
    layout->addWidget(m_curve, 1);
    connect(m_curve, &ReachCurve::pullsChosen, this, [this](int n) {
        m_chosen = n;
        refresh();
    });
    connect(&model, &JobModel::comparisonChanged, this, &PlanCard::refresh);
    refresh();
}

QString PlanCard::text() const {
    return m_order->text() + QLatin1Char('\n') + m_words->text();
}

void PlanCard::refresh() {
    PlanOptions o;
    // From the pulls of this job where they tell; a typed one stays.
    const auto& comparison = m_model.comparison();
    const bool own = comparison && comparison->repeatabilityPct && !comparison->repeatabilityBorrowed;
    if (own && !m_typed) {
        m_repeatability->blockSignals(true);
        m_repeatability->setValue(*comparison->repeatabilityPct);
        m_repeatability->blockSignals(false);
    }
    m_from->setText(m_typed ? tr("Typed in.")
                    : own   ? tr("From the pulls of this job so far.")
                            : tr("A guess until this bench has shown how well it repeats."));
    o.repeatabilityPct = m_repeatability->value();
    o.worthPct = m_model.settings().worthPct;
    o.pullMinutes = m_pullMinutes->value();
    o.changeMinutes = m_changeMinutes->value();
    const Result<Plan> plan = makePlan(o);
    if (!plan) {
        m_words->setText(QString::fromStdString(plan.error().reason));
        return;
    }
    m_plan = *plan;
    if (m_chosen > 0 && m_chosen != m_plan.pullsEach) {
        m_plan.pullsEach = m_chosen;
        m_plan.order = balancedOrder(2, m_chosen);
        m_plan.smallestGainPct = smallestGainPct(o, m_chosen);
        int changes = 0;
        for (std::size_t i = 1; i < m_plan.order.size(); ++i)
            changes += m_plan.order[i] != m_plan.order[i - 1];
        m_plan.minutes = static_cast<double>(m_plan.order.size()) * *o.pullMinutes + changes * *o.changeMinutes;
    }
    m_curve->setPlan(o, m_plan.pullsEach);
    showOrder();
}

void PlanCard::showOrder() {
    const JobRecord& job = m_model.job();
    const auto mark = [&](int setup) {
        const SetupRecord* s = job.setup(setup == 0 ? m_model.settings().baseSetup : m_model.settings().withSetup);
        return s ? Theme::mark(s->mark).letter : QString(QLatin1Char(setup == 0 ? 'A' : 'B'));
    };
    QString order;
    for (std::size_t i = 0; i < m_plan.order.size(); ++i)
        order += (i == 0                                   ? QString()
                  : m_plan.order[i] == m_plan.order[i - 1] ? QStringLiteral(" ")
                                                           : QStringLiteral(" · ")) +
                 mark(m_plan.order[i]);
    m_order->setText(order);
    const QLocale l;
    m_words->setText(
        tr("%1 pulls of each, base first and last, about %2 h. They show a gain of %3 % or more nine times in ten; a "
           "smaller one may go unseen.")
            .arg(m_plan.pullsEach)
            .arg(l.toString(m_plan.minutes.value_or(0.) / 60., 'f', 1), l.toString(m_plan.smallestGainPct, 'f', 2)));
}

} // namespace jr::app
