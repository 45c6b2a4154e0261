// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/sitting_page.h"
#include "app/widgets/measured_box.h"
#include "app/words/words.h"

#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QScrollArea>
#include <QVBoxLayout>

namespace jr::app {
namespace {

/// Kept in kPa, as pull files have it.
QString tyreKey() {
    return QLatin1String(header_key::tyrePressureKpa.key.data());
}

} // namespace

SittingPage::SittingPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_job(job), m_bench(bench) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 6, 14, 8);
    across->setSpacing(12);
    auto* left = new QVBoxLayout;
    auto* right = new QVBoxLayout;
    left->setSpacing(10);
    right->setSpacing(10);
    across->addLayout(left, 1);
    across->addLayout(right, 1);

    QGridLayout* same = card(left, tr("The same for every pull"),
                             tr("Written into each pull. A change between the sides becomes a caution in Judge."));
    line(same, tr("&Gear"), QLatin1String(header_key::gear.key.data()), tr("4th"));
    tyreLine(same);
    line(same, tr("&Straps"), QLatin1String(header_key::straps.key.data()), tr("two each side, 60 kg"));
    line(same, tr("Bench, m above sea"), QLatin1String(header_key::altitudeM.key.data()), QStringLiteral("420"));
    line(same, tr("&Fans"), QStringLiteral("fans"), tr("radiator 1 m ahead, none across the intake"));
    line(same, tr("&Operator"), QStringLiteral("operator"), tr("who works the throttle"));
    line(same, tr("&Microphone at"), QLatin1String(header_key::soundPlace.key.data()),
         tr("0.5 m behind the pipe, 45°"));
    QGridLayout* run = card(left, tr("How a pull is run"), tr("A pull that departs from it says so in Judge."));
    figure(run, tr("F&rom"), &Procedure::startRpm, 500., 30000., tr(" rpm"));
    figure(run, tr("&To"), &Procedure::endRpm, 800., 30000., tr(" rpm"));
    figure(run, tr("R&amp of a swept brake"), &Procedure::rampRpmPerS, 20., 5000., tr(" rpm/s"));
    figure(run, tr("Rest &between pulls"), &Procedure::restS, 0., 3600., tr(" s"), tr("as it comes"));
    left->addStretch(1);

    QGridLayout* windows = card(right, tr("Temperatures at the start"),
                                tr("Outside these the Pull station says wait; a pull made all the same says so."));
    figure(windows, tr("&Coolant from"), &Procedure::coolantFromC, -20., 140.);
    upTo(windows, tr("Coolant to"), &Procedure::coolantToC, 0., 160.);
    figure(windows, tr("&Intake air from"), &Procedure::intakeFromC, -40., 80.);
    upTo(windows, tr("Intake air to"), &Procedure::intakeToC, -20., 100.);
    QGridLayout* guards =
        card(right, tr("Guards"),
             tr("Past these the program calls the stop. The stricter of bench and machine, until you set one."));
    limit(guards, tr("&Leanest mixture"), &GuardLimits::leanAfr, 12., 20., 1, tr(":1"));
    limit(guards, tr("E&xhaust"), &GuardLimits::exhaustC, 300., 1200., 0);
    limit(guards, tr("Cool&ant"), &GuardLimits::coolantC, 40., 200., 0);
    limit(guards, tr("E&ngine speed"), &GuardLimits::overspeedRpm, 0., 30000., 0, tr(" rpm"));
    limit(guards, tr("Roller s&peed"), &GuardLimits::rollerRadS, 0., 1000., 0, tr(" rad/s"));
    auto* departed = new QFrame;
    departed->setProperty("card", true);
    auto* departedLayout = new QVBoxLayout(departed);
    departedLayout->setContentsMargins(14, 10, 14, 10);
    auto* title = new Words(tr("Departures so far"));
    title->setProperty("strong", true);
    departedLayout->addWidget(title);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    m_departed = new Words;
    m_departed->setWordWrap(true);
    m_departed->setAlignment(Qt::AlignTop);
    scroll->setWidget(m_departed);
    departedLayout->addWidget(scroll, 1);
    right->addWidget(departed, 1);

    connect(&bench, &BenchModel::sittingChanged, this, &SittingPage::refresh);
    connect(&bench, &BenchModel::described, this, &SittingPage::refresh);
    connect(&bench, &BenchModel::calibrated, this, &SittingPage::refresh);
    for (auto signal : {&JobModel::jobChanged, &JobModel::pullsChanged})
        connect(&job, signal, this, &SittingPage::refresh);
}

QGridLayout* SittingPage::card(QVBoxLayout* into, const QString& title, const QString& words) {
    auto* frame = new QFrame;
    frame->setProperty("card", true);
    auto* down = new QVBoxLayout(frame);
    down->setContentsMargins(14, 10, 14, 10);
    auto* head = new Words(title);
    head->setProperty("strong", true);
    down->addWidget(head);
    auto* muted = new Words(words);
    muted->setProperty("muted", true);
    muted->setWordWrap(true);
    down->addWidget(muted);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(4); // eight lines a column still fit under a message at 1280 x 800
    grid->setColumnStretch(1, 1);
    down->addLayout(grid);
    into->addWidget(frame);
    return grid;
}

void SittingPage::line(QGridLayout* grid, const QString& name, const QString& key, const QString& hint) {
    auto* edit = new QLineEdit;
    edit->setPlaceholderText(hint);
    auto* label = new Words(name);
    label->setBuddy(edit);
    const int row = grid->rowCount();
    grid->addWidget(label, row, 0);
    grid->addWidget(edit, row, 1);
    m_keys.emplace_back(edit, key);
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, key] {
        if (!m_filling)
            m_bench.sitting().setKey(key, edit->text());
    });
}

void SittingPage::tyreLine(QGridLayout* grid) {
    constexpr double kMostKpa = 600.;
    m_tyre = new MeasuredBox(m_job, Measured::GaugePressure, 0., kMostKpa, 0);
    m_tyre->setSpecialValueText(tr("not written down"));
    auto* label = new Words(tr("T&yre, cold"));
    label->setBuddy(m_tyre);
    const int row = grid->rowCount();
    grid->addWidget(label, row, 0);
    grid->addWidget(m_tyre, row, 1);
    connect(m_tyre, &MeasuredBox::typed, this, [this](double pascal) {
        if (!m_filling)
            m_bench.sitting().setKey(tyreKey(), pascal > 0. ? QString::number(pascal / 1000., 'g', 6) : QString());
    });
}

void SittingPage::figure(QGridLayout* grid, const QString& name, double Procedure::*member, double least, double most,
                         const QString& unit, const QString& zero) {
    QDoubleSpinBox* box = procedureBox(member, least, most, unit);
    box->setSpecialValueText(zero);
    box->setAccessibleName(QString(name).remove(QLatin1Char('&')));
    auto* label = new Words(name);
    label->setBuddy(box);
    const int row = grid->rowCount();
    grid->addWidget(label, row, 0);
    grid->addWidget(box, row, 1);
}

void SittingPage::upTo(QGridLayout* grid, const QString& name, double Procedure::*member, double least, double most,
                       const QString& unit) {
    QDoubleSpinBox* box = procedureBox(member, least, most, unit);
    box->setAccessibleName(name);
    const int row = grid->rowCount() - 1;
    grid->addWidget(new Words(tr("to")), row, 2);
    grid->addWidget(box, row, 3);
    grid->setColumnStretch(3, 1);
}

QDoubleSpinBox* SittingPage::numberBox(double least, double most, int decimals, const QString& unit) {
    if (unit.isEmpty())
        return new MeasuredBox(m_job, Measured::Temperature, least, most, decimals);
    auto* box = new QDoubleSpinBox;
    box->setRange(least, most);
    box->setDecimals(decimals);
    box->setSuffix(unit);
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setKeyboardTracking(false);
    return box;
}

void SittingPage::whenTyped(QDoubleSpinBox* box, std::function<void(double)> take) {
    if (auto* measured = qobject_cast<MeasuredBox*>(box))
        connect(measured, &MeasuredBox::typed, this, std::move(take));
    else
        connect(box, &QDoubleSpinBox::valueChanged, this, std::move(take));
}

QDoubleSpinBox* SittingPage::procedureBox(double Procedure::*member, double least, double most, const QString& unit) {
    QDoubleSpinBox* box = numberBox(least, most, 0, unit);
    m_figures.emplace_back(box, member);
    whenTyped(box, [this, member](double v) {
        if (m_filling)
            return;
        Procedure p = m_bench.sitting().procedure();
        p.*member = v;
        if (p.endRpm > p.startRpm + 300. && p.coolantFromC < p.coolantToC && p.intakeFromC < p.intakeToC)
            m_bench.sitting().setProcedure(p);
        else
            refresh(); // cannot be: put back
    });
    return box;
}

void SittingPage::limit(QGridLayout* grid, const QString& name, double GuardLimits::*member, double least, double most,
                        int decimals, const QString& unit) {
    QDoubleSpinBox* box = numberBox(least, most, decimals, unit);
    if (least == 0.)
        box->setSpecialValueText(tr("unwatched"));
    auto* label = new Words(name);
    label->setBuddy(box);
    const int row = grid->rowCount();
    grid->addWidget(label, row, 0);
    grid->addWidget(box, row, 1);
    m_limits.emplace_back(box, member);
    whenTyped(box, [this, member](double v) {
        if (m_filling)
            return;
        GuardLimits limits = m_bench.sitting().limits();
        limits.*member = v;
        m_bench.sitting().setLimits(limits);
    });
}

QDoubleSpinBox* SittingPage::procedureField(double Procedure::*member) const {
    for (const auto& [box, m] : m_figures)
        if (m == member)
            return box;
    return nullptr;
}

QLineEdit* SittingPage::keyField(const QString& key) const {
    for (const auto& [edit, k] : m_keys)
        if (k == key)
            return edit;
    return nullptr;
}

namespace {

void showIn(QDoubleSpinBox* box, double value) {
    if (auto* measured = qobject_cast<MeasuredBox*>(box))
        measured->setSi(value);
    else
        box->setValue(value);
}

} // namespace

void SittingPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void SittingPage::refresh() {
    if (!isVisible())
        return;
    m_filling = true;
    for (const auto& [edit, key] : m_keys)
        if (!edit->hasFocus())
            edit->setText(m_bench.sitting().key(key));
    if (!m_tyre->hasFocus())
        m_tyre->setSi(1000. * m_bench.sitting().key(tyreKey()).toDouble());
    for (const auto& [box, member] : m_figures)
        showIn(box, m_bench.sitting().procedure().*member);
    for (const auto& [box, member] : m_limits)
        showIn(box, m_bench.sitting().limits().*member);
    m_filling = false;
    QStringList words;
    for (const LoadedPull& p : m_job.pulls())
        if (p.fit && !p.record.aside)
            for (const Message& d : p.fit->departures)
                words << tr("Pull %1: %2")
                             .arg(p.record.number)
                             .arg(QString::fromStdString(said(d, m_job.units().wording())));
    m_departed->setText(words.isEmpty() ? tr("None. Pulls made on a bench are checked against the procedure they were "
                                             "to be run by; imported ones carry none.")
                                        : words.join(QLatin1Char('\n')));
}

} // namespace jr::app
