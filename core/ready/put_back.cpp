// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/put_back.h"

#include <cstdio>

namespace jr {

std::vector<int> stillOff(const std::vector<PutBackStep>& steps) {
    std::vector<int> out;
    for (int i = static_cast<int>(steps.size()) - 1; i >= 0; --i)
        if (!steps[static_cast<std::size_t>(i)].back)
            out.push_back(i);
    return out;
}

Message outOfOrder(const std::vector<PutBackStep>& steps) {
    for (std::size_t i = 0; i < steps.size(); ++i)
        for (std::size_t j = i + 1; steps[i].back && j < steps.size(); ++j)
            if (!steps[j].back)
                return {"putback.order", {steps[i].part, steps[j].part}};
    return {};
}

std::vector<PutBackStep> forNextTime(std::vector<PutBackStep> steps) {
    for (PutBackStep& step : steps) {
        step.back = false;
        step.who.clear();
        step.when.clear();
    }
    return steps;
}

std::string putBackText(const PutBackStep& step) {
    std::string out = step.part;
    for (const std::string& word : {step.side, step.orientation})
        if (!word.empty())
            out += ", " + word;
    if (step.torqueNm) {
        char buffer[32];
        std::snprintf(buffer, sizeof buffer, ", %g Nm", *step.torqueNm);
        out += buffer;
    }
    if (!step.threadLock.empty())
        out += ", thread-lock " + step.threadLock;
    return out;
}

} // namespace jr
