// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/stop_words.h"

#include <QCoreApplication>
#include <QStringList>

namespace jr::app {
namespace {

QString tr(const char* words) {
    return QCoreApplication::translate("StopWords", words);
}

QString byHand() {
    return tr("shut the throttle, kill switch");
}

QString cutWords(const StopStatus& s) {
    switch (s.cut) {
    case OrderState::Asked:
        return s.waitingS > OrderOptions{}.complainS
                   ? tr("cutting… no answer from the bench for %1 s: %2").arg(s.waitingS, 0, 'f', 0).arg(byHand())
                   : tr("cutting…");
    case OrderState::Answered:
        return tr("cut, answered by the bench");
    case OrderState::Refused:
        return tr("the bench refused to cut (%1): %2").arg(QString::fromStdString(s.refusedWhy), byHand());
    case OrderState::NotAsked:
        break;
    }
    return tr("this bench cannot cut: %1").arg(byHand());
}

QString loadWords(const StopStatus& s) {
    switch (s.release) {
    case OrderState::NotAsked:
        return s.hasBrake ? tr("the load stays on until the engine is no longer fed") : QString();
    case OrderState::Asked:
        return s.hasBrake ? tr("letting go of the load…") : QString();
    case OrderState::Answered:
        return s.hasBrake ? tr("load off, answered by the bench") : QString();
    case OrderState::Refused:
        return tr("the bench refused to let go of the load");
    }
    return {};
}

} // namespace

QString stopButtonWords(const StopStatus& s) {
    if (s.latched)
        return tr("STOP again  (Esc)");
    if (s.canCut)
        return s.hasBrake ? tr("STOP: cut the engine,\nthen unload  (Esc)") : tr("STOP: cut the engine  (Esc)");
    if (s.canListen && s.hasBrake)
        return tr("STOP: unload the brake  (Esc)\nIt cannot cut: kill switch");
    return tr("Kill switch! Nothing here\ncan stop it  (Esc)");
}

QString stopBannerWords(const StopStatus& s, const Wording& reader) {
    if (!s.latched)
        return {};
    QStringList words;
    if (s.notSent)
        words << tr("NOT SENT, there is no line to the bench: %1").arg(byHand());
    else
        words << cutWords(s) << loadWords(s);
    words.removeAll(QString());
    const QString how = words.join(QStringLiteral("; "));
    return s.reason.empty() ? tr("STOP: %1.").arg(how)
                            : tr("STOP, %1: %2.").arg(QString::fromStdString(said(s.reason, reader)), how);
}

} // namespace jr::app
