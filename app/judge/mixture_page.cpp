#include "app/judge/mixture_page.h"

#include <QDoubleSpinBox>
#include <QHBoxLayout>
#include <QLabel>

#include <algorithm>
#include <cmath>

namespace jr::app {

MixturePage::MixturePage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Mixture"), parent) {
    auto* row = new QHBoxLayout;
    auto* label = new QLabel(tr("&Target"));
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
            m_typed = true;
            refresh();
        });
        return b;
    };
    row->addWidget(label);
    m_rich = box(tr("Rich end of the target window"));
    row->addWidget(new QLabel(tr("to")));
    m_lean = box(tr("Lean end of the target window"));
    label->setBuddy(m_rich);
    row->addStretch(1);
    tools()->addLayout(row);
    m_chart = new RpmChart(theme);
    m_chart->setAccessibleName(tr("Mixture over engine speed, with the target window"));
    drawings()->addWidget(m_chart, 1);
}

void MixturePage::drawChart(const MixtureTarget& target) {
    m_chart->clearDrawing();
    const auto& comparison = m_model.comparison();
    const Tokens& t = m_theme.tokens();
    double low = target.richAfr, high = target.leanAfr, from = 1e9, to = 0.;
    const auto widen = [&](double v) {
        if (std::isfinite(v)) {
            low = std::min(low, v);
            high = std::max(high, v);
        }
    };
    for (bool base : {true, false}) {
        const std::string& id = base ? m_model.settings().baseSetup : m_model.settings().withSetup;
        const SetupRecord* setup = m_model.job().setup(id);
        if (!setup)
            continue;
        const QColor color = t.marks[setup->mark & 7];
        for (int i : countingPulls(m_model, id)) {
            const PullCurve* curve = m_model.curve(i);
            if (!curve || curve->afr.empty())
                continue;
            QCPGraph* thread = m_chart->addGraph();
            QColor pale = color;
            pale.setAlphaF(0.4);
            thread->setPen(QPen(pale, 1));
            thread->setData(QVector<double>(curve->rpm.begin(), curve->rpm.end()),
                            QVector<double>(curve->afr.begin(), curve->afr.end()), true);
            for (double v : curve->afr)
                widen(v);
            from = std::min(from, curve->rpm.front());
            to = std::max(to, curve->rpm.back());
        }
        if (!comparison)
            continue;
        const Side& side = base ? comparison->base : comparison->with;
        QCPGraph* line = m_chart->addGraph();
        line->setPen(m_theme.markPen(setup->mark, 2.2));
        line->setAntialiased(true);
        line->setData(QVector<double>(comparison->rpm.begin(), comparison->rpm.end()),
                      QVector<double>(side.afr.begin(), side.afr.end()), true);
        for (std::size_t k = comparison->rpm.size(); k-- > 0;)
            if (std::isfinite(side.afr[k])) {
                const auto at = static_cast<std::size_t>(static_cast<double>(k) * (base ? 0.35 : 0.7));
                if (std::isfinite(side.afr[at]))
                    m_chart->addLabel(comparison->rpm[at], side.afr[at],
                                      Theme::mark(setup->mark).letter + QLatin1Char(' ') +
                                          QString::fromStdString(setup->name),
                                      color, Qt::AlignHCenter | (base ? Qt::AlignBottom : Qt::AlignTop));
                break;
            }
    }
    if (to > from) {
        QCPGraph* under = m_chart->addGraph();
        QCPGraph* over = m_chart->addGraph();
        for (QCPGraph* g : {under, over})
            g->setPen(QPen(t.gain, 1, Qt::DashLine));
        under->setData(QVector<double>{from, to}, QVector<double>{target.richAfr, target.richAfr}, true);
        over->setData(QVector<double>{from, to}, QVector<double>{target.leanAfr, target.leanAfr}, true);
        QColor soft = t.gain;
        soft.setAlphaF(0.10);
        over->setBrush(soft);
        over->setChannelFillGraph(under);
        m_chart->setRpmRange(from, to);
    }
    m_chart->setValueLabel(tr("mixture [:1], lean upwards"));
    m_chart->setNaturalRange(low - 0.6, high + 0.6);
    m_chart->setNote(tr("mean of all cylinders · window %1 to %2:1 · threads: single pulls")
                         .arg(QLocale().toString(target.richAfr, 'f', 1), QLocale().toString(target.leanAfr, 'f', 1)));
    m_chart->replot(QCustomPlot::rpQueuedReplot);
}

void MixturePage::fill() {
    m_whatIf.reset();
    if (m_foundOf != m_model.job().id || m_found.size() > 3000) { // of another job, or many targets tried
        m_found.clear();
        m_kept.clear();
        m_foundOf = m_model.job().id;
    }
    int strokes = 4;
    bool any = false;
    for (const LoadedPull& p : m_model.pulls())
        if (p.fit) {
            strokes = p.fit->header.strokes.value_or(strokes);
            any = any || !p.fit->afr.empty();
        }
    if (!m_typed) {
        const MixtureTarget usual = usualTarget(strokes);
        m_filling = true;
        m_rich->setValue(usual.richAfr);
        m_lean->setValue(usual.leanAfr);
        m_filling = false;
    }
    MixtureOptions options;
    options.target = {m_rich->value(), std::max(m_lean->value(), m_rich->value() + 0.1)};
    drawChart(options.target);
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
            say(QStringLiteral("<b>%1</b><br>%2")
                    .arg(head.toHtmlEscaped(), words.join(QLatin1Char(' ')).toHtmlEscaped()),
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
