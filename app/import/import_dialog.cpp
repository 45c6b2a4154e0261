#include "app/import/import_dialog.h"

#include "app/import/import_facts.h"

#include "app/model/plural.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"

#include <QComboBox>
#include <QFileInfo>
#include <QFormLayout>
#include <QGroupBox>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

/// The bench facts of the job's last pull: the same bench most likely made these too. The air is not carried over: it
/// changes.
PullHeader knownFacts(const JobModel& model) {
    if (model.pulls().empty())
        return {};
    PullHeader h = model.pulls().back().trace->header;
    h.airTempC.reset();
    h.airPressurePa.reset();
    h.humidity.reset();
    h.corrected.reset();
    h.note.clear();
    h.other.clear();
    return h;
}

std::vector<SavedMapping> savedMappings(const JobModel& model) {
    if (!model.archive())
        return {};
    auto found = model.archive()->mappings();
    return found ? std::move(found).value() : std::vector<SavedMapping>{};
}

} // namespace

ImportDialog::ImportDialog(const Theme& theme, JobModel& model, const QStringList& paths, QWidget* parent)
    : QDialog(parent), m_theme(theme), m_model(model), m_set(paths, savedMappings(model), knownFacts(model)) {
    setWindowTitle(tr("Bring in pulls"));
    resize(1220, 760);
    build();
    fillList();
    m_files->setCurrentRow(0);
}

ImportItem* ImportDialog::current() {
    return m_index >= 0 && m_index < static_cast<int>(m_set.items().size())
               ? &m_set.items()[static_cast<std::size_t>(m_index)]
               : nullptr;
}

void ImportDialog::build() {
    auto* whole = new QVBoxLayout(this);
    auto* across = new QHBoxLayout;
    across->setSpacing(12);
    whole->addLayout(across, 1);

    m_files = new QListWidget;
    m_files->setFixedWidth(220);
    m_files->setWordWrap(true);
    m_files->setSpacing(2);
    m_files->setAccessibleName(tr("Files"));
    across->addWidget(m_files);

    auto* middle = new QVBoxLayout;
    middle->setSpacing(6);
    m_what = new QLabel;
    m_what->setWordWrap(true);
    m_what->setProperty("strong", true);
    middle->addWidget(m_what);
    m_preview = new QPlainTextEdit;
    m_preview->setReadOnly(true);
    m_preview->setLineWrapMode(QPlainTextEdit::NoWrap);
    m_preview->setFixedHeight(138);
    m_preview->setTabChangesFocus(true);
    m_preview->setAccessibleName(tr("The file as it is"));
    middle->addWidget(m_preview);
    m_columns = new QTableWidget(0, 4);
    m_columns->setTabKeyNavigation(false); // Tab leaves the table, arrows walk in it
    m_columns->setHorizontalHeaderLabels({tr("Column"), tr("reads like"), tr("is"), tr("in")});
    m_columns->verticalHeader()->hide();
    m_columns->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    m_columns->setColumnWidth(0, 150);
    m_columns->setColumnWidth(2, 150);
    m_columns->setColumnWidth(3, 84);
    m_columns->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_columns->setSelectionMode(QAbstractItemView::NoSelection);
    m_columns->setTabKeyNavigation(false);
    m_columns->setAccessibleName(tr("What each column becomes"));
    middle->addWidget(m_columns, 3);
    m_chart = new RpmChart(m_theme);
    m_chart->setAccessibleName(tr("What this file becomes"));
    m_chart->setMinimumHeight(210);
    middle->addWidget(m_chart, 4);
    across->addLayout(middle, 1);

    auto* right = new QVBoxLayout;
    auto* form = new QFormLayout;
    form->setVerticalSpacing(5);
    form->setRowWrapPolicy(QFormLayout::DontWrapRows);
    form->setFieldGrowthPolicy(QFormLayout::AllNonFixedFieldsGrow);
    m_job = new QComboBox;
    m_job->setEditable(true);
    form->addRow(tr("&Job"), m_job);
    m_setup = new QComboBox;
    m_setup->setEditable(true);
    m_job->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_setup->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    form->addRow(tr("&Setup"), m_setup);
    m_machine = new QLineEdit;
    form->addRow(tr("&Machine"), m_machine);
    for (const Fact& fact : kFacts) {
        auto* edit = new QLineEdit;
        form->addRow(QCoreApplication::translate("ImportDialog", fact.label), edit);
        m_facts.emplace_back(fact.key, edit);
        connect(edit, &QLineEdit::editingFinished, this, &ImportDialog::factChanged);
    }
    m_remember = new QLineEdit;
    m_remember->setPlaceholderText(tr("e.g. bench logger"));
    form->addRow(tr("&Remember layout as"), m_remember);
    right->addLayout(form);
    m_leftOut = new QLabel;
    m_leftOut->setWordWrap(true);
    m_leftOut->setAlignment(Qt::AlignTop);
    m_leftOut->setTextInteractionFlags(Qt::TextSelectableByMouse);
    right->addWidget(m_leftOut, 1);
    auto* box = new QWidget;
    box->setLayout(right);
    box->setFixedWidth(372);
    right->setContentsMargins(0, 0, 0, 0);
    across->addWidget(box);

    auto* bottom = new QHBoxLayout;
    m_progress = new QProgressBar;
    m_progress->hide();
    bottom->addWidget(m_progress, 1);
    bottom->addStretch(1);
    m_stop = new QPushButton(tr("Cancel"));
    m_go = new QPushButton;
    m_go->setProperty("primary", true);
    m_go->setDefault(true);
    bottom->addWidget(m_stop);
    bottom->addWidget(m_go);
    whole->addLayout(bottom);

    std::string firstJob, firstMachine;
    for (const ImportItem& item : m_set.items())
        if (item.trace && item.isPullFile && firstJob.empty()) {
            firstJob = item.trace->header.job;
            firstMachine = item.trace->header.machine;
        }
    if (m_model.archive())
        if (const auto jobs = m_model.archive()->jobs())
            for (const JobSummary& job : *jobs)
                m_job->addItem(QString::fromStdString(job.name), QString::fromStdString(job.id));
    const int open = m_model.hasJob() ? m_job->findData(QString::fromStdString(m_model.job().id)) : -1;
    const int named = m_job->findText(QString::fromStdString(firstJob));
    if (!firstJob.empty() && named >= 0)
        m_job->setCurrentIndex(named);
    else if (!firstJob.empty())
        m_job->setEditText(QString::fromStdString(firstJob));
    else if (open >= 0)
        m_job->setCurrentIndex(open);
    else if (m_job->count() == 0)
        m_job->setEditText(tr("New job"));
    m_machine->setText(QString::fromStdString(firstMachine.empty() ? m_model.job().machine : firstMachine));
    for (const SetupRecord& s : m_model.job().setups)
        m_setup->addItem(QString::fromStdString(s.name));

    connect(m_files, &QListWidget::currentRowChanged, this, &ImportDialog::showItem);
    connect(m_go, &QPushButton::clicked, this, &ImportDialog::bringIn);
    connect(m_stop, &QPushButton::clicked, this, &ImportDialog::reject);
    connect(m_setup, &QComboBox::editTextChanged, this, [this] {
        if (ImportItem* item = current(); item && !m_filling && !item->isPullFile && item->trace)
            item->trace->header.setup = item->facts.setup = m_setup->currentText().toStdString();
    });
}

void ImportDialog::fillList() {
    m_files->clear();
    for (const ImportItem& item : m_set.items()) {
        const QString name = QFileInfo(item.path).fileName();
        QString about;
        QString icon = QStringLiteral("check");
        if (!item.problem.isEmpty() || !item.workProblem.isEmpty()) {
            about = item.problem.isEmpty() ? item.workProblem : item.problem;
            icon = QStringLiteral("x");
        } else if (!item.curveProblem.isEmpty()) {
            about = tr("needs: %1").arg(item.curveProblem);
            icon = QStringLiteral("triangle-alert");
        } else {
            about = (item.isPullFile ? tr("pull file, %1 rows") : tr("log, %1 rows")).arg(item.trace->rows());
        }
        auto* row = new QListWidgetItem(
            QIcon(m_theme.pixmap(icon, 18,
                                 icon == QLatin1String("check") ? m_theme.tokens().gain : m_theme.tokens().amber)),
            name + QStringLiteral("\n") + about);
        row->setSizeHint(QSize(200, icon == QLatin1String("check") ? 48 : 86));
        m_files->addItem(row);
    }
    const int usable = m_set.usableCount();
    m_go->setText(usable == 0 ? tr("Nothing to bring in")
                              : plural(usable, tr("Bring in 1 pull"), tr("Bring in %1 pulls")));
    m_go->setEnabled(usable > 0);
}

void ImportDialog::showItem(int index) {
    if (index < 0 || m_running)
        return;
    m_index = index;
    m_filling = true;
    fillPreview();
    fillColumns();
    fillFacts();
    m_filling = false;
    drawPicture();
}

void ImportDialog::fillPreview() {
    ImportItem* item = current();
    m_preview->clear();
    if (!item)
        return;
    if (!item->problem.isEmpty()) {
        m_what->setText(tr("%1 cannot be read: %2").arg(QFileInfo(item->path).fileName(), item->problem));
        return;
    }
    m_what->setText(item->isPullFile             ? tr("A pull file. It says everything of itself.")
                    : item->recognised.isEmpty() ? tr("A log by somebody else: check what each column is.")
                                                 : tr("Recognised as \"%1\".").arg(item->recognised));
    // The first lines as they are, with their numbers, and the neighbourhood of the first rows that will be left out.
    QStringList shown;
    Lines lines(item->text);
    std::vector<long> around;
    for (std::size_t k = 0; k < item->leftOut.size() && k < 6; ++k)
        around.push_back(item->leftOut[k].line);
    long last = 0;
    while (const auto line = lines.next()) {
        const bool head = line->number <= std::max(6L, item->layout.firstDataLine + 1);
        const bool left = std::find(around.begin(), around.end(), line->number) != around.end();
        if (head || left) {
            if (line->number != last + 1)
                shown << QStringLiteral("   …");
            shown << QStringLiteral("%1  %2%3")
                         .arg(line->number, 4)
                         .arg(left ? tr("(left out) ") : QString(),
                              QString::fromUtf8(line->text.data(),
                                                static_cast<qsizetype>(std::min<std::size_t>(line->text.size(), 200))));
            last = line->number;
        }
        if (!head && (around.empty() || line->number > *std::max_element(around.begin(), around.end())))
            break;
    }
    m_preview->setPlainText(shown.join(QLatin1Char('\n')));
}

void ImportDialog::fillColumns() {
    ImportItem* item = current();
    m_columns->setRowCount(0);
    m_columns->setVisible(item && !item->isPullFile && item->problem.isEmpty());
    if (!item || item->isPullFile || !item->problem.isEmpty())
        return;
    m_columns->setRowCount(static_cast<int>(item->layout.columns.size()));
    for (int row = 0; row < m_columns->rowCount(); ++row) {
        const ForeignColumn& column = item->layout.columns[static_cast<std::size_t>(row)];
        m_columns->setItem(row, 0,
                           new QTableWidgetItem(QString::fromStdString(column.heading) +
                                                (column.unitText.empty()
                                                     ? QString()
                                                     : QStringLiteral(" [") + QString::fromStdString(column.unitText) +
                                                           QLatin1Char(']'))));
        QStringList examples;
        for (const std::string& e : column.examples)
            examples << QString::fromStdString(e);
        m_columns->setItem(row, 1, new QTableWidgetItem(examples.join(QStringLiteral("   "))));
        auto* is = new QComboBox;
        is->addItem(tr("kept as it is"), QString());
        for (const ChannelInfo& info : allChannels())
            if (info.id != ChannelId::Other)
                for (int n = info.numbered ? 1 : 0; n <= (info.numbered ? 4 : 0); ++n) {
                    const QString name = QString::fromStdString(channelText({info.id, n}));
                    is->addItem(QString(name).replace(QLatin1Char('_'), QLatin1Char(' ')), name);
                }
        auto* in = new QComboBox;
        std::string unit = column.unit ? std::string(column.unit->symbol) : std::string();
        for (const ColumnMapping& m : item->mapping)
            if (m.column == static_cast<std::size_t>(row)) {
                is->setCurrentIndex(is->findData(QString::fromStdString(channelText(m.channel))));
                unit = m.unit;
                for (const Unit& u : allUnits())
                    if (unitFits(m.channel.id, u))
                        in->addItem(QString::fromUtf8(u.symbol.data()));
            }
        in->setCurrentIndex(in->findText(QString::fromStdString(unit)));
        m_columns->setCellWidget(row, 2, is);
        m_columns->setCellWidget(row, 3, in);
        m_columns->setRowHeight(row, 34);
        connect(is, &QComboBox::activated, this, [this, row] { columnChanged(row); });
        connect(in, &QComboBox::activated, this, [this, row] { columnChanged(row); });
    }
}

void ImportDialog::columnChanged(int row) {
    ImportItem* item = current();
    if (!item || m_filling)
        return;
    const auto* is = qobject_cast<QComboBox*>(m_columns->cellWidget(row, 2));
    const auto* in = qobject_cast<QComboBox*>(m_columns->cellWidget(row, 3));
    std::erase_if(item->mapping, [&](const ColumnMapping& m) { return m.column == static_cast<std::size_t>(row); });
    if (const auto channel = parseChannelName(is->currentData().toString().toStdString())) {
        // A channel belongs to one column: the newer choice wins.
        std::erase_if(item->mapping, [&](const ColumnMapping& m) {
            return m.channel.id == channel->id && m.channel.number == channel->number;
        });
        std::string unit = in->currentText().toStdString();
        const auto given = findUnit(unit);
        if (!given || !unitFits(channel->id, *given)) {
            const auto written = findUnit(item->layout.columns[static_cast<std::size_t>(row)].unitText);
            unit.clear();
            for (const Unit& u : allUnits())
                if (unit.empty() && unitFits(channel->id, u))
                    unit = u.symbol;
            if (written && unitFits(channel->id, *written))
                unit = written->symbol;
        }
        item->mapping.push_back({static_cast<std::size_t>(row), *channel, unit});
        std::sort(item->mapping.begin(), item->mapping.end(),
                  [](const auto& a, const auto& b) { return a.column < b.column; });
    }
    m_set.work(static_cast<std::size_t>(m_index));
    // The list and the table are filled again once this combo box has done with its own signal.
    QTimer::singleShot(0, this, [this] {
        const int keep = m_index;
        QSignalBlocker block(m_files);
        fillList();
        m_files->setCurrentRow(keep);
        showItem(keep);
    });
}

void ImportDialog::drawPicture() {
    m_chart->clearDrawing();
    ImportItem* item = current();
    const Tokens& t = m_theme.tokens();
    m_chart->setNote({});
    if (item && item->fit) {
        const PullFit* fit = item->fit.get();
        CurveOptions options;
        options.standard = &m_model.standard();
        const PullFit* one[] = {fit};
        options.detailRpm = std::max(likelyDetailRpm(one), 1.);
        const Result<PullCurve> curve = curveOf(*fit, options);
        if (curve) {
            const DisplayUnits& u = m_model.units();
            QCPGraph* raw = m_chart->addGraph();
            raw->setLineStyle(QCPGraph::lsNone);
            raw->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, QPen(t.muted, 1), Qt::NoBrush, 2));
            QVector<double> x, y;
            for (const RawPoint& r : rawPoints(*fit, 0.03)) {
                x.append(r.rpm);
                y.append(u.powerOf(r.powerW * curve->factor.value_or(1.)));
            }
            raw->setData(x, y);
            QCPGraph* line = m_chart->addGraph();
            line->setPen(QPen(t.accent, 2.2));
            x.clear();
            y.clear();
            double top = 0.;
            for (std::size_t i = 0; i < curve->rpm.size(); ++i) {
                x.append(curve->rpm[i]);
                y.append(u.powerOf(curve->powerW[i]));
                top = std::max(top, y.back());
            }
            line->setData(x, y, true);
            m_chart->setRpmRange(std::floor(fit->lowRpm / 100.) * 100., std::ceil(fit->highRpm / 100.) * 100.);
            m_chart->setNaturalRange(0., 1.2 * top);
            m_chart->setValueLabel(tr("power [%1]").arg(u.powerSymbol()));
            m_chart->showRpmTicks(true);
            m_chart->setNote(tr("what it becomes · %1")
                                 .arg(curve->factor ? QString::fromUtf8(options.standard->label.data())
                                                    : tr("air unknown: as measured")));
        }
    } else if (item && item->trace) {
        // No curve yet: show the speeds over time, so that a wrong column is seen at once.
        const Channel* time = item->trace->find(ChannelId::Time);
        double top = 1.;
        int color = 0;
        for (const Channel& channel : item->trace->channels) {
            if (!time || (channel.name.id != ChannelId::EngineSpeed && channel.name.id != ChannelId::RollerSpeed &&
                          channel.name.id != ChannelId::VehicleSpeed && channel.name.id != ChannelId::BrakeSpeed))
                continue;
            QCPGraph* line = m_chart->addGraph();
            line->setPen(QPen(t.marks[color++ % 8], 1));
            QVector<double> y;
            for (double v : channel.values) {
                y.append(rpmFromRadPerS(v));
                if (std::isfinite(y.back()))
                    top = std::max(top, y.back());
            }
            line->setData(QVector<double>(time->values.begin(), time->values.end()), y, true);
        }
        if (time && !time->values.empty())
            m_chart->setRpmRange(time->values.front(), time->values.back());
        m_chart->xAxis->setLabel(tr("time [s]"));
        m_chart->xAxis->setTickLabels(true);
        m_chart->setNaturalRange(0., 1.1 * top);
        m_chart->setValueLabel(tr("speeds [rpm]"));
    }
    m_chart->replot(QCustomPlot::rpQueuedReplot);
}

std::string ImportDialog::chooseJob(QString* problem) {
    const QString name = m_job->currentText().trimmed();
    const int known = m_job->findText(name);
    if (known >= 0 && !m_job->itemData(known).toString().isEmpty())
        return m_job->itemData(known).toString().toStdString();
    const Result<std::string> made = m_model.archive()->createJob(
        name.isEmpty() ? tr("New job").toStdString() : name.toStdString(), m_machine->text().trimmed().toStdString());
    if (made)
        return *made;
    *problem = QString::fromStdString(made.error().text());
    return {};
}

void ImportDialog::bringIn() {
    if (m_running || m_set.usableCount() == 0)
        return;
    QString problem;
    m_jobId = chooseJob(&problem);
    if (m_jobId.empty()) {
        m_leftOut->setText(problem);
        return;
    }
    if (ImportItem* item = current(); item && !item->isPullFile && !m_remember->text().trimmed().isEmpty())
        if (const auto saved =
                m_model.archive()->saveMapping({m_remember->text().trimmed().toStdString(), item->layout.signature(),
                                                ImportSet::mappingJson(item->mapping)});
            !saved)
            m_notKept << QString::fromStdString(saved.error().text());
    std::vector<std::string> files;
    for (const ImportItem& item : m_set.items())
        if (item.usable())
            files.push_back(item.path.toStdString());
    const Result<std::string> begun = m_model.archive()->beginImport(files);
    if (!begun) {
        m_leftOut->setText(QString::fromStdString(begun.error().text()));
        return;
    }
    m_importId = *begun;
    m_running = true;
    m_next = 0;
    m_go->setEnabled(false);
    m_files->setEnabled(false);
    m_stop->setText(tr("Stop here"));
    m_progress->setRange(0, static_cast<int>(m_set.items().size()));
    m_progress->show();
    nextFile();
}

void ImportDialog::nextFile() {
    if (m_next < m_set.items().size() && m_running) {
        const ImportItem& item = m_set.items()[m_next];
        if (item.usable()) {
            const Result<std::string> kept = m_model.archive()->addPull(m_jobId, *item.trace, item.path.toStdString());
            if (kept)
                ++m_kept;
            else
                m_notKept << QFileInfo(item.path).fileName() + QStringLiteral(": ") +
                                 QString::fromStdString(kept.error().text());
        } else {
            m_notKept << QFileInfo(item.path).fileName() + QStringLiteral(": ") +
                             (item.problem.isEmpty() ? item.workProblem : item.problem);
        }
        m_progress->setValue(static_cast<int>(++m_next));
        // Back to the event loop between files, so that "Stop here" is heard.
        QTimer::singleShot(0, this, &ImportDialog::nextFile);
        return;
    }
    (void)m_model.archive()->endImport(m_importId);
    const bool stopped = m_next < m_set.items().size();
    m_summary = plural(m_kept, tr("1 pull brought in and kept."), tr("%1 pulls brought in and kept."));
    if (stopped)
        m_summary += QLatin1Char(' ') + plural(static_cast<int>(m_set.items().size() - m_next),
                                               tr("Stopped; 1 file was not brought in."),
                                               tr("Stopped; %1 files were not brought in."));
    if (!m_notKept.isEmpty())
        m_summary += QLatin1Char(' ') + tr("Not kept: %1").arg(m_notKept.join(QStringLiteral("; ")));
    m_running = false;
    accept();
}

void ImportDialog::reject() {
    if (m_running) {
        m_running = false; // nextFile ends it after the file in hand
        return;
    }
    QDialog::reject();
}

} // namespace jr::app
