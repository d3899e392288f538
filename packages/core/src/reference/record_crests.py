"""Writes recorded-crests.json: what small plans give where water breaks at crests, where valves have springs, where a
siphon would break; reckoned independently of core, line by line, by bisection.

Run: python3 packages/core/src/reference/record_crests.py   (needs nothing but Python)

Each plan is laid out so that a pipe that is taken as full over its crest (the mistake) gives the first figure that a check of
the program against an independent solver named, and the crest at air pressure gives the second. Lengths and heights are
rounded; what they then give is recorded. Friction by Colebrook and White (1939), water by IAPWS (recorded.json), g 9.80665.
"""

import json
import math
from pathlib import Path

here = Path(__file__)
G = 9.80665
WATER = {w["temperatureC"]: w for w in json.loads((here.parent / "recorded.json").read_text())["water"]}
ROUGHNESS = 7e-6
BULKHEAD = 0.8
LPM = 1 / 60000


def bisect(f, low, high):
    """Root of a rising f."""
    for _ in range(200):
        middle = (low + high) / 2
        if f(middle) > 0:
            high = middle
        else:
            low = middle
    return (low + high) / 2


def loss(q, length, bore, k, celsius):
    """Head (m) that q (m3/s) loses in a pipe, with fittings of K on its bore."""
    w = WATER[celsius]
    v = q / (math.pi / 4 * bore**2)
    re = v * bore * w["density"] / w["viscosity"]
    assert re == 0 or re > 4000, re
    # 1/sqrt(f) = -2 log10(e/3.7D + 2.51/(Re sqrt f)), by repeating it
    x = 8.0
    for _ in range(100):
        x = -2 * math.log10(ROUGHNESS / 3.7 / bore + 2.51 * x / re)
    return (length / bore / x**2 + k) * v * v / (2 * G)


def law(q, rated, pressure, exponent, celsius):
    """Head (m) in front of an outlet that gives q."""
    return (q / rated) ** (1 / exponent) * pressure / (WATER[celsius]["density"] * G)


cases = {}


def joint():
    """Two lines over a joint on a crest: 13.27 L/min as a siphon with 7.4 kPa of suction, 11.35 as it is."""
    bore, t = 0.020, 10
    water, q_full, q_held = 10.0, 13.27 * LPM, 11.35 * LPM
    under = 7400 / (WATER[t]["density"] * G)
    # up to the crest: what the held flow loses, and what the full one loses more by the suction
    grow = lambda length: loss(q_full, length, bore, BULKHEAD, t) - loss(q_held, length, bore, BULKHEAD, t)
    up = round(bisect(lambda x: grow(x) - under, 1, 500), 2)
    crest = round(water - loss(q_held, up, bore, BULKHEAD, t), 3)
    tap = lambda q: law(q, 20 * LPM, 50_000, 0.5, t)
    down = round(bisect(lambda x: loss(q_full, up, bore, BULKHEAD, t) + loss(q_full, x, bore, 0, t) + tap(q_full) - water, 1, 900), 2)
    full = bisect(lambda q: loss(q, up, bore, BULKHEAD, t) + loss(q, down, bore, 0, t) + tap(q) - water, 4 * LPM, 60 * LPM)
    held = bisect(lambda q: loss(q, up, bore, BULKHEAD, t) - (water - crest), 4 * LPM, 60 * LPM)
    return {
        "boreM": bore, "upM": up, "crestM": crest, "downM": down, "temperatureC": t,
        "siphonLpm": full / LPM, "lpm": held / LPM,
        "suctionKPa": (water - loss(full, up, bore, BULKHEAD, t) - crest) * WATER[t]["density"] * G / 1000,
    }


def tee():
    """A tee on a crest, two like branches: 25.4 L/min with 1.25 m of suction as a siphon, 19.06 as it is."""
    bore, t = 0.02664, 10
    water, q_full, q_held = 10.0, 25.4 * LPM, 19.06 * LPM
    grow = lambda length: loss(q_full, length, bore, BULKHEAD, t) - loss(q_held, length, bore, BULKHEAD, t)
    up = round(bisect(lambda x: grow(x) - 1.25, 1, 900), 2)
    crest = round(water - loss(q_held, up, bore, BULKHEAD, t), 3)
    tap = lambda q: law(q, 20 * LPM, 50_000, 0.5, t)
    branch = lambda q, x: loss(q, x, bore, 0, t) + tap(q)
    down = round(bisect(lambda x: loss(q_full, up, bore, BULKHEAD, t) + branch(q_full / 2, x) - water, 1, 4000), 2)
    full = bisect(lambda q: loss(q, up, bore, BULKHEAD, t) + branch(q / 2, down) - water, 11 * LPM, 90 * LPM)
    held = bisect(lambda q: loss(q, up, bore, BULKHEAD, t) - (water - crest), 6 * LPM, 90 * LPM)
    return {
        "boreM": bore, "upM": up, "crestM": crest, "downM": down, "temperatureC": t,
        "siphonLpm": full / LPM, "lpm": held / LPM,
        "suctionM": crest - (water - loss(full, up, bore, BULKHEAD, t)),
    }


def emptied():
    """A tank that stands at its outlet over an open tank: 22.2 L/min came of it, nothing does."""
    bore, t = 0.02664, 10
    fall = 3.0
    down = round(bisect(lambda x: loss(22.2 * LPM, x, bore, BULKHEAD + 1, t) - fall, 1, 900), 2)
    if_full = bisect(lambda q: loss(q, down, bore, BULKHEAD + 1, t) - fall, 6 * LPM, 90 * LPM)
    return {"boreM": bore, "downM": down, "fallM": fall, "temperatureC": t, "hadItWaterLpm": if_full / LPM, "lpm": 0}


def stand():
    """A stand over a knoll: 13.96 m do, where an earlier height's hold said that 200 m would not."""
    bore, t = 0.020, 10
    q, knoll, end, pressure = 12 * LPM, 8.0, 3.0, 50_000
    head = end + pressure / (WATER[t]["density"] * G)
    need = lambda x: max(
        knoll + loss(q, x, bore, BULKHEAD, t),
        head + loss(q, x, bore, BULKHEAD, t) + loss(q, 40, bore, 0, t),
    )
    up = round(bisect(lambda x: need(x) - 13.96, 1, 900), 2)
    return {
        "boreM": bore, "upM": up, "knollM": knoll, "downM": 40, "endM": end, "flowLpm": 12, "pressureKPa": 50,
        "temperatureC": t, "standM": need(up),
    }


def spring():
    """A check valve with a spring: 16.4 L/min without its opening head, 3.9 with its 3.4 kPa."""
    bore, t = 0.020, 20
    opens = 3400 / (WATER[t]["density"] * G)
    # both flows at once: the head that drives them, and the length
    over = lambda x: loss(16.4 * LPM, x, bore, BULKHEAD + 1, t) - loss(3.9 * LPM, x, bore, BULKHEAD + 1, t)
    down = round(bisect(lambda x: over(x) - opens, 0.1, 200), 2)
    head = round(loss(16.4 * LPM, down, bore, BULKHEAD + 1, t), 3)
    flow = lambda h: bisect(lambda q: loss(q, down, bore, BULKHEAD + 1, t) - h, 3.85 * LPM, 90 * LPM)
    return {
        "boreM": bore, "downM": down, "headM": head, "temperatureC": t,
        "withoutLpm": flow(head) / LPM, "lpm": flow(head - opens) / LPM,
    }


def siphon():
    """A siphon that is counted on: full, its crest would be under -127 kPa; it does not run."""
    bore, t = 0.02664, 10
    water, crest, up, down = 10.0, 16.0, 20.0, 80.0
    at = lambda q: water - loss(q, up, bore, BULKHEAD, t)
    q = bisect(lambda q: (crest - at(q)) * WATER[t]["density"] * G - 127_000, 6 * LPM, 900 * LPM)
    tap = lambda q: law(q, 60 * LPM, 50_000, 0.5, t)
    foot = round(at(q) - loss(q, down, bore, 0, t) - tap(q), 2)
    full = bisect(lambda q: loss(q, up, bore, BULKHEAD, t) + loss(q, down, bore, 0, t) + tap(q) - (water - foot), 6 * LPM, 900 * LPM)
    return {
        "boreM": bore, "upM": up, "crestM": crest, "downM": down, "footM": foot, "temperatureC": t,
        "fullLpm": full / LPM, "crestKPa": (at(full) - crest) * WATER[t]["density"] * G / 1000, "lpm": 0,
        # air at sea level (ISO 2533) less the vapour at 10 C (IAPWS)
        "leastKPa": -(101_325 - WATER[t]["vapourPressure"]) / 1000,
    }


def surge():
    """Joukowsky in 1 in before 3 in: what stands and what a tap shut at once adds, at 2.3 m/s in the narrow pipe."""
    t = 10
    rho = WATER[t]["density"]
    # PE of ASTM D2239 SIDR 15, 1 in: bore 26.64, wall 1.78 mm, 0.8 GPa; bulk modulus of water 2.19 GPa
    wave = math.sqrt(2.19e9 / rho) / math.sqrt(1 + 2.19e9 / 0.8e9 * 26.64 / 1.78)
    return {"speed": 2.3, "waveSpeed": wave, "riseKPa": rho * wave * 2.3 / 1000}


for make in (joint, tee, emptied, stand, spring, siphon, surge):
    cases[make.__name__] = make()
out = here.parent / "recorded-crests.json"
out.write_text(json.dumps(cases, indent=2) + "\n")
print(out.read_text())
