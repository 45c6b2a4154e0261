// SPDX-License-Identifier: GPL-3.0-or-later
// The work order as JSON text, one of a job's sheets (docs/archive.md).
#pragma once

#include "core/ready/work_order.h"

#include <string>

namespace jr {

namespace sheet_kind {
inline constexpr const char* workOrder = "work-order";
}

std::string sheetBody(const WorkOrder& order);
/// What is missing or of another kind keeps its default.
WorkOrder workOrderOf(const std::string& body);

} // namespace jr
