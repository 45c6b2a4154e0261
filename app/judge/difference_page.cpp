// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/difference_page.h"

#include "app/widgets/chart_words.h"
#include "app/widgets/clear_layout.h"
#include "app/widgets/method_link.h"
#include "app/widgets/outlook_line.h"
#include "app/widgets/paragraph_scroll.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QPainter>
#include <QStackedWidget>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

MarkedWords* paragraph(const Markup& text, const char* property = nullptr) {
    auto* label = new MarkedWords(text);
    label->setWordWrap(true);
    followMethodWords(label);
    if (property)
        label->setProperty(property, true);
    return label;
}

QIcon markIcon(const Theme& theme, int mark) {
    QPixmap pixmap(18, 18);
    pixmap.fill(Qt::transparent);
    QPainter p(&pixmap);
    Theme::drawMark(p, {9, 9}, 7, mark, theme.tokens().marks[mark % 8]);
    return pixmap;
}

} // namespace

DifferencePage::DifferencePage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    m_pages = new QStackedWidget;
    whole->addWidget(m_pages);

    m_empty = new Words;
    m_empty->setAlignment(Qt::AlignCenter);
    m_empty->setWordWrap(true);
    m_empty->setProperty("strong", true);
    m_pages->addWidget(m_empty);

    auto* page = new QWidget;
    auto* columns = new QHBoxLayout(page);
    columns->setContentsMargins(12, 8, 12, 8);
    columns->setSpacing(12);
    m_pages->addWidget(page);

    auto* left = new QVBoxLayout;
    left->setSpacing(2);
    m_readout = new MarkedWords;
    m_readout->setMinimumHeight(24);
    m_readout->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    m_readout->setAccessibleName(tr("Figures at the cursor"));
    left->addWidget(m_readout);
    m_ribbon = new GainRibbon(theme, model);
    m_strip = new CallStrip(theme, model);
    m_curves = new CurvesChart(theme, model);
    m_ribbon->setMinimumHeight(138);
    left->addWidget(m_ribbon, 5);
    left->addWidget(m_strip);
    left->addWidget(m_curves, 6);
    m_torque = new CurvesChart(theme, model);
    m_torque->setShown(CurvesChart::Quantity::Torque, CurvesChart::School::Average);
    left->addWidget(m_torque, 5);
    m_mixture = new SidesMixture(theme, model);
    m_mixture->setLane(true);
    left->addWidget(m_mixture, 3);
    m_mixture->setMinimumHeight(104);
    m_map = new SpeedMap(theme, model);
    m_map->setMinimumHeight(132);
    left->addWidget(m_map, 5);
    columns->addLayout(left, 1);
    columns->addWidget(buildSide());

    // Small switches beside the pages' names, each with its key: on a chart they would lie on what it shows.
    m_switches = new QWidget;
    auto* row = new WrappingRow(m_switches);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    const auto above = [row](const QString& text, const QString& tip, int key) {
        auto* button = new QToolButton;
        button->setText(text);
        button->setToolTip(plainTip(tip));
        button->setShortcut(QKeySequence(key));
        button->setProperty("switch", true);
        row->addWidget(button);
        return button;
    };
    auto* ratio = above(tr("gain in % (P)"), tr("The gain in per cent of the base (P)"), Qt::Key_P);
    ratio->setCheckable(true);
    connect(ratio, &QToolButton::toggled, m_ribbon, &GainRibbon::setRatio);
    auto* what =
        above(tr("power (T)"), tr("Power, torque, or both with the mixture one above the other (T)"), Qt::Key_T);
    auto* school = above(tr("average (M)"),
                         tr("Average, median or best of the pulls; calls always use the average (M)"), Qt::Key_M);
    const auto show = [this, what, school] {
        const QString names[] = {tr("average (M)"), tr("median (M)"), tr("best of (M)")};
        const auto rename = [](QToolButton* button, const QString& text, int key) {
            button->setText(text);
            button->setShortcut(QKeySequence(key)); // new words take the old key with them
        };
        rename(school, names[m_school], Qt::Key_M);
        const QString whats[] = {tr("power (T)"), tr("torque (T)"), tr("together (T)")};
        rename(what, whats[static_cast<int>(m_shown)], Qt::Key_T);
        const auto by = static_cast<CurvesChart::School>(m_school);
        m_curves->setShown(m_shown == Shown::Torque ? CurvesChart::Quantity::Torque : CurvesChart::Quantity::Power, by);
        m_torque->setShown(CurvesChart::Quantity::Torque, by);
        arrangeCharts();
    };
    connect(what, &QToolButton::clicked, this, [this, show] {
        m_shown = static_cast<Shown>((static_cast<int>(m_shown) + 1) % 3);
        show();
    });
    connect(school, &QToolButton::clicked, this, [this, show] {
        m_school = (m_school + 1) % 3;
        show();
    });

    for (RangeChart* chart : charts())
        connect(chart, &RangeChart::cursorMoved, this, &DifferencePage::setCursor);
    connect(m_strip, &CallStrip::bandChosen, &model.compare(), &CompareSettings::setBand);
    connect(&model.answers(), &JobStudy::changed, this, &DifferencePage::refresh);
    connect(&model, &JobModel::unitsChanged, this, &DifferencePage::refresh);
    connect(&model, &JobModel::jobChanged, this, &DifferencePage::refresh);
    connect(&theme, &Theme::changed, this, &DifferencePage::refresh);
    refresh();
}

QWidget* DifferencePage::buildSide() {
    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(336);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(14, 12, 10, 10);

    auto* form = new QFormLayout;
    form->setLabelAlignment(Qt::AlignLeft);
    m_base = new QComboBox;
    m_with = new QComboBox;
    m_base->setAccessibleName(tr("Base setup"));
    m_with->setAccessibleName(tr("Changed setup"));
    form->addRow(tr("&Base"), m_base);
    form->addRow(tr("&Changed"), m_with);
    m_worth = new QDoubleSpinBox;
    m_worth->setRange(0.1, 20.);
    m_worth->setSingleStep(0.1);
    m_worth->setDecimals(1);
    m_worth->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_worth->setSuffix(QStringLiteral(" %"));
    m_worth->setToolTip(tr("The gain that would matter to you"));
    form->addRow(tr("&Worth having"), m_worth);
    m_repeatability = new QDoubleSpinBox;
    m_repeatability->setObjectName(QStringLiteral("repeatability"));
    m_repeatability->setRange(0., 10.);
    m_repeatability->setDecimals(2);
    m_repeatability->setSingleStep(0.1);
    m_repeatability->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_repeatability->setSuffix(QStringLiteral(" %"));
    m_repeatability->setKeyboardTracking(false); // a figure half typed is no figure
    m_repeatability->setSpecialValueText(tr("unknown"));
    m_repeatability->setToolTip(tr("With one pull on a side nothing is known of the scatter. If this bench is known to "
                                   "repeat within so many per cent, say so here."));
    m_repeatabilityLabel = new Words(tr("Bench &repeats within"));
    m_repeatabilityLabel->setBuddy(m_repeatability);
    form->addRow(m_repeatabilityLabel, m_repeatability);
    m_history = new QCheckBox(tr("Count &earlier jobs"));
    m_history->setToolTip(tr("How this bench repeated in jobs that were over before this one began counts beside what "
                             "these pulls show, as eight degrees of freedom at most."));
    form->addRow(m_history);
    layout->addLayout(form);

    auto* scroll = new ParagraphScroll; // the headline too: on a low screen, in larger text, nothing is cut off
    m_account = scroll->paragraphs();
    m_account->setContentsMargins(0, 0, 8, 0);
    m_account->setSpacing(8);
    m_headline = paragraph({}, "headline");
    m_headline->setAccessibleName(tr("Result"));
    m_bandMean = paragraph({}, "strong");
    for (QWidget* stays : {static_cast<QWidget*>(m_headline), static_cast<QWidget*>(m_bandMean),
                           static_cast<QWidget*>(new OutlookLine(m_model))})
        m_account->addWidget(stays);
    m_staying = m_account->count();
    layout->addWidget(scroll, 1);
    layout->addWidget(methodLink(QStringLiteral("The margin"), this));

    connect(m_base, &QComboBox::activated, this,
            [this](int i) { m_model.compare().setBaseSetup(m_base->itemData(i).toString().toStdString()); });
    connect(m_with, &QComboBox::activated, this,
            [this](int i) { m_model.compare().setWithSetup(m_with->itemData(i).toString().toStdString()); });
    connect(m_worth, &QDoubleSpinBox::valueChanged, this, [this](double v) {
        if (!m_filling)
            m_model.compare().setWorthPct(v);
    });
    connect(m_repeatability, &QDoubleSpinBox::valueChanged, this, [this](double v) {
        if (!m_filling)
            keepKnown(tr("type how the bench repeats"),
                      [v](JudgingSheet& sheet) { sheet.repeatabilityPct = v > 0. ? std::optional(v) : std::nullopt; });
    });
    connect(m_history, &QCheckBox::toggled, this, [this](bool used) {
        if (!m_filling)
            keepKnown(used ? tr("count earlier jobs") : tr("leave earlier jobs out"),
                      [used](JudgingSheet& sheet) { sheet.withoutHistory = !used; });
    });
    return side;
}

void DifferencePage::fillSides() {
    m_filling = true;
    for (QComboBox* box : {m_base, m_with}) {
        box->clear();
        for (const SetupRecord& s : m_model.job().setups)
            box->addItem(markIcon(m_theme, s.mark),
                         QStringLiteral("%1  %2").arg(Theme::mark(s.mark).letter, QString::fromStdString(s.name)),
                         QString::fromStdString(s.id));
    }
    m_base->setCurrentIndex(m_base->findData(QString::fromStdString(m_model.compare().now().baseSetup)));
    m_with->setCurrentIndex(m_with->findData(QString::fromStdString(m_model.compare().now().withSetup)));
    m_worth->setValue(m_model.compare().now().worthPct);
    m_filling = false;
}

void DifferencePage::keepKnown(const QString& what, const std::function<void(JudgingSheet&)>& change) {
    JudgingSheet sheet = judgingSheetOf(m_model.sheet(sheet_kind::judging));
    change(sheet);
    m_model.setSheet(sheet_kind::judging, sheetBody(sheet), what);
}

/// What may be said of the bench beside the pulls: a typed figure where a side's one pull shows no scatter, and whether
/// earlier jobs count where there are some.
void DifferencePage::showKnown(const Comparison& c) {
    const JudgingSheet sheet = judgingSheetOf(m_model.sheet(sheet_kind::judging));
    const auto past = m_model.notes().past();
    const bool single = c.base.pulls == 1 || c.with.pulls == 1;
    const bool typed = sheet.repeatabilityPct.has_value();
    m_filling = true;
    m_repeatability->setValue(sheet.repeatabilityPct.value_or(0.));
    m_history->setChecked(!sheet.withoutHistory);
    if (past)
        m_history->setText(
            plural(past->knowledge.jobs, tr("Count 1 &earlier job (%2)"), tr("Count %1 &earlier jobs (%2)"))
                .arg(QString::fromStdString(past->knowledge.whose)));
    m_filling = false;
    m_repeatability->setVisible(single || typed);
    m_repeatabilityLabel->setVisible(single || typed);
    m_repeatability->setSpecialValueText(past && !sheet.withoutHistory ? tr("as in earlier jobs") : tr("unknown"));
    m_history->setVisible(past && !typed);
}

void DifferencePage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void DifferencePage::refresh() {
    if (!isVisible())
        return;
    fillSides();
    const auto& comparison = m_model.answers().comparison();
    m_pages->setCurrentIndex(comparison ? 1 : 0);
    if (!comparison) {
        m_empty->setText(m_model.hasJob() ? m_model.answers().problem()
                                          : tr("Open a job on the start page, or drop pulls on the window."));
        // The sides can still be chosen when one has nothing that counts.
        if (m_model.hasJob() && m_model.job().setups.size() > 1) {
            m_pages->setCurrentIndex(1);
            m_headline->set(m_model.answers().problem());
            m_bandMean->clear();
            m_ribbon->draw();
            m_curves->draw();
            m_strip->update();
            clearLayout(m_account, m_staying);
            m_quoted = m_sound = nullptr;
        }
        return;
    }
    const Comparison& c = *comparison;
    // The axis covers what the pulls cover, not only the working band, so that grips can be dragged outwards again.
    double from = c.place.front(), to = c.place.back();
    for (bool base : {true, false})
        for (int i : m_model.sidePulls(base)) {
            if (const PullCurve* curve = m_model.answers().curve(i)) {
                from = std::min(from, curve->usedFrom);
                to = std::max(to, curve->usedTo);
            }
        }
    const double round = 2. * usualStep(c.axis);
    from = std::floor(from / round) * round;
    to = std::ceil(to / round) * round;
    for (RangeChart* chart : charts()) {
        chart->setPlaceRange(from, to);
        chart->setAxis(c.axis, m_model.units().wording());
    }
    m_strip->setPlaceRange(from, to);
    if (m_cursorAxis != c.axis) { // a place of the other axis is nowhere here
        m_cursorAxis = c.axis;
        setCursor(qQNaN());
    }
    m_ribbon->draw();
    m_curves->draw();
    m_torque->draw();
    m_mixture->draw();
    m_map->draw();
    m_strip->update();
    arrangeCharts();

    showKnown(c);

    const Account account = describe(c, m_model.units().wording());
    QString headline = QString::fromStdString(account.headline);
    if (!headline.isEmpty())
        headline[0] = headline[0].toUpper();
    m_headline->set(headline);
    m_bandMean->clear(); // the same words in another light are laid out anew
    m_bandMean->set(Markup(QString::fromStdString(account.details.front())) + methodWord(QStringLiteral("The margin")));
    clearLayout(m_account, m_staying);
    // The last of each kind says where it is written how it was found.
    const auto add = [this](const QString& words, bool last, const char* heading, const char* property = nullptr) {
        m_account->addWidget(
            paragraph(Markup(words) + (last ? methodWord(QString::fromLatin1(heading)) : Markup()), property));
    };
    for (const std::string& s : account.stretches)
        add(QString::fromStdString(s), &s == &account.stretches.back(), "Calls");
    for (const Caution& caution : c.cautions)
        add(QString::fromStdString(said(caution, m_model.units().wording())), &caution == &c.cautions.back(),
            "Cautions", "caution");
    for (std::size_t i = 1; i < account.details.size(); ++i)
        add(QString::fromStdString(account.details[i]), i + 1 == account.details.size(), "The model of a sitting",
            "muted");
    m_quoted = paragraph({}, "muted");
    m_account->addWidget(m_quoted);
    m_sound = paragraph({});
    m_account->addWidget(m_sound);
    m_account->addStretch(1);
    showCursor(m_cursor);
}

std::array<RangeChart*, 5> DifferencePage::charts() const {
    return {m_ribbon, m_curves, m_torque, m_mixture, m_map};
}

/// Which charts stand under one another; only the lowest carries the speeds.
void DifferencePage::arrangeCharts() {
    m_torque->setVisible(m_shown == Shown::Together);
    m_mixture->setVisible(mixtureRecorded(m_model));
    m_map->setVisible(SpeedMap::ofABelt(m_model));
    bool lowest = true;
    for (RangeChart* chart : std::initializer_list<RangeChart*>{m_map, m_mixture, m_torque, m_curves}) {
        if (chart->isHidden())
            continue;
        chart->showPlaceTicks(lowest);
        lowest = false;
    }
}

} // namespace jr::app
