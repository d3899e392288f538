"""Writes recorded.json: values of Debian's python3-fluids and python3-iapws that core's tests compare with.

Run: python3 packages/core/src/reference/record.py   (needs python3-fluids and python3-iapws)
"""

import json
from pathlib import Path

import fluids
import iapws
from fluids.friction import Colebrook

P0 = 0.101325  # MPa


def water(celsius):
    state = iapws.IAPWS95(T=celsius + 273.15, P=P0)
    vapour = iapws.iapws97._PSat_T(celsius + 273.15)
    return {
        "temperatureC": celsius,
        "density": state.rho,
        "viscosity": state.mu,
        "vapourPressure": vapour * 1e6,
    }


def colebrook():
    rows = []
    for re in (4e3, 1e4, 3e4, 1e5, 3e5, 1e6, 1e7, 1e8):
        for rough in (0.0, 1e-6, 1e-5, 1e-4, 1e-3, 1e-2, 0.05):
            rows.append({"reynolds": re, "roughness": rough, "f": float(Colebrook(re, rough, tol=-1))})
    return rows


def lying_cylinder():
    rows = []
    for share in (0.05, 0.2, 0.5, 0.75, 0.95):
        tank = fluids.TANK(D=1.2, L=2.5, horizontal=True)
        rows.append({"level": share * 1.2, "volume": tank.V_from_h(share * 1.2)})
    return {"diameter": 1.2, "length": 2.5, "rows": rows}


def schedule_pipes():
    rows = []
    for nps in (0.5, 0.75, 1, 1.25, 1.5, 2, 2.5, 3):
        for schedule in ("40", "80"):
            _, inside, outside, wall = fluids.piping.nearest_pipe(NPS=nps, schedule=schedule)
            rows.append({"nps": nps, "schedule": schedule, "insideM": inside, "outsideM": outside, "wallM": wall})
    return rows


def fittings():
    from fluids.fittings import contraction_conical_Crane, diffuser_sharp, entrance_sharp

    return {
        "entranceSharp": entrance_sharp(method="Rennels"),
        "contractionCrane": [
            {"beta": b, "k": contraction_conical_Crane(Di1=1.0, Di2=b, l=0.0)} for b in (0.5, 0.7, 0.8, 0.9)
        ],
        "expansion": [{"beta": b, "k": diffuser_sharp(Di1=b, Di2=1.0, method="Hooper", Re=1e6, fd=0.02)} for b in (0.5, 0.7, 0.8, 0.9)],
    }


def atmosphere():
    return [{"altitude": z, "pressure": fluids.ATMOSPHERE_1976(z).P} for z in (0, 500, 1000, 2000, 3000)]


record = {
    "madeBy": "record.py with fluids %s and iapws %s" % (fluids.__version__, iapws.__version__),
    "water": [water(t) for t in (0.01, 1, 4, 10, 15, 20, 25, 30, 40)],
    "colebrook": colebrook(),
    "lyingCylinder": lying_cylinder(),
    "schedulePipes": schedule_pipes(),
    "fittings": fittings(),
    "atmosphere": atmosphere(),
}
Path(__file__).with_name("recorded.json").write_text(json.dumps(record, indent=1) + "\n")
print("water", len(record["water"]), "colebrook", len(record["colebrook"]))
