#!/usr/bin/env python3
"""Dimensions of iron pipe sizes and losses of sudden changes of bore, from the `fluids` library (Debian: python3-fluids).

Writes recorded-parts.json beside this file. Run: python3 record_parts.py
"""
import json
import pathlib

import fluids

SIZES = {'1/8': 0.125, '1/4': 0.25, '3/8': 0.375, '1/2': 0.5, '3/4': 0.75, '1': 1, '1-1/4': 1.25, '1-1/2': 1.5,
         '2': 2, '2-1/2': 2.5, '3': 3, '4': 4}


def pipe(nps, schedule):
    """Inside and outside diameter, mm."""
    _, inside, outside, _ = fluids.nearest_pipe(NPS=nps, schedule=schedule)
    return {'insideMm': round(inside * 1000, 3), 'outsideMm': round(outside * 1000, 3)}


def narrowing(beta):
    """K on the wide pipe of a short narrow stretch: in as a sudden contraction (Crane), out as a sudden expansion."""
    down = fluids.contraction_conical_crane(Di1=1.0, Di2=beta, l=0) if hasattr(fluids, 'contraction_conical_crane') \
        else fluids.contraction_conical(Di1=1.0, Di2=beta, l=0.0, method='Crane')
    up = fluids.diffuser_sharp(Di1=beta, Di2=1.0)
    return fluids.change_K_basis(down + up, D1=beta, D2=1.0)


record = {
    'about': 'python3-fluids ' + fluids.__version__ + ': nearest_pipe (ASME B36.10), contraction (Crane), diffuser_sharp, change_K_basis',
    'sizes': {s: {'sch40': pipe(n, '40'), 'sch80': pipe(n, '80')} for s, n in SIZES.items()},
    'narrowing': [{'beta': b, 'k': round(narrowing(b), 6)} for b in (0.6, 0.7, 0.78, 0.85, 0.95)],
}
path = pathlib.Path(__file__).with_name('recorded-parts.json')
path.write_text(json.dumps(record, indent=2) + '\n')
