// SPDX-License-Identifier: GPL-3.0-or-later
// The libFuzzer targets, one program each: docs/fuzzing.md says how they are built and run.
#include "tests/fuzz/hostile.h"

#include <cstring>

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    static const auto read = [] {
        for (const hostile::Target& target : hostile::targets())
            if (std::strcmp(target.name, JR_FUZZ_TARGET) == 0)
                return target.read;
        return hostile::pullFile;
    }();
    read({reinterpret_cast<const char*>(data), size});
    return 0;
}
