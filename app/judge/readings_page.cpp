// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/readings_page.h"

#include "app/widgets/asking.h"
#include "app/widgets/chart_words.h"
#include "app/words/words.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/readings_file.h"
#include "core/judge/ladder.h"

#include <QComboBox>
#include <QDateTime>
#include <QGridLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>
#include <utility>

namespace jr::app {

ReadingsPage::ReadingsPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Results that are no pulls"), parent) {
    m_chart = new ReadingsChart(theme);
    drawings()->addWidget(m_chart, 1);

    auto* grid = new QGridLayout;
    const auto row = [&](int r, const QString& label, QWidget* field) {
        auto* words = new Words(label);
        words->setBuddy(field);
        grid->addWidget(words, r, 0);
        grid->addWidget(field, r, 1);
    };
    m_quantity = new QComboBox;
    m_quantity->setEditable(true);
    m_quantity->setInsertPolicy(QComboBox::NoInsert);
    m_quantity->lineEdit()->setPlaceholderText(tr("seconds of a cut"));
    row(0, tr("&What is read"), m_quantity);
    m_unit = new QLineEdit;
    m_unit->setPlaceholderText(tr("s"));
    row(1, tr("in (&unit)"), m_unit);
    m_better = new QComboBox;
    m_better->addItem(tr("more is better"), static_cast<int>(Better::Higher));
    m_better->addItem(tr("less is better"), static_cast<int>(Better::Lower));
    m_better->addItem(tr("neither way is better"), static_cast<int>(Better::Neither));
    row(2, tr("&Better"), m_better);
    m_setup = new QComboBox;
    row(3, tr("&Setup"), m_setup);
    m_value = new QLineEdit;
    row(4, tr("It &reads"), m_value);
    m_note = new QLineEdit;
    m_note->setPlaceholderText(tr("what was different, if anything"));
    row(5, tr("&Note"), m_note);
    m_put = new QPushButton(tr("Put it down"));
    auto* files = new QPushButton(tr("Take from files…"));
    grid->addWidget(m_put, 6, 0, 1, 2);
    grid->addWidget(files, 7, 0, 1, 2);
    tools()->addLayout(grid);
    m_problem = new Words(QString());
    m_problem->setWordWrap(true);
    m_problem->setProperty("caution", true);
    m_problem->hide();
    tools()->addWidget(m_problem);

    const auto put = [this] { (void)putDown(m_value->text(), m_setup->currentText(), m_note->text()); };
    connect(m_put, &QPushButton::clicked, this, put);
    connect(m_value, &QLineEdit::returnPressed, this, put);
    connect(m_note, &QLineEdit::returnPressed, this, put);
    connect(m_quantity, &QComboBox::currentTextChanged, this, [this](const QString& text) {
        if (!m_filling)
            showKept(text);
    });
    connect(m_better, &QComboBox::activated, this, [this] {
        std::vector<JobQuantity> all = kept();
        if (JobQuantity* q = chosenIn(all)) {
            q->better = static_cast<Better>(m_better->currentData().toInt());
            keep(all, tr("say what is better"));
        }
    });
    connect(files, &QPushButton::clicked, this, [this] {
        askForFiles(this, tr("Sheets of readings"), tr("Sheets of readings (*.csv)"),
                    [this](const QStringList& sheets) { (void)takeFrom(sheets); });
    });
    connect(m_chart, &ReadingsChart::asideToggled, this, &ReadingsPage::toggleAside);
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::readings))
            refresh();
    });
    connect(&model, &JobModel::jobChanged, this, [this] {
        if (std::exchange(m_job, m_model.job().id) == m_model.job().id)
            return; // a pull came in
        m_filling = true;
        m_quantity->clear();
        m_filling = false;
    });
}

std::vector<JobQuantity> ReadingsPage::kept() const {
    return jobReadingsOf(m_model.sheet(sheet_kind::readings));
}

void ReadingsPage::keep(const std::vector<JobQuantity>& all, const QString& what) {
    m_model.setSheet(sheet_kind::readings, sheetBody(all), what);
}

JobQuantity* ReadingsPage::chosenIn(std::vector<JobQuantity>& all) const {
    const std::string name = m_quantity->currentText().trimmed().toStdString();
    const auto found = std::find_if(all.begin(), all.end(), [&](const JobQuantity& q) { return q.quantity == name; });
    return found == all.end() ? nullptr : &*found;
}

/// What was read in this job, and its setups, kept as chosen.
void ReadingsPage::fillChoices() {
    m_filling = true;
    const std::vector<JobQuantity> all = kept();
    const QString text = m_quantity->currentText();
    QStringList names;
    for (const JobQuantity& q : all)
        names << QString::fromStdString(q.quantity);
    m_quantity->clear();
    m_quantity->addItems(names);
    m_quantity->setEditText(text.isEmpty() && !names.isEmpty() ? names.front() : text);
    const QString setup = m_setup->currentText();
    m_setup->clear();
    for (const SetupRecord& s : m_model.job().setups)
        m_setup->addItem(QString::fromStdString(s.name), QString::fromStdString(s.id));
    m_setup->setCurrentIndex(std::max(m_setup->findText(setup), 0));
    showKept(m_quantity->currentText());
    m_filling = false;
}

void ReadingsPage::showKept(const QString& quantity) {
    std::vector<JobQuantity> all = kept();
    const auto found = std::find_if(all.begin(), all.end(), [&](const JobQuantity& q) {
        return QString::fromStdString(q.quantity) == quantity.trimmed();
    });
    m_unit->setReadOnly(found != all.end()); // readings already stand in it
    if (found == all.end())
        return;
    m_unit->setText(QString::fromStdString(found->unit));
    m_better->setCurrentIndex(m_better->findData(static_cast<int>(found->better)));
    if (!m_filling)
        JudgePage::refresh();
}

void ReadingsPage::choose(const QString& quantity, const QString& unit, Better better) {
    m_quantity->setEditText(quantity);
    if (!m_unit->isReadOnly())
        m_unit->setText(unit);
    m_better->setCurrentIndex(m_better->findData(static_cast<int>(better)));
}

bool ReadingsPage::putDown(const QString& text, const QString& setup, const QString& note) {
    const auto refuse = [this](const QString& why) {
        m_problem->setText(why);
        m_problem->show();
        return false;
    };
    const QString name = m_quantity->currentText().trimmed();
    if (name.isEmpty())
        return refuse(tr("Say first what is read: seconds of a cut, litres, a grade."));
    const int at = m_setup->findText(setup);
    if (at < 0)
        return refuse(tr("There is no setup \"%1\" in this job. Add it on Ask.").arg(setup));
    bool good = false;
    double value = QLocale().toDouble(text.trimmed(), &good);
    if (!good)
        value = text.trimmed().toDouble(&good); // a point is understood everywhere
    if (!good || !(std::abs(value) <= kLargestResult))
        return refuse(tr("\"%1\" is no number.").arg(text));
    m_problem->hide();
    std::vector<JobQuantity> all = kept();
    JobQuantity* quantity = chosenIn(all);
    if (!quantity) {
        all.push_back({name.toStdString(),
                       m_unit->text().trimmed().toStdString(),
                       static_cast<Better>(m_better->currentData().toInt()),
                       {}});
        quantity = &all.back();
    }
    int number = 0;
    for (const JobReading& r : quantity->readings)
        number = std::max(number, r.number);
    quantity->readings.push_back({m_setup->itemData(at).toString().toStdString(), number + 1, value,
                                  note.trimmed().toStdString(),
                                  QDateTime::currentDateTime()
                                      .toOffsetFromUtc(QDateTime::currentDateTime().offsetFromUtc())
                                      .toString(Qt::ISODate)
                                      .toStdString(),
                                  false});
    m_setup->setCurrentIndex(at);
    keep(all, tr("put down a reading"));
    m_value->clear();
    m_note->clear();
    m_value->setFocus();
    return true;
}

int ReadingsPage::takeFrom(const QStringList& files) {
    std::vector<JobQuantity> all = kept();
    QStringList problems;
    int taken = 0;
    for (const QString& file : files) {
        const Result<std::string> bytes = readBytes(file.toStdString());
        PullHeader header;
        const Result<ReadingSheet> sheet =
            bytes ? readReadings(*bytes, file.toStdString(), &header) : Result<ReadingSheet>(bytes.error());
        if (!sheet) {
            problems << errorAtPlace(sheet.error());
            continue;
        }
        const auto& setups = m_model.job().setups;
        const auto setup =
            std::find_if(setups.begin(), setups.end(), [&](const SetupRecord& s) { return s.name == sheet->setup; });
        if (setup == setups.end()) {
            problems << tr("%1: there is no setup \"%2\" in this job. Add it on Ask, then take the file again.")
                            .arg(file, QString::fromStdString(sheet->setup));
            continue;
        }
        auto quantity =
            std::find_if(all.begin(), all.end(), [&](const JobQuantity& q) { return q.quantity == sheet->quantity; });
        if (quantity != all.end() && quantity->unit != sheet->unit) {
            problems << tr("%1: read in %2, and this job has it in %3.")
                            .arg(file, QString::fromStdString(sheet->unit), QString::fromStdString(quantity->unit));
            continue;
        }
        if (quantity == all.end())
            quantity = all.insert(all.end(), {sheet->quantity, sheet->unit, sheet->better, {}});
        for (const Reading& r : sheet->readings) {
            const bool there =
                std::any_of(quantity->readings.begin(), quantity->readings.end(), [&](const JobReading& k) {
                    return k.setupId == setup->id && k.number == r.number && k.value == r.value;
                });
            if (there)
                continue; // the same file once more
            quantity->readings.push_back({setup->id, r.number, r.value, r.note, {}, false});
            ++taken;
        }
        m_filling = true;
        m_quantity->setEditText(QString::fromStdString(sheet->quantity));
        m_filling = false;
    }
    m_problem->setText(problems.join(QLatin1Char('\n')));
    m_problem->setVisible(!problems.isEmpty());
    if (taken > 0)
        keep(all, tr("take readings from files"));
    return taken;
}

void ReadingsPage::toggleAside(int reading) {
    std::vector<JobQuantity> all = kept();
    JobQuantity* quantity = chosenIn(all);
    if (!quantity || reading < 0 || reading >= static_cast<int>(quantity->readings.size()))
        return;
    bool& aside = quantity->readings[static_cast<std::size_t>(reading)].aside;
    aside = !aside;
    keep(all, aside ? tr("set a reading aside") : tr("count a reading again"));
}

StudyDesk::Work ReadingsPage::work() {
    fillChoices();
    std::vector<JobQuantity> all = kept();
    const JobQuantity* chosen = chosenIn(all);
    const JobQuantity quantity = chosen ? *chosen : JobQuantity{};
    // Setups that were read, in the job's order, and the two sides first where they were.
    std::vector<ReadingsChart::Row> rows;
    std::vector<std::vector<ReadingSheet>> sheets;
    int base = -1, with = -1;
    for (const SetupRecord& s : m_model.job().setups) {
        const bool read = std::any_of(quantity.readings.begin(), quantity.readings.end(),
                                      [&](const JobReading& r) { return r.setupId == s.id; });
        if (!read)
            continue;
        const ReadingSheet sheet = quantity.of(s.id, s.name);
        if (!sheet.readings.empty()) {
            if (s.id == m_model.compare().now().baseSetup)
                base = static_cast<int>(sheets.size());
            if (s.id == m_model.compare().now().withSetup)
                with = static_cast<int>(sheets.size());
            sheets.push_back({sheet});
        }
        rows.push_back({QString::fromStdString(s.name), s.mark, s.id, {}, {}, {}});
    }
    if (base < 0 && !sheets.empty())
        base = 0;
    if ((with < 0 || with == base) && sheets.size() > 1)
        with = base == 0 ? 1 : 0;
    const ValueOptions options{m_model.compare().now().worthPct, 0.95, {}};
    return [this, quantity, rows, sheets, base, with, options](const StudyPtr&) mutable -> StudyDesk::Draw {
        std::optional<Result<ValueComparison>> compared;
        if (base >= 0 && with >= 0)
            compared =
                compareValues(sheets[static_cast<std::size_t>(base)], sheets[static_cast<std::size_t>(with)], options);
        std::vector<std::string> names;
        for (const auto& s : sheets)
            names.push_back(s.front().setup);
        std::optional<Ladder> steps;
        if (sheets.size() > 1)
            if (const auto observations = observationsOf(sheets))
                if (Result<Ladder> found = ladder(names, *observations, {}, options.confidence))
                    steps = std::move(found).value();
        for (std::size_t i = 0; i < rows.size(); ++i) {
            const auto at = std::find(names.begin(), names.end(), rows[i].name.toStdString());
            if (at == names.end())
                continue;
            const auto k = static_cast<std::size_t>(at - names.begin());
            if (steps) {
                rows[i].mean = steps->steps[k].value;
                rows[i].low = steps->steps[k].low;
                rows[i].high = steps->steps[k].high;
            } else {
                double sum = 0.;
                for (const Reading& r : sheets[k].front().readings)
                    sum += r.value / static_cast<double>(sheets[k].front().readings.size());
                rows[i].mean = sum;
            }
        }
        return [this, quantity, rows, compared, several = sheets.size() > 2] {
            m_chart->setReadings(quantity, rows, compared && *compared ? std::optional(**compared) : std::nullopt);
            if (quantity.readings.empty()) {
                headline(tr("Nothing was read off in this job yet."));
                say(tr("Seconds of a cut, litres, degrees of flow, a grade from one to ten: type what is read and what "
                       "it "
                       "reads, setup by setup, in the order it is done. Each reading counts as one pull."),
                    "muted");
                return;
            }
            if (!compared) {
                headline(tr("One setup was read so far."));
                say(tr("Read a second one, and then the first again: the same honesty as with pulls."), "muted");
                return;
            }
            if (!*compared) {
                headline(errorWords(compared->error()));
                return;
            }
            const ValueComparison& c = **compared;
            headline(QString::fromStdString(said(verdictOf(c), m_model.units().wording())));
            say(tr("%1 against %2 readings; margins at 95 %.").arg(c.with.readings).arg(c.base.readings), "muted");
            if (several)
                say(tr("The two sides chosen on Difference are set against each other; the others are drawn."),
                    "muted");
            sayCautions(c.cautions);
        };
    };
}

} // namespace jr::app
