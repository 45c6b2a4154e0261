// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/claims_board.h"

#include "app/model/run_times.h"
#include "app/widgets/clear_layout.h"
#include "app/widgets/method_link.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"
#include "core/words/wording.h"

#include <algorithm>

#include <QComboBox>
#include <QDateTime>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace jr::app {

namespace {

/// Of a claim about what is read: nothing while a side has no reading that counts.
std::optional<Judgement> judgedReading(const ClaimRecord& c, const std::vector<JobQuantity>& readings,
                                       const Study& study) {
    const auto quantity = std::find_if(readings.begin(), readings.end(),
                                       [&](const JobQuantity& q) { return q.quantity == c.claim.quantity; });
    if (quantity == readings.end())
        return std::nullopt;
    const auto nameOf = [&](const std::string& id) {
        for (const SetupNode& node : study.tree())
            if (node.id == id)
                return node.name;
        return std::string();
    };
    ValueOptions options;
    options.worthPct = study.settings().worthPct;
    options.confidence = study.settings().confidence;
    const auto compared =
        compareSides(*quantity, c.baseSetup, nameOf(c.baseSetup), c.withSetup, nameOf(c.withSetup), options);
    if (!compared)
        return std::nullopt;
    return judgeClaimOfReadings(c.claim, *compared, differenceOf(study.tree(), c.baseSetup, c.withSetup).independent);
}

} // namespace

ClaimsBoard::ClaimsBoard(const Theme& theme, JobModel& model, QWidget* parent)
    : QFrame(parent), m_theme(theme), m_model(model) {
    setProperty("card", true);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 10, 14, 10);
    layout->setSpacing(6);
    auto* title = new Words(tr("Claims"));
    title->setProperty("headline", true);
    auto* head = new QHBoxLayout;
    head->addWidget(title, 1);
    head->addWidget(methodLink(QStringLiteral("Claims"), this));
    layout->addLayout(head);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inner = new QWidget;
    m_list = new QVBoxLayout(inner);
    m_list->setContentsMargins(0, 0, 6, 0);
    scroll->setWidget(inner);
    layout->addWidget(scroll, 1);
    m_said = new QLineEdit;
    m_said->setPlaceholderText(tr("what is claimed, in its own words"));
    m_said->setAccessibleName(tr("The claim"));
    layout->addWidget(m_said);
    auto* row = new QHBoxLayout;
    m_source = new QLineEdit;
    m_source->setPlaceholderText(tr("who says so"));
    m_source->setAccessibleName(tr("Where the claim is from"));
    m_kind = new QComboBox;
    for (ClaimKind kind : claimKinds())
        m_kind->addItem(kindWords(kind), static_cast<int>(kind));
    m_kind->setAccessibleName(tr("What would count"));
    m_kind->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_kind->setMinimumContentsLength(12); // the longest would widen the window
    m_pct = new QDoubleSpinBox;
    m_pct->setRange(-9999., 9999.);
    m_pct->setDecimals(1);
    m_pct->setValue(1.);
    m_pct->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_pct->setAccessibleName(tr("How much"));
    layout->addWidget(m_source);
    layout->addWidget(m_kind);
    m_quantity = new QComboBox;
    m_quantity->setAccessibleName(tr("What is read"));
    m_quantity->setToolTip(tr("A time, litres, a grade: what is put down on Judge under Readings"));
    m_quantity->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    layout->addWidget(m_quantity);
    row->addWidget(m_pct, 1);
    m_at = new QDoubleSpinBox;
    m_at->setRange(0., 30000.);
    m_at->setDecimals(0);
    m_at->setPrefix(tr("at "));
    m_at->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_at->setAccessibleName(tr("At which speed"));
    row->addWidget(m_at, 1);
    layout->addLayout(row);
    connect(m_kind, &QComboBox::currentIndexChanged, this, &ClaimsBoard::fitToKind);
    connect(m_quantity, &QComboBox::currentIndexChanged, this, &ClaimsBoard::fitToKind);
    connect(&model, &JobModel::jobChanged, this, &ClaimsBoard::fillQuantities);
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::readings)) {
            fillQuantities();
            if (isVisible())
                refresh();
        }
    });
    connect(&model, &JobModel::unitsChanged, this, &ClaimsBoard::fitToKind);
    fitToKind();
    auto* add = new QPushButton(tr("&Chalk it up"));
    add->setToolTip(tr("For the two setups and the band of the question above"));
    layout->addWidget(add);
    const auto chalkIt = [this] {
        if (m_said->text().trimmed().isEmpty()) {
            m_said->setFocus();
            return;
        }
        // What was typed goes only once it is kept.
        const QString said = m_said->text();
        chalk(said, m_source->text(), kindNow(), amountNow(), [this, said] {
            if (m_said->text() != said) // the next one is being typed already
                return;
            m_said->clear();
            m_source->clear();
        });
    };
    connect(add, &QPushButton::clicked, this, chalkIt);
    connect(m_said, &QLineEdit::returnPressed, this, chalkIt);
}

QString ClaimsBoard::kindWords(ClaimKind kind) {
    switch (kind) {
    case ClaimKind::GainsAtLeast:
    case ClaimKind::GainsWatts:
        return kind == ClaimKind::GainsAtLeast ? tr("gains on the mean at least")
                                               : tr("gains in power, on the mean, at least");
    case ClaimKind::CostsNothing:
        return tr("costs on the mean no more than");
    case ClaimKind::GainsSomewhere:
        return tr("gains somewhere at least");
    case ClaimKind::CostsNothingAnywhere:
        return tr("costs nowhere more than");
    case ClaimKind::GainsTorque:
        return tr("gains in torque, somewhere, at least");
    case ClaimKind::GainsAt:
        return tr("gains at one speed at least");
    case ClaimKind::NothingChanges:
        return tr("nothing changes by more than");
    case ClaimKind::PeakGains:
        return tr("the peak gains at least");
    case ClaimKind::PeakMoves:
        return tr("the peak moves by at least");
    case ClaimKind::MixtureStays:
        return tr("the mixture moves by no more than");
    case ClaimKind::SpreadWithin:
        return tr("the cylinders' mixtures lie within");
    case ClaimKind::ExhaustWithin:
        return tr("the exhaust is hotter by no more than");
    case ClaimKind::ReadingBetter:
        return tr("what is read gets better by at least");
    }
    return {};
}

ClaimKind ClaimsBoard::kindNow() const {
    return static_cast<ClaimKind>(m_kind->currentData().toInt());
}

/// In the kind's own unit, whatever the reader's is.
double ClaimsBoard::amountNow() const {
    const DisplayUnits& u = m_model.units();
    switch (claimUnit(kindNow())) {
    case ClaimUnit::Watt:
        return m_pct->value() / u.powerOf(1.);
    case ClaimUnit::NewtonMetre:
        return m_pct->value() / u.torqueOf(1.);
    case ClaimUnit::DegC:
        return m_pct->value() * u.temperature.factor; // hotter by so much: a difference has no zero
    default:
        return m_pct->value();
    }
}

void ClaimsBoard::fitToKind() {
    const DisplayUnits& u = m_model.units();
    switch (claimUnit(kindNow())) {
    case ClaimUnit::Percent:
        m_pct->setSuffix(QStringLiteral(" %"));
        break;
    case ClaimUnit::Watt:
        m_pct->setSuffix(QLatin1Char(' ') + u.powerSymbol());
        break;
    case ClaimUnit::NewtonMetre:
        m_pct->setSuffix(QLatin1Char(' ') + u.torqueSymbol());
        break;
    case ClaimUnit::Rpm:
        m_pct->setSuffix(tr(" rpm"));
        break;
    case ClaimUnit::Afr:
        m_pct->setSuffix(tr(":1"));
        break;
    case ClaimUnit::DegC:
        m_pct->setSuffix(QLatin1Char(' ') + QString::fromStdString(std::string(unitWords(u.temperature))));
        break;
    case ClaimUnit::AsRead:
        m_pct->setSuffix(QLatin1Char(' ') + m_quantity->currentData().toString());
        break;
    }
    m_pct->setDecimals(claimUnit(kindNow()) == ClaimUnit::AsRead ? 2 : 1);
    m_quantity->setVisible(kindNow() == ClaimKind::ReadingBetter);
    // Only a peak can be claimed to come down.
    constexpr double kMost = 9999.;
    m_pct->setRange(kindNow() == ClaimKind::PeakMoves ? -kMost : 0., kMost);
    const CurveAxis axis = m_model.compare().axisInForce();
    const Wording wording = u.wording();
    m_at->setSuffix(QLatin1Char(' ') + QString::fromStdString(axisSymbol(axis, wording)));
    if (m_at->value() == 0.) // where most claims are about, until somebody says otherwise
        m_at->setValue(axis == CurveAxis::EngineSpeed ? 6000. : placeShown(20., axis, wording));
    m_at->setVisible(kindNow() == ClaimKind::GainsAt);
}

void ClaimsBoard::chalk(const QString& said, const QString& source, ClaimKind kind, double amount,
                        std::function<void()> then) {
    if (!m_model.keeper() || !m_model.hasJob()) {
        emit m_model.problem(
            tr("A claim belongs to a job, and none is open. Open one on Jobs (Ctrl+0) or bring in pulls "
               "(Ctrl+I); what you typed stays here."));
        return;
    }
    ClaimRecord claim;
    claim.said = said.trimmed().toStdString();
    claim.source = source.trimmed().toStdString();
    claim.claim = {kind, amount, {}};
    if (kind == ClaimKind::ReadingBetter) {
        claim.claim.quantity = m_quantity->currentText().toStdString();
        if (claim.claim.quantity.empty()) {
            emit m_model.problem(
                tr("Nothing is read in this job yet: begin a reading on Judge (Ctrl+4), Readings; what you "
                   "typed stays here."));
            return;
        }
    }
    claim.from = m_model.compare().from();
    claim.to = m_model.compare().to();
    if (kind == ClaimKind::GainsAt)
        claim.from = claim.to =
            placeFromShown(m_at->value(), m_model.compare().axisInForce(), m_model.units().wording());
    claim.placesAxis = axisText(m_model.compare().axisInForce());
    claim.baseSetup = m_model.compare().now().baseSetup;
    claim.withSetup = m_model.compare().now().withSetup;
    m_model.keeper()->ask(
        this, [jobId = m_model.job().id, claim](Archive& archive) { return archive.saveClaim(jobId, claim); },
        [this, then = std::move(then)](const Result<std::string>& kept) {
            if (!kept) {
                emit m_model.problem(errorAtPlace(kept.error()));
                return;
            }
            if (then)
                then();
            refresh();
        });
}

void ClaimsBoard::argue(const ClaimRecord& claim, const QString& note) {
    if (note.trimmed().isEmpty() || claim.history.empty() || !m_model.keeper())
        return;
    VerdictRecord verdict = claim.history.back();
    verdict.made = QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
    verdict.note = note.trimmed().toStdString();
    m_model.keeper()->ask(
        this, [id = claim.id, verdict](Archive& archive) { return archive.addVerdict(id, verdict); },
        [this](const Result<Done>& kept) {
            if (kept)
                refresh();
            else // the words stay in their field
                emit m_model.problem(errorAtPlace(kept.error()));
        });
}

/// Times of runs among them are known once the pulls are read: filled again whenever the board is looked at.
void ClaimsBoard::fillQuantities() {
    const QSignalBlocker block(m_quantity);
    const QString was = m_quantity->currentText();
    m_quantity->clear();
    for (const JobQuantity& q : allReadings(m_model))
        m_quantity->addItem(QString::fromStdString(q.quantity), QString::fromStdString(q.unit));
    m_quantity->setCurrentIndex(std::max(0, m_quantity->findText(was)));
    fitToKind();
}

void ClaimsBoard::refresh() {
    if (!m_model.keeper() || !m_model.hasJob()) {
        clearLayout(m_list);
        return;
    }
    fillQuantities();
    m_model.keeper()->ask(
        this, [jobId = m_model.job().id](const Archive& archive) { return std::pair(jobId, archive.claims(jobId)); },
        [this](const std::pair<std::string, Result<std::vector<ClaimRecord>>>& kept) {
            if (kept.second && kept.first == m_model.job().id)
                showClaims(*kept.second);
        });
}

void ClaimsBoard::showClaims(const std::vector<ClaimRecord>& kept) {
    list(kept);
    if (m_model.loading())
        return;
    // The verdict follows from the pulls as they stand now; a new one joins the history.
    const std::vector<JobQuantity> readings = allReadings(m_model);
    m_model.answers().ask(this, [this, claims = kept, readings](const StudyPtr& study) -> StudyDesk::Draw {
        std::vector<std::optional<Judgement>> found;
        for (const ClaimRecord& c : claims) {
            found.emplace_back();
            if (c.claim.kind == ClaimKind::ReadingBetter) {
                found.back() = judgedReading(c, readings, *study);
                continue;
            }
            // A band of the other axis is nowhere on this one; the verdict it had stands.
            const bool here = (!c.from && !c.to) || c.placesAxis == axisText(study->axis());
            if (here && !study->countingPulls(c.baseSetup).empty() && !study->countingPulls(c.withSetup).empty())
                if (const Result<Judgement> judged = study->judge(c.claim, c.baseSetup, c.withSetup, c.from, c.to))
                    found.back() = *judged;
        }
        return [this, study, claims, found]() mutable {
            bool fresh = false;
            for (std::size_t i = 0; i < claims.size(); ++i)
                fresh = (found[i] && judgeAnew(claims[i], *found[i])) || fresh;
            if (fresh) // else a note being typed would be in the way for nothing
                list(claims);
        };
    });
}

bool ClaimsBoard::judgeAnew(ClaimRecord& c, const Judgement& now) {
    const bool sooner = m_reasons.contains(c.id) && m_reasons.at(c.id) == now.reason;
    m_reasons[c.id] = now.reason;
    const std::string reason = said(now.reason); // kept as it was made, in the archive's own words
    if (!c.history.empty() && c.history.back().verdict == now.verdict && c.history.back().reason == reason)
        return !sooner;
    const VerdictRecord verdict{
        QDateTime::currentDateTime().toString(Qt::ISODate).toStdString(), now.verdict, reason, {}};
    m_model.keeper()->ask(
        this, [id = c.id, verdict](Archive& archive) -> Result<Done> { return archive.addVerdict(id, verdict); },
        [this](const Result<Done>& kept) {
            if (!kept)
                emit m_model.problem(errorAtPlace(kept.error()));
        });
    c.history.push_back(verdict);
    return true;
}

/// The last verdict's reason, in the reader's language and units where it is still what the judging says.
QString ClaimsBoard::reasonShown(const ClaimRecord& c) const {
    const std::string& kept = c.history.back().reason;
    const auto now = m_reasons.find(c.id);
    return QString::fromStdString(
        now != m_reasons.end() && said(now->second) == kept ? said(now->second, m_model.units().wording()) : kept);
}

void ClaimsBoard::list(const std::vector<ClaimRecord>& claims) {
    clearLayout(m_list);
    const Tokens& t = m_theme.tokens();
    for (const ClaimRecord& c : claims) {
        const VerdictRecord* last = c.history.empty() ? nullptr : &c.history.back();
        const QString word = !last                              ? tr("not tested yet")
                             : last->verdict == Verdict::Held   ? tr("held")
                             : last->verdict == Verdict::Failed ? tr("failed")
                                                                : tr("undecided");
        const QString shape = !last || last->verdict == Verdict::Undecided ? QStringLiteral("◌")
                              : last->verdict == Verdict::Held             ? QStringLiteral("▲")
                                                                           : QStringLiteral("▼");
        const QColor colour = !last || last->verdict == Verdict::Undecided ? t.muted
                              : last->verdict == Verdict::Held             ? t.gain
                                                                           : t.loss;
        const auto muted = [&](const QString& text) { return Markup::coloured(text, t.muted); };
        Markup words = Markup::bold(tr("“%1”").arg(QString::fromStdString(c.said)));
        if (!c.source.empty())
            words += muted(QLatin1Char(' ') + QString::fromStdString(c.source));
        words += Markup(QStringLiteral("\n")) + Markup::coloured(Markup::bold(shape + QLatin1Char(' ') + word), colour);
        if (last)
            words += QStringLiteral(": ") + reasonShown(c);
        if (c.history.size() > 1)
            words += muted(QLatin1Char('\n') + tr("verdicts so far: %1").arg(c.history.size()));
        for (const VerdictRecord& v : c.history)
            if (!v.note.empty())
                words +=
                    Markup::italic(QStringLiteral("\n%1: %2")
                                       .arg(QString::fromStdString(v.made).left(10), QString::fromStdString(v.note)));
        auto* label = new MarkedWords(words);
        label->setWordWrap(true);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        QStringList history;
        for (const VerdictRecord& v : c.history)
            history << QStringLiteral("%1: %2").arg(QString::fromStdString(v.made).left(16),
                                                    &v == last ? reasonShown(c) : QString::fromStdString(v.reason));
        label->setToolTip(plainTip(history.join(QLatin1Char('\n'))));
        m_list->addWidget(label);
        if (last) {
            auto* note = new QLineEdit;
            note->setPlaceholderText(tr("argue with it in a note"));
            note->setAccessibleName(tr("Note on the claim: %1").arg(QString::fromStdString(c.said)));
            connect(note, &QLineEdit::returnPressed, this, [this, note, c] { argue(c, note->text()); });
            m_list->addWidget(note);
        }
    }
    if (claims.empty()) {
        auto* empty = new Words(tr("Nothing is chalked up. Write down what somebody claims before the pulls are made; "
                                   "the test then says held, failed or undecided, and why."));
        empty->setWordWrap(true);
        empty->setProperty("muted", true);
        m_list->addWidget(empty);
    }
    m_list->addStretch(1);
}

QString ClaimsBoard::text() const {
    QStringList out;
    for (int i = 0; i < m_list->count(); ++i)
        if (const auto* label = qobject_cast<QLabel*>(m_list->itemAt(i)->widget()))
            out << label->text();
    return out.join(QLatin1Char('\n'));
}

} // namespace jr::app
