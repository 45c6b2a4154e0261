// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/setup_files_strip.h"

#include "app/widgets/asking.h"
#include "app/widgets/clear_layout.h"
#include "app/words/words.h"
#include "archive/formats/setup_files_sheet.h"

#include <QDoubleSpinBox>
#include <QDragEnterEvent>
#include <QLineEdit>
#include <QMimeData>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>

namespace jr::app {
namespace {

constexpr int kHigh = 62;

} // namespace

SetupFilesStrip::SetupFilesStrip(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setAcceptDrops(true);
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(4);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFixedHeight(kHigh + 6);
    auto* inner = new QWidget;
    m_cards = new QHBoxLayout(inner);
    m_cards->setContentsMargins(0, 0, 0, 0);
    m_cards->setSpacing(6);
    scroll->setWidget(inner);
    down->addWidget(scroll);
    m_tools = new QWidget;
    auto* tools = new QHBoxLayout(m_tools);
    tools->setContentsMargins(0, 0, 0, 0);
    m_changed = new QLineEdit;
    m_changed->setPlaceholderText(tr("what changed in it"));
    m_changed->setAccessibleName(tr("What changed in the file"));
    tools->addWidget(m_changed, 1);
    m_hours = new QDoubleSpinBox;
    m_hours->setRange(0., 1000.);
    m_hours->setDecimals(1);
    m_hours->setSuffix(tr(" h"));
    m_hours->setSpecialValueText(tr("hours"));
    m_hours->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_hours->setAccessibleName(tr("Hours spent on the file"));
    tools->addWidget(m_hours);
    auto* add = new QPushButton(tr("&File…"));
    add->setToolTip(tr("Copy a map or another file into the archive; or drop one here"));
    tools->addWidget(add);
    down->addWidget(m_tools);
    connect(add, &QPushButton::clicked, this, [this] {
        askForFile(this, tr("A map or another file to keep"), {}, [this](const QString& path) { addFile(path); });
    });
    connect(&model, &JobModel::attachmentsChanged, this, &SetupFilesStrip::refresh);
    connect(&model, &JobModel::jobChanged, this, &SetupFilesStrip::refresh);
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::setupFiles))
            QMetaObject::invokeMethod(this, &SetupFilesStrip::refresh, Qt::QueuedConnection);
    });
    refresh();
}

void SetupFilesStrip::setSetup(const std::string& setupId) {
    if (setupId == m_setupId)
        return;
    m_setupId = setupId;
    refresh();
}

/// What was typed goes only once the file is kept.
void SetupFilesStrip::addFile(const QString& path) {
    if (m_setupId.empty())
        return;
    SetupFile about;
    about.setupId = m_setupId;
    about.changed = m_changed->text().trimmed().toStdString();
    if (m_hours->value() > 0.)
        about.hours = m_hours->value();
    m_model.keepFile(about, path, [this] {
        m_changed->clear();
        m_hours->setValue(0.);
    });
}

int SetupFilesStrip::shownCount() const {
    int n = 0;
    for (int i = 0; i < m_cards->count(); ++i)
        n += m_cards->itemAt(i)->widget() != nullptr;
    return n;
}

QString SetupFilesStrip::words() const {
    QStringList out;
    for (const QLabel* label : findChildren<QLabel*>())
        out << label->text();
    return out.join(QLatin1Char('\n'));
}

QWidget* SetupFilesStrip::card(const SetupFile& file) {
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* row = new QHBoxLayout(card);
    row->setContentsMargins(6, 3, 2, 3);
    row->setSpacing(4);
    auto* label = new Words(QString::fromStdString(said(fileMessage(file), m_model.units().wording())));
    label->setWordWrap(true);
    label->setFixedWidth(210);
    label->setToolTip(plainTip(tr("SHA-256 %1").arg(QString::fromStdString(file.sha256))));
    row->addWidget(label);
    auto* back = new QPushButton(tr("Give it back…"));
    back->setToolTip(tr("Writes the file out again, after its checksum was looked at"));
    connect(back, &QPushButton::clicked, this, [this, file] { giveBack(file); });
    row->addWidget(back);
    auto* away = new QToolButton;
    away->setText(QStringLiteral("×"));
    away->setAccessibleName(tr("Take %1 away").arg(QString::fromStdString(file.name)));
    away->setToolTip(tr("Take it off the setup (can be undone); the copy stays in the archive"));
    connect(away, &QToolButton::clicked, this, [this, file] { take(file); });
    row->addWidget(away);
    return card;
}

void SetupFilesStrip::take(const SetupFile& file) {
    std::vector<SetupFile> files = setupFilesOf(m_model.sheet(sheet_kind::setupFiles));
    std::erase_if(files, [&](const SetupFile& f) { return f.id == file.id; });
    m_model.setSheet(sheet_kind::setupFiles, sheetBody(files),
                     tr("take %1 away").arg(QString::fromStdString(file.name)));
}

/// A map that goes into a machine is the one that was kept, or it does not go.
void SetupFilesStrip::giveBack(const SetupFile& file) {
    const QString name = QString::fromStdString(file.name);
    askWhereToWrite(this, tr("Where to write it"), name, QFileInfo(name).suffix(),
                    [this, file](const QString& to) { writeTo(file, to); });
}

void SetupFilesStrip::writeTo(const SetupFile& file, const QString& to) {
    m_model.keeper()->ask(
        this,
        [jobId = m_model.job().id, file, to](const Archive& archive) -> Result<Done> {
            const Result<JobRecord> job = archive.job(jobId);
            if (!job)
                return job.error();
            return archive.giveFileBack(*job, file, to);
        },
        [this, to](const Result<Done>& done) {
            emit m_model.problem(done ? tr("Written, checksum as kept: %1").arg(to) : errorAtPlace(done.error()));
        });
}

void SetupFilesStrip::refresh() {
    clearLayout(m_cards);
    m_tools->setEnabled(!m_setupId.empty() && m_model.hasJob());
    for (const SetupFile& file : setupFilesOf(m_model.sheet(sheet_kind::setupFiles)))
        if (file.setupId == m_setupId)
            m_cards->addWidget(card(file));
    if (shownCount() == 0) {
        auto* none = new Words(tr("No map or file is kept with it yet."));
        none->setProperty("muted", true);
        m_cards->addWidget(none);
    }
    m_cards->addStretch(1);
}

void SetupFilesStrip::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls() && !m_setupId.empty())
        event->acceptProposedAction();
}

void SetupFilesStrip::dropEvent(QDropEvent* event) {
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile())
            addFile(url.toLocalFile());
    event->acceptProposedAction();
}

} // namespace jr::app
