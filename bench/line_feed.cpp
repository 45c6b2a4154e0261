// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/line_feed.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "core/nan.h"
#include "core/units/units.h"

#include <QCoreApplication>

#include <cmath>

namespace jr {
namespace {

constexpr std::size_t kLongestLine = 2000;
constexpr double kJumpS = 2.;      // a hole longer than this is another clock, not a lost sample
constexpr double kRoadJumpS = 5.5; // a receiver tells the time of day: so long a hole is a hole, and flagged as one
constexpr double kShortestStepS = 1e-5;   // a hundred thousand samples a second: no bench is that quick
constexpr std::size_t kMostWaiting = 100; // words nobody has taken yet
constexpr std::size_t kLongestIntroduction = 256 * 1024;
// hello, fact, channel, offer and begin are the first kinds of BenchLine.
constexpr std::size_t kLastOfIntroduction = 4;
static_assert(std::is_same_v<std::variant_alternative_t<kLastOfIntroduction, BenchLine>, BeginLine>);

/// A channel as a bench names it; one we do not understand is kept under its own name.
BenchChannel channelOf(const std::string& name, const std::string& unitText) {
    BenchChannel out;
    out.heading = name;
    out.unitText = unitText;
    out.name = {ChannelId::Other, 0};
    const auto known = parseChannelName(name);
    const auto unit = known ? findChannelUnit(known->id, unitText) : std::nullopt;
    if (known && unit && unitFits(known->id, *unit)) {
        out.name = *known;
        out.factor = unit->factor;
        out.offset = unit->offset;
        out.quantity = unit->quantity;
        out.unitText = unit->symbol;
    }
    return out;
}

/// Of a fix, in the order of valuesOf.
constexpr std::pair<const char*, const char*> kFixChannels[] = {{"vehicle_speed", "m/s"}, {"latitude", "deg"},
                                                                {"longitude", "deg"},     {"altitude", "m"},
                                                                {"satellites", "1"},      {"hdop", "1"}};
std::vector<double> valuesOf(const ReceiverFix& fix) {
    constexpr double kRad = kPi / 180.;
    return {fix.speedMPerS, fix.latitudeDeg * kRad, fix.longitudeDeg * kRad, fix.altitudeM, fix.satellites, fix.hdop};
}

} // namespace

std::vector<Message> LineHealth::words() const {
    std::vector<Message> out;
    const auto add = [&](std::uint64_t n, std::string_view code) {
        if (n > 0)
            out.push_back({code, {Count{static_cast<long>(n)}}});
    };
    add(missing, "line.samples-lost");
    add(badChecksums, "line.lines-damaged");
    add(garbage, "line.not-the-benches");
    add(wrongLength, "line.wrong-length");
    add(clockJumps, "line.clock-jumps");
    return out;
}

Result<PlainLayout> parsePlainLayout(std::string_view text) {
    PlainLayout out;
    if (trimmed(text) == "nmea") { // a satellite receiver alone
        out.satellite = true;
        out.columns.push_back(channelOf("vehicle_speed", "m/s"));
        return out;
    }
    if (trimmed(text) == "road") { // one that rides along
        out.road = true;
        for (const auto& [name, unit] : kFixChannels)
            out.columns.push_back(channelOf(name, unit));
        return out;
    }
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    splitCells(text, ',', cells, scratch);
    bool first = true;
    for (std::string_view cell : cells) {
        cell = trimmed(cell);
        if (first && (cell == "semicolon" || cell == "tab" || cell == "comma" || cell == "space")) {
            out.delimiter = cell == "semicolon" ? ';' : cell == "tab" ? '\t' : cell == "space" ? ' ' : ',';
            out.decimalComma = cell == "semicolon";
            first = false;
            continue;
        }
        first = false;
        const std::size_t colon = cell.find(':');
        const std::string name(trimmed(cell.substr(0, colon)));
        std::string unitText(colon == std::string_view::npos ? std::string_view() : trimmed(cell.substr(colon + 1)));
        if (name == "-" || name.empty()) {
            out.columns.emplace_back();
            continue;
        }
        const auto channel = parseChannelName(name);
        if (!channel)
            return Error{Message{"line.not-a-channel", {std::string(name)}}};
        if (unitText.empty())
            unitText = channel->id == ChannelId::EngineSpeed ? "rpm"
                                                             : std::string(siSymbol(channelInfo(channel->id).quantity));
        const auto unit = findChannelUnit(channel->id, unitText);
        if (!unit || !unitFits(channel->id, *unit))
            return Error{Message{"file.asked-unit-does-not-fit", {std::string(unitText), std::string(name)}}};
        if (channel->id == ChannelId::Time) {
            out.timeColumn = static_cast<int>(out.columns.size());
            out.timeFactor = unit->factor;
            out.columns.emplace_back();
        } else {
            out.columns.push_back(channelOf(name, unitText));
        }
    }
    bool any = false;
    for (const auto& c : out.columns)
        any = any || c.has_value();
    if (!any)
        return Error{Message{"line.no-column"}};
    return out;
}

LineFeed::LineFeed(PlainLayout plain, PullHeader header) : m_plain(std::move(plain)) {
    auto d = std::make_shared<BenchDescription>();
    d->name = m_plain->road ? "receiver" : "plain lines";
    d->plain = true;
    d->header = std::move(header);
    if (m_plain->road) {
        d->header.kind = PullKind::Road;
        (void)setHeaderValue(d->header, header_key::speedFrom.key, "receiver");
    }
    for (const auto& column : m_plain->columns)
        if (column)
            d->channels.push_back(*column);
    m_description = std::move(d);
}

void LineFeed::say(Message message) {
    if (said.size() >= kMostWaiting)
        said.pop_front();
    said.push_back(std::move(message));
}

std::optional<LineFeed::Clock> LineFeed::clock() const {
    return m_lastTimeS ? std::optional(Clock{*m_lastTimeS, m_clockOffsetS, m_usualStepS}) : std::nullopt;
}

void LineFeed::resumeClock(const Clock& clock) {
    m_lastTimeS = clock.lastTimeS;
    m_clockOffsetS = clock.offsetS;
    m_usualStepS = clock.usualStepS;
}

void LineFeed::reconnected() {
    m_buffer.clear();
    m_skipping = false;
    m_lastCount.reset();
    m_coming.reset(); // half an introduction is none
}

void LineFeed::take(std::string_view bytes, std::vector<Frame>& frames) {
    while (!bytes.empty()) {
        const std::size_t end = bytes.find('\n');
        const std::string_view part = bytes.substr(0, end);
        if (!m_skipping)
            m_buffer.append(part.substr(0, kLongestLine + 1));
        if (m_buffer.size() > kLongestLine) {
            m_skipping = true; // said once, when its end comes
            m_buffer.clear();
        }
        if (end == std::string_view::npos)
            return;
        if (m_skipping)
            ++m_health.garbage;
        else
            line(m_buffer, frames);
        m_skipping = false;
        m_buffer.clear();
        bytes.remove_prefix(end + 1);
    }
}

void LineFeed::line(std::string_view text, std::vector<Frame>& frames) {
    text = trimmed(text);
    if (text.empty())
        return;
    if (text.front() == '$' || (m_plain && m_plain->road))
        return sentence(text, frames);
    if (m_plain && !m_plain->satellite)
        return plain(text, frames);
    BenchLine message;
    switch (readBenchLine(text, message)) {
    case LineFault::None:
        if (message.index() <= kLastOfIntroduction)
            introduce(message, text);
        else
            take(message, frames);
        break;
    case LineFault::BadChecksum:
        ++m_health.badChecksums;
        break;
    case LineFault::NoChecksum:
    case LineFault::NotUnderstood:
        ++m_health.garbage;
        break;
    }
}

/// Of a weather station or a receiver; one of no interest is no fault.
void LineFeed::sentence(std::string_view text, std::vector<Frame>& frames) {
    const auto reading = readNmea(text);
    if (reading)
        weather(*reading);
    if (m_plain && m_plain->satellite && reading && reading->timeOfDayS && reading->fix && !reading->hdop)
        frame(*reading->timeOfDayS, {m_speedMS.value_or(kNaN)}, frames);
    if (!m_plain || !m_plain->road)
        return;
    const SentenceFault fault = m_fixes.take(text);
    m_health.badChecksums += fault == SentenceFault::Damaged;
    m_health.garbage += fault == SentenceFault::NoSentence;
    if (const auto fix = m_fixes.takeFix())
        frame(fix->clockS, valuesOf(*fix), frames);
}

/// hello, fact, channel, offer, begin: what the bench is. Bounded: a bench that says more than BenchBounds is taken at
/// what fits, and that is said once.
void LineFeed::introduce(const BenchLine& message, std::string_view text) {
    if (const auto* hello = std::get_if<HelloLine>(&message)) {
        if (hello->version != 1) {
            say({"line.version", {std::to_string(hello->version)}});
            return;
        }
        m_coming = std::make_unique<BenchDescription>();
        m_coming->name = hello->name;
        m_coming->introduction = text;
        return;
    }
    if (!m_coming)
        return;
    m_coming->introduction += '\n';
    m_coming->introduction += text;
    if (m_coming->introduction.size() > kLongestIntroduction) {
        say({"line.introduction-no-end"});
        m_coming.reset();
        return;
    }
    const auto full = [this](std::size_t has, std::size_t most, std::string_view code) {
        if (has == most)
            say({code, {std::to_string(most)}});
        return has >= most;
    };
    BenchDescription& coming = *m_coming;
    if (const auto* fact = std::get_if<FactLine>(&message)) {
        if (!coming.facts.contains(fact->key) && full(coming.facts.size(), BenchBounds::facts, "line.too-many-facts"))
            return;
        coming.facts[fact->key] = fact->value;
        // Facts that are no header keys are kept as facts only.
        static constexpr std::string_view kHeaderKeys[] = {"machine",
                                                           "kind",
                                                           "measured_at",
                                                           "strokes",
                                                           "limiter_rpm",
                                                           "stoich",
                                                           "roller_inertia_kg_m2",
                                                           "roller_radius_m",
                                                           "roller_loss_nm",
                                                           "engine_per_roller",
                                                           "brake_arm_m",
                                                           "brake_inertia_kg_m2",
                                                           "engine_per_brake",
                                                           "air_temp_c",
                                                           "air_pressure_hpa",
                                                           "humidity_pct"};
        for (std::string_view key : kHeaderKeys)
            if (key == fact->key)
                if (const Result<Done> put = setHeaderValue(coming.header, key, fact->value); !put)
                    say({"line.fact-wrong", {Sayings{{messageOf(put.error())}}}});
    } else if (const auto* channel = std::get_if<ChannelLine>(&message)) {
        if (full(coming.channels.size(), BenchBounds::channels, "line.too-many-channels"))
            return;
        if (channel->index != coming.channels.size())
            say({"line.channel-out-of-order", {std::to_string(channel->index)}});
        coming.channels.push_back(channelOf(channel->name, channel->unit));
        if (coming.channels.back().name.id == ChannelId::Other)
            say({"line.channel-not-understood", {channel->name, channel->unit}});
    } else if (const auto* offer = std::get_if<OfferLine>(&message)) {
        if (!full(coming.offers.size(), BenchBounds::offers, "line.too-many-offers"))
            coming.offers.push_back({offer->word, offer->label});
    } else if (std::get_if<BeginLine>(&message)) {
        // A bench that says it hears satellites gets their speed as one more channel.
        const bool addSpeed = coming.facts.contains("satellite_speed") && coming.find(ChannelId::VehicleSpeed) < 0;
        if (addSpeed)
            coming.channels.push_back(channelOf("vehicle_speed", "m/s"));
        if (!m_description || m_description->introduction != coming.introduction) {
            m_addSpeed = addSpeed;
            m_lastCount.reset(); // another bench counts for itself
            m_description = std::shared_ptr<const BenchDescription>(std::move(m_coming));
        }
        m_coming.reset();
        m_introduced = true;
    }
}

void LineFeed::take(const BenchLine& message, std::vector<Frame>& frames) {
    if (const auto* sample = std::get_if<SampleLine>(&message)) {
        if (!m_description)
            return; // joined in the middle: the description is asked for
        std::vector<double> given = sample->values;
        if (m_addSpeed)
            given.push_back(m_speedMS.value_or(kNaN));
        if (given.size() != m_description->channels.size()) {
            ++m_health.wrongLength;
            return;
        }
        if (m_lastCount) {
            const std::uint32_t ahead = sample->count - *m_lastCount;
            if (ahead > 1 && ahead < 1u << 30)
                m_health.missing += ahead - 1;
        }
        m_lastCount = sample->count;
        std::vector<double> values(given.size());
        for (std::size_t i = 0; i < values.size(); ++i)
            values[i] = (given[i] + m_description->channels[i].offset) * m_description->channels[i].factor;
        frame(sample->timeS, std::move(values), frames);
    } else if (const auto* text = std::get_if<SaidLine>(&message)) {
        say({"error.in-words", {text->text}});
    } else if (const auto* answer = std::get_if<AnswerLine>(&message)) {
        if (!answer->done)
            say({"line.refused", {answer->text}});
        if (answers.size() >= kMostWaiting)
            answers.pop_front();
        answers.push_back(*answer);
    }
}

void LineFeed::plain(std::string_view text, std::vector<Frame>& frames) {
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    splitCells(text, m_plain->delimiter, cells, scratch);
    if (cells.size() < m_plain->columns.size()) {
        ++m_health.garbage; // a heading, a greeting, half a line
        return;
    }
    std::vector<double> values;
    double time = m_plain->stepS * static_cast<double>(m_plainRows);
    bool any = false;
    for (std::size_t c = 0; c < m_plain->columns.size(); ++c) {
        auto number = parseNumber(trimmed(cells[c]), m_plain->decimalComma);
        if (number && std::abs(*number) > kLargestReading)
            number.reset(); // no figure
        if (static_cast<int>(c) == m_plain->timeColumn) {
            if (!number || std::abs(*number * m_plain->timeFactor) > kLargestTimeS) {
                ++m_health.garbage;
                return;
            }
            time = *number * m_plain->timeFactor;
        } else if (const auto& channel = m_plain->columns[c]) {
            values.push_back(number ? (*number + channel->offset) * channel->factor : kNaN);
            any = any || number.has_value();
        }
    }
    if (!any) {
        ++m_health.garbage;
        return;
    }
    ++m_plainRows;
    frame(time, std::move(values), frames);
}

void LineFeed::frame(double timeS, std::vector<double> values, std::vector<Frame>& frames) {
    double t = timeS + m_clockOffsetS;
    bool jumped = false;
    if (m_lastTimeS) {
        const double step = t - *m_lastTimeS;
        const double longest = m_plain && m_plain->road ? kRoadJumpS : kJumpS;
        if (!(step >= kShortestStepS && step <= longest)) {
            // Another clock: go on from where we were, and say so.
            m_clockOffsetS += *m_lastTimeS + m_usualStepS - t;
            t = *m_lastTimeS + m_usualStepS;
            ++m_health.clockJumps;
            m_jumped = jumped = true;
        } else {
            m_usualStepS += 0.05 * (step - m_usualStepS);
        }
    }
    m_lastTimeS = t;
    ++m_health.samples;
    frames.push_back({t, std::move(values), m_description, jumped});
}

void LineFeed::weather(const NmeaReading& r) {
    if (r.airTempC)
        m_tempC = r.airTempC;
    if (r.pressurePa)
        m_pressurePa = r.pressurePa;
    if (r.humidity)
        m_humidity = r.humidity;
    if (r.speedMS)
        m_speedMS = r.speedMS;
    if (r.fix && *r.fix == 0)
        m_speedMS.reset();
    if (m_tempC && m_pressurePa && m_humidity)
        m_air = Air{*m_tempC, *m_pressurePa, *m_humidity};
}

} // namespace jr
