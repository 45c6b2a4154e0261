#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Kills `rebuild`, `record` and the window again and again at random moments; after each nothing may be lost, nothing
half, and the next start opens.

    tests/endurance/kill_often.py BUILD_BIN_DIR N

A plain script because it stands outside the program: it knows the command line and the files, nothing else."""
import json, os, random, shutil, signal, subprocess, sys, tempfile, time

BIN, N = os.path.abspath(sys.argv[1]), int(sys.argv[2])
CLI, WINDOW, STANDIN = (os.path.join(BIN, n) for n in ("jolly-ram-cli", "jolly-ram", "jolly-ram-standin"))
ENV = dict(os.environ, QT_QPA_PLATFORM="offscreen", LC_ALL="C.UTF-8")
random.seed(20261128)


def run(*args, **more):
    return subprocess.run(args, capture_output=True, text=True, env=ENV, **more)


def pull(number, job, setup):
    rows = "".join(f"{0.1 * i:.1f},{60 + 3 * i + 0.01 * number:.3f}\n" for i in range(60))
    return (f"# jolly-ram: pull 1\n# id: kill-{number}\n# job: {job}\n# machine: Larkspur 410\n# setup: {setup}\n"
            "# kind: roller\n# roller_inertia_kg_m2: 9\n# engine_per_roller: 4.5\n"
            f"# started: 2026-05-02T10:{number % 60:02d}:00+02:00\ntime [s],roller_speed [rad/s]\n{rows}")


def make_archive(folder, jobs, pulls):
    n = 0
    for j in range(jobs):
        at = f"{folder}/pulls/job-{j}"
        os.makedirs(at)
        for i in range(pulls):
            open(f"{at}/{i}.pull.csv", "w").write(pull(n, f"Job {j}", "long" if i % 2 else "short"))
            n += 1
    assert run(CLI, "archive", "rebuild", folder).returncode == 0
    return n


def contents(folder):
    out = {}
    for base, _, names in os.walk(folder + "/pulls"):
        for name in names:
            if name.endswith(".pull.csv"):
                text = open(os.path.join(base, name)).read()
                out[text.split("# id: ")[1].split("\n")[0]] = text
    return out


def whole(folder, wanted, what):
    check = run(CLI, "archive", "check", folder)
    report = json.loads(check.stdout) if check.stdout else {}
    if check.returncode != 0:
        again = run(CLI, "archive", "rebuild", folder)
        check = run(CLI, "archive", "check", folder)
        report = json.loads(check.stdout)
        assert check.returncode == 0, (what, again.stderr, check.stderr)
    assert report["pulls"] == report["mirrored"] >= len(wanted), (what, report, len(wanted))
    have = contents(folder)
    for key, text in wanted.items():
        assert have.get(key) == text, (what, "lost or changed", key)
    parts = [f for b, _, fs in os.walk(folder) for f in fs if f.startswith(".jr-part-")]
    assert len(parts) <= 2, (what, parts)  # of the kill itself; a rebuild tidies them


def kill_at(process, most_s):
    time.sleep(random.random() * most_s)
    process.send_signal(signal.SIGKILL)
    process.wait()


def kill_rebuild(times):
    with tempfile.TemporaryDirectory() as place:
        folder = place + "/a"
        make_archive(folder, 6, 10)
        wanted = contents(folder)
        for i in range(times):
            for part in ("", "-wal", "-shm"):
                if os.path.exists(f"{folder}/jolly-ram.sqlite{part}"):
                    os.remove(f"{folder}/jolly-ram.sqlite{part}")
            kill_at(subprocess.Popen([CLI, "archive", "rebuild", folder], env=ENV, stdout=subprocess.DEVNULL,
                                     stderr=subprocess.DEVNULL), 0.25)
            assert run(CLI, "archive", "rebuild", folder).returncode == 0, ("rebuild", i)
            whole(folder, wanted, ("rebuild", i))
            assert not [f for b, _, fs in os.walk(folder) for f in fs if "set-away" in f], ("rebuild", i)


def kill_record(times):
    bench = subprocess.Popen([STANDIN, "--speed", "40", "--leave-with-input"], stdin=subprocess.PIPE,
                             stdout=subprocess.PIPE, text=True)
    address = bench.stdout.readline().strip()
    with tempfile.TemporaryDirectory() as place:
        kept = {}
        for i in range(times):
            record = subprocess.Popen([CLI, "record", "--device", address, "--out", place, "--pulls", "50", "--ask",
                                       "pull"], env=ENV, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, text=True)
            kill_at(record, 1.2)
            said = [l.split(": kept")[0] for l in record.stderr.read().split("\n") if ": kept" in l]
            for name in said:  # told, so there, and whole
                assert run(CLI, "curve", name).returncode in (0, 3) and os.path.getsize(name) > 1000, ("record", i, name)
            for name, text in kept.items():
                assert open(name).read() == text, ("record", i, name)
            recovered = run(CLI, "record", "--recover", "--out", place)
            assert recovered.returncode == 0, ("record", i, recovered.stderr)
            for name in sorted(os.listdir(place)):
                if name.endswith(".pull.csv") and f"{place}/{name}" not in kept:
                    kept[f"{place}/{name}"] = open(f"{place}/{name}").read()
                    assert kept[f"{place}/{name}"].endswith("\n"), ("record", i, name, "half")
        ids = [t.split("# id: ")[1].split("\n")[0] for t in kept.values()]
        assert len(ids) == len(set(ids)), "a pull was recovered twice"
        print(f"  {len(kept)} pulls came through")
    bench.stdin.close()
    bench.wait()


def kill_window(times):
    with tempfile.TemporaryDirectory() as place:
        folder = place + "/a"
        make_archive(folder, 3, 6)
        before = {}
        for i in range(times):
            args = [WINDOW, "--archive", folder]
            if i % 3 == 0:
                args += ["--try-bench", "larkspur"]
            elif i % 3 == 1:
                open(place + "/new.pull.csv", "w").write(pull(1000 + i, "Brought in", "short"))
                args += [place + "/new.pull.csv"]
            kill_at(subprocess.Popen(args, env=ENV, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL), 1.2)
            now = contents(folder)
            for key, text in before.items():
                assert now.get(key) == text, ("window", i, "lost or changed", key)
            whole(folder, before, ("window", i))
            before = contents(folder)
        time.sleep(1)
        left = run("pgrep", "-f", "jolly-ram-standin --leave-with-input --machine").stdout.split()
        assert not left, ("window", "simulated benches left running", left)


for name, kill in (("rebuild", kill_rebuild), ("record", kill_record), ("window", kill_window)):
    begun = time.time()
    kill(N)
    print(f"{name}: {N} kills, nothing lost ({time.time() - begun:.0f} s)", flush=True)
