// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/charts/chart_account.h"

#include <QAccessibleWidget>
#include <QCoreApplication>
#include <QLocale>
#include <qcustomplot.h>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

QString tr(const char* words) {
    return QCoreApplication::translate("ChartAccount", words);
}

/// A line is told at its ends and at places between.
QString lineAt(const QCPGraph& graph) {
    constexpr int kPlaces = 5;
    QStringList out;
    const auto& data = *graph.data();
    const int step = std::max(1, (data.size() - 1) / (kPlaces - 1));
    for (int i = 0; i < data.size(); i += step) {
        const auto point = data.at(i);
        if (std::isfinite(point->value))
            out << tr("%1 at %2").arg(QLocale().toString(point->value, 'g', 4), QLocale().toString(point->key, 'g', 5));
    }
    return out.join(QStringLiteral(", "));
}

class AccountedChart : public QAccessibleWidget {
public:
    explicit AccountedChart(QCustomPlot* plot) : QAccessibleWidget(plot, QAccessible::Chart) {}
    QString text(QAccessible::Text what) const override {
        const QString own = QAccessibleWidget::text(what);
        if (what != QAccessible::Description)
            return own;
        const QString account = chartAccount(*static_cast<const QCustomPlot*>(widget()));
        return own.isEmpty() ? account : own + QLatin1Char('\n') + account;
    }
};

QAccessibleInterface* made(const QString& className, QObject* object) {
    auto* plot = className == QLatin1String("QCustomPlot") ? qobject_cast<QCustomPlot*>(object) : nullptr;
    return plot ? new AccountedChart(plot) : nullptr;
}

} // namespace

QString chartAccount(const QCustomPlot& plot) {
    QStringList out;
    for (const QCPAxisRect* rect : plot.axisRects())
        for (const QCPAxis* axis : rect->axes())
            if (axis->visible() && !axis->label().isEmpty())
                out << axis->label();
    for (int i = 0; i < plot.itemCount(); ++i)
        if (const auto* text = qobject_cast<const QCPItemText*>(plot.item(i)); text && !text->text().isEmpty())
            out << text->text();
    constexpr int kMostLines = 6; // more is not listened to
    int told = 0;
    for (int i = 0; i < plot.graphCount() && told < kMostLines; ++i) {
        const QCPGraph* graph = plot.graph(i);
        if (!graph->visible() || graph->data()->size() < 2)
            continue;
        ++told;
        const QString name = graph->name().startsWith(QLatin1String("Graph ")) || graph->name().isEmpty()
                                 ? tr("Line %1").arg(told)
                                 : graph->name();
        out << QStringLiteral("%1: %2").arg(name, lineAt(*graph));
    }
    return out.join(QStringLiteral(". "));
}

void giveChartsAccounts() {
    static const bool once = [] {
        QAccessible::installFactory(made);
        return true;
    }();
    (void)once;
}

} // namespace jr::app
