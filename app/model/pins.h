// SPDX-License-Identifier: GPL-3.0-or-later
// What was tried and pinned on Figure in the open job. An answer that is pinned becomes a setup on Ask with its change
// and its prediction; when pulls of it are in, it is graded, and what the grades tell of this machine is learnt.
#pragma once

#include "app/model/job_model.h"
#include "archive/formats/figure_sheet.h"
#include "core/figure/inputs.h"
#include "core/figure/predict/prediction.h"

#include <QObject>

namespace jr::app {

/// What a page would have pinned, as it stands now.
struct PinOffer {
    QString setupName; ///< "pipe 948 mm"
    std::vector<SetupChange> changes;
    PredictedQuantity quantity = PredictedQuantity::PeakSpeed;
    Ranged predicted;
    std::string constant;
    double perConstant = 0.;
    std::string mark; ///< of a time on the road
};

class Pins : public QObject {
    Q_OBJECT
public:
    explicit Pins(JobModel& model, QObject* parent = nullptr);

    FigureSheet sheet() const;
    /// Noted by the program itself, no step of undo.
    void keepInputs(const std::string& page, const FigureInputs& inputs);
    /// A setup come from `parentId`, and the prediction with it; `then` hears the setup's id.
    void pin(const std::string& page, const std::string& parentId, const PinOffer& offer,
             std::function<void(const std::string& setupId)> then = {});
    /// The prediction is forgotten; its setup stays.
    void unpin(const std::string& id);
    /// Setups whose pulls grade something.
    std::vector<std::string> setups() const;

    /// What the pulls say of each prediction, as worked out last.
    void setGrades(std::map<std::string, Grade> grades);
    const std::map<std::string, Grade>& grades() const { return m_grades; }
    /// This machine's own constant of a name, from graded pulls of this job.
    std::optional<OwnConstant> own(const std::string& constant) const;

signals:
    void changed();

private:
    JobModel& m_model;
    std::map<std::string, Grade> m_grades;
};

} // namespace jr::app
