// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/round_page.h"

#include "app/model/display_units.h"
#include "app/widgets/clear_layout.h"
#include "app/widgets/same_focus.h"
#include "app/widgets/scrolled.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/road_sheet.h"

#include <QCheckBox>
#include <QDateTime>
#include <QHBoxLayout>
#include <QLineEdit>

namespace jr::app {

RoundPage::RoundPage(const Theme&, JobModel& model, QWidget* parent) : QWidget(parent), m_model(model) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(14, 8, 14, 10);
    down->setSpacing(10);
    m_state = new Words;
    m_state->setProperty("headline", true);
    m_state->setAccessibleName(tr("How far the round is"));
    down->addWidget(m_state);
    auto* sides = new QWidget;
    auto* across = new QHBoxLayout(sides);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(14);
    for (int side = 0; side < 2; ++side) {
        auto* card = new QFrame;
        card->setProperty("card", true);
        auto* inside = new QVBoxLayout(card);
        inside->setContentsMargins(16, 12, 16, 12);
        auto* head = new Words(side == 0 ? tr("Place and people") : tr("The machine"));
        head->setProperty("strong", true);
        inside->addWidget(head);
        m_sides[side] = new QVBoxLayout;
        m_sides[side]->setSpacing(8);
        inside->addLayout(m_sides[side]);
        inside->addStretch(1);
        across->addWidget(card, 1);
    }
    down->addWidget(scrolled(sides), 1);
    QStringList cautions;
    for (const std::string& one : roadCautions())
        cautions << DisplayUnits::word(one);
    auto* said = new Words(cautions.join(QLatin1Char('\n')));
    said->setWordWrap(true);
    said->setProperty("caution", true);
    down->addWidget(said);
}

WalkRound RoundPage::round() const {
    WalkRound kept = walkRoundOf(m_model.sheet(sheet_kind::roadRound));
    if (kept.lines.empty())
        kept = roadRound();
    return roundOn(m_today().toString(Qt::ISODate).toStdString(), std::move(kept));
}

void RoundPage::change(const std::string& key, const QString& what, const std::function<void(WalkLine&)>& set) {
    if (!m_model.hasJob())
        return;
    WalkRound now = round();
    for (WalkLine& line : now.lines)
        if (line.key == key) {
            set(line);
            line.when = QDateTime(m_today(), QTime::currentTime()).toString(Qt::ISODate).toStdString();
        }
    m_model.setSheet(sheet_kind::roadRound, sheetBody(now), what);
}

void RoundPage::tick(const std::string& key, bool on) {
    change(key, tr("tick a line before riding"), [&](WalkLine& line) { line.ticked = on; });
}

void RoundPage::giveReason(const std::string& key, const QString& reason) {
    change(key, tr("say why a line is not ticked"),
           [&](WalkLine& line) { line.reason = reason.trimmed().toStdString(); });
}

QWidget* RoundPage::lineWidget(const WalkLine& line) {
    auto* widget = new QWidget;
    auto* down = new QVBoxLayout(widget);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(2);
    auto* box = new QCheckBox;
    const QString said = DisplayUnits::word(line.words);
    box->setAccessibleName(said);
    box->setChecked(line.ticked);
    box->setObjectName(QString::fromStdString(line.key));
    auto* words = new Words(said);
    words->setWordWrap(true);
    auto* across = new QHBoxLayout;
    across->addWidget(box, 0, Qt::AlignTop);
    across->addWidget(words, 1);
    down->addLayout(across);
    connect(box, &QCheckBox::clicked, this, [this, key = line.key](bool on) { tick(key, on); });
    if (!line.ticked) {
        auto* why = new QLineEdit(QString::fromStdString(line.reason));
        why->setPlaceholderText(tr("or: why not"));
        why->setAccessibleName(tr("Why not: %1").arg(said));
        why->setObjectName(QString::fromStdString(line.key) + QStringLiteral("_why"));
        down->addWidget(why);
        connect(why, &QLineEdit::editingFinished, this, [this, why, key = line.key, was = line.reason] {
            if (why->text().trimmed().toStdString() != was)
                giveReason(key, why->text());
        });
    }
    return widget;
}

void RoundPage::refresh() {
    const SameFocus kept(this);
    for (QVBoxLayout* side : m_sides)
        clearLayout(side);
    const WalkRound now = round();
    for (const WalkLine& line : now.lines)
        m_sides[line.area == WalkArea::Machine ? 1 : 0]->addWidget(lineWidget(line));
    const WalkState state = walkState(now);
    m_state->setText(state.clear()
                         ? tr("All %1 lines before riding are settled").arg(state.all)
                         : tr("%1 of %2 lines before riding are open").arg(state.missingSafety.size()).arg(state.all));
}

bool RoundPage::clear() const {
    return walkState(round()).clear();
}

QString RoundPage::stateWords() const {
    return m_state->text();
}

} // namespace jr::app
