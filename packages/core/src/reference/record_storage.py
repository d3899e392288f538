"""Writes recorded-storage.json: a store run day by day, written independently of core, over the demo's rain.

Run: python3 packages/core/src/reference/record_storage.py   (needs nothing but Python)
The rules are those of Jenkins et al. (1978) and Fewkes and Butler (2000); litres and millimetres throughout.
"""

import csv
import json
from fractions import Fraction
from pathlib import Path

here = Path(__file__)
root = here.parents[4]
AREA, RUNOFF, FLUSH, WANT = Fraction(46), Fraction(9, 10), Fraction(1, 2), Fraction(85)

with open(root / "demo" / "weather" / "kestrel-croft.csv", encoding="utf8") as f:
    rain = [Fraction(row["rain mm"]) for row in csv.DictReader(f)]


def roof():
    left = FLUSH
    for mm in rain:
        if mm < Fraction(1, 5):
            left = FLUSH
        depth = mm * RUNOFF
        lost = min(depth, left)
        left -= lost
        yield (depth - lost) * AREA


def run(size, after):
    store, got, spilled, met, short, longest = Fraction(size), 0, 0, 0, 0, 0
    for q in roof():
        take = min(WANT, store if after else store + q)
        store = store + q - take
        top = size - take if after else Fraction(size)
        if store > top:
            spilled += store - top
            store = top
        got += take
        short = 0 if take == WANT else short + 1
        met += take == WANT
        longest = max(longest, short)
    return {"size": size, "yield": float(got), "spill": float(spilled), "met": met, "longestShort": longest, "end": float(store)}


record = {
    "madeBy": "record_storage.py, exact fractions",
    "days": len(rain),
    "area": float(AREA),
    "runoff": float(RUNOFF),
    "flush": float(FLUSH),
    "want": float(WANT),
    "after": [run(s, True) for s in (300, 1000, 2500, 6000)],
    "before": [run(s, False) for s in (300, 1000, 2500, 6000)],
}
here.with_name("recorded-storage.json").write_text(json.dumps(record, indent=1) + "\n")
print(record["days"], "days")
