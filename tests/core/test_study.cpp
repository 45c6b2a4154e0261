// SPDX-License-Identifier: GPL-3.0-or-later
// One object answers every question about a set of pulls: one standard for all or none, one band mean a pull, the same
// answer whatever the order, the names of setups, or how the pulls came together.
#include "core/judge/along_range.h"
#include "core/judge/sweep.h"
#include "core/study/study.h"
#include "core/units/leading_number.h"
#include "standin/simulated_bench.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <thread>

using namespace jr;

namespace {

/// Setups by their first letter; `gain` multiplies power where the engine is above 6000 rpm.
std::shared_ptr<const PullFit> pullOf(char setup, int order, double gain = 1., bool air = true,
                                      const std::vector<standin::TorqueBump>& dips = {}) {
    standin::EngineTruth engine;
    engine.bumps = {{0.05 + (gain - 1.), 7000., 900.}};
    engine.bumps.insert(engine.bumps.end(), dips.begin(), dips.end());
    standin::PullSetting setting;
    setting.seed = 40 + static_cast<std::uint64_t>(order);
    setting.offsetShare = 0.002 * ((order * 7) % 5 - 2);
    Trace trace = testsupport::traceOf(standin::rollerPull(engine, {}, setting), PullKind::Roller);
    trace.header.id = std::string(1, setup) + std::to_string(order);
    trace.header.setup = std::string(1, setup);
    trace.header.startedEpochS = 1.7e9 + 500. * order;
    if (air) {
        trace.header.airTempC = 30.;
        trace.header.airPressurePa = 97000.;
        trace.header.humidity = 0.4;
    } else {
        trace.header.airTempC.reset();
    }
    return std::make_shared<const PullFit>(std::move(fitPull(trace)).value());
}

struct StudyDay {
    std::vector<StudyPull> pulls;
    std::vector<SetupNode> tree{{"a", "short", {}, {}},
                                {"b", "long", "a", {{"stack", "60 mm", "85 mm"}}},
                                {"c", "longest", "a", {{"stack", "60 mm", "110 mm"}}}};
    StudySettings settings;

    explicit StudyDay(const std::string& order = "abccbaabc") {
        for (char setup : order)
            add(setup);
        settings.baseSetup = "a";
        settings.withSetup = "b";
    }
    void add(char setup, bool air = true, bool counts = true) {
        const int n = static_cast<int>(pulls.size());
        const auto fit = pullOf(setup, n, setup == 'b' ? 1.03 : setup == 'c' ? 1.015 : 1., air);
        pulls.push_back({fit->header.id, n + 1, std::string(1, setup), counts, fit, nullptr});
    }
    std::shared_ptr<const Study> study(const Study* before = nullptr) const {
        return Study::make(pulls, tree, settings, before);
    }
};

bool close(double a, double b, double tolerance = 1e-9) {
    return std::abs(a - b) <= tolerance * std::max(std::abs(a), std::abs(b));
}

/// A flagged stretch in the middle of a pull's range.
std::shared_ptr<const PullFit> withHole(const PullFit& pull, double from, double to) {
    auto out = std::make_shared<PullFit>(pull);
    Flag flag;
    flag.kind = FlagKind::Slip;
    flag.fromS = out->ready.timeS.back();
    flag.toS = 0.;
    for (std::size_t i = 0; i < out->ready.size(); ++i)
        if (out->ready.rpm[i] >= from && out->ready.rpm[i] <= to) {
            flag.fromS = std::min(flag.fromS, out->ready.timeS[i]);
            flag.toS = std::max(flag.toS, out->ready.timeS[i]);
        }
    flag.fromRpm = from;
    flag.toRpm = to;
    out->ready.flags.push_back(flag);
    return out;
}

} // namespace

class TestStudy : public QObject {
    Q_OBJECT
private slots:
    /// One pull without air took the comparison back to "as measured", while steps, sweep, scatter and the strip went
    /// on with corrected figures beside it.
    void oneStandardForAllOrNone() {
        StudyDay day;
        const auto corrected = day.study();
        QCOMPARE(std::string(corrected->standard().id), std::string("sae-j1349"));
        QVERIFY(corrected->withoutAir().empty());
        day.add('c', false);
        const auto bare = day.study();
        QCOMPARE(std::string(bare->standard().id), std::string("none"));
        QCOMPARE(bare->withoutAir(), std::vector<std::size_t>{9});
        for (std::size_t i = 0; i < bare->pulls().size(); ++i)
            QCOMPARE(bare->curve(i)->factor.value_or(1.), 1.);
        // Every answer is taken from those curves: none is four per cent above another.
        const double factor = *corrected->curve(0)->factor;
        QVERIFY(factor > 1.02);
        const auto steps = bare->ladder({}), before = corrected->ladder({});
        QVERIFY(steps && before);
        for (std::size_t s = 0; s < 3; ++s)
            QVERIFY(close(before->ladder.steps[s].value / steps->ladder.steps[s].value, factor, 0.005));
        QVERIFY(close(corrected->bandMeansW()[0] / bare->bandMeansW()[0], factor, 0.005));
        QVERIFY(close(corrected->scatter()->pulls[0].valueW / bare->scatter()->pulls[0].valueW, factor, 0.005));
        QVERIFY(close(corrected->sweep("stack", {}, {})->sweep->fit.mean[0] /
                          bare->sweep("stack", {}, {})->sweep->fit.mean[0],
                      factor, 0.005));
        QVERIFY(close(corrected->comparison()->base.powerW[5] / bare->comparison()->base.powerW[5], factor, 0.005));
        // And the comparison says why, even of two setups that have their air.
        const auto& cautions = bare->comparison()->cautions;
        QVERIFY(std::any_of(cautions.begin(), cautions.end(),
                            [](const Caution& c) { return c.kind == "standard-unknown"; }));
        // Set aside, it takes nobody's correction away.
        day.pulls.back().counts = false;
        QCOMPARE(std::string(day.study()->standard().id), std::string("sae-j1349"));
    }

    /// A flagged stretch was counted on one page, left out on the next and filled on the third.
    void oneBandMeanAPull() {
        StudyDay day;
        const auto whole = day.study();
        const std::size_t pull = 1;
        day.pulls[pull].fit = withHole(*day.pulls[pull].fit, 6500., 7400.);
        const auto study = day.study();
        const double mean = study->bandMeansW()[pull];
        // The hole lies where this engine is strong: a mean without it would be several per cent lower.
        QVERIFY2(close(mean, whole->bandMeansW()[pull], 0.004),
                 qPrintable(QStringLiteral("%1 %2").arg(mean).arg(whole->bandMeansW()[pull])));
        double sum = 0., n = 0.;
        const auto curve = study->curve(pull);
        for (double rpm : study->commonPlaces())
            if (const auto i = static_cast<std::size_t>(curve->at(rpm)); curve->counted[i]) {
                sum += curve->powerW[i];
                n += 1.;
            }
        QVERIFY(!close(sum / n, mean, 0.01));
        // The same number in every answer.
        const auto values = study->values({"b"}, {});
        QCOMPARE(values->observations.front().value, mean);
        QCOMPARE(study->scatter()->pulls[pull].valueW, mean);
        // A pull that does not count is read against the same grid.
        StudyDay aside;
        aside.pulls[pull].counts = false;
        QVERIFY(close(aside.study()->bandMeansW()[pull], whole->bandMeansW()[pull], 0.002));
    }

    void callsAreNotJoinedAcrossAHole() {
        StudyDay day("abbaabba");
        for (StudyPull& p : day.pulls)
            p.fit = withHole(*p.fit, 6000., 6600.);
        const auto study = day.study();
        const auto& c = study->comparison();
        QVERIFY(c);
        bool hole = false;
        for (std::size_t i = 1; i < c->place.size(); ++i)
            hole = hole || c->place[i] - c->place[i - 1] > 300.;
        QVERIFY(hole);
        QVERIFY(c->calls.size() >= 2);
        for (const Call& call : c->calls)
            QVERIFY2(call.to <= 6050. || call.from >= 6550.,
                     qPrintable(QStringLiteral("%1 to %2").arg(call.from).arg(call.to)));
    }

    void stripesEndAtAHoleToo() {
        // Two dips far narrower than the detail asked for, on either side of where the hole will be: what smoothing
        // takes is much of the margin from one to the other.
        StudyDay day("abbaabba");
        day.settings.detail = 900.;
        for (StudyPull& p : day.pulls)
            if (p.setupId == "b")
                p.fit = pullOf('b', p.number - 1, 1.03, true, {{-0.08, 5800., 200.}, {-0.08, 6850., 200.}});
        const auto whole = day.study();
        QVERIFY(whole->comparison() && !whole->comparison()->narrow.empty());
        for (StudyPull& p : day.pulls)
            p.fit = withHole(*p.fit, 6000., 6600.);
        const auto study = day.study();
        const auto& c = study->comparison();
        QVERIFY(c && !c->narrow.empty());
        for (const auto& [from, to] : c->narrow)
            QVERIFY2(from < to && (to <= 6050. || from >= 6550.),
                     qPrintable(QStringLiteral("%1 to %2").arg(from).arg(to)));
        for (std::size_t i = 1; i < c->narrow.size(); ++i)
            QVERIFY(c->narrow[i].first > c->narrow[i - 1].second);
        QVERIFY(std::any_of(c->cautions.begin(), c->cautions.end(),
                            [](const Caution& x) { return x.kind == "narrow-features"; }));
    }

    /// The step of the grid was guessed from its first two points: with a hole right there everything after it looked
    /// whole.
    void aHoleAtTheStartIsAHoleToo() {
        StudyDay day("abbaabba");
        const double first = day.study()->comparison()->place.front();
        for (StudyPull& p : day.pulls)
            p.fit = withHole(*p.fit, first + 30., first + 420.);
        const auto study = day.study();
        const auto& c = study->comparison();
        QVERIFY2(
            c && c->place[1] - c->place[0] > 300.,
            qPrintable(QStringLiteral("%1: %2 %3 %4").arg(first).arg(c->place[0]).arg(c->place[1]).arg(c->place[2])));
        QCOMPARE(c->gridStep, 50.);
        QCOMPARE(c->calls.front().to, c->place[0]); // alone on its side of the hole
    }

    void theOrderOfPullsChangesNothing() {
        const StudyDay day;
        StudyDay turned = day;
        std::reverse(turned.pulls.begin(), turned.pulls.end());
        std::swap(turned.pulls[2], turned.pulls[5]);
        const auto a = day.study(), b = turned.study();
        for (std::size_t i = 0; i < day.pulls.size(); ++i)
            for (std::size_t k = 0; k < turned.pulls.size(); ++k)
                if (day.pulls[i].id == turned.pulls[k].id)
                    QVERIFY(close(a->bandMeansW()[i], b->bandMeansW()[k], 1e-9));
        const auto &x = *a->comparison(), &y = *b->comparison();
        QVERIFY(close(x.bandMean.pct, y.bandMean.pct, 1e-6));
        QCOMPARE(x.calls.size(), y.calls.size());
        for (std::size_t g = 0; g < x.place.size(); ++g)
            QVERIFY(std::abs(x.pct(g).low - y.pct(g).low) < 1e-6 && std::abs(x.pct(g).high - y.pct(g).high) < 1e-6);
    }

    void renamedSetupsAnswerTheSame() {
        const StudyDay day;
        StudyDay renamed = day;
        for (SetupNode& n : renamed.tree) {
            n.id = "z" + n.id;
            n.name += " again";
            if (!n.parentId.empty())
                n.parentId = "z" + n.parentId;
        }
        for (StudyPull& p : renamed.pulls)
            p.setupId = "z" + p.setupId;
        renamed.settings.baseSetup = "za";
        renamed.settings.withSetup = "zb";
        const auto a = day.study(), b = renamed.study();
        QCOMPARE(a->bandMeansW(), b->bandMeansW());
        QVERIFY(a->comparison()->difference == b->comparison()->difference);
        QCOMPARE(a->sweep("stack", {}, {})->sweep->bestX, b->sweep("stack", {}, {})->sweep->bestX);
    }

    /// Half a job first and the rest later is the whole job: nothing taken over from the study before may differ from
    /// what would be worked out anew.
    void whatIsTakenOverIsTheSame() {
        const StudyDay day;
        StudyDay half = day;
        half.pulls.resize(6);
        const auto first = half.study();
        (void)first->comparison();
        (void)first->bandMeansW();
        const auto grown = day.study(first.get()), anew = day.study();
        QVERIFY(grown->detail() == anew->detail());
        QCOMPARE(grown->bandMeansW(), anew->bandMeansW());
        QVERIFY(grown->comparison()->difference == anew->comparison()->difference);
        // And back: a study of fewer pulls after one of more.
        const auto shrunk = half.study(grown.get());
        QVERIFY(shrunk->comparison()->difference == first->comparison()->difference);
        // Curves of an unchanged pull are not made again; another standard's are not taken over.
        if (grown->detail() == shrunk->detail())
            QCOMPARE(shrunk->curve(0).get(), grown->curve(0).get());
        StudyDay other = day;
        other.settings.standard = findStandard("din-70020");
        QVERIFY(other.study(grown.get())->curve(0)->powerW != grown->curve(0)->powerW);
        QCOMPARE(other.study(grown.get())->curve(0)->powerW, other.study()->curve(0)->powerW);
        // Another standard is another factor and not another fit: it begins from the very same measured curve.
        QCOMPARE(other.study(grown.get())->curve(0)->measured.get(), grown->curve(0)->measured.get());
        QCOMPARE(other.study(grown.get())->curve(0)->peakPower->value, other.study()->curve(0)->peakPower->value);
    }

    void aMixtureSteppedByJetsHasABest() {
        // Four jets, each two pulls there and back; the best lies between the second and the third, and no straight
        // line through all would say so.
        const std::vector<double> afr{12.1, 12.5, 12.9, 13.3};
        std::vector<StudyPull> pulls;
        std::vector<SetupNode> tree{{"a", "jet 160", {}, {}}};
        for (int s = 1; s < 4; ++s)
            tree.push_back({std::string(1, static_cast<char>('a' + s)),
                            "jet " + std::to_string(160 - 5 * s),
                            "a",
                            {{"main jet", "160", std::to_string(160 - 5 * s)}}});
        int order = 0;
        for (char setup : std::string("abcddcbaabcddcba")) {
            const double mixture = afr[static_cast<std::size_t>(setup - 'a')];
            standin::EngineTruth engine;
            engine.torqueNm *= 1. - 0.06 * std::pow(mixture - 12.75, 2);
            standin::PullSetting setting;
            setting.afr = mixture;
            setting.seed = 900 + static_cast<std::uint64_t>(order);
            setting.offsetShare = 0.001 * ((order * 7) % 5 - 2);
            auto trace = std::make_shared<Trace>(
                testsupport::traceOf(standin::rollerPull(engine, {}, setting), PullKind::Roller));
            trace->header.id = "p" + std::to_string(order);
            trace->header.setup = tree[static_cast<std::size_t>(setup - 'a')].name;
            trace->header.startedEpochS = 1.7e9 + 500. * order;
            const auto fit = std::make_shared<const PullFit>(std::move(fitPull(*trace)).value());
            pulls.push_back({trace->header.id, ++order, std::string(1, setup), true, fit, trace});
        }
        StudySettings settings;
        settings.baseSetup = "a";
        settings.withSetup = "b";
        const auto study = Study::make(pulls, tree, settings);
        const MixtureAnswer& answer = study->mixture({});
        QVERIFY(answer.best);
        QCOMPARE(answer.bestPart, std::string("main jet"));
        QVERIFY2(std::abs(answer.best->bestX - 12.75) < 0.25, qPrintable(QString::number(answer.best->bestX)));
        QVERIFY(answer.best->inside && !answer.best->next.empty());
        QVERIFY(answer.best->next[0] < answer.best->bestX); // leaner is never tried first
        // Where jets are all alike in what they make of the mixture, nothing was stepped.
        for (StudyPull& p : pulls)
            p.setupId = "a";
        QVERIFY(!Study::make(pulls, tree, settings)->mixture({}).best);
    }
    void manyThreadsGetOneAnswer() {
        const StudyDay day;
        const auto study = day.study();
        std::vector<const Comparison*> seen(6);
        {
            std::vector<std::jthread> threads;
            for (auto& at : seen)
                threads.emplace_back([&at, &study] {
                    (void)study->bandMeansW();
                    at = &*study->comparison();
                    (void)study->ladder({});
                });
        }
        for (const Comparison* c : seen)
            QCOMPARE(c, seen.front());
    }

    void anAbandonedStudyAnswersNothingHalf() {
        const StudyDay day;
        const auto study = day.study();
        study->abandon();
        QVERIFY(!study->comparison());
        QVERIFY(!study->ladder({}));
        for (double mean : study->bandMeansW())
            QVERIFY(std::isnan(mean));
        // And leaves nothing half to the next one.
        QCOMPARE(day.study(study.get())->bandMeansW(), day.study()->bandMeansW());
    }

    void designsAreFoundInTheTree() {
        const StudyDay day;
        const auto sweeps = findSweeps(day.tree, {"a", "b", "c"});
        QCOMPARE(sweeps.size(), std::size_t(1));
        QCOMPARE(sweeps[0].part, std::string("stack"));
        QCOMPARE(sweeps[0].unit, std::string("mm"));
        QCOMPARE(sweeps[0].points, (std::vector<double>{60., 85., 110.}));
        QVERIFY(!findCross(day.tree, {"a", "b", "c"}));
        const std::vector<SetupNode> cross{{"0", "plain", {}, {}},
                                           {"p", "pipe", "0", {{"pipe", "stock", "long"}}},
                                           {"r", "reed", "0", {{"reed", "stiff", "soft"}}},
                                           {"pr", "both", "p", {{"reed", "stiff", "soft"}}}};
        const auto found = findCross(cross, {"0", "p", "r", "pr"});
        QVERIFY(found);
        QCOMPARE(found->factors.size(), std::size_t(2));
        QCOMPARE(found->cells.size(), std::size_t(4));
        // Without the setup that has both, nothing can be said of them together.
        QVERIFY(!findCross(cross, {"0", "p", "r"}));
    }

    void theNumberInAText_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("number");
        QTest::addColumn<QString>("rest");
        QTest::newRow("unit") << "120 mm" << 120. << "mm";
        QTest::newRow("comma") << " 12,5mm " << 12.5 << "mm";
        QTest::newRow("negative") << "-3° " << -3. << "°";
        QTest::newRow("list, not a fraction") << "17, 15" << 17. << ", 15";
        QTest::newRow("bare") << "155" << 155. << "";
        QTest::newRow("none") << "stock" << std::nan("") << "";
        QTest::newRow("sign alone") << "- " << std::nan("") << "";
    }
    void theNumberInAText() {
        QFETCH(QString, text);
        QFETCH(double, number);
        QFETCH(QString, rest);
        const auto found = leadingNumber(text.toStdString());
        QCOMPARE(found.has_value(), std::isfinite(number));
        if (found) {
            QVERIFY(close(found->first, number));
            QCOMPARE(found->second, rest.toStdString());
        }
    }

    void aBandAskedForIsNeverNarrowedInSilence() {
        StudyDay day;
        day.settings.from = 5000.;
        day.settings.to = 7000.;
        QVERIFY(day.study()->ladder({}));
        day.settings.to = 14000.;
        const auto refused = day.study()->ladder({});
        QVERIFY(!refused);
        QVERIFY2(refused.error().reason.find("does not reach") != std::string::npos, refused.error().reason.c_str());
        QVERIFY(refused.error().reason.starts_with("pull "));
        // At one speed a pull without data there is named.
        const auto at = day.study()->ladder({Metric::Kind::At, 15000.});
        QVERIFY(!at && at.error().reason.find("no data") != std::string::npos);
        QVERIFY(day.study()->ladder({Metric::Kind::Peak}));
    }

    void aSideWithoutPullsIsAnError() {
        StudyDay day;
        day.settings.withSetup = "nowhere";
        QVERIFY(!day.study()->comparison());
        QVERIFY(!Study::make({}, {}, {})->ladder({}));
        QVERIFY(!Study::make({}, {}, {})->scatter());
        QVERIFY(Study::make({}, {}, {})->bandMeansW().empty());
    }
};

JR_SUITE(TestStudy)
#include "test_study.moc"
