// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/leak_page.h"

#include "app/widgets/chart_words.h"
#include "app/widgets/clear_layout.h"
#include "app/widgets/measured_box.h"
#include "app/widgets/method_link.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/words.h"
#include "archive/formats/leak_tests_sheet.h"

#include <QComboBox>
#include <QDateTime>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSettings>
#include <QToolButton>
#include <QVBoxLayout>

namespace jr::app {
namespace {

constexpr double kPaPerKpa = 1000.;
constexpr double kMostKpa = 300., kMostMinutes = 300.; // far past what a joint is ever tested with, or for

QDoubleSpinBox* minutesBox() {
    auto* box = new QDoubleSpinBox;
    box->setRange(0., kMostMinutes);
    box->setDecimals(1);
    box->setSuffix(LeakPage::tr(" min"));
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setKeyboardTracking(false);
    return box;
}

} // namespace

LeakPage::LeakPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_job(job), m_bench(bench) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 6, 14, 8);
    across->setSpacing(12);
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* down = new QVBoxLayout(card);
    down->setContentsMargins(14, 10, 14, 10);
    auto* head = new WrappingRow;
    const auto choice = [&](const QString& words, LeakKind kind) {
        auto* b = new QToolButton;
        b->setText(words);
        b->setCheckable(true);
        b->setProperty("switch", true);
        head->addWidget(b);
        connect(b, &QToolButton::clicked, this, [this, kind] { setKind(kind); });
        return b;
    };
    m_intake = choice(tr("Intake joints"), LeakKind::Intake);
    m_crankcase = choice(tr("Crankcase"), LeakKind::Crankcase);
    head->addStretch();
    m_on = new QComboBox;
    m_on->setAccessibleName(tr("Which setup is on the machine"));
    m_on->setMinimumContentsLength(16);
    head->addWidget(new Words(tr("on the machine:")));
    head->addWidget(m_on);
    connect(m_on, &QComboBox::activated, this, [this] { m_bench.sitting().setSetup(m_on->currentText()); });
    head->addWidget(methodLink(QStringLiteral("Leak tests"), this));
    down->addLayout(head);
    m_due = new Words;
    m_due->setWordWrap(true);
    m_due->setProperty("caution", true);
    down->addWidget(m_due);
    m_calm = new Words;
    m_calm->setWordWrap(true);
    m_calm->setProperty("muted", true);
    down->addWidget(m_calm);
    m_drawing = new LeakDrawing(theme);
    down->addWidget(m_drawing, 1);
    down->addWidget(buildForm());
    across->addWidget(card, 1);
    across->addWidget(buildSide());
    m_tick.setInterval(500);
    connect(&m_tick, &QTimer::timeout, this, [this] {
        m_clock->setText(tr("Stop the &clock: %1 min")
                             .arg(QLocale().toString(static_cast<double>(m_since.elapsed()) / 60000., 'f', 1)));
    });
    connect(&job, &JobModel::jobChanged, this, &LeakPage::refresh);
    connect(&job, &JobModel::sheetChanged, this, &LeakPage::refresh);
    connect(&bench, &BenchModel::sittingChanged, this, &LeakPage::refresh);
}

QWidget* LeakPage::buildForm() {
    auto* form = new QWidget;
    auto* rows = new QVBoxLayout(form);
    rows->setContentsMargins(0, 0, 0, 0);
    auto* row = new WrappingRow;
    rows->addLayout(row);
    const auto place = [&](QDoubleSpinBox* b, const QString& name, const QString& prefix) {
        b->setPrefix(prefix);
        b->setAccessibleName(name);
        b->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        row->addWidget(b);
    };
    m_start = new MeasuredBox(m_job, Measured::GaugePressure, 0., kMostKpa, 1);
    place(m_start, tr("Pumped to"), tr("pumped to "));
    m_clock = new QPushButton(tr("Start the &clock"));
    row->addWidget(m_clock);
    m_minutes = minutesBox();
    place(m_minutes, tr("After how many minutes"), tr("after "));
    m_held = new MeasuredBox(m_job, Measured::GaugePressure, 0., kMostKpa, 1);
    place(m_held, tr("Still held"), tr("still "));
    row = new WrappingRow;
    rows->addLayout(row);
    m_where = new QLineEdit;
    m_where->setPlaceholderText(tr("where it leaks, by soap or by ear"));
    m_where->setAccessibleName(tr("Where it leaks"));
    row->addWidget(m_where);
    auto* write = new QPushButton(tr("&Write it down"));
    write->setProperty("primary", true);
    row->addWidget(write);
    connect(m_clock, &QPushButton::clicked, this, &LeakPage::clock);
    connect(write, &QPushButton::clicked, this, &LeakPage::writeFromForm);
    connect(m_where, &QLineEdit::returnPressed, this, &LeakPage::writeFromForm);
    return form;
}

QWidget* LeakPage::buildSide() {
    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(320);
    auto* down = new QVBoxLayout(side);
    down->setContentsMargins(14, 10, 14, 10);
    auto* title = new Words(tr("Tested so far"));
    title->setProperty("strong", true);
    down->addWidget(title);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    m_list = new QVBoxLayout(inner);
    m_list->setContentsMargins(0, 0, 6, 0);
    scroll->setWidget(inner);
    down->addWidget(scroll, 1);
    auto* windows = new Words(tr("What counts"));
    windows->setProperty("strong", true);
    down->addWidget(windows);
    auto* grid = new QGridLayout;
    const auto place = [&](const QString& name, QDoubleSpinBox* b) {
        const int row = grid->rowCount();
        grid->addWidget(new Words(name), row, 0);
        b->setAccessibleName(name);
        grid->addWidget(b, row, 1);
    };
    const auto window = [&](const QString& name, double LeakWindow::*member, const QString& per = {}) {
        auto* b = new MeasuredBox(m_job, Measured::GaugePressure, 0.1, kMostKpa, 1, per);
        place(name, b);
        m_windows.emplace_back(b, member);
        connect(b, &MeasuredBox::typed, this, [this, member](double pa) { setWindow(member, pa / kPaPerKpa); });
    };
    window(tr("pumped from"), &LeakWindow::startFromKpa);
    window(tr("to"), &LeakWindow::startToKpa);
    m_leastMinutes = minutesBox();
    place(tr("for at least"), m_leastMinutes);
    connect(m_leastMinutes, &QDoubleSpinBox::valueChanged, this, [this](double minutes) {
        if (!m_filling)
            setWindow(&LeakWindow::leastMinutes, minutes);
    });
    window(tr("may lose"), &LeakWindow::mostLossKpaPerMin, tr("/min"));
    down->addLayout(grid);
    auto* caution =
        new Words(tr("Common practice; the engine maker's figures come first. More pressure than theirs pushes "
                     "seals out. Nothing hot, no flame: there is fuel in the joint."));
    caution->setProperty("muted", true);
    caution->setWordWrap(true);
    down->addWidget(caution);
    return side;
}

void LeakPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void LeakPage::setKind(LeakKind kind) {
    m_kind = kind;
    refresh();
}

QString LeakPage::dueWords() const {
    return m_due->isHidden() ? m_calm->text() : m_due->text();
}

/// One key begins it, the same key ends it and writes the minutes.
void LeakPage::clock() {
    if (!m_tick.isActive()) {
        m_since.start();
        m_tick.start();
        m_clock->setText(tr("Stop the &clock: %1 min").arg(QLocale().toString(0., 'f', 1)));
        return;
    }
    m_tick.stop();
    constexpr double kMsPerMinute = 60000.;
    m_minutes->setValue(static_cast<double>(m_since.elapsed()) / kMsPerMinute);
    m_clock->setText(tr("Start the &clock"));
    m_held->setFocus();
    m_held->selectAll();
}

void LeakPage::writeFromForm() {
    for (QDoubleSpinBox* b : {static_cast<QDoubleSpinBox*>(m_start), m_minutes})
        if (!(b->value() > 0.)) {
            b->setFocus();
            b->selectAll();
            return;
        }
    write(m_start->si() / kPaPerKpa, m_held->si() / kPaPerKpa, m_minutes->value(), m_where->text());
    m_where->clear();
    m_minutes->setValue(0.);
    m_held->setSi(0.);
    m_start->setFocus();
}

void LeakPage::write(double startKpa, double heldKpa, double minutes, const QString& where) {
    if (!m_job.hasJob()) {
        emit m_job.problem(tr("A leak test belongs to a job, and none is open. Begin one (Ctrl+N)."));
        return;
    }
    LeakTests tests = leakTestsOf(m_job.sheet(sheet_kind::leakTests));
    tests.tests.push_back({m_kind, m_bench.sitting().setup().toStdString(), m_bench.sitting().fitting(), startKpa,
                           heldKpa, minutes, where.trimmed().toStdString(),
                           QSettings().value(QStringLiteral("who")).toString().toStdString(),
                           QDateTime::currentDateTime().toString(Qt::ISODate).toStdString()});
    m_job.setSheet(sheet_kind::leakTests, sheetBody(tests), tr("write a leak test down"));
}

void LeakPage::take(std::size_t index) {
    LeakTests tests = leakTestsOf(m_job.sheet(sheet_kind::leakTests));
    if (index >= tests.tests.size())
        return;
    tests.tests.erase(tests.tests.begin() + static_cast<std::ptrdiff_t>(index));
    m_job.setSheet(sheet_kind::leakTests, sheetBody(tests), tr("take a leak test away"));
}

void LeakPage::setWindow(double LeakWindow::*member, double value) {
    LeakTests tests = leakTestsOf(m_job.sheet(sheet_kind::leakTests));
    // Not (… ? … : …).*member: this compiler writes that into a copy.
    LeakWindow& window = m_kind == LeakKind::Intake ? tests.intake : tests.crankcase;
    window.*member = value;
    m_job.setSheet(sheet_kind::leakTests, sheetBody(tests), tr("say what counts as tight"));
}

void LeakPage::refresh() {
    if (!isVisible())
        return;
    setEnabled(m_job.hasJob());
    m_intake->setChecked(m_kind == LeakKind::Intake);
    m_crankcase->setChecked(m_kind == LeakKind::Crankcase);
    const LeakTests tests = leakTestsOf(m_job.sheet(sheet_kind::leakTests));
    const Wording wording = m_job.units().wording();
    QStringList due;
    for (const LeakDue& one : m_bench.sitting().leaksDue())
        due << QString::fromStdString(said(one.why, wording));
    const QString on = m_bench.sitting().setup();
    m_on->clear();
    for (const SetupRecord& s : m_job.job().setups)
        m_on->addItem(QString::fromStdString(s.name));
    m_on->setCurrentIndex(m_on->findText(on));
    m_due->setText(tr("To do: %1.").arg(due.join(tr("; "))));
    m_due->setVisible(!due.isEmpty());
    m_calm->setText(!m_job.hasJob() ? tr("No job is open. Begin one (Ctrl+N).")
                    : on.isEmpty()  ? tr("Say above which setup is on; its tests are written to it.")
                                    : tr("Nothing is due with %1 on.").arg(on));
    m_calm->setVisible(due.isEmpty());
    m_filling = true;
    for (const auto& [box, member] : m_windows)
        box->setSi(tests.window(m_kind).*member * kPaPerKpa);
    m_leastMinutes->setValue(tests.window(m_kind).leastMinutes);
    m_filling = false;
    std::vector<LeakTest> shown;
    std::vector<int> marks;
    clearLayout(m_list);
    for (std::size_t i = tests.tests.size(); i-- > 0;) {
        const LeakTest& t = tests.tests[i];
        if (t.kind != m_kind)
            continue;
        auto* row = new QWidget;
        auto* line = new QHBoxLayout(row);
        line->setContentsMargins(0, 0, 0, 4);
        const QDateTime when = QDateTime::fromString(QString::fromStdString(t.when), Qt::ISODate);
        auto* words = new Words(QString::fromStdString(t.setup) + QStringLiteral(" · ") +
                                QLocale().toString(when, QStringLiteral("d MMM  HH:mm")) + QLatin1Char('\n') +
                                QString::fromStdString(said(leakMessage(t, tests.window(m_kind)), wording)));
        words->setWordWrap(true);
        if (leakState(t, tests.window(m_kind)) == LeakState::Leaks)
            words->setProperty("caution", true);
        line->addWidget(words, 1);
        auto* away = new QToolButton;
        away->setText(QStringLiteral("×"));
        away->setAccessibleName(tr("Take this test away"));
        connect(away, &QToolButton::clicked, this, [this, i] { take(i); });
        line->addWidget(away, 0, Qt::AlignTop);
        m_list->addWidget(row);
    }
    m_list->addStretch(1);
    for (const LeakTest& t : tests.tests)
        if (t.kind == m_kind) {
            shown.push_back(t);
            int mark = 0;
            for (const SetupRecord& s : m_job.job().setups)
                if (s.name == t.setup)
                    mark = s.mark;
            marks.push_back(mark);
        }
    m_drawing->show(std::move(shown), std::move(marks), tests.window(m_kind));
}

} // namespace jr::app
