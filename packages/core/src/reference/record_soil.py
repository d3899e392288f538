"""Writes recorded-soil.json: soil water of a root zone day by day, written independently of core, over the demo's weather.

Run: python3 packages/core/src/reference/record_soil.py   (needs nothing but Python)
FAO-56 eq. 82 to 85 for the soil, eq. 21 to 25 and 52 for the evapotranspiration by warmth; millimetres throughout. The
last figures run the demo's roof and store over the need by the mean of each month, by this balance, and by three other
ways to water the same soil: what a choice of way changes.
"""

import csv
import datetime
import json
import math
from pathlib import Path

here = Path(__file__)
root = here.parents[4]
LATITUDE = math.radians(52.4)
KC, SEASON, AREA, EFFICIENCY, LOSSES = 1.15, range(4, 10), 15.0, 0.9, 0.05
ROOF, RUNOFF, FLUSH, STORE = 46.0, 0.9, 0.5, 2210.8974722729773

with open(root / "demo" / "weather" / "kestrel-croft.csv", encoding="utf8") as f:
    rows = list(csv.reader(f))[1:]
days = [
    (datetime.date.fromisoformat(r[0]), float(r[1] or 0), float(r[2]), float(r[3])) for r in rows
]
plan = json.loads((root / "demo" / "plans" / "kestrel-croft.vernal.json").read_text())
garden = plan["needs"]["gardens"][0]
assert garden["areaM2"] == AREA and list(SEASON) == garden["months"]


def et0(day, high, low):
    j = day.timetuple().tm_yday
    dr = 1 + 0.033 * math.cos(2 * math.pi * j / 365)
    delta = 0.409 * math.sin(2 * math.pi * j / 365 - 1.39)
    ws = math.acos(-math.tan(LATITUDE) * math.tan(delta))
    ra = (
        24 * 60 / math.pi * 0.0820 * dr
        * (ws * math.sin(LATITUDE) * math.sin(delta) + math.cos(LATITUDE) * math.cos(delta) * math.sin(ws))
    )
    return max(0.0, 0.0023 * ((high + low) / 2 + 17.8) * math.sqrt(max(0, high - low)) * 0.408 * ra)


def needs(taw, raw, way):
    """mm a day given to the roots; way: least, brim, week, none."""
    lacks, out = 0.0, []
    for k, (day, rain, high, low) in enumerate(days):
        e = et0(day, high, low)
        lacks = lacks + KC * e - (rain if rain >= 0.2 * e else 0)
        lacks = max(lacks, 0.0)
        given = 0.0
        if day.month in SEASON:
            if way == "least" and lacks > raw:
                given = lacks - raw
            elif way == "brim" and lacks > raw:
                given = lacks
            elif way == "week" and k % 7 == 0:
                given = lacks
            elif way == "none":
                given = lacks
            lacks -= given
        else:
            lacks = min(lacks, taw)
        out.append(given)
    return out


def means(depths):
    sums, counts = [0.0] * 12, [0] * 12
    for (day, *_), v in zip(days, depths):
        sums[day.month - 1] += v
        counts[day.month - 1] += 1
    return [s / c for s, c in zip(sums, counts)]


def by_month():
    rain = [0.0] * 12
    high, low, n = [0.0] * 12, [0.0] * 12, [0] * 12
    for day, r, h, l in days:
        m = day.month - 1
        rain[m] += r
        high[m] += h
        low[m] += l
        n[m] += 1
    mid = [datetime.date(2023, m + 1, 15) for m in range(12)]
    need = [
        max(0.0, KC * et0(mid[m], high[m] / n[m], low[m] / n[m]) - 0.8 * rain[m] / n[m]) if m + 1 in SEASON else 0.0
        for m in range(12)
    ]
    return [need[day.month - 1] for day, *_ in days]


def met(depths):
    """Share of the days that want water which a store full on the first day meets, yield after spillage."""
    want = [d * AREA / EFFICIENCY / (1 - LOSSES) for d in depths]
    v, left, ok, wanting = STORE, FLUSH, 0, 0
    for (day, rain, *_), need in zip(days, want):
        if rain < 0.2:
            left = FLUSH
        depth = rain * RUNOFF
        lost = min(depth, left)
        left -= lost
        come = (depth - lost) * ROOF
        take = min(need, v)
        v = min(v + come - take, STORE - take)
        if need > 0:
            wanting += 1
            ok += take >= need * (1 - 1e-9)
    return ok / wanting


# loam, tomato: 155 mm a metre over 0.7 m of roots, 0.4 of it readily (tables 19 and 22)
taw = 155 * 0.7
raw = 0.4 * taw


def figures(depths):
    return {"total": sum(depths), "daysGiven": sum(d > 0 for d in depths), "means": means(depths), "met": met(depths)}


out = {
    "about": "Written by record_soil.py; FAO-56 eq. 82 to 85, Hargreaves and Samani by the day. mm, mm a day.",
    "available": taw,
    "mayLack": raw,
    "kc": KC,
    "moist": figures(needs(taw, raw, "none")),
    "fromThirst": figures(needs(taw, raw, "least")),
    "byMonth": figures(by_month()),
    "otherWaysMet": {
        "to the brim when plants would thirst": met(needs(taw, raw, "brim")),
        "to the brim each week": met(needs(taw, raw, "week")),
    },
}
(here.parent / "recorded-soil.json").write_text(json.dumps(out, indent=2) + "\n")
print(json.dumps(out, indent=2))
