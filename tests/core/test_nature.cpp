// SPDX-License-Identifier: GPL-3.0-or-later
// Every calculator against its own derivation, all alike: whatever is typed inside its bounds, an answer is a number
// that engines are known for or carries a caution; lists and ranges bind random boxes; a unit there and back is the
// same; where a formula rises it rises. And what answers outside nature used to pass without a word.
#include "core/figure/belt/flyweights.h"
#include "core/figure/calc/calculator.h"
#include "core/figure/desk/convert.h"
#include "core/figure/exhaust/primary_length.h"
#include "core/figure/gears/gears_answer.h"
#include "core/figure/intake/intake_answer.h"
#include "core/figure/pipe/tuned_length.h"
#include "core/figure/predict/next_part.h"
#include "core/figure/worth/worth_answer.h"
#include "core/words/wording.h"
#include "tests/support/calculators_asked.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <random>

using namespace jr;
using testsupport::ask;
using testsupport::Given;

namespace {

double numberOf(const CalcAsked& asked, std::string_view key) {
    for (const CalcAnswer::Output& o : asked.answer.outputs)
        if (o.key == key && o.value)
            return std::get<double>(*o.value);
    return std::nan("");
}
bool warns(const Result<CalcAsked>& asked, std::string_view kind) {
    return asked && std::any_of(asked->answer.cautions.begin(), asked->answer.cautions.end(),
                                [&](const Caution& c) { return c.kind == kind; });
}

/// Anything an input may be.
std::string anyOf(const CalcInput& in, std::mt19937& dice) {
    const auto number = [&] {
        const double at = std::uniform_real_distribution<double>(0., 1.)(dice);
        const bool wide = in.low > 0. && in.high / in.low > 100.; // over the decades, not at their upper end alone
        const double value = wide ? in.low * std::pow(in.high / in.low, at) : in.low + at * (in.high - in.low);
        return QString::number(std::clamp(value, in.low, in.high), 'g', 12).toStdString();
    };
    if (in.key == "strokes")
        return dice() % 2 ? "2" : "4";
    if (in.kind == CalcInput::Kind::Word)
        return in.words.empty() ? "m" : std::string(in.words[dice() % in.words.size()]);
    if (in.kind == CalcInput::Kind::Number)
        return number();
    std::vector<double> list;
    for (unsigned i = 0; i < 3 + dice() % 4; ++i)
        list.push_back(std::stod(number()));
    if (in.key == "rpm")
        std::sort(list.begin(), list.end());
    std::string out;
    for (const double value : list)
        out += (out.empty() ? "" : ",") + QString::number(value, 'g', 12).toStdString();
    return out;
}

IntakeAsked intakeOf(const Ranged& efficiency) {
    IntakeAsked out;
    out.displacementM3 = 410e-6;
    out.efficiency = efficiency;
    out.engineRpm = 9000.;
    out.airC = Ranged::within(25., 20.);
    out.intakeClosesDeg = {60., 55., 65.};
    out.runnerM = 0.25;
    out.runnerBoreM = 0.042;
    out.throatM = 0.036;
    out.bellRadiusM = 0.01;
    out.filterM2 = 0.01;
    return out;
}

} // namespace

class TestNature : public QObject {
    Q_OBJECT
private slots:
    /// Random boxes of every calculator: a number that is one, inside what engines are known for, or a caution.
    void nothingOutsideNatureWithoutACaution() {
        int asked = 0, cautioned = 0;
        for (const Calculator& calculator : calculators()) {
            std::mt19937 dice(20261202);
            for (int trial = 0; trial < 300; ++trial) {
                Given given;
                for (const CalcInput& in : calculator.inputs)
                    if (!in.optional || dice() % 2)
                        given.emplace_back(in.key, anyOf(in, dice));
                const auto answer = askCalculator(calculator, given);
                if (!answer)
                    continue; // refused, with a reason
                ++asked;
                cautioned += !answer->answer.cautions.empty();
                for (const CalcAnswer::Output& out : answer->answer.outputs) {
                    if (!out.value || !std::holds_alternative<double>(*out.value))
                        continue;
                    const double value = std::get<double>(*out.value);
                    QVERIFY2(std::isfinite(value), (std::string(calculator.name) + " " + out.key).c_str());
                    const auto known = std::find_if(calculator.outputs.begin(), calculator.outputs.end(),
                                                    [&](const CalcOutput& o) { return o.key == out.key; });
                    const bool inside = value >= known->natureLow && value <= known->natureHigh;
                    QVERIFY2(inside || warns(answer, "outside-nature"),
                             (std::string(calculator.name) + " " + out.key + " " + std::to_string(value)).c_str());
                }
            }
        }
        QVERIFY2(asked > 3000 && cautioned > 100, qPrintable(QStringLiteral("%1 %2").arg(asked).arg(cautioned)));
    }
    /// What passed without a word.
    void eachOfThemSaysSo() {
        QVERIFY(warns(ask("throat", "flow_m3_h=50000 diameter_mm=63.25"), "outside-nature")); // 4,421 m/s
        QVERIFY(!warns(ask("throat", "flow_m3_h=110 diameter_mm=36"), "outside-nature"));
        QVERIFY(warns(ask("jet-mixture", "jet=150 afr_now=26 afr_wanted=13 numbering=bore"), "not-firing"));
        QVERIFY(!warns(ask("jet-mixture", "jet=150 afr_now=14 afr_wanted=13 numbering=bore"), "not-firing"));
        const QString curve = "rpm=6000,7000,8000 power_w=20000,24000,27000 ratio_from=2 ratio_to=1.5 limiter_rpm=";
        QVERIFY(warns(ask("shift", curve + "9500"), "curve-ends"));
        QVERIFY(!warns(ask("shift", curve + "8000"), "curve-ends"));
        QVERIFY(!ask("weights", "off_kg=120 on_kg=0 machine_kg=100 power_w=20000"));
        QVERIFY(!ask("weights", "off_kg=100 on_kg=0 machine_kg=100 power_w=20000"));
        QVERIFY(ask("weights", "off_kg=2 on_kg=0 machine_kg=100 power_w=20000"));
    }
    void nothingMakesNothingWhateverTheSchool() {
        const auto of = [](double watt, const char* kind) {
            return *ask("loss", QStringLiteral("power_w=%1 school=fixed kind=%2").arg(watt).arg(QLatin1String(kind)));
        };
        QCOMPARE(numberOf(of(0., "chain"), "low_w"), 0.);
        QCOMPARE(numberOf(of(0., "chain"), "high_w"), 0.);
        // A scooter of 3 kW does not lose as much as it makes.
        QVERIFY(numberOf(of(3000., "belt"), "high_w") < 1.5 * 3000.);
        QVERIFY(warns(Result<CalcAsked>(of(3000., "belt")), "outside-nature"));
        QVERIFY(warns(Result<CalcAsked>(of(30000., "belt")), "kind-not-known"));
        // From fifteen kilowatts on it is the school's own figures.
        QVERIFY(std::abs(numberOf(of(30000., "chain"), "low_w") - (30000. + 1500.) / 0.97) < 1e-6);
        QVERIFY(std::abs(numberOf(of(30000., "chain"), "high_w") - (30000. + 3000.) / 0.95) < 1e-6);
    }
    /// The range of an answer binds what any point of its box gives.
    void intakesRangeGoesThroughTheWholeFormula() {
        std::mt19937 dice(7);
        for (int trial = 0; trial < 200; ++trial) {
            const double low = std::uniform_real_distribution<double>(0.5, 0.9)(dice);
            const Ranged efficiency{low + 0.15, low, low + 0.4};
            const auto whole = intakeAnswer(intakeOf(efficiency));
            QVERIFY(whole);
            const double inside = std::uniform_real_distribution<double>(efficiency.low, efficiency.high)(dice);
            const auto point = intakeAnswer(intakeOf(Ranged::exactly(inside)));
            QVERIFY(point);
            const auto binds = [](const Ranged& range, double value) {
                return value >= range.low * (1. - 1e-12) && value <= range.high * (1. + 1e-12);
            };
            QVERIFY(binds(whole->demandM3PerS, point->demandM3PerS.value));
            QVERIFY(binds(whole->throatMPerS, point->throat.speedMPerS));
            QVERIFY(binds(whole->openSpeedMPerS, point->openSpeedMPerS.value));
            QVERIFY(binds(whole->filterLossPa, point->filterLossPa.low));
            QVERIFY(binds(whole->filterLossPa, point->filterLossPa.high));
        }
    }
    void aKilogramIsWorthNothingWhereTheSpeedIsNotHeld() {
        WorthAsked asked;
        asked.onKg = 1.;
        asked.machineKg = 95.;
        asked.riderKg = 80.;
        asked.peakW = Ranged::within(3000., 5.);
        const auto small = worthAnswer(asked);
        QVERIFY(small && !small->secondsPerKg);
        asked.peakW = Ranged::within(30000., 5.);
        const auto large = worthAnswer(asked);
        QVERIFY(large && large->secondsPerKg && large->secondsPerKg->value > 0. && large->secondsPerKg->value < 0.2);
    }
    /// Any curve inside the margin, tilted about the shift, gives seconds inside what is said.
    void aTriedShiftsRangeHoldsForATiltedCurve() {
        GearsAsked asked;
        for (double rpm = 5000.; rpm <= 10000.; rpm += 250.) {
            const double u = rpm / 8800. - 1., watt = 30000. * (1. - 2. * u * u);
            asked.curve.rpm.push_back(rpm);
            asked.curve.powerW.push_back(watt);
            asked.curve.lowW.push_back(0.99 * watt);
            asked.curve.highW.push_back(1.01 * watt);
        }
        asked.gearing.gears = {2.4, 1.8, 1.4};
        asked.gearing.primary = 2.8;
        asked.gearing.final = 2.9;
        asked.gearing.wheelRadiusM = 0.31;
        asked.load.massKg = 230.;
        asked.limiterRpm = asked.newLimiterRpm = 10000.;
        asked.fromMPerS = asked.gearing.speedMPerS(0, 6500.);
        asked.toMPerS = asked.gearing.speedMPerS(2, 8500.);
        asked.triedRpm = {8600., 8600.};
        const auto whole = gearsAnswer(asked);
        QVERIFY2(whole, whole ? "" : whole.error().text().c_str());
        QVERIFY(whole->triedCosts);
        const double width = whole->triedCosts->high - whole->triedCosts->low;
        for (const double sign : {-1., 1.}) {
            GearsAsked tilted = asked;
            for (std::size_t i = 0; i < tilted.curve.rpm.size(); ++i)
                tilted.curve.powerW[i] *= 1. + 0.0095 * sign * (tilted.curve.rpm[i] < 8600. ? -1. : 1.);
            RunPlan best{{}, asked.shiftS, asked.fromMPerS, asked.toMPerS, asked.limiterRpm}, tried = best;
            for (const GearShift& shift : whole->shifts) {
                best.shiftRpm.push_back(shift.best.shiftRpm);
                tried.shiftRpm.push_back(8600.);
            }
            const auto truth = secondsBetween(tilted.curve, asked.gearing, asked.load, best, tried);
            QVERIFY(truth);
            QVERIFY2(-truth->value > whole->triedCosts->low - 0.5 * width &&
                         -truth->value < whole->triedCosts->high + 0.5 * width,
                     qPrintable(QStringLiteral("%1 of %2…%3")
                                    .arg(-truth->value)
                                    .arg(whole->triedCosts->low)
                                    .arg(whole->triedCosts->high)));
        }
    }
    /// 16 to 15 g moved an engine by 500 rpm at some 7000: common practice, no source.
    void rulesOfThumbAreAsWideAsWhatWasSeen() {
        const auto belt = ask("belt-speed", "rpm=7000 weight_from_g=16 weight_to_g=15");
        QVERIFY(belt);
        QVERIFY(std::abs(numberOf(*belt, "rpm_new") - 7000. * std::sqrt(16. / 15.)) < 1e-6);
        QVERIFY(numberOf(*belt, "rpm_high") > 7500. && numberOf(*belt, "rpm_low") <= numberOf(*belt, "rpm_new"));
        // With an exponent of one's own there is no rule to be wide.
        const auto own = ask("belt-speed", "rpm=7000 weight_from_g=16 weight_to_g=15 exponent=0.9");
        QVERIFY(numberOf(*own, "rpm_high") < 1.006 * numberOf(*own, "rpm_new")); // what a belt holds from run to run
        const Ranged held = heldAfterWeights(Ranged::exactly(7000.), 16., 15., kRuleExponent);
        QVERIFY(held.high > 7500.);
    }
    /// 850 (evo + 180) / n inches at 1700 ft/s (Smith and Morrison 1962 and handbooks after it, value from memory).
    void exhaustPrimary() {
        constexpr double kMmPerInch = 25.4;
        const auto asked = ask("primary", "evo_deg_bbdc=70 rpm=8000 wave_speed_m_s=518.16");
        QVERIFY(asked);
        QVERIFY(std::abs(numberOf(*asked, "length_mm") - 850. * 250. / 8000. * kMmPerInch) < 0.5);
        QVERIFY(numberOf(*asked, "length_low_mm") == numberOf(*asked, "length_high_mm"));
        const auto first = ask("primary", "evo_deg_bbdc=70 rpm=8000 wave_speed_m_s=518.16 order=1");
        QVERIFY(std::abs(numberOf(*first, "length_mm") - 2. * numberOf(*asked, "length_mm")) < 1e-6);
        const auto ranged = ask("primary", "evo_deg_bbdc=70 rpm=8000");
        QVERIFY(numberOf(*ranged, "length_low_mm") < numberOf(*ranged, "length_mm"));
        QVERIFY(!ask("primary", "evo_deg_bbdc=70 rpm=8000 wave_speed_m_s=518 gas_temp_c=500"));
    }
    void unitsThereAndBackAreTheSame() {
        std::mt19937 dice(11);
        const std::vector<std::pair<const char*, const char*>> pairs{
            {"mm", "in"},   {"kW", "hp"},    {"kW", "PS"},    {"Nm", "lb-ft"}, {"km/h", "mph"}, {"degC", "degF"},
            {"kPa", "psi"}, {"hPa", "inHg"}, {"m3/h", "cfm"}, {"kg", "lb"},    {"rpm", "rad/s"}};
        for (const auto& [from, to] : pairs)
            for (int trial = 0; trial < 50; ++trial) {
                const double value = std::uniform_real_distribution<double>(0.1, 5000.)(dice);
                const auto there = convert(value, from, to);
                QVERIFY2(there, from);
                const auto back = convert(there->value, to, from);
                QVERIFY2(back && std::abs(back->value - value) < 1e-9 * value, from);
            }
    }
    /// Which way each goes, one input at a time, everything else as it was.
    void monotoneWhereTheFormulaIs() {
        struct Row {
            const char *name, *rest, *key;
            double from, to;
            const char* output;
            int way; ///< +1 rises
        };
        const Row rows[] = {
            {"power", "rpm=7000 ", "torque_nm", 1., 200., "power_w", 1},
            {"pipe", "exhaust_duration_deg=180 wave_speed_m_s=500 ", "rpm", 3000., 14000., "tuned_length_mm", -1},
            {"pipe", "rpm=8000 exhaust_duration_deg=180 ", "gas_temp_c", 100., 900., "tuned_length_mm", 1},
            {"primary", "rpm=8000 ", "evo_deg_bbdc", 20., 110., "length_mm", 1},
            {"primary", "evo_deg_bbdc=60 ", "rpm", 3000., 14000., "length_mm", -1},
            {"piston", "stroke_mm=50 ", "rpm", 1000., 12000., "mean_speed_m_s", 1},
            {"bmep", "displacement_cm3=400 strokes=4 ", "torque_nm", 1., 60., "bmep_kpa", 1},
            {"air-demand", "displacement_cm3=400 strokes=4 ", "rpm", 1000., 12000., "flow_m3_h", 1},
            {"filter", "displacement_cm3=400 ", "rpm", 1000., 12000., "area_cm2", 1},
            {"throat", "flow_m3_h=100 ", "diameter_mm", 20., 60., "velocity_m_s", -1},
            {"jet-air", "jet=150 density_from_kg_m3=1.2 numbering=bore ", "density_to_kg_m3", 0.8, 1.3, "jet_new", 1},
            {"jet-mixture", "jet=150 afr_wanted=13 numbering=bore ", "afr_now", 10., 16., "jet_new", 1},
            {"premix", "fuel_l=5 ", "ratio", 20., 60., "oil_ml", -1},
            {"belt-speed", "rpm=7000 weight_from_g=16 ", "weight_to_g", 8., 25., "rpm_new", -1},
            {"quarter-mile", "mass_kg=250 ", "power_w", 10000., 90000., "time_s", -1},
            {"loss", "school=percent kind=chain ", "power_w", 1000., 90000., "high_w", 1},
            {"loss", "school=fixed kind=chain ", "power_w", 0., 90000., "high_w", 1},
            {"compression", "bore_mm=80 stroke_mm=80 ", "chamber_cm3", 20., 80., "ratio", -1},
        };
        constexpr int kSteps = 40;
        for (const Row& row : rows) {
            double before = std::nan("");
            for (int i = 0; i <= kSteps; ++i) {
                const double x = row.from + (row.to - row.from) * i / kSteps;
                const auto asked =
                    ask(row.name, QLatin1String(row.rest) + QLatin1String(row.key) + '=' + QString::number(x, 'g', 12));
                QVERIFY2(asked, row.name);
                const double now = numberOf(*asked, row.output);
                QVERIFY2(i == 0 || row.way * (now - before) > 0., row.name);
                before = now;
            }
        }
    }
};

JR_SUITE(TestNature)
#include "test_nature.moc"
