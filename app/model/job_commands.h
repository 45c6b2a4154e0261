// SPDX-License-Identifier: GPL-3.0-or-later
// Changes to data, each able to go back.
#pragma once

#include "app/model/job_model.h"

#include <QUndoCommand>

namespace jr::app {

class AsideCommand : public QUndoCommand {
public:
    AsideCommand(JobModel& model, const PullRecord& pull, bool aside, std::string why)
        : QUndoCommand(aside ? QObject::tr("set pull %1 aside").arg(pull.number)
                             : QObject::tr("count pull %1 again").arg(pull.number)),
          m_model(model), m_id(pull.id), m_was(pull.aside), m_whyWas(pull.asideWhy), m_aside(aside),
          m_why(std::move(why)) {}
    void redo() override { m_model.applyAside(m_id, m_aside, m_why); }
    void undo() override { m_model.applyAside(m_id, m_was, m_whyWas); }

private:
    JobModel& m_model;
    std::string m_id;
    bool m_was;
    std::string m_whyWas;
    bool m_aside;
    std::string m_why;
};

class OverruleCommand : public QUndoCommand {
public:
    OverruleCommand(JobModel& model, const PullRecord& pull, std::vector<FlagOverrule> after)
        : QUndoCommand(QObject::tr("overrule a flag of pull %1").arg(pull.number)), m_model(model), m_id(pull.id),
          m_before(pull.overrules), m_after(std::move(after)) {}
    void redo() override { m_model.applyOverrules(m_id, m_after); }
    void undo() override { m_model.applyOverrules(m_id, m_before); }

private:
    JobModel& m_model;
    std::string m_id;
    std::vector<FlagOverrule> m_before, m_after;
};

class SetupCommand : public QUndoCommand {
public:
    SetupCommand(JobModel& model, const SetupRecord& setup, std::string parent, std::vector<SetupChange> changes)
        : QUndoCommand(QObject::tr("change what %1 is").arg(QString::fromStdString(setup.name))), m_model(model),
          m_id(setup.id), m_parentBefore(setup.parentId), m_parentAfter(std::move(parent)), m_before(setup.changes),
          m_after(std::move(changes)) {}
    void redo() override { m_model.applySetup(m_id, m_parentAfter, m_after); }
    void undo() override { m_model.applySetup(m_id, m_parentBefore, m_before); }

private:
    JobModel& m_model;
    std::string m_id, m_parentBefore, m_parentAfter;
    std::vector<SetupChange> m_before, m_after;
};

class NameCommand : public QUndoCommand {
public:
    NameCommand(JobModel& model, std::string name, std::string machine)
        : QUndoCommand(QObject::tr("name the job")), m_model(model), m_nameBefore(model.job().name),
          m_machineBefore(model.job().machine), m_name(std::move(name)), m_machine(std::move(machine)) {}
    void redo() override { m_model.applyNames(m_name, m_machine); }
    void undo() override { m_model.applyNames(m_nameBefore, m_machineBefore); }

private:
    JobModel& m_model;
    std::string m_nameBefore, m_machineBefore, m_name, m_machine;
};

class RenameSetupCommand : public QUndoCommand {
public:
    RenameSetupCommand(JobModel& model, const SetupRecord& setup, std::string name)
        : QUndoCommand(QObject::tr("rename %1").arg(QString::fromStdString(setup.name))), m_model(model),
          m_id(setup.id), m_before(setup.name), m_after(std::move(name)) {}
    void redo() override { m_model.applySetupName(m_id, m_after); }
    void undo() override { m_model.applySetupName(m_id, m_before); }

private:
    JobModel& m_model;
    std::string m_id, m_before, m_after;
};

class RemoveSetupCommand : public QUndoCommand {
public:
    RemoveSetupCommand(JobModel& model, SetupRecord setup)
        : QUndoCommand(QObject::tr("take %1 away").arg(QString::fromStdString(setup.name))), m_model(model),
          m_setup(std::move(setup)) {}
    void redo() override { m_model.applySetupThere(m_setup, false); }
    void undo() override { m_model.applySetupThere(m_setup, true); }

private:
    JobModel& m_model;
    SetupRecord m_setup;
};

class SheetCommand : public QUndoCommand {
public:
    SheetCommand(JobModel& model, std::string kind, std::string before, std::string after, const QString& what)
        : QUndoCommand(what), m_model(model), m_kind(std::move(kind)), m_before(std::move(before)),
          m_after(std::move(after)) {}
    void redo() override { m_model.applySheet(m_kind, m_after); }
    void undo() override { m_model.applySheet(m_kind, m_before); }

private:
    JobModel& m_model;
    std::string m_kind, m_before, m_after;
};

class DetachCommand : public QUndoCommand {
public:
    DetachCommand(JobModel& model, AttachmentRecord attachment)
        : QUndoCommand(QObject::tr("take a note away")), m_model(model), m_attachment(std::move(attachment)) {}
    void redo() override { m_model.applyAttachment(m_attachment, false); }
    void undo() override { m_model.applyAttachment(m_attachment, true); }

private:
    JobModel& m_model;
    AttachmentRecord m_attachment;
};

class MoveCommand : public QUndoCommand {
public:
    MoveCommand(JobModel& model, const PullRecord& pull, std::string setupId)
        : QUndoCommand(QObject::tr("move pull %1 to another setup").arg(pull.number)), m_model(model), m_id(pull.id),
          m_before(pull.setupId), m_after(std::move(setupId)) {}
    void redo() override { m_model.applyMove(m_id, m_after); }
    void undo() override { m_model.applyMove(m_id, m_before); }

private:
    JobModel& m_model;
    std::string m_id, m_before, m_after;
};

} // namespace jr::app
