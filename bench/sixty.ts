// A plan of sixty places for benches and looks: two tanks, a main with tees, taps and troughs on branches.
import type { Plan, PlanNode } from '@vernal-slope/plan/schema';

const PIPE = 'astm-d2239-sidr15/1-1/4';

/** A made-up plan of `count` places: every third is a tee, branches end in taps and troughs by turns. */
export function bigPlan(count = 60): Plan {
  const nodes: PlanNode[] = [
    {
      id: 'spring',
      kind: 'source',
      type: 'spring',
      name: 'Spring',
      groundM: 812,
      yieldLpm: 60,
      heightM: 0.2,
      eastingM: -40,
      northingM: 0,
    },
    {
      id: 'tank',
      kind: 'tank',
      name: 'Top tank',
      groundM: 806,
      shape: { type: 'vertical-cylinder', diameterM: 2.4, heightM: 2.2 },
      outletM: 0.05,
      overflowM: 2.1,
      startLevelM: 1.6,
      inlet: { at: 'top', heightM: 2.15 },
      eastingM: 0,
      northingM: 0,
    },
  ];
  const lines: Plan['lines'] = [
    {
      id: 'in',
      name: 'Spring line',
      from: 'spring',
      to: 'tank',
      legs: [{ lengthM: 42, endGroundM: 806, pipe: PIPE, depthM: 0.4, endEastingM: 0, endNorthingM: 0 }],
    },
  ];
  let at = 'tank';
  let ground = 806;
  let east = 0;
  for (let k = 1; nodes.length < count; k++) {
    const tee = `tee-${k}`;
    ground -= 1.2 + 0.6 * Math.sin(k);
    east += 34;
    const north = 20 * Math.sin(k / 3);
    nodes.push({ id: tee, kind: 'junction', name: `Tee ${k}`, groundM: ground, eastingM: east, northingM: north });
    lines.push({
      id: `main-${k}`,
      name: `Main ${k}`,
      from: at,
      to: tee,
      legs: [{ lengthM: 36, endGroundM: ground, pipe: PIPE, depthM: 0.4, endEastingM: east, endNorthingM: north }],
    });
    at = tee;
    for (const side of [1, -1]) {
      if (nodes.length >= count) break;
      const id = `${side > 0 ? 'tap' : 'trough'}-${k}`;
      const end = ground - 1.5 - 0.4 * side;
      const [e, n] = [east + 12, north + side * (30 + 8 * (k % 3))];
      nodes.push(
        side > 0
          ? {
              id,
              kind: 'outlet',
              name: `Tap ${k}`,
              groundM: end,
              heightM: 0.9,
              ratedFlowLpm: 3,
              ratedPressureKPa: 60,
              eastingM: e,
              northingM: n,
            }
          : {
              id,
              kind: 'trough',
              name: `Trough ${k}`,
              groundM: end,
              shape: { type: 'box', lengthM: 1.8, widthM: 0.6, heightM: 0.5 },
              overflowM: 0.45,
              startLevelM: 0.4,
              inlet: {
                at: 'top',
                heightM: 0.48,
                floatValve: {
                  seatMm: 4,
                  dischargeCoefficient: 0.62,
                  characteristic: 'proportional',
                  closeLevelM: 0.4,
                  bandM: 0.06,
                },
              },
              eastingM: e,
              northingM: n,
            },
      );
      lines.push({
        id: `to-${id}`,
        name: `To ${id}`,
        from: tee,
        to: id,
        legs: [
          { lengthM: 24, endGroundM: (ground + end) / 2 + 0.4, pipe: PIPE, depthM: 0.4 },
          { lengthM: 22, endGroundM: end, pipe: 'astm-d2239-sidr15/1', depthM: 0.4 },
        ],
      });
    }
  }
  return {
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Sixty places',
    site: { altitudeM: 800, originLatitudeDeg: 44.1, originLongitudeDeg: 6.4 },
    nodes,
    lines,
  };
}
