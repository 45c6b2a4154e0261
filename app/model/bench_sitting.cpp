// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/bench_sitting.h"

#include "app/model/capture_recovery.h"
#include "app/words/plural.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/store/sitting_day.h"
#include "core/machine/machine_limits.h"
#include "core/pull/header_keys.h"
#include "core/pull/procedure_check.h"
#include "core/ready/strangers.h"

#include <QSettings>

#include <algorithm>

namespace jr::app {
namespace {

constexpr const char* kRollerLimit = "roller_rad_s"; ///< as in namedLimits()

} // namespace

BenchSitting::BenchSitting(JobModel& job, BenchConnection& link, QObject* parent)
    : QObject(parent), m_job(job), m_link(link) {
    // A program left on overnight: in the morning the walk-round is open again.
    constexpr int kMinuteMs = 60000;
    m_dayTimer.setInterval(kMinuteMs);
    connect(&m_dayTimer, &QTimer::timeout, this, [this] {
        if (m_day != today()) {
            m_day = today();
            emit changed();
        }
    });
    m_day = today();
    m_dayTimer.start();
    connect(&m_link, &BenchConnection::began, this, &BenchSitting::tell);
    connect(&m_link, &BenchConnection::described, this, [this] {
        useProcedure(m_ownProcedure ? m_procedure : procedureSaid());
        tell();
        if (!m_benchName.empty() && m_benchName != m_link.bench()->name) // how fast a roller may turn is its own
            std::erase_if(m_typedLimits, [](const auto& typed) { return typed.first == kRollerLimit; });
        m_benchName = m_link.bench()->name;
        useLimits();
    });
    // A speed limit may be among them.
    connect(&m_link, &BenchConnection::calibrated, this, &BenchSitting::useLimits);
    // The next pulls belong to the job that is open.
    connect(&m_job, &JobModel::jobChanged, this, [this] {
        if (m_job.job().id != m_takenFrom)
            takeFromJob();
        tell();
        emit changed();
    });
    // The pull just made is of the fitting that was said; the next is of the same.
    connect(&m_job, &JobModel::pullsChanged, this, [this] {
        const bool made = m_putOnAgain && m_job.pulls().size() > m_pulls;
        if (made)
            m_putOnAgain = false;
        tell();
        if (made)
            emit changed();
    });
    connect(&m_job, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::sitting))
            apply(sittingSheetOf(m_job.sheet(sheet_kind::sitting)));
        if (kind == QLatin1String(sheet_kind::machine)) { // its kind and its limits guard
            if (!m_ownProcedure && m_link.bench())
                useProcedure(procedureSaid());
            useLimits();
        }
    });
}

void BenchSitting::setSetup(const QString& name) {
    const QString clean = name.trimmed();
    if (clean == m_setup)
        return;
    m_setup = clean;
    m_putOnAgain = false; // another one is fitted anew anyhow
    m_beddingIn = false;  // another part, or none that is new
    tell();
    emit setupChanged();
    emit changed();
}

int BenchSitting::fitting() const {
    // While pulls are being read their numbers are not known, and it is what it was.
    const auto& pulls = m_job.pulls();
    if (m_job.loading() || (!pulls.empty() && pulls.back().trace->header.id.empty()))
        return m_lastFitting;
    int highest = 0;
    std::optional<int> last; // of the newest pull, where it is of this setup
    for (const LoadedPull& p : m_job.pulls()) {
        const auto number = p.trace->header.number(header_key::fitting);
        highest = std::max(highest, number ? static_cast<int>(*number) : 0);
        const SetupRecord* setup = m_job.job().setup(p.record.setupId);
        last = number && setup && QString::fromStdString(setup->name) == m_setup
                   ? std::optional(static_cast<int>(*number))
                   : std::nullopt;
    }
    return last && !m_putOnAgain ? *last : highest + 1;
}

void BenchSitting::setPutOnAgain(bool again) {
    if (again == m_putOnAgain)
        return;
    m_putOnAgain = again;
    m_pulls = m_job.pulls().size();
    tell();
    emit changed();
}

void BenchSitting::setWarmUp(bool on) {
    if (on == m_warmUp)
        return;
    m_warmUp = on;
    tell();
    emit changed();
}

void BenchSitting::setBeddingIn(bool on) {
    if (on == m_beddingIn)
        return;
    m_beddingIn = on;
    tell();
    emit changed();
}

int BenchSitting::heats() const {
    std::string setupId;
    for (const SetupRecord& s : m_job.job().setups)
        if (s.name == m_setup.toStdString())
            setupId = s.id;
    return setupId.empty() ? 0 : m_job.heatsOf(setupId);
}

QString BenchSitting::key(const QString& key) const {
    for (const auto& [name, value] : m_keys)
        if (name == key.toStdString())
            return QString::fromStdString(value);
    return {};
}

void BenchSitting::setKey(const QString& key, const QString& value) {
    if (this->key(key) == value.trimmed())
        return;
    std::erase_if(m_keys, [&](const auto& k) { return k.first == key.toStdString(); });
    if (!value.trimmed().isEmpty())
        m_keys.emplace_back(key.toStdString(), value.trimmed().toStdString());
    keep(tr("write how the sitting is run"));
    tell();
    emit changed();
}

void BenchSitting::setProcedure(const Procedure& procedure) {
    m_ownProcedure = true;
    useProcedure(procedure);
    keep(tr("change the procedure"));
    tell();
    emit changed();
}

Procedure BenchSitting::procedureSaid() const {
    const int strokes = m_link.bench()->header.strokes.value_or(4);
    const MachineSheet machine = machineSheetOf(m_job.sheet(sheet_kind::machine));
    return withMachineWindow(procedureOf(*m_link.bench()), machineOnBench(machine, strokes), strokes);
}

/// Of a machine whose sheet nobody has written its kind is what the bench says of its strokes.
MachineSheet BenchSitting::machineOnBench(MachineSheet machine, int strokes) const {
    if (m_job.sheet(sheet_kind::machine).empty() && strokes == 2)
        machine.kind = MachineKind::TwoStroke;
    return machine;
}

void BenchSitting::useProcedure(const Procedure& procedure) {
    m_procedure = procedure;
    m_link.inSession([procedure](BenchSession& session) { session.setProcedure(procedure); });
}

void BenchSitting::keep(const QString& what) {
    SittingSheet sheet{m_ownProcedure ? std::optional(m_procedure) : std::nullopt, m_keys, m_typedLimits};
    std::sort(sheet.keys.begin(), sheet.keys.end());
    m_job.setSheet(sheet_kind::sitting, sheetBody(sheet), what);
}

void BenchSitting::apply(const SittingSheet& sheet) {
    m_keys = sheet.keys;
    m_ownProcedure = sheet.procedure.has_value();
    if (sheet.procedure)
        useProcedure(*sheet.procedure);
    else if (m_link.bench())
        useProcedure(procedureSaid());
    m_typedLimits = sheet.limits;
    useLimits();
    tell();
    emit changed();
}

/// Another job was opened: its own sitting, if it has one. What was written before there was any job goes into it.
void BenchSitting::takeFromJob() {
    const bool first = m_takenFrom.empty();
    m_takenFrom = m_job.job().id;
    if (const std::string body = m_job.sheet(sheet_kind::sitting); !body.empty()) {
        apply(sittingSheetOf(body));
    } else if (!first) {
        apply({});
    } else {
        if (!m_keys.empty() || m_ownProcedure || !m_typedLimits.empty())
            keep(tr("write how the sitting is run"));
        if (!m_ownProcedure && m_link.bench())
            useProcedure(procedureSaid());
        useLimits();
    }
}

/// What a person sets stays with the job, whichever bench calls and however often: only that which differs from what
/// bench and machine say is theirs.
void BenchSitting::setLimits(const GuardLimits& limits) {
    const GuardLimits said = limitsSaid();
    for (const NamedLimit& known : namedLimits()) {
        if (limits.*known.limit == m_limits.*known.limit)
            continue;
        std::erase_if(m_typedLimits, [&](const auto& typed) { return typed.first == known.name; });
        if (limits.*known.limit != said.*known.limit)
            m_typedLimits.emplace_back(known.name, limits.*known.limit);
    }
    keep(tr("set a guard"));
    useLimits();
}

/// The stricter of what the bench says and what the machine's kind and sheet say.
GuardLimits BenchSitting::limitsSaid() const {
    const MachineSheet machine = machineSheetOf(m_job.sheet(sheet_kind::machine));
    const int strokes = m_link.bench() ? m_link.bench()->header.strokes.value_or(4) : 4;
    const GuardLimits ofMachine = m_job.sheet(sheet_kind::machine).empty() && strokes != 2
                                      ? GuardLimits{}
                                      : machineLimits(machineOnBench(machine, strokes), strokes);
    return m_link.bench() ? stricter(limitsOf(*m_link.bench()), ofMachine) : ofMachine;
}

void BenchSitting::useLimits() {
    GuardLimits limits = limitsSaid();
    for (const auto& [name, value] : m_typedLimits)
        for (const NamedLimit& known : namedLimits())
            if (name == known.name)
                limits.*known.limit = value;
    m_limits = limits;
    m_link.inSession([limits](BenchSession& session) { session.setLimits(limits); });
    emit changed();
}

namespace {

/// Keys that belong to runs on the road; the air too, which a bench tells itself.
bool saidOfRuns(const std::string& key) {
    for (const HeaderKey& known : headerKeys())
        if (known.key == key)
            return known.askedAt == "Road";
    return key == "air_temp_c" || key == "air_pressure_hpa" || key == "humidity_pct";
}

} // namespace

std::string_view BenchSitting::asideOfNext() const {
    return !strangers().empty() ? aside_word::stranger
           : m_warmUp           ? aside_word::warmUp
           : beddingIn()        ? aside_word::beddingIn
                                : std::string_view();
}

void BenchSitting::tell() {
    SittingFacts facts;
    facts.job = m_job.job().name;
    facts.machine = m_job.job().machine;
    facts.setup = m_setup.toStdString();
    // By id and with what the pull counts for, so that a capture of it goes where the pull would have gone.
    facts.jobId = m_job.job().id;
    for (const SetupRecord& setup : m_job.job().setups)
        if (setup.name == facts.setup)
            facts.setupId = setup.id;
    facts.aside = m_link.onTheRoad() ? std::string_view() : asideOfNext();
    // Who rode is no fact of a pull on the bench, nor a strap one of a run on the road.
    const bool road = m_link.onTheRoad();
    for (const auto& [key, value] : m_keys)
        if (saidOfRuns(key) == road)
            facts.keys.emplace_back(key, value);
    if (!m_belongsBecause.empty() && m_strangersOf == pairing())
        facts.keys.emplace_back(header_key::belongsBecause.key, m_belongsBecause);
    m_lastFitting = fitting();
    facts.keys.emplace_back(header_key::fitting.key, std::to_string(m_lastFitting));
    // The pull carries the procedure it was to be run by, so that Judge can hold it to that.
    if (!road)
        facts.keys.emplace_back(header_key::procedure.key, procedureText(m_procedure));
    m_link.inSession([facts](BenchSession& session) { session.setSitting(facts); });
}

void BenchSitting::setClock(std::function<QDateTime()> now) {
    m_now = std::move(now);
    emit changed();
}

std::string BenchSitting::today() const {
    return sittingDay(m_now()).toString(Qt::ISODate).toStdString();
}

int BenchSitting::pullsToday() const {
    const QDate day = sittingDay(m_now());
    return static_cast<int>(std::count_if(m_job.pulls().begin(), m_job.pulls().end(), [&](const LoadedPull& p) {
        const QDateTime when = QDateTime::fromString(QString::fromStdString(p.record.started), Qt::ISODate);
        return when.isValid() && sittingDay(when.toLocalTime()) == day;
    }));
}

WalkRound BenchSitting::walkRound() const {
    if (const std::string body = m_job.sheet(sheet_kind::walkRound); !body.empty())
        return roundOn(today(), walkRoundOf(body));
    if (const QByteArray own = QSettings().value(linesKey()).toByteArray(); !own.isEmpty())
        if (WalkRound round = walkRoundOf(own.toStdString()); !round.lines.empty()) {
            round.day.clear();
            return roundOn(today(), std::move(round));
        }
    return roundOn(today(), usualWalkRound(machineSheetOf(m_job.sheet(sheet_kind::machine)).kind, benchType()));
}

BenchType BenchSitting::benchType() const {
    const bool brake = m_link.bench() && m_link.bench()->header.kind == PullKind::Brake;
    const MachineKind machine = machineSheetOf(m_job.sheet(sheet_kind::machine)).kind;
    return !brake                             ? BenchType::Roller
           : machine == MachineKind::HandHeld ? BenchType::HandBrake
                                              : BenchType::EngineBrake;
}

QString BenchSitting::linesKey() const {
    static constexpr const char* kBenches[] = {"roller", "engine-brake", "hand-brake"};
    const MachineKind machine = machineSheetOf(m_job.sheet(sheet_kind::machine)).kind;
    return QStringLiteral("walk-round/%1/%2")
        .arg(QString::fromUtf8(machineKindId(machine).data()),
             QLatin1String(kBenches[static_cast<std::size_t>(benchType())]));
}

void BenchSitting::rememberLines() {
    WalkRound lines = walkRound();
    for (WalkLine& line : lines.lines) {
        line.who.clear();
        line.when.clear();
    }
    lines.day = "nobody";
    QSettings().setValue(linesKey(), QByteArray::fromStdString(sheetBody(roundOn({}, std::move(lines)))));
}

void BenchSitting::setWalkRound(WalkRound round, const QString& what) {
    const std::string body = m_job.sheet(sheet_kind::walkRound);
    std::vector<WalkRound> earlier = earlierRoundsOf(body);
    WalkRound kept = walkRoundOf(body);
    if (const std::string day = dayOf(kept); !day.empty() && day != today()) {
        kept.day = day;
        earlier.push_back(std::move(kept));
    }
    round.day = today();
    m_job.setSheet(sheet_kind::walkRound, sheetBody(round, earlier), what);
}

std::vector<LeakDue> BenchSitting::leaksDue() const {
    FittedNow now{{}, m_setup.toStdString(), fitting(), false};
    if (now.setup.empty()) // nobody has said what is on
        return {};
    for (const SetupRecord& s : m_job.job().setups)
        if (s.name == now.setup)
            now.setupId = s.id;
    const MachineKind kind = machineSheetOf(m_job.sheet(sheet_kind::machine)).kind;
    now.twoStroke =
        !m_job.sheet(sheet_kind::machine).empty() && kind != MachineKind::FourStroke && kind != MachineKind::Cvt;
    return jr::leaksDue(leakTestsOf(m_job.sheet(sheet_kind::leakTests)), now, m_job.job().setupTree());
}

std::string BenchSitting::pairing() const {
    const auto& bench = m_link.bench();
    return m_job.job().id + '\n' + (bench ? bench->name + '\n' + bench->header.machine : std::string());
}

std::vector<Message> BenchSitting::strangers() const {
    if (!m_job.hasJob() || !m_link.bench() || m_link.onTheRoad() || m_strangersOf == pairing())
        return {};
    std::vector<PullOrigin> there;
    for (const LoadedPull& pull : m_job.pulls())
        if (pull.trace && !pull.record.aside)
            there.push_back(originOf(pull.trace->header));
    PullHeader coming = m_link.bench()->header;
    coming.set(header_key::bench, m_link.bench()->name);
    return strangersTo(m_job.job().machine, there, originOf(coming));
}

void BenchSitting::takeStrangers(const QString& why) {
    m_strangersOf = pairing();
    m_belongsBecause = why.trimmed().toStdString();
    tell();
    emit changed();
}

QString BenchSitting::openBeforePull() const {
    QStringList words;
    if (!m_job.hasJob())
        words << tr("no job is open, so nothing says who looked at the machine today: begin one (Ctrl+N)");
    const WalkRound round = walkRound();
    const int made = pullsToday();
    if (const WalkState state = jr::walkState(round, made); !state.clear()) {
        const bool again = state.missingSafety.size() == 1 && made > 0 &&
                           std::any_of(round.lines.begin(), round.lines.end(),
                                       [](const WalkLine& l) { return l.afterFirstPull && l.safety && !settled(l); });
        words << (again ? QString::fromStdString(state.missingSafety.front())
                        : plural(static_cast<int>(state.missingSafety.size()),
                                 tr("1 safety line of today's walk-round is open"),
                                 tr("%1 safety lines of today's walk-round are open")));
    }
    for (const LeakDue& due : leaksDue())
        words << QString::fromStdString(said(due.why, m_job.units().wording()));
    if (const auto off = stillOff(putBackOf(m_job.sheet(sheet_kind::putBack))); !off.empty())
        words << plural(static_cast<int>(off.size()), tr("1 part is still off"), tr("%1 parts are still off"));
    return words.join(tr("; "));
}

} // namespace jr::app
