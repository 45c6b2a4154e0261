#include "app/judge/mixture_page.h"
#include "app/theme/words.h"

#include <QDoubleSpinBox>
#include <QHBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {

MixturePage::MixturePage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Mixture"), parent) {
    auto* row = new QHBoxLayout;
    auto* label = new Words(tr("&Target"));
    const auto box = [&](const QString& name) {
        auto* b = new QDoubleSpinBox;
        b->setRange(9., 17.);
        b->setDecimals(1);
        b->setSingleStep(0.1);
        b->setSuffix(tr(":1"));
        b->setButtonSymbols(QAbstractSpinBox::NoButtons);
        b->setKeyboardTracking(false);
        b->setAccessibleName(name);
        row->addWidget(b);
        connect(b, &QDoubleSpinBox::valueChanged, this, [this] {
            if (m_filling)
                return;
            keepJudging(tr("set the mixture's window"), [this](JudgingSheet& sheet) {
                sheet.target = MixtureTarget{m_rich->value(), std::max(m_lean->value(), m_rich->value() + 0.1)};
            });
        });
        return b;
    };
    row->addWidget(label);
    m_rich = box(tr("Rich end of the target window"));
    row->addWidget(new Words(tr("to")));
    m_lean = box(tr("Lean end of the target window"));
    label->setBuddy(m_rich);
    row->addStretch(1);
    tools()->addLayout(row);
    m_chart = new SidesMixture(theme, model);
    drawings()->addWidget(m_chart, 1);
}

void MixturePage::fill() {
    m_whatIf.reset();
    if (m_foundOf != m_model.job().id || m_found.size() > 3000) { // of another job, or many targets tried
        m_found.clear();
        m_kept.clear();
        m_foundOf = m_model.job().id;
    }
    bool any = false;
    for (const LoadedPull& p : m_model.pulls())
        any = any || (p.fit && !p.fit->afr.empty());
    MixtureOptions options;
    options.target = mixtureTargetOf(m_model);
    m_filling = true;
    m_rich->setValue(options.target.richAfr);
    m_lean->setValue(options.target.leanAfr);
    m_filling = false;
    m_chart->draw();
    if (!any) {
        headline(tr("No mixture was recorded."));
        say(tr("A channel afr or lambda, one a cylinder, is looked at here."), "muted");
        return;
    }
    std::vector<Observation> values;
    std::vector<double> afr;
    std::vector<std::string> ids = pulledSetups(m_model);
    double worstInside = 1.;
    QString worst;
    for (std::size_t s = 0; s < ids.size(); ++s) {
        const bool shown = ids[s] == m_model.settings().baseSetup || ids[s] == m_model.settings().withSetup;
        for (int i : countingPulls(m_model, ids[s])) {
            const LoadedPull& p = m_model.pulls()[static_cast<std::size_t>(i)];
            // From the whole trace, and the same under every band: worked out once a pull and target.
            const auto [at, anew] =
                m_found.try_emplace(std::pair(p.fit.get(), std::pair(options.target.richAfr, options.target.leanAfr)));
            if (anew) {
                at->second = mixtureOf(*p.trace, p.fit->ready, options);
                m_kept.push_back(p.fit);
            }
            const MixtureFinding& found = at->second;
            if (!found.known)
                continue;
            const double mean = m_model.bandMeansW()[static_cast<std::size_t>(i)];
            if (std::isfinite(mean)) {
                values.push_back({static_cast<int>(s), mean, p.fit->header.startedEpochS});
                afr.push_back(found.meanAfr);
            }
            if (!shown)
                continue;
            QStringList words;
            for (const std::string& sentence : found.sentences)
                words << fromCore(sentence);
            const QString head = tr("Pull %1, %2").arg(p.record.number).arg(setupName(ids[s]));
            say(Markup::bold(head) + Markup(QLatin1Char('\n') + words.join(QLatin1Char(' '))),
                found.leanUnderLoadS > 0. || found.notFiringS > 0. ? "caution" : nullptr);
            if (found.insideShare < worstInside) {
                worstInside = found.insideShare;
                worst = head;
            }
        }
    }
    headline(worst.isEmpty() || worstInside > 0.9
                 ? tr("Inside its window nearly all the time")
                 : tr("%1: only %2 % of the time inside").arg(worst, QLocale().toString(100. * worstInside, 'f', 0)));
    // What another mixture would be worth, over all setups, each with its own level.
    std::vector<int> count(ids.size(), 0);
    for (const Observation& o : values)
        ++count[static_cast<std::size_t>(o.group)];
    std::vector<Observation> kept;
    std::vector<double> keptAfr;
    std::vector<int> to(ids.size(), -1);
    int groups = 0;
    for (std::size_t i = 0; i < values.size(); ++i) {
        const auto g = static_cast<std::size_t>(values[i].group);
        if (count[g] < 2)
            continue;
        if (to[g] < 0)
            to[g] = groups++;
        kept.push_back(values[i]);
        kept.back().group = to[g];
        keptAfr.push_back(afr[i]);
    }
    const auto whatIf = mixtureWhatIf(kept, keptAfr, groups);
    if (whatIf) {
        m_whatIf = *whatIf;
        say(tr("What if? %1").arg(fromCore(whatIf->text)), "strong");
    } else {
        say(tr("What another mixture is worth cannot be told: %1.").arg(QString::fromStdString(whatIf.error().reason)),
            "muted");
    }
    say(tr("A mixture that is right on the bench may be too lean to hold for minutes: that is a judgement for whoever "
           "answers for the engine."),
        "muted");
}

} // namespace jr::app
