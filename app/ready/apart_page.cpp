// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/apart_page.h"
#include "app/words/words.h"

#include "archive/formats/job_sheets.h"

#include <QDateTime>
#include <QHeaderView>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace jr::app {
namespace {

enum Column { Back, Part, Side, Orientation, Torque, ThreadLock, Note };

} // namespace

ApartPage::ApartPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(14, 6, 14, 8);
    down->setSpacing(8);
    m_off = new Words;
    m_off->setProperty("headline", true);
    m_off->setWordWrap(true);
    m_off->setAccessibleName(tr("Still off"));
    down->addWidget(m_off);
    m_order = new Words;
    m_order->setProperty("caution", true);
    m_order->setWordWrap(true);
    down->addWidget(m_order);
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* inner = new QVBoxLayout(card);
    inner->setContentsMargins(14, 10, 14, 10);
    m_table = new QTableWidget(0, 7);
    m_table->setHorizontalHeaderLabels(
        {tr("back on"), tr("part"), tr("side"), tr("which way round"), tr("Nm"), tr("thread-lock"), tr("note")});
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    for (int narrow : {static_cast<int>(Back), static_cast<int>(Torque)})
        m_table->horizontalHeader()->setSectionResizeMode(narrow, QHeaderView::ResizeToContents);
    m_table->setTabKeyNavigation(false); // Tab leaves the table, arrows walk in it
    m_table->setAccessibleName(tr("Parts in the order they came off"));
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    inner->addWidget(m_table, 1);
    auto* row = new QHBoxLayout;
    m_part = new QLineEdit;
    m_part->setPlaceholderText(tr("what comes off next"));
    m_part->setAccessibleName(tr("Part that comes off"));
    auto* off = new QPushButton(tr("It is &off"));
    auto* away = new QPushButton(tr("Take the line out"));
    row->addWidget(m_part, 1);
    row->addWidget(off);
    row->addWidget(away);
    m_takeOver = new QPushButton(tr("As in an &earlier job"));
    m_takeOver->setToolTip(tr("Takes over the list of the last job with this machine: parts, sides, torques, notes"));
    row->addWidget(m_takeOver);
    connect(m_takeOver, &QPushButton::clicked, this, &ApartPage::takeOver);
    inner->addLayout(row);
    m_aboutStep = new Words;
    m_aboutStep->setProperty("muted", true);
    inner->addWidget(m_aboutStep);
    m_notes = new NoteStrip(theme, model);
    inner->addWidget(m_notes);
    down->addWidget(card, 1);

    const auto takeIt = [this] {
        takeOff(m_part->text());
        m_part->clear();
        m_part->setFocus();
    };
    connect(off, &QPushButton::clicked, this, takeIt);
    connect(m_part, &QLineEdit::returnPressed, this, takeIt);
    connect(away, &QPushButton::clicked, this, [this] {
        auto list = steps();
        const int at = m_table->currentRow();
        if (at < 0 || at >= static_cast<int>(list.size()))
            return;
        list.erase(list.begin() + at);
        keep(list, tr("take a line out"));
    });
    connect(m_table, &QTableWidget::cellChanged, this, &ApartPage::cellTyped);
    connect(m_table, &QTableWidget::currentCellChanged, this, [this](int at) {
        const auto list = steps();
        if (!m_filling && at >= 0 && at < static_cast<int>(list.size())) {
            const std::string& part = list[static_cast<std::size_t>(at)].part;
            m_notes->setAbout("step:" + part);
            m_aboutStep->setText(tr("Photos and notes of: %1").arg(QString::fromStdString(part)));
        }
    });
    connect(&model, &JobModel::jobChanged, this, &ApartPage::refresh);
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::putBack))
            QMetaObject::invokeMethod(this, &ApartPage::refresh, Qt::QueuedConnection);
    });
}

void ApartPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

std::vector<PutBackStep> ApartPage::steps() const {
    return putBackOf(m_model.sheet(sheet_kind::putBack));
}

QString ApartPage::stillOffWords() const {
    return m_off->text();
}

void ApartPage::keep(const std::vector<PutBackStep>& steps, const QString& what) {
    m_model.setSheet(sheet_kind::putBack, steps.empty() ? std::string() : sheetBody(steps), what);
}

void ApartPage::takeOff(const QString& part) {
    if (part.trimmed().isEmpty())
        return;
    auto list = steps();
    PutBackStep step;
    step.part = part.trimmed().toStdString();
    list.push_back(step);
    keep(list, tr("take off %1").arg(part.trimmed()));
}

void ApartPage::takeOver() {
    if (!m_model.keeper() || !m_model.hasJob())
        return;
    struct Found {
        std::string job;
        std::vector<PutBackStep> steps;
    };
    m_model.keeper()->ask(
        this,
        [open = m_model.job().id, machine = m_model.job().machine](const Archive& archive) {
            Found out;
            std::string newest;
            const auto jobs = archive.jobs();
            if (machine.empty() || !jobs)
                return out;
            for (const JobSummary& job : *jobs) {
                if (job.id == open || job.machine != machine || job.created < newest)
                    continue;
                const auto kept = archive.job(job.id);
                if (!kept || !kept->sheets.contains(sheet_kind::putBack))
                    continue;
                if (std::vector<PutBackStep> steps = putBackOf(kept->sheets.at(sheet_kind::putBack)); !steps.empty()) {
                    out = {job.name, std::move(steps)};
                    newest = job.created;
                }
            }
            return out;
        },
        [this](const Found& found) {
            if (found.steps.empty()) {
                emit m_model.problem(tr("No earlier job with this machine has a list of what was taken apart."));
                return;
            }
            auto list = steps(); // what came off already stays; the rest is expected in that order
            for (const PutBackStep& step : forNextTime(found.steps))
                if (std::none_of(list.begin(), list.end(), [&](const PutBackStep& s) { return s.part == step.part; }))
                    list.push_back(step);
            keep(list, tr("take over what came off in %1").arg(QString::fromStdString(found.job)));
        });
}

void ApartPage::putBack(int index, bool back) {
    auto list = steps();
    PutBackStep& step = list.at(static_cast<std::size_t>(index));
    step.back = back;
    step.who = QSettings().value(QStringLiteral("who")).toString().toStdString();
    step.when = QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
    keep(list, back ? tr("put back %1").arg(QString::fromStdString(step.part))
                    : tr("take off %1").arg(QString::fromStdString(step.part)));
}

void ApartPage::cellTyped(int row, int column) {
    auto list = steps();
    if (m_filling || row < 0 || row >= static_cast<int>(list.size()))
        return;
    const QTableWidgetItem* item = m_table->item(row, column);
    if (column == Back) {
        putBack(row, item->checkState() == Qt::Checked);
        return;
    }
    PutBackStep& step = list[static_cast<std::size_t>(row)];
    const std::string text = item->text().trimmed().toStdString();
    if (column == Torque) {
        bool good = false;
        const double v = QLocale().toDouble(item->text().trimmed(), &good);
        step.torqueNm = good && v > 0. && v < 2000. ? std::optional(v) : std::nullopt;
    } else {
        (column == Part          ? step.part
         : column == Side        ? step.side
         : column == Orientation ? step.orientation
         : column == ThreadLock  ? step.threadLock
                                 : step.note) = text;
    }
    keep(list, tr("write on %1").arg(QString::fromStdString(step.part)));
}

void ApartPage::refresh() {
    if (!isVisible())
        return;
    setEnabled(m_model.hasJob());
    const auto list = steps();
    const int at = m_table->currentRow();
    m_filling = true;
    m_table->setRowCount(static_cast<int>(list.size()));
    for (int r = 0; r < static_cast<int>(list.size()); ++r) {
        const PutBackStep& s = list[static_cast<std::size_t>(r)];
        auto* tick = new QTableWidgetItem;
        tick->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable);
        tick->setCheckState(s.back ? Qt::Checked : Qt::Unchecked);
        m_table->setItem(r, Back, tick);
        const QString cells[] = {
            QString::fromStdString(s.part),        QString::fromStdString(s.side),
            QString::fromStdString(s.orientation), s.torqueNm ? QLocale().toString(*s.torqueNm, 'g', 5) : QString(),
            QString::fromStdString(s.threadLock),  QString::fromStdString(s.note)};
        for (int c = 0; c < 6; ++c)
            m_table->setItem(r, c + 1, new QTableWidgetItem(cells[c]));
    }
    if (!list.empty())
        m_table->setCurrentCell(std::clamp(at, 0, static_cast<int>(list.size()) - 1), Part);
    m_filling = false;
    if (!list.empty()) {
        const std::string& part = list[static_cast<std::size_t>(m_table->currentRow())].part;
        m_notes->setAbout("step:" + part);
        m_aboutStep->setText(tr("Photos and notes of: %1").arg(QString::fromStdString(part)));
    } else {
        m_notes->setAbout({});
        m_aboutStep->clear();
    }
    QStringList off;
    for (int i : stillOff(list))
        off << QString::fromStdString(putBackText(list[static_cast<std::size_t>(i)]));
    m_off->setText(list.empty()    ? tr("Nothing has been taken apart.")
                   : off.isEmpty() ? tr("Everything is back on.")
                                   : tr("Still off, in the order it goes back: %1.")
                                         .arg(off.mid(0, 3).join(QStringLiteral("; ")) +
                                              (off.size() > 3 ? tr(" and %1 more").arg(off.size() - 3) : QString())));
    const QString wrong = QString::fromStdString(said(outOfOrder(list), m_model.units().wording()));
    m_order->setText(tr("Look again: %1.").arg(wrong));
    m_order->setVisible(!wrong.isEmpty());
}

} // namespace jr::app
