#include "core/pull/trace.h"

namespace jr {

std::string_view kindText(PullKind kind) {
    switch (kind) {
    case PullKind::Roller:
        return "roller";
    case PullKind::Brake:
        return "brake";
    case PullKind::Curve:
        return "curve";
    }
    return "";
}

std::string_view measuredAtText(MeasuredAt at) {
    switch (at) {
    case MeasuredAt::Crank:
        return "crank";
    case MeasuredAt::Hub:
        return "hub";
    case MeasuredAt::Wheel:
        return "wheel";
    case MeasuredAt::Unknown:
        break;
    }
    return "";
}

const Channel* Trace::find(ChannelId id, int number) const {
    for (const Channel& channel : channels)
        if (channel.name.id == id && (number == 0 || channel.name.number == number))
            return &channel;
    return nullptr;
}

std::vector<const Channel*> Trace::findAll(ChannelId id) const {
    std::vector<const Channel*> out;
    for (const Channel& channel : channels)
        if (channel.name.id == id)
            out.push_back(&channel);
    return out;
}

} // namespace jr
