// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/gauges_page.h"

#include "app/widgets/gauge_words.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QHBoxLayout>

#include <cmath>

namespace jr::app {

GaugesPage::GaugesPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Gauges"), parent) {
    auto* row = new QHBoxLayout;
    auto* label = new Words(tr("&Show"));
    m_which = new QComboBox;
    label->setBuddy(m_which);
    row->addWidget(label);
    row->addWidget(m_which, 1);
    tools()->addLayout(row);
    m_values = new GaugeValues(theme, model);
    m_difference = new GaugeDifference(theme, model);
    m_values->showPlaceTicks(false);
    drawings()->addWidget(m_values, 3);
    drawings()->addWidget(m_difference, 2);
    connect(m_which, &QComboBox::activated, this, &GaugesPage::refresh);
}

StudyDesk::Work GaugesPage::work() {
    return [this](const StudyPtr& study) -> StudyDesk::Draw {
        const Result<GaugesAnswer>& answer = study->gauges();
        return [this, study, &answer] {
            if (answer)
                show(*answer);
            else {
                headline(tr("Nothing to set side by side yet."));
                say(errorWords(answer.error()), "muted");
            }
        };
    };
}

void GaugesPage::show(const GaugesAnswer& answer) {
    // The kinds that were read, in the order of the table; the chosen one stays.
    const QVariant chosen = m_which->currentData();
    m_which->clear();
    for (const GaugeInfo& info : allGauges())
        if (std::any_of(answer.gauges.begin(), answer.gauges.end(),
                        [&](const GaugeCompared& g) { return g.gauge.kind == info.kind; }))
            m_which->addItem(gaugeWords(info.kind), static_cast<int>(info.kind));
    if (const int at = m_which->findData(chosen); chosen.isValid() && at >= 0)
        m_which->setCurrentIndex(at);
    drawChosen(answer);
    if (answer.gauges.empty()) {
        headline(tr("Nothing was measured beside the power."));
        say(tr("Columns of mixture, exhaust temperature and manifold pressure, one a cylinder, and of fuel and air "
               "flow "
               "are looked at here."),
            "muted");
        return;
    }
    const bool unlike = !answer.account.empty() && answer.account.front().code.find("spread") == std::string_view::npos;
    headline(unlike ? QString::fromStdString(said(answer.account.front(), m_model.units().wording()))
                    : tr("What was measured beside the power"));
    for (std::size_t i = unlike ? 1 : 0; i < answer.account.size(); ++i)
        say(QString::fromStdString(said(answer.account[i], m_model.units().wording())));
    const QLocale l;
    for (const GaugeCompared& g : answer.gauges) {
        const GaugeInfo& info = gaugeInfo(g.gauge.kind);
        const GaugeScale scale = gaugeScale(g.gauge.kind, m_model.units());
        if (!std::isfinite(g.baseMean) || !std::isfinite(g.withMean))
            continue;
        // A difference is told one figure finer than what it is of, and never as minus nothing.
        const auto number = [&](double v, bool difference = false) {
            const int decimals = scale.decimals + (difference ? 1 : 0);
            const double tens = std::pow(10., decimals), rounded = std::round(v * tens) / tens;
            return (difference && rounded > 0. ? QStringLiteral("+") : QString()) +
                   l.toString(rounded == 0. ? 0. : rounded, 'f', decimals);
        };
        QString name = gaugeWords(g.gauge.kind);
        name[0] = name[0].toUpper();
        if (info.kind <= GaugeKind::HeadTemp)
            name += tr(", cylinder %1").arg(g.gauge.cylinder);
        const QString difference = number(scale.ofDifference(g.difference.mid), true);
        const QString margin = std::isfinite(g.difference.low)
                                   ? tr("%1 to %2")
                                         .arg(number(scale.ofDifference(g.difference.low), true),
                                              number(scale.ofDifference(g.difference.high), true))
                                   : tr("no margin known");
        say(Markup::bold(name) + Markup(tr(": %1 before, %2 after, %3 %4 (%5)")
                                            .arg(number(scale.of(g.baseMean)), number(scale.of(g.withMean)), difference,
                                                 scale.unit, margin)));
    }
    for (const auto* messages : {&answer.hold, &answer.missing})
        if (!messages->empty())
            say(QString::fromStdString(said(*messages, m_model.units().wording())), "caution");
}

void GaugesPage::drawChosen(const GaugesAnswer& answer) {
    const bool any = m_which->count() > 0;
    m_values->setVisible(any);
    m_difference->setVisible(any);
    m_which->setEnabled(any);
    if (!any)
        return;
    const auto kind = static_cast<GaugeKind>(m_which->currentData().toInt());
    m_values->draw(answer, kind);
    m_difference->draw(answer, kind);
}

} // namespace jr::app
