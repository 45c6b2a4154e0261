// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/hunt_page.h"

#include "app/model/display_units.h"
#include "app/widgets/clear_layout.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"
#include "core/machine/fuel.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDateTime>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

QVBoxLayout* scrolled(QVBoxLayout* into, int stretch) {
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    auto* layout = new QVBoxLayout(inner);
    layout->setContentsMargins(0, 0, 8, 0);
    layout->setSpacing(6);
    scroll->setWidget(inner);
    into->addWidget(scroll, stretch);
    return layout;
}

/// Its pulls were set against others, whatever came of it.
bool isJudged(const HuntVerdict& verdict) {
    return !verdict.sides.with.empty() && !verdict.sides.before.empty();
}

} // namespace

HuntPage::HuntPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(14, 6, 14, 8);
    down->setSpacing(8);
    m_next = new Words;
    m_next->setProperty("headline", true);
    m_next->setWordWrap(true);
    m_next->setAccessibleName(tr("What to do next"));
    down->addWidget(m_next);
    auto* across = new QHBoxLayout;
    across->setSpacing(12);
    down->addLayout(across, 1);

    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* left = new QVBoxLayout(card);
    left->setContentsMargins(14, 10, 10, 10);
    const auto line = [&](QVBoxLayout* into, const QString& title, const QString& hint) {
        auto* label = new Words(title);
        label->setProperty("strong", true);
        into->addWidget(label);
        auto* edit = new QLineEdit;
        edit->setPlaceholderText(hint);
        label->setBuddy(edit);
        into->addWidget(edit);
        return edit;
    };
    m_symptom = line(left, tr("What it &does"), tr("will not rev past 7000"));
    auto* title = new Words(tr("What it could be, easiest first"));
    title->setProperty("strong", true);
    left->addWidget(title);
    m_suspects = scrolled(left, 1);
    m_suspect = new QLineEdit;
    m_suspect->setPlaceholderText(tr("another suspect"));
    m_suspect->setAccessibleName(tr("Add a suspect"));
    left->addWidget(m_suspect);
    m_found = line(left, tr("What it &was"), tr("empty while hunting"));
    auto* past = new Words(tr("Earlier hunts on this model"));
    past->setProperty("strong", true);
    left->addWidget(past);
    m_past = new PastHunts(model);
    left->addWidget(m_past, 1);
    across->addWidget(card, 5);

    auto* tried = new QFrame;
    tried->setProperty("card", true);
    auto* right = new QVBoxLayout(tried);
    right->setContentsMargins(14, 10, 10, 10);
    auto* heading = new Words(tr("One thing at a time, as it was tried"));
    heading->setProperty("strong", true);
    right->addWidget(heading);
    m_swaps = scrolled(right, 3);
    m_notices = scrolled(right, 2);
    across->addWidget(tried, 9);

    connect(m_symptom, &QLineEdit::editingFinished, this, [this] {
        FaultHunt h = hunt();
        h.symptom = m_symptom->text().trimmed().toStdString();
        keep(h, tr("write what it does"));
    });
    connect(m_found, &QLineEdit::editingFinished, this, [this] {
        FaultHunt h = hunt();
        h.found = m_found->text().trimmed().toStdString();
        keep(h, tr("write what it was"));
    });
    connect(m_past, &PastHunts::suspectsWanted, this, [this](const std::vector<std::string>& names) {
        FaultHunt now = hunt();
        for (const std::string& name : names)
            if (std::find(now.suspects.begin(), now.suspects.end(), name) == now.suspects.end())
                now.suspects.push_back(name);
        keep(now, tr("take over suspects"));
    });
    connect(m_suspect, &QLineEdit::returnPressed, this, [this] {
        addSuspect(m_suspect->text());
        m_suspect->clear();
    });
    connect(&model, &JobModel::jobChanged, this, &HuntPage::refresh);
    connect(&model.answers(), &JobStudy::changed, this, &HuntPage::judge);
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::faultHunt))
            QMetaObject::invokeMethod(this, &HuntPage::refresh, Qt::QueuedConnection);
    });
}

void HuntPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

FaultHunt HuntPage::hunt() const {
    return faultHuntOf(m_model.sheet(sheet_kind::faultHunt));
}

QString HuntPage::nextWords() const {
    return m_next->text();
}

QString HuntPage::notices() const {
    QStringList out;
    for (int i = 0; i < m_notices->count(); ++i)
        if (const auto* label = qobject_cast<QLabel*>(m_notices->itemAt(i)->widget()))
            out << label->text();
    return out.join(QLatin1Char('\n'));
}

void HuntPage::keep(const FaultHunt& hunt, const QString& what) {
    m_model.setSheet(sheet_kind::faultHunt, sheetBody(hunt), what);
}

void HuntPage::addSuspect(const QString& name) {
    FaultHunt h = hunt();
    const std::string clean = name.trimmed().toStdString();
    if (clean.empty() || std::find(h.suspects.begin(), h.suspects.end(), clean) != h.suspects.end())
        return;
    h.suspects.push_back(clean);
    keep(h, tr("add a suspect"));
}

void HuntPage::swap(const QString& suspect) {
    FaultHunt h = hunt();
    const std::string part = suspect.toStdString();
    if (!h.swaps.empty() && h.swaps.back().result == HuntResult::Open) {
        auto& parts = h.swaps.back().parts;
        if (std::find(parts.begin(), parts.end(), part) == parts.end())
            parts.push_back(part);
    } else {
        HuntSwap s;
        s.parts = {part};
        s.when = QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
        s.afterPull = m_model.pulls().empty() ? 0 : m_model.pulls().back().record.number;
        h.swaps.push_back(s);
    }
    keep(h, tr("swap %1").arg(suspect));
}

void HuntPage::setResult(int index, HuntResult result) {
    FaultHunt h = hunt();
    HuntSwap& s = h.swaps.at(static_cast<std::size_t>(index));
    s.result = result;
    keep(h, tr("write the result"));
}

/// Its pulls are those made up to now: what comes after is the machine as it was.
void HuntPage::putBack(int index, bool back) {
    FaultHunt h = hunt();
    const auto k = static_cast<std::size_t>(index);
    if (back && h.swaps.at(k).pulls.empty()) {
        std::vector<int> numbers;
        for (const LoadedPull& p : m_model.pulls())
            if (!p.record.aside)
                numbers.push_back(p.record.number);
        h.swaps[k].pulls = huntSides(h, k, numbers).with;
    }
    h.swaps.at(k).putBack = back;
    keep(h, back ? tr("put it back") : tr("say that it is not back"));
}

/// The swaps' pulls are asked beside the window; what they say becomes the swaps' results.
void HuntPage::judge() {
    if (!isVisible() || !m_model.hasJob() || m_model.loading())
        return;
    const FaultHunt asked = hunt();
    if (asked.swaps.empty())
        return;
    m_model.answers().ask(this, [this, asked](const StudyPtr& study) -> StudyDesk::Draw {
        return [this, asked, verdicts = study->hunt(asked)] { takeVerdicts(asked, verdicts); };
    });
}

void HuntPage::takeVerdicts(const FaultHunt& judged, const std::vector<HuntVerdict>& verdicts) {
    FaultHunt now = hunt();
    if (now.swaps.size() != judged.swaps.size() || sheetBody(now) != sheetBody(judged))
        return; // it was changed meanwhile, and is asked anew
    m_verdicts = verdicts;
    for (std::size_t k = 0; k < now.swaps.size(); ++k)
        if (isJudged(verdicts[k])) // else what was said by ear stands
            now.swaps[k].result = verdicts[k].result;
    if (sheetBody(now) != sheetBody(judged))
        m_model.noteSheet(sheet_kind::faultHunt, sheetBody(now)); // it follows from the pulls: no step of undo
    sayNext();
    listSuspects();
    listSwaps();
}

QString HuntPage::resultWords(const HuntVerdict& verdict) const {
    const QString why = QString::fromStdString(said(verdict.why, m_model.units().wording()));
    switch (verdict.result) {
    case HuntResult::Better:
        return tr("▲ better: %1").arg(why);
    case HuntResult::Worse:
        return tr("▼ worse: %1").arg(why);
    case HuntResult::NoChange:
        return tr("■ no change: %1").arg(why);
    case HuntResult::Open:
        break;
    }
    return tr("◌ %1").arg(why);
}

QStringList HuntPage::verdictWords() const {
    QStringList out;
    for (const HuntVerdict& v : m_verdicts)
        out << resultWords(v);
    return out;
}

std::vector<HuntPull> HuntPage::knownPulls() const {
    std::vector<HuntPull> out;
    for (const LoadedPull& p : m_model.pulls()) {
        HuntPull known;
        known.number = p.record.number;
        if (p.fit)
            for (const Flag& f : p.fit->flags())
                if (const std::string word(flagText(f.kind));
                    !f.overruled && std::find(known.flags.begin(), known.flags.end(), word) == known.flags.end())
                    known.flags.push_back(word);
        if (p.trace)
            if (const Channel* coolant = p.trace->find(ChannelId::Coolant))
                for (double v : coolant->values)
                    if (std::isfinite(v)) {
                        known.coolantC = v;
                        break;
                    }
        if (p.trace)
            if (const auto pulls = p.trace->header.number(header_key::pullsSinceFuel))
                known.pullsSinceFuel = static_cast<int>(*pulls);
        out.push_back(std::move(known));
    }
    return out;
}

/// From the machine's tank and what the pulls of this job used; nothing when either is not known.
std::optional<int> HuntPage::pullsPerTank() const {
    const auto tank = sheetNumber(machineSheetOf(m_model.sheet(sheet_kind::machine)), "tank_ml");
    double sum = 0., n = 0.;
    for (const LoadedPull& p : m_model.pulls())
        if (p.trace)
            if (const double ml = p.trace->header.number(header_key::fuelMl).value_or(0.); ml > 0.) {
                sum += ml;
                n += 1.;
            }
    return tank && n > 0. ? std::optional(pullsLeft(*tank, 0., sum / n)) : std::nullopt;
}

QWidget* HuntPage::swapCard(const FaultHunt& h, int index) {
    const HuntSwap& s = h.swaps[static_cast<std::size_t>(index)];
    auto* frame = new QFrame;
    frame->setProperty("card", true);
    auto* down = new QVBoxLayout(frame);
    down->setContentsMargins(10, 6, 10, 6);
    auto* row = new QHBoxLayout;
    QStringList parts;
    for (const std::string& p : s.parts)
        parts << QString::fromStdString(p);
    auto* name = new Words(tr("%1. %2").arg(index + 1).arg(parts.join(tr(" and "))));
    name->setProperty("strong", true);
    row->addWidget(name, 1);
    const auto k = static_cast<std::size_t>(index);
    const bool judged =
        k < m_verdicts.size() && m_verdicts.size() == h.swaps.size() && !m_verdicts[k].sides.with.empty();
    auto* result = new QComboBox;
    result->setVisible(!judged || !isJudged(m_verdicts[k])); // else its pulls have the word
    for (HuntResult r : {HuntResult::Open, HuntResult::Better, HuntResult::NoChange, HuntResult::Worse})
        result->addItem(DisplayUnits::word(huntResultText(r)));
    result->setCurrentIndex(static_cast<int>(s.result));
    result->setAccessibleName(tr("What came of it"));
    connect(result, &QComboBox::activated, this,
            [this, index](int i) { setResult(index, static_cast<HuntResult>(i)); });
    row->addWidget(result);
    auto* back = new QCheckBox(tr("put back"));
    back->setChecked(s.putBack);
    connect(back, &QCheckBox::toggled, this, [this, index](bool on) { putBack(index, on); });
    row->addWidget(back);
    auto* left = new QCheckBox(tr("left in"));
    left->setChecked(s.leftIn);
    connect(left, &QCheckBox::toggled, this, [this, index](bool on) {
        FaultHunt now = hunt();
        now.swaps.at(static_cast<std::size_t>(index)).leftIn = on;
        keep(now, tr("leave it in"));
    });
    row->addWidget(left);
    down->addLayout(row);
    if (judged) {
        auto* words = new Words(resultWords(m_verdicts[k]));
        words->setWordWrap(true);
        if (m_verdicts[k].result == HuntResult::Worse)
            words->setProperty("caution", true);
        down->addWidget(words);
    }
    auto* second = new QHBoxLayout;
    const auto text = [&](const QString& hint, const QString& value, int stretch, auto&& set) {
        auto* edit = new QLineEdit(value);
        edit->setPlaceholderText(hint);
        edit->setAccessibleName(hint);
        connect(edit, &QLineEdit::editingFinished, this, [this, index, edit, set, hint] {
            FaultHunt now = hunt();
            set(now.swaps.at(static_cast<std::size_t>(index)), edit->text().trimmed());
            keep(now, tr("write %1").arg(hint));
        });
        second->addWidget(edit, stretch);
    };
    text(tr("what went in"), QString::fromStdString(s.what), 3,
         [](HuntSwap& x, const QString& t) { x.what = t.toStdString(); });
    QStringList numbers;
    for (int n : s.pulls)
        numbers << QString::number(n);
    text(tr("pulls it rests on"), numbers.join(QLatin1Char(' ')), 2, [](HuntSwap& x, const QString& t) {
        x.pulls.clear();
        for (const QString& word : t.split(QLatin1Char(' '), Qt::SkipEmptyParts))
            if (const int n = word.toInt(); n > 0)
                x.pulls.push_back(n);
    });
    text(tr("note"), QString::fromStdString(s.note), 4,
         [](HuntSwap& x, const QString& t) { x.note = t.toStdString(); });
    down->addLayout(second);
    return frame;
}

void HuntPage::refresh() {
    if (!isVisible())
        return;
    setEnabled(m_model.hasJob());
    const FaultHunt h = hunt();
    sayNext();
    if (!m_symptom->hasFocus())
        m_symptom->setText(QString::fromStdString(h.symptom));
    if (!m_found->hasFocus())
        m_found->setText(QString::fromStdString(h.found));
    listSuspects();
    listSwaps();
    m_past->refresh();
    judge();
}

void HuntPage::sayNext() {
    const FaultHunt h = hunt();
    QString next = QString::fromStdString(said(huntNext(h), m_model.units().wording()));
    if (!next.isEmpty())
        next[0] = next[0].toUpper();
    m_next->setText(next + QLatin1Char('.'));
}

void HuntPage::listSuspects() {
    const FaultHunt h = hunt();
    clearLayout(m_suspects);
    for (const std::string& suspect : h.suspects) {
        QString state = tr("not tried");
        for (const HuntSwap& s : h.swaps)
            if (std::find(s.parts.begin(), s.parts.end(), suspect) != s.parts.end())
                state =
                    (s.result == HuntResult::Open && !s.pulls.empty() ? tr("cannot tell yet")
                                                                      : DisplayUnits::word(huntResultText(s.result))) +
                    (s.parts.size() > 1 ? tr(", with another") : QString()) +
                    (s.putBack  ? tr(", put back")
                     : s.leftIn ? tr(", left in")
                                : QString());
        auto* rowWidget = new QWidget;
        auto* row = new QHBoxLayout(rowWidget);
        row->setContentsMargins(0, 0, 0, 0);
        auto* name = new MarkedWords(Markup::bold(QString::fromStdString(suspect)) + Markup(QLatin1Char('\n') + state));
        name->setWordWrap(true);
        row->addWidget(name, 1);
        auto* button = new QPushButton(tr("Swap it"));
        button->setAccessibleName(tr("Swap %1").arg(QString::fromStdString(suspect)));
        connect(button, &QPushButton::clicked, this, [this, suspect] { swap(QString::fromStdString(suspect)); });
        row->addWidget(button);
        auto* away = new QToolButton;
        away->setText(QStringLiteral("×"));
        away->setAccessibleName(tr("Take %1 off the list").arg(QString::fromStdString(suspect)));
        connect(away, &QToolButton::clicked, this, [this, suspect] {
            FaultHunt now = hunt();
            std::erase(now.suspects, suspect);
            keep(now, tr("take a suspect off the list"));
        });
        row->addWidget(away);
        m_suspects->addWidget(rowWidget);
    }
    m_suspects->addStretch(1);
}

void HuntPage::listSwaps() {
    const FaultHunt h = hunt();
    clearLayout(m_swaps);
    for (int i = static_cast<int>(h.swaps.size()) - 1; i >= 0; --i)
        m_swaps->addWidget(swapCard(h, i));
    if (h.swaps.empty()) {
        auto* none = new Words(tr("Nothing has been swapped yet. Swap one suspect, pull, write what came of it, put it "
                                  "back if it was not it."));
        none->setWordWrap(true);
        none->setProperty("muted", true);
        m_swaps->addWidget(none);
    }
    m_swaps->addStretch(1);
    clearLayout(m_notices);
    for (const Message& notice : huntNotices(h, knownPulls(), pullsPerTank())) {
        QString words = QString::fromStdString(said(notice, m_model.units().wording()));
        words[0] = words[0].toUpper();
        auto* label = new Words(words + QLatin1Char('.'));
        label->setWordWrap(true);
        label->setProperty("caution", true);
        m_notices->addWidget(label);
    }
    m_notices->addStretch(1);
}

} // namespace jr::app
