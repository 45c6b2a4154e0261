// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/header_line.h"

#include "app/model/display_units.h"
#include "app/widgets/chart_words.h"
#include "app/widgets/method_link.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/words.h"

#include <QAction>
#include <QComboBox>
#include <QHBoxLayout>
#include <QToolButton>

#include <cmath>

namespace jr::app {

HeaderLine::HeaderLine(Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* layout = new WrappingRow(this);
    layout->setContentsMargins(14, 6, 10, 6);
    layout->setSpacing(7);
    m_job = new Words;
    m_job->setProperty("strong", true);
    m_job->setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Preferred);
    layout->addWidget(m_job);
    m_keeping = new Words(tr("reading and keeping…"));
    m_keeping->setProperty("muted", true);
    m_keeping->hide();
    layout->addWidget(m_keeping);
    m_keepingTimer.setSingleShot(true);
    m_keepingTimer.setInterval(600); // quicker than that nobody needs to be told
    connect(&m_keepingTimer, &QTimer::timeout, m_keeping, &QWidget::show);
    layout->addStretch();
    m_air = new MarkedWords;
    m_air->setProperty("muted", true);
    followMethodWords(m_air);
    m_air->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    layout->addWidget(m_air);
    const auto box = [&](const QString& name, const QString& help) {
        auto* b = new QComboBox;
        b->setAccessibleName(name);
        b->setToolTip(plainTip(help));
        b->setSizeAdjustPolicy(QComboBox::AdjustToContents);
        layout->addWidget(b);
        return b;
    };
    m_standard = box(tr("Correction standard"), tr("Correction standard, always for both sides (Alt+S)"));
    for (const Standard& s : allStandards())
        m_standard->addItem(DisplayUnits::word(s.label), QString::fromUtf8(s.id.data()));
    m_units = box(tr("Units"), tr("Units (Alt+U)"));
    for (const DisplayUnits& u : DisplayUnits::choices())
        m_units->addItem(u.label());
    m_detail = box(
        tr("Detail"),
        tr("Detail: features narrower than this cannot be seen; the same for every pull. Below: what curves run over "
           "(Alt+D)"));

    const auto button = [&](const QString& name) {
        auto* b = new QToolButton;
        b->setAccessibleName(name);
        layout->addWidget(b);
        return b;
    };
    m_find = button(tr("Find anything"));
    m_find->setToolTip(tr("Find a place, a button or a chapter (Ctrl+K); F1 is the manual"));
    connect(m_find, &QToolButton::clicked, this, &HeaderLine::findWanted);
    m_undo = button(tr("Undo"));
    m_redo = button(tr("Redo"));
    QAction* undo = model.undoStack().createUndoAction(this, tr("Undo"));
    QAction* redo = model.undoStack().createRedoAction(this, tr("Redo"));
    undo->setShortcut(QKeySequence::Undo);
    redo->setShortcut(QKeySequence::Redo);
    m_undo->setDefaultAction(undo);
    m_redo->setDefaultAction(redo);
    m_night = button(tr("Day or night"));
    m_night->setToolTip(tr("Day or night (F9)"));

    const auto focusBy = [this](const char* key, QWidget* target) {
        auto* action = new QAction(this);
        action->setShortcut(QKeySequence(QLatin1String(key)));
        addAction(action);
        connect(action, &QAction::triggered, target, [target] { target->setFocus(Qt::ShortcutFocusReason); });
    };
    focusBy("Alt+S", m_standard);
    focusBy("Alt+U", m_units);
    focusBy("Alt+D", m_detail);
    connect(m_standard, &QComboBox::activated, this,
            [this](int i) { m_model.compare().setStandard(m_standard->itemData(i).toString().toStdString()); });
    connect(m_units, &QComboBox::activated, this, [this](int i) {
        m_model.setUnitsChoice(i);
        m_model.units().keepPowerTorqueRoad();
    });
    connect(m_detail, &QComboBox::activated, this, [this](int i) {
        const QVariant chosen = m_detail->itemData(i);
        if (const auto axis = parseAxis(chosen.toString().toStdString()))
            m_model.compare().setAxis(axis);
        else
            m_model.compare().setDetail(chosen.toDouble());
    });
    connect(m_night, &QToolButton::clicked, &m_theme, &Theme::toggle);
    connect(&m_model.answers(), &JobStudy::changed, this, &HeaderLine::refresh);
    for (auto signal : {&JobModel::jobChanged, &JobModel::unitsChanged, &JobModel::pullsChanged})
        connect(&m_model, signal, this, &HeaderLine::refresh);
    connect(&m_theme, &Theme::changed, this, &HeaderLine::refresh);
    refresh();
}

void HeaderLine::setKeeping(bool keeping) {
    if (keeping) {
        m_keepingTimer.start();
    } else {
        m_keepingTimer.stop();
        m_keeping->hide();
    }
}

void HeaderLine::fillDetail() {
    m_detail->clear();
    const bool automatic = m_model.compare().detail() <= 0.;
    const double inForce = m_model.hasJob() && !m_model.pulls().empty() ? m_model.answers().detail() : 0.;
    const CurveAxis axis = m_model.answers().axis();
    const auto words = [&](double detail) {
        return QString::fromStdString(detailText(detail, axis, m_model.units().wording()));
    };
    m_detail->addItem(automatic && inForce > 0. ? tr("detail %1, auto").arg(words(inForce)) : tr("detail auto"), 0.);
    for (double steps : {1.2, 1.6, 2., 3., 4., 6., 8., 12.}) // of the grid: 60 to 600 rpm
        m_detail->addItem(tr("detail %1").arg(words(steps * usualStep(axis))), steps * usualStep(axis));
    if (m_model.answers().roadKnown()) {
        const CurveAxis other = axis == CurveAxis::EngineSpeed ? CurveAxis::RoadSpeed : CurveAxis::EngineSpeed;
        m_detail->insertSeparator(m_detail->count());
        m_detail->addItem(other == CurveAxis::RoadSpeed ? tr("over road speed") : tr("over engine speed"),
                          QString::fromUtf8(axisText(other).data()));
    }
    const int at = m_detail->findData(m_model.compare().detail());
    m_detail->setCurrentIndex(automatic ? 0 : at >= 0 ? at : 0);
}

void HeaderLine::refresh() {
    const JobRecord& job = m_model.job();
    const QString full =
        m_model.hasJob()
            ? QString::fromStdString(job.name) +
                  (job.machine.empty() ? QString() : QStringLiteral("  ·  ") + QString::fromStdString(job.machine))
            : tr("Jolly Ram");
    constexpr int kJobWide = 330; // px; the whole of it stands in the tip
    m_job->setText(m_job->fontMetrics().elidedText(full, Qt::ElideRight, kJobWide));
    m_job->setToolTip(plainTip(full));
    m_standard->setCurrentIndex(m_standard->findData(QString::fromStdString(m_model.compare().now().standard)));
    const int usual = static_cast<int>(DisplayUnits::choices().size());
    while (m_units->count() > usual)
        m_units->removeItem(usual);
    if (m_model.unitsChoice() < 0) // a mixture of one's own, out of the settings
        m_units->addItem(m_model.units().label());
    m_units->setCurrentIndex(m_model.unitsChoice() < 0 ? usual : m_model.unitsChoice());
    fillDetail();
    const QString air = airText(m_model);
    m_air->clear(); // the same words in another light are laid out anew
    m_air->set(air.isEmpty() ? Markup(m_model.hasJob() && !m_model.pulls().empty() ? tr("air unknown") : QString())
                             : Markup(tr("air %1").arg(air)) + methodWord(QStringLiteral("Air and standards")));
    m_find->setIcon(m_theme.icon(QStringLiteral("search")));
    m_night->setIcon(m_theme.icon(m_theme.night() ? QStringLiteral("sun") : QStringLiteral("moon")));
    m_undo->defaultAction()->setIcon(m_theme.icon(QStringLiteral("undo-2")));
    m_redo->defaultAction()->setIcon(m_theme.icon(QStringLiteral("redo-2")));
}

} // namespace jr::app
