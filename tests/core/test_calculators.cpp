// SPDX-License-Identifier: GPL-3.0-or-later
// The calculators of `calc` by name: facts of the trade, handbook figures and worked examples, each with its source;
// every one has a check against something outside, refuses what lies outside its domain, and never answers NaN.
#include "core/figure/calc/calculator.h"
#include "core/words/wording.h"
#include "tests/support/calculators_asked.h"
#include "tests/support/suites.h"

#include <QProcess>
#include <QTest>

#include <cmath>
#include <set>

using namespace jr;
using testsupport::ask;
using testsupport::Given;
using testsupport::givenOf;

namespace {

std::optional<CalcValue> outputOf(const CalcAsked& asked, const QString& key) {
    for (const CalcAnswer::Output& o : asked.answer.outputs)
        if (QString::fromStdString(o.key) == key)
            return o.value;
    return std::nullopt;
}

/// A plausible value for every input, so that each calculator can be asked.
std::string plausible(const CalcInput& in) {
    static const std::map<std::string_view, std::string> kOwn = {{"power_w", "20000,30000"},
                                                                 {"rpm", "6000,8000"},
                                                                 {"from", "mm"},
                                                                 {"to", "in"},
                                                                 {"transfer_opens_deg_atdc", "120"},
                                                                 {"exhaust_opens_deg_atdc", "95"},
                                                                 {"ratio_to", "1.5"},
                                                                 {"ratio_from", "2"},
                                                                 {"limiter_rpm", "7500"},
                                                                 {"stroke_mm", "50"},
                                                                 {"rod_mm", "100"},
                                                                 {"height_mm", "25"},
                                                                 {"strokes", "4"},
                                                                 {"pressure_hpa", "1000"},
                                                                 {"exhaust_height_mm", "25"}};
    if (in.kind == CalcInput::Kind::Word && !in.words.empty())
        return std::string(in.words.front());
    if (const auto own = kOwn.find(in.key); own != kOwn.end())
        return in.kind == CalcInput::Kind::List ? own->second : own->second.substr(0, own->second.find(','));
    const std::string middle = std::to_string(std::clamp(10., in.low, in.high));
    return middle;
}

} // namespace

class TestCalculators : public QObject {
    Q_OBJECT
private slots:
    void worked_data() {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("given");
        QTest::addColumn<QString>("key");
        QTest::addColumn<double>("expected");
        QTest::addColumn<double>("tolerance");
        const struct {
            const char *source, *name, *given, *key;
            double expected, tolerance;
        } rows[] = {
            // Facts of the trade: common practice, no source.
            {"122.7 hp at 7900 rpm is 81.6 lb-ft", "power", "torque_nm=110.635 rpm=7900", "power_hp", 122.7, 0.1},
            {"hp and lb-ft are equal at 5252 rpm", "power", "torque_nm=135.5818 rpm=5252.11", "power_hp", 100., 0.01},
            {"piston port open for 158 opens 79 before top", "ports",
             "stroke_mm=54 rod_mm=110 exhaust_opens_deg_atdc=99 transfer_opens_deg_atdc=124 intake_opens_deg_btdc=79",
             "intake_duration_deg", 158., 1e-9},
            {"99 and 124 after top: blowdown 25", "ports",
             "stroke_mm=54 rod_mm=110 exhaust_opens_deg_atdc=99 transfer_opens_deg_atdc=124", "blowdown_deg", 25.,
             1e-9},
            {"stroke 54, rod 110, 82 degrees: 26.54 mm down", "ports",
             "stroke_mm=54 rod_mm=110 exhaust_opens_deg_atdc=82 transfer_opens_deg_atdc=124", "exhaust_height_mm",
             26.54, 0.005},
            {"and back", "port-angle", "stroke_mm=54 rod_mm=110 height_mm=26.54", "opens_deg_atdc", 82., 0.02},
            {"186 degrees, 1700 ft/s and 8000 rpm: 39.5 in (Jennings 1973, value from memory)", "pipe",
             "exhaust_duration_deg=186 rpm=8000 wave_speed_m_s=518.16", "tuned_length_mm", 1003.9, 0.5},
            {"cam 26/46 and 50/18: 252", "cam", "ivo_deg_btdc=26 ivc_deg_abdc=46 evo_deg_bbdc=50 evc_deg_atdc=18",
             "intake_duration_deg", 252., 1e-9},
            {"cam: 248", "cam", "ivo_deg_btdc=26 ivc_deg_abdc=46 evo_deg_bbdc=50 evc_deg_atdc=18",
             "exhaust_duration_deg", 248., 1e-9},
            {"cam: centre 100", "cam", "ivo_deg_btdc=26 ivc_deg_abdc=46 evo_deg_bbdc=50 evc_deg_atdc=18",
             "intake_centre_deg_atdc", 100., 1e-9},
            {"cam: centre 106", "cam", "ivo_deg_btdc=26 ivc_deg_abdc=46 evo_deg_bbdc=50 evc_deg_atdc=18",
             "exhaust_centre_deg_btdc", 106., 1e-9},
            {"cam: overlap 44", "cam", "ivo_deg_btdc=26 ivc_deg_abdc=46 evo_deg_bbdc=50 evc_deg_atdc=18", "overlap_deg",
             44., 1e-9},
            {"410 cm3 at 9000 rpm: 10.8 in2 of filter", "filter", "displacement_cm3=410 rpm=9000", "area_cm2", 69.7,
             0.3},
            {"a jet of 150 by bore at sea level is 143 at 2000 m (ISO 2533 densities)", "jet-air",
             "jet=150 density_from_kg_m3=1.225 density_to_kg_m3=1.0066 numbering=bore", "jet_new", 143., 0.3},
            {"left alone it is 9 % richer", "jet-air",
             "jet=150 density_from_kg_m3=1.225 density_to_kg_m3=1.0066 numbering=bore", "afr_change_pct", -9., 0.5},
            {"by flow the number goes with the fuel", "jet-air",
             "jet=150 density_from_kg_m3=1.225 density_to_kg_m3=1.0066 numbering=flow", "jet_new", 150. * 0.9065, 0.1},
            {"weights 17 and 15 g alternately behave like 16 g", "flyweights", "weights_g=17,15,17,15,17,15", "mean_g",
             16., 1e-9},
            {"16 to 15 g: 3.3 % more speed", "belt-speed", "rpm=7000 weight_from_g=16 weight_to_g=15", "rpm_new",
             7000. * 1.033, 3.},
            {"15.8 + 7.2 + 0.6 lb off is 23.6 lb", "weights", "off_kg=7.167,3.266,0.272 on_kg=0", "net_kg", -10.705,
             0.001},
            {"800 lb and 40 hp: near 15.8 s", "quarter-mile", "mass_kg=362.874 power_w=29828", "time_s", 15.81, 0.05},
            {"two equal sources are 3 dB more", "sound", "levels_db=90,90", "sum_db", 93.01, 0.005},
            {"twice the distance is 6 dB less", "sound", "levels_db=96 from_m=1 to_m=2", "at_distance_db", 89.98,
             0.005},
            {"a background 10 dB below adds 0.4 dB", "sound", "levels_db=90,80", "sum_db", 90.41, 0.005},
            {"40:1 is 25 ml of oil a litre", "premix", "ratio=40 fuel_l=1", "oil_ml", 25., 1e-9},
            {"8-10 % for a bike: the least the crank makes", "loss", "power_w=92000 school=percent kind=chain", "low_w",
             100000., 1.},
            // Published figures, values from memory.
            {"lambda of 12.6 on petrol of 14.7", "lambda", "afr=12.6", "lambda", 0.857, 0.0005},
            {"methanol 6.4", "lambda", "afr=6.4 stoich=6.4", "lambda", 1., 1e-12},
            {"ISO 2533 at sea level: 1.225 kg/m3", "air", "temp_c=15 pressure_hpa=1013.25 humidity_pct=0",
             "density_kg_m3", 1.225, 0.0005},
            {"ISO 2533 at 2000 m: 1.0066 kg/m3", "air", "temp_c=2 pressure_hpa=794.95 humidity_pct=0",
             "density_altitude_m", 2000., 5.},
            {"dry air at 20 degC: 343.2 m/s (CRC Handbook)", "pipe", "exhaust_duration_deg=180 rpm=8000 gas_temp_c=20",
             "wave_speed_m_s", 343.2, 0.3},
            {"Heywood table 2.2: 86 mm at 6000 rpm is 17.2 m/s", "piston", "stroke_mm=86 rpm=6000", "mean_speed_m_s",
             17.2, 1e-9},
            // r w2 (1 + r/l) worked by hand: 0.043 x 628.32^2 x (1 + 0.043/0.145).
            {"86 mm, 145 mm rod at 6000 rpm", "piston", "stroke_mm=86 rpm=6000 rod_mm=145 mass_g=500",
             "peak_acceleration_m_s2", 22009., 30.},
            {"its force on half a kilogram", "piston", "stroke_mm=86 rpm=6000 rod_mm=145 mass_g=500", "peak_force_n",
             11004., 15.},
            {"Heywood 2.7: 200 Nm of 2 l four-stroke is 12.57 bar", "bmep",
             "torque_nm=200 displacement_cm3=2000 strokes=4", "bmep_kpa", 1256.6, 0.1},
            {"the same of a two-stroke is half", "bmep", "torque_nm=200 displacement_cm3=2000 strokes=2", "bmep_kpa",
             628.3, 0.1},
            {"2 l at 6000 rpm four-stroke: 6 m3/min", "air-demand", "displacement_cm3=2000 rpm=6000 strokes=4",
             "flow_m3_h", 360., 1e-6},
            {"which is 211.9 cfm (GNU units: 360 m3/h)", "air-demand", "displacement_cm3=2000 rpm=6000 strokes=4",
             "flow_cfm", 211.89, 0.01},
            // 100 m/s in 40 mm of air at 20 degC, nu = 1.51e-5 m2/s (White, Viscous Fluid Flow, table A.2).
            {"Reynolds of 100 m/s in 40 mm", "throat", "flow_m3_h=452.39 diameter_mm=40", "reynolds", 2.65e5, 3e3},
            {"and its speed", "throat", "flow_m3_h=452.39 diameter_mm=40", "velocity_m_s", 100., 0.01},
            {"bore 54, stroke 54, chamber 12 cm3", "compression", "bore_mm=54 stroke_mm=54 chamber_cm3=12", "ratio",
             11.306, 0.002},
            {"trapped above a roof 27 mm down: half the stroke", "compression",
             "bore_mm=54 stroke_mm=54 chamber_cm3=12 exhaust_height_mm=27", "trapped_ratio", 6.153, 0.002},
            {"12.0 to 13.0 by bore", "jet-mixture", "jet=100 afr_now=12 afr_wanted=13 numbering=bore", "jet_new", 96.08,
             0.01},
            {"12.0 to 13.0 by flow", "jet-mixture", "jet=100 afr_now=12 afr_wanted=13 numbering=flow", "jet_new", 92.31,
             0.01},
            // 30 kW for 10 s at 330 g/kWh: 27.5 g, at 0.75 kg/l 36.7 ml.
            {"fuel of a pull", "fuel", "power_w=30000 seconds=10 bsfc_g_kwh=330 density_kg_l=0.75", "fuel_ml", 36.67,
             0.01},
        };
        for (const auto& r : rows)
            QTest::newRow(r.source) << r.name << r.given << r.key << r.expected << r.tolerance;
    }
    void worked() {
        QFETCH(QString, name);
        QFETCH(QString, given);
        QFETCH(QString, key);
        QFETCH(double, expected);
        QFETCH(double, tolerance);
        const auto asked = ask(name, given);
        QVERIFY2(asked, qPrintable(asked ? QString() : QString::fromStdString(said(asked.error()))));
        const auto value = outputOf(*asked, key);
        QVERIFY(value);
        const double got = std::get<double>(*value);
        QVERIFY2(std::abs(got - expected) <= tolerance, qPrintable(QString::number(got, 'g', 10)));
    }

    /// The runner by both schools, with the handbook's formulae worked in their own units: Engelman in inches and feet,
    /// N = 77 C sqrt(A/(L V)) sqrt((R-1)/(R+1)) (value from memory).
    void engelmanInInches() {
        const auto asked =
            ask("runner",
                "rpm=8000 air_temp_c=20 ivc_deg_abdc=50 order=3 bore_mm=38.1 displacement_cm3=410 compression=11");
        QVERIFY(asked);
        const double lengthIn = std::get<double>(*outputOf(*asked, "resonator_length_mm")) / 25.4;
        const double soundFt = 343.2 / 0.3048, area = 3.14159265 / 4. * 1.5 * 1.5, volume = 410. / 16.387064;
        const double rpm = 77. * soundFt * std::sqrt(area / (lengthIn * volume)) * std::sqrt(10. / 12.);
        QVERIFY2(std::abs(rpm / 8000. - 1.) < 0.01, qPrintable(QString::number(rpm)));
        // The wave runs there and back `order` times while the crank goes from 90 degrees to intake closing.
        const double seconds = (90. + 50.) / 360. / (8000. / 60.);
        const double wave = std::get<double>(*outputOf(*asked, "wave_length_mm"));
        QVERIFY(std::abs(2. * 3. * wave / 1000. / 343.2 - seconds) < 0.001 * seconds);
    }

    void unitsAsGnuUnitsHasThem_data() {
        QTest::addColumn<QString>("from");
        QTest::addColumn<QString>("to");
        QTest::addColumn<QString>("theirFrom");
        QTest::addColumn<QString>("theirTo");
        const char* rows[][4] = {{"in", "mm", "inch", "mm"},
                                 {"ft", "m", "foot", "m"},
                                 {"thou", "mm", "0.001 inch", "mm"},
                                 {"mile", "km", "mile", "km"},
                                 {"in2", "cm2", "inch^2", "cm^2"},
                                 {"in3", "cm3", "inch^3", "cm^3"},
                                 {"gal", "L", "gallon", "liter"},
                                 {"impgal", "L", "brgallon", "liter"},
                                 {"floz", "ml", "usfloz", "ml"},
                                 {"lb", "kg", "lb", "kg"},
                                 {"oz", "g", "oz", "g"},
                                 {"lb/gal", "kg/L", "lb/gallon", "kg/liter"},
                                 {"deg", "rad", "degree", "radian"},
                                 {"g/kWh", "kg/J", "g/kWh", "kg/J"},
                                 {"lb/hp-h", "g/kWh", "lb/((550 ft lbf/s) hour)", "g/kWh"},
                                 {"hp", "kW", "550 ft lbf/s", "kW"},
                                 {"kgf", "lbf", "kgf", "lbf"},
                                 {"km", "mile", "km", "mile"},
                                 {"cm", "in", "cm", "in"},
                                 {"mm2", "in2", "mm^2", "in^2"},
                                 {"psi", "bar", "psi", "bar"}};
        for (const auto& r : rows)
            QTest::newRow(qPrintable(QString("%1 to %2").arg(r[0], r[1]))) << r[0] << r[1] << r[2] << r[3];
    }
    void unitsAsGnuUnitsHasThem() {
        QFETCH(QString, from);
        QFETCH(QString, to);
        QFETCH(QString, theirFrom);
        QFETCH(QString, theirTo);
        QProcess units;
        units.start("units", {"-t", "-o", "%.15g", theirFrom, theirTo});
        QVERIFY2(units.waitForFinished(), "GNU units is needed for this test");
        const double theirs = QString::fromUtf8(units.readAllStandardOutput()).trimmed().toDouble();
        const auto asked = ask("units", "value=1 from=" + from + " to=" + to);
        QVERIFY(asked && theirs > 0.);
        QVERIFY(std::abs(std::get<double>(*outputOf(*asked, "value")) / theirs - 1.) < 1e-9);
        QCOMPARE(asked->answer.outputs.front().unit, to.toStdString());
    }
    void unitsThatMeasureDifferentThings() {
        QVERIFY(said(ask("units", "value=1 from=mm to=kg").error()).find("different") != std::string::npos);
        QVERIFY(said(ask("units", "value=1 from=furlong to=m").error()).find("furlong") != std::string::npos);
        QCOMPARE(std::get<double>(*outputOf(*ask("units", "value=212 from=degF to=degC"), "value")), 100.);
        // "kg" is a mass on the desk, and a load where forces are asked for.
        QVERIFY(std::abs(std::get<double>(*outputOf(*ask("units", "value=2 from=kg to=N"), "value")) - 19.6133) < 1e-9);
    }

    void shiftsAreDecidedByCrossingOrLimiter() {
        // Power falls from 9000; the next gear at 0.8 of the speed makes as much where P(n) = P(0.8 n): worked by hand
        // on straight lines: rising 4 W a rpm to 36000 at 9000, falling 6 a rpm after. 4 x 0.8 n = 36000 - 6 (n -
        // 9000).
        const double crossing = (36000. + 54000.) / (3.2 + 6.);
        const auto asked = ask("shift", "rpm=5000,9000,11000 power_w=20000,36000,24000 ratio_from=2 ratio_to=1.6 "
                                        "limiter_rpm=10800");
        QVERIFY(asked);
        QVERIFY(std::abs(std::get<double>(*outputOf(*asked, "best_shift_rpm")) - crossing) < 0.01);
        QVERIFY(std::abs(std::get<double>(*outputOf(*asked, "rpm_after")) - 0.8 * crossing) < 0.01);
        QCOMPARE(std::get<std::string>(*outputOf(*asked, "decided_by")), std::string("crossing"));
        const auto limited = ask("shift", "rpm=5000,9000,11000 power_w=20000,36000,24000 ratio_from=2 ratio_to=1.6 "
                                          "limiter_rpm=9200");
        QCOMPARE(std::get<double>(*outputOf(*limited, "best_shift_rpm")), 9200.);
        QCOMPARE(std::get<std::string>(*outputOf(*limited, "decided_by")), std::string("limiter"));
        // Never past the last point, wherever the limiter is.
        const auto rising =
            ask("shift", "rpm=5000,9000 power_w=20000,36000 ratio_from=2 ratio_to=1.6 limiter_rpm=12000");
        QCOMPARE(std::get<double>(*outputOf(*rising, "best_shift_rpm")), 9000.);
    }
    void weightsThatDoNotAlternate() {
        QCOMPARE(std::get<double>(*outputOf(*ask("flyweights", "weights_g=17,15,17,15,17,15"), "uneven")), 0.);
        QCOMPARE(std::get<double>(*outputOf(*ask("flyweights", "weights_g=16,16,16,16,16,16"), "uneven")), 0.);
        const auto uneven = ask("flyweights", "weights_g=17,17,17,15,15,15");
        QCOMPARE(std::get<double>(*outputOf(*uneven, "uneven")), 1.);
        QCOMPARE(uneven->answer.cautions.size(), std::size_t(1));
        QVERIFY(std::get<double>(*outputOf(*uneven, "imbalance")) > 0.2);
    }

    void everyCalculatorKeepsItsWord() {
        QVERIFY(calculators().size() >= 24);
        std::set<std::string_view> names;
        for (const Calculator& c : calculators()) {
            QVERIFY(names.insert(c.name).second);
            QVERIFY(!c.source.empty());
            Given all;
            bool eitherTaken = false;
            for (const CalcInput& in : c.inputs) {
                // The pipe takes one of two; the rest take all of their inputs.
                const bool either = in.key == "wave_speed_m_s" || in.key == "gas_temp_c";
                if (either && eitherTaken)
                    continue;
                eitherTaken = eitherTaken || either;
                std::string value = plausible(in);
                if (in.key == "wave_speed_m_s")
                    value = "500";
                if (in.key == "strokes" || in.key == "order")
                    value = "4";
                if (in.key.starts_with("density"))
                    value = in.key == "density_kg_l" ? "0.75" : "1.2";
                all.emplace_back(in.key, value);
            }
            const auto answer = askCalculator(c, all);
            QVERIFY2(answer, qPrintable(QString::fromStdString(std::string(c.name)) + ": " +
                                        (answer ? QString() : QString::fromStdString(said(answer.error())))));
            QCOMPARE(answer->answer.outputs.size(), c.outputs.size());
            for (const CalcAnswer::Output& o : answer->answer.outputs) {
                QVERIFY2(o.value, o.key.c_str());
                if (const double* number = std::get_if<double>(&*o.value))
                    QVERIFY2(std::isfinite(*number), o.key.c_str());
            }
            // Each number past either of its bounds is refused by its key.
            for (const CalcInput& in : c.inputs)
                for (const double bad : {in.low - 1., in.high + 1.}) {
                    constexpr double kAnyNumber = 1e12; // bounds that only keep infinities out
                    if (in.kind == CalcInput::Kind::Word || std::abs(bad) > kAnyNumber)
                        continue;
                    Given wrong = all;
                    std::erase_if(wrong, [&](const auto& g) {
                        return g.first == in.key || g.first == "wave_speed_m_s" || g.first == "gas_temp_c";
                    });
                    char text[40];
                    std::snprintf(text, sizeof text, "%.12g", bad);
                    wrong.emplace_back(in.key, text);
                    const auto refused = askCalculator(c, wrong);
                    QVERIFY2(!refused, qPrintable(QString("%1 %2=%3")
                                                      .arg(QString::fromUtf8(c.name.data()),
                                                           QString::fromUtf8(in.key.data()), text)));
                    QVERIFY2(said(refused.error()).find(in.key) != std::string::npos, said(refused.error()).c_str());
                }
            // What is needed is asked for by its key; what is not known is refused.
            for (const CalcInput& in : c.inputs) {
                Given less = all;
                std::erase_if(less, [&](const auto& g) { return g.first == in.key; });
                if (const auto without = askCalculator(c, less); !in.optional && !in.fallback) {
                    QVERIFY(!without);
                    QVERIFY(said(without.error()).find(in.key) != std::string::npos);
                }
            }
            Given more = all;
            more.emplace_back("nonsense", "1");
            QVERIFY(!askCalculator(c, more));
            more = all;
            more.push_back(all.front());
            QVERIFY(said(askCalculator(c, more).error()).find("twice") != std::string::npos);
        }
    }
    void numbersThatAreNone() {
        for (const char* bad : {"nan", "inf", "-inf", "1e999", "", "1,5", "12x", "0x10"}) {
            const auto asked = ask("premix", QString("ratio=%1 fuel_l=1").arg(bad));
            QVERIFY2(!asked, bad);
        }
        QVERIFY(!ask("flyweights", "weights_g=16,,16"));
        QVERIFY(!ask("jet-air", "jet=150 density_from_kg_m3=1.2 density_to_kg_m3=1.1 numbering=colour"));
        QVERIFY(!ask("bmep", "torque_nm=100 displacement_cm3=400 strokes=3"));
        QVERIFY(!ask("shift", "rpm=9000,5000 power_w=1,2 ratio_from=2 ratio_to=1.6 limiter_rpm=9500"));
        QVERIFY(!ask("shift", "rpm=5000,9000 power_w=1,2,3 ratio_from=2 ratio_to=1.6 limiter_rpm=9000"));
        QVERIFY(!ask("shift", "rpm=5000,9000 power_w=1,2 ratio_from=1.6 ratio_to=2 limiter_rpm=9000"));
        QVERIFY(!ask("pipe", "exhaust_duration_deg=180 rpm=8000"));
        QVERIFY(!ask("pipe", "exhaust_duration_deg=180 rpm=8000 gas_temp_c=400 wave_speed_m_s=500"));
        QVERIFY(!ask("ports", "stroke_mm=54 rod_mm=110 exhaust_opens_deg_atdc=124 transfer_opens_deg_atdc=110"));
        QVERIFY(!ask("ports", "stroke_mm=54 rod_mm=30 exhaust_opens_deg_atdc=90 transfer_opens_deg_atdc=110"));
        QVERIFY(!ask("runner", "rpm=8000 air_temp_c=20 ivc_deg_abdc=50 order=3 bore_mm=38"));
    }
};

JR_SUITE(TestCalculators)
#include "test_calculators.moc"
