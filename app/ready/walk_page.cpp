// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/walk_page.h"

#include "app/widgets/clear_layout.h"
#include "app/widgets/same_focus.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/plural.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDateTime>
#include <QGridLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSettings>
#include <QToolButton>
#include <QVBoxLayout>

#include <functional>

namespace jr::app {
namespace {

QString numberText(const std::optional<double>& v) {
    return v ? QLocale().toString(*v, 'g', 6) : QString();
}

std::optional<double> numberOf(const QString& text) {
    bool good = false;
    const double v = QLocale().toDouble(text.trimmed(), &good);
    return good ? std::optional(v) : std::nullopt;
}

QString windowText(const WalkLine& line) {
    const QString unit = QString::fromStdString(line.unit);
    if (line.low && line.high)
        return WalkPage::tr("%1 to %2 %3").arg(numberText(line.low), numberText(line.high), unit);
    if (line.low)
        return WalkPage::tr("from %1 %2").arg(numberText(line.low), unit);
    if (line.high)
        return WalkPage::tr("up to %1 %2").arg(numberText(line.high), unit);
    return unit;
}

} // namespace

WalkPage::WalkPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_job(job), m_bench(bench) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 6, 14, 8);
    across->setSpacing(12);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inner = new QWidget;
    auto* grid = new QGridLayout(inner);
    grid->setContentsMargins(0, 0, 8, 0);
    grid->setSpacing(10);
    for (int a = 0; a < 4; ++a) {
        auto* card = new QFrame;
        card->setProperty("card", true);
        auto* down = new QVBoxLayout(card);
        down->setContentsMargins(12, 8, 10, 8);
        down->setSpacing(3);
        QString words = DisplayUnits::word(walkAreaText(static_cast<WalkArea>(a)));
        words[0] = words[0].toUpper();
        auto* title = new Words(QString::number(a + 1) + QStringLiteral("  ") + words);
        title->setProperty("strong", true);
        down->addWidget(title);
        m_areas[a] = new QVBoxLayout;
        m_areas[a]->setSpacing(3);
        down->addLayout(m_areas[a]);
        down->addStretch(1);
        grid->addWidget(card, a / 2, a % 2);
    }
    grid->setColumnStretch(0, 1);
    grid->setColumnStretch(1, 1);
    scroll->setWidget(inner);
    across->addWidget(scroll, 1);

    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(300);
    auto* down = new QVBoxLayout(side);
    down->setContentsMargins(14, 10, 14, 10);
    m_state = new Words;
    m_state->setProperty("headline", true);
    m_state->setWordWrap(true);
    down->addWidget(m_state);
    m_who = new QLineEdit(QSettings().value(QStringLiteral("who")).toString());
    m_who->setPlaceholderText(tr("who walks round"));
    m_who->setAccessibleName(tr("Who walks round"));
    connect(m_who, &QLineEdit::editingFinished, this,
            [this] { QSettings().setValue(QStringLiteral("who"), m_who->text().trimmed()); });
    down->addWidget(m_who);
    auto* sayScroll = new QScrollArea;
    sayScroll->setWidgetResizable(true);
    sayScroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* sayInner = new QWidget;
    m_said = new QVBoxLayout(sayInner);
    m_said->setContentsMargins(0, 0, 6, 0);
    sayScroll->setWidget(sayInner);
    down->addWidget(sayScroll, 1);
    m_adding = new QWidget;
    auto* adding = new QVBoxLayout(m_adding);
    adding->setContentsMargins(0, 0, 0, 0);
    m_newWords = new QLineEdit;
    m_newWords->setPlaceholderText(tr("a line of your own"));
    m_newWords->setAccessibleName(tr("Words of a new line"));
    m_newArea = new QComboBox;
    for (int a = 0; a < 4; ++a)
        m_newArea->addItem(DisplayUnits::word(walkAreaText(static_cast<WalkArea>(a))));
    m_newArea->setAccessibleName(tr("Where it belongs"));
    m_newSafety = new QCheckBox(tr("a safety line"));
    auto* add = new QPushButton(tr("&Add it"));
    adding->addWidget(m_newWords);
    adding->addWidget(m_newArea);
    auto* addRow = new WrappingRow;
    addRow->addWidget(m_newSafety);
    addRow->addStretch();
    addRow->addWidget(add);
    adding->addLayout(addRow);
    down->addWidget(m_adding);
    auto* row = new WrappingRow;
    m_rewrite = new QToolButton;
    m_rewrite->setText(tr("rewrite lines"));
    m_rewrite->setCheckable(true);
    m_rewrite->setProperty("switch", true);
    auto* afresh = new QPushButton(tr("New &round"));
    afresh->setToolTip(tr("The same lines, nothing ticked (can be undone)"));
    row->addWidget(m_rewrite);
    row->addStretch();
    row->addWidget(afresh);
    down->addLayout(row);
    across->addWidget(side);

    connect(m_rewrite, &QToolButton::toggled, this, &WalkPage::refresh);
    connect(afresh, &QPushButton::clicked, this, &WalkPage::startAfresh);
    connect(add, &QPushButton::clicked, this, &WalkPage::addLine);
    connect(m_newWords, &QLineEdit::returnPressed, this, &WalkPage::addLine);
    connect(&job, &JobModel::jobChanged, this, &WalkPage::refresh);
    connect(&job, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::walkRound) || kind == QLatin1String(sheet_kind::machine))
            QMetaObject::invokeMethod(this, &WalkPage::refresh, Qt::QueuedConnection);
    });
}

void WalkPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

QString WalkPage::stateWords() const {
    return m_state->text();
}

void WalkPage::change(const std::string& key, const QString& what, const std::function<void(WalkLine&)>& set) {
    WalkRound round = m_bench.sitting().walkRound();
    for (WalkLine& line : round.lines)
        if (line.key == key) {
            set(line);
            line.who = m_who->text().trimmed().toStdString();
            line.when = QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
        }
    m_bench.sitting().setWalkRound(round, what);
}

void WalkPage::tick(const std::string& key, bool on) {
    change(key, tr("tick a line"), [on](WalkLine& l) { l.ticked = on; });
}

void WalkPage::measure(const std::string& key, std::optional<double> value) {
    change(key, tr("write a measured value"), [value](WalkLine& l) {
        l.value = value;
        l.ticked = value.has_value() && !outsideWindow(l);
    });
    // What the pulls carry as well.
    if (key == header_key::tyrePressureKpa.key && value)
        m_bench.sitting().setKey(QLatin1String(key.data(), static_cast<qsizetype>(key.size())),
                                 QString::number(*value, 'g', 6));
}

void WalkPage::giveReason(const std::string& key, const QString& reason) {
    change(key, tr("give a reason"), [&](WalkLine& l) { l.reason = reason.trimmed().toStdString(); });
}

QWidget* WalkPage::lineWidget(const WalkLine& line) {
    auto* widget = new QWidget;
    auto* down = new QVBoxLayout(widget);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(2);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    const bool good = settled(line), outside = outsideWindow(line);
    auto* box = new QCheckBox;
    box->setChecked(line.ticked || (line.value && !outside));
    box->setAccessibleName(DisplayUnits::word(line.words));
    connect(box, &QCheckBox::toggled, this, [this, key = line.key](bool on) { tick(key, on); });
    row->addWidget(box);
    if (line.safety) {
        auto* shield = new Words;
        shield->setPixmap(
            m_theme.pixmap(QStringLiteral("shield-alert"), 16, good ? m_theme.tokens().muted : m_theme.tokens().amber));
        shield->setToolTip(tr("A safety line: tick it, or write why not"));
        row->addWidget(shield);
    }
    auto* words = new Words(DisplayUnits::word(line.words));
    words->setWordWrap(true);
    const bool early = line.afterFirstPull && m_bench.sitting().pullsToday() == 0;
    if (outside || (line.afterFirstPull && !early && !good))
        words->setProperty("caution", true);
    else if (early)
        words->setProperty("muted", true); // not its turn yet
    row->addWidget(words, 1);
    if (!line.unit.empty()) {
        auto* value = new QLineEdit(numberText(line.value));
        value->setFixedWidth(62);
        value->setAccessibleName(tr("%1, measured").arg(DisplayUnits::word(line.words)));
        connect(value, &QLineEdit::editingFinished, this, [this, key = line.key, value, was = line.value] {
            if (const auto now = numberOf(value->text()); now != was)
                measure(key, now);
        });
        row->addWidget(value);
        auto* window = new Words(windowText(line));
        window->setProperty("muted", true);
        window->setMinimumWidth(84);
        row->addWidget(window);
    }
    if (!line.who.empty() || !line.when.empty())
        widget->setToolTip(plainTip(
            tr("%1, %2").arg(line.who.empty() ? tr("nobody named") : QString::fromStdString(line.who),
                             QLocale().toString(QDateTime::fromString(QString::fromStdString(line.when), Qt::ISODate),
                                                QLocale::ShortFormat))));
    down->addLayout(row);
    // Where it leaks, or why a safety line stays open.
    const bool wantsPlace = outside || (!line.place.empty());
    const bool wantsReason = line.safety && (!good || !line.reason.empty());
    if (wantsPlace || wantsReason) {
        auto* more = new QHBoxLayout;
        more->setContentsMargins(26, 0, 0, 0);
        const auto edit = [&](const std::string& text, const QString& hint, std::string WalkLine::*member) {
            auto* e = new QLineEdit(QString::fromStdString(text));
            e->setPlaceholderText(hint);
            e->setAccessibleName(hint);
            connect(e, &QLineEdit::editingFinished, this, [this, key = line.key, e, member, hint, text] {
                if (const std::string now = e->text().trimmed().toStdString(); now != text)
                    change(key, hint, [&](WalkLine& l) { l.*member = now; });
            });
            more->addWidget(e);
        };
        if (wantsPlace)
            edit(line.place, tr("where"), &WalkLine::place);
        if (wantsReason)
            edit(line.reason, tr("or why not"), &WalkLine::reason);
        down->addLayout(more);
    }
    return widget;
}

QWidget* WalkPage::rewriteWidget(const WalkLine& line) {
    auto* widget = new QWidget;
    auto* row = new QHBoxLayout(widget);
    row->setContentsMargins(0, 0, 0, 0);
    const auto edit = [&](const QString& text, const QString& hint, int width,
                          const std::function<void(WalkLine&, const QString&)>& set) {
        auto* e = new QLineEdit(text);
        e->setPlaceholderText(hint);
        e->setAccessibleName(hint);
        if (width > 0)
            e->setFixedWidth(width);
        connect(e, &QLineEdit::editingFinished, this, [this, key = line.key, e, set, text] {
            if (e->text() != text) {
                change(key, tr("rewrite a line"), [&](WalkLine& l) { set(l, e->text().trimmed()); });
                m_bench.sitting().rememberLines();
            }
        });
        row->addWidget(e, width > 0 ? 0 : 1);
    };
    edit(DisplayUnits::word(line.words), tr("words"), 0,
         [](WalkLine& l, const QString& t) { l.words = t.toStdString(); });
    edit(numberText(line.low), tr("from"), 52, [](WalkLine& l, const QString& t) { l.low = numberOf(t); });
    edit(numberText(line.high), tr("to"), 52, [](WalkLine& l, const QString& t) { l.high = numberOf(t); });
    edit(QString::fromStdString(line.unit), tr("unit"), 48,
         [](WalkLine& l, const QString& t) { l.unit = t.toStdString(); });
    auto* away = new QToolButton;
    away->setText(QStringLiteral("×"));
    away->setAccessibleName(tr("Take this line out"));
    connect(away, &QToolButton::clicked, this, [this, key = line.key] {
        WalkRound round = m_bench.sitting().walkRound();
        std::erase_if(round.lines, [&](const WalkLine& l) { return l.key == key; });
        m_bench.sitting().setWalkRound(round, tr("take a line out"));
        m_bench.sitting().rememberLines();
    });
    row->addWidget(away);
    return widget;
}

void WalkPage::addLine() {
    const QString words = m_newWords->text().trimmed();
    if (words.isEmpty()) {
        m_newWords->setFocus();
        return;
    }
    WalkRound round = m_bench.sitting().walkRound();
    WalkLine line;
    line.words = words.toStdString();
    line.area = static_cast<WalkArea>(m_newArea->currentIndex());
    line.safety = m_newSafety->isChecked();
    for (int n = 1;; ++n) {
        line.key = "own-" + std::to_string(n);
        if (std::none_of(round.lines.begin(), round.lines.end(), [&](const WalkLine& l) { return l.key == line.key; }))
            break;
    }
    round.lines.push_back(line);
    m_newWords->clear();
    m_bench.sitting().setWalkRound(round, tr("add a line"));
    m_bench.sitting().rememberLines();
}

void WalkPage::startAfresh() {
    WalkRound round = m_bench.sitting().walkRound();
    for (WalkLine& l : round.lines) {
        l.ticked = false;
        l.value.reset();
        l.place.clear();
        l.reason.clear();
        l.who.clear();
        l.when.clear();
    }
    m_bench.sitting().setWalkRound(round, tr("begin a new round"));
}

void WalkPage::refresh() {
    if (!isVisible())
        return;
    setEnabled(m_job.hasJob());
    const WalkRound round = m_bench.sitting().walkRound();
    const SameFocus keyboard(this);
    for (QVBoxLayout* area : m_areas)
        clearLayout(area);
    for (const WalkLine& line : round.lines)
        m_areas[static_cast<int>(line.area)]->addWidget(m_rewrite->isChecked() ? rewriteWidget(line)
                                                                               : lineWidget(line));
    m_adding->setVisible(m_rewrite->isChecked());
    const WalkState state = m_bench.sitting().walkState();
    const QString day =
        QLocale().toString(QDate::fromString(QString::fromStdString(round.day), Qt::ISODate), QStringLiteral("d MMMM"));
    m_state->setText(
        !m_job.hasJob() ? tr("No job is open. Begin one (Ctrl+N).")
        : state.clear()
            ? tr("%1: %2 of %3 lines done; the safety lines are settled.").arg(day).arg(state.settled).arg(state.all)
            : tr("%1: %2 of %3 lines done; %4.")
                  .arg(day)
                  .arg(state.settled)
                  .arg(state.all)
                  .arg(plural(static_cast<int>(state.missingSafety.size()), tr("1 safety line open"),
                              tr("%1 safety lines open"))));
    clearLayout(m_said);
    const auto say = [this](const QString& words, const char* property) {
        auto* label = new Words(words);
        label->setWordWrap(true);
        label->setProperty(property, true);
        m_said->addWidget(label);
    };
    for (const Message& outside : state.outside)
        say(QString::fromStdString(said(outside, m_job.units().wording())), "caution");
    for (const std::string& caution : usualCautions())
        say(DisplayUnits::word(caution), "muted");
    m_said->addStretch(1);
}

} // namespace jr::app
