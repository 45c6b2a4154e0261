// The libFuzzer target: cmake --preset fuzz && cmake --build --preset fuzz --target fuzz_readers, then run it on
// tests/reference/samples.
#include "tests/fuzz/hostile.h"

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    hostile::readEverything({reinterpret_cast<const char*>(data), size});
    return 0;
}
