// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/pins.h"

#include <QDateTime>
#include <QUuid>

#include <algorithm>

namespace jr::app {

Pins::Pins(JobModel& model, QObject* parent) : QObject(parent), m_model(model) {
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::figure))
            emit changed();
    });
    connect(&model, &JobModel::jobChanged, this, [this] {
        m_grades.clear();
        emit changed();
    });
}

FigureSheet Pins::sheet() const {
    return m_model.hasJob() ? figureSheetOf(m_model.sheet(sheet_kind::figure)) : FigureSheet{};
}

void Pins::keepInputs(const std::string& page, const FigureInputs& inputs) {
    if (!m_model.hasJob())
        return;
    FigureSheet sheet = this->sheet();
    std::map<std::string, KeptInput> kept;
    for (const auto& [key, input] : inputs.hand())
        kept[key] = {input.value.value, std::string(originId(input.origin))};
    if (sheet.pages[page] == kept)
        return;
    sheet.pages[page] = std::move(kept);
    m_model.noteSheet(sheet_kind::figure, sheetBody(sheet));
}

void Pins::pin(const std::string& page, const std::string& parentId, const PinOffer& offer,
               std::function<void(const std::string&)> then) {
    Prediction made;
    made.id = QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
    made.page = page;
    made.quantity = offer.quantity;
    made.predicted = offer.predicted;
    made.constant = offer.constant;
    made.perConstant = offer.perConstant;
    made.mark = offer.mark;
    made.madeAt = QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
    m_model.addSetup(offer.setupName, parentId, offer.changes,
                     [this, made, then = std::move(then)](const std::string& setupId) mutable {
                         made.setupId = setupId;
                         FigureSheet sheet = this->sheet();
                         sheet.pins.push_back(made);
                         m_model.setSheet(sheet_kind::figure, sheetBody(sheet), tr("pin a prediction"));
                         if (then)
                             then(setupId);
                     });
}

void Pins::unpin(const std::string& id) {
    FigureSheet sheet = this->sheet();
    std::erase_if(sheet.pins, [&](const Prediction& p) { return p.id == id; });
    m_model.setSheet(sheet_kind::figure, sheetBody(sheet), tr("take a prediction off"));
}

std::vector<std::string> Pins::setups() const {
    std::vector<std::string> out;
    for (const Prediction& p : sheet().pins)
        if (std::find(out.begin(), out.end(), p.setupId) == out.end())
            out.push_back(p.setupId);
    return out;
}

void Pins::setGrades(std::map<std::string, Grade> grades) {
    m_grades = std::move(grades);
}

std::optional<OwnConstant> Pins::own(const std::string& constant) const {
    std::vector<double> implied;
    for (const Prediction& p : sheet().pins)
        if (p.constant == constant)
            if (const auto grade = m_grades.find(p.id); grade != m_grades.end() && grade->second.impliedConstant)
                implied.push_back(*grade->second.impliedConstant);
    return ownConstant(implied);
}

} // namespace jr::app
