// SPDX-License-Identifier: GPL-3.0-or-later
// The channels a file may carry: each is what its name says, has a unit and a range a machine can have, and what is
// nearly a name is none.
#include "core/pull/channels.h"
#include "core/units/units.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <set>

using namespace jr;

class TestChannels : public QObject {
    Q_OBJECT
private slots:
    void eachStandsAtItsPlaceUnderItsName() {
        std::set<std::string_view> names;
        for (const ChannelInfo& info : allChannels()) {
            QVERIFY(&channelInfo(info.id) == &info); // the table is looked up by the enum
            QVERIFY(info.lowest < info.highest);
            if (info.id == ChannelId::Other)
                continue;
            QVERIFY(!info.name.empty() && names.insert(info.name).second);
            const auto read = parseChannelName(info.name);
            QVERIFY(read);
            QCOMPARE(static_cast<int>(read->id), static_cast<int>(info.id));
            QCOMPARE(read->number, info.numbered ? 1 : 0);
            for (int number : {1, 2, 64}) {
                const auto again = parseChannelName(channelText({info.id, number}));
                QVERIFY(again && again->id == info.id);
                QCOMPARE(again->number, info.numbered ? number : 0);
            }
        }
        QVERIFY(names.size() > 25);
    }
    void whatIsNearlyANameIsNone() {
        for (const char* none : {"", "Time", "engine speed", "engine_speed_1", "afr_0", "afr_65", "afr_", "afr_x",
                                 "afr2", "egt_1.5", "egt_-1", "egt_ 1", "timer", "tim", "afr_1_2", "map_99999999999"})
            QVERIFY2(!parseChannelName(none), none);
    }
    /// Every channel can be written in the unit its quantity has in our files, and not in another quantity's.
    void units() {
        for (const ChannelInfo& info : allChannels()) {
            if (info.id == ChannelId::Other)
                continue;
            int fitting = 0;
            for (const Unit& unit : allUnits())
                fitting += unitFits(info.id, unit);
            // Lengths and angles stand in the workshop's own list.
            if (info.quantity != Quantity::Length && info.quantity != Quantity::Angle)
                QVERIFY2(fitting >= 1, std::string(info.name).c_str());
            QVERIFY(fitting < static_cast<int>(allUnits().size()));
        }
        QVERIFY(unitFits(ChannelId::FuelFlow, *findUnit("kg/h")) && !unitFits(ChannelId::FuelFlow, *findUnit("rpm")));
        QVERIFY(unitFits(ChannelId::EngineSpeed, *findUnit("rpm")) &&
                !unitFits(ChannelId::EngineSpeed, *findUnit("km/h")));
        QVERIFY(unitFits(ChannelId::Other, *findUnit("rpm")));
        QVERIFY(findChannelUnit(ChannelId::Afr, "") && !findChannelUnit(ChannelId::EngineSpeed, ""));
        QVERIFY(findChannelUnit(ChannelId::Distance, "m"));
        QVERIFY(!findChannelUnit(ChannelId::Power, "m")); // a metre is a unit on the road alone
        QVERIFY(findChannelUnit(ChannelId::Latitude, "deg"));
    }
    /// What machines of this trade do lies inside; what only a broken sensor says does not.
    void rangesHoldWhatMachinesDo() {
        const auto holds = [](ChannelId id, double si) {
            return si >= channelInfo(id).lowest && si <= channelInfo(id).highest;
        };
        QVERIFY(holds(ChannelId::EngineSpeed, radPerSFromRpm(16000.)) &&
                !holds(ChannelId::EngineSpeed, radPerSFromRpm(65535.)));
        QVERIFY(holds(ChannelId::VehicleSpeed, 300. / 3.6) && !holds(ChannelId::VehicleSpeed, 255.));
        QVERIFY(holds(ChannelId::Egt, 750.) && !holds(ChannelId::Egt, 1372.)); // where a broken thermocouple ends up
        QVERIFY(holds(ChannelId::Coolant, 85.) && !holds(ChannelId::Coolant, 215.));
        QVERIFY(holds(ChannelId::Lambda, 0.86) && holds(ChannelId::Afr, 12.8) && !holds(ChannelId::Afr, 0.));
        QVERIFY(holds(ChannelId::Latitude, -1.2) && !holds(ChannelId::Latitude, 2.));
        QVERIFY(!holds(ChannelId::Power, std::nan("")));
    }
};

JR_SUITE(TestChannels)
#include "test_channels.moc"
