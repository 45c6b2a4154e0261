#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Runs the benchmarks and writes perf/measured.md: what was measured, when, on what. So the table cannot grow stale
unseen.

    perf/measure.py [BUILD]        default build/release
"""
import datetime
import json
import os
import pathlib
import platform
import re
import subprocess
import sys

root = pathlib.Path(__file__).resolve().parent.parent
build = pathlib.Path(sys.argv[1] if len(sys.argv) > 1 else root / "build/release").resolve()
environment = dict(os.environ, QT_QPA_PLATFORM="offscreen", LC_ALL="C.UTF-8")

# What each figure may be at most; None where it is only shown.
BARS = {
    "pullToCurve": "10 ms",
    "compareFourAndFour": "50 ms",
    "largeJobFromRaw": "300 ms",
    "largeJobOtherStandard": "30 ms",
    "largeJobOtherBand": "30 ms",
    "demo window usable after": "500 ms",
    "40 pulls, another standard": "100 ms",
    "40 pulls, another unit": "100 ms",
    "40 pulls, another detail": "100 ms",
    "40 pulls, another band": "100 ms",
    "memory with them open": "400 MB",
    "12 setups, 96 pulls opened": None,
    "2000 jobs, 20000 pulls listed": "1000 ms",
    "memory with them listed": "300 MB",
}


def processor():
    for line in open("/proc/cpuinfo"):
        if line.startswith("model name"):
            return line.split(":", 1)[1].strip()
    return platform.machine()


def run(*command):
    return subprocess.run(command, env=environment, capture_output=True, text=True, check=True).stdout


core = json.loads(run(str(build / "perf/perf_core"), "--benchmark_format=json"))
window = run(str(build / "perf/perf_window")) + run(str(build / "perf/perf_jobs"))
commit = run("git", "-C", str(root), "rev-parse", "--short", "HEAD").strip()

rows = []
for one in core["benchmarks"]:
    rows.append((one["name"].split("/")[0], f'{one["real_time"]:.1f} {one["time_unit"]}'))
for line in window.splitlines():
    found = re.match(r"^(\s*\S.*?)\s{2,}(\S.*)$", line) or re.match(r"^(.*\S) (\d+ ms.*)$", line)
    if found:
        rows.append((found.group(1).strip(), found.group(2).strip()))

text = ["# Measured", "",
        f"Written by `perf/measure.py`: {datetime.date.today().isoformat()}, commit {commit}, "
        f"{os.cpu_count()} cores, {processor()}. The clock of a busy machine shows mostly how busy it was.", "",
        "| what | bar | measured |", "|---|---|---|"]
text += [f"| {name} | {BARS.get(name) or ''} | {value} |" for name, value in rows]
(root / "perf/measured.md").write_text("\n".join(text) + "\n")
print("\n".join(text))
