// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/desk_page.h"

#include "app/charts/nice_ticks.h"
#include "app/model/display_units.h"
#include "app/words/words.h"
#include "core/air/standards.h"
#include "core/figure/desk/convert.h"
#include "core/units/units.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

std::vector<InputSpec> deskInputs() {
    return {
        {{"temp_c", -30., 55., Ranged::exactly(20.), true},
         DeskPage::tr("air, dry bulb"),
         QStringLiteral("°C"),
         0.5,
         1},
        {{"pressure_hpa", 600., 1080., Ranged::exactly(1000.), true},
         DeskPage::tr("station pressure"),
         QStringLiteral("hPa"),
         1.,
         1},
        {{"humidity_pct", 0., 100., Ranged::exactly(50.), true}, DeskPage::tr("humidity"), QStringLiteral("%"), 1., 0},
        {{"torque_nm", 0., 1000., Ranged::exactly(30.), true}, DeskPage::tr("torque"), QStringLiteral("Nm"), 1., 1},
        {{"rpm", 0., 25000., Ranged::exactly(7000.), true}, DeskPage::tr("at"), QStringLiteral("rpm"), 50., 0},
    };
}

struct Gauge {
    const char* key;
    double low, high;
};
constexpr Gauge kGauges[] = {{"temp_c", -10., 45.}, {"pressure_hpa", 780., 1050.}, {"humidity_pct", 0., 100.}};

} // namespace

DeskPage::DeskPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "desk", tr("The air and what the standards make of it"), QStringLiteral("Desk"),
                 deskInputs(), parent) {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    m_value = new QLineEdit(QStringLiteral("1"));
    m_value->setAccessibleName(tr("A figure to turn into another unit"));
    m_value->setFixedWidth(70);
    m_from = new QComboBox;
    m_from->setAccessibleName(tr("From"));
    m_to = new QComboBox;
    m_to->setAccessibleName(tr("To"));
    row->addWidget(m_value);
    row->addWidget(m_from, 1);
    row->addWidget(m_to, 1);
    for (QComboBox* combo : {m_from, m_to}) {
        combo->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        combo->setMinimumContentsLength(5);
    }
    for (const auto* table : {&workshopUnits(), &allUnits()})
        for (const Unit& unit : *table)
            m_from->addItem(QString::fromUtf8(unit.symbol.data()));
    m_result = new Words;
    m_result->setProperty("strong", true);
    m_result->setTextInteractionFlags(Qt::TextSelectableByMouse);
    addToolWidget(box);
    addToolWidget(m_result);
    connect(m_from, &QComboBox::currentIndexChanged, this, [this] { offerUnits(); });
    connect(m_to, &QComboBox::currentIndexChanged, this, [this] { showConverted(); });
    connect(m_value, &QLineEdit::textChanged, this, [this] { showConverted(); });
    m_from->setCurrentText(QStringLiteral("in"));
    offerUnits();
    take({});
}

void DeskPage::offerUnits() {
    const QString was = m_to->currentText();
    const QSignalBlocker quiet(m_to);
    m_to->clear();
    for (std::string_view unit : unitsLike(m_from->currentText().toStdString()))
        if (m_to->findText(QString::fromUtf8(unit.data())) < 0)
            m_to->addItem(QString::fromUtf8(unit.data()));
    if (const int at = m_to->findText(was); at >= 0)
        m_to->setCurrentIndex(at);
    showConverted();
}

void DeskPage::showConverted() {
    bool good = false;
    double value = QLocale().toDouble(m_value->text().trimmed(), &good);
    if (!good)
        value = QLocale::c().toDouble(m_value->text().trimmed(), &good);
    m_value->setProperty("wrong", !good);
    const Result<Converted> out =
        good ? convert(value, m_from->currentText().toStdString(), m_to->currentText().toStdString())
             : Result<Converted>(Error("no number"));
    m_result->setText(out ? tr("= %1 %2").arg(QLocale().toString(out->value, 'g', 7), QString::fromStdString(out->unit))
                          : tr("= ?"));
}

QString DeskPage::converted() const {
    return m_result->text();
}

void DeskPage::convertFrom(const QString& value, const QString& from, const QString& to) {
    m_value->setText(value);
    m_from->setCurrentText(from);
    m_to->setCurrentText(to);
}

void DeskPage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    in.offer("temp_c", f.pulls.airC, Origin::Pulls);
    in.offer("pressure_hpa", f.pulls.airPa ? std::optional(*f.pulls.airPa / 100.) : std::nullopt, Origin::Pulls);
    in.offer("humidity_pct", f.pulls.humidity ? std::optional(*f.pulls.humidity * 100.) : std::nullopt, Origin::Pulls);
    if (f.pulls.peakRpm && f.pulls.peakW) {
        in.offer("rpm", f.pulls.peakRpm->mid, Origin::Pulls);
        in.offer("torque_nm", std::optional(f.pulls.peakW->mid / radPerSFromRpm(f.pulls.peakRpm->mid)), Origin::Pulls);
    }
}

Air DeskPage::air() const {
    return {n("temp_c"), n("pressure_hpa") * 100., n("humidity_pct") / 100.};
}

void DeskPage::workOut() {
    const Air air = this->air();
    offerPin({});
    headline(tr("Air %1 kg/m³, like %2 m up")
                 .arg(number(densityKgM3(air), 3), number(std::round(densityAltitudeM(air) / 10.) * 10., 0)));
    const double watt = n("torque_nm") * radPerSFromRpm(n("rpm"));
    say(tr("%1 Nm (%2 lb-ft) at %3 rpm: %4 kW, %5 hp, %6 PS.")
            .arg(number(n("torque_nm"), 1), number(n("torque_nm") / kNmPerLbFt, 1), number(n("rpm"), 0),
                 number(watt / 1000., 2), number(watt / kWattPerHp, 1), number(watt / kWattPerPs, 1)));
    say(tr("Water in it: %1 hPa of its pressure, %2 grains a pound.")
            .arg(number(vapourPressurePa(air) / 100., 1), number(waterGrainsPerLb(air), 0)));
    const Standard *most = nullptr, *least = nullptr;
    for (const Standard& s : allStandards()) {
        if (s.id == std::string_view("none"))
            continue;
        if (!most || s.factor(air) > most->factor(air))
            most = &s;
        if (!least || s.factor(air) < least->factor(air))
            least = &s;
    }
    if (most && least)
        say(tr("In this air %1 reads %2 % above %3. Before and after are always set against each other in one of them.")
                .arg(QString::fromUtf8(most->label.data()),
                     number(100. * (most->factor(air) / least->factor(air) - 1.), 1),
                     QString::fromUtf8(least->label.data())));
    for (const Caution& c : airCautions(air))
        caution(message(c.message));
    formula(tr("density = pd / (287.05 T) + pv / (461.5 T); vapour by Buck (1996), altitude by ISO 2533; values from "
               "memory."));
    unknown(tr(
        "Type the pressure as the station shows it, not reduced to the sea: the two are 12 hPa apart for each 100 m."));
}

QRectF DeskPage::gauge(const QRectF& area, int which) const {
    return QRectF(area.left() + 60. + 110. * which, area.top() + 60., 26., area.height() - 120.);
}

std::vector<Handle> DeskPage::handles(const QRectF& area) const {
    std::vector<Handle> out;
    for (int i = 0; i < 3; ++i) {
        const QRectF box = gauge(area, i);
        const Gauge& g = kGauges[i];
        const double share = (std::clamp(n(g.key), g.low, g.high) - g.low) / (g.high - g.low);
        out.push_back(
            handle(g.key, {box.center().x(), box.bottom() - share * box.height()}, Qt::RightEdge,
                   [box, g](QPointF at) { return g.low + (box.bottom() - at.y()) / box.height() * (g.high - g.low); }));
    }
    return out;
}

void DeskPage::draw(QPainter& p, const QRectF& area) {
    const Tokens& t = m_theme.tokens();
    const QString names[] = {tr("air [°C]"), tr("pressure [hPa]"), tr("humidity [%]")};
    p.setFont(Theme::font(Size::Small));
    for (int i = 0; i < 3; ++i) {
        const QRectF box = gauge(area, i);
        const Gauge& g = kGauges[i];
        const auto y = [&](double v) {
            return box.bottom() - (std::clamp(v, g.low, g.high) - g.low) / (g.high - g.low) * box.height();
        };
        p.setPen(QPen(t.line, 1.5));
        p.setBrush(t.panel);
        p.drawRoundedRect(box, 12, 12);
        QColor soft = t.marks[i + 1];
        soft.setAlphaF(0.4f);
        p.setPen(Qt::NoPen);
        p.setBrush(soft);
        p.drawRoundedRect(QRectF(QPointF(box.left() + 4., y(n(g.key))), box.bottomRight() - QPointF(4., 4.)), 8, 8);
        for (double v : niceTicks(g.low, g.high, 6)) {
            p.setPen(t.muted);
            p.drawText(QRectF(box.left() - 48., y(v) - 8., 42., 16.), Qt::AlignRight | Qt::AlignVCenter, number(v, 0));
        }
        p.drawText(QRectF(box.center().x() - 60., box.bottom() + 10., 120., 16.), Qt::AlignCenter, names[i]);
    }
    // What every standard makes of this air: how far its factor lies from one.
    const Air air = this->air();
    const double left = area.left() + 420., right = area.right() - 76.;
    double most = 0.03;
    for (const Standard& s : allStandards())
        most = std::max(most, std::abs(s.factor(air) - 1.));
    most *= 1.15;
    const double one = 0.5 * (left + right), scale = 0.5 * (right - left) / most;
    double y = area.top() + 92.;
    p.setPen(t.muted);
    p.drawText(QRectF(left, area.top() + 44., right - left, 16.), Qt::AlignCenter,
               tr("what each standard multiplies by"));
    p.setPen(QPen(t.line, 1.5));
    p.drawLine(QPointF(one, y - 14.), QPointF(one, y + 62. * static_cast<double>(allStandards().size()) - 26.));
    for (const Standard& s : allStandards()) {
        const double factor = s.factor(air);
        p.setPen(QPen(t.accent, 1.4));
        p.setBrush(t.accentSoft);
        p.drawRect(QRectF(QPointF(one, y + 8.), QPointF(one + (factor - 1.) * scale, y + 28.)).normalized());
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.muted);
        p.drawText(QRectF(left, y - 12., right - left, 16.), Qt::AlignLeft, DisplayUnits::word(s.label));
        p.setFont(Theme::font(Size::Strong, true));
        p.setPen(t.ink);
        p.drawText(QRectF(right + 4., y + 6., 70., 24.), Qt::AlignLeft | Qt::AlignVCenter, number(factor, 3));
        y += 62.;
    }
}

} // namespace jr::app
