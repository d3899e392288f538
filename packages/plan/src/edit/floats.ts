// Commands on the floats of tanks and troughs.
import { findFloat } from '../catalogue/index.ts';
import { mmOfMetres, metresOfMm } from '../fields/index.ts';
import { isVessel } from '../kinds/index.ts';
import type { Command } from './apply.ts';
import { changeNode } from './commands.ts';

/** A float of another kind of the catalogue: its seat, its law and its band as that kind usually has them. */
export const setFloatKind = (at: string, kind: string): Command =>
  changeNode(at, isVessel, 'kind of float', (node) => {
    const row = findFloat(kind);
    const float = node.inlet?.floatValve;
    if (!row || !float) return;
    float.type = row.id;
    float.seatMm = row.seat.typical;
    float.dischargeCoefficient = row.dischargeCoefficient;
    float.characteristic = row.characteristic;
    // no more than the water under the closing level
    float.bandM = Math.min(metresOfMm(row.band.typical), metresOfMm(Math.floor(mmOfMetres(float.closeLevelM))));
    // what was said of the other kind
    delete float.lever;
    delete float.leastKPa;
    delete float.mostKPa;
  });
