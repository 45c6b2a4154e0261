#include "cli/commands.h"
namespace jr::cli {
void addArchive(CLI::App&, Action&) {}
} // namespace jr::cli
