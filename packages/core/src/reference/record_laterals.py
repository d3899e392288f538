#!/usr/bin/env python3
"""Laterals reckoned outside the project, by shooting from the far end: Colebrook and White's friction by fixed point, holes by
q = Cd A sqrt(2 g h), emitters by their exponent. Writes recorded-laterals.json. Plain Python, no packages.

Rules: 64/Re up to Re 2000; Colebrook and White from 4000; between them the cubic of Dunlop (1991) that joins both with their
slopes. Kinematic viscosity 1.1385e-6 m2/s (15 C), g 9.80665 m/s2. No loss where water passes a hole, none at the line's end.
"""
import json
import math
from pathlib import Path

NU = 1.1385e-6
G = 9.80665


def colebrook(re, rel):
    x = 8.0
    for _ in range(100):
        x = -2 * math.log10(rel / 3.7 + 2.51 * x / re)
    return 1 / x**2


def friction(re, rel):
    if re < 2000:
        return 64 / re
    if re > 4000:
        return colebrook(re, rel)
    # cubic in Re/2000 that meets 64/Re and Colebrook-White with their slopes, joined here by Hermite's form
    h = 1e-3
    f0, d0 = 64 / 2000, -64 / 2000**2
    f1, d1 = colebrook(4000, rel), (colebrook(4000 + h, rel) - colebrook(4000 - h, rel)) / (2 * h)
    s, w = (re - 2000) / 2000, 2000
    return ((2 * s**3 - 3 * s**2 + 1) * f0 + (s**3 - 2 * s**2 + s) * w * d0
            + (3 * s**2 - 2 * s**3) * f1 + (s**3 - s**2) * w * d1)


def loss(q, length, bore, rough):
    if q == 0:
        return 0.0
    v = abs(q) / (math.pi / 4 * bore**2)
    re = v * bore / NU
    return math.copysign(friction(re, rough / bore) * length / bore * v * v / (2 * G), q)


def hole(d, cd):
    a = cd * math.pi / 4 * d * d
    return lambda h: a * math.sqrt(2 * G * h) if h > 0 else 0.0


def rated(lpm, kpa, x, rho=999.1):
    k = lpm / 60000 / (kpa * 1000) ** x
    return lambda h: k * (rho * G * h) ** x if h > 0 else 0.0


def march(end_head, end_flow, places, law, bore, rough, rise):
    """From the far end back to the start: places from the start, m; ground rises evenly by `rise` a metre."""
    head, flow, flows = end_head, end_flow, []
    for k in range(len(places) - 1, -1, -1):
        out = law(head - rise * places[k])
        flows.append(out)
        flow += out
        back = places[k] - (places[k - 1] if k else 0.0)
        head += loss(flow, back, bore, rough)
    return head, flow, flows[::-1]


def dead_end(head, places, law, bore, rough, rise=0.0):
    """Flows of a dead end fed under `head` (m over the start)."""
    low, high = rise * places[-1], head
    for _ in range(200):
        mid = (low + high) / 2
        if march(mid, 0.0, places, law, bore, rough, rise)[0] > head:
            high = mid
        else:
            low = mid
    return march((low + high) / 2, 0.0, places, law, bore, rough, rise)[2]


def ring(head, places, total, law, bore, rough):
    """The same pipe closed to a loop of length `total`: what enters by its end is sought so that both ends have `head`."""
    def other(q_end):
        h = head - loss(q_end, total - places[-1], bore, rough)
        return march(h, -q_end, places, law, bore, rough, 0.0)
    low, high = 0.0, 1e-3
    for _ in range(200):
        mid = (low + high) / 2
        # more by the end, less head wanted at the start
        if other(mid)[0] > head:
            low = mid
        else:
            high = mid
    return other((low + high) / 2)[2]


lpm = lambda flows: [q * 60000 for q in flows]
twenty = [0.9 * (k + 1) for k in range(20)]
rows = [
    {"name": "dead end, 20 holes of 1.2 mm, level", "headM": 0.8, "boreMm": 13.6, "places": twenty, "risePerM": 0,
     "hole": {"diameterMm": 1.2, "cd": 0.61}, "lengthM": 18.0},
    {"name": "dead end, 20 holes of 1.6 mm, rising 6 mm a metre", "headM": 0.8, "boreMm": 13.6, "places": twenty,
     "risePerM": 0.006, "hole": {"diameterMm": 1.6, "cd": 0.61}, "lengthM": 18.0},
    {"name": "dead end, 60 emitters of 2 L/h", "headM": 2.0, "boreMm": 13.6,
     "places": [0.3 * (k + 1) for k in range(60)], "risePerM": 0,
     "rated": {"lpm": 2 / 60, "kPa": 100, "exponent": 0.5}, "lengthM": 18.0},
    {"name": "loop, 20 holes of 1.6 mm, level", "headM": 0.8, "boreMm": 13.6, "places": twenty, "risePerM": 0,
     "hole": {"diameterMm": 1.6, "cd": 0.61}, "lengthM": 18.9, "loop": True},
]
for r in rows:
    law = hole(r["hole"]["diameterMm"] / 1000, r["hole"]["cd"]) if "hole" in r else rated(
        r["rated"]["lpm"], r["rated"]["kPa"], r["rated"]["exponent"])
    bore, rough = r["boreMm"] / 1000, 7e-6
    flows = (ring(r["headM"], r["places"], r["lengthM"], law, bore, rough) if r.get("loop")
             else dead_end(r["headM"], r["places"], law, bore, rough, r["risePerM"]))
    r["flowsLpm"] = lpm(flows)
Path(__file__).with_name("recorded-laterals.json").write_text(json.dumps({"rows": rows}, indent=1) + "\n")
