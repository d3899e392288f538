"""Writes recorded-gutter.json: what gutters carry with water joining all along, written independently of core.

Run: python3 packages/core/src/reference/record_gutter.py   (needs nothing but Python)
Spatially varied flow with increasing discharge (Chow 1959, Open-Channel Hydraulics, ch. 12): dy/dx = (S - Sf - 2 Q q /
(g A^2)) / (1 - Q^2 T / (g A^3)), q the water that joins a metre, Manning's n 0.012, free fall at the outlet; marched up
from where the flow is critical. The most it carries: the water stands at the brim at its highest.
"""

import json
import math
from pathlib import Path

here = Path(__file__)
G = 9.80665
N = 0.012


def section(y, w, rim, round_):
    if not round_:
        return w * y, w, w + 2 * y
    r = w / 2
    y = min(y, rim)
    angle = 2 * math.acos(1 - y / r)
    return r * r / 2 * (angle - math.sin(angle)), 2 * r * math.sin(angle / 2), r * angle


def critical(flow, w, rim, round_):
    low, high = 0.0, rim
    for _ in range(60):
        mid = (low + high) / 2
        a, t, _p = section(mid, w, rim, round_)
        if a > 0 and G * a**3 / t > flow * flow:
            high = mid
        else:
            low = mid
    return high


def highest(flow, w, rim, slope, length, round_, steps=4000):
    q = flow / length

    def gain(x, y):
        a, _t, p = section(y, w, rim, round_)
        friction = (N * q * x / (a * (a / p) ** (2 / 3))) ** 2
        return slope - friction - 2 * q * q * x / (G * a * a)

    def at_critical(x):
        return gain(x, critical(q * x, w, rim, round_))

    control = length
    if at_critical(length) > 0:
        low, high = 1e-6, length
        for _ in range(80):
            mid = (low + high) / 2
            if at_critical(mid) > 0:
                high = mid
            else:
                low = mid
        control = low
    y = critical(q * control, w, rim, round_) * 1.002
    x, h, top = control, control / steps, y
    if y >= rim:
        return math.inf

    def dydx(x, y):
        a, t, _p = section(min(y, rim), w, rim, round_)
        return gain(x, min(y, rim)) / max(1 - (q * x) ** 2 * t / (G * a**3), 1e-3)

    for _ in range(steps - 1):
        k = dydx(x, y)
        y -= h * dydx(x - h / 2, y - h / 2 * k)
        x -= h
        top = max(top, y)
        if y >= rim:
            return math.inf
    return max(top, critical(flow, w, rim, round_))


def carries(w, rim, slope, length, round_):
    low, high = 0.0, 0.1
    for _ in range(45):
        mid = (low + high) / 2
        if highest(mid, w, rim, slope, length, round_) < rim * (1 - 1e-6):
            low = mid
        else:
            high = mid
    return low


rows = [
    {"width": w, "depth": d, "fall": s, "length": l, "round": r, "carries": carries(w, d, s, l, r)}
    for w, d, r in [(0.1, 0.05, True), (0.115, 0.0575, True), (0.125, 0.06, False)]
    for s in (0, 0.003, 0.01)
    for l in (6, 10, 15)
]
out = {"about": "Written by record_gutter.py: Chow (1959) ch. 12, spatially varied flow. m, m/m, m3/s.", "rows": rows}
(here.parent / "recorded-gutter.json").write_text(json.dumps(out, indent=1) + "\n")
for row in rows:
    print(row)
