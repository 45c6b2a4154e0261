#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""How long a rebuild takes with very many pulls, and whether it grows in step with them.

    perf/rebuild_many.py BUILD_BIN_DIR [PULLS]

Makes an archive of PULLS (20000) pull files of 1,500 rows in 150 jobs without a database, and one of a quarter of that;
prints seconds, milliseconds a pull and the ratio of the two."""
import json, math, os, subprocess, sys, tempfile, time

CLI = os.path.join(os.path.abspath(sys.argv[1]), "jolly-ram-cli")
MANY = int(sys.argv[2]) if len(sys.argv) > 2 else 20000


def rebuild(count):
    with tempfile.TemporaryDirectory() as place:
        os.makedirs(place + "/pulls/heap")
        rows = [f"{0.005 * i:.3f},{60 + 0.08 * i + 0.02 * math.sin(i):.3f},{3000 + 4 * i:.0f},{13 + 0.2 * math.sin(i / 40):.2f}\n"
                for i in range(1500)]
        body = "time [s],roller_speed [rad/s],engine_speed [rpm],afr_1 [1]\n" + "".join(rows)
        for n in range(count):
            open(f"{place}/pulls/heap/{n}.pull.csv", "w").write(
                f"# jolly-ram: pull 1\n# id: many-{n}\n# job: Job {n % 150}\n# machine: Larkspur 410\n# setup: s{n % 3}\n"
                f"# kind: roller\n# roller_inertia_kg_m2: 9\n# started: 2026-05-{1 + n // 150 % 28:02d}T10:{n % 60:02d}:00Z\n" + body)
        begun = time.time()
        done = subprocess.run([CLI, "archive", "rebuild", place], capture_output=True, text=True)
        took = time.time() - begun
        assert done.returncode == 0 and json.loads(done.stdout)["pulls_taken"] == count, done.stderr
        return took


few, many = rebuild(MANY // 4), rebuild(MANY)
print(f"{MANY // 4} pulls: {few:.1f} s, {1000 * few / (MANY // 4):.2f} ms a pull")
print(f"{MANY} pulls: {many:.1f} s, {1000 * many / MANY:.2f} ms a pull, {many / few:.2f} times as long for 4 times as many")
