// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/chart_words.h"

namespace jr::app {

QString setupNameOf(const JobModel& model, const std::string& id) {
    const SetupRecord* s = model.job().setup(id);
    return s ? QString::fromStdString(s->name) : QString();
}

int setupMarkOf(const JobModel& model, const std::string& id) {
    const SetupRecord* s = model.job().setup(id);
    return s ? s->mark : 0;
}

QString airText(const JobModel& model) {
    double temp = 0., pressure = 0., humidity = 0.;
    int n = 0;
    const auto add = [&](int i) {
        if (const auto air = model.pulls()[static_cast<std::size_t>(i)].trace->header.air()) {
            temp += air->tempC;
            pressure += air->pressurePa / 100.;
            humidity += air->humidity * 100.;
            ++n;
        }
    };
    for (bool base : {true, false})
        for (int i : model.sidePulls(base))
            add(i);
    // Where none counts yet (a warm-up, the first one set aside) the air is that of the pull that is looked at.
    if (n == 0 && model.currentPull() >= 0 && model.currentPull() < static_cast<int>(model.pulls().size()))
        add(model.currentPull());
    if (n == 0)
        return {};
    const DisplayUnits& u = model.units();
    constexpr double kPaPerHpa = 100.;
    return QObject::tr("%1 · %2 · %3 % humid")
        .arg(u.measured(temp / n, Measured::Temperature, 1),
             u.measured(kPaPerHpa * pressure / n, Measured::AirPressure), QLocale().toString(humidity / n, 'f', 0));
}

QString comparisonNote(const JobModel& model) {
    if (!model.answers().comparison())
        return {};
    const Comparison& c = *model.answers().comparison();
    QString note =
        QObject::tr("%1 · detail %2 · %3 + %4 pulls")
            .arg(QString::fromUtf8(c.standard->label.data()),
                 QString::fromStdString(detailText(c.detail.whole, c.detail.finest(), c.axis, model.units().wording())),
                 QString::number(c.base.pulls), QString::number(c.with.pulls));
    const QString air = airText(model);
    return air.isEmpty() ? note : note + QStringLiteral(" · ") + air;
}

} // namespace jr::app
