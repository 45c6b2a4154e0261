#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""How long `curve` takes for very many pulls, beside a script in numpy and scipy on one thread that does the same work:
reads the rows, finds the pull and the ratio, sets missed beats aside, fits torque over engine speed to the roller's
speed by a penalised spline whose smoothness is chosen for all pulls together by restricted likelihood, flags limiter,
dropouts and mixture, corrects for the air and writes the curves as JSON.

    perf/curve_beside_numpy.py BUILD_BIN_DIR [PULLS]          wants python3-numpy and python3-scipy of the system's python

Prints both times, their ratio, and by how much the two curves differ, so that it is seen that they are the same."""
import json, math, os, subprocess, sys, tempfile, time

for name in ("OMP_NUM_THREADS", "OPENBLAS_NUM_THREADS", "MKL_NUM_THREADS"):
    os.environ[name] = "1"
import numpy as np
import scipy.interpolate as si
import scipy.linalg as sl
import scipy.ndimage as nd
import scipy.optimize as so

CLI = os.path.join(os.path.abspath(sys.argv[1]), "jolly-ram-cli")
PULLS = int(sys.argv[2]) if len(sys.argv) > 2 else 200
ROWS, RATE, INERTIA, RATIO = 8000, 800.0, 11.0, 7.5
RPM = 2 * math.pi / 60
AIR_C, AIR_HPA, HUMIDITY = 24.0, 996.0, 45.0


def torque_of(rpm):
    return 34 + 9 * np.exp(-((rpm - 6800) / 1500) ** 2) - 4 * np.exp(-((rpm - 5200) / 400) ** 2)


def write_pulls(folder):
    """Invented, no stand-in: a roller driven by a torque curve, an encoder and a tachometer with noise."""
    names = []
    for n in range(PULLS):
        dice = np.random.default_rng(n + 1)
        rpm, speeds, dt = 3000.0, [], 1 / RATE
        scale = 1 + 0.003 * dice.normal()
        for _ in range(ROWS):
            w = rpm * RPM / RATIO
            speeds.append(w)
            torque = scale * float(torque_of(rpm)) * RATIO - 6 - 0.02 * w
            rpm = min(rpm + dt * torque / INERTIA * RATIO / RPM, 9800.0)
        w = np.array(speeds)
        engine = w * RATIO / RPM * (1 + 0.002 * dice.normal(size=ROWS))
        roller = w + 0.01 * dice.normal(size=ROWS)
        afr = 12.8 + 0.2 * np.sin(np.arange(ROWS) / 400) + 0.05 * dice.normal(size=ROWS)
        table = np.column_stack((np.arange(ROWS) / RATE, roller, engine, afr))
        name = os.path.join(folder, f"{n}.pull.csv")
        head = (f"# jolly-ram: pull 1\n# id: beside-{n}\n# setup: base\n# kind: roller\n# measured_at: wheel\n"
                f"# roller_inertia_kg_m2: {INERTIA}\n# roller_loss_nm: 6, 0.02, 0\n# air_temp_c: {AIR_C}\n"
                f"# air_pressure_hpa: {AIR_HPA}\n# humidity_pct: {HUMIDITY}\n"
                f"# started: 2026-05-02T{8 + n // 60:02d}:{n % 60:02d}:00Z\n")
        with open(name, "w") as out:
            out.write(head + "time [s],roller_speed [rad/s],engine_speed [rpm],afr_1 [1]\n")
            np.savetxt(out, table, fmt="%.4f,%.4f,%.0f,%.2f")
        names.append(name)
    return names


def factor():
    """SAE J1349, as docs/air.md has it."""
    saturated = 6.1078 * 10 ** (7.5 * AIR_C / (237.3 + AIR_C))
    dry = AIR_HPA - HUMIDITY / 100 * saturated
    return 1.180 * (990 / dry) * math.sqrt((AIR_C + 273.15) / 298.15) - 0.180


def prepared(name):
    """One pull: rows, what is believed of them, and the normal equations of its spline."""
    with open(name) as file:
        header = 0
        for line in file:
            header += 1
            if not line.startswith("#"):
                break
    t, w, rpm, afr = np.loadtxt(name, delimiter=",", skiprows=header, unpack=True)
    good = (np.abs(rpm - nd.median_filter(rpm, 15)) < 0.08 * rpm) & (np.diff(t, prepend=t[0] - 1) > 0)
    ratio = np.median(rpm[good] * RPM / w[good])
    smooth = nd.uniform_filter1d(w, 41)
    rise = np.gradient(smooth, t)
    pull = slice(int(np.argmax(smooth > smooth[0] + 0.02 * np.ptp(smooth))), int(np.argmax(smooth)) + 1)
    drag = 6 + 0.02 * smooth
    rough = (INERTIA * rise + drag) / ratio
    flags = []
    top = rough[pull.stop - 50: pull.stop]
    if top.min() < 0.7 * np.median(rough[pull]):
        flags.append("limiter")
    lean = nd.minimum_filter1d(afr, int(0.15 * RATE)) > 16
    rich = nd.maximum_filter1d(afr, int(0.15 * RATE)) < 10
    flags += [kind for kind, where in (("lean", lean), ("rich", rich), ("dropout", ~good)) if where[pull].any()]
    keep = np.zeros(len(t), bool)
    keep[pull] = good[pull]
    n = smooth[keep] * ratio / RPM
    step = 50.0
    knots = np.arange(math.floor(n.min() / step) - 3, math.ceil(n.max() / step) + 4) * step
    basis = si.BSpline.design_matrix(np.clip(n, knots[3], knots[-4]), knots, 3).toarray()
    dt = np.diff(t[keep], prepend=t[keep][0])
    design = np.cumsum(basis * (ratio / INERTIA * dt)[:, None], axis=0)  # speed by each coefficient
    design = np.column_stack((design, np.ones(len(n))))
    y = w[keep] + np.cumsum(drag[keep] / INERTIA * dt)
    cuts = np.arange(0, len(n), max(1, -(-len(n) // 256)))  # gathered in 256 blocks, as far narrower than any detail
    counts = np.diff(np.append(cuts, len(n)))
    design = np.add.reduceat(design, cuts, axis=0) / np.sqrt(counts)[:, None]
    y = np.add.reduceat(y, cuts) / np.sqrt(counts)
    k = design.shape[1]
    normal, right = design.T @ design, design.T @ y
    d = np.diff(np.eye(k - 1), 2, axis=0)
    penalty = np.zeros((k, k))
    penalty[: k - 1, : k - 1] = d.T @ d
    # One factor, after which every smoothness is a division.
    root = sl.cholesky(normal + 1e-9 * np.trace(normal) / k * np.eye(k), lower=True)
    inner = sl.solve_triangular(root, sl.solve_triangular(root, penalty, lower=True).T, lower=True)
    s, u = sl.eigh(inner)
    z = u.T @ sl.solve_triangular(root, right, lower=True)
    place = np.floor(n / 50).astype(int) - int(n.min() / 50)
    mixture = np.bincount(place, afr[keep]) / np.maximum(np.bincount(place), 1)
    return dict(n=n, knots=knots, root=root, s=np.maximum(s, 0), u=u, z=z, yy=y @ y, rows=len(y), flags=flags, afr=mixture,
                ratio=ratio)


def criterion(log, pulls):
    out = 0.0
    for p in pulls:
        lam = math.exp(log)
        shrink = 1 / (1 + lam * p["s"])
        left = p["yy"] - np.sum(p["z"] ** 2 * shrink)
        noise = max(left, 1e-12) / (p["rows"] - 3)
        out += left / noise + p["rows"] * math.log(noise) - np.sum(np.log(lam * p["s"][p["s"] > 1e-9] * shrink[p["s"] > 1e-9]))
    return out


def beside(names):
    pulls = [prepared(name) for name in names]
    log = so.minimize_scalar(criterion, bounds=(-5, 20), args=(pulls,), method="bounded", options={"xatol": 0.05}).x
    out = []
    for p in pulls:
        shrink = 1 / (1 + math.exp(log) * p["s"])
        shrink = shrink + shrink * (1 - shrink)  # smoothed twice
        c = sl.solve_triangular(p["root"].T, p["u"] @ (p["z"] * shrink), lower=False)[:-1]
        grid = np.arange(math.ceil(p["n"].min() / 50) * 50, p["n"].max(), 50)
        torque = si.BSpline(p["knots"], c, 3)(grid) * factor()
        power = torque * grid * RPM
        out.append(dict(rpm=grid.tolist(), torque_nm=torque.tolist(), power_w=power.tolist(), afr=p["afr"].tolist(),
                        flags=p["flags"], peak_w=float(power.max()), peak_rpm=float(grid[power.argmax()])))
    return json.dumps({"pulls": out})


with tempfile.TemporaryDirectory() as place:
    names = write_pulls(place)
    ours, theirs = [], []
    for _ in range(3):
        begun = time.time()
        done = subprocess.run([CLI, "curve", *names], capture_output=True, text=True)
        ours.append(time.time() - begun)
        assert done.returncode == 0, done.stderr[:400]
        begun = time.time()
        text = beside(names)
        theirs.append(time.time() - begun)
    a, b = json.loads(done.stdout)["pulls"], json.loads(text)["pulls"]
    apart = []
    for one, other in zip(a, b):
        known = dict(zip(other["rpm"], other["power_w"]))
        both = [(w, known[r]) for r, w in zip(one["rpm"], one["power_w"]) if r in known and 4000 <= r <= 8500]
        apart.append(math.sqrt(sum((x / y - 1) ** 2 for x, y in both) / len(both)))
    print(f"{PULLS} pulls of {ROWS} rows: curve {min(ours):.2f} s on all processors, numpy and scipy {min(theirs):.2f} s on one: "
          f"{min(theirs) / min(ours):.1f} times; the curves differ by {100 * sorted(apart)[len(apart) // 2]:.2f} % rms")
