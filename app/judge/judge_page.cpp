// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/judge_page.h"

#include "app/widgets/clear_layout.h"
#include "app/widgets/method_link.h"
#include "app/widgets/paragraph_scroll.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QCoreApplication>
#include <QDoubleSpinBox>
#include <QLocale>
#include <QRegularExpression>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {

JudgePage::JudgePage(const Theme& theme, JobModel& model, const QString& method, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(12, 6, 12, 8);
    across->setSpacing(12);
    m_drawings = new QVBoxLayout;
    m_drawings->setSpacing(8);
    across->addLayout(m_drawings, 1);
    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(336);
    auto* down = new QVBoxLayout(side);
    down->setContentsMargins(14, 12, 10, 10);
    m_tools = new QVBoxLayout;
    m_tools->setSpacing(6);
    down->addLayout(m_tools);
    m_headline = new Words;
    m_headline->setWordWrap(true);
    m_headline->setProperty("headline", true);
    m_headline->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_headline->setAccessibleName(tr("Result"));
    auto* scroll = new ParagraphScroll;
    m_words = scroll->paragraphs();
    m_words->setContentsMargins(0, 0, 8, 0);
    m_words->setSpacing(8);
    m_words->addWidget(m_headline);
    down->addWidget(scroll, 1);
    down->addWidget(methodLink(method, this));
    across->addWidget(side);
    connect(&model.answers(), &JobStudy::changed, this, &JudgePage::refresh);
    for (auto signal : {&JobModel::unitsChanged, &JobModel::jobChanged})
        connect(&model, signal, this, &JudgePage::refresh);
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::judging))
            refresh();
    });
    connect(&theme, &Theme::changed, this, &JudgePage::refresh);
}

void JudgePage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void JudgePage::refresh() {
    if (!isVisible() || m_model.loading())
        return;
    if (!m_model.hasJob()) {
        draw([this] { headline(tr("Open a job on the start page, or drop pulls on the window.")); });
        return;
    }
    if (m_at)
        fitAtToAxis();
    // What is shown stays until the answer is there; with nothing shown yet, or a long wait, it is said.
    if (m_headline->text().isEmpty())
        m_headline->setText(tr("Working it out…"));
    m_model.answers().ask(this, [this, question = work()](const StudyPtr& study) -> StudyDesk::Draw {
        return [this, answer = question(study)] { draw(answer); };
    });
}

void JudgePage::draw(const StudyDesk::Draw& answer) {
    constexpr int kTheHeadlineStays = 1;
    clearLayout(m_words, kTheHeadlineStays);
    m_headline->clear();
    if (answer)
        answer();
    m_words->addStretch(1);
}

QString JudgePage::words() const {
    QStringList out;
    for (int i = 0; i < m_words->count(); ++i)
        if (const auto* label = qobject_cast<QLabel*>(m_words->itemAt(i)->widget()))
            out << label->text();
    return out.join(QLatin1Char('\n'));
}

void JudgePage::headline(const QString& text) {
    m_headline->setText(text);
}

void JudgePage::say(const QString& text, const char* property) {
    add(new Words(text), property);
}

void JudgePage::say(const Markup& text, const char* property) {
    add(new MarkedWords(text), property);
}

void JudgePage::add(QLabel* label, const char* property) {
    label->setWordWrap(true);
    label->setTextInteractionFlags(Qt::TextSelectableByMouse);
    if (property)
        label->setProperty(property, true);
    m_words->addWidget(label);
}

void JudgePage::sayCautions(const std::vector<Caution>& cautions) {
    for (const Caution& c : cautions)
        say(QString::fromStdString(said(c, m_model.units().wording())), "caution");
}

void JudgePage::addMetric() {
    auto* row = new QHBoxLayout;
    m_metric = new QComboBox;
    m_metric->addItems({tr("mean of the band"), tr("peak"), tr("at one speed")});
    m_metric->setAccessibleName(tr("What is compared"));
    m_at = new QDoubleSpinBox;
    m_at->setDecimals(0);
    m_at->setValue(0.);
    m_at->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_at->setAccessibleName(tr("At this speed"));
    m_at->hide();
    row->addWidget(m_metric, 1);
    row->addWidget(m_at);
    m_tools->addLayout(row);
    connect(m_metric, &QComboBox::currentIndexChanged, this, [this](int i) {
        m_at->setVisible(i == 2);
        refresh();
    });
    connect(m_at, &QDoubleSpinBox::valueChanged, this, &JudgePage::refresh);
}

/// The one speed in the unit of the axis in force; another axis begins in the middle of its range.
void JudgePage::fitAtToAxis() {
    const CurveAxis axis = m_model.answers().axis();
    const DisplayUnits& u = m_model.units();
    const QString suffix = QLatin1Char(' ') + QString::fromStdString(axisSymbol(axis, u.wording()));
    if (m_at->suffix() == suffix)
        return;
    constexpr double kLowestRpm = 500., kHighestRpm = 25000., kMiddleRpm = 6000.;
    constexpr double kLowestRoadMS = 1., kHighestRoadMS = 100., kMiddleRoadMS = 15.;
    const bool engine = axis == CurveAxis::EngineSpeed;
    const auto shown = [&](double place) { return placeShown(place, axis, u.wording()); };
    const QSignalBlocker quiet(m_at);
    m_at->setRange(shown(engine ? kLowestRpm : kLowestRoadMS), shown(engine ? kHighestRpm : kHighestRoadMS));
    m_at->setSingleStep(engine ? 100. : 1.);
    m_at->setSuffix(suffix);
    m_at->setValue(shown(engine ? kMiddleRpm : kMiddleRoadMS));
}

Metric JudgePage::metric() const {
    Metric m;
    m.kind = m_metric && m_metric->currentIndex() == 1   ? Metric::Kind::Peak
             : m_metric && m_metric->currentIndex() == 2 ? Metric::Kind::At
                                                         : Metric::Kind::Band;
    m.at = m_at ? placeFromShown(m_at->value(), m_model.answers().axis(), m_model.units().wording()) : 0.;
    return m;
}

QString JudgePage::metricWords() const {
    const Metric m = metric();
    const DisplayUnits& u = m_model.units();
    const CurveAxis axis = m_model.answers().axis();
    if (m.kind == Metric::Kind::Peak)
        return tr("peak power");
    if (m.kind == Metric::Kind::At)
        return tr("power at %1").arg(u.placeText(m.at, axis));
    const std::optional<double> from = m_model.compare().from(), to = m_model.compare().to();
    if (!from && !to)
        return tr("mean power over the range all have in common");
    return tr("mean power from %1 to %2")
        .arg(from ? u.placeText(*from, axis, !to) : tr("the lowest"), to ? u.placeText(*to, axis) : tr("the highest"));
}

JudgingSheet JudgePage::judging() const {
    return judgingSheetOf(m_model.sheet(sheet_kind::judging));
}

void JudgePage::keepJudging(const QString& what, const std::function<void(JudgingSheet&)>& change) {
    JudgingSheet sheet = judging();
    change(sheet);
    m_model.setSheet(sheet_kind::judging, sheetBody(sheet), what);
}

QString JudgePage::power(double watt, double marginW, bool sign) const {
    const DisplayUnits& u = m_model.units();
    return QString::fromStdString(withUnit(watt, marginW, u.power, u.wording(), sign));
}

QString JudgePage::setupName(const std::string& id) const {
    const SetupRecord* s = m_model.job().setup(id);
    return s ? QString::fromStdString(s->name) : QString();
}

} // namespace jr::app
