// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/belt_page.h"

#include "app/charts/nice_ticks.h"
#include "core/figure/predict/next_part.h"
#include "core/plan/part_number.h"
#include "core/units/units.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kGramsPerKg = 1000.;
constexpr std::size_t kWeights = 6;
const char* const kWeightKeys[kWeights] = {"weight_1_g", "weight_2_g", "weight_3_g",
                                           "weight_4_g", "weight_5_g", "weight_6_g"};

std::vector<InputSpec> beltInputs() {
    const QString g = QStringLiteral("g"), mm = QStringLiteral("mm"), rpm = QStringLiteral("rpm");
    std::vector<InputSpec> out;
    for (std::size_t i = 0; i < kWeights; ++i)
        out.push_back(
            {{kWeightKeys[i], 1., 120., Ranged::exactly(15.), true}, BeltPage::tr("weight %1").arg(i + 1), g, 0.5, 1});
    out.push_back({{"from_g", 1., 120., {16., 15., 17.}}, BeltPage::tr("weights it shifted with"), g, 0.5, 1});
    out.push_back(
        {{"from_rpm", 1500., 15000., {6900., 6700., 7100.}}, BeltPage::tr("it held the engine at"), rpm, 50., 0});
    out.push_back({{"exponent", 0.15, 1.5, kRuleExponent}, BeltPage::tr("exponent (rule: 0.5)"), {}, 0.01, 2});
    out.push_back(
        {{"band_from_rpm", 1500., 15000., {6700., 6500., 6900.}, true}, BeltPage::tr("best band from"), rpm, 50., 0});
    out.push_back(
        {{"band_to_rpm", 1500., 15000., {7900., 7700., 8100.}, true}, BeltPage::tr("best band to"), rpm, 50., 0});
    out.push_back(
        {{"shim_mm", -2., 3., Ranged::exactly(0.), true}, BeltPage::tr("shim added on the drive's boss"), mm, 0.1, 2});
    out.push_back({{"worn_mm", 0., 4., Ranged::exactly(0.), true}, BeltPage::tr("belt worn by"), mm, 0.1, 2});
    out.push_back({{"drive_low_mm", 8., 60., {20., 18., 22.}}, BeltPage::tr("drive radius at rest"), mm, 0.5, 1});
    out.push_back(
        {{"drive_high_mm", 20., 120., {50., 47., 53.}}, BeltPage::tr("drive radius, shifted out"), mm, 0.5, 1});
    out.push_back({{"belt_mm", 300., 1800., {800., 780., 820.}}, BeltPage::tr("belt, long"), mm, 5., 0});
    out.push_back({{"centres_mm", 80., 500., {250., 245., 255.}}, BeltPage::tr("between the shafts"), mm, 1., 0});
    return out;
}

/// What a setup's weights weigh in the mean [g].
std::optional<double> weightOf(const JobRecord& job, const std::string& setupId) {
    return partNumber(job.setupTree(), setupId, {"weight"});
}

double drumRadius(const QRectF& area) {
    return std::min(0.118 * area.width(), 0.26 * area.height());
}
QPointF drumCentre(const QRectF& area) {
    return {area.left() + 0.2 * area.width(), area.center().y()};
}

} // namespace

BeltPage::BeltPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "belt", tr("Weights round the drum"), QStringLiteral("Belt drive"), beltInputs(),
                 parent) {
    take({});
}

void BeltPage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    m_runs.clear();
    for (const auto& [id, facts] : f.others)
        if (const auto grams = weightOf(m_model.job(), id); grams && facts.heldRpm)
            m_runs.push_back({*grams / kGramsPerKg, facts.heldRpm->mid});
    const auto mine = m_model.hasJob() ? weightOf(m_model.job(), f.setupId) : std::nullopt;
    const auto grams = mine ? mine : f.sheet("flyweight_g");
    if (grams) {
        in.offer("from_g", grams, Origin::Sheet);
        for (const char* key : kWeightKeys)
            in.offer(key, grams, Origin::Sheet);
    }
    if (f.pulls.heldRpm)
        in.offer("from_rpm", Ranged{f.pulls.heldRpm->mid, f.pulls.heldRpm->low, f.pulls.heldRpm->high}, Origin::Pulls);
    if (const auto fitted = ownWeightExponent(m_runs))
        in.offer("exponent", *fitted, Origin::Own);
    if (f.bestBand) { // by what its weights made at the speeds they hold
        in.offer("band_from_rpm", std::optional(f.bestBand->fromRpm), Origin::Pulls);
        in.offer("band_to_rpm", std::optional(f.bestBand->toRpm), Origin::Pulls);
    } else if (f.pulls.peakRpm) { // a belt wants the engine from a little below its peak to a little past it
        in.offer("band_from_rpm", std::optional(0.95 * f.pulls.peakRpm->mid), Origin::Pulls);
        in.offer("band_to_rpm", std::optional(1.05 * f.pulls.peakRpm->mid), Origin::Pulls);
    }
}

std::vector<double> BeltPage::weightsKg() const {
    std::vector<double> out;
    for (const char* key : kWeightKeys)
        out.push_back(n(key) / kGramsPerKg);
    return out;
}

Ranged BeltPage::heldAt(double weightKg) const {
    return heldAfterWeights(r("from_rpm"), n("from_g") / kGramsPerKg, weightKg, r("exponent"));
}

void BeltPage::workOut() {
    offerPin({});
    const Result<FlyweightSet> drum = flyweightSet(weightsKg());
    if (!drum) {
        impossible(drum.error());
        return;
    }
    m_drum = *drum;
    m_held = heldAt(m_drum.meanKg);
    const double grams = m_drum.meanKg * kGramsPerKg;
    headline(tr("%1 g hold it at %2").arg(number(grams, 2), speeds({m_held.value, m_held.low, m_held.high})));
    const bool own = inputs().origin("exponent") != Origin::Handbook && inputs().origin("exponent") != Origin::Guess;
    say(own ? tr("By this machine's own runs: exponent %1 (the rule of the root says 0.50).")
                  .arg(ranged(r("exponent"), 2, {}))
            : tr("By the rule of the root, and up to an exponent of 1.2 as is seen: three runs of your own fit it."));
    say(tr("10 % lighter is about %1 rpm more.")
            .arg(number(std::round((heldAt(0.9 * m_drum.meanKg).value - m_held.value) / 10.) * 10., 0)));
    const double from = n("band_from_rpm"), to = n("band_to_rpm");
    say(m_held.value < from ? tr("That is below the engine's best band (%1 to %2 rpm): lighter weights lift it.")
                                  .arg(number(from, 0), number(to, 0))
        : m_held.value > to
            ? tr("That is above the engine's best band (%1 to %2 rpm): heavier weights lower it.")
                  .arg(number(from, 0), number(to, 0))
            : tr("That is inside the engine's best band, %1 to %2 rpm.").arg(number(from, 0), number(to, 0)));
    if (const auto share = shareInBand(m_facts.pulls.roadRpm, from, to))
        say(tr("In the pulls of %1 the engine was in that band over %2 % of the road speeds.")
                .arg(m_facts.setupName, number(100. * *share, 0)));
    if (const auto share = shareInBand(m_facts.runRpm, from, to))
        say(tr("In its runs on the road the engine was in that band for %1 % of the time.")
                .arg(number(100. * *share, 0)));
    const double middle = 0.5 * (from + to);
    say(tr("For the middle of the band: %1 g.")
            .arg(number(weightForSpeedKg(n("from_g") / kGramsPerKg, n("from_rpm"), middle, n("exponent")) * kGramsPerKg,
                        1)));
    if (m_drum.uneven)
        caution(tr("Unlike weights that do not alternate round the drum: it runs out of balance and wears unevenly. "
                   "Lay them in turn."));
    sayVariator();
    say(tr("A stiffer contra spring lifts the speed on the shift and brings it back quicker; a stiffer clutch spring "
           "only lifts where it takes hold."));
    formula(tr("n₂ = n₁ (m₁ / m₂)^e = %1 · (%2 / %3)^%4 = %5 rpm. Common practice, no source.")
                .arg(number(n("from_rpm"), 0), number(n("from_g"), 1), number(grams, 2), number(n("exponent"), 2),
                     number(m_held.value, 0)));
    unknown(tr("It knows nothing of ramps, of a belt that slips or of heat. What a run spent in the band is seen on "
               "Judge over road speed and, with logged "
               "runs, on Road."));
    if (std::abs(grams - n("from_g")) > 0.04 && m_model.hasJob()) {
        PinOffer pin;
        pin.setupName = tr("weights %1 g").arg(number(grams, 1));
        pin.changes = {{"flyweights", QString::number(n("from_g")).toStdString() + " g",
                        QString::number(grams, 'f', 1).toStdString() + " g"}};
        alsoMoved(pin, {"shim_mm", "worn_mm"});
        pin.quantity = PredictedQuantity::HeldSpeed;
        pin.predicted = m_held;
        offerPin(pin);
    }
}

void BeltPage::sayVariator() {
    const VariatorEnds ends{n("drive_low_mm") / kMmPerM, n("drive_high_mm") / kMmPerM, n("belt_mm") / kMmPerM,
                            n("centres_mm") / kMmPerM};
    const VariatorEnds now = wornAndShimmed(ends, n("worn_mm") / kMmPerM, n("shim_mm") / kMmPerM, kFaceDeg.value);
    if (now.driveLowM <= 0.002) {
        caution(tr("The belt would sit on the shaft: that much shim or wear leaves it nothing to climb on."));
        return;
    }
    const double low = beltRatio(now, now.driveLowM), high = beltRatio(now, now.driveHighM);
    say(tr("Ratios from %1 down to %2%3.")
            .arg(number(low, 2), number(high, 2),
                 n("shim_mm") != 0. || n("worn_mm") != 0.
                     ? tr(" (as it is: %1 to %2; %3 % of top speed)")
                           .arg(number(beltRatio(ends, ends.driveLowM), 2), number(beltRatio(ends, ends.driveHighM), 2),
                                QLocale().toString(100. * (beltRatio(ends, ends.driveHighM) / high - 1.), 'f', 1))
                     : QString()));
}

BeltPage::Plot BeltPage::plot(const QRectF& area) const {
    const double left = area.left() + 0.47 * area.width();
    Plot out{QRectF(left, area.top() + 44., area.right() - left - 24., area.height() - 110.), 1e9, 0., 1e9, 0.};
    const double grams = m_drum.meanKg * kGramsPerKg;
    for (const RunWithWeight& run : m_runs) {
        out.leastG = std::min(out.leastG, run.weightKg * kGramsPerKg);
        out.mostG = std::max(out.mostG, run.weightKg * kGramsPerKg);
    }
    out.leastG = std::min({out.leastG, grams, n("from_g")}) - 1.5;
    out.mostG = std::max({out.mostG, grams, n("from_g")}) + 1.5;
    out.leastRpm = std::min(heldAt(out.mostG / kGramsPerKg).low, n("band_from_rpm")) - 150.;
    out.mostRpm = std::max(heldAt(out.leastG / kGramsPerKg).high, n("band_to_rpm")) + 150.;
    return out;
}

std::vector<Handle> BeltPage::handles(const QRectF& area) const {
    std::vector<Handle> out;
    const double radius = drumRadius(area);
    const QPointF centre = drumCentre(area);
    for (std::size_t i = 0; i < kWeights; ++i) {
        const double a = 2. * kPi * static_cast<double>(i) / kWeights;
        const QPointF along(std::sin(a), -std::cos(a)), at = centre + radius * along;
        const double now = n(kWeightKeys[i]);
        constexpr double kGramsPerPx = 0.05;
        Handle h = handle(kWeightKeys[i], at,
                          along.x() < -0.1  ? Qt::LeftEdge
                          : along.x() > 0.1 ? Qt::RightEdge
                          : along.y() < 0.  ? Qt::TopEdge
                                            : Qt::BottomEdge,
                          [at, along, now](QPointF p) {
                              const QPointF d = p - at;
                              return now + (d.x() * along.x() + d.y() * along.y()) * kGramsPerPx; // outwards is heavier
                          });
        out.push_back(std::move(h));
    }
    const Plot g = plot(area);
    for (const char* key : {"band_from_rpm", "band_to_rpm"})
        out.push_back(handle(key, {g.box.left() + 20., g.y(n(key))}, Qt::RightEdge, [g](QPointF at) {
            return g.leastRpm + (g.box.bottom() - at.y()) / g.box.height() * (g.mostRpm - g.leastRpm);
        }));
    return out;
}

void BeltPage::draw(QPainter& p, const QRectF& area) {
    const Tokens& t = m_theme.tokens();
    drawDrum(p, drumCentre(area), drumRadius(area));
    const Plot g = plot(area);
    p.setFont(Theme::font(Size::Small));
    p.setPen(QPen(t.line, 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(g.box);
    for (double grams : niceTicks(g.leastG, g.mostG, 6)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.x(grams), g.box.top()), QPointF(g.x(grams), g.box.bottom()));
        p.setPen(t.muted);
        p.drawText(QRectF(g.x(grams) - 25., g.box.bottom() + 4., 50., 15.), Qt::AlignCenter,
                   QLocale().toString(grams, 'g', 4));
    }
    for (double rpm : niceTicks(g.leastRpm, g.mostRpm, 6)) {
        p.setPen(t.muted);
        p.drawText(QRectF(g.box.left() - 56., g.y(rpm) - 8., 50., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   number(rpm, 0));
    }
    p.drawText(QRectF(g.box.left(), g.box.bottom() + 22., g.box.width(), 15.), Qt::AlignCenter, tr("mean weight [g]"));
    p.drawText(
        QRectF(g.box.left() - 50., g.box.top() - 24., g.box.width() + 50., 16.), Qt::AlignLeft,
        tr("engine held at [rpm], from %1: this axis does not start at zero").arg(number(std::round(g.leastRpm), 0)));
    QColor soft = t.gain;
    soft.setAlphaF(0.12f);
    p.fillRect(QRectF(QPointF(g.box.left(), g.y(n("band_to_rpm"))), QPointF(g.box.right(), g.y(n("band_from_rpm")))),
               soft);
    p.setPen(t.gain);
    p.drawText(QRectF(g.box.right() - 150., g.y(n("band_to_rpm")) + 3., 144., 16.), Qt::AlignRight,
               tr("the engine's best band"));
    QPolygonF band, line, rule;
    constexpr int kSteps = 60;
    for (int i = 0; i <= kSteps; ++i) {
        const double grams = g.leastG + (g.mostG - g.leastG) * i / kSteps;
        const Ranged held = heldAt(grams / kGramsPerKg);
        band << QPointF(g.x(grams), g.y(held.high));
        line << QPointF(g.x(grams), g.y(held.value));
        rule << QPointF(g.x(grams), g.y(n("from_rpm") * std::sqrt(n("from_g") / grams)));
    }
    for (int i = kSteps; i >= 0; --i) {
        const double grams = g.leastG + (g.mostG - g.leastG) * i / kSteps;
        band << QPointF(g.x(grams), g.y(heldAt(grams / kGramsPerKg).low));
    }
    p.save();
    p.setClipRect(g.box);
    QColor under = t.accent;
    under.setAlphaF(0.18f);
    p.setPen(Qt::NoPen);
    p.setBrush(under);
    p.drawPolygon(band);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.muted, 1.4, Qt::DashLine));
    p.drawPolyline(rule);
    p.setPen(QPen(t.accent, 2.2));
    p.drawPolyline(line);
    p.restore();
    p.setPen(QPen(t.ink, 2.));
    p.setBrush(t.ink);
    for (const RunWithWeight& run : m_runs)
        p.drawEllipse(QPointF(g.x(run.weightKg * kGramsPerKg), g.y(run.rpm)), 4.5, 4.5);
    const double grams = m_drum.meanKg * kGramsPerKg;
    p.setPen(QPen(t.accent, 2.));
    p.drawLine(QPointF(g.x(grams), g.box.bottom()), QPointF(g.x(grams), g.y(m_held.value)));
    p.setBrush(t.raised);
    p.drawEllipse(QPointF(g.x(grams), g.y(m_held.value)), 6., 6.);
    p.setPen(t.muted);
    p.drawText(QRectF(g.box.left() + 8., g.box.bottom() - 22., g.box.width() - 16., 16.), Qt::AlignRight,
               tr("dots: setups of this job · dashed: the rule of the root"));
}

void BeltPage::drawDrum(QPainter& p, const QPointF& c, double radius) const {
    const Tokens& t = m_theme.tokens();
    p.setPen(QPen(t.line, 1.5));
    p.setBrush(t.panel);
    p.drawEllipse(c, radius + 40., radius + 40.);
    p.setBrush(t.raised);
    p.drawEllipse(c, 22., 22.);
    double heaviest = 0.;
    for (double kg : weightsKg())
        heaviest = std::max(heaviest, kg);
    const auto kg = weightsKg();
    for (std::size_t i = 0; i < kg.size(); ++i) {
        const double a = 2. * kPi * static_cast<double>(i) / kWeights;
        const QPointF at = c + radius * QPointF(std::sin(a), -std::cos(a));
        p.setPen(QPen(t.line, 1));
        p.drawLine(c, at);
        // As large as it is heavy, so that an unlike one is seen.
        const double size = 10. + 14. * kg[i] / heaviest;
        p.setPen(QPen(t.ink, 1.6));
        p.setBrush(t.sameSoft);
        p.drawEllipse(at, size, size);
    }
    if (m_drum.imbalance > 0.02) { // where it pulls to
        double x = 0., y = 0.;
        for (std::size_t i = 0; i < kg.size(); ++i) {
            const double a = 2. * kPi * static_cast<double>(i) / kWeights;
            x += kg[i] * std::sin(a);
            y -= kg[i] * std::cos(a);
        }
        const double whole = std::hypot(x, y);
        p.setPen(QPen(t.amber, 4.));
        p.drawLine(c, c + QPointF(x, y) / whole * (24. + 60. * std::min(1., m_drum.imbalance)));
    }
    p.setFont(Theme::font(Size::Body, true));
    p.setPen(t.ink);
    p.drawText(QRectF(c.x() - 80., c.y() + 26., 160., 18.), Qt::AlignCenter,
               tr("mean %1 g").arg(number(m_drum.meanKg * kGramsPerKg, 2)));
    p.setFont(Theme::font(Size::Small));
    p.setPen(m_drum.uneven ? t.amber : t.muted);
    p.drawText(QRectF(c.x() - 90., c.y() + 46., 180., 16.), Qt::AlignCenter,
               m_drum.uneven             ? tr("out of balance")
               : m_drum.imbalance < 0.02 ? tr("balanced")
                                         : tr("nearly balanced"));
}

} // namespace jr::app
