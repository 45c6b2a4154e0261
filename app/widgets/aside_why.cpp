// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/aside_why.h"

#include <QCoreApplication>

namespace jr::app {

void askWhyAside(QWidget* over, TextAnswer then) {
    const auto tr = [](const char* text) { return QCoreApplication::translate("AsideWhy", text); };
    const QStringList reasons = {tr("warm-up pull"),
                                 tr("the tyre slipped on the roller"),
                                 tr("wrong gear"),
                                 tr("throttle not held open"),
                                 tr("something was put in wrongly"),
                                 tr("fuel was low"),
                                 tr("too hot"),
                                 tr("too cold")};
    askToChoose(over, tr("Set pull aside"), tr("Why? It is kept, shown hatched, and not counted."), reasons, 1, true,
                std::move(then));
}

} // namespace jr::app
