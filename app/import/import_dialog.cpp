// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/import/import_dialog.h"

#include "app/import/import_columns.h"
#include "app/import/import_facts.h"
#include "app/import/import_picture.h"
#include "app/words/plural.h"
#include "app/words/words.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"

#include <QComboBox>
#include <QFileInfo>
#include <QFormLayout>
#include <QGroupBox>
#include <QLineEdit>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QTimer>
#include <QVBoxLayout>

#include <algorithm>

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

} // namespace

ImportDialog::ImportDialog(const Theme& theme, JobModel& model, const QStringList& paths, QWidget* parent)
    : QDialog(parent), m_theme(theme), m_model(model) {
    setWindowTitle(tr("Bring in pulls"));
    resize(1220, 760);
    build();
    m_what->setText(tr("Reading…"));
    connect(&m_set, &ImportSet::readDone, this, [this] {
        nameJob();
        fillList();
        // The first that can become something; what is wrong with the others stands beside their names.
        const auto& items = m_set.items();
        const auto usable = std::find_if(items.begin(), items.end(), [](const ImportItem& i) { return i.usable(); });
        m_files->setCurrentRow(usable == items.end() ? 0 : static_cast<int>(usable - items.begin()));
    });
    connect(&m_set, &ImportSet::worked, this, &ImportDialog::showWorked);
    struct Known {
        Result<std::vector<SavedMapping>> mappings;
        Result<std::vector<JobSummary>> jobs;
        std::vector<KnownBench> benches;
    };
    m_model.keeper()->ask(
        this,
        [](const Archive& archive) {
            Known out{archive.mappings(), archive.jobs(), {}};
            if (const auto benches = archive.benches())
                for (const BenchRecord& bench : *benches)
                    if (auto history = archive.calibrations(bench.id))
                        out.benches.push_back({bench, std::move(*history)});
            return out;
        },
        [this, paths](const Known& known) {
            if (known.jobs)
                for (const JobSummary& job : *known.jobs)
                    m_job->addItem(QString::fromStdString(job.name), QString::fromStdString(job.id));
            m_benches = known.benches;
            for (const KnownBench& b : m_benches)
                m_bench->addItem(QString::fromStdString(b.bench.name));
            m_set.read(paths, known.mappings ? *known.mappings : std::vector<SavedMapping>{}, knownFacts(m_model),
                       m_model.answers().standard());
        });
}

ImportDialog::~ImportDialog() {
    hide(); // a field that still had something to say says it while there is somebody to hear it
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
    m_what = new Words;
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
    m_columns = new ImportColumns;
    connect(m_columns, &ImportColumns::mappingChanged, this, &ImportDialog::mappingChanged);
    middle->addWidget(m_columns, 3);
    m_chart = new ImportPicture(m_theme, m_model);
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
    m_bench = new QComboBox;
    m_bench->addItem(tr("not one of the archive"));
    m_bench->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_bench->setToolTip(
        tr("Its inertia, radius, drag, ratio, arm and place, as they were calibrated on the day of the pull"));
    form->addRow(tr("&Bench"), m_bench);
    connect(m_bench, &QComboBox::activated, this, &ImportDialog::useBench);
    m_benchWords = new Words;
    m_benchWords->setWordWrap(true);
    m_benchWords->setProperty("muted", true);
    m_benchWords->hide();
    form->addRow(m_benchWords);
    m_place = new QComboBox;
    m_place->addItem(tr("not known"), QString());
    m_place->addItem(tr("the wheel"), QStringLiteral("wheel"));
    m_place->addItem(tr("the hub"), QStringLiteral("hub"));
    m_place->addItem(tr("the crank"), QStringLiteral("crank"));
    form->addRow(tr("Measured &at"), m_place);
    connect(m_place, &QComboBox::activated, this, &ImportDialog::factChanged);
    for (const Fact& fact : kFacts) {
        auto* edit = new QLineEdit;
        QString label = QCoreApplication::translate("ImportDialog", fact.label);
        if (fact.what) {
            const auto unit = unitWords(readerUnit(*fact.what, m_model.units().wording()));
            label = label.arg(QString::fromUtf8(unit.data(), static_cast<qsizetype>(unit.size())));
        }
        form->addRow(label, edit);
        m_facts.emplace_back(fact.key, edit);
        connect(edit, &QLineEdit::editingFinished, this, &ImportDialog::factChanged);
    }
    m_remember = new QLineEdit;
    m_remember->setPlaceholderText(tr("e.g. bench logger"));
    form->addRow(tr("&Remember layout as"), m_remember);
    right->addLayout(form);
    m_leftOut = new MarkedWords;
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

    m_go->setText(tr("Reading…"));
    m_go->setEnabled(false);
    connect(m_files, &QListWidget::currentRowChanged, this, &ImportDialog::showItem);
    connect(m_go, &QPushButton::clicked, this, &ImportDialog::bringIn);
    connect(m_stop, &QPushButton::clicked, this, &ImportDialog::reject);
    connect(m_setup, &QComboBox::editTextChanged, this, [this] {
        if (ImportItem* item = current(); item && !m_filling && !item->isPullFile && item->trace)
            item->trace->header.setup = item->facts.setup = m_setup->currentText().toStdString();
    });
}

/// The job the pulls most likely belong to, its machine and its setups.
void ImportDialog::nameJob() {
    std::string firstJob, firstMachine;
    for (const ImportItem& item : m_set.items())
        if (item.trace && item.isPullFile && firstJob.empty()) {
            firstJob = item.trace->header.job;
            firstMachine = item.trace->header.machine;
        }
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
    m_go->setEnabled(usable > 0 && !m_set.busy());
}

void ImportDialog::showItem(int index) {
    if (index < 0 || m_running)
        return;
    m_index = index;
    m_filling = true;
    fillPreview();
    m_columns->showItem(current());
    fillFacts();
    m_filling = false;
    m_chart->showItem(current());
}

void ImportDialog::fillPreview() {
    ImportItem* item = current();
    m_preview->clear();
    m_preview->setVisible(item && item->problem.isEmpty());
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

void ImportDialog::mappingChanged() {
    m_go->setEnabled(false);
    m_set.workAnew(static_cast<std::size_t>(m_index));
    // The table is filled again once the combo box that was turned has done with its own signal.
    QTimer::singleShot(0, this, [this] { m_columns->showItem(current()); });
}

void ImportDialog::showWorked(int index) {
    {
        QSignalBlocker block(m_files);
        fillList();
        m_files->setCurrentRow(m_index);
    }
    if (index != m_index || m_running)
        return;
    fillPreview();
    if (!m_refused) // why it was refused is worth more
        fillRemarks();
    m_chart->showItem(current());
}

void ImportDialog::bringIn() {
    if (m_running || m_set.busy() || m_set.usableCount() == 0)
        return;
    const QString name = m_job->currentText().trimmed();
    const int known = m_job->findText(name);
    const std::string chosen = known >= 0 ? m_job->itemData(known).toString().toStdString() : std::string();
    std::vector<SavedMapping> remember;
    if (ImportItem* item = current(); item && !item->isPullFile && !m_remember->text().trimmed().isEmpty())
        remember.push_back({m_remember->text().trimmed().toStdString(), item->layout.signature(),
                            ImportSet::mappingJson(item->mapping)});
    std::vector<std::string> files;
    for (const ImportItem& item : m_set.items())
        if (item.usable())
            files.push_back(item.path.toStdString());
    m_running = true;
    m_next = 0;
    m_go->setEnabled(false);
    m_files->setEnabled(false);
    m_stop->setText(tr("Stop here"));
    m_progress->setRange(0, static_cast<int>(m_set.items().size()));
    m_progress->show();
    struct Begun {
        Result<std::string> jobId, importId;
        Result<Done> remembered;
    };
    m_model.keeper()->ask(
        this,
        [chosen, name = name.isEmpty() ? tr("New job").toStdString() : name.toStdString(),
         machine = m_machine->text().trimmed().toStdString(), remember, files](Archive& archive) -> Begun {
            Begun out{chosen, std::string(), Done{}};
            if (chosen.empty())
                out.jobId = archive.createJob(name, machine);
            if (!out.jobId)
                return out;
            for (const SavedMapping& mapping : remember)
                out.remembered = archive.saveMapping(mapping);
            out.importId = archive.beginImport(files);
            return out;
        },
        [this](const Begun& begun) {
            if (!begun.jobId || !begun.importId) {
                m_leftOut->set(errorAtPlace(begun.jobId ? begun.importId.error() : begun.jobId.error()));
                m_running = false;
                m_files->setEnabled(true);
                m_go->setEnabled(true);
                m_progress->hide();
                m_stop->setText(tr("Cancel"));
                return;
            }
            m_jobId = *begun.jobId;
            m_importId = *begun.importId;
            if (!begun.remembered)
                m_notKept << errorAtPlace(begun.remembered.error());
            nextFile();
        });
}

/// One after another, so that "Stop here" is heard between files.
void ImportDialog::nextFile() {
    if (m_next >= m_set.items().size() || !m_running) {
        endImport();
        return;
    }
    const ImportItem& item = m_set.items()[m_next++];
    const QString name = QFileInfo(item.path).fileName();
    if (!item.usable()) {
        m_notKept << name + QStringLiteral(": ") + (item.problem.isEmpty() ? item.workProblem : item.problem);
        m_progress->setValue(static_cast<int>(m_next));
        nextFile();
        return;
    }
    struct Kept {
        Result<std::string> id;
        bool wasHere;
    };
    m_model.keeper()->ask(
        this,
        [jobId = m_jobId, trace = *item.trace, path = item.path.toStdString()](Archive& archive) {
            Kept kept{std::string(), false};
            kept.id = archive.addPull(jobId, trace, path, &kept.wasHere);
            return kept;
        },
        [this, name](const Kept& kept) {
            if (kept.id)
                ++(kept.wasHere ? m_hereAlready : m_kept);
            else
                m_notKept << name + QStringLiteral(": ") + errorAtPlace(kept.id.error());
            m_progress->setValue(static_cast<int>(m_next));
            nextFile();
        });
}

void ImportDialog::endImport() {
    m_model.keeper()->ask(
        this, [id = m_importId](Archive& archive) { return archive.endImport(id); },
        [this](const Result<Done>& ended) {
            if (!ended)
                m_notKept << errorAtPlace(ended.error());
            m_summary = plural(m_kept, tr("1 pull brought in and kept."), tr("%1 pulls brought in and kept."));
            if (m_hereAlready > 0)
                m_summary += QLatin1Char(' ') + plural(m_hereAlready, tr("1 was here already and is kept once."),
                                                       tr("%1 were here already and are kept once."));
            if (m_next < m_set.items().size())
                m_summary += QLatin1Char(' ') + plural(static_cast<int>(m_set.items().size() - m_next),
                                                       tr("Stopped; 1 file was not brought in."),
                                                       tr("Stopped; %1 files were not brought in."));
            if (!m_notKept.isEmpty())
                m_summary += QLatin1Char(' ') + tr("Not kept: %1").arg(m_notKept.join(QStringLiteral("; ")));
            m_running = false;
            accept();
        });
}

void ImportDialog::reject() {
    if (m_running) {
        m_running = false; // nextFile ends it after the file in hand
        return;
    }
    QDialog::reject();
}

} // namespace jr::app
