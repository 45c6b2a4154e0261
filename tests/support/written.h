// SPDX-License-Identifier: GPL-3.0-or-later
// A sheet written as the Hand over station's buttons do it, and how that went.
#pragma once

#include "app/handover/handover_station.h"

#include <QTest>

#include <optional>

namespace testsupport {

inline jr::Result<jr::Done> written(jr::app::HandoverStation& station, jr::app::SheetFormat format,
                                    const QString& path) {
    std::optional<jr::Result<jr::Done>> how;
    station.write(format, path, [&](const jr::Result<jr::Done>& done) { how = done; });
    if (!QTest::qWaitFor([&] { return how.has_value(); }, 60000))
        return jr::Error{"never written"};
    return *how;
}

} // namespace testsupport
