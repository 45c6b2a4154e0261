// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/calibration_panel.h"

#include "app/widgets/method_link.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/words.h"
#include "archive/formats/text.h"

#include <QComboBox>
#include <QDate>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace jr::app {
namespace {

QString coastWords(const std::shared_ptr<CoastDown>& run) {
    if (!run || run->timeS.empty())
        return QObject::tr("none yet");
    const QLocale l;
    return QObject::tr("%1 to %2 rad/s in %3 s")
        .arg(l.toString(run->shaftRadS.front(), 'f', 0), l.toString(run->shaftRadS.back(), 'f', 0),
             l.toString(run->timeS.back() - run->timeS.front(), 'f', 1));
}

} // namespace

CalibrationPanel::CalibrationPanel(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : QFrame(parent), m_theme(theme), m_job(job), m_bench(bench) {
    setProperty("card", true);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 12);
    layout->setSpacing(7);
    m_kind = new QComboBox;
    m_kind->addItems({tr("Load cell: dead weights on the arm"), tr("Roller inertia: two coast-downs"),
                      tr("Roller drag: one coast-down")});
    m_kind->setAccessibleName(tr("Which calibration"));
    m_kind->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_kind->setMinimumContentsLength(24);
    layout->addWidget(m_kind);
    m_pages = {loadCellPage(), inertiaPage(), dragPage()};
    for (QWidget* page : m_pages)
        layout->addWidget(page);
    m_chart = new FitChart(theme);
    layout->addWidget(m_chart, 1);
    m_result = new Words;
    m_result->setWordWrap(true);
    m_result->setProperty("strong", true);
    layout->addWidget(m_result);
    m_keep = new QPushButton(tr("&Keep it from today on"));
    m_keep->setProperty("primary", true);
    m_keep->setToolTip(tr("Pulls made before keep the calibration they were made with."));
    auto* last = new WrappingRow;
    m_keep->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    last->addWidget(m_keep);
    last->addWidget(methodLink(QStringLiteral("Calibration"), this));
    layout->addLayout(last);
    connect(m_kind, &QComboBox::currentIndexChanged, this, [this](int i) {
        showPage(i);
        work();
    });
    connect(m_keep, &QPushButton::clicked, this, &CalibrationPanel::keep);
    connect(&bench, &BenchModel::coastCaught, this, &CalibrationPanel::work);
    showPage(0);
    work();
}

void CalibrationPanel::showPage(int page) {
    for (std::size_t i = 0; i < m_pages.size(); ++i)
        m_pages[i]->setVisible(static_cast<int>(i) == page);
}

void CalibrationPanel::setKind(int kind) {
    m_kind->setCurrentIndex(kind);
}
QString CalibrationPanel::resultText() const {
    return m_result->text();
}

void CalibrationPanel::setBench(const std::string& benchId, const PullHeader& header) {
    m_benchId = benchId;
    m_header = header;
    work();
}

QWidget* CalibrationPanel::loadCellPage() {
    auto* page = new QWidget;
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    auto* words = new Words(tr("Hang known weights at the arm's mark, lightest first, and write down what the cell "
                               "reads. None at all counts as one."));
    words->setWordWrap(true);
    words->setProperty("muted", true);
    layout->addWidget(words);
    m_weights = new QTableWidget(6, 2);
    m_weights->setTabKeyNavigation(false); // Tab leaves the table, arrows walk in it
    m_weights->setHorizontalHeaderLabels({tr("weight [kg]"), tr("cell reads")});
    m_weights->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    m_weights->verticalHeader()->hide();
    m_weights->setMinimumHeight(150);
    m_weights->setAccessibleName(tr("Weights and readings"));
    layout->addWidget(m_weights);
    connect(m_weights, &QTableWidget::cellChanged, this, &CalibrationPanel::work);
    auto* zero = new QPushButton(tr("&Zero it: nothing hangs on it"));
    layout->addWidget(zero);
    connect(zero, &QPushButton::clicked, &m_bench.link(), &BenchConnection::zeroLoad);
    return page;
}

QWidget* CalibrationPanel::inertiaPage() {
    auto* page = new QWidget;
    auto* form = new QFormLayout(page);
    form->setContentsMargins(0, 0, 0, 0);
    m_plainWords = new Words(coastWords(nullptr));
    m_loadedWords = new Words(coastWords(nullptr));
    const auto row = [&](const QString& button, QLabel* words, std::shared_ptr<CoastDown>& slot) {
        auto* take = new QPushButton(button);
        form->addRow(take, words);
        connect(take, &QPushButton::clicked, this, [this, &slot, words] {
            slot = m_bench.lastCoast();
            words->setText(coastWords(slot));
            work();
        });
    };
    row(tr("Last coast-down is the &bare roller"), m_plainWords, m_plain);
    row(tr("Last coast-down is the &loaded one"), m_loadedWords, m_loaded);
    m_added = new QDoubleSpinBox;
    m_added->setDecimals(3);
    m_added->setRange(0.001, 10000.);
    m_added->setValue(2.);
    m_added->setAccessibleName(tr("How much was added"));
    m_addedWhat = new QComboBox;
    m_addedWhat->addItems({tr("kg m² of inertia added"), tr("N·m of torque driving it")});
    m_addedWhat->setAccessibleName(tr("What was added"));
    form->addRow(m_added, m_addedWhat);
    connect(m_added, &QDoubleSpinBox::valueChanged, this, &CalibrationPanel::work);
    connect(m_addedWhat, &QComboBox::currentIndexChanged, this, &CalibrationPanel::work);
    return page;
}

QWidget* CalibrationPanel::dragPage() {
    auto* page = new QWidget;
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    auto* words = new Words(tr("Spin the roller up, let go, and let it run. The last coast-down on the Pull station "
                               "is used; its inertia must be known first."));
    words->setWordWrap(true);
    words->setProperty("muted", true);
    layout->addWidget(words);
    m_dragWhat = new QComboBox;
    m_dragWhat->addItems({tr("the bare roller, machine off it or clutch in and wheel lifted"),
                          tr("with the machine on it, in gear, clutch in")});
    m_dragWhat->setAccessibleName(tr("What was on the roller"));
    layout->addWidget(m_dragWhat);
    connect(m_dragWhat, &QComboBox::currentIndexChanged, this, &CalibrationPanel::work);
    return page;
}

void CalibrationPanel::work() {
    m_found.reset();
    if (m_kind->currentIndex() == 0)
        workLoadCell();
    else if (m_kind->currentIndex() == 1)
        workInertia();
    else
        workDrag();
    m_keep->setEnabled(m_found.has_value() && !m_benchId.empty());
}

void CalibrationPanel::workLoadCell() {
    std::vector<WeightReading> readings;
    const QLocale l;
    for (int r = 0; r < m_weights->rowCount(); ++r) {
        const auto cell = [&](int c) {
            return m_weights->item(r, c) ? m_weights->item(r, c)->text().trimmed() : QString();
        };
        bool a = false, b = false;
        const double mass = l.toDouble(cell(0), &a), reading = l.toDouble(cell(1), &b);
        if (a && b)
            readings.push_back({mass, reading});
    }
    if (static_cast<int>(readings.size()) == m_weights->rowCount()) {
        m_weights->blockSignals(true);
        m_weights->setRowCount(m_weights->rowCount() + 1);
        m_weights->blockSignals(false);
    }
    const Result<LoadCellFit> fit = fitLoadCell(readings);
    QVector<double> x, y, lx, ly;
    for (const WeightReading& r : readings) {
        x << r.reading;
        y << r.massKg * kStandardGravity;
    }
    if (fit) {
        lx << *std::min_element(x.begin(), x.end()) << *std::max_element(x.begin(), x.end());
        for (double v : lx)
            ly << (v - fit->zeroReading) * fit->newtonPerReading;
    }
    m_chart->show(tr("cell reads"), tr("force [N]"), x, y, lx, ly);
    if (!fit) {
        m_result->setText(readings.empty() ? tr("No weights yet.") : errorWords(fit.error()));
        return;
    }
    m_result->setText(tr("%1 N per unit, zero at %2. Worst weight is %3 % of full load off the line.")
                          .arg(l.toString(fit->newtonPerReading, 'g', 5), l.toString(fit->zeroReading, 'g', 4),
                               l.toString(100. * fit->worstShare, 'f', 2)));
    CalibrationRecord c;
    c.kind = "load-cell";
    c.facts = {{"load_newton_per_reading", numberText(fit->newtonPerReading)},
               {"load_zero_reading", numberText(fit->zeroReading)}};
    for (std::size_t i = 0; i < readings.size(); ++i)
        c.note += (i ? "; " : "") + numberText(readings[i].massKg) + " kg read " + numberText(readings[i].reading) +
                  ", off by " + numberText(std::round(fit->residualN[i] * 100.) / 100.) + " N";
    m_found = std::move(c);
}

void CalibrationPanel::workInertia() {
    QVector<double> x, y, x2, y2;
    if (m_plain)
        for (std::size_t i = 0; i < m_plain->timeS.size(); i += 1 + m_plain->timeS.size() / 400) {
            x << m_plain->timeS[i];
            y << m_plain->shaftRadS[i];
        }
    if (m_loaded)
        for (std::size_t i = 0; i < m_loaded->timeS.size(); i += 1 + m_loaded->timeS.size() / 400) {
            x2 << m_loaded->timeS[i];
            y2 << m_loaded->shaftRadS[i];
        }
    m_chart->show(tr("time [s]"), tr("roller [rad/s]"), {}, {}, x, y, x2, y2);
    if (!m_plain || !m_loaded) {
        m_result->setText(tr("Two coast-downs are needed: the roller bare, and with something known added."));
        return;
    }
    const double amount = m_added->value();
    const Result<InertiaFit> fit = m_addedWhat->currentIndex() == 0 ? inertiaFromAdded(*m_plain, *m_loaded, amount)
                                                                    : inertiaFromTorque(*m_plain, *m_loaded, amount);
    if (!fit) {
        m_result->setText(errorWords(fit.error()));
        return;
    }
    const QLocale l;
    m_result->setText(tr("%1 kg m², give or take %2.")
                          .arg(l.toString(fit->inertiaKgM2, 'g', 4), l.toString(2. * fit->standardError, 'g', 2)));
    CalibrationRecord c;
    c.kind = "inertia";
    c.facts = {{"roller_inertia_kg_m2", numberText(fit->inertiaKgM2)}};
    c.note = "two runs, " + numberText(amount) + (m_addedWhat->currentIndex() == 0 ? " kg m2 added" : " N m driving") +
             ", standard error " + numberText(fit->standardError);
    m_found = std::move(c);
}

void CalibrationPanel::workDrag() {
    const auto& run = m_bench.lastCoast();
    const double inertia = m_header.rollerInertiaKgM2.value_or(0.);
    if (!run) {
        m_chart->show(tr("roller [rad/s]"), tr("drag [Nm]"), {}, {}, {}, {});
        m_result->setText(tr("No coast-down yet. Make a pull on the Pull station and let it run out, clutch in."));
        return;
    }
    const Result<DragFit> fit = fitDrag(*run, inertia);
    if (!fit) {
        m_result->setText(errorWords(fit.error()));
        return;
    }
    QVector<double> lx, ly, kx, ky;
    for (int i = 0; i <= 60; ++i) {
        const double w = fit->fromRadS + (fit->toRadS - fit->fromRadS) * i / 60.;
        lx << w;
        ly << fit->dragNm[0] + fit->dragNm[1] * w + fit->dragNm[2] * w * w;
        kx << w;
        ky << rollerDragNm(m_header.rollerLossNm, w);
    }
    m_chart->show(tr("roller [rad/s]"), tr("drag [Nm]"), {}, {}, lx, ly, kx, ky);
    const QLocale l;
    m_result->setText(tr("%1 Nm at %2 rad/s, %3 Nm at %4 rad/s; the fit leaves %5 rad/s. Dashed: as known so far.")
                          .arg(l.toString(ly.front(), 'f', 1), l.toString(lx.front(), 'f', 0),
                               l.toString(ly.back(), 'f', 1), l.toString(lx.back(), 'f', 0),
                               l.toString(fit->rmsRadS, 'g', 2)));
    CalibrationRecord c;
    const bool bare = m_dragWhat->currentIndex() == 0;
    c.kind = bare ? "drag" : "drag-with-machine";
    const std::string text =
        numberText(fit->dragNm[0]) + ", " + numberText(fit->dragNm[1]) + ", " + numberText(fit->dragNm[2]);
    c.facts = {{bare ? "roller_loss_nm" : "roller_loss_with_machine_nm", text}};
    c.note = "coast-down from " + numberText(std::round(fit->toRadS)) + " to " + numberText(std::round(fit->fromRadS)) +
             " rad/s";
    m_found = std::move(c);
}

void CalibrationPanel::keep() {
    if (!m_found || m_benchId.empty() || !m_job.keeper())
        return;
    CalibrationRecord c = *m_found;
    c.benchId = m_benchId;
    c.made = QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
    // A year: common practice, no source. The bench maker's interval comes first.
    c.due = QDate::currentDate().addYears(1).toString(Qt::ISODate).toStdString();
    m_job.keeper()->ask(
        this, [c](Archive& archive) { return archive.addCalibration(c); },
        [this](const Result<Done>& done) {
            if (!done) {
                m_result->setText(errorAtPlace(done.error()));
                return;
            }
            m_bench.link().adoptCalibrations();
            emit kept();
        });
}

} // namespace jr::app
