// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/figure_page.h"

#include "app/figure/input_unit.h"
#include "app/widgets/method_link.h"
#include "app/widgets/paragraph_scroll.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/words.h"
#include "core/figure/slips.h"

#include <QFrame>
#include <QHBoxLayout>
#include <QLocale>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

std::vector<InputKind> kindsOf(const std::vector<InputSpec>& specs) {
    std::vector<InputKind> out;
    for (const InputSpec& spec : specs)
        out.push_back(spec.kind);
    return out;
}

constexpr int kSideWidth = 348;

} // namespace

std::optional<double> FigureFacts::sheet(std::string_view key) const {
    return hasMachine ? sheetNumber(machine, key, 1) : std::nullopt;
}

std::optional<double> FigureFacts::part(std::initializer_list<std::string_view> names) const {
    for (std::string_view name : names)
        if (const auto found = parts.find(std::string(name)); found != parts.end())
            return found->second;
    return std::nullopt;
}

FigurePage::FigurePage(const Theme& theme, JobModel& model, Pins& pins, const char* id, const QString& drawingName,
                       const QString& method, std::vector<InputSpec> inputs, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model), m_pins(pins), m_id(id), m_specs(std::move(inputs)),
      m_inputs(kindsOf(m_specs)) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(12, 6, 12, 8);
    across->setSpacing(12);
    m_drawing = new HandDrawing(theme, drawingName);
    across->addWidget(m_drawing, 1);
    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(kSideWidth);
    auto* down = new QVBoxLayout(side);
    down->setContentsMargins(14, 12, 10, 10);
    down->setSpacing(6);
    m_headline = new Words;
    m_headline->setWordWrap(true);
    m_headline->setProperty("headline", true);
    m_headline->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_headline->setAccessibleName(tr("Answer"));
    down->addWidget(m_headline);
    m_slip = new QFrame;
    auto* slip = new QVBoxLayout(m_slip);
    slip->setContentsMargins(0, 0, 0, 0);
    m_slipWords = new Words;
    m_slipWords->setWordWrap(true);
    m_slipWords->setProperty("caution", true);
    slip->addWidget(m_slipWords);
    m_takeMeant = new QPushButton;
    m_takeMeant->setAccessibleName(tr("Take the value that was meant"));
    slip->addWidget(m_takeMeant);
    m_slip->hide();
    down->addWidget(m_slip);
    auto* scroll = new ParagraphScroll;
    m_words = scroll->paragraphs();
    m_words->setContentsMargins(0, 0, 8, 0);
    m_words->setSpacing(8);
    down->addWidget(scroll, 1);
    m_words->addStretch(1);
    auto* restsOn = new Words(tr("It rests on"));
    restsOn->setProperty("strong", true);
    down->addWidget(restsOn);
    auto* inputScroll = new QScrollArea;
    inputScroll->setWidgetResizable(true);
    inputScroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list = new InputList(model, m_specs, m_inputs);
    inputScroll->setWidget(m_list);
    down->addWidget(inputScroll, 1);
    m_graded = new Words;
    m_graded->setWordWrap(true);
    m_graded->setProperty("muted", true);
    m_graded->hide();
    down->addWidget(m_graded);
    m_tools = new QVBoxLayout;
    down->addLayout(m_tools);
    auto* row = new WrappingRow;
    m_pin = new QPushButton(tr("&Pin as the next setup"));
    m_pin->setProperty("primary", true);
    theme.dressButton(*m_pin, QStringLiteral("pin"), theme.tokens().onAccent);
    m_pin->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    row->addWidget(m_pin);
    m_back = new QPushButton(tr("As it &is"));
    m_back->setToolTip(tr("Everything as the machine's sheet, its setup and its pulls have it again"));
    row->addWidget(m_back);
    down->addLayout(row);
    down->addWidget(methodLink(method, this));
    across->addWidget(side);

    m_drawing->handles = [this](const QRectF& area) { return handles(area); };
    m_drawing->draw = [this](QPainter& p, const QRectF& area) { draw(p, area); };
    m_drawing->changed = [this](const std::string& key, double value) { changed(key, value); };
    m_drawing->finished = [this] { keepSoon(); };
    m_drawing->typed = m_list->typed = [this](const std::string& key, double value) { type(key, value); };
    m_drawing->valueOf = [this](const std::string& key) { return m_inputs.number(key); };
    m_list->originWanted = [this](const std::string& key, Origin origin) {
        m_inputs.setOrigin(key, origin);
        keepSoon();
        refresh();
    };
    constexpr int kWordsMs = 80;
    m_settling.setSingleShot(true);
    m_settling.setInterval(kWordsMs);
    connect(&m_settling, &QTimer::timeout, this, [this] {
        if (m_wordsWait)
            showWords();
    });
    constexpr int kRestMs = 250;
    m_keep.setSingleShot(true);
    m_keep.setInterval(kRestMs);
    connect(&m_keep, &QTimer::timeout, this, [this] {
        if (m_keepFor == m_model.job().id)
            m_pins.keepInputs(m_id, m_inputs);
    });
    connect(m_takeMeant, &QPushButton::clicked, this, [this] {
        m_slip->hide();
        changed(m_slipKey, m_meant);
        keepSoon();
    });
    connect(m_pin, &QPushButton::clicked, this, &FigurePage::pinIt);
    connect(m_back, &QPushButton::clicked, this, &FigurePage::backToJob);
    connect(&pins, &Pins::changed, this, &FigurePage::sayPins);
    connect(&model, &JobModel::unitsChanged, this, &FigurePage::refresh);
    connect(&theme, &Theme::changed, this,
            [this] { m_theme.dressButton(*m_pin, QStringLiteral("pin"), m_theme.tokens().onAccent); });
}

void FigurePage::take(const FigureFacts& facts) {
    keepNow(); // of the facts before
    m_facts = facts;
    // Without a job nothing is kept anywhere but here: what was typed stays while there is still none.
    if (m_model.hasJob() || m_hadJob)
        m_inputs.forgetHands();
    m_hadJob = m_model.hasJob();
    m_inputs.forgetOffers();
    const FigureSheet sheet = m_pins.sheet();
    fill(m_facts);
    if (const auto mine = sheet.pages.find(m_id); mine != sheet.pages.end())
        for (const InputSpec& s : m_specs)
            if (const auto kept = mine->second.find(std::string(s.kind.key)); kept != mine->second.end())
                m_inputs.setHand(s.kind.key, kept->second.value,
                                 parseOrigin(kept->second.origin).value_or(Origin::Tried));
    refresh();
    showWords();
    sayPins();
}

const InputSpec& FigurePage::spec(std::string_view key) const {
    return *std::find_if(m_specs.begin(), m_specs.end(), [&](const InputSpec& s) { return s.kind.key == key; });
}

void FigurePage::changed(const std::string& key, double value) {
    m_inputs.set(key, value);
    refresh();
}

void FigurePage::type(const std::string& key, double value) {
    m_slip->hide();
    m_settling.stop(); // what is typed is answered at once
    const InputSpec& s = spec(key);
    const InputUnit unit(s, m_model.units().wording());
    if (const auto slip = slipOf(s.kind, value)) {
        m_slipKey = key;
        m_meant = slip->meant;
        m_slipWords->setText(message(slip->question));
        m_takeMeant->setText(tr("Take %1").arg(number(unit.shown(slip->meant), std::max(1, unit.decimals())) +
                                               QLatin1Char(' ') + unit.words()));
        m_slip->show();
        m_list->refresh();
        return;
    }
    if (value < s.kind.low || value > s.kind.high) {
        m_slipKey = key;
        m_meant = std::clamp(value, s.kind.low, s.kind.high);
        m_slipWords->setText(tr("%1 is from %2 to %3 %4: %5 is outside.")
                                 .arg(s.label, number(unit.shown(s.kind.low), unit.decimals()),
                                      number(unit.shown(s.kind.high), unit.decimals()), unit.words(),
                                      QLocale().toString(unit.shown(value))));
        m_takeMeant->setText(tr("Take %1").arg(unit.text(m_meant)));
        m_slip->show();
        m_list->refresh();
        return;
    }
    changed(key, value);
    keepSoon();
}

/// What a hand gave is kept once it rests, not at every step.
void FigurePage::keepSoon() {
    m_keepFor = m_model.job().id;
    m_keep.start();
}

void FigurePage::keepNow() {
    if (!m_keep.isActive())
        return;
    m_keep.stop();
    if (m_keepFor == m_model.job().id) // never into another job
        m_pins.keepInputs(m_id, m_inputs);
}

void FigurePage::backToJob() {
    m_settling.stop();
    m_inputs.forgetHands();
    m_slip->hide();
    keepSoon();
    refresh();
}

void FigurePage::refresh() {
    m_lines.clear();
    m_offer.reset();
    workOut();
    m_drawing->update();
    // The drawing follows at every step; the words beside it are laid out anew a few times a second, which costs more
    // than all the rest.
    if (m_settling.isActive())
        m_wordsWait = true;
    else {
        showWords();
        m_settling.start();
    }
}

void FigurePage::showWords() {
    m_wordsWait = false;
    if (m_headline->text() != m_head)
        m_headline->setText(m_head);
    for (auto& [kind, labels] : m_said)
        for (Said& one : labels)
            one.used = false;
    for (const Line& line : m_lines)
        label(line.kind)->setText(line.text);
    for (auto& [kind, labels] : m_said)
        for (Said& one : labels)
            if (one.label->isHidden() == one.used)
                one.label->setVisible(one.used);
    m_list->refresh();
    m_pin->setEnabled(m_offer && m_model.hasJob() && !m_facts.setupId.empty());
    m_pin->setVisible(canPin());
    m_back->setEnabled(!m_inputs.hand().empty());
}

void FigurePage::sayPins() {
    QStringList lines;
    for (const Prediction& p : m_pins.sheet().pins) {
        if (p.page != m_id)
            continue;
        const SetupRecord* setup = m_model.job().setup(p.setupId);
        const auto grade = m_pins.grades().find(p.id);
        if (setup)
            lines << tr("%1: %2").arg(
                QString::fromStdString(setup->name),
                message(gradeMessage(p, grade == m_pins.grades().end() ? Grade{} : grade->second)));
    }
    // The newest two; all of them stand on the page of pins.
    constexpr qsizetype kShown = 2;
    m_graded->setText(lines.mid(std::max<qsizetype>(0, lines.size() - kShown)).join(QLatin1Char('\n')));
    m_graded->setVisible(!lines.isEmpty());
}

void FigurePage::pinIt() {
    keepNow();
    if (m_offer && m_model.hasJob() && !m_facts.setupId.empty())
        m_pins.pin(m_id, m_facts.setupId, *m_offer);
}

void FigurePage::alsoMoved(PinOffer& offer, std::initializer_list<const char*> keys) const {
    for (const char* key : keys) {
        const InputSpec& s = spec(key);
        if (!m_inputs.byHand(key))
            continue;
        const auto text = [&](double value) {
            if (!s.words.isEmpty())
                return s.words.value(static_cast<int>(value)).toStdString();
            return stored(value, s.decimals) + (s.unit.isEmpty() ? "" : " " + s.unit.toStdString());
        };
        const std::string from = text(m_inputs.before(key).value.value), to = text(n(key));
        if (from != to)
            offer.changes.push_back({s.label.toStdString(), from, to});
    }
}

QPushButton* FigurePage::addTool(const QString& words) {
    auto* button = new QPushButton(words);
    addToolWidget(button);
    return button;
}

void FigurePage::addToolWidget(QWidget* widget) {
    m_tools->addWidget(widget);
}

void FigurePage::offerPin(std::optional<PinOffer> offer) {
    m_offer = std::move(offer);
}

/// The next label of a kind: made when there is none left, so that a drag makes none.
QLabel* FigurePage::label(const char* property) {
    auto& labels = m_said[property];
    for (Said& one : labels)
        if (!one.used) {
            one.used = true;
            return one.label;
        }
    auto* made = new Words;
    made->setWordWrap(true);
    made->setTextInteractionFlags(Qt::TextSelectableByMouse);
    const std::string kind = property;
    if (kind == "caution" || kind == "muted")
        made->setProperty(property, true);
    if (kind == "formula" || kind == "unknown")
        made->setProperty("muted", true);
    // What is said, then what is cautioned, then how it was found and what it does not know.
    const auto count = [&](const char* of) { return static_cast<int>(m_said[of].size()); };
    const int said = count("say"), cautioned = said + count("caution"), found = cautioned + count("formula");
    m_words->insertWidget(kind == "say"       ? said
                          : kind == "caution" ? cautioned
                          : kind == "formula" ? found
                                              : found + count("unknown"),
                          made);
    labels.push_back({made, true});
    return made;
}

void FigurePage::headline(const QString& text) {
    m_head = text;
}

void FigurePage::say(const QString& text) {
    m_lines.push_back({"say", text});
}

void FigurePage::caution(const QString& text) {
    m_lines.push_back({"caution", text});
}

void FigurePage::impossible(const Error& error) {
    headline(tr("This cannot be"));
    caution(message(error.message));
}

void FigurePage::formula(const QString& text) {
    m_lines.push_back({"formula", text});
}

void FigurePage::unknown(const QString& text) {
    m_lines.push_back({"unknown", text});
}

QString FigurePage::words() const {
    QStringList out{m_head};
    for (const Line& line : m_lines)
        out << line.text;
    if (!m_slip->isHidden())
        out << m_slipWords->text();
    if (!m_graded->isHidden())
        out << m_graded->text();
    return out.join(QLatin1Char('\n'));
}

Handle FigurePage::handle(const char* key, const QPointF& at, Qt::Edge label, std::function<double(QPointF)> valueAt,
                          bool upIsMore) const {
    const InputSpec& s = spec(std::string_view(key).substr(0, std::string_view(key).find('@')));
    // What nobody measured is asked for where it stands.
    const Origin origin = m_inputs.origin(s.kind.key);
    const bool open = !s.kind.choice && (origin == Origin::Handbook || origin == Origin::Guess);
    const QString shown = open ? tr("%1 ?").arg(m_list->shown(s)) : m_list->shown(s);
    return {key, s.label, shown, at, std::move(valueAt), s.step, upIsMore, label};
}

Handle FigurePage::along(const char* key, const AlongScale& scale, double y, Qt::Edge label) const {
    return handle(key, {scale.x(n(key)), y}, label, [scale](QPointF at) { return scale.valueAt(at.x()); });
}

QString FigurePage::number(double value, int decimals) {
    return QLocale().toString(value, 'f', decimals);
}

QString FigurePage::ranged(const Ranged& value, int decimals, const QString& unit) {
    const QString low = number(value.low, decimals), high = number(value.high, decimals);
    const QString space = unit == QStringLiteral("°") || unit.isEmpty() ? QString() : QStringLiteral(" ");
    return low == high ? number(value.value, decimals) + space + unit : tr("%1 to %2").arg(low, high) + space + unit;
}

QString FigurePage::speeds(const Ranged& rpm) {
    // No finer than the range is wide.
    const double width = rpm.high - rpm.low, step = width > 500. ? 50. : width > 50. ? 10. : 1.;
    const auto rounded = [&](double v) { return std::round(v / step) * step; };
    return ranged({rounded(rpm.value), rounded(rpm.low), rounded(rpm.high)}, 0, tr("rpm"));
}

QString FigurePage::power(double watt, double marginW) const {
    const DisplayUnits& u = m_model.units();
    return QString::fromStdString(withUnit(watt, marginW, u.power, u.wording()));
}

QString FigurePage::message(const Message& what) const {
    return QString::fromStdString(said(what, m_model.units().wording()));
}

} // namespace jr::app
