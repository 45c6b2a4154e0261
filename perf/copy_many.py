#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""How long the second copy of a very large archive takes: the first time, with nothing new, and after one new sitting.

    perf/copy_many.py BUILD_BIN_DIR [PULLS]

Makes an archive of PULLS (20000) pulls of 1,500 rows in 150 jobs, copies it, copies it again, brings in a job of eight
pulls more and copies a third time; prints seconds and what went over."""
import json, math, os, subprocess, sys, tempfile, time

CLI = os.path.join(os.path.abspath(sys.argv[1]), "jolly-ram-cli")
MANY = int(sys.argv[2]) if len(sys.argv) > 2 else 20000
ROWS = "time [s],roller_speed [rad/s],engine_speed [rpm],afr_1 [1]\n" + "".join(
    f"{0.005 * i:.3f},{60 + 0.08 * i + 0.02 * math.sin(i):.3f},{3000 + 4 * i:.0f},{13 + 0.2 * math.sin(i / 40):.2f}\n"
    for i in range(1500))


def run(*arguments):
    begun = time.time()
    done = subprocess.run([CLI, "archive", *arguments], capture_output=True, text=True)
    assert done.returncode == 0, done.stderr
    return time.time() - begun, json.loads(done.stdout)


def pulls(folder, first, count, job):
    os.makedirs(folder, exist_ok=True)
    for n in range(first, first + count):
        with open(f"{folder}/{n}.pull.csv", "w") as file:
            file.write(f"# jolly-ram: pull 1\n# id: many-{n}\n# job: {job or f'Job {n % 150}'}\n# machine: Larkspur 410\n"
                       f"# setup: s{n % 3}\n# kind: roller\n# roller_inertia_kg_m2: 9\n"
                       f"# started: 2026-05-{1 + n // 150 % 28:02d}T10:{n % 60:02d}:00Z\n" + ROWS)


with tempfile.TemporaryDirectory() as place:
    home, stick = place + "/home", place + "/stick"
    os.makedirs(stick)
    pulls(home + "/pulls/heap", 0, MANY, None)
    run("rebuild", home)
    first, made = run("copy", home, stick)
    print(f"first copy of {MANY} pulls: {first:.1f} s, {made['files_copied']} files, {made['bytes_copied'] / 1e6:.0f} MB")
    nothing, made = run("copy", home)
    print(f"nothing new: {nothing:.2f} s, {made['files_copied']} files")
    one = place + "/one"
    pulls(one + "/pulls/one", MANY, 8, "The new sitting")
    run("rebuild", one)
    run("export", one, "--job", "The new sitting", "--out", place + "/one.zip")
    taken, _ = run("import", home, place + "/one.zip")
    print(f"a bundle of 8 pulls taken in: {taken:.2f} s")
    sitting, made = run("copy", home)
    print(f"after one new sitting: {sitting:.2f} s, {made['files_copied']} files, {made['bytes_copied'] / 1e6:.2f} MB")
