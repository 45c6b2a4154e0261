// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/base_again.h"

#include <QCoreApplication>

namespace jr::app {

void askWhyBaseAgain(QWidget* over, TextAnswer then) {
    const auto tr = [](const char* text) { return QCoreApplication::translate("BaseAgain", text); };
    const QStringList reasons = {tr("a part had been put in wrongly"),   tr("a leak was found and closed"),
                                 tr("valves or timing were set"),        tr("plug, oil or filter was renewed"),
                                 tr("clutch, belt or tyre was renewed"), tr("the bench was calibrated anew")};
    askToChoose(over, tr("Base again, because…"),
                tr("What was done? From the next pull on the base is a new one; the old one stays."), reasons, 0, true,
                std::move(then));
}

} // namespace jr::app
