// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/jobs/new_job.h"

#include "app/theme/theme.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPushButton>

namespace jr::app {

NewJob::NewJob(JobModel& model, QWidget* parent) : QFrame(parent), m_model(model) {
    setProperty("card", true);
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 10, 14, 10);
    across->setSpacing(8);
    m_name = new QLineEdit;
    m_name->setPlaceholderText(tr("what the job is called"));
    m_name->setAccessibleName(tr("Name of the new job"));
    m_name->setStyleSheet(Theme::textStyle(17));
    m_machine = new QComboBox;
    m_machine->setEditable(true);
    m_machine->setInsertPolicy(QComboBox::NoInsert);
    m_machine->lineEdit()->setPlaceholderText(tr("which machine"));
    m_machine->setAccessibleName(tr("Machine of the new job"));
    m_machine->setStyleSheet(Theme::textStyle(17));
    m_machine->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_make = new QPushButton(tr("&Begin it"));
    m_make->setProperty("primary", true);
    across->addWidget(m_name, 3);
    across->addWidget(m_machine, 2);
    across->addWidget(m_make);
    connect(m_name, &QLineEdit::returnPressed, this, &NewJob::make);
    connect(m_machine->lineEdit(), &QLineEdit::returnPressed, this, &NewJob::make);
    connect(m_make, &QPushButton::clicked, this, &NewJob::make);
    hide();
}

void NewJob::begin() {
    show();
    m_name->setFocus(Qt::ShortcutFocusReason);
    if (m_model.keeper())
        m_model.keeper()->ask(
            this, [](const Archive& archive) { return archive.machines(); },
            [this](const Result<std::vector<std::string>>& machines) {
                if (!machines)
                    return;
                const QString typed = m_machine->currentText();
                m_machine->clear();
                for (const std::string& machine : *machines)
                    m_machine->addItem(QString::fromStdString(machine));
                m_machine->setCurrentIndex(-1);
                m_machine->setEditText(typed);
            });
}

void NewJob::make() {
    if (!m_make->isEnabled()) // one is being made
        return;
    const QString name = m_name->text().trimmed(), machine = m_machine->currentText().trimmed();
    if (name.isEmpty()) {
        emit message(tr("A new job needs a name, nothing else."));
        m_name->setFocus();
        return;
    }
    if (!m_model.keeper()) {
        emit message(tr("Open an archive first: there is nowhere to keep a job."));
        return;
    }
    m_make->setEnabled(false);
    m_model.keeper()->ask(
        this,
        [name = name.toStdString(), machine = machine.toStdString()](Archive& archive) {
            return archive.createJob(name, machine);
        },
        [this](const Result<std::string>& id) {
            m_make->setEnabled(true);
            if (!id) {
                emit message(errorAtPlace(id.error()));
                return;
            }
            m_name->clear();
            m_machine->setEditText({});
            hide();
            emit made(QString::fromStdString(*id));
        });
}

void NewJob::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        hide();
    else
        QFrame::keyPressEvent(event);
}

} // namespace jr::app
