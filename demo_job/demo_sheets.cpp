// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo_job/demo_sheets.h"

#include "archive/formats/baselines_sheet.h"
#include "archive/formats/figure_sheet.h"
#include "archive/formats/road_sheet.h"
#include "archive/formats/job_readings.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/formats/machine_book_sheets.h"
#include "archive/formats/rules_sheet.h"
#include "archive/formats/work_order_sheet.h"
#include "core/ready/evidence.h"

namespace jr {
namespace {

MachineSheet larkspurSheet() {
    MachineSheet s;
    s.kind = MachineKind::FourStroke;
    s.values = {{"model", "Larkspur 410"},
                {"claimed_power_kw", "31"},
                {"capacity_cm3", "410.8"},
                {"bore_mm", "92"},
                {"stroke_mm", "61.8"},
                {"compression", "11.2"},
                {"rod_mm", "112"},
                {"intake_duration_deg", "252"},
                {"exhaust_duration_deg", "248"},
                {"intake_lift_mm", "9.4"},
                {"intake_lash_mm", "0.12"},
                {"exhaust_lash_mm", "0.18"},
                {"fuelling", "carburettor"},
                {"carburettor_mm", "39"},
                {"main_jet", "150"},
                {"pilot_jet", "42"},
                {"needle", "taper 2"},
                {"needle_clip", "3"},
                {"screw_turns", "1.75"},
                {"float_mm", "9"},
                {"advance_deg", "33"},
                {"limiter_rpm", "9250"},
                {"plug", "heat range 8"},
                {"plug_gap_mm", "0.8"},
                {"fuel", "pump 98"},
                {"fuel_density_kg_l", "0.745"},
                {"tank_ml", "8500"},
                {"primary_ratio", "2.91"},
                {"gear_ratio", "1.26"},
                {"gear_ratios", "2.58, 1.89, 1.50, 1.26, 1.10, 0.98"},
                {"wheel_radius_mm", "306"},
                {"front_sprocket", "14"},
                {"rear_sprocket", "44"},
                {"tyre", "road, 140 wide"},
                {"tyre_pressure_kpa", "240"},
                {"weight_kg", "124"},
                {"rider_kg", "82"},
                {"rpm_limit", "9600"},
                {"coolant_limit_c", "108"},
                {"afr_limit", "15.5"}};
    return s;
}

WalkRound walkedRound() {
    WalkRound round = usualWalkRound(MachineKind::FourStroke, BenchType::Roller);
    for (WalkLine& line : round.lines) {
        line.who = "workshop";
        line.when = "2026-05-02T09:40:00";
        line.ticked = line.unit.empty();
        const std::pair<const char*, double> measured[] = {{"battery_v", 12.7},         {"float_mm", 9.},
                                                           {"tyre_pressure_kpa", 240.}, {"strap_kg", 62.},
                                                           {"fuel_ml", 6200.},          {"co_ppm", 6.}};
        for (const auto& [key, value] : measured)
            if (line.key == key)
                line.value = value;
        // One is still to be looked at after the first pull: the Pull station says so.
        if (line.key == "straps_again") {
            line.ticked = false;
            line.who.clear();
            line.when.clear();
        }
    }
    return round;
}

FaultHunt hesitation() {
    FaultHunt h;
    h.symptom = "hesitates at 5000 rpm as the throttle opens";
    h.suspects = {"spark plug", "needle clip", "pilot jet", "accelerator pump"};
    h.swaps = {{{"spark plug"}, "new, same heat range", HuntResult::Open, false, true, {4}, "", "2026-05-02T10:52:00"},
               {{"needle clip"},
                "one lower",
                HuntResult::Open,
                false,
                true,
                {5},
                "cleaner as it opens, by ear",
                "2026-05-02T10:58:00"}};
    return h;
}

} // namespace

namespace {

std::string idOfSetup(const JobRecord& job, const std::string& name) {
    for (const SetupRecord& s : job.setups)
        if (s.name == name)
            return s.id;
    return {};
}

/// A clock on the road beside the bench: roll-ons, there and back.
JobQuantity rollOns(const JobRecord& job) {
    JobQuantity q{"roll-on, 60 to 100 km/h", "s", Better::Lower, {}};
    const std::pair<const char*, double> read[] = {{"short stack", 5.62}, {"long stack", 5.41},  {"long stack", 5.44},
                                                   {"short stack", 5.66}, {"short stack", 5.61}, {"long stack", 5.39},
                                                   {"long stack", 5.71},  {"short stack", 5.63}, {"long stack", 5.43}};
    for (const auto& [setup, value] : read)
        for (const SetupRecord& s : job.setups)
            if (s.name == setup) {
                const int number = static_cast<int>(q.readings.size()) + 1;
                const bool blocked = value > 5.7;
                q.readings.push_back({s.id, number, value, blocked ? "a lorry in the way" : "", {}, blocked});
            }
    return q;
}

WorkOrder stackOrder() {
    WorkOrder order;
    order.customer = "Rowan, rides it to the hills";
    order.wants = "more pull from 4000 on, no more noise";
    order.complains = "flat out of slow corners";
    order.distanceKm = 18400.;
    order.fit = usualFitLines(MachineKind::FourStroke);
    for (FitLine& line : order.fit) {
        line.fit = Fit::Good;
        line.who = "workshop";
        line.when = "2026-05-02T09:10:00";
        if (line.key == "drive") {
            line.fit = Fit::Wrong;
            line.what = "chain 12 mm slack at its tightest; set right";
        }
        if (line.key == "debris")
            line.fit = Fit::NotLooked;
    }
    order.kitName = "long stack kit";
    order.kit = {{"stack, 120 mm", KitState::Here, {}},
                 {"clamp", KitState::Here, {}},
                 {"foam sleeve", KitState::Substituted, "a plain mesh"},
                 {"main jet 155", KitState::Awaited, {}}};
    order.quotedHours = 3.;
    order.usedHours = 3.5;
    order.quotedPrice = 260.;
    order.usedPrice = 240.;
    order.lookAgain = {{"chain slack", 500., {}}, {"valve clearances", 6000., {}}};
    order.guesses = {{"Rowan", 5., "2026-05-02T09:15:00"}, {"workshop", 1.5, "2026-05-02T09:16:00"}};
    return order;
}

} // namespace

Result<Done> writeSecondVisit(Archive& archive, const std::string& jobId) {
    MachineSheet before = larkspurSheet(), after = before;
    before.values["main_jet"] = "152"; // somebody jetted it since
    after.values["main_jet"] = "155";
    const TuneHistory tune{{{1, before}, {10, after}}};
    WorkOrder order;
    order.customer = "Rowan, rides it to the hills";
    order.wants = "what stack, lid and cam are worth, each by itself";
    order.distanceKm = 18950.;
    order.fit = usualFitLines(MachineKind::FourStroke);
    for (FitLine& line : order.fit) {
        line.fit = Fit::Good;
        line.who = "workshop";
        line.when = "2026-05-09T08:40:00";
    }
    order.quotedHours = 6.;
    order.usedHours = 5.5;
    order.lookAgain = {{"valve clearances", 1000., {}}, {"cam chain", 3000., {}}};
    order.handedOver = "2026-05-10";
    for (const auto& [kind, body] :
         {std::pair{sheet_kind::machine, sheetBody(tune)}, std::pair{sheet_kind::workOrder, sheetBody(order)}})
        if (const Result<Done> done = archive.setSheet(jobId, kind, body); !done)
            return done;
    return Done{};
}

Result<Done> writeSledSheets(Archive& archive, const std::string& jobId) {
    MachineSheet machine;
    machine.kind = MachineKind::Sled;
    machine.cylinders = 2;
    machine.values = {{"model", "Ostra 600"},      {"capacity_cm3", "596"},        {"bore_mm", "73.8"},
                      {"stroke_mm", "69.7"},       {"rod_mm", "132"},              {"squish_mm", "1.45"},
                      {"exhaust_opens_deg", "84"}, {"transfer_opens_deg", "117.5"}, {"fuelling", "carburettors"},
                      {"carburettor_mm", "38"},    {"main_jet", "260"},            {"oil_mix", "40"},
                      {"tank_ml", "8000"},         {"weight_kg", "231"}};
    return archive.setSheet(jobId, sheet_kind::machine, sheetBody(machine));
}

Result<Done> writeBeltSheets(Archive& archive, const std::string& jobId) {
    const Result<JobRecord> job = archive.job(jobId);
    if (!job)
        return job.error();
    MachineSheet machine;
    machine.kind = MachineKind::Cvt;
    machine.values = {{"model", "Quill 125"},   {"capacity_cm3", "124"}, {"bore_mm", "55"},   {"stroke_mm", "52.2"},
                      {"rod_mm", "105"},        {"oil_mix", "50"},       {"flyweight_g", "16"}, {"weight_kg", "112"},
                      {"rider_kg", "78"},       {"tank_ml", "7200"}};
    // Pinned before the pulls, by the rule of the root from what 16 g held; one of them by somebody in a hurry.
    FigureSheet figure;
    for (const auto& [name, value, low, high] : {std::tuple{"weights 15 g", 7130., 7040., 7220.},
                                                 std::tuple{"weights 14 g", 7380., 7260., 7500.},
                                                 std::tuple{"weights 13 g", 7850., 7760., 7940.}}) {
        Prediction p;
        p.id = std::string("demo-") + name;
        p.page = "belt";
        p.setupId = idOfSetup(*job, name);
        p.quantity = PredictedQuantity::HeldSpeed;
        p.predicted = {value, low, high};
        p.madeAt = "2026-05-23T08:50:00";
        figure.pins.push_back(p);
    }
    RoadSheet road;
    road.rollout = Rollout::OneFoot;
    road.marks.push_back(*parseMark("30-70km/h"));
    for (const auto& [kind, body] :
         {std::pair{sheet_kind::machine, sheetBody(machine)}, std::pair{sheet_kind::figure, sheetBody(figure)},
          std::pair{sheet_kind::road, sheetBody(road)}})
        if (const Result<Done> done = archive.setSheet(jobId, kind, body); !done)
            return done;
    return Done{};
}

Result<Done> writeHubSheets(Archive& archive, const std::string& jobId) {
    MachineSheet machine;
    machine.kind = MachineKind::FourStroke;
    machine.cylinders = 2;
    machine.values = {{"model", "Tansy 700"},    {"claimed_power_kw", "54"}, {"claimed_at", "crank"},
                      {"capacity_cm3", "689"},   {"bore_mm", "80"},          {"stroke_mm", "68.6"},
                      {"fuelling", "injection"}, {"map_name", "open 2"},     {"weight_kg", "184"},
                      {"limiter_rpm", "9400"},   {"tank_ml", "14000"}};
    Baselines base;
    takeBaseAgain(base, {4, "throttle bodies were set even", "2026-06-06T10:20:00"});
    for (const auto& [kind, body] :
         {std::pair{sheet_kind::machine, sheetBody(machine)}, std::pair{sheet_kind::baselines, sheetBody(base)}})
        if (const Result<Done> done = archive.setSheet(jobId, kind, body); !done)
            return done;
    return Done{};
}

Result<Done> writeDemoSheets(Archive& archive, const std::string& jobId) {
    SittingSheet sitting;
    sitting.keys = {{"fans", "one on the radiator, none across the stack"},
                    {"gear", "4th"},
                    {"operator", "workshop"},
                    {"straps", "two each side, 62 kg"},
                    {"tyre_pressure_kpa", "240"}};
    DayPlan plan;
    plan.setups = {"short stack", "long stack"};
    plan.order = {0, 1, 1, 0};
    plan.madeAfterPull = 8;
    plan.text = "two more of each, to narrow the top end";
    const std::vector<PutBackStep> steps = {
        {"air box lid", "top", "arrow forward", {}, "", "", true, "workshop", "2026-05-02T10:25:00"},
        {"short stack", "intake", "", {}, "", "clamp screw faces right", true, "workshop", "2026-05-02T10:24:00"},
        {"sealing washer",
         "intake",
         "flat face to the carburettor",
         {},
         "",
         "",
         true,
         "workshop",
         "2026-05-02T10:23:00"}};
    const Result<JobRecord> job = archive.job(jobId);
    if (!job)
        return job.error();
    // An invented class, a licence and a fence; the figures are the demo's own.
    const std::vector<SetupRule> rules = {{RuleKind::PartStays, "carburettor", {}, {}, 0., "club class, sheet 4"},
                                          {RuleKind::PartStays, "intake stack", {}, {}, 0., "club class, sheet 4"},
                                          {RuleKind::Size, "carburettor_mm", {}, 39., 0., "club class, sheet 4"},
                                          {RuleKind::Power, "wheel", {}, 27400., 0., "the licence of the rider"},
                                          {RuleKind::Noise, "gate, 7 m", {}, 96., 4600., "the neighbours' agreement"}};
    LeakTests leaks;
    leaks.tests = {{LeakKind::Intake, "short stack", 1, 35., 34.1, 1., "", "workshop", "2026-05-02T09:52:00"},
                   {LeakKind::Intake, "long stack", 2, 35., 26.5, 1., "clamp, left", "workshop", "2026-05-02T10:08:00"},
                   {LeakKind::Intake, "long stack", 2, 35., 33.8, 1., "", "workshop", "2026-05-02T10:14:00"}};
    for (const auto& [kind, body] :
         {std::pair{sheet_kind::readings, sheetBody({rollOns(*job)})},
          std::pair{sheet_kind::machine, sheetBody(larkspurSheet())},
          std::pair{sheet_kind::walkRound, sheetBody(walkedRound())},
          std::pair{sheet_kind::workOrder, sheetBody(stackOrder())}, std::pair{sheet_kind::rules, sheetBody(rules)},
          std::pair{sheet_kind::leakTests, sheetBody(leaks)}, std::pair{sheet_kind::sitting, sheetBody(sitting)},
          std::pair{sheet_kind::faultHunt, sheetBody(hesitation())}, std::pair{sheet_kind::putBack, sheetBody(steps)},
          std::pair{sheet_kind::plan, sheetBody(plan)}})
        if (const Result<Done> done = archive.setSheet(jobId, kind, body); !done)
            return done;
    const std::string longStack = idOfSetup(*job, "long stack"), shortStack = idOfSetup(*job, "short stack");
    for (const auto& [about, words] :
         {std::pair{evidenceText({shortStack, "spark plug"}), std::string("ring grey, no specks")},
          std::pair{evidenceText({longStack, "spark plug"}), std::string("a shade lighter, no specks")},
          std::pair{evidenceText({shortStack, "header colour"}), std::string("straw to the first bend")},
          std::pair{evidenceText({longStack, "header colour"}), std::string("straw, no blue")}})
        if (const Result<std::string> kept = archive.attach(jobId, about, words); !kept)
            return kept.error();
    for (const auto& [about, words] : {std::pair{"setup:long stack", "mouth deburred, measured over the bell: 120 mm"},
                                       std::pair{"step:sealing washer", "turned once before, it leaked"}})
        if (const Result<std::string> kept = archive.attach(jobId, about, words); !kept)
            return kept.error();
    return Done{};
}

} // namespace jr
